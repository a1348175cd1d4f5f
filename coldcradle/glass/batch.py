"""Figures beside the thread: the chance of enough, each cavity's share, what leans, how it will stand, what it
weighs.
"""

from __future__ import annotations

import operator
from collections.abc import Iterator
from dataclasses import dataclass

from coldcradle.cradle.level import run_off, sides
from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.solid import SolidRoom
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.explain.balance import centre_height, tipping_angle
from coldcradle.glass.explain.charge import chance_of_enough, sure_charge
from coldcradle.glass.kinds import Form, forms
from coldcradle.glass.mix import portions
from coldcradle.glass.model.share import top_ups
from coldcradle.glass.result import FillResult, Weighing
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["Need", "batch_figures", "main_kg", "needs", "weigh_list"]


def main_kg(charged: FillResult) -> float:
    """What is weighed out of the main glass: all of it, less what other glasses take."""
    return max(0.0, charged.fresh.value - sum(extra.mass_kg for extra in charged.glass.extras))


@dataclass(frozen=True, slots=True)
class Need:
    """So much of a form is wanted of the main glass, and so much is on the rack."""

    form: Form
    need_kg: float
    have_kg: float

    @property
    def short_kg(self) -> float:
        return max(0.0, self.need_kg - self.have_kg)


def needs(charged: FillResult) -> list[Need]:
    """What the main glass takes off the rack: one form, or every grain of its mix."""
    glass = charged.glass
    if glass.mix is None:
        return [Need(glass.form, main_kg(charged), glass.rack_kg.get(glass.form.key, 0.0))]
    wanted: dict[str, float] = {}
    for portion in portions(glass.mix, charge_kg=main_kg(charged)):
        wanted[portion.form] = wanted.get(portion.form, 0.0) + portion.mass.value
    return [Need(forms()[key], kg, glass.rack_kg.get(key, 0.0)) for key, kg in wanted.items()]


def batch_figures(charged: FillResult) -> Iterator[Figure]:
    """Figures that stand beside the main ones of a charge."""
    cradle, glass = charged.cradle, charged.glass
    rack_kg = glass.rack_kg.get(glass.form.key, 0.0)
    yield sure_charge(charged.mass, loss=glass.loss)
    if rack_kg > 0 and glass.mix is None:
        others = sum(extra.mass_kg for extra in glass.extras)
        yield chance_of_enough(charged.mass, loss=glass.loss, rack_kg=rack_kg + others + charged.taken_kg)
    if charged.combined is not None:
        yield charged.combined
    if charged.each is not charged.charge:
        yield charged.each
    if cradle.tilt is not None:
        across, brim_m = cradle.room.span_m[0], cradle.room.height_m
        yield run_off(cradle.tilt, across_m=across)
        thin, thick, _ = sides(cradle.tilt, across_m=across, depth_m=charged.thickness.value, brim_m=brim_m)
        yield from (thin, thick)
    yield from _standing(charged)
    if cradle.line_m < cradle.room.height_m:
        yield _reserve(charged)


def _reserve(charged: FillResult) -> Figure:
    """Room above the casting line."""
    room, line = charged.cradle.room, charged.cradle.line_m
    scale = charged.volume.value / charged.shaped.value
    return derive(
        "reserve",
        "Reserve above the line",
        "volume",
        operator.sub,
        [
            given("cradle to the brim", "V", float(room.volume_m3(room.height_m)) * scale, "volume"),
            given("cradle to the line", "V₀", float(room.volume_m3(line)) * scale, "volume"),
        ],
        words="Room above the line for the heap of cold glass.",
        formula="V − V₀",
        source=published("solid geometry"),
    )


def _standing(charged: FillResult) -> Iterator[Figure]:
    """How the finished piece stands on what was its top: taken from the mould it is turned over."""
    room, level = charged.cradle.room, charged.thickness.value
    try:
        centre = centre_height(room, level_m=level, turned=True)
    except ImpossibleInput:
        return
    yield centre
    foot = min(room.narrow_m(level), *room.span_m) if isinstance(room, SolidRoom) else room.narrow_m(level)
    if 0 < foot < 6 * centre.value and room.plan is not Plan.RING:  # what lies flat does not topple
        yield tipping_angle(foot_m=foot, centre_m=centre.value)


def weigh_list(charged: FillResult) -> list[Weighing]:
    """What to put on the scale, line by line: the main glass by its recipe, other glasses, and how it goes in."""
    glass = charged.glass
    main = main_kg(charged)
    found = []
    if glass.mix is not None:
        for portion in portions(glass.mix, charge_kg=main):
            found.append(Weighing(portion.form, f"{glass.kind.name}, {portion.mass.name}", portion.mass.shown))
    else:
        found.append(Weighing("main", f"{glass.kind.name}, {glass.form.name}", show(main, "mass")))
    if charged.taken_kg > 0:
        found.append(Weighing("taken", "from the stages before", show(charged.taken_kg, "mass")))
    found += [Weighing("with", f"{e.kind.name}, {e.form.name}", show(e.mass_kg, "mass")) for e in glass.extras]
    if charged.each is not charged.charge:
        found.append(Weighing("each", "into each cavity", charged.each.shown))
        full = charged.charge.value / charged.mass.value  # all cavities are filled by the same share
        others = charged.cradle.others
        found += [Weighing("each", f"into each {o.name}", show(o.fill_kg * full, "mass")) for o in others]
    if not charged.heap.fits:
        found += _top_ups(charged)
    return found


def _top_ups(charged: FillResult) -> list[Weighing]:
    cradle, glass = charged.cradle, charged.glass
    scale = charged.volume.value / charged.shaped.value
    try:
        parts = top_ups(
            charge_kg=charged.each.value,
            room_m3=charged.heap.room.value,
            cavity_m3=float(cradle.room.volume_m3(cradle.room.height_m)) * scale,
            density_kg_m3=glass.kind.density_kg_m3,
            packing=glass.form.packing,
        )
    except ImpossibleInput:
        return []
    return [
        Weighing("cold" if i == 0 else "top-up", "of that, cold" if i == 0 else f"top-up {i}", show(kg, "mass"))
        for i, kg in enumerate(parts)
    ]
