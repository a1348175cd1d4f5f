"""Firings as rows to firings as the core knows them: what was frozen, the clock of each, and folds kept in memory.

A fold kept here is only a short cut: it follows from the rows and the time alone, so a restart of the server loses
nothing.
"""

from __future__ import annotations

import functools
import hashlib
import json
import math
import threading
from collections import OrderedDict
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any, TypeVar, cast

from django.db.models import Q, QuerySet
from django.http import Http404

from coldcradle.document.piece import read_piece
from coldcradle.fire.controller import PERIOD_S, StandIn, StandInFault, StandInState
from coldcradle.fire.inputs import ACTS, Act, FiringBaseline
from coldcradle.fire.readings import KilnReading, ReadingSource
from coldcradle.fire.watch import FireState, FiringTracker
from coldcradle.piece.plan import remembered_stage, staged_of
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageResult, compute_stage
from coldcradle.piece.watching import shown_segments, watched_result
from studio.keeping import memoized
from studio.models import Firing, FiringEvent, Reading

__all__ = [
    "FiringSnapshot",
    "acts_of",
    "fired_seconds",
    "frozen_of",
    "live_events",
    "moment_of",
    "of_this_minute",
    "samples_of",
    "state_of",
]

R = TypeVar("R")
_SOURCES: dict[str, ReadingSource] = {"typed": "typed", "second": "second"}
_KEPT = 16
_MOST_S = 40 * 86400.0


@dataclass(frozen=True, slots=True)
class FiringSnapshot:
    """A stage as it stood when its firing began: worked out, planned, and ready to be watched."""

    result: StageResult
    plan: StagePlan
    watched: FiringBaseline
    name: str


@functools.lru_cache(maxsize=_KEPT * 2)
def _frozen(digest: str, text: str, key: str) -> FiringSnapshot:
    piece = read_piece(json.loads(text)).piece
    staged = staged_of(piece, key)
    result = compute_stage(staged.stage, staged.incoming)
    plan = remembered_stage(staged.stage, staged.incoming)
    return FiringSnapshot(result, plan, watched_result(result), piece.name)


def frozen_of(firing: Firing, stage_id: int | None = None) -> FiringSnapshot:
    """What was frozen of a stage of a firing; of the first where none is named. Raises Http404 for another's."""
    stages = (firing.frozen or {}).get("stages", [])
    kept = next((s for s in stages if stage_id in (None, s["stage_id"])), None)
    if kept is None:
        raise Http404("This stage was not in this firing.")
    text = json.dumps(kept["document"], sort_keys=True)
    digest, key = hashlib.sha256(text.encode()).hexdigest(), kept["key"]
    return memoized(("frozen", digest, key), lambda: _frozen(digest, text, key))


def live_events(firing: Firing) -> list[FiringEvent]:
    """What was done, without what was undone; in order."""
    rows = list(firing.events.all())
    undone = {row.data.get("of") for row in rows if row.kind == "undo"}
    return [row for row in rows if row.kind != "undo" and row.key not in undone]


def fired_seconds(firing: Firing, events: Sequence[FiringEvent], now: datetime) -> float:
    """How far a firing is, s from its start: by the clock, or by the pace the stand-in was given."""
    if firing.started_at is None:
        return 0.0
    if not firing.is_simulated:
        return min(max(0.0, (now - firing.started_at).total_seconds()), _MOST_S)
    at_s, since, pace, until_s = 0.0, firing.started_at, 1.0, None

    def gone(to: datetime) -> float:
        real = max(0.0, (to - since).total_seconds())
        if until_s is None or at_s + real * pace <= until_s:
            return at_s + real * pace
        quick = max(0.0, (until_s - at_s) / pace)  # from there on at its own pace
        return max(until_s, at_s) + (real - quick)

    for event in events:
        if event.kind == "pace" and event.made_at <= now:
            at_s = gone(event.made_at)
            since, pace, until_s = event.made_at, float(event.data["times"]), event.data.get("until_s")
    return min(gone(now), _MOST_S)


def moment_of(firing: Firing, at_s: float) -> datetime:
    """The moment on its own clock when a firing has gone so far; for the stand-in as if it ran at its own pace."""
    return (firing.started_at or firing.starts_at) + timedelta(seconds=at_s)


