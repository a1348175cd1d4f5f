"""What comes out of a stage, as it is predicted, and what of it the next one takes in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.layup.inputs import BlankOutline, Relief
from coldcradle.quantity.format import Message, say, show

__all__ = ["Finish", "Incoming", "Outcome", "Shaped", "outcome_words"]

Finish = Literal["gloss", "matt", "texture"]
Shaped = Literal["flat", "cast", "slumped", "draped", "pressed", "stretched"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """One of the pieces a stage gives: its outline seen from above, thickness, weight (m, kg), and how it is shaped.

    `thinnest_m` is told where it is not even; `finish` is that of its faces; `made_at_log` the viscosity (log10 Pa·s)
    that made its finest features, which a later firing must not reach. `pieces` alike come
    out. `kind_key` names the glass that most of it is.
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
    made_at_log: float = 0.0


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
    size = "{l} {o}" if outcome.outline != "oblong" else "{l} by {w}"
    many = f"{outcome.pieces} of them, each " if outcome.pieces > 1 else ""
    return say(
        f"{many}{size}, {{d}} thick, {{m}}",
        l=show(round(outcome.length_m, 3), "length"),
        w=show(round(outcome.width_m, 3), "length"),
        o=outcome.outline,
        d=show(round(outcome.thickness_m, 4), "length"),
        m=show(outcome.weight_kg, "mass"),
    )
