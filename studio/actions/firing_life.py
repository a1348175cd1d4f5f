"""The life of a firing: checks ticked, begun, acted on, opened. Each act carries a key, so that none is done twice."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from django.db import IntegrityError, transaction
from django.db.models import F
from django.utils import timezone

from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from coldcradle.fire.controller import FAULTS
from coldcradle.fire.inputs import ACTS
from coldcradle.fire.states import next_state
from studio.checking import listed_checks, standing_in_the_way
from studio.keeping import recording_reads, write_retrying
from studio.loads import firing_input, is_of_several, remembered_firing
from studio.models import Check, Firing, FiringEvent, Piece, Stage, who_acts
from studio.piece_rows import lying_in, stages_of
from studio.planning import assemble
from studio.watching import fired_seconds, frozen_of, live_events

__all__ = ["KINDS", "UNDO_S", "act_on", "begin", "load", "tick", "undo_act"]

PACES = (1.0, 10.0, 60.0, 600.0, 3600.0)
UNDO_S = 60.0  # so long what was done can be taken back, and never past the next reading of a kiln
KINDS = (
    *ACTS,
    "looked",
    "open",
    "shut",
    "power-lost",
    "power-back",
    "sensor-lost",
    "moved",
    "added",
    "note",
    "pace",
    "fault",
)
_STATE_ACTS = ("stop", "open", "shut", "resume")
_SIMULATED_ONLY = ("pace", "fault")
_LONGEST_S = 40 * 86400.0
_LONGEST_HOLD_S = 12 * 3600.0
_OLDEST = timedelta(days=60)
SAW = ("not yet", "right", "too far")


@transaction.atomic
def tick(firing: Firing, stage: Stage, rule: str, *, is_done: bool, reason: str, when: datetime) -> None:
    """Tick a check, take the tick back, or write down why it is passed. Saying it twice changes nothing."""
    row, _ = Check.objects.get_or_create(firing=firing, stage=stage, rule=rule)
    row.ticked_at = (row.ticked_at or when) if is_done else None
    row.reason = reason.strip()[:500]
    row.by_id = who_acts()
    row.save(update_fields=["ticked_at", "reason", "by"])


@transaction.atomic
def load(firing: Firing, *, is_loaded: bool) -> None:
    """The lid is closed on the load, or opened again before anything was begun."""
    firing.refresh_from_db()
    firing.state = next_state(firing.state, "load" if is_loaded else "unload")  # type: ignore[arg-type]
    firing.save(update_fields=["state", "updated_at"])


def _frozen(firing: Firing) -> dict[str, Any]:
    found = []
    for stage in lying_in(firing):
        document = assemble(stage.piece, stages_of(stage.piece))
        at = next(i for i, s in enumerate(document["stages"]) if s["key"] == stage.key)
        # what stands before it may be taken in by it; what comes after tells nothing of this firing
        document["stages"] = document["stages"][: at + 1]
        document["stages"][at].pop("after", None)
        found.append({"stage_id": stage.pk, "piece_id": stage.piece_id, "key": stage.key, "document": document})
    return {"version": 1, "stages": found}


def begin(firing: Firing, *, key: str, is_simulated: bool, at: datetime | None, now: datetime) -> Firing:
    """Begin a firing, now or at a moment gone by; what was planned is frozen. The same key again changes nothing.

    Raises DocumentError with everything that stands in the way, and ImpossibleInput where it cannot be begun.
    """
    with recording_reads() as known:  # all that lie in it, before the database is held
        listed_checks(firing)
    return write_retrying(known, _begin, firing, key=key, is_simulated=is_simulated, at=at, now=now)


def _begin(firing: Firing, *, key: str, is_simulated: bool, at: datetime | None, now: datetime) -> Firing:
    firing.refresh_from_db()
    if firing.events.filter(key=key).exists():
        return firing
    state = next_state(firing.state, "start")  # type: ignore[arg-type]
    if not firing.stages.exists():
        raise ImpossibleInput("expected a firing with something in it")
    if at is not None and not now - _OLDEST <= at <= now + timedelta(minutes=1):
        raise ImpossibleInput("expected a start within the last 60 days and not after now")
    blocked = standing_in_the_way(listed_checks(firing))
    if blocked:
        raise DocumentError(
            [Fault(f"{b.stage.pk}.{b.check.rule}", f"{b.piece}: {b.check.says.metric}", "") for b in blocked]
        )
    firing.state, firing.is_simulated, firing.started_at = state, is_simulated, at or now
    if firing.inputs.pop("undated", False) or not firing.inputs.get("ready_by"):
        firing.starts_at = firing.started_at  # the plan's own hours follow the hour it was begun at
        firing.save(update_fields=["starts_at", "inputs"])
    if is_of_several(firing) and (told := firing_input(firing)) is not None:
        remembered_firing(told)  # refused here where no programme can be made for all that lie in it
    firing.frozen = _frozen(firing)
    frozen_of(firing)  # refused here where the kiln cannot do it
    firing.version += 1
    begun = ["state", "is_simulated", "started_at", "frozen", "version", "updated_at"]
    firing.save(update_fields=begun)
    FiringEvent.objects.create(firing=firing, key=key, kind="started", at_s=0.0, made_at=now)
    Piece.objects.filter(stages__firing=firing).update(summary=None)
    return firing


def _data(kind: str, given: dict[str, Any]) -> dict[str, Any]:
    """What an act may say, checked."""
    if kind == "hold":
        for_s = float(given.get("for_s", 300.0))
        if not 0 < for_s <= _LONGEST_HOLD_S:
            raise ImpossibleInput("expected a hold of more than nothing and at most 12 h")
        return {"for_s": for_s}
    if kind == "pace":
        times, until = float(given.get("times", 1.0)), given.get("until_s")
        if times not in PACES:
            raise ImpossibleInput(f"expected a pace of {', '.join(f'{p:g}' for p in PACES)}, got {times:g}")
        if until is None:
            return {"times": times}
        if not 0 <= float(until) <= _LONGEST_S:
            raise ImpossibleInput("expected a moment of this firing to go on to")
        return {"times": times, "until_s": float(until)}
    if kind == "fault":
        if given.get("fault") not in FAULTS:
            raise ImpossibleInput(f"expected one of {', '.join(FAULTS)}")
        return {"fault": given["fault"], "on": bool(given.get("on", True))}
    if kind == "looked":
        saw = given.get("saw", "right")
        if saw not in SAW:
            raise ImpossibleInput(f"expected one of {', '.join(SAW)}, got {str(saw)[:20]}")
        return {"saw": saw, "note": str(given.get("note", ""))[:500]}
    return {"note": str(given.get("note", ""))[:500]}


def act_on(
    firing: Firing, *, key: str, kind: str, given: dict[str, Any], now: datetime, ago_s: float = 0.0
) -> FiringEvent:
    """Write down what was done `ago_s` before now, once for each key however often it is sent.

    What is done to the stand-in's programme is done now: its past does not change. Raises ImpossibleInput in words.
    """
    if kind not in KINDS:
        raise ImpossibleInput(f"expected one of {', '.join(KINDS)}, got {kind[:20]}")
    try:
        with transaction.atomic():
            return _act_on(firing, key=key, kind=kind, given=given, now=now, ago_s=ago_s)
    except IntegrityError:  # two devices sent the same key at once
        return FiringEvent.objects.get(firing=firing, key=key)


def _act_on(firing: Firing, *, key: str, kind: str, given: dict[str, Any], now: datetime, ago_s: float) -> FiringEvent:
    firing.refresh_from_db()
    standing = firing.events.filter(key=key).first()
    if standing is not None:
        return standing
    if firing.started_at is None:
        raise ImpossibleInput("expected a firing that has been started")
    if kind in _SIMULATED_ONLY and not firing.is_simulated:
        raise ImpossibleInput("expected the practice kiln: a real kiln keeps its own pace and has its own faults")
    if firing.state == "opened" and kind not in ("shut", "note"):
        raise ImpossibleInput("expected a firing that is not over; this one has been opened")
    if firing.state == "stopped" and kind in ("hold", "skip"):
        raise ImpossibleInput("expected a firing that is running; this one was stopped")
    data = _data(kind, given)
    is_now = firing.is_simulated and kind in (*ACTS, *_STATE_ACTS, *_SIMULATED_ONLY)
    done_at = now if is_now else max(firing.started_at, now - timedelta(seconds=ago_s))
    at_s = fired_seconds(firing, live_events(firing), done_at)
    event = FiringEvent.objects.create(firing=firing, key=key, kind=kind, at_s=at_s, made_at=now, data=data)
    if kind in _STATE_ACTS:
        firing.state = next_state(firing.state, kind)  # type: ignore[arg-type]
    if kind == "open":
        firing.opened_at = now
    if kind == "shut":
        firing.opened_at = None
    firing.version, firing.told = F("version") + 1, {}
    firing.save(update_fields=["state", "opened_at", "version", "told", "updated_at"])
    firing.refresh_from_db()
    if kind in ("open", "shut"):
        Piece.objects.filter(stages__firing=firing).update(summary=None)
    return event


@transaction.atomic
def undo_act(firing: Firing, *, key: str, of: str, now: datetime) -> None:
    """Take back what was done within the last minute, and before the kiln was read again."""
    firing.refresh_from_db()
    if firing.events.filter(key=key).exists():
        return
    event = firing.events.filter(key=of).exclude(kind__in=("started", "undo", "pace", "unread")).first()
    if event is None or event not in live_events(firing):
        raise ImpossibleInput("there is nothing of that to take back")
    if (now - event.made_at).total_seconds() > UNDO_S:
        raise ImpossibleInput("that was done more than a minute ago; it stands")
    if not firing.is_simulated and firing.readings.filter(at_s__gt=event.at_s).exists():
        raise ImpossibleInput("the kiln has been read since; what was done stands")
    FiringEvent.objects.create(firing=firing, key=key, kind="undo", at_s=event.at_s, made_at=now, data={"of": of})
    if event.kind in _STATE_ACTS:
        firing.state = _state_without(firing)
        firing.opened_at = timezone.now() if firing.state == "opened" else None
    firing.version += 1
    firing.told = {}
    firing.save(update_fields=["state", "opened_at", "version", "told", "updated_at"])


def _state_without(firing: Firing) -> str:
    """The state that follows from what was done and not undone."""
    state: Any = "running"
    for event in live_events(firing):
        if event.kind in _STATE_ACTS:
            state = next_state(state, event.kind)
    return str(state)
