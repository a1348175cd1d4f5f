"""What is added to a blank as parts of it: with its weight, and as high as it is once it has melted."""

from __future__ import annotations

from collections.abc import Sequence

from coldcradle.layup.added import Added, AddedKind, size_of
from coldcradle.layup.inputs import BlankOutline, Relief
from coldcradle.layup.model.added import bed_mass_kg, rod_mass_kg
from coldcradle.layup.outcome import Incoming, Outcome

__all__ = ["added_parts", "glass_added_kg", "is_added"]

BED_PACKING = 0.55  # of its room that strewn grains fill; common practice, no source
_METAL_KG_M3 = 8900.0  # copper; a wire weighs next to nothing, whichever it is
_KEY = "+"


def is_added(part: Incoming) -> bool:
    """Whether a part was added to the blank, and not taken from an earlier stage."""
    return part.key == _KEY


def glass_added_kg(all_added: Sequence[Added], parts: Sequence[Incoming]) -> float:
    """How much new glass what is added takes for all pieces, kg; a wire is none."""
    both = zip(all_added, parts, strict=True)
    return sum(part.weight_kg for one, part in both if one.kind != AddedKind.WIRE)


def added_parts(
    all_added: Sequence[Added],
    *,
    kind_key: str,
    density_kg_m3: float,
    length_m: float,
    width_m: float,
    area_m2: float,
    pieces: int,
) -> tuple[Incoming, ...]:
    """What is added as parts of each of `pieces` blanks of a size and an area: with its weight, and as high as it is
    once it has melted.
    """
    found = []
    for one in all_added:
        long, wide = size_of(one, length_m, width_m)
        area = long * wide
        if one.kind == AddedKind.BED and one.length_m is None:
            area = area_m2
        high = one.high_m
        match one.kind:
            case AddedKind.BED:
                high *= BED_PACKING
                weight = bed_mass_kg(area_m2=area, high_m=one.high_m, packing=BED_PACKING, density_kg_m3=density_kg_m3)
            case AddedKind.STRINGER:
                weight = rod_mass_kg(across_m=one.high_m, length_m=long, density_kg_m3=density_kg_m3)
            case AddedKind.WIRE:
                weight = rod_mass_kg(across_m=one.high_m, length_m=long, density_kg_m3=_METAL_KG_M3)
            case _:
                weight = bed_mass_kg(area_m2=area, high_m=high, packing=1.0, density_kg_m3=density_kg_m3)
        outcome = Outcome(
            outline=BlankOutline.OBLONG,
            length_m=long,
            width_m=wide,
            thickness_m=high,
            weight_kg=weight,
            pieces=1,
            kind_key=kind_key,
            relief=Relief.NONE,
            shaped="flat",
            area_m2=area,
        )
        found.append(Incoming(key=_KEY, name=one.called, count=one.count * pieces, outcome=outcome))
    return tuple(found)
