"""Closed meshes from a section: turned about the middle along an outline, drawn through, or raised from a plan.

Corners are (n, 3) in metres, z up from the shelf; triangles (m, 3) index them, counter-clockwise seen from outside.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from coldcradle.errors import ImpossibleInput

__all__ = ["Points2", "below", "circle", "half_of", "raised", "swept", "turned"]

Points2 = NDArray[np.float64]
_TURNS = 96
_AXIS_M = 1e-6
_SLIVER_M = 5e-6  # corners nearer to a straight line than this are none


def circle(radius_m: float, turns: int = _TURNS) -> Points2:
    """A round outline (turns, 2), m."""
    angle = np.linspace(0.0, 2 * math.pi, turns, endpoint=False)
    return radius_m * np.column_stack([np.cos(angle), np.sin(angle)])


def _even_odd(rings: Sequence[Sequence[tuple[float, float]]]) -> BaseGeometry:
    found: BaseGeometry = shapely.Polygon()
    for ring in rings:
        if len(ring) >= 3:
            found = found.symmetric_difference(shapely.Polygon(ring).buffer(0))
    return found


def _polygons(geometry: BaseGeometry) -> list[shapely.Polygon]:
    parts = [p.simplify(_SLIVER_M) for p in getattr(geometry, "geoms", [geometry])]
    return [p for p in parts if isinstance(p, shapely.Polygon) and p.area > 1e-10]


def half_of(rings: Sequence[Sequence[tuple[float, float]]], top_m: float = math.inf) -> list[shapely.Polygon]:
    """The right half of a section (x, z) below `top_m`; what lies in an odd number of its rings is solid."""
    whole = _even_odd(rings)
    _, low, right, high = whole.bounds if not whole.is_empty else (0.0, 0.0, 0.0, 0.0)
    box = shapely.box(0.0, low - 1.0, right + 1.0, min(high + 1.0, top_m))
    return _polygons(whole.intersection(box))


def below(rings: Sequence[Sequence[tuple[float, float]]], top_m: float) -> list[list[tuple[float, float]]]:
    """What of a section (x, z) lies below `top_m`, as rings; what lies in an odd number of its rings is solid."""
    found = _even_odd(rings).intersection(shapely.box(-10.0, -10.0, 10.0, top_m))
    parts = [ring for polygon in _polygons(found) for ring in (polygon.exterior, *polygon.interiors)]
    return [[(round(float(x), 5), round(float(z), 5)) for x, z in ring.coords[:-1]] for ring in parts]


def _tidy(corners: NDArray[np.float64], triangles: NDArray[np.int64]) -> trimesh.Trimesh:
    mesh = trimesh.Trimesh(corners, triangles, process=True, validate=False)
    mesh.update_faces(mesh.nondegenerate_faces(height=1e-12))
    mesh.remove_unreferenced_vertices()
    if mesh.volume < 0:
        mesh.invert()
    return mesh


def _turned_ring(ring: Points2, outline: Points2, reach_m: float) -> trimesh.Trimesh:
    across = np.where(ring[:, 0] < _AXIS_M, 0.0, ring[:, 0]) / reach_m
    count, turns = len(ring), len(outline)
    corners = np.concatenate(
        [across[:, None, None] * outline[None, :, :], np.repeat(ring[:, 1], turns).reshape(count, turns, 1)], axis=2
    ).reshape(-1, 3)
    i, j = np.meshgrid(np.arange(count), np.arange(turns), indexing="ij")
    a, b = i * turns + j, i * turns + (j + 1) % turns
    c, d = ((i + 1) % count) * turns + j, ((i + 1) % count) * turns + (j + 1) % turns
    triangles = np.stack([np.stack([a, b, d], axis=-1), np.stack([a, d, c], axis=-1)], axis=2).reshape(-1, 3)
    return _tidy(corners, triangles)


def turned(halves: Sequence[shapely.Polygon], outline: Points2) -> trimesh.Trimesh:
    """Right halves of a section (x, z) turned about x = 0 along an outline (n, 2), which is where their widest goes.

    A circle gives a body of revolution; a square one whose section is the same both ways. Raises ImpossibleInput for
    a section of nothing.
    """
    reach = max((float(half.bounds[2]) for half in halves), default=0.0)
    if reach <= _AXIS_M:
        raise ImpossibleInput("expected a section that is wider than 0 mm, got none")
    meshes = []
    for half in halves:
        for ring in (half.exterior, *half.interiors):
            meshes.append(_turned_ring(np.asarray(ring.coords)[:-1], outline, reach))
    for hole in meshes[1:]:
        if len(halves) == 1:
            hole.invert()
    return trimesh.util.concatenate(meshes) if len(meshes) > 1 else meshes[0]


def swept(rings: Sequence[Sequence[tuple[float, float]]], width_m: float, top_m: float = math.inf) -> trimesh.Trimesh:
    """A section (x, z) below `top_m` drawn through `width_m`, half of it to each side."""
    if not (math.isfinite(width_m) and width_m > 0):
        raise ImpossibleInput(f"expected a width above 0 mm, got {width_m * 1e3:g} mm")
    whole = _even_odd(rings).intersection(shapely.box(-10.0, -10.0, 10.0, min(top_m, 10.0)))
    found = []
    for polygon in _polygons(whole):
        mesh = trimesh.creation.extrude_polygon(polygon, width_m)
        x, z, y = np.asarray(mesh.vertices).T
        found.append(_tidy(np.column_stack([x, width_m / 2 - y, z]), np.asarray(mesh.faces)))
    if not found:
        raise ImpossibleInput("expected a section with an area, got none")
    return trimesh.util.concatenate(found) if len(found) > 1 else found[0]


def raised(rings: Sequence[Sequence[tuple[float, float]]], height_m: float, foot_m: float = 0.0) -> trimesh.Trimesh:
    """A plan (x, y) raised by `height_m` from `foot_m`; what lies in an odd number of its rings is solid."""
    if not (math.isfinite(height_m) and height_m > 0):
        raise ImpossibleInput(f"expected a height above 0 mm, got {height_m * 1e3:g} mm")
    found = []
    for polygon in _polygons(_even_odd(rings)):
        mesh = trimesh.creation.extrude_polygon(polygon, height_m)
        mesh.apply_translation([0.0, 0.0, foot_m])
        found.append(_tidy(np.asarray(mesh.vertices), np.asarray(mesh.faces)))
    if not found:
        raise ImpossibleInput("expected a plan with an area, got none")
    return trimesh.util.concatenate(found) if len(found) > 1 else found[0]
