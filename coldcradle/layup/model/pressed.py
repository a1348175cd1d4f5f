"""A pile pressed between shelves."""

from __future__ import annotations

import math

__all__ = ["PRESSED_M", "disc_across_m"]

PRESSED_M = 0.002  # where pressed work usually ends; common practice, no source


def disc_across_m(*, mass_kg: float, thickness_m: float, density_kg_m3: float) -> float:
    """How wide so much glass is as a disc of a thickness, m: volume is kept.

    Examples
    --------
    >>> round(disc_across_m(mass_kg=0.1, thickness_m=0.006, density_kg_m3=2500.0), 4)
    0.0921
    """
    return 2 * math.sqrt(mass_kg / density_kg_m3 / thickness_m / math.pi)
