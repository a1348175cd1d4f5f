"""The room inside a cradle, put together from simple shapes: set on one another, less what stands in it."""

from __future__ import annotations

import functools
import itertools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import ArrayLike

from coldcradle.cradle.cores import is_too_wide
from coldcradle.cradle.outline import Outline
from coldcradle.cradle.round import Cap, Cylinder, Frustum, Gutter, Oval, Ring
from coldcradle.cradle.shapes import SIZES, Array, Part, Plan, attribute, sizes_of
from coldcradle.cradle.straight import Barrel, Bend, Box, Prism, Wave
from coldcradle.errors import ImpossibleInput

__all__ = ["CORE_SHAPES", "PARTS", "Core", "Room", "Stack", "level_of"]

PARTS: Mapping[str, type[Part]] = {
    kind.shape: kind for kind in (Cylinder, Frustum, Box, Cap, Oval, Barrel, Ring, Gutter, Wave, Bend, Prism)
}
CORE_SHAPES: tuple[str, ...] = ("cylinder", "frustum", "box", "prism")
Points = list[tuple[float, float]]


class Room(Protocol):
    """The room of a cradle, however it was found.

    Heights z count from the deepest point; lengths m, areas m², volumes m³.
    """

    @property
    def height_m(self) -> float: ...
    @property
    def plan(self) -> Plan: ...
    @property
    def widest_m2(self) -> float:
        """The largest horizontal area."""
        ...

    @property
    def half_width_m(self) -> float:
        """Half the largest width seen in the section."""
        ...

    @property
    def span_m(self) -> tuple[float, float]:
        """Largest size across the section and into the sheet."""
        ...

    def volume_m3(self, z: ArrayLike) -> Array: ...
    def area_m2(self, z: float) -> float: ...
    def wetted_m2(self, z: float) -> float:
        """Floor, walls and ledges that the glass touches when it stands at z."""
        ...

    def level_m(self, volume_m3: float) -> float:
        """Height at which a volume stands; raises ImpossibleInput above the brim."""
        ...

    def breadth_m(self, z: float) -> float:
        """The bulkiest part's mean narrow width below z: what decides how far heat must travel sideways."""
        ...

    def narrow_m(self, z: float) -> float:
        """The smaller horizontal size at z."""
        ...

    def profile_m(self) -> Points:
        """(half width, height) of the section's right side, as a symmetrical stand-in."""
        ...

    def rings_xz(self) -> list[Points]:
        """The section as closed rings (x, z); what lies in an odd number of them is room."""
        ...

    def outline(self) -> Outline | None:
        """The plan, where it is more than a rectangle or a circle."""
        ...


def level_of(room: Room, volume_m3: float) -> float:
    """Height at which a volume stands in a room."""
    from scipy.optimize import brentq  # takes half a second to load

    full = float(room.volume_m3(room.height_m))
    if volume_m3 < 0 or volume_m3 > full * (1 + 1e-12):
        raise ImpossibleInput(f"expected a volume between 0 and {full * 1e6:.0f} mL, got {volume_m3 * 1e6:.0f} mL")
    if volume_m3 <= 0 or volume_m3 >= full:
        return 0.0 if volume_m3 <= 0 else room.height_m
    found = brentq(lambda z: float(room.volume_m3(z)) - volume_m3, 0.0, room.height_m, xtol=1e-12)
    return float(found)


@dataclass(frozen=True, slots=True)
class Core:
    """Something solid that stands in the room, its foot at `base_m`."""

    part: Part
    base_m: float


