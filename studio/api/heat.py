"""The heat of a piece: further looks that are asked for one by one, a trial of a change, and the firing as a
calendar.
"""

from __future__ import annotations

import re
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from coldcradle.heat.coasting import Coasting
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.chain import ChainPlan
from coldcradle.piece.compare import (
    AssessedSchedule,
    Comparison,
    Side,
    assess_schedule,
    chain_of,
    coasting_of,
    compare,
    hours_of,
)
from coldcradle.piece.result import HeatPlan, HourRow
from coldcradle.quantity.format import Message
from studio.actions.pieces import document_before, try_change
from studio.api.schemas import Change, ErrorOut, Id
from studio.calendar import firing_calendar
from studio.models import Piece
from studio.planning import planned

router = Router(tags=["heat"])


class TryIn(Schema):
    """Changes to be looked at, not to be kept."""

    system: Literal["metric", "us"] = "metric"
    changes: list[Change]


class TryOut(Schema):
    """The heat as it would be, and the sentence over it."""

    heat: HeatPlan | None
    answer: Message


class ProcessOut(Schema):
    """A process of the trade, and what it asks for besides."""

    key: str
    name: str
    moves: str
    watch: str


def _piece(request: HttpRequest, piece_id: int) -> Piece:
    return Piece.objects.select_related("head").one(request.user, piece_id, "piece")


@router.get("/processes", response=list[ProcessOut])
def list_processes(request: HttpRequest):
    return list(PROCESSES.values())


@router.get("/pieces/{piece_id}/heat/coasting", response={200: Coasting, 404: ErrorOut, 422: ErrorOut})
def show_coasting(request: HttpRequest, piece_id: Id):
    return coasting_of(planned(_piece(request, piece_id)).piece)


@router.get("/pieces/{piece_id}/heat/chain", response={200: ChainPlan, 404: ErrorOut, 422: ErrorOut})
def show_chain(request: HttpRequest, piece_id: Id):
    return chain_of(planned(_piece(request, piece_id)).piece)


@router.get("/pieces/{piece_id}/heat/judged", response={200: AssessedSchedule, 404: ErrorOut, 422: ErrorOut})
def show_judged(request: HttpRequest, piece_id: Id):
    return assess_schedule(planned(_piece(request, piece_id)).piece)


@router.get("/pieces/{piece_id}/heat/compare", response={200: Comparison, 404: ErrorOut, 422: ErrorOut})
def compare_programmes(request: HttpRequest, piece_id: Id, a: Side = "ours", b: Side = "quick"):
    piece = _piece(request, piece_id)
    before = document_before(piece) if "before" in (a, b) else None
    return compare(planned(piece).piece, a, b, before=before)


@router.get("/pieces/{piece_id}/heat/hours", response={200: list[HourRow], 404: ErrorOut, 422: ErrorOut})
def show_hours(request: HttpRequest, piece_id: Id):
    """The heat line in words and numbers: what a screen reader reads, and what can be copied."""
    return hours_of(planned(_piece(request, piece_id)).piece)


@router.post("/pieces/{piece_id}/heat/try", response={200: TryOut, 404: ErrorOut, 422: ErrorOut})
def try_programme(request: HttpRequest, piece_id: Id, body: TryIn):
    found = try_change(_piece(request, piece_id), changes=[(c.path, c.value) for c in body.changes], system=body.system)
    return {"heat": found.plan.heat, "answer": found.plan.answers["heat"]}


@router.get("/pieces/{piece_id}/heat/calendar", response={404: ErrorOut, 422: ErrorOut})
def show_calendar(request: HttpRequest, piece_id: Id) -> Any:
    piece = _piece(request, piece_id)
    name = re.sub(r"[^a-z0-9]+", "-", piece.name.lower()).strip("-") or "firing"
    return HttpResponse(
        firing_calendar(piece, planned(piece)),
        content_type="text/calendar; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.ics"'},
    )
