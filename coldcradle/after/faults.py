"""The faults people find, chosen by picture and words; common practice, no source."""

from __future__ import annotations

import csv
import functools
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path

from coldcradle.errors import ImpossibleInput

__all__ = ["GlassFault", "chosen_faults", "faults"]


@dataclass(frozen=True, slots=True)
class GlassFault:
    """What can be seen of a piece: its name on a button, the words beside it, the families that know it."""

    key: str
    name: str
    words: str
    families: tuple[str, ...]


@functools.cache
def faults() -> dict[str, GlassFault]:
    """Every fault by its key."""
    with (Path(__file__).parent / "faults.csv").open(encoding="utf-8") as file:
        return {
            row["key"]: GlassFault(row["key"], row["name"], row["words"], tuple(row["families"].split("|")))
            for row in csv.DictReader(file)
        }


def chosen_faults(keys: Iterable[str]) -> list[GlassFault]:
    """The faults of these keys. Raises ImpossibleInput for one there is not."""
    found = []
    for key in keys:
        if key not in faults():
            raise ImpossibleInput(f"expected one of the faults there are, got {key[:40]}")
        found.append(faults()[key])
    return found
