"""The temperatures that matter to one glass, because temperature means nothing without viscosity."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.quantity.format import DualQuantity, show

__all__ = ["WINDOWS", "Landmark", "landmarks"]

# Process windows as log10 viscosity (Pa·s), stiff end first; worked back from common practice, no source.
WINDOWS: dict[str, tuple[str, float, float]] = {
    "slump": ("slumping", 8.0, 6.7),
    "tack": ("tack fusing", 5.7, 5.1),
    "full": ("full fusing", 4.8, 4.5),
    "cast": ("casting", 4.6, 4.2),
}


@dataclass(frozen=True, slots=True)
class Landmark:
    """A band of temperature with a name; a point has low = high."""

    key: str
    name: str
    low_c: float
    high_c: float
    low: DualQuantity
    high: DualQuantity


def _landmark(key: str, name: str, low_c: float, high_c: float) -> Landmark:
    return Landmark(key, name, low_c, high_c, show(round(low_c), "temperature"), show(round(high_c), "temperature"))


def landmarks(kind: GlassProperties) -> list[Landmark]:
    """Strain, annealing and softening points as given, and the process windows by viscosity, coolest first."""
    curve = Viscosity.of(kind)
    points = [
        _landmark("strain", "strain point", kind.strain_c, kind.strain_c),
        _landmark("annealing", "annealing point", kind.annealing_c, kind.annealing_c),
        _landmark("softening", "softening point", kind.softening_c, kind.softening_c),
    ]
    windows = [
        _landmark(key, name, curve.temperature_c(stiff), curve.temperature_c(runny))
        for key, (name, stiff, runny) in WINDOWS.items()
    ]
    return sorted([*points, *windows], key=lambda mark: mark.low_c)
