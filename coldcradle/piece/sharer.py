"""What stages that share one firing ask of it, and whether one programme can serve them all."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["Sharer", "can_share", "sharing_findings"]

_SLOWER = 1.1  # a step a tenth slower than another's is the same step; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Sharer:
    """What a stage asks of a firing it shares: its peak and the window round it (°C), its soak (s), its slowest fall.

    `slowest_k_per_h` is 0 where nothing is programmed after the soak.
    """

    name: str
    peak_c: float
    window_c: tuple[float, float]
    soak_s: float
    slowest_k_per_h: float


def can_share(a: Sharer, b: Sharer) -> bool:
    """Whether the programme of one of them serves both, with nothing to be said of it."""
    return not any(sharing_findings(a, [b])) or not any(sharing_findings(b, [a]))


def sharing_findings(mine: Sharer, others: Sequence[Sharer]) -> Iterator[Finding]:
    """What is unwise about firing a stage with others by its own programme."""
    for other in others:
        low = max(mine.window_c[0], other.window_c[0])
        high = min(mine.window_c[1], other.window_c[1])
        if low > high:
            yield finding(
                "heat.shares-no-window",
                "stop",
                "“{other}” in the same firing wants {b}, this {a}: no peak serves both.",
                "Their windows are {gap} apart. Fire them apart, or one stays short while the other goes too far.",
                other=other.name,
                a=show(round(mine.peak_c), "temperature"),
                b=show(round(other.peak_c), "temperature"),
                gap=show(low - high, "difference"),
            )
        elif not low <= mine.peak_c <= high:
            yield finding(
                "heat.shares-another-peak",
                "think",
                "At {a} “{other}” is out of its window; {low} to {high} serves both.",
                "One kiln runs one programme. Set the peak by hand, or fire them apart.",
                other=other.name,
                a=show(round(mine.peak_c), "temperature"),
                low=show(round(low), "temperature"),
                high=show(round(high), "temperature"),
            )
        needs_slower = other.slowest_k_per_h and (
            not mine.slowest_k_per_h or mine.slowest_k_per_h > _SLOWER * other.slowest_k_per_h
        )
        if other.soak_s > _SLOWER * mine.soak_s or needs_slower:
            yield finding(
                "heat.shares-a-slower-anneal",
                "think",
                "“{other}” in the same firing needs a slower anneal than this programme gives.",
                "It is soaked {b}, this {a}. Run the longest soak and the slowest fall that any of them needs.",
                other=other.name,
                a=show(mine.soak_s, "duration"),
                b=show(other.soak_s, "duration"),
            )
