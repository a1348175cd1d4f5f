"""Documents bent entry by entry, and what is said of each: where, what was expected, what was typed."""

from __future__ import annotations

import copy
from collections.abc import Iterator
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError

_MISSING = object()
BAD: tuple[Any, ...] = (
    *(_MISSING, None, True, -3, 1e400, [], {}, "", " ", "no such", "-5 mm", "0 mm", "9999 m", "1/2/3", "1200 °C"),
    *("-400 °C", "1.000 mm", "12", "9e99 kg", "x" * 5000, "☃", [[1, 2], [3, 4]], {"nested": {"deep": [None]}}),
)


def _ways(value: Any, way: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The ways to every entry; of a long list only to its first."""
    yield way
    if isinstance(value, dict):
        for key, inner in value.items():
            yield from _ways(inner, (*way, key))
    elif isinstance(value, list) and value:
        yield from _ways(value[0], (*way, 0))


def _bent(document: dict[str, Any], way: tuple[Any, ...], value: Any) -> dict[str, Any]:
    whole = copy.deepcopy(document)
    at: Any = whole
    for step in way[:-1]:
        at = at[step]
    if value is not _MISSING:
        at[way[-1]] = copy.deepcopy(value)
    elif isinstance(at, list):
        at.pop(way[-1])
    else:
        del at[way[-1]]
    return whole


def _said(document: dict[str, Any]) -> list[list[str]]:
    try:
        read = read_piece(document)
    except DocumentError as error:
        return [[fault.path, fault.message, fault.typed] for fault in error.faults]
    return [["read", f"{len(read.entries)} entries", ""]]


def refusals(document: dict[str, Any]) -> dict[str, list[list[str]]]:
    """What is said of every bend of a document, by the way to the entry and the number of the bad value."""
    told = {}
    for way in _ways(document):
        if not way:
            continue
        for number, value in enumerate(BAD):
            told[f"{'.'.join(map(str, way))} {number}"] = _said(_bent(document, way, value))
        parent: Any = document
        for step in way:
            parent = parent[step]
        if isinstance(parent, dict):
            told[f"{'.'.join(map(str, way))} stray"] = _said(_bent(document, (*way, "stray"), "1 mm"))
    return told
