"""Clock times of a firing. Seconds are added in UTC, so that summer time never lengthens a hold."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from coldcradle.heat.schedule.undated import has_date
from coldcradle.quantity.format import DualQuantity, Formatted, show

__all__ = ["DayMark", "at", "days", "is_night", "nights", "when"]

_NIGHT_FROM, _NIGHT_TO = 22, 7
_MOST_DAYS = 60


@dataclass(frozen=True, slots=True)
class DayMark:
    """Local midnight, in seconds from the start, and the name of the day that begins there."""

    at_s: float
    name: str


def at(starts_at: datetime, seconds: float) -> datetime:
    """The local time `seconds` after an aware start."""
    return (starts_at.astimezone(UTC) + timedelta(seconds=seconds)).astimezone(starts_at.tzinfo)


def when(starts_at: datetime, seconds: float) -> DualQuantity:
    """That time in words: the day as value, the hour as unit; the year only when it is another.

    Where no start was chosen, how far into the firing it is.
    """
    if not has_date(starts_at):
        lasts = show(seconds, "duration").metric
        words = Formatted(lasts.value, f"{lasts.unit} in", "", f"{lasts.text} in")
        return DualQuantity(*[words if seconds >= 60 else Formatted("no start yet", "", "", "no start yet")] * 2)
    moment = at(starts_at, round(seconds / 60) * 60)
    year = f" {moment.year}" if moment.year != starts_at.year else ""
    day, hour = f"{moment:%a} {moment.day} {moment:%b}{year}", f"{moment:%H:%M}"
    words = Formatted(day, hour, "", f"{day} {hour}")
    return DualQuantity(words, words)


def is_night(moment: datetime) -> bool:
    """Between ten at night and seven in the morning, when nobody is in the studio."""
    return moment.hour >= _NIGHT_FROM or moment.hour < _NIGHT_TO


def _midnights(starts_at: datetime, total_s: float) -> list[datetime]:
    midnight = starts_at.replace(hour=0, minute=0, second=0, microsecond=0, fold=0)
    count = min(_MOST_DAYS, int(total_s // 86400) + 2)
    return [midnight + timedelta(days=n) for n in range(count + 1)]  # wall-clock days: aware arithmetic is local


def _seconds(starts_at: datetime, moment: datetime) -> float:
    return (moment.astimezone(UTC) - starts_at.astimezone(UTC)).total_seconds()


def nights(starts_at: datetime, total_s: float) -> list[tuple[float, float]]:
    """The nights of a firing as (from, to) in seconds from its start, clipped to it; at most 60 days of them.

    There are none where no start was chosen.
    """
    if not has_date(starts_at):
        return []
    spans = []
    for midnight in _midnights(starts_at, total_s):
        begins = _seconds(starts_at, midnight - timedelta(hours=24 - _NIGHT_FROM))
        ends = _seconds(starts_at, midnight + timedelta(hours=_NIGHT_TO))
        if ends > 0 and begins < total_s:
            spans.append((max(0.0, begins), min(total_s, ends)))
    return spans


def days(starts_at: datetime, total_s: float) -> list[DayMark]:
    """The day the firing starts, at 0, and every midnight in it; whole days into it where no start was chosen."""
    if not has_date(starts_at):
        whole = range(1, min(_MOST_DAYS, int(total_s // 86400)) + 1)
        return [DayMark(0.0, "start"), *(DayMark(86400.0 * n, f"{n} d in") for n in whole)]
    marks = [DayMark(0.0, f"{starts_at:%a} {starts_at.day}")]
    for midnight in _midnights(starts_at, total_s)[1:]:
        seconds = _seconds(starts_at, midnight)
        if 0 < seconds < total_s:
            marks.append(DayMark(seconds, f"{midnight:%a} {midnight.day}"))
    return marks
