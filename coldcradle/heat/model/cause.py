"""What a firing mostly takes its time for: the glass, the kiln, the mould, the hold, or what was set by hand."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum

from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import LOOSE_K_PER_H
from coldcradle.heat.schedule.segments import Run, RunStep
from coldcradle.heat.steps import StepKey

__all__ = ["Cause", "decides", "time_by_cause_s"]


class Cause(StrEnum):
    """What a firing takes its time for."""

    KILN = "kiln"
    POWER = "power"
    GLASS = "glass"
    MOULD = "mould"
    HOLD = "hold"
    HAND = "hand"
    LOAD = "load"


_RATES, _SOAKS, _ZONES = 0.25, 0.4, 0.6  # what is left of them with glass half as thick, about
_HALF, _NEAR = 0.5, 0.7


def _ramp_cause(step: RunStep) -> Cause | None:
    if step.rate_k_per_h is None or step.late is not None:
        return Cause.POWER if step.is_rising else Cause.KILN
    if step.limited_by == "choice":
        return Cause.HAND if step.why.key == "by-hand" else None
    if step.limited_by in ("cradle", "shelves"):
        return Cause.MOULD
    if step.limited_by == "load":
        return None if step.key == StepKey.PEAK else Cause.LOAD
    return None if step.key == StepKey.PEAK else Cause.GLASS  # how fast it rises to the peak is common practice


def _hold_cause(step: RunStep) -> Cause | None:
    if step.why.key == "by-hand":
        return Cause.HAND
    if step.limited_by == "load":
        return Cause.HOLD if step.key == StepKey.PEAK else Cause.LOAD
    by_key = ((StepKey.DRY, Cause.MOULD), (StepKey.PEAK, Cause.HOLD), (StepKey.FALL, Cause.GLASS))
    return next((cause for key, cause in by_key if step.key == key), None)


def time_by_cause_s(steps: Sequence[RunStep]) -> dict[Cause, float]:
    """How long a firing takes for each cause, s; what is common practice and nobody's doing is in none.

    Parameters
    ----------
    steps : sequence of RunStep
        The steps as they run.

    Notes
    -----
    A ramp at no rate of its own, and one that the kiln cannot follow, is the kiln's fall or its power; a soak is the
    glass's.
    """
    found = dict.fromkeys(Cause, 0.0)
    for step in steps:
        for cause, spent_s in (
            (_ramp_cause(step), step.arrives_s - step.starts_s),
            (_hold_cause(step), step.ends_s - step.arrives_s),
        ):
            if cause is not None:
                found[cause] += spent_s
    return found


def _glass_saves_s(step: RunStep, kiln: LoadedKiln, from_c: float) -> float:
    """What a step of the glass becomes shorter by with glass half as thick, s: rates go with its square, until common
    practice or the kiln itself is slower.
    """
    ramp_s, soak_s = step.arrives_s - step.starts_s, step.ends_s - step.arrives_s
    saved_s = (1 - _SOAKS) * soak_s if _hold_cause(step) is Cause.GLASS else 0.0
    if _ramp_cause(step) is not Cause.GLASS:
        return saved_s
    if step.is_rising:
        least_s = (step.to_c - from_c) / LOOSE_K_PER_H * 3600
        left = _ZONES if step.why.key in ("zones", "lowered") else _RATES
    else:
        least_s, left = float(kiln.path(from_c, step.to_c, None)[0][-1]), _RATES
    return saved_s + max(0.0, ramp_s - max(left * ramp_s, least_s))


def decides(run: Run) -> list[Cause]:
    """The cause that, halved, would shorten a firing most, and after it whatever comes near to that.

    Notes
    -----
    What falls by itself, is dried or is held takes half as long. Estimated from the steps, not planned anew: a test
    plans anew, and lets one in fifty be named wrongly.
    """
    spent = time_by_cause_s(run.steps)
    saved = {cause: _HALF * spent_s for cause, spent_s in spent.items()}
    before_c = [run.line[0][1], *(step.to_c for step in run.steps[:-1])]
    saved[Cause.GLASS] = sum(
        _glass_saves_s(step, run.kiln, from_c) for step, from_c in zip(run.steps, before_c, strict=True)
    )
    ordered = sorted(Cause, key=lambda cause: -saved[cause])
    return [cause for cause in ordered if saved[cause] >= _NEAR * saved[ordered[0]]][:2]
