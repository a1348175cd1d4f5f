"""What is known of steps that were done: their records, and how long such steps took against what was reckoned."""

from __future__ import annotations

import statistics
from typing import Any

from studio.models import BenchRecord, Piece

__all__ = ["pace_of", "records_of"]


def records_of(piece: Piece) -> dict[str, BenchRecord]:
    """The records of a piece by the key of their step; with their photographs."""
    rows = BenchRecord.objects.filter(piece=piece).prefetch_related("photos")
    return {row.key: row for row in rows}


def pace_of(owner: Any, does: str) -> tuple[float | None, int]:
    """How long steps of a kind took as a share of what was reckoned, the middle of them, and of how many."""
    rows = BenchRecord.objects.filter(piece__owner=owner, does=does, done_at__isnull=False, took_s__gt=0)
    found = [took / reckoned for took, reckoned in rows.values_list("took_s", "reckoned_s") if took and reckoned]
    return (statistics.median(found) if found else None), len(found)
