"""What the lay-up station is told: what lies how on what, before the lid closes."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.cradle.outline import Outline, OutlineDocument
from coldcradle.entry import Choice, flag, inputs, length, many, mass, one, pick, ratio, whole, words
from coldcradle.layup.added import Added
from coldcradle.layup.bottle import BottleInput
from coldcradle.layup.hot import HotMove
from coldcradle.layup.lifting import LiftInput
from coldcradle.layup.rolling import RollInput

__all__ = [
    "BlankOutline",
    "Coated",
    "Entering",
    "Grip",
    "Layer",
    "LayupInput",
    "Relief",
    "Several",
    "Support",
    "Taken",
    "Wet",
]

_LEAST_M = 1e-5  # thinner than this is no glass


class Support(Choice):
    """What the glass lies on."""

    AUTO = "auto", "as usual for it"
    CRADLE = "cradle", "in or on its cradle"
    SHELF = "shelf", "flat on the kiln shelf"
    POSTS = "posts", "both faces free"


class Relief(Choice):
    """How uneven the glass is; steps count as more thickness."""

    NONE = "none", "flat"
    SOFT = "soft", "soft relief"
    SHARP = "sharp", "sharp relief"

    @property
    def times(self) -> float:
        """Relief counts as so much more thickness; common practice, no source."""
        return {Relief.NONE: 1.0, Relief.SOFT: 1.5, Relief.SHARP: 2.0}[self]


class Wet(Choice):
    """How wet the mould is."""

    WET = "wet", "wet"
    DAMP = "damp", "damp"
    DRY = "dry", "bone dry"

    @property
    def share(self) -> float:
        """A damp mould dries in half the time; common practice, no source."""
        return {Wet.WET: 1.0, Wet.DAMP: 0.5, Wet.DRY: 0.0}[self]


class Entering(Choice):
    """How the glass goes in."""

    AUTO = "auto", "as usual for it"
    LOOSE = "loose", "loose pieces"
    FRIT = "frit", "frit or powder"
    SLAB = "slab", "a solid slab"
    RELIEF = "relief", "a fused blank with relief"
    PACK = "pack", "a pack under shelves"


class BlankOutline(Choice):
    """What a blank is cut as."""

    ROUND = "round", "round"
    SQUARE = "square", "square"
    OBLONG = "oblong", "oblong"
    OVAL = "oval", "oval"
    POLYGON = "polygon", "with even sides"
    DRAWN = "drawn", "drawn"


class Grip(Choice):
    """What the rim of a sheet does on what carries it."""

    EVEN = "even", "not known", "both are followed"
    SLIDES = "slides", "slides in", "the form is smooth or steep"
    HELD = "held", "grips its form", "a rough rim, or weight on it"

    @property
    def share(self) -> float:
        """How much of the rim is held."""
        return {Grip.SLIDES: 0.0, Grip.EVEN: 0.5, Grip.HELD: 1.0}[self]


class Several(Choice):
    """How several that are taken in lie together."""

    AUTO = "auto", "as usual for it"
    END = "end", "end to end", "they become one, as long as all of them"
    SIDE = "side", "side by side", "they become one, as wide as all of them"


class Coated(Choice):
    """Which face of a sheet is coated with metal or metal oxide."""

    NONE = "none", "not coated"
    TOP = "top", "its upper face"
    UNDER = "under", "its lower face"
    BOTH = "both", "both faces"


@inputs
class Layer:
    """So many sheets of one thickness, all of the blank's outline; `along`: their stripes run along its length; a sheet
    may be coated on one face.
    """

    thickness_m: float = length(key="thick", called="a sheet's thickness", low=_LEAST_M, high=0.2)
    count: int = whole(low=1, high=200, default=1)
    name: str = words(default="", most=60, may_be_empty=True)
    along: bool = flag(default=False)
    coated: Coated = pick(Coated, default=Coated.NONE)


@inputs
class Taken:
    """So many of what an earlier stage gave."""

    key: str = words(key="from", most=40)
    count: int = whole(low=1, high=1000, default=1)


@inputs
class LayupInput:
    """The choices at lay-up; None means "as the family usually has it".

    `length_m` is a blank's diameter, side or longer side, and what hangs of a hung piece; `pieces` are made alike.
    `weight_kg` presses, `to_m` is what it is pressed to. `posts_m` lift a former. `offset_m` is how far a sheet lies
    off the middle, to the right; a ring may have so many `waves` of a height `crest_m`; a foot stands under a ring,
    what is hung and hollow has a wall, and a `bottle` its profile. A blank with even sides has so many `sides`; a
    `drawn` one is cut at `scale` of its drawing. Thickness, breadth, span and depth stand for what was worked out where
    somebody knows better.
    """

    support: Support = pick(Support, key="on", default=Support.AUTO)
    enters: Entering = pick(Entering, default=Entering.AUTO)
    relief: Relief = pick(Relief, default=Relief.NONE)
    wet: Wet = pick(Wet, default=Wet.WET)
    outline: BlankOutline = pick(BlankOutline, default=BlankOutline.ROUND)
    length_m: float | None = length(default=None, called="a blank's size", low=_LEAST_M, high=5.0)
    width_m: float | None = length(default=None, called="a blank's width", low=_LEAST_M, high=5.0)
    layers: tuple[Layer, ...] = many(Layer, called="a layer", most=24, default=())
    added: tuple[Added, ...] = many(Added, called="what is added", most=24, default=())
    pieces: int = whole(low=1, high=1000, default=1)
    several: Several = pick(Several, default=Several.AUTO)
    weight_kg: float = mass(default="0 kg", called="a weight on it", low=0.0, high=1000.0)
    to_m: float | None = length(default=None, called="a pressed thickness", low=_LEAST_M, high=0.1)
    posts_m: float = length(default="0 mm", called="posts", low=0.0, high=1.0)
    lining_m: float = length(default="0 mm", called="a lining", low=0.0, high=0.05)
    grip: Grip = pick(Grip, default=Grip.EVEN)
    offset_m: float = length(default="0 mm", called="an offset", low=-2.0, high=2.0)
    waves: int = whole(low=0, high=40, default=0)
    crest_m: float = length(default="0 mm", called="a wave's height", low=0.0, high=0.5)
    foot_m: float = length(default="0 mm", called="a foot's height", low=0.0, high=1.0)
    foot_width_m: float = length(default="0 mm", called="a foot's width", low=0.0, high=2.0)
    wall_m: float | None = length(default=None, called="a wall", low=_LEAST_M, high=0.1)
    hot: tuple[HotMove, ...] = many(HotMove, called="what is done by hand", most=12, default=())
    lift: LiftInput | None = one(LiftInput, called="a lift", default=None)
    roll: RollInput | None = one(RollInput, called="a stack that rolls", default=None)
    bottle: BottleInput | None = one(BottleInput, called="a bottle", default=None)
    thickness_m: float | None = length(key="thick", default=None, called="a thickness", low=_LEAST_M, high=0.6)
    breadth_m: float | None = length(default=None, called="a breadth", low=_LEAST_M, high=5.0)
    span_m: float | None = length(default=None, called="a span", low=_LEAST_M, high=5.0)
    depth_m: float | None = length(default=None, called="a way down", low=_LEAST_M, high=3.0)
    sides: int = whole(low=3, high=24, default=6)
    drawn: Outline | None = one(OutlineDocument, called="a drawn outline", default=None)
    scale: float = ratio(default="100 %", called="a scale", low=0.05, high=20.0)

    def as_read(self) -> LayupInput:
        """Round while nothing is drawn yet."""
        is_missing = self.outline is BlankOutline.DRAWN and self.drawn is None
        return replace(self, outline=BlankOutline.ROUND) if is_missing else self
