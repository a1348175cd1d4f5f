"""Where a firing is in its programme, told from what the thermometer showed and from what was done by hand."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.fire.inputs import Act, FiringBaseline
from coldcradle.fire.pace import ROOM_K
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.model.opening import THERMOMETER_K
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.heat.steps import StepKey

__all__ = ["ARRIVED_K", "Place", "acted_steps", "after_act", "place_of", "should_move_k_per_h"]

ARRIVED_K = 4.0  # as near as this to its end a step has arrived; common practice, no source
_LEFT_K = 15.0  # fallen so far below its hold the kiln has gone on by itself
_OFF_K, _OFF_S = 50.0, 900.0  # fallen so far for so long while it should heat, it is off and nobody said so
_FALLS_FASTER = 0.7  # a fall may take so much of the time the kiln is known for
_BACK_K = 10.0  # and risen so far again, it is on again


@dataclass(frozen=True, slots=True)
class Place:
    """The step a programme is at, whether it is still on its way there, and how much of its hold is left, s.

    `mark` is the hottest it came to on its way up, (s, °C), or the coldest since it `is_untold`: it fell although the
    programme heats, and nobody said that it was switched off.
    """

    step: int
    phase: Literal["way", "hold", "over"]
    left_s: float
    since_s: float
    mark: tuple[float, float] | None = None
    is_untold: bool = False

    @property
    def is_over(self) -> bool:
        return self.phase == "over"


def after_act(steps: Sequence[PlannedSegment], place: Place, act: Act) -> tuple[list[PlannedSegment], Place]:
    """The programme and the place in it once somebody has done something."""
    found = list(steps)
    if act.kind == "resume":
        return found, Place(place.step, "way", 0.0, act.at_s) if place.is_over else place
    if place.is_over:
        return found, place
    if act.kind == "hold":
        step = found[place.step]
        found[place.step] = replace(step, hold_s=step.hold_s + act.for_s)
        return found, replace(place, left_s=place.left_s + act.for_s) if place.phase == "hold" else place
    if act.kind == "stop":
        return found, Place(place.step, "over", 0.0, act.at_s)
    peak = next((i for i, s in enumerate(found) if s.key == StepKey.PEAK), 0)
    to = max(place.step + 1, peak + 1)
    if to >= len(found):
        return found, Place(place.step, "over", 0.0, act.at_s)
    return found, Place(to, "way", 0.0, act.at_s)


def _arrives(step: PlannedSegment, a: tuple[float, float], b: tuple[float, float], came_from_c: float) -> float | None:
    """When a line from a to b first comes near enough to the end of a step, s; None where it does not."""
    up = step.to_c >= came_from_c
    edge = step.to_c - ARRIVED_K if up else step.to_c + ARRIVED_K
    if (a[1] >= edge) if up else (a[1] <= edge):
        return a[0]
    if (b[1] >= edge) if up else (b[1] <= edge):
        return a[0] + (b[0] - a[0]) * (edge - a[1]) / (b[1] - a[1])
    return None


def place_of(
    watched: FiringBaseline, line: Sequence[tuple[float, float]], acts: Sequence[Act]
) -> tuple[list[PlannedSegment], Place]:
    """The programme as it was changed by hand, and where the kiln is in it after a line of (s, °C at the glass).

    Pure: the same line and acts give the same place.
    """
    steps = list(watched.segments)
    place = Place(0, "way", 0.0, line[0][0] if line else 0.0)
    came_c = line[0][1] if line else watched.kiln.room_c
    waiting = sorted(acts, key=lambda act: act.at_s)
    for a, b in itertools.pairwise(line):
        t = a[0]
        while t < b[0]:
            upto = max(t, min(b[0], waiting[0].at_s) if waiting else b[0])
            if upto > t and not place.is_over:
                place, came_c, t = _carry(watched.kiln, steps, place, came_c, _at(a, b, t), _at(a, b, upto))
            else:
                t = upto
                if place.is_untold:
                    place = _taken_up(place, _at(a, b, t))
            if waiting and t >= waiting[0].at_s:
                steps, place = after_act(steps, place, waiting.pop(0))
                came_c = _at(a, b, t)[1] if place.phase == "way" and place.since_s >= t else came_c
    for act in waiting:  # done since the last reading
        steps, place = after_act(steps, place, act)
    return steps, place


def _at(a: tuple[float, float], b: tuple[float, float], t: float) -> tuple[float, float]:
    return t, a[1] + (b[1] - a[1]) * (t - a[0]) / (b[0] - a[0])


def _missed_s(kiln: LoadedKiln, step: PlannedSegment, a: tuple[float, float], b: tuple[float, float]) -> float | None:
    """When a hold that nobody read ended, s, where there was time for it between two readings; else None."""
    try:
        up_s = float(kiln.path(a[1], step.to_c, step.rate_k_per_h)[0][-1])
        down_s = float(kiln.path(step.to_c, b[1], None)[0][-1])
    except ImpossibleInput:
        return None
    ends_s = a[0] + up_s + step.hold_s
    return ends_s if ends_s + _FALLS_FASTER * down_s <= b[0] else None


def _carry(
    kiln: LoadedKiln,
    steps: Sequence[PlannedSegment],
    place: Place,
    came_c: float,
    a: tuple[float, float],
    b: tuple[float, float],
) -> tuple[Place, float, float]:
    """Go along one straight line until its end, or until the step changes what it does; the new time comes last."""
    step = steps[place.step]
    if place.phase == "way":
        at = _arrives(step, a, b, came_c)
        if at is None:
            return _on_its_way(kiln, steps, place, came_c, a, b)
        place = Place(place.step, "hold", step.hold_s, at)
        return (place, came_c, at) if step.hold_s > 0 else (*_on(steps, place, at, step.to_c), at)
    following = steps[place.step + 1] if place.step + 1 < len(steps) else None
    falls = b[1] < a[1]
    if falls and following is not None and following.to_c < step.to_c and b[1] < step.to_c - _LEFT_K:
        return *_on(steps, place, a[0], step.to_c), b[0]
    if falls and b[1] < step.to_c - _OFF_K:
        return Place(place.step, "over", 0.0, a[0], b, is_untold=True), came_c, b[0]
    ends = a[0] + place.left_s
    if ends > b[0]:
        return replace(place, left_s=ends - b[0]), came_c, b[0]
    return *_on(steps, place, ends, step.to_c), ends


def _on_its_way(
    kiln: LoadedKiln,
    steps: Sequence[PlannedSegment],
    place: Place,
    came_c: float,
    a: tuple[float, float],
    b: tuple[float, float],
) -> tuple[Place, float, float]:
    """A line that does not come to the end of its step: on the way, past it unseen, or off without a word."""
    step = steps[place.step]
    if step.to_c < came_c:
        return place, came_c, b[0]
    top = max(place.mark or a, a, b, key=lambda p: p[1])
    if top[1] - b[1] <= _OFF_K or b[0] - top[0] < _OFF_S:
        return replace(place, mark=top), came_c, b[0]
    falls_next = place.step + 1 < len(steps) and steps[place.step + 1].to_c < step.to_c
    ended_s = _missed_s(kiln, step, a, b) if falls_next and top == a else None
    if ended_s is not None:
        return *_on(steps, place, ended_s, step.to_c), ended_s
    return Place(place.step, "over", 0.0, top[0], b, is_untold=True), came_c, b[0]


def _taken_up(place: Place, b: tuple[float, float]) -> Place:
    """A programme that ended without a word, once more of the line is known: it goes on where the kiln rises again."""
    low = min(place.mark or b, b, key=lambda p: p[1])
    if b[1] > low[1] + _BACK_K:
        return Place(place.step, "way", 0.0, low[0])
    return replace(place, mark=low)


def _on(steps: Sequence[PlannedSegment], place: Place, at_s: float, from_c: float) -> tuple[Place, float]:
    if place.step + 1 >= len(steps):
        return Place(place.step, "over", 0.0, at_s), from_c
    return Place(place.step + 1, "way", 0.0, at_s), from_c


def acted_steps(steps: Sequence[PlannedSegment], place: Place) -> list[PlannedSegment]:
    """What is left of a programme: the step it is at with what is left of it, then the others."""
    if place.is_over or place.step >= len(steps):
        return []
    step = steps[place.step]
    if place.phase == "hold":
        step = replace(step, rate_k_per_h=None, hold_s=place.left_s)
    return [step, *steps[place.step + 1 :]]


def should_move_k_per_h(watched: FiringBaseline, steps: Sequence[PlannedSegment], place: Place, at_c: float) -> float:
    """How fast the kiln should move now, K/h, up or down; 0 while it holds. A thermometer that does not is stuck."""
    is_cold = at_c < watched.kiln.room_c + ROOM_K + THERMOMETER_K  # there it may stand still for good
    falls = 0.0 if is_cold else watched.kiln.coasting_rate_k_per_h(at_c)
    if place.is_over:
        return falls
    step = steps[place.step]
    if place.phase == "hold":
        return 0.0
    fastest = falls if step.to_c < at_c else max(0.0, watched.kiln.fastest_rise_k_per_h(at_c))
    return min(fastest, step.rate_k_per_h) if step.rate_k_per_h else fastest
