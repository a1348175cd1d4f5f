"""Figures beside the thread: the chance of enough, each cavity's share, what leans, how it will stand, what it
weighs.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING

from coldcradle.cradle.level import run_off, sides
from coldcradle.cradle.solid import Solid
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.balance import centre_height, tipping_angle
from coldcradle.glass.charge import chance_of_enough, sure_charge, thermal_mass
from coldcradle.glass.kinds import Form, forms
from coldcradle.glass.mix import portions
from coldcradle.glass.share import top_ups
from coldcradle.piece.result import Weighing
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure, derive, given, published

if TYPE_CHECKING:
    from coldcradle.piece.plan import StageResult

__all__ = ["Need", "further_figures", "main_kg", "needs", "weigh_list"]


def main_kg(worked: StageResult) -> float:
    """What of the charge is the main glass: all of it, less what other glasses take."""
    return max(0.0, worked.charge.value - sum(extra.mass_kg for extra in worked.piece.glass.extras))


@dataclass(frozen=True, slots=True)
class Need:
    """So much of a form is wanted of the main glass, and so much is on the rack."""

    form: Form
    need_kg: float
    have_kg: float

    @property
    def short_kg(self) -> float:
        return max(0.0, self.need_kg - self.have_kg)


def needs(worked: StageResult) -> list[Need]:
    """What the main glass takes off the rack: one form, or every grain of its mix."""
    glass = worked.piece.glass
    if glass.mix is None:
        return [Need(glass.form, main_kg(worked), glass.rack_kg.get(glass.form.key, 0.0))]
    wanted: dict[str, float] = {}
    for portion in portions(glass.mix, charge_kg=main_kg(worked)):
        wanted[portion.form] = wanted.get(portion.form, 0.0) + portion.mass.value
    return [Need(forms()[key], kg, glass.rack_kg.get(key, 0.0)) for key, kg in wanted.items()]


def further_figures(worked: StageResult) -> Iterator[Figure]:
    """Figures that a station shows beside its main ones."""
    cradle, glass = worked.piece.cradle, worked.piece.glass
    rack_kg = glass.rack_kg.get(glass.form.key, 0.0)
    yield sure_charge(worked.mass, loss=glass.loss)
    if rack_kg > 0 and glass.mix is None:
        others = sum(extra.mass_kg for extra in glass.extras)
        yield chance_of_enough(worked.mass, loss=glass.loss, rack_kg=rack_kg + others)
    if worked.combined is not None:
        yield worked.combined
    if worked.each is not worked.charge:
        yield worked.each
    if cradle.tilt is not None:
        across = cradle.room.span_m[0]
        yield run_off(cradle.tilt, across_m=across)
        thin, thick, _ = sides(
            cradle.tilt, across_m=across, depth_m=worked.thickness.value, brim_m=cradle.room.height_m
        )
        yield from (thin, thick)
    if worked.load.mould_kg > 0:
        yield thermal_mass(*worked.load.mould_m3, cradle.material)
    yield from _standing(worked)
    if cradle.line_m < cradle.room.height_m:
        yield _reserve(worked)


def _reserve(worked: StageResult) -> Figure:
    """Room above the casting line."""
    room, line = worked.piece.cradle.room, worked.piece.cradle.line_m
    scale = worked.volume.value / worked.shaped.value
    return derive(
        "reserve",
        "Reserve above the line",
        "volume",
        lambda whole, below: whole - below,
        [
            given("cradle to the brim", "V", float(room.volume_m3(room.height_m)) * scale, "volume"),
            given("cradle to the line", "V₀", float(room.volume_m3(line)) * scale, "volume"),
        ],
        words="Room above the line for the heap of cold glass.",
        formula="V − V₀",
        source=published("solid geometry"),
    )


def _standing(worked: StageResult) -> Iterator[Figure]:
    """How the finished piece stands on what was its top: taken from the mould it is turned over."""
    room, level = worked.piece.cradle.room, worked.thickness.value
    try:
        centre = centre_height(room, level_m=level, turned=True)
    except ImpossibleInput:
        return
    yield centre
    foot = min(room.narrow_m(level), *room.span_m) if isinstance(room, Solid) else room.narrow_m(level)
    if 0 < foot < 6 * centre.value and room.plan != "ring":  # what lies flat does not topple
        yield tipping_angle(foot_m=foot, centre_m=centre.value)


def weigh_list(worked: StageResult) -> list[Weighing]:
    """What to put on the scale, line by line: the main glass by its recipe, other glasses, and how it goes in."""
    glass = worked.piece.glass
    main = main_kg(worked)
    found = []
    if glass.mix is not None:
        for portion in portions(glass.mix, charge_kg=main):
            found.append(Weighing(portion.form, f"{glass.kind.name}, {portion.mass.name}", portion.mass.shown))
    else:
        found.append(Weighing("main", f"{glass.kind.name}, {glass.form.name}", show(main, "mass")))
    found += [Weighing("with", f"{e.kind.name}, {e.form.name}", show(e.mass_kg, "mass")) for e in glass.extras]
    if worked.each is not worked.charge:
        found.append(Weighing("each", "into each cavity", worked.each.shown))
        full = worked.charge.value / worked.mass.value  # all cavities are filled by the same share
        others = worked.piece.cradle.others
        found += [Weighing("each", f"into each {o.name}", show(o.fill_kg * full, "mass")) for o in others]
    if not worked.heap.fits:
        found += _top_ups(worked)
    return found


def _top_ups(worked: StageResult) -> list[Weighing]:
    cradle, glass = worked.piece.cradle, worked.piece.glass
    scale = worked.volume.value / worked.shaped.value
    try:
        parts = top_ups(
            charge_kg=worked.each.value,
            room_m3=worked.heap.room.value,
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
