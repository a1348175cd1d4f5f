"""What lay-up hands on to heat: the glass as it will be, what is round it, and how it lies."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import Form, GlassProperties
from coldcradle.layup.bodies import ColdBody, Shade
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.inputs import Entering, Relief, Support, Wet
from coldcradle.layup.outcome import Raised
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given

__all__ = ["Load", "thickness_said", "with_relief"]

_SAME = 0.02  # bodies that differ by less are one
_STEEP = 2.0  # a step to more than so many times the thickness beside it is sharp; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """The glass as it goes in and as it will be, the mould round it, and what else stands in the kiln.

    `cold` are the solid pieces that go in: by them it is warmed. `thickness` is of what comes out and is annealed: its
    thickest place, with relief put on it; `sheet_m` is the sheet that moves, without relief. `is_closed`: it is a wall
    closed in itself, or a shell curved both ways, and cannot bow; `is_core_shut`: on its inner side nothing leaves.
    `shade`: it does not cool alike over its area. `raised` is what is beside its thickest place, `thickest_m` without
    relief. More heat work than `most_work_per_pa` and it runs further than what
    is done to it bears. `rated_c` is the heat the mould stands.
    `breadth_m` is its narrowest way across, `widest_m` the longest; `mould_m3` the mould's outside and
    its room. `top_m` is how high it stands cold above its floor. `span_m` and `depth_m` say what way is free to
    move and how far it shall go, None where nothing moves freely; `press_kg` lies on all `piles` alike, `pile_m` high,
    and presses them to `press_to_m`. `movement` is the way of a sheet that comes down.
    """

    kind: GlassProperties
    form: Form
    material: Material
    rated_c: float
    wall_m: float
    thickness: Figure
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
    movement: Movement | None = None
    cold: tuple[ColdBody, ...] = ()
    shade: Shade | None = None
    is_closed: bool = False
    is_core_shut: bool = False
    most_work_per_pa: float = math.inf
    raised: Raised | None = None
    thickest_m: float = 0.0

    @property
    def is_one_body(self) -> bool:
        """Whether one solid piece goes in and the same comes out: then there is one run for both."""
        if len(self.cold) != 1 or self.cold[0].is_loose:
            return False
        body = self.cold[0]
        return abs(body.thickness_m - self.thickness.value) <= _SAME * self.thickness.value

    @property
    def is_solid(self) -> bool:
        """Whether anything solid goes in that can snap as it is warmed."""
        return any(not body.is_loose for body in self.cold)

    @property
    def heat_capacity_j_per_k(self) -> float:
        """Of glass, mould and shelves together, with 1100 J/kg/K for hot glass and 1000 for shelves (from memory)."""
        return self.glass_kg * 1100.0 + self.mould_kg * self.material.heat_capacity_j_kg_k + self.furniture_kg * 1000.0


def thickness_said(thickness_m: float) -> Figure:
    """A thickness that somebody has said instead of the one worked out, m."""
    return derive(
        "thickness_said",
        "Thickest",
        "length",
        lambda d: d,
        [given("as you said", "d", thickness_m, "length")],
        words="The thickness you gave for this firing.",
        formula="d",
        source=CHOICE,
    )


def with_relief(thickness: Figure, relief: Relief, raised: Raised | None = None) -> Figure:
    """The thickness as it counts in heat: where raised parts meet the sheet heat is slow to leave.

    `raised`: what is beside its thickest place; a step of more than 2 to 1 counts as sharp relief, a lower one as soft.
    """
    word, times = f"{relief} relief", relief.times
    if raised is not None:
        by_step = Relief.SHARP if thickness.value > _STEEP * raised.base_m else Relief.SOFT
        if by_step.times > times:
            word, times = f"a {by_step} step or fold", by_step.times
    if times == 1.0:
        return thickness
    said = [say("1.5 for soft relief, 2 for sharp: common practice, no source")]
    if raised is not None:
        said.append(say("beside its thickest place it is {d}", d=show(round(raised.base_m, 4), "length")))
    return derive(
        "thickness_relief",
        "Thickest, with its relief",
        "length",
        lambda d, f: d * f,
        [thickness.given("d"), given(word, "f", times, "count")],
        words="Where raised parts meet the sheet heat is slow to leave: the piece counts as thicker.",
        formula="d·f",
        source=PRACTICE,
        assumptions=said,
    )
