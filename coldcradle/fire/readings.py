"""Readings as a kiln gives them, made fit to be believed: spikes, jumps, gaps and dead thermometers are told apart.

One reading at a time and never with what comes later, but for the one that a strange reading waits for: so that what
is known at any moment is the same whether the readings came one by one or all at once.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

from coldcradle.fire.pace import Pace
from coldcradle.quantity.format import Message, plural, say, show

__all__ = [
    "DEAD_S",
    "GAP_S",
    "HIGHEST_C",
    "SAME_MOMENT_S",
    "STRANGE_K",
    "Cleaner",
    "KilnReading",
    "ReadingIssue",
    "ReadingSource",
    "TroubleKind",
]

ReadingSource = Literal["kiln", "typed", "second"]

TroubleKind = Literal["gap", "jump", "dead"]

GAP_S = 900.0  # nothing heard for so long is a gap
DEAD_S = 300.0  # a thermometer that shows nonsense for so long has died
STRANGE_K, _BROKEN_K = 25.0, 150.0  # a reading so far off waits for the next; so far off it is nonsense
_QUICKEST_K_PER_S = 0.7  # 2500 K/h: no kiln of the trade moves faster with its lid shut
_LONGEST_S = 3600.0
_FALLS_FROM_S = 300.0  # a lid lets the air of a kiln fall for minutes; what lasts longer is the kiln itself
_LOWEST_C, HIGHEST_C = -40.0, 1450.0
SAME_MOMENT_S = 1e-3  # readings nearer to one another than this are one


@dataclass(frozen=True, slots=True)
class KilnReading:
    """What a thermometer showed, s from the start, °C; NaN where it showed nothing.

    `source`: the kiln's own by a log or a stand-in, the kiln's own as somebody typed it, or a second thermometer.
    """

    at_s: float
    shown_c: float
    source: ReadingSource = "kiln"


@dataclass(frozen=True, slots=True)
class ReadingIssue:
    """Something wrong with the readings between two moments; `to_s` is None while it lasts."""

    kind: TroubleKind
    from_s: float
    to_s: float | None
    size: float

    @property
    def words(self) -> Message:
        told = {"at": show(self.from_s, "duration")}
        if self.kind == "gap":
            long = show((self.to_s or self.from_s) - self.from_s, "duration")
            return say("Nothing was heard for {long}, from {at} on: taken as straight between.", long=long, **told)
        if self.kind == "jump":
            return say(
                "The reading jumped by {k} at {at} and stayed there: a lid, or a thermometer that was moved.",
                k=show(self.size, "difference"),
                **told,
            )
        until = say(" It came back after {t}.", t=show(self.to_s - self.from_s, "duration")) if self.to_s else say("")
        first = say("The thermometer shows nothing that can be believed from {at} on.", **told)
        return Message(first.metric + until.metric, first.us + until.us)


@dataclass(slots=True)
class Cleaner:
    """Takes readings in order of time and hands on those that can be believed; `pace` bounds falls where it is known.

    `pending` is a strange reading that waits for the next one to go on from it or not.
    """

    pace: Pace | None = None
    last: tuple[float, float] | None = None
    pending: tuple[float, float] | None = None
    dead_from: float | None = None
    spikes: int = 0
    doubled: int = 0
    troubles: list[ReadingIssue] = field(default_factory=list)

    def add(self, reading: KilnReading) -> list[tuple[float, float]]:
        """What of it can be believed: nothing, this one, or this and the strange one it confirms."""
        t, c = reading.at_s, reading.shown_c
        newest_s = max(self.last[0] if self.last else -math.inf, self.pending[0] if self.pending else -math.inf)
        if t < newest_s + SAME_MOMENT_S:
            self.doubled += 1
            return []
        if not (math.isfinite(c) and _LOWEST_C <= c <= HIGHEST_C) or self._is_broken(t, c):
            self._dead(t)
            return []
        if self.last is None:
            return self._take([(t, c)])
        if self.pending is not None and self._goes_on(self.pending, self.last, t, c):
            first = self.pending
            self.troubles.append(ReadingIssue("jump", first[0], first[0], abs(first[1] - self.last[1])))
            return self._take([first, (t, c)])
        if self._fits(self.last, t, c):
            self.spikes += self.pending is not None
            return self._take([(t, c)])
        if self.pending is None:
            self.pending = (t, c)
            return []
        self.spikes += 1
        self.pending = (t, c)
        return []

    def _is_broken(self, t: float, c: float) -> bool:
        if self.last is None:
            return False
        since = min(t - self.last[0], _LONGEST_S)
        return abs(c - self.last[1]) > _BROKEN_K + _QUICKEST_K_PER_S * since

    def _fits(self, before: tuple[float, float], t: float, c: float) -> bool:
        """Whether a kiln can have gone from one reading to another: its own fastest bounds a long fall."""
        if self.pace is not None and c < before[1] - STRANGE_K and t - before[0] > _FALLS_FROM_S:
            return c >= self.pace.fastest_c(before[1], t - before[0]) - STRANGE_K
        return abs(c - before[1]) <= STRANGE_K + _QUICKEST_K_PER_S * min(t - before[0], _LONGEST_S)

    def _goes_on(self, strange: tuple[float, float], last: tuple[float, float], t: float, c: float) -> bool:
        """Whether a reading goes on from the strange one before it rather than from the last good one."""
        return self._fits(strange, t, c) and abs(c - strange[1]) < abs(c - last[1])

    def _dead(self, t: float) -> None:
        if self.dead_from is None:
            self.dead_from = t
        standing = self.troubles[-1] if self.troubles else None
        if t - self.dead_from >= DEAD_S and not (standing and standing.kind == "dead" and standing.to_s is None):
            self.troubles.append(ReadingIssue("dead", self.dead_from, None, 0.0))

    def _take(self, good: list[tuple[float, float]]) -> list[tuple[float, float]]:
        first = good[0][0]
        standing = self.troubles[-1] if self.troubles else None
        if standing is not None and standing.kind == "dead" and standing.to_s is None:
            self.troubles[-1] = ReadingIssue("dead", standing.from_s, first, 0.0)
        elif self.last is not None and first - self.last[0] > GAP_S:
            self.troubles.append(ReadingIssue("gap", self.last[0], first, 0.0))
        if self.dead_from is not None and first - self.dead_from < DEAD_S:
            self.spikes += 1
        self.last, self.pending, self.dead_from = good[-1], None, None
        return good

    @property
    def is_dead(self) -> bool:
        """Whether the thermometer shows nothing that can be believed now."""
        return bool(self.troubles) and self.troubles[-1].kind == "dead" and self.troubles[-1].to_s is None

    def notes(self) -> list[Message]:
        """What is to be said of the readings."""
        found = [trouble.words for trouble in self.troubles]
        if self.spikes:
            found.append(say("{n} left out.", n=plural(self.spikes, "spike")))
        if self.doubled:
            found.append(say("{n} came twice and count once.", n=plural(self.doubled, "reading")))
        return found
