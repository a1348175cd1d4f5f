"""How wide what fills a room up to some height is: in a bowl or a cone less than the brim."""

from __future__ import annotations

import numpy as np

from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Room, Stack
from coldcradle.cradle.straight import Box

__all__ = ["filled_span_m"]


def filled_span_m(room: Room, level_m: float) -> tuple[float, float]:
    """The largest size across the section and into the sheet, m, of what stands in a room up to `level_m` (m).

    Above the brim it is that of the brim. Source: the section; of a traced or scanned room its areas, as if it kept
    its plan.
    """
    across, into = room.span_m
    width, height = np.array(room.profile_m()).T
    widest = max(float(np.interp(level_m, height, width)), float(width[height <= level_m].max(initial=0.0)))
    share = widest / max(float(width.max()), 1e-12)
    if room.plan.is_round or isinstance(room, SolidRoom):
        return across * share, into * share
    if isinstance(room, Stack) and isinstance(room.part_at(level_m)[0], Box):
        return across * share, into - across * (1 - share)  # a draft leans all four walls alike
    return across * share, into
