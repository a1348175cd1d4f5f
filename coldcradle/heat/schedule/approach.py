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
from coldcradle.heat.model import peak as forming
from coldcradle.heat.model.closed import ClosedForms
from coldcradle.heat.model.soak import SPREAD_K, settled_soak_s, settling_s
from coldcradle.heat.physics.simulate import (
    Section1D,
    first_within,
    open_above,
    until,
)
from coldcradle.heat.physics.slab import SlabRun, run_slab
from coldcradle.heat.schedule.segments import PlannedSegment, round_rate, run_programme
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
from coldcradle.quantity.reason import NONE, because

__all__ = ["SCHOOLS", "PeakPhase", "SoakPhase", "own_steps", "rounded_up_s", "school_of", "soaked_firing"]

_TRIES, _OVER, _UNDER, _LEAST_SLOWER = 12, 1.01, 0.985, 0.3
_HELPS = 0.97  # of what it was pulled: less is no help
_NOTCH = 0.95  # from one rate to the next where whole degrees leave it as it was
_ZONES_FIRST = 0.78  # of the closed form's rate: in a cold kiln the film is thinner than it takes it


@dataclass(frozen=True, slots=True, kw_only=True)
class PeakPhase:
    """What the peak was worked out from: `lag_s` is how long the heart was behind as the run found it, None where
    nothing was run for it.
    """

    peak_c: float
    rate_k_per_h: float
    lag_s: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class SoakPhase:
    """Everything up to the end of the soak: the steps, the kiln, and the run through the slab; and what the soak was
    worked out from. `settled_s` is when heart and skin agreed as the run found it, None where they never did.
    """

    steps: list[PlannedSegment]
    kiln: LoadedKiln
    section: Section1D
    heat: SlabRun
    soak_c: float
    peak: PeakPhase
    drop_k: float
    fall_k_per_h: float
    settled_s: float | None

    @property
    def total_s(self) -> float:
        return float(self.heat.times_s[-1])

    @property
    def state_c(self) -> NDArray[np.float64]:
        """The slab's temperatures at the end of the soak."""
        return np.asarray(self.heat.temperatures_c[-1])


def rounded_up_s(seconds: float) -> float:
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
                why=because("by-hand"),
            )
        found.append(step)
    return found


def _warmed(
    load: Load, heat: HeatInput, kiln: LoadedKiln, first: ClosedForms, peak_c: float
) -> tuple[list[PlannedSegment], float]:
    """The warm-up and the rate from there to the peak, run through every solid piece as it goes in, and slowed where
    one is pulled harder than is allowed.

    Rates are whole degrees: where the one above is too quick, the one below is taken, though it has some to spare.
    """
    body = decisive(load)
    slower, hurried = (_ZONES_FIRST if body is not None and _is_by_zones(body, load) else 1.0), 1.0
    top = top_rate_k_per_h(load, heat)
    warm = warm_up(load, heat, first, peak_c=peak_c, slower=slower)
    holds: tuple[list[PlannedSegment], float] | None = None
    failed: list[tuple[list[PlannedSegment], float]] = []
    tried: tuple[float, float] | None = None  # what was pulled, and the rise, before that alone was slowed
    for _ in range(_TRIES if load.is_solid else 0):
        if (warm, hurried) in (holds, *failed):  # whole degrees have left it as it was
            is_held = (warm, hurried) == holds
            if slower == 1.0 or (holds is not None and not is_held):
                break
            slower = min(1.0, slower / _NOTCH) if is_held else slower * _NOTCH
            warm = warm_up(load, heat, first, peak_c=peak_c, slower=slower)
            continue
        rising = _rise(peak_c, top * hurried, heat)
        run = run_programme([*warm, rising], kiln)
        worst = warming(load, heat, run.line, run.total_s).worst
        if worst is None or worst.share <= _OVER:
            holds = (warm, hurried)
            if worst is None or worst.share >= _UNDER or slower == 1.0:
                break
        else:
            failed.append((warm, hurried))
        less = max(_LEAST_SLOWER, 0.995 / worst.share)
        is_in_rise = worst.at_s > run.steps[-1].starts_s + 1.0
        if worst.share < _UNDER:  # the first guess was more careful than it need be
            slower = min(1.0, slower * 0.995 / worst.share)
        elif is_in_rise and (tried is None or worst.share < _HELPS * tried[0]):
            tried, hurried = (worst.share, hurried), hurried * less
        else:  # what is seen in the rise, and a slower rise does not help, has come out of the warming
            hurried = tried[1] if tried is not None and is_in_rise else hurried
            slower, tried = slower * less, None
        warm = warm_up(load, heat, first, peak_c=peak_c, slower=slower)
    warm, hurried = holds or (warm, hurried)
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
        why=NONE,
    )


