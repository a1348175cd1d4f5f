"""The few formulas of the bench, each by its name."""

from __future__ import annotations

__all__ = ["bench_time_s", "ground_kg", "left_under_m"]


def bench_time_s(*, pieces: float, setup_s: float, each_s: float) -> float:
    """How long so many take, s: each its time, and once to set up and clean up.

    Examples
    --------
    >>> bench_time_s(pieces=3, setup_s=600, each_s=300)
    1500
    """
    return pieces * each_s + setup_s


def ground_kg(*, area_m2: float, off_m: float, density_kg_m3: float) -> float:
    """What is ground off, kg.

    Examples
    --------
    >>> round(ground_kg(area_m2=0.01, off_m=0.001, density_kg_m3=2500), 6)
    0.025
    """
    return area_m2 * off_m * density_kg_m3


def left_under_m(*, thickness_m: float, depth_m: float) -> float:
    """What is left of a sheet under a groove, m.

    Examples
    --------
    >>> left_under_m(thickness_m=0.006, depth_m=0.002)
    0.004
    """
    return thickness_m - depth_m
