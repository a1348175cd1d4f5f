"""The faces and edges of a triangle mesh: which edges are open, which faces belong together, which way they look."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import trimesh
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.csgraph import connected_components

__all__ = ["Edges", "block_parts", "bodies", "merged", "signed_volume", "turned"]


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


def signed_volume(mesh: trimesh.Trimesh) -> float:
    """Volume inside a closed mesh, below 0 where its faces look inwards."""
    a, b, c = (np.asarray(mesh.triangles)[:, i] for i in range(3))
    return float(np.einsum("ij,ij->", a, np.cross(b, c))) / 6


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


def merged(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    """Corners joined where they meet, and triangles without area left out."""
    whole = mesh.copy()
    whole.merge_vertices()
    whole.update_faces(whole.nondegenerate_faces())
    whole.remove_unreferenced_vertices()
    return whole


def _level_top(mesh: trimesh.Trimesh) -> NDArray[np.bool_]:
    top = mesh.bounds[1, 2]
    height = float(np.ptp(mesh.bounds[:, 2]))
    return np.asarray((mesh.triangles[:, :, 2] > top - 1e-4 * height).all(axis=1))


def block_parts(mesh: trimesh.Trimesh) -> list[NDArray[np.intp]] | None:
    """Groups of faces inside the rim of a block, or None when its level top does not part inside from outside."""
    rim = _level_top(mesh)
    if not rim.any():
        return None
    keep = ~rim
    pairs = mesh.face_adjacency
    pairs = pairs[keep[pairs].all(axis=1)]
    groups = trimesh.graph.connected_components(pairs, nodes=np.nonzero(keep)[0])
    if len(groups) < 2:
        return None
    reach = [float(np.prod(np.ptp(mesh.vertices[np.unique(mesh.faces[g])][:, :2], axis=0))) for g in groups]
    outer = int(np.argmax(reach))
    inner = [np.asarray(g) for i, g in enumerate(groups) if i != outer]
    touches = [
        g for g in inner if mesh.triangles[g][:, :, 2].max() > mesh.bounds[1, 2] - 1e-4 * np.ptp(mesh.bounds[:, 2])
    ]
    return touches or None
