"""Two things in one firing: the heat work that does for both, if there is any."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput

__all__ = ["Common", "WorkNeed", "common_work"]


@dataclass(frozen=True, slots=True)
class WorkNeed:
    """What one of them asks: at least so much heat work, and no more than that (infinite where something ends it)."""

    name: str
    least_per_pa: float
    most_per_pa: float = math.inf


@dataclass(frozen=True, slots=True)
class Common:
    """Heat work for all, 1/Pa; None where there is none, then who ends how short (share) or how far over (times)."""

    work_per_pa: float | None
    short: tuple[tuple[str, float], ...]
    over: tuple[tuple[str, float], ...]


def common_work(needs: list[WorkNeed]) -> Common:
    """The least heat work that does for all; else the middle between them, and what it does to each.

    Raises ImpossibleInput for a need that ends before it begins.
    """
    for need in needs:
        if not 0 < need.least_per_pa <= need.most_per_pa:
            raise ImpossibleInput(f"expected {need.name} to need more than nothing and no more than its end")
    least, most = max(n.least_per_pa for n in needs), min(n.most_per_pa for n in needs)
    if least <= most:
        return Common(least, (), ())
    middle = math.sqrt(least * most)
    return Common(
        None,
        tuple((n.name, middle / n.least_per_pa) for n in needs if middle < n.least_per_pa),
        tuple((n.name, middle / n.most_per_pa) for n in needs if middle > n.most_per_pa),
    )
