"""Create, change, import and put away pieces."""

from __future__ import annotations

import copy
import re
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from django.utils import timezone

from coldcradle.document.piece import read_piece
from coldcradle.document.upgrade import upgrade
from coldcradle.errors import DocumentError, Fault
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import Staged
from coldcradle.quantity.parse import System, parse
from studio.actions.firings import begin_firing, save_firing
from studio.actions.measures import keep_measured
from studio.actions.stock import add_item
from studio.content_store import intern
from studio.errors import Stale
from studio.keeping import data_version, keeping
from studio.models import Cradle, Firing, GlassKind, Kiln, Piece, Revision, Solid, Stage
from studio.planning import (
    PlannedPiece,
    assemble,
    plan_document,
    snapshot_of,
    split_stage,
    stages_of,
    summary_of,
)
from studio.stock_levels import rack_of

__all__ = [
    "change_piece",
    "create_piece",
    "import_piece",
    "keep_stage",
    "locked",
    "put_away",
    "record",
    "save_piece",
    "staged_before",
    "try_change",
]

_ROWS = {"kind_id": (GlassKind, "glass"), "kiln_id": (Kiln, "kiln")}
_DEEPEST = 8
_STAGE_PATH = re.compile(r"stages\.\d{1,2}\.")
_ELSEWHERE = ("glass.kind", "glass.rack", "heat.kiln", "cradle.care", "after")


def _record(piece: Piece, stages: list[Stage], label: str, when: datetime) -> None:
    piece.head = Revision.objects.create(
        piece=piece, parent=piece.head, label=label[:120], snapshot=snapshot_of(piece, stages), created_at=when
    )


def save_piece(piece: Piece, found: PlannedPiece) -> None:
    """Keep a piece with what lists show of it."""
    piece.summary = summary_of(found.document, found.plan)
    piece.save()


def keep_stage(stage: Stage, document: dict[str, Any], order: int) -> dict[str, Any]:
    """Put a stage document into its row, unsaved; hands back what rows of their own hold."""
    kept, elsewhere = split_stage(document)
    stage.key, stage.process, stage.order = kept["key"], kept["process"], order
    stage.inputs = intern(stage.piece.owner_id, kept)
    return elsewhere


def _insert(
    owner: Any,
    document: dict[str, Any],
    kinds: list[GlassKind],
    kilns: list[Kiln],
    label: str,
    shelved: list[Cradle | None],
) -> Piece:
    found = plan_document(document)
    when = timezone.now()
    piece = Piece(owner=owner, name=document["name"].strip())
    piece.save()
    stages = []
    for order, (written, kind, kiln) in enumerate(zip(document["stages"], kinds, kilns, strict=True)):
        stage = Stage(piece=piece, glass_kind=kind, cradle=shelved[order])
        elsewhere = keep_stage(stage, written, order)
        stage.firing = begin_firing(owner, kiln, elsewhere, label=label, when=when)
        stage.save()
        keep_measured(stage, elsewhere["after"], found.piece.stages[order].measured)
        stages.append(stage)
    _record(piece, stages, label, when)
    save_piece(piece, found)
    return piece


@keeping
def create_piece(
    owner: Any,
    *,
    name: str,
    process: str = "cast",
    cradle: dict[str, Any],
    layup: dict[str, Any] | None = None,
    kind: GlassKind,
    kiln: Kiln,
    starts_at: str,
    zone: str,
    shelved: Cradle | None = None,
) -> Piece:
    """A new piece: what is done, on what, from what glass, where. Everything else starts from its usual value."""
    stage = new_stage("one", process=process, cradle=cradle, layup=layup or {}, kind=kind, kiln=kiln)
    stage["heat"] |= {"starts_at": starts_at, "time_zone": zone}
    document = {"format": "cold-cradle-piece", "version": 2, "name": name, "stages": [stage]}
    return _insert(owner, document, [kind], [kiln], "new piece", [shelved])


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
    if process in ("cast", "frit", "press"):
        heaviest = max(rack, key=lambda form: _weight(rack[form]), default="nuggets")
        return "medium" if process == "frit" and "medium" in rack else heaviest
    return "sheet"


def _weight(typed: str) -> float:
    return parse(typed, "mass")


@keeping
def import_piece(owner: Any, document: Any) -> Piece:
    """A piece from a document of any version, all of it or nothing; glass and kiln are matched to what is there, or
    added.
    """
    read_piece(document)
    document = copy.deepcopy(upgrade(document))
    kinds, kilns, shelved = [], [], []
    for stage in document["stages"]:
        stage.setdefault("layup", {})
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
        shelved.append(_cradle_of(owner, stage["cradle"], elsewhere["care"]) if elsewhere["care"] else None)
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
    """The row as it stands now. Raises Stale when it is not of this version any more."""
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


