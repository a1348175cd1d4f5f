"""The words and numbers of somebody else's schedule, one line at a time."""

from __future__ import annotations

import re
from dataclasses import dataclass

from coldcradle.quantity.numerals import normalise

__all__ = ["PLACES", "Token", "number", "tokens_of"]

# A number with its thousands comma (1,225) or decimal comma (12,5), but not a list such as 300,1200,30.
_N = r"(?:(?<![\d.,])[12],\d{3}(?![\d,])|(?<![\d.,])(?:\d{1,2},\d{2}|\d{1,3},\d)(?![\d,])|\d+(?:\.\d+)?)"
_DEG = r"(?:°|\bdeg(?:s|ree|rees)?\b\.?|\bd\b)?"
_HOUR, _MINUTE = r"h(?:ou)?rs?|h", r"min(?:ute)?s?|m"
_PER = r"(?:/|\bper\b|\ban?\b|\beach\b|p)"
_FULL = (
    r"a\.?f\.?a\.?p\.?|asap|as fast as (?:possible|it (?:can|will|goes?)|the kiln (?:can|will|goes?)|you "
    r"can)|full(?: power| speed| blast| on)?(?! ?-?fus)"
    r"|max(?:imum)?(?: rate| speed)?|flat out|fast(?:est)?(?: as possible)?|9999|free(?:ly| fall)?|as it "
    r"falls|crash(?: cool)?|vent(?:ed)?|skip"
)
_TO = (
    r"up to|down to|back to|\bto\b|until|till|target(?: "
    r"temp(?:erature)?)?|temp(?:erature)?\.?|\bat\b|reach(?:es|ing)?|\bt(?=\s*:?\s*\d)|→|->|=>|@"
)
_HOLD = (
    r"hold(?:ing|s)?(?: time| for)?|soak(?:ing|s)?(?: time| for)?|dwell(?: time| for)?|\bfor\b|wait|stay(?: "
    r"for)?|keep(?: for)?|rest|h(?=\s*:?\s*\d)"
)
_RATE_WORD = r"rate(?: of)?|ramp(?: up| down)?(?: rate)?|speed|r(?=\s*:?\s*\d)"
_PROCESS = r"(?:full|tack|contour)[ -]?fus\w*|fire[ -]?polish\w*|slump\w*|drape\w*|casting temp\w*|process temp\w*"
_OFF = (
    r"switch off|turn off|kiln off|\boff\b|\bend\b|\bdone\b|\bstop\b|cool(?:s|ing)? (?:down )?(?:naturally )?to "
    r"room(?: temp\w*)?"
)
_HALF = r"half an hour|a half hour|half hour"
_AN_HOUR = r"(?:an|one)(?: and a half)? hours?(?: and a half)?"
_COUNTER = (
    r"(?:step|seg(?:ment)?|stage|phase|line|no\.?|nr\.?)\s*#?\s*\d{1,2}\s*[.):\-]?(?=\s|[a-z]|$)"
    r"|ramp\s*#?\s*\d{1,2}(?:\s*[.):\-]|\s+(?!(?:°|/|deg|[fck]\b|[dfc]ph|per\b|an?\b|to\b)))"
    r"|#\s*\d{1,2}\s*[.):\-]?|\d{1,2}\s*[.):](?=\s+\S)|\d{1,2}\s+-\s+(?=\S)"
)

_PATTERNS: tuple[tuple[str, str], ...] = (
    (
        "rate",
        rf"(?P<rate_n>{_N})\s*{_DEG}\s*(?P<rate_u>[fck])?(?:ahrenheit|elsius)?"
        rf"\s*°?\s*{_DEG}\s*{_PER}\s*(?P<rate_t>{_HOUR}|{_MINUTE})\b",
    ),
    (
        "span",
        rf"(?P<whole>\d+)\s+(?P<num>\d)/(?P<den>\d)\s*(?P<frac_t>{_HOUR}|{_MINUTE})\b"
        rf"|(?P<fnum>\d)/(?P<fden>\d)\s*(?:of an )?(?P<only_t>{_HOUR}|{_MINUTE})\b",
    ),
    (
        "span",
        rf"(?P<hours>(?<!\d)\d{{1,2}}(?:[.,]\d{{1,2}})?|(?<!\d)\d{{3,}}(?=\s*h\w*(?!\s*:?\s*\d)))"
        rf"\s*(?:{_HOUR})(?:(?P<tight>\d{{1,2}})\b(?:\s*(?:{_MINUTE})\b)?"
        rf"|\s+(?P<loose>\d{{2}})(?=\s*(?:[,;]|$))"
        rf"|\b\.?\s*(?:and\s+)?(?P<minutes>{_N})\s*(?:{_MINUTE})\b|\b)",
    ),
    ("span", rf"(?P<only_minutes>{_N})\s*(?:(?:{_MINUTE})\b|'(?!\d))"),
    ("span", rf"(?P<days>{_N})\s*days?\b|(?P<seconds>{_N})\s*sec(?:ond)?s?\b"),
    ("span", rf"(?P<half>{_HALF})|(?P<an_hour>{_AN_HOUR})"),
    ("span", r"(?<![\d:])(?P<clock_h>\d{1,3})?:(?P<clock_m>[0-5]\d)(?![\d:])"),
    (
        "temp",
        rf"(?P<temp_n>{_N})\s*{_DEG}\s*(?P<temp_u>f|c|fahrenheit|celsius|centigrade)\b"
        rf"|(?P<deg_n>{_N})\s*(?:°|deg(?:s|ree|rees)?\b)",
    ),
    ("full", rf"(?<![\w.])(?:{_FULL})(?!\w)"),
    ("process", rf"\b(?:{_PROCESS})\b"),
    ("vague", r"\b(?:(?:very |nice and )?(?:slow(?:ly)?|gent(?:ly|le)|eas(?:y|ily)|careful(?:ly)?))\b"),
    ("off", _OFF),
    ("to", _TO),
    ("hold", rf"\b(?:{_HOLD})\b"),
    ("rate_word", rf"\b(?:{_RATE_WORD})\b"),
    ("in", r"\b(?:in|over|within|during|taking|takes?)\b"),
    ("number", _N),
    ("comma", r"[,]"),
    ("bar", r"[/|\t]"),
)
_COMPILED = [(kind, re.compile(pattern)) for kind, pattern in _PATTERNS]
_LEAD = re.compile(_COUNTER)
_NUMBERS = {
    "two": 2,
    "three": 3,
    "four": 4,
    "five": 5,
    "six": 6,
    "eight": 8,
    "ten": 10,
    "twelve": 12,
    "fifteen": 15,
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "forty-five": 45,
    "forty five": 45,
    "sixty": 60,
    "ninety": 90,
}
_SPELLED = re.compile(
    r"\b(?:" + "|".join(sorted(_NUMBERS, key=len, reverse=True)) + r")\b(?=\s+(?:min|h|deg|f\b|c\b|$))"
)
PLACES = frozenset(("number", "temp", "rate", "span"))


