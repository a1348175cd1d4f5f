"""Cooling rates from the final thickness, by both schools, and what they leave."""

from __future__ import annotations

from typing import TYPE_CHECKING

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import BREAK_K, CLOSED_SHARE, RUN_BAND, STRENGTH_PA, SURFACE_STRESS_PA
from coldcradle.heat.physics.conduction import (
    DIFFUSIVITY_M2_S,
    USUAL_K_M2_PER_S,
    cooling_rate_k_per_h,
)
from coldcradle.heat.physics.structure import MEAN_TIME_S
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, Given, derive, given, memory, published

if TYPE_CHECKING:
    from coldcradle.heat.schedule.cooling import Cooling

__all__ = [
    "HANDBOOK_THIRD",
    "PASSING",
    "SECOND_TIMES",
    "anneal_rate",
    "closed_rate_k_per_h",
    "handbook_figure",
    "handbook_rate_k_per_h",
    "residual_stress",
    "surface_rate",
]

SECOND_TIMES, HANDBOOK_THIRD = 1.8, 6.0
PASSING = say(
    "{a} allowed of {b} design strength (from memory)",
    a=show(SURFACE_STRESS_PA, "stress"),
    b=show(STRENGTH_PA, "stress"),
)
_KAPPA = memory("diffusivity of soda-lime glass, 4.5e-7 m²/s")


def _rate_inputs(kind: GlassProperties, effective: Figure, stress_pa: float, what: str) -> list[Given]:
    return [
        effective.given("d"),
        given(what, "σ", stress_pa, "stress"),
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        given("Poisson's ratio", "ν", kind.poisson, "count"),
        given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
    ]


def closed_rate_k_per_h(*, kind: GlassProperties, thickness_m: float, stress_pa: float) -> float:
    """The first rate for a tension that may stay with relaxation counted: the closed form for 0.2/0.45 of it, K/h."""
    return cooling_rate_k_per_h(kind=kind, thickness_m=thickness_m, stress_pa=CLOSED_SHARE * stress_pa)


def handbook_rate_k_per_h(thickness_m: float) -> float:
    """First rate of the handbook's table of thick-slab annealing: 9.4e-3/d² K/h, d in m; 12 to 150 mm (from memory)."""
    return USUAL_K_M2_PER_S * 3600 / thickness_m**2


def anneal_rate(kind: GlassProperties, effective: Figure, stress_pa: float, key: str = "anneal_rate") -> Figure:
    """Slow cooling through the annealing range that is to leave the wanted tension in the heart, K/h."""
    return derive(
        key,
        "Slow cooling",
        "rate",
        lambda d, s, a, e, _v, _k: (
            closed_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s)
            * (kind.expansion_per_k / a * kind.youngs_modulus_pa / e)
        ),
        _rate_inputs(kind, effective, stress_pa, "tension left in the heart, relaxation counted"),
        words="The faster it cools, the more the heart lags, and the lag freezes in as tension; while it cools the "
        "glass "
        "itself settles, which comes to 0.45 for each 0.2 of the closed form.",
        formula="R = 24·(1 − ν)·κ·(0.2/0.45·σ) / (E·α·d²)",
        source=published(
            "thermal stress of a slab with a parabolic profile, Timoshenko & Goodier; its share by running the "
            "handbook's table"
        ),
        assumptions=[
            _KAPPA.text,
            "steady rate",
            "temperatures equal at the start: the soak has done its work",
            "a first guess: the whole cooling is run through the glass and mended",
        ],
    )


def handbook_figure(effective: Figure) -> Figure:
    """Slow cooling by the handbook's table."""
    return derive(
        "anneal_rate",
        "Slow cooling",
        "rate",
        lambda d, _r: handbook_rate_k_per_h(d),
        [effective.given("d"), given("of the table, in K·m²/s", "r", USUAL_K_M2_PER_S, "count")],
        words="By the handbook's table of thick slabs: this rate for 55 K from the annealing point, 1.8 times for "
        "the next 55 K, 6 times to the end.",
        formula="R = r / d²",
        source=memory("a published table of annealing for thick slabs, 12 to 150 mm"),
        assumptions=["a slab of fusing glass, both faces open"],
    )


def surface_rate(kind: GlassProperties, effective: Figure) -> Figure:
    """Cooling below the annealing range, where only the passing tension in the surface counts, K/h."""
    return derive(
        "surface_rate",
        "Cooling below the range",
        "rate",
        lambda d, s, a, e, _v, _k: (
            cooling_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s, factor=12.0)
            * (kind.expansion_per_k / a * kind.youngs_modulus_pa / e)
        ),
        _rate_inputs(kind, effective, SURFACE_STRESS_PA, "passing tension allowed in the surface"),
        words="Below the annealing range nothing freezes in any more; the skin is pulled only while it cools.",
        formula="R = 12·(1 − ν)·κ·σ / (E·α·d²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[_KAPPA.text, PASSING],
    )


def residual_stress(kind: GlassProperties, effective: Figure, run_pa: float, cooling: Cooling) -> Figure:
    """Tension left in the glass as the run through its thickness found it, structural relaxation and its band
    included.
    """
    said: list[str | Message] = [
        say(
            "the first rate it comes to is {r}, and {b} from the annealing point on {m} times as much",
            r=show(cooling.slow_k_per_h, "rate"),
            b=show(BREAK_K, "difference"),
            m=f"{SECOND_TIMES:g}",
        ),
        f"structure takes {MEAN_TIME_S:.0f} s at the annealing point, 5 to 9 times as long as stress (Rekhson, "
        f"Scherer: from memory)",
    ]
    if cooling.mended:
        said.append(
            say(
                "after a first run, which left too much, its rates were lowered to {x} of the first guess",
                x=show(cooling.lowered, "ratio"),
            )
        )
    return derive(
        "residual_stress",
        "Left in the glass",
        "stress",
        lambda s: s,
        [given("greatest tension at the end of the run", "σ", run_pa, "stress")],
        words="The whole firing was run through the thickness, with the structure of the glass settling as it cools; "
        "this much pull stays where it is greatest.",
        formula="σ",
        source=memory(
            "dσ/dt = E/(1 − ν)·(dε/dt − α·dT/dt − Δα·dTf/dt) − σ·E/(6η(1 − ν)), forces in balance; Tool, "
            "Narayanaswamy, Moynihan"
        ),
        assumptions=[
            *said,
            "a band, not a figure: an independent run of the same cooling comes within 6 %, and within 15 % over the "
            "published ranges of its constants",
        ],
        extra=[("the model of settling glass", RUN_BAND * run_pa)],
    )
