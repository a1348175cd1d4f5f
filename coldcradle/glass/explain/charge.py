"""From volume to charge and heap, in words."""

from __future__ import annotations

import operator
from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.glass.kinds import Form, GlassProperties
from coldcradle.glass.model.charge import (
    DENSITY_ERROR,
    REPOSE_DEG,
    bulk_volume_m3,
    charge_kg,
    cone_height_m,
    glass_mass_kg,
    heap_room_m3,
    heap_shape,
    mould_mass_kg,
    sure_charge_kg,
)
from coldcradle.glass.model.charge import chance_of_enough as chance
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given, memory, published

__all__ = [
    "Heap",
    "bulk_volume",
    "chance_of_enough",
    "charge_each",
    "charge_mass",
    "glass_mass",
    "heap_room",
    "sure_charge",
    "thermal_mass",
]


def glass_mass(volume: Figure, kind: GlassProperties, *, count: int = 1, others_kg: float = 0.0) -> Figure:
    """M = ρV: the finished piece filled to the line; all cavities of it together where there are several."""
    inputs = [
        volume.given("V"),
        given("density of the glass", "ρ", kind.density_kg_m3, "density", DENSITY_ERROR * kind.density_kg_m3),
    ]
    formula = "m = ρ · V"
    if count > 1:
        inputs.append(given("cavities of this shape", "n", float(count), "count"))
        formula = "m = n · ρ · V"
    if others_kg > 0:
        inputs.append(given("fill of the other cavities", "o", others_kg, "mass", 0.01 * others_kg))
        formula += " + o"
    return derive(
        "glass_mass",
        "Glass",
        "mass",
        lambda v, rho, *_: glass_mass_kg(volume_m3=v, density_kg_m3=rho, count=count, others_kg=others_kg),
        inputs,
        words=f"What fills the cradle to the line, in {kind.name}."
        if count == 1 and not others_kg
        else f"What fills all cavities to their line, in {kind.name}.",
        formula=formula,
        source=memory(f"density of {kind.name}") if "memory" in kind.source else published(kind.source),
        assumptions=["the density of a glass is known to 1 %", "no bubbles"],
    )


def charge_each(charge: Figure, volume: Figure, kind: GlassProperties, mass: Figure) -> Figure:
    """What of a charge goes into each cavity of the measured shape: its share of all the room."""
    share = volume.value * kind.density_kg_m3 / mass.value
    return derive(
        "charge_each",
        "Into each cavity",
        "mass",
        operator.mul,
        [charge.given("m", "charge"), given("one cavity's share of the volume", "s", share, "ratio")],
        words="The charge shared by room, so that all cavities stand equally full.",
        formula="m · s",
        source=PRACTICE,
    )


def thermal_mass(outside_m3: float, inside_m3: float, material: Material) -> Figure:
    """Weight of the mould: its wall all round and under the room, at the usual density."""
    density = material.density_kg_m3
    return derive(
        "mould_mass",
        "The mould itself weighs",
        "mass",
        lambda o, i, rho: mould_mass_kg(outside_m3=o, inside_m3=i, density_kg_m3=rho),
        [
            given("outside of the mould", "V₁", outside_m3, "volume"),
            given("its room", "V₀", inside_m3, "volume"),
            given(f"density of {material.name}", "ρ", density, "density", 0.2 * density),
        ],
        words="Its wall all round and under the room, at the usual density. The kiln warms it with the glass: for "
        "the same weight "
        f"it takes {material.heat_capacity_j_kg_k / 11.0:.0f} % of the heat that glass does.",
        formula="m = ρ·(V₁ − V₀)",
        source=memory(f"density and heat capacity of {material.name}"),
    )


def charge_mass(mass: Figure, *, loss: float, own_kg: float | None) -> Figure:
    """What to weigh out: m·(1 + loss), or the weight the user has chosen."""
    if own_kg is not None:
        return derive(
            "charge_mass",
            "Weigh out",
            "mass",
            lambda m: m,
            [given("weight you chose", "m", own_kg, "mass", 0.0005)],
            words="The weight you chose to put in.",
            formula="m",
            source=CHOICE,
            assumptions=["weighed to ± 0.5 g"],
        )
    return derive(
        "charge_mass",
        "Weigh out",
        "mass",
        lambda m, x: charge_kg(mass_kg=m, loss=x),
        [mass.given("m", "glass to the line"), given("loss", "x", loss, "ratio")],
        words="The glass to the line, and a little for what stays in the jar and on the bench.",
        formula="charge = m · (1 + x)",
        source=PRACTICE,
    )


