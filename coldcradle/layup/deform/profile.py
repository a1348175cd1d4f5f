"""What a sheet comes down on, as a line seen from the side, and how far from it and in which direction a point lies."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from coldcradle.errors import ImpossibleInput

__all__ = ["Array", "Pieces", "Points", "Profile", "rounded"]

Array = NDArray[np.float64]
Points = tuple[tuple[float, float], ...]

_SAME_M = 1e-9
_ROUNDS = math.radians(20)
_TURNS = 0.02  # a corner turning by less than a degree is part of a curve


class Pieces(NamedTuple):
    """Straight pieces of a line (k): where each starts and steps to (k, 2), its length squared, its normal (k, 2), and
    the normals at their ends (k+1, 2).
    """

    start: Array
    steps: Array
    squared: Array
    normals: Array
    between: Array


@dataclass(frozen=True)
class Profile:
    """A line of points (r, z) in m with the free side on the left of whoever walks along it.

    Walked outwards from the middle of a form its floor has the glass above it. Raises ImpossibleInput for fewer than
    two different points.
    """

    points: Points

    def __post_init__(self) -> None:
        if len(self._line) < 2:
            raise ImpossibleInput("expected a profile of at least two different points")

    @cached_property
    def _line(self) -> Array:
        points = np.array(self.points, dtype=float)
        apart = np.hypot(*np.diff(points, axis=0).T) > _SAME_M
        return np.asarray(points[np.concatenate([[True], apart])])

    @cached_property
    def line(self) -> Pieces:
        """The pieces of the line."""
        line = self._line
        steps = np.diff(line, axis=0)
        squared = (steps * steps).sum(axis=1)
        normals = np.stack([-steps[:, 1], steps[:, 0]], axis=1) / np.sqrt(squared)[:, None]
        between = np.vstack([normals[:1], normals[:-1] + normals[1:], normals[-1:]])
        size = np.hypot(between[:, 0], between[:, 1])
        return Pieces(line[:-1], steps, squared, normals, between / np.maximum(size, 1e-12)[:, None])

    @cached_property
    def corners(self) -> Array:
        """Points (k, 2) at which the body sticks out, over which a sheet is bent."""
        normals = self.line.normals
        turn = normals[:-1, 0] * normals[1:, 1] - normals[:-1, 1] * normals[1:, 0]
        return np.asarray(self._line[1:-1][turn < -_TURNS])

    def gaps(self, points: Array) -> tuple[Array, Array]:
        """How far each point (n, 2) lies off the line, m, below 0 inside the body, and the way out of it (n, 2)."""
        start, steps, squared, normals, between = self.line
        away_r = points[:, 0, None] - start[None, :, 0]
        away_z = points[:, 1, None] - start[None, :, 1]
        share = (away_r * steps[:, 0] + away_z * steps[:, 1]) / squared
        np.clip(share, 0.0, 1.0, out=share)
        away_r -= share * steps[:, 0]
        away_z -= share * steps[:, 1]
        nearest = (away_r * away_r + away_z * away_z).argmin(axis=1)
        rows = np.arange(len(points))
        at, off_r, off_z = share[rows, nearest], away_r[rows, nearest], away_z[rows, nearest]
        distance = np.hypot(off_r, off_z)
        is_corner = (at <= 0.0) | (at >= 1.0)
        normal = np.where(
            is_corner[:, None], np.where((at <= 0.0)[:, None], between[nearest], between[nearest + 1]), normals[nearest]
        )
        sign = np.where(off_r * normal[:, 0] + off_z * normal[:, 1] >= 0, 1.0, -1.0)
        is_off = is_corner & (distance > 1e-6)
        scale = np.where(is_off, sign / np.maximum(distance, 1e-12), 0.0)[:, None]
        outward = np.where(is_off[:, None], np.stack([off_r, off_z], axis=1) * scale, normal)
        return sign * distance, outward

    def rest_m(self, half_m: float, inner_m: float = 0.0) -> float:
        """Height at which a flat sheet from `inner_m` (0: whole) out to `half_m` comes to rest on the line, m."""
        line = self._line
        inside = line[(line[:, 0] <= half_m + _SAME_M) & ((inner_m <= 0) | (line[:, 0] >= inner_m))]
        highest = float(inside[:, 1].max()) if len(inside) else -math.inf
        for edge in (half_m, inner_m) if inner_m > 0 else (half_m,):
            for (r0, z0), (r1, z1) in itertools.pairwise(line.tolist()):
                if min(r0, r1) <= edge <= max(r0, r1) and r0 != r1:
                    highest = max(highest, z0 + (z1 - z0) * (edge - r0) / (r1 - r0))
        return highest


def rounded(
    points: Sequence[tuple[float, float]], radius_m: float, *, is_inner: bool = False, pieces: int = 6
) -> Points:
    """The same line with every corner that sticks out by more than 20° rounded to a radius, as edges are; with
    `is_inner` every corner that glass would have to fill instead.
    """
    side = -1.0 if is_inner else 1.0
    found = [points[0]]
    for before, at, after in zip(points[:-2], points[1:-1], points[2:], strict=True):
        a, b = (at[0] - before[0], at[1] - before[1]), (after[0] - at[0], after[1] - at[1])
        la, lb = math.hypot(*a), math.hypot(*b)
        turn = math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]) if la > 0 and lb > 0 else 0.0
        if side * turn > -_ROUNDS or abs(turn) > math.radians(175):
            found.append(at)
            continue
        cut = min(radius_m * math.tan(abs(turn) / 2), 0.45 * la, 0.45 * lb)
        round_m = side * cut / math.tan(abs(turn) / 2)
        start = (at[0] - a[0] / la * cut, at[1] - a[1] / la * cut)
        centre = (start[0] + a[1] / la * round_m, start[1] - a[0] / la * round_m)
        heading = math.atan2(start[1] - centre[1], start[0] - centre[0])
        for k in range(pieces + 1):
            angle = heading + turn * k / pieces
            found.append((centre[0] + abs(round_m) * math.cos(angle), centre[1] + abs(round_m) * math.sin(angle)))
    return (*found, points[-1])
