"""The glass as it goes in: every solid piece for itself, with what lies on and under it."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.layup.inputs import Support
from coldcradle.quantity.reason import Reason

__all__ = ["ColdBody", "SectionZone", "Shade"]


@dataclass(frozen=True, slots=True, kw_only=True)
class SectionZone:
    """A part of a body seen from above, all lengths in m: its own glass, glass that lies on it, and what is under it.

    `faces` is how many of its faces see the kiln: 2, or 1 where the lower one rests on something.
    """

    glass_m: float
    over_m: float = 0.0
    under: Material | None = None
    under_m: float = 0.0
    faces: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Shade:
    """A body whose middle and rim do not warm alike: shaded by a former, thicker by a part, resting on a ring.

    `inner_share` is the middle's share of the area, above 0 and below 1; `half_m` half the width of the zone that lags,
    across which heat evens out sideways; `is_step`: it is one piece whose thickness steps there; `why` says
    what makes them differ.
    """

    inner: SectionZone
    outer: SectionZone
    inner_share: float
    half_m: float
    why: Reason
    is_step: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class ColdBody:
    """One solid piece as it goes in, lengths in m; for what is hollow `thickness_m` is its wall.

    `breadth_m` is its narrowest way across, `support` what it lies on. `is_loose`: one of many small pieces, or a sheet
    in a loose stack. `cannot_bow`: closed round, or weighed down; then a face that is shut counts it twice.
    """

    name: str
    thickness_m: float
    breadth_m: float
    widest_m: float
    support: Support
    is_loose: bool = False
    cannot_bow: bool = False
    shade: Shade | None = None

    @property
    def counts_m(self) -> float:
        """The free slab that warms like it: twice its thickness where one face is shut, or its breadth."""
        return min(self.thickness_m * (1 if self.is_open else 2), self.breadth_m)

    @property
    def is_open(self) -> bool:
        """Whether all of it sees the kiln from both faces."""
        rests = self.shade is not None and min(self.shade.inner.faces, self.shade.outer.faces) < 2
        return self.support == "posts" and not rests and not self.cannot_bow
