"""What a button would do, said before it is pressed."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from coldcradle.fire.ahead import Ahead, look_ahead
from coldcradle.fire.formed import formed_so_far
from coldcradle.fire.inputs import Act, ActKind, FiringBaseline
from coldcradle.fire.inside import left_after
from coldcradle.fire.progress import after_act
from coldcradle.fire.watch import FireState
from coldcradle.heat.limits import RUN_BAND
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["HOLD_MORE_S", "Consequence", "consequences", "expected_left_pa"]

HOLD_MORE_S = 300.0


@dataclass(frozen=True, slots=True)
class Consequence:
    """One act, what it is called, what would come of it; `is_offered` where it makes sense at this moment."""

    kind: ActKind
    name: str
    says: Message
    is_offered: bool


def expected_left_pa(watched: FiringBaseline, state: FireState, ahead: Ahead | None = None) -> float | None:
    """The tension that will be left if it goes on as told, Pa."""
    way = ahead or state.ahead
    if state.inside is None or way is None:
        return None
    return left_after(watched, state.inside, way.line)


def _opens(ahead: Ahead, clock: Callable[[float], DualQuantity]) -> DualQuantity | str:
    return clock(ahead.opens_s) if ahead.opens_s is not None else "a time that cannot be told"


def consequences(
    watched: FiringBaseline, state: FireState, clock: Callable[[float], DualQuantity]
) -> list[Consequence]:
    """Hold 5 more, on to the fall, stop: each with what it changes, from where the kiln is now."""
    if state.inside is None or state.ahead is None:
        return []
    inside, now, steps = state.inside, state.ahead, state.steps
    at = inside.at
    place = state.place
    is_over = place.is_over
    key = steps[place.step].key if not is_over else ""

    def ahead_of(kind: ActKind, for_s: float = 0.0) -> Ahead:
        changed, there = after_act(steps, place, Act(kind=kind, at_s=at.at_s, for_s=for_s))
        return look_ahead(watched, changed, there, inside)

    held, skipped, stopped = ahead_of("hold", HOLD_MORE_S), ahead_of("skip"), ahead_of("stop")
    more = 100 * (held.adds_per_pa - now.adds_per_pa) / max(watched.needed_per_pa, 1e-30)
    found = [
        Consequence(
            "hold",
            "Hold 5 min more",
            say(
                "“{step}” holds {h} longer: {x} of the planned heat work more. Lid at {open}.",
                step=steps[place.step].name if not is_over else "",
                h=show(HOLD_MORE_S, "duration"),
                x=f"{more:.0f} %" if more >= 0.5 else "next to nothing",
                open=_opens(held, clock),
            ),
            not is_over,
        )
    ]
    fall = next((s for s in steps if s.key == StepKey.FALL), None)
    on_to = (
        "On to the fall"
        if fall is not None and key not in (StepKey.FALL, "") and _before_fall(watched, key)
        else "Next step"
    )
    formed = formed_so_far(
        watched, [*state.measured, *skipped.line[1:]], state.inside.work_per_pa + skipped.adds_per_pa, at.skin_c
    )
    found.append(
        Consequence(
            "skip",
            on_to,
            say(
                "Goes on at once. It ends with {x} of the planned heat work; lid at {open}.",
                x=f"{100 * formed.share:.0f} %" if formed.share < 10 else "more than ten times",
                open=_opens(skipped, clock),
            ),
            not is_over,
        )
    )
    left = expected_left_pa(watched, state, stopped)
    found.append(Consequence("stop", "Stop", _stopped_words(left, watched, _opens(stopped, clock)), not is_over))
    return found


def _stopped_words(left_pa: float | None, watched: FiringBaseline, opens: DualQuantity | str) -> Message:
    """What stopping now does; what stays as planned is not told twice."""
    told = show(left_pa, "stress", RUN_BAND * left_pa) if left_pa is not None else ""
    planned = show(watched.planned_left_pa, "stress")
    if isinstance(told, DualQuantity) and told.metric.value == planned.metric.value:
        words = "Power off, lid shut. It falls as this kiln does; strain left {left}, as planned; lid at {open}."
    else:
        words = "Power off, lid shut. It falls as this kiln does; strain left {left}, not {planned}; lid at {open}."
    return say(words, left=told, planned=planned, open=opens)


def _before_fall(watched: FiringBaseline, key: str) -> bool:
    keys = [s.key for s in watched.segments]
    return key in keys and keys.index(key) <= watched.peak
