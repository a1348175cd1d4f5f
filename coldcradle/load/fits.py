"""Whether a thing goes into a kiln at all, and by how much it does not."""

from __future__ import annotations

from collections.abc import Sequence

from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.load.footprint import Footprint
from coldcradle.load.room import Level, levels_of
from coldcradle.quantity.format import Message, say, show

__all__ = ["kilns_that_take", "too_large"]

_EDGE = 1e-6


def too_large(what: Footprint, levels: Sequence[Level], kiln: KilnModel) -> Message | None:
    """By how much a thing is too large for every level, None where it goes onto an empty one."""
    best: tuple[float, Message] | None = None
    for level in levels:
        wide, deep = level.box[2] - level.box[0], level.box[3] - level.box[1]
        upright = max(what.width_m - wide, what.depth_m - deep)
        turned = max(what.width_m - deep, what.depth_m - wide)
        over = min(upright, turned)
        high = what.height_m - level.free_m
        worst = max(over, high)
        told = (
            say("{d} too wide", d=show(round(over, 3), "length"))
            if over >= high
            else say("{d} too high", d=show(round(high, 3), "length"))
        )
        if best is None or worst < best[0]:
            best = worst, told
    door = _past_the_door(what, kiln)
    if best is not None and best[0] > _EDGE:
        return best[1]
    return door


def _past_the_door(what: Footprint, kiln: KilnModel) -> Message | None:
    """Whether it goes in through the door, with its narrow side first."""
    narrow = min(what.width_m, what.depth_m)
    if kiln.door_width_m is not None and narrow > kiln.door_width_m:
        return say("{d} too wide for its door", d=show(narrow - kiln.door_width_m, "length"))
    if kiln.door_height_m is not None and what.height_m > kiln.door_height_m:
        return say("{d} too high for its door", d=show(what.height_m - kiln.door_height_m, "length"))
    return None


def kilns_that_take(what: Footprint, kilns: Sequence[KilnModel]) -> list[str]:
    """The names of the kilns that one of a thing goes into, on the floor."""
    return [kiln.name for kiln in kilns if too_large(what, levels_of(kiln, ()), kiln) is None]
