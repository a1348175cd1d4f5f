"""Footprints as exact shapes in plan: discs and turned boxes, how far apart they lie, and how far inside a shelf."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from coldcradle.load.footprint import Footprint

__all__ = ["Placed", "apart_m", "corners", "inside_m", "overlaps"]


@dataclass(frozen=True, slots=True)
class Placed:
    """A footprint put down: its middle in m, turned by degrees."""

    what: Footprint
    x_m: float
    y_m: float
    turn_deg: float = 0.0

    @property
    def core(self) -> shapely.Geometry:
        """A point for a disc, a turned box elsewhere; `radius_m` further out is its edge."""
        if self.what.radius_m is not None:
            return shapely.Point(self.x_m, self.y_m)
        return shapely.Polygon(corners(self))

    @property
    def radius_m(self) -> float:
        return self.what.radius_m or 0.0

    @property
    def half_m(self) -> tuple[float, float]:
        """Half of the upright box it lies in, across and back."""
        if self.what.radius_m is not None:
            return self.what.radius_m, self.what.radius_m
        turn = math.radians(self.turn_deg)
        c, s = abs(math.cos(turn)), abs(math.sin(turn))
        w, d = self.what.width_m / 2, self.what.depth_m / 2
        return w * c + d * s, w * s + d * c


def corners(placed: Placed) -> NDArray[np.float64]:
    """The four corners of its box, turned and put down, (4, 2)."""
    turn = math.radians(placed.turn_deg)
    c, s = math.cos(turn), math.sin(turn)
    w, d = placed.what.width_m / 2, placed.what.depth_m / 2
    at = np.array([(-w, -d), (w, -d), (w, d), (-w, d)])
    return np.asarray(at @ np.array([[c, s], [-s, c]]) + (placed.x_m, placed.y_m))


def apart_m(one: Placed, other: Placed) -> float:
    """How far two lie from one another, m; below 0 where they overlap, by the least way that parts discs."""
    gap = float(shapely.distance(one.core, other.core))
    if gap == 0.0 and not (one.radius_m and other.radius_m):
        return -_overlap_m(one, other)
    return gap - one.radius_m - other.radius_m


def _overlap_m(one: Placed, other: Placed) -> float:
    """How deep two that overlap lie in one another along the axis on which it is least."""
    dx = sum(p.half_m[0] for p in (one, other)) - abs(one.x_m - other.x_m)
    dy = sum(p.half_m[1] for p in (one, other)) - abs(one.y_m - other.y_m)
    return max(1e-4, min(dx, dy))


def overlaps(one: Placed, other: Placed, gap_m: float) -> bool:
    """Whether two lie nearer than a gap."""
    return apart_m(one, other) < gap_m - 1e-9


def inside_m(placed: Placed, box: tuple[float, float, float, float]) -> float:
    """How far its edge stays inside a box (left, front, right, back), m; below 0 where it hangs over."""
    half_x, half_y = placed.half_m
    left, front, right, back = box
    return min(
        placed.x_m - half_x - left,
        right - placed.x_m - half_x,
        placed.y_m - half_y - front,
        back - placed.y_m - half_y,
    )
