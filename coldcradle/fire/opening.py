"""May I open? One rule for hands and for glass, from evidence of now: yes, not yet, or not known and what settles."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from coldcradle.fire.ahead import Ahead
from coldcradle.fire.evidence import RISES_K, ReadingEvidence
from coldcradle.fire.inputs import FiringBaseline
from coldcradle.fire.inside import TrackerState
from coldcradle.fire.progress import Place
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["CAUTIONS", "FALLS_STALE_S", "HEATS_STALE_S", "STALE_S", "MayOpen", "may_open", "nothing_heard"]

# Nobody knows what a kiln does that was not heard for so long: half an hour where it falls by itself, minutes where
# power may be on.
STALE_S, FALLS_STALE_S, HEATS_STALE_S = 1800.0, 900.0, 300.0
_NEW_S = 1800.0  # a second thermometer's word is of now for so long
CAUTIONS = (
    "Opening hot: protective clothing and eye protection, seconds only, power off to the elements, never alone; "
    "whoever is not trained does not.",
    "Mould, steel and shelves stay hot for hours. Fumes and dust: ventilation, respirator, wet clean-up.",
    "A plan, not a warranty. The kiln maker and local codes come first; electrical work is for a licensed electrician.",
)
_OTHER = "Measure with a second thermometer and write it down as such, or wait until the lid is cool to the hand."

OpeningWord = Literal["yes", "no", "unknown"]


@dataclass(frozen=True, slots=True)
class MayOpen:
    """`word`: yes, no, or unknown where what was read does not tell; `settles` says what would, empty on a yes."""

    word: OpeningWord
    says: Message
    settles: Message


def _fine(c: float) -> DualQuantity:
    """A temperature to a tenth, where whole degrees would show the same on both sides of a limit."""
    return show(round(c, 1), "temperature")


def _unknown(said: Message, settles: str = _OTHER) -> MayOpen:
    return MayOpen("unknown", said, say(settles))


def nothing_heard() -> MayOpen:
    """Before the first reading nobody knows."""
    return _unknown(say("Not known: nothing was heard of this firing yet."), "Write down what it shows.")


def stale_s(steps: Sequence[PlannedSegment], place: Place, at_c: float) -> float:
    """After how long a silence nothing is known, s: by whether power may be on."""
    if place.is_over:
        return STALE_S
    step = steps[place.step]
    if place.phase == "hold" or step.to_c > at_c:
        return HEATS_STALE_S
    return STALE_S if step.rate_k_per_h is None else FALLS_STALE_S


def heats_to_c(steps: Sequence[PlannedSegment], place: Place, at_c: float, limit_c: float) -> float | None:
    """Where the programme heats to next, or what it holds, in °C, where that is above a limit; else None."""
    if place.is_over:
        return None
    came_c = limit_c if place.phase == "hold" else at_c
    for step in steps[place.step :]:
        if step.to_c > max(came_c, limit_c):
            return step.to_c
        came_c = step.to_c
    return None


def _doubt(watched: FiringBaseline, state: TrackerState, seen: ReadingEvidence, limit_c: float) -> MayOpen | None:
    """What speaks against a yes although the readings are cool: each with what would settle it."""
    at = state.at
    limit = show(round(limit_c), "temperature")
    read = show(round(at.kiln_c + watched.shift_k), "temperature")
    shown = {"t": read, "room": show(round(watched.kiln.room_c), "temperature")}
    if seen.unit == "celsius-read-as-fahrenheit":
        return _unknown(
            say("Not known: {t} was read, and these numbers look like °C that were taken as °F.", **shown),
            "Take the log back and bring it in with its unit, or measure with a second thermometer.",
        )
    if seen.unit == "fahrenheit-read-as-celsius":
        return _unknown(
            say("Not known: {t} was read, and these numbers look like °F that were taken as °C.", **shown),
            "Take the log back and bring it in with its unit, or measure with a second thermometer.",
        )
    if seen.is_below_room:
        return _unknown(say("Not known: {t} was read, and the room is {room}: another unit, or another kiln?", **shown))
    if seen.is_strange:
        return _unknown(say("Not known: the last reading does not go with those before it."))
    if seen.still_s:
        told = "Not known: the thermometer has shown {t} for {h} without a change, and should have moved."
        return _unknown(say(told, h=show(seen.still_s, "duration"), **shown))
    if seen.planned_c is not None and seen.planned_c > limit_c:
        told = "Not known: nothing that was read tells of the peak; by the plan it would be {p} now, {t} was read."
        return _unknown(say(told, p=show(round(seen.planned_c), "temperature"), **shown))
    if seen.against_c is not None and seen.kiln_c > limit_c:
        told = "Not known: {t} was read, and a second thermometer showed {k}."
        other = "Measure once more with both, side by side, or wait until the lid is cool to the hand."
        return _unknown(say(told, k=show(round(seen.against_c), "temperature"), **shown), other)
    if seen.is_doubted and seen.kiln_c > limit_c:
        told = "Not known: {t} was read, and no kiln falls so fast. It may be {k}."
        return _unknown(say(told, k=show(round(seen.kiln_c), "temperature"), **shown))
    if (hottest := max(seen.kiln_c, seen.glass_c)) > limit_c:
        told = "Not known: {t} was read, but the readings leave room for {k} in kiln or glass; {lim} is the limit."
        return _unknown(
            say(told, k=show(round(hottest), "temperature"), lim=limit, **shown),
            "Readings every quarter of an hour, or wait a little longer.",
        )
    return None


def may_open(
    watched: FiringBaseline,
    state: TrackerState,
    steps: Sequence[PlannedSegment],
    place: Place,
    ahead: Ahead,
    seen: ReadingEvidence,
    *,
    heard_s: float,
    is_dead: bool,
) -> MayOpen:
    """Whether the lid may stay open now; `heard_s` is how long ago the last reading that can be believed came."""
    at, limit_c = state.at, watched.limit_c
    if is_dead or heard_s > stale_s(steps, place, at.kiln_c):
        return _unknown(
            say(
                "Not known: nothing that can be believed was heard for {h}.",
                h=show(max(heard_s, 0.0), "duration"),
            ),
            "Wait until the lid is cool to the hand, or measure with another thermometer.",
        )
    hottest = max(at.heart_c, at.skin_c, at.kiln_c)
    where = "in the kiln" if hottest == at.kiln_c else "in the heart" if hottest == at.heart_c else "in the skin"
    shown = {
        "t": _fine(hottest) if abs(hottest - limit_c) < 2 else show(round(hottest), "temperature"),
        "lim": _fine(limit_c) if abs(hottest - limit_c) < 2 else show(round(limit_c), "temperature"),
        "d": thickest_place(watched.load).shown,
    }
    to_c = heats_to_c(steps, place, at.kiln_c, limit_c)
    if to_c is not None:
        told = "Not yet: {t} " + where + ", and the programme heats on to {to}."
        return MayOpen("no", say(told, to=show(to_c, "temperature"), **shown), say("Stop it first."))
    if hottest <= limit_c:
        is_told = seen.second_s is not None and seen.second_s <= _NEW_S
        doubt = None if is_told and max(seen.kiln_c, seen.glass_c) <= limit_c else _doubt(watched, state, seen, limit_c)
        if doubt is not None:
            return doubt
        if seen.rises_k > RISES_K and at.kiln_c > watched.kiln.room_c + RISES_K:
            told = "Not yet: it rises, {k} within a quarter of an hour, to {t}."
            return MayOpen("no", say(told, k=show(seen.rises_k, "difference"), **shown), say("See that it is off."))
        return MayOpen(
            "yes", say("Yes: {t} " + where + ", {lim} is the limit for {d} of this glass.", **shown), say("")
        )
    if seen.unit:
        doubt = _doubt(watched, state, seen, limit_c)
        if doubt is not None:
            return doubt
    if seen.is_doubted and seen.kiln_c > at.kiln_c:
        told = "Not yet: {t} was read, and no kiln falls so fast. It may be {k}; {lim} is the limit for {d}."
        shown |= {
            "t": show(round(at.kiln_c + watched.shift_k), "temperature"),
            "k": show(round(seen.kiln_c), "temperature"),
        }
        return MayOpen("no", say(told, **shown), say(_OTHER))
    told = "Not yet: {t} " + where + ", {lim} is the limit for {d}."
    if ahead.opens_s is None:
        return MayOpen("no", say(told, **shown), say("Wait, and look again."))
    left = show(max(60.0, ahead.opens_s - at.at_s), "duration")
    return MayOpen("no", say(told + " About {left} more.", left=left, **shown), say("Wait, its lid shut."))
