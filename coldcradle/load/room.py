"""The room a kiln has for its load: levels from the floor up, and on each what may be stood on."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.load.inputs import Shelf

__all__ = ["SHELF_J_PER_KG_K", "Level", "levels_of", "shelf_kg"]

_SHELF_KG_M3 = 2000.0  # kiln shelves of cordierite (from memory)
SHELF_J_PER_KG_K = 1000.0  # (from memory)


@dataclass(frozen=True, slots=True, kw_only=True)
class Level:
    """A shelf, or the floor, in m from the left, the front and the floor of the kiln.

    `box` is left, front, right, back of where a footprint may lie; `z_m` its face, `free_m` how high what stands on it
    may be; `bears_kg` None where nobody has said.
    """

    number: int
    box: tuple[float, float, float, float]
    z_m: float
    free_m: float
    bears_kg: float | None


def _box(kiln: KilnModel, shelf: Shelf | None) -> tuple[float, float, float, float]:
    left, front = kiln.to_wall_m, kiln.to_wall_m
    right, back = kiln.width_m - kiln.to_wall_m, kiln.depth_m - kiln.to_wall_m
    if shelf is None:
        return left, front, right, back
    half_w = (shelf.width_m or kiln.width_m - 2 * kiln.to_wall_m) / 2
    half_d = (shelf.depth_m or kiln.depth_m - 2 * kiln.to_wall_m) / 2
    mid_x, mid_y = kiln.width_m / 2, kiln.depth_m / 2
    return max(left, mid_x - half_w), max(front, mid_y - half_d), min(right, mid_x + half_w), min(back, mid_y + half_d)


def shelf_kg(shelf: Shelf, kiln: KilnModel) -> float:
    """What a shelf weighs, kg, by its size."""
    left, front, right, back = _box(kiln, shelf)
    return max(0.0, right - left) * max(0.0, back - front) * shelf.thickness_m * _SHELF_KG_M3


def levels_of(kiln: KilnModel, shelves: tuple[Shelf, ...]) -> tuple[Level, ...]:
    """The levels from the bottom up; the floor alone where no shelf goes in.

    What stands on a level reaches no higher than the shelf above it, on the topmost no nearer to an element than the
    kiln's own gap.
    """
    if not shelves:
        return (Level(number=0, box=_box(kiln, None), z_m=0.0, free_m=kiln.height_m - kiln.under_m, bears_kg=None),)
    found, z = [], 0.0
    for i, shelf in enumerate(shelves):
        z += shelf.posts_m + shelf.thickness_m
        above = shelves[i + 1].posts_m if i + 1 < len(shelves) else kiln.height_m - kiln.under_m - z
        found.append(Level(number=i, box=_box(kiln, shelf), z_m=z, free_m=above, bears_kg=shelf.bears_kg))
    return tuple(found)
