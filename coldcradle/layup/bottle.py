"""Bottles, jars and beakers that hang: a few shapes of our own, or one that was drawn or traced."""

from __future__ import annotations

import math

from shapely.geometry import LineString

from coldcradle.cradle.outline import Outline, OutlineDocument
from coldcradle.entry import Choice, flag, inputs, length, one, pick
from coldcradle.errors import ImpossibleInput

__all__ = ["BottleInput", "BottleShape", "bottle_profile"]

_STEPS, _TRACED = 24, 60


class BottleShape(Choice):
    """How a hollow thing that hangs is formed."""

    TUBE = "tube", "a tube, shut below"
    BOTTLE = "bottle", "a bottle with a neck"
    FLASK = "flask", "a flask with a round body"
    JAR = "jar", "a jar with a wide neck"
    DRAWN = "drawn", "as it is drawn or traced"


@inputs
class BottleInput:
    """A hollow thing by its profile, its body as wide as it is told to be: `neck_m` is how wide its neck is outside,
    `neck_long_m` and `shoulder_m` how high they are. What is drawn stands upright, its base below.
    """

    shape: BottleShape = pick(BottleShape, default=BottleShape.BOTTLE)
    neck_m: float | None = length(default=None, called="a neck", low=1e-3, high=1.0)
    neck_long_m: float | None = length(default=None, called="a neck's length", low=0.0, high=1.0)
    shoulder_m: float | None = length(default=None, called="a shoulder", low=0.0, high=1.0)
    base_m: float = length(default="5 mm", called="a base", low=0.0, high=0.1)
    is_sealed: bool = flag(default=False)
    drawn: Outline | None = one(OutlineDocument, called="a drawn outline", default=None)


# neck as a share of the body's width, and its length and the shoulder's as shares of the height
_USUAL = {
    BottleShape.BOTTLE: (0.4, 0.23, 0.17),
    BottleShape.FLASK: (0.3, 0.35, 0.0),
    BottleShape.JAR: (0.75, 0.1, 0.08),
}


def _traced(drawn: Outline, height_m: float, width_m: float) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Half of how wide a drawing is, by height, as large as it is told to be."""
    left, low, right, high = drawn.box_m
    heights, halves = [], []
    for k in range(_TRACED + 1):
        share = min(max(k / _TRACED, 1e-3), 1 - 1e-3)
        y = low + share * (high - low)
        across = drawn.polygon.intersection(LineString([(left - 1, y), (right + 1, y)])).length
        heights.append(k / _TRACED * height_m)
        halves.append(across / (right - left) * width_m / 2)
    if min(halves) <= 0:
        raise ImpossibleInput("expected an outline that stands upright without a gap")
    return tuple(heights), tuple(halves)


def bottle_profile(
    told: BottleInput, *, height_m: float, width_m: float
) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Heights from its base and half its outer width there, m.

    Raises ImpossibleInput where neck and shoulder are higher than it is, or the neck is wider than the body.
    """
    half = width_m / 2
    if told.shape == BottleShape.DRAWN and told.drawn is not None:
        return _traced(told.drawn, height_m, width_m)
    if told.shape not in _USUAL:
        return (0.0, height_m), (half, half)
    wide, long, shoulder = _USUAL[told.shape]
    neck = (wide * width_m if told.neck_m is None else told.neck_m) / 2
    neck_long = long * height_m if told.neck_long_m is None else told.neck_long_m
    rise = shoulder * height_m if told.shoulder_m is None else told.shoulder_m
    body = height_m - neck_long - rise
    if body <= 0:
        raise ImpossibleInput(f"expected a neck and a shoulder below {height_m * 1e3:g} mm, as high as it is")
    if neck > half:
        raise ImpossibleInput(f"expected a neck no wider than {width_m * 1e3:g} mm, got {neck * 2e3:g} mm")
    if told.shape == BottleShape.FLASK:
        return _flask(body + rise, height_m, half, neck)
    heights = [0.0, body, *([body + rise] if rise > 0 else [body + 1e-6]), height_m]
    return tuple(heights), (half, half, neck, neck)


def _flask(body_m: float, height_m: float, half_m: float, neck_m: float) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """An egg from a small flat base up to its neck."""
    start, end = 0.25 * math.pi, math.pi - math.asin(min(1.0, neck_m / half_m))
    turns = [start + (end - start) * k / _STEPS for k in range(_STEPS + 1)]
    low, high = -math.cos(start), -math.cos(end)
    heights = [(-math.cos(t) - low) / (high - low) * body_m for t in turns]
    halves = [half_m * math.sin(t) for t in turns]
    return (*heights, height_m), (*halves, neck_m)
