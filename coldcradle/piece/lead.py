"""What a new piece is asked next: one thing at a time, until it has all that its plan stands on."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.shapes import sizes_of
from coldcradle.cradle.stack import Stack
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.result import StagePlan
from coldcradle.quantity.format import Message, say

__all__ = ["Lead", "lead_of"]

# How each size is asked for; what is missing here is asked for by its own word.
_ASKED = {
    "length": "how long is it?",
    "width": "how wide is it?",
    "height": "how high is it?",
    "bore": "how wide is it inside?",
    "bottom": "how wide is its bottom?",
    "top": "how wide is it at the top?",
    "rim": "how wide is its rim?",
    "outer": "how wide is it outside?",
    "middle": "how wide is it from middle to middle?",
}
_STATIONS = {"cradle": "the cradle", "glass": "the glass", "layup": "the lay-up", "heat": "the heat"}


@dataclass(frozen=True, slots=True)
class Lead:
    """What is asked next, at which station, and the path of the entry it is about; "" where it is not one field."""

    station: str
    path: str
    says: Message


def _cradle(stage: StageInput) -> Lead:
    room = stage.cradle.room
    sizes = sizes_of(type(room.parts[0])) if isinstance(room, Stack) and room.parts[0].shape != "prism" else ()
    if not sizes:
        return Lead("cradle", "", say("Next: what outline has it?"))
    # how wide comes before how high, as one reads a mould in the hand
    size = next((one for one in sizes if one != "height"), sizes[0])
    return Lead("cradle", f"cradle.parts.0.{size}", say("Next: {q}", q=_ASKED.get(size, f"what is its {size}?")))


def lead_of(stage: StageInput, plan: StagePlan) -> Lead | None:
    """What a stage without a start still has to be told, the first first; None for one that has a start."""
    if not stage.heat.is_undated:
        return None
    if not stage.cradle.measured:
        return _cradle(stage)
    if plan.states["glass"] in ("none on the rack", "not enough"):
        path = f"glass.rack.{stage.glass.form.key}" if plan.traits.is_filled else ""
        return Lead("glass", path, say("Next: how much of this glass is on the rack?"))
    for station, words in _STATIONS.items():
        if plan.states[station] == "look again" or (station == "heat" and plan.heat is None):
            return Lead(station, "", say("Next: look at {s}, something stops it.", s=words))
    return Lead("heat", "heat.starts_at", say("Next: when shall it start?"))
