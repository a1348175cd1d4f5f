"""Anneal soak and cooling rates from the final thickness, by both schools."""

from __future__ import annotations

import math

from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.conduction import DIFFUSIVITY_M2_S, Slab, conductivity_w_m_k, cooling_rate_k_per_h, time_constant_s
from coldcradle.heat.inputs import Basis, Load
from coldcradle.words import say, show
from coldcradle.working import PRACTICE, Figure, Given, derive, given, memory, published

__all__ = [
    "BREAK_K", "SURFACE_STRESS_PA", "anneal_rate", "opening_temperature", "residual_stress", "soak_by_physics",
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
_KAPPA = memory("diffusivity of soda-lime glass, 4.5e-7 m²/s")


def thickness_that_counts(load: Load, basis: Basis) -> Figure:
    """The free slab that behaves like this glass on cooling; the smaller of the way up and the way sideways."""
    d, b = load.thickness, given("breadth of the glass", "b", load.breadth_m, "length")
    glass_k = conductivity_w_m_k(load.kind.annealing_c)

    def upwards(thickness: float) -> float:
        return Slab(
            thickness_m=thickness, wall_m=load.wall_m, material=load.material, glass_conductivity_w_m_k=glass_k
        ).equivalent_thickness_m()

    thickness = d.given("d", "thickest place")
    held_m = min(upwards(d.value), load.breadth_m)
    if basis == "bow":
        return derive(
            "thickness_counts", "Thickness that counts", "length", min, [thickness, b],
            words="The smaller way heat has to go. Where one face is kept warmer by the mould, the piece bows by less "
            "than a hair while it is soft, and only the curved part of the lag freezes in: the same as if both "
            "faces cooled alike.",
            formula="min(d, b)", source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[
                "nothing presses the glass flat while it cools",
                say("held flat on {w} of {mould} it would count as {d}", w=show(load.wall_m, "length"), mould=load.material.name, d=show(round(held_m, 3), "length")),
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


def soak_by_physics(load: Load, *, drop_k: float, fall_k_per_h: float) -> Figure:
    """Until heart and skin, and the mould round them, agree within 2 K, and five relaxation times more.

    `drop_k` is the fall that precedes the soak; the heart lags by no more than that, nor by more than rate · τ.
    """
    relax_s = 6 * 10**ANNEALING_LOG * (1 - load.kind.poisson) / load.kind.youngs_modulus_pa

    def soak(thickness: float) -> float:
        tau = time_constant_s(
            thickness_m=thickness, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material
        )
        lag = min(drop_k, fall_k_per_h / 3600 * tau)
        return tau * math.log(max(1.0, lag / _SPREAD_K)) + 5 * relax_s

    return derive(
        "soak_physics", "Until heart and skin agree", "duration", soak,
        [load.thickness.given("d", "thickest place")],
        words="The heart lags behind the kiln after the fall. The soak lasts until the lag is under 2 K, "
        "and then five relaxation times of the glass.",
        formula="soak = τ·ln(lag / 2 K) + 5·6η(1 − ν)/E,  τ = (2d)²/(π²κ) + ρc·d/h, or through the walls if shorter",
        source=published("slowest mode of a slab, Carslaw & Jaeger"),
        assumptions=[
            say("the kiln falls into the soak at {r}", r=show(round(fall_k_per_h), "rate")),
            f"relaxation at the annealing point takes {relax_s:.0f} s",
            "heat leaves by the open face or by the walls, whichever is quicker, not by both",
        ],
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
        assumptions=[_KAPPA.text, "2.5 MPa allowed of 7 MPa design strength (from memory)"],
    )  # fmt: skip


def residual_stress(kind: GlassKind, counts: Figure, rate_k_per_h: float) -> Figure:
    """Tension left in the heart, with the factor 1.4 to 2.2 that structural relaxation puts on the closed form."""
    per_rate = 1e6 / cooling_rate_k_per_h(kind=kind, thickness_m=counts.value, stress_pa=1e6)
    return derive(
        "residual_stress", "Left in the glass", "stress",
        lambda r, c, f: r * c * f,
        [
            given("rate as programmed", "R", rate_k_per_h, "rate"),
            given("tension per 1 K/h", "c", per_rate, "stress"),
            given("structural relaxation", "f", 1.8, "count", 0.4),
        ],
        words="What the chosen rate freezes in. Glass settles while it cools, which adds to the simple sum.",
        formula="σ = f · R · E·α·d² / (24·(1 − ν)·κ)",
        source=memory("factor for structural relaxation, 1.4 to 2.2"),
        assumptions=["closed form; good as a band, not as a figure"],
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
