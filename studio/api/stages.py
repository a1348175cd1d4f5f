"""The chain of a piece: stages put in, doubled, moved, taken out, and put on the clock."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from coldcradle.document.starting import starting_cradle, starting_layup
from studio.actions import rounds
from studio.actions import stages as actions
from studio.api.pieces import conflict, piece_response
from studio.api.schemas import ConflictOut, ErrorOut, Id, MoveStageIn, NewStageIn, PieceOut, RoundsIn, VersionIn
from studio.errors import Stale
from studio.members import studio_of
from studio.models import Cradle, Kiln
from studio.piece_rows import one_piece

router = Router(tags=["stages"])
_ANSWERS: dict[int, Any] = {200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut}


@router.post("/{piece_id}/stages", response={**_ANSWERS, 201: PieceOut})
def add_stage(request: HttpRequest, piece_id: Id, body: NewStageIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    shelved = Cradle.objects.one(studio_of(request), body.cradle_id, "cradle") if body.cradle_id else None
    cradle = shelved.document if shelved else starting_cradle(body.process, body.shape)
    kiln = Kiln.objects.one(studio_of(request), body.kiln_id, "kiln") if body.kiln_id else None
    try:
        found, key = actions.add_stage(
            piece,
            version=body.version,
            after=body.after,
            process=body.process,
            name=body.name,
            cradle=cradle,
            layup=body.layup or starting_layup(body.process, cradle, is_taking=True),
            kiln=kiln,
            shelved=shelved,
        )
    except Stale as error:
        return conflict(error, body.after)
    return piece_response(piece, found, key, status=201)


@router.post("/{piece_id}/stages/{key}/double", response={**_ANSWERS, 201: PieceOut})
def duplicate_stage(request: HttpRequest, piece_id: Id, key: str, body: VersionIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found, made = actions.duplicate_stage(piece, version=body.version, key=key)
    except Stale as error:
        return conflict(error, key)
    return piece_response(piece, found, made, status=201)


@router.post("/{piece_id}/stages/{key}/move", response=_ANSWERS)
def move_stage(request: HttpRequest, piece_id: Id, key: str, body: MoveStageIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = actions.move_stage(piece, version=body.version, key=key, by=body.by)
    except Stale as error:
        return conflict(error, key)
    return piece_response(piece, found, key)


@router.post("/{piece_id}/stages/{key}/rounds", response=_ANSWERS)
def part_into_rounds(request: HttpRequest, piece_id: Id, key: str, body: RoundsIn) -> Any:
    """So many copies to a firing, and as many further stages as the series takes."""
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = rounds.part_into_rounds(piece, version=body.version, key=key, per=body.per)
    except Stale as error:
        return conflict(error, key)
    return piece_response(piece, found, key)


@router.post("/{piece_id}/stages/{key}/out", response=_ANSWERS)
def remove_stage(request: HttpRequest, piece_id: Id, key: str, body: VersionIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = actions.remove_stage(piece, version=body.version, key=key)
    except Stale as error:
        return conflict(error, key)
    return piece_response(piece, found, body.stage)


@router.post("/{piece_id}/clock", response=_ANSWERS)
def put_on_the_clock(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = actions.put_on_the_clock(piece, version=body.version)
    except Stale as error:
        return conflict(error, body.stage)
    return piece_response(piece, found, body.stage)
