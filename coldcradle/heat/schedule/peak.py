"""How hot glass must get for what is to be done, how long it stays there, and how fast cold glass may be warmed."""

from __future__ import annotations

import math

from coldcradle.constants import GRAVITY
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.physics.conduction import time_constant_s
from coldcradle.heat.schedule.processes import Process
from coldcradle.layup.deform import laws
from coldcradle.layup.families.press import PRESSED_M
from coldcradle.layup.inputs import Wet
from coldcradle.layup.load import Load
from coldcradle.layup.traits import Law
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, Given, derive, given, published

__all__ = [
    "BUBBLE_LOG",
    "LAG_K",
    "bubble_temperature",
    "coming_and_going_s",
    "curve_inputs",
    "drying_hold",
    "needed_work",
    "peak_hold",
    "peak_temperature",
]

BUBBLE_LOG = 6.9  # soft enough to settle, too stiff to close over air; common practice, no source
LAG_K = 10.0
_LEAST_DRYING_S, _DRYING_S_PER_M = 2 * 3600.0, 3600.0 / 0.010
_MOST_HOLD_S, _LEAST_HOLD_S = 12 * 3600.0, 300.0
_LONGER = 3.0  # times the usual hold; beyond that people go hotter; common practice, no source
_FALL_K_PER_H = 250.0  # from the peak, about, as kilns fall


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


def needed_work(load: Load, heat: HeatInput) -> float | None:
    """Heat work (1/Pa) that the movement wanted takes, or None where nothing is said of how far it shall go.

    For a sheet that comes down it is what its held rim asks for, times the margin people give; what hangs reaches the
    floor and does not part.
    """
    density, span, depth = load.kind.density_kg_m3, load.span_m, load.depth_m
    match heat.process.moves:
        case "sheet":
            return load.movement.needed_work_per_pa if load.movement else None
        case Law.HANG if span and depth:
            touch = laws.thread_work(length_m=span, stretched_m=span + depth, density_kg_m3=density)
            part = laws.parting_work(length_m=span, density_kg_m3=density)
            return touch * min(heat.process.margin, math.sqrt(part / touch))
        case Law.PRESS if load.press_kg > 0 and load.glass_kg > 0:
            to_m = load.press_to_m or PRESSED_M
            if to_m >= load.pile_m:  # nothing is left to be pressed
                return None
            return laws.press_work(
                from_m=load.pile_m,
                to_m=to_m,
                volume_m3=load.glass_kg / density / load.piles,
                force_n=load.press_kg * GRAVITY / load.piles,
            )
    return None


