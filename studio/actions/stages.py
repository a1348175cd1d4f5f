"""The chain of a piece: put a stage in, take one out, double one, move one, and put all of them on the clock."""

from __future__ import annotations

import copy
from datetime import datetime
from typing import Any

from django.utils import timezone

from coldcradle.bench.inputs import BenchWork
from coldcradle.errors import DocumentError, Fault
from coldcradle.piece.chain import next_start
from coldcradle.piece.inputs import MOST_STAGES
from coldcradle.piece.order import key_of
from studio.actions.firings import begin_firing, must_not_be_fired, save_firing
from studio.actions.pieces import keep_stage, locked, new_stage, record, save_piece
from studio.assembling import local_start
from studio.bench_steps import roots_of, taken_keys
from studio.keeping import keeping
from studio.models import Cradle, Kiln, Piece, Stage
from studio.piece_rows import stages_of
from studio.planning import PlannedPiece, assemble, plan_document, planned
from studio.reservations import settle_reservations

__all__ = ["add_stage", "duplicate_stage", "move_stage", "put_on_the_clock", "remove_stage"]


def _free_key(stages: list[Stage], wanted: str) -> str:
    taken = {stage.key for stage in stages}
    return next(key for n in range(1, 99) if (key := wanted if n == 1 else f"{wanted}-{n}") not in taken)


def _place(stages: list[Stage], key: str) -> int:
    for i, stage in enumerate(stages):
        if stage.key == key:
            return i
    raise DocumentError([Fault("stage", f"expected a stage of this piece, got {key[:40]}", key[:40])])


def _root(piece: Piece, stages: list[Stage], key: str) -> str:
    """The last stage that is in what is taken by this key; a stage is in itself."""
    order = {stage.key: number for number, stage in enumerate(stages)}
    roots = roots_of(piece.bench, [key_of(key)]) & set(order)
    return max(roots, key=lambda one: order[one], default=key)


def _put_in(
    piece: Piece, stages: list[Stage], made: Stage, written: dict[str, Any], at: int, kiln: Kiln, label: str
) -> PlannedPiece:
    """Put a new stage in at a place, with a firing of its own; refused as a whole when the piece is not one then."""
    documents = assemble(piece, stages)
    documents["stages"].insert(at, written)
    if len(documents["stages"]) > MOST_STAGES:
        raise DocumentError([Fault("stages", f"expected at most {MOST_STAGES} stages in a piece", "")])
    plan_document(copy.deepcopy(documents))
    elsewhere = keep_stage(made, written, at)
    made.firing = begin_firing(piece.studio, kiln, elsewhere, label=label, when=timezone.now())
    made.save()
    for order, stage in enumerate([*stages[:at], made, *stages[at:]]):
        Stage.objects.filter(pk=stage.pk).update(order=order)
    return record(piece, label=label)


@keeping
def add_stage(
    piece: Piece,
    *,
    version: int,
    after: str,
    process: str,
    name: str,
    cradle: dict[str, Any],
    layup: dict[str, Any],
    kiln: Kiln | None = None,
    shelved: Cradle | None = None,
) -> tuple[PlannedPiece, str]:
    """A further stage that takes in what the stage or step `after` gives, and its key; raises Stale, DocumentError."""
    locked(piece, version)
    stages = stages_of(piece)
    root = _root(piece, stages, after)
    before = stages[_place(stages, root)]
    kiln = kiln or before.firing.kiln
    key = _free_key(stages, process)
    written = new_stage(key, process=process, cradle=cradle, layup=layup, kind=before.glass_kind, kiln=kiln)
    found = planned(piece)
    link = found.plan.chain.links[found.at(root)]
    opens = max(datetime.fromisoformat(link.starts_at), datetime.fromisoformat(_opened(found, root)))
    start = next_start(
        opens.astimezone(local_start(before.firing).tzinfo), found.piece.stages[found.at(root)].heat.awake
    )
    written |= {"takes": [{"from": after, "count": 1}]} | ({"name": name.strip()} if name.strip() else {})
    written["heat"] |= {"starts_at": start.strftime("%Y-%m-%dT%H:%M"), "time_zone": before.firing.time_zone}
    if before.firing.inputs.get("undated"):
        written["heat"]["undated"] = True
    made = Stage(piece=piece, glass_kind=before.glass_kind, cradle=shelved)
    found = _put_in(piece, stages, made, written, _place(stages, root) + 1, kiln, f"then {process}")
    return found, key


def _opened(found: PlannedPiece, key: str) -> str:
    """When the lid of a stage may be opened, on its own clock; its start where the kiln cannot do it."""
    stage = found.stage(key)
    return stage.heat.opens_at if stage.heat else found.plan.chain.links[found.at(key)].starts_at


