"""What comes out of a stage, as it is predicted, and what of it the next one takes in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.layup.inputs import BlankOutline, Relief

__all__ = ["NOT_WORKED", "Bored", "Finish", "Incoming", "Outcome", "PaintedWith", "Raised", "Shaped", "Worked"]

Finish = Literal["gloss", "matt", "texture"]
Shaped = Literal["flat", "cast", "slumped", "draped", "pressed", "stretched"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Raised:
    """Glass that is not even: so much thinner beside its thickest place, m, the share of the area that is raised, and
    half the width of what is raised, m.
    """

    base_m: float
    share: float
    half_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Bored:
    """A hole straight through, m: its middle from the middle of the piece, how wide it is, whether it is a drain."""

    x_m: float
    y_m: float
    across_m: float
    is_drain: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class PaintedWith:
    """Paint that waits for its firing: what it is, its window, °C, and whether its face lies under."""

    name: str
    from_c: float
    to_c: float
    is_under: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Worked:
    """What was done to it at the bench. `ring` is its outline from above, m about its middle, where it was cut."""

    ring: tuple[tuple[float, float], ...] = ()
    holes: tuple[Bored, ...] = ()
    paints: tuple[PaintedWith, ...] = ()
    is_glued: bool = False

    def fired(self) -> Worked:
        """Once it was in a kiln: paint has become glass, the rest is as it was."""
        return Worked(ring=self.ring, holes=self.holes, is_glued=self.is_glued)


NOT_WORKED = Worked()


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """One of the pieces a stage gives: its outline seen from above, thickness, weight (m, kg), and how it is shaped.

    `thickness_m` is its thickest place, or the height of what is hollow, whose wall is `wall_m`, with `on_m` of solid
    glass fused onto that; `raised` what stands beside the thickest place. `thinnest_m` is told where a sheet was drawn
    out; `finish` is that of its faces; `area_m2` that of a drawn outline. `pieces` alike come out. `kind_key` names the
    glass that most of it is; `worked` what was done to it at the bench.
    """

    outline: BlankOutline
    length_m: float
    width_m: float
    thickness_m: float
    weight_kg: float
    pieces: int
    kind_key: str
    relief: Relief
    shaped: Shaped
    thinnest_m: float | None = None
    finish: Finish = "gloss"
    area_m2: float | None = None
    raised: Raised | None = None
    wall_m: float | None = None
    on_m: float = 0.0
    worked: Worked = NOT_WORKED

    @property
    def is_hollow(self) -> bool:
        """Whether it is a wall closed in itself: a vase, a tube, a ring; such a wall cannot bow."""
        return self.wall_m is not None

    @property
    def solid_m(self) -> float:
        """The thickest glass that heat must get through, m: the wall of what is hollow, and what is fused onto it."""
        return self.thickness_m if self.wall_m is None else min(self.wall_m, self.thickness_m) + self.on_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Incoming:
    """So many of what the stage `key`, called `name`, gave; of what is cut there are `gives` and no more."""

    key: str
    name: str
    count: int
    outcome: Outcome
    gives: int | None = None

    @property
    def weight_kg(self) -> float:
        return self.outcome.weight_kg * self.count
