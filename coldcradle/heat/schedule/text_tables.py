"""Schedules as tables: a row of headings over columns, or headings down the side; and how lines fall into parts."""

from __future__ import annotations

import re
from dataclasses import dataclass

from coldcradle.heat.schedule.text_tokens import Token, tokens_of
from coldcradle.quantity.numerals import normalise

__all__ = ["Header", "header_of", "parts_of", "side_rows", "upright"]

_COLUMN = {
    "rate": r"rate|ramp|speed",
    "to": r"temp\w*|target|set ?point|goal",
    "hold": r"hold|soak|dwell|time",
    "counter": r"step|seg\w*|no\.?|nr\.?|#|stage",
}
_GROUP = re.compile(r"(?:[\w.:]+)(?:\s?/\s?[\w.:]+){1,2}")
_HOURLY = re.compile(r"/\s?(?:h|hr|hour|min)", re.I)


@dataclass(frozen=True, slots=True)
class Header:
    """Which column is what, and the units its heading names: "f", "c", "" for degrees; "h", "min", "" for holds."""

    columns: tuple[str, ...]
    unit: str
    hold_unit: str
    per_minute: bool


def _cells(line: str) -> list[str]:
    for pattern in (r"\t", r"\|", r";", r",", r"\s{2,}"):
        cells = [c.strip() for c in re.split(pattern, line.strip().strip("|"))]
        if len(cells) > 1:
            return cells
    return line.split()


def _column(cell: str) -> str:
    text = normalise(cell)
    return next((key for key, words in _COLUMN.items() if re.match(rf"\W*(?:{words})\b", text)), "")


def header_of(line: str) -> Header | None:
    """The headings of a table, or None where the line is none: at least a rate or a hold beside a target, no
    numbers.
    """
    if re.search(r"\d", line):
        return None
    cells = _cells(line)
    columns = tuple(_column(cell) for cell in cells)
    if "to" not in columns or not {"rate", "hold"} & set(columns) or len(set(columns)) != len(columns):
        return None
    text = normalise(line)
    scale = re.search(r"°\s?([fc])\b|\b(f|c)(?:/|\)|\b)|(fahrenheit|celsius)", text)
    unit = next((g for g in scale.groups() if g), "")[:1] if scale else ""
    hold = cells[columns.index("hold")] if "hold" in columns else ""
    hold_unit = (
        "min" if re.search(r"min", hold, re.I) else "h" if re.search(r"\bh(?:ou)?rs?\b|\(h\)", hold, re.I) else ""
    )
    rate = cells[columns.index("rate")] if "rate" in columns else ""
    return Header(columns, unit, hold_unit, re.search(r"/\s?min|per min", rate, re.I) is not None)


def side_rows(lines: list[str]) -> dict[str, list[str]] | None:
    """A table whose headings stand down its side, as cells by heading; None where it is none."""
    found: dict[str, list[str]] = {}
    for line in lines:
        if not line.strip():
            continue
        named = re.match(r"\s*([^\d\t|:,]+?)\s*[\t|:,]?\s+(.*)", line.strip())
        column = _column(named[1]) if named else ""
        if not named or not column or column in found:
            return None
        found[column] = re.split(r"[\s,|]+", named[2].strip())
    counts = {len(cells) for key, cells in found.items() if key != "counter"}
    return found if {"rate", "to"} <= set(found) and len(counts) == 1 and counts != {1} else None


def upright(found: dict[str, list[str]]) -> list[str]:
    """The same table with one line to a step, in plain words."""
    holds = found.get("hold") or ["0"] * len(found["to"])
    return [f"{r}, {t}, {h}" for r, t, h in zip(found["rate"], found["to"], holds, strict=True)]


def row_tokens(line: str, header: Header) -> list[Token] | None:
    """A row under its header as tokens in their places; None where its cells do not fit."""
    cells = _cells(line)
    if len(cells) != len(header.columns):
        return None
    tokens: list[Token] = []
    for key, cell in zip(header.columns, cells, strict=True):
        if key in ("counter", "") or not cell:
            continue
        found = [t for t in tokens_of(f" {cell}") if t.kind not in ("comma", "bar")]
        if len(found) != 1:
            return None
        token = found[0]
        if key == "rate" and token.kind == "number":
            token = Token("rate", token.text, token.value * (60 if header.per_minute else 1), header.unit)
        elif key == "to" and token.kind == "number":
            tokens.append(Token("to", "to"))
            token = Token("temp", token.text, token.value, header.unit)
        elif key == "hold":
            tokens.append(Token("hold", "hold"))
            if token.kind == "number" and header.hold_unit:
                token = Token("span", token.text, token.value * (60 if header.hold_unit == "min" else 3600))
        tokens.append(token)
    order = {"rate": 0, "full": 0, "to": 1, "temp": 1, "hold": 2, "span": 2, "number": 2}
    return sorted(tokens, key=lambda t: order.get(t.kind, 3))


def parts_of(line: str) -> list[str]:
    """A line in the parts that are read one by one: at "then", semicolons and counters (1), 2), ...), and groups
    such as 300/1200/30.
    """
    parted = r"\b(?:and then|then|next)\b|;" + (r"|\s+(?=\d{1,2}\)\s)" if re.match(r"\s*1\)\s", line) else "")
    parts = [p for p in re.split(parted, line, flags=re.I) if p.strip()]
    found: list[str] = []
    for part in parts:
        groups = [g.group() for g in _GROUP.finditer(part) if not _HOURLY.search(g.group())]
        rest = _GROUP.sub("", part)
        if len(groups) > 1 and not re.search(r"\w{3,}|\d{3,}", rest):
            found += groups
        else:
            found.append(part)
    return found