@keeping
def duplicate_stage(piece: Piece, *, version: int, key: str) -> tuple[PlannedPiece, str]:
    """The same stage once more, after itself, taking in what that one takes in."""
    locked(piece, version)
    stages = stages_of(piece)
    at = _place(stages, key)
    written = copy.deepcopy(assemble(piece, [stages[at]])["stages"][0])
    written["key"] = _free_key(stages, stages[at].process)
    written["name"] = f"{written.get('name', key)} again"[:80]
    written["cradle"].pop("care", None)
    written.pop("after", None)  # what the other one gave is not what this one gives
    made = Stage(piece=piece, glass_kind=stages[at].glass_kind, cradle=stages[at].cradle)
    found = _put_in(piece, stages, made, written, at + 1, stages[at].firing.kiln, "stage doubled")
    return found, written["key"]


def _without(takes: list[dict[str, Any]], key: str, instead: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """What a stage takes in once another is gone: what that one took in goes on to it."""
    if not any(taken["from"] == key for taken in takes):
        return takes
    kept = [taken for taken in takes if taken["from"] != key]
    there = {taken["from"] for taken in kept}
    return [*kept, *[taken for taken in instead if taken["from"] not in there]]


@keeping
def remove_stage(piece: Piece, *, version: int, key: str) -> PlannedPiece:
    """Take a stage out; what it took in goes on to those that took from it. Undo brings it back."""
    locked(piece, version)
    stages = stages_of(piece)
    at = _place(stages, key)
    if len(stages) == 1:
        raise DocumentError([Fault("stages", "expected a piece to keep one stage; put the piece away instead", "")])
    gone = stages[at]
    must_not_be_fired(gone)
    for stage in stages[at + 1 :]:
        takes = _without(stage.inputs.get("takes") or [], key, gone.inputs.get("takes") or [])
        if takes != (stage.inputs.get("takes") or []):
            stage.inputs["takes"] = takes
            stage.save(update_fields=["inputs"])
    _take_from_bench(piece, gone)
    settle_reservations(gone, [])
    gone.delete()
    for order, stage in enumerate(s for s in stages if s is not gone):
        Stage.objects.filter(pk=stage.pk).update(order=order)
    return record(piece, label="stage taken out")


def _take_from_bench(piece: Piece, gone: Stage) -> None:
    """Steps that took from a stage that is taken out take what it took in; refused where that is nothing."""
    for step in piece.bench:
        if gone.key not in taken_keys(step):
            continue
        takes = [t for t in step["takes"] if key_of(t["from"]) != gone.key]
        there = {t["from"] for t in takes}
        takes += [t for t in gone.inputs.get("takes") or [] if t["from"] not in there]
        if not takes:
            called = step.get("name") or BenchWork(step["does"]).label
            said = f"expected a stage that no step at the bench works on; take out “{called}” first"
            raise DocumentError([Fault("stages", said, "")])
        step["takes"] = takes


@keeping
def move_stage(piece: Piece, *, version: int, key: str, by: int) -> PlannedPiece:
    """Move a stage along the chain. Refused when it would stand before what it takes in."""
    locked(piece, version)
    stages = stages_of(piece)
    at = _place(stages, key)
    to = min(max(at + by, 0), len(stages) - 1)
    stages.insert(to, stages.pop(at))
    standing: set[str] = set()
    for stage in stages:
        for before in roots_of(piece.bench, taken_keys(stage.inputs)):
            if before not in standing:
                raise DocumentError(
                    [
                        Fault(
                            "stages", "expected a stage to stand after what it takes in; change what it takes first", ""
                        )
                    ]
                )
        standing.add(stage.key)
    for order, stage in enumerate(stages):
        Stage.objects.filter(pk=stage.pk).update(order=order)
    return record(piece, label="stages in another order")


@keeping
def put_on_the_clock(piece: Piece, *, version: int) -> PlannedPiece:
    """Each stage starts when what it is made from is open and somebody is awake; one step to undo."""
    locked(piece, version)
    stages, when = stages_of(piece), timezone.now()
    for stage, link in zip(stages, planned(piece).plan.chain.links, strict=True):
        if stage.firing.started_at is not None:
            continue
        stage.firing.starts_at += datetime.fromisoformat(link.proposed) - datetime.fromisoformat(link.starts_at)
        save_firing(stage.firing, piece, label="stages on the clock", when=when)
    found = planned(piece)
    piece.version += 1
    save_piece(piece, found)
    return found
