"""Reading what people type: `1 1/2 in`, `2 lb 3 oz`, `1h30`, `1225F`, `350F/h`. Writing it is in `words`.

The text is a run of terms, each a number and a unit. Only lengths, weights and durations may have several, from large
to
small and within one system (feet and inches, kilograms and grams). A temperature and a difference of temperatures are
different kinds and never share a conversion. What could mean two things is refused with both, never guessed.
"""

from __future__ import annotations

import functools
import math
import re
from fractions import Fraction
from typing import Literal

from coldcradle.errors import ImpossibleInput, QuantityError
from coldcradle.quantity.numerals import (
    AmbiguousNumeral,
    is_doubtful_thousandth,
    normalise,
    plain_numerals,
    split_fraction,
)
from coldcradle.quantity.units import SPELLINGS, Kind, factor_to_si, temperature_to_c

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
# Small units, in which 1.000 may well be meant for a thousand.
_FINE_UNITS = frozenset(
    (
        *("millimeter", "gram", "milliliter", "minute", "second", "kilogram / meter ** 3"),
        *("degC", "degF", "delta_degC", "delta_degF", "delta_degC / hour", "delta_degF / hour"),
    )
)
_US_UNITS = frozenset(("inch", "foot", "pound", "ounce"))
_DEGREES = frozenset(("°", "deg", "degs", "degree", "degrees"))
_DEGREES_AN_HOUR = re.compile(r"(?:°|degs?|degrees?)\s*(?:/|per |an )\s*(?:h|hr|hour)s?|dph")

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
_SIDES = re.compile(r"(?P<a>[\d.,/ ]*\d)\s*(?P<unit>[a-z\"']*)\s*(?:x|×|\*|by)\s*(?P<b>\S.*)")


def _refuse(text: str, kind: Kind, why: str = "") -> QuantityError:
    called, example = _CALLED[kind]
    if not text.strip():
        return QuantityError(f"expected {called}, such as {example}; nothing is written here")
    shown = text if len(text) <= _MAX_LENGTH else text[:_MAX_LENGTH] + "…"
    return QuantityError(f"“{shown}” cannot be read as {called}{why}. Write it like {example}")


def _value(number: re.Match[str], original: str, kind: Kind) -> float:
    """The number of a match of `_NUMBER`, sign included."""
    parts = number.groupdict()
    try:
        if parts["decimal"] is not None:
            value = float(parts["decimal"])
        elif parts["whole"] is not None:
            value = float(int(parts["whole"]) + Fraction(int(parts["num"]), int(parts["den"])))
        else:
            other = split_fraction(parts["fnum"], parts["fden"])
            value = float(Fraction(int(parts["fnum"]), int(parts["fden"])))
            if other is not None:
                raise _refuse(original, kind, f": it could mean {other} or {value:g}")
    except (ZeroDivisionError, OverflowError):
        raise _refuse(original, kind, ": it divides by nothing or is far too large") from None
    return -value if parts["sign"] == "-" else value


def _terms(text: str, kind: Kind, original: str) -> list[tuple[float, str, str]]:
    """The numbers of a normalised text with their units and as written; the last unit may be missing."""
    terms: list[tuple[float, str, str]] = []
    at = 0
    while at < len(text):
        number = _NUMBER.match(text, at)
        if number is None:
            raise _refuse(original, kind)
        value = _value(number, original, kind)
        at = number.end()
        unit = _UNIT.match(text, at)
        terms.append((value, unit["unit"].strip() if unit else "", number["decimal"] or ""))
        at = unit.end() if unit else at
        if not unit and text[at:].strip() and not _NUMBER.match(text, at):
            raise _refuse(original, kind)
        while at < len(text) and text[at] == " ":
            at += 1
    return terms


def _clean(text: str, kind: Kind) -> str:
    """The text ready to be taken apart: plain numerals, no full stops behind units, no commas between parts."""
    clean = normalise(text)
    if kind == "expansion":
        clean = _TIMES_TEN.sub(r"e\1", clean)
    try:
        clean = plain_numerals(clean)
    except AmbiguousNumeral as doubt:
        a_or_b = " or ".join(clean.replace(doubt.numeral, reading) for reading in doubt.readings)
        raise _refuse(
            text, kind, f": it could mean {a_or_b}" if a_or_b else ": its marks do not part it by thousands"
        ) from None
    clean = re.sub(r"(?<=[a-z])\.", "", clean)
    clean = re.sub(r",(?=\s|$)|(?<=[a-z\"'])\s*(?:,|\band\b)\s*(?=\d)", " ", clean)
    clean = re.sub(r"(?<=['\"])\s*-\s*(?=\d)", " ", clean)  # 5'-2"
    return re.sub(r"\s+", " ", clean).strip()


def _of_screen(word: str, kind: Kind, system: System) -> str:
    """A unit as spelled, or the one on the screen where only "degrees" is said, or nothing."""
    bare = BARE[kind][0 if system == "metric" else 1].lower()
    if not word:
        return bare
    if kind in ("temperature", "difference") and word in _DEGREES:
        return bare
    return bare if kind == "rate" and _DEGREES_AN_HOUR.fullmatch(word) else word


