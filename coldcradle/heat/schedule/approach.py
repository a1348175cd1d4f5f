"""Everything up to the end of the anneal soak: warm, form, fall, soak; run through the glass as it goes in."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.viscosity import softness
from coldcradle.heat.inputs import HeatInput, SegmentOverride
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.physics.simulate import (
    Section1D,
    first_within,
    open_above,
    until,
)
from coldcradle.heat.physics.slab import SlabRun, run_slab
from coldcradle.heat.schedule import peak as forming
from coldcradle.heat.schedule.segments import PlannedSegment, round_rate, run_programme
from coldcradle.heat.schedule.soak import soak_by_physics
from coldcradle.heat.schedule.warming import (
    body_limit_k_per_h,
    body_section,
    decisive,
    warming,
)
from coldcradle.heat.schedule.warmup import top_rate_k_per_h, warm_up
from coldcradle.heat.steps import StepKey
from coldcradle.layup.bodies import ColdBody
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say
from coldcradle.report.figure import Figure

__all__ = ["SoakPhase", "own_steps", "soaked_firing"]

_SPREAD_K = 2.0
_TRIES, _OVER, _UNDER, _LEAST_SLOWER = 8, 1.01, 0.985, 0.3
_ZONES_FIRST = 0.78  # of the closed form's rate: in a cold kiln the film is thinner than it takes it


@dataclass(frozen=True, slots=True)
class SoakPhase:
    """Everything up to the end of the soak: the steps, the kiln, and the run through the slab."""

    steps: list[PlannedSegment]
    kiln: LoadedKiln
    section: Section1D
    heat: SlabRun
    soak_c: float

    @property
    def total_s(self) -> float:
        return float(self.heat.times_s[-1])

    @property
    def state_c(self) -> NDArray[np.float64]:
        """The slab's temperatures at the end of the soak."""
        return np.asarray(self.heat.temperatures_c[-1])


def _up_to(seconds: float) -> float:
    """Whole five minutes, never shorter."""
    return math.ceil(seconds / 300 - 1e-9) * 300.0


def own_steps(steps: Iterable[PlannedSegment], own: Iterable[SegmentOverride]) -> list[PlannedSegment]:
    """The steps with those changed that somebody has set by hand."""
    by_key = {o.key: o for o in own}
    found = []
    for step in steps:
        change = by_key.get(step.key)
        if change is not None:
            rate = step.rate_k_per_h if change.rate_k_per_h is None else change.rate_k_per_h or None
            step = replace(
                step,
                rate_k_per_h=rate,
                to_c=step.to_c if change.to_c is None else change.to_c,
                hold_s=step.hold_s if change.hold_s is None else change.hold_s,
                limited_by="choice",
                why=say("You set this step by hand."),
            )
        found.append(step)
    return found


def _warmed(
    load: Load, heat: HeatInput, kiln: LoadedKiln, figures: dict[str, Figure], peak_c: float
) -> tuple[list[PlannedSegment], float]:
    """The warm-up and the rate from there to the peak, run through every solid piece as it goes in, and slowed where
    one is pulled harder than is allowed.
    """
    body = decisive(load)
    slower, hurried = (_ZONES_FIRST if body is not None and _is_by_zones(body, load) else 1.0), 1.0
    top = top_rate_k_per_h(load, heat)
    warm = warm_up(load, heat, figures, peak_c=peak_c, slower=slower)
    for _ in range(_TRIES if load.is_solid else 0):
        rising = _rise(peak_c, top * hurried, heat)
        run = run_programme([*warm, rising], kiln)
        worst = warming(load, heat, run.line, run.total_s).worst
        if worst is None or (worst.share <= _OVER and (worst.share >= _UNDER or slower == 1.0)):
            break
        if worst.share < _UNDER:  # the first guess was more careful than it need be
            slower = min(1.0, slower * 0.995 / worst.share)
        elif worst.at_s <= run.steps[-1].starts_s + 1.0:
            slower *= max(_LEAST_SLOWER, 0.995 / worst.share)
        else:
            hurried *= max(_LEAST_SLOWER, 0.995 / worst.share)
        warm = warm_up(load, heat, figures, peak_c=peak_c, slower=slower)
    rate = top if hurried == 1.0 else round_rate(top * hurried)
    return own_steps(warm, heat.overrides), rate


def _is_by_zones(body: ColdBody, load: Load) -> bool:
    """Whether what two zones do to one another is what holds a piece back."""
    alone = replace(body, shade=None)
    return body.shade is not None and body_limit_k_per_h(body, load.kind) < body_limit_k_per_h(alone, load.kind)


def _rise(peak_c: float, rate_k_per_h: float, heat: HeatInput) -> PlannedSegment:
    return PlannedSegment(
        key=StepKey.PEAK,
        name=heat.process.step,
        rate_k_per_h=rate_k_per_h,
        to_c=peak_c,
        hold_s=0.0,
        limited_by="glass",
        figures=("cast_temperature", "cast_hold"),
        why=say(""),
    )


