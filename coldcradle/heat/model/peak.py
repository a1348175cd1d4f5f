"""How hot glass must get for what is to be done, how long it stays there, and how long a wet mould dries."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike, NDArray

from coldcradle.constants import GRAVITY
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.physics.conduction import time_constant_s
from coldcradle.heat.schedule.processes import Process
from coldcradle.layup.deform import laws
from coldcradle.layup.deform.hung import EvenThread, Hung
from coldcradle.layup.load import Load
from coldcradle.layup.model.pressed import PRESSED_M
from coldcradle.layup.traits import Law

__all__ = [
    "BUBBLE_LOG",
    "DRYING_S_PER_M",
    "LAG_K",
    "LEAST_DRYING_S",
    "aimed_log",
    "asked_log",
    "asked_temperature_c",
    "bubble_temperature_c",
    "closed_wait_s",
    "coming_and_going_at_s",
    "coming_and_going_s",
    "drying_hold_s",
    "hung_in",
    "kept_within",
    "longest_hold_s",
    "moving_hold_s",
    "needed_work",
    "peak_hold_s",
    "peak_temperature_c",
    "within_temperature_c",
]

BUBBLE_LOG = 6.9  # soft enough to settle, too stiff to close over air; common practice, no source
LAG_K = 10.0
LEAST_DRYING_S, DRYING_S_PER_M = 2 * 3600.0, 3600.0 / 0.010
_MOST_HOLD_S, _LEAST_HOLD_S = 12 * 3600.0, 300.0
_LONGER = 3.0  # times the usual hold; beyond that people go hotter; common practice, no source
_FALL_K_PER_H = 250.0  # from the peak, about, as kilns fall


def hung_in(load: Load) -> Hung:
    """What hangs: by its profile where it has one, as an even thread where it has none."""
    if load.hung is not None:
        return load.hung
    return EvenThread(
        length_m=load.span_m or load.widest_m,
        width_m=load.breadth_m,
        wall_m=0.0,
        density_kg_m3=load.kind.density_kg_m3,
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
            hung = hung_in(load)
            touch, part = hung.work_to(span + depth), hung.parting_work()
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
    return float(coming_and_going_at_s(curve, curve.temperature_c(log), rate_k_per_h))


def coming_and_going_at_s(curve: Viscosity, at_c: ArrayLike, rate_k_per_h: float) -> NDArray[np.float64]:
    """The same for peaks in °C, s, in the shape they come in."""
    peaks_c = np.asarray(at_c, dtype=float)
    fold_k = np.where(peaks_c > curve.annealing_c, (peaks_c - curve.t0_c) ** 2 / (curve.b_k * math.log(10)), 17.0)
    return np.asarray(fold_k * (1 / rate_k_per_h + 1 / _FALL_K_PER_H) * 3600)


def peak_temperature_c(load: Load, heat: HeatInput, *, rate_k_per_h: float) -> float:
    """Where this glass is as runny as the process wants, or where it moves so far in the time of the hold, °C.

    By the viscosity curve of the glass (Vogel-Fulcher-Tammann through the points of ASTM C336 and C338); a first
    estimate, good to about 15 K.
    """
    if heat.cast_c is not None:
        return heat.cast_c
    work, curve = needed_work(load, heat), Viscosity.of(load.kind)
    if heat.process.traits.by_grain or work is None:
        return curve.temperature_c(aimed_log(load, heat, rate_k_per_h=rate_k_per_h))
    log = min(asked_log(load, heat, work, rate_k_per_h), 14.0)
    return within_temperature_c(curve, log, *kept_within(heat.process))


def within_temperature_c(curve: Viscosity, log: float, runniest: float, stiffest: float) -> float:
    """Where glass has a viscosity (log10 Pa·s), but never out of what people use, °C."""
    return curve.temperature_c(min(max(log, runniest), stiffest))


def bubble_temperature_c(load: Load) -> float:
    """Where air can still leave between the pieces, °C."""
    return Viscosity.of(load.kind).temperature_c(BUBBLE_LOG)


def aimed_log(load: Load, heat: HeatInput, *, rate_k_per_h: float) -> float:
    """log10 Pa·s as soft as the process takes; stiffer, within its window, where all of the piece would run."""
    done, curve = heat.process, Viscosity.of(load.kind)
    if done.traits.by_grain:
        return load.form.cast_log_viscosity
    if not math.isfinite(load.most_work_per_pa):
        return done.aim
    log = done.aim
    for _ in range(4):
        asked = math.log10(
            (longest_hold_s(heat) + coming_and_going_s(curve, log, rate_k_per_h)) / load.most_work_per_pa
        )
        log = min(max(done.aim, asked), done.stiff)
    return log


def longest_hold_s(heat: HeatInput) -> float:
    """How long it may stay at its peak before it is made hotter instead, s."""
    return heat.cast_hold_s or heat.process.hold_s * (_LONGER if heat.process.is_stopped else 1.0)


def kept_within(done: Process) -> tuple[float, float]:
    """log10 Pa·s within which a movement may choose: never out of the process's own window; where a mould ends the
    movement, never cooler than its usual aim either: work to spare does no harm there, and the hold gives way first.
    """
    return done.runny, done.aim if done.is_stopped else done.stiff


def asked_log(load: Load, heat: HeatInput, work: float, rate_k_per_h: float) -> float:
    """log10 of the viscosity at which the movement is done within the hold, coming and going counted."""
    curve, hold = Viscosity.of(load.kind), longest_hold_s(heat)
    runniest, stiffest = kept_within(heat.process)
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
    log = asked_log(load, heat, work, rate_k_per_h)
    return Viscosity.of(load.kind).temperature_c(min(max(log, 3.0), 13.0))


def closed_wait_s(load: Load, *, rate_k_per_h: float) -> float:
    """Until the heart has come within 10 K of the kiln, s, by the closed form: on the safe side."""
    tau_s = time_constant_s(
        thickness_m=load.thickness_m, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material
    )
    return tau_s * math.log(max(1.0, rate_k_per_h / 3600 * tau_s / LAG_K))


def peak_hold_s(load: Load, heat: HeatInput, *, peak_c: float, rate_k_per_h: float, lag_s: float | None) -> float:
    """As long as the process usually takes, or as the movement needs, or until the heart has come within 10 K of the
    kiln, s. `lag_s` is the time the heart takes as the run through the slab found it; None: the closed form.

    Work on the face does not wait for the heart.
    """
    if heat.cast_hold_s is not None:
        return heat.cast_hold_s
    usual_s = moving_hold_s(load, heat, peak_c=peak_c, rate_k_per_h=rate_k_per_h)
    if heat.process.bears is not None:
        return usual_s
    return max(usual_s, closed_wait_s(load, rate_k_per_h=rate_k_per_h) if lag_s is None else lag_s)


def moving_hold_s(load: Load, heat: HeatInput, *, peak_c: float, rate_k_per_h: float) -> float:
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


def drying_hold_s(*, wall_m: float, wet_share: float) -> float:
    """Two hours at least, and an hour for each 10 mm of wet wall, s; less where it is only damp: common practice, no
    source.

    Examples
    --------
    >>> drying_hold_s(wall_m=0.03, wet_share=1.0) / 3600
    3.0
    """
    return wet_share * max(LEAST_DRYING_S, wall_m * DRYING_S_PER_M)
