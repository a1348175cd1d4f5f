"""One programme out of those that each member would have alone: nobody is warmed or cooled faster than it stands."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.schedule.approach import rounded_up_s
from coldcradle.heat.schedule.cooling import CoolingTarget, cooling_steps
from coldcradle.heat.schedule.firing import FiringPlan
from coldcradle.heat.schedule.segments import PlannedSegment, round_rate
from coldcradle.heat.shared import SharedStep
from coldcradle.heat.steps import StepKey
from coldcradle.layup.load import Load
from coldcradle.load.needs import Window
from coldcradle.load.peak import CommonPeak

__all__ = ["Asked", "Mended", "shared_steps"]

_ONE_SOAK_K = 20.0  # annealing points this near to one another have one soak, at the higher; common practice
_UNDER_PEAK_K = 5.0
_RISING = (StepKey.DRY, StepKey.WARM, StepKey.BUBBLES)


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """What one who lies in the firing asks of it: its own programme at its place, and its window of heat work."""

    name: str
    load: Load
    heat: HeatInput
    firing: FiringPlan
    window: Window

    @property
    def offset_k(self) -> float:
        return self.window.offset_k

    @property
    def soak_c(self) -> float:
        """Its soak, as the middle of the kiln has it."""
        return self.firing.soaked.steps[-1].to_c - self.offset_k

    def step(self, key: str) -> PlannedSegment | None:
        """Its own step of that name, None where it has none."""
        return next((s for s in self.firing.wanted if s.key == key), None)

    def rate_over(self, from_c: float, to_c: float) -> float:
        """The slowest it is warmed between two temperatures of the middle, K/h; infinite where it asks for none."""
        slowest, below = math.inf, -math.inf
        for step in self.firing.wanted:
            ends_c = step.to_c - self.offset_k
            if step.key not in (*_RISING, StepKey.PEAK):
                break
            top = math.inf if step.key == StepKey.PEAK else ends_c
            if below < to_c and top > from_c:
                slowest = min(slowest, step.rate_k_per_h or math.inf)
            below = ends_c
        return slowest


@dataclass(frozen=True, slots=True)
class Mended:
    """What a run through the glass has taken off the rates, as shares, or put onto the soaks, s."""

    warm: float = 1.0
    slow: float = 1.0
    surface: float = 1.0
    soak_s: float = 0.0
    rest_s: float = 0.0


def _least(asked: Sequence[Asked], value: Callable[[Asked], float]) -> tuple[float, str]:
    one = min(asked, key=value)
    return value(one), one.name


def _most(asked: Iterable[Asked], value: Callable[[Asked], float]) -> tuple[float, str]:
    one = max(asked, key=value)
    return value(one), one.name


def _warming(asked: Sequence[Asked], peak_c: float, mended: Mended) -> list[SharedStep]:
    """Up to where the peak begins: the slowest anybody needs, drying and settling for whoever needs it."""
    steps: list[SharedStep] = []
    at_c = min(a.heat.room_c for a in asked)
    for key in _RISING:
        own = [(a, s) for a in asked if (s := a.step(key)) is not None]
        if not own:
            continue
        ends = [s.to_c - a.offset_k for a, s in own]
        held = [s.to_c - a.offset_k for a, s in own if s.hold_s > 0]
        # who wants air out wants it before anybody closes over it; who is only warmed slowly wants it to the end
        to_c = min(held) if key == StepKey.BUBBLES and held else max(ends)
        to_c = min(to_c, peak_c - _UNDER_PEAK_K)
        if to_c <= at_c + 1.0:
            continue
        from_c = at_c
        rate, by = _least(asked, lambda a: a.rate_over(from_c, to_c))  # noqa: B023 (used at once)
        hold_s, rests = _most((a for a, _ in own), lambda a: a.step(key).hold_s)  # type: ignore[union-attr]  # noqa: B023
        steps.append(
            SharedStep(
                key=key,
                rate_k_per_h=None if math.isinf(rate) else round_rate(rate * mended.warm),
                to_c=to_c,
                hold_s=hold_s,
                by=rests if key == StepKey.DRY else by,
            )
        )
        at_c = to_c
    return steps


def _cooling(
    asked: Sequence[Asked], kiln: LoadedKiln, soak_c: float, lowest_c: float, mended: Mended
) -> list[SharedStep]:
    """From the soak to the open lid: no faster than anybody's own run allows."""
    slow, by_slow = _least(asked, lambda a: a.firing.cooling.wish.slow_k_per_h)
    second, by_second = _least(asked, lambda a: a.firing.cooling.wish.second_k_per_h)
    surface, by_surface = _least(asked, lambda a: a.firing.cooling.wish.surface_k_per_h)
    open_c, by_open = _least(asked, lambda a: a.firing.first.opening_shown_c)
    wish = CoolingTarget(
        slow_k_per_h=slow * mended.slow,
        second_k_per_h=second * mended.slow,
        surface_k_per_h=surface * mended.surface,
        stress_pa=0.0,
        open_c=open_c,
        effective_m=0.0,
        soak_c=soak_c,
        annealing_c=lowest_c,
        state_c=np.zeros(1),
    )
    by = {
        StepKey.ANNEAL: by_slow,
        StepKey.COOL_2: by_second,
        StepKey.COOL_3: by_surface,
        StepKey.COAST: by_open,
    }
    return [
        SharedStep(key=StepKey(s.key), rate_k_per_h=s.rate_k_per_h, to_c=s.to_c, by=by[StepKey(s.key)])
        for s in cooling_steps(kiln, wish)
    ]


