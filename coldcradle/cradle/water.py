"""Density of liquid water."""

from __future__ import annotations

from coldcradle.errors import ImpossibleInput

__all__ = ["water_density_kg_m3"]


def water_density_kg_m3(*, temperature_c: float) -> float:
    """Density of air-free water at one atmosphere, kg/m³, for 0 to 100 °C.

    Kell, J. Chem. Eng. Data 20 (1975) 97, a rational fit good to about 1e-2 kg/m³ in this range.
    Raises ImpossibleInput outside it.
    """
    t = temperature_c
    if not 0.0 <= t <= 100.0:
        raise ImpossibleInput(f"expected liquid water between 0 °C and 100 °C, got {t:g} °C")
    top = 999.83952 + t * (
        16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - 280.54253e-12 * t)))
    )
    return top / (1 + 16.879850e-3 * t)
