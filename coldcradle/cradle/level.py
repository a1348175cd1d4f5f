"""A cradle that does not stand level: how far the fill line runs off, where it is thin, and when it spills."""

from __future__ import annotations

import math

from coldcradle.cradle.model.tilt import run_off_m, thick_side_m, thin_side_m
from coldcradle.entry import inputs, length
from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["Tilt", "run_off", "sides", "slope_of"]


@inputs
class Tilt:
    """One side stands higher by `rise_m` over a length of `over_m` along the rule or the level."""

    rise_m: float = length(called="a rise", low=0.0, high=0.5)
    over_m: float = length(called="a length to measure over", low=0.0, high=5.0, above=True)
    read_m: float = 0.0005

    def __post_init__(self) -> None:
        if not (math.isfinite(self.rise_m) and self.rise_m >= 0):
            raise ImpossibleInput(f"expected a rise of at least 0 mm, got {self.rise_m * 1e3:g} mm")
        if not self.over_m > 0:
            raise ImpossibleInput(f"expected a length above 0 mm to measure over, got {self.over_m * 1e3:g} mm")
        if self.rise_m > self.over_m:
            raise ImpossibleInput(
                f"expected a rise below the length it is measured over, {show(self.over_m, 'length').metric.text}",
                entry="rise",
            )


def slope_of(tilt: Tilt) -> float:
    """Rise over run."""
    return tilt.rise_m / tilt.over_m


def run_off(tilt: Tilt, *, across_m: float) -> Figure:
    """How much higher the glass stands on one side of the cradle than on the other: Δ = w·rise/over."""
    return derive(
        "run_off",
        "Runs off by",
        "length",
        lambda rise, over, width: run_off_m(rise_m=rise, over_m=over, across_m=width),
        [
            given("rise", "a", tilt.rise_m, "length", tilt.read_m),
            given("over", "b", tilt.over_m, "length", tilt.read_m),
            given("cradle across", "w", across_m, "length", 0.0005),
        ],
        words="Melted glass finds its level; a cradle that leans does not, so one side gets more of it.",
        formula="Δ = w · a / b",
        source=published("plane geometry"),
        assumptions=["the cradle leans along the measured direction", "its shelf does not sag in the heat"],
    )


def sides(tilt: Tilt, *, across_m: float, depth_m: float, brim_m: float) -> tuple[Figure, Figure, float]:
    """Depth on the thin side and on the thick one, and how far above the brim the thick side would stand (0: it
    holds).
    """
    off = run_off(tilt, across_m=across_m)
    inputs = [given("depth in the middle", "d", depth_m, "length"), off.given("Δ")]
    words = "The middle keeps its depth; half of what runs off is missing on one side and added on the other."
    thin = derive(
        "thin_side",
        "Thin side",
        "length",
        lambda d, o: thin_side_m(depth_m=d, run_off_m=o),
        inputs,
        words=words,
        formula="d − Δ/2",
        source=published("plane geometry"),
        assumptions=["upright walls"],
    )
    thick = derive(
        "thick_side",
        "Thick side",
        "length",
        lambda d, o: thick_side_m(depth_m=d, run_off_m=o),
        inputs,
        words=words,
        formula="d + Δ/2",
        source=published("plane geometry"),
        assumptions=["upright walls"],
    )
    return thin, thick, max(0.0, thick.value - brim_m)
