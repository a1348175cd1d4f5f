"""What is on the rack: search, weigh in, read and write CSV; and glass set aside for a piece."""

from __future__ import annotations

from typing import Any, Literal

from django.db.models import Sum
from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import show
from studio.actions import reservations
from studio.actions import stock as actions
from studio.actions.photos import photograph
from studio.api.pieces import conflict, piece_response
from studio.api.schemas import ConflictOut, CountOut, ErrorOut, Id, PieceOut, StockIn, StockListOut, StockOut, VersionIn
from studio.api.shelf import STALE
from studio.errors import Stale
from studio.members import studio_of
from studio.models import GlassKind, Reservation, StockItem
from studio.piece_rows import one_piece

router = Router(tags=["stock"])
_PAGE = 60


def _item(item: StockItem, taken: dict[int, float]) -> dict[str, Any]:
    aside = taken.get(item.pk, 0.0)
    return {
        "id": item.pk,
        "version": item.version,
        "kind_id": item.kind_id,
        "kind": item.kind.name,
        "form": item.form,
        "entries": actions.item_entries(item),
        "place": item.details.get("place", ""),
        "note": item.details.get("note", ""),
        "set_aside": show(aside, "mass") if aside > 0 else None,
        "area": actions.area_left(item),
        "photo_id": item.photo_id,
        "is_archived": item.is_archived,
    }


def _taken(items: list[StockItem]) -> dict[int, float]:
    rows = Reservation.objects.filter(item__in=items, is_used=False, stage__piece__is_put_away=False)
    return {row["item"]: row["kg"] for row in rows.values("item").annotate(kg=Sum("mass_kg")).order_by()}


def _out(item: StockItem) -> dict[str, Any]:
    return _item(item, _taken([item]))


@router.get("/stock", response=StockListOut)
def list_stock(
    request: HttpRequest,
    search: str = "",
    kind_id: int | None = Query(None, ge=1, le=2**62),  # type: ignore[type-arg]  # django hands it over
    form: str = "",
    archived: bool = False,
    offset: int = Query(0, ge=0, le=10**6),  # type: ignore[type-arg]  # django hands it over
    sort: Literal["kind", "weight", "recent"] = "kind",
) -> Any:
    mine = StockItem.objects.of(studio_of(request)).filter(is_archived=archived)
    found = mine
    for word in search.replace("\0", "").lower().split()[:8]:
        found = found.filter(words__contains=word[:60])
    if kind_id:
        found = found.filter(kind=kind_id)
    if form:
        found = found.filter(form=form[:20].replace("\0", ""))
    order = {"kind": ("kind__name", "form", "pk"), "weight": ("-mass_kg", "pk"), "recent": ("-updated_at", "pk")}[sort]
    rows = list(found.select_related("kind").order_by(*order)[offset : offset + _PAGE])
    taken = _taken(rows)
    return {
        "rows": [_item(item, taken) for item in rows],
        "count": found.count(),
        "all": mine.count(),
        "mass": show(found.aggregate(kg=Sum("mass_kg"))["kg"] or 0.0, "mass"),
    }


@router.post("/stock", response={201: StockOut, 404: ErrorOut, 422: ErrorOut})
def create_item(request: HttpRequest, body: StockIn) -> Any:
    kind = GlassKind.objects.one(studio_of(request), body.kind_id, "glass")
    item = actions.save_item(
        studio_of(request),
        item=None,
        version=None,
        kind=kind,
        form=body.form,
        document=body.document,
        system=body.system,
    )
    return Status(201, _out(item))


@router.patch("/stock/{item_id}", response={200: StockOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_item(request: HttpRequest, item_id: Id, body: StockIn) -> Any:
    item = StockItem.objects.one(studio_of(request), item_id, "entry of the rack")
    kind = GlassKind.objects.one(studio_of(request), body.kind_id, "glass")
    try:
        saved = actions.save_item(
            studio_of(request),
            item=item,
            version=body.version,
            kind=kind,
            form=body.form,
            document=body.document,
            system=body.system,
        )
    except Stale:
        return Status(409, STALE)
    return _out(saved)


@router.post("/stock/{item_id}/copy", response={201: StockOut, 404: ErrorOut})
def copy_item(request: HttpRequest, item_id: Id) -> Any:
    return Status(201, _out(actions.copy_item(StockItem.objects.one(studio_of(request), item_id, "entry of the rack"))))


@router.post("/stock/{item_id}/away", response={200: StockOut, 404: ErrorOut, 422: ErrorOut})
def put_item_away(request: HttpRequest, item_id: Id, away: bool = True) -> Any:
    item = StockItem.objects.one(studio_of(request), item_id, "entry of the rack")
    actions.put_item_away(item, away=away)
    item.refresh_from_db()
    return _out(item)


@router.post("/stock/{item_id}/photo", response={200: StockOut, 404: ErrorOut, 413: ErrorOut, 422: ErrorOut})
def photograph_item(request: HttpRequest, item_id: Id, file: File[UploadedFile]) -> Any:
    item = StockItem.objects.one(studio_of(request), item_id, "entry of the rack")
    photograph(item, file)
    return _out(item)


@router.get("/stock.csv")
def export_stock(request: HttpRequest) -> Any:
    return HttpResponse(
        "\ufeff" + actions.export_csv(studio_of(request)),
        content_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": 'attachment; filename="rack.csv"'},
    )


@router.post("/stock.csv", response={200: CountOut, 413: ErrorOut, 422: ErrorOut})
def import_stock(request: HttpRequest) -> Any:
    try:
        text = request.body.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise ImpossibleInput("expected a table in CSV, UTF-8; this file is something else") from None
    return {"count": actions.import_csv(studio_of(request), text)}


def _take(request: HttpRequest, piece_id: int, body: VersionIn, action: Any) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = action(piece, version=body.version, key=body.stage)
    except Stale as error:
        return conflict(error, body.stage)
    return piece_response(piece, found, body.stage)


_ANSWERS = {200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut}


@router.post("/pieces/{piece_id}/glass/aside", response=_ANSWERS)
def set_glass_aside(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    return _take(request, piece_id, body, reservations.set_glass_aside)


@router.post("/pieces/{piece_id}/glass/used", response=_ANSWERS)
def use_glass(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    return _take(request, piece_id, body, reservations.use_glass)


@router.post("/pieces/{piece_id}/glass/back", response=_ANSWERS)
def give_glass_back(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    return _take(request, piece_id, body, reservations.give_back)
