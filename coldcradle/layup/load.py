"""What lay-up hands on to heat: the glass as it will be, what is round it, and how it lies."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import Form, GlassProperties
from coldcradle.layup.bodies import ColdBody, Shade
from coldcradle.layup.deform.hung import Hung
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.inputs import Entering, Relief, Support, Wet
from coldcradle.layup.outcome import Raised

__all__ = ["Load", "Thickness"]

_SAME = 0.02  # bodies that differ by less are one


@dataclass(frozen=True, slots=True, kw_only=True)
class Thickness:
    """How thick what comes out is: its thickest place, and what heat counts, with its standard uncertainty, m.

    `relief` is what makes it count as more; `is_stepped`: as a step in the glass has it, not as it was told.
    """

    thickest_m: float
    counted_m: float
    counted_u_m: float
    relief: Relief
    is_stepped: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """The glass as it goes in and as it will be, the mould round it, and what else stands in the kiln.

    `cold` are the solid pieces that go in: by them it is warmed. `thick` is of what comes out and is annealed;
    `sheet_m` is the sheet that moves, without relief. `is_closed`: it is a wall closed in itself, or a shell curved
    both ways, and cannot bow; `is_core_shut`: on its inner side nothing leaves. `shade`: it does not cool alike over
    its area. `raised` is what is beside its thickest place. More heat work than `most_work_per_pa` and it runs further
    than what is done to it bears. `rated_c` is the heat the mould stands. `breadth_m` is its narrowest way across,
    `widest_m` the longest; `mould_m3` the mould's outside and its room. `top_m` is how high it stands cold above its
    floor. `span_m` and `depth_m` say what way is free to move and how far it shall go, None where nothing moves freely;
    `press_kg` lies on all `piles` alike, `pile_m` high, and presses them to `press_to_m`. `movement` is the way of a
    sheet that comes down. `beside_j_per_k` is the heat capacity of what else lies in the same kiln.
    """

    kind: GlassProperties
    form: Form
    material: Material
    rated_c: float
    wall_m: float
    thick: Thickness
    sheet_m: float
    breadth_m: float
    widest_m: float
    glass_kg: float
    mould_kg: float
    mould_m3: tuple[float, float]
    outer_width_m: float
    outer_height_m: float
    top_m: float
    support: Support
    entering: Entering
    wet: Wet
    span_m: float | None = None
    depth_m: float | None = None
    press_kg: float = 0.0
    press_to_m: float | None = None
    piles: int = 1
    pile_m: float = 0.0
    furniture_kg: float = 0.0
    beside_j_per_k: float = 0.0
    movement: Movement | None = None
    hung: Hung | None = None
    cold: tuple[ColdBody, ...] = ()
    shade: Shade | None = None
    is_closed: bool = False
    is_core_shut: bool = False
    most_work_per_pa: float = math.inf
    raised: Raised | None = None

    @property
    def thickness_m(self) -> float:
        """The thickness that heat counts, m."""
        return self.thick.counted_m

    @property
    def is_one_body(self) -> bool:
        """Whether one solid piece goes in and the same comes out: then there is one run for both."""
        if len(self.cold) != 1 or self.cold[0].is_loose:
            return False
        body = self.cold[0]
        return abs(body.thickness_m - self.thickness_m) <= _SAME * self.thickness_m

    @property
    def is_solid(self) -> bool:
        """Whether anything solid goes in that can snap as it is warmed."""
        return any(not body.is_loose for body in self.cold)

    @property
    def heat_capacity_j_per_k(self) -> float:
        """Of all that lies in the kiln: 1100 J/kg/K for hot glass and 1000 for shelves (from memory)."""
        return self.own_j_per_k + self.furniture_kg * 1000.0 + self.beside_j_per_k

    @property
    def own_j_per_k(self) -> float:
        """Heat capacity of the glass and its mould, J/K."""
        return self.glass_kg * 1100.0 + self.mould_kg * self.material.heat_capacity_j_kg_k
