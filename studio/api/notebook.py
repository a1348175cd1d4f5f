"""The notebook: pages listed and found, one, two side by side, the best of a cradle, and all of it as CSV or JSON."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from django.db.models import QuerySet
from django.http import HttpRequest, StreamingHttpResponse
from django.utils import timezone
from ninja import Query, Router

from coldcradle.after.measures import Compared
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.graph import Graph, GraphLine, axis
from studio.api.bench_schemas import BenchRowOut
from studio.api.live import clock_of
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id, ShortText
from studio.bench_record import done_steps
from studio.csv_cells import plain_cell
from studio.members import studio_of
from studio.models import Cradle, Firing
from studio.notebook import Page, best_of, found_firings, pages_of, statistics
from studio.watching import live_events

router = Router(tags=["notebook"])
_PAGE, _AT_ONCE, _MOST_OF_CRADLE, _MOST_STEPS = 20, 100, 12, 5000


class PageStepOut(Schema):
    name: str
    rate: DualQuantity
    to: DualQuantity
    hold: DualQuantity


class PageOut(Schema):
    """A page of the notebook: one stage of one firing."""

    firing_id: int
    stage_id: int
    stage_key: str
    piece_id: int
    piece: str
    stage: str
    process: str
    process_key: str
    kiln: str
    cradle: str
    cradle_id: int | None
    glass: str
    thickness: DualQuantity
    state: str
    is_simulated: bool
    started: DualQuantity
    started_at: datetime
    peak_planned: DualQuantity
    peak: DualQuantity | None
    hold_planned: DualQuantity
    lasted: DualQuantity
    left: DualQuantity | None
    left_planned: DualQuantity
    formed: Message | None
    measures: list[Compared]
    faults: list[str]
    looked: list[str]
    note: str
    photo_before: int | None
    photo_after: int | None
    planned_line: list[tuple[float, float]]
    measured_line: list[tuple[float, float]]
    steps: list[PageStepOut]
    graph: Graph | None = None


class NotebookOut(Schema):
    rows: list[PageOut]
    bench: list[BenchRowOut]
    count: int
    all: int
    kilns: list[dict[str, Any]]


class BestOut(Schema):
    """The best firing so far on a cradle, and how many there were; None where none was opened."""

    best: PageOut | None
    count: int


def _out(page: Page) -> dict[str, Any]:
    return page.row | {"started": clock_of(page.firing)(0.0), "started_at": page.firing.started_at}


def _graph(row: dict[str, Any]) -> Graph | None:
    """What was planned and what was measured over the hours, to be drawn large; None where neither has a length."""
    lines = [
        GraphLine(name, [(second, degree) for second, degree in row[f"{name}_line"]])  # kept as JSON, which has lists
        for name in ("planned", "measured")
        if len(row[f"{name}_line"]) > 1
    ]
    if not lines:
        return None
    seconds, degrees = zip(*(point for line in lines for point in line.points), strict=True)
    return Graph(axis(0.0, max(*seconds, 1.0), "duration"), axis(0.0, max(*degrees, 100.0), "temperature"), lines)


def _rows(firings: QuerySet[Firing], now: datetime) -> list[dict[str, Any]]:
    return [_out(page) for page in pages_of(list(firings.select_related("kiln").defer("frozen")), now)]


@router.get("/notebook", response=NotebookOut)
def list_pages(
    request: HttpRequest,
    search: ShortText = "",
    process: ShortText = "",
    fault: ShortText = "",
    cradle_id: Id | None = None,
    kiln_id: Id | None = None,
    offset: int = Query(0, ge=0, le=10**6),  # type: ignore[type-arg]  # django hands it over
) -> Any:
    found = found_firings(
        studio_of(request), search=search, process=process, fault=fault, cradle_id=cradle_id, kiln_id=kiln_id
    )
    return {
        "rows": _rows(found[offset : offset + _PAGE], timezone.now()),
        "bench": []
        if process or fault or cradle_id or kiln_id or offset
        else done_steps(studio_of(request), search=search, most=_PAGE),
        "count": found.count(),
        "all": Firing.objects.of(studio_of(request)).filter(started_at__isnull=False).count(),
        "kilns": statistics(studio_of(request)),
    }


@router.get("/notebook/best/{cradle_id}", response={200: BestOut, 404: ErrorOut})
def best_on_cradle(request: HttpRequest, cradle_id: Id) -> Any:
    Cradle.objects.one(studio_of(request), cradle_id, "cradle")
    found = found_firings(studio_of(request), search="", process="", fault="", cradle_id=cradle_id, kiln_id=None)
    firings = list(found.select_related("kiln").defer("frozen")[:_MOST_OF_CRADLE])
    pages = pages_of(firings, timezone.now(), cradle_id=cradle_id)
    best = best_of(pages)
    return {"best": _out(best) if best else None, "count": len(pages)}


@router.get("/notebook/pages/{firing_id}", response={200: list[PageOut], 404: ErrorOut})
def show_page(request: HttpRequest, firing_id: Id) -> Any:
    firing = Firing.objects.select_related("kiln").one(studio_of(request), firing_id, "firing")
    if firing.started_at is None:
        return []
    return [row | {"graph": _graph(row)} for row in _rows(Firing.objects.filter(pk=firing.pk), timezone.now())]


_COLUMNS = (
    "started_at",
    "piece",
    "stage",
    "process",
    "kiln",
    "cradle",
    "glass",
    "thickness",
    "peak_planned",
    "peak",
    "hold_planned",
    "left_planned",
    "left",
    "faults",
    "note",
)


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, list):
        return "; ".join(value)
    if isinstance(value, datetime):
        return value.isoformat(timespec="seconds")
    return str(value.metric.text) if isinstance(value, DualQuantity) else str(value)


@router.get("/notebook.csv", response={404: ErrorOut})
def notebook_csv(request: HttpRequest) -> Any:
    found = found_firings(studio_of(request), search="", process="", fault="", cradle_id=None, kiln_id=None)
    return _streamed(_lines(found, timezone.now()), "text/csv; charset=utf-8", "notebook.csv")


def _batches(firings: QuerySet[Firing]) -> Iterator[list[int]]:
    """The numbers of all, some at a time: however many there are, only those are in memory."""
    numbers = list(firings.values_list("pk", flat=True))
    return (numbers[i : i + _AT_ONCE] for i in range(0, len(numbers), _AT_ONCE))


def _lines(found: QuerySet[Firing], now: datetime) -> Iterator[str]:
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(_COLUMNS)
    for numbers in _batches(found):
        for row in _rows(Firing.objects.filter(pk__in=numbers).order_by("-started_at", "-pk"), now):
            writer.writerow([plain_cell(_cell(row[name])) for name in _COLUMNS])
        yield out.getvalue()
        out.seek(0)
        out.truncate()


@router.get("/notebook.json", response={404: ErrorOut})
def notebook_json(request: HttpRequest) -> Any:
    """Every firing with its frozen plan, readings, events, measures and faults; and what was done at the bench."""
    found = found_firings(studio_of(request), search="", process="", fault="", cradle_id=None, kiln_id=None)
    return _streamed(_parts(studio_of(request), found), "application/json", "notebook.json")


def _parts(studio: Any, found: QuerySet[Firing]) -> Iterator[str]:
    yield '{"format": "cold-cradle-notebook", "version": 1, "firings": ['
    before = ""
    for numbers in _batches(found):
        for firing in Firing.objects.filter(pk__in=numbers).select_related("kiln").order_by("-started_at", "-pk"):
            yield before + json.dumps(_whole(firing))
            before = ", "
    yield '], "bench": '
    yield json.dumps(done_steps(studio, search="", most=_MOST_STEPS), default=str) + "}"


def _whole(firing: Firing) -> dict[str, Any]:
    return {
        "kiln": firing.kiln.name,
        "started_at": firing.started_at.isoformat() if firing.started_at else None,
        "time_zone": firing.time_zone,
        "state": firing.state,
        "is_simulated": firing.is_simulated,
        "note": firing.note,
        "planned": firing.frozen,
        "readings": [list(r) for r in firing.readings.order_by("at_s").values_list("at_s", "shown_c", "set_c")],
        "events": [
            {"kind": e.kind, "at_s": e.at_s, "made_at": e.made_at.isoformat(), "data": e.data}
            for e in live_events(firing)
        ],
        "measures": [
            {"stage": m.stage.key, "key": m.key, "place": m.place, "typed": m.typed, "value": m.value}
            for m in firing.measures.select_related("stage")
        ],
        "faults": [{"stage": o.stage.key, "fault": o.fault} for o in firing.observations.select_related("stage")],
    }


def _streamed(parts: Iterator[str], kind: str, name: str) -> StreamingHttpResponse:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return StreamingHttpResponse(parts, content_type=kind, headers=headers)
