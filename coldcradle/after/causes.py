"""Causes of what was found, ranked: a prior, what must or must not be seen, and facts that raise it.

The table `causes.csv` holds them all; its priors and factors are common practice put into numbers, no source.
"""

from __future__ import annotations

import csv
import functools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

from coldcradle.after.facts import Fact
from coldcradle.quantity.format import Message

__all__ = ["Cause", "RankedCause", "causes", "ranked_causes"]

_MOST = 3
_UNRAISED = 0.5  # a cause that could be raised and is not loses as much


@dataclass(frozen=True, slots=True)
class Cause:
    """A cause: it needs one of some faults, is excluded by others, and is raised by facts, each by a factor."""

    key: str
    name: str
    prior: float
    needs: tuple[str, ...]
    excluded_by: tuple[str, ...]
    raised_by: Mapping[str, float]
    confirm: str
    lever: str


@dataclass(frozen=True, slots=True)
class RankedCause:
    """A cause with its share of all that could be, the reasons from this firing, and what would confirm it."""

    key: str
    name: str
    share: float
    reasons: list[Message]
    confirm: str
    lever: str


def _listed(text: str) -> tuple[str, ...]:
    return tuple(part for part in text.split("|") if part)


@functools.cache
def causes() -> tuple[Cause, ...]:
    """Every cause, as the table has it."""
    with (Path(__file__).parent / "causes.csv").open(encoding="utf-8") as file:
        return tuple(
            Cause(
                row["key"],
                row["name"],
                float(row["prior"]),
                _listed(row["needs"]),
                _listed(row["excluded_by"]),
                {key: float(x) for key, _, x in (part.partition(":") for part in _listed(row["raised_by"]))},
                row["confirm"],
                row["lever"],
            )
            for row in csv.DictReader(file)
        )


def ranked_causes(seen: Sequence[str], facts: Mapping[str, Fact]) -> list[RankedCause]:
    """The three likeliest causes of the faults that were seen (keys); none where nothing was."""
    weighed = []
    for cause in causes():
        matches = len(set(cause.needs) & set(seen))
        if not matches or set(cause.excluded_by) & set(seen):
            continue
        raised = {key: factor for key, factor in cause.raised_by.items() if key in facts}
        weight = cause.prior * matches
        for factor in raised.values():
            weight *= factor
        if cause.raised_by and not raised:
            weight *= _UNRAISED
        weighed.append((weight, cause, [facts[key].says for key in raised]))
    total = sum(weight for weight, _, _ in weighed)
    weighed.sort(key=lambda found: (-found[0], found[1].key))
    return [
        RankedCause(cause.key, cause.name, weight / total, reasons, cause.confirm, cause.lever)
        for weight, cause, reasons in weighed[:_MOST]
    ]
