"""A cradle that leans: melted glass finds its level, the cradle does not."""

from __future__ import annotations

__all__ = ["run_off_m", "thick_side_m", "thin_side_m"]


def run_off_m(*, rise_m: float, over_m: float, across_m: float) -> float:
    """How much higher the glass stands on one side than on the other, m: Δ = w·a/b.

    Examples
    --------
    >>> round(run_off_m(rise_m=0.002, over_m=0.4, across_m=0.2), 4)
    0.001
    """
    return across_m * rise_m / over_m


def thin_side_m(*, depth_m: float, run_off_m: float) -> float:
    """Depth where glass is missing, m; the middle keeps its own. Upright walls.

    Examples
    --------
    >>> [round(thin_side_m(depth_m=d, run_off_m=0.004), 4) for d in (0.010, 0.001)]
    [0.008, 0.0]
    """
    return max(0.0, depth_m - run_off_m / 2)


def thick_side_m(*, depth_m: float, run_off_m: float) -> float:
    """Depth where glass is added, m. Upright walls."""
    return depth_m + run_off_m / 2
