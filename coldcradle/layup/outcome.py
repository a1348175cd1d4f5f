"""What comes out of a stage, as it is predicted, and what of it the next one takes in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.layup.inputs import BlankOutline, Relief
from coldcradle.quantity.format import Message, say, show

__all__ = ["FINISHES", "SIZE_WORDS", "Finish", "Incoming", "Outcome", "Shaped", "outcome_words"]

Finish = Literal["gloss", "matt", "texture"]
Shaped = Literal["flat", "cast", "slumped", "draped", "pressed", "stretched"]


FINISHES: dict[Finish, str] = {"gloss": "glossy", "matt": "matt on both faces", "texture": "textured"}
SIZE_WORDS: dict[BlankOutline, str] = {
    "round": "{l} round",
    "square": "{l} square",
    "oblong": "{l} by {w}",
    "polygon": "{l} across its corners",
    "drawn": "a drawn outline of {l} by {w}",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """One of the pieces a stage gives: its outline seen from above, thickness, weight (m, kg), and how it is shaped.

    `thinnest_m` is told where it is not even; `finish` is that of its faces; `area_m2` that of a drawn outline.
    `pieces` alike come out. `kind_key` names the glass that most of it is.
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
    return say(
        f"{many}{size}, {{d}} thick, {{m}}{faces}",
        l=show(round(outcome.length_m, 3), "length"),
        w=show(round(outcome.width_m, 3), "length"),
        o=outcome.outline,
        d=show(round(outcome.thickness_m, 4), "length"),
        m=show(outcome.weight_kg, "mass"),
    )
