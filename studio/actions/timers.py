"""Clocks on the bench: glue, freezer, coats, plaster. They live in the database and ring once."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Literal

from django.db import transaction

from coldcradle.errors import DocumentError, Fault, ImpossibleInput, QuantityError
from coldcradle.quantity.parse import parse
from studio.models import Stage, Timer

__all__ = ["KINDS", "TimerKind", "begin_timer", "end_timer", "ring", "word_of"]

_MOST_S = 30 * 86400.0
_MOST = 100


@dataclass(frozen=True, slots=True)
class TimerKind:
    """A usual clock; `warn_s` and `refuse_s` are when it is late and when it is too late (None: never)."""

    key: str
    name: str
    lasts_s: float
    warn_s: float | None = None
    refuse_s: float | None = None
    rings: str = "It is time."


# all of it common practice, no source
KINDS: dict[str, TimerKind] = {
    k.key: k
    for k in (
        TimerKind("glue", "Glue dries", 40 * 60, rings="The glue should be dry: look that none stands wet."),
        TimerKind("freezer", "In the freezer", 30 * 60, 60 * 60, 90 * 60, "Unmould it onto the washed shelf now."),
        TimerKind("tiny", "In the freezer, tiny", 20 * 60, 60 * 60, 90 * 60, "Unmould it onto the washed shelf now."),
        TimerKind("coat", "Coat dries", 30 * 60, rings="The next coat may go on."),
        TimerKind("plaster", "Plaster dries", 24 * 3600, rings="Look whether the mould is dry."),
        TimerKind("own", "Timer", 15 * 60),
    )
}


def word_of(timer: Timer, now: datetime) -> tuple[Literal["runs", "rings", "late", "refuse"], str]:
    """Where a clock is, and what it says."""
    kind = KINDS.get(timer.kind, KINDS["own"])
    gone = (now - timer.begins_at).total_seconds()
    if kind.refuse_s is not None and gone >= kind.refuse_s:
        return "refuse", "Too long: it crumbles; mix again."
    if kind.warn_s is not None and gone >= kind.warn_s:
        return "late", "It is getting too dry. " + kind.rings
    if gone >= timer.lasts_s:
        return "rings", kind.rings
    return "runs", ""


def begin_timer(
    studio: Any, *, key: str, kind: str, name: str, lasts: str, stage: Stage | None, now: datetime
) -> Timer:
    """A clock begun now; the same key again gives the same clock."""
    if kind not in KINDS:
        raise ImpossibleInput(f"expected one of {', '.join(KINDS)}, got {kind[:20]}")
    usual = KINDS[kind]
    try:
        lasts_s = parse(lasts, "duration") if lasts.strip() else usual.lasts_s
    except QuantityError as error:
        raise DocumentError([Fault("lasts", str(error), lasts)]) from None
    if not 0 < lasts_s <= _MOST_S:
        raise DocumentError([Fault("lasts", "expected a time above 0 and at most 30 days", lasts)])
    if Timer.objects.of(studio).filter(ended_at=None).count() >= _MOST:
        raise ImpossibleInput(f"expected at most {_MOST} clocks at once")
    timer, _ = Timer.objects.get_or_create(
        studio=studio,
        key=key,
        defaults={
            "kind": kind,
            "name": name.strip()[:80] or usual.name,
            "lasts_s": lasts_s,
            "begins_at": now,
            "stage": stage,
        },
    )
    return timer


def end_timer(timer: Timer, now: datetime) -> None:
    """Take a clock off the bench; it stays written down."""
    Timer.objects.filter(pk=timer.pk, ended_at=None).update(ended_at=now)


@transaction.atomic
def ring(timer: Timer, now: datetime) -> bool:
    """Note that a clock has rung; True for whoever comes first, so that it rings once."""
    due = timer.begins_at + timedelta(seconds=timer.lasts_s)
    return now >= due and Timer.objects.filter(pk=timer.pk, rung_at=None).update(rung_at=now) == 1
