"""Outlines seen from above, in m about the middle of a piece, and what straight cuts make of them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import LineString, MultiPolygon, Point, Polygon, box
from shapely.geometry.base import BaseGeometry
from shapely.ops import split

from coldcradle.bench.inputs import CutLine, CutWay
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Bored, Outcome
from coldcradle.layup.stacking import outcome_area_m2

__all__ = ["CutShape", "as_outline", "cut_at_m", "cut_shape", "hole_shape", "outline_shape", "ring_points"]

_TURNS, _SIDES = 96, 6
_SQUARE, _RECTANGLE = 5e-4, 0.999
_LEAST_M2 = 1e-7  # a third of a millimetre square: dust


@dataclass(frozen=True, slots=True)
class CutShape:
    """What cuts leave: pieces from left to right, near to far, and the area that went as kerf, m²."""

    pieces: tuple[Polygon, ...]
    kerf_m2: float
    missed: tuple[int, ...]


def _even(many: int, half_x: float, half_y: float) -> Polygon:
    turns = [2 * math.pi * k / many for k in range(many)]
    return Polygon([(half_x * math.cos(t), half_y * math.sin(t)) for t in turns])


def outline_shape(outcome: Outcome) -> Polygon:
    """A piece seen from above: its cut outline, or its form by its sizes; a drawn one as an oval of its area."""
    if len(outcome.worked.ring) > 2:
        return Polygon(outcome.worked.ring)
    half_x, half_y = outcome.length_m / 2, outcome.width_m / 2
    if outcome.outline in (BlankOutline.SQUARE, BlankOutline.OBLONG):
        return box(-half_x, -half_y, half_x, half_y)
    if outcome.outline == BlankOutline.POLYGON:
        return _even(_SIDES, half_x, half_y)
    shape = _even(_TURNS, half_x, half_y)
    times = math.sqrt(outcome_area_m2(outcome) / shape.area) if outcome.outline == BlankOutline.DRAWN else 1.0
    return affinity.scale(shape, times, times)


def hole_shape(holes: Sequence[Bored]) -> BaseGeometry:
    """Holes seen from above."""
    found: BaseGeometry = Polygon()
    for hole in holes:
        found = found.union(Point(hole.x_m, hole.y_m).buffer(hole.across_m / 2, quad_segs=16))
    return found


def ring_points(shape: Polygon) -> list[tuple[float, float]]:
    """The outer edge of a shape as points, the last not said twice."""
    return [(float(x), float(y)) for x, y in shape.exterior.coords[:-1]]


def cut_at_m(line: CutLine, shape: BaseGeometry) -> float:
    """Where a cut begins, m from the edge it is measured from; how wide a round one is."""
    left, low, right, high = shape.bounds
    middle = {
        CutWay.ACROSS: (right - left) / 2,
        CutWay.ALONG: (high - low) / 2,
        CutWay.ROUND: min(right - left, high - low) / 2,
    }
    return middle[line.way] if line.at_m is None else line.at_m


def _blade(line: CutLine, shape: BaseGeometry, kerf_m: float) -> BaseGeometry:
    """What a cut takes away: a strip as wide as its kerf, or a line."""
    left, low, right, high = shape.bounds
    far = 2 * max(right - left, high - low)
    if line.way == CutWay.ROUND:
        ring = Point((left + right) / 2, (low + high) / 2).buffer(cut_at_m(line, shape) / 2, quad_segs=24).exterior
        return ring.buffer(kerf_m / 2) if kerf_m > 0 else ring
    start = cut_at_m(line, shape)
    end = start if line.end_m is None else line.end_m
    near, across = (low, high - low) if line.way == CutWay.ACROSS else (left, right - left)
    from_0, slope = (left if line.way == CutWay.ACROSS else low), (end - start) / across
    ends = [(from_0 + start - slope * far, near - far), (from_0 + end + slope * far, near + across + far)]
    if line.way == CutWay.ALONG:
        ends = [(y, x) for x, y in ends]
    cut = LineString(ends)
    return cut.buffer(kerf_m / 2, cap_style="flat") if kerf_m > 0 else cut


def _parted(pieces: list[Polygon], blade: BaseGeometry) -> list[Polygon]:
    """Pieces without a blade that has a width, or split along one that has none."""
    found: list[Polygon] = []
    for piece in pieces:
        if blade.area > 0:
            left = piece.difference(blade)
            parts = list(left.geoms) if isinstance(left, MultiPolygon) else [left]
        elif blade.geom_type == "LinearRing":
            disc = Polygon(blade.coords)
            parts = [piece.intersection(disc), piece.difference(disc)]
        else:
            parts = list(split(piece, blade).geoms)
        found += [p for p in parts if isinstance(p, Polygon) and p.area > _LEAST_M2]
    return found


def cut_shape(shape: Polygon, lines: Sequence[CutLine], *, kerf_m: float) -> CutShape:
    """An outline cut along lines, one after another through all that is there.

    Places are measured from the edges of the outline. `missed` are the numbers of lines that meet no glass. Area is
    kept: the pieces and the kerf together are the outline.
    """
    pieces, missed = [shape], []
    for number, line in enumerate(lines):
        blade = _blade(line, shape, kerf_m)
        parts = _parted(pieces, blade)
        if len(parts) <= len(pieces) and not _takes(pieces, parts):
            missed.append(number)
        pieces = parts or pieces
    step = 1e-3
    pieces.sort(key=lambda p: (round(p.centroid.x / step), round(p.centroid.y / step), p.area))
    return CutShape(tuple(pieces), max(0.0, shape.area - sum(p.area for p in pieces)), tuple(missed))


def _takes(before: Sequence[Polygon], after: Sequence[Polygon]) -> bool:
    return sum(p.area for p in after) < sum(p.area for p in before) - _LEAST_M2


def as_outline(shape: Polygon) -> tuple[BlankOutline, float, float]:
    """What an outline is called, how long (left to right) and how wide, m."""
    left, low, right, high = shape.bounds
    length, width = right - left, high - low
    filled = shape.area / (length * width)
    if filled > _RECTANGLE:
        return (BlankOutline.SQUARE if abs(length - width) < _SQUARE else BlankOutline.OBLONG), length, width
    is_round = abs(length - width) < _SQUARE and abs(filled - math.pi / 4) < 0.002
    if is_round and shape.hausdorff_distance(shape.centroid.buffer(length / 2, quad_segs=24)) < 0.004 * length:
        return BlankOutline.ROUND, length, width
    return BlankOutline.DRAWN, length, width
