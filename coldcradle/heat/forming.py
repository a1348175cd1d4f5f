"""How hot a casting must get, how long it stays there, and how it gets warm."""

from __future__ import annotations

import math

from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.conduction import cooling_rate_k_per_h, time_constant_s
from coldcradle.heat.inputs import Load
from coldcradle.working import CHOICE, PRACTICE, Figure, derive, given, published

__all__ = ["BUBBLE_LOG", "bubble_temperature", "casting_hold", "casting_temperature", "chunk_rate", "drying_hold"]

BUBBLE_LOG = 6.9  # soft enough to settle, too stiff to close over air; common practice, no source
_HOLD_S = 3600.0
_LAG_K = 10.0
_CHUNK_STRESS_PA = 2.5e6


def _by_viscosity(load: Load, key: str, name: str, log10_pa_s: float, words: str) -> Figure:
    curve = Viscosity.of(load.kind)
    return derive(
        key, name, "temperature",
        lambda log, _ap, _sp: curve.temperature_c(log),
        [
            given("viscosity wanted", "η", log10_pa_s, "log_viscosity"),
            given("annealing point, 10^12 Pa·s", "T_a", load.kind.annealing_c, "temperature"),
            given("softening point, 10^6.6 Pa·s", "T_s", load.kind.softening_c, "temperature"),
        ],
        words=words,
        formula=f"T = T0 + B/(log η − A),  A = {curve.a:g}, B = {curve.b_k:.0f} K, T0 = {curve.t0_c:.1f} °C",
        source=published("Vogel-Fulcher-Tammann through the fixed points of ASTM C336 and C338; the wanted viscosity is practice"),
        assumptions=[f"points of {load.kind.name}: {load.kind.source}", "first estimate, good to about 15 K"],
        extra=[("the curve and the kiln's own reading", 15.0)],
    )  # fmt: skip


def casting_temperature(load: Load, own_c: float | None) -> Figure:
    """Where this glass, in this form, is runny enough to fill the mould, °C."""
    if own_c is not None:
        return derive(
            "cast_temperature", "Casting temperature", "temperature", lambda t: t,
            [given("temperature you chose", "T", own_c, "temperature")],
            words="The temperature you chose.", formula="T", source=CHOICE,
        )  # fmt: skip
    return _by_viscosity(
        load, "cast_temperature", "Casting temperature", load.form.cast_log_viscosity,
        f"Where {load.kind.name} runs well enough for {load.form.name} to close up and fill the mould.",
    )  # fmt: skip


def bubble_temperature(load: Load) -> Figure:
    """Where air can still leave between the pieces, °C."""
    return _by_viscosity(
        load, "bubble_temperature", "Let bubbles out", BUBBLE_LOG,
        "Where the pieces have softened and settle, but do not yet close over the air between them.",
    )  # fmt: skip


def casting_hold(load: Load, own_s: float | None, *, rate_k_per_h: float) -> Figure:
    """An hour to flow, or longer until the heart has come within 10 K of the kiln."""
    if own_s is not None:
        return derive(
            "cast_hold", "Casting hold", "duration", lambda t: t,
            [given("time you chose", "t", own_s, "duration")],
            words="The time you chose.", formula="t", source=CHOICE,
        )  # fmt: skip

    def hold(d: float, r: float) -> float:
        tau = time_constant_s(thickness_m=d, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material)
        return max(_HOLD_S, tau * math.log(max(1.0, r / 3600 * tau / _LAG_K)))

    return derive(
        "cast_hold", "Casting hold", "duration", hold,
        [load.thickness.given("d", "thickest place"), given("rate into the hold", "R", rate_k_per_h, "rate")],
        words="At least an hour for the glass to flow, or until the heart is within 10 K of the kiln.",
        formula="hold = max(1 h, τ·ln(R·τ / 10 K))",
        source=PRACTICE,
        assumptions=["the hour is common practice; the lag is the slowest mode of a slab, Carslaw & Jaeger"],
    )  # fmt: skip


def chunk_rate(load: Load) -> Figure:
    """How fast cold pieces may be warmed without snapping, K/h: one side of each lies on something cold."""
    return derive(
        "chunk_rate", "Warming of cold pieces", "rate",
        lambda d, s: cooling_rate_k_per_h(kind=load.kind, thickness_m=2 * d, stress_pa=s),
        [
            given(f"one piece of {load.form.name}", "d", load.form.chunk_m, "length"),
            given("passing tension allowed", "σ", _CHUNK_STRESS_PA, "stress"),
        ],
        words="The skin of a cold piece warms first and pulls at its heart.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·(2d)²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=["heat comes from one side only"],
    )  # fmt: skip


def drying_hold(wall_m: float) -> Figure:
    """Two hours at least, and an hour for each 10 mm of wet wall."""
    return derive(
        "drying_hold", "Drying", "duration", lambda w: max(2 * 3600.0, w / 0.010 * 3600.0),
        [given("mould wall", "w", wall_m, "length")],
        words="Water must leave as vapour before it can boil inside the wall.",
        formula="hold = max(2 h, 1 h · w / 10 mm)", source=PRACTICE,
    )  # fmt: skip
