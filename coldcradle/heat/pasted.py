"""Somebody else's schedule, as pasted: lines such as "300 F/h to 1225 F hold 30 min", "300 / 1225 / 30", "AFAP 1480 :10"."""

from __future__ import annotations

import re
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.programme import Wanted
from coldcradle.units import temperature_to_c
from coldcradle.words import say

__all__ = ["Pasted", "PastedStep", "read_schedule"]

_MOST_STEPS = 40
_HOT_C, _HOT_F = 1000.0, 1000.0  # no glass of the trade goes above 1000 °C; a schedule that does is in °F
_NUMBER = r"(\d+(?:[.,]\d+)?)"
_FULL = r"\b(?:afap|asap|full|max(?:imum)?|fast(?:est)?|flat out|full power|9999|free(?:ly)?|as it falls|crash|vent)\b"
_RATE = re.compile(
    _NUMBER + r"\s*°?\s*([fck])?°?\s*(?:d(?:eg(?:rees)?)?)?\s*(?:/|per|p)\s*(h(?:ou)?r?|min(?:ute)?)\b", re.I
)
_DPH = re.compile(_NUMBER + r"\s*d(?:eg)?\s*\.?\s*p(?:er)?\s*\.?\s*(h|m)\b", re.I)
_TARGET = re.compile(
    r"(?:\bto\b|\btemp(?:erature)?\b|\btarget\b|\bat\b|→|->|@|=>)\s*:?\s*" + _NUMBER + r"\s*°?\s*([fc])?\b", re.I
)
_MARKED = re.compile(_NUMBER + r"\s*°?\s*([fc])\b(?!\s*(?:/|per|p\s*h))", re.I)
_HOLD_WORD = r"(?:hold(?:ing)?|soak(?:ing)?|dwell|for|wait)\s*(?:time|for|of|:)?\s*"
_SPAN = re.compile(
    r"(?:" + _NUMBER + r"\s*h(?:ou)?r?s?\b\.?\s*(?:and\s*)?)?(?:" + _NUMBER + r"\s*(?:m|min(?:ute)?s?)\b\.?)?", re.I
)
_CLOCK = re.compile(r"(?<![\d:])(\d{1,3})?:([0-5]\d)(?![\d:])")
_LEAD = re.compile(
    r"^\s*(?:(?:step|seg(?:ment)?|ramp|stage|r|s)\s*)?#?\d{1,2}\s*[.):\-–]\s+|^\s*(?:step|seg(?:ment)?|ramp|stage)\s*#?\d{1,2}\s*[:\-–]?\s*",
    re.I,
)
_OFF = re.compile(r"^\W*(?:then\s+)?(?:off|end|cool to room.*|switch off|turn off|coast|done|stop)\W*$", re.I)
_WORDS_ONLY = re.compile(r"^[^\d]*$")
_PLAIN = re.compile(
    r"^\W*(?:" + _FULL + r"|\d+(?:[.,]\d+)?)(?:[\s,;/|\t]+(?:\d{0,3}:\d\d|\d+(?:[.,]\d+)?)){1,3}\W*$", re.I
)
_CELL = re.compile(r"^(?:inf|\d+(?:[.,]\d+)?|\d{0,3}:[0-5]\d)$")
_PARTS = re.compile(r"\b(?:then|and then|next)\b|[;\n]+", re.I)


@dataclass(frozen=True, slots=True)
class PastedStep:
    """One step as meant: `rate` and `to` still in the unit found, `rate` None: as fast as it can."""

    line: int
    rate: float | None
    to: float
    hold_s: float
    unit: str


@dataclass(frozen=True, slots=True)
class Pasted:
    """A schedule as read. `unit` is degF or degC; `is_guess` tells that nothing in the text says so."""

    steps: list[PastedStep]
    unit: str
    is_guess: bool

    def wanted(self) -> list[Wanted]:
        """The steps in °C and K/h, the hottest marked as the peak."""
        factor = 1 / 1.8 if self.unit == "degF" else 1.0
        targets = [temperature_to_c(step.to, self.unit) for step in self.steps]
        peak = max(range(len(targets)), key=targets.__getitem__)
        found, before = [], -300.0
        for i, (step, to_c) in enumerate(zip(self.steps, targets, strict=True)):
            name = "Peak" if i == peak else "Up" if to_c > before else "Down"
            found.append(
                Wanted(
                    key="cast" if i == peak else f"typed-{i + 1}", name=name,
                    rate_k_per_h=None if step.rate is None else step.rate * factor, to_c=to_c, hold_s=step.hold_s,
                    limited_by="choice", why=say("Line {n} of what you pasted.", n=str(step.line)), figures=(),
                )
            )  # fmt: skip
            before = to_c
        return found


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _hold(text: str) -> tuple[float, str]:
    """The hold said in words or as a clock, in s, and the line without it."""
    clock = _CLOCK.search(text)
    if clock:
        return int(clock[1] or 0) * 3600.0 + int(clock[2]) * 60.0, text[: clock.start()] + " " + text[clock.end() :]
    worded = re.search(_HOLD_WORD, text, re.I)
    starts = [worded.end()] if worded else []
    starts += [m.start() for m in re.finditer(r"(?<![\d.,])\d", text)]
    for start in starts:
        span = _SPAN.match(text, start)
        if span and (span[1] or span[2]):
            seconds = _number(span[1] or "0") * 3600 + _number(span[2] or "0") * 60
            begin = worded.start() if worded and worded.end() == start else start
            return seconds, text[:begin] + " " + text[span.end() :]
    if worded:
        bare = re.match(r"\s*" + _NUMBER + r"(?!\s*°?\s*[fc]\b)", text[worded.end() :], re.I)
        if bare:
            return _number(bare[1]) * 60, text[: worded.start()] + " " + text[worded.end() + bare.end() :]
        return 0.0, text
    return 0.0, text


