"""How far free glass runs, and what holds it, in words."""

from __future__ import annotations

from coldcradle.constants import GRAVITY
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.drop import ANGLE_RAD, TENSION_N_M
from coldcradle.layup.deform.spread import (
    FREEBOARD_M,
    GRIP,
    Pool,
    dam_wall_m,
    push_on_wall_kg,
    rest_thickness_m,
    thinned_m,
)
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["dam_wall", "push_on_wall", "rest_thickness", "spread"]


def rest_thickness(kind: GlassProperties) -> Figure:
    """The thickness free glass seeks: h = 2·√(γ/(ρg))·sin(θ/2), about a quarter of an inch."""
    return derive(
        "rest_thickness",
        "Free glass rests at",
        "length",
        lambda tension, density, *_: rest_thickness_m(density_kg_m3=density, tension_n_m=tension),
        [
            given("surface tension", "γ", TENSION_N_M, "count", 0.03),
            given("density", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
            given("gravity", "g", GRAVITY, "count"),
            given("angle at a washed shelf", "θ", ANGLE_RAD, "angle"),
        ],
        words="Weight flattens a pool of glass and surface tension gathers it; here the two are even.",
        formula="h = 2·√(γ/(ρ·g))·sin(θ/2)",
        source=published("de Gennes, Brochard-Wyart and Quéré, Capillarity and Wetting Phenomena, chapter 2"),
        assumptions=["γ in N/m, from memory; θ between 120° and 150° on a washed shelf"],
        extra=[("angle at the shelf", 0.0003)],
    )


def spread(kind: GlassProperties, *, area_m2: float, thickness_m: float, work_per_pa: float) -> tuple[Figure, Figure]:
    """To what size (as the diameter of a disc of the same area) and thickness a free pool runs in a firing.

    Never thinner than at rest. Good to a factor of about three in time. Raises ImpossibleInput for no area or
    thickness.
    """
    pool = Pool(density_kg_m3=kind.density_kg_m3, area_m2=area_m2, thickness_m=thickness_m)
    rest_m, start_m, most_m, volume = pool.rest_m, pool.start_m, pool.most_m, area_m2 * thickness_m

    def radius(work: float) -> float:
        return pool.radius_m(work_per_pa=work)

    ends_m = radius(work_per_pa)
    inputs = [
        given("across at first, as a disc", "D₀", 2 * start_m, "length"),
        given("thickness at first", "h₀", thickness_m, "length"),
        given("heat work of the firing, ∫dt/η", "W", work_per_pa, "per_pa"),
        given("density", "ρ", kind.density_kg_m3, "density"),
        given("gravity", "g", GRAVITY, "count"),
        given("thickness at rest", "h₁", rest_m, "length"),
        given("volume", "V", volume, "volume"),
    ]
    runs = "the D at which W = 3·((D/2)⁸ − (D₀/2)⁸)/(0.894⁸·ρ·g·V³) + 6·π·((D/2)² − (D₀/2)²)/(ρ·g·V)"
    if ends_m >= most_m * (1 - 1e-9):
        runs = "D₀" if thickness_m <= rest_m else "D₀·√(h₀/h₁)"
    source = published("Huppert, J. Fluid Mech. 121 (1982) 43, and Trouton 1906; rest by de Gennes et al.")
    doubts = ["good to a factor of three in time", "the plan is taken as a disc of the same area; corners go round"]
    band = abs(radius(work_per_pa * 3) - radius(work_per_pa / 3)) / 2
    size = derive(
        "spread_size",
        "Runs out to",
        "length",
        lambda _d, _h, w, *_: pool.across_m(work_per_pa=w),
        inputs,
        words="A pool deeper than it would rest spreads until it does, or until it stiffens.",
        formula=runs,
        source=source,
        assumptions=doubts,
        extra=[("the estimate itself", 2 * band)],
    )
    thin = derive(
        "spread_thickness",
        "and stands",
        "length",
        lambda d0, h0, d: thinned_m(thickness_m=h0, from_m=d0, to_m=d),
        [*inputs[:2], given("across in the end", "D", 2 * ends_m, "length")],
        words="The same glass over the larger area.",
        formula="h₀·D₀²/D²",
        source=published("volume is kept"),
        assumptions=doubts,
        extra=[("the estimate itself", 2 * band * thickness_m / start_m / 2)],
    )
    return size, thin


def dam_wall(*, cold_m: float, glass_m: float) -> Figure:
    """Height of a dam's wall: above the cold stack, or the melted glass, by a centimetre."""
    return derive(
        "dam_wall",
        "Wall height",
        "length",
        lambda cold, hot, _over: dam_wall_m(cold_m=cold, glass_m=hot),
        [
            given("cold stack", "c", cold_m, "length"),
            given("melted glass", "h", glass_m, "length"),
            given("to spare", "f", FREEBOARD_M, "length"),
        ],
        words="Taller than what lies in it cold: pieces slide before they melt.",
        formula="max(c, h) + f",
        source=PRACTICE,
    )


def push_on_wall(kind: GlassProperties, *, length_m: float, glass_m: float) -> Figure:
    """Weight to set against a wall so that the glass does not push it out: m = 3·(ρ·h²·l/2)/μ."""
    return derive(
        "wall_weight",
        "Weight against the longest wall",
        "mass",
        lambda h, length, rho, mu: push_on_wall_kg(density_kg_m3=rho, length_m=length, glass_m=h, grip=mu),
        [
            given("depth of the glass", "h", glass_m, "length"),
            given("wall", "l", length_m, "length"),
            given("density", "ρ", kind.density_kg_m3, "density"),
            given("friction", "μ", GRIP, "count"),
        ],
        words="Soft glass pushes like water of its weight; three times what friction needs.",
        formula="m = 3·ρ·h²·l/2/μ",
        source=published("hydrostatics; friction and margin are practice"),
    )
