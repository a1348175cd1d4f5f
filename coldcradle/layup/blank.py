"""The blank of a stage: its outline, how many sheets lie on one another, what earlier stages gave, and its weight."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.cradle.outline import Outline
from coldcradle.glass.inputs import GlassInput
from coldcradle.layup.added import Added
from coldcradle.layup.added_parts import added_parts, glass_added_kg, is_added
from coldcradle.layup.blank_glass import (
    CUT_M,
    laid_thickness,
    new_glass,
    piece_mass,
    thickest_of,
    weighed_thickness,
    with_added,
)
from coldcradle.layup.explain.outcome import SIZE_WORDS
from coldcradle.layup.inputs import BlankOutline, Layer, LayupInput
from coldcradle.layup.model.blank import (
    blank_area_m2,
    weighed_thickness_m,
)
from coldcradle.layup.outcome import Incoming, Raised
from coldcradle.layup.stacking import outcome_area_m2, stacked
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given

__all__ = [
    "Blank",
    "blank_across",
    "blank_rings",
    "blank_words",
    "lay_blank",
]

_USUAL = (Layer(thickness_m=0.006, count=1),)


@dataclass(frozen=True, slots=True)
class Blank:
    """Glass as it goes in, each of `pieces` alike: sizes m, areas m², masses kg.

    `thickness` is that of its sheets (of what came in where nothing new is laid), relief and parts left out;
    `thickest` has all that lies on it, `raised` tells what is beside that. `new` is the glass to be cut for all pieces,
    with `added_kg` of it for what is added to them,
    `mass` what one piece weighs with all that was taken in, `each` how many of `base` go into a piece; `wall_m` is the
    wall of a new tube.
    """

    outline: BlankOutline
    length_m: float
    width_m: float
    area_m2: float
    thickness: Figure
    thickest: Figure
    raised: Raised | None
    mass: Figure
    new: Figure
    layers: tuple[Layer, ...]
    base: Incoming | None
    parts: tuple[Incoming, ...]
    pieces: int
    sides: int = 6
    drawn: Outline | None = None
    each: float = 1.0
    wall_m: float | None = None
    added: tuple[Added, ...] = ()
    added_kg: float = 0.0

    @property
    def is_hollow(self) -> bool:
        """Whether it, or what was taken in, is a wall closed in itself."""
        return self.wall_m is not None or (self.base is not None and self.base.outcome.is_hollow)

    @property
    def taken(self) -> tuple[Incoming, ...]:
        """What was taken from earlier stages and lies on it."""
        return tuple(part for part in self.parts if not is_added(part))

    @property
    def parts_m(self) -> float:
        """How high what lies on it stands, m."""
        return self.thickest.value - self.thickness.value


def blank_rings(blank: Blank, *, times: float = 1.0, off_m: float = 0.0) -> list[list[tuple[float, float]]]:
    """A blank from above, rings of (x, y) in m, `times` as large and `off_m` to the right."""
    half, deep = blank.length_m * times / 2, blank.width_m * times / 2
    if blank.outline == "drawn" and blank.drawn is not None:
        k = times
        return [[(x * k + off_m, y * k) for x, y in ring] for ring in blank.drawn.rings]
    if blank.outline in ("round", "oval", "polygon"):
        many = blank.sides if blank.outline == "polygon" else 72
        turns = [2 * math.pi * i / many for i in range(many)]
        across = deep if blank.outline == "oval" else half
        return [[(off_m + half * math.cos(t), across * math.sin(t)) for t in turns]]
    high = half if blank.outline == "square" else deep
    return [[(off_m - half, -high), (off_m + half, -high), (off_m + half, high), (off_m - half, high)]]


def _base(layup: LayupInput, incoming: Sequence[Incoming]) -> Incoming | None:
    """What came in is the blank itself when nothing new is laid: the widest, of alike ones that which comes alone."""
    if layup.layers or not incoming:
        return None
    return max(incoming, key=lambda i: (round(outcome_area_m2(i.outcome), 6), i.count == 1, i.outcome.weight_kg))


def _sized(
    layup: LayupInput, base: Incoming | None, *, outline: BlankOutline | None, length_m: float, width_m: float
) -> tuple[BlankOutline, float, float, float, Outline | None]:
    """Outline, length, width and area of a blank, and its drawing where it has one."""
    drawn = layup.drawn.scaled(layup.scale) if layup.drawn is not None else None
    if base is not None:
        form, length, width = base.outcome.outline, base.outcome.length_m, base.outcome.width_m
        length, width = layup.length_m or length, layup.width_m or layup.length_m or width
    else:
        form = layup.outline if layup.length_m is not None or outline is None else outline
        length = layup.length_m or length_m
        width = (layup.width_m or width_m) if form in ("oblong", "oval") else length
    if layup.outline == "drawn" and drawn is not None and base is None:
        return BlankOutline.DRAWN, drawn.width_m, drawn.depth_m, drawn.area_m2, drawn
    if base is not None and base.outcome.area_m2 is not None and layup.length_m is None:
        return form, length, width, base.outcome.area_m2, drawn
    return form, length, width, blank_area_m2(form, length_m=length, width_m=width, sides=layup.sides), drawn


def lay_blank(
    layup: LayupInput,
    glass: GlassInput,
    incoming: Sequence[Incoming],
    *,
    outline: BlankOutline | None = None,
    length_m: float,
    width_m: float,
    is_stacked: bool = True,
    packing: float = 1.0,
) -> Blank:
    """The blank of a stage. `length_m` and `width_m` are what it usually measures here, where nothing is said.

    `is_stacked`: several of one thing lie on one another here; else each is a piece of its own. `packing` is the share
    of its room that grains fill, 1 for sheet. Raises ImpossibleInput for a blank without an area.
    """
    base = _base(layup, incoming)
    parts = tuple(i for i in incoming if i is not base)
    layers = () if base else (layup.layers or _USUAL)
    beside = base is not None and not parts and not is_stacked and layup.pieces == 1
    pieces = base.count if base is not None and beside else layup.pieces
    form, length, width, area, drawn = _sized(layup, base, outline=outline, length_m=length_m, width_m=width_m)
    is_weighed = glass.own_charge_kg is not None and base is None
    thickness = weighed_thickness(glass, area, pieces) if is_weighed else laid_thickness(layers, base)
    new = new_glass(glass, area, thickness, pieces, is_new=base is None, packing=packing)
    added_m = (
        weighed_thickness_m(mass_kg=new.value, area_m2=area, density_kg_m3=glass.kind.density_kg_m3, pieces=pieces)
        if base is not None
        else 0.0
    )
    added = added_parts(
        layup.added,
        kind_key=glass.kind.key,
        density_kg_m3=glass.kind.density_kg_m3,
        length_m=length,
        width_m=width,
        area_m2=area,
        pieces=pieces,
    )
    parts = (*parts, *added)
    on_it = stacked(base, parts, pieces=pieces, area_m2=area, thickness_m=thickness.value, added_m=added_m)
    added_kg = glass_added_kg(layup.added, added)
    new = with_added(new, added_kg)
    taken_kg = sum(i.weight_kg for i in (*incoming, *added)) - added_kg
    return Blank(
        form,
        length,
        width,
        area,
        thickness,
        thickest_of(thickness, on_it.height_m, on_it.words),
        on_it.raised,
        piece_mass(new, pieces, taken_kg),
        new,
        layers,
        base,
        parts,
        pieces,
        layup.sides,
        drawn if form == "drawn" else None,
        base.count / pieces if base is not None else 1.0,
        added=layup.added,
        added_kg=added_kg,
    )


def blank_words(blank: Blank) -> Message:
    """The blank in a few words: “330 mm round, 6 mm”."""
    size = SIZE_WORDS[blank.outline]
    return say(
        f"{size}, {{d}} thick",
        l=show(blank.length_m, "length"),
        w=show(blank.width_m, "length"),
        o=blank.outline,
        d=show(round(blank.thickness.value, 4), "length"),
    )


def blank_across(blank: Blank) -> Figure:
    """The blank as it is cut: its diameter, side or longer side."""
    return derive(
        "blank",
        "Blank",
        "length",
        lambda d: d,
        [given("across", "D", blank.length_m, "length", CUT_M)],
        words="The blank as it is cut, across.",
        formula="D",
        source=PRACTICE,
        assumptions=["cut to about a millimetre"],
    )
