"""The faces and edges of a triangle mesh: which edges are open, which faces belong together, which way they look."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import trimesh
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.csgraph import connected_components

__all__ = ["Edges", "block_parts", "bodies", "corners", "merged", "signed_volume", "span", "turned"]


@dataclass(frozen=True, slots=True)
class Edges:
    """The edges of a mesh: those of one face only, and whether neighbours agree which side is out."""

    alone: NDArray[np.intp]
    agree: bool

    @classmethod
    def of(cls, mesh: trimesh.Trimesh) -> Edges:
        start = np.asarray(mesh.faces)[:, [0, 1, 2]].ravel().astype(np.int64)
        end = np.asarray(mesh.faces)[:, [1, 2, 0]].ravel().astype(np.int64)
        many = len(mesh.vertices)
        directed = start * many + end
        either = np.minimum(start, end) * many + np.maximum(start, end)
        either.sort()
        directed.sort()
        new = np.concatenate([[True], either[1:] != either[:-1], [True]])
        alone = either[new[:-1] & new[1:]]
        return cls(np.column_stack([alone // many, alone % many]), not bool((directed[1:] == directed[:-1]).any()))

    def loops(self) -> list[NDArray[np.intp]]:
        """The rims of the holes, as groups of corners."""
        return [np.asarray(g) for g in trimesh.graph.connected_components(self.alone)] if len(self.alone) else []


def corners(mesh: trimesh.Trimesh) -> NDArray[np.float64]:
    """The corners of each face (n, 3, 3), without the library's look whether anything was changed since."""
    return np.asarray(np.asarray(mesh.vertices, dtype=float)[np.asarray(mesh.faces)])


