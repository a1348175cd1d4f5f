"""Today: each kiln's now and next on one clock axis, the clocks of the bench, and what wants doing by when."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any

from django.db.models import Q, prefetch_related_objects
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from coldcradle.errors import ColdCradleError
from coldcradle.quantity.format import DualQuantity, Message
from studio.actions import timers as actions
from studio.api.fire_schemas import NewTimerIn, TimerOut
from studio.api.live import live_answer
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id
from studio.calendar import bench_calendar
from studio.fixed_queries import FixedRead, among
from studio.members import studio_of
from studio.models import Firing, Kiln, Piece, Stage, Timer
from studio.planning import planned, summary_of, unplanned_summary
from studio.remembering import remember
from studio.watching import of_this_minute

router = Router(tags=["today"])
_LID = ("open the lid", "see whether it may be opened")
_BACK, _AHEAD, _MOST = timedelta(hours=12), timedelta(days=6), 40


class SilhouetteOut(Schema):
    """A firing on its kiln's axis: its line from the start on, and where it leads when it is clicked."""

    firing_id: int
    piece_id: int
    stage_key: str
    name: str
    state: str
    starts_at: datetime
    ends_at: datetime
    line: list[tuple[float, float]]
    peak: float
    doing: Message | None
    opens: DualQuantity | None
    may_open: bool


class KilnDayOut(Schema):
    id: int
    name: str
    firings: list[SilhouetteOut]


class ToDoOut(Schema):
    """Something that wants doing: what, for what, by when; `is_due` now."""

    key: str
    name: str
    about: str
    at: datetime
    is_due: bool
    is_awake: bool
    clash: str
    piece_id: int | None
    stage_key: str
    station: str


class TodayOut(Schema):
    now: datetime
    time_zone: str
    kilns: list[KilnDayOut]
    todos: list[ToDoOut]
    timers: list[TimerOut]


def timer_out(timer: Timer, now: datetime) -> dict[str, Any]:
    """A clock in words."""
    word, says = actions.word_of(timer, now)
    ends = timer.begins_at + timedelta(seconds=timer.lasts_s)
    return {
        "id": timer.pk,
        "key": timer.key,
        "kind": timer.kind,
        "name": timer.name,
        "begins_at": timer.begins_at,
        "ends_at": ends,
        "left_s": (ends - now).total_seconds(),
        "word": word,
        "says": says,
        "is_rung": timer.rung_at is not None,
        "stage_id": timer.stage_id,
    }


def _summary(piece: Piece) -> dict[str, Any]:
    if piece.summary is None or "heats" not in piece.summary:
        try:
            found = planned(piece)
        except ColdCradleError as error:
            return unplanned_summary(str(error))
        piece.summary = summary_of(found.document, found.plan)
        remember(Piece.objects.filter(pk=piece.pk), summary=piece.summary)
    return dict(piece.summary)


def _todo(
    key: str, name: str, about: str, at: datetime, now: datetime, stage: Stage, station: str, *, is_awake: bool = True
) -> dict[str, Any]:
    return {
        "key": key,
        "name": name,
        "about": about,
        "at": at,
        "is_due": at <= now,
        "is_awake": is_awake,
        "clash": "",
        "piece_id": stage.piece_id,
        "stage_key": stage.key,
        "station": station,
    }


