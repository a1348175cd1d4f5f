"""From a measured cradle to its charge: volume, weight, the cold heap, and how deep it stands once melted."""

from __future__ import annotations

import operator

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.measurement import measure
from coldcradle.glass.explain.charge import bulk_volume, charge_each, charge_mass, glass_mass, heap_room
from coldcradle.glass.inputs import GlassInput
from coldcradle.glass.model.charge import still_needed_kg
from coldcradle.glass.result import FillResult
from coldcradle.report.figure import Figure, Given, derive, given, published

__all__ = ["fill_cradle"]


def _standing_depth(
    cradle: CradleInput, glass: GlassInput, charge: Figure, volume: Figure, scale: float
) -> tuple[Figure, float]:
    """Depth at which the melted charge stands, and what runs over the brim (m³)."""
    room, kind, loss = cradle.room, glass.kind, glass.loss
    brim = float(room.volume_m3(room.height_m)) * scale

    def depth(mass: float, density: float) -> float:
        net = mass / (1 + loss) / density
        return room.level_m(min(net, brim) / scale)

    own = glass.own_charge_kg is not None or charge.key == "charge_all"
    level = depth(charge.value, kind.density_kg_m3)
    net = min(charge.value / (1 + loss) / kind.density_kg_m3, brim)
    # where a room closes in at its top, a slope would run away: the level of a volume less by its error instead
    slip = level - room.level_m(max(0.0, net - volume.u) / scale)
    line, below = cradle.line_m, float(room.volume_m3(cradle.line_m)) * scale
    area = (net - below) / (level - line) if abs(level - line) > 1e-5 else room.area_m2(line) * scale
    inputs = [
        given("charge", "m", charge.value, "mass", charge.u if own else 0.0),
        given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3 if own else 0.0),
        given("loss", "x", loss, "ratio"),
        given("casting line", "h", line, "length"),
        given("cradle to the line", "V", below, "volume"),
        given("mean area from there to where the glass stands", "A", area, "area"),
    ]
    figure = derive(
        "thickness",
        "Thickest",
        "length",
        lambda m, rho, *_: depth(m, rho),
        inputs,
        words="Where the melted charge stands in this cradle, above its deepest point.",
        formula="d = h + (m / ((1 + x)·ρ) − V) / A",
        source=published("solid geometry"),
        assumptions=[
            "the glass fills the cradle from the bottom without a hollow",
            *(["what is above the brim runs over"] if net >= brim else []),
        ],
        extra=[("volume of the cradle", slip), ("reading the line", cradle.reading_m)],
    )
    return figure, max(0.0, charge.value / (1 + loss) / kind.density_kg_m3 - brim)


def _taken(taken_kg: float) -> Given:
    return given("taken from the stages before", "t", taken_kg, "mass", 0.02 * taken_kg)


def _all_in(fresh: Figure, taken_kg: float) -> Figure:
    """Everything that goes in: what is weighed out and what earlier stages gave."""
    return derive(
        "charge_all",
        "All glass in it",
        "mass",
        operator.add,
        [
            fresh.given("m", "weighed out"),
            given("taken from the stages before", "t", taken_kg, "mass", 0.02 * taken_kg),
        ],
        words="What is weighed out, and what earlier stages gave.",
        formula="m + t",
        source=published("sum of the parts"),
    )


def _fresh(whole: Figure, taken_kg: float, own_kg: float | None) -> Figure:
    """What is weighed out: the charge, less what is there already."""
    if not taken_kg or own_kg is not None:
        return whole
    return derive(
        "charge_mass",
        "Weigh out",
        "mass",
        lambda m, t: still_needed_kg(charge_kg=m, taken_kg=t),
        [
            whole.given("m", "to the line"),
            given("taken from the stages before", "t", taken_kg, "mass", 0.02 * taken_kg),
        ],
        words="The glass to the line, less what earlier stages gave.",
        formula="max(0, m − t)",
        source=published("sum of the parts"),
    )


def fill_cradle(cradle: CradleInput, glass: GlassInput, *, taken_kg: float = 0.0) -> FillResult:
    """The glass that fills a cradle to its line, or the weight somebody chose, and what becomes of it.

    `taken_kg` is what earlier stages gave: so much less is weighed out. Lengths m, volumes m³, masses kg. Raises
    ImpossibleInput where a size cannot be.
    """
    measured = measure(cradle)
    volume, shaped = measured.chosen, measured.shaped
    scale = volume.value / shaped.value
    others_kg = sum(o.fill_kg * o.count for o in cradle.others)
    mass = glass_mass(volume, glass.kind, count=cradle.count, others_kg=others_kg)
    fresh = _fresh(charge_mass(mass, loss=glass.loss, own_kg=glass.own_charge_kg), taken_kg, glass.own_charge_kg)
    charge = _all_in(fresh, taken_kg) if taken_kg else fresh
    each = charge_each(charge, volume, glass.kind, mass) if cradle.count > 1 or cradle.others else charge
    bulk = bulk_volume(each, glass.kind, glass.form)
    heap = heap_room(cradle.room, bulk, each, glass.form, cavity_scale=scale)
    thickness, overflow = _standing_depth(cradle, glass, each, volume, scale)
    return FillResult(
        cradle,
        glass,
        measured,
        volume,
        shaped,
        measured.combined,
        mass,
        charge,
        each,
        bulk,
        heap,
        thickness,
        overflow,
        fresh,
        taken_kg,
    )
