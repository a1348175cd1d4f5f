"""Kinds of glass."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router, Status

from coldcradle.document.reading import read
from coldcradle.entry.specs import Entry
from coldcradle.glass.kinds import GlassProperties, KindDocument
from coldcradle.glass.landmarks import landmarks
from coldcradle.glass.points import check_points
from coldcradle.quantity.format import Message, show
from coldcradle.quantity.parse import parse
from studio.actions import shelf as actions
from studio.api.schemas import ErrorOut, GlassIn, GlassOut, Id, NewGlassIn
from studio.errors import Stale
from studio.members import studio_of
from studio.models import GlassKind, Piece
from studio.stock_levels import rack_of, spoken_for


def doubt_of(kind: GlassProperties) -> Message | None:
    """Why the points of a kind do not go together, or None."""
    found = check_points(kind)
    return (
        None
        if found is None
        else Message(f"{found.says.metric} {found.reason.metric}", f"{found.says.us} {found.reason.us}")
    )


router = Router(tags=["shelf"])
STALE = {"message": "Changed in another window meanwhile. Look at it again, then write yours.", "faults": []}


def _glass(row: GlassKind) -> dict[str, Any]:
    kind = read(KindDocument, row.document, "a kind of glass", stands=True).value
    rack = {form: parse(typed, "mass") for form, typed in rack_of(row).items()}
    unknown = show(float("nan"), "expansion")
    return {
        "id": row.pk,
        "version": row.version,
        "key": row.key,
        "name": row.name,
        "source": kind.source,
        "lead": kind.lead,
        "family": kind.family,
        "is_tested": kind.is_tested,
        "doubt": doubt_of(kind),
        "is_unknown": kind.is_unknown,
        "is_archived": row.is_archived,
        "expansion": unknown if kind.is_unknown else show(kind.expansion_per_k, "expansion"),
        "density": show(kind.density_kg_m3, "density"),
        "landmarks": landmarks(kind),
        "entries": actions.kind_entries(row.document),
        "rack": {form: Entry(f"{kg * 1e3:g} g", "mass", kg, show(kg, "mass")) for form, kg in rack.items()},
        "set_aside": {form: show(kg, "mass") for form, kg in spoken_for(row.pk).items()},
        "items": row.items.filter(is_archived=False).count(),
        "pieces": Piece.objects.filter(stages__glass_kind=row, is_put_away=False).count(),
    }


@router.get("/glass", response=list[GlassOut])
def list_glass(request: HttpRequest, archived: bool = False) -> Any:
    return [_glass(row) for row in GlassKind.objects.of(studio_of(request)).filter(is_archived=archived)]


@router.post("/glass", response={201: GlassOut, 422: ErrorOut})
def create_glass(request: HttpRequest, body: NewGlassIn) -> Any:
    row = actions.save_kind(studio_of(request), kind=None, version=None, document=body.document, system=body.system)
    return Status(201, _glass(row))


@router.patch("/glass/{kind_id}", response={200: GlassOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_glass(request: HttpRequest, kind_id: Id, body: GlassIn) -> Any:
    kind = GlassKind.objects.one(studio_of(request), kind_id, "glass")
    try:
        if body.document:
            kind = actions.save_kind(
                studio_of(request), kind=kind, version=body.version, document=body.document, system=body.system
            )
            return _glass(kind)
        return _glass(actions.save_rack(kind, version=body.version, rack=body.rack, system=body.system))
    except Stale:
        return Status(409, STALE)


@router.post("/glass/{kind_id}/away", response={200: GlassOut, 404: ErrorOut})
def put_glass_away(request: HttpRequest, kind_id: Id, away: bool = True) -> Any:
    kind = GlassKind.objects.one(studio_of(request), kind_id, "glass")
    GlassKind.objects.filter(pk=kind.pk).update(is_archived=away)
    kind.refresh_from_db()
    return _glass(kind)
