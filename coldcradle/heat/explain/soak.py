"""The soak, in words."""

from __future__ import annotations

from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.model.soak import THUMB_S_PER_M, relaxation_s, settled_soak_s, settling_s, thumb_soak_s
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, Given, derive, given, published

__all__ = ["soak_by_physics", "soak_by_thumb"]


def soak_by_thumb(thickness: Given) -> Figure:
    """Two hours for each 12 mm of glass."""
    return derive(
        "soak_thumb",
        "Rule of thumb",
        "duration",
        lambda d, _s: thumb_soak_s(d),
        [thickness, given("soak", "s", THUMB_S_PER_M, "time_per_length")],
        words="Two hours at the annealing point for each 12 mm of thickness; longer does no harm.",
        formula="soak = d·s",
        source=PRACTICE,
    )


def soak_by_physics(load: Load, *, drop_k: float, fall_k_per_h: float, settled_s: float | None = None) -> Figure:
    """Until heart and skin, and the mould round them, agree within 2 K, and five relaxation times more.

    `settled_s` is when they agree as the run through the slab found it. None: the closed form.
    """
    kind = load.kind
    words = (
        "The heart lags behind the kiln after the fall. The soak lasts until the lag is under 2 K, and then five "
        "relaxation times of the glass."
    )
    fall = say("the kiln falls into the soak at {r}", r=show(round(fall_k_per_h), "rate"))
    relax = f"relaxation at the annealing point, 6η(1 − ν)/E, takes {relaxation_s(kind):.0f} s"
    if settled_s is None:
        settled_s = settling_s(load, drop_k=drop_k, fall_k_per_h=fall_k_per_h)
        source = published("slowest mode of a slab, Carslaw & Jaeger")
        how = "τ·ln(lag / 2 K) of the slowest mode: by the open face or by the walls, whichever is quicker, not by both"
    else:
        source = published("slab run step by step; its check is Carslaw & Jaeger, Conduction of Heat in Solids")
        how = "run through glass and mould"
    return derive(
        "soak_physics",
        "Until heart and skin agree",
        "duration",
        lambda t, *_: settled_soak_s(kind, settled_s=t),
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
        extra=[("thickness", 2 * settled_s * load.thick.counted_u_m / load.thickness_m)],
    )