def shared_steps(
    asked: Sequence[Asked], peak: CommonPeak, kiln: LoadedKiln, mended: Mended = Mended()
) -> tuple[SharedStep, ...]:
    """The programme for all, as the middle of the kiln has it, each step with who decides it.

    Up: at every temperature the slowest rate of any. Soak: at the highest annealing point as long as any needs there,
    and a second one where some glass anneals lower by more than 20 K. Down: the slowest rates of any, and off where
    the kiln's own fall with all of it in is slow enough for every one.
    """
    steps = _warming(asked, peak.peak_c, mended)
    from_c = steps[-1].to_c if steps else min(a.heat.room_c for a in asked)
    rate, _ = _least(asked, lambda a: a.rate_over(from_c, peak.peak_c))
    steps.append(
        SharedStep(
            key=StepKey.PEAK,
            rate_k_per_h=None if math.isinf(rate) else rate,
            to_c=peak.peak_c,
            hold_s=rounded_up_s(peak.hold_s),
            by=asked[peak.decider].name,
        )
    )
    highest = max(a.soak_c for a in asked)
    lowest = min(a.soak_c for a in asked)
    cool = [a for a in asked if highest - a.soak_c > _ONE_SOAK_K]
    hot = [a for a in asked if a not in cool]
    soak_s, by = _most(hot, _soak_s)
    steps.append(SharedStep(key=StepKey.FALL, to_c=round(highest), hold_s=rounded_up_s(soak_s + mended.soak_s), by=by))
    if cool:
        rest_s, by = _most(cool, _soak_s)
        slow, _ = _least(asked, lambda a: a.firing.cooling.wish.slow_k_per_h)
        steps.append(
            SharedStep(
                key=StepKey.REST,
                rate_k_per_h=round_rate(slow * mended.slow),
                to_c=round(lowest),
                hold_s=rounded_up_s(rest_s + mended.rest_s),
                by=by,
            )
        )
    steps += _cooling(asked, kiln, steps[-1].to_c, lowest if cool else min(lowest, steps[-1].to_c), mended)
    return tuple(_as_told(step) for step in steps)


def _soak_s(asked: Asked) -> float:
    return asked.firing.soaked.steps[-1].hold_s


def _as_told(step: SharedStep) -> SharedStep:
    """To tenths of a degree, as it stands in a document."""
    return replace(step, to_c=round(step.to_c, 1))
