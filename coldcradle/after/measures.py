"""Measures beside predictions: the difference, and whether it lies within what both may be off."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.quantity.units import Kind

__all__ = ["Compared", "MeasureKind", "Predicted", "compare", "measure_kinds"]


@dataclass(frozen=True, slots=True)
class MeasureKind:
    """Something that can be measured: `u` is what a rule, a caliper or a scale is usually off (SI)."""

    key: str
    name: str
    kind: Kind
    u: float
    places: int


# what a rule, a caliper and a kitchen scale are off: common practice, no source
_KINDS = (
    MeasureKind("length", "Length, or across", "length", 0.0005, 1),
    MeasureKind("width", "Width, the other way", "length", 0.0005, 1),
    MeasureKind("thickness", "Thickness", "length", 0.0001, 4),
    MeasureKind("height", "Height", "length", 0.0005, 1),
    MeasureKind("depth", "Depth inside", "length", 0.0005, 1),
    MeasureKind("weight", "Weight", "mass", 0.001, 1),
    MeasureKind("hole", "Hole", "length", 0.0005, 1),
    MeasureKind("lean", "Lean, out of upright", "length", 0.001, 1),
    MeasureKind("wobble", "Wobble: a gap under the foot", "length", 0.0002, 1),
)


def measure_kinds() -> dict[str, MeasureKind]:
    """Everything that can be measured, by its key."""
    return {kind.key: kind for kind in _KINDS}


@dataclass(frozen=True, slots=True)
class Predicted:
    """What a stage was to give, SI, with its standard uncertainty."""

    key: str
    value: float
    u: float


@dataclass(frozen=True, slots=True)
class Compared:
    """One measure beside its prediction. `word`: within, more or less than both errors allow, or alone where nothing
    was predicted; `apart` is how many of the joint error they are apart.
    """

    key: str
    name: str
    predicted: DualQuantity | None
    measured: DualQuantity | None
    difference: DualQuantity | None
    word: Literal["within", "more", "less", "alone", "open"]
    apart: float
    says: Message


def compare(key: str, predicted: Predicted | None, values: Sequence[float]) -> Compared:
    """Compare the mean of what was measured (SI; none yet: an empty row) with what was predicted.

    Two joint standard errors are within: √(u₁² + u₂²), the spread of several places counted in (JCGM 100:2008, 5.1.2).
    """
    kind = measure_kinds()[key]
    told = show(predicted.value, kind.kind, predicted.u) if predicted is not None else None
    if not values:
        return Compared(key, kind.name, told, None, None, "open", 0.0, say(""))
    mean = sum(values) / len(values)
    spread = math.sqrt(sum((v - mean) ** 2 for v in values) / len(values))
    own_u = max(kind.u, 0.001 * abs(mean)) if kind.kind == "mass" else kind.u
    got = show(mean, kind.kind, math.hypot(own_u, spread))
    if predicted is None:
        return Compared(key, kind.name, None, got, None, "alone", 0.0, say(""))
    joint = math.sqrt(predicted.u**2 + own_u**2 + spread**2)
    off = mean - predicted.value
    apart = off / joint if joint > 0 else 0.0
    fine = 4  # a tenth of a millimetre, or of a gram
    shown = {"d": show(round(abs(off), fine), kind.kind), "j": show(round(2 * joint, fine), kind.kind)}
    if abs(apart) <= 2.0:
        return Compared(
            key,
            kind.name,
            told,
            got,
            show(off, kind.kind),
            "within",
            apart,
            say("{d} apart; {j} is within both errors.", **shown),
        )
    word: Literal["more", "less"] = "more" if off > 0 else "less"
    return Compared(
        key,
        kind.name,
        told,
        got,
        show(off, kind.kind),
        word,
        apart,
        say(f"{{d}} {word} than predicted; {{j}} was allowed for.", **shown),
    )
