"""What is known of steps that were done: their records, and how long such steps took against what was reckoned."""

from __future__ import annotations

import statistics
from typing import Any

from django.db.models import Q

from coldcradle.bench.inputs import BenchWork
from studio.models import BenchRecord, Piece

__all__ = ["done_steps", "pace_of", "records_of"]


def records_of(piece: Piece) -> dict[str, BenchRecord]:
    """The records of a piece by the key of their step; with their photographs."""
    rows = BenchRecord.objects.filter(piece=piece).prefetch_related("photos")
    return {row.key: row for row in rows}


def done_steps(studio: Any, *, search: str, most: int) -> list[dict[str, Any]]:
    """Steps that were done, the newest first, by words in piece, note or kind of step, as lines of the notebook."""
    rows = BenchRecord.objects.filter(piece__studio=studio, done_at__isnull=False).select_related("piece")
    for word in (found[:60] for found in search.replace("\0", "").split()[:8]):
        kinds = [work for work in BenchWork if word.lower() in work.label.lower()]
        rows = rows.filter(Q(piece__name__icontains=word) | Q(note__icontains=word) | Q(does__in=kinds))
    return [_line(row) for row in rows.prefetch_related("photos").order_by("-done_at", "-pk")[:most]]


def _line(row: BenchRecord) -> dict[str, Any]:
    step: dict[str, Any] = next((s for s in row.piece.bench if s["key"] == row.key), {})
    photos = [p.photo_id for p in row.photos.all() if p.when == "after"] or [p.photo_id for p in row.photos.all()]
    return {
        "piece_id": row.piece_id,
        "piece": row.piece.name,
        "key": row.key,
        "name": step.get("name") or BenchWork(row.does).label,
        "does_name": BenchWork(row.does).label,
        "done_at": row.done_at,
        "took": row.took,
        "note": row.note,
        "photo": photos[-1] if photos else None,
    }


def pace_of(studio: Any, does: str) -> tuple[float | None, int]:
    """How long steps of a kind took as a share of what was reckoned, the middle of them, and of how many."""
    rows = BenchRecord.objects.filter(piece__studio=studio, does=does, done_at__isnull=False, took_s__gt=0)
    found = [took / reckoned for took, reckoned in rows.values_list("took_s", "reckoned_s") if took and reckoned]
    return (statistics.median(found) if found else None), len(found)
