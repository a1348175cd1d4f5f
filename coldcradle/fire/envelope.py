"""How hot the kiln may still be, whatever the last reading says: no kiln falls faster than it can.

A reading below that is a jump: a lid, a thermometer that was pulled, another firing's log, a typing error. From then on
the readings are doubted, and the bound is the slowest fall from where they left it, or the plan where that is hotter;
until they come back to it, or a second thermometer agrees with them.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.fire.pace import Pace
from coldcradle.fire.readings import GAP_S

__all__ = ["AGREES_K", "AGREES_S", "Envelope"]

AGREES_K, AGREES_S = 10.0, 1200.0  # two thermometers so near, and so soon after one another, agree
_PARTS = 48
_NEAR_K, _NEAR_SHARE, _LATE_SHARE = 4.0, 0.04, 0.15  # what a fall may be out, K and of what is above the room
_POWERED_S, _RISES_K_PER_S = 1800.0, 20 / 3600  # only power makes a kiln rise so fast
_HEATED_K, _HEATS_K = 100.0, 30.0
_SLOW_PLAN = 0.85  # a kiln may take so much longer than planned, as a share of the time gone

Point = tuple[float, float]


@dataclass(slots=True)
class Envelope:
    """`planned_until_s` is when the plan was left by hand, `late_s` how far it was put off.

    `upper_c` at `at_s`: the hottest the kiln may be there, as well as it is known; `fast_c` the coolest it can have
    become; `read_c` the reading, which `is_doubted` where it lies below that.
    """

    pace: Pace
    planned: Sequence[Point]
    planned_until_s: float = math.inf
    late_s: float = 0.0
    at_s: float = -math.inf
    upper_c: float = -math.inf
    fast_c: float = -math.inf
    read_c: float = -math.inf
    is_doubted: bool = False
    powered_s: float = -math.inf
    lowest_c: float = math.inf
    heats_on: bool = True

    def planned_c(self, at_s: float) -> float:
        """What it was to have by the plan; once the plan was broken off, the slowest fall from there."""
        on_s = min(at_s, self.planned_until_s, self.planned[-1][0])
        c = self.planned[0][1]
        for (t0, c0), (t1, c1) in itertools.pairwise(self.planned):
            if t0 <= on_s <= t1:
                c = c0 + (c1 - c0) * (on_s - t0) / max(t1 - t0, 1e-9)
                break
        else:
            c = self.planned[-1][1] if on_s >= self.planned[-1][0] else c
        return self.pace.slowest_c(c, at_s - on_s) if at_s > on_s else c

    def planned_to(self, at_s: float) -> list[Point]:
        """The plan's line up to a moment, and how it went on from where it was left."""
        until_s = min(at_s, self.planned_until_s)
        line = [p for p in self.planned if p[0] < until_s]
        for t in (until_s, at_s):
            if not line or t > line[-1][0]:
                line.append((t, self.planned_c(t)))
        return line

    def planned_hot_c(self, at_s: float) -> float:
        """The same for a kiln that is slower than it is known for, or was held longer and stood without power."""
        late_s = max(0.0, at_s - self.late_s)
        return max(self.planned_c(at_s), self.planned_c(_SLOW_PLAN * at_s), self.planned_c(_SLOW_PLAN * late_s))

    def _tolerance_k(self, at_c: float, share: float = _NEAR_SHARE) -> float:
        return _NEAR_K + share * max(0.0, at_c - self.pace.kiln.room_c)

    def _face_k(self, at_s: float) -> float:
        """What a hot face may give way at once, shortly after the kiln was seen to be heated."""
        is_near = at_s - self.powered_s <= max(_POWERED_S, 2 * GAP_S)
        return self.pace.face_k(self.read_c) if is_near else 0.0

    def begin(self, at_s: float, read_c: float, *, is_late: bool) -> None:
        """The first reading; where it comes late the plan stands in for what was before it."""
        self.at_s, self.read_c, self.upper_c, self.fast_c = at_s, read_c, read_c, read_c
        if not is_late:
            return
        planned_c = self.planned_c(at_s)
        self.is_doubted = read_c < planned_c - self._tolerance_k(planned_c, _LATE_SHARE)
        self.upper_c = max(read_c, self.planned_hot_c(at_s) if self.is_doubted else planned_c)

    def add(self, at_s: float, read_c: float) -> list[Point]:
        """One more reading, later than those before; the hottest line since the last, ending here."""
        from_s, from_c = self.at_s, self.upper_c
        gap_s = at_s - from_s
        low_c, likely_c, hot_c = self.pace.fastest_c(self.fast_c, gap_s), self.pace.likely_c(from_c, gap_s), from_c
        if gap_s > GAP_S:
            for t, c in self.planned:
                if from_s < t < min(at_s, self.planned_until_s):
                    hot_c = max(hot_c, c)
                    low_c = max(low_c, self.pace.fastest_c(c, at_s - t))
                    likely_c = max(likely_c, self.pace.likely_c(c, at_s - t))
        doubted_c = -math.inf
        if self.is_doubted:
            doubted_c = self._doubted_c(from_c, at_s, gap_s)
            self.lowest_c = min(self.lowest_c, read_c)
            is_heated = read_c > self.lowest_c + _HEATED_K  # what was pulled or is stuck shows no heating
            self.is_doubted = read_c < doubted_c - self._tolerance_k(doubted_c) and not is_heated
        elif read_c < low_c - self._tolerance_k(low_c) - self._face_k(at_s):
            self.is_doubted, self.lowest_c, self.heats_on = True, read_c, self._heats_on(from_c)
            doubted_c = self._doubted_c(from_c, at_s, gap_s)
        if read_c >= self.read_c + _RISES_K_PER_S * gap_s:
            self.powered_s = at_s
        self.at_s, self.read_c = at_s, read_c
        self.upper_c = max(read_c, doubted_c if self.is_doubted else likely_c)
        self.fast_c = self.upper_c if self.is_doubted else max(read_c, low_c)
        if gap_s <= GAP_S:
            return [(at_s, self.upper_c)]
        return self._between(from_s, from_c, max(hot_c, self.upper_c))

    def _heats_on(self, from_c: float) -> bool:
        """Whether the plan was still to heat it from here."""
        since_s = _SLOW_PLAN * self.at_s
        hot_c = max(from_c, self.planned_c(since_s)) + _HEATS_K
        return any(t > since_s and c > hot_c for t, c in self.planned if t < self.planned_until_s)

    def _doubted_c(self, from_c: float, at_s: float, for_s: float) -> float:
        """How hot it may be where the readings are not believed: as slow as it falls, and as hot as it was to be where
        the plan was still to heat it.
        """
        slow_c = self.pace.slowest_c(from_c, for_s)
        return max(slow_c, self.planned_hot_c(at_s)) if self.heats_on else slow_c

    def _between(self, from_s: float, from_c: float, hot_c: float) -> list[Point]:
        """The hottest way through a gap: as hot as it may have been for as long as it can, then as fast as it falls."""
        gap_s = self.at_s - from_s
        parts = min(_PARTS, math.ceil(gap_s / GAP_S) + 1)
        found: list[Point] = []
        back_c, back_s = self.upper_c, gap_s / parts
        for i in range(parts - 1, 0, -1):
            back_c = self.pace.before_c(back_c, back_s)
            straight = from_c + (self.upper_c - from_c) * i / parts
            found.append((from_s + i * back_s, max(straight, min(hot_c, back_c))))
        return [*reversed(found), (self.at_s, self.upper_c)]

    def hear(self, at_s: float, second_c: float) -> None:
        """A second thermometer: where it agrees with the last reading it settles the bound, where it is hotter it
        raises it.
        """
        if abs(second_c - self.read_c) <= AGREES_K and at_s - self.at_s <= AGREES_S:
            self.upper_c = self.fast_c = max(second_c, self.read_c)
            self.is_doubted = False
        else:
            self.raise_to(second_c)

    def raise_to(self, hot_c: float) -> None:
        """Somebody read something hotter than the last reading: that stands until the kiln can have come down."""
        if hot_c > self.upper_c:
            self.upper_c = self.fast_c = hot_c
            self.is_doubted = True