def _plain(text: str) -> tuple[float | None, float, float] | None:
    """A row of bare numbers: rate, target and hold in minutes; or a counter before them."""
    if not _PLAIN.match(text):
        return None
    rest = re.sub(_FULL, "inf", text, flags=re.I)
    fields = [f for f in re.split(r"[\s,;/|\t]+", re.sub(r"[^\w\s,;/|:.]", " ", rest).strip(" .")) if f]
    if len(fields) == 4 and fields[0].isdigit() and int(fields[0]) <= _MOST_STEPS:
        fields = fields[1:]
    if len(fields) not in (2, 3) or ":" in fields[0] + fields[1] or "inf" in fields[1:]:
        return None
    if len(fields) == 3 and ":" in fields[2] and not _CLOCK.fullmatch(fields[2]):
        return None
    if not all(_CELL.match(f) for f in fields):
        return None
    rate = None if fields[0] == "inf" else _number(fields[0])
    hold = 0.0
    if len(fields) == 3:
        clock = _CLOCK.fullmatch(fields[2])
        hold = int(clock[1] or 0) * 3600.0 + int(clock[2]) * 60.0 if clock else _number(fields[2]) * 60
    return rate, _number(fields[1]), hold


def _read_line(number: int, text: str) -> tuple[PastedStep, set[str]]:
    units: set[str] = set()
    line = _LEAD.sub("", text, count=1)
    plain = _plain(line) or _plain(text)
    if plain:
        return PastedStep(number, plain[0], plain[1], plain[2], ""), units
    rest, rate, is_full = line, None, bool(re.search(_FULL, line, re.I))
    said = _RATE.search(rest) or _DPH.search(rest)
    if said:
        rate = _number(said[1])
        if (said.lastindex or 0) >= 3:
            if said[2]:
                units.add(said[2].lower())
            rate *= 60 if said[3].lower().startswith("m") else 1
        elif said[2].lower() == "m":
            rate *= 60
        rest = rest[: said.start()] + " " + rest[said.end() :]
    hold, rest = _hold(rest)
    target = _TARGET.search(rest) or _MARKED.search(rest)
    if target is None:
        left = re.findall(_NUMBER, re.sub(_FULL, " ", rest, flags=re.I))
        if len(left) == 1:
            return PastedStep(number, None if is_full else rate, _number(left[0]), hold, ""), units
        if len(left) == 2 and rate is None and not is_full:
            return PastedStep(number, _number(left[0]), _number(left[1]), hold, ""), units
        raise ImpossibleInput(
            f"line {number}, “{text.strip()[:50]}”, cannot be read. Write it like “300 F/h to 1225 F hold 30 min”"
        )
    if target[2]:
        units.add(target[2].lower())
    return PastedStep(number, None if is_full else rate, _number(target[1]), hold, ""), units


def read_schedule(text: str) -> Pasted:
    """Read a schedule typed or pasted as text. °F or °C is taken from the text, or guessed from its hottest target.

    Raises ImpossibleInput that names the line.
    """
    whole_units = {
        m.lower()[0] for m in re.findall(r"°\s*([fc])\b|\b(fahrenheit|celsius)\b", text, re.I) for m in m if m
    }
    steps: list[PastedStep] = []
    units: set[str] = set()
    number = 0
    for part in _PARTS.split(text):
        number += 1
        line = part.strip(" \t\r,.•*-–").strip()
        if not line or _OFF.match(line) or _WORDS_ONLY.match(re.sub(_FULL, "", line, flags=re.I)):
            continue
        if len(line) > 200:
            raise ImpossibleInput(f"line {number} is too long to be a step of a schedule")
        step, found = _read_line(number, line)
        units |= found
        steps.append(step)
        if len(steps) > _MOST_STEPS:
            raise ImpossibleInput(f"expected at most {_MOST_STEPS} steps")
    if not steps:
        raise ImpossibleInput("expected steps such as “300 F/h to 1225 F hold 30 min”, one to a line; found none")
    marked = {u for u in units | whole_units if u in "fc"}
    if len(marked) > 1:
        raise ImpossibleInput("expected °F or °C throughout, found both")
    hottest = max(step.to for step in steps)
    is_f = "f" in marked or (not marked and hottest > _HOT_F)
    unit = "degF" if is_f else "degC"
    for step in steps:
        to_c = temperature_to_c(step.to, unit)
        if not 20 <= to_c <= 1400 or step.rate == 0 or step.hold_s > 30 * 86400 or (step.rate or 0) > 20_000:
            raise ImpossibleInput(
                f"line {step.line} goes to {step.to:g} {'°F' if is_f else '°C'}; no kiln schedule does"
            )
    return Pasted(steps, unit, not marked)
