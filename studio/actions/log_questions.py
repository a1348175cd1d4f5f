"""What is asked before a log is taken for this firing's: its dates, its length, its unit, what was read already."""

from __future__ import annotations

from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

import numpy as np

from coldcradle.fire.evidence import EARLY_S
from coldcradle.heat.kiln.log import KilnLog
from coldcradle.quantity.format import Message, say, show
from studio.models import Firing
from studio.watching import frozen_of

__all__ = ["questions"]

_APART = timedelta(hours=12)  # a logger may keep another time zone's clock, but not another day's
_PAST_S = 600.0
_APART_K, _LEAST_TOGETHER = 25.0, 5
_ROOM_K, _ROOM_UNIT_K = 15.0, 10.0


def questions(firing: Firing, log: KilnLog, offset_s: float, now: datetime, *, unit: str = "") -> list[Message]:
    """What speaks against a log, in words; empty where nothing does."""
    assert firing.started_at is not None
    begun = (firing.started_at + timedelta(seconds=offset_s)).astimezone(ZoneInfo(firing.time_zone))
    found = []
    if log.begins_at is not None and abs(log.begins_at - begun.replace(tzinfo=None)) > _APART:
        told = f"By its own dates this log began {_day(log.begins_at)}; this firing began {_day(begun)}."
        found.append(Message(told, told))
    past_s = float(log.times_s[-1]) - (now - begun).total_seconds()
    if past_s > _PAST_S:
        found.append(
            say("It reaches {t} past now: another firing's, or the start is wrong?", t=show(past_s, "duration"))
        )
    if not unit:
        found += _unit(firing, log, offset_s)
    return found + _against(firing, log, offset_s)


def _day(moment: datetime) -> str:
    return f"{moment:%a} {moment.day} {moment:%b %H:%M}"


def _unit(firing: Firing, log: KilnLog, offset_s: float) -> list[Message]:
    """Whether its numbers look like those of the other unit, by the room it begins in and by the peak of the plan."""
    watched = frozen_of(firing).watched
    room, first, most = watched.kiln.room_c, float(log.temperatures_c[0]), float(log.temperatures_c.max())
    is_early = offset_s < EARLY_S
    end_s = float(log.times_s[-1]) + offset_s
    planned = max((c for t, c in watched.planned_line if t <= end_s), default=room)
    reads = show(round(first), "temperature")
    if is_early and first > room + _ROOM_K and abs((first - 32) / 1.8 - room) <= _ROOM_UNIT_K and most > first + 50:
        return [say("It begins at {t}: are its numbers °F?", t=reads)]
    if is_early and first < room - _ROOM_K and abs(first * 1.8 + 32 - room) <= _ROOM_UNIT_K:
        return [say("It begins at {t}: are its numbers °C?", t=reads)]
    hottest = show(round(most), "temperature")
    if planned > 300 and most > 1.4 * planned and abs((most - 32) / 1.8 - planned) < 0.1 * planned:
        return [
            say(
                "Its hottest is {t}, the plan's {p}: are its numbers °F?",
                t=hottest,
                p=show(round(planned), "temperature"),
            )
        ]
    if planned > 300 and most < 0.7 * planned and abs(most * 1.8 + 32 - planned) < 0.1 * planned:
        return [
            say(
                "Its hottest is {t}, the plan's {p}: are its numbers °C?",
                t=hottest,
                p=show(round(planned), "temperature"),
            )
        ]
    return []


def _against(firing: Firing, log: KilnLog, offset_s: float) -> list[Message]:
    """How far it lies from what was read already, where both tell of the same hours."""
    times = log.times_s + offset_s
    rows = firing.readings.filter(at_s__gte=float(times[0]), at_s__lte=float(times[-1]), source__in=("typed", "log"))
    read = np.array([(t, c) for t, c in rows.values_list("at_s", "shown_c")[:50_000] if c is not None])
    if len(read) < _LEAST_TOGETHER:
        return []
    apart = float(np.median(np.abs(np.interp(read[:, 0], times, log.temperatures_c) - read[:, 1])))
    if apart <= _APART_K:
        return []
    return [say("It lies {k} from what was read before, half of the time or more.", k=show(round(apart), "difference"))]
