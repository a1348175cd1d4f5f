"""Numbers as people write them, by one rule for the marks in them.

a dot is the decimal point, a comma is one too; spaces and apostrophes part thousands; where both dot and comma stand,
or
one of them twice, the groups of three are thousands. What could be either - a single comma before exactly three digits,
or a dot before three that end in nought (1.000, 2.500: no instrument writes its thousandths so) in a small unit - is
refused, with both readings.
"""

from __future__ import annotations

import re
import unicodedata

__all__ = ["AmbiguousNumeral", "is_doubtful_thousandth", "normalise", "plain_numerals", "split_fraction"]

_SPACED = re.compile(r"(?<![\d.,])\d{1,3}(?:[ \u00a0\u202f\u2009]\d{3})+(?![\d/])")
_TICKED = re.compile(r"(?<![\d.,])\d{1,3}(?:'\d{3})+(?!\d)")
_NUMERAL = re.compile(r"(?<![\d.,])\d[\d.,]*\d(?![\d.,])")
_GROUPED = re.compile(r"\d{1,3}(?:[.,]\d{3})+")
_ONE_COMMA = re.compile(r"[1-9]\d{0,2},\d{3}")
_THOUSANDTH = re.compile(r"[1-9]\d{0,2}\.\d{2}0")


class AmbiguousNumeral(ValueError):
    """A number that could mean two things: `numeral` as written, and its `readings`, none where it means nothing."""

    def __init__(self, numeral: str, *readings: str) -> None:
        self.numeral, self.readings = numeral, readings
        super().__init__(numeral)


def normalise(text: str, *, spaced_thousands: bool = True) -> str:
    """Small letters, plain signs, one space; vulgar fractions spelled out and thousands parted by nothing.

    Without `spaced_thousands` a space always parts two numbers, as in columns.
    """
    for character in text:
        if unicodedata.name(character, "").startswith("VULGAR FRACTION"):
            text = text.replace(character, " " + unicodedata.normalize("NFKC", character))
    text = (
        text.replace("³", "3")
        .replace("²", "2")
        .replace("º", "°")
        .replace("˚", "°")
        .replace("℃", "°C")
        .replace("℉", "°F")
    )
    text = unicodedata.normalize("NFKC", text.replace("″", '"').replace("”", '"').replace("′", "'"))
    text = text.replace("’", "'").replace("''", '"').replace("⁄", "/")
    for dash in "−–—‐‑":
        text = text.replace(dash, "-")
    text = text.strip()
    if spaced_thousands:
        text = _SPACED.sub(lambda m: re.sub(r"\s", "", m.group()), text)
    text = _TICKED.sub(lambda m: m.group().replace("'", ""), text)
    return re.sub(r"\s+", " ", text).lower()


def _numeral(text: str) -> str:
    marks = [c for c in text if c in ".,"]
    if not marks:
        return text
    if len(set(marks)) == 2:
        last = text.rindex(marks[-1])
        whole, rest = text[:last], text[last + 1 :]
        if marks.count(marks[-1]) > 1 or not _GROUPED.fullmatch(whole):
            raise AmbiguousNumeral(text)
        return re.sub(r"[.,]", "", whole) + "." + rest
    if len(marks) > 1:
        if not _GROUPED.fullmatch(text):
            raise AmbiguousNumeral(text)
        return re.sub(r"[.,]", "", text)
    if marks == [","] and _ONE_COMMA.fullmatch(text):
        raise AmbiguousNumeral(text, text.replace(",", ""), text.replace(",", "."))
    return text.replace(",", ".")


def plain_numerals(text: str) -> str:
    """A normalised text with every number in plain decimals. Raises Doubt where a comma could mean two things."""
    return _NUMERAL.sub(lambda m: _numeral(m.group()), text)


def is_doubtful_thousandth(numeral: str) -> bool:
    """Whether a numeral has its dot before exactly three digits that end in nought: 1.000, not 0.125, 12.5 nor
    863.618.
    """
    return _THOUSANDTH.fullmatch(numeral) is not None


def split_fraction(numerator: str, denominator: str) -> str | None:
    """What `11/2` may be meant for, `1 1/2`; None where it can only be one fraction."""
    rest = numerator[1:].lstrip("0")
    if len(numerator) < 2 or not rest or int(numerator) < int(denominator) or int(rest) >= int(denominator):
        return None
    return f"{numerator[0]} {rest}/{denominator}"
