"""Round insides: cylinder, cone, bowl, ring, and the gutter that runs in a ring."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from coldcradle.cradle.arc import SEGMENT_FORMULA, arc_radius_m, half_chord_m, segment_m2
from coldcradle.cradle.shapes import Array, Part, Plan, above_nothing
from coldcradle.errors import ImpossibleInput

__all__ = ["Cap", "Cylinder", "Frustum", "Gutter", "Oval", "Ring"]


def bowl_heights(depth_m: float) -> Array:
    """Heights at equal steps of angle, so that a bowl's bottom is drawn as round as its rim."""
    return np.asarray((1 - np.cos(np.linspace(0, math.pi / 2, 33))) * depth_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Frustum(Part):
    """A cone cut off, either way up. V = π z (r₀² + r₀r + r²)/3 with r the radius at z."""

    shape, name, formula = "frustum", "Cone", "π/12·h·(d₀² + d₀·(d₀ + (d₁ − d₀)·h/H) + (d₀ + (d₁ − d₀)·h/H)²)"
    bottom_m: float
    top_m: float

    def __post_init__(self) -> None:
        above_nothing(height=self.height_m, bottom_width=self.bottom_m, top_width=self.top_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        share = self.inside(z) / self.height_m
        return np.asarray((self.bottom_m + (self.top_m - self.bottom_m) * share) / 2)

    def volume_m3(self, z: ArrayLike) -> Array:
        r0, r = self.bottom_m / 2, self.half_width_m(z)
        return np.asarray(math.pi * self.inside(z) * (r0 * r0 + r0 * r + r * r) / 3)

    def wall_m2(self, z: float) -> float:
        z = float(self.inside(z))
        r0, r = self.bottom_m / 2, float(self.half_width_m(z))
        return math.pi * (r0 + r) * math.hypot(z, r - r0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Cylinder(Part):
    """Upright round walls. V = π/4 · b² · z."""

    shape, name, formula = "cylinder", "Straight round", "π/4·b²·h"
    bore_m: float

    def __post_init__(self) -> None:
        above_nothing(bore=self.bore_m, height=self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.bore_m / 2)

    def volume_m3(self, z: ArrayLike) -> Array:
        return np.asarray(math.pi / 4 * self.bore_m**2 * self.inside(z))

    def wall_m2(self, z: float) -> float:
        return math.pi * self.bore_m * float(self.inside(z))


@dataclass(frozen=True, slots=True, kw_only=True)
class Cap(Part):
    """A bowl cut from a sphere, at most half of it. V = π z² (3R - z)/3, R = (a² + h²)/(2h)."""

    shape, name, formula = "cap", "Bowl", "π·h²·(3·((d/2)² + H²)/(2·H) − h)/3"
    only_lowest = True
    rim_m: float

    def __post_init__(self) -> None:
        above_nothing(height=self.height_m, rim_width=self.rim_m)
        if self.height_m > self.rim_m / 2 * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected a bowl no deeper than half its rim ({self.rim_m * 500:g} mm), got {self.height_m * 1e3:g} mm"
            )

    @property
    def radius_m(self) -> float:
        """Radius of the sphere the bowl is cut from."""
        return arc_radius_m(width_m=self.rim_m, depth_m=self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        return half_chord_m(self.radius_m, self.inside(z))

    def volume_m3(self, z: ArrayLike) -> Array:
        z = self.inside(z)
        return np.asarray(math.pi * z * z * (3 * self.radius_m - z) / 3)

    def wall_m2(self, z: float) -> float:
        return 2 * math.pi * self.radius_m * float(self.inside(z))

    def side_xz(self) -> list[tuple[float, float]]:
        heights = bowl_heights(self.height_m)
        return [(float(w), float(h)) for w, h in zip(self.half_width_m(heights), heights, strict=True)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Oval(Part):
    """A bowl with an oval rim: half an ellipsoid. V = π/4 · l · w · (z²/H - z³/(3H²))."""

    shape, name, formula = "oval", "Oval bowl", "π/4·l·w·(h²/H − h³/(3·H²))"
    plan = Plan.OVAL
    only_lowest = True
    length_m: float
    width_m: float

    def __post_init__(self) -> None:
        above_nothing(length=self.length_m, width=self.width_m, height=self.height_m)

    def _share(self, z: ArrayLike) -> Array:
        """Width at z as a share of the rim's."""
        down = 1 - self.inside(z) / self.height_m
        return np.asarray(np.sqrt(np.maximum(0.0, 1 - down * down)))

    def half_width_m(self, z: ArrayLike) -> Array:
        return self.length_m / 2 * self._share(z)

    def narrow_m(self, z: ArrayLike) -> Array:
        return min(self.length_m, self.width_m) * self._share(z)

    def area_m2(self, z: ArrayLike) -> Array:
        return math.pi / 4 * self.length_m * self.width_m * self._share(z) ** 2

    def volume_m3(self, z: ArrayLike) -> Array:
        z = self.inside(z)
        h = self.height_m
        return np.asarray(math.pi / 4 * self.length_m * self.width_m * (z * z / h - z**3 / (3 * h * h)))

    def wall_m2(self, z: float) -> float:
        """Slope by slope round the mean of the two half axes; within 2 % for rims up to 2 : 1."""
        heights = bowl_heights(float(self.inside(z)))
        a, b = self.length_m / 2 * self._share(heights), self.width_m / 2 * self._share(heights)
        round_m = math.pi * (
            3 * (a + b) - np.sqrt((3 * a + b) * (a + 3 * b))
        )  # Ramanujan 1914, perimeter of an ellipse
        slope = np.hypot(np.diff(heights), np.diff((a + b) / 2))
        return float((slope * (round_m[1:] + round_m[:-1]) / 2).sum())

    def side_xz(self) -> list[tuple[float, float]]:
        heights = bowl_heights(self.height_m)
        return [(float(w), float(h)) for w, h in zip(self.half_width_m(heights), heights, strict=True)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Ring(Part):
    """A flat-floored channel between two round walls. V = π/4 · (D² - d²) · z."""

    shape, name, formula = "ring", "Ring mould", "π/4·(D² − d²)·h"
    plan = Plan.RING
    outer_m: float
    inner_m: float

    def __post_init__(self) -> None:
        above_nothing(outer_width=self.outer_m, inner_width=self.inner_m, height=self.height_m)
        if self.inner_m >= self.outer_m:
            raise ImpossibleInput(
                f"expected an inner width below the outer width of {self.outer_m * 1e3:g} mm, got "
                f"{self.inner_m * 1e3:g} mm"
            )

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.outer_m / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), (self.outer_m - self.inner_m) / 2)

    def area_m2(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), math.pi / 4 * (self.outer_m**2 - self.inner_m**2))

    def volume_m3(self, z: ArrayLike) -> Array:
        return np.asarray(math.pi / 4 * (self.outer_m**2 - self.inner_m**2) * self.inside(z))

    def wall_m2(self, z: float) -> float:
        return math.pi * (self.outer_m + self.inner_m) * float(self.inside(z))

    def floor_xz(self) -> list[tuple[float, float]] | None:
        o, i, h = self.outer_m / 2, self.inner_m / 2, self.height_m
        return [(-o, h), (-o, 0.0), (-i, 0.0), (-i, h), (i, h), (i, 0.0), (o, 0.0), (o, h)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Gutter(Part):
    """A round-bottomed gutter that runs in a ring: the lower half of a torus, or less.

    V = π · D · (area of the gutter's segment), by Pappus.
    """

    shape, name, formula = "gutter", "Ring mould with a round bottom", "π·D·" + SEGMENT_FORMULA
    plan = Plan.RING
    only_lowest = True
    middle_m: float
    width_m: float

    def __post_init__(self) -> None:
        above_nothing(height=self.height_m, width_from_middle_to_middle=self.middle_m, width=self.width_m)
        if self.height_m > self.width_m / 2 * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected a gutter no deeper than half its width ({self.width_m * 500:g} mm), got "
                f"{self.height_m * 1e3:g} mm"
            )
        if self.width_m >= self.middle_m:
            raise ImpossibleInput(
                f"expected a gutter narrower than its ring of {self.middle_m * 1e3:g} mm, got {self.width_m * 1e3:g} mm"
            )

    @property
    def radius_m(self) -> float:
        return arc_radius_m(width_m=self.width_m, depth_m=self.height_m)

    def _chord_m(self, z: ArrayLike) -> Array:
        return 2 * half_chord_m(self.radius_m, self.inside(z))

    def half_width_m(self, z: ArrayLike) -> Array:
        return self.middle_m / 2 + self._chord_m(z) / 2

    def narrow_m(self, z: ArrayLike) -> Array:
        return self._chord_m(z)

    def area_m2(self, z: ArrayLike) -> Array:
        return math.pi * self.middle_m * self._chord_m(z)

    def volume_m3(self, z: ArrayLike) -> Array:
        return math.pi * self.middle_m * segment_m2(self.radius_m, self.inside(z))

    def wall_m2(self, z: float) -> float:
        r = self.radius_m
        return math.pi * self.middle_m * 2 * r * math.acos(max(-1.0, 1 - float(self.inside(z)) / r))

    def floor_xz(self) -> list[tuple[float, float]] | None:
        heights = bowl_heights(self.height_m)
        half = self._chord_m(heights) / 2
        trough = [(-w, z) for w, z in zip(half[::-1], heights[::-1], strict=True)] + list(
            zip(half[1:], heights[1:], strict=True)
        )
        middle = self.middle_m / 2
        return [(float(x - middle), float(z)) for x, z in trough] + [(float(x + middle), float(z)) for x, z in trough]
