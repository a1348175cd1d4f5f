"""What lies on a blank weighs: beds, and rods."""

from __future__ import annotations

import math

__all__ = ["bed_mass_kg", "rod_mass_kg"]


def bed_mass_kg(*, area_m2: float, high_m: float, packing: float, density_kg_m3: float) -> float:
    """A bed of an area and a height that is filled so far, kg.

    Examples
    --------
    >>> round(bed_mass_kg(area_m2=0.01, high_m=0.002, packing=0.5, density_kg_m3=2500), 4)
    0.025
    """
    return area_m2 * high_m * packing * density_kg_m3


def rod_mass_kg(*, across_m: float, length_m: float, density_kg_m3: float) -> float:
    """A round rod, kg.

    Examples
    --------
    >>> round(rod_mass_kg(across_m=0.002, length_m=0.2, density_kg_m3=2500), 5)
    0.00157
    """
    return math.pi / 4 * across_m**2 * length_m * density_kg_m3