def _heart_section(load: Load, heat: HeatInput, section: Section1D) -> Section1D:
    """What must be hot before it moves: the thickest solid piece that goes in, or what comes out."""
    solid = [b for b in load.cold if not b.is_loose]
    if not solid or load.is_one_body:
        return section
    return body_section(max(solid, key=lambda b: b.counts_m), load, heat)


def _peak(
    load: Load, heat: HeatInput, kiln: LoadedKiln, section: Section1D, first: ClosedForms
) -> tuple[list[PlannedSegment], PlannedSegment, PeakPhase]:
    """The warm-up and the peak, its hold as long as the slab takes to follow."""
    done = heat.process
    asked_c = first.peak_c
    peak_c = float(round(asked_c)) if heat.cast_c is None else asked_c  # what was typed is fired as typed
    warm, rate = _warmed(load, heat, kiln, first, peak_c)
    lag_s: float | None = None
    hold_s = forming.peak_hold_s(load, heat, peak_c=peak_c, rate_k_per_h=rate, lag_s=None)
    why = (
        because("peak-chosen")
        if heat.cast_c is not None
        else because("peak-by-grain", form=load.form.name)
        if done.traits.by_grain
        else because("peak", does=softness(done.aim), what=done.name)
    )
    peak = replace(
        _rise(peak_c, rate, heat),
        hold_s=max(3600.0, rounded_up_s(2 * hold_s)),
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
        hold_s = forming.peak_hold_s(load, heat, peak_c=peak_c, rate_k_per_h=rate, lag_s=lag_s)
    peak = replace(peak, hold_s=rounded_up_s(hold_s) if heat.cast_hold_s is None else hold_s)
    return warm, peak, PeakPhase(peak_c=peak_c, rate_k_per_h=rate, lag_s=lag_s)


def soaked_firing(load: Load, heat: HeatInput, kiln: LoadedKiln, section: Section1D, first: ClosedForms) -> SoakPhase:
    """Everything up to the end of the soak, which lasts by the school chosen."""
    warm, peak, phase = _peak(load, heat, kiln, section, first)
    (peak,) = own_steps([peak], heat.overrides)
    soak_c = float(round(load.kind.annealing_c))
    drop_k, fall_k_per_h = max(0.0, peak.to_c - soak_c), kiln.coasting_rate_k_per_h(soak_c)
    closed_s = settling_s(load, drop_k=drop_k, fall_k_per_h=fall_k_per_h)
    longest = rounded_up_s(max(1.5 * settled_soak_s(load.kind, settled_s=closed_s), first.thumb_s) + 7200)
    fall = PlannedSegment(
        key=StepKey.FALL,
        name="Fall, then soak",
        rate_k_per_h=None,
        to_c=soak_c,
        hold_s=longest,
        limited_by="glass",
        figures=("soak_thumb", "soak_physics"),
        why=NONE,
    )
    (fall,) = own_steps([fall], (replace(o, hold_s=None) for o in heat.overrides))
    trial = run_programme([*warm, peak, fall], kiln)
    inside = run_slab(section.slab, trial.line)
    arrives = trial.steps[-1].arrives_s
    settled = first_within(inside, SPREAD_K, arrives)
    settled_s = None if settled is None else settled - arrives
    physics_s = settled_soak_s(load.kind, settled_s=closed_s if settled_s is None else settled_s)
    school = school_of(heat, thumb_s=first.thumb_s, physics_s=physics_s)
    fall = replace(
        fall,
        hold_s=rounded_up_s(first.thumb_s if school == "thumb" else physics_s),
        why=because("soak", how=SCHOOLS[school]),
    )
    (fall,) = own_steps([fall], heat.overrides)
    return SoakPhase(
        steps=[*warm, peak, fall],
        kiln=kiln,
        section=section,
        heat=until(inside, arrives + fall.hold_s),
        soak_c=fall.to_c,
        peak=phase,
        drop_k=drop_k,
        fall_k_per_h=fall_k_per_h,
        settled_s=settled_s,
    )


def school_of(heat: HeatInput, *, thumb_s: float, physics_s: float) -> str:
    """The school by which it rests: thumb or physics, the one chosen or the longer of the two."""
    chosen = "thumb" if heat.is_by_table else heat.soak_method
    if chosen in SCHOOLS:
        return str(chosen)
    return "thumb" if thumb_s >= physics_s else "physics"


SCHOOLS = {"thumb": "Rule of thumb", "physics": "Until heart and skin agree"}
