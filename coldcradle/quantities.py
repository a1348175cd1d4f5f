"""Reading what people type: `1 1/2 in`, `2 lb 3 oz`, `1h30`, `1225F`, `350F/h`. Writing it is in `words`.

The text is a run of terms, each a number and a unit. Only lengths in feet and inches, weights in pounds and
ounces, and durations may have several, from large to small. A temperature and a difference of
temperatures are different kinds and never share a conversion.
"""

from __future__ import annotations

import functools
import math
import re
import unicodedata
from fractions import Fraction
from typing import Literal

from coldcradle.errors import ImpossibleInput, QuantityError
from coldcradle.units import SPELLINGS, Kind, factor_to_si, temperature_to_c

__all__ = ["System", "parse", "parse_within", "with_unit"]

System = Literal["metric", "us"]

# The unit meant by a bare number, in the system that is on the screen.
BARE: dict[Kind, tuple[str, str]] = {
    "length": ("mm", "in"),
    "volume": ("mL", "fl oz"),
    "mass": ("g", "oz"),
    "temperature": ("°C", "°F"),
    "difference": ("K", "F°"),
    "rate": ("°C/h", "°F/h"),
    "duration": ("h", "h"),
    "density": ("kg/m³", "lb/ft³"),
    "ratio": ("%", "%"),
    "stress": ("MPa", "psi"),
    "power": ("kW", "kW"),
    "energy": ("kWh", "kWh"),
    "expansion": ("/K", "/K"),
    "count": ("", ""),
    "angle": ("°", "°"),
    "area": ("cm²", "in²"),
}

_CALLED: dict[Kind, tuple[str, str]] = {
    "length": ("a length", "38 mm or 1 1/2 in"),
    "volume": ("a volume", "310 mL or 10 fl oz"),
    "mass": ("a weight", "800 g or 2 lb 3 oz"),
    "temperature": ("a temperature", "516 °C or 960 °F"),
    "difference": ("a difference of temperatures", "10 K or 18 F°"),
    "rate": ("a rate", "55 °C/h or 100 °F/h"),
    "duration": ("a time", "1 h 30 min or 90 min"),
    "density": ("a density", "2500 kg/m³ or 2.5 g/cm³"),
    "ratio": ("a share", "2 %"),
    "stress": ("a stress", "0.2 MPa or 29 psi"),
    "power": ("a power", "2.4 kW"),
    "energy": ("an energy", "14 kWh"),
    "expansion": ("an expansion", "90 x10^-7/K, 9.0e-6 /K or just 90"),
    "count": ("a number", "3"),
    "angle": ("an angle", "5°"),
    "area": ("an area", "120 cm² or 18 in²"),
}

_COMPOUND: frozenset[Kind] = frozenset({"length", "mass", "duration"})
_MAX_LENGTH = 60

_NUMBER = re.compile(
    r"""\s*(?P<sign>[+-])?\s*(?:
        (?P<whole>\d+)(?:\s+|-)(?P<num>\d+)/(?P<den>\d+)      # 1 1/2, 1-1/2
      | (?P<fnum>\d+)/(?P<fden>\d+)                           # 3/4
      | (?P<decimal>(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)    # 1.5, .5, 1e9
    )""",
    re.VERBOSE,
)
_UNIT = re.compile(r"\s*(?P<unit>[^\d\s+.-][^\d+-]*?[³]?(?:[23](?![\d.]))?)(?=\s*(?:[\d+.-]|$))")
_CLOCK = re.compile(r"(\d+):([0-5]\d)")
_TIMES_TEN = re.compile(r"\s*[x×*·]\s*10\s*\^?\s*(-?\d+)")
_THOUSANDS = re.compile(r"(?<![\d.])\d{1,3}(?:[ \u00a0\u202f\u2009]\d{3})+(?![\d/])")


def _normalise(text: str) -> str:
    for character in text:
        name = unicodedata.name(character, "")
        if name.startswith("VULGAR FRACTION"):
            text = text.replace(character, " " + unicodedata.normalize("NFKC", character))
    text = text.replace("³", "3").replace("²", "2")
    text = unicodedata.normalize("NFKC", text.replace("″", '"').replace("”", '"').replace("′", "'"))
    text = text.replace("’", "'").replace("−", "-").replace("⁄", "/").replace("''", '"').replace("º", "°")
    text = _THOUSANDS.sub(lambda m: re.sub(r"\s", "", m.group()), text.strip())
    return re.sub(r"\s+", " ", text).lower()


def _refuse(text: str, kind: Kind, why: str = "") -> QuantityError:
    called, example = _CALLED[kind]
    if not text.strip():
        return QuantityError(f"expected {called}, such as {example}; nothing is written here")
    shown = text if len(text) <= _MAX_LENGTH else text[:_MAX_LENGTH] + "…"
    return QuantityError(f"“{shown}” cannot be read as {called}{why}. Write it like {example}")


