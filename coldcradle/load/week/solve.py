"""A window of the week by mixed-integer programming: time-indexed over groups that may share, solved by HiGHS."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from coldcradle.load.week.jobs import Job, Slot, Week

__all__ = ["best_order"]

_GRID_S, _MOST_GROUPS, _LARGEST, _MOST_SLOTS = 6 * 3600.0, 90, 6, 60
_LATE, _FIRING, _END = 1.0, 40.0, 0.01  # hours late, and what a firing counts in them; hours to the end


@dataclass(frozen=True, slots=True)
class _Choice:
    """A group in a kiln from a slot of the grid on."""

    keys: frozenset[str]
    kiln: str
    start: int
    slots: int
    cost: float


def _groups(week: Week, jobs: Sequence[Job]) -> list[frozenset[str]]:
    """Groups without a way from one to another in them, the small ones first, as far as they may share some kiln."""
    before = _before(week)
    found = [frozenset({job.key}) for job in jobs]
    layer = list(found)
    for _ in range(_LARGEST - 1):
        grown: dict[frozenset[str], None] = {}
        for group, job in itertools.product(layer, jobs):
            keys = group | {job.key}
            if job.key in group or keys in grown or any(job.key in before[k] or k in before[job.key] for k in group):
                continue
            if any(week.may_lie_together(keys, k.name) for k in week.kilns):
                grown[keys] = None
            if len(found) + len(grown) >= _MOST_GROUPS:
                break
        layer = list(grown)
        found += layer
        if not layer or len(found) >= _MOST_GROUPS:
            break
    return found[:_MOST_GROUPS]


def _before(week: Week) -> dict[str, set[str]]:
    """All that each is made from, by any way."""
    found: dict[str, set[str]] = {job.key: {key for key, _ in job.after} for job in week.jobs}
    for _ in week.jobs:
        for key, some in found.items():
            found[key] = some | {more for k in some for more in found.get(k, set())}
    return found


def _choices(week: Week, jobs: Sequence[Job], held: Sequence[Slot], until_s: float) -> list[_Choice]:
    by_key = {job.key: job for job in jobs}
    ends = {key: slot.ends_s for slot in held for key in slot.keys}
    found = []
    for keys in _groups(week, jobs):
        members = [by_key[key] for key in keys]
        from_s = max(
            max(job.ready_s, *(ends[k] + bench for k, bench in job.after if k in ends), 0.0)
            if any(k in ends for k, _ in job.after)
            else job.ready_s
            for job in members
        )
        for kiln in week.kilns:
            if not all(kiln.name in job.kilns for job in members) or not week.may_lie_together(keys, kiln.name):
                continue
            lasts = week.lasts_s(keys, kiln.name)
            taken = [*kiln.busy, *((s.start_s, s.ends_s) for s in held if s.kiln == kiln.name)]
            for start in range(math.ceil(from_s / _GRID_S), min(_MOST_SLOTS, int(until_s / _GRID_S) + 1)):
                at = start * _GRID_S
                if not any(week.is_up(at + shift) for shift in np.arange(0.0, _GRID_S, 1800.0)):
                    continue
                if any(a < at + lasts - 1 and at < b - 1 for a, b in taken):
                    continue
                late = sum(max(0.0, at + lasts - job.due_s) for job in members) / 3600
                cost = _LATE * late + _FIRING + _END * len(keys) * (at + lasts) / 3600
                found.append(_Choice(keys, kiln.name, start, math.ceil(lasts / _GRID_S), cost))
    return found


def best_order(
    week: Week, jobs: Sequence[Job], held: Sequence[Slot], *, until_s: float, time_s: float
) -> list[tuple[frozenset[str], str]] | None:
    """Groups of these jobs with their kilns in the order of their starts; None where nothing was found in the time.

    Binary for each group, kiln and slot of six hours; each job once, a kiln once at a time, moulds no more than there
    are, what is made from something after it. scipy.optimize.milp (HiGHS).
    """
    from scipy.optimize import Bounds, LinearConstraint, milp  # takes half a second to load
    from scipy.sparse import coo_array

    choices = _choices(week, jobs, held, until_s)
    if not choices:
        return None
    rows: list[tuple[dict[int, float], float, float]] = []
    with_key = {job.key: [i for i, c in enumerate(choices) if job.key in c.keys] for job in jobs}
    rows += [(dict.fromkeys(some, 1.0), 1.0, 1.0) for some in with_key.values()]
    last = max(c.start + c.slots for c in choices)
    for kiln, slot in itertools.product({c.kiln for c in choices}, range(last)):
        over = {i: 1.0 for i, c in enumerate(choices) if c.kiln == kiln and c.start <= slot < c.start + c.slots}
        if len(over) > 1:
            rows.append((over, 0.0, 1.0))
    for job in jobs:
        for key, bench in job.after:
            if key in with_key:
                wait = math.ceil(bench / _GRID_S)
                row: dict[int, float] = {i: float(choices[i].start) for i in with_key[job.key]}
                for i in with_key[key]:
                    row[i] = row.get(i, 0.0) - (choices[i].start + choices[i].slots + wait)
                rows.append((row, 0.0, np.inf))
    rows += _mould_rows(jobs, choices, last)
    entries = [(r, i, v) for r, (row, _, _) in enumerate(rows) for i, v in row.items()]
    matrix = coo_array(
        ([v for *_, v in entries], ([r for r, *_ in entries], [i for _, i, _ in entries])), (len(rows), len(choices))
    )
    found = milp(
        np.array([c.cost for c in choices]),
        constraints=LinearConstraint(matrix.tocsr(), [low for _, low, _ in rows], [high for *_, high in rows]),
        integrality=np.ones(len(choices), dtype=int),
        bounds=Bounds(0, 1),
        options={"time_limit": time_s, "mip_rel_gap": 1e-3},
    )
    if found.x is None:
        return None
    taken = sorted((c for c, x in zip(choices, found.x, strict=True) if x > 0.5), key=lambda c: (c.start, c.kiln))
    return [(c.keys, c.kiln) for c in taken]


def _mould_rows(
    jobs: Sequence[Job], choices: Sequence[_Choice], last: int
) -> list[tuple[dict[int, float], float, float]]:
    rows = []
    for mould, many in {(job.mould, job.moulds) for job in jobs if job.moulds}:
        users = {job.key for job in jobs if job.mould == mould}
        for slot in range(last):
            row = {
                i: float(len(c.keys & users))
                for i, c in enumerate(choices)
                if c.keys & users and c.start <= slot < c.start + c.slots
            }
            if len(row) > 1:
                rows.append((row, 0.0, float(many)))
    return rows
