"""When each kiln is taken: by what runs in it and by what has a start; and when it is free next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from coldcradle.errors import ColdCradleError
from coldcradle.heat.schedule.attendance import is_awake
from studio.models import Firing, Piece
from studio.planning import planned, summary_of

__all__ = ["Busy", "busy_times", "clash_in", "next_free"]

_MOST_LOOKS = 500


@dataclass(frozen=True, slots=True)
class Busy:
    """A firing that has its kiln to itself from when to when, and the first piece in it."""

    begins: datetime
    ends: datetime
    name: str
    firing_id: int


def _heat_of(piece: Piece, key: str) -> dict[str, Any] | None:
    """What lists know of a stage's firing: its start and its length; None where it cannot be planned."""
    summary = piece.summary
    if summary is None or "heats" not in summary:
        try:
            found = planned(piece)
        except ColdCradleError:
            return None
        summary = summary_of(found.document, found.plan)
    heat = next((h for h in summary["heats"] if h["key"] == key), None)
    return heat if heat is not None and heat["line"] else None


def _busy(firing: Firing, now: datetime) -> Busy | None:
    """From when to when a firing takes its kiln; None for one that is over, has no start, or cannot be done."""
    heats = [
        (stage.piece.name, heat)
        for stage in firing.stages.all()
        if not stage.piece.is_put_away and (heat := _heat_of(stage.piece, stage.key)) is not None
    ]
    if not heats or (firing.started_at is None and firing.inputs.get("undated")):
        return None
    lasts = timedelta(seconds=max(heat["total_s"] for _, heat in heats))
    begins = firing.started_at or min(datetime.fromisoformat(heat["starts_at"]) for _, heat in heats)
    ends = max(begins + lasts, now) if firing.started_at else begins + lasts
    return Busy(begins, ends, heats[0][0], firing.pk) if ends > now else None


def busy_times(studio: Any, now: datetime, *, but: int | None = None) -> dict[int, list[Busy]]:
    """When each kiln is taken, by its number, the soonest first; `but` leaves one firing out."""
    rows = Firing.objects.of(studio).exclude(state="opened").exclude(pk=but)
    found: dict[int, list[Busy]] = {}
    for firing in rows.prefetch_related("stages__piece").defer("frozen", "told"):
        busy = _busy(firing, now)
        if busy is not None:
            found.setdefault(firing.kiln_id, []).append(busy)
    return {kiln: sorted(some, key=lambda b: b.begins) for kiln, some in found.items()}


def clash_in(busy: Sequence[Busy], start: datetime, lasts: timedelta) -> Busy | None:
    """What has the kiln within so long from a start, None where it is free."""
    return next((b for b in busy if b.begins < start + lasts and b.ends > start), None)


def next_free(busy: Sequence[Busy], start: datetime, lasts: timedelta, awake: tuple[float, float]) -> datetime:
    """The next start from a moment on, on its own clock, at which a kiln is free for so long and somebody is up."""
    at = start
    for _ in range(_MOST_LOOKS):
        clash = clash_in(busy, at, lasts)
        if clash is not None:
            at = (clash.ends.astimezone(start.tzinfo) + timedelta(minutes=59)).replace(
                minute=0, second=0, microsecond=0
            )
        elif not is_awake(at, awake):
            at = (at + timedelta(hours=1)).replace(minute=0, second=0, microsecond=0)
        else:
            break
    return at
