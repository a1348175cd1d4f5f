"""How much of a blank lies on a ring, by angle, and what a waved ring asks of its rim."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from coldcradle.layup.deform.profile import Array

__all__ = ["crest_reach_m", "rim_strain", "rims_by_angle_m"]

_TURNS = 360


def rims_by_angle_m(ring: Sequence[tuple[float, float]]) -> tuple[Array, Array]:
    """How far an outline reaches from the middle by angle: angles (n,) in radians, and metres (n,); the farthest edge
    where it is met several times, 0 where it is not met.

    Examples
    --------
    >>> square = [(-0.1, -0.1), (0.1, -0.1), (0.1, 0.1), (-0.1, 0.1)]
    >>> angles, reach = rims_by_angle_m(square)
    >>> round(float(reach.min()), 4), round(float(reach.max()), 4)
    (0.1, 0.1414)
    """
    points = np.array(ring)
    ends = np.roll(points, -1, axis=0)
    angles = np.linspace(-math.pi, math.pi, _TURNS, endpoint=False)
    along = np.stack([np.cos(angles), np.sin(angles)], axis=1)
    edge = ends - points
    # the ray t·u meets the edge p + s·e: two equations, by Cramer
    cross = along[:, None, 0] * edge[None, :, 1] - along[:, None, 1] * edge[None, :, 0]
    with np.errstate(divide="ignore", invalid="ignore"):
        far = (points[None, :, 0] * edge[None, :, 1] - points[None, :, 1] * edge[None, :, 0]) / cross
        share = (points[None, :, 0] * along[:, None, 1] - points[None, :, 1] * along[:, None, 0]) / cross
    met = (np.abs(cross) > 1e-15) & (share >= -1e-9) & (share <= 1 + 1e-9) & (far > 0)
    return angles, np.asarray(np.where(met, far, 0.0).max(axis=1))


def crest_reach_m(*, hole_m: float, crest_m: float) -> float:
    """How far from its middle a flat blank must reach to lie over the crests of a ring that is waved so high, m.

    Examples
    --------
    >>> round(crest_reach_m(hole_m=0.06, crest_m=0.025), 3)
    0.039
    """
    return math.hypot(hole_m / 2, crest_m)


def rim_strain(*, across_m: float, waves: int, crest_m: float) -> float:
    """How much longer a waved rim is than a flat one as wide, as a ratio less 1, by quadrature.

    Examples
    --------
    >>> rim_strain(across_m=0.2, waves=0, crest_m=0.02)
    0.0
    """
    turns = np.linspace(0, 2 * math.pi, 720, endpoint=False)
    slope = waves * crest_m / across_m * np.cos(waves * turns)
    return float(np.hypot(1.0, slope).mean() - 1.0)
