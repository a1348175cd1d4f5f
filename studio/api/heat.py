"""The heat of a piece: further looks that are asked for one by one, a trial of a change, and the firing as a
calendar.
"""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from coldcradle.errors import DocumentError
from coldcradle.heat.coasting import Coasting
from coldcradle.heat.result import HeatPlan, HourRow
from coldcradle.piece.compare import (
    AssessedSchedule,
    Comparison,
    Side,
    assess_schedule,
    coasting_of,
    compare,
    hours_of,
)
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs
from coldcradle.quantity.format import Message
from studio.actions.edits import previous_stage, try_change
from studio.api.pieces import full_paths, told_by_stage
from studio.api.replies import Schema, file_stem
from studio.api.schemas import Change, ErrorOut, Id, ShortText
from studio.calendar import firing_calendar
from studio.members import studio_of
from studio.models import Piece
from studio.piece_rows import one_piece
from studio.planning import planned

router = Router(tags=["heat"])


class TryIn(Schema):
    """Changes to be looked at, not to be kept."""

    system: Literal["metric", "us"] = "metric"
    stage: ShortText = ""
    changes: list[Change]


class TryOut(Schema):
    """The heat as it would be, and the sentence over it."""

    heat: HeatPlan | None
    answer: Message


def _piece(request: HttpRequest, piece_id: int) -> Piece:
    return one_piece(studio_of(request), piece_id)


def staged_at(request: HttpRequest, piece_id: int, stage: str) -> StageWithInputs:
    found = planned(_piece(request, piece_id))
    return staged_of(found.piece, found.piece.stages[found.at(stage)].key)


@router.get("/pieces/{piece_id}/heat/coasting", response={200: Coasting, 404: ErrorOut, 422: ErrorOut})
def show_coasting(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    return coasting_of(staged_at(request, piece_id, stage))


@router.get("/pieces/{piece_id}/heat/judged", response={200: AssessedSchedule, 404: ErrorOut, 422: ErrorOut})
def show_assessed(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    return assess_schedule(staged_at(request, piece_id, stage))


@router.get("/pieces/{piece_id}/heat/compare", response={200: Comparison, 404: ErrorOut, 422: ErrorOut})
def compare_programmes(request: HttpRequest, piece_id: Id, a: Side = "ours", b: Side = "quick", stage: str = "") -> Any:
    staged = staged_at(request, piece_id, stage)
    before = previous_stage(_piece(request, piece_id), staged.stage.key) if "before" in (a, b) else None
    return compare(staged, a, b, before=before)


@router.get("/pieces/{piece_id}/heat/hours", response={200: list[HourRow], 404: ErrorOut, 422: ErrorOut})
def show_hours(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    """The heat line in words and numbers: what a screen reader reads, and what can be copied."""
    return hours_of(staged_at(request, piece_id, stage))


@router.post("/pieces/{piece_id}/heat/try", response={200: TryOut, 404: ErrorOut, 422: ErrorOut})
def try_programme(request: HttpRequest, piece_id: Id, body: TryIn) -> Any:
    piece = _piece(request, piece_id)
    changes, prefix = full_paths(piece, body.stage, body.changes)
    try:
        plan = try_change(piece, changes=changes, system=body.system).stage(body.stage)
    except DocumentError as error:
        raise told_by_stage(error, prefix) from None
    return {"heat": plan.heat, "answer": plan.answers["heat"]}


@router.get("/pieces/{piece_id}/heat/calendar", response={404: ErrorOut, 422: ErrorOut})
def show_calendar(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    piece = _piece(request, piece_id)
    name = file_stem(piece.name, "firing")
    return HttpResponse(
        firing_calendar(piece, planned(piece), stage),
        content_type="text/calendar; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.ics"'},
    )
