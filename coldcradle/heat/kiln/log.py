"""A kiln's log, read from a CSV of whatever columns: time, temperature, and where there are any set point and power."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from datetime import UTC, datetime

import numpy as np
from numpy.typing import NDArray

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.kiln.log_clock import mended_clock
from coldcradle.heat.kiln.log_text import table_of
from coldcradle.quantity.format import Message, plural, say, show

__all__ = ["UNITS", "KilnLog", "read_log"]

UNITS = ("", "degC", "degF")
_LOWEST, _HIGHEST_C, _NONSENSE_F = -60.0, 1500.0, 2750.0
_MOST_ODD = 0.25
_SPIKE_K = 25.0
_GAP_S = 1800.0

Array = NDArray[np.float64]

_TIME = re.compile(
    r"\b(time|date|stamp|elapsed|clock|zeit|t)\b|^(s|sec|secs|min|mins|h|hr|hrs|hours|minutes|seconds)$", re.I
)
_TEMPERATURE = re.compile(
    r"temp|thermo|actual|measured|process|chamber|kiln|\bpv\b|\btc ?1?\b|°|\bch(?:annel)? ?1\b", re.I
)
_SETPOINT = re.compile(r"set|target|\bsp\b|program|wanted|demand", re.I)
_POWER = re.compile(r"power|output|duty|\bout\b|relay|element|%|\bon\b", re.I)
_FORMATS = (
    "%d/%m/%Y %H:%M:%S",
    "%d/%m/%Y %H:%M",
    "%m/%d/%Y %H:%M:%S",
    "%m/%d/%Y %H:%M",
    "%d.%m.%Y %H:%M:%S",
    "%d.%m.%Y %H:%M",
    "%d-%m-%Y %H:%M:%S",
    "%m/%d/%Y %I:%M:%S %p",
    "%m/%d/%Y %I:%M %p",
    "%d %b %Y %H:%M:%S",
    "%d %b %Y %H:%M",
)
_CLOCK = re.compile(r"^(\d{1,4}):([0-5]\d)(?::([0-5]\d(?:\.\d+)?))?$")


@dataclass(frozen=True, slots=True)
class KilnLog:
    """Times (s from the first reading), °C, and power from 0 to 1 and set point in °C where the log has them.

    `begins_at` is the first moment by the log's own clock, where it has dates; that clock knows no time zone.
    """

    times_s: Array
    temperatures_c: Array
    power: Array | None
    setpoint_c: Array | None
    notes: list[Message]
    begins_at: datetime | None = None


def _number(text: str, *, comma: bool) -> float:
    text = text.strip().strip('"').rstrip("°CFcf% ").strip()
    if not text:
        return math.nan
    if comma:
        text = text.replace(".", "").replace(",", ".")
    try:
        value = float(text)
    except ValueError:
        return {"on": 1.0, "off": 0.0, "true": 1.0, "false": 0.0}.get(text.lower(), math.nan)
    return value if math.isfinite(value) else math.nan


def _numbers(cells: list[str], *, comma: bool) -> Array:
    """A whole column: at once where all of it is plain numbers, cell by cell where it is not."""
    if not comma:
        try:
            values = np.array(cells).astype(np.float64)
        except ValueError:
            pass
        else:
            return np.where(np.isfinite(values), values, np.nan)
    return np.array([_number(cell, comma=comma) for cell in cells])


def _stamp(text: str, likely: str = "") -> tuple[float | None, str]:
    """Seconds of a date and time, and the format that fitted; the `likely` one is tried first."""
    text = text.strip().strip('"').rstrip("Z")
    if not likely:
        try:
            return datetime.fromisoformat(text).replace(tzinfo=UTC).timestamp(), ""
        except ValueError:
            pass
    for form in (likely, *_FORMATS) if likely else _FORMATS:
        try:
            return datetime.strptime(text, form).replace(tzinfo=UTC).timestamp(), form
        except ValueError:
            continue
    return None, likely


def _times(cells: list[str], name: str, *, comma: bool) -> tuple[Array, str]:
    """Seconds, and what the column was taken for."""
    clocks = [_CLOCK.match(c.strip()) for c in cells[:20]]
    if sum(c is not None for c in clocks) > len(clocks) / 2:
        found, days = [], 0.0
        before = -1.0
        for cell in cells:
            m = _CLOCK.match(cell.strip())
            seconds = int(m[1]) * 3600 + int(m[2]) * 60 + float(m[3] or 0) if m else math.nan
            if before >= 0 and seconds + 6 * 3600 < before:  # past midnight
                days += 86400
            before = seconds if m else before
            found.append(seconds + days)
        return np.array(found), "clock times"
    stamps = [_stamp(c)[0] for c in cells[:20]]
    if sum(s is not None for s in stamps) > len(stamps) / 2:
        stamped, likely = list[float](), ""
        for cell in cells:
            at, likely = _stamp(cell, likely)
            stamped.append(math.nan if at is None else at)
        return np.array(stamped), "dates and times"
    values = _numbers(cells, comma=comma)
    low = name.lower()
    good = values[np.isfinite(values)]
    span = float(good[-1] - good[0]) if len(good) > 1 else 0.0
    if re.search(r"\b(h|hr|hrs|hours?)\b", low):
        return values * 3600, "hours"
    if re.search(r"\bmin", low):
        return values * 60, "minutes"
    if re.search(r"\b(s|secs?|seconds?)\b", low):
        return values, "seconds"
    if span > 1e9:
        return values / 1000, "milliseconds"
    if span > 20_000:
        return values, "seconds, by the length of it"
    if span > 240:
        return values * 60, "minutes, by the length of it"
    return values * 3600, "hours, by the length of it"


def _is_data(cell: str, *, comma: bool) -> bool:
    """Whether a cell holds a number or a time, and not the name of a column."""
    return math.isfinite(_number(cell, comma=comma)) or _stamp(cell)[0] is not None or bool(_CLOCK.match(cell.strip()))


def _column(header: list[str], pattern: re.Pattern[str], taken: set[int]) -> int | None:
    return next((i for i, name in enumerate(header) if i not in taken and pattern.search(name)), None)


def _clean(
    times: Array, temperatures: Array, others: list[Array], *, keeps_spikes: bool
) -> tuple[Array, Array, list[Array], list[Message]]:
    """In order, one reading a time, without what is not a number and without spikes."""
    from scipy.signal import medfilt  # takes half a second to load

    times, notes = mended_clock(times, temperatures)
    good = np.isfinite(times) & np.isfinite(temperatures)
    if (lost := int((~good).sum())) > 0:
        notes.append(say("{n} without a reading left out.", n=plural(lost, "row")))
    times, temperatures, others = times[good], temperatures[good], [o[good] for o in others]
    order = np.argsort(times, kind="stable")
    if np.any(order != np.arange(len(order))):
        notes.append(say("The rows were put in order of time."))
    times, temperatures, others = times[order], temperatures[order], [o[order] for o in others]
    _, first = np.unique(times, return_index=True)
    times, temperatures, others = times[first], temperatures[first], [o[first] for o in others]
    if len(times) >= 5 and not keeps_spikes:
        spikes = np.abs(temperatures - medfilt(temperatures, 5)) > _SPIKE_K
        spikes[:2] = spikes[-2:] = False
        if spikes.any():
            notes.append(say("{n} left out.", n=plural(int(spikes.sum()), "spike")))
            times, temperatures, others = times[~spikes], temperatures[~spikes], [o[~spikes] for o in others]
    return times, temperatures, others, notes


def _is_fahrenheit(name: str, temperatures: Array, unit: str) -> bool:
    """Whether a column is in °F: as somebody says, by its name, or by values no kiln has in °C."""
    if unit:
        return unit == "degF"
    if re.search(r"°\s*f|\bf\b|fahr", name, re.I):
        return True
    possible = temperatures[(temperatures < _NONSENSE_F) & (temperatures > _LOWEST)]
    return not re.search(r"°\s*c|\bc\b|cels", name, re.I) and possible.size > 0 and float(possible.max()) > 1150


def _possible(temperatures: Array) -> tuple[NDArray[np.bool_], list[Message]]:
    """Which values a kiln can have; where most of a log are others, it is another kind of file."""
    good = (temperatures <= _HIGHEST_C) & (temperatures >= _LOWEST)
    lost = int((~good).sum())
    if lost > _MOST_ODD * len(good):
        raise ImpossibleInput(
            f"expected kiln temperatures, got {temperatures.min():.0f} to {temperatures.max():.0f} °C"
        )
    return good, [say("{n} that no kiln can have left out.", n=plural(lost, "reading"))] if lost else []


@dataclass(frozen=True, slots=True)
class _Columns:
    """A log as a table: its headings, the rows under them, and which column is which (None: there is none)."""

    header: list[str]
    body: list[list[str]]
    time_at: int
    temp_at: int
    set_at: int | None
    power_at: int | None

    def cells(self, at: int) -> list[str]:
        return [row[at] if at < len(row) else "" for row in self.body]

    def name(self, at: int) -> str:
        return self.header[at] if self.header else ""


def _is_heading(row: list[str], *, comma: bool) -> bool:
    """Names, and nothing in it that is a number, a date or a clock."""
    return len(row) >= 2 and not any(
        math.isfinite(_number(c, comma=comma)) or _stamp(c)[0] is not None or _CLOCK.match(c.strip()) for c in row
    )


def _columns(rows: list[list[str]], *, comma: bool) -> _Columns:
    """Columns by their names, or by place (time, temperature) where there are none. Raises ImpossibleInput."""
    width = max(len(row) for row in rows[:50])
    head = next((i for i, row in enumerate(rows[:30]) if _is_heading(row, comma=comma)), None)
    header = [name.strip().replace("_", " ") for name in rows[head]] if head is not None else []
    body = rows[head + 1 if head is not None else 0 :]
    taken: set[int] = set()
    time_at = (_column(header, _TIME, taken) if header else 0) or 0
    taken.add(time_at)
    set_at = _column(header, _SETPOINT, taken)
    taken |= {set_at} if set_at is not None else set()
    power_at = next(
        (i for i, n in enumerate(header) if i not in taken and _POWER.search(n) and not _TEMPERATURE.search(n)), None
    )
    taken |= {power_at} if power_at is not None else set()
    temp_at = _column(header, _TEMPERATURE, taken)
    if temp_at is None:
        temp_at = next((i for i in range(width) if i not in taken), None)
    if temp_at is None or len(body) < 3:
        found = (", ".join(header) or "none")[:120]
        raise ImpossibleInput(f"expected a column of times and one of temperatures; found {found}")
    return _Columns(header, body, time_at, temp_at, set_at, power_at)


def _share(power: Array | None) -> Array | None:
    """Power from 0 to 1, whatever it was told in."""
    if power is None:
        return None
    most = float(np.nanmax(power)) if np.isfinite(power).any() else 0.0
    return power / (100.0 if 1.5 < most <= 100 else most) if most > 0 else None


def _in_celsius(values: Array | None, is_f: bool) -> Array | None:
    return (values - 32) / 1.8 if values is not None and is_f else values


def read_log(raw: bytes, *, keeps_spikes: bool = False, unit: str = "") -> KilnLog:
    """Read a log whole, or raise ImpossibleInput that says what is the matter. Spikes are left out unless it
    `keeps_spikes`, for somebody who judges them; `unit` is degC or degF where somebody says so.

    °F is taken from the names or the values. Gaps stay gaps: nothing is invented between readings.
    """
    rows, delimiter = table_of(raw)
    comma = delimiter != "," and any(re.search(r"\d,\d", cell) for row in rows[1:20] for cell in row)
    log = _columns(rows, comma=comma)
    times, told = _times(log.cells(log.time_at), log.name(log.time_at), comma=comma)
    temperatures = _numbers(log.cells(log.temp_at), comma=comma)
    others = [_numbers(log.cells(at), comma=comma) for at in (log.power_at, log.set_at) if at is not None]
    times, temperatures, others, notes = _clean(times, temperatures, others, keeps_spikes=keeps_spikes)
    if len(times) < 10:
        raise ImpossibleInput(f"expected at least ten readings with a time and a temperature, got {len(times)}")
    is_f = _is_fahrenheit(log.name(log.temp_at), temperatures, unit)
    temperatures = (temperatures - 32) / 1.8 if is_f else temperatures
    power = _share(others[0] if log.power_at is not None else None)
    setpoint = _in_celsius(others[-1] if log.set_at is not None else None, is_f)
    good, odd = _possible(temperatures)
    notes += odd
    times, temperatures = times[good], temperatures[good]
    power, setpoint = (None if column is None else column[good] for column in (power, setpoint))
    begins_at = datetime.fromtimestamp(float(times[0]), UTC).replace(tzinfo=None) if told == "dates and times" else None
    times = times - times[0]
    gaps = int((np.diff(times) > _GAP_S).sum())
    if gaps:
        notes.append(say("{n} of more than half an hour: nothing is taken from there.", n=plural(gaps, "gap")))
    more = (", with power" if power is not None else "") + (", with set points" if setpoint is not None else "")
    looked = say(
        "{n} over {t}; times as {told}, temperatures in {unit}{more}.",
        n=plural(len(times), "reading"),
        t=show(float(times[-1]), "duration"),
        told=told,
        unit="°F" if is_f else "°C",
        more=more,
    )
    return KilnLog(times, temperatures, power, setpoint, [looked, *notes], begins_at)
