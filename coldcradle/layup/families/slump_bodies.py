"""The glass of a slump as heat sees it: how thick it ends, what shades it, and whether it can bow."""

from __future__ import annotations

import math
import operator
from dataclasses import replace

from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.walls import goes_round
from coldcradle.layup.blank import Blank
from coldcradle.layup.bodies import ColdBody, SectionZone, Shade
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.cold import Shading
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.slump_figures import formed_room
from coldcradle.layup.families.slump_pool import pool_depth
from coldcradle.layup.inputs import Support
from coldcradle.layup.load import Load
from coldcradle.layup.outcome import Raised
from coldcradle.quantity.reason import because
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["cannot_bow", "hot_thickness", "ring_shading", "with_foot"]

_FEELS_M = 0.002
_GATHERS = 1.1  # drawn together by less than that a sheet counts as it went in
_SHELL = 3.0  # times √(R·h): wider than that a shell curved both ways cannot bow (edge effect of shells, Timoshenko)


def _gathered(blank: Blank, movement: Movement | None) -> Figure:
    """The sheet where it is drawn together as its rim slides in."""
    if movement is None:
        return blank.thickest
    times = max(float(way.thickness[-1].max()) for way in (movement.slides, movement.held)) / blank.thickness.value
    if not math.isfinite(times) or times <= _GATHERS:
        return blank.thickest
    return derive(
        "gathered_thickness",
        "Thickest once formed",
        "length",
        operator.mul,
        [blank.thickest.given("d", "thickest stack"), given("drawn together by", "k", times, "count")],
        words="Where the rim slides in, the sheet is drawn together and becomes thicker.",
        formula="d·k",
        source=published("the sheet followed step by step; volume is kept"),
    )


def hot_thickness(laying: LayupRequest, blank: Blank, movement: Movement | None) -> tuple[Figure, Raised | None]:
    """The thickest glass that comes out, and what is beside it."""
    if laying.traits.pools:
        return pool_depth(laying, blank), None
    layup = laying.layup
    if not laying.traits.drops_through:
        return _gathered(blank, movement), blank.raised
    if layup.foot_m <= 0:
        return blank.thickest, blank.raised
    footed = derive(
        "footed_thickness",
        "Thickest, on its foot",
        "length",
        operator.add,
        [blank.thickest.given("d", "thickest stack"), given("foot below", "f", layup.foot_m, "length", 0.0005)],
        words="The drop fuses to its foot: there heat has to get through both.",
        formula="d + f",
        source=published("sum of the parts"),
    )
    width = layup.foot_width_m or laying.cradle.room.span_m[0] / 2
    share = min(0.95, (width / max(blank.length_m, 1e-9)) ** 2)
    return footed, Raised(base_m=blank.thickness.value, share=share, half_m=width / 2)


def with_foot(load: Load, laying: LayupRequest) -> Load:
    """The foot under a ring goes in cold as well."""
    layup = laying.layup
    if not laying.traits.drops_through or layup.foot_m <= 0:
        return load
    width = layup.foot_width_m or laying.cradle.room.span_m[0] / 2
    foot = ColdBody(name="the foot", thickness_m=layup.foot_m, breadth_m=width, widest_m=width, support=Support.SHELF)
    return replace(load, cold=(*load.cold, foot))


def ring_shading(laying: LayupRequest, blank: Blank) -> Shading:
    """The rim lies on the ring and warms with it; the middle sees the kiln from both sides."""
    cradle = laying.cradle
    hole = cradle.room.span_m[0]

    def shading(glass_m: float, over_m: float) -> Shade | None:
        if blank.length_m <= hole or cradle.wall_m <= 0:
            return None
        # what the ring adds is the same for any glass, and thin glass feels it soonest, while the kiln's film is cold
        felt_m = min(glass_m, _FEELS_M)
        return Shade(
            inner=SectionZone(glass_m=felt_m, over_m=over_m, faces=2),
            outer=SectionZone(glass_m=felt_m, under=cradle.material, under_m=cradle.wall_m, faces=2),
            inner_share=min(0.95, max(0.05, (hole / blank.length_m) ** 2)),
            half_m=(blank.length_m - hole) / 2,
            why=because("on-the-ring"),
        )

    return shading


def cannot_bow(laying: LayupRequest, blank: Blank) -> bool:
    """Whether what comes out is curved both ways and wide enough to be stiff, or closed round."""
    room = formed_room(laying)
    if laying.traits.pools:
        return goes_round(room)
    if laying.traits.drops_through or room.plan not in (Plan.ROUND, Plan.OVAL):
        return False
    half, deep = min(room.span_m) / 2, max(room.height_m, 1e-4)
    radius = (half * half + deep * deep) / (2 * deep)
    return 2 * half > _SHELL * math.sqrt(radius * blank.thickness.value)