def _terms(text: str, kind: Kind, original: str) -> list[tuple[float, str]]:
    """The (number, unit) pairs of a normalised text; the last unit may be missing."""
    terms: list[tuple[float, str]] = []
    at = 0
    while at < len(text):
        number = _NUMBER.match(text, at)
        if number is None:
            raise _refuse(original, kind)
        parts = number.groupdict()
        try:
            if parts["decimal"] is not None:
                value = float(parts["decimal"])
            elif parts["whole"] is not None:
                value = float(int(parts["whole"]) + Fraction(int(parts["num"]), int(parts["den"])))
            else:
                value = float(Fraction(int(parts["fnum"]), int(parts["fden"])))
        except (ZeroDivisionError, OverflowError):
            raise _refuse(original, kind, ": it divides by nothing or is far too large") from None
        if parts["sign"] == "-":
            value = -value
        at = number.end()
        unit = _UNIT.match(text, at)
        terms.append((value, unit["unit"].strip() if unit else ""))
        at = unit.end() if unit else at
        if not unit and text[at:].strip() and not _NUMBER.match(text, at):
            raise _refuse(original, kind)
        while at < len(text) and text[at] == " ":
            at += 1
    return terms


@functools.lru_cache(maxsize=4096)  # the same texts are read again with every edit of a piece
def parse(text: str, kind: Kind, *, system: System = "metric") -> float:
    """The value in SI (degrees C for temperatures, K/h for rates) of what was typed.

    A bare number takes the unit of `system`. Raises QuantityError, in words fit for the screen, for anything
    that cannot be read, for a unit of another kind, for NaN and infinity, and for a comma that could
    mean either thousands or decimals.
    """
    if len(text) > 4 * _MAX_LENGTH:
        raise _refuse(text, kind, ": it is far too long")
    clean = _normalise(text)
    if kind == "expansion":
        clean = _TIMES_TEN.sub(r"e\1", clean)
    if re.search(r"\d,\d{3}(?!\d)", clean):
        plain = clean.replace(",", "")
        raise _refuse(text, kind, f": the comma could mean {plain} or {clean.replace(',', '.', 1)}")
    clean = re.sub(r"(?<=\d),(?=\d)", ".", clean)
    if kind == "duration" and (clock := _CLOCK.fullmatch(clean)):
        return int(clock[1]) * 3600.0 + int(clock[2]) * 60.0
    terms = _terms(clean, kind, text)
    if not terms:
        raise _refuse(text, kind)
    if kind == "duration" and len(terms) == 2 and terms[1][1] == "" and terms[0][1] in ("h", "hr"):
        terms[1] = (terms[1][0], "min")
    if len(terms) > 1 and kind not in _COMPOUND:
        raise _refuse(text, kind)
    bare = BARE[kind][0 if system == "metric" else 1].lower()
    spelled = SPELLINGS[kind]
    total, last_factor, sign = 0.0, math.inf, 1.0
    for index, (number, word) in enumerate(terms):
        if not word and len(terms) > 1:
            raise _refuse(text, kind, ": a unit is missing")
        unit = spelled.get(_normalise(word or bare)) if (word or bare) else "dimensionless"
        if unit is None:
            raise _refuse(text, kind, f": “{word}” is not a unit of that kind")
        if kind == "temperature":
            total = temperature_to_c(number, unit)
            break
        factor = factor_to_si(unit, kind)
        if factor >= last_factor or (index and number < 0):
            raise _refuse(text, kind, ": the parts should go from large to small")
        if index == 0 and number < 0:
            sign = -1.0
        total += abs(number) * factor
        last_factor = factor
    total *= sign
    if kind == "expansion" and total >= 0.5:  # "90" is said for 90 x10^-7, and 9.0 for 9.0 x10^-6
        total *= 1e-7 if total >= 20 else 1e-6
    if not math.isfinite(total):
        raise _refuse(text, kind, ": it is far too large")
    return total


def parse_within(
    text: str,
    kind: Kind,
    *,
    called: str,
    low: float,
    high: float,
    low_included: bool = True,
    system: System = "metric",
) -> float:
    """`parse`, then refuse what lies outside [low, high] (SI): "expected a depth above 0 mm, got -3"."""
    from coldcradle.words import show

    value = parse(text, kind, system=system)
    which = 0 if system == "metric" else 1
    got = text.strip()
    if value < low or (value == low and not low_included):
        bound = show(low, kind)
        limit = (bound.metric, bound.us)[which].text
        raise ImpossibleInput(f"expected {called} {'of at least' if low_included else 'above'} {limit}, got {got}")
    if value > high:
        bound = show(high, kind)
        raise ImpossibleInput(f"expected {called} of at most {(bound.metric, bound.us)[which].text}, got {got}")
    return value


def with_unit(text: str, kind: Kind, system: System) -> str:
    """What was typed, with the unit of `system` put after a bare number, so that it means the same tomorrow."""
    try:
        as_metric, as_us = parse(text, kind, system="metric"), parse(text, kind, system="us")
    except QuantityError:
        return text
    is_bare = as_metric != as_us or re.fullmatch(r"[\s\d.,/+-]+", _normalise(text)) is not None
    unit = BARE[kind][0 if system == "metric" else 1]
    return f"{text.strip()} {unit}".strip() if is_bare and kind != "expansion" else text.strip()
