"""How hot and how long, in words."""

from __future__ import annotations

from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.peak import (
    BUBBLE_LOG,
    DRYING_S_PER_M,
    LEAST_DRYING_S,
    aimed_log,
    asked_log,
    closed_wait_s,
    drying_hold_s,
    kept_within,
    longest_hold_s,
    moving_hold_s,
    needed_work,
    within_temperature_c,
)
from coldcradle.heat.schedule.processes import Process
from coldcradle.layup.inputs import Wet
from coldcradle.layup.load import Load
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, Given, derive, given, published

__all__ = ["bubble_temperature", "curve_inputs", "drying_hold", "peak_hold", "peak_temperature"]


def _by_viscosity(load: Load, key: str, name: str, log10_pa_s: float, words: str) -> Figure:
    curve = Viscosity.of(load.kind)
    return derive(
        key,
        name,
        "temperature",
        lambda log, *_: curve.temperature_c(log),
        [given("viscosity wanted", "η", log10_pa_s, "log_viscosity"), *curve_inputs(curve)],
        words=words,
        formula="T = T₀ + B / (log(η) − A)",
        source=published(
            "Vogel-Fulcher-Tammann through the fixed points of ASTM C336 and C338; the wanted viscosity is practice"
        ),
        assumptions=[
            f"points of {load.kind.name}: {load.kind.source}",
            say("first estimate, good to about {k}", k=show(15.0, "difference")),
        ],
        extra=[("the curve and the kiln's own reading", 15.0)],
    )


def peak_temperature(load: Load, heat: HeatInput, *, rate_k_per_h: float) -> Figure:
    """Where this glass is as runny as the process wants, or where it moves so far in the time of the hold, °C."""
    key, name, done = "cast_temperature", f"{heat.process.step}: how hot", heat.process
    if heat.cast_c is not None:
        return derive(
            key,
            name,
            "temperature",
            lambda t: t,
            [given("temperature you chose", "T", heat.cast_c, "temperature")],
            words="The temperature you chose.",
            formula="T",
            source=CHOICE,
        )
    if done.traits.by_grain:
        return _by_viscosity(
            load,
            key,
            name,
            load.form.cast_log_viscosity,
            f"Where {load.kind.name} runs well enough for {load.form.name} to close up and fill the mould.",
        )
    work = needed_work(load, heat)
    if work is None:
        return _for_the_face(load, heat, key, name, rate_k_per_h=rate_k_per_h)
    curve, (runniest, stiffest) = Viscosity.of(load.kind), kept_within(done)
    asked = asked_log(load, heat, work, rate_k_per_h)
    return derive(
        key,
        name,
        "temperature",
        lambda log, low, high, *_: within_temperature_c(curve, log, low, high),
        [
            given("viscosity at which it moves so far", "η", min(asked, 14.0), "log_viscosity"),
            given("runniest people use", "η₁", runniest, "log_viscosity"),
            given("stiffest for it", "η₂", stiffest, "log_viscosity"),
            *curve_inputs(curve),
        ],
        words=f"Where {load.kind.name} moves as far as it shall within the hold, but never out of what people use.",
        formula="T₀ + B / (min(max(log(η), log(η₁)), log(η₂)) − A)",
        source=published("sheets followed step by step, after Timoshenko; threads: Trouton 1906; pressing: Gent 1960"),
        assumptions=[
            say(
                "η = (hold {t}, and the way up and down) / W, with W = {w} of heat work",
                t=show(longest_hold_s(heat), "duration"),
                w=show(work, "per_pa"),
            ),
            "good to a factor of three in time",
            *_margin_words(load, done),
            *(
                ["the movement asks for more or less than people use: look at it while it happens"]
                if not runniest <= asked <= stiffest
                else []
            ),
        ],
        extra=[("a factor of three in time", 15.0)],
    )


def _for_the_face(load: Load, heat: HeatInput, key: str, name: str, *, rate_k_per_h: float) -> Figure:
    """As soft as the process takes; stiffer where the whole piece would run meanwhile."""
    done = heat.process
    log = aimed_log(load, heat, rate_k_per_h=rate_k_per_h)
    if log <= done.aim:
        words = f"Where {load.kind.name} is as soft as it takes to {done.name}."
        return _by_viscosity(load, key, name, done.aim, words)
    words = f"As soft as {load.kind.name} may be to {done.name} before all of it runs: it is too thick for hotter."
    return _by_viscosity(load, key, name, log, words)


