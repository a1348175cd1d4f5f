"""A long row of readings as few straight lines, none further from any reading than the tolerance.

The swinging door (Bristol 1987, from memory): it looks at each reading once and never back, so that what it has drawn
stays drawn.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

__all__ = ["TOLERANCE_K", "Thinner"]

TOLERANCE_K = 1.0
_LONGEST_S = 3 * 3600.0


@dataclass(slots=True)
class Thinner:
    """`corners` (s, °C) are settled; `last` is the newest reading, to which the last line is still open."""

    corners: list[tuple[float, float]] = field(default_factory=list)
    last: tuple[float, float] | None = None
    _steepest: float = math.inf
    _flattest: float = -math.inf

    def add(self, at_s: float, temperature_c: float) -> bool:
        """Take one reading, later than all before; True when a corner was settled by it."""
        if not self.corners:
            self.corners.append((at_s, temperature_c))
            self.last = (at_s, temperature_c)
            return True
        assert self.last is not None
        t0, c0 = self.corners[-1]
        low = (temperature_c - TOLERANCE_K - c0) / (at_s - t0)
        high = (temperature_c + TOLERANCE_K - c0) / (at_s - t0)
        steepest, flattest = min(self._steepest, high), max(self._flattest, low)
        if flattest <= steepest and at_s - t0 <= _LONGEST_S:
            self._steepest, self._flattest, self.last = steepest, flattest, (at_s, temperature_c)
            return False
        # the door shuts: the line ends at the reading before, at a slope that all before it allow
        t1, c1 = self.last
        if t1 > t0:
            slope = min(max((c1 - c0) / (t1 - t0), self._flattest), self._steepest)
            self.corners.append((t1, c0 + slope * (t1 - t0)))
        t0, c0 = self.corners[-1]
        self._steepest = (temperature_c + TOLERANCE_K - c0) / (at_s - t0)
        self._flattest = (temperature_c - TOLERANCE_K - c0) / (at_s - t0)
        self.last = (at_s, temperature_c)
        return True

    @property
    def line(self) -> list[tuple[float, float]]:
        """The corners and the newest reading."""
        if self.last is None or self.last[0] <= self.corners[-1][0]:
            return list(self.corners)
        return [*self.corners, self.last]
