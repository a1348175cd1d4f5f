"""What the cradle station is told."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.cradle.displacement import Displacement, Drained, Trial
from coldcradle.cradle.level import Tilt
from coldcradle.cradle.materials import Material, materials
from coldcradle.cradle.methods import LastFill, Method, Model
from coldcradle.cradle.release import Coat, CoatDocument
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.told import PART, SolidDocument, stack_of
from coldcradle.entry import flag, inputs, kept, length, many, mass, one, pick, temperature, whole, words
from coldcradle.entry.specs import Quantity
from coldcradle.errors import ImpossibleInput

__all__ = ["LINE", "Care", "CradleInput", "OtherCavity"]

LINE = Quantity(key="line", kind="length", called="a casting line", low=0.0, high=10.0, above=True)
_LEAST_M = 1e-5  # thinner than this is no glass


@inputs
class Care:
    """What the shelf knows of a cradle: its release log, its own rating, what its maker or owner says to fire first.

    `is_single_use` is None where only its material tells.
    """

    log: tuple[Coat, ...] = many(CoatDocument, key="release", called="a coat", most=200, default=())
    rated_c: float | None = temperature(default=None, called="a rating", low=50.0, high=1800.0)
    is_single_use: bool | None = flag(key="single_use", default=None)
    firings: int = whole(low=0, high=100_000, default=0)
    first_schedule: str = words(default="", most=1000, may_be_empty=True)
    condition: str = words(default="", most=1000, may_be_empty=True)
    fills: object = kept(default=None)
    drying: object = kept(default=None)
    is_kept: bool = True


@inputs
class OtherCavity:
    """Another cavity filled in the same firing, by its fill weight."""

    name: str = words(most=60)
    fill_kg: float = mass(called="a fill weight", low=0.0, high=100.0, above=True)
    count: int = whole(low=1, high=400, default=1)


@inputs
class CradleInput:
    """A cradle and how its inside was measured. `count` cavities of this shape are filled alike;
    `owned` is how many of it there are, 0 where nobody has said.

    `line` is the casting line as typed; `line_m` is what it comes to, as deep as it is in what is not filled.
    """

    name: str = words(most=80)
    material: Material = pick(materials)
    wall_m: float = length(called="a wall", low=0.0, high=0.5)
    stack: Stack = many(PART, key="parts", called="a shape", most=12, make=stack_of)
    solid: SolidRoom | None = one(SolidDocument, called="a mesh's room", default=None)
    line: object = kept(default=None, schema={"type": "string", "maxLength": 240})
    reading_m: float = length(called="a reading error", low=0.0, high=0.05)
    measured: bool = flag(default=True)
    method: Method = pick(Method, default=Method.SHAPE)
    level: Displacement | None = one(Displacement, called="the readings of the vessel", default=None)
    drained: Drained | None = one(Drained, called="the drained water", default=None)
    trial: Trial | None = one(Trial, called="the trial glass", default=None)
    model: Model | None = one(Model, called="the model", default=None)
    last: LastFill | None = one(LastFill, called="the last filling", default=None)
    soaked: bool = flag(default=True)
    tilt: Tilt | None = one(Tilt, called="the lean of the cradle", default=None)
    count: int = whole(low=1, high=400, default=1)
    owned: int = whole(low=0, high=200, default=0)
    others: tuple[OtherCavity, ...] = many(OtherCavity, called="a cavity", most=40, default=())
    care: Care = one(Care, called="the care of the cradle", default=Care(is_kept=False), is_whole=True)
    line_m: float = 0.0

    @property
    def room(self) -> Stack | SolidRoom:
        """The room inside: a mesh's where there is one."""
        return self.solid or self.stack

    @property
    def rated_c(self) -> float:
        """The heat it stands: its own rating, or what its material usually stands."""
        return self.care.rated_c if self.care.rated_c is not None else self.material.rated_c

    def as_read(self) -> CradleInput:
        """With what its material tells of its care; refused where the readings of its method are missing."""
        if self.method is not Method.SHAPE and getattr(self, self.method) is None:
            raise ImpossibleInput(f"“{self.method}” is missing", entry=self.method)
        care = self.care
        if care.is_single_use is None:
            care = replace(care, is_single_use=self.material.single_use)
        return replace(self, care=care, tilt=self.tilt if self.tilt and self.tilt.rise_m > 0 else None)

    def filled_to(self, *, is_filled: bool) -> CradleInput:
        """With its casting line read; what is not filled has none, and is as deep as it is."""
        if not is_filled:
            return replace(self, line_m=self.room.height_m)
        if self.line is None:
            raise ImpossibleInput("“line” is missing", entry="line")
        try:
            line_m = LINE.read(self.line) or 0.0
            if line_m < _LEAST_M:
                raise ImpossibleInput("expected a casting line of at least 0.01 mm")
            if line_m > self.room.height_m * (1 + 1e-9):
                brim_mm = self.room.height_m * 1e3
                raise ImpossibleInput(
                    f"expected a casting line no higher than the brim at {brim_mm:g} mm, got {self.line}"
                )
        except ValueError as error:
            raise ImpossibleInput(str(error), entry="line") from None
        return replace(self, line_m=min(line_m, self.room.height_m))
