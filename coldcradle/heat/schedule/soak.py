"""How long it rests at the annealing point: by the rule of thumb, and until heart and skin agree."""

from __future__ import annotations

import math

from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.physics.conduction import (
    time_constant_s,
)
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["handbook_soak_s", "soak_by_physics", "soak_by_thumb"]

_THUMB_S_PER_M = 2 * 3600 / 0.012
_SPREAD_K = 2.0


def soak_by_thumb(thickness: Figure) -> Figure:
    """Two hours for each 12 mm of glass."""
    return derive(
        "soak_thumb",
        "Rule of thumb",
        "duration",
        lambda d, s: d * s,
        [thickness.given("d", "thickest place"), given("soak", "s", _THUMB_S_PER_M, "time_per_length")],
        words="Two hours at the annealing point for each 12 mm of thickness; longer does no harm.",
        formula="soak = d·s",
        source=PRACTICE,
    )


def soak_by_physics(load: Load, *, drop_k: float, fall_k_per_h: float, settled_s: float | None = None) -> Figure:
    """Until heart and skin, and the mould round them, agree within 2 K, and five relaxation times more.

    `settled_s` is when they agree as the run through the slab found it. None: the closed form, in which `drop_k` is
    the fall that precedes the soak; the heart lags by no more than that, nor by more than rate · τ.
    """
    kind, thickness = load.kind, load.thickness
    relax_s = 6 * 10**ANNEALING_LOG * (1 - kind.poisson) / kind.youngs_modulus_pa
    words = (
        "The heart lags behind the kiln after the fall. The soak lasts until the lag is under 2 K, and then five "
        "relaxation times of the glass."
    )
    fall = say("the kiln falls into the soak at {r}", r=show(round(fall_k_per_h), "rate"))
    relax = f"relaxation at the annealing point, 6η(1 − ν)/E, takes {relax_s:.0f} s"
    if settled_s is None:
        tau = time_constant_s(
            thickness_m=thickness.value, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material
        )
        lag = min(drop_k, fall_k_per_h / 3600 * tau)
        settled_s = tau * math.log(max(1.0, lag / _SPREAD_K))
        source = published("slowest mode of a slab, Carslaw & Jaeger")
        how = "τ·ln(lag / 2 K) of the slowest mode: by the open face or by the walls, whichever is quicker, not by both"
    else:
        source = published("slab run step by step; its check is Carslaw & Jaeger, Conduction of Heat in Solids")
        how = "run through glass and mould"
    return derive(
        "soak_physics",
        "Until heart and skin agree",
        "duration",
        lambda t, *_: t + 5 * relax_s,
        [
            given("until nothing is 2 K off the kiln", "t", settled_s, "duration"),
            given("viscosity at the annealing point", "η", ANNEALING_LOG, "log_viscosity"),
            given("Poisson's ratio", "ν", kind.poisson, "count"),
            given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        ],
        words=words,
        formula="soak = t + 5·6·η·(1 − ν)/E",
        source=source,
        assumptions=[fall, relax, how],
        extra=[("thickness", 2 * settled_s * thickness.u / thickness.value)],
    )


def handbook_soak_s(thickness_m: float) -> float:
    """Soak of the same table: two hours for each 12 mm, which is the rule of thumb."""
    return thickness_m * _THUMB_S_PER_M
