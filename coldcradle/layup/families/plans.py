"""A blank and what it lies on from above: the opening or the former, the glass as it goes in and as it comes out."""

from __future__ import annotations

import math

from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.stack import Room
from coldcradle.layup.added import AddedKind, places_of, size_of
from coldcradle.layup.blank import Blank, blank_rings
from coldcradle.layup.sketch import Body, Matter, Points, block

__all__ = ["plan_of", "room_ring"]


def room_ring(room: Room, *, across_m: float | None = None) -> Points:
    """A cradle's opening or top from above; `across_m` where the glass leaves it narrower than it is."""
    width, into = room.span_m
    outline = room.outline()
    if outline is not None:
        return [(x, y) for x, y in outline.rings[0]]
    k = 1.0 if across_m is None else across_m / max(width, 1e-9)
    if room.plan.is_round or room.plan is Plan.OVAL:
        turns = [2 * math.pi * i / 72 for i in range(72)]
        a, b = width * k / 2, (into if room.plan is Plan.OVAL else width) * k / 2
        return [(a * math.cos(t), b * math.sin(t)) for t in turns]
    return block(-width * k / 2, -into / 2, width * k / 2, into / 2)


def plan_of(
    room: Room, blank: Blank, *, matter: Matter, off_m: float = 0.0, times: float = 1.0, across_m: float | None = None
) -> list[Body]:
    """Cradle, glass before and glass after, `times` as large."""
    found = [Body(matter, "what it lies on", [room_ring(room, across_m=across_m)])]
    if abs(times - 1) > 0.005:
        found.append(Body("after", "after the firing", blank_rings(blank, times=times, off_m=off_m)))
    found.append(Body("glass", "as it goes in", blank_rings(blank, off_m=off_m)))
    return [*found, *_added(blank, off_m)]


def _added(blank: Blank, off_m: float) -> list[Body]:
    """What lies on it besides whole sheets, where it lies."""
    found = []
    for one in blank.added:
        long, wide = size_of(one, blank.length_m, blank.width_m)
        rings = [
            block(x + off_m - long / 2, y - wide / 2, x + off_m + long / 2, y + wide / 2)
            for x, y in places_of(one, blank.width_m)
        ]
        found.append(Body("steel" if one.kind == AddedKind.WIRE else "glass", one.called, rings))
    return found
