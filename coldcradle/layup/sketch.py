"""A lay-up drawn to scale before and after the heat: bodies of one material each, and dimension lines, in metres.

x runs across from the middle, z up from the shelf.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from coldcradle.cradle.section import Dimension

__all__ = ["Body", "Matter", "Points", "Sketch", "block", "draw", "offset_up"]

Points = list[tuple[float, float]]
Matter = Literal["glass", "after", "refractory", "steel", "shelf", "fibre"]


@dataclass(frozen=True, slots=True)
class Body:
    """Something of one material as closed rings (x, z); what lies in an odd number of them is solid."""

    matter: Matter
    name: str
    rings: list[Points]


@dataclass(frozen=True, slots=True)
class Sketch:
    """All that is drawn, and the box it lies in: left, low, right, high."""

    bodies: list[Body]
    dimensions: list[Dimension]
    box: tuple[float, float, float, float]


def block(left: float, low: float, right: float, high: float) -> Points:
    """A rectangle."""
    return [(left, low), (right, low), (right, high), (left, high)]


def offset_up(line: Sequence[tuple[float, float]], by_m: float) -> Points:
    """A band of glass lying on a line of points from left to right, `by_m` thick as seen upwards."""
    return [*line, *[(x, z + by_m) for x, z in reversed(line)]]


def draw(bodies: Sequence[Body], dimensions: Sequence[Dimension]) -> Sketch:
    """A sketch with its box."""
    xs = [x for body in bodies for ring in body.rings for x, _ in ring]
    zs = [z for body in bodies for ring in body.rings for _, z in ring]
    return Sketch(list(bodies), list(dimensions), (min(xs), min(zs), max(xs), max(zs)))
