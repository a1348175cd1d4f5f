"""Pieces: list, make, read, change, undo, redo, copy out and in."""

from __future__ import annotations

import json
import re
import time
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Status

from coldcradle.bench.likely import likely_steps
from coldcradle.document.piece import load_json
from coldcradle.document.starting import starting_cradle, starting_layup, typed_layup
from coldcradle.errors import ColdCradleError, DocumentError, Fault
from coldcradle.glass.kinds import forms
from coldcradle.piece.lead import lead_of
from coldcradle.piece.result import StagePlan
from coldcradle.quantity.format import Message, say, show
from studio.actions import bringing_in, edits, history
from studio.actions import pieces as actions
from studio.actions.firings import next_firing_revision
from studio.api.bench_answer import bench_answer
from studio.api.plan_schemas import WorkingsOut
from studio.api.replies import file_stem, reply
from studio.api.schemas import (
    Change,
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
from studio.loads import firing_input, is_of_several, remembered_firing
from studio.logged import logged_words
from studio.members import studio_of
from studio.models import Cradle, GlassKind, Kiln, Piece, Stage
from studio.piece_rows import one_piece, shared_firings, stage_keys, stages_of
from studio.planning import PlannedPiece, planned, summary_of, unplanned_summary
from studio.remembering import remember
from studio.who import by_others, with_name

__all__ = ["answer_piece", "conflict", "full_paths", "piece_response", "router", "told_by_stage"]

router = Router(tags=["pieces"])
_PAGE, _MOMENT_S = 40, 0.25
_LONGEST_NAME = 120


def answer_piece(piece: Piece, found: PlannedPiece, stage: str = "") -> dict[str, Any]:
    """A piece as seen from one of its stages, the first where that one is not there."""
    at = found.at(stage)
    plan, written = found.plan.stages[at], found.document["stages"][at]
    rows = found.rows or tuple(stages_of(piece))
    row = next(r for r in rows if r.key == plan.key)
    reservations = list(row.reservations.select_related("item__kind")) if row.set_aside else []
    prefix = f"stages.{at}."
    shared = shared_firings(piece, rows)
    undoes, redoes = history.labels(piece, rows, shared)
    if undoes and piece.head and undoes == piece.head.label:
        undoes = with_name(undoes, piece.head.by_id)
    return {
        "id": piece.pk,
        "version": piece.version,
        "name": piece.name,
        "alike": piece.alike,
        "due": piece.due_on.isoformat() if piece.due_on else "",
        "makes": found.piece.stages[at].makes,
        "stage_key": plan.key,
        "stage": written,
        "entries": {
            f"stage.{path.removeprefix(prefix)}": entry
            for path, entry in found.entries.items()
            if path.startswith(prefix)
        }
        | {path: entry for path, entry in found.entries.items() if path.startswith("bench.")},
        "kind_id": row.glass_kind_id,
        "kind_version": row.glass_kind.version,
        "kiln_id": row.firing.kiln_id,
        "cradle_id": row.cradle_id,
        "firing": _firing(row, shared.get(row.firing_id), found),
        "plan": plan,
        "lead": lead_of(found.piece.stages[at], plan) if row.firing.state == "planned" else None,
        "chain": found.plan.chain,
        "bench": found.document.get("bench") or [],
        "steps": bench_answer(piece, found),
        "likely": likely_steps(plan.traits),
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
        "reservations_gap": _gap([t.mass_kg for t in reservations], plan, found.piece.stages[at].makes),
        "undoes": undoes,
        "redoes": redoes,
        "label": piece.head.label if piece.head else "",
        "updated_at": piece.updated_at,
        "is_put_away": piece.is_put_away,
    }


def piece_response(piece: Piece, found: PlannedPiece, stage: str = "", *, status: int = 200) -> HttpResponse:
    """The answer that most acts on a piece have: the piece as it stands now."""
    return reply(PieceOut, answer_piece(piece, found, stage), status)


def _firing(stage: Stage, shared: set[int] | None, found: PlannedPiece) -> dict[str, Any]:
    firing = stage.firing
    others = list(Piece.objects.filter(pk__in=shared)) if shared else []
    names = [other.name for other in others]
    after = next_firing_revision(firing) if names else None
    return {
        "id": firing.pk,
        "stage_id": stage.pk,
        "state": firing.state,
        "words": logged_words(stage),
        "shared_with": names,
        "load": _load(stage),
        "undoes": firing.head.label if names and firing.head and firing.head.parent_id else None,
        "redoes": after.label if after else None,
    }


def _load(stage: Stage) -> dict[str, Any] | None:
    """What the firing comes to for a stage that does not lie in it alone, or was given a berth."""
    firing = stage.firing
    told = firing_input(firing) if is_of_several(firing) else None
    if told is None:
        return None
    try:
        plan = remembered_firing(told)
    except ColdCradleError as error:
        return {"word": "unsafe", "says": say("{why}", why=str(error)), "answer": say("{why}", why=str(error))}
    mine = next(m for m in plan.members if m.member.key == str(stage.pk))
    return {"word": mine.word, "says": mine.says, "answer": plan.answer}


def _gap(aside_kg: list[float], plan: StagePlan, makes: int) -> Message | None:
    """What is to be said when what was set aside is no longer what the plan asks for."""
    aside, wanted = sum(aside_kg), makes * plan.figures["charge_mass"].value
    if not aside_kg or abs(aside - wanted) < max(5e-4, 0.005 * wanted):
        return None
    return say(
        "Set aside are {a}; the plan now asks for **{b}**. Set it aside anew.",
        a=show(aside, "mass"),
        b=show(wanted, "mass"),
    )


def conflict(error: Stale, stage: str = "") -> HttpResponse:
    """What a 409 says: what was done elsewhere last, and how the piece stands there."""
    head = error.row.head
    by = by_others([head.by_id]).get(head.by_id) if head else ""
    where = f"by {by}" if by else "in another window"
    message = f"Changed {where} meanwhile ({head.label if head else 'changed'}). Nothing of yours is lost."
    theirs = answer_piece(error.row, planned(error.row), stage)
    return reply(ConflictOut, {"message": message, "theirs": theirs}, 409)


@router.get("", response=PieceListOut)
def list_pieces(
    request: HttpRequest,
    search: str = "",
    offset: int = Query(0, ge=0, le=10**6),  # type: ignore[type-arg]  # django hands it over
    put_away: bool = False,
) -> Any:
    mine = Piece.objects.of(studio_of(request)).filter(is_put_away=put_away)
    found = mine.filter(name__icontains=search.strip().replace("\0", "")[:_LONGEST_NAME]) if search.strip() else mine
    rows = list(found[offset : offset + _PAGE])
    pending = _worked_out_anew([piece for piece in rows if piece.summary is None])
    count = found.count()
    return {
        "rows": [{**p.summary, "id": p.pk, "name": p.name, "updated_at": p.updated_at} for p in rows],
        "count": count,
        "all": mine.count() if found is not mine else count,
        "pending": pending,
    }


def _worked_out_anew(pieces: list[Piece]) -> int:
    """Plan those whose kiln or glass was changed since, as many as a moment allows; how many are left for later."""
    until = time.monotonic() + _MOMENT_S
    left = 0
    for piece in pieces:
        if time.monotonic() > until:
            piece.summary = unplanned_summary("", "being worked out anew")
            left += 1
            continue
        try:
            work = planned(piece)
            piece.summary = summary_of(work.document, work.plan)
        except ColdCradleError as error:
            piece.summary = unplanned_summary(str(error))
        remember(Piece.objects.filter(pk=piece.pk, version=piece.version), summary=piece.summary)
    return left


def _on_what(request: HttpRequest, cradle_id: int | None, shape: str, process: str) -> tuple[Cradle | None, dict]:  # type: ignore[type-arg]  # django hands it over
    shelved = Cradle.objects.one(studio_of(request), cradle_id, "cradle") if cradle_id else None
    return shelved, (shelved.document if shelved else starting_cradle(process, shape))


@router.post("", response={201: PieceOut, 404: ErrorOut, 422: ErrorOut})
def create_piece(request: HttpRequest, body: NewPieceIn) -> Any:
    kind = GlassKind.objects.one(studio_of(request), body.kind_id, "glass")
    kiln = Kiln.objects.one(studio_of(request), body.kiln_id, "kiln")
    shelved, cradle = _on_what(request, body.cradle_id, body.shape, body.process)
    piece = actions.create_piece(
        studio_of(request),
        name=body.name,
        process=body.process,
        cradle=cradle,
        layup=typed_layup(body.layup, body.system) or starting_layup(body.process, cradle),
        kind=kind,
        kiln=kiln,
        starts_at=body.starts_at,
        zone=body.zone,
        is_undated=body.is_undated,
        shelved=shelved,
    )
    return piece_response(piece, planned(piece), status=201)


@router.post("/import", response={201: PieceOut, 413: ErrorOut, 422: ErrorOut})
def import_piece(request: HttpRequest) -> Any:
    piece = bringing_in.import_piece(studio_of(request), load_json(request.body))
    return piece_response(piece, planned(piece), status=201)


@router.get("/{piece_id}", response={200: PieceOut, 404: ErrorOut})
def show_piece(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    piece = one_piece(studio_of(request), piece_id)
    return piece_response(piece, planned(piece), stage)


def full_paths(piece: Piece, stage: str, changes: list[Change]) -> tuple[list[tuple[str, Any]], str]:
    """Changes by their path in the document, and what `stage.` stands for there."""
    keys = stage_keys(piece)
    at = keys.index(stage) if stage in keys else 0
    prefix = f"stages.{at}"
    return [(re.sub(r"^stage(?=\.)", prefix, change.path), change.value) for change in changes], prefix


def told_by_stage(error: DocumentError, prefix: str) -> DocumentError:
    """The same faults, told by the paths that were sent."""
    told = [Fault(re.sub(rf"^{re.escape(prefix)}(?=\.)", "stage", f.path), f.message, f.typed) for f in error.faults]
    return DocumentError(told)


@router.patch("/{piece_id}", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def change_piece(request: HttpRequest, piece_id: Id, body: ChangeIn) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    changes, prefix = full_paths(piece, body.stage, body.changes)
    label = body.label or body.changes[0].path.rpartition(".")[2]
    try:
        found = edits.change_piece(piece, version=body.version, changes=changes, system=body.system, label=label)
    except Stale as error:
        return conflict(error, body.stage)
    except DocumentError as error:
        raise told_by_stage(error, prefix) from None
    return piece_response(piece, found, body.stage)


def _step(request: HttpRequest, piece_id: int, body: VersionIn, action: Any) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    try:
        found = action(piece, version=body.version)
    except Stale as error:
        return conflict(error, body.stage)
    return piece_response(piece, found or planned(piece), body.stage)


@router.get("/{piece_id}/workings", response={200: WorkingsOut, 404: ErrorOut})
def show_workings(request: HttpRequest, piece_id: Id, stage: str = "") -> Any:
    """How each figure of a stage comes about; nothing is computed that was not computed for its plan."""
    piece = one_piece(studio_of(request), piece_id)
    return reply(WorkingsOut, {"version": piece.version, "figures": planned(piece).stage(stage).figures})


@router.post("/{piece_id}/undo", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def undo_piece(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    return _step(request, piece_id, body, history.undo_piece)


@router.post("/{piece_id}/redo", response={200: PieceOut, 404: ErrorOut, 409: ConflictOut, 422: ErrorOut})
def redo_piece(request: HttpRequest, piece_id: Id, body: VersionIn) -> Any:
    return _step(request, piece_id, body, history.redo_piece)


@router.post("/{piece_id}/away", response={204: None, 404: ErrorOut})
def put_piece_away(request: HttpRequest, piece_id: Id, away: bool = True) -> Any:
    actions.put_away(one_piece(studio_of(request), piece_id), away=away)
    return Status(204, None)


@router.get("/{piece_id}/document", response={404: ErrorOut})
def copy_piece(request: HttpRequest, piece_id: Id) -> Any:
    piece = one_piece(studio_of(request), piece_id)
    name = file_stem(piece.name, "piece")
    text = json.dumps(planned(piece).document, ensure_ascii=False, indent=2) + "\n"
    return HttpResponse(
        text,
        content_type="application/json; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.piece.json"'},
    )
