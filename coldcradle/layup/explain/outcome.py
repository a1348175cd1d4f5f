"""What comes out of a stage, in a few words."""

from __future__ import annotations

from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Finish, Outcome
from coldcradle.quantity.format import Message, say, show

__all__ = ["FINISHES", "SIZE_WORDS", "outcome_words"]

FINISHES: dict[Finish, str] = {"gloss": "glossy", "matt": "matt on both faces", "texture": "textured"}
SIZE_WORDS: dict[BlankOutline, str] = {
    BlankOutline.ROUND: "{l} round",
    BlankOutline.SQUARE: "{l} square",
    BlankOutline.OBLONG: "{l} by {w}",
    BlankOutline.OVAL: "an oval of {l} by {w}",
    BlankOutline.POLYGON: "{l} across its corners",
    BlankOutline.DRAWN: "a drawn outline of {l} by {w}",
}


def outcome_words(outcome: Outcome) -> Message:
    """What came out, in a few words."""
    size = SIZE_WORDS[outcome.outline]
    faces = "" if outcome.finish == "gloss" else f", {FINISHES[outcome.finish]}"
    many = f"{outcome.pieces} of them, each " if outcome.pieces > 1 else ""
    thick = "{d} thick" if outcome.wall_m is None else "{d} high with a wall of {w1}"
    return say(
        f"{many}{size}, {thick}, {{m}}{faces}",
        w1=show(round(outcome.wall_m or 0.0, 4), "length"),
        l=show(round(outcome.length_m, 3), "length"),
        w=show(round(outcome.width_m, 3), "length"),
        o=outcome.outline,
        d=show(round(outcome.thickness_m, 4), "length"),
        m=show(outcome.weight_kg, "mass"),
    )
