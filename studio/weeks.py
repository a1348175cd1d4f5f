"""A studio's week as the planner knows it: what waits, which kiln is taken when, what goes together."""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass, field, replace
from datetime import datetime, time
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.document.reading import read
from coldcradle.errors import ColdCradleError
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at
from coldcradle.load.firing import alone_of, lay_out_firing, look_ins_s, windows_in
from coldcradle.load.inputs import FiringInput, Member
from coldcradle.load.peak import common_peak
from coldcradle.load.week.jobs import Job, KilnTime, Week
from coldcradle.load.week.plan import WeekPlan, plan_week
from coldcradle.quantity.format import Message, say
from studio.kiln_times import Busy, busy_times
from studio.loads import firing_input
from studio.models import Firing, Kiln, Piece, Stage
from studio.planning import planned

__all__ = ["StudioWeek", "studio_week"]

_SLOWER = 0.05  # of its time that a firing takes longer for each more that lies in it, about
_TOO_SLOW = 1.5  # times as long as the quickest in it: then they are parted, as the page of a firing says
_DONE_BY = time(18, 0)  # what is due on a day is out of the kiln by then
_SHORT = ("not enough", "none on the rack")


@dataclass(frozen=True, slots=True)
class StudioWeek:
    """The week of a studio: firings that wait by their number, and what is left out with the reason."""

    now: datetime
    week: Week
    firings: dict[str, Firing]
    names: dict[str, str]
    left: list[tuple[str, Message]]
    kilns: dict[str, Kiln]
    due: dict[str, datetime] = field(default_factory=dict)

    def planned(self, time_s: float) -> WeekPlan:
        """Firings for all that waits, within a time."""
        return plan_week(self.week, time_s=time_s)

    def moment(self, seconds: float) -> datetime:
        """A moment of the week on the clock of its place."""
        return at(self.now, seconds)


class _Load:
    """All firings that wait, with what may be asked of any of them together, answered once."""

    def __init__(self, members: dict[str, tuple[Member, ...]], kilns: dict[str, KilnModel]) -> None:
        self._members, self._kilns = members, kilns
        self.may_share = functools.cache(self._may_share)
        self.alone_s = functools.cache(self._alone_s)

    def _in(self, keys: frozenset[str], kiln: str) -> FiringInput:
        found = []
        for key in sorted(keys):
            for member in self._members[key]:
                heat = replace(member.stage.heat, kiln=self._kilns[kiln], kiln_zone="")
                found.append(replace(member, stage=replace(member.stage, heat=heat)))
        return FiringInput(members=tuple(found))

    def _alone_s(self, key: str, kiln: str) -> float:
        """How long a firing lasts in a kiln, s; infinite where it cannot be done there or does not fit."""
        told = self._in(frozenset({key}), kiln)
        longest = 0.0
        try:
            for member in told.members:
                result = alone_of(member).heated
                if result.firing is None or max(c for _, c in result.firing.run.line) > self._kilns[kiln].highest_c:
                    return math.inf
                longest = max(longest, result.firing.run.total_s)
            return math.inf if lay_out_firing(told).left else longest
        except ColdCradleError:
            return math.inf

    def why_nowhere(self, key: str) -> Message:
        """Why no kiln takes a firing: what finds no room in the one it is planned for, or what that cannot do."""
        told = FiringInput(members=self._members[key])
        try:
            left = lay_out_firing(told).left
        except ColdCradleError as error:
            return say("{why}", why=str(error))
        if left:
            return say("{why} Part it into rounds, or change the kiln.", why=left[0])
        return say("No kiln gets that hot, or can do it at all.")

    def _may_share(self, keys: frozenset[str], kiln: str) -> bool:
        if len(keys) == 1:
            return math.isfinite(self.alone_s(next(iter(keys)), kiln))
        alone = [self.alone_s(key, kiln) for key in keys]
        if max(alone) > _TOO_SLOW * min(alone):  # thick glass does not hold back thin
            return False
        told = self._in(keys, kiln)
        try:
            worst = common_peak([window for _, _, window in windows_in(told)]).worst
            return worst <= 1.0 and not lay_out_firing(told).left
        except ColdCradleError:
            return False

    def lasts_s(self, keys: frozenset[str], kiln: str) -> float:
        """About how long they take together: the slowest of them, and a little for each more, s."""
        many = sum(len(self._members[key]) for key in keys)
        return max(self.alone_s(key, kiln) for key in keys) * (1 + _SLOWER * (many - 1))

    def visits_s(self, key: str) -> tuple[float, ...]:
        """When somebody must be there, s from the start, by their own programmes."""
        return tuple(visit for member in self._members[key] for visit in look_ins_s(member))


