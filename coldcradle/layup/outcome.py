"""What comes out of a stage, as it is predicted, and what of it the next one takes in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.layup.inputs import BlankOutline, Relief
from coldcradle.quantity.format import Message, say, show

__all__ = ["FINISHES", "SIZE_WORDS", "Finish", "Incoming", "Outcome", "Raised", "Shaped", "outcome_words"]

Finish = Literal["gloss", "matt", "texture"]
Shaped = Literal["flat", "cast", "slumped", "draped", "pressed", "stretched"]


FINISHES: dict[Finish, str] = {"gloss": "glossy", "matt": "matt on both faces", "texture": "textured"}
SIZE_WORDS: dict[BlankOutline, str] = {
    BlankOutline.ROUND: "{l} round",
    BlankOutline.SQUARE: "{l} square",
    BlankOutline.OBLONG: "{l} by {w}",
    BlankOutline.OVAL: "an oval of {l} by {w}",
    BlankOutline.POLYGON: "{l} across its corners",
    BlankOutline.DRAWN: "a drawn outline of {l} by {w}",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Raised:
    """Glass that is not even: so much thinner beside its thickest place, m, the share of the area that is raised, and
    half the width of what is raised, m.
    """

    base_m: float
    share: float
    half_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """One of the pieces a stage gives: its outline seen from above, thickness, weight (m, kg), and how it is shaped.

    `thickness_m` is its thickest place, or the height of what is hollow, whose wall is `wall_m`; `raised` what stands
    beside the thickest place. `thinnest_m` is told where a sheet was drawn out; `finish` is that of its faces;
    `area_m2` that of a drawn outline. `pieces` alike come out. `kind_key` names the glass that most of it is.
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

    @property
    def is_hollow(self) -> bool:
        """Whether it is a wall closed in itself: a vase, a tube, a ring; such a wall cannot bow."""
        return self.wall_m is not None

    @property
    def solid_m(self) -> float:
        """The thickest glass that heat must get through, m: the wall of what is hollow."""
        return self.thickness_m if self.wall_m is None else min(self.wall_m, self.thickness_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Incoming:
    """So many of what the stage `key`, called `name`, gave."""

    key: str
    name: str
    count: int
    outcome: Outcome

    @property
    def weight_kg(self) -> float:
        return self.outcome.weight_kg * self.count


def outcome_words(outcome: Outcome) -> Message:
    """What came out, in a few words."""
    size = SIZE_WORDS[outcome.outline]
    faces = "" if outcome.finish == "gloss" else f", {FINISHES[outcome.finish]}"
    many = f"{outcome.pieces} of them, each " if outcome.pieces > 1 else ""
    thick = "{d} thick" if outcome.wall_m is None else "{d} high with a wall of {w1}"
    return say(
        f"{many}{size}, {thick}, {{m}}{faces}",
        w1=show(round(outcome.solid_m, 4), "length"),
        l=show(round(outcome.length_m, 3), "length"),
        w=show(round(outcome.width_m, 3), "length"),
        o=outcome.outline,
        d=show(round(outcome.thickness_m, 4), "length"),
        m=show(outcome.weight_kg, "mass"),
    )
