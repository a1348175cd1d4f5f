"""Small graphs, ready to be drawn: axes with round marks in both unit systems, and lines in SI."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.quantity.units import Kind, factor_to_si, temperature_from_c, temperature_to_c

__all__ = ["Axis", "Graph", "GraphLine", "Mark", "axis", "round_step"]

# The unit in which an axis of a kind is read, in each system.
_READ_IN: dict[Kind, tuple[tuple[str, str], tuple[str, str]]] = {
    "temperature": (("degC", "°C"), ("degF", "°F")),
    "rate": (("delta_degC / hour", "°C/h"), ("delta_degF / hour", "°F/h")),
    "stress": (("megapascal", "MPa"), ("psi", "psi")),
    "length": (("millimeter", "mm"), ("inch", "in")),
    "duration": (("hour", "h"), ("hour", "h")),
}
_LONG_S = 72 * 3600.0


@dataclass(frozen=True, slots=True)
class Mark:
    """A round value of an axis: where it lies (SI) and what is written there."""

    at: float
    text: str


@dataclass(frozen=True, slots=True)
class Axis:
    """From `low` to `high` in SI, its marks and its unit in both systems."""

    low: float
    high: float
    metric: list[Mark]
    us: list[Mark]
    unit_metric: str
    unit_us: str


@dataclass(frozen=True, slots=True)
class GraphLine:
    """A line by its points (x, y) in SI."""

    name: str
    points: list[tuple[float, float]]


@dataclass(frozen=True, slots=True)
class Graph:
    """Lines over two axes."""

    across: Axis
    up: Axis
    lines: list[GraphLine]


def round_step(span: float, count: int) -> float:
    """A round step (1, 2, 2.5 or 5 times a power of ten) that parts a span about `count` times."""
    rough = span / max(1, count)
    power = 10.0 ** math.floor(math.log10(rough))
    return next((m for m in (1.0, 2.0, 2.5, 5.0) if m * power >= rough * 0.999), 10.0) * power


def _marks(low: float, high: float, count: int) -> list[tuple[float, str]]:
    if not (math.isfinite(low) and math.isfinite(high)) or high <= low:
        return []
    step = round_step(high - low, count)
    decimals = max(0, -math.floor(math.log10(step) + 1e-9))
    if not math.isclose(round(step, decimals), step, rel_tol=1e-6):
        decimals += 1
    first, last = math.ceil(low / step - 1e-6), math.floor(high / step + 1e-6)
    return [(i * step, f"{i * step:.{decimals}f}".replace("-", "−") if i else "0") for i in range(first, last + 1)]


def axis(low: float, high: float, kind: Kind, *, count: int = 5) -> Axis:
    """An axis of a kind of quantity from `low` to `high` (SI, °C for temperatures) with about `count` round marks.

    Times of more than three days are read in days.
    """
    found: list[list[Mark]] = []
    units = [("day", "d")] * 2 if kind == "duration" and high - low > _LONG_S else list(_READ_IN[kind])
    for unit, _ in units:
        if kind == "temperature":
            ends = temperature_from_c(low, unit), temperature_from_c(high, unit)
            found.append([Mark(temperature_to_c(v, unit), text) for v, text in _marks(*ends, count)])
        else:
            factor = factor_to_si(unit, kind)
            found.append([Mark(v * factor, text) for v, text in _marks(low / factor, high / factor, count)])
    return Axis(low, high, found[0], found[1], units[0][1], units[1][1])
