"""Cradles on the shelf, glass on the rack, kilns."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router, Status

from coldcradle.cradle.measure import by_shape
from coldcradle.document import read_cradle, read_kiln, read_kind
from coldcradle.glass.landmarks import landmarks
from coldcradle.plan import measured_volume
from coldcradle.reading import Reader, Reading
from coldcradle.words import show
from studio.actions import shelf as actions
from studio.api.schemas import CradleIn, CradleOut, ErrorOut, GlassIn, GlassOut, Id, KilnIn, KilnOut
from studio.errors import Stale
from studio.models import Cradle, GlassKind, Kiln, Piece

router = Router(tags=["shelf"])
_COAST_AT_C = (500.0, 300.0, 100.0)
_STALE = {"message": "Changed in another window meanwhile. Look at it again, then write yours.", "faults": []}


def _cradle(row: Cradle) -> dict[str, Any]:
    cradle = read_cradle(Reader(row.document, "", Reading(), "a cradle"))
    shaped = by_shape(cradle.stack, line_m=cradle.line_m, reading_m=cradle.reading_m)
    profile = cradle.stack.profile_m()
    return {
        "id": row.pk, "name": row.name, "material": cradle.material.name, "method": cradle.method,
        "holds": measured_volume(cradle, shaped).shown, "line": show(cradle.line_m, "length"), "cavity": profile,
        "filled": cradle.stack.profile_m(cradle.line_m), "wall_m": cradle.wall_m, "brim_m": cradle.stack.height_m,
        "outer_half_m": max(w for w, _ in profile) + cradle.wall_m,
    }  # fmt: skip


def _glass(row: GlassKind) -> dict[str, Any]:
    kind = read_kind(Reader(row.document, "", Reading(), "a kind of glass"))
    return {
        "id": row.pk, "version": row.version, "key": row.key, "name": row.name, "source": kind.source,
        "lead": kind.lead, "expansion": show(kind.expansion_per_k, "expansion"),
        "density": show(kind.density_kg_m3, "density"), "landmarks": landmarks(kind),
        "rack": actions.read_rack(row.rack),
    }  # fmt: skip


def _kiln(row: Kiln) -> dict[str, Any]:
    kiln = read_kiln(Reader(row.document, "", Reading(), "a kiln"))
    empty = kiln.loaded(load_j_per_k=0.0, room_c=kiln.room_c)
    return {
        "id": row.pk, "version": row.version, "name": row.name, "entries": actions.read_kiln_entries(row.document),
        "time_constant": show(empty.time_constant_s, "duration"),
        "coasting": [(show(c, "temperature"), show(empty.coasting_rate_k_per_h(c), "rate")) for c in _COAST_AT_C],
        "pieces": Piece.objects.filter(stages__firing__kiln=row, is_put_away=False).count(),
    }  # fmt: skip


@router.get("/cradles", response=list[CradleOut])
def list_cradles(request: HttpRequest):
    return [_cradle(row) for row in Cradle.objects.of(request.user)]


@router.post("/cradles", response={201: CradleOut, 404: ErrorOut})
def shelve_cradle(request: HttpRequest, body: CradleIn):
    return Status(201, _cradle(actions.shelve_cradle(Piece.objects.one(request.user, body.piece_id, "piece"))))


@router.delete("/cradles/{cradle_id}", response={204: None, 404: ErrorOut})
def discard_cradle(request: HttpRequest, cradle_id: Id):
    Cradle.objects.one(request.user, cradle_id, "cradle").delete()
    return Status(204, None)


@router.get("/glass", response=list[GlassOut])
def list_glass(request: HttpRequest):
    return [_glass(row) for row in GlassKind.objects.of(request.user)]


@router.patch("/glass/{kind_id}", response={200: GlassOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_glass(request: HttpRequest, kind_id: Id, body: GlassIn):
    kind = GlassKind.objects.one(request.user, kind_id, "glass")
    try:
        return _glass(actions.save_rack(kind, version=body.version, rack=body.rack, system=body.system))
    except Stale:
        return Status(409, _STALE)


@router.get("/kilns", response=list[KilnOut])
def list_kilns(request: HttpRequest):
    return [_kiln(row) for row in Kiln.objects.of(request.user)]


@router.post("/kilns", response={201: KilnOut, 422: ErrorOut})
def create_kiln(request: HttpRequest, body: KilnIn):
    row = actions.save_kiln(request.user, kiln=None, version=None, document=body.document, system=body.system)
    return Status(201, _kiln(row))


@router.patch("/kilns/{kiln_id}", response={200: KilnOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_kiln(request: HttpRequest, kiln_id: Id, body: KilnIn):
    kiln = Kiln.objects.one(request.user, kiln_id, "kiln")
    try:
        row = actions.save_kiln(
            request.user, kiln=kiln, version=body.version, document=body.document, system=body.system
        )
    except Stale:
        return Status(409, _STALE)
    return _kiln(row)
