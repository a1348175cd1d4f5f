"""What a step at the bench is told: what is done, to what, with which tool, where."""

from __future__ import annotations

import re

from coldcradle.after.inputs import NOT_MEASURED, Measured
from coldcradle.entry import (
    Choice,
    duration,
    flag,
    inputs,
    kept,
    length,
    many,
    mass,
    one,
    pick,
    ratio,
    temperature,
    whole,
    words,
)
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.inputs import Taken

__all__ = [
    "BenchInput",
    "BenchWork",
    "BlastInput",
    "CutBy",
    "CutInput",
    "CutLine",
    "CutPart",
    "CutWay",
    "DrillInput",
    "Fitting",
    "FittingInput",
    "GrindInput",
    "GroundPlace",
    "HoleInput",
    "LastGrit",
    "PaintInput",
    "PaintKind",
    "PaintedFace",
    "WashInput",
    "WashedOff",
]

MOST_PARTS = 24
_KEY = re.compile(r"[a-z0-9-]{1,34}")


class BenchWork(Choice):
    """What is done between two firings."""

    CUT = "cut", "cut apart", "with a saw, or scored and broken"
    GRIND = "grind", "grind and polish", "wet, from coarse to fine"
    DRILL = "drill", "drill", "a hole or a drain"
    BLAST = "blast", "blast or etch", "matt, or deep through a mask"
    PAINT = "paint", "paint", "paint, enamel or a decal, to be fired"
    GLUE = "glue", "glue and fit", "onto a base, a hook, a tube; no heat after"
    WASH = "wash", "wash and clean", "release, plaster or dust off"


class CutBy(Choice):
    """How it is cut."""

    SAW = "saw", "sawn wet", "takes its own width away"
    SCORE = "score", "scored and broken", "takes nothing away; up to 6 mm"


class CutWay(Choice):
    """Which way a cut goes."""

    ACROSS = "across", "across", "so far from its left end"
    ALONG = "along", "along", "so far from its near edge"
    ROUND = "round", "round", "a circle about its middle, so wide"


@inputs
class CutLine:
    """One straight cut through all that is there, or a circle about the middle; in the middle, or of half its width,
    where nothing is told. `end_m` is told where it is slanted.
    """

    way: CutWay = pick(CutWay, default=CutWay.ACROSS)
    at_m: float | None = length(default=None, called="a place of a cut", low=0.0, high=5.0)
    end_m: float | None = length(default=None, called="the other end of a cut", low=0.0, high=5.0)


@inputs
class CutPart:
    """What becomes of one of the pieces that were cut, by its letter: turned by quarters, turned over, or put away."""

    letter: str = words(default="a", most=2)
    is_off_cut: bool = flag(default=False)
    is_mirrored: bool = flag(default=False)
    quarters: int = whole(low=0, high=3, default=0)


@inputs
class CutInput:
    """Straight cuts on the outline seen from above; a saw takes its kerf away."""

    by: CutBy = pick(CutBy, default=CutBy.SAW)
    kerf_m: float = length(default="2 mm", called="a saw's kerf", low=0.0, high=0.02)
    lines: tuple[CutLine, ...] = many(CutLine, called="a cut", most=12, default=())
    parts: tuple[CutPart, ...] = many(CutPart, called="a piece", most=MOST_PARTS, default=())


class GroundPlace(Choice):
    """What is ground."""

    FACE = "face", "one face"
    FACES = "faces", "both faces"
    EDGES = "edges", "its edges all round"
    FOOT = "foot", "a flat to stand on"
    POINT = "point", "a spike or a bump"


class LastGrit(Choice):
    """What it is ended with."""

    G60 = "60", "grit 60"
    G120 = "120", "grit 120"
    G220 = "220", "grit 220"
    G325 = "325", "grit 325"
    G600 = "600", "grit 600"
    PUMICE = "pumice", "pumice"
    CERIUM = "cerium", "cerium: clear"


@inputs
class GrindInput:
    """How much is taken off, and how fine it ends. `across_m` is how wide a foot or a bump is; `pace` is how long it
    took before, as a share of what was reckoned.
    """

    place: GroundPlace = pick(GroundPlace, default=GroundPlace.EDGES)
    off_m: float = length(default="0.5 mm", called="what is ground off", low=0.0, high=0.1)
    across_m: float | None = length(default=None, called="a width", low=1e-4, high=3.0)
    last: LastGrit = pick(LastGrit, default=LastGrit.CERIUM)
    pace: float = ratio(default="100 %", called="a pace", low=0.1, high=10.0)


@inputs
class HoleInput:
    """A hole straight through: its middle so far to the right of the piece's middle, and away from the reader."""

    x_m: float = length(default="0 mm", called="a place of a hole", low=-5.0, high=5.0)
    y_m: float = length(default="0 mm", called="a place of a hole", low=-5.0, high=5.0)
    across_m: float = length(default="10 mm", called="a hole", low=5e-4, high=1.0)


@inputs
class DrillInput:
    """Holes; a drain is to lie lowest once the piece is formed."""

    holes: tuple[HoleInput, ...] = many(HoleInput, called="a hole", most=24, default=())
    is_drain: bool = flag(default=False)


