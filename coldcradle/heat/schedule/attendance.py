"""When somebody must be at the kiln, and whether they would be awake."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from coldcradle.heat.inputs import Attendance, HeatInput
from coldcradle.heat.schedule.clock import at, when
from coldcradle.heat.schedule.segments import RunStep
from coldcradle.heat.schedule.undated import has_date
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import DualQuantity, Message, say

__all__ = ["Visit", "is_awake", "shift_into_day", "start_of", "visits"]

_WORDS = {"peek": "look in", "pour": "pour off", "hot": "the hot step"}


@dataclass(frozen=True, slots=True)
class Visit:
    """Somebody at the kiln: why, when (s from the start, and in words), and whether that is in waking hours."""

    key: str
    name: str
    at_s: float
    at: DualQuantity
    is_awake: bool


def is_awake(moment: datetime, awake: tuple[float, float]) -> bool:
    """Whether a moment lies in the waking hours; they may run past midnight. So does one without a date: it can."""
    if not has_date(moment):
        return True
    hour = moment.hour + moment.minute / 60
    start, end = awake
    return start <= hour <= end if start <= end else hour >= start or hour <= end


def start_of(heat: HeatInput, total_s: float) -> datetime:
    """When the firing starts: as said, or so long before it shall be open."""
    is_counted_back = heat.is_ready_by and not heat.is_undated
    total_s = heat.share.whole_s or total_s  # all that lie in one firing start at one time
    return at(heat.starts_at, -math.ceil(total_s / 60) * 60) if is_counted_back else heat.starts_at


def visits(heat: HeatInput, steps: Sequence[RunStep], start: datetime, *, look_s: float | None = None) -> list[Visit]:
    """A look where the process wants one, or what was asked for.

    At `look_s`, where it is known when glass can first be where it shall, else half-way through the hold at the peak;
    what is not a look comes at its end.
    """
    peak = next((s for s in steps if s.key == StepKey.PEAK), None)
    attendance = heat.attendance
    if attendance == "auto":
        attendance = Attendance.PEEK if heat.process.watch else Attendance.NOBODY
    if peak is None or attendance == "nobody":
        return []
    seconds = peak.arrives_s + (0.5 * peak.hold_s if attendance == "peek" else peak.hold_s)
    if attendance == "peek" and look_s is not None:
        seconds = look_s
    name = _WORDS[attendance]
    if attendance == "peek" and heat.process.watch:
        name = f"look in: {heat.process.watch}"
    return [Visit(attendance, name, seconds, when(start, seconds), is_awake(at(start, seconds), heat.awake))]


def shift_into_day(heat: HeatInput, found: Sequence[Visit], start: datetime) -> Message | None:
    """By how much the start should move, in steps of a quarter of an hour, for every visit to fall in waking hours."""
    if all(visit.is_awake for visit in found):
        return None
    for quarter in range(1, 96):
        for sign in (1, -1):
            moved = sign * quarter * 900.0
            if all(is_awake(at(start, visit.at_s + moved), heat.awake) for visit in found):
                return say("Start {t} instead, and it falls in the day.", t=when(start, moved))
    return None
