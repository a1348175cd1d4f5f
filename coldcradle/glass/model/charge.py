"""From volume to the glass that is weighed out, and whether the cold heap has room."""

from __future__ import annotations

import math
from dataclasses import dataclass
from statistics import NormalDist

from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack

__all__ = [
    "DENSITY_ERROR",
    "REPOSE_DEG",
    "HeapShape",
    "bulk_volume_m3",
    "chance_of_enough",
    "charge_kg",
    "cone_height_m",
    "glass_mass_kg",
    "heap_room_m3",
    "heap_shape",
    "mould_mass_kg",
    "still_needed_kg",
    "sure_charge_kg",
]

REPOSE_DEG = 35.0  # angle at which loose pieces stay heaped; common practice, no source
DENSITY_ERROR = 0.01  # a listed density is good to about 1 %
_SUREST = 0.999
_LEAST_TOP = 0.25  # sheet is stacked over at least this share of the widest place, whatever the opening
_ONE_SIDED_95 = NormalDist().inv_cdf(0.95)


def glass_mass_kg(*, volume_m3: float, density_kg_m3: float, count: int = 1, others_kg: float = 0.0) -> float:
    """The finished piece filled to the line, kg; all cavities of it together, and those of other shapes.

    Examples
    --------
    >>> round(glass_mass_kg(volume_m3=3.2e-4, density_kg_m3=2500.0), 6)
    0.8
    """
    return volume_m3 * density_kg_m3 * count + others_kg


def charge_kg(*, mass_kg: float, loss: float) -> float:
    """What to weigh out: the glass, and a little for what stays in the jar and on the bench; common practice."""
    return mass_kg * (1 + loss)


def still_needed_kg(*, charge_kg: float, taken_kg: float) -> float:
    """What is left to weigh out of a charge beside what is there already, kg.

    Examples
    --------
    >>> still_needed_kg(charge_kg=1.0, taken_kg=0.25), still_needed_kg(charge_kg=1.0, taken_kg=2.0)
    (0.75, 0.0)
    """
    return max(0.0, charge_kg - taken_kg)


def sure_charge_kg(*, mass_kg: float, u_kg: float, loss: float) -> float:
    """What fills the line nineteen times in twenty, kg: (m + 1.645·u)·(1 + loss), by a normal error (JCGM 100, G)."""
    return (mass_kg + _ONE_SIDED_95 * u_kg) * (1 + loss)


def chance_of_enough(*, have_kg: float, need_kg: float, u_kg: float) -> float:
    """Chance that what is there fills the line, by a normal error; never told as surer than 99.9 %.

    Examples
    --------
    >>> chance_of_enough(have_kg=1.0, need_kg=1.0, u_kg=0.02)
    0.5
    """
    chance = NormalDist().cdf((have_kg - need_kg) / max(u_kg, 1e-9))
    return min(_SUREST, max(1 - _SUREST, chance))


def bulk_volume_m3(*, mass_kg: float, density_kg_m3: float, packing: float) -> float:
    """Room that cold pieces take before they melt, m³; `packing` is the share of space they fill, 0 to 1."""
    return mass_kg / (density_kg_m3 * packing)


def mould_mass_kg(*, outside_m3: float, inside_m3: float, density_kg_m3: float) -> float:
    """Weight of a mould, kg: its wall all round and under the room."""
    return density_kg_m3 * max(0.0, outside_m3 - inside_m3)


def heap_room_m3(*, brim_m3: float, area_m2: float, cone_m: float) -> float:
    """Room for a heap, m³: the cradle to its brim and a cone of loose pieces above it."""
    return brim_m3 + area_m2 * cone_m / 3


def cone_height_m(room: Stack | SolidRoom) -> float:
    """Height of the cone that stays heaped above the brim, m: tan 35° times half the narrow width."""
    return math.tan(math.radians(REPOSE_DEG)) * room.narrow_m(room.height_m) / 2


@dataclass(frozen=True, slots=True, kw_only=True)
class HeapShape:
    """How cold pieces lie: the height they reach, how far that is above the brim, and whether all go in."""

    top_m: float
    above_brim_m: float
    fits: bool


def heap_shape(
    stack: Stack | SolidRoom, *, bulk_m3: float, room_m3: float, brim_m3: float, cone_m: float, scale: float
) -> HeapShape:
    """The heap of so much in a cradle. `scale` carries a measured volume over to the shape: measured / from sizes."""
    over_m3 = bulk_m3 - brim_m3
    if over_m3 <= 0:
        top_m = stack.level_m(max(0.0, bulk_m3 / scale))
    else:
        # a cone of the same slope shrinks in all three sizes, so its height goes with the cube root of its volume
        cone_m3 = room_m3 - brim_m3
        area_m2 = stack.area_m2(stack.height_m)
        top_m = stack.height_m + (
            cone_m * min(1.0, over_m3 / cone_m3) ** (1 / 3)
            if cone_m3 > 0
            else over_m3 / max(area_m2, _LEAST_TOP * stack.widest_m2)
        )
    return HeapShape(top_m=top_m, above_brim_m=max(0.0, top_m - stack.height_m), fits=bulk_m3 <= room_m3)