def _heart_section(load: Load, heat: HeatInput, section: Section1D) -> Section1D:
    """What must be hot before it moves: the thickest solid piece that goes in, or what comes out."""
    solid = [b for b in load.cold if not b.is_loose]
    if not solid or load.is_one_body:
        return section
    return body_section(max(solid, key=lambda b: b.counts_m), load, heat)


def _peak(
    load: Load, heat: HeatInput, kiln: LoadedKiln, section: Section1D, figures: dict[str, Figure]
) -> tuple[list[PlannedSegment], PlannedSegment]:
    """The warm-up and the peak, its hold as long as the slab takes to follow."""
    done = heat.process
    asked_c = figures["cast_temperature"].value
    peak_c = float(round(asked_c)) if heat.cast_c is None else asked_c  # what was typed is fired as typed
    warm, rate = _warmed(load, heat, kiln, figures, peak_c)
    first = forming.peak_hold(load, heat, peak_c=peak_c, rate_k_per_h=rate, lag_s=None)
    why = (
        say("The temperature you chose.")
        if heat.cast_c is not None
        else say("From {form}, this glass closes up and runs here.", form=load.form.name)
        if done.traits.by_grain
        else say("Here this glass {does}: what it takes to {what}.", does=softness(done.aim), what=done.name)
    )
    peak = replace(
        _rise(peak_c, rate, heat),
        hold_s=max(3600.0, _up_to(2 * first.value)),
        limited_by="choice" if heat.cast_c is not None else "glass",
        why=why,
    )
    if heat.cast_hold_s is None and done.bears is None:
        trial = run_programme([*warm, peak], kiln)
        arrives, ends = trial.steps[-1].arrives_s, trial.steps[-1].ends_s
        slabs = {section.slab, _heart_section(load, heat, section).slab}
        lags = [first_within(run_slab(slab, trial.line), forming.LAG_K, arrives, glass_only=True) for slab in slabs]
        lag_s = max(ends if follows is None else follows for follows in lags) - arrives
        if load.is_core_shut:  # it is warmed from above as well as through its mould, whichever is sooner
            above = first_within(run_slab(open_above(load).slab, trial.line), forming.LAG_K, arrives, glass_only=True)
            lag_s = min(lag_s, (ends if above is None else above) - arrives)
        first = forming.peak_hold(load, heat, peak_c=peak_c, rate_k_per_h=rate, lag_s=lag_s)
    figures["cast_hold"] = first
    return warm, replace(peak, hold_s=_up_to(first.value) if heat.cast_hold_s is None else first.value)


def soaked_firing(
    load: Load, heat: HeatInput, kiln: LoadedKiln, section: Section1D, figures: dict[str, Figure]
) -> SoakPhase:
    """Everything up to the end of the soak, which lasts by the school chosen."""
    warm, peak = _peak(load, heat, kiln, section, figures)
    (peak,) = own_steps([peak], heat.overrides)
    soak_c = float(round(load.kind.annealing_c))
    thumb = figures["soak_thumb"]
    closed = soak_by_physics(
        load, drop_k=max(0.0, peak.to_c - soak_c), fall_k_per_h=kiln.coasting_rate_k_per_h(soak_c), settled_s=None
    )
    longest = _up_to(max(1.5 * closed.value, thumb.value) + 7200)
    fall = PlannedSegment(
        key=StepKey.FALL,
        name="Fall, then soak",
        rate_k_per_h=None,
        to_c=soak_c,
        hold_s=longest,
        limited_by="glass",
        figures=("soak_thumb", "soak_physics"),
        why=say(""),
    )
    (fall,) = own_steps([fall], (replace(o, hold_s=None) for o in heat.overrides))
    trial = run_programme([*warm, peak, fall], kiln)
    inside = run_slab(section.slab, trial.line)
    arrives = trial.steps[-1].arrives_s
    settled = first_within(inside, _SPREAD_K, arrives)
    physics = soak_by_physics(
        load,
        drop_k=max(0.0, peak.to_c - soak_c),
        fall_k_per_h=kiln.coasting_rate_k_per_h(soak_c),
        settled_s=None if settled is None else settled - arrives,
    )
    figures["soak_physics"] = physics
    chosen = {"thumb": thumb, "physics": physics}.get(
        "thumb" if heat.is_by_table else heat.soak_method, max(thumb, physics, key=lambda f: f.value)
    )
    fall = replace(
        fall, hold_s=_up_to(chosen.value), why=say("{how}, at this glass's annealing point.", how=chosen.name)
    )
    (fall,) = own_steps([fall], heat.overrides)
    return SoakPhase([*warm, peak, fall], kiln, section, until(inside, arrives + fall.hold_s), fall.to_c)
