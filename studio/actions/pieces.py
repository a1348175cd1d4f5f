"""Create, change, undo, redo, import and put away pieces."""

from __future__ import annotations

import copy
from typing import Any

from django.db import transaction
from django.utils import timezone

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError, Fault
from coldcradle.piece.inputs import PieceInput
from coldcradle.quantity.parse import System, parse
from studio.actions.stock import add_item
from studio.content_store import intern
from studio.errors import Stale
from studio.models import Cradle, Firing, GlassKind, Kiln, Piece, Revision, Solid, Stage
from studio.planning import PlannedPiece, assemble, plan_document, snapshot_of, split_stage, stages_of, summary_of
from studio.reservations import settle_reservations
from studio.stock_levels import rack_of

__all__ = [
    "change_piece",
    "create_piece",
    "document_before",
    "import_piece",
    "locked",
    "next_revision",
    "put_away",
    "record",
    "redo_piece",
    "try_change",
    "undo_piece",
]

_ROWS = {"kind_id": (GlassKind, "glass"), "kiln_id": (Kiln, "kiln")}
_DEEPEST = 8


def _record(piece: Piece, stages: list[Stage], label: str) -> None:
    piece.head = Revision.objects.create(
        piece=piece, parent=piece.head, label=label[:120], snapshot=snapshot_of(piece, stages)
    )


def _save(piece: Piece, found: PlannedPiece) -> None:
    piece.summary = summary_of(found.document, found.plan)
    piece.save()


def _insert(
    owner: Any,
    document: dict[str, Any],
    kinds: list[GlassKind],
    kilns: list[Kiln],
    label: str,
    shelved: Cradle | None = None,
) -> Piece:
    found = plan_document(document)
    piece = Piece(owner=owner, name=document["name"].strip())
    piece.save()
    stages = []
    for order, (stage, kind, kiln) in enumerate(zip(document["stages"], kinds, kilns, strict=True)):
        inputs, elsewhere = split_stage(stage)
        firing = Firing.objects.create(owner=owner, kiln=kiln, starts_at=elsewhere["starts_at"], zone=elsewhere["zone"])
        intern(owner, inputs)
        stages.append(
            Stage.objects.create(
                piece=piece, order=order, inputs=inputs, glass_kind=kind, firing=firing, cradle=shelved
            )
        )
    _record(piece, stages, label)
    _save(piece, found)
    return piece


@transaction.atomic
def create_piece(
    owner: Any,
    *,
    name: str,
    cradle: dict[str, Any],
    kind: GlassKind,
    kiln: Kiln,
    starts_at: str,
    zone: str,
    shelved: Cradle | None = None,
) -> Piece:
    """A new piece from a cradle, a glass and a kiln; everything else starts from its usual value."""
    rack = rack_of(kind)
    form = max(rack, key=lambda form: _weight(rack[form]), default="nuggets")
    stage = {
        "process": "cast",
        "cradle": copy.deepcopy(cradle),
        "glass": {"form": form, "loss": "2 %", "charge": "", "kind": kind.document, "rack": rack},
        "heat": {
            "kiln": kiln.document,
            "target": "usual",
            "own_target": "0.3 MPa",
            "soak": "longer",
            "leaves": "bow",
            "cast_at": "",
            "cast_hold": "",
            "bubble_hold": "1 h",
            "room": kiln.document["room"],
            "starts_at": starts_at,
            "zone": zone,
        },
    }
    document = {"format": "cold-cradle-piece", "version": 1, "name": name, "stages": [stage]}
    return _insert(owner, document, [kind], [kiln], "new piece", shelved)


def _weight(typed: str) -> float:
    return parse(typed, "mass")


@transaction.atomic
def import_piece(owner: Any, document: Any) -> Piece:
    """A piece from a document, all of it or nothing; glass and kiln are matched to what is there, or added."""
    read_piece(document)
    kinds, kilns, shelved = [], [], None
    for stage in document["stages"]:
        _, elsewhere = split_stage(stage)
        # an imported piece is weighed against this studio's rack, not against the one it came from
        kinds.append(_kind_of(owner, elsewhere["kind"], elsewhere["rack"]))
        for entry in stage["glass"].get("with") or []:
            entry["kind_id"] = _kind_of(owner, entry["kind"], {}).pk
        kiln = next((k for k in Kiln.objects.of(owner) if k.document == elsewhere["kiln"]), None)
        kilns.append(
            kiln or Kiln.objects.create(owner=owner, name=elsewhere["kiln"]["name"], document=elsewhere["kiln"])
        )
        stage["glass"]["rack"] = rack_of(kinds[-1])
        solid = stage["cradle"].get("solid")
        if solid and not Solid.objects.of(owner).filter(pk=solid.get("solid_id", 0)).exists():
            solid.pop("solid_id", None)  # the mesh itself stayed where the piece comes from; its room came along
        if elsewhere["care"]:
            shelved = _cradle_of(owner, stage["cradle"], elsewhere["care"])
    return _insert(owner, document, kinds, kilns, "imported", shelved)


def _kind_of(owner: Any, document: dict[str, Any], rack: dict[str, str]) -> GlassKind:
    """The kind with these very figures, added with its rack when it is not there."""
    for kind in GlassKind.objects.of(owner):
        if kind.document == document:
            return kind
    kind = GlassKind.objects.create(owner=owner, key=document["key"], name=document["name"], document=document)
    for form, typed in rack.items():
        add_item(kind, form=form, mass_kg=parse(typed, "mass"), details={})
    return kind


