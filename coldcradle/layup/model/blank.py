"""Area, thickness and weight of glass as it is laid."""

from __future__ import annotations

import math

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.inputs import BlankOutline

__all__ = [
    "blank_area_m2",
    "layers_thickness_m",
    "piece_mass_kg",
    "sheet_mass_kg",
    "tube_mass_kg",
    "volume_mass_kg",
    "weighed_thickness_m",
    "with_added_kg",
]


def blank_area_m2(outline: BlankOutline, *, length_m: float, width_m: float, sides: int = 6) -> float:
    """Area of an outline, m².

    Parameters
    ----------
    outline : BlankOutline
        A disc counts by its diameter, a square by its side, oblong and oval by both, even sides corner to corner. A
        drawn one has an area of its own; here it counts as the oblong round it.
    length_m, width_m : float
        In m, above 0.
    sides : int
        Of a polygon, from 3 on.

    Raises
    ------
    ImpossibleInput
        If a size is not above 0.

    Examples
    --------
    >>> round(blank_area_m2(BlankOutline.ROUND, length_m=0.33, width_m=0.33), 4)
    0.0855
    >>> round(blank_area_m2(BlankOutline.POLYGON, length_m=0.33, width_m=0.33, sides=72), 4)
    0.0854
    """
    if not (length_m > 0 and width_m > 0):
        raise ImpossibleInput(f"expected a blank above 0 mm, got {length_m * 1e3:g} by {width_m * 1e3:g} mm")
    if outline == "polygon":
        return sides / 8 * length_m**2 * math.sin(2 * math.pi / sides)
    if outline == "oval":
        return math.pi / 4 * length_m * width_m
    return {"round": math.pi / 4 * length_m**2, "square": length_m**2}.get(outline, length_m * width_m)


def weighed_thickness_m(*, mass_kg: float, area_m2: float, density_kg_m3: float, pieces: float = 1.0) -> float:
    """How thick so much glass lies over an area, m, on each of `pieces` alike: volume is kept.

    Examples
    --------
    >>> round(weighed_thickness_m(mass_kg=1.5, area_m2=0.1, density_kg_m3=2500.0), 4)
    0.006
    """
    return mass_kg / (area_m2 * density_kg_m3 * pieces)


def layers_thickness_m(*thickness_and_count: float) -> float:
    """Sheets on one another, m: a thickness and how many of it, by turns.

    Examples
    --------
    >>> layers_thickness_m(0.003, 2, 0.006, 1)
    0.012
    """
    by_turns = zip(thickness_and_count[::2], thickness_and_count[1::2], strict=True)
    return sum(thickness_m * count for thickness_m, count in by_turns)


def sheet_mass_kg(
    *, area_m2: float, thickness_m: float, density_kg_m3: float, pieces: float = 1.0, packing: float = 1.0
) -> float:
    """What glass over an area weighs, kg; `packing` is the share of its room that grains fill.

    Examples
    --------
    >>> round(sheet_mass_kg(area_m2=0.0855, thickness_m=0.006, density_kg_m3=2500.0), 3)
    1.282
    """
    return area_m2 * thickness_m * density_kg_m3 * pieces * packing


def piece_mass_kg(*, new_kg: float, pieces: float, taken_kg: float = 0.0) -> float:
    """What one piece weighs of new glass for all of them and of what was taken in, kg.

    Examples
    --------
    >>> piece_mass_kg(new_kg=0.9, pieces=3, taken_kg=0.6)
    0.5
    """
    return (new_kg + taken_kg) / pieces


def with_added_kg(*, blank_kg: float, added_kg: float) -> float:
    """New glass of the blank itself and of what lies on it or in it, kg, for all pieces.

    Examples
    --------
    >>> with_added_kg(blank_kg=0.5, added_kg=0.25)
    0.75
    """
    return blank_kg + added_kg


def volume_mass_kg(*, volume_m3: float, density_kg_m3: float, pieces: float = 1.0) -> float:
    """So many alike of a volume of glass, kg.

    Examples
    --------
    >>> volume_mass_kg(volume_m3=0.001, density_kg_m3=2500.0, pieces=2)
    5.0
    """
    return volume_m3 * density_kg_m3 * pieces


def tube_mass_kg(
    *, across_m: float, wall_m: float, length_m: float, density_kg_m3: float, pieces: float = 1.0
) -> float:
    """A plain tube with one end shut, kg, by its outer width; neck and shoulder of a bottle are left out.

    Examples
    --------
    >>> round(tube_mass_kg(across_m=0.07, wall_m=0.003, length_m=0.25, density_kg_m3=2500.0), 3)
    0.419
    """
    wall_m3 = math.pi * (across_m - wall_m) * wall_m * length_m
    base_m3 = math.pi / 4 * (across_m - 2 * wall_m) ** 2 * wall_m
    return (wall_m3 + base_m3) * density_kg_m3 * pieces
