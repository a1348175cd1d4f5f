"""A stand-in for a kiln with its controller, to practise on: its state follows from programme, acts and time alone.

The kiln is two bodies, a quick hot face and a slow wall, which fall together as the kiln's own two exponentials do; at
rest the same power holds the same temperature. The controller gives, every half minute, the power that brings the
thermometer to where it should be, between nothing and full. Nothing here ever starts a real kiln.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from coldcradle.fire.inputs import Act
from coldcradle.fire.progress import ARRIVED_K, Place, after_act
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.schedule.segments import PlannedSegment

__all__ = ["FAULTS", "PERIOD_S", "FaultKind", "Sample", "StandIn", "StandInFault", "StandInState"]

FaultKind = Literal["power-cut", "failed-element", "drift", "broken-thermometer", "open-door", "cold-front"]
FAULTS: dict[FaultKind, str] = {
    "power-cut": "the power is gone",
    "failed-element": "one element of three has failed",
    "drift": "the thermometer drifts, 3 K an hour",
    "broken-thermometer": "the thermometer is broken",
    "open-door": "the lid stands open",
    "cold-front": "the room is 12 K colder",
}
PERIOD_S = 30.0
_DRIFT_K_PER_S = 3.0 / 3600
_WEAK, _OPEN_TIMES, _COLDER_K = 2 / 3, 4.0, 12.0
_FULL_K = 400.0  # a step at full power asks for the end at once


@dataclass(frozen=True, slots=True, kw_only=True)
class StandInFault:
    """Something that goes wrong between two moments; `to_s` None: until the end."""

    kind: FaultKind
    from_s: float
    to_s: float | None = None

    def is_on(self, at_s: float) -> bool:
        return self.from_s <= at_s < (math.inf if self.to_s is None else self.to_s)


@dataclass(frozen=True, slots=True)
class Sample:
    """What the stand-in shows at one moment: °C (NaN: nothing), set point, and power from 0 to 1."""

    at_s: float
    shown_c: float
    set_c: float
    power: float


@dataclass(frozen=True, slots=True)
class StandInState:
    """All there is to know at one moment: wall and face above the room (K), the thermometer's error, the programme."""

    at_s: float
    wall_k: float
    face_k: float
    error_k: float
    set_c: float
    steps: tuple[PlannedSegment, ...]
    place: Place
    acts: int


@dataclass(frozen=True, slots=True, kw_only=True)
class StandIn:
    """A kiln, a programme in what the thermometer shows (°C), acts and faults in order of time."""

    kiln: LoadedKiln
    segments: tuple[PlannedSegment, ...]
    acts: tuple[Act, ...] = ()
    faults: tuple[StandInFault, ...] = ()

    def begin(self) -> StandInState:
        room = self.kiln.room_c
        return StandInState(0.0, 0.0, 0.0, 0.0, room, self.segments, Place(0, "way", 0.0, 0.0), 0)

    def run(self, state: StandInState, until_s: float) -> Iterator[tuple[StandInState, Sample]]:
        """Every half minute from a state on, up to a time: pure, so that going on is the same as beginning anew."""
        while state.at_s + PERIOD_S <= until_s:
            state, sample = self._period(state)
            yield state, sample

    def _shown(self, state: StandInState) -> float:
        return self.kiln.room_c + state.wall_k + state.face_k + state.error_k

    def _on(self, kind: FaultKind, at_s: float) -> bool:
        return any(f.kind == kind and f.is_on(at_s) for f in self.faults)

    def _period(self, state: StandInState) -> tuple[StandInState, Sample]:
        steps, place, done = list(state.steps), state.place, state.acts
        set_c = state.set_c
        while done < len(self.acts) and self.acts[done].at_s <= state.at_s:
            before = place
            steps, place = after_act(steps, place, self.acts[done])
            if (place.step, place.phase) != (before.step, before.phase):
                set_c = self._shown(state)
            done += 1
        at_s, shown = state.at_s + PERIOD_S, self._shown(state)
        set_c, place = self._target(steps, place, set_c, shown, at_s, is_powered=not self._on("power-cut", state.at_s))
        wall, face, power = self._heat(state, None if place.is_over else set_c)
        error = state.error_k + (_DRIFT_K_PER_S * PERIOD_S if self._on("drift", at_s) else 0.0)
        state = replace(
            state,
            at_s=at_s,
            wall_k=wall,
            face_k=face,
            error_k=error,
            set_c=set_c,
            steps=tuple(steps),
            place=place,
            acts=done,
        )
        told = math.nan if self._on("broken-thermometer", at_s) else self._shown(state)
        return state, Sample(at_s, told, set_c, power)

    def _target(
        self,
        steps: Sequence[PlannedSegment],
        place: Place,
        set_c: float,
        shown_c: float,
        at_s: float,
        *,
        is_powered: bool,
    ) -> tuple[float, Place]:
        """The set point half a minute on, and where the programme is then. Without power its clock stands."""
        if place.is_over or not is_powered:
            return set_c, place
        step = steps[place.step]
        if place.phase == "way":
            rate = step.rate_k_per_h / 3600 * PERIOD_S if step.rate_k_per_h else _FULL_K
            if abs(step.to_c - set_c) > rate:
                return set_c + math.copysign(rate, step.to_c - set_c), place
            set_c = step.to_c
            if abs(shown_c - step.to_c) > ARRIVED_K:
                return set_c, place
            return set_c, Place(place.step, "hold", step.hold_s, at_s)
        if place.left_s > PERIOD_S / 2:
            return set_c, replace(place, left_s=place.left_s - PERIOD_S)
        if place.step + 1 >= len(steps):
            return set_c, Place(place.step, "over", 0.0, at_s)
        return set_c, Place(place.step + 1, "way", 0.0, at_s)

    def _heat(self, state: StandInState, set_c: float | None) -> tuple[float, float, float]:
        """Wall and face after half a minute, and the power given for it: two exact exponentials."""
        kiln = self.kiln
        share, slow, quick = kiln.face_share, kiln.time_constant_s, kiln.face_s
        times = _OPEN_TIMES if self._on("open-door", state.at_s) else 1.0
        wall_left = math.exp(-PERIOD_S * times / slow)
        face_left = math.exp(-PERIOD_S * times / quick) if share > 0 else 0.0
        ohm = 1 / (kiln.conductance_w_per_k * times)
        gain = ohm * ((1 - share) * (1 - wall_left) + share * (1 - face_left))
        colder = _COLDER_K if self._on("cold-front", state.at_s) else 0.0
        wall, face = (state.wall_k + colder) * wall_left - colder, state.face_k * face_left
        full = kiln.kiln.power_w * (_WEAK if self._on("failed-element", state.at_s) else 1.0)
        power = 0.0
        if set_c is not None and not self._on("power-cut", state.at_s):
            wanted = (set_c - kiln.room_c - state.error_k - wall - face) / gain
            power = min(max(wanted, 0.0), full)
        if self._on("broken-thermometer", state.at_s):
            power = 0.0  # a controller that sees nothing switches off
        wall += power * ohm * (1 - share) * (1 - wall_left)
        face += power * ohm * share * (1 - face_left)
        return wall, face, power / kiln.kiln.power_w
