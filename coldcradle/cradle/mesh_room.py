"""From a mesh to its room: in metres, the right way up, tight, and added up at every height."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from coldcradle.cradle.curve import levels_of, room_curve
from coldcradle.cradle.faces import Edges, block_parts, bodies, corners, merged, span, turned
from coldcradle.cradle.mesh_limits import MESH_UNITS, ROLES, UPS
from coldcradle.cradle.mesh_wall import mesh_wall_m
from coldcradle.cradle.outline import outline_of
from coldcradle.cradle.solid import SolidRoom
from coldcradle.errors import ImpossibleInput

__all__ = ["room_of", "thin"]

_CELLS = 130
_WALL_FACES, _SPECK, _HAIR = 2000, 0.01, 1e-3


def _raised(mesh: trimesh.Trimesh, unit: str, up: str) -> trimesh.Trimesh:
    """In metres, with the chosen direction upwards."""
    if unit not in MESH_UNITS:
        raise ImpossibleInput(f"expected one of {', '.join(MESH_UNITS)} as the unit, got {unit}")
    if up not in UPS:
        raise ImpossibleInput(f"expected one of {', '.join(UPS)} as the way up, got {up}")
    axis = {"x": (1, 0, 0), "y": (0, 1, 0), "z": (0, 0, 1)}[up.lstrip("-")]
    direction = np.array(axis, dtype=float) * (-1 if up.startswith("-") else 1)
    turn = np.asarray(trimesh.geometry.align_vectors(direction, [0, 0, 1]))[:3, :3] * MESH_UNITS[unit]
    return trimesh.Trimesh(np.asarray(mesh.vertices) @ turn.T, np.asarray(mesh.faces), process=False, validate=False)


def _inside_of_block(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    parts = block_parts(mesh)
    if parts is None:
        raise ImpossibleInput(
            "expected a mould block with a level rim round its room; no room that opens to a level top was found. "
            "Is the right side up?"
        )
    inside = mesh.submesh([np.concatenate(parts)], append=True)
    inside.invert()
    return inside


def _check_tight(mesh: trimesh.Trimesh, role: str, mended: list[str], is_open: bool) -> None:
    top, low = mesh.bounds[1, 2], mesh.bounds[0, 2]
    loops = Edges.of(mesh).loops() if is_open else []
    below = [loop for loop in loops if float(mesh.vertices[loop][:, 2].min()) < top - 1e-3 * (top - low)]
    if role == "model" and loops:
        below = loops
    if not below:
        return
    before = len(mesh.faces)
    trimesh.repair.fill_holes(mesh)
    again = [
        loop for loop in Edges.of(mesh).loops() if float(mesh.vertices[loop][:, 2].min()) < top - 1e-3 * (top - low)
    ]
    if role == "model":
        again = Edges.of(mesh).loops()
    if not again:
        mended.append(f"{len(below)} small holes were closed with {len(mesh.faces) - before} triangles.")
        return
    height = min(float(mesh.vertices[loop][:, 2].min()) for loop in again) - low
    raise ImpossibleInput(
        f"there is a hole {height * 1e3:.1f} mm above the lowest point, too large to be closed safely: water would run "
        "out there. Close it in the program the file comes from, or turn the right side up"
    )


def thin(mesh: trimesh.Trimesh, most: int = 40_000) -> trimesh.Trimesh:
    """A mesh light enough to be looked at."""
    if len(mesh.faces) <= most:
        return mesh
    light = _clustered(mesh) if len(mesh.faces) > 6 * most else mesh
    return light if len(light.faces) <= most else light.simplify_quadric_decimation(face_count=most)


def _clustered(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    """Corners of a cell drawn together: coarse, quick, and good enough to begin a careful thinning from."""
    vertices = np.asarray(mesh.vertices, dtype=float)
    low, high = span(vertices)
    cells = ((vertices - low) / (float((high - low).max()) / _CELLS)).astype(np.int64)
    _, group = np.unique((cells[:, 0] * 4096 + cells[:, 1]) * 4096 + cells[:, 2], return_inverse=True)
    count = np.bincount(group)
    middles = np.column_stack([np.bincount(group, weights=vertices[:, i]) / count for i in range(3)])
    return merged(trimesh.Trimesh(middles, group[np.asarray(mesh.faces)], process=False, validate=False))


def _touched(mesh: trimesh.Trimesh, axis: int, origin: list[float]) -> trimesh.Trimesh:
    """The faces that a plane across an axis touches, on their own: a cut looks at no others."""
    faces, along = np.asarray(mesh.faces), np.asarray(mesh.vertices)[:, axis]
    is_above = (along >= origin[axis]).astype(np.int8)
    a, b, c = is_above[faces].T
    is_cut = (a != b) | (b != c)
    is_on = along == origin[axis]
    chosen = faces[is_cut | is_on[faces].any(axis=1) if is_on.any() else is_cut]
    used, own = np.unique(chosen, return_inverse=True)
    return trimesh.Trimesh(np.asarray(mesh.vertices)[used], own.reshape(-1, 3), process=False, validate=False)


def _slice(mesh: trimesh.Trimesh, origin: list[float], normal: list[float]) -> list[shapely.Polygon]:
    """The cut of a level or an upright plane, as polygons in (x, y) or (x, z); an open top is closed by a
    straight line.
    """
    axis = next(i for i, part in enumerate(normal) if part)
    cut = _touched(mesh, axis, origin).section(plane_origin=origin, plane_normal=normal)
    if cut is None:
        return []
    flat, to_3d = cut.to_2D(to_2D=trimesh.geometry.plane_transform(origin, normal))
    across = {0: [1, 2], 1: [0, 2], 2: [0, 1]}[axis]

    def lifted(points: NDArray[np.float64]) -> NDArray[np.float64]:
        spots = np.column_stack([points, np.zeros(len(points)), np.ones(len(points))]) @ np.asarray(to_3d).T
        return np.asarray(spots[:, across])

    lines = [shapely.Polygon(line) for line in flat.discrete if len(line) >= 3]
    closed = [p for p in lines if p.is_valid and p.area > 0]
    whole: BaseGeometry = shapely.Polygon()
    for polygon in closed:
        whole = whole.symmetric_difference(polygon)  # even-odd: a ring inside a ring is a hole
    return [
        shapely.transform(p, lifted) for p in shapely.get_parts(whole) if isinstance(p, shapely.Polygon) and p.area > 0
    ]


def _upright(mesh: trimesh.Trimesh, axis: int) -> list[shapely.Polygon]:
    """The upright cut through the middle; a hair beside it where it would run along edges, which is no cut."""
    for off in (0.0, _HAIR):
        origin, normal = [0.0, 0.0, 0.0], [0.0, 0.0, 0.0]
        origin[axis] = float(mesh.bounds[:, axis].mean()) + off * float(mesh.extents[axis])
        normal[axis] = 1.0
        found = _slice(mesh, origin, normal)
        if found:
            return found
    return []


def _rings(polygons: list[shapely.Polygon], size: float) -> list[tuple[tuple[float, float], ...]]:
    rings = []
    for polygon in polygons:
        thinned = polygon.simplify(size / 800)
        plain = thinned if isinstance(thinned, shapely.Polygon) else polygon
        for ring in (plain.exterior, *plain.interiors):
            rings.append(tuple((round(float(x), 6), round(float(y), 6)) for x, y in ring.coords[:-1]))
    return [ring for ring in rings if len(ring) >= 3]


def room_of(
    mesh: trimesh.Trimesh,
    *,
    name: str,
    role: str,
    unit: str,
    up: str,
    largest_only: bool = False,
    lost: int | None = None,
) -> Iterator[tuple[float, str, SolidRoom | None, trimesh.Trimesh | None, list[str]]]:
    """The room of a mesh, step by step: yields (share done, what is being done, room, mesh in m, what was mended).

    The last step alone carries the room. `lost` says how many triangles were left out where the mesh is merged
    already. Raises ImpossibleInput for what cannot be mended safely.
    """
    if role not in ROLES:
        raise ImpossibleInput(f"expected one of {', '.join(ROLES)}, got {role}")
    mended: list[str] = []
    yield 0.1, "joining corners", None, None, mended
    whole = _raised(merged(mesh) if lost is None else mesh, unit, up)
    lost = len(mesh.faces) - len(whole.faces) if lost is None else lost
    if lost:
        mended.append(f"{lost} triangles without area were left out.")
    if largest_only:
        body = bodies(whole)
        whole = max(
            (whole.submesh([np.nonzero(body == n)[0]], append=True) for n in np.unique(body)),
            key=lambda m: float(np.prod(m.extents)),
        )
    yield 0.4, "turning faces to look outwards", None, None, mended
    whole, is_open = turned(whole, mended)
    if role == "block":
        whole = _inside_of_block(whole)
    _check_tight(whole, role, mended, is_open or role == "block")
    whole.apply_translation([*(-whole.bounds[:, :2].mean(axis=0)), -whole.bounds[0, 2]])
    yield 0.6, "adding up the volume below every height", None, None, mended
    triangles = corners(whole)
    levels = levels_of(triangles)
    volume, area, touched = room_curve(triangles, levels)
    if volume[-1] < 0:
        whole.invert()
        triangles = corners(whole)
        volume, area, touched = room_curve(triangles, levels)
        mended.append("Faces that looked inwards were turned.")
    yield 0.75, "cutting the section", None, None, mended
    yield 1.0, "done", _solid(whole, name, levels, volume, area, touched), whole, mended


def _solid(
    mesh: trimesh.Trimesh,
    name: str,
    levels: NDArray[np.float64],
    volume: NDArray[np.float64],
    area: NDArray[np.float64],
    touched: NDArray[np.float64],
) -> SolidRoom:
    height = float(levels[-1])
    if not (volume[-1] > 1e-9 and math.isfinite(volume[-1])):
        raise ImpossibleInput(
            "this mesh encloses no room: what it would hold is less than a thousandth of a millilitre"
        )
    heights = np.array([0.02, 0.1, 0.25, 0.5, 0.75, 0.9, 0.985]) * height
    widths: list[float] = []
    plan: list[shapely.Polygon] = []
    has_hole = False
    for z in heights:
        polygons = _slice(mesh, [0, 0, float(z)], [0, 0, 1])
        widths.append(max((_bulk(p) for p in polygons), default=0.0))
        has_hole = has_hole or any(_has_hole(p) for p in polygons)
        plan = polygons or plan
    section = _upright(mesh, 1)
    size = float(max(mesh.extents))
    rings = _rings(section, size) or [tuple((s * float(w), float(z)) for s, w, z in _box(mesh))]
    area, touched = np.maximum(area, 0.0), np.maximum.accumulate(touched)
    area[-1], touched[-1] = (
        area[-2],
        touched[-2],
    )  # at the brim itself a lid closes: it is not touched, and the room is open
    volume = np.maximum.accumulate(np.maximum(volume, 0.0))
    narrow = np.interp(levels, heights, widths)

    def row(values: NDArray[np.float64]) -> tuple[float, ...]:
        return tuple(float(f"{v:.9g}") for v in values)

    outer = _rings([max(plan, key=lambda p: p.area)], size) if plan else []
    return SolidRoom(
        name=name,
        z_m=row(levels),
        volume_rows_m3=row(volume),
        area_rows_m2=row(area),
        wetted_rows_m2=row(touched),
        narrow_rows_m=row(narrow),
        rings=tuple(rings),
        plan_rings=tuple(outer[:1]),
        across_m=float(mesh.extents[0]),
        into_m=float(mesh.extents[1]),
        wall_m=float(f"{mesh_wall_m(thin(mesh, _WALL_FACES)):.4g}"),
        goes_round=has_hole,
    )


def _has_hole(polygon: shapely.Polygon) -> bool:
    """Whether a level cut goes round something that is not only a speck."""
    return any(shapely.Polygon(ring).area > _SPECK * polygon.area for ring in polygon.interiors)


def _box(mesh: trimesh.Trimesh) -> list[tuple[float, float, float]]:
    half, top = float(mesh.extents[0]) / 2, float(mesh.extents[2])
    return [(-1, half, top), (-1, half, 0.0), (1, half, 0.0), (1, half, top)]


def _bulk(polygon: shapely.Polygon) -> float:
    if _has_hole(polygon):
        return 2 * float(shapely.maximum_inscribed_circle(polygon).length)
    try:
        return outline_of((tuple(polygon.exterior.coords[:-1]),)).bulk_m
    except ImpossibleInput:
        return 0.0