def _cradle_of(owner: Any, document: dict[str, Any], care: dict[str, Any]) -> Cradle:
    """The shelf's cradle of this name, put there with its care when it is not."""
    cradle = Cradle.objects.of(owner).filter(name=document["name"]).first()
    plain = {k: v for k, v in document.items() if k != "care"}
    return cradle or Cradle.objects.create(owner=owner, name=document["name"], document=plain, care=care)


def locked(piece: Piece, version: int) -> None:
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


def _with_kinds(owner: Any, value: Any) -> Any:
    """Other glasses are named by their number; the document holds them whole."""
    if not isinstance(value, list):
        return value
    ids = [e.get("kind_id") for e in value if isinstance(e, dict) and isinstance(e.get("kind_id"), int)]
    rows = {kind.pk: kind.document for kind in GlassKind.objects.of(owner).filter(pk__in=ids)}
    if len(ids) != len(value) or any(pk not in rows for pk in ids):
        raise DocumentError([Fault("stages.0.glass.with", "expected kinds of glass that are in this studio", "")])
    return [entry | {"kind": rows[entry["kind_id"]]} for entry in value]


def _changed(
    piece: Piece, stages: list[Stage], changes: list[tuple[str, Any]], system: System
) -> tuple[dict[str, Any], PlannedPiece]:
    """The document with changes made in it and its plan; rows chosen by number are put into `stages`, unsaved."""
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
        elif path.endswith(".cradle.care") or any(
            f".{own}." in f"{path}." for own in ("glass.kind", "glass.rack", "heat.kiln", "cradle.care")
        ):
            raise DocumentError([Fault(path, "this is changed at its own place, not in a piece", "")])
        else:
            plain[path] = value
    document = assemble(piece, stages)
    for path, value in plain.items():
        _set(document, path, _with_kinds(piece.owner, value) if path.endswith(".glass.with") else value)
    return document, plan_document(document, dict.fromkeys(plain, system))


@transaction.atomic
def change_piece(
    piece: Piece, *, version: int, changes: list[tuple[str, Any]], system: System, label: str
) -> PlannedPiece:
    """Apply changes by path, all or none. Raises Stale, or DocumentError with each fault."""
    locked(piece, version)
    stages = stages_of(piece)
    document, found = _changed(piece, stages, changes, system)
    piece.name = document["name"].strip()
    for stage, changed in zip(stages, document["stages"], strict=True):
        stage.inputs, elsewhere = split_stage(changed)
        intern(piece.owner, stage.inputs)
        stage.firing.starts_at, stage.firing.zone = elsewhere["starts_at"], elsewhere["zone"]
        stage.firing.save()
        stage.save()
    _record(piece, stages, label)
    piece.version += 1
    _save(piece, found)
    return found


def try_change(piece: Piece, *, changes: list[tuple[str, Any]], system: System) -> PlannedPiece:
    """What changes would come to; nothing is kept. Raises DocumentError with each fault."""
    return _changed(piece, stages_of(piece), changes, system)[1]


def document_before(piece: Piece) -> PieceInput | None:
    """The piece as it was before its last edit, or None when there was none."""
    revision = piece.head.parent if piece.head else None
    if revision is None:
        return None
    stages = stages_of(piece)
    for stage, kept in zip(stages, revision.snapshot["stages"], strict=True):
        stage.inputs = kept["inputs"]
        stage.glass_kind = GlassKind.objects.get(pk=kept["glass_kind_id"])
        stage.firing.kiln = Kiln.objects.get(pk=kept["kiln_id"])
        stage.firing.starts_at, stage.firing.zone = kept["starts_at"], kept["zone"]
        stage.cradle = Cradle.objects.filter(pk=kept.get("cradle_id")).first()
    return read_piece(assemble(piece, stages)).piece


def _restore(piece: Piece, revision: Revision) -> PlannedPiece:
    stages = stages_of(piece)
    piece.name = revision.snapshot["name"]
    for stage, kept in zip(stages, revision.snapshot["stages"], strict=True):
        stage.inputs, stage.glass_kind_id = kept["inputs"], kept["glass_kind_id"]
        stage.firing.kiln_id, stage.firing.starts_at, stage.firing.zone = (
            kept["kiln_id"],
            kept["starts_at"],
            kept["zone"],
        )
        stage.cradle_id = kept.get("cradle_id")
        stage.firing.save()
        stage.save()
        settle_reservations(stage, kept.get("reservations", []))
    piece.head = revision
    piece.version += 1
    found = plan_document(assemble(piece, stages_of(piece)))
    _save(piece, found)
    return found


@transaction.atomic
def undo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Back to the revision before; None when there is none."""
    locked(piece, version)
    before = piece.head.parent if piece.head else None
    return _restore(piece, before) if before else None


def next_revision(piece: Piece) -> Revision | None:
    """What redo would bring back: the newest revision made from the one that stands."""
    return piece.head.children.last() if piece.head else None


@transaction.atomic
def redo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Forward again; None when nothing was undone."""
    locked(piece, version)
    after = next_revision(piece)
    return _restore(piece, after) if after else None


@transaction.atomic
def record(piece: Piece, *, label: str) -> PlannedPiece:
    """Write what was done to a piece's rows as a revision of its own, and plan it anew."""
    stages = stages_of(piece)
    found = plan_document(assemble(piece, stages))
    _record(piece, stages, label)
    piece.version += 1
    _save(piece, found)
    return found


def put_away(piece: Piece, *, away: bool) -> None:
    """Take a piece out of the lists, or put it back; nothing is deleted."""
    Piece.objects.filter(pk=piece.pk).update(is_put_away=away, updated_at=timezone.now())
