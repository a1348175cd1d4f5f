"""Where a firing finds its place: the earliest start with a free kiln, somebody up, and the mould not in another."""

from __future__ import annotations

import math
from collections.abc import Sequence

from coldcradle.load.week.jobs import Slot, Week

__all__ = ["earliest", "timed"]

STEP_S, _LOOK_S, _MOST_S = 1800.0, 4 * 86400.0, 120 * 86400.0


def _free_from(week: Week, kiln: str, plan: Sequence[Slot], from_s: float, lasts_s: float) -> float:
    """The first moment from which a kiln is free for so long, s."""
    busy = sorted(
        [*next(k.busy for k in week.kilns if k.name == kiln), *((s.start_s, s.ends_s) for s in plan if s.kiln == kiln)]
    )
    at = from_s
    for begins, ends in busy:
        if begins < at + lasts_s - 1 and ends > at + 1:
            at = max(at, ends)
    return at


def _mould_free_from(week: Week, keys: frozenset[str], plan: Sequence[Slot], at: float, lasts_s: float) -> float:
    """The first moment from `at` at which every mould that is needed is not in another firing, s."""
    for key in keys:
        job = week.job(key)
        if not job.moulds:
            continue
        mine = sum(week.job(other).mould == job.mould for other in keys)
        beside = [
            (s.ends_s, sum(week.job(other).mould == job.mould for other in s.keys))
            for s in plan
            if s.start_s < at + lasts_s - 1 and at < s.ends_s - 1
        ]
        if mine + sum(n for _, n in beside) > job.moulds and any(n for _, n in beside):
            at = max(at, min(ends for ends, n in beside if n))
    return at


def earliest(week: Week, keys: frozenset[str], kiln: str, plan: Sequence[Slot], from_s: float) -> Slot | None:
    """The earliest place of a firing from a moment on; None where there is none in months.

    Look-ins fall where somebody is up as long as that costs no more than four days; then any start will do.
    """
    if not math.isfinite(from_s):
        return None
    lasts_s = week.lasts_s(keys, kiln)
    visits = [visit for key in keys for visit in week.job(key).visits_s]
    first: float | None = None
    at = math.ceil(max(0.0, from_s) / STEP_S - 1e-9) * STEP_S
    while at < from_s + _MOST_S:
        moved = _mould_free_from(week, keys, plan, _free_from(week, kiln, plan, at, lasts_s), lasts_s)
        if moved > at:
            at = math.ceil(moved / STEP_S - 1e-9) * STEP_S
            continue
        if week.is_up(at):
            first = at if first is None else first
            if all(week.is_up(at + visit) for visit in visits):
                return Slot(kiln=kiln, keys=keys, start_s=at, ends_s=at + lasts_s)
            if at > first + _LOOK_S:
                return Slot(kiln=kiln, keys=keys, start_s=first, ends_s=first + lasts_s)
        at += STEP_S
    return Slot(kiln=kiln, keys=keys, start_s=first, ends_s=first + lasts_s) if first is not None else None


def timed(week: Week, order: Sequence[tuple[frozenset[str], str]]) -> list[Slot] | None:
    """Firings put down one after another in an order, each as early as may be; None where one finds no place."""
    plan: list[Slot] = []
    ends: dict[str, float] = {}
    for keys, kiln in order:
        from_s = 0.0
        for key in keys:
            job = week.job(key)
            after = max((ends.get(k, math.inf) + bench for k, bench in job.after), default=0.0)
            from_s = max(from_s, job.ready_s, after)
        slot = earliest(week, keys, kiln, plan, from_s)
        if slot is None:
            return None
        plan.append(slot)
        ends |= dict.fromkeys(keys, slot.ends_s)
    return plan
