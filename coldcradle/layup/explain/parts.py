"""Small parts made before the piece, in words: dots drawn round, limbs of freeze-cast powder, what is glued on."""

from __future__ import annotations

import operator

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.drop import Drop, round_drop, rounding_work
from coldcradle.layup.model.parts import GLUE_M, GLUE_S, LEAST_M, SLENDER, glue_drying_s, least_limb_m
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["dot_diameter", "glue_drying", "least_section", "rounding_hold"]

_YOUNG_LAPLACE = published("Young-Laplace equation of a sessile drop, solved from its apex; tension from memory")


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
        operator.mul,
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


def least_section(length_m: float) -> Figure:
    """The least section of a limb so long that it survives being unmoulded."""
    return derive(
        "least_section",
        "Limb at least",
        "length",
        lambda length, n, least: least_limb_m(length_m=length, times=n, least_m=least),
        [
            given("longest limb", "L", length_m, "length", 0.0005),
            given("times its section", "n", SLENDER, "count"),
            given("at least", "a", LEAST_M, "length"),
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
        lambda d, t, d0: glue_drying_s(drop_m=d, known_s=t, known_m=d0),
        [
            given("drop", "d", drop_m, "length", 0.0005),
            given("for a drop of 3 mm", "t", GLUE_S, "duration"),
            given("that drop", "d₀", GLUE_M, "length"),
        ],
        words="Water must find its way out between two sheets; it takes the square of the way.",
        formula="t·(d/d₀)²",
        source=PRACTICE,
        assumptions=["water-based glue at room temperature; good to a factor of two"],
        extra=[("a factor of two", 0.5 * glue_drying_s(drop_m=drop_m))],
    )
