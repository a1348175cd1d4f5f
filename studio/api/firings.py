"""Firings: which there are, share one or fire alone, and undo what is shared where it is shared."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Query, Router

from coldcradle.heat.schedule.clock import when
from coldcradle.quantity.format import DualQuantity
from studio.actions import sharing as actions
from studio.api.pieces import conflict, piece_response
from studio.api.replies import Schema
from studio.api.schemas import ConflictOut, ErrorOut, Id, PieceOut, ShortText, VersionIn
from studio.assembling import local_start
from studio.errors import Stale
from studio.members import studio_of
from studio.models import Firing, Piece
from studio.piece_rows import one_piece
from studio.planning import PlannedPiece, planned

router = Router(tags=["firings"])
_ANSWERS: dict[int, Any] = {200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut}
_PAGE = 40


class FiringRowOut(Schema):
    """A firing with the stages in it, by the names of their pieces."""

    id: int
    kiln: str
    starts: DualQuantity
    pieces: list[str]


class FiringListOut(Schema):
    rows: list[FiringRowOut]
    count: int


class JoinIn(Schema):
    """`firing_id` None: alone, in a firing of its own."""

    version: int
    stage: ShortText = ""
    firing_id: Id | None = None


@router.get("/firings", response=FiringListOut)
def list_firings(request: HttpRequest, offset: int = Query(0, ge=0, le=10**6)) -> Any:  # type: ignore[type-arg]  # django hands it over
    mine = Firing.objects.of(studio_of(request)).filter(state="planned", stages__piece__is_put_away=False).distinct()
    rows = mine.select_related("kiln").prefetch_related("stages__piece").order_by("starts_at", "pk")
    return {
        "rows": [
            {
                "id": firing.pk,
                "kiln": firing.kiln.name,
                "starts": when(local_start(firing), 0.0),
                "pieces": sorted({stage.piece.name for stage in firing.stages.all()}),
            }
            for firing in rows[offset : offset + _PAGE]
        ],
        "count": mine.count(),
    }


def _acted(request: HttpRequest, piece_id: int, stage: str, act: Any) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found: PlannedPiece | None = act(piece)
    except Stale as error:
        return conflict(error, stage)
    return piece_response(piece, found or planned(piece), stage)


@router.post("/pieces/{piece_id}/firing/undo", response=_ANSWERS)
def undo_firing(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    def act(piece: Piece) -> PlannedPiece | None:
        return actions.step_firing(piece, version=body.version, key=body.stage, back=True)

    return _acted(request, piece_id, body.stage, act)


@router.post("/pieces/{piece_id}/firing/redo", response=_ANSWERS)
def redo_firing(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    def act(piece: Piece) -> PlannedPiece | None:
        return actions.step_firing(piece, version=body.version, key=body.stage, back=False)

    return _acted(request, piece_id, body.stage, act)


@router.post("/pieces/{piece_id}/firing/join", response=_ANSWERS)
def join_firing(request: HttpRequest, piece_id: Id, body: JoinIn) -> Any:
    firing = Firing.objects.one(studio_of(request), body.firing_id, "firing") if body.firing_id else None

    def act(piece: Piece) -> PlannedPiece | None:
        return actions.join_firing(piece, version=body.version, key=body.stage, firing=firing)

    return _acted(request, piece_id, body.stage, act)