def acts_of(events: Iterable[FiringEvent]) -> tuple[Act, ...]:
    """What was done to the programme, in order."""
    return tuple(
        sorted(
            (Act(kind=e.kind, at_s=e.at_s, for_s=float(e.data.get("for_s", 0.0))) for e in events if e.kind in ACTS),
            key=lambda act: act.at_s,
        )
    )


def _faults(events: Iterable[FiringEvent]) -> tuple[StandInFault, ...]:
    found: list[StandInFault] = []
    for e in events:
        if e.kind != "fault":
            continue
        if e.data.get("on"):
            found.append(StandInFault(kind=e.data["fault"], from_s=e.at_s))
        else:
            found = [replace(f, to_s=e.at_s) if f.kind == e.data["fault"] and f.to_s is None else f for f in found]
    return tuple(found)


@dataclass(slots=True)
class _Fold:
    """A fold and what it has taken: the last row, or the stand-in's own state."""

    watch: FiringTracker
    last_pk: int = 0
    upto_s: float = -math.inf
    stand_in: StandIn | None = None
    state: StandInState | None = None
    lock: threading.Lock = field(default_factory=threading.Lock)


_folds: OrderedDict[tuple[int, int, str], _Fold] = OrderedDict()
_guard = threading.Lock()


def _fold(
    key: tuple[int, int, str], watched: FiringBaseline, stand_in: StandIn | None, left_s: float, late_s: float
) -> _Fold:
    with _guard:
        fold = _folds.get(key)
        if fold is None:
            fold = _Fold(FiringTracker(watched, left_s, late_s), stand_in=stand_in)
            if stand_in is not None:
                _begin_simulated(fold)
            _folds[key] = fold
        _folds.move_to_end(key)
        while len(_folds) > _KEPT:
            _folds.popitem(last=False)
        return fold


def _stand_in(firing: Firing, events: Sequence[FiringEvent]) -> StandIn:
    """The stand-in of a firing: its first stage's programme, what was done and what was switched to fail."""
    lead = frozen_of(firing).watched
    return StandIn(kiln=lead.kiln, segments=shown_segments(lead), acts=acts_of(events), faults=_faults(events))


def samples_of(firing: Firing, now: datetime) -> list[tuple[float, float, float | None, str]]:
    """Every reading so far, (s, °C shown, set point, source), of the stand-in or of the kiln."""
    events = live_events(firing)
    if firing.is_simulated:
        made = _stand_in(firing, events)
        until = _until(firing, events, now)
        room = made.kiln.room_c
        rows = [(s.at_s, s.shown_c, s.set_c, "stand-in") for _, s in made.run(made.begin(), until)]
        return [(0.0, room, room, "stand-in"), *rows]
    rows = firing.readings.order_by("at_s").values_list("at_s", "shown_c", "set_c", "source")  # type: ignore[assignment]  # as it comes from the table
    return [(at, float("nan") if c is None else c, s, src) for at, c, s, src in rows]


def _until(firing: Firing, events: Sequence[FiringEvent], now: datetime) -> float:
    """Up to when there are readings: now, or when the lid was opened."""
    opened = next((e.at_s for e in reversed(events) if e.kind in ("open", "shut")), None)
    is_open = firing.state == "opened" and opened is not None
    return min(opened, _MOST_S) if is_open and opened is not None else fired_seconds(firing, events, now)


def _begin_simulated(fold: _Fold) -> None:
    assert fold.stand_in is not None
    fold.state = fold.stand_in.begin()
    fold.watch.extend([KilnReading(0.0, fold.stand_in.kiln.room_c)])


def _take_simulated(fold: _Fold, until_s: float) -> None:
    assert fold.stand_in is not None
    assert fold.state is not None
    if fold.state.at_s > until_s + PERIOD_S:  # the clock went back: from the beginning
        fold.watch = fold.watch.anew()
        _begin_simulated(fold)
    for state, sample in fold.stand_in.run(fold.state, until_s):
        fold.watch.extend([KilnReading(sample.at_s, sample.shown_c)])
        fold.state = state


