"""Outlines: the plan of a dam, a leaf, a letter. Rings of points in metres, y away from the reader."""

from __future__ import annotations

import functools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from shapely.geometry import MultiPolygon, Polygon
from shapely.validation import explain_validity

from coldcradle.entry import inputs, kept, words
from coldcradle.errors import ImpossibleInput

__all__ = ["MOST_POINTS", "MOST_RINGS", "Outline", "OutlineDocument", "PointRing", "outline_of", "outline_traced"]

PointRing = tuple[tuple[float, float], ...]
MOST_POINTS, MOST_RINGS = 20_000, 200
_LARGEST_M = 5.0
_DRAWN_POINTS, _WORKED_POINTS = 400, 1000


@dataclass(frozen=True)
class Outline:
    """A closed outline with holes; made by `outline_of`, which refuses what is not one. The first ring is the outer."""

    rings: tuple[PointRing, ...]

    @functools.cached_property
    def polygon(self) -> Polygon:
        return Polygon(self.rings[0], self.rings[1:])

    @functools.cached_property
    def area_m2(self) -> float:
        return float(self.polygon.area)

    @functools.cached_property
    def perimeter_m(self) -> float:
        """Length of the edge, holes included."""
        return float(self.polygon.length)

    @functools.cached_property
    def box_m(self) -> tuple[float, float, float, float]:
        """Left, bottom, right, top."""
        left, low, right, high = self.polygon.bounds
        return float(left), float(low), float(right), float(high)

    @property
    def width_m(self) -> float:
        return self.box_m[2] - self.box_m[0]

    @property
    def depth_m(self) -> float:
        return self.box_m[3] - self.box_m[1]

    @functools.cached_property
    def _plain(self) -> Polygon:
        """The same outline with a thousandth of its size smoothed away, more where it is very fine: quick to work
        with.
        """
        return self._smoothed(max(self.width_m, self.depth_m) / 1000, _WORKED_POINTS)

    def _smoothed(self, tolerance_m: float, most: int) -> Polygon:
        """Smoothed by a tolerance, and by more until it has at most so many points."""
        simple: Polygon = self.polygon
        while tolerance_m < self.width_m + self.depth_m:
            # each time from what was smoothed before: a fine outline is long only once
            smoothed = simple.simplify(tolerance_m)
            if not isinstance(smoothed, Polygon) or smoothed.area <= 0:
                break
            simple = smoothed
            if shapely.get_num_coordinates(simple) <= most:
                break
            tolerance_m *= 2
        return simple

    @functools.cached_property
    def bulk_m(self) -> float:
        """Width of the bulkiest place: the diameter of the largest circle that fits inside."""
        fitted = shapely.maximum_inscribed_circle(self._plain, tolerance=max(self.width_m, self.depth_m) / 500)
        return 2 * float(fitted.length)

    @functools.cached_property
    def narrowest_m(self) -> float:
        """Width of the narrowest neck, or between a hole and the edge; without either, that of the bulkiest place."""
        edges = [self._plain.exterior, *self._plain.interiors]
        apart = [float(a.distance(b)) for i, a in enumerate(edges) for b in edges[i + 1 :]]
        return min([self._neck_m, *apart])

    @functools.cached_property
    def _neck_m(self) -> float:
        low, high = 0.0, self.bulk_m / 2
        if not _is_parted(self._plain, high * 0.98):
            return self.bulk_m
        high *= 0.98
        for _ in range(12):
            middle = (low + high) / 2
            low, high = (low, middle) if _is_parted(self._plain, middle) else (middle, high)
        return 2 * high

    def scaled(self, share: float) -> Outline:
        """The same outline, larger or smaller; patterns are often enlarged to 150 %."""
        if not (math.isfinite(share) and share > 0):
            raise ImpossibleInput(f"expected a scale above 0 %, got {share * 100:g} %")
        return Outline(tuple(tuple((x * share, y * share) for x, y in ring) for ring in self.rings))

    def drawn(self) -> list[list[tuple[float, float]]]:
        """The rings centred on their box and thinned for a picture."""
        left, low, right, high = self.box_m
        cx, cy = (left + right) / 2, (low + high) / 2
        is_fine = shapely.get_num_coordinates(self.polygon) > _DRAWN_POINTS
        simple = self._smoothed(max(self.width_m, self.depth_m) / 2000, _DRAWN_POINTS) if is_fine else self.polygon
        rings = [simple.exterior, *simple.interiors]
        return [[(float(x) - cx, float(y) - cy) for x, y in ring.coords[:-1]] for ring in rings]


