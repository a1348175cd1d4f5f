"""What lay-up hands on to heat: the glass as it will be, what is round it, and how it lies."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import Form, GlassKind
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.inputs import RELIEF, Entering, Relief, Support, Wet
from coldcradle.quantity.format import say
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given

__all__ = ["Load", "thickness_said", "with_relief"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """The glass as it will be, the mould round it, how it goes in, and what else stands in the kiln.

    `thickness` is what counts in heat: the thickest place, with relief put on it; `sheet_m` is the sheet that moves,
    without relief. `rated_c` is the heat the mould stands.
    `breadth_m` is its narrowest way across, `widest_m` the longest; `mould_m3` the mould's outside and
    its room. `top_m` is how high it stands cold above its floor. `span_m` and `depth_m` say what way is free to
    move and how far it shall go, None where nothing moves freely; `press_kg` lies on all `piles` alike, and presses
    them to `press_to_m`. `movement` is the way of a sheet that comes down.
    """

    kind: GlassKind
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
    furniture_kg: float = 0.0
    movement: Movement | None = None

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


def with_relief(thickness: Figure, relief: Relief) -> Figure:
    """The thickness as it counts in heat: where raised parts meet the sheet heat is slow to leave."""
    if relief == "none":
        return thickness
    return derive(
        "thickness_relief",
        "Thickest, with its relief",
        "length",
        lambda d, f: d * f,
        [thickness.given("d"), given(f"{relief} relief", "f", RELIEF[relief], "count")],
        words="Where raised parts meet the sheet heat is slow to leave: the piece counts as thicker.",
        formula="d·f",
        source=PRACTICE,
        assumptions=[say("1.5 for soft relief, 2 for sharp: common practice, no source")],
    )
