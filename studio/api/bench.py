"""Steps at the bench: put in, taken out, said to be done, photographed."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import File, Router, UploadedFile

from studio.actions import bench as actions
from studio.api.bench_schemas import MarkIn, NewStepIn, StepOutIn
from studio.api.pieces import conflict, piece_response
from studio.api.schemas import ConflictOut, ErrorOut, Id, PieceOut
from studio.errors import Stale
from studio.members import studio_of
from studio.piece_rows import one_piece
from studio.planning import planned

router = Router(tags=["bench"])
_ANSWERS: dict[int, Any] = {200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut}


@router.post("/{piece_id}/bench", response={**_ANSWERS, 201: PieceOut})
def add_step(request: HttpRequest, piece_id: Id, body: NewStepIn) -> Any:
    """The new step is the last of the answer's."""
    piece = one_piece(studio_of(request), piece_id)
    try:
        found, _ = actions.add_step(
            piece, version=body.version, after=body.after, does=body.does, is_between=body.is_between
        )
    except Stale as error:
        return conflict(error, body.stage)
    return piece_response(piece, found, body.stage, status=201)


@router.post("/{piece_id}/bench/{key}/out", response=_ANSWERS)
def remove_step(request: HttpRequest, piece_id: Id, key: str, body: StepOutIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = actions.remove_step(piece, version=body.version, key=key)
    except Stale as error:
        return conflict(error, body.stage)
    return piece_response(piece, found, body.stage)


@router.post("/{piece_id}/bench/{key}/done", response=_ANSWERS)
def mark_step(request: HttpRequest, piece_id: Id, key: str, body: MarkIn) -> Any:
    """What was done changes nothing of the plan, and so no version of the piece."""
    piece = one_piece(studio_of(request), piece_id)
    actions.mark_step(
        piece,
        key,
        is_done=body.is_done,
        took=body.took,
        note=body.note,
        tick=body.tick,
        system=body.system,
    )
    return piece_response(piece, planned(piece), body.stage)


@router.post("/{piece_id}/bench/{key}/photos", response={**_ANSWERS, 201: PieceOut, 413: ErrorOut})
def add_photo(
    request: HttpRequest, piece_id: Id, key: str, file: File[UploadedFile], before: bool = False, stage: str = ""
) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    actions.photograph_step(piece, key, file, "before" if before else "after")
    return piece_response(piece, planned(piece), stage, status=201)
