"""A firing as it really goes: readings folded into the glass, one after another, so that only new ones cost anything.

What is known depends on the set of readings alone: folding them one by one is the same as folding them all at once.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from coldcradle.fire.ahead import Ahead, look_ahead
from coldcradle.fire.envelope import AGREES_K, Envelope
from coldcradle.fire.evidence import EARLY_S, Looked, ReadingEvidence
from coldcradle.fire.formed import Formed, formed_so_far
from coldcradle.fire.hottest import Hottest
from coldcradle.fire.inputs import Act, FiringBaseline
from coldcradle.fire.inside import GlassState, TrackerState, advance, begin, begin_as_planned
from coldcradle.fire.opening import MayOpen, may_open, nothing_heard
from coldcradle.fire.pace import Pace
from coldcradle.fire.progress import Place, place_of, should_move_k_per_h
from coldcradle.fire.readings import GAP_S, HIGHEST_C, STRANGE_K, Cleaner, KilnReading
from coldcradle.fire.thin import Thinner
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.quantity.format import Message, say, show

__all__ = ["FireState", "FiringTracker"]

_APART_K = 2.0  # so far from what was read the hottest line is followed by itself
_NOISE_K = 3.5  # what lies so near is the noise of readings: the hottest line goes along its upper edge
_PLANNED_K = 60.0  # a first reading further from the plan than this does not go with it


@dataclass(frozen=True, slots=True)
class FireState:
    """All there is to know of a firing at its last reading. Lines are (s from the start, °C at the glass). `opens_s` is
    the lid's hour, None where the readings it would follow from are doubted.

    `inside` is None before the first reading, and what depends on it with it; but nothing heard is an answer too.
    """

    measured: list[tuple[float, float]]
    glimpses: list[GlassState]
    inside: TrackerState | None
    steps: list[PlannedSegment]
    place: Place
    formed: Formed | None
    ahead: Ahead | None
    opens_s: float | None
    may_open: MayOpen
    notes: list[Message]
    heard_at_s: float | None
    is_dead: bool


@dataclass(slots=True)
class FiringTracker:
    """Keeps the fold's state at the last corner of the line; `state` adds what is open after it.

    `planned_until_s`: when the plan was first left by hand (stopped, gone on); after that it tells nothing. `late_s`:
    how far it was put off, by longer holds and by hours without power.
    """

    watched: FiringBaseline
    planned_until_s: float = math.inf
    late_s: float = 0.0
    cleaner: Cleaner = field(init=False)
    thinner: Thinner = field(default_factory=Thinner)
    inside: TrackerState | None = None
    glimpses: list[GlassState] = field(default_factory=list)
    heard_at_s: float = -math.inf
    looked: Looked = field(init=False)
    hottest: Hottest | None = None
    is_by_second: bool = False

    def __post_init__(self) -> None:
        pace = Pace(self.watched.kiln)
        self.cleaner = Cleaner(pace)
        envelope = Envelope(pace, self.watched.planned_line, self.planned_until_s, self.late_s)
        self.looked = Looked(envelope, self.watched.kiln.room_c)

    def anew(self) -> FiringTracker:
        """The same before any reading."""
        return FiringTracker(self.watched, self.planned_until_s, self.late_s)

    def extend(self, readings: Iterable[KilnReading]) -> bool:
        """Take readings in order of time. False, and nothing more is taken, where one is older than what was taken
        before: then all have to be folded anew, in order.
        """
        for reading in readings:
            if reading.at_s < self.heard_at_s:
                return False
            self.heard_at_s = reading.at_s
            if reading.source == "second":
                self._hear(reading)
                continue
            good = self.cleaner.add(reading)
            if not good and reading.source == "typed":
                self._typed(reading)
            for t, shown in good:
                self._take(t, shown - self.watched.shift_k)
                self.is_by_second = False
        return True

    def _hear(self, reading: KilnReading) -> None:
        """Another thermometer: it is no part of the line, but speaks for it or against it. Where the kiln's own is
        silent or dead it takes its place, and can no longer bear witness to itself.
        """
        if not math.isfinite(reading.shown_c):
            return
        self.looked.hear(reading.at_s, reading.shown_c)
        last = self.cleaner.last
        if last is not None and not self.is_by_second and not self._is_silent(reading.at_s):
            self.looked.envelope.hear(reading.at_s, reading.shown_c)
            return
        shown_c = reading.shown_c + self.watched.shift_k
        for t, c in self.cleaner.add(KilnReading(reading.at_s, shown_c, "typed")):
            self._take(t, c - self.watched.shift_k)
            self.is_by_second = True

    def _is_silent(self, at_s: float) -> bool:
        """Whether the kiln's own thermometer has nothing to say at a moment."""
        last = self.cleaner.last
        return last is None or self.cleaner.is_dead or self.cleaner.dead_from is not None or at_s - last[0] > GAP_S

    def _typed(self, reading: KilnReading) -> None:
        """What somebody read with their own eyes and found much hotter is not left out as a spike."""
        last = self.cleaner.last
        if last is not None and last[1] + STRANGE_K < reading.shown_c <= HIGHEST_C:
            self.looked.envelope.raise_to(reading.shown_c - self.watched.shift_k)

    def _take(self, at_s: float, c: float) -> None:
        """One reading that can be believed, at the glass's place."""
        envelope = self.looked.envelope
        if self.thinner.last is None:
            envelope.begin(at_s, c, is_late=at_s > EARLY_S)
            if at_s > EARLY_S and envelope.upper_c > c + _APART_K:
                began = begin_as_planned(self.watched, envelope.planned_to(at_s))
                self.hottest = Hottest(self.watched, at_s, began.at.kiln_c, began.slab_c)
        else:
            before = (envelope.at_s, self.thinner.last[1])
            upper = envelope.add(at_s, c)
            if self.hottest is None and _is_apart(before, upper, c):
                found = self.now_inside()
                if found is not None:
                    inside = found[0]
                    slope = inside.slope_k_per_s
                    self.hottest = Hottest(self.watched, inside.at.at_s, inside.at.kiln_c, inside.slab_c, slope)
            if self.hottest is not None:
                self.hottest.follow(upper)
        self.looked.add(at_s, c)
        if self.thinner.add(at_s, c):
            self._corner()

    def _corner(self) -> None:
        corner = self.thinner.corners[-1]
        if self.inside is None:
            self.inside = self._begin(corner)
            self.glimpses.append(self.inside.at)
        elif corner[0] > self.inside.at.at_s:
            self.inside, seen = advance(self.watched, self.inside, corner)
            self.glimpses += seen
        at, envelope = self.inside.at, self.looked.envelope
        if self.hottest is None or envelope.upper_c > envelope.read_c + _APART_K / 2:
            return
        if self.hottest.glass_c < max(at.heart_c, at.skin_c, at.kiln_c) + _APART_K / 2:
            self.hottest = None  # both lines are one again, and so is the glass

    def _begin(self, first: tuple[float, float]) -> TrackerState:
        """Even glass at an early reading; at a late one what the plan had made of it, where the two go together."""
        planned_c = self.looked.envelope.planned_c(first[0])
        if first[0] <= EARLY_S or abs(planned_c - first[1]) > _PLANNED_K:
            return begin(self.watched, *first)
        return begin_as_planned(self.watched, [*self.looked.envelope.planned_to(first[0]), first])

    def now_inside(self) -> tuple[TrackerState, list[GlassState]] | None:
        """The glass at the newest reading that can be believed."""
        last = self.thinner.last
        if self.inside is None or last is None:
            return None
        if last[0] <= self.inside.at.at_s:
            return self.inside, []
        return advance(self.watched, self.inside, last)

    def _evidence(
        self, inside: TrackerState, steps: Sequence[PlannedSegment], place: Place, now_s: float
    ) -> ReadingEvidence:
        """What is known beside the glass."""
        looked, envelope, watched = self.looked, self.looked.envelope, self.watched
        at = inside.at
        assert looked.first is not None
        missed_c = looked.missed_peak_c(at.at_s)
        kiln_c = envelope.upper_c if envelope.upper_c > at.kiln_c + _NOISE_K else at.kiln_c
        glass_c = max(at.heart_c, at.skin_c, at.kiln_c)
        if self.hottest is not None and self.hottest.glass_c > glass_c + _NOISE_K:
            glass_c = self.hottest.glass_c
        planned_c = None
        if missed_c is not None:
            planned_c = envelope.planned_hot_c(at.at_s)
            run = begin_as_planned(watched, [*envelope.planned_to(at.at_s), (at.at_s, at.kiln_c)])
            glass_c = max(glass_c, run.at.heart_c)
        strange = self.cleaner.pending
        second = looked.second
        agrees = second is not None and abs(second[1] - at.kiln_c) <= AGREES_K
        return ReadingEvidence(
            kiln_c=kiln_c,
            glass_c=glass_c,
            is_doubted=envelope.is_doubted or missed_c is not None,
            rises_k=looked.rises_k,
            is_strange=strange is not None and strange[1] - watched.shift_k > watched.limit_c,
            is_below_room=looked.is_below_room,
            still_s=looked.still_s(should_move_k_per_h(watched, steps, place, at.kiln_c)),
            planned_c=planned_c,
            unit=looked.unit(missed_c, max(c for _, c in envelope.planned)),
            begun_at_s=looked.first[0],
            second_s=max(0.0, now_s - second[0]) if second is not None and agrees else None,
            against_c=second[1] if second is not None and not agrees else None,
        )

    def _notes(self, place: Place, seen: ReadingEvidence | None) -> list[Message]:
        """What is to be said of the readings, and of what they stand for."""
        notes = self.cleaner.notes()
        if seen is not None and seen.begun_at_s > EARLY_S:
            told = "The first reading came {at} after the start; what was before it is taken as planned."
            notes.insert(0, say(told, at=show(seen.begun_at_s, "duration")))
        if seen is not None and seen.still_s:
            told = "The thermometer has shown the same for {h}, and should have moved: it may be stuck."
            notes.append(say(told, h=show(seen.still_s, "duration")))
        if seen is not None and seen.unit:
            told = "These numbers look like °C that were taken as °F."
            other = "These numbers look like °F that were taken as °C."
            notes.append(say(told if seen.unit == "celsius-read-as-fahrenheit" else other))
        if seen is not None and seen.is_below_room:
            notes.append(say("It shows less than the room can have: another unit, or another kiln?"))
        if place.is_untold:
            told = "It has fallen since {at} although the programme heats: taken as switched off."
            notes.append(say(told, at=show(place.since_s, "duration")))
        return notes

    def state(self, acts: Sequence[Act], now_s: float, *, off_since_s: float | None = None) -> FireState:
        """What is known at `now_s` (s from the start), with what was done by hand; `off_since_s`: the power is gone."""
        line = self.thinner.line
        steps, place = place_of(self.watched, line, acts)
        found = self.now_inside()
        dead = self.cleaner.is_dead
        if found is None:
            notes = self._notes(place, None)
            return FireState([], [], None, steps, place, None, None, None, nothing_heard(), notes, None, dead)
        inside, seen = found
        at = inside.at
        off_s = max(0.0, at.at_s - off_since_s) if off_since_s is not None else None
        ahead = look_ahead(self.watched, steps, place, inside, off_s=off_s)
        evidence = self._evidence(inside, steps, place, now_s)
        return FireState(
            measured=line,
            glimpses=[*self.glimpses, *seen],
            inside=inside,
            steps=steps,
            place=place,
            formed=formed_so_far(self.watched, line, inside.work_per_pa, at.skin_c),
            ahead=ahead,
            opens_s=None if evidence.is_doubted or evidence.unit else ahead.opens_s,
            may_open=may_open(
                self.watched, inside, steps, place, ahead, evidence, heard_s=now_s - at.at_s, is_dead=dead
            ),
            notes=self._notes(place, evidence),
            heard_at_s=at.at_s,
            is_dead=dead,
        )


def _is_apart(before: tuple[float, float], upper: Sequence[tuple[float, float]], c: float) -> bool:
    """Whether the hottest line leaves the one that was read."""
    t0, c0 = before
    t1 = upper[-1][0]
    return any(u - (c0 + (c - c0) * (t - t0) / (t1 - t0)) > _APART_K for t, u in upper)