@dataclass(frozen=True, slots=True)
class Token:
    """A word or number: its kind, its value (°, per hour, or s), the scale it names ("f", "c" or ""), and its text.

    A rate without end (as fast as it goes) is of kind "full".
    """

    kind: str
    text: str
    value: float = 0.0
    unit: str = ""


def number(text: str) -> float:
    """A numeral of the patterns above."""
    return float(text.replace(",", "") if re.fullmatch(r"[12],\d{3}", text) else text.replace(",", "."))


def _span_s(m: re.Match[str]) -> float:
    part = m.groupdict()

    def per(word: str | None) -> float:
        return 60.0 if word and word.startswith("m") else 3600.0

    if part.get("frac_t"):
        return (int(part["whole"]) + int(part["num"]) / max(1, int(part["den"]))) * per(part["frac_t"])
    if part.get("only_t"):
        return int(part["fnum"]) / max(1, int(part["fden"])) * per(part["only_t"])
    if part.get("hours"):
        return (
            number(part["hours"]) * 3600
            + number(part.get("tight") or part.get("loose") or part.get("minutes") or "0") * 60
        )
    if part.get("only_minutes"):
        return number(part["only_minutes"]) * 60
    if part.get("days"):
        return number(part["days"]) * 86400
    if part.get("seconds"):
        return number(part["seconds"])
    if part.get("half"):
        return 1800.0
    if part.get("an_hour"):
        return 5400.0 if "half" in part["an_hour"] else 3600.0
    return int(part.get("clock_h") or 0) * 3600.0 + int(part["clock_m"]) * 60.0


def _token(kind: str, m: re.Match[str]) -> Token:
    part = m.groupdict()
    if kind == "rate":
        times = 60.0 if part["rate_t"].startswith("m") else 1.0
        unit = part["rate_u"] or ""
        return Token(kind, m.group().strip(), number(part["rate_n"]) * times, "c" if unit == "k" else unit)
    if kind == "span":
        return Token(kind, m.group().strip(), _span_s(m))
    if kind == "temp":
        return Token(kind, m.group().strip(), number(part["temp_n"] or part["deg_n"]), (part["temp_u"] or "")[:1])
    return Token(kind, m.group().strip(), number(m.group()) if kind == "number" else 0.0)


def _matched(text: str, at: int) -> tuple[str, re.Match[str]] | None:
    for kind, pattern in _COMPILED:
        m = pattern.match(text, at)
        if m is not None and m.group():
            return kind, m
    return None


def tokens_of(line: str) -> list[Token]:
    """The tokens of one line, without its counter; words that mean nothing here are passed over."""
    text = normalise(line, spaced_thousands=False)
    text = _SPELLED.sub(lambda m: str(_NUMBERS[m.group()]), text)
    text = re.sub(r"(?<=\w)\s*-\s*(?=[a-z])", " ", text)
    lead = _LEAD.match(text.lstrip(" -*•·"))
    found: list[Token] = []
    text = text.lstrip(" -*•·")
    at = lead.end() if lead is not None else 0
    while at < len(text):
        m = _matched(text, at)
        if m is None:
            # a word is left behind whole, so that no letter of it is taken for a unit
            skipped = re.match(r"[^\W\d]+|.", text[at:], re.DOTALL)
            at += len(skipped.group()) if skipped else 1
            continue
        found.append(_token(*m))
        at = m[1].end()
    return found
