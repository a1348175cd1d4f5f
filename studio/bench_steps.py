"""Steps at the bench as they are kept, typed, in a piece: what each is made from, and which still are of it."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator
from typing import Any

from coldcradle.piece.order import key_of

__all__ = ["roots_of", "steps_within", "taken_keys"]

Document = dict[str, Any]


def taken_keys(node: Document) -> list[str]:
    """The stages and steps that a stage or a step takes from, by key."""
    return [key_of(str(taken["from"])) for taken in node.get("takes") or []]


def roots_of(bench: Iterable[Document], keys: Collection[str]) -> set[str]:
    """The stages from which all these were made, through any steps at the bench."""
    steps = {str(step["key"]): step for step in bench}

    def back(of: Iterable[str], seen: frozenset[str]) -> Iterator[str]:
        for key in of:
            if key not in steps:
                yield key
            elif key not in seen:
                yield from back(taken_keys(steps[key]), seen | {key})

    return set(back(keys, frozenset()))


def steps_within(bench: Iterable[Document], stages: Collection[str]) -> list[Document]:
    """The steps that can be made of these stages alone."""
    there, left, found = set(stages), list(bench), []
    while ready := [step for step in left if all(key in there for key in taken_keys(step))]:
        found += ready
        there |= {str(step["key"]) for step in ready}
        left = [step for step in left if step not in ready]
    return found
