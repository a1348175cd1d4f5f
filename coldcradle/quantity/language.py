"""Sentences in another language: a table from each sentence as it stands in the code to the other one.

A sentence is filled in when it is read, so whoever reads decides. What has no other sentence is said in English.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar

__all__ = ["in_words_of", "sentence"]

_table: ContextVar[Mapping[str, str] | None] = ContextVar("table", default=None)


def sentence(template: str) -> str:
    """A sentence with its `{name}` places, in the language that is spoken here."""
    table = _table.get()
    return template if table is None else table.get(template, template)


@contextmanager
def in_words_of(table: Mapping[str, str] | None) -> Iterator[None]:
    """Speak another language meanwhile; None for English."""
    mark = _table.set(table)
    try:
        yield
    finally:
        _table.reset(mark)
