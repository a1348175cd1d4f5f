"""Cradles on the shelf, with their care and their photographs."""

from __future__ import annotations

import math
from typing import Any, Literal

from django.db.models import Q
from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.measurement import measure
from coldcradle.cradle.release import check_release
from coldcradle.cradle.section import draw_section
from coldcradle.document.piece import read_cradle
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.quantity.format import show
from studio.actions import cradles as actions
from studio.actions.photos import photograph
from studio.api.replies import Schema
from studio.api.schemas import CareIn, CradleIn, CradleListOut, CradleOut, ErrorOut, FillIn, Id
from studio.api.shelf import STALE
from studio.errors import Stale
from studio.members import studio_of
from studio.models import Cradle, Photo, Piece
from studio.piece_rows import one_piece
from studio.planning import outline_of

router = Router(tags=["cradles"])
_PAGE = 60


class PhotoOut(Schema):
    id: int
    width: int
    height: int


def _mould_kg(cradle: CradleInput) -> float:
    outside = (math.sqrt(cradle.room.widest_m2) + 2 * cradle.wall_m) ** 2 * (cradle.room.height_m + cradle.wall_m)
    inside = float(cradle.room.volume_m3(cradle.room.height_m))
    return max(0.0, outside - inside) * cradle.material.density_kg_m3


def _cradle(row: Cradle) -> dict[str, Any]:
    is_filled = "line" in row.document
    cradle = read_cradle(row.document | {"care": row.care}, is_filled=is_filled, stands=True)
    glass_m = cradle.line_m if is_filled else 0.0
    section = draw_section(cradle.room, line_m=cradle.line_m, glass_m=glass_m, heap_m=0.0, wall_m=cradle.wall_m)
    worn = (
        []
        if cradle.care.is_single_use
        else [w for w in check_release(cradle.care.log, highest_c=0.0) if w.severity != "note"]
    )
    return {
        "id": row.pk,
        "version": row.version,
        "name": row.name,
        "material": cradle.material.name,
        "material_key": cradle.material.key,
        "families": sorted({PROCESSES[p].family for p in row.stages.values_list("process", flat=True)}),
        "shapes": [part.shape for part in getattr(cradle.room, "parts", ())],
        "method": cradle.method,
        "holds": measure(cradle).chosen.shown,
        "line": show(cradle.line_m, "length"),
        "is_filled": is_filled,
        "across": show(cradle.room.span_m[0], "length"),
        "wall": show(cradle.wall_m, "length"),
        "mould": show(_mould_kg(cradle), "mass"),
        "rated": show(cradle.rated_c, "temperature"),
        "is_single_use": cradle.care.is_single_use,
        "is_archived": row.is_archived,
        "photo_id": row.photo_id,
        "solid_id": (row.document.get("solid") or {}).get("solid_id"),
        "care": row.care,
        "dry_at": actions.dry_at(row.care.get("drying")),
        "pieces": Piece.objects.filter(stages__cradle=row, is_put_away=False).count(),
        "remarks": [w.says for w in worn],
        "updated_at": row.updated_at,
        "outline": outline_of(section),
    }


def _one(request: HttpRequest, cradle_id: int) -> Cradle:
    return Cradle.objects.one(studio_of(request), cradle_id, "cradle")  # type: ignore[no-any-return]  # the manager of rows is not typed by row


@router.get("/cradles", response=CradleListOut)
def list_cradles(
    request: HttpRequest,
    search: str = "",
    material: str = "",
    archived: bool = False,
    sort: Literal["name", "recent"] = "name",
    offset: int = Query(0, ge=0, le=10**6),  # type: ignore[type-arg]  # django hands it over
    limit: int = Query(_PAGE, ge=1, le=500),  # type: ignore[type-arg]  # django hands it over
) -> Any:
    mine = Cradle.objects.of(studio_of(request)).filter(is_archived=archived)
    found = mine
    if words := search.strip().replace("\0", "")[:120]:
        found = found.filter(Q(name__icontains=words) | Q(document__material__icontains=words))
    if material:
        found = found.filter(document__material=material[:40].replace("\0", ""))
    rows = found.order_by("-updated_at" if sort == "recent" else "name", "pk")[offset : offset + limit]
    return {"rows": [_cradle(row) for row in rows], "count": found.count(), "all": mine.count()}


@router.get("/cradles/{cradle_id}", response={200: CradleOut, 404: ErrorOut})
def show_cradle(request: HttpRequest, cradle_id: Id) -> Any:
    return _cradle(_one(request, cradle_id))


@router.post("/cradles", response={201: CradleOut, 404: ErrorOut})
def shelve_cradle(request: HttpRequest, body: CradleIn) -> Any:
    piece = Piece.objects.one(studio_of(request), body.piece_id, "piece")
    return Status(201, _cradle(actions.shelve_cradle(piece, body.stage)))


@router.patch("/cradles/{cradle_id}", response={200: CradleOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_cradle(request: HttpRequest, cradle_id: Id, body: CareIn) -> Any:
    row = _one(request, cradle_id)
    try:
        if body.name is not None:
            row = actions.rename_cradle(row, version=body.version, name=body.name)
        if body.care:
            row = actions.care_for(
                row, version=row.version if body.name else body.version, changes=body.care, system=body.system
            )
    except Stale:
        return Status(409, STALE)
    return _cradle(row)


@router.post("/cradles/{cradle_id}/copy", response={201: CradleOut, 404: ErrorOut})
def copy_cradle(request: HttpRequest, cradle_id: Id) -> Any:
    return Status(201, _cradle(actions.copy_cradle(_one(request, cradle_id))))


@router.post("/cradles/{cradle_id}/away", response={200: CradleOut, 404: ErrorOut})
def put_cradle_away(request: HttpRequest, cradle_id: Id, away: bool = True) -> Any:
    row = _one(request, cradle_id)
    actions.put_cradle_away(row, away=away)
    row.refresh_from_db()
    return _cradle(row)


@router.post("/cradles/{cradle_id}/photo", response={200: CradleOut, 404: ErrorOut, 413: ErrorOut, 422: ErrorOut})
def photograph_cradle(request: HttpRequest, cradle_id: Id, file: File[UploadedFile]) -> Any:
    row = _one(request, cradle_id)
    photograph(row, file)
    return _cradle(row)


@router.post("/pieces/{piece_id}/fitted", response={200: CradleOut, 404: ErrorOut})
def remember_fill(request: HttpRequest, piece_id: Id, body: FillIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    return _cradle(actions.remember_fill(piece, how=body.how, on=body.on, key=body.stage))


@router.get("/photos/{photo_id}", response={404: ErrorOut})
def show_photo(request: HttpRequest, photo_id: Id) -> Any:
    photo = Photo.objects.one(studio_of(request), photo_id, "photograph")
    return HttpResponse(
        bytes(photo.data), content_type="image/jpeg", headers={"Cache-Control": "private, max-age=31536000"}
    )
