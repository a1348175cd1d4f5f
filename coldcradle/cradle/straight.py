"""Insides with straight runs: box, half-barrel, wave, S, and a prism over any outline."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from coldcradle.cradle.arc import SEGMENT_FORMULA, arc_radius_m, half_chord_m, segment_m2
from coldcradle.cradle.outline import Outline
from coldcradle.cradle.round import bowl_heights
from coldcradle.cradle.shapes import Array, Part, Plan, above_nothing
from coldcradle.errors import ImpossibleInput

__all__ = ["Barrel", "Bend", "Box", "Prism", "Wave"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Box(Part):
    """A rectangle with walls that may lean out and corners that may be round; length and width are those of the top.

    A(z) = l(z)·w(z) - (4 - π)·r², with l(z) = l - 2·(H - z)·tan δ and w(z) likewise.
    """

    shape, name, formula = "box", "Box", "l·w·h"
    plan = Plan.RECTANGLE
    length_m: float
    width_m: float
    draft_rad: float = 0.0
    corner_m: float = 0.0

    def __post_init__(self) -> None:
        above_nothing(length=self.length_m, width=self.width_m, height=self.height_m)
        if self.draft_rad < 0 or self.corner_m < 0:
            raise ImpossibleInput("expected a draft and a corner radius of at least 0")
        foot = min(self.length_m, self.width_m) - 2 * self.height_m * math.tan(self.draft_rad)
        if foot <= 0:
            raise ImpossibleInput(f"expected walls that do not meet before the bottom, got {self._lean:g}° of draft")
        if 2 * self.corner_m > foot * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected corners of at most {foot * 500:.4g} mm, half the width of the bottom, got "
                f"{self.corner_m * 1e3:g} mm"
            )

    @property
    def volume_formula(self) -> str:
        lean = " − tan(δ)·(l + w)·(H² − (H − h)²) + 4/3·tan(δ)²·(H³ − (H − h)³)" if self.draft_rad else ""
        return "l·w·h" + lean + (" − (4 − π)·r²·h" if self.corner_m else "")

    @property
    def _lean(self) -> float:
        return math.degrees(self.draft_rad)

    def _less_m(self, z: ArrayLike) -> Array:
        """How much smaller than at the top length and width are at z."""
        return np.asarray(2 * math.tan(self.draft_rad) * (self.height_m - self.inside(z)))

    @property
    def _cut_m2(self) -> float:
        return (4 - math.pi) * self.corner_m**2

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.asarray((self.length_m - self._less_m(z)) / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.asarray(min(self.length_m, self.width_m) - self._less_m(z))

    def area_m2(self, z: ArrayLike) -> Array:
        less = self._less_m(z)
        return np.asarray((self.length_m - less) * (self.width_m - less) - self._cut_m2)

    def volume_m3(self, z: ArrayLike) -> Array:
        z = self.inside(z)
        slope, full = 2 * math.tan(self.draft_rad), 2 * math.tan(self.draft_rad) * self.height_m
        l0, w0 = self.length_m - full, self.width_m - full
        return np.asarray((l0 * w0 - self._cut_m2) * z + slope * (l0 + w0) * z * z / 2 + slope * slope * z**3 / 3)

    def wall_m2(self, z: float) -> float:
        z = float(self.inside(z))
        middle = float(self._less_m(z / 2))
        round_m = 2 * (self.length_m + self.width_m - 2 * middle) - (8 - 2 * math.pi) * self.corner_m
        return round_m * z / math.cos(self.draft_rad)


@dataclass(frozen=True, slots=True, kw_only=True)
class Barrel(Part):
    """A half-barrel lying down, or less than half: a trough with flat ends. V = l · (area of a circle's segment)."""

    shape, name, formula = "barrel", "Half-barrel", "l·" + SEGMENT_FORMULA
    plan = Plan.RECTANGLE
    only_lowest = True
    length_m: float
    width_m: float

    def __post_init__(self) -> None:
        above_nothing(length=self.length_m, width=self.width_m, height=self.height_m)
        if self.height_m > self.width_m / 2 * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected a trough no deeper than half its width ({self.width_m * 500:g} mm), got "
                f"{self.height_m * 1e3:g} mm"
            )

    @property
    def radius_m(self) -> float:
        """Radius of the barrel."""
        return arc_radius_m(width_m=self.width_m, depth_m=self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        return half_chord_m(self.radius_m, self.inside(z))

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.minimum(self.length_m, 2 * self.half_width_m(z))

    def area_m2(self, z: ArrayLike) -> Array:
        return self.length_m * 2 * self.half_width_m(z)

    def volume_m3(self, z: ArrayLike) -> Array:
        return self.length_m * segment_m2(self.radius_m, self.inside(z))

    def wall_m2(self, z: float) -> float:
        arc = 2 * self.radius_m * math.acos(max(-1.0, 1 - float(self.inside(z)) / self.radius_m))
        return arc * self.length_m + 2 * float(self.volume_m3(z)) / self.length_m

    def side_xz(self) -> list[tuple[float, float]]:
        heights = bowl_heights(self.height_m)
        return [(float(w), float(h)) for w, h in zip(self.half_width_m(heights), heights, strict=True)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Wave(Part):
    """A waved floor between four upright walls: whole waves over the length, each `rise_m` from trough to crest.

    Below the crests A(z) = l·w·θ/π with θ = acos(1 - 2z/a); V = l·w·a/(2π)·(sin θ - θ·cos θ); above them like a box.
    """

    shape, name, formula = (
        "wave",
        "Wave",
        "l·w·(a/(2·π)·(sin(acos(max(−1, 1 − 2·h/a))) − acos(max(−1, 1 − 2·h/a))·max(−1, 1 − 2·h/a)) + max(0, h − a))",
    )
    plan = Plan.RECTANGLE
    only_lowest = True
    length_m: float
    width_m: float
    rise_m: float
    waves: float = 1.0

    def __post_init__(self) -> None:
        above_nothing(length=self.length_m, width=self.width_m, height=self.height_m, height_of_the_wave=self.rise_m)
        if self.rise_m > self.height_m * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected a wave no higher than the brim at {self.height_m * 1e3:g} mm, got {self.rise_m * 1e3:g} mm"
            )
        if abs(2 * self.waves - round(2 * self.waves)) > 1e-9 or self.waves <= 0:
            raise ImpossibleInput(f"expected whole or half waves, got {self.waves:g}")

    def _angle(self, z: ArrayLike) -> Array:
        return np.asarray(np.arccos(np.clip(1 - 2 * self.inside(z) / self.rise_m, -1.0, 1.0)))

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.length_m / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        below = np.asarray(z) < self.rise_m
        trough = self.length_m / self.waves * self._angle(z) / math.pi
        return np.minimum(self.width_m, np.where(below, trough, self.length_m))

    def area_m2(self, z: ArrayLike) -> Array:
        return self.length_m * self.width_m * self._angle(z) / math.pi

    def volume_m3(self, z: ArrayLike) -> Array:
        angle, plain = self._angle(z), self.length_m * self.width_m
        above = np.maximum(0.0, self.inside(z) - self.rise_m)
        return np.asarray(plain * (self.rise_m / (2 * math.pi) * (np.sin(angle) - angle * np.cos(angle)) + above))

    @property
    def floor_m2(self) -> float:
        return 0.0

    def wall_m2(self, z: float) -> float:
        x, floor = self._floor()
        middle = (floor[1:] + floor[:-1]) / 2
        covered = middle <= z
        curved = float((np.hypot(np.diff(x), np.diff(floor)) * covered).sum()) * self.width_m
        ends = self.width_m * sum(max(0.0, float(self.inside(z)) - float(edge)) for edge in (floor[0], floor[-1]))
        return curved + 2 * float(self.volume_m3(z)) / self.width_m + ends

    def _floor(self) -> tuple[Array, Array]:
        x = np.linspace(-self.length_m / 2, self.length_m / 2, 40 * math.ceil(self.waves) + 1)
        turn = 2 * math.pi * self.waves * (x / self.length_m + 0.5)
        return x, np.asarray(self.rise_m / 2 * (1 - np.cos(turn)))

    def floor_xz(self) -> list[tuple[float, float]] | None:
        x, floor = self._floor()
        brim = self.height_m
        edge = [(float(a), float(b)) for a, b in zip(x, floor, strict=True)]
        return [(edge[0][0], brim), *edge, (edge[-1][0], brim)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Bend(Wave):
    """An S: half a wave, low on one side and high on the other."""

    shape, name = "bend", "S profile"
    waves: float = 0.5

    def __post_init__(self) -> None:
        # slots and inheritance: the zero-argument form of super() would look in the wrong class
        Wave.__post_init__(self)


@dataclass(frozen=True, slots=True, kw_only=True)
class Prism(Part):
    """Upright walls over any outline, drawn to a scale. V = s²·A·z; `grow_m` moves its whole edge outwards."""

    shape, name, formula = "prism", "Outline", "s²·A·h"
    plan = Plan.OUTLINE
    outline: Outline
    scale: float = 1.0
    grow_m: float = 0.0

    def __post_init__(self) -> None:
        above_nothing(height=self.height_m)
        if not (math.isfinite(self.scale) and self.scale > 0):
            raise ImpossibleInput(f"expected a scale above 0 %, got {self.scale * 100:g} %")

    @property
    def volume_formula(self) -> str:
        return "(s²·A + s·P·e)·h"

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.outline.width_m * self.scale / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.outline.bulk_m * self.scale)

    @property
    def _area_m2(self) -> float:
        return self.outline.area_m2 * self.scale**2 + self.outline.perimeter_m * self.scale * self.grow_m

    def area_m2(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self._area_m2)

    def volume_m3(self, z: ArrayLike) -> Array:
        return np.asarray(self._area_m2 * self.inside(z))

    def wall_m2(self, z: float) -> float:
        return self.outline.perimeter_m * self.scale * float(self.inside(z))