def _margin_words(load: Load, done: Process) -> list[str | Message]:
    if load.movement is None:
        return []
    if not load.movement.is_reached:
        return [say("its end is not known: as hot and as long as people give")]
    return [
        say(
            "{m} times what the law asks for with the rim held, {w}: what people give, by the trade's temperatures",
            m=f"{done.margin:g}",
            w=show(load.movement.law_work_per_pa, "per_pa"),
        )
    ]


def curve_inputs(curve: Viscosity) -> list[Given]:
    """The three numbers of a viscosity curve, log10 η = A + B/(T − T₀), as inputs of a figure."""
    return [
        given("of the curve", "T₀", curve.t0_c, "temperature"),
        given("of the curve", "B", curve.b_k, "difference"),
        given("of the curve", "A", curve.a, "count"),
    ]


def bubble_temperature(load: Load) -> Figure:
    """Where air can still leave between the pieces, °C."""
    return _by_viscosity(
        load,
        "bubble_temperature",
        "Let bubbles out",
        BUBBLE_LOG,
        "Where the pieces have softened and settle, but do not yet close over the air between them.",
    )


def peak_hold(load: Load, heat: HeatInput, *, peak_c: float, rate_k_per_h: float, lag_s: float | None) -> Figure:
    """As long as the process usually takes, or as the movement needs, or until the heart has come within 10 K of the
    kiln.

    `lag_s` is the time the heart takes as the run through the slab found it; None: the closed form, on the safe side.
    """
    key, name = "cast_hold", f"{heat.process.step}: how long"
    if heat.cast_hold_s is not None:
        return derive(
            key,
            name,
            "duration",
            lambda t: t,
            [given("time you chose", "t", heat.cast_hold_s, "duration")],
            words="The time you chose.",
            formula="t",
            source=CHOICE,
        )
    usual = moving_hold_s(load, heat, peak_c=peak_c, rate_k_per_h=rate_k_per_h)

    waits_s = closed_wait_s(load, rate_k_per_h=rate_k_per_h) if lag_s is None else lag_s
    if heat.process.bears is not None:
        return _face_hold(key, name, usual, rate_k_per_h)
    return derive(
        key,
        name,
        "duration",
        max,
        [
            given("usual for this", "t₀", usual, "duration"),
            given("until the heart is within 10 K of the kiln", "t₁", waits_s, "duration"),
        ],
        words="As long as it takes to move, or until the heart is within 10 K of the kiln.",
        formula="hold = max(t₀, t₁)",
        source=PRACTICE if lag_s is None else published("slab run step by step; the usual time is practice"),
        assumptions=[
            "the usual time is common practice, no source",
            say("the kiln rises into the hold at {r}", r=show(rate_k_per_h, "rate")),
        ],
        extra=[("thickness", 2 * waits_s * load.thick.counted_u_m / load.thickness_m if waits_s > usual else 0.0)],
    )


def _face_hold(key: str, name: str, usual_s: float, rate_k_per_h: float) -> Figure:
    """Work on the face does not wait for the heart."""
    return derive(
        key,
        name,
        "duration",
        lambda t: t,
        [given("for the face", "t₀", usual_s, "duration")],
        words="As long as its face takes, and no longer than the whole piece bears; its heart is not waited for.",
        formula="hold = t₀",
        source=PRACTICE,
        assumptions=[
            "the usual time is common practice, no source",
            say("the kiln rises into the hold at {r}", r=show(rate_k_per_h, "rate")),
        ],
    )


def drying_hold(wall_m: float, wet: Wet = Wet.WET) -> Figure:
    """Two hours at least, and an hour for each 10 mm of wet wall; half of that when it is only damp."""
    share = wet.share
    return derive(
        "drying_hold",
        "Drying",
        "duration",
        lambda w, _least, _each, f: drying_hold_s(wall_m=w, wet_share=f),
        [
            given("mould wall", "w", wall_m, "length"),
            given("at least", "t₀", LEAST_DRYING_S, "duration"),
            given("for its thickness", "s", DRYING_S_PER_M, "time_per_length"),
            given("how wet it goes in", "f", share, "ratio"),
        ],
        words="Water must leave as vapour before it can boil inside the wall.",
        formula="hold = f·max(t₀, w·s)",
        source=PRACTICE,
        assumptions=[f"the mould is {wet}"],
    )