def _take_rows(fold: _Fold, firing: Firing, now_s: float) -> None:
    """Rows that are new and not later than now, and those that were later than now when it was last asked."""
    mine = Reading.objects.filter(firing=firing)
    if now_s < fold.upto_s:  # the clock went back: what was not later than now is by now
        fold.watch, fold.last_pk, fold.upto_s = fold.watch.anew(), 0, -math.inf
    newest_pk = mine.order_by("-pk").values_list("pk", flat=True).first() or 0
    new = mine.filter(Q(pk__gt=fold.last_pk) | Q(at_s__gt=fold.upto_s), at_s__lte=now_s)
    if not fold.watch.extend(_read(new)):
        fold.watch = fold.watch.anew()
        fold.watch.extend(_read(mine.filter(at_s__lte=now_s)))
    fold.last_pk, fold.upto_s = newest_pk, now_s


def _read(rows: QuerySet[Reading]) -> Iterator[KilnReading]:
    """Rows as the core knows readings, in order of time."""
    told = rows.order_by("at_s").values_list("at_s", "shown_c", "source")
    for at_s, shown_c, source in told.iterator(chunk_size=20_000):
        yield KilnReading(at_s, math.nan if shown_c is None else shown_c, _SOURCES.get(source, "kiln"))


def _left_s(acts: Sequence[Act]) -> float:
    """When the plan was first left by hand, s from the start."""
    return min((act.at_s for act in acts if act.kind in ("stop", "skip")), default=math.inf)


def _late_s(acts: Sequence[Act], events: Sequence[FiringEvent]) -> float:
    """How far the plan was put off by hand and by the power, s."""
    late_s, lost_s = sum(act.for_s for act in acts if act.kind == "hold"), None
    for event in events:
        if event.kind == "power-lost" and lost_s is None:
            lost_s = event.at_s
        elif event.kind == "power-back" and lost_s is not None:
            late_s, lost_s = late_s + event.at_s - lost_s, None
    return late_s


def state_of(firing: Firing, stage_id: int | None, now: datetime) -> tuple[FiringSnapshot, FireState, float]:
    """A stage in its firing as it stands: what was frozen, what the readings say, and how far it is, s."""
    frozen = frozen_of(firing, stage_id)
    events = live_events(firing)
    now_s = _until(firing, events, now)
    acts = acts_of(events)
    # what was taken back, a log or a typed reading, leaves nothing of itself
    gone = firing.logs.exclude(taken_back_at=None).count() + sum(e.kind == "unread" for e in events)
    left_s, late_s = _left_s(acts), _late_s(acts, events)
    told = f"{firing.started_at} {left_s} {late_s} {gone}"
    stand_in = None
    if firing.is_simulated:
        stand_in = _stand_in(firing, events)
        told += hashlib.sha256(repr((stand_in.acts, stand_in.faults)).encode()).hexdigest()
    fold = _fold((firing.pk, stage_id or 0, told), frozen.watched, stand_in, left_s, late_s)
    with fold.lock:
        if firing.is_simulated:
            _take_simulated(fold, now_s)
        else:
            _take_rows(fold, firing, now_s)
        state = fold.watch.state(acts, now_s, off_since_s=_power_lost_s(events))
    return frozen, state, now_s


_MOST_RECENT = 128
_recent: dict[tuple[Any, ...], Any] = {}  # a short cut: all of it follows from the rows and the time


def of_this_minute(what: str, firing: Firing, stage_id: int, now: datetime, work: Callable[[], R]) -> R:
    """What lists tell of a firing that goes on: for as long as nothing happens in it, and a minute of it at most."""
    minute = int(fired_seconds(firing, live_events(firing), now) // 60)
    mark = what, firing.pk, stage_id, firing.version, firing.updated_at, minute
    found = _recent.get(mark)  # once: another thread may empty it meanwhile
    if found is None:
        found = work()
        if len(_recent) >= _MOST_RECENT:
            _recent.clear()
        _recent[mark] = found
    return cast(R, found)


def _power_lost_s(events: Sequence[FiringEvent]) -> float | None:
    """Since when the power has been gone, s from the start; None while it is there."""
    cut = next((f.from_s for f in _faults(events) if f.kind == "power-cut" and f.to_s is None), None)
    last = next((e for e in reversed(events) if e.kind in ("power-lost", "power-back")), None)
    return last.at_s if cut is None and last is not None and last.kind == "power-lost" else cut
