"""A bottle or tube that hangs: a wall closed in itself, shut at its lower end."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.blank import Blank
from coldcradle.layup.blank_glass import piece_mass, thickest_of, with_added
from coldcradle.layup.model.blank import tube_mass_kg
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["as_tube", "hollow_blank", "wall_figure"]


def wall_figure(wall_m: float, assumption: str) -> Figure:
    """A wall that is closed in itself, m."""
    return derive(
        "blank_thickness",
        "Wall",
        "length",
        lambda t: t,
        [given("wall", "t", wall_m, "length", 0.1 * wall_m)],
        words="Its wall, closed round: one face sees the kiln, so it counts twice.",
        formula="t",
        source=published("as measured"),
        assumptions=[assumption],
    )


def hollow_blank(blank: Blank, kind: GlassProperties, wall: Figure, *, thickest: Figure, new: Figure) -> Blank:
    """A blank that is a wall closed in itself, of so much new glass, with what lies on it."""
    own_kg = new.value - blank.added_kg
    raised = blank.raised
    if raised is not None:
        raised = replace(raised, base_m=wall.value + max(0.0, raised.base_m - blank.thickness.value))
    return replace(
        blank,
        thickness=wall,
        thickest=thickest_of(thickest, blank.parts_m),
        raised=raised,
        area_m2=own_kg / (kind.density_kg_m3 * wall.value * blank.pieces),
        new=new,
        mass=piece_mass(new, blank.pieces, sum(part.weight_kg for part in blank.parts) - blank.added_kg),
        layers=(),
        wall_m=wall.value,
    )


def as_tube(blank: Blank, kind: GlassProperties, wall_m: float, *, is_weighed: bool) -> Blank:
    """A strip that was laid as a tube as long and as wide, of a wall in m; what was weighed stays its weight.

    Raises ImpossibleInput for a wall that leaves no room inside.
    """
    if 2 * wall_m >= blank.width_m:
        width_mm, wall_mm = blank.width_m * 1e3, wall_m * 1e3
        raise ImpossibleInput(f"expected a wall below half of its width of {width_mm:g} mm, got {wall_mm:g} mm")
    thickness = wall_figure(wall_m, "as thick everywhere; the base of a bottle is most often thicker")
    new = blank.new if is_weighed else with_added(_glass(blank, kind, thickness), blank.added_kg)
    return hollow_blank(blank, kind, thickness, thickest=thickness, new=new)


def _glass(blank: Blank, kind: GlassProperties, thickness: Figure) -> Figure:
    return derive(
        "charge_mass",
        "New glass",
        "mass",
        lambda d, t, length, rho, n: tube_mass_kg(across_m=d, wall_m=t, length_m=length, density_kg_m3=rho, pieces=n),
        [
            given("wide", "D", blank.width_m, "length", 0.001),
            thickness.given("t", "wall"),
            given("below the hook", "L₀", blank.length_m, "length", 0.001),
            given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
            given("pieces alike", "n", float(blank.pieces), "count"),
        ],
        words="Its wall and its base, as a plain tube with one end shut.",
        formula="m = (π·(D − t)·t·L₀ + π/4·(D − 2·t)²·t)·ρ·n",
        source=published("geometry"),
        assumptions=["no neck or shoulder: weigh it where you can"],
    )