@dataclass(frozen=True)
class Stack:
    """Parts set on one another, the first at the bottom, less the cores that stand in them."""

    parts: tuple[Part, ...]
    cores: tuple[Core, ...] = ()

    def __post_init__(self) -> None:
        if not self.parts:
            raise ImpossibleInput("expected at least one shape in the cradle, got none")
        for part in self.parts[1:]:
            if part.only_lowest:
                raise ImpossibleInput(
                    f"expected a {part.name.lower()} only at the bottom of the stack, got one higher up"
                )
        for core in self.cores:
            if core.part.shape not in CORE_SHAPES:
                raise ImpossibleInput(f"expected a core with a flat foot, got a {core.part.name.lower()}")
        if self.cores:
            self._check_cores()

    def _check_cores(self) -> None:
        """A core wider than the room at any height is refused; it may stand higher than the brim."""
        for core in self.cores:
            for z in np.linspace(core.base_m, min(self.height_m, core.base_m + core.part.height_m), 17):
                part, inside = self.part_at(float(z))
                if is_too_wide(core.part, float(z - core.base_m), part, inside) or self.area_m2(float(z)) <= 0:
                    raise ImpossibleInput(
                        f"expected a core that leaves room round it; at {z * 1e3:.0f} mm it is as wide as the cradle"
                    )

    @functools.cached_property
    def height_m(self) -> float:
        return sum(part.height_m for part in self.parts)

    @property
    def plan(self) -> Plan:
        return self.parts[-1].plan

    @property
    def widest_m2(self) -> float:
        return max(float(part.area_m2(part.height_m)) for part in self.parts)

    @property
    def half_width_m(self) -> float:
        return max(float(part.half_width_m(z)) for part in self.parts for z in (0.0, part.height_m))

    @property
    def span_m(self) -> tuple[float, float]:
        across = 2 * self.half_width_m
        into = [getattr(part, "width_m", None) for part in self.parts if part.plan in (Plan.RECTANGLE, Plan.OVAL)]
        into += [part.outline.depth_m * part.scale for part in self.parts if isinstance(part, Prism)]
        if any(part.shape == "barrel" for part in self.parts):  # its length runs into the sheet
            into = [getattr(part, "length_m", across) for part in self.parts]
        return across, max((float(w) for w in into if w), default=across)

    @functools.cached_property
    def bases_m(self) -> tuple[float, ...]:
        """Height of each part's bottom."""
        return tuple(itertools.accumulate((p.height_m for p in self.parts[:-1]), initial=0.0))

    def part_at(self, z: float) -> tuple[Part, float]:
        """The part that contains height z, and z measured inside it."""
        part, base = self.parts[0], 0.0
        for part, base in zip(self.parts, self.bases_m, strict=True):
            if z <= base + part.height_m:
                break
        return part, min(z - base, part.height_m)

    def volume_m3(self, z: ArrayLike) -> Array:
        """Volume below height z, clipped to the brim."""
        at: Array = np.asarray(np.minimum(np.maximum(z, 0.0), self.height_m))
        total = np.zeros(np.shape(at))
        for part, base in zip(self.parts, self.bases_m, strict=True):
            total = total + part.volume_m3(at - base)
        for core in self.cores:
            total = total - core.part.volume_m3(at - core.base_m)
        return total

    def _cores_at(self, z: float) -> list[tuple[Core, float]]:
        return [(c, z - c.base_m) for c in self.cores if c.base_m <= z <= c.base_m + c.part.height_m]

    def has_core_at(self, z: float) -> bool:
        """Whether a core stands at this height."""
        return bool(self._cores_at(z))

    def area_m2(self, z: float) -> float:
        part, inside = self.part_at(z)
        return float(part.area_m2(inside)) - sum(float(c.part.area_m2(h)) for c, h in self._cores_at(z))

    def wetted_m2(self, z: float) -> float:
        total = self.parts[0].floor_m2
        below: Part | None = None
        for part, base in zip(self.parts, self.bases_m, strict=True):
            if z <= base:
                break
            if below is not None:
                total += abs(float(part.area_m2(0.0)) - float(below.area_m2(below.height_m)))
            total += part.wall_m2(z - base)
            below = part
        for core in self.cores:
            if z > core.base_m:
                total += core.part.wall_m2(z - core.base_m)
                if core.base_m <= 0:
                    total -= core.part.floor_m2
                if z > core.base_m + core.part.height_m:
                    total += float(core.part.area_m2(core.part.height_m))
        return total

    def level_m(self, volume_m3: float) -> float:
        return level_of(self, volume_m3)

    def narrow_m(self, z: float) -> float:
        part, inside = self.part_at(z)
        narrow = float(part.narrow_m(inside))
        widest = max((float(c.part.narrow_m(h)) for c, h in self._cores_at(z)), default=0.0)
        return narrow if widest <= 0 else (narrow - widest) / 2  # the core stands in the middle

    def breadth_m(self, z: float) -> float:
        widest = 0.0
        for part, base in zip(self.parts, self.bases_m, strict=True):
            top = min(z - base, part.height_m)
            if top > 0:
                heights = np.linspace(0.0, top, 33)
                narrow, area = part.narrow_m(heights), part.area_m2(heights)
                if self.cores:
                    narrow = np.array([self.narrow_m(base + float(h)) for h in heights])
                    area = np.array([self.area_m2(base + float(h)) for h in heights])
                widest = max(widest, float((narrow * area).sum() / max(1e-12, area.sum())))
        return widest

    def profile_m(self) -> Points:
        return [(w, base + h) for part, base in zip(self.parts, self.bases_m, strict=True) for w, h in (part.side_xz())]

    def rings_xz(self) -> list[Points]:
        lowest = self.parts[0].floor_xz()
        if lowest is None:
            side = self.parts[0].side_xz()
            lowest = [(-w, z) for w, z in reversed(side)] + side
        left: Points = []
        right: Points = []
        for part, base in zip(self.parts[1:], self.bases_m[1:], strict=True):
            edge = part.floor_xz()
            if edge is not None:  # a ring set on a ring
                half = len(edge) // 2
                left = [(x, z + base) for x, z in edge[:half]] + left
                right = right + [(x, z + base) for x, z in edge[half:]]
                continue
            side = [(w, base + z) for w, z in part.side_xz()]
            left = [(-w, z) for w, z in reversed(side)] + left
            right = right + side
        rings = [[*left, *lowest, *right]]
        for core in self.cores:
            side = [(w, min(core.base_m + z, self.height_m)) for w, z in core.part.side_xz()]
            rings.append([(-w, z) for w, z in reversed(side)] + side)
        return rings

    def outline(self) -> Outline | None:
        for part in reversed(self.parts):
            if isinstance(part, Prism):
                return part.outline.scaled(part.scale)
        return None

    def sizes(self) -> list[tuple[int, str, float]]:
        """Every measured size as (part number, name, SI value), in a fixed order; cores are numbered after the parts.

        A draft or a corner of nothing is not a measured size. An outline's edge counts as one of size 0.
        """
        return list(self._sizes)

    @functools.cached_property
    def _sizes(self) -> list[tuple[int, str, float]]:
        found: list[tuple[int, str, float]] = []
        for index, part in enumerate((*self.parts, *(c.part for c in self.cores))):
            for name in sizes_of(type(part)):
                value = float(getattr(part, attribute(name)))
                if name == "waves" or (SIZES[name].default is not None and value == 0):
                    continue
                found.append((index, name, value))
            if isinstance(part, Prism):
                found.append((index, "grow", 0.0))
        return found

    def with_sizes(self, values: Sequence[float]) -> Stack:
        """The same stack with other sizes, in the order of `sizes`."""
        changed: dict[int, dict[str, float]] = {}
        for (index, name, _), value in zip(self._sizes, values, strict=True):
            changed.setdefault(index, {})["grow_m" if name == "grow" else attribute(name)] = value
        parts = tuple(p.with_values(changed.get(i, {})) for i, p in enumerate(self.parts))
        many = len(self.parts)
        cores = tuple(Core(c.part.with_values(changed.get(many + i, {})), c.base_m) for i, c in enumerate(self.cores))
        return Stack(parts, cores)
