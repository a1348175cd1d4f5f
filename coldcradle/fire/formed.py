"""How far the glass has been formed so far, by the heat work that was measured and not by what was planned."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.fire.inputs import FiringBaseline
from coldcradle.glass.viscosity import Viscosity, softness
from coldcradle.heat.formed import moved
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.traits import Law
from coldcradle.quantity.format import Message, say, show

__all__ = ["Formed", "formed_so_far"]

_STILL_LOG = 11.0  # stiffer than this nothing is seen to move within a firing
_HOUR_S = 3600.0


@dataclass(frozen=True, slots=True)
class Formed:
    """`share` of what was planned, 0 on; `more_s` at the temperature it has now, None where that is not known."""

    share: float
    more_s: float | None
    now_m: float | None
    whole_m: float | None
    words: Message


def _more_s(watched: FiringBaseline, missing_per_pa: float, glass_c: float) -> float | None:
    log = float(Viscosity.of(watched.load.kind).log10_pa_s(glass_c))
    seconds = missing_per_pa * 10.0**log
    return seconds if seconds < 24 * _HOUR_S else None


def _tail(more_s: float | None, glass_c: float) -> Message:
    if more_s is None:
        return say("")
    if more_s <= 0:
        return say(" Enough by its law.")
    return say(" {t} more at {c}.", t=show(max(60.0, more_s), "duration"), c=show(round(glass_c), "temperature"))


def _joined(a: Message, b: Message) -> Message:
    return Message(a.metric + b.metric, a.us + b.us)


def _sheet(watched: FiringBaseline, movement: Movement, work: float, glass_c: float) -> Formed:
    """A sheet on its way: the middle, or the end of an arm, against where it is going."""
    early, _ = movement.span("done")
    law = movement.law_work_per_pa
    share = work / watched.needed_per_pa if watched.needed_per_pa > 0 else 0.0
    is_arm = movement.course.is_arm
    if is_arm:
        whole, now = movement.edge_down_m(law) if math.isfinite(law) else None, movement.edge_down_m(work)
        low = high = now
    else:
        whole = movement.depth_m(law)[0] if math.isfinite(law) else None
        now, low, high = movement.depth_m(work)
    what = "The arm is down" if is_arm else "Down"
    more = _more_s(watched, law - work, glass_c) if math.isfinite(law) else None
    if math.isfinite(law) and work >= law:
        lies = "The arm lies on." if is_arm else "It is all the way down, even with its rim held."
        return Formed(share, 0.0, whole, whole, say(lies))
    shown = {"now": show(now, "length"), "whole": show(whole, "length") if whole is not None else ""}
    told = say(what + (" {now} of {whole}" if whole is not None else " {now}"), **shown)
    if high - low > 0.002:
        told = _joined(told, say(", between {a} and {b}", a=show(low, "length"), b=show(high, "length")))
    if early > 0 and early <= work:
        told = _joined(told, say("; where its rim slides it is there already"))
    return Formed(share, more, now, whole, _joined(_joined(told, say(".")), _tail(more, glass_c)))


def formed_so_far(
    watched: FiringBaseline, line: Sequence[tuple[float, float]], work_per_pa: float, glass_c: float
) -> Formed:
    """What the measured line (s, °C at the glass) has done, and what it takes yet at the temperature it has now."""
    log = float(Viscosity.of(watched.load.kind).log10_pa_s(glass_c))
    done = watched.heat.process
    movement = watched.load.movement
    if movement is not None and done.moves is Law.SHEET:
        return _sheet(watched, movement, work_per_pa, glass_c)
    needed = watched.needed_per_pa
    share = work_per_pa / needed if needed > 0 else 0.0
    more = _more_s(watched, max(0.0, needed - work_per_pa), glass_c) if log < _STILL_LOG else None
    figure = moved(watched.load, watched.heat, list(line)) if len(line) > 1 else None
    said = say(
        "{x} of the heat work that was planned; this glass {does} now.",
        x=f"{100 * share:.0f} %" if share < 10 else "ten times and more",
        does=softness(log),
    )
    if figure is not None and share > 0.02:
        said = _joined(say(figure.name + " {m} by now. ", m=figure.shown), said)
    now = figure.value if figure is not None else None
    return Formed(share, more, now, None, _joined(said, _tail(more, glass_c) if share < 1 else say("")))
