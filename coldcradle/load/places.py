"""Which place of a kiln, hotter or cooler than its middle, a berth stands at."""

from __future__ import annotations

import math

from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.load.inputs import Berth, LoadInput, Member

__all__ = ["place_at", "places_of"]


def place_at(kiln: KilnModel, x_m: float, y_m: float) -> str:
    """The named place nearest to a point of the floor, m from the left and the front; "" where the middle is nearer."""
    spots = [("", (0.5, 0.5)), *((zone.name, zone.at) for zone in kiln.zones)]
    name, _ = min(spots, key=lambda spot: math.hypot(x_m - spot[1][0] * kiln.width_m, y_m - spot[1][1] * kiln.depth_m))
    return name


def places_of(member: Member, load: LoadInput) -> tuple[str, ...]:
    """The places that the copies of a member stand at, each once: by their berths, else the one that was named."""
    heat = member.stage.heat
    mine: list[Berth] = [berth for berth in load.berths if berth.member == member.key]
    found = [place_at(heat.kiln, berth.x_m, berth.y_m) for berth in mine]
    if len(mine) < member.copies or not heat.kiln.zones:
        found.append(heat.kiln_zone)
    return tuple(dict.fromkeys(found))
