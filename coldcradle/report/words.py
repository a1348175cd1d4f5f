"""Words of the trade and of this application that are not kitchen English, each in one sentence."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from importlib.resources import files

__all__ = ["Word", "words"]


@dataclass(frozen=True, slots=True)
class Word:
    """A word, the other forms it is met in, and what it means in one sentence; common practice, no source."""

    term: str
    forms: tuple[str, ...]
    says: str


@functools.lru_cache(maxsize=1)
def words() -> tuple[Word, ...]:
    """All of them, by the alphabet."""
    text = (files("coldcradle.report") / "words.csv").read_text("utf-8")
    rows = [
        Word(row["term"], tuple(form for form in row["forms"].split("|") if form), row["says"])
        for row in csv.DictReader(text.splitlines())
    ]
    return tuple(sorted(rows, key=lambda word: word.term))
