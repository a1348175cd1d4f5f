"""The week: firings proposed for what waits, taken whole or one by one, taken back; and when a kiln is free next."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import AwareDatetime, Field

from coldcradle.heat.schedule.clock import when
from coldcradle.load.week.jobs import Slot
from coldcradle.load.week.plan import WeekPlan
from coldcradle.quantity.format import DualQuantity, Message, plural, say, show
from studio.actions import weeks as actions
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id
from studio.kiln_times import busy_times, clash_in, next_free
from studio.members import studio_of
from studio.models import Firing, WeekTaken
from studio.planning import planned
from studio.weeks import StudioWeek, studio_week

router = Router(tags=["week"])
_TIME_S = 6.0


class ProposedOut(Schema):
    """A firing that is proposed: which waiting ones it puts together, where, from when to when."""

    firing_ids: list[int]
    names: list[str]
    kiln_id: int
    kiln: str
    starts_at: datetime
    ends_at: datetime
    starts: DualQuantity
    ends: DualQuantity
    late: Message | None


class LeftOut(Schema):
    """What is not in the plan, and why."""

    name: str
    says: Message


class WeekOut(Schema):
    """Proposals in the order of their starts. `says` is how good they are; `is_all_looked_at`: in its time."""

    says: Message
    firings: list[ProposedOut]
    left: list[LeftOut]
    is_all_looked_at: bool
    can_take_back: bool


class PlanWeekIn(Schema):
    """`days_off`: weekdays on which nobody is there, Monday 0."""

    days_off: list[int] = Field(default_factory=list, max_length=6)


class TakenIn(Schema):
    firing_ids: list[Id] = Field(min_length=1, max_length=60)
    kiln_id: Id
    starts_at: AwareDatetime
    ends_at: AwareDatetime


class TakeIn(Schema):
    firings: list[TakenIn] = Field(min_length=1, max_length=60)


class FreeOut(Schema):
    """Whether a firing has its kiln to itself; what has it else, and when it is free next, as local time to be set."""

    clash: Message | None
    free_at: str
    free: DualQuantity | None


def _zone(studio: Any) -> ZoneInfo:
    found = Firing.objects.of(studio).order_by("-pk").values_list("time_zone", flat=True).first()
    return ZoneInfo(found or "UTC")


def _proposals(week: StudioWeek, plan: WeekPlan) -> list[dict[str, Any]]:
    found = []
    for slot in plan.slots:
        ids = sorted(int(key) for key in slot.keys)
        starts, ends = week.moment(slot.start_s), week.moment(slot.ends_s)
        over = [week.due[key] for key in slot.keys if key in week.due and ends > week.due[key]]
        late = None
        if over:
            late = _late_words(week, plan, slot, when(min(over), 0.0), when(ends, 0.0))
        found.append(
            {
                "firing_ids": ids,
                "names": [week.names[str(pk)] for pk in ids],
                "kiln_id": int(slot.kiln),
                "kiln": week.kilns[slot.kiln].name,
                "starts_at": starts,
                "ends_at": ends,
                "starts": when(starts, 0.0),
                "ends": when(ends, 0.0),
                "late": late,
            }
        )
    return found


def _late_words(week: StudioWeek, plan: WeekPlan, slot: Slot, due: DualQuantity, opens: DualQuantity) -> Message:
    """That it cannot be done by its day, when it can, and what holds it until then."""
    ends = {key: other.ends_s for other in plan.slots for key in other.keys}
    waits = [key for own in slot.keys for key, _ in week.week.job(own).after if key in ends]
    before = max(
        (o for o in plan.slots if o.kiln == slot.kiln and o.ends_s <= slot.start_s + 1), key=_ends, default=None
    )
    kiln = week.kilns[slot.kiln].name
    if waits and (before is None or max(ends[k] for k in waits) >= before.ends_s):
        name = week.names[max(waits, key=lambda k: ends[k])]
        return say("Late: due {due}, {open} at the soonest; it waits for “{name}”.", due=due, open=opens, name=name)
    if before is not None:
        name = week.names[min(before.keys)]
        told = "Late: due {due}, {open} at the soonest; “{name}” has {kiln} until then."
        return say(told, due=due, open=opens, name=name, kiln=kiln)
    if any(busy for kt in week.week.kilns if kt.name == slot.kiln for busy in kt.busy):
        told = "Late: due {due}, {open} at the soonest; {kiln} is taken until then."
        return say(told, due=due, open=opens, kiln=kiln)
    return say("Late: due {due}, {open} at the soonest: it takes so long.", due=due, open=opens)


def _ends(slot: Slot) -> float:
    return slot.ends_s


def _unplaced(week: StudioWeek, plan: WeekPlan) -> list[tuple[str, Message]]:
    """What found no start at all: nobody is ever up when it could begin, or what it waits for found none."""
    placed = {key for slot in plan.slots for key in slot.keys}
    return [
        (week.names[job.key], say("No start was found for it in the hours that are kept."))
        for job in week.week.jobs
        if job.key not in placed
    ]


def _says(week: StudioWeek, plan: WeekPlan) -> Message:
    many, jobs = len(plan.slots), sum(len(slot.keys) for slot in plan.slots)
    if not many:
        return say(
            "**Nothing that can be planned waits for a start.**" if week.names else "**Nothing waits for a start.**"
        )
    told = f"**{plural(many, 'firing')}** for {plural(jobs, 'stage')} that {'wait' if jobs > 1 else 'waits'}"
    if plan.cost.late_h > 0:
        return say(
            told + "; together {h} late, and nothing sooner was found.", h=show(plan.cost.late_h * 3600, "duration")
        )
    return say(told + "; nothing is late." if week.due else told + ".")


@router.post("/week/plan", response={200: WeekOut, 422: ErrorOut})
def plan_week(request: HttpRequest, body: PlanWeekIn) -> Any:
    """Firings for all that waits, within some ten seconds; nothing is kept until it is taken."""
    studio, days = studio_of(request), frozenset(day for day in body.days_off if 0 <= day <= 6)
    week = studio_week(studio, timezone.now(), _zone(studio), days_off=days)
    plan = week.planned(_TIME_S)
    return {
        "says": _says(week, plan),
        "firings": _proposals(week, plan),
        "left": [{"name": name, "says": why} for name, why in [*week.left, *_unplaced(week, plan)]],
        "is_all_looked_at": plan.is_all_looked_at,
        "can_take_back": WeekTaken.objects.of(studio).filter(is_undone=False).exists(),
    }


@router.post("/week/take", response={204: None, 404: ErrorOut, 422: ErrorOut})
def take_firings(request: HttpRequest, body: TakeIn) -> Any:
    """All of these or none; one step to take back."""
    proposed = [
        actions.Proposed(
            firing_ids=tuple(one.firing_ids), kiln_id=one.kiln_id, starts_at=one.starts_at, ends_at=one.ends_at
        )
        for one in body.firings
    ]
    actions.take_firings(studio_of(request), proposed)
    return Status(204, None)


@router.post("/week/back", response={204: None, 422: ErrorOut})
def take_back(request: HttpRequest) -> Any:
    actions.take_back(studio_of(request))
    return Status(204, None)


@router.get("/firings/{firing_id}/free", response={200: FreeOut, 404: ErrorOut, 422: ErrorOut})
def show_free(request: HttpRequest, firing_id: Id) -> Any:
    """What else has the kiln when this firing is set to run, and the next start at which it is free."""
    firing = Firing.objects.of(studio_of(request)).select_related("kiln").filter(pk=firing_id).first()
    stage = firing.stages.select_related("piece").first() if firing else None
    if firing is None or stage is None:
        return Status(404, {"message": "There is no firing with this number.", "faults": []})
    found = planned(stage.piece)
    heat, told = found.stage(stage.key).heat, found.piece.stages[found.at(stage.key)].heat
    if heat is None or firing.started_at is not None:
        return {"clash": None, "free_at": "", "free": None}
    zone = ZoneInfo(firing.time_zone)
    now = timezone.now().astimezone(zone)
    lasts = timedelta(seconds=heat.total_s)
    busy = busy_times(studio_of(request), now, but=firing.pk).get(firing.kiln_id, [])
    start = None if told.is_undated else datetime.fromisoformat(heat.starts_at).astimezone(zone)
    clash = clash_in(busy, start, lasts) if start is not None else None
    from_ = max(now + timedelta(hours=1), start or now).replace(minute=0, second=0, microsecond=0)
    free = next_free(busy, from_, lasts, told.awake)
    words = None
    if clash is not None:
        words = say(
            "**{kiln} is not free:** “{name}” has it until {until}.",
            kiln=firing.kiln.name,
            name=clash.name,
            until=when(clash.ends.astimezone(zone), 0.0),
        )
    return {"clash": words, "free_at": free.strftime("%Y-%m-%dT%H:%M"), "free": when(free, 0.0)}
