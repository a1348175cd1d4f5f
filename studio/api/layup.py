"""Lay-up: how the glass moves, and how its blanks are cut."""

from __future__ import annotations

from typing import Any, Literal

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status

from coldcradle.document.piece import read_cradle
from coldcradle.errors import DocumentError
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.cutting import CuttingPlan
from coldcradle.layup.fit import fit_of
from coldcradle.layup.followed import Motion
from coldcradle.layup.mesh_file import mesh_file
from coldcradle.piece.cutting import blank_of, cutting_of, wanted_of
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs, mesh_of, motion_of
from coldcradle.quantity.format import Message
from coldcradle.quantity.parse import System, parse_within
from studio.actions.cutting import book_cuts, sheets_of
from studio.api.heat import staged_at
from studio.api.replies import Schema, file_stem
from studio.api.schemas import ErrorOut, Id, ShortText
from studio.errors import Stale
from studio.members import studio_of
from studio.models import Cradle, GlassKind, StockItem
from studio.piece_rows import one_piece, stages_of
from studio.planning import planned

router = Router(tags=["layup"])


@router.get("/pieces/{piece_id}/layup/motion", response={200: Motion | None, 404: ErrorOut, 422: ErrorOut})
def show_motion(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    """The glass from nothing to past its end, frame by frame; null where nothing is seen to move."""
    return motion_of(staged_at(request, piece_id, stage))


class OutcomeShapeOut(Schema):
    """How the mesh of what comes out was got, and how many triangles it has; null where nothing of it is drawn."""

    says: Message | None
    triangles: int


@router.get("/pieces/{piece_id}/layup/shape", response={200: OutcomeShapeOut, 404: ErrorOut, 422: ErrorOut})
def show_shape(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    """What the mesh of one piece that comes out is made of."""
    found = mesh_of(staged_at(request, piece_id, stage))
    return {"says": found.says if found else None, "triangles": len(found.mesh.faces) if found else 0}


@router.get("/pieces/{piece_id}/layup/shape.{kind}", response={404: ErrorOut, 422: ErrorOut})
def save_shape(request: HttpRequest, piece_id: Id, kind: Literal["view", "glb", "stl", "obj"], stage: str = "") -> Any:
    """One piece as a mesh: GLB in metres with y up, STL and OBJ in millimetres with z up; `view` its bare corners."""
    staged = staged_at(request, piece_id, stage)
    found = mesh_of(staged)
    if found is None:
        raise Http404("Nothing of this stage is predicted to be drawn.")
    body, media = mesh_file(found.mesh, kind)
    name = file_stem(one_piece(studio_of(request), piece_id).name, "piece")
    headers = {} if kind == "view" else {"Content-Disposition": f'attachment; filename="{name}.{kind}"'}
    return HttpResponse(body, content_type=media, headers=headers)


class CuttingOut(Schema):
    """A cutting plan for a glass, and the versions of the rack's entries that it was made from."""

    kind: str
    kind_id: int
    stages: list[str]
    plan: CuttingPlan
    versions: dict[str, int]


class CutIn(Schema):
    """A plan that was carried out: its margin, what it was for, and the rack's entries as they were then."""

    kind_id: Id
    margin: ShortText = "10 mm"
    stage: ShortText = ""
    system: Literal["metric", "us"] = "metric"
    versions: dict[ShortText, int]


class CutOut(Schema):
    """How many off-cuts went to the rack."""

    off_cuts: int


def _plans(request: HttpRequest, piece_id: int, *, stage: str, margin: str, system: System) -> list[dict[str, Any]]:
    piece = one_piece(studio_of(request), piece_id)
    found = planned(piece)
    margin_m = parse_within(margin, "length", called="a margin", low=0.0, high=0.2, system=system)
    by_kind: dict[int, tuple[GlassKind, list[StageWithInputs]]] = {}
    for row in stages_of(piece):
        if stage and row.key != stage:
            continue
        by_kind.setdefault(row.glass_kind_id, (row.glass_kind, []))[1].append(staged_of(found.piece, row.key))
    plans = []
    for kind, staged in by_kind.values():
        wanted = [one for one in staged if wanted_of(one)]
        if not wanted:
            continue
        sheets = sheets_of(kind)
        rows = StockItem.objects.filter(pk__in=[int(s.key) for s in sheets])
        plans.append(
            {
                "kind": kind.name,
                "kind_id": kind.pk,
                "stages": [one.stage.name for one in wanted],
                "plan": cutting_of(wanted, sheets, margin_m=margin_m),
                "versions": {str(row.pk): row.version for row in rows},
            }
        )
    return plans


@router.get("/pieces/{piece_id}/layup/cutting", response={200: list[CuttingOut], 404: ErrorOut, 422: ErrorOut})
def show_cutting(
    request: HttpRequest,
    piece_id: Id,
    stage: str = "",
    margin: str = "10 mm",
    system: Literal["metric", "us"] = "metric",
) -> Any:
    """How the blanks of a stage are cut, or those of all stages; a plan for each glass."""
    return _plans(request, piece_id, stage=stage, margin=margin, system=system)


@router.post("/pieces/{piece_id}/layup/cutting", response={200: CutOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def book_cutting(request: HttpRequest, piece_id: Id, body: CutIn) -> Any:
    """It has been cut: the sheets leave the rack, the off-cuts go onto it."""
    for one in _plans(request, piece_id, stage=body.stage, margin=body.margin, system=body.system):
        if one["kind_id"] == body.kind_id:
            kind = GlassKind.objects.one(studio_of(request), body.kind_id, "glass")
            try:
                return {"off_cuts": book_cuts(studio_of(request), kind, one["plan"], body.versions)}
            except Stale:
                said = "The rack has changed since this plan was made. Look at the new one before you cut."
                return Status(409, {"message": said, "faults": []})
    raise Http404("Nothing of this glass is cut here.")


class FormFitOut(Schema):
    """How a blank fits a form of the shelf, in words; `word` is good, think or stop."""

    id: int
    name: str
    word: str
    says: Message


@router.get("/pieces/{piece_id}/layup/fits", response={200: list[FormFitOut], 404: ErrorOut, 422: ErrorOut})
def show_fits(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    """Which forms of the shelf the blank of a stage fits, the best first."""
    blank = blank_of(staged_at(request, piece_id, stage))
    if blank is None:
        return []
    found = []
    for row in Cradle.objects.of(studio_of(request)).filter(is_archived=False):
        try:
            cradle = read_cradle(row.document, is_filled=False)
        except DocumentError:  # as kept by an edition that asked less
            continue
        used = [PROCESSES[p].traits for p in row.stages.values_list("process", flat=True)]
        if not used or any(does.has_form for does in used):
            told = fit_of(blank.length_m, cradle.room.span_m[0])
            found.append((told.off_m, {"id": row.pk, "name": row.name, "word": told.word, "says": told.says}))
    return [one for _, one in sorted(found, key=lambda f: f[0])[:40]]
