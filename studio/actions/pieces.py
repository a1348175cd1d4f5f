"""Create, change, undo, redo, import and put away pieces."""

from __future__ import annotations

import copy
from typing import Any

from django.db import transaction
from django.utils import timezone

from coldcradle.document import read_piece
from coldcradle.errors import DocumentError, Fault
from coldcradle.quantities import System
from studio.errors import Stale
from studio.models import Firing, GlassKind, Kiln, Piece, Revision, Stage
from studio.planning import PlannedPiece, assemble, plan_document, snapshot_of, split_stage, stages_of, summary_of

__all__ = ["change_piece", "create_piece", "import_piece", "put_away", "redo_piece", "undo_piece"]

_ROWS = {"kind_id": (GlassKind, "glass"), "kiln_id": (Kiln, "kiln")}
_DEEPEST = 8


def _record(piece: Piece, stages: list[Stage], label: str) -> None:
    piece.head = Revision.objects.create(
        piece=piece, parent=piece.head, label=label[:120], snapshot=snapshot_of(piece, stages)
    )


def _save(piece: Piece, found: PlannedPiece) -> None:
    piece.summary = summary_of(found.document, found.plan)
    piece.save()


def _insert(owner: Any, document: dict[str, Any], kinds: list[GlassKind], kilns: list[Kiln], label: str) -> Piece:
    found = plan_document(document)
    piece = Piece(owner=owner, name=document["name"].strip())
    piece.save()
    stages = []
    for order, (stage, kind, kiln) in enumerate(zip(document["stages"], kinds, kilns, strict=True)):
        inputs, elsewhere = split_stage(stage)
        firing = Firing.objects.create(owner=owner, kiln=kiln, starts_at=elsewhere["starts_at"], zone=elsewhere["zone"])
        stages.append(Stage.objects.create(piece=piece, order=order, inputs=inputs, glass_kind=kind, firing=firing))
    _record(piece, stages, label)
    _save(piece, found)
    return piece


@transaction.atomic
def create_piece(
    owner: Any, *, name: str, cradle: dict[str, Any], kind: GlassKind, kiln: Kiln, starts_at: str, zone: str
) -> Piece:
    """A new piece from a cradle, a glass and a kiln; everything else starts from its usual value."""
    form = max(kind.rack, key=lambda form: _weight(kind.rack[form]), default="nuggets")
    stage = {
        "process": "cast",
        "cradle": copy.deepcopy(cradle),
        "glass": {"form": form, "loss": "2 %", "charge": "", "kind": kind.document, "rack": kind.rack},
        "heat": {
            "kiln": kiln.document, "target": "usual", "own_target": "0.3 MPa", "soak": "longer", "leaves": "bow",
            "cast_at": "", "cast_hold": "", "bubble_hold": "1 h", "room": kiln.document["room"],
            "starts_at": starts_at, "zone": zone,
        },
    }  # fmt: skip
    document = {"format": "cold-cradle-piece", "version": 1, "name": name, "stages": [stage]}
    return _insert(owner, document, [kind], [kiln], "new piece")


def _weight(typed: str) -> float:
    from coldcradle.quantities import parse

    return parse(typed, "mass")


@transaction.atomic
def import_piece(owner: Any, document: Any) -> Piece:
    """A piece from a document, all of it or nothing; glass and kiln are matched to what is there, or added."""
    read_piece(document)
    kinds, kilns = [], []
    for stage in document["stages"]:
        _, elsewhere = split_stage(stage)
        # an imported piece is weighed against this studio's rack, not against the one it came from
        kind = next((k for k in GlassKind.objects.of(owner) if k.document == elsewhere["kind"]), None)
        kinds.append(
            kind
            or GlassKind.objects.create(
                owner=owner, key=elsewhere["kind"]["key"], name=elsewhere["kind"]["name"], document=elsewhere["kind"],
                rack=elsewhere["rack"],
            )
        )  # fmt: skip
        kiln = next((k for k in Kiln.objects.of(owner) if k.document == elsewhere["kiln"]), None)
        kilns.append(
            kiln or Kiln.objects.create(owner=owner, name=elsewhere["kiln"]["name"], document=elsewhere["kiln"])
        )
        stage["glass"]["rack"] = kinds[-1].rack
    return _insert(owner, document, kinds, kilns, "imported")


def _locked(piece: Piece, version: int) -> None:
    """Inside an IMMEDIATE transaction: nobody else writes between this look and the save."""
    piece.refresh_from_db()
    if piece.version != version:
        raise Stale(piece)


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


@transaction.atomic
def change_piece(
    piece: Piece, *, version: int, changes: list[tuple[str, Any]], system: System, label: str
) -> PlannedPiece:
    """Apply changes by path, all or none. Raises Stale, or DocumentError with each fault."""
    _locked(piece, version)
    stages = stages_of(piece)
    plain: dict[str, Any] = {}
    for path, value in changes:
        name = path.rpartition(".")[2]
        if name in _ROWS:
            model, called = _ROWS[name]
            row = model.objects.one(piece.owner, value if isinstance(value, int) else 0, called)
            if name == "kind_id":
                stages[0].glass_kind = row
            else:
                stages[0].firing.kiln = row
        elif any(f".{own}." in f"{path}." for own in ("glass.kind", "glass.rack", "heat.kiln")):
            raise DocumentError([Fault(path, "this is changed at its own place, not in a piece", "")])
        else:
            plain[path] = value
    document = assemble(piece, stages)
    for path, value in plain.items():
        _set(document, path, value)
    found = plan_document(document, dict.fromkeys(plain, system))
    piece.name = document["name"].strip()
    for stage, changed in zip(stages, document["stages"], strict=True):
        stage.inputs, elsewhere = split_stage(changed)
        stage.firing.starts_at, stage.firing.zone = elsewhere["starts_at"], elsewhere["zone"]
        stage.firing.save()
        stage.save()
    _record(piece, stages, label)
    piece.version += 1
    _save(piece, found)
    return found


def _restore(piece: Piece, revision: Revision) -> PlannedPiece:
    stages = stages_of(piece)
    piece.name = revision.snapshot["name"]
    for stage, kept in zip(stages, revision.snapshot["stages"], strict=True):
        stage.inputs, stage.glass_kind_id = kept["inputs"], kept["glass_kind_id"]
        stage.firing.kiln_id, stage.firing.starts_at, stage.firing.zone = (
            kept["kiln_id"], kept["starts_at"], kept["zone"],
        )  # fmt: skip
        stage.firing.save()
        stage.save()
    piece.head = revision
    piece.version += 1
    found = plan_document(assemble(piece, stages_of(piece)))
    _save(piece, found)
    return found


@transaction.atomic
def undo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Back to the revision before; None when there is none."""
    _locked(piece, version)
    before = piece.head.parent if piece.head else None
    return _restore(piece, before) if before else None


def next_revision(piece: Piece) -> Revision | None:
    """What redo would bring back: the newest revision made from the one that stands."""
    return piece.head.children.last() if piece.head else None


@transaction.atomic
def redo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Forward again; None when nothing was undone."""
    _locked(piece, version)
    after = next_revision(piece)
    return _restore(piece, after) if after else None


def put_away(piece: Piece, *, away: bool) -> None:
    """Take a piece out of the lists, or put it back; nothing is deleted."""
    Piece.objects.filter(pk=piece.pk).update(is_put_away=away, updated_at=timezone.now())