def _as_it_stands(firing: Firing, now: datetime) -> dict[str, Any]:
    """What Today shows of a firing that has begun."""
    live = live_answer(firing, None, now)
    points = [*live["line"]["measured"], *live["line"]["ahead"][1:]]
    return {
        "now": now,
        "now_s": live["now_s"],
        "dues": live["dues"],
        "line": points[:: max(1, len(points) // 60)] + points[-1:],
        "state": live["state"],
        "peak": live["line"]["top_c"],
        "doing": live["doing"],
        "opens": live["opens"],
        "may_open": live["may_open"].word == "yes",
    }


def _going(firing: Firing, stage: Stage, names: str, now: datetime) -> tuple[dict[str, Any], list[dict[str, Any]]]:
    """A firing that has begun, as it stands."""
    live = of_this_minute("today", firing, stage.pk, now, lambda: _as_it_stands(firing, now))
    if live["may_open"]:  # no yes out of memory: readings grow old by themselves
        live = _as_it_stands(firing, now)
    start, now_s, points = firing.started_at or firing.starts_at, live["now_s"], live["line"]
    shift = live["now"] - timedelta(seconds=now_s) - start  # the stand-in's clock may run ahead of the wall's
    begun = start + shift
    row = {
        "firing_id": firing.pk,
        "piece_id": stage.piece_id,
        "stage_key": stage.key,
        "name": names,
        "starts_at": begun,
        "ends_at": begun + timedelta(seconds=points[-1][0] if points else 0.0),
        **{name: live[name] for name in ("state", "line", "peak", "doing", "opens", "may_open")},
    }
    about = f"{names}, {firing.kiln.name}"
    todos = []
    for due in live["dues"]:
        if due["at_s"] < now_s - 3600 and due["name"] not in _LID:
            continue
        name = "Open the lid" if due["name"] == "open the lid" else due["name"].capitalize()
        at = begun + timedelta(seconds=due["at_s"])
        todos.append(_todo(f"{due['name']}-{firing.pk}", name, about, at, now, stage, "fire", is_awake=due["is_awake"]))
    return row, todos


_first_stages = FixedRead(
    lambda firings: (
        Stage.objects.filter(firing__in=among(firings))
        .select_related("piece")
        .defer("inputs")
        .order_by("firing", "piece", "order")
    ),
    1,
)


def _lying(firings: Sequence[Firing]) -> dict[int, tuple[Stage, str]]:
    """The first stage of each firing, with its piece, and the names of all pieces that lie in it."""
    found: dict[int, tuple[Stage, str]] = {}
    for stage in _first_stages([firing.pk for firing in firings]):
        first, names = found.get(stage.firing_id, (stage, ""))
        if stage.piece.name not in names.split(" + "):
            names = f"{names} + {stage.piece.name}" if names else stage.piece.name
        found[stage.firing_id] = first, names
    return found


def _planned(
    firing: Firing, stage: Stage, names: str, now: datetime
) -> tuple[dict[str, Any] | None, list[dict[str, Any]]]:
    heat = next((h for h in _summary(stage.piece)["heats"] if h["key"] == stage.key), None)
    if heat is None or not heat["line"]:
        return None, []
    start = datetime.fromisoformat(heat["starts_at"])
    row = {
        "firing_id": firing.pk,
        "piece_id": stage.piece_id,
        "stage_key": stage.key,
        "name": names,
        "state": firing.state,
        "starts_at": start,
        "ends_at": start + timedelta(seconds=heat["total_s"]),
        "line": heat["line"],
        "peak": max(c for _, c in heat["line"]),
        "doing": None,
        "opens": None,
        "may_open": False,
    }
    about = f"{names}, {firing.kiln.name}"
    return row, [_todo(f"start-{firing.pk}", "Start the kiln", about, start, now, stage, "before")]


def _clash(row: dict[str, Any], standing: list[dict[str, Any]]) -> str:
    """Which firing still has the kiln when this one is to begin."""
    other = next((o for o in standing if o["starts_at"] <= row["starts_at"] < o["ends_at"]), None)
    return f"the kiln is not free: {other['name']}" if other else ""


def _today(studio: Any, now: datetime) -> dict[str, Any]:
    mine = Firing.objects.of(studio).select_related("kiln")
    going = mine.filter(state__in=("running", "cooling", "stopped")).defer("frozen", "told")
    coming = mine.filter(
        state__in=("planned", "loaded"),
        starts_at__gte=now - _BACK,
        starts_at__lte=now + _AHEAD,
        stages__piece__is_put_away=False,
    ).distinct()
    # nobody has said when others are; a key that is not there is no value that could be excluded
    coming = coming.filter(Q(inputs__undated__isnull=True) | Q(inputs__undated=False))
    kilns = {k.pk: {"id": k.pk, "name": k.name, "firings": []} for k in Kiln.objects.of(studio)}
    todos: list[dict[str, Any]] = []
    firings = [*going[:_MOST], *coming.defer("frozen", "told").order_by("starts_at")[:_MOST]]
    prefetch_related_objects([f for f in firings if f.started_at], "events")
    lying = _lying(firings)
    for firing in firings:
        if firing.pk not in lying:
            continue
        stage, names = lying[firing.pk]
        row, wants = (_going if firing.started_at else _planned)(firing, stage, names, now)
        if row is not None:
            standing = kilns[firing.kiln_id]["firings"]
            for want in wants:
                if want["station"] == "before":
                    want["clash"] = _clash(row, standing)
            standing.append(row)
        todos += wants
    timers = [timer_out(t, now) for t in Timer.objects.of(studio).filter(ended_at=None)]
    for t in timers:
        todos.append(
            {
                "key": f"timer-{t['id']}",
                "name": t["name"],
                "about": t["says"] or "on the bench",
                "at": t["ends_at"],
                "is_due": t["left_s"] <= 0,
                "is_awake": True,
                "clash": "",
                "piece_id": None,
                "stage_key": "",
                "station": "",
            }
        )
    zones = Firing.objects.of(studio).order_by("-pk").values_list("time_zone", flat=True)
    return {
        "now": now,
        "time_zone": next(iter(zones[:1]), "UTC"),
        "kilns": list(kilns.values()),
        "todos": sorted(todos, key=lambda t: t["at"])[:_MOST],
        "timers": timers,
    }


@router.get("/today.ics", response={404: ErrorOut})
def today_calendar(request: HttpRequest) -> Any:
    """The clocks of the bench and what wants doing, as a calendar file."""
    now = timezone.now()
    dues = [
        (t["key"], f"{t['name']}: {t['about']}", t["at"])
        for t in _today(studio_of(request), now)["todos"]
        if t["piece_id"]
    ]
    text = bench_calendar(list(Timer.objects.of(studio_of(request)).filter(ended_at=None)), dues, now)
    return HttpResponse(
        text, content_type="text/calendar", headers={"Content-Disposition": 'attachment; filename="today.ics"'}
    )


@router.get("/today", response=TodayOut)
def show_today(request: HttpRequest) -> Any:
    """Firings from half a day back to six days on, the clocks that run, and what wants doing, the soonest first."""
    return _today(studio_of(request), timezone.now())


@router.get("/timers", response=list[TimerOut])
def list_timers(request: HttpRequest) -> Any:
    now = timezone.now()
    return [timer_out(t, now) for t in Timer.objects.of(studio_of(request)).filter(ended_at=None)]


@router.post("/timers", response={200: TimerOut, 404: ErrorOut, 422: ErrorOut})
def begin_timer(request: HttpRequest, body: NewTimerIn) -> Any:
    now = timezone.now()
    stage = None
    if body.stage_id is not None:
        stage = Stage.objects.filter(piece__studio=studio_of(request), pk=body.stage_id).first()
    timer = actions.begin_timer(
        studio_of(request), key=body.key, kind=body.kind, name=body.name, lasts=body.lasts, stage=stage, now=now
    )
    return timer_out(timer, now)


@router.post("/timers/{timer_id}/ring", response={200: TimerOut, 404: ErrorOut})
def ring_timer(request: HttpRequest, timer_id: Id) -> Any:
    now = timezone.now()
    timer = Timer.objects.one(studio_of(request), timer_id, "timer")
    actions.ring(timer, now)
    timer.refresh_from_db()
    return timer_out(timer, now)


@router.post("/timers/{timer_id}/end", response={200: TimerOut, 404: ErrorOut})
def end_timer(request: HttpRequest, timer_id: Id) -> Any:
    now = timezone.now()
    timer = Timer.objects.one(studio_of(request), timer_id, "timer")
    actions.end_timer(timer, now)
    return timer_out(timer, now)
