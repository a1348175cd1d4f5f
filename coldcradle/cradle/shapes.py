"""Inside shapes of a cradle: box, cylinder, cone frustum, spherical cap, and a stack of these.

Every function of height takes z in metres above the part's own bottom, scalar or array, and clips it to the part.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields
from typing import ClassVar, Protocol

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import brentq

from coldcradle.errors import ImpossibleInput

__all__ = ["PARTS", "Box", "Cap", "Cylinder", "Frustum", "Part", "Stack"]

Array = NDArray[np.float64]


def _above_nothing(**lengths: float) -> None:
    for name, value in lengths.items():
        if not (math.isfinite(value) and value > 0):
            raise ImpossibleInput(f"expected a {name} above 0 mm, got {value * 1e3:g} mm")


class Part(Protocol):
    """One simple shape of a stack. Lengths in m, areas m², volumes m³."""

    shape: ClassVar[str]
    plan: ClassVar[str]

    @property
    def height_m(self) -> float: ...
    def half_width_m(self, z: ArrayLike) -> Array:
        """Half the width seen in the section, at height z."""
        ...

    def narrow_m(self, z: ArrayLike) -> Array:
        """The smaller horizontal size at height z."""
        ...

    def area_m2(self, z: ArrayLike) -> Array:
        """Horizontal area at height z."""
        ...

    def volume_m3(self, z: ArrayLike) -> Array:
        """Volume from the part's bottom up to z."""
        ...

    def wall_m2(self, z: float) -> float:
        """Area of the side wall from the bottom up to z."""
        ...


