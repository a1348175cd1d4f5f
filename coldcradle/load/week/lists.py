"""The list schedule: what is due first and has the longest way to go first, into the firing that is there already."""

from __future__ import annotations

import functools
import math
from collections.abc import Sequence
from dataclasses import replace

from coldcradle.load.week.jobs import Job, Slot, Week
from coldcradle.load.week.place import earliest

__all__ = ["list_schedule"]


def _ways(week: Week) -> dict[str, float]:
    """How long it is from the start of each job to the end of the last that is made from it, s."""
    later: dict[str, list[tuple[str, float]]] = {job.key: [] for job in week.jobs}
    for job in week.jobs:
        for key, bench in job.after:
            if key in later:
                later[key].append((job.key, bench))

    @functools.cache
    def way(key: str) -> float:
        job = week.job(key)
        own = min(week.lasts_s(frozenset({key}), kiln) for kiln in job.kilns)
        return own + max((bench + way(other) for other, bench in later[key]), default=0.0)

    return {job.key: way(job.key) for job in week.jobs}


def _due(week: Week) -> dict[str, float]:
    """When each must be done so that all that is made from it can be in time, s."""
    due = {job.key: job.due_s for job in week.jobs}
    for _ in week.jobs:
        for job in week.jobs:
            for key, bench in job.after:
                if key in due:
                    own = min(week.lasts_s(frozenset({job.key}), kiln) for kiln in job.kilns)
                    due[key] = min(due[key], due[job.key] - own - bench)
    return due


def _joined(week: Week, job: Job, slot: Slot, plan: Sequence[Slot]) -> Slot | None:
    """A firing with one more in it, None where that does not go."""
    keys = slot.keys | {job.key}
    if slot.kiln not in job.kilns or not week.may_lie_together(keys, slot.kiln):
        return None
    others = [s for s in plan if s is not slot]
    ends_s = slot.start_s + week.lasts_s(keys, slot.kiln)
    if ends_s > slot.ends_s + 1:  # it takes longer: what is made from the others may begin too early
        again = earliest(week, keys, slot.kiln, others, slot.start_s)
        if again is None or again.start_s > slot.start_s + 1:
            return None
        begins = {key: s.start_s for s in others for key in s.keys}
        for other in week.jobs:
            for key, bench in other.after:
                if key in slot.keys and begins.get(other.key, math.inf) < ends_s + bench - 1:
                    return None
    elif job.moulds and earliest(week, keys, slot.kiln, others, slot.start_s) is None:
        return None
    found = replace(slot, keys=keys, ends_s=max(slot.ends_s, ends_s))
    if job.moulds:
        again = earliest(week, keys, slot.kiln, others, slot.start_s)
        if again is None or again.start_s > slot.start_s + 1:
            return None
    return found


def list_schedule(week: Week, held: Sequence[Slot] = ()) -> list[Slot]:
    """A plan in one go: always there, in milliseconds. What is held keeps its place and takes nobody.

    Jobs by how much time is left to their due date, then by the longest way that still follows; each into the firing
    that is there already and goes with it, the fullest first, or a new one, whichever is less late and then earlier.
    """
    plan = list(held)
    ends = {key: slot.ends_s for slot in plan for key in slot.keys}
    ways, due = _ways(week), _due(week)
    left = [job for job in week.jobs if job.key not in ends]
    while left:
        ready = [job for job in left if all(key in ends for key, _ in job.after)]
        if not ready:  # what it waits for found no place
            break
        job = min(ready, key=lambda j: (due[j.key] - ways[j.key], -ways[j.key], j.key))
        left.remove(job)
        from_s = max(job.ready_s, max((ends[key] + bench for key, bench in job.after), default=0.0))
        options: list[tuple[tuple[float, ...], Slot | None, Slot]] = []
        for slot in plan:
            if slot in held or slot.start_s < from_s - 1:
                continue
            joined = _joined(week, job, slot, plan)
            if joined is not None:
                late = max(0.0, joined.ends_s - due[job.key])
                options.append(((late, 0, -len(slot.keys), joined.ends_s), slot, joined))
        for kiln in job.kilns:
            new = earliest(week, frozenset({job.key}), kiln, plan, from_s)
            if new is not None:
                options.append(((max(0.0, new.ends_s - due[job.key]), 1, 0, new.ends_s), None, new))
        if not options:
            continue
        _, old, slot = min(options, key=lambda o: (*o[0], o[2].kiln))
        if old is not None:
            plan.remove(old)
        plan.append(slot)
        ends |= dict.fromkeys(slot.keys, slot.ends_s)
    return sorted(plan, key=lambda s: (s.start_s, s.kiln))
