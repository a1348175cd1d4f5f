"""Volumes from water, weights and several measurements together."""

from __future__ import annotations

import math
from collections.abc import Sequence

__all__ = ["vessel_volume_m3", "weighted_mean"]


def vessel_volume_m3(*, bore_m: float, fall_m: float) -> float:
    """What left an upright round vessel, m³, by its bore and the fall of its level, m: V = π/4·b²·Δh.

    Examples
    --------
    >>> round(vessel_volume_m3(bore_m=0.1, fall_m=0.05) * 1e6, 1)
    392.7
    """
    return math.pi / 4 * bore_m * bore_m * fall_m


def weighted_mean(values: Sequence[float], weights: Sequence[float]) -> float:
    """Several measurements of one thing as one; weights of 1/u² give the least error (Bevington & Robinson).

    Examples
    --------
    >>> weighted_mean([1.0, 2.0], [3.0, 1.0])
    1.25
    """
    return sum(w * v for w, v in zip(weights, values, strict=True)) / sum(weights)
