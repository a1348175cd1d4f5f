"""What the lay-up station is told: what lies how on what, before the lid closes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.cradle.outline import Outline

__all__ = [
    "GRIPS",
    "OUTLINES",
    "RELIEF",
    "WETNESS",
    "BlankOutline",
    "Entering",
    "Grip",
    "Layer",
    "LayupInput",
    "Relief",
    "Support",
    "Wet",
]

Support = Literal["cradle", "shelf", "posts"]
Relief = Literal["none", "soft", "sharp"]
Wet = Literal["wet", "damp", "dry"]
Entering = Literal["auto", "loose", "frit", "slab", "relief", "pack"]
BlankOutline = Literal["round", "square", "oblong", "oval", "polygon", "drawn"]
Grip = Literal["slides", "even", "held"]

# Relief counts as so much more thickness, and a damp mould dries in half the time; common practice, no source.
RELIEF: dict[str, float] = {"none": 1.0, "soft": 1.5, "sharp": 2.0}
WETNESS: dict[str, float] = {"wet": 1.0, "damp": 0.5, "dry": 0.0}
GRIPS: dict[Grip, float] = {"slides": 0.0, "even": 0.5, "held": 1.0}
OUTLINES: dict[BlankOutline, str] = {
    "round": "round",
    "square": "square",
    "oblong": "oblong",
    "oval": "oval",
    "polygon": "with even sides",
    "drawn": "drawn",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Layer:
    """So many sheets of one thickness, all of the blank's outline; `along`: their stripes run along its length."""

    thickness_m: float
    count: int
    name: str = ""
    along: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class LayupInput:
    """The choices at lay-up; None means "as the family usually has it".

    `support` and `enters` may be "auto". `length_m` is a blank's diameter, side or longer side, and what hangs of a
    hung piece; `pieces` are made alike. `weight_kg` presses, `to_m` is what it is pressed to. `posts_m` lift a
    former. `grip` says what the rim of a sheet does; `offset_m` how far it lies off the middle, to the right; a foot
    stands under a ring, and a hung bottle has a wall. A blank with even sides has so many `sides`; a `drawn` one is
    cut at `scale` of its drawing.
    The last four stand for what was worked out where somebody knows better.
    """

    support: Support | Literal["auto"]
    enters: Entering
    relief: Relief
    wet: Wet
    outline: BlankOutline
    length_m: float | None
    width_m: float | None
    layers: tuple[Layer, ...]
    pieces: int
    weight_kg: float
    to_m: float | None
    posts_m: float
    lining_m: float
    grip: Grip
    offset_m: float
    foot_m: float
    foot_width_m: float
    wall_m: float | None
    thickness_m: float | None
    breadth_m: float | None
    span_m: float | None
    depth_m: float | None
    sides: int = 6
    drawn: Outline | None = None
    scale: float = 1.0
