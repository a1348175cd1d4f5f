"""What speaks for a reading, and what against it: the moments before it, the room, the plan, the other thermometer."""

from __future__ import annotations

import math
from collections import deque
from dataclasses import dataclass, field
from typing import Literal

from coldcradle.fire.envelope import Envelope
from coldcradle.fire.pace import ROOM_K
from coldcradle.heat.model.opening import THERMOMETER_K

__all__ = ["EARLY_S", "RISES_K", "Looked", "ReadingEvidence", "Unit"]

EARLY_S = 900.0  # a first reading later than this tells nothing of the heart
RISES_K, RISES_S = 3.0, 900.0
_STILL_K, _STILL_S = 0.05, 600.0
_SHOULD_K = 4.0  # how far it should have moved before a thermometer that shows the same is called frozen
_HOT_K, _HOT_SHARE = 60.0, 0.12  # how far the hottest reading may lie below the plan's
_UNIT_K, _PEAK_UNIT_K = 10.0, 45.0

Unit = Literal["", "fahrenheit-read-as-celsius", "celsius-read-as-fahrenheit"]


@dataclass(frozen=True, slots=True)
class ReadingEvidence:
    """What is known beside the glass at its last reading; temperatures in °C at the glass, times in s.

    `kiln_c` and `glass_c` are the hottest they may be; `is_doubted` where the kiln cannot have come down to what was
    read. `planned_c` is what the plan would have it at where the readings do not tell of the peak, else None.
    `still_s`: how long it has shown the same while it should have moved. `second_s`: how long ago a second thermometer
    agreed; `against_c`: what it showed where it did not.
    """

    kiln_c: float
    glass_c: float
    is_doubted: bool
    rises_k: float
    is_strange: bool
    is_below_room: bool
    still_s: float
    planned_c: float | None
    unit: Unit
    begun_at_s: float
    second_s: float | None
    against_c: float | None


@dataclass(slots=True)
class Looked:
    """Watches the row of readings that were believed (°C at the glass), for what one alone does not tell."""

    envelope: Envelope
    room_c: float
    first: tuple[float, float] | None = None
    hottest_c: float = -math.inf
    still: tuple[float, float] = (0.0, math.inf)
    recent: deque[tuple[float, float]] = field(default_factory=deque)
    second: tuple[float, float] | None = None
    settled: bool = False

    def add(self, at_s: float, c: float) -> None:
        """One more reading, later than those before."""
        if self.first is None:
            self.first = (at_s, c)
        self.hottest_c = max(self.hottest_c, c)
        if abs(c - self.still[1]) > _STILL_K:
            self.still = (at_s, c)
        self.recent.append((at_s, c))
        while len(self.recent) > 2 and self.recent[1][0] < at_s - RISES_S:
            self.recent.popleft()

    def hear(self, at_s: float, c: float) -> None:
        """A second thermometer."""
        self.second = (at_s, c)

    @property
    def rises_k(self) -> float:
        """How far the newest reading lies above the lowest of the last quarter of an hour."""
        return self.recent[-1][1] - min(c for _, c in self.recent) if self.recent else 0.0

    def still_s(self, should_k_per_h: float) -> float:
        """How long it has shown the same, where it should have moved meanwhile; else 0."""
        if not self.recent:
            return 0.0
        for_s = self.recent[-1][0] - self.still[0]
        return for_s if for_s >= _STILL_S and should_k_per_h * for_s / 3600 > _SHOULD_K else 0.0

    @property
    def is_below_room(self) -> bool:
        """Whether it is colder than a room can be that was said to be so warm."""
        return bool(self.recent) and self.recent[-1][1] < self.room_c - ROOM_K - THERMOMETER_K

    def missed_peak_c(self, now_s: float) -> float | None:
        """The plan's hottest so far, °C, where the readings never came near it; else None."""
        until_s = min(now_s, self.envelope.planned_until_s)
        top = max((c for t, c in self.envelope.planned if t <= until_s), default=-math.inf)
        top = max(top, self.envelope.planned_c(min(until_s, self.envelope.planned[-1][0])))
        return top if self.hottest_c < top - max(_HOT_K, _HOT_SHARE * top) else None

    def unit(self, missed_c: float | None, top_c: float) -> Unit:
        """Whether the numbers look like those of the other unit: by the first of them and the room, by the peak."""
        assert self.first is not None
        at_s, first_c = self.first
        is_early = at_s < EARLY_S
        as_f = first_c * 1.8 + 32
        if is_early and first_c < self.room_c - ROOM_K and abs(as_f - self.room_c) <= _UNIT_K:
            return "celsius-read-as-fahrenheit"
        if missed_c is not None and abs(self.hottest_c * 1.8 + 32 - missed_c) <= _PEAK_UNIT_K:
            return "celsius-read-as-fahrenheit"
        room_f = self.room_c * 1.8 + 32
        if is_early and first_c > self.room_c + 25 and abs(first_c - room_f) <= 1.8 * _UNIT_K:
            if self.hottest_c > top_c + 2 * _HOT_K or self.hottest_c < first_c + _HOT_K:
                return "fahrenheit-read-as-celsius"
        elif self.hottest_c > top_c + 2 * _HOT_K and abs((self.hottest_c - 32) / 1.8 - top_c) <= _PEAK_UNIT_K:
            return "fahrenheit-read-as-celsius"
        return ""
