"""Figure: a computed value that carries its unit, error, formula, inputs, assumptions and source.

Errors are propagated to first order, u² = Σ (∂f/∂xᵢ · uᵢ)², with inputs taken as independent
(JCGM 100:2008, "GUM", 5.1.2). Derivatives are central differences over the inputs' own error.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import DualQuantity, Message, show
from coldcradle.quantity.units import Kind

__all__ = ["CHOICE", "PRACTICE", "Figure", "Given", "Share", "Source", "derive", "given", "memory", "published"]


@dataclass(frozen=True, slots=True)
class Source:
    """Where a relation comes from: published, practice (no source), memory, or the user's own choice."""

    kind: Literal["published", "practice", "memory", "choice"]
    text: str


PRACTICE = Source("practice", "common practice, no source")
CHOICE = Source("choice", "your own choice")


def published(text: str) -> Source:
    """A relation that stands in a publication, named in `text`."""
    return Source("published", text)


def memory(text: str) -> Source:
    """A value quoted from memory; the work named in `text` should be looked up before relying on it."""
    return Source("memory", f"{text} (from memory)")


@dataclass(frozen=True, slots=True)
class Given:
    """One input of a figure: its name in words, symbol in the formula, SI value and standard uncertainty."""

    name: str
    symbol: str
    value: float
    kind: Kind
    u: float
    shown: DualQuantity


def given(name: str, symbol: str, value: float, kind: Kind, u: float = 0.0) -> Given:
    """An input, with its words made."""
    return Given(name, symbol, value, kind, u, show(value, kind, u))


@dataclass(frozen=True, slots=True)
class Share:
    """How much of a figure's variance one input brings, 0 to 1."""

    name: str
    share: float


@dataclass(frozen=True, slots=True)
class Figure:
    """A number fit to be believed: SI `value`, standard uncertainty `u` (0: not estimated), and its working."""

    key: str
    name: str
    kind: Kind
    value: float
    u: float
    shown: DualQuantity
    words: str
    formula: str
    inputs: tuple[Given, ...]
    assumptions: tuple[Message, ...]
    source: Source
    shares: tuple[Share, ...]

    def given(self, symbol: str, name: str | None = None) -> Given:
        """The figure as the input of another."""
        return Given(name or self.name, symbol, self.value, self.kind, self.u, self.shown)


def _slope(function: Callable[..., float], values: Sequence[float], index: int, step: float) -> float:
    """∂f/∂x by a central difference; by a smaller or a one-sided one where the world ends (half a sphere is the
    deepest bowl).
    """

    def at(offset: float) -> float | None:
        moved = list(values)
        moved[index] += offset
        try:
            return float(function(*moved))
        except (ImpossibleInput, ValueError, ZeroDivisionError):
            return None  # no such thing on that side: a thickness below nothing has no root

    for _ in range(4):
        high, low = at(step), at(-step)
        if high is not None and low is not None:
            return (high - low) / (2 * step)
        if high is not None or low is not None:
            here = float(function(*values))
            return (high - here) / step if high is not None else (here - (low or 0.0)) / step
        step /= 100
    return 0.0


def derive(
    key: str,
    name: str,
    kind: Kind,
    function: Callable[..., float],
    inputs: Sequence[Given],
    *,
    words: str,
    formula: str,
    source: Source,
    assumptions: Sequence[str | Message] = (),
    extra: Sequence[tuple[str, float]] = (),
) -> Figure:
    """Evaluate `function(*values of inputs)` and propagate their errors.

    `extra` lists further standard uncertainties of the result itself, as (name, u) in the result's unit: what
    the model leaves out, what a wall drinks. Their squares add.
    """
    values = [g.value for g in inputs]
    value = float(function(*values))
    parts: list[tuple[str, float]] = []
    for index, g in enumerate(inputs):
        if g.u > 0:
            parts.append((g.name, g.u * _slope(function, values, index, g.u / 2)))
    parts += [(name_, u_) for name_, u_ in extra if u_ > 0]
    variance = sum(part * part for _, part in parts)
    shares = tuple(Share(name_, part * part / variance) for name_, part in parts) if variance > 0 else ()
    u = math.sqrt(variance)
    return Figure(
        key=key,
        name=name,
        kind=kind,
        value=value,
        u=u,
        shown=show(value, kind, u),
        words=words,
        formula=formula,
        inputs=tuple(inputs),
        assumptions=tuple(Message(a, a) if isinstance(a, str) else a for a in assumptions),
        source=source,
        shares=tuple(sorted(shares, key=lambda s: -s.share)),
    )
