"""What the glass station works out for a cradle that is filled."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.measurement import Measurement
from coldcradle.glass.explain.charge import Heap
from coldcradle.glass.inputs import GlassInput
from coldcradle.quantity.format import DualQuantity
from coldcradle.report.figure import Figure

__all__ = ["FillResult", "Weighing"]


@dataclass(frozen=True, slots=True)
class Weighing:
    """One line for the scale, or one sheet to cut: `size` is how large, where it is cut."""

    key: str
    name: str
    shown: DualQuantity
    size: DualQuantity | None = None


@dataclass(frozen=True, slots=True)
class FillResult:
    """A cradle and the glass that fills it: volume, weight, what is weighed out, the heap, and where it stands melted.

    `charge` is all that goes in; `taken_kg` of it comes from earlier stages, and `fresh` is weighed out. `shaped` is
    the volume from sizes alone, `combined` that of all ways of measuring together. `overflow_m3` runs over the brim.
    """

    cradle: CradleInput
    glass: GlassInput
    measured: Measurement
    volume: Figure
    shaped: Figure
    combined: Figure | None
    mass: Figure
    charge: Figure
    each: Figure
    bulk: Figure
    heap: Heap
    thickness: Figure
    overflow_m3: float
    fresh: Figure
    taken_kg: float = 0.0

    @property
    def scale(self) -> float:
        """Measured volume over the volume from sizes."""
        return self.volume.value / self.shaped.value