def coming_and_going_s(curve: Viscosity, log: float, rate_k_per_h: float) -> float:
    """What the way up and down adds to a hold, s: seconds within which viscosity changes by a factor of e, both
    ways.
    """
    at_c = curve.temperature_c(log)
    fold_k = (at_c - curve.t0_c) ** 2 / (curve.b_k * math.log(10)) if at_c > curve.annealing_c else 17.0
    return fold_k * (1 / rate_k_per_h + 1 / _FALL_K_PER_H) * 3600


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
    curve, (runniest, stiffest) = Viscosity.of(load.kind), _kept_within(done)
    asked = _asked_log(load, heat, work, rate_k_per_h)
    return derive(
        key,
        name,
        "temperature",
        lambda log, low, high, *_: curve.temperature_c(min(max(log, low), high)),
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
                t=show(_hold_s(heat), "duration"),
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
    """As soft as the process takes; stiffer, within its window, where the whole piece would run meanwhile."""
    done, curve = heat.process, Viscosity.of(load.kind)
    words = f"Where {load.kind.name} is as soft as it takes to {done.name}."
    if not math.isfinite(load.most_work_per_pa):
        return _by_viscosity(load, key, name, done.aim, words)
    log = done.aim
    for _ in range(4):
        asked = math.log10((_hold_s(heat) + coming_and_going_s(curve, log, rate_k_per_h)) / load.most_work_per_pa)
        log = min(max(done.aim, asked), done.stiff)
    if log <= done.aim:
        return _by_viscosity(load, key, name, done.aim, words)
    return _by_viscosity(
        load,
        key,
        name,
        log,
        f"As soft as {load.kind.name} may be to {done.name} before all of it runs: it is too thick for hotter.",
    )


def _hold_s(heat: HeatInput) -> float:
    """How long it may stay at its peak before it is made hotter instead, s."""
    return heat.cast_hold_s or heat.process.hold_s * (_LONGER if heat.process.is_stopped else 1.0)


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


def _kept_within(done: Process) -> tuple[float, float]:
    """log10 Pa·s within which a movement may choose: never out of the process's own window; where a mould ends the
    movement, never cooler than its usual aim either: work to spare does no harm there, and the hold gives way first.
    """
    return done.runny, done.aim if done.is_stopped else done.stiff


def _asked_log(load: Load, heat: HeatInput, work: float, rate_k_per_h: float) -> float:
    """log10 of the viscosity at which the movement is done within the hold, coming and going counted."""
    curve, hold = Viscosity.of(load.kind), _hold_s(heat)
    runniest, stiffest = _kept_within(heat.process)
    log = math.log10(hold / work)
    for _ in range(4):
        inside = min(max(log, runniest), stiffest)
        log = math.log10((hold + coming_and_going_s(curve, inside, rate_k_per_h)) / work)
    return log


def asked_temperature_c(load: Load, heat: HeatInput, *, rate_k_per_h: float) -> float | None:
    """Where the law of movement alone would go, °C; None where nothing is said of the way."""
    work = needed_work(load, heat)
    if work is None or heat.cast_c is not None:
        return None
    log = _asked_log(load, heat, work, rate_k_per_h)
    return Viscosity.of(load.kind).temperature_c(min(max(log, 3.0), 13.0))


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
    usual = _moving_hold_s(load, heat, peak_c=peak_c, rate_k_per_h=rate_k_per_h)

    def closed(d: float) -> float:
        tau = time_constant_s(thickness_m=d, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material)
        return tau * math.log(max(1.0, rate_k_per_h / 3600 * tau / LAG_K))

    thickness = load.thickness
    waits_s = closed(thickness.value) if lag_s is None else lag_s
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
        extra=[("thickness", 2 * waits_s * thickness.u / thickness.value if waits_s > usual else 0.0)],
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


def _moving_hold_s(load: Load, heat: HeatInput, *, peak_c: float, rate_k_per_h: float) -> float:
    """The usual hold, or the one in which it moves as far as it shall, s."""
    done, work = heat.process, needed_work(load, heat)
    if work is None and not math.isfinite(load.most_work_per_pa):
        return done.hold_s
    if work is None:  # no longer than the whole piece bears
        curve = Viscosity.of(load.kind)
        log = float(curve.log10_pa_s(peak_c))
        bears_s = load.most_work_per_pa * 10**log - coming_and_going_s(curve, log, rate_k_per_h)
        return min(done.hold_s, max(_LEAST_HOLD_S, bears_s))
    curve = Viscosity.of(load.kind)
    log = float(curve.log10_pa_s(peak_c))
    asked = max(_LEAST_HOLD_S, work * 10**log - coming_and_going_s(curve, log, rate_k_per_h))
    if heat.cast_c is not None:
        return min(_MOST_HOLD_S, asked)
    if done.is_stopped:
        return min(_LONGER * done.hold_s, asked)
    return min(done.hold_s, asked)  # nothing ends it: where people use more heat than it asks for, the hold gives way


def drying_hold(wall_m: float, wet: Wet = Wet.WET) -> Figure:
    """Two hours at least, and an hour for each 10 mm of wet wall; half of that when it is only damp."""
    share = wet.share
    return derive(
        "drying_hold",
        "Drying",
        "duration",
        lambda w, least, each, f: f * max(least, w * each),
        [
            given("mould wall", "w", wall_m, "length"),
            given("at least", "t₀", _LEAST_DRYING_S, "duration"),
            given("for its thickness", "s", _DRYING_S_PER_M, "time_per_length"),
            given("how wet it goes in", "f", share, "ratio"),
        ],
        words="Water must leave as vapour before it can boil inside the wall.",
        formula="hold = f·max(t₀, w·s)",
        source=PRACTICE,
        assumptions=[f"the mould is {wet}"],
    )