def span(points: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Lowest and highest of each coordinate (n, 3); column by column, which is much quicker than over the rows."""
    columns = points.T
    return np.array([c.min() for c in columns]), np.array([c.max() for c in columns])


def signed_volume(mesh: trimesh.Trimesh) -> float:
    """Volume inside a closed mesh, below 0 where its faces look inwards: what lies between each face and z = 0."""
    (ax, ay, az), (bx, by, bz), (cx, cy, cz) = corners(mesh).transpose(1, 2, 0)
    shadow = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
    return float(shadow @ (az + bz + cz)) / 6


def bodies(mesh: trimesh.Trimesh) -> NDArray[np.intp]:
    """The number of the body each face belongs to."""
    faces, many = np.asarray(mesh.faces), len(mesh.vertices)
    ends = np.concatenate([faces[:, [0, 1]], faces[:, [1, 2]]])
    graph = coo_matrix((np.ones(len(ends), dtype=np.int8), (ends[:, 0], ends[:, 1])), shape=(many, many))
    return np.asarray(connected_components(graph, directed=False)[1][faces[:, 0]], dtype=np.intp)


def turned(mesh: trimesh.Trimesh, mended: list[str]) -> tuple[trimesh.Trimesh, bool]:
    """Faces made to agree, and to look outwards where the mesh is closed; and whether it is open somewhere."""
    edges = Edges.of(mesh)
    whole = mesh.copy()
    if not edges.agree:
        trimesh.repair.fix_winding(whole)
    is_inside_out = not len(edges.alone) and signed_volume(whole) < 0
    if is_inside_out:
        whole.invert()
    if is_inside_out or not edges.agree:
        mended.append("Faces that looked the wrong way were turned.")
    return whole, len(edges.alone) > 0


_THINNEST_RIM = 0.002  # share of what a block covers
_SAME = 1e-8  # corners nearer than this, in the file's unit, are one; trimesh's own measure
_MIX = np.array([0x9E3779B97F4A7C15, 0xC2B2AE3D27D4EB4F, 0x165667B19E3779F9], dtype=np.uint64)


def _same_corners(vertices: NDArray[np.float64]) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
    """(first of each group, group of each corner): corners that are one after rounding.

    They are told apart by a hash of 64 bits; where two that differ have the same one, all are sorted whole instead.
    """
    scale = max(_SAME, float(np.abs(vertices).max()) * 2.0**-52)
    cells = np.rint(vertices.T / scale).astype(np.int64)  # (3, n): a row for each coordinate
    keys = np.zeros(len(vertices), dtype=np.uint64)
    for row, factor in zip(cells.view(np.uint64), _MIX, strict=True):
        mixed = row * factor
        mixed ^= mixed >> np.uint64(29)
        keys += mixed
    order = np.argsort(keys)
    ranked = keys[order]
    begins = np.concatenate([[True], ranked[1:] != ranked[:-1]])
    first, group = order[begins], np.empty(len(keys), dtype=np.intp)
    group[order] = np.cumsum(begins) - 1
    if any((row[first][group] != row).any() for row in cells):
        _, first, group = np.unique(cells.T, axis=0, return_index=True, return_inverse=True)
    return first, group.ravel()


def merged(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    """Corners joined where they meet, and triangles without area left out."""
    vertices = np.asarray(mesh.vertices, dtype=float)
    first, group = _same_corners(vertices)
    vertices, faces = vertices[first], group[np.asarray(mesh.faces)]
    a, b, c = faces.T
    faces = faces[(a != b) & (b != c) & (c != a)]
    a, b, c = vertices[faces].transpose(1, 0, 2)
    # twice the area, and the longest side: a needle so thin that rounding decides is no face
    (ux, uy, uz), (vx, vy, vz) = (b - a).T, (c - a).T
    across = (uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2 + (ux * vy - uy * vx) ** 2
    longest = np.maximum(ux**2 + uy**2 + uz**2, vx**2 + vy**2 + vz**2)
    faces = faces[across > _SAME**2 * longest]
    used = np.zeros(len(vertices), dtype=bool)
    used[faces] = True
    return trimesh.Trimesh(vertices[used], (np.cumsum(used) - 1)[faces], process=False, validate=False)


def _level_top(points: NDArray[np.float64]) -> NDArray[np.bool_]:
    a, b, c = points[:, :, 2].T
    low, high = float(min(a.min(), b.min(), c.min())), float(max(a.max(), b.max(), c.max()))
    near = high - 1e-4 * (high - low)
    return np.asarray((a > near) & (b > near) & (c > near))


def _neighbours(mesh: trimesh.Trimesh, keep: NDArray[np.bool_]) -> NDArray[np.intp]:
    """Which kept faces hang together over edges that two of them share: the number of a group for each face."""
    faces, many = np.asarray(mesh.faces).astype(np.int64), len(mesh.vertices)
    start, end = faces[:, [0, 1, 2]].ravel(), faces[:, [1, 2, 0]].ravel()
    keys = np.minimum(start, end) * many + np.maximum(start, end)
    order = np.argsort(keys)
    keys, face = keys[order], order // 3
    same = (keys[1:] == keys[:-1]) & keep[face[1:]] & keep[face[:-1]]
    pairs = face[:-1][same], face[1:][same]
    graph = coo_matrix((np.ones(len(pairs[0]), dtype=np.int8), pairs), shape=(len(faces), len(faces)))
    return np.asarray(connected_components(graph, directed=False)[1], dtype=np.intp)


def block_parts(mesh: trimesh.Trimesh) -> list[NDArray[np.intp]] | None:
    """Groups of faces inside the rim of a block, or None when its level top does not part inside from outside."""
    points = corners(mesh)
    rim = _level_top(points)
    (ax, ay, _), (bx, by, _), (cx, cy, _) = points[rim].transpose(1, 2, 0)
    rim_area = float(np.abs((bx - ax) * (cy - ay) - (by - ay) * (cx - ax)).sum()) / 2
    low, high = span(np.asarray(mesh.vertices, dtype=float))
    if rim_area < _THINNEST_RIM * float((high[0] - low[0]) * (high[1] - low[1])):
        return None  # the crest of something round, not the rim of a block
    group = _neighbours(mesh, ~rim)
    kept = np.flatnonzero(~rim)
    order = kept[np.argsort(group[kept], kind="stable")]
    groups = np.split(order, np.flatnonzero(np.diff(group[order])) + 1)
    if len(groups) < 2:
        return None
    reach = [float(np.prod(np.ptp(points[g][:, :, :2].reshape(-1, 2), axis=0))) for g in groups]
    outer = int(np.argmax(reach))
    near = high[2] - 1e-4 * (high[2] - low[2])
    touches = [g for i, g in enumerate(groups) if i != outer and points[g][:, :, 2].max() > near]
    return touches or None
