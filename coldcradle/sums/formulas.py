"""What sums compute that no station does: stands, washers, strips, and how soft a hold must be."""

from __future__ import annotations

import math

__all__ = [
    "contact_circle_m",
    "needed_log10_pa_s",
    "stand_centre_m",
    "strip_carries_kg",
    "swapped_kg",
]


def contact_circle_m(*, radius_m: float, gap_m: float) -> float:
    """Across the circle on which a round bottom stands, m, where a gap of `gap_m` is not felt: a chord of its circle.

    Examples
    --------
    >>> round(contact_circle_m(radius_m=0.3, gap_m=0.0001), 4)
    0.0155
    """
    return 2 * math.sqrt(2 * radius_m * gap_m - gap_m * gap_m)


def stand_centre_m(*, base_kg: float, base_m: float, panel_kg: float, panel_m: float) -> float:
    """How high the centre of gravity of a base and an upright on it lies above the table, m: statics.

    Examples
    --------
    >>> stand_centre_m(base_kg=1.0, base_m=0.02, panel_kg=0.0, panel_m=0.3)
    0.01
    """
    return (base_kg * base_m / 2 + panel_kg * (base_m + panel_m / 2)) / (base_kg + panel_kg)


def strip_carries_kg(
    *, stress_pa: float, width_m: float, thickness_m: float, span_m: float, gravity_m_s2: float
) -> float:
    """What a strip on two supports carries in its middle, kg: 2·σ·b·h²/(3·L·g) (beam theory, Timoshenko).

    Examples
    --------
    >>> round(strip_carries_kg(stress_pa=6e6, width_m=0.1, thickness_m=0.01, span_m=0.3, gravity_m_s2=9.80665), 1)
    13.6
    """
    return 2 * stress_pa * width_m * thickness_m**2 / (3 * span_m * gravity_m_s2)


def swapped_kg(*, mass_kg: float, density_kg_m3: float, other_kg_m3: float) -> float:
    """What fills the same room in a glass of another density, kg.

    Examples
    --------
    >>> swapped_kg(mass_kg=1.0, density_kg_m3=2500.0, other_kg_m3=3000.0)
    1.2
    """
    return mass_kg * other_kg_m3 / density_kg_m3


def needed_log10_pa_s(*, seconds: float, work_per_pa: float, runny: float, stiff: float) -> float:
    """How soft glass must be for a time to do so much heat work, log10 of Pa·s, within what people use.

    Examples
    --------
    >>> round(needed_log10_pa_s(seconds=1800.0, work_per_pa=1e-3, runny=4.0, stiff=12.0), 2)
    6.26
    >>> needed_log10_pa_s(seconds=1800.0, work_per_pa=1e3, runny=4.0, stiff=12.0)
    4.0
    """
    return min(max(math.log10(seconds / work_per_pa), runny), stiff)
