"""Anneal soak and cooling rates from the final thickness, by both schools."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.conduction import DIFFUSIVITY_M2_S, Slab, conductivity_w_m_k, cooling_rate_k_per_h, time_constant_s
from coldcradle.heat.inputs import Basis, Load, Support
from coldcradle.heat.strain import RELAXATION_BAND
from coldcradle.words import say, show
from coldcradle.working import PRACTICE, Figure, Given, derive, given, memory, published

if TYPE_CHECKING:
    from coldcradle.heat.cooling import Cooling

__all__ = [
    "BREAK_K", "PASSING", "SURFACE_STRESS_PA", "anneal_rate", "opening_temperature", "residual_stress", "soak_by_physics",
    "soak_by_thumb", "surface_rate", "thickness_that_counts",
]  # fmt: skip

BREAK_K = 110.0  # keep the slow rate until this far below the annealing point; stopping at 55 K can double the strain
SURFACE_STRESS_PA = 2.5e6  # passing tension allowed in the surface, against a design strength of 7 MPa (from memory)
_THUMB_S_PER_M = 2 * 3600 / 0.012
_SPREAD_K = 2.0
_LID_FILM_W_M2_K = (
    15.0  # cool air on warm glass under an open lid: convection and radiation; common practice, no source
)
_TOUCH_C = 60.0
PASSING = say(
    "{a} allowed of {b} design strength (from memory)", a=show(SURFACE_STRESS_PA, "stress"), b=show(7e6, "stress")
)
_KAPPA = memory("diffusivity of soda-lime glass, 4.5e-7 m²/s")


def thickness_that_counts(load: Load, basis: Basis, support: Support = "cradle") -> Figure:
    """The free slab that behaves like this glass on cooling; the smaller of the way up and the way sideways."""
    d, b = load.thickness, given("breadth of the glass", "b", load.breadth_m, "length")
    glass_k = conductivity_w_m_k(load.kind.annealing_c)

    def upwards(thickness: float) -> float:
        if support == "posts":
            return thickness
        if support == "shelf":
            return 2 * thickness
        return Slab(
            thickness_m=thickness, wall_m=load.wall_m, material=load.material, glass_conductivity_w_m_k=glass_k
        ).equivalent_thickness_m()

    thickness = d.given("d", "thickest place")
    held_m = min(upwards(d.value), load.breadth_m)
    if basis in ("bow", "free"):
        return derive(
            "thickness_counts", "Thickness that counts", "length", min, [thickness, b],
            words="The smaller way heat has to go. Where one face is kept warmer by the mould, the piece bows by less "
            "than a hair while it is soft, and only the curved part of the lag freezes in: the same as if both "
            "faces cooled alike.",
            formula="min(d, b)", source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[
                "nothing presses the glass flat while it cools",
                say("held flat on {w} of {mould} it would count as {d}", w=show(load.wall_m, "length"), mould=load.material.name, d=show(round(held_m, 3), "length"))
                if support == "cradle" else say("held flat on its shelf it would count as {d}", d=show(round(held_m, 3), "length")),
            ],
        )  # fmt: skip
    if basis == "block":
        return derive(
            "thickness_counts", "Thickness that counts", "length",
            lambda t, w: 1 / math.sqrt(1 / t**2 + 2 / w**2), [thickness, b],
            words="All six faces are free: heat leaves in every direction.",
            formula="1 / √(1/d² + 1/b² + 1/b²)", source=PRACTICE,
            assumptions=["every face is free", "about a quarter on the quick side for a cube"],
        )  # fmt: skip
    if support != "cradle":
        return derive(
            "thickness_counts", "Thickness that counts", "length", lambda t, w: min(upwards(t), w), [thickness, b],
            words="Held flat with nothing leaving through the shelf, it counts twice." if support == "shelf" else "Both faces see the kiln.",
            formula="min(2d, b)" if support == "shelf" else "min(d, b)",
            source=published("slab under a parabolic profile, Timoshenko & Goodier"), assumptions=["the glass is held flat"],
        )  # fmt: skip
    return derive(
        "thickness_counts", "Thickness that counts", "length",
        lambda t, w: min(upwards(t), w), [thickness, b],
        words=f"Open above, {load.material.name} below: the hottest plane moves down, as if the glass were thicker. "
        "Sideways the mould is alike on both sides, so there the breadth counts. The smaller of the two holds.",
        formula="min( √(24·(x²/2 − x·d/2 + d²/6)), b ),  x = (d²/2 + k/k_w·w·d + κ·w²/2κ_w) / (d + k/k_w·w)",
        source=published("steady ramp through a layered slab, Carslaw & Jaeger"),
        assumptions=[
            say("the wall is {w} of {mould}, {k} W/m/K", w=show(load.wall_m, "length"), mould=load.material.name, k=f"{load.material.conductivity_w_m_k:g}"),
            "the glass is held flat by the mould",
        ],
    )  # fmt: skip


def soak_by_thumb(thickness: Figure) -> Figure:
    """Two hours for each 12 mm of glass."""
    return derive(
        "soak_thumb", "Rule of thumb", "duration", lambda d, s: d * s,
        [thickness.given("d", "thickest place"), given("soak", "s", _THUMB_S_PER_M, "time_per_length")],
        words="Two hours at the annealing point for each 12 mm of thickness; longer does no harm.",
        formula="soak = 2 h · d / 12 mm", source=PRACTICE,
    )  # fmt: skip


def soak_by_physics(load: Load, *, drop_k: float, fall_k_per_h: float, settled_s: float | None = None) -> Figure:
    """Until heart and skin, and the mould round them, agree within 2 K, and five relaxation times more.

    `settled_s` is when they agree as the run through the slab found it. None: the closed form, in which `drop_k` is
    the fall that precedes the soak; the heart lags by no more than that, nor by more than rate · τ.
    """
    relax_s = 6 * 10**ANNEALING_LOG * (1 - load.kind.poisson) / load.kind.youngs_modulus_pa
    thickness = load.thickness.given("d", "thickest place")
    words = "The heart lags behind the kiln after the fall. The soak lasts until the lag is under 2 K, and then five relaxation times of the glass."
    fall = say("the kiln falls into the soak at {r}", r=show(round(fall_k_per_h), "rate"))
    relax = f"relaxation at the annealing point takes {relax_s:.0f} s"
    if settled_s is not None:
        return derive(
            "soak_physics", "Until heart and skin agree", "duration", lambda d: settled_s * (d / thickness.value) ** 2 + 5 * relax_s,
            [thickness], words=words, formula="soak = (time until nothing is 2 K off the kiln) + 5·6η(1 − ν)/E",
            source=published("slab run step by step; its check is Carslaw & Jaeger, Conduction of Heat in Solids"),
            assumptions=[fall, relax, say("glass and mould agree within {k} after {t}", k=show(_SPREAD_K, "difference"), t=show(settled_s, "duration"))],
        )  # fmt: skip

    def soak(d: float) -> float:
        tau = time_constant_s(thickness_m=d, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material)
        lag = min(drop_k, fall_k_per_h / 3600 * tau)
        return tau * math.log(max(1.0, lag / _SPREAD_K)) + 5 * relax_s

    return derive(
        "soak_physics", "Until heart and skin agree", "duration", soak, [thickness], words=words,
        formula="soak = τ·ln(lag / 2 K) + 5·6η(1 − ν)/E,  τ = (2d)²/(π²κ) + ρc·d/h, or through the walls if shorter",
        source=published("slowest mode of a slab, Carslaw & Jaeger"),
        assumptions=[fall, relax, "heat leaves by the open face or by the walls, whichever is quicker, not by both"],
    )  # fmt: skip


def _rate_inputs(kind: GlassKind, counts: Figure, stress_pa: float, what: str) -> list[Given]:
    return [
        counts.given("d"),
        given(what, "σ", stress_pa, "stress"),
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
    ]


def anneal_rate(kind: GlassKind, counts: Figure, stress_pa: float, key: str = "anneal_rate") -> Figure:
    """Slow cooling through the annealing range that leaves the wanted tension in the heart, K/h."""
    return derive(
        key, "Slow cooling", "rate",
        lambda d, s, a, e: cooling_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s) * (
            kind.expansion_per_k / a * kind.youngs_modulus_pa / e
        ),
        _rate_inputs(kind, counts, stress_pa, "tension left in the heart"),
        words="The faster it cools, the more the heart lags, and the lag freezes in as tension.",
        formula=f"R = 24·(1 − ν)·κ·σ / (E·α·d²),  ν = {kind.poisson:g}, κ = {DIFFUSIVITY_M2_S:g} m²/s",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[_KAPPA.text, "steady rate", "temperatures equal at the start: the soak has done its work"],
    )  # fmt: skip


def surface_rate(kind: GlassKind, counts: Figure) -> Figure:
    """Cooling below the annealing range, where only the passing tension in the surface counts, K/h."""
    return derive(
        "surface_rate", "Cooling below the range", "rate",
        lambda d, s, a, e: cooling_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s, factor=12.0) * (
            kind.expansion_per_k / a * kind.youngs_modulus_pa / e
        ),
        _rate_inputs(kind, counts, SURFACE_STRESS_PA, "passing tension allowed in the surface"),
        words="Below the annealing range nothing freezes in any more; the skin is pulled only while it cools.",
        formula=f"R = 12·(1 − ν)·κ·σ / (E·α·d²),  ν = {kind.poisson:g}, κ = {DIFFUSIVITY_M2_S:g} m²/s",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[_KAPPA.text, PASSING],
    )  # fmt: skip


def residual_stress(kind: GlassKind, counts: Figure, run_pa: float, cooling: Cooling) -> Figure:
    """Tension left in the glass as the run through its thickness found it, with the band of structural relaxation."""
    low, high = RELAXATION_BAND
    middle, half = (low + high) / 2, (high - low) / 2
    closed_pa = cooling.slow_k_per_h / cooling_rate_k_per_h(kind=kind, thickness_m=counts.value, stress_pa=1e6) * 1e6
    said = [
        say("by the closed form the first rate leaves {c}", c=show(closed_pa, "stress")),
        say(
            "{x} of it in the run itself; glass settles while it cools, which puts 1.4 to 2.2 times on it",
            x=show(run_pa, "stress"),
        ),
    ]
    if cooling.mended:
        said.append(
            say("after a first run, which left too much, the slow rate is kept until {k} below the annealing point", k=show(cooling.break_k, "difference"))
        )  # fmt: skip
    return derive(
        "residual_stress", "Left in the glass", "stress", lambda s, f: s * f,
        [given("left by the run through the glass", "σ", run_pa, "stress"), given("structural relaxation", "f", middle, "count", half)],
        words="The whole firing was run through the thickness; this much pull stays where it is greatest.",
        formula="σ_left = f · σ,  dσ/dt = E/(1 − ν)·(dε/dt − α·dT/dt) − σ·E/(6η(1 − ν)), forces in balance",
        source=memory("Maxwell fluid on the viscosity curve; factor for structural relaxation, 1.4 to 2.2"),
        assumptions=[*said, "a band, not a figure"],
    )  # fmt: skip


def opening_temperature(kind: GlassKind, counts: Figure, *, room_c: float) -> Figure:
    """The kiln temperature at which room air may reach the glass: surface tension by a steady flux, at most 60 °C."""
    k = conductivity_w_m_k(50.0)

    def opens(d: float, s: float) -> float:
        allowed = (
            6 * k * s * (1 - kind.poisson) / (kind.youngs_modulus_pa * kind.expansion_per_k * _LID_FILM_W_M2_K * d)
        )
        return min(_TOUCH_C, room_c + allowed)

    return derive(
        "opening_temperature", "Open at", "temperature", opens,
        [counts.given("d"), given("passing tension allowed in the surface", "σ", SURFACE_STRESS_PA, "stress")],
        words="Cool air on warm glass pulls its skin. Below this temperature the pull stays within its limit.",
        formula="T = min(60 °C, T_room + 6·k·σ·(1 − ν) / (E·α·h·d)),  h = 15 W/m²/K",
        source=published("slab with a steady flux at its faces, Timoshenko & Goodier"),
        assumptions=["15 W/m²/K of cooling under an open lid", say("{t} at most, for hands: common practice, no source", t=show(_TOUCH_C, "temperature"))],
    )  # fmt: skip
