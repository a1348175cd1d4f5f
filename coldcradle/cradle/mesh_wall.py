"""How thick a mesh is at its thickest: the largest ball that lies in it, found from points spread over its surface."""

from __future__ import annotations

import numpy as np
import trimesh
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from coldcradle.cradle.faces import corners

__all__ = ["mesh_wall_m"]

Array = NDArray[np.float64]

_RAYS, _AT_ONCE = 600, 64
_CLOUD, _SHRINKS, _TOUCHES = 12_000, 24, 1e-3
_TRIED, _GROWN, _FINE = 40, 2, 0.01
_WAYS = np.vstack([np.eye(3), -np.eye(3)])
_SEED = 7
_EDGE_ON = 1e-18


def _starts(triangles: Array, many: int) -> tuple[Array, Array]:
    """Points (k, 3) spread over faces (n, 3, 3) by their area, and the way in from each (k, 3)."""
    across = np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0])
    doubled = np.linalg.norm(across, axis=1)
    rng = np.random.default_rng(_SEED)
    ends = np.cumsum(doubled)
    chosen = np.searchsorted(ends, (np.arange(many) + rng.random(many)) / many * ends[-1]).clip(0, len(ends) - 1)
    u, v = rng.random(many), rng.random(many)
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


def _balls(starts: Array, ways: Array, radii: Array, cloud: Array) -> Array:
    """Radii (k) of the balls that touch the surface at each start and lie inside, shrunk until no point of it (a cloud
    of them, (m, 3)) is in one any more (Ma, Bae and Choi, Visual Computer 28 (2012) 7).
    """
    tree = cKDTree(cloud)
    for _ in range(_SHRINKS):
        near, at = tree.query(starts + radii[:, None] * ways)
        away = cloud[at] - starts
        inwards = (away * ways).sum(axis=1)
        is_in = (near < radii * (1 - _TOUCHES)) & (inwards > 0)
        if not is_in.any():
            break
        smaller = (away**2).sum(axis=1) / (2 * np.where(is_in, inwards, 1.0))
        radii = np.where(is_in, np.minimum(radii, smaller), radii)
    return radii


def _gaps(triangles: Array, points: Array) -> Array:
    """How far each point (k, 3) is from the nearest face, m."""
    many = len(triangles)
    nearest = trimesh.triangles.closest_point(np.tile(triangles, (len(points), 1, 1)), np.repeat(points, many, axis=0))
    away = np.linalg.norm(nearest - np.repeat(points, many, axis=0), axis=1)
    return np.asarray(away.reshape(len(points), many).min(axis=1))


def _grown(triangles: Array, centre: Array, gap: float) -> float:
    """The radius of the largest ball near a centre that lies inside, m: it moves where it has more room."""
    step = gap / 2  # never as far as the nearest face: it stays inside
    while step > _FINE * gap:
        moved = centre + step * _WAYS
        gaps = _gaps(triangles, moved)
        best = int(gaps.argmax())
        if gaps[best] > gap:
            centre, gap = moved[best], float(gaps[best])
        else:
            step /= 2
    return gap


def mesh_wall_m(mesh: trimesh.Trimesh) -> float:
    """The thickest place, as the width of the largest ball in it, m; 0 where no ray meets anything.

    A wall by its wall, a boss on a plate by the boss. `mesh` in m with its faces looking outwards, at
    most a few thousand of them.
    """
    triangles = corners(mesh)
    doubled = np.linalg.norm(np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0]), axis=1)
    triangles = triangles[doubled > 0]
    if not len(triangles):
        return 0.0
    starts, ways = _starts(triangles, _RAYS)
    through = _through(triangles, starts, ways)
    is_met = np.isfinite(through)
    if not is_met.any():
        return 0.0
    cloud, _ = _starts(triangles, _CLOUD)
    starts, ways = starts[is_met], ways[is_met]
    radii = _balls(starts, ways, through[is_met] / 2, cloud)
    first = np.argsort(radii)[-_TRIED:]
    centres = starts[first] + radii[first, None] * ways[first]
    gaps = _gaps(triangles, centres)
    return 2 * max(_grown(triangles, centres[i], float(gaps[i])) for i in np.argsort(gaps)[-_GROWN:])
