"""Glass over a former: what hangs over, and how it clears the shelf."""

from __future__ import annotations

__all__ = ["clearance_m", "overhang_m"]


def overhang_m(*, blank_m: float, top_m: float, off_m: float = 0.0) -> float:
    """What hangs over on the longer side, m, of a blank on a former so wide at its top, laid `off_m` off the middle.

    Examples
    --------
    >>> round(overhang_m(blank_m=0.30, top_m=0.10, off_m=0.01), 4)
    0.11
    """
    return (blank_m - top_m) / 2 + off_m


def clearance_m(*, former_m: float, posts_m: float, lining_m: float, overhang_m: float) -> float:
    """How far the arm ends above the shelf, m, hanging straight down as long as it stood out; below 0 it hits it.

    The bend at the former's edge is left out, which is on the safe side.

    Examples
    --------
    >>> round(clearance_m(former_m=0.12, posts_m=0.025, lining_m=0.003, overhang_m=0.11), 4)
    0.038
    """
    return former_m + posts_m + lining_m - overhang_m
