"""What becomes of glass that lies flat: how it melts, runs out, draws round or in, and how much heat work it bears."""

from __future__ import annotations

import math
import operator
from dataclasses import replace

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.drop import MOST_DROP_M3
from coldcradle.layup.deform.spread import spread_work
from coldcradle.layup.explain.parts import dot_diameter
from coldcradle.layup.explain.spread import rest_thickness, spread
from coldcradle.layup.families.face import (
    LayupRequest,
)
from coldcradle.layup.model.blank import weighed_thickness_m
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = [
    "KEEPS",
    "NEEDLES",
    "SHRINKS",
    "dot_of",
    "draws_in",
    "grown_pool",
    "is_dammed",
    "is_powder",
    "lump",
    "melted",
    "most_work_per_pa",
    "scale_of",
    "size_after",
]

_DOT_M, _DOT_THICK = 0.025, 0.25  # nipped pieces this small and this thick gather into dots
KEEPS = 1.02  # growth that nobody sees
NEEDLES = 0.25  # of the thickness at rest: a sheet so thin is gathered at tacking heat already
SHRINKS = 0.95  # powder that only sticks becomes a twentieth smaller; common practice, no source
_HIGH = 2.0  # times the thickness free glass rests at: lower parts are drawn level by the surface
_FILLS = 0.95  # of a dam: what is left beside the blank is a gap, not room


def melted(laying: LayupRequest, blank: Blank) -> Figure:
    """How thick all of it is once parts have sunk in, m; only where it becomes one pool."""
    if not laying.traits.runs or (blank.parts_m <= 0 and blank.base is None):
        return blank.thickest
    rho = laying.glass.kind.density_kg_m3
    return derive(
        "blank_thickness",
        "Blank, thick",
        "length",
        lambda m, a, rho: weighed_thickness_m(mass_kg=m, area_m2=a, density_kg_m3=rho),
        [
            blank.mass.given("m"),
            given("area of the blank", "A", blank.area_m2, "area"),
            given("density of the glass", "ρ", rho, "density", 0.01 * rho),
        ],
        words="What is taken in, and what lies on it, becomes one even pool: all the glass over the area.",
        formula="m/(A·ρ)",
        source=published("volume is kept"),
    )


def is_dammed(laying: LayupRequest, blank: Blank, thick: Figure) -> bool:
    """Walls as near and as high as the glass hold it: inside a dam nothing spreads."""
    room = laying.cradle.room
    is_filled = blank.area_m2 >= _FILLS * room.area_m2(min(thick.value, room.height_m))
    return is_filled and room.height_m >= _FILLS * thick.value


def grown_pool(laying: LayupRequest, blank: Blank, thick: Figure, work: float) -> tuple[Figure, Figure] | None:
    """Size and thickness of a pool that has run, m; None where it does not run or is dammed."""
    if not laying.traits.runs or is_dammed(laying, blank, thick):
        return None
    return spread(laying.glass.kind, area_m2=blank.area_m2, thickness_m=thick.value, work_per_pa=work)


def dot_of(laying: LayupRequest, blank: Blank) -> tuple[Figure, float] | None:
    """A small thick piece that is drawn round by its own surface: its diameter, and its height, m; None for others."""
    is_small = blank.length_m <= _DOT_M and blank.thickness.value >= _DOT_THICK * blank.length_m
    is_drop = blank.area_m2 * blank.thickness.value <= MOST_DROP_M3
    if (
        not laying.traits.draws_round
        or not (is_small and is_drop)
        or blank.parts
        or blank.outline not in ("square", "oblong")
    ):
        return None
    side = math.sqrt(blank.area_m2)
    figure, drop = dot_diameter(side_m=side, thickness_m=blank.thickness.value, kind=laying.glass.kind)
    return replace(figure, key="grows_to", name="Grows to"), drop.height_m


def lump(laying: LayupRequest, blank: Blank, pool: Figure) -> Figure:
    """Where a high part surely still stands over the pool it sinks into; the pool where it is level."""
    raised = blank.raised
    rest_m = rest_thickness(laying.glass.kind).value
    if not laying.traits.runs or raised is None or blank.parts_m <= _HIGH * rest_m:
        return pool
    area_m2 = math.pi * raised.half_m**2
    high_m = blank.thickest.value - raised.base_m
    _, stands = spread(laying.glass.kind, area_m2=area_m2, thickness_m=high_m, work_per_pa=laying.sure_work_per_pa)
    if stands.value + raised.base_m <= pool.value:
        return pool
    return derive(
        "lump_thickness",
        "Thickest, where a part stood",
        "length",
        operator.add,
        [
            given("the sheet under it", "d", raised.base_m, "length"),
            stands.given("h", "what surely still stands of the part"),
        ],
        words="A high part runs out before it is level; where it stood the pool is thicker for long.",
        formula="d + h",
        source=stands.source,
        assumptions=list(stands.assumptions),
    )


def scale_of(grown: tuple[Figure, Figure] | None, blank: Blank) -> float:
    """How much larger across it becomes."""
    return 1.0 if grown is None else grown[0].value / math.sqrt(4 * blank.area_m2 / math.pi)


def size_after(blank: Blank, times: float, of: Figure | None) -> Figure:
    """How large it is after the firing, m."""
    return derive(
        "grows_to",
        "Grows to",
        "length",
        operator.mul,
        [given("blank across", "D", blank.length_m, "length", 0.001), given("grows by", "k", times, "ratio")],
        words="A pool deeper than it would rest runs out; corners go round."
        if of
        else "Grains that stick draw together by about a twentieth."
        if times < 1
        else "It keeps its outline.",
        formula="D·k",
        source=of.source if of else PRACTICE if times < 1 else published("at this heat it does not run"),
        assumptions=list(of.assumptions) if of else [],
        extra=[("the estimate itself", of.u * blank.length_m / max(1e-9, of.value) if of else 0.0)],
    )


def draws_in(laying: LayupRequest, thick: Figure) -> bool:
    """Whether it is so much thinner than free glass rests that its surface gathers it."""
    rest = rest_thickness(laying.glass.kind).value
    return thick.value < (0.75 if laying.traits.runs else NEEDLES) * rest


def is_powder(laying: LayupRequest) -> bool:
    """Powder or grains in a mould of the bench, frozen or pressed, and stuck together without melting."""
    return laying.traits.sinters and laying.glass.form.heaps and not laying.incoming


def most_work_per_pa(laying: LayupRequest, blank: Blank) -> float:
    """Heat work beyond which work that is for the face alone runs further than it bears, 1/Pa."""
    if laying.bears is None or blank.is_hollow:
        return math.inf
    mean_m = blank.mass.value / blank.area_m2 / laying.glass.kind.density_kg_m3
    if is_dammed(laying, blank, blank.thickest):
        return math.inf
    return spread_work(laying.glass.kind, area_m2=blank.area_m2, thickness_m=mean_m, times=laying.bears)
