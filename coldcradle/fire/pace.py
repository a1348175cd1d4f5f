"""How fast a kiln can cool, and how slowly: what bounds a fall that is to be believed."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from coldcradle.heat.kiln.kiln import LoadedKiln

__all__ = ["ROOM_K", "Pace"]

# A kiln known from remembered facts is good to some 15 %: what is faster than that is not what it has become, and what
# is past three times that is no fall of this kiln.
FASTER, LIKELY, SLOWER = 1.5, 1.2, 0.7
ROOM_K = 10.0  # how far a room may be from what was said of it; common practice, no source
_EVERY_K, _HIGHEST_C = 25.0, 1500.0
_STEP_S = 900.0


@dataclass(slots=True)
class Pace:
    """The falls of one loaded kiln, its lid shut. Temperatures in °C at the glass, times in s."""

    kiln: LoadedKiln
    _per_s: list[float] = field(init=False)

    def __post_init__(self) -> None:
        """How much of its way to the room is gone each second after switching off, by how hot it is."""
        room = self.kiln.room_c
        above = [max(10.0, _EVERY_K * i) for i in range(int(_HIGHEST_C / _EVERY_K) + 1)]
        self._per_s = [self.kiln.off_rate_k_per_h(room + a) / 3600 / a for a in above]

    def _share(self, above_k: float) -> float:
        return self._per_s[min(max(int(above_k / _EVERY_K), 0), len(self._per_s) - 1)]

    def fastest_c(self, from_c: float, for_s: float) -> float:
        """How cool it can have become at most in so long, its room colder than said."""
        return self._fallen(from_c, for_s, FASTER, self.kiln.room_c - ROOM_K)

    def likely_c(self, from_c: float, for_s: float) -> float:
        """How cool it has become at most, as well as it is known."""
        return self._fallen(from_c, for_s, LIKELY, self.kiln.room_c)

    def face_k(self, at_c: float) -> float:
        """How much its hot face may drop within minutes when full power goes, beside what it does after a rest."""
        kiln = self.kiln
        return max(0.0, kiln.face_share * (kiln.kiln.resting_c - at_c))

    def slowest_c(self, from_c: float, for_s: float) -> float:
        """How hot it may still be so long after it was switched off."""
        settled = SLOWER / self.kiln.time_constant_s
        room = self.kiln.room_c
        return room + max(0.0, from_c - room) * math.exp(-settled * for_s)

    def _fallen(self, from_c: float, for_s: float, times: float, room_c: float) -> float:
        at_c, left_s = from_c, for_s
        while left_s > 0 and at_c > room_c + 0.1:
            step_s = min(left_s, _STEP_S)
            at_c = room_c + (at_c - room_c) * math.exp(-times * self._share(at_c - self.kiln.room_c) * step_s)
            left_s -= step_s
        return at_c

    def before_c(self, to_c: float, for_s: float) -> float:
        """From how hot at most it can have come down to a temperature in so long."""
        room_c = self.kiln.room_c - ROOM_K
        at_c, left_s = to_c, for_s
        while left_s > 0 and at_c < _HIGHEST_C:
            step_s = min(left_s, _STEP_S)
            share = self._share(at_c - self.kiln.room_c)
            at_c = room_c + max(0.1, at_c - room_c) * math.exp(FASTER * share * step_s)
            left_s -= step_s
        return min(at_c, _HIGHEST_C)
