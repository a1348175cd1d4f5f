"""Does a core leave room round it: both of its sides against both of the room's."""

from __future__ import annotations

import math

from coldcradle.cradle.shapes import Part, Plan

__all__ = ["is_too_wide"]


def _sides_m(part: Part, z: float) -> tuple[float, float]:
    """The smaller and the larger horizontal size of a part at a height."""
    narrow = float(part.narrow_m(z))
    return narrow, max(narrow, 2 * float(part.half_width_m(z)), float(part.area_m2(z)) / max(narrow, 1e-9))


def is_too_wide(core: Part, core_z: float, part: Part, inside: float) -> bool:
    """Whether a core touches the room: by both sides, and by its diagonal where the room is round."""
    narrow, wide = _sides_m(core, core_z)
    room_narrow, room_wide = _sides_m(part, inside)
    if part.plan is Plan.ROUND and core.plan is not Plan.ROUND:
        return math.hypot(narrow, wide) >= room_narrow
    return narrow >= room_narrow or wide >= room_wide
