"""Create pieces, keep them with their revisions, put them away."""

from __future__ import annotations

import copy
from dataclasses import replace
from datetime import datetime
from typing import Any

from django.utils import timezone

from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.quantity.parse import parse
from studio.actions.firings import begin_firing
from studio.actions.measures import keep_measured
from studio.assembling import split_stage
from studio.content_store import intern
from studio.errors import Stale
from studio.fixed_queries import FixedInsert
from studio.keeping import keeping
from studio.models import Cradle, GlassKind, Kiln, Piece, Revision, Stage
from studio.piece_rows import stages_of
from studio.planning import PlannedPiece, assemble, plan_document, snapshot_of, summary_of
from studio.stock_levels import rack_of

__all__ = [
    "create_piece",
    "insert_piece",
    "keep_revision",
    "keep_stage",
    "locked",
    "put_away",
    "record",
    "save_piece",
]


_add_step = FixedInsert(Revision, ("piece", "parent", "label", "snapshot", "created_at", "by"))


def keep_revision(piece: Piece, stages: list[Stage], label: str, when: datetime) -> None:
    """Keep a whole snapshot of a piece as its newest step."""
    step = Revision(
        piece=piece, parent=piece.head, label=label[:120], snapshot=snapshot_of(piece, stages), created_at=when
    )
    step.pk = _add_step(piece.pk, piece.head_id, step.label, step.snapshot, when, step.by_id)
    step._state.adding, step._state.db = False, piece._state.db
    piece.head = step


def save_piece(piece: Piece, found: PlannedPiece) -> None:
    """Keep a piece with what lists show of it."""
    piece.summary = summary_of(found.document, found.plan)
    piece.save(update_fields=["name", "alike", "due_on", "bench", "head", "version", "summary", "updated_at"])


def keep_stage(stage: Stage, document: dict[str, Any], order: int) -> dict[str, Any]:
    """Put a stage document into its row, unsaved; hands back what rows of their own hold."""
    kept, elsewhere = split_stage(document)
    stage.key, stage.process, stage.order = kept["key"], kept["process"], order
    stage.inputs = intern(stage.piece.studio_id, kept)
    return elsewhere


def insert_piece(
    studio: Any,
    document: dict[str, Any],
    kinds: list[GlassKind],
    kilns: list[Kiln],
    label: str,
    shelved: list[Cradle | None],
) -> Piece:
    """Write a piece and its stages as a document has them."""
    for written in document["stages"]:
        written["heat"].pop("share", None)  # the firing it lay in stayed where it comes from
    found = plan_document(document)
    when = timezone.now()
    piece = Piece(
        studio=studio,
        name=document["name"].strip(),
        alike=found.piece.alike,
        due_on=found.piece.due_on,
        bench=document.get("bench") or [],
    )
    piece.save()
    stages = []
    for order, (written, kind, kiln) in enumerate(zip(document["stages"], kinds, kilns, strict=True)):
        stage = Stage(piece=piece, glass_kind=kind, cradle=shelved[order])
        elsewhere = keep_stage(stage, written, order)
        stage.firing = begin_firing(studio, kiln, elsewhere, label=label, when=when)
        stage.save()
        keep_measured(stage, elsewhere["after"], found.piece.stages[order].measured)
        stages.append(stage)
    keep_revision(piece, stages, label, when)
    save_piece(piece, found)
    return piece


@keeping
def create_piece(
    studio: Any,
    *,
    name: str,
    process: str = "cast",
    cradle: dict[str, Any],
    layup: dict[str, Any] | None = None,
    kind: GlassKind,
    kiln: Kiln,
    starts_at: str,
    zone: str,
    is_undated: bool = False,
    shelved: Cradle | None = None,
) -> Piece:
    """A new piece: what is done, on what, from what glass, where. Everything else starts from its usual value.

    `is_undated`: `starts_at` only holds the place of a start that is chosen later.
    """
    stage = new_stage("one", process=process, cradle=cradle, layup=layup or {}, kind=kind, kiln=kiln)
    stage["heat"] |= {"starts_at": starts_at, "time_zone": zone} | ({"undated": True} if is_undated else {})
    document = {"format": "cold-cradle-piece", "version": 2, "name": name, "stages": [stage]}
    return insert_piece(studio, document, [kind], [kiln], "new piece", [shelved])


def new_stage(
    key: str, *, process: str, cradle: dict[str, Any], layup: dict[str, Any], kind: GlassKind, kiln: Kiln
) -> dict[str, Any]:
    """A stage document from its parts, all but the start of its firing."""
    rack = rack_of(kind)
    return {
        "key": key,
        "process": process,
        "cradle": copy.deepcopy(cradle),
        "glass": {"form": _usual_form(process, rack), "loss": "2 %", "charge": "", "kind": kind.document, "rack": rack},
        "layup": copy.deepcopy(layup),
        "heat": {
            "kiln": kiln.document,
            "target": "usual",
            "own_target": "0.3 MPa",
            "soak_method": "longer",
            "restraint": "bow",
            "peak_at": "",
            "peak_hold": "",
            "bubble_hold": "1 h",
            "room": kiln.document["room"],
        },
    }


def _usual_form(process: str, rack: dict[str, str]) -> str:
    """The form there is most of, for what is filled; a frit mould wants frit, a blank is cut from sheet."""
    does = PROCESSES[process].traits
    if does.is_filled or does.is_pressed:
        heaviest = max(rack, key=lambda form: _weight(rack[form]), default="nuggets")
        return "medium" if does.is_reused and "medium" in rack else heaviest
    return "sheet"


def _weight(typed: str) -> float:
    return parse(typed, "mass")


def locked(piece: Piece, version: int) -> None:
    """The row as it stands now. Raises Stale when it is not of this version any more."""
    piece.refresh_from_db()
    if piece.version != version:
        raise Stale(piece)


@keeping
def record(piece: Piece, *, label: str) -> PlannedPiece:
    """Write what was done to a piece's rows as a revision of its own, and plan it anew."""
    stages = stages_of(piece)
    found = plan_document(assemble(piece, stages))
    keep_revision(piece, stages, label, timezone.now())
    piece.version += 1
    save_piece(piece, found)
    return replace(found, rows=tuple(stages))


def put_away(piece: Piece, *, away: bool) -> None:
    """Take a piece out of the lists, or put it back; nothing is deleted."""
    Piece.objects.filter(pk=piece.pk).update(is_put_away=away, updated_at=timezone.now())
