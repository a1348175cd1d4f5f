"""What waits and what it waits for, as the planner of the week is told it; times in s from now."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass

__all__ = ["Cost", "Job", "KilnTime", "Slot", "Week", "cost_of", "ready_s", "why_unsound"]

HOUR_S = 3600.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Job:
    """A stage that waits: the kilns it may go into, what it is made from and the bench time between, when it is due.

    `after` are (key, bench time) of other jobs; `ready_s` when what is not among the jobs allows it. `moulds` of its
    `mould` are there, 0 where nobody has said or it needs none. `visits_s` are from its start.
    """

    key: str
    kilns: tuple[str, ...]
    after: tuple[tuple[str, float], ...] = ()
    ready_s: float = 0.0
    due_s: float = math.inf
    mould: str = ""
    moulds: int = 0
    visits_s: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class KilnTime:
    """A kiln with the times at which it is taken already, (from, to)."""

    name: str
    busy: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """A firing that is proposed: what goes in, where, from when to when."""

    kiln: str
    keys: frozenset[str]
    start_s: float
    ends_s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Week:
    """All that the planner knows. `may_share` says whether jobs go together in a kiln, `lasts_s` how long that takes,
    `is_up` whether somebody is there at a moment.
    """

    jobs: tuple[Job, ...]
    kilns: tuple[KilnTime, ...]
    may_share: Callable[[frozenset[str], str], bool]
    lasts_s: Callable[[frozenset[str], str], float]
    is_up: Callable[[float], bool]

    def job(self, key: str) -> Job:
        """The job of that key. Raises StopIteration where there is none."""
        return next(job for job in self.jobs if job.key == key)

    def may_lie_together(self, keys: frozenset[str], kiln: str) -> bool:
        """Whether jobs go together in a kiln, and no more of a mould is wanted than there is."""
        jobs = [self.job(key) for key in keys]
        wanted = {
            (job.mould, job.moulds): sum(other.mould == job.mould for other in jobs) for job in jobs if job.moulds
        }
        return all(many <= there for (_, there), many in wanted.items()) and self.may_share(keys, kiln)

    def is_ringed(self) -> bool:
        """Whether something waits, by some way, for itself."""
        left = {job.key: {key for key, _ in job.after} for job in self.jobs}
        while free := {key for key, some in left.items() if not some & left.keys()}:
            left = {key: some for key, some in left.items() if key not in free}
        return bool(left)


@dataclass(frozen=True, slots=True, order=True)
class Cost:
    """What makes a plan better, in this order: hours late, firings, look-ins at night, hours to the end."""

    late_h: float
    firings: int
    at_night: int
    ends_h: float


def ready_s(job: Job, ends: dict[str, float]) -> float:
    """When a job may begin at the earliest, s: after all that it is made from and the bench between; infinite where
    something of that has no place yet.
    """
    return max((ends.get(key, math.inf) + bench for key, bench in job.after), default=0.0) if job.after else 0.0


def cost_of(week: Week, plan: Iterable[Slot]) -> Cost:
    """The cost of a plan in which everything has its place."""
    late = night = 0.0
    ends = 0.0
    slots = list(plan)
    by_key = {job.key: job for job in week.jobs}
    for slot in slots:
        for key in slot.keys:
            job = by_key[key]
            late += max(0.0, slot.ends_s - job.due_s)
            night += sum(not week.is_up(slot.start_s + visit) for visit in job.visits_s)
            ends += slot.ends_s
    return Cost(round(late / HOUR_S, 3), len(slots), int(night), round(ends / HOUR_S, 3))


def why_unsound(week: Week, plan: Iterable[Slot]) -> str:
    """What a plan breaks of what is hard, nothing where it is sound."""
    slots = list(plan)
    ends = {key: slot.ends_s for slot in slots for key in slot.keys}
    begins = {key: slot.start_s for slot in slots for key in slot.keys}
    if sum(len(slot.keys) for slot in slots) != len(ends) or set(ends) != {job.key for job in week.jobs}:
        return "something is not in it once"
    for slot in slots:
        if not week.is_up(slot.start_s):
            return "nobody is up at a start"
        if not week.may_lie_together(slot.keys, slot.kiln):
            return "what lies together does not go together"
        if slot.ends_s - slot.start_s < week.lasts_s(slot.keys, slot.kiln) - 1:
            return "a firing is too short"
        busy = next(k.busy for k in week.kilns if k.name == slot.kiln)
        others = [(s.start_s, s.ends_s) for s in slots if s is not slot and s.kiln == slot.kiln]
        if any(a < slot.ends_s - 1 and slot.start_s < b - 1 for a, b in [*busy, *others]):
            return "a kiln is taken twice"
    for job in week.jobs:
        if begins[job.key] < max(job.ready_s, ready_s(job, ends)) - 1:
            return "something begins before what it is made from"
        if next(s.kiln for s in slots if job.key in s.keys) not in job.kilns:
            return "something is in a kiln it may not go into"
    return _moulds_twice(week, slots)


def _moulds_twice(week: Week, slots: list[Slot]) -> str:
    by_key = {job.key: job for job in week.jobs}
    for slot in slots:
        for key in slot.keys:
            job = by_key[key]
            used = sum(
                by_key[other].mould == job.mould
                for s in slots
                if s.start_s < slot.ends_s and slot.start_s < s.ends_s
                for other in s.keys
            )
            if job.moulds and used > job.moulds:
                return "more moulds are used than there are"
    return ""
