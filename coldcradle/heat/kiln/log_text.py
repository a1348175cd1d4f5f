"""A kiln's log as a table of cells: whatever encoding and delimiter, within bounds."""

from __future__ import annotations

import csv
import io

from coldcradle.errors import ImpossibleInput

__all__ = ["MAX_BYTES", "table_of"]

MAX_BYTES = 96_000_000
_MOST_ROWS, _MOST_COLUMNS, _LONGEST_LINE = 3_000_000, 80, 8_000


def _text(raw: bytes) -> str:
    if len(raw) > MAX_BYTES:
        raise ImpossibleInput(f"expected a log of at most {MAX_BYTES // 1_000_000} MB, got {len(raw) / 1e6:.1f} MB")
    encoding = "utf-16" if raw[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8-sig"
    try:
        text = raw.decode(encoding)
    except UnicodeDecodeError:
        text = raw.decode("cp1252", "replace")
    if "\0" in text:
        raise ImpossibleInput("expected a log as text with columns; this is another kind of file")
    return text


def _rows(text: str) -> tuple[list[list[str]], str]:
    lines = [line for line in text.splitlines() if line.strip() and not line.lstrip().startswith("#")]
    if len(lines) < 3:
        raise ImpossibleInput("expected a log of at least three lines; this is too short")
    longest = max(len(line) for line in lines)
    if longest > _LONGEST_LINE:
        raise ImpossibleInput(
            f"expected lines of at most {_LONGEST_LINE} signs, got one of {longest}: no log of a kiln"
        )
    sample = lines[1 : 1 + 40]
    counts = {d: sorted(line.count(d) for line in sample)[len(sample) // 2] for d in ("\t", ";", ",", "|")}
    delimiter = next((d for d in ("\t", ";", "|") if counts[d] >= 1), "," if counts[","] else " ")
    if delimiter == " ":
        return [line.split() for line in lines[:_MOST_ROWS]], delimiter
    return list(csv.reader(io.StringIO("\n".join(lines[:_MOST_ROWS])), delimiter=delimiter)), delimiter


def table_of(raw: bytes) -> tuple[list[list[str]], str]:
    """Rows of cells, and what parts them. Raises ImpossibleInput in words for what is no such table."""
    rows, delimiter = _rows(_text(raw))
    widest = max(len(row) for row in rows)
    if widest > _MOST_COLUMNS:
        raise ImpossibleInput(f"expected at most {_MOST_COLUMNS} columns, got {widest}: no log of a kiln")
    return rows, delimiter
