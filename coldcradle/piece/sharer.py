"""What a stage asks of a firing it might share, as far as the chain of its piece asks."""

from __future__ import annotations

from dataclasses import dataclass

__all__ = ["Sharer", "can_share"]

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
    """Whether the programme of one of them serves both as it is; a programme for both is found when they lie in one."""
    return _serves(a, b) or _serves(b, a)


def _serves(mine: Sharer, other: Sharer) -> bool:
    low, high = max(mine.window_c[0], other.window_c[0]), min(mine.window_c[1], other.window_c[1])
    needs_slower = other.slowest_k_per_h and (
        not mine.slowest_k_per_h or mine.slowest_k_per_h > _SLOWER * other.slowest_k_per_h
    )
    return low <= mine.peak_c <= high and other.soak_s <= _SLOWER * mine.soak_s and not needs_slower