def chance_of_enough(mass: Figure, *, loss: float, rack_kg: float) -> Figure:
    """Chance that what is on the rack fills the cradle to its line: Φ((have/(1 + loss) - m) / u)."""
    usable = rack_kg / (1 + loss)
    return derive(
        "enough_chance",
        "Chance that it is enough",
        "ratio",
        lambda have, need, u: chance(have_kg=have, need_kg=need, u_kg=u),
        [
            given("on the rack, less the loss", "g", usable, "mass"),
            given("glass to the line", "m", mass.value, "mass"),
            given("error of that", "u", mass.u, "mass"),
        ],
        words="The glass needed is known only so well; this is the chance that what you have covers it.",
        formula="P = min(0.999, max(0.001, Φ((g − m) / u)))",
        assumptions=["never told as surer than 99.9 %: no error is known that well"],
        source=published("normal distribution of the error, JCGM 100:2008, annex G"),
    )


def sure_charge(mass: Figure, *, loss: float) -> Figure:
    """What to weigh out to fill the line nineteen times in twenty: (m + 1.645·u)·(1 + loss)."""
    return derive(
        "charge_sure",
        "To be 95 % sure",
        "mass",
        lambda m, u, x: sure_charge_kg(mass_kg=m, u_kg=u, loss=x),
        [
            given("glass to the line", "m", mass.value, "mass"),
            given("error of that", "u", mass.u, "mass"),
            given("loss", "x", loss, "ratio"),
        ],
        words="Enough for the line nineteen times in twenty; what is too much stands in the reserve.",
        formula="(m + 1.645·u) · (1 + x)",
        source=published("normal distribution of the error, JCGM 100:2008, annex G"),
    )


def bulk_volume(charge: Figure, kind: GlassProperties, form: Form) -> Figure:
    """Room the cold pieces take: m/(ρ · packing)."""
    return derive(
        "bulk_volume",
        "Cold heap",
        "volume",
        lambda m, rho, f: bulk_volume_m3(mass_kg=m, density_kg_m3=rho, packing=f),
        [
            charge.given("m", "charge"),
            given("density of the glass", "ρ", kind.density_kg_m3, "density"),
            given(f"share of space that {form.name} fills", "f", form.packing, "ratio", 0.03),
        ],
        words=f"The room {form.name} takes before it melts.",
        formula="bulk = m / (ρ · f)",
        source=PRACTICE,
        assumptions=["packing varies with the size and the shape of the pieces, by about 3 % of the space"],
    )


@dataclass(frozen=True, slots=True)
class Heap:
    """How the cold pieces lie: room under the brim and in the cone above it, and the height they reach."""

    room: Figure
    top_m: float
    above_brim_m: float
    fits: bool
    fits_now_kg: float


def heap_room(stack: Stack | SolidRoom, bulk: Figure, charge: Figure, form: Form, *, cavity_scale: float) -> Heap:
    """Room for the heap: up to the brim, and for loose pieces a cone above it at the angle of repose.

    `cavity_scale` carries a measured volume over to the shape: measured / from sizes.
    """
    brim = float(stack.volume_m3(stack.height_m)) * cavity_scale
    area = stack.area_m2(stack.height_m)
    cone_height = cone_height_m(stack) if form.heaps else 0.0
    inputs = [
        given("cradle to the brim", "V", brim, "volume"),
        given("area at the brim", "A", area, "area"),
        given("angle at which pieces stay heaped, as height of the heap", "h", cone_height, "length"),
    ]
    room = derive(
        "heap_room",
        "Room for the heap",
        "volume",
        lambda v, a, h: heap_room_m3(brim_m3=v, area_m2=a, cone_m=h),
        inputs,
        words="The cradle to its brim and the cone of pieces that stays heaped above it.",
        formula="room = V + A·h/3" if form.heaps else "room = V",
        source=PRACTICE,
        assumptions=[
            f"loose pieces stay heaped at about {REPOSE_DEG:.0f}°: the cone is tan 35° times half the narrow width high"
            if form.heaps
            else "sheet does not heap"
        ],
    )
    shape = heap_shape(
        stack, bulk_m3=bulk.value, room_m3=room.value, brim_m3=brim, cone_m=cone_height, scale=cavity_scale
    )
    fits_now_kg = charge.value if shape.fits else charge.value * room.value / bulk.value
    return Heap(room, shape.top_m, shape.above_brim_m, shape.fits, fits_now_kg)
