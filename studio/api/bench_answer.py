"""The steps of a piece as its pages show them."""

from __future__ import annotations

from typing import Any

from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.order import in_order
from coldcradle.quantity.format import show
from studio.bench_record import pace_of, records_of
from studio.models import BenchRecord, Piece
from studio.planning import PlannedPiece
from studio.who import by_others

__all__ = ["bench_answer"]

_NOT_DONE: dict[str, Any] = {"done_at": None, "took": "", "note": "", "ticked": [], "photos": [], "by": ""}


def _stands_after(piece: PieceInput) -> dict[str, str]:
    """For each step the stage behind which it stands."""
    found, last = {}, ""
    stages = {stage.key for stage in piece.stages}
    for node in in_order(piece):
        if node.key in stages:
            last = node.key
        else:
            found[node.key] = last
    return found


def _done(row: BenchRecord | None, names: dict[int, str]) -> dict[str, Any]:
    if row is None:
        return _NOT_DONE
    photos = [{"photo_id": p.photo_id, "when": p.when} for p in row.photos.all()]
    return {
        "done_at": row.done_at,
        "took": row.took,
        "note": row.note,
        "ticked": row.ticked,
        "photos": photos,
        "by": names.get(row.by_id or 0, ""),
    }


def bench_answer(piece: Piece, found: PlannedPiece) -> list[dict[str, Any]]:
    """Each step in the order of the document: its plan, where it stands, and what was done of it."""
    if not found.plan.bench:
        return []
    plans = {plan.key: plan for plan in found.plan.bench}
    records, stands = records_of(piece), _stands_after(found.piece)
    paces = {does: pace_of(piece.studio, does) for does in {plan.does for plan in plans.values()}}
    names, told = by_others(row.by_id for row in records.values()), []
    for step in found.piece.bench:
        plan = plans[step.key]
        pace, many = paces[plan.does]
        fields = {name: getattr(plan, name) for name in plan.__slots__}
        told.append(
            fields
            | {
                "parts": list(plan.parts),
                "time": show(plan.time_s, "duration"),
                "waits": show(plan.waits_s, "duration") if plan.waits_s > 0 else None,
                "stage": stands[step.key],
                "pace": show(round(pace, 2), "ratio") if pace is not None else None,
                "pace_of": many,
            }
            | _done(records.get(step.key), names)
        )
    return told
