"""The notebook: pages listed and found, one, two side by side, the best of a cradle, and all of it as CSV or JSON."""

from __future__ import annotations

import csv
import io
import json
from datetime import datetime
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router

from coldcradle.after.measures import Compared
from coldcradle.quantity.format import DualQuantity, Message
from studio.api.live import clock_of
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id, ShortText
from studio.csv_cells import plain_cell
from studio.models import Firing, Stage
from studio.notebook import best_of, found_firings, page_of, statistics
from studio.watching import live_events

router = Router(tags=["notebook"])
_PAGE, _MOST_OUT, _MOST_OF_CRADLE = 20, 2000, 12


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


class NotebookOut(Schema):
    rows: list[PageOut]
    count: int
    all: int
    kilns: list[dict[str, Any]]


class BestOut(Schema):
    """The best firing so far on a cradle, and how many there were; None where none was opened."""

    best: PageOut | None
    count: int


def _row(firing: Firing, stage: Stage, now: datetime) -> dict[str, Any]:
    page = page_of(firing, stage, now)
    return page.row | {"started": clock_of(firing)(0.0), "started_at": firing.started_at}


def _stages(ids: list[int]) -> Any:
    rows = Stage.objects.filter(pk__in=ids).select_related("piece", "firing")
    return rows.prefetch_related("observations", "measures", "photos")


def _rows(firings: Any, now: datetime) -> list[dict[str, Any]]:
    found = []
    for firing in firings.select_related("kiln").prefetch_related("events"):
        frozen_ids = [s["stage_id"] for s in (firing.frozen or {}).get("stages", [])]
        for stage in _stages(frozen_ids):
            found.append(_row(firing, stage, now))
    return found


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
        request.user, search=search, process=process, fault=fault, cradle_id=cradle_id, kiln_id=kiln_id
    )
    return {
        "rows": _rows(found[offset : offset + _PAGE], timezone.now()),
        "count": found.count(),
        "all": Firing.objects.of(request.user).filter(started_at__isnull=False).count(),
        "kilns": statistics(request.user),
    }


@router.get("/notebook/best/{cradle_id}", response={200: BestOut, 404: ErrorOut})
def best_on_cradle(request: HttpRequest, cradle_id: Id) -> Any:
    found = found_firings(request.user, search="", process="", fault="", cradle_id=cradle_id, kiln_id=None)
    now = timezone.now()
    pages = [
        page_of(firing, stage, now)
        for firing in found.select_related("kiln")[:_MOST_OF_CRADLE]
        for stage in firing.stages.filter(cradle=cradle_id).select_related("piece", "firing")
    ]
    best = best_of(pages)
    row = best.row | {"started": clock_of(best.firing)(0.0), "started_at": best.firing.started_at} if best else None
    return {"best": row, "count": len(pages)}


@router.get("/notebook/pages/{firing_id}", response={200: list[PageOut], 404: ErrorOut})
def show_page(request: HttpRequest, firing_id: Id) -> Any:
    firing = Firing.objects.select_related("kiln").one(request.user, firing_id, "firing")
    if firing.started_at is None:
        return []
    return _rows(Firing.objects.filter(pk=firing.pk), timezone.now())


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
    found = found_firings(request.user, search="", process="", fault="", cradle_id=None, kiln_id=None)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(_COLUMNS)
    for row in _rows(found[:_MOST_OUT], timezone.now()):
        writer.writerow([plain_cell(_cell(row[name])) for name in _COLUMNS])
    return _file(out.getvalue(), "text/csv; charset=utf-8", "notebook.csv")


@router.get("/notebook.json", response={404: ErrorOut})
def notebook_json(request: HttpRequest) -> Any:
    """Every firing with its frozen plan, readings, events, measures and faults."""
    found = found_firings(request.user, search="", process="", fault="", cradle_id=None, kiln_id=None)
    return _file(
        json.dumps({"format": "cold-cradle-notebook", "version": 1, "firings": [_whole(f) for f in found[:_MOST_OUT]]}),
        "application/json",
        "notebook.json",
    )


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


def _file(text: str, kind: str, name: str) -> HttpResponse:
    return HttpResponse(text, content_type=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})
