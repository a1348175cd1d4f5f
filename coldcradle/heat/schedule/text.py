"""Somebody else's schedule, as people write it: prose, lists, numbered lines, tables. Every line is shown with what was
made of it, and nothing counts as read until every number has found its place.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.heat.schedule.text_lines import Draft, LineReader
from coldcradle.heat.schedule.text_tables import Header, header_of, parts_of, row_tokens, side_rows, upright
from coldcradle.heat.schedule.text_tokens import PLACES, tokens_of
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.quantity.reason import because
from coldcradle.quantity.units import temperature_to_c

__all__ = ["ReadLine", "Schedule", "ScheduleStep", "read_schedule"]

_MOST_STEPS, _MOST_LINES, _MOST_LINE = 40, 120, 400
_HOT = 1000.0  # no glass of the trade goes above 1000 °C; a schedule that does is in °F
_ROOM_C = 20.0


@dataclass(frozen=True, slots=True)
class ScheduleStep:
    """One step as meant: `rate` (an hour) and `to` in the unit of the schedule; `rate` None and no `ramp_s`: as
    fast as it can.
    """

    line: int
    rate: float | None
    to: float
    hold_s: float
    ramp_s: float | None
    said_pace: bool
    is_bare_hold: bool


@dataclass(frozen=True, slots=True)
class ReadLine:
    """One line as pasted: what was made of it, what in it found no place, and what is to be asked."""

    number: int
    text: str
    says: list[Message]
    unread: list[str]
    doubts: list[str]


@dataclass(frozen=True, slots=True)
class Schedule:
    """A schedule as read. `unit` is degF or degC; `is_guess`: nothing in the text says so. It is `is_complete` when
    every
    number of every line has its place and nothing is to be asked.
    """

    steps: list[ScheduleStep]
    lines: list[ReadLine]
    unit: str
    is_guess: bool
    count: Message
    is_complete: bool

    def wanted(self, *, from_c: float = _ROOM_C) -> list[PlannedSegment]:
        """The steps in °C and K/h, the hottest marked as the peak. Raises ImpossibleInput while anything is unread."""
        if not self.is_complete:
            raise ImpossibleInput(self.count.metric)
        factor = 1 / 1.8 if self.unit == "degF" else 1.0
        targets = [temperature_to_c(step.to, self.unit) for step in self.steps]
        peak = max(range(len(targets)), key=targets.__getitem__)
        found, before = [], from_c
        for i, (step, to_c) in enumerate(zip(self.steps, targets, strict=True)):
            rate = None if step.rate is None else step.rate * factor
            if step.ramp_s:
                rate = max(0.1, abs(to_c - before) / step.ramp_s * 3600)
            name = "Peak" if i == peak else "Up" if to_c > before else "Down"
            found.append(
                PlannedSegment(
                    key=StepKey.PEAK if i == peak else f"typed-{i + 1}",
                    name=name,
                    rate_k_per_h=rate,
                    to_c=to_c,
                    hold_s=step.hold_s,
                    limited_by="choice",
                    why=because("pasted", n=str(step.line)),
                    figures=(),
                )
            )
            before = to_c
        return found


def _is_end(step: Draft) -> bool:
    """A last row of noughts, or a target of nothing: the end, not a step."""
    return step.to == 0


def _lines(text: str) -> list[str]:
    lines = text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
    if len(lines) > _MOST_LINES:
        raise ImpossibleInput(f"expected at most {_MOST_LINES} lines, got {len(lines)}")
    for number, line in enumerate(lines, 1):
        if len(line) > _MOST_LINE * 5:
            raise ImpossibleInput(f"line {number} is too long to be steps of a schedule")
    return lines


def _read(lines: list[str]) -> LineReader:
    reader = LineReader()
    sides = side_rows(lines)
    header: Header | None = None
    if sides is not None:
        first = next(i for i, line in enumerate(lines, 1) if line.strip())
        for line in upright(sides):
            reader.read(first, [t for t in tokens_of(f" {line}") if t.kind != "comma"])
            reader.finish(first)
        return reader
    for number, line in enumerate(lines, 1):
        if (found := header_of(line)) is not None:
            header = found
            continue
        row = row_tokens(line, header) if header is not None else None
        if row:
            reader.read(number, row)
            reader.finish(number)
            continue
        for part in parts_of(line):
            reader.read(number, tokens_of(part))
            # a step may run on over the line's end only while it has no target
            if reader.draft.to is not None or (reader.draft.hold_s is not None and not reader.draft.has_pace):
                reader.finish(number)
    reader.finish(len(lines))
    return reader


def _steps(reader: LineReader) -> list[ScheduleStep]:
    found = []
    for draft in reader.steps:
        if _is_end(draft):
            if draft.hold_s:
                reader.doubt(draft.line, "is 0 a temperature that is held")
            continue
        if draft.rate == 0 and draft.ramp_s is None:
            reader.doubt(draft.line, "is a rate of 0 meant for as fast as it can, or for none")
        found.append(
            ScheduleStep(
                draft.line,
                draft.rate or None,
                draft.to or 0.0,
                draft.hold_s or 0.0,
                draft.ramp_s,
                draft.has_pace,
                draft.is_bare_hold and bool(draft.hold_s),
            )
        )
    return found


def _words(step: ScheduleStep, unit: str) -> Message:
    """What was made of a step."""
    factor = 1 / 1.8 if unit == "degF" else 1.0
    shown: dict[str, DualQuantity | str] = {
        "to": show(temperature_to_c(step.to, unit), "temperature"),
        "h": show(step.hold_s, "duration"),
    }
    if step.ramp_s:
        pace, shown["t"] = "in {t} to {to}", show(step.ramp_s, "duration")
    elif step.rate is not None:
        pace, shown["r"] = "{r} to {to}", show(step.rate * factor, "rate")
    else:
        pace = "as fast as it can to {to}" + ("" if step.said_pace else " (no rate is said)")
    return say(
        pace + ((", hold {h}" + (" (taken as minutes)" if step.is_bare_hold else "")) if step.hold_s else ""), **shown
    )


def _doubt_impossible(reader: LineReader, steps: list[ScheduleStep], unit: str) -> None:
    """What no kiln does is asked about, not left out."""
    scale = "°F" if unit == "degF" else "°C"
    for step in steps:
        to_c = temperature_to_c(step.to, unit)
        if not 20 <= to_c <= 1400:
            reader.doubt(step.line, f"is {step.to:g} {scale} a temperature of a kiln")
        if (step.rate or 0) > 20_000:
            reader.doubt(step.line, f"is {step.rate:g} {scale}/h a rate of a kiln")
        if max(step.hold_s, step.ramp_s or 0) > 30 * 86400:
            reader.doubt(step.line, "is a month and more meant")


def _count(steps: list[ScheduleStep], unit: str, is_guess: bool, lines: list[ReadLine]) -> Message:
    many = f"{len(steps)} step{'' if len(steps) == 1 else 's'}"
    guess = ", by its hottest step; write °F or °C to be sure" if is_guess else ""
    open_ones = [line.number for line in lines if line.unread or line.doubts]
    rest = ""
    if open_ones:
        which = ("line " if len(open_ones) == 1 else "lines ") + ", ".join(map(str, open_ones))
        rest = f" Not judged yet: {which} {'holds' if len(open_ones) == 1 else 'hold'} something that is not clear."
    text = f"Read as {many} in {'°F' if unit == 'degF' else '°C'}{guess}.{rest}"
    return Message(text, text)


def read_schedule(text: str) -> Schedule:
    """Read a schedule typed or pasted as text. °F or °C is taken from the text, or guessed from its hottest target.

    Bare holds are minutes, but for those up to 5 and those with a decimal, which are asked. Raises ImpossibleInput for
    nothing to read, and for both scales in one text.
    """
    lines = _lines(text)
    reader = _read(lines)
    steps = _steps(reader)
    if not steps and not reader.doubts and not reader.unread:
        raise ImpossibleInput("expected steps such as “300 F/h to 1225 F hold 30 min”, one to a line; found none")
    if len(steps) > _MOST_STEPS:
        raise ImpossibleInput(f"expected at most {_MOST_STEPS} steps, got {len(steps)}")
    if len(reader.units) > 1:
        raise ImpossibleInput("expected °F or °C throughout, found both")
    marked = reader.units | _headed(lines)
    is_f = "f" in marked or (not marked and max((s.to for s in steps), default=0.0) > _HOT)
    unit = "degF" if is_f else "degC"
    _doubt_impossible(reader, steps, unit)
    shown = [
        ReadLine(
            number,
            line.strip(),
            [_words(s, unit) for s in steps if s.line == number],
            reader.unread.get(number, []),
            [f"{d}?" for d in reader.doubts.get(number, [])],
        )
        for number, line in enumerate(lines, 1)
        if line.strip()
    ]
    if side_rows(lines) is None:
        shown = [line if line.number in reader.used else _with_lost(line) for line in shown]
    is_complete = bool(steps) and not any(line.unread or line.doubts for line in shown)
    return Schedule(steps, shown, unit, not marked, _count(steps, unit, not marked, shown), is_complete)


def _headed(lines: list[str]) -> set[str]:
    """The scale that a heading names."""
    return {h.unit for line in lines if (h := header_of(line)) is not None and h.unit}


def _with_lost(line: ReadLine) -> ReadLine:
    """A line with numbers of which nothing at all was made says so, but for a counter or the noughts of an end."""
    if line.says or line.unread or line.doubts:
        return line
    lost = [t.text for t in tokens_of(line.text) if t.kind in PLACES and t.value]
    return replace(line, unread=lost)