def _ask_which(number: float, word: str, written: str, kind: Kind, text: str) -> None:
    """Refuse a bare number that two people would read in two ways."""
    if kind == "duration" and not word and number:
        raise _refuse(text, kind, f": it could mean {number:g} h or {number:g} min")
    if kind == "ratio" and not word and 0 < abs(number) < 1:
        raise _refuse(text, kind, f": it could mean {number:g} % or {number * 100:g} %")
    if kind == "expansion" and 12.5 < number < 20:
        raise _refuse(text, kind, f": it could mean {number:g} ×10⁻⁷ or {number:g} ×10⁻⁶")
    unit = SPELLINGS[kind].get(normalise(word or BARE[kind][0]))
    if unit in _FINE_UNITS and is_doubtful_thousandth(written):
        unit = word or BARE[kind][0]
        raise _refuse(text, kind, f": it could mean {written.replace('.', '')} {unit} or {float(written):g} {unit}")


def _area(clean: str, text: str, system: System) -> float | None:
    """150 x 150 mm as an area; None where it is not written so."""
    sides = _SIDES.fullmatch(clean)
    if sides is None:
        return None
    try:
        second = parse(sides["b"], "length", system=system)
        unit = sides["unit"] or re.sub(r"^[\d\s./+-]+", "", sides["b"])
        return parse(f"{sides['a']} {unit}", "length", system=system) * second
    except QuantityError:
        raise _refuse(text, "area") from None


def _total(terms: list[tuple[float, str, str]], kind: Kind, text: str, system: System) -> float:
    """The sum of the terms in SI."""
    spelled = SPELLINGS[kind]
    total, last_factor, sign = 0.0, math.inf, 1.0
    systems = set()
    for index, (number, word, written) in enumerate(terms):
        if not word and len(terms) > 1:
            raise _refuse(text, kind, ": a unit is missing")
        _ask_which(number, word, written, kind, text)
        said = _of_screen(word, kind, system)
        unit = spelled.get(normalise(said)) if said else "dimensionless"
        if unit is None:
            raise _refuse(text, kind, f": “{word}” is not a unit of that kind")
        if kind == "temperature":
            return temperature_to_c(number, unit)
        factor = factor_to_si(unit, kind)
        systems.add(unit in _US_UNITS)
        if factor >= last_factor or (index and number < 0):
            raise _refuse(text, kind, ": the parts should go from large to small")
        if len(systems) > 1 and kind != "duration":
            raise _refuse(text, kind, ": its parts are of two systems")
        if index == 0 and number < 0:
            sign = -1.0
        total += abs(number) * factor
        last_factor = factor
    return total * sign


@functools.lru_cache(maxsize=4096)  # the same texts are read again with every edit of a piece
def parse(text: str, kind: Kind, *, system: System = "metric") -> float:
    """The value in SI (degrees C for temperatures, K/h for rates) of what was typed.

    A bare number takes the unit of `system`; a bare time, and a bare share below 1, are refused. Raises
    QuantityError, in
    words fit for the screen, for anything that cannot be read or could mean two things, for a unit of another kind, and
    for NaN and infinity.
    """
    if len(text) > 4 * _MAX_LENGTH:
        raise _refuse(text, kind, ": it is far too long")
    clean = _clean(text, kind)
    if kind == "duration" and (clock := _CLOCK.fullmatch(clean)):
        return int(clock[1]) * 3600.0 + int(clock[2]) * 60.0
    if kind == "area" and (area := _area(clean, text, system)) is not None:
        return area
    terms = _terms(clean, kind, text)
    if not terms:
        raise _refuse(text, kind)
    if len(terms) == 2 and terms[1][1] == "":  # 1h30, 5'6
        smaller = {"duration": {"h": "min", "hr": "min"}, "length": {"'": '"', "ft": '"'}}.get(kind, {}).get(
            terms[0][1]
        )
        if smaller is not None:
            terms[1] = (terms[1][0], smaller, terms[1][2])
    if len(terms) > 1 and kind not in _COMPOUND:
        raise _refuse(text, kind)
    total = _total(terms, kind, text, system)
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
    from coldcradle.quantity.format import show

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
    degrees = r"(?:°|deg\w*|dph)?\s*(?:(?:/|per |an )\s*h\w*)?" if kind in ("temperature", "difference", "rate") else ""
    bare = re.fullmatch(r"\s*([\d\s.,/+-]+?)\s*" + degrees + r"\s*", normalise(text))
    sides = kind == "area" and _SIDES.fullmatch(_clean(text, kind)) is not None
    unit = BARE["length" if sides else kind][0 if system == "metric" else 1]
    if kind == "expansion" or (bare is None and as_metric == as_us) or (kind == "duration" and as_metric == as_us):
        return text.strip()
    return f"{bare[1] if bare and as_metric != as_us else text.strip()} {unit}".strip()
