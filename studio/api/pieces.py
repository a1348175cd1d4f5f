"""Pieces: list, make, read, change, undo, redo, copy out and in."""

from __future__ import annotations

import json
import re
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Status

from coldcradle.document.piece import load_json
from coldcradle.glass.kinds import forms
from coldcradle.quantity.format import Message, say, show
from studio.actions import pieces as actions
from studio.api.schemas import (
    ChangeIn,
    ConflictOut,
    ErrorOut,
    Id,
    NewPieceIn,
    PieceListOut,
    PieceOut,
    VersionIn,
)
from studio.errors import Stale
from studio.models import Cradle, GlassKind, Kiln, Piece
from studio.planning import PlannedPiece, planned, summary_of
from studio.starters import starting_cradle

__all__ = ["answer_piece", "conflict", "router"]

router = Router(tags=["pieces"])
_PAGE = 40
_LONGEST_NAME = 120


def answer_piece(piece: Piece, found: PlannedPiece) -> dict[str, Any]:
    stage = piece.stages.select_related("firing", "glass_kind").first()
    reservations = stage.reservations.select_related("item__kind")
    after = actions.next_revision(piece)
    return {
        "id": piece.pk,
        "version": piece.version,
        "name": piece.name,
        "document": found.document,
        "entries": found.entries,
        "kind_id": stage.glass_kind_id,
        "kind_version": stage.glass_kind.version,
        "kiln_id": stage.firing.kiln_id,
        "cradle_id": stage.cradle_id,
        "plan": found.plan,
        "reservations": [
            {
                "item_id": t.item_id,
                "name": f"{t.item.kind.name}, {forms()[t.item.form].name}",
                "place": t.item.details.get("place", ""),
                "mass": show(t.mass_kg, "mass"),
                "is_used": t.is_used,
            }
            for t in reservations
        ],
        "reservations_gap": _gap([t.mass_kg for t in reservations], found),
        "undoes": piece.head.label if piece.head and piece.head.parent_id else None,
        "redoes": after.label if after else None,
        "label": piece.head.label if piece.head else "",
        "updated_at": piece.updated_at,
        "is_put_away": piece.is_put_away,
    }


def _gap(takes_kg: list[float], found: PlannedPiece) -> Message | None:
    """What is to be said when what was set aside is no longer what the plan asks for."""
    aside, wanted = sum(takes_kg), found.plan.figures["charge_mass"].value
    if not takes_kg or abs(aside - wanted) < max(5e-4, 0.005 * wanted):
        return None
    return say(
        "Set aside are {a}; the plan now asks for **{b}**. Set it aside anew.",
        a=show(aside, "mass"),
        b=show(wanted, "mass"),
    )


def conflict(error: Stale) -> Status:
    message = f"Changed in another window meanwhile ({error.row.head.label}). Nothing of yours is lost."
    return Status(409, {"message": message, "theirs": answer_piece(error.row, planned(error.row))})


def _one(request: HttpRequest, piece_id: int) -> Piece:
    return Piece.objects.select_related("head").one(request.user, piece_id, "piece")


@router.get("", response=PieceListOut)
def list_pieces(request: HttpRequest, search: str = "", offset: int = Query(0, ge=0, le=10**6), put_away: bool = False):
    mine = Piece.objects.of(request.user).filter(is_put_away=put_away)
    found = mine.filter(name__icontains=search.strip().replace("\0", "")[:_LONGEST_NAME]) if search.strip() else mine
    rows = list(found[offset : offset + _PAGE])
    for piece in rows:
        if piece.summary is None:  # its kiln or its glass was changed since
            work = planned(piece)
            piece.summary = summary_of(work.document, work.plan)
            Piece.objects.filter(pk=piece.pk).update(summary=piece.summary)
    return {
        "rows": [{**p.summary, "id": p.pk, "name": p.name, "updated_at": p.updated_at} for p in rows],
        "count": found.count(),
        "all": mine.count(),
    }


@router.post("", response={201: PieceOut, 404: ErrorOut, 422: ErrorOut})
def create_piece(request: HttpRequest, body: NewPieceIn):
    kind = GlassKind.objects.one(request.user, body.kind_id, "glass")
    kiln = Kiln.objects.one(request.user, body.kiln_id, "kiln")
    shelved = Cradle.objects.one(request.user, body.cradle_id, "cradle") if body.cradle_id else None
    cradle = shelved.document if shelved else starting_cradle(body.shape)
    piece = actions.create_piece(
        request.user,
        name=body.name,
        cradle=cradle,
        kind=kind,
        kiln=kiln,
        starts_at=body.starts_at,
        zone=body.zone,
        shelved=shelved,
    )
    return Status(201, answer_piece(piece, planned(piece)))


@router.post("/import", response={201: PieceOut, 413: ErrorOut, 422: ErrorOut})
def import_piece(request: HttpRequest):
    piece = actions.import_piece(request.user, load_json(request.body))
    return Status(201, answer_piece(piece, planned(piece)))


@router.get("/{piece_id}", response={200: PieceOut, 404: ErrorOut})
def show_piece(request: HttpRequest, piece_id: Id):
    piece = _one(request, piece_id)
    return answer_piece(piece, planned(piece))


@router.patch("/{piece_id}", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def change_piece(request: HttpRequest, piece_id: Id, body: ChangeIn):
    piece = _one(request, piece_id)
    try:
        found = actions.change_piece(
            piece,
            version=body.version,
            changes=[(change.path, change.value) for change in body.changes],
            system=body.system,
            label=body.label or body.changes[0].path.rpartition(".")[2],
        )
    except Stale as error:
        return conflict(error)
    return answer_piece(piece, found)


def _step(request: HttpRequest, piece_id: int, version: int, action: Any) -> Any:
    piece = _one(request, piece_id)
    try:
        found = action(piece, version=version)
    except Stale as error:
        return conflict(error)
    return answer_piece(piece, found or planned(piece))


@router.post("/{piece_id}/undo", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def undo_piece(request: HttpRequest, piece_id: Id, body: VersionIn):
    return _step(request, piece_id, body.version, actions.undo_piece)


@router.post("/{piece_id}/redo", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def redo_piece(request: HttpRequest, piece_id: Id, body: VersionIn):
    return _step(request, piece_id, body.version, actions.redo_piece)


@router.post("/{piece_id}/away", response={204: None, 404: ErrorOut})
def put_piece_away(request: HttpRequest, piece_id: Id, away: bool = True):
    actions.put_away(_one(request, piece_id), away=away)
    return Status(204, None)


@router.get("/{piece_id}/document", response={404: ErrorOut})
def copy_pieceanswer_piece(request: HttpRequest, piece_id: Id):
    piece = _one(request, piece_id)
    name = re.sub(r"[^a-z0-9]+", "-", piece.name.lower()).strip("-") or "piece"
    text = json.dumps(planned(piece).document, ensure_ascii=False, indent=2) + "\n"
    return HttpResponse(
        text,
        content_type="application/json; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.piece.json"'},
    )
