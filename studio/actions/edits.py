"""Change pieces by path: read and planned first, kept in a moment, tried without being kept."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from django.utils import timezone

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError, Fault
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs
from coldcradle.quantity.parse import System
from studio.actions.firings import forget_partners, save_firing
from studio.actions.pieces import keep_revision, keep_stage, locked
from studio.errors import Stale
from studio.fixed_queries import FixedUpdate
from studio.keeping import data_version, recording_reads, write_retrying
from studio.loads import put_shares_in
from studio.models import Cradle, Firing, GlassKind, Kiln, Piece, Stage
from studio.piece_rows import shared_firings, stages_of
from studio.planning import PlannedPiece, assemble, plan_document, snapshot_of, summary_of

__all__ = ["change_piece", "previous_stage", "try_change"]

_ROWS = {"kind_id": (GlassKind, "glass"), "kiln_id": (Kiln, "kiln")}
_DEEPEST = 8
_STAGE_PATH = re.compile(r"(stages|bench)\.\d{1,2}\.")
_ELSEWHERE = ("glass.kind", "glass.rack", "heat.kiln", "cradle.care", "heat.share", "after")
_OF_PIECE = ("name", "alike", "due")


def _set(document: Any, path: str, value: Any) -> None:
    *way, last = path.split(".")
    if not 0 < len(way) + 1 <= _DEEPEST:
        raise DocumentError([Fault(path, "there is no such entry", "")])
    at = document
    try:
        for step in way:
            at = at[int(step)] if isinstance(at, list) else at.setdefault(step, {})
        if isinstance(at, list):
            at[int(last)] = value
        elif value is None:
            at.pop(last, None)
        else:
            at[last] = value
    except (ValueError, IndexError, AttributeError, TypeError):
        raise DocumentError([Fault(path, "there is no such entry", str(value)[:200])]) from None


def _with_kinds(studio: Any, path: str, value: Any) -> Any:
    """Other glasses are named by their number; the document holds them whole."""
    if not isinstance(value, list):
        return value
    ids = [e.get("kind_id") for e in value if isinstance(e, dict) and isinstance(e.get("kind_id"), int)]
    rows = {kind.pk: kind.document for kind in GlassKind.objects.of(studio).filter(pk__in=ids)}
    if len(ids) != len(value) or any(pk not in rows for pk in ids):
        raise DocumentError([Fault(path, "expected kinds of glass that are in this studio", "")])
    return [entry | {"kind": rows[entry["kind_id"]]} for entry in value]


def _stage_at(stages: list[Stage], path: str) -> Stage:
    """The stage that a path such as `stages.2.heat.room` speaks of; the first where it speaks of none."""
    head, _, rest = path.partition(".")
    index = rest.partition(".")[0]
    if head == "stages" and index.isascii() and index.isdigit() and int(index) < len(stages):
        return stages[int(index)]
    return stages[0]


def _changed(piece: Piece, stages: list[Stage], changes: list[tuple[str, Any]], system: System) -> PlannedPiece:
    """The document with changes made in it, planned; rows chosen by number are put into `stages`, unsaved."""
    plain: dict[str, Any] = {}
    for path, value in changes:
        name = path.rpartition(".")[2]
        if name in _ROWS and not path.startswith("bench."):
            model, called = _ROWS[name]
            row = model.objects.one(piece.studio, value if isinstance(value, int) else 0, called)
            stage = _stage_at(stages, path)
            if name == "kind_id":
                stage.glass_kind = row
            else:
                stage.firing.kiln = row
        elif path not in _OF_PIECE and not _STAGE_PATH.match(path):
            raise DocumentError([Fault(path, "there is no such entry", "")])
        elif path.endswith((".cradle.care", ".key")) or (
            path.startswith("stages.") and any(f".{own}." in f"{path}." for own in _ELSEWHERE)
        ):
            raise DocumentError([Fault(path, "this is changed at its own place, not in a piece", "")])
        else:
            plain[path] = value
    document = assemble(piece, stages)
    for path, value in plain.items():
        _set(document, path, _with_kinds(piece.studio, path, value) if path.endswith(".glass.with") else value)
    put_shares_in(piece, stages, document)  # an edit of one that lies in a firing may change the programme for all
    return plan_document(document, dict.fromkeys(plain, system))


_keep_piece = FixedUpdate(
    Piece, ("version", "name", "alike", "due_on", "bench", "head", "summary", "updated_at"), ("id", "version")
)
_keep_stage = FixedUpdate(Stage, ("inputs", "order", "process", "glass_kind"), ("id",))


def _kept_of(stage: Stage) -> tuple[Any, ...]:
    """What of a stage an edit may change in its own row."""
    return stage.inputs, stage.order, stage.process, stage.glass_kind_id


@dataclass(frozen=True, slots=True)
class _Read:
    """The rows of a piece with a change made in them, its plan, and the database as it was before they were read."""

    mark: int
    stages: list[Stage]
    standing: list[tuple[Any, ...]]
    found: PlannedPiece


def _read_change(piece: Piece, version: int, changes: list[tuple[str, Any]], system: System) -> _Read:
    mark = data_version()
    if piece.version != version:
        raise Stale(piece)
    stages = stages_of(piece)
    return _Read(mark, stages, [_kept_of(s) for s in stages], _changed(piece, stages, changes, system))


def change_piece(
    piece: Piece, *, version: int, changes: list[tuple[str, Any]], system: System, label: str
) -> PlannedPiece:
    """Apply changes by path, all or none. What belongs to a firing becomes a revision of the firing, the rest one of
    the piece. Raises Stale, or DocumentError with each fault.
    """
    with recording_reads() as known:
        read = _read_change(piece, version, changes, system)
    return write_retrying(
        known, _keep_change, piece, read, version=version, changes=changes, system=system, label=label
    )


def _keep_change(
    piece: Piece, read: _Read, *, version: int, changes: list[tuple[str, Any]], system: System, label: str
) -> PlannedPiece:
    if read.mark != data_version():  # somebody wrote something: glass, kiln, rack or the piece itself may be others
        locked(piece, version)
        read = _read_change(piece, version, changes, system)
    stages, found = read.stages, read.found
    piece.name, piece.alike, piece.due_on = found.document["name"].strip(), found.piece.alike, found.piece.due_on
    piece.bench = found.document.get("bench") or []
    when = timezone.now()
    moved = False
    for order, (stage, changed) in enumerate(zip(stages, found.document["stages"], strict=True)):
        elsewhere = keep_stage(stage, changed, order)
        firing = stage.firing
        firing.starts_at, firing.time_zone = elsewhere["starts_at"], elsewhere["time_zone"]
        firing.inputs = elsewhere["firing"]
        moved |= save_firing(firing, piece, label=label, when=when)
        if _kept_of(stage) != read.standing[order]:
            _keep_stage(stage.inputs, stage.order, stage.process, stage.glass_kind_id, stage.pk)
    if piece.head is None or not moved or piece.head.snapshot != snapshot_of(piece, stages):
        keep_revision(piece, stages, label, when)
    piece.summary = summary_of(found.document, found.plan)
    _swap(piece, version, when)
    if shared := shared_firings(piece, stages):
        forget_partners(shared, piece)
    return replace(found, rows=tuple(stages))


def _swap(piece: Piece, version: int, when: datetime) -> None:
    """Keep the piece as the next version of just this one. Raises Stale when it is another by now."""
    values = version + 1, piece.name, piece.alike, piece.due_on, piece.bench, piece.head_id, piece.summary, when
    if not _keep_piece(*values, piece.pk, version):
        raise Stale(Piece.objects.select_related("head").get(pk=piece.pk))
    piece.version, piece.updated_at = version + 1, when


def try_change(piece: Piece, *, changes: list[tuple[str, Any]], system: System) -> PlannedPiece:
    """What changes would come to; nothing is kept. Raises DocumentError with each fault."""
    return _changed(piece, stages_of(piece), changes, system)


def previous_stage(piece: Piece, key: str) -> StageWithInputs | None:
    """A stage as it was before the last edit of the piece or of its firing, or None when there was none."""
    stages = stages_of(piece)
    stage = next((s for s in stages if s.key == key), None)
    if stage is None:
        return None
    firing, revision = stage.firing, piece.head.parent if piece.head else None
    is_firing = firing.head is not None and firing.head.parent is not None
    if is_firing and (revision is None or firing.head.created_at >= piece.head.created_at):  # type: ignore[union-attr]  # asked for just above
        _as_it_was(firing, firing.head.parent.snapshot)  # type: ignore[union-attr]  # asked for just above
    elif revision is not None:
        kept = next((k for k in revision.snapshot["stages"] if k["key"] == key), None)
        if kept is None:
            return None
        stage.inputs, stage.glass_kind = kept["inputs"], GlassKind.objects.get(pk=kept["glass_kind_id"])
        stage.cradle = Cradle.objects.filter(pk=kept.get("cradle_id")).first()
    else:
        return None
    return staged_of(read_piece(assemble(piece, stages)).piece, key)


def _as_it_was(firing: Firing, snapshot: dict[str, Any]) -> None:
    firing.kiln = Kiln.objects.get(pk=snapshot["kiln_id"])
    firing.starts_at, firing.time_zone = datetime.fromisoformat(snapshot["starts_at"]), snapshot["time_zone"]
    firing.inputs, firing.load = snapshot["inputs"], snapshot.get("load", {})
