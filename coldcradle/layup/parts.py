"""Small parts made before the piece: dots drawn round, freeze-cast powder, what is glued on."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.drop import Drop, round_drop, rounding_work
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["FREEZING", "Freezing", "dot_diameter", "freezing", "glue_drying", "least_section", "rounding_hold"]

_YOUNG_LAPLACE = published("Young-Laplace equation of a sessile drop, solved from its apex; tension from memory")
_GLUE_S, _GLUE_M = 1800.0, 0.003  # a 3 mm drop of water-based glue dries in half an hour; common practice, no source
_SLENDER = 8.0  # a limb longer than so many times its section breaks when it is unmoulded; common practice, no source
_LEAST_M = 0.002


@dataclass(frozen=True, slots=True)
class Freezing:
    """How long a mould of powder and water freezes: up to a section (m), from and to, s; past the end it dries out."""

    name: str
    up_to_m: float
    from_s: float
    to_s: float


# common practice, no source: 20 to 30 min when tiny, half an hour to an hour else, never past 90 min
FREEZING = (
    Freezing("tiny", 0.008, 1200.0, 1800.0),
    Freezing("small", 0.015, 1800.0, 3600.0),
    Freezing("larger", 0.030, 3600.0, 5400.0),
)


def dot_diameter(*, side_m: float, thickness_m: float, kind: GlassProperties) -> tuple[Figure, Drop]:
    """How wide a nipped square of glass becomes once it is round, and the drop it is then."""
    if not (side_m > 0 and thickness_m > 0):
        raise ImpossibleInput(f"expected a piece above 0 mm, got {side_m * 1e3:g} by {thickness_m * 1e3:g} mm")
    drop = round_drop(side_m * side_m * thickness_m, kind.density_kg_m3)
    figure = derive(
        "dot_diameter",
        "Round, across",
        "length",
        lambda d, _a, _t: d,
        [
            given("of the drop that this much glass rests as", "d", drop.diameter_m, "length"),
            given("nipped, a side", "a", side_m, "length", 0.001),
            given("sheet", "t", thickness_m, "length", 0.03 * thickness_m),
        ],
        words="Its surface gathers it and its weight flattens it; here the two are even.",
        formula="d",
        source=_YOUNG_LAPLACE,
        assumptions=["a washed shelf, at which soft glass stands at some 135°"],
        extra=[("nipped by eye", 0.1 * drop.diameter_m)],
    )
    return figure, drop


def rounding_hold(*, side_m: float, log10_pa_s: float) -> Figure:
    """How long a nipped piece must stay that soft until its corners are gone, s."""
    return derive(
        "rounding_hold",
        "Until it is round",
        "duration",
        lambda w, eta: w * eta,
        [
            given("heat work it takes, 6·a/γ", "W", rounding_work(side_m / 2), "per_pa"),
            given("viscosity there", "η", 10.0**log10_pa_s, "count"),
        ],
        words="Surface tension pulls the corners in, as fast as the glass is soft.",
        formula="W·η",
        source=published("relaxation of a viscous body by its surface tension, Frenkel 1945; the factor from memory"),
        assumptions=["good to a factor of two"],
        extra=[("the factor", 0.5 * rounding_work(side_m / 2) * 10.0**log10_pa_s)],
    )


def freezing(section_m: float) -> Freezing:
    """The window of the freezer for a thickest section. Raises ImpossibleInput for one that is no freeze-cast piece."""
    for window in FREEZING:
        if section_m <= window.up_to_m:
            return window
    raise ImpossibleInput(
        f"expected a section of at most {FREEZING[-1].up_to_m * 1e3:g} mm, got {section_m * 1e3:g} mm: powder that "
        "thick neither freezes through nor dries"
    )


def least_section(length_m: float) -> Figure:
    """The least section of a limb so long that it survives being unmoulded."""
    return derive(
        "least_section",
        "Limb at least",
        "length",
        lambda length, n, least: max(least, length / n),
        [
            given("longest limb", "L", length_m, "length", 0.0005),
            given("times its section", "n", _SLENDER, "count"),
            given("at least", "a", _LEAST_M, "length"),
        ],
        words="Thin limbs break as they are unmoulded: widen the mould there.",
        formula="max(a, L/n)",
        source=PRACTICE,
    )


def glue_drying(drop_m: float) -> Figure:
    """How long a drop of glue dries before it is moved or heated, s: by the square of its size."""
    if not drop_m > 0:
        raise ImpossibleInput(f"expected a drop above 0 mm, got {drop_m * 1e3:g} mm")
    return derive(
        "glue_drying",
        "Dry after",
        "duration",
        lambda d, t, d0: t * (d / d0) ** 2,
        [
            given("drop", "d", drop_m, "length", 0.0005),
            given("for a drop of 3 mm", "t", _GLUE_S, "duration"),
            given("that drop", "d₀", _GLUE_M, "length"),
        ],
        words="Water must find its way out between two sheets; it takes the square of the way.",
        formula="t·(d/d₀)²",
        source=PRACTICE,
        assumptions=["water-based glue at room temperature; good to a factor of two"],
        extra=[("a factor of two", 0.5 * _GLUE_S * (drop_m / _GLUE_M) ** 2)],
    )
