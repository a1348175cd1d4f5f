"""How fast an empty kiln rises and falls at every temperature, as a graph."""

from __future__ import annotations

import numpy as np

from coldcradle.heat.coasting import SUMMER_C, WINTER_C
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = ["kiln_graph"]

_FALL_C = (900.0, 700.0, 500.0, 400.0, 300.0, 200.0, 100.0, 50.0)
_LEAST_TOP_C = 500.0


def kiln_graph(kiln: KilnModel) -> Graph:
    """Full power, and off in a winter's and a summer's room, rate against temperature; falls long after switching
    off.
    """
    empty = kiln.loaded(load_j_per_k=0.0, room_c=kiln.room_c)
    rise = [(float(c), max(0.0, empty.fastest_rise_k_per_h(float(c)))) for c in np.arange(50, kiln.highest_c + 1, 50)]
    top = max(_LEAST_TOP_C, rise[-1][0] if rise else 0.0)
    falls = []
    for name, room_c in (("off, winter", WINTER_C), ("off, summer", SUMMER_C)):
        loaded = kiln.loaded(load_j_per_k=0.0, room_c=room_c)
        falls.append(GraphLine(name, [(c, loaded.coasting_rate_k_per_h(c)) for c in _FALL_C if c <= top]))
    fastest = max(rate for line in falls for _, rate in line.points)
    most = 1.1 * max(fastest, 0.6 * max((rate for _, rate in rise), default=0.0))
    # above the frame a line is not drawn, rather than drawn along its edge
    lines = [GraphLine("full power", rise), *falls]
    clipped = [GraphLine(line.name, [(c, round(r, 2)) for c, r in line.points if r <= most]) for line in lines]
    return Graph(axis(0.0, top, "temperature"), axis(0.0, most, "rate", count=4), clipped)
