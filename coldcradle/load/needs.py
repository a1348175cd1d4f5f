"""How much heat each who lies in a firing asks for: between enough and too much, at its own place."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.peak import coming_and_going_at_s, coming_and_going_s, hung_in, longest_hold_s, needed_work
from coldcradle.heat.schedule.firing import FiringPlan
from coldcradle.heat.steps import StepKey
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.load import Load
from coldcradle.layup.traits import Law

__all__ = ["Window", "peak_step_of", "window_of"]

_SLACK = 1.25  # times the heat work, either way, that nobody sees; common practice, no source
_LOG_SLACK = 0.3  # of log10 viscosity, some 12 K: an end of a window is known no better; common practice, no source
_GRAIN_LOG = (0.3, 0.5)  # stiffer and runnier than its grain asks, and still cast; as programmes are judged
_PARTS = 0.8  # of the heat work at which a thread parts


@dataclass(frozen=True, slots=True, kw_only=True)
class Window:
    """Heat work asked for, 1/Pa: enough, what it has by its own programme, and too much.

    `offset_k` is its place against the middle of the kiln, `lag_s` how long its heart is behind at the peak, 0 where
    only its face counts.
    """

    curve: Viscosity
    least_per_pa: float
    own_per_pa: float
    most_per_pa: float
    offset_k: float
    lag_s: float
    rising_k_per_h: float
    own_c: float
    own_hold_s: float

    def work_per_pa(self, peak_c: ArrayLike, hold_s: ArrayLike) -> NDArray[np.float64]:
        """Heat work of peaks in the middle of the kiln: the hold, and what coming and going adds, 1/Pa."""
        at_c = np.asarray(peak_c, dtype=float) + self.offset_k
        spent_s = np.asarray(hold_s, dtype=float) + coming_and_going_at_s(self.curve, at_c, self.rising_k_per_h)
        return np.asarray(spent_s / 10.0 ** np.asarray(self.curve.log10_pa_s(at_c)))

    def per_k(self, peak_c: float) -> float:
        """How fast the logarithm of the heat work grows with the peak, 1/K."""
        at_c = peak_c + self.offset_k
        step = float(self.curve.log10_pa_s(at_c - 1.0) - self.curve.log10_pa_s(at_c + 1.0))
        return max(1e-4, step / 2 * math.log(10))

    def to_spare_k(self, peak_c: float, work_per_pa: float) -> tuple[float, float]:
        """How far from too little and from too much, K of the peak; below 0 past it."""
        per_k = self.per_k(peak_c)
        return (
            math.log(work_per_pa / self.least_per_pa) / per_k,
            math.log(self.most_per_pa / work_per_pa) / per_k,
        )


def peak_step_of(firing: FiringPlan) -> tuple[float, float]:
    """The peak of a firing and its hold, °C and s."""
    peak = next(s for s in firing.run.steps if s.key == StepKey.PEAK)
    return peak.to_c, peak.hold_s


def _moving(load: Load, heat: HeatInput, needed: float, rising_k_per_h: float) -> tuple[float, float]:
    """Of what moves a known way: half-way (in logarithms) from what the law needs to what people give is enough.

    Where a mould ends it, the runny end of its window for the longest hold people use is too much: it takes marks.
    Where nothing does, as much more than people give as enough is less.
    """
    process, curve = heat.process, Viscosity.of(load.kind)
    slack = max(_SLACK, math.sqrt(process.margin))
    least = needed / slack
    if process.is_stopped:
        held_s = longest_hold_s(heat) + coming_and_going_s(curve, process.runny, rising_k_per_h)
        return least, held_s / 10**process.runny
    most = needed * slack
    if process.moves is Law.HANG and load.span_m:
        most = min(most, _PARTS * hung_in(load).parting_work())
    return least, most


def _lasting(load: Load, heat: HeatInput, own_per_pa: float) -> tuple[float, float]:
    """Of what is only as soft for so long: the ends of its window, as far from where it aims."""
    process = heat.process
    stiffer, runnier = process.stiff - process.aim, process.aim - process.runny
    if process.traits.by_grain:
        stiffer, runnier = _GRAIN_LOG
    return own_per_pa / 10 ** max(stiffer, _LOG_SLACK), own_per_pa * 10 ** max(runnier, _LOG_SLACK)


def window_of(load: Load, heat: HeatInput, firing: FiringPlan) -> Window:
    """What a stage asks, by the programme it would have alone: that one always lies inside.

    Common practice, no source: what is enough and what is too much for a process is its window in `processes.csv`.
    """
    own = heat_work_of(load.kind, firing.run.line).total_per_pa
    rising = firing.soaked.peak.rate_k_per_h
    needed = needed_work(load, heat)
    least, most = _lasting(load, heat, own) if needed is None else _moving(load, heat, needed, rising)
    most = min(most, load.most_work_per_pa)
    peak_c, hold_s = peak_step_of(firing)
    waits = 0.0 if heat.process.bears is not None else firing.soaked.peak.lag_s or 0.0
    return Window(
        curve=Viscosity.of(load.kind),
        least_per_pa=min(least, own / _SLACK**0.5),
        own_per_pa=own,
        most_per_pa=max(most, own * _SLACK**0.5),
        offset_k=heat.offset_k,
        lag_s=waits,
        rising_k_per_h=rising,
        own_c=peak_c - heat.offset_k,
        own_hold_s=hold_s,
    )