@dataclass(frozen=True, slots=True, kw_only=True)
class Box:
    """Upright walls over a rectangle. V = l·w·z."""

    length_m: float
    width_m: float
    height_m: float
    shape: ClassVar[str] = "box"
    plan: ClassVar[str] = "rectangle"

    def __post_init__(self) -> None:
        _above_nothing(length=self.length_m, width=self.width_m, height=self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.length_m / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), min(self.length_m, self.width_m))

    def area_m2(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.length_m * self.width_m)

    def volume_m3(self, z: ArrayLike) -> Array:
        return self.length_m * self.width_m * np.clip(z, 0.0, self.height_m)

    def wall_m2(self, z: float) -> float:
        return 2 * (self.length_m + self.width_m) * min(max(z, 0.0), self.height_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Frustum:
    """A cone cut off, either way up. V = π z (r₀² + r₀r + r²)/3 with r the radius at z."""

    bottom_m: float
    top_m: float
    height_m: float
    shape: ClassVar[str] = "frustum"
    plan: ClassVar[str] = "round"

    def __post_init__(self) -> None:
        _above_nothing(height=self.height_m)
        _above_nothing(**{"bottom width": self.bottom_m, "top width": self.top_m})

    def half_width_m(self, z: ArrayLike) -> Array:
        share = np.clip(z, 0.0, self.height_m) / self.height_m
        return np.asarray((self.bottom_m + (self.top_m - self.bottom_m) * share) / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return 2 * self.half_width_m(z)

    def area_m2(self, z: ArrayLike) -> Array:
        return math.pi * self.half_width_m(z) ** 2

    def volume_m3(self, z: ArrayLike) -> Array:
        r0, r = self.bottom_m / 2, self.half_width_m(z)
        return np.asarray(math.pi * np.clip(z, 0.0, self.height_m) * (r0 * r0 + r0 * r + r * r) / 3)

    def wall_m2(self, z: float) -> float:
        z = min(max(z, 0.0), self.height_m)
        r0, r = self.bottom_m / 2, float(self.half_width_m(z))
        return math.pi * (r0 + r) * math.hypot(z, r - r0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Cylinder:
    """Upright round walls. V = π/4 · b² · z."""

    bore_m: float
    height_m: float
    shape: ClassVar[str] = "cylinder"
    plan: ClassVar[str] = "round"

    def __post_init__(self) -> None:
        _above_nothing(bore=self.bore_m, height=self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.bore_m / 2)

    def narrow_m(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), self.bore_m)

    def area_m2(self, z: ArrayLike) -> Array:
        return np.full(np.shape(z), math.pi / 4 * self.bore_m**2)

    def volume_m3(self, z: ArrayLike) -> Array:
        return math.pi / 4 * self.bore_m**2 * np.clip(z, 0.0, self.height_m)

    def wall_m2(self, z: float) -> float:
        return math.pi * self.bore_m * min(max(z, 0.0), self.height_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Cap:
    """A bowl cut from a sphere, at most half of it. V = π z² (3R - z)/3, R = (a² + h²)/(2h)."""

    rim_m: float
    height_m: float
    shape: ClassVar[str] = "cap"
    plan: ClassVar[str] = "round"

    def __post_init__(self) -> None:
        _above_nothing(height=self.height_m)
        _above_nothing(**{"rim width": self.rim_m})
        if self.height_m > self.rim_m / 2 * (1 + 1e-9):
            raise ImpossibleInput(
                f"expected a bowl no deeper than half its rim ({self.rim_m * 500:g} mm), got {self.height_m * 1e3:g} mm"
            )

    @property
    def radius_m(self) -> float:
        """Radius of the sphere the bowl is cut from."""
        return ((self.rim_m / 2) ** 2 + self.height_m**2) / (2 * self.height_m)

    def half_width_m(self, z: ArrayLike) -> Array:
        z = np.clip(z, 0.0, self.height_m)
        return np.asarray(np.sqrt(np.maximum(0.0, 2 * self.radius_m * z - z * z)))

    def narrow_m(self, z: ArrayLike) -> Array:
        return 2 * self.half_width_m(z)

    def area_m2(self, z: ArrayLike) -> Array:
        return math.pi * self.half_width_m(z) ** 2

    def volume_m3(self, z: ArrayLike) -> Array:
        z = np.clip(z, 0.0, self.height_m)
        return np.asarray(math.pi * z * z * (3 * self.radius_m - z) / 3)

    def wall_m2(self, z: float) -> float:
        return 2 * math.pi * self.radius_m * min(max(z, 0.0), self.height_m)


PARTS: Mapping[str, type[Box] | type[Frustum] | type[Cylinder] | type[Cap]] = {
    kind.shape: kind for kind in (Cylinder, Frustum, Box, Cap)
}


@dataclass(frozen=True, slots=True)
class Stack:
    """Parts set on one another, the first at the bottom; heights z count from the deepest point (m)."""

    parts: tuple[Part, ...]

    def __post_init__(self) -> None:
        if not self.parts:
            raise ImpossibleInput("expected at least one shape in the cradle, got none")
        if any(part.shape == "cap" for part in self.parts[1:]):
            raise ImpossibleInput("expected a bowl only at the bottom of the stack, got one higher up")

    @property
    def height_m(self) -> float:
        return sum(part.height_m for part in self.parts)

    @property
    def bases_m(self) -> tuple[float, ...]:
        """Height of each part's bottom."""
        return tuple(float(b) for b in np.cumsum([0.0, *(p.height_m for p in self.parts[:-1])]))

    def part_at(self, z: float) -> tuple[Part, float]:
        """The part that contains height z, and z measured inside it."""
        part, base = self.parts[0], 0.0
        for part, base in zip(self.parts, self.bases_m, strict=True):
            if z <= base + part.height_m:
                break
        return part, min(z - base, part.height_m)

    def volume_m3(self, z: ArrayLike) -> Array:
        """Volume below height z, clipped to the brim."""
        z = np.asarray(z, dtype=float)
        total = np.zeros(z.shape)
        for part, base in zip(self.parts, self.bases_m, strict=True):
            total = total + part.volume_m3(z - base)
        return total

    def area_m2(self, z: float) -> float:
        part, inside = self.part_at(z)
        return float(part.area_m2(inside))

    def wetted_m2(self, z: float) -> float:
        """Floor, walls and ledges that the glass touches when it stands at z."""
        first = self.parts[0]
        total = 0.0 if first.shape == "cap" else float(first.area_m2(0.0))
        below: Part | None = None
        for part, base in zip(self.parts, self.bases_m, strict=True):
            if z <= base:
                break
            if below is not None:
                total += abs(float(part.area_m2(0.0)) - float(below.area_m2(below.height_m)))
            total += part.wall_m2(z - base)
            below = part
        return total

    def level_m(self, volume_m3: float) -> float:
        """Height at which a volume stands; raises ImpossibleInput above the brim."""
        full = float(self.volume_m3(self.height_m))
        if volume_m3 < 0 or volume_m3 > full * (1 + 1e-12):
            raise ImpossibleInput(f"expected a volume between 0 and {full * 1e6:.0f} mL, got {volume_m3 * 1e6:.0f} mL")
        if volume_m3 <= 0 or volume_m3 >= full:
            return 0.0 if volume_m3 <= 0 else self.height_m
        found = brentq(lambda z: float(self.volume_m3(z)) - volume_m3, 0.0, self.height_m, xtol=1e-12)
        return float(found)

    def breadth_m(self, z: float) -> float:
        """The bulkiest part's mean narrow width below z: what decides how far heat must travel sideways."""
        widest = 0.0
        for part, base in zip(self.parts, self.bases_m, strict=True):
            top = min(z - base, part.height_m)
            if top > 0:
                heights = np.linspace(0.0, top, 33)
                narrow, area = part.narrow_m(heights), part.area_m2(heights)
                widest = max(widest, float((narrow * area).sum() / area.sum()))
        return widest

    def profile_m(self, z: float | None = None) -> list[tuple[float, float]]:
        """Points (half width, height) of the section's right side, from the deepest point up to z."""
        top = self.height_m if z is None else z
        points: list[tuple[float, float]] = []
        for part, base in zip(self.parts, self.bases_m, strict=True):
            inside = min(top - base, part.height_m)
            if inside <= 0:
                break
            curved = part.shape == "cap"
            # a bowl is drawn at equal steps of angle, so that its bottom is as round as its rim
            steps = (1 - np.cos(np.linspace(0, math.pi / 2, 33))) * inside if curved else np.array([0.0, inside])
            points += [(float(w), base + float(h)) for w, h in zip(part.half_width_m(steps), steps, strict=True)]
        return points

    def sizes(self) -> list[tuple[int, str, float]]:
        """Every measured size as (part number, field name, metres), in a fixed order."""
        return [
            (index, field.name, float(getattr(part, field.name)))
            for index, part in enumerate(self.parts)
            for field in fields(part)  # type: ignore[arg-type]  # every part is a dataclass; a Protocol cannot say so
        ]

    def with_sizes(self, values: Sequence[float]) -> Stack:
        """The same stack with other sizes, in the order of `sizes`."""
        at, parts = iter(values), []
        for part in self.parts:
            parts.append(type(part)(**{f.name: next(at) for f in fields(part)}))  # type: ignore[arg-type]
        return Stack(tuple(parts))
