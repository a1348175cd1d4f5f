"""Cells of CSV files that go out: no spreadsheet takes any of them, or any part of one, for a formula."""

from __future__ import annotations

import re

__all__ = ["plain_cell"]

# A bare return ends a line for some, a semicolon or a tab a cell for others: what follows begins a cell then.
_BREAKS = re.compile(r"[\r\n\t\v\f\x85\u2028\u2029]+")
_BEGINS = re.compile(r"(^|;|,)(\s*)(?=[=+\-@＝＋－＠])")
_NUMBER = re.compile(r"[-+]?\d+([.,]\d+)?(e[-+]?\d+)?", re.I)


def plain_cell(text: str) -> str:
    """The text of a cell: on one line, and an apostrophe before whatever would begin a formula."""
    flat = _BREAKS.sub(" ", text)
    if _NUMBER.fullmatch(flat):
        return flat
    return _BEGINS.sub(r"\1\2'", flat)
