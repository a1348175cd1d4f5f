"""A bottle by its profile: what of it hangs, what it weighs, what is left of its wall."""

from __future__ import annotations

from coldcradle.glass.explain.balance import hook_load
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.blank import Blank
from coldcradle.layup.blank_glass import with_added
from coldcradle.layup.bottle import bottle_profile
from coldcradle.layup.deform.hung import EvenThread, Hung, HungBottle, drawn_wall_m
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.tube import hollow_blank, wall_figure
from coldcradle.layup.model.blank import volume_mass_kg
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["as_bottle", "bottle_figures", "hung_of", "sealed_findings"]

_WALL_M = 0.003  # of a usual bottle; common practice, no source
_LEAST_M = 0.004


def _bottle(laying: LayupRequest, *, length_m: float, width_m: float) -> HungBottle:
    told = laying.layup.bottle
    assert told is not None  # asked before
    heights, half = bottle_profile(told, height_m=length_m, width_m=width_m)
    return HungBottle(
        heights_m=heights,
        half_m=half,
        wall_m=laying.layup.wall_m or _WALL_M,
        base_m=told.base_m,
        density_kg_m3=laying.glass.kind.density_kg_m3,
    )


def hung_of(laying: LayupRequest, blank: Blank, *, length_m: float) -> Hung:
    """What hangs of a blank: a bottle by its profile, or a strip or tube that is alike all along."""
    if laying.layup.bottle is not None and blank.base is None:
        return _bottle(laying, length_m=length_m, width_m=blank.width_m)
    return EvenThread(
        length_m=length_m,
        width_m=max(_LEAST_M, blank.width_m),
        wall_m=blank.wall_m or 0.0,
        density_kg_m3=laying.glass.kind.density_kg_m3,
    )


def as_bottle(blank: Blank, laying: LayupRequest, *, is_weighed: bool) -> Blank:
    """A strip that was laid as the bottle as high and as wide; what was weighed stays its weight.

    Raises ImpossibleInput for a wall or a neck that leaves no room inside.
    """
    bottle = _bottle(laying, length_m=blank.length_m, width_m=blank.width_m)
    kind, wall_m = laying.glass.kind, bottle.wall_m
    thickness = wall_figure(wall_m, "as thick everywhere but in its base")
    new = blank.new if is_weighed else with_added(_glass(bottle, kind, blank.pieces), blank.added_kg)
    thickest = thickness if bottle.base_m <= wall_m else _base(bottle.base_m)
    return hollow_blank(blank, kind, thickness, thickest=thickest, new=new)


def _base(base_m: float) -> Figure:
    return derive(
        "stack_thickness",
        "Its base",
        "length",
        lambda t: t,
        [given("base", "t", base_m, "length", 0.1 * base_m)],
        words="Its base is its thickest place.",
        formula="t",
        source=published("as measured"),
    )


def _glass(bottle: HungBottle, kind: GlassProperties, pieces: int) -> Figure:
    return derive(
        "charge_mass",
        "New glass",
        "mass",
        lambda v, rho, n: volume_mass_kg(volume_m3=v, density_kg_m3=rho, pieces=n),
        [
            given("glass of its profile", "V", bottle.volume_m3, "volume", 0.08 * bottle.volume_m3),
            given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
            given("pieces alike", "n", float(pieces), "count"),
        ],
        words="Its wall and its base, slice by slice over its height.",
        formula="m = V·ρ·n, V = Σ π·(r² − (r − t)²)·Δz",
        source=published("geometry"),
        assumptions=["walls of bottles are uneven: weigh it where you can"],
    )


def sealed_findings(laying: LayupRequest) -> list[Finding]:
    """Air that is shut in grows threefold on the way up."""
    told = laying.layup.bottle
    if told is None or not told.is_sealed:
        return []
    return [
        finding(
            "layup.sealed-bulges",
            "stop",
            "It is sealed: the air in it bulges or bursts it.",
            "Take the stopper out, drill a hole, or break the seal.",
        )
    ]


def bottle_figures(laying: LayupRequest, blank: Blank) -> tuple[Figure, ...]:
    """What is left of the wall where it stands on the floor, and what wire and hook must bear."""
    hung = hung_of(laying, blank, length_m=blank.length_m)
    if not isinstance(hung, HungBottle) or laying.cradle.room.height_m <= hung.length_m:
        return ()
    stretch, at_m = hung.most_drawn(hung.work_to(laying.cradle.room.height_m))
    thinnest = derive(
        "thinnest",
        "Thinnest wall",
        "length",
        lambda t, n: drawn_wall_m(wall_m=t, stretch=n),
        [
            given("wall before", "t₀", hung.wall_m, "length", 0.15 * hung.wall_m),
            given("times as long, where it gives most", "n", stretch, "count"),
        ],
        words="Its weakest place draws out most; so much wall is left there once it touches the floor.",
        formula="t₀/√(n)",
        source=published("a viscous thread under its own weight; Trouton 1906"),
        assumptions=[say("that place lay {z} above its base", z=show(round(at_m, 3), "length"))],
    )
    return thinnest, hook_load(mass_kg=blank.mass.value, hooks=1)
