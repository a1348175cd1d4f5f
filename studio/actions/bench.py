"""Steps at the bench: put one in after a stage or another step, take it out, say that it was done."""

from __future__ import annotations

import copy
from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.utils import timezone

from coldcradle.bench.care import checks_at
from coldcradle.bench.inputs import BenchWork
from coldcradle.errors import ColdCradleError, DocumentError, Fault, ImpossibleInput
from coldcradle.piece.inputs import MOST_BENCH
from coldcradle.piece.order import key_of
from coldcradle.quantity.parse import System, parse_within, with_unit
from studio.actions.photos import keep_photo
from studio.actions.pieces import locked, record
from studio.keeping import keeping
from studio.models import BenchPhoto, BenchRecord, Piece, Stage, who_acts
from studio.piece_rows import stages_of
from studio.planning import PlannedPiece, assemble, plan_document

__all__ = ["add_step", "mark_step", "photograph_step", "remove_step"]

_LONGEST_S, _MOST_PHOTOS = 90 * 86400.0, 12


def _free_key(piece: Piece, stages: list[Stage], does: str) -> str:
    taken = {stage.key for stage in stages} | {str(step["key"]) for step in piece.bench}
    taken |= set(piece.bench_records.values_list("key", flat=True))  # what was done of one that is gone is not of this
    return next(key for n in range(1, 99) if (key := does if n == 1 else f"{does}-{n}") not in taken)


def _step_at(piece: Piece, key: str) -> dict[str, Any]:
    for step in piece.bench:
        if step["key"] == key:
            return step  # type: ignore[no-any-return]  # as it was typed
    raise DocumentError([Fault("bench", f"expected a step of this piece, got {key[:40]}", key[:40])])


def _is_of(taken: str, given: str) -> bool:
    """Whether what is taken is what is given: all of a stage or a step, or that one piece; a step's key alone means the
    first of its pieces.
    """
    if "." not in given:
        return key_of(taken) == given
    return taken == given or (given.endswith(".a") and taken == key_of(given))


def _reroute(piece: Piece, stages: list[Stage], old: str, new: list[dict[str, Any]]) -> int:
    """What took `old` takes `new` instead; of one, as many as it took before. How many the most of them takes, 1 where
    nothing did.
    """
    most = 1
    for node in (*(stage.inputs for stage in stages), *piece.bench):
        takes = node.get("takes") or []
        counts = [int(t.get("count", 1)) for t in takes if _is_of(t["from"], old)]
        if counts:
            most = max(most, sum(counts))
            node["takes"] = _swapped(takes, old, new)
    for stage in stages:
        stage.save(update_fields=["inputs"])
    return most


def _swapped(takes: list[dict[str, Any]], old: str, new: list[dict[str, Any]]) -> list[dict[str, Any]]:
    gone = [t for t in takes if _is_of(t["from"], old)]
    kept = [t for t in takes if not _is_of(t["from"], old)]
    there = {t["from"] for t in kept}
    instead = [t for t in new if t["from"] not in there]
    if len(instead) == 1:
        instead = [{**instead[0], "count": sum(int(t.get("count", 1)) for t in gone)}]
    return [*kept, *copy.deepcopy(instead)]


@keeping
def add_step(piece: Piece, *, version: int, after: str, does: str, is_between: bool) -> tuple[PlannedPiece, str]:
    """A step that works on what `after` gives, a stage, a step or one of the pieces that a step cut; and its key.

    `is_between`: what took from it takes from the step now. Raises Stale and DocumentError.
    """
    locked(piece, version)
    stages = stages_of(piece)
    if does not in set(BenchWork):
        raise DocumentError([Fault("does", f"expected one of {', '.join(BenchWork)}, got {does[:40]}", does[:40])])
    known = {stage.key for stage in stages} | {step["key"] for step in piece.bench}
    if key_of(after) not in known:
        raise DocumentError([Fault("after", f"expected a stage or a step of this piece, got {after[:40]}", after[:40])])
    if len(piece.bench) >= MOST_BENCH:
        raise DocumentError([Fault("bench", f"expected at most {MOST_BENCH} steps at the bench in a piece", "")])
    key = _free_key(piece, stages, does)
    many = _reroute(piece, stages, after, [{"from": key, "count": 1}]) if is_between else 1
    piece.bench = [*piece.bench, {"key": key, "does": does, "takes": [{"from": after, "count": many}]}]
    plan_document(copy.deepcopy(assemble(piece, stages)))
    return record(piece, label=f"then {BenchWork(does).label}"), key


@keeping
def remove_step(piece: Piece, *, version: int, key: str) -> PlannedPiece:
    """Take a step out; what it took in goes on to those that took from it. Undo brings it back."""
    locked(piece, version)
    stages = stages_of(piece)
    gone = _step_at(piece, key)
    piece.bench = [step for step in piece.bench if step["key"] != key]
    _reroute(piece, stages, key, gone["takes"])
    return record(piece, label="a step taken out")


@keeping
def mark_step(
    piece: Piece,
    key: str,
    *,
    is_done: bool | None = None,
    took: str | None = None,
    note: str | None = None,
    tick: str | None = None,
    system: System = "metric",
) -> BenchRecord:
    """What was done of a step: that it is, how long it took, a note, a check; what is None stays as it is.

    Raises DocumentError for a step, a check or a time that is none.
    """
    step = _step_at(piece, key)
    row, _ = BenchRecord.objects.get_or_create(piece=piece, key=key, defaults={"does": step["does"]})
    if is_done is not None:
        row.done_at = (row.done_at or timezone.now()) if is_done else None
        row.does, row.reckoned_s = step["does"], _reckoned_s(piece, key) if is_done else None
    if took is not None:
        row.took, row.took_s = _took(took, system)
    if note is not None:
        row.note = note.replace("\0", "")[:2000]
    if tick is not None:
        if tick not in {check.key for check in checks_at(BenchWork(step["does"]))}:
            raise DocumentError([Fault("tick", f"expected a check of this step, got {tick[:40]}", tick[:40])])
        row.ticked = sorted(set(row.ticked) ^ {tick})
    row.by_id = who_acts()
    row.save()
    return row


def photograph_step(piece: Piece, key: str, sent: UploadedFile[Any] | bytes, when: str) -> None:
    """Keep a photograph of a step, before it or after. Raises ImpossibleInput in words."""
    step = _step_at(piece, key)
    row, _ = BenchRecord.objects.get_or_create(piece=piece, key=key, defaults={"does": step["does"]})
    if row.photos.count() >= _MOST_PHOTOS:
        raise ImpossibleInput(f"expected at most {_MOST_PHOTOS} photographs of a step")
    photo = keep_photo(piece.studio, sent)
    BenchPhoto.objects.create(record=row, photo=photo, when=when)


def _took(typed: str, system: System) -> tuple[str, float | None]:
    if not typed.strip():
        return "", None
    try:
        seconds = parse_within(typed, "duration", called="a time", low=0.0, high=_LONGEST_S, system=system)
        return with_unit(typed, "duration", system)[:60], seconds
    except ColdCradleError as error:
        raise DocumentError([Fault("took", str(error), typed[:200])]) from None


def _reckoned_s(piece: Piece, key: str) -> float | None:
    """How long it was reckoned to take by the rule alone, whatever somebody said or learned before."""
    document = assemble(piece, stages_of(piece))
    for step in document["bench"]:
        if step["key"] == key:
            step.pop("time", None)
            step.get("grind", {}).pop("pace", None)
    try:
        found = plan_document(document).plan.bench
    except ColdCradleError:
        return None
    return next((b.time_s for b in found if b.key == key), None)
