"""The arc of a circle that bowls, troughs and gutters share."""

from __future__ import annotations

import numpy as np

from coldcradle.cradle.shapes import Array

__all__ = ["SEGMENT_FORMULA", "arc_radius_m", "half_chord_m", "segment_m2"]

_R = "(((w/2)² + H²)/(2·H))"
# Area of a circle's segment up to h, in the symbols of the trough it is the end of.
SEGMENT_FORMULA = f"({_R}²·acos(({_R} − h)/{_R}) − ({_R} − h)·√(2·{_R}·h − h²))"


def arc_radius_m(*, width_m: float, depth_m: float) -> float:
    """Radius of the circle through a bottom and two edges: R = (a² + h²)/(2h), a half the width."""
    return ((width_m / 2) ** 2 + depth_m**2) / (2 * depth_m)


def half_chord_m(radius_m: float, z: Array) -> Array:
    """Half the width at height z above the bottom: √(2Rz - z²)."""
    return np.asarray(np.sqrt(np.maximum(0.0, 2 * radius_m * z - z * z)))


def segment_m2(radius_m: float, z: Array) -> Array:
    """Area of the segment below height z ≤ radius. A = R²·acos((R - z)/R) - (R - z)·√(2Rz - z²)."""
    low = radius_m - z
    # acos near 1 loses half its figures; the same angle by its half sine keeps them, down to a hair of glass
    angle = 2 * np.arcsin(np.sqrt(np.clip(np.asarray(z, dtype=float) / (2 * radius_m), 0.0, 1.0)))
    return np.maximum(0.0, radius_m**2 * angle - low * half_chord_m(radius_m, z))
