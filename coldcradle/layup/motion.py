"""What a firing does to glass that moves: when it touches, lies in or is too late, on this programme's own clock."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.deform.work import HeatWork, heat_work_of
from coldcradle.quantity.format import DualQuantity, Formatted, Message, say
from coldcradle.report.figure import Figure, Source, derive, given, published

__all__ = [
    "MARKS_LOG",
    "SHEET",
    "FiringTimeline",
    "Moment",
    "after_figure",
    "excess_words",
    "in_times",
    "mark",
    "sheet_marks",
]

SHEET = published(
    "a thin viscous sheet under its own weight, membrane and bending after Timoshenko by the analogy of elastic and "
    "viscous sheets; solved node by node"
)
MARKS_LOG = 6.6  # below this viscosity a mould prints its marks into what rests in it; common practice, no source


@dataclass(frozen=True, slots=True)
class FiringTimeline:
    """A firing as it moves glass: its line of (s, °C) points, and the clock times of its seconds."""

    line: tuple[tuple[float, float], ...]
    clock: Callable[[float], DualQuantity]

    def hour(self, seconds: float, beside: float) -> DualQuantity:
        """The clock time of a second, without its day where another of the same day stands beside it."""
        at, other = self.clock(seconds), self.clock(beside)
        if ":" not in at.metric.unit or at.metric.value != other.metric.value:
            return at
        words = Formatted(at.metric.unit, "", "", at.metric.unit)
        return DualQuantity(words, words)

    @property
    def peak_c(self) -> float:
        return max(c for _, c in self.line)

    def work(self, kind: GlassProperties) -> HeatWork:
        return heat_work_of(kind, self.line)


@dataclass(frozen=True, slots=True)
class Moment:
    """Something that happens to the glass: at the earliest and at the latest, s from the start, and in words.

    None where it does not come on this programme.
    """

    key: str
    name: str
    early_s: float | None
    late_s: float | None
    words: Message


def mark(key: str, name: str, fired: FiringTimeline, work: HeatWork, early: float, late: float) -> Moment | None:
    """The mark of an event that takes `early` to `late` heat work, 1/Pa; None where nothing is known of it."""
    first = work.second(early) if math.isfinite(early) else None
    last = work.second(late) if math.isfinite(late) else None
    if not math.isfinite(early) and not math.isfinite(late):
        return None
    if first is None and last is None:
        return Moment(key, name, None, None, say("{n}: not on this programme", n=name.lower()))
    if first is None:
        first = last
    assert first is not None
    if last is None:
        words = say("{n} from {a}, or not at all", n=name.lower(), a=fired.clock(first))
    elif last - first < 60:
        words = say("{n} at {a}", n=name.lower(), a=fired.clock(first))
    else:
        words = say("{n} at {a} to {b}", n=name.lower(), a=fired.clock(first), b=fired.hour(last, first))
    return Moment(key, name, first, last, words)


def sheet_marks(movement: Movement, fired: FiringTimeline, kind: GlassProperties, *, done: str) -> tuple[Moment, ...]:
    """The marks of a sheet: the first touch, where it is done, and where its edge slips over a hole's rim."""
    work = fired.work(kind)
    found = [
        mark("touches", "First touch", fired, work, *movement.span("touches")),
        mark("done", done, fired, work, *movement.span("done")),
    ]
    slips = movement.slides.slipped_work
    if math.isfinite(slips):
        found.append(mark("too-late", "Slips through, if it slides", fired, work, slips, math.nan))
    return tuple(m for m in found if m is not None)


def after_figure(
    key: str,
    name: str,
    *,
    kind: GlassProperties,
    fired: FiringTimeline,
    early: float,
    likely: float,
    late: float,
    words: str,
    source: Source = SHEET,
    assumptions: Sequence[str] = (),
) -> Figure:
    """When a firing has done so much heat work, from its start, s; its error is half of what lies between the ends."""
    work = fired.work(kind)
    end = fired.line[-1][0]

    def second(w: float) -> float:
        at = work.second(w) if math.isfinite(w) else None
        return end if at is None else at

    seconds = second(likely)
    is_never = not math.isfinite(likely) or work.second(likely) is None
    figure = derive(
        key,
        name,
        "duration",
        lambda t, _w: t,
        [given("from the start", "t", seconds, "duration"), given("heat work it takes", "W", likely, "per_pa")],
        words=words,
        formula="t",
        source=source,
        assumptions=list(assumptions),
        extra=[] if is_never else [("between the earliest and the latest", abs(second(late) - second(early)) / 2)],
    )
    if is_never:
        never = Formatted("never in this programme", "", "", "never in this programme")
        return replace(figure, shown=DualQuantity(never, never))
    return figure


def in_times(times: float) -> str:
    """So many times, in words."""
    return f"{times:.1f}" if times < 10 else f"{times:.0f}" if times < 1000 else "more than 1000"


def excess_words(times: float, log10_pa_s: float) -> Message:
    """What more heat work than needed does where a mould ends the movement, in words."""
    if times < 1:
        return say("It does {x} of the heat work it takes with its rim held.", x=f"{100 * times:.0f} %")
    told = say("It does {x} times the heat work it takes; the form ends it.", x=in_times(times))
    if times > 1.5 and log10_pa_s < MARKS_LOG:
        marked = say(" So soft, its underside takes the form's marks.")
        return Message(told.metric + marked.metric, told.us + marked.us)
    return told