@inputs
class BlastInput:
    """How deep it is cut through the mask, and on how much of the face; 0 deep makes it matt and no more."""

    depth_m: float = length(default="0 mm", called="a depth of blasting", low=0.0, high=0.1)
    share: float = ratio(default="30 %", called="a share of the face", low=0.0, high=1.0)
    wide_m: float = length(default="10 mm", called="a groove", low=2e-4, high=1.0)
    is_both: bool = flag(default=False)


class PaintKind(Choice):
    """What is painted with."""

    GLASS = "glass", "glass paint", "matures low, on soft glass and window glass"
    ENAMEL = "enamel", "float enamel", "matures high: look at its maker’s sheet"
    LUSTRE = "lustre", "lustre or gold", "matures low, burns away above"
    DECAL = "decal", "a decal", "its film burns off first"


class PaintedFace(Choice):
    """Which face is painted."""

    TOP = "top", "the upper face"
    UNDER = "under", "the lower face"
    BOTH = "both", "both faces"


@inputs
class PaintInput:
    """One face is painted and fired; `from_c` and `to_c` are its maker's, where they are told."""

    kind: PaintKind = pick(PaintKind, default=PaintKind.GLASS)
    face: PaintedFace = pick(PaintedFace, default=PaintedFace.TOP)
    share: float = ratio(default="50 %", called="a share of the face", low=0.0, high=1.0)
    from_c: float | None = temperature(default=None, called="the maker's lower end", low=300.0, high=1000.0)
    to_c: float | None = temperature(default=None, called="the maker's upper end", low=300.0, high=1000.0)
    dries_s: float = duration(default="12 h", called="a time to dry", low=0.0, high=7 * 86400.0)


class Fitting(Choice):
    """Onto what it is glued, or what is fitted to it."""

    BASE = "base", "stands on a base"
    HOOK = "hook", "hangs from hooks"
    BAIL = "bail", "a bail on its back"
    TUBE = "tube", "a tube through its hole"
    WASHER = "washer", "a washer over its hole"
    BUMPER = "bumper", "bumpers under it"


@inputs
class FittingInput:
    """How it is fixed. `foot_m` is the narrowest width it stands on, `high_m` how high its weight lies, `off_m` how far
    that is off the middle; so many hooks, bails or bumpers; `weight_kg` is that of what is fitted.
    """

    onto: Fitting = pick(Fitting, default=Fitting.BASE)
    weight_kg: float = mass(default="0 g", called="a weight of what is fitted", low=0.0, high=200.0)
    foot_m: float | None = length(default=None, called="a foot", low=1e-3, high=3.0)
    high_m: float | None = length(default=None, called="a height", low=0.0, high=3.0)
    off_m: float = length(default="0 mm", called="an offset", low=0.0, high=3.0)
    many: int = whole(low=1, high=40, default=1)
    through_m: float = length(default="10 mm", called="a tube or bolt", low=5e-4, high=0.5)
    washer_m: float | None = length(default=None, called="a washer", low=1e-3, high=1.0)
    cures_s: float = duration(default="1 day", called="a time to cure", low=0.0, high=30 * 86400.0)


class WashedOff(Choice):
    """What is washed off."""

    DUST = "dust", "dust and fingers"
    RELEASE = "release", "release from its face"
    PLASTER = "plaster", "a plaster mould, and what sticks"


@inputs
class WashInput:
    """What comes off; blasting what sticks leaves a matt face."""

    what: WashedOff = pick(WashedOff, default=WashedOff.DUST)
    is_blasted: bool = flag(default=False)


def _key(value: object) -> str:
    if not isinstance(value, str) or not _KEY.fullmatch(value):
        raise ImpossibleInput("expected a key of small letters, digits and dashes")
    return str(value)


@inputs
class BenchInput:
    """One step between the firings: so many of what came before are worked on, all alike. `takes_s` is how long it
    takes where somebody knows better; `measured` what was measured of what it gave.
    """

    key: str = kept(check=_key, schema={"type": "string", "pattern": "^[a-z0-9-]{1,34}$"}, is_needed=True)
    does: BenchWork = pick(BenchWork)
    name: str = words(default="", most=80, may_be_empty=True)
    takes: tuple[Taken, ...] = many(Taken, called="an earlier stage", most=12, least=1)
    takes_s: float | None = duration(key="time", default=None, called="a time at the bench", low=0.0, high=90 * 86400.0)
    cut: CutInput = one(CutInput, called="a cut", default=CutInput())
    grind: GrindInput = one(GrindInput, called="what is ground", default=GrindInput())
    drill: DrillInput = one(DrillInput, called="what is drilled", default=DrillInput())
    blast: BlastInput = one(BlastInput, called="what is blasted", default=BlastInput())
    paint: PaintInput = one(PaintInput, called="what is painted", default=PaintInput())
    glue: FittingInput = one(FittingInput, called="how it is fixed", default=FittingInput())
    wash: WashInput = one(WashInput, called="what is washed off", default=WashInput())
    measured: Measured = one(Measured, key="after", called="what came out", default=NOT_MEASURED)

    @property
    def called(self) -> str:
        """Its name, or what it does."""
        return self.name or self.does.label.capitalize()

    def as_read(self) -> BenchInput:
        """Refuses an earlier stage that stands twice."""
        if len({taken.key for taken in self.takes}) < len(self.takes):
            raise ImpossibleInput("expected every earlier stage once; raise its count instead", entry="takes")
        return self