def _is_parted(polygon: Polygon, inwards_m: float) -> bool:
    shrunk = polygon.buffer(-inwards_m, quad_segs=3)
    if not isinstance(shrunk, MultiPolygon):
        return False
    # crumbs of rounding are not parts
    return sum(part.area > 1e-4 * polygon.area for part in shrunk.geoms) > 1


@functools.lru_cache(maxsize=256)
def outline_of(rings: tuple[PointRing, ...]) -> Outline:
    """An outline from rings of points in metres. Raises ImpossibleInput, in words, for anything that bounds no area."""
    if not rings:
        raise ImpossibleInput("expected an outline of at least three points, got none")
    count = sum(len(ring) for ring in rings)
    if count > MOST_POINTS:
        raise ImpossibleInput(f"expected at most {MOST_POINTS} points, got {count}")
    if len(rings) > MOST_RINGS:
        raise ImpossibleInput(f"expected at most {MOST_RINGS - 1} holes in an outline, got {len(rings) - 1}")
    for ring in rings:
        values = np.asarray(ring, dtype=float).reshape(-1, 2)
        if not np.isfinite(values).all():
            raise ImpossibleInput("expected points that are numbers; one of them is not")
        if len(set(ring)) < 3:
            raise ImpossibleInput(f"expected an outline of at least three points, got {len(set(ring))}")
        if np.ptp(values, axis=0).max() > _LARGEST_M:
            raise ImpossibleInput(
                f"expected an outline of at most {_LARGEST_M:g} m across, got {np.ptp(values, axis=0).max():.3g} m"
            )
    polygon = Polygon(rings[0], rings[1:])
    if polygon.convex_hull.area < 1e-8:
        raise ImpossibleInput("expected an outline with some room in it; these points lie on one line")
    if not polygon.is_valid:
        where = explain_validity(polygon)
        spot = where[where.find("[") + 1 : where.find("]")].split()
        at = f" near x {float(spot[0]) * 1e3:.0f}, y {float(spot[1]) * 1e3:.0f} mm" if len(spot) == 2 else ""
        raise ImpossibleInput(f"expected an outline that does not cross itself; this one does{at}")
    return Outline(rings)


def outline_traced(
    points_px: Sequence[tuple[float, float]], marks_px: Sequence[tuple[float, float]], apart_m: float
) -> Outline:
    """An outline clicked on a photograph, with two marks a known distance apart. Pixels count downwards."""
    if len(marks_px) != 2:
        raise ImpossibleInput(f"expected two marks on the ruler, got {len(marks_px)}")
    span = math.dist(marks_px[0], marks_px[1])
    if not (math.isfinite(span) and span >= 10):
        raise ImpossibleInput("expected the two marks at least 10 pixels apart; these are too close to measure by")
    if not (math.isfinite(apart_m) and apart_m > 0):
        raise ImpossibleInput(f"expected a distance above 0 mm between the marks, got {apart_m * 1e3:g} mm")
    per_px = apart_m / span
    return outline_of((tuple((x * per_px, -y * per_px) for x, y in points_px),))


def points_in_mm(value: object) -> tuple[PointRing, ...]:
    """Rings of [x, y] in mm as rings in m."""
    try:
        if not isinstance(value, list) or sum(len(ring) for ring in value) > MOST_POINTS:
            raise TypeError
        return tuple(tuple((float(x) / 1e3, float(y) / 1e3) for x, y in ring) for ring in value)
    except (TypeError, ValueError, OverflowError):
        raise ImpossibleInput(f"expected rings of points [x, y] in mm, at most {MOST_POINTS} of them") from None


RINGS_SCHEMA = {"type": "array", "items": {"type": "array", "items": {"type": "array", "items": {"type": "number"}}}}


@inputs
class OutlineDocument:
    """An outline as it stands in a document: rings of [x, y] in millimetres, and how it was made."""

    rings: tuple[PointRing, ...] = kept(check=points_in_mm, schema=RINGS_SCHEMA, is_needed=True)
    made: str = words(default="", most=60, may_be_empty=True)

    def as_read(self) -> Outline:
        """The outline, refused where it is none."""
        try:
            return outline_of(self.rings)
        except ImpossibleInput as error:
            raise ImpossibleInput(str(error), entry="rings") from None
