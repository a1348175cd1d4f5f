"""plan_week: a list schedule, improved window by window until its time is up; never worse than the list."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput
from coldcradle.load.week.jobs import Cost, Slot, Week, cost_of, why_unsound
from coldcradle.load.week.lists import list_schedule
from coldcradle.load.week.near import neighbours
from coldcradle.load.week.place import timed
from coldcradle.load.week.solve import best_order

__all__ = ["WeekPlan", "plan_week"]

_WINDOW, _STRIDE = 12, 6


@dataclass(frozen=True, slots=True, kw_only=True)
class WeekPlan:
    """The firings proposed; `cost` of it and of the list it began with, and whether every window was looked at."""

    slots: tuple[Slot, ...]
    cost: Cost
    listed: Cost
    is_all_looked_at: bool


def _window(plan: Sequence[Slot], at: int) -> list[Slot]:
    """Firings from one on, as many as hold a dozen jobs."""
    found: list[Slot] = []
    for slot in plan[at:]:
        if found and sum(len(s.keys) for s in found) + len(slot.keys) > _WINDOW:
            break
        found.append(slot)
    return found


def _improved(week: Week, plan: list[Slot], at: int, time_s: float) -> list[Slot] | None:
    """The plan with a window of it solved anew, everything before it held and all after it put down again."""
    window = _window(plan, at)
    inside = {key for slot in window for key in slot.keys}
    jobs = [job for job in week.jobs if job.key in inside]
    before, after = plan[:at], plan[at + len(window) :]
    lasts = max(slot.ends_s for slot in window)
    order = best_order(week, jobs, before, until_s=lasts, time_s=time_s)
    if order is None:
        return None
    whole = [(s.keys, s.kiln) for s in before] + order + [(s.keys, s.kiln) for s in after]
    return timed(week, whole)


def _climbed(week: Week, plan: list[Slot], best: Cost, until: float) -> tuple[list[Slot], Cost, bool]:
    """The plan, a step at a time to the first better neighbour until there is none, or no time."""
    has_moved, is_better = False, True
    while is_better:
        is_better = False
        for order in neighbours(week, [(slot.keys, slot.kiln) for slot in plan]):
            if time.monotonic() > until:
                return plan, best, has_moved
            found = timed(week, order)
            if found is not None and (cost := cost_of(week, found)) < best and not why_unsound(week, found):
                plan, best, has_moved, is_better = sorted(found, key=lambda s: (s.start_s, s.kiln)), cost, True, True
                break
    return plan, best, has_moved


def plan_week(week: Week, *, time_s: float = 8.0) -> WeekPlan:
    """A plan of the week within its time, at worst the list schedule. Raises ImpossibleInput for a ring."""
    if week.is_ringed():
        raise ImpossibleInput("expected stages none of which is, by some way, made from itself")
    began = time.monotonic()
    plan = list_schedule(week)
    listed = best = cost_of(week, plan)
    if {key for slot in plan for key in slot.keys} != {job.key for job in week.jobs}:
        return WeekPlan(slots=tuple(plan), cost=best, listed=listed, is_all_looked_at=False)
    at, is_better, is_whole = 0, False, True
    while plan:
        left_s = time_s - (time.monotonic() - began)
        if left_s <= 0.05:
            is_whole = False
            break
        found = _improved(week, plan, at, min(left_s, max(1.0, time_s / 3)))
        if found is not None and not why_unsound(week, found):
            cost = cost_of(week, found)
            if cost < best:
                plan, best, is_better = sorted(found, key=lambda s: (s.start_s, s.kiln)), cost, True
        plan, best, has_moved = _climbed(week, plan, best, began + time_s)
        is_better |= has_moved
        at += max(1, len(_window(plan, at)) // 2)
        if at >= len(plan):
            if not is_better:
                break
            at, is_better = 0, False
    return WeekPlan(slots=tuple(plan), cost=best, listed=listed, is_all_looked_at=is_whole)
