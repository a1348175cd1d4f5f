"""What the cradle station is told."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.displacement import Displacement, Drained, Trial
from coldcradle.cradle.level import Tilt
from coldcradle.cradle.materials import Material
from coldcradle.cradle.methods import LastFill, Method, Model
from coldcradle.cradle.release import Coat
from coldcradle.cradle.solid import Solid
from coldcradle.cradle.stack import Stack

__all__ = ["Care", "CradleInput", "OtherCavity"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Care:
    """What the shelf knows of a cradle: its release log, its own rating, what its maker or owner says to fire first."""

    log: tuple[Coat, ...]
    is_kept: bool
    rated_c: float | None
    is_single_use: bool
    firings: int
    first_schedule: str
    condition: str


@dataclass(frozen=True, slots=True, kw_only=True)
class OtherCavity:
    """Another cavity filled in the same firing, by its fill weight."""

    name: str
    fill_kg: float
    count: int


@dataclass(frozen=True, slots=True, kw_only=True)
class CradleInput:
    """A cradle and how its inside was measured. `count` cavities of this shape are filled alike."""

    name: str
    material: Material
    wall_m: float
    room: Stack | Solid
    line_m: float
    reading_m: float
    measured: bool
    method: Method
    level: Displacement | None
    drained: Drained | None
    trial: Trial | None
    model: Model | None
    last: LastFill | None
    soaked: bool
    tilt: Tilt | None
    count: int
    others: tuple[OtherCavity, ...]
    care: Care

    @property
    def rated_c(self) -> float:
        """The heat it stands: its own rating, or what its material usually stands."""
        return self.care.rated_c if self.care.rated_c is not None else self.material.rated_c
