"""Sheet layers on an outline, how far free glass runs out, and what a dam must be like to hold it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.drop import ANGLE_RAD, TENSION_N_M
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["Board", "dam_boards", "dam_wall", "push_on_wall", "rest_thickness", "spread", "spread_work"]

_HUPPERT = 0.894
_FREEBOARD_M = 0.010  # wall above the cold stack; common practice, no source
_GRIP = 0.3  # of a brick or a board on a shelf; common practice, no source
_SAFE = 3.0


def rest_thickness(kind: GlassProperties) -> Figure:
    """The thickness free glass seeks: h = 2·√(γ/(ρg))·sin(θ/2), about a quarter of an inch."""
    return derive(
        "rest_thickness",
        "Free glass rests at",
        "length",
        lambda tension, density, *_: 2 * math.sqrt(tension / (density * GRAVITY)) * math.sin(ANGLE_RAD / 2),
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


def _eased(radius_m: float, start_m: float, *, volume_m3: float, density_kg_m3: float) -> float:
    """Heat work a free pool takes from one radius to another, 1/Pa.

    W = 3·(R⁸ − R₀⁸)/(0.894⁸·ρ·g·V³) + 6π·(R² − R₀²)/(ρ·g·V): what a thin pool takes to run over its shelf (Huppert, J.
    Fluid Mech. 121 (1982) 43), and what a squat one takes to sink into itself (a block pressed by its own weight,
    Trouton), one after the other; the second counts where it is more than a third as high as it is wide.
    """
    weight = density_kg_m3 * GRAVITY * volume_m3
    thin = 3 * (radius_m**8 - start_m**8) / (_HUPPERT**8 * weight * volume_m3**2)
    return thin + 6 * math.pi * (radius_m**2 - start_m**2) / weight


def spread_work(kind: GlassProperties, *, area_m2: float, thickness_m: float, times: float) -> float:
    """Heat work after which a free pool is so many times as wide, 1/Pa; infinite where it never is."""
    rest_m = rest_thickness(kind).value
    if thickness_m <= rest_m * times * times:
        return math.inf
    start_m = math.sqrt(area_m2 / math.pi)
    return _eased(times * start_m, start_m, volume_m3=area_m2 * thickness_m, density_kg_m3=kind.density_kg_m3)


def spread(kind: GlassProperties, *, area_m2: float, thickness_m: float, work_per_pa: float) -> tuple[Figure, Figure]:
    """To what size (as the diameter of a disc of the same area) and thickness a free pool runs in a firing.

    Never thinner than at rest. Good to a factor of about three in time. Raises ImpossibleInput for no area or
    thickness.
    """
    if not (area_m2 > 0 and thickness_m > 0):
        raise ImpossibleInput(
            f"expected an area and a thickness above 0, got {area_m2:g} m² and {thickness_m * 1e3:g} mm"
        )
    rest_m = rest_thickness(kind).value
    start_m = math.sqrt(area_m2 / math.pi)
    volume = area_m2 * thickness_m
    most_m = start_m * math.sqrt(max(1.0, thickness_m / rest_m))

    def radius(work: float) -> float:
        def missing(at_m: float) -> float:
            return _eased(at_m, start_m, volume_m3=volume, density_kg_m3=kind.density_kg_m3) - work

        if most_m <= start_m or work <= 0 or missing(most_m) <= 0:
            return start_m if work <= 0 else most_m
        low, high = start_m, most_m
        for _ in range(50):
            middle = (low + high) / 2
            low, high = (middle, high) if missing(middle) < 0 else (low, middle)
        return (low + high) / 2

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
        lambda _d, _h, w, *_: 2 * radius(w),
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
        lambda d0, h0, d: h0 * (d0 / d) ** 2,
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
        lambda cold, hot, over: max(cold, hot) + over,
        [
            given("cold stack", "c", cold_m, "length"),
            given("melted glass", "h", glass_m, "length"),
            given("to spare", "f", _FREEBOARD_M, "length"),
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
        lambda h, length, rho, mu: _SAFE * rho * h * h * length / 2 / mu,
        [
            given("depth of the glass", "h", glass_m, "length"),
            given("wall", "l", length_m, "length"),
            given("density", "ρ", kind.density_kg_m3, "density"),
            given("friction", "μ", _GRIP, "count"),
        ],
        words="Soft glass pushes like water of its weight; three times what friction needs.",
        formula="m = 3·ρ·h²·l/2/μ",
        source=published("hydrostatics; friction and margin are practice"),
    )


@dataclass(frozen=True, slots=True)
class Board:
    """A strip to be cut: what of, how many, length and height."""

    name: str
    count: int
    length_m: float
    height_m: float


def dam_boards(*, length_m: float, width_m: float, wall_m: float, board_m: float, glass_m: float) -> list[Board]:
    """The cut list of a rectangular dam: two long boards past the corners, two between them, and paper lining
    inside.
    """
    for name, value in (("length", length_m), ("width", width_m), ("wall", wall_m), ("board", board_m)):
        if not value > 0:
            raise ImpossibleInput(f"expected a {name} above 0 mm, got {value * 1e3:g} mm")
    paper_m = max(0.003, glass_m - 0.003)  # fibre paper ends below the top of the glass, or it leaves needles
    return [
        Board("board, long sides", 2, length_m + 2 * board_m, wall_m),
        Board("board, short sides", 2, width_m, wall_m),
        Board("fibre paper, long sides", 2, length_m, paper_m),
        Board("fibre paper, short sides", 2, width_m, paper_m),
    ]
