"""Lay-up: how the glass moves, and how its blanks are cut."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from coldcradle.layup.followed import Motion
from coldcradle.piece.stage import motion_of
from studio.api.heat import staged_at
from studio.api.schemas import ErrorOut, Id

router = Router(tags=["layup"])


@router.get("/pieces/{piece_id}/layup/motion", response={200: Motion | None, 404: ErrorOut, 422: ErrorOut})
def show_motion(request: HttpRequest, piece_id: Id, stage: str = ""):
    """The glass from nothing to past its end, frame by frame; null where nothing is seen to move."""
    return motion_of(staged_at(request, piece_id, stage))
