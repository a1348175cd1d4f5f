"""A firing as it really goes: readings folded into the glass, one after another, so that only new ones cost anything.

What is known depends on the set of readings alone: folding them one by one is the same as folding them all at once.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from coldcradle.fire.ahead import Ahead, look_ahead
from coldcradle.fire.formed import Formed, formed_so_far
from coldcradle.fire.inputs import Act, Watched
from coldcradle.fire.inside import Glimpse, Inside, advance, begin
from coldcradle.fire.opening import MayOpen, may_open
from coldcradle.fire.progress import Place, place_of
from coldcradle.fire.readings import Cleaner, Reading
from coldcradle.fire.thin import Thinner
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.quantity.format import Message

__all__ = ["FireState", "Watch"]


@dataclass(frozen=True, slots=True)
class FireState:
    """All there is to know of a firing at its last reading. Lines are (s from the start, °C at the glass).

    `inside` is None before the first reading, and what depends on it with it.
    """

    measured: list[tuple[float, float]]
    glimpses: list[Glimpse]
    inside: Inside | None
    steps: list[PlannedSegment]
    place: Place
    formed: Formed | None
    ahead: Ahead | None
    may_open: MayOpen | None
    notes: list[Message]
    heard_at_s: float | None
    is_dead: bool


@dataclass(slots=True)
class Watch:
    """Keeps the fold's state at the last corner of the line; `state` adds what is open after it."""

    watched: Watched
    cleaner: Cleaner = field(default_factory=Cleaner)
    thinner: Thinner = field(default_factory=Thinner)
    inside: Inside | None = None
    glimpses: list[Glimpse] = field(default_factory=list)
    heard_at_s: float = -math.inf

    def extend(self, readings: Iterable[Reading]) -> bool:
        """Take readings in order of time. False, and nothing more is taken, where one is older than what was taken
        before: then all have to be folded anew, in order.
        """
        for reading in readings:
            if reading.at_s < self.heard_at_s:
                return False
            self.heard_at_s = reading.at_s
            for t, shown in self.cleaner.add(reading):
                if self.thinner.add(t, shown - self.watched.shift_k):
                    self._corner()
        return True

    def _corner(self) -> None:
        corner = self.thinner.corners[-1]
        if self.inside is None:
            self.inside = begin(self.watched, *corner)
            self.glimpses.append(self.inside.at)
        elif corner[0] > self.inside.at.at_s:
            self.inside, seen = advance(self.watched, self.inside, corner)
            self.glimpses += seen

    def now_inside(self) -> tuple[Inside, list[Glimpse]] | None:
        """The glass at the newest reading that can be believed."""
        last = self.thinner.last
        if self.inside is None or last is None:
            return None
        if last[0] <= self.inside.at.at_s:
            return self.inside, []
        return advance(self.watched, self.inside, last)

    def state(self, acts: Sequence[Act], now_s: float, *, is_off: bool = False) -> FireState:
        """What is known at `now_s` (s from the start), with what was done by hand."""
        line = self.thinner.line
        steps, place = place_of(self.watched, line, acts)
        notes = self.cleaner.notes()
        found = self.now_inside()
        dead = self.cleaner.is_dead
        if found is None:
            return FireState([], [], None, steps, place, None, None, None, notes, None, dead)
        inside, seen = found
        at = inside.at
        ahead = look_ahead(self.watched, steps, place, at.at_s, at.kiln_c, is_off=is_off)
        return FireState(
            measured=line,
            glimpses=[*self.glimpses, *seen],
            inside=inside,
            steps=steps,
            place=place,
            formed=formed_so_far(self.watched, line, inside.work_per_pa, at.skin_c),
            ahead=ahead,
            may_open=may_open(self.watched, inside, ahead, heard_s=now_s - at.at_s, is_dead=dead),
            notes=notes,
            heard_at_s=at.at_s,
            is_dead=dead,
        )
