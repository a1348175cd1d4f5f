"""A room known by its curve: volume and area at a list of heights, as taken from a mesh."""

from __future__ import annotations

import functools
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import ArrayLike

from coldcradle.cradle.outline import Outline, outline_of
from coldcradle.cradle.shapes import Array, Plan
from coldcradle.cradle.stack import Points, level_of
from coldcradle.errors import ImpossibleInput

if TYPE_CHECKING:
    from scipy.interpolate import CubicHermiteSpline

__all__ = ["SolidRoom"]

Curve = tuple[float, ...]


@dataclass(frozen=True)
class SolidRoom:
    """Heights from the deepest point (m, ascending from 0), volume below (m³), area at (m²), area touched (m²), bulk
    width (m).

    Between heights the volume is the cubic that has the areas for its slopes. `wall_m` is the largest ball in it,
    across (0 where that was not measured), `goes_round` whether a level cut of it has a hole.
    """

    name: str
    z_m: Curve
    volume_rows_m3: Curve
    area_rows_m2: Curve
    wetted_rows_m2: Curve
    narrow_rows_m: Curve
    rings: tuple[tuple[tuple[float, float], ...], ...]
    plan_rings: tuple[tuple[tuple[float, float], ...], ...]
    across_m: float
    into_m: float
    wall_m: float = 0.0
    goes_round: bool = False

    def __post_init__(self) -> None:
        rows = (self.volume_rows_m3, self.area_rows_m2, self.wetted_rows_m2, self.narrow_rows_m)
        if len(self.z_m) < 2 or any(len(row) != len(self.z_m) for row in rows):
            raise ImpossibleInput("expected a curve of at least two heights, with as many values each")
        if not np.isfinite([*self.z_m, *(v for row in rows for v in row), self.across_m, self.into_m]).all():
            raise ImpossibleInput("expected a curve of numbers; one of them is not")
        z, v = np.asarray(self.z_m), np.asarray(self.volume_rows_m3)
        if self.z_m[0] != 0 or (np.diff(z) <= 0).any() or z[-1] > 3 or min(self.area_rows_m2) < 0:
            raise ImpossibleInput("expected a curve that begins at the deepest point and rises to at most 3 m")
        if (np.diff(v) < -1e-12).any() or v[0] < -1e-12 or v[-1] <= 0:
            raise ImpossibleInput("expected a hollow that grows with its height; this curve does not")
        if v[-1] > 75 or max(self.area_rows_m2) > 25 or max(self.wetted_rows_m2) > 1000 or max(self.narrow_rows_m) > 5:
            raise ImpossibleInput("expected a hollow of at most 5 m across; this curve holds more")
        if any(abs(c) > 10 for ring in (*self.rings, *self.plan_rings) for point in ring for c in point):
            raise ImpossibleInput("expected a section within 10 m of its middle; this one reaches farther")
        if not 0 <= self.wall_m <= 5:
            raise ImpossibleInput(f"expected a wall of at most 5 m, got {self.wall_m:g} m")
        if not (0 < self.across_m <= 5 and 0 < self.into_m <= 5 and min(self.narrow_rows_m) >= 0 and self.rings):
            raise ImpossibleInput("expected a hollow of at most 5 m across, with a section")

    @functools.cached_property
    def _curve(self) -> CubicHermiteSpline:
        from scipy.interpolate import CubicHermiteSpline  # takes half a second to load

        return CubicHermiteSpline(self.z_m, self.volume_rows_m3, self.area_rows_m2)

    @property
    def height_m(self) -> float:
        return self.z_m[-1]

    @property
    def plan(self) -> Plan:
        return Plan.OUTLINE

    @property
    def widest_m2(self) -> float:
        return max(self.area_rows_m2)

    @property
    def half_width_m(self) -> float:
        return max(abs(x) for ring in self.rings for x, _ in ring)

    @property
    def span_m(self) -> tuple[float, float]:
        return self.across_m, self.into_m

    def volume_m3(self, z: ArrayLike) -> Array:
        found = self._curve(np.clip(np.asarray(z, dtype=float), 0.0, self.height_m))
        return np.clip(found, 0.0, self.volume_rows_m3[-1])

    def _at(self, z: float, row: Curve) -> float:
        return float(np.interp(z, self.z_m, row))

    def area_m2(self, z: float) -> float:
        return self._at(z, self.area_rows_m2)

    def wetted_m2(self, z: float) -> float:
        return self._at(z, self.wetted_rows_m2)

    def level_m(self, volume_m3: float) -> float:
        return level_of(self, volume_m3)

    def narrow_m(self, z: float) -> float:
        return self._at(z, self.narrow_rows_m)

    def breadth_m(self, z: float) -> float:
        heights = np.linspace(0.0, max(z, 1e-9), 33)
        area = np.interp(heights, self.z_m, self.area_rows_m2)
        narrow = np.interp(heights, self.z_m, self.narrow_rows_m)
        return float((narrow * area).sum() / max(1e-12, area.sum()))

    def profile_m(self) -> Points:
        wide = np.sqrt(np.asarray(self.area_rows_m2) / max(self.widest_m2, 1e-12)) * self.half_width_m
        return [(float(w), z) for w, z in zip(wide, self.z_m, strict=True)]

    def rings_xz(self) -> list[Points]:
        return [list(ring) for ring in self.rings]

    def outline(self) -> Outline | None:
        return outline_of(self.plan_rings) if self.plan_rings else None
