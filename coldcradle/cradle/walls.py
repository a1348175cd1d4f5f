"""How thick the walls of what fills a room are, and whether they close round something: then they cannot bow."""

from __future__ import annotations

import itertools

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Room, Stack

__all__ = ["goes_round", "local_wall_m"]

_CUTS, _SIDEWAYS = 9, 0.95


def _section(room: SolidRoom) -> BaseGeometry:
    """What is solid in the upright cut, rings inside rings being holes."""
    whole: BaseGeometry = shapely.Polygon()
    for ring in room.rings:
        polygon = shapely.Polygon(ring).buffer(0) if len(ring) >= 3 else shapely.Polygon()
        whole = whole.symmetric_difference(polygon)
    return whole


def _pieces_across(section: BaseGeometry, z: float) -> int:
    left, low, right, high = section.bounds
    line = shapely.LineString([(left - 1, low + z * (high - low)), (right + 1, low + z * (high - low))])
    return int((shapely.length(shapely.get_parts(section.intersection(line))) > 1e-4).sum())


def goes_round(room: Room) -> bool:
    """Whether glass in this room closes round a core, or a plug of its mould."""
    if isinstance(room, Stack):
        return bool(room.cores) or any(part.plan is Plan.RING for part in room.parts)
    if not isinstance(room, SolidRoom) or room.goes_round or room.wall_m > 0:
        return isinstance(room, SolidRoom) and room.goes_round
    # a mesh read before walls were measured: two walls in its upright cut are taken for one that goes round
    section = _section(room)
    return not section.is_empty and any(_pieces_across(section, z) > 1 for z in np.linspace(0.15, 0.85, _CUTS))


def _cored_m(room: Stack, depth_m: float) -> float:
    """The thickest glass round, under and over the cores, up to a depth, m."""
    heights = np.linspace(0.0, depth_m, 65)[1:]
    whole = [room.narrow_m(float(z)) for z in heights]
    found = [w for w, z in zip(whole, heights, strict=True) if room.has_core_at(float(z))]
    tops = sorted({0.0, depth_m, *(b for c in room.cores for b in (c.base_m, c.base_m + c.part.height_m))})
    for low, high in itertools.pairwise(z for z in tops if z <= depth_m):
        middle = (low + high) / 2
        if not room.has_core_at(middle) and high - low > 1e-6:
            found.append(min(high - low, room.narrow_m(middle)))
    return max(found, default=room.breadth_m(depth_m))


def local_wall_m(room: Room, depth_m: float) -> float:
    """How thick glass that stands so deep is at its bulkiest place sideways, m: the wall of what goes round."""
    if isinstance(room, Stack):
        return _cored_m(room, depth_m) if room.cores else room.breadth_m(depth_m)
    wide = room.breadth_m(depth_m)
    if not isinstance(room, SolidRoom):
        return wide
    if room.wall_m > 0 and room.goes_round:
        return room.wall_m
    if room.wall_m > 0:  # a ball as high as the glass is deep is held by floor and face, and tells nothing of its sides
        return min(wide, room.wall_m) if room.wall_m < _SIDEWAYS * depth_m else wide
    section = _section(room)
    if section.is_empty or not goes_round(room):
        return wide
    parts = [p for p in shapely.get_parts(section) if isinstance(p, shapely.Polygon) and p.area > 0]
    return min(wide, max((2 * float(shapely.maximum_inscribed_circle(p).length) for p in parts), default=wide))
