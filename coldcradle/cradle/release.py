"""What keeps glass from sticking: kinds of release, their ratings, and what a log of coats says about a firing."""

from __future__ import annotations

import csv
import functools
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from pathlib import Path

from coldcradle.entry import inputs, kept, pick, temperature, whole
from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import plural
from coldcradle.report.finding import Severity

__all__ = ["Coat", "CoatDocument", "Release", "Worn", "check_release", "releases"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Release:
    """A kind of release: coats that are usual, the heat it stands, and how many firings a coating lasts (0: one
    only).
    """

    key: str
    name: str
    coats: int
    rated_c: float
    lasts: int
    drying_h: float
    source: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Coat:
    """One entry of a cradle's release log."""

    kind: str
    coats: int
    on: date
    rated_c: float
    firings: int
    dry_after_h: float


def _day(value: object) -> date:
    try:
        return date.fromisoformat(str(value))
    except ValueError:
        raise ImpossibleInput(f"expected a date such as 2026-11-23, got {str(value)[:40]}") from None


@dataclass(frozen=True, slots=True)
class Worn:
    """What is to be said of a release before a firing, gravest first; key is part of a rule's id."""

    key: str
    severity: Severity
    says: str
    reason: str
    rated_c: float | None = None


@functools.cache
def releases() -> dict[str, Release]:
    """The kinds of release by key."""
    with (Path(__file__).parent / "releases.csv").open(encoding="utf-8") as file:
        return {
            row["key"]: Release(
                key=row["key"],
                name=row["name"],
                coats=int(row["coats"]),
                rated_c=float(row["rated_c"]),
                lasts=int(row["lasts"]),
                drying_h=float(row["drying_h"]),
                source=row["source"],
            )
            for row in csv.DictReader(file)
        }


@inputs
class CoatDocument:
    """An entry of a release log as it is told; what is left out is as usual for its kind."""

    kind: Release = pick(releases)
    coats: int | None = whole(low=0, high=40, default=None)
    on: date = kept(check=_day, schema={"type": "string", "maxLength": 20}, is_needed=True)
    rated_c: float | None = temperature(default=None, called="a rating", low=100.0, high=1800.0)
    firings: int = whole(low=0, high=10_000, default=0)

    def as_read(self) -> Coat:
        """The coat."""
        return Coat(
            kind=self.kind.key,
            coats=self.kind.coats if self.coats is None else self.coats,
            on=self.on,
            rated_c=self.kind.rated_c if self.rated_c is None else self.rated_c,
            firings=self.firings,
            dry_after_h=self.kind.drying_h,
        )


def check_release(log: Sequence[Coat], *, highest_c: float) -> list[Worn]:
    """What a release log says about a firing up to `highest_c`; an empty log says nothing was written down."""
    if not log:
        return [
            Worn(
                "no-release",
                "note",
                "No release is written down for this cradle.",
                "Glass welds to what is not coated. Write down what you put on, and how many coats.",
            )
        ]
    last = max(log, key=lambda coat: coat.on)
    kind = releases()[last.kind]
    found = []
    if highest_c > last.rated_c:
        found.append(
            Worn(
                "release-too-hot",
                "stop",
                f"{{t}} is above the {{rated}} that the {kind.name} stands.",
                "Above its rating a release burns away and the glass welds to the mould.",
                last.rated_c,
            )
        )
    if kind.lasts and last.firings >= kind.lasts:
        found.append(
            Worn(
                "release-worn",
                "think",
                f"The {kind.name} has seen {plural(last.firings, 'firing')}.",
                f"It usually lasts {kind.lasts}. Brush it off and coat again.",
            )
        )
    elif not kind.lasts and last.firings >= 1:
        found.append(
            Worn(
                "release-worn",
                "think",
                f"The {kind.name} has been fired before.",
                "It is good for one firing. Take it off and coat again.",
            )
        )
    if last.coats < kind.coats:
        found.append(
            Worn(
                "release-thin",
                "think",
                f"Only {last.coats} of {kind.coats} coats of {kind.name} are on.",
                "Stinting costs the mould. Let each coat dry before the next.",
            )
        )
    return found