def _due(piece: Piece, zone: ZoneInfo) -> datetime | None:
    return datetime.combine(piece.due_on, _DONE_BY, zone) if piece.due_on else None


def studio_week(owner: Any, now: datetime, zone: ZoneInfo, *, days_off: frozenset[int]) -> StudioWeek:
    """The week as it stands: what has no start waits, what has one stands; `days_off` are weekdays, Monday 0."""
    now = _next_half_hour(now.astimezone(zone))
    kilns = {str(k.pk): k for k in Kiln.objects.of(owner)}
    rows = list(
        Stage.objects.filter(piece__owner=owner, piece__is_put_away=False)
        .select_related("piece", "firing__kiln", "cradle")
        .order_by("piece", "order")
    )
    waiting: dict[int, Firing] = {}
    for row in rows:
        if row.firing.started_at is None and row.firing.inputs.get("undated"):
            waiting[row.firing_id] = row.firing
    members: dict[str, tuple[Member, ...]] = {}
    left: list[tuple[str, Message]] = []
    names: dict[str, str] = {}
    for firing in waiting.values():
        mine = [r for r in rows if r.firing_id == firing.pk]
        name = " and ".join(_name(r) for r in mine)
        why = _why_left(firing, mine)
        if why is not None:
            left.append((name, why))
            continue
        told = firing_input(firing)
        if told is not None:
            members[str(firing.pk)], names[str(firing.pk)] = told.members, name
    models = {key: _model(kiln) for key, kiln in kilns.items()}
    load = _Load(members, models)
    stands = busy_times(owner, now)
    jobs, due = [], {}
    for key in list(members):
        allowed = tuple(k for k in models if math.isfinite(load.alone_s(key, k)))
        mine = [r for r in rows if str(r.firing_id) == key]
        if not allowed:
            left.append((names[key], load.why_nowhere(key)))
            continue
        after, ready, blocked = _earlier(mine, rows, members, stands, now)
        if blocked:
            left.append((names[key], say("“{what}”, which it is made from, is not planned.", what=blocked)))
            continue
        last = [r for r in mine if not any(_takes(other, r) for other in rows)]
        days = [d for r in last if (d := _due(r.piece, zone)) is not None]
        if days:
            due[key] = min(days)
        shelved = [r for r in mine if r.cradle_id and not _is_shelf(r)]
        jobs.append(
            Job(
                key=key,
                kilns=allowed,
                after=after,
                ready_s=ready,
                due_s=(min(days) - now).total_seconds() if days else math.inf,
                mould=f"cradle-{shelved[0].cradle_id}" if shelved else "",
                moulds=max(1, int(shelved[0].inputs["cradle"].get("owned") or 0)) if shelved else 0,
                visits_s=load.visits_s(key),
            )
        )
    there = {job.key for job in jobs}
    jobs = [j for j in jobs if all(k in there for k, _ in j.after)]
    left += [(names[k], say("What it is made from is not planned.")) for k in there - {j.key for j in jobs}]
    awake = _awake(rows)
    week = Week(
        jobs=tuple(jobs),
        kilns=tuple(KilnTime(name=k, busy=_taken(stands.get(row.pk, []), now)) for k, row in kilns.items()),
        may_share=load.may_share,
        lasts_s=load.lasts_s,
        is_up=lambda seconds: _is_up(at(now, seconds), awake, days_off),
    )
    return StudioWeek(now, week, {str(f.pk): f for f in waiting.values()}, names, left, kilns, due)


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
    return any(taken["from"] in roots for taken in later.inputs.get("takes") or [])


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
        bench = member.stage.bench_s
        for other in rows:
            if other.firing_id == row.firing_id or not _takes(row, other) or other.firing.state == "opened":
                continue
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
