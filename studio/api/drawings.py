"""Outlines from drawings and photographs, patterns to print, and meshes."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from types import SimpleNamespace
from typing import Annotated, Any, Literal, Protocol

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import File, Router, Status
from ninja.files import UploadedFile
from pydantic import FailFast, Field

from coldcradle.cradle.mesh_limits import FORMATS, MESH_UNITS, ROLES, UPS, Found
from coldcradle.cradle.outline import MOST_POINTS, Outline, outline_of, outline_traced
from coldcradle.cradle.pattern import PAPERS_M, Pattern, tile
from coldcradle.cradle.svg_out import write_svg
from coldcradle.errors import ColdCradleError
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.quantity.parse import parse_within
from studio.actions import solids as actions
from studio.actions.files import drawing_in
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id, ShortText
from studio.members import studio_of
from studio.models import Solid

router = Router(tags=["drawings"])
Ring = list[tuple[float, float]]
# whoever sends something else a million times over is told once
RingIn = Annotated[list[tuple[float, float]], FailFast(), Field(max_length=MOST_POINTS)]


class OutlineOut(Schema):
    """An outline in millimetres, with what is to be known of it."""

    name: str
    rings: list[Ring]
    area: DualQuantity
    perimeter: DualQuantity
    across: DualQuantity
    deep: DualQuantity
    narrowest: DualQuantity


class DrawingOut(Schema):
    outlines: list[OutlineOut]
    has_units: bool
    remarks: list[str]


class PointsIn(Schema):
    """Rings of points in millimetres, and a scale to see them at."""

    rings: Annotated[list[RingIn], FailFast(), Field(max_length=10_000)]
    scale: ShortText = "100 %"


class TraceIn(Schema):
    """Points clicked on a photograph, two marks on its ruler, and how far these are apart."""

    points: RingIn
    marks: Annotated[RingIn, Field(max_length=2)]
    apart: ShortText
    system: Literal["metric", "us"] = "metric"


class PatternIn(PointsIn):
    paper: Literal["A4", "Letter"] = "A4"
    title: ShortText = "pattern"


class PatternOut(Schema):
    """Sheets to print: everything in millimetres, y upwards."""

    paper_mm: tuple[float, float]
    margin_mm: float
    window_mm: tuple[float, float]
    columns: int
    rows: int
    sheets: list[dict[str, Any]]
    rings: list[Ring]
    across: DualQuantity
    deep: DualQuantity


class SolidOut(Schema):
    id: int
    name: str
    found: Found
    sizes: dict[str, tuple[DualQuantity, DualQuantity, DualQuantity]]
    units: list[str]
    roles: dict[str, str]
    ups: list[str]


class TakeSolidIn(Schema):
    role: ShortText
    unit: ShortText
    up: ShortText
    largest_only: bool = False


class OutlineMeasure(Protocol):
    """An outline's figures, worked out here or by the process beside the server."""

    @property
    def rings(self) -> Iterable[Iterable[tuple[float, float]]]: ...
    @property
    def area_m2(self) -> float: ...
    @property
    def perimeter_m(self) -> float: ...
    @property
    def width_m(self) -> float: ...
    @property
    def depth_m(self) -> float: ...
    @property
    def narrowest_m(self) -> float: ...


def _mm(outline: OutlineMeasure) -> list[Ring]:
    return [[(round(x * 1e3, 4), round(y * 1e3, 4)) for x, y in ring] for ring in outline.rings]


def _outline(outline: OutlineMeasure, name: str = "") -> dict[str, Any]:
    return {
        "name": name,
        "rings": _mm(outline),
        "area": show(outline.area_m2, "area"),
        "perimeter": show(outline.perimeter_m, "length"),
        "across": show(outline.width_m, "length"),
        "deep": show(outline.depth_m, "length"),
        "narrowest": show(outline.narrowest_m, "length"),
    }


def _of(body: PointsIn) -> Outline:
    plain = outline_of(tuple(tuple((x / 1e3, y / 1e3) for x, y in ring) for ring in body.rings))
    scale = parse_within(body.scale, "ratio", called="a scale", low=0.01, high=20.0)
    return plain.scaled(scale) if scale != 1 else plain


@router.post("/outlines/measure", response={200: OutlineOut, 422: ErrorOut})
def measure_outline(request: HttpRequest, body: PointsIn) -> Any:
    return _outline(_of(body))


