"""A studio's week as the planner knows it: what waits, which kiln is taken when, what goes together."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from datetime import datetime, time
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.document.reading import read
from coldcradle.errors import ColdCradleError
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at
from coldcradle.load.inputs import Member
from coldcradle.load.week.jobs import Job, KilnTime, Week
from coldcradle.load.week.plan import WeekPlan, plan_week
from coldcradle.piece.order import between_stages
from coldcradle.quantity.format import Message, say
from studio.bench_steps import roots_of, taken_keys
from studio.kiln_times import Busy, busy_times
from studio.loads import firing_input
from studio.models import BenchRecord, Firing, Kiln, Piece, Stage
from studio.planning import planned
from studio.week_load import WeekLoad

__all__ = ["StudioWeek", "studio_week"]

_DONE_BY = time(18, 0)  # what is due on a day is out of the kiln by then
_SHORT = ("not enough", "none on the rack")


@dataclass(frozen=True, slots=True)
class StudioWeek:
    """The week of a studio: names of firings that wait by their number, and what is left out with the reason."""

    now: datetime
    week: Week
    names: dict[str, str]
    left: list[tuple[str, Message]]
    kilns: dict[str, Kiln]
    due: dict[str, datetime]

    def planned(self, time_s: float) -> WeekPlan:
        """Firings for all that waits, within a time."""
        return plan_week(self.week, time_s=time_s)

    def moment(self, seconds: float) -> datetime:
        """A moment of the week on the clock of its place."""
        return at(self.now, seconds)


def _due(piece: Piece, now: datetime) -> datetime | None:
    return datetime.combine(piece.due_on, _DONE_BY, now.tzinfo) if piece.due_on else None


@dataclass(slots=True)
class _Waiting:
    """Firings that have no start, by their number as a text: what lies in each, its name; and what is left out."""

    firings: dict[str, Firing] = field(default_factory=dict)
    members: dict[str, tuple[Member, ...]] = field(default_factory=dict)
    names: dict[str, str] = field(default_factory=dict)
    left: list[tuple[str, Message]] = field(default_factory=list)


def _waiting(rows: list[Stage]) -> _Waiting:
    found = _Waiting()
    for row in rows:
        if row.firing.started_at is None and row.firing.inputs.get("undated"):
            found.firings[str(row.firing_id)] = row.firing
    for key, firing in found.firings.items():
        mine = [r for r in rows if r.firing_id == firing.pk]
        name = " and ".join(_name(r) for r in mine)
        why = _why_left(firing, mine)
        told = firing_input(firing) if why is None else None
        if why is not None:
            found.left.append((name, why))
        elif told is not None:
            found.members[key], found.names[key] = told.members, name
    return found


def _jobs(
    waiting: _Waiting, rows: list[Stage], load: WeekLoad, stands: dict[int, list[Busy]], now: datetime
) -> tuple[list[Job], dict[str, datetime]]:
    """Jobs of all that can be planned, with the days they are due; the rest is told with its reason."""
    jobs: list[Job] = []
    due: dict[str, datetime] = {}
    for key, name in waiting.names.items():
        mine = [r for r in rows if str(r.firing_id) == key]
        allowed = load.kilns_for(key)
        if not allowed:
            waiting.left.append((name, load.why_nowhere(key)))
            continue
        after, ready, blocked = _earlier(mine, rows, waiting.members, stands, now)
        if blocked:
            waiting.left.append((name, say("“{what}”, which it is made from, is not planned.", what=blocked)))
            continue
        last = [r for r in mine if not any(_takes(other, r) for other in rows)]
        days = [d for r in last if (d := _due(r.piece, now)) is not None]
        if days:
            due[key] = min(days)
        shelved = next((r for r in mine if r.cradle_id and not _is_shelf(r)), None)
        jobs.append(
            Job(
                key=key,
                kilns=allowed,
                after=after,
                ready_s=ready,
                due_s=(min(days) - now).total_seconds() if days else math.inf,
                mould=f"cradle-{shelved.cradle_id}" if shelved else "",
                moulds=max(1, int(shelved.inputs["cradle"].get("owned") or 0)) if shelved else 0,
                visits_s=load.visits_s(key),
            )
        )
    return _with_what_they_wait_for(jobs, waiting), due


def _with_what_they_wait_for(jobs: list[Job], waiting: _Waiting) -> list[Job]:
    """Those of the jobs all of whose ways back are among them; the others are told."""
    while True:
        there = {job.key for job in jobs}
        kept = [job for job in jobs if all(key in there for key, _ in job.after)]
        if len(kept) == len(jobs):
            return kept
        gone = there - {job.key for job in kept}
        waiting.left += [(waiting.names[key], say("What it is made from is not planned.")) for key in sorted(gone)]
        jobs = kept


def studio_week(studio: Any, now: datetime, zone: ZoneInfo, *, days_off: frozenset[int]) -> StudioWeek:
    """The week as it stands: what has no start waits, what has one stands; `days_off` are weekdays, Monday 0."""
    now = _next_half_hour(now.astimezone(zone))
    kilns = {str(k.pk): k for k in Kiln.objects.of(studio)}
    rows = list(
        Stage.objects.filter(piece__studio=studio, piece__is_put_away=False)
        .select_related("piece", "firing__kiln", "cradle")
        .order_by("piece", "order")
    )
    waiting, stands = _waiting(rows), busy_times(studio, now)
    load = WeekLoad(waiting.members, {key: _model(kiln) for key, kiln in kilns.items()})
    jobs, due = _jobs(waiting, rows, load, stands, now)
    awake = _awake(rows)
    week = Week(
        jobs=tuple(jobs),
        kilns=tuple(KilnTime(name=k, busy=_taken(stands.get(row.pk, []), now)) for k, row in kilns.items()),
        may_share=load.may_share,
        lasts_s=load.lasts_s,
        is_up=lambda seconds: _is_up(at(now, seconds), awake, days_off),
    )
    return StudioWeek(now, week, waiting.names, waiting.left, kilns, due)


def _next_half_hour(moment: datetime) -> datetime:
    whole = moment.replace(minute=moment.minute // 30 * 30, second=0, microsecond=0)
    return at(whole, 1800.0)


def _model(kiln: Kiln) -> KilnModel:
    model: KilnModel = read(KilnModel, kiln.document, "a kiln", stands=True).value
    return model


def _name(row: Stage) -> str:
    step = row.inputs.get("name") or row.process
    return row.piece.name if not row.inputs.get("takes") and row.order == 0 else f"{row.piece.name}, {step}"


def _why_left(firing: Firing, mine: list[Stage]) -> Message | None:
    """Why a firing cannot be planned as it stands; None where it can."""
    for row in mine:
        try:
            found = planned(row.piece)
        except ColdCradleError as error:
            return say("{why}", why=str(error))
        if found.stage(row.key).states.get("glass") in _SHORT:
            return say("Its glass is short: there is too little on the rack.")
    return None


def _takes(later: Stage, earlier: Stage) -> bool:
    if later.piece_id != earlier.piece_id:
        return False
    roots = {earlier.key, earlier.inputs.get("part_of") or earlier.key}
    return bool(roots & roots_of(later.piece.bench, taken_keys(later.inputs)))


def _steps_s(later: Stage, earlier: Stage) -> float:
    """How long the steps at the bench between two stages take, with what dries and cures; those that are done none."""
    if not later.piece.bench:
        return 0.0
    try:
        found = planned(later.piece)
    except ColdCradleError:
        return 0.0
    done = set(BenchRecord.objects.filter(piece=later.piece, done_at__isnull=False).values_list("key", flat=True))
    times = {b.key: 0.0 if b.key in done else b.time_s + b.waits_s for b in found.plan.bench}
    roots = {earlier.key, earlier.inputs.get("part_of") or earlier.key}
    between = between_stages(found.piece, times).get(later.key, ())
    return max((one.time_s for one in between if one.from_key in roots), default=0.0)


def _earlier(
    mine: list[Stage],
    rows: list[Stage],
    members: dict[str, tuple[Member, ...]],
    stands: dict[int, list[Busy]],
    now: datetime,
) -> tuple[tuple[tuple[str, float], ...], float, str]:
    """What these stages wait for: firings that wait too, with the bench time; when the rest is open; what blocks."""
    after: dict[str, float] = {}
    ready = 0.0
    for row in mine:
        member = next(m for m in members[str(row.firing_id)] if m.key == str(row.pk))
        for other in rows:
            if other.firing_id == row.firing_id or not _takes(row, other):
                continue
            steps_s = _steps_s(row, other)
            if other.firing.state == "opened":  # what is left to do at the bench
                ready = max(ready, steps_s)
                continue
            bench = member.stage.bench_s + steps_s
            if other.firing.started_at is None and other.firing.inputs.get("undated"):
                if str(other.firing_id) not in members:
                    return (), 0.0, _name(other)
                after[str(other.firing_id)] = max(after.get(str(other.firing_id), 0.0), bench)
                continue
            until = next((b.ends for b in stands.get(other.firing.kiln_id, []) if b.firing_id == other.firing_id), now)
            ready = max(ready, (until - now).total_seconds() + bench)
    return tuple(after.items()), ready, ""


def _is_shelf(row: Stage) -> bool:
    return str(row.inputs["cradle"]["name"]).startswith("Kiln shelf")


def _taken(rows: list[Busy], now: datetime) -> tuple[tuple[float, float], ...]:
    return tuple((max(0.0, (row.begins - now).total_seconds()), (row.ends - now).total_seconds()) for row in rows)


def _awake(rows: list[Stage]) -> tuple[float, float]:
    """From when to when somebody is up: as most firings say."""
    told = [(r.firing.inputs.get("wakes", "07:00"), r.firing.inputs.get("sleeps", "22:00")) for r in rows]
    wakes, sleeps = max(set(told), key=told.count, default=("07:00", "22:00"))

    def hour(text: str) -> float:
        hours, _, minutes = text.partition(":")
        return int(hours) + int(minutes or 0) / 60

    return hour(wakes), hour(sleeps)


def _is_up(moment: datetime, awake: tuple[float, float], days_off: frozenset[int]) -> bool:
    return moment.weekday() not in days_off and is_awake(moment, awake)
