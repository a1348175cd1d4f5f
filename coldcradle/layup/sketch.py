"""A lay-up drawn to scale before and after the heat: bodies of one material each, and dimension lines, in metres.

x runs across from the middle, z up from the shelf.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from coldcradle.cradle.section import Dimension

__all__ = ["Body", "Matter", "Points", "Sketch", "block", "draw", "sheet_ring"]

Points = list[tuple[float, float]]
Matter = Literal["glass", "after", "ghost", "refractory", "steel", "shelf", "fibre"]


@dataclass(frozen=True, slots=True)
class Body:
    """Something of one material as closed rings (x, z); what lies in an odd number of them is solid."""

    matter: Matter
    name: str
    rings: list[Points]


@dataclass(frozen=True, slots=True)
class Sketch:
    """All that is drawn, and the box it lies in: left, low, right, high. `plan` is the same from above, (x, y)."""

    bodies: list[Body]
    dimensions: list[Dimension]
    box: tuple[float, float, float, float]
    plan: list[Body]


def block(left: float, low: float, right: float, high: float) -> Points:
    """A rectangle."""
    return [(left, low), (right, low), (right, high), (left, high)]


def draw(bodies: Sequence[Body], dimensions: Sequence[Dimension], plan: Sequence[Body] = ()) -> Sketch:
    """A sketch with its box."""
    xs = [x for body in bodies for ring in body.rings for x, _ in ring]
    zs = [z for body in bodies for ring in body.rings for _, z in ring]
    return Sketch(list(bodies), list(dimensions), (min(xs), min(zs), max(xs), max(zs)), list(plan))


def sheet_ring(at: NDArray[np.float64], thickness: NDArray[np.float64], *, is_halved: bool) -> Points:
    """A sheet as a closed ring: its underside through the nodes (n+1, 2), its upper face a thickness (n,) above it.

    `is_halved`: the nodes go from the middle to the right edge, and the left half is the same.
    """
    steps = np.diff(at, axis=0)
    length = np.maximum(np.hypot(steps[:, 0], steps[:, 1]), 1e-12)
    up = np.stack([-steps[:, 1], steps[:, 0]], axis=1) / length[:, None]
    at_node = np.vstack([up[:1], (up[1:] + up[:-1]) / 2, up[-1:]])
    thick = np.concatenate([thickness[:1], (thickness[1:] + thickness[:-1]) / 2, thickness[-1:]])
    top = at + at_node * thick[:, None]
    if is_halved:
        at_node[0] = (0.0, 1.0)
        top[0] = (0.0, at[0, 1] + thick[0])
        mirror = np.array([-1.0, 1.0])
        at, top = np.vstack([at[:0:-1] * mirror, at]), np.vstack([top[:0:-1] * mirror, top])
    line = np.vstack([at, top[::-1]])
    return [(round(float(x), 5), round(float(z), 5)) for x, z in line]
