"""What a piece will look like from its grain and thickness: short notes with the reason, not rules."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.glass.kinds import Form
from coldcradle.glass.mix import SANDY_SHARE, Mix
from coldcradle.quantity.format import Message, say, show

__all__ = ["Note", "appearance"]

_BUBBLES = {
    "powder": (
        "Milky with very small bubbles.",
        "Every grain brings the air round it, and the gaps are too small to let it go.",
    ),
    "fine": ("Hazy, with many tiny bubbles.", "The finer the grain, the more air is shut in and the slower it rises."),
    "medium": ("Slightly hazy, with small bubbles.", "Air between grains of this size only partly finds its way out."),
    "coarse": ("Fairly clear, with some small bubbles.", "Gaps are wide enough for most of the air to leave."),
    "nuggets": ("Clear, with few bubbles of the size of a pinhead.", "Large pieces shut in few but larger pockets."),
    "billet": ("Very clear, with few large bubbles.", "Few joints, and so little air."),
    "scrap": ("Clear, with some flat bubbles where pieces overlap.", "Pieces lie every way, and shut air in between."),
    "stringer": (
        "Lined, with rows of small bubbles along the threads.",
        "Air stays in the gaps between round threads.",
    ),
    "sheet": ("Clear, with a few flat bubbles between the layers.", "Air lies between sheets and spreads flat."),
}


@dataclass(frozen=True, slots=True)
class Note:
    """What is to be expected, and why."""

    says: Message
    reason: Message


def appearance(form: Form, *, thickness_m: float, mix: Mix | None, touches_walls: bool, has_colour: bool) -> list[Note]:
    """Notes for a form of glass at a thickness; common practice, no source."""
    says, reason = _BUBBLES.get(form.key, ("Clear.", "Little air goes in."))
    notes = [Note(say(says), say(reason))]
    if form.key in ("powder", "fine", "medium") and thickness_m > 0.012:
        notes.append(
            Note(
                say("At {d} the haze adds up: it will hardly let you see through.", d=show(thickness_m, "length")),
                say("Light passes every bubble on its way; twice the depth, twice the haze."),
            )
        )
    if mix is not None and mix.fine_share > SANDY_SHARE:
        notes.append(
            Note(
                say("{share} of it is fine: it may look like sand.", share=show(mix.fine_share, "ratio")),
                say(f"Above about {SANDY_SHARE * 100:.0f} % the grains no longer melt into one another's colour."),
            )
        )
    if has_colour and touches_walls:
        notes.append(
            Note(
                say("Keep the colour a few millimetres off the walls."),
                say("Where colour touches it drags release in and leaves cloudy spots."),
            )
        )
    if has_colour:
        notes.append(
            Note(
                say("A cap of large clear pieces holds the colours where you lay them."),
                say("It sinks as one, pushes the air out sideways, and leaves fewer bubbles."),
            )
        )
    return notes
