"""How thick a mesh is, straight through from its faces: rays inwards from points spread evenly over its surface."""

from __future__ import annotations

import numpy as np
import trimesh
from numpy.typing import NDArray

from coldcradle.cradle.faces import corners

__all__ = ["mesh_wall_m"]

Array = NDArray[np.float64]

_RAYS, _SHARE, _AT_ONCE = 400, 0.95, 64
_SEED = 7
_EDGE_ON = 1e-18


def _starts(triangles: Array) -> tuple[Array, Array]:
    """Points (k, 3) spread over faces (n, 3, 3) by their area, and the way in from each (k, 3)."""
    across = np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0])
    doubled = np.linalg.norm(across, axis=1)
    rng = np.random.default_rng(_SEED)
    ends = np.cumsum(doubled)
    chosen = np.searchsorted(ends, (np.arange(_RAYS) + rng.random(_RAYS)) / _RAYS * ends[-1]).clip(0, len(ends) - 1)
    u, v = rng.random(_RAYS), rng.random(_RAYS)
    u, v = np.where(u + v > 1, 1 - u, u)[:, None], np.where(u + v > 1, 1 - v, v)[:, None]
    a, b, c = (triangles[chosen, i] for i in range(3))
    return a + u * (b - a) + v * (c - a), -across[chosen] / doubled[chosen, None]


def _through(triangles: Array, starts: Array, ways: Array) -> Array:
    """How far each ray goes until it meets a face again, m; infinite where it leaves (Moeller and Trumbore 1997)."""
    origin, first, second = triangles[:, 0], triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0]
    found = np.full(len(starts), np.inf)
    least = 1e-6 * float(np.ptp(triangles.reshape(-1, 3), axis=0).max())
    for i in range(0, len(starts), _AT_ONCE):
        start, way = starts[i : i + _AT_ONCE, None], ways[i : i + _AT_ONCE, None]
        normal = np.cross(way, second[None])
        turn = (first * normal).sum(axis=2)
        turn = np.where(np.abs(turn) > _EDGE_ON, turn, np.inf)  # a face seen edge on is not met
        away = start - origin
        u = (away * normal).sum(axis=2) / turn
        side = np.cross(away, first[None])
        v = (way * side).sum(axis=2) / turn
        far = (second * side).sum(axis=2) / turn
        is_hit = (u >= 0) & (v >= 0) & (u + v <= 1) & (far > least)
        found[i : i + _AT_ONCE] = np.where(is_hit, far, np.inf).min(axis=1)
    return found


def mesh_wall_m(mesh: trimesh.Trimesh) -> float:
    """The thickness that 95 % of the surface does not pass, straight inwards, m; 0 where no ray meets anything.

    `mesh` in m with its faces looking outwards, at most a few thousand of them.
    """
    triangles = corners(mesh)
    doubled = np.linalg.norm(np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0]), axis=1)
    triangles = triangles[doubled > 0]
    if not len(triangles):
        return 0.0
    through = _through(triangles, *_starts(triangles))
    through = through[np.isfinite(through)]
    return float(np.quantile(through, _SHARE)) if len(through) else 0.0
