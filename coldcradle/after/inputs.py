"""What was measured of a piece that came out of the kiln, as far as later stages take it in."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.entry import inputs, length, mass
from coldcradle.layup.outcome import Outcome

__all__ = ["NOT_MEASURED", "Measured", "as_measured"]


@inputs
class Measured:
    """Sizes in m and weight in kg; None where nobody measured."""

    length_m: float | None = length(default=None, called="a measured length", low=1e-5, high=5.0)
    width_m: float | None = length(default=None, called="a measured width", low=1e-5, high=5.0)
    thickness_m: float | None = length(default=None, called="a measured thickness", low=1e-5, high=5.0)
    weight_kg: float | None = mass(default=None, called="a measured weight", low=1e-6, high=5000.0)

    @property
    def is_any(self) -> bool:
        return any(v is not None for v in (self.length_m, self.width_m, self.thickness_m, self.weight_kg))


NOT_MEASURED = Measured()


def as_measured(outcome: Outcome, measured: Measured) -> Outcome:
    """The outcome with what was measured in the place of what was predicted."""
    if not measured.is_any:
        return outcome
    length = measured.length_m or outcome.length_m
    width = measured.width_m or (length if outcome.outline in ("round", "square") else outcome.width_m)
    scale = (length / outcome.length_m) * (width / outcome.width_m) if outcome.length_m and outcome.width_m else 1.0
    return replace(
        outcome,
        length_m=length,
        width_m=width,
        thickness_m=measured.thickness_m or outcome.thickness_m,
        thinnest_m=None if measured.thickness_m else outcome.thinnest_m,
        weight_kg=measured.weight_kg or outcome.weight_kg,
        area_m2=outcome.area_m2 * scale if outcome.area_m2 is not None else None,
    )
