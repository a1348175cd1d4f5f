"""How wide what fills a room up to some height is: in a bowl or a cone less than the brim."""

from __future__ import annotations

import numpy as np

from coldcradle.cradle.shapes import Part
from coldcradle.cradle.stack import Room, Stack
from coldcradle.cradle.straight import Box

__all__ = ["filled_span_m"]


def _part_span_m(part: Part, level_m: float, into_m: float) -> tuple[float, float]:
    across = 2 * max(float(part.half_width_m(0.0)), float(part.half_width_m(level_m)))
    if part.plan.is_round:
        return across, across
    if isinstance(part, Box):  # a draft leans all four walls alike
        return across, part.width_m - (part.length_m - across)
    return across, into_m


def filled_span_m(room: Room, level_m: float) -> tuple[float, float]:
    """The largest size across the section and into the sheet, m, of what stands in a room up to `level_m` (m).

    Above the brim it is that of the brim. Source: the section; of a traced or scanned room its areas, as if it kept
    its plan.
    """
    across, into = room.span_m
    if isinstance(room, Stack):
        below = [(part, base) for part, base in zip(room.parts, room.bases_m, strict=True) if base <= level_m]
        found = [_part_span_m(part, min(level_m - base, part.height_m), into) for part, base in below]
        return max(w for w, _ in found), max(d for _, d in found)
    width, height = np.array(room.profile_m()).T
    widest = max(float(np.interp(level_m, height, width)), float(width[height <= level_m].max(initial=0.0)))
    share = widest / max(float(width.max()), 1e-12)
    return across * share, into * share