def _with_kinds(owner: Any, path: str, value: Any) -> Any:
    """Other glasses are named by their number; the document holds them whole."""
    if not isinstance(value, list):
        return value
    ids = [e.get("kind_id") for e in value if isinstance(e, dict) and isinstance(e.get("kind_id"), int)]
    rows = {kind.pk: kind.document for kind in GlassKind.objects.of(owner).filter(pk__in=ids)}
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
        if name in _ROWS:
            model, called = _ROWS[name]
            row = model.objects.one(piece.owner, value if isinstance(value, int) else 0, called)
            stage = _stage_at(stages, path)
            if name == "kind_id":
                stage.glass_kind = row
            else:
                stage.firing.kiln = row
        elif path != "name" and not _STAGE_PATH.match(path):
            raise DocumentError([Fault(path, "there is no such entry", "")])
        elif path.endswith((".cradle.care", ".key")) or any(f".{own}." in f"{path}." for own in _ELSEWHERE):
            raise DocumentError([Fault(path, "this is changed at its own place, not in a piece", "")])
        else:
            plain[path] = value
    document = assemble(piece, stages)
    for path, value in plain.items():
        _set(document, path, _with_kinds(piece.owner, path, value) if path.endswith(".glass.with") else value)
    return plan_document(document, dict.fromkeys(plain, system))


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
    read = _read_change(piece, version, changes, system)
    return _keep_change(piece, read, version=version, changes=changes, system=system, label=label)


@keeping
def _keep_change(
    piece: Piece, read: _Read, *, version: int, changes: list[tuple[str, Any]], system: System, label: str
) -> PlannedPiece:
    if read.mark != data_version():  # somebody wrote something: glass, kiln, rack or the piece itself may be others
        locked(piece, version)
        read = _read_change(piece, version, changes, system)
    stages, found = read.stages, read.found
    piece.name = found.document["name"].strip()
    when = timezone.now()
    moved = False
    for order, (stage, changed) in enumerate(zip(stages, found.document["stages"], strict=True)):
        elsewhere = keep_stage(stage, changed, order)
        firing = stage.firing
        firing.starts_at, firing.time_zone = elsewhere["starts_at"], elsewhere["time_zone"]
        firing.inputs = elsewhere["firing"]
        moved |= save_firing(firing, piece, label=label, when=when)
        if _kept_of(stage) != read.standing[order]:
            stage.save()
    if piece.head is None or not moved or piece.head.snapshot != snapshot_of(piece, stages):
        _record(piece, stages, label, when)
    piece.summary = summary_of(found.document, found.plan)
    _swap(piece, version, when)
    return replace(found, rows=tuple(stages))


def _swap(piece: Piece, version: int, when: datetime) -> None:
    """Keep the piece as the next version of just this one. Raises Stale when it is another by now."""
    rows = Piece.objects.filter(pk=piece.pk, version=version)
    values = {"name": piece.name, "head": piece.head, "summary": piece.summary, "updated_at": when}
    if not rows.update(version=version + 1, **values):
        raise Stale(Piece.objects.select_related("head").get(pk=piece.pk))
    piece.version, piece.updated_at = version + 1, when


def try_change(piece: Piece, *, changes: list[tuple[str, Any]], system: System) -> PlannedPiece:
    """What changes would come to; nothing is kept. Raises DocumentError with each fault."""
    return _changed(piece, stages_of(piece), changes, system)


def staged_before(piece: Piece, key: str) -> Staged | None:
    """A stage as it was before the last edit of the piece or of its firing, or None when there was none."""
    stages = stages_of(piece)
    stage = next((s for s in stages if s.key == key), None)
    if stage is None:
        return None
    firing, revision = stage.firing, piece.head.parent if piece.head else None
    is_firing = firing.head is not None and firing.head.parent is not None
    if is_firing and (revision is None or firing.head.created_at >= piece.head.created_at):
        _as_it_was(firing, firing.head.parent.snapshot)
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
    firing.inputs = snapshot["inputs"]


@keeping
def record(piece: Piece, *, label: str) -> PlannedPiece:
    """Write what was done to a piece's rows as a revision of its own, and plan it anew."""
    stages = stages_of(piece)
    found = plan_document(assemble(piece, stages))
    _record(piece, stages, label, timezone.now())
    piece.version += 1
    save_piece(piece, found)
    return replace(found, rows=tuple(stages))


def put_away(piece: Piece, *, away: bool) -> None:
    """Take a piece out of the lists, or put it back; nothing is deleted."""
    Piece.objects.filter(pk=piece.pk).update(is_put_away=away, updated_at=timezone.now())