@router.post("/outlines/svg", response={200: DrawingOut, 413: ErrorOut, 422: ErrorOut})
def read_drawing(request: HttpRequest, file: File[UploadedFile]) -> Any:
    found = drawing_in(file)
    return {
        "outlines": [_outline(SimpleNamespace(**outline), outline["name"]) for outline in found["outlines"]],
        "has_units": found["has_units"],
        "remarks": found["remarks"],
    }


@router.post("/outlines/trace", response={200: OutlineOut, 422: ErrorOut})
def trace_outline(request: HttpRequest, body: TraceIn) -> Any:
    apart = parse_within(
        body.apart, "length", called="a distance", low=0.0, high=5.0, low_included=False, system=body.system
    )
    return _outline(outline_traced(body.points, body.marks, apart), "traced")


@router.post("/outlines/file", response={422: ErrorOut})
def save_outline(request: HttpRequest, body: PatternIn) -> Any:
    return HttpResponse(
        write_svg(_of(body), title=body.title),
        content_type="image/svg+xml",
        headers={"Content-Disposition": 'attachment; filename="pattern.svg"'},
    )


def _pattern(found: Pattern) -> dict[str, Any]:
    def mm(pair: tuple[float, float]) -> tuple[float, float]:
        return round(pair[0] * 1e3, 4), round(pair[1] * 1e3, 4)

    return {
        "paper_mm": mm(found.paper_m),
        "margin_mm": found.margin_m * 1e3,
        "window_mm": mm(found.window_m),
        "columns": found.columns,
        "rows": found.rows,
        "rings": _mm(found.outline),
        "sheets": [
            {
                "column": s.column,
                "row": s.row,
                "left_mm": round(s.left_m * 1e3, 4),
                "low_mm": round(s.low_m * 1e3, 4),
                "is_blank": s.is_blank,
            }
            for s in found.sheets
        ],
        "across": show(found.outline.width_m, "length"),
        "deep": show(found.outline.depth_m, "length"),
    }


@router.post("/outlines/pattern", response={200: PatternOut, 422: ErrorOut})
def lay_pattern(request: HttpRequest, body: PatternIn) -> Any:
    return _pattern(tile(_of(body), paper=body.paper if body.paper in PAPERS_M else "A4"))


def _solid(row: Solid) -> dict[str, Any]:
    size = row.found["size"]
    return {
        "id": row.pk,
        "name": row.name,
        "found": row.found,
        "sizes": {unit: tuple(show(v * to_m, "length") for v in size) for unit, to_m in MESH_UNITS.items()},
        "units": list(MESH_UNITS),
        "roles": ROLES,
        "ups": list(UPS),
    }


@router.post(
    "/solids", response={201: SolidOut, 413: ErrorOut, 422: ErrorOut}, description=f"A mesh: {', '.join(FORMATS)}."
)
def keep_solid(request: HttpRequest, file: File[UploadedFile]) -> Any:
    return Status(201, _solid(actions.keep_solid(studio_of(request), file)))


def _lines(steps: Iterator[dict[str, Any]]) -> Iterator[str]:
    try:
        for step in steps:
            yield json.dumps(step) + "\n"
    except ColdCradleError as error:
        yield json.dumps({"error": str(error)}) + "\n"


@router.post("/solids/{solid_id}/room", response={404: ErrorOut})
def work_out_room(request: HttpRequest, solid_id: Id, body: TakeSolidIn) -> Any:
    """The room of a mesh: one line of JSON for every step, `{done, doing}`, the last with `solid` or `error`."""
    row = Solid.objects.one(studio_of(request), solid_id, "mesh")
    steps = actions.room_steps(row, role=body.role, unit=body.unit, up=body.up, largest_only=body.largest_only)
    return StreamingHttpResponse(_lines(steps), content_type="application/x-ndjson")


@router.get("/solids/{solid_id}/view", response={404: ErrorOut})
def view_solid(request: HttpRequest, solid_id: Id) -> Any:
    """Corners of the light copy: little-endian float32, nine to a triangle, in m."""
    row = Solid.objects.one(studio_of(request), solid_id, "mesh")
    return HttpResponse(
        bytes(row.view or b""),
        content_type="application/octet-stream",
        headers={"Cache-Control": "private, max-age=3600"},
    )
