"""The ladder of grits: where to start, what each takes off, and about how long; common practice, no source."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from pathlib import Path

__all__ = ["Grit", "GroundStep", "first_grit", "grind_ladder", "grits"]

_TIMES = 3.0  # each grit takes off three times the scratch of the one before
_SPARE = 1.2  # the first grit is worth its mess where so much is left for it


@dataclass(frozen=True, slots=True, kw_only=True)
class Grit:
    """A grit: how deep it scratches, m; how fast it takes glass off, m³/s, or how long it polishes, s/m²."""

    key: str
    name: str
    scratch_m: float
    takes_m3_s: float | None
    takes_s_m2: float


@dataclass(frozen=True, slots=True, kw_only=True)
class GroundStep:
    """One grit of the ladder: so much off, m, in about so long, s."""

    grit: Grit
    off_m: float
    time_s: float


@functools.cache
def grits() -> tuple[Grit, ...]:
    """The grits from coarse to fine. Common practice, no source; a hand on a flat lap takes half or twice as long."""
    with (Path(__file__).parent / "grits.csv").open(encoding="utf-8") as file:
        return tuple(
            Grit(
                key=row["key"],
                name=row["name"],
                scratch_m=float(row["scratch_mm"]) * 1e-3,
                takes_m3_s=float(row["cm3_per_min"]) * 1e-6 / 60 if row["cm3_per_min"] else None,
                takes_s_m2=float(row["min_per_cm2"] or 0) * 60 * 1e4,
            )
            for row in csv.DictReader(file)
        )


def first_grit(off_m: float) -> str:
    """The grit to start with, by how much is to come off, m: the coarsest whose scratch, with those of all after it,
    lies within that.

    Examples
    --------
    >>> first_grit(0.001), first_grit(0.0002), first_grit(0.0)
    ('60', '220', '600')
    """
    rows = [g for g in grits() if g.takes_m3_s]
    for at, grit in enumerate(rows):
        if _SPARE * _TIMES * sum(g.scratch_m for g in (*rows[at:], grits()[-2])) <= off_m:
            return grit.key
    return rows[-1].key


def grind_ladder(*, off_m: float, area_m2: float, last: str) -> tuple[GroundStep, ...]:
    """The grits one after another: the first takes off what is asked, each further one three times the scratch of the
    one before. All that comes off is `off_m`: what the finer ones take is left by the first.

    Examples
    --------
    >>> [s.grit.key for s in grind_ladder(off_m=0.0005, area_m2=0.0036, last="600")]
    ['120', '220', '325', '600']
    """
    rows = grits()
    keys = [g.key for g in rows]
    end = keys.index(last)
    ladder = rows[min(keys.index(first_grit(off_m)), end) : end + 1]
    fine = [_TIMES * before.scratch_m for before in ladder[:-1]]
    scale = min(1.0, off_m / sum(fine)) if sum(fine) > 0 else 1.0
    depths = [max(0.0, off_m - scale * sum(fine)), *(scale * depth for depth in fine)]
    return tuple(
        GroundStep(
            grit=grit,
            off_m=depth,
            time_s=area_m2 * depth / grit.takes_m3_s if grit.takes_m3_s else area_m2 * grit.takes_s_m2,
        )
        for grit, depth in zip(ladder, depths, strict=True)
    )
