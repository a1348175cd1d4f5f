"""Reading a triangle mesh: what is in the file, what is wrong with it, what can be mended safely, and its room.

Nothing is guessed silently: `look` says what was found, `room_of` does what was chosen and says what it mended.
"""

from __future__ import annotations

import io
import math
from collections.abc import Iterator
from dataclasses import dataclass, field

import numpy as np
import shapely
import trimesh
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.csgraph import connected_components
from shapely.geometry.base import BaseGeometry

from coldcradle.cradle.curve import levels_of, room_curve
from coldcradle.cradle.outline import outline_of
from coldcradle.cradle.solid import Solid
from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["FORMATS", "MESH_UNITS", "MOST_BYTES", "ROLES", "UPS", "Found", "look", "open_mesh", "room_of", "thin"]

FORMATS = ("stl", "obj", "ply", "3mf", "glb")
MOST_BYTES, MOST_TRIANGLES = 200_000_000, 4_000_000
MESH_UNITS = {"mm": 1e-3, "cm": 1e-2, "in": 0.0254, "m": 1.0}
ROLES = {
    "cavity": "the room itself, filled or open at the top",
    "block": "a mould block with the room in it",
    "model": "the piece that is to be cast",
}
UPS = ("z", "y", "x", "-z", "-y", "-x")
_LIKELY_M = (0.012, 1.2)  # what people cast lies between these across


@dataclass(slots=True)
class Found:
    """What is in a mesh file. Sizes in the file's own unit; `faults` stand in the way, `remarks` should be known."""

    triangles: int
    size: tuple[float, float, float]
    unit: str
    role: str
    bodies: int
    holes: int
    is_closed: bool
    faults: list[str] = field(default_factory=list)
    remarks: list[str] = field(default_factory=list)


def open_mesh(raw: bytes, kind: str) -> trimesh.Trimesh:
    """The triangles of a file, or ImpossibleInput that says what is the matter. `kind` is the ending of its name."""
    kind = kind.lower().lstrip(".")
    if kind not in FORMATS:
        raise ImpossibleInput(f"expected a file that ends in {', '.join('.' + f for f in FORMATS)}, got .{kind[:20]}")
    if len(raw) > MOST_BYTES:
        raise ImpossibleInput(f"expected a file of at most 200 MB, got {len(raw) / 1e6:.0f} MB")
    if not raw.strip():
        raise ImpossibleInput("expected a mesh; this file is empty")
    try:
        loaded = trimesh.load(io.BytesIO(raw), file_type=kind, force="mesh", process=False)
    except ColdCradleError:
        raise
    except Exception as error:  # the reader's formats fail in as many ways as there are broken files
        raise ImpossibleInput(f"this file cannot be read as .{kind}: it breaks off or is something else") from error
    if not isinstance(loaded, trimesh.Trimesh) or len(loaded.faces) == 0:
        raise ImpossibleInput("expected a mesh of triangles; there are none in this file")
    if len(loaded.faces) > MOST_TRIANGLES:
        raise ImpossibleInput(f"expected at most 4 million triangles, got {len(loaded.faces) / 1e6:.1f} million")
    if not np.isfinite(loaded.vertices).all():
        raise ImpossibleInput("some corners of this mesh are not numbers (NaN or infinite); export it again")
    if float(np.ptp(loaded.vertices, axis=0).min()) <= 0:
        raise ImpossibleInput("this mesh is flat: one of its three sizes is zero, so there is no room in it")
    return loaded


def _likely_unit(largest: float) -> str:
    for unit in ("mm", "in", "cm", "m"):
        if _LIKELY_M[0] <= largest * MESH_UNITS[unit] <= _LIKELY_M[1]:
            return unit
    return "mm"


def _merged(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    whole = mesh.copy()
    whole.merge_vertices()
    whole.update_faces(whole.nondegenerate_faces())
    whole.remove_unreferenced_vertices()
    return whole


@dataclass(frozen=True, slots=True)
class _Edges:
    """The edges of a mesh: those of one face only, and whether neighbours agree which side is out."""

    alone: NDArray[np.intp]
    agree: bool

    @classmethod
    def of(cls, mesh: trimesh.Trimesh) -> _Edges:
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


def _signed_volume(mesh: trimesh.Trimesh) -> float:
    """Volume inside a closed mesh, below 0 where its faces look inwards."""
    a, b, c = (np.asarray(mesh.triangles)[:, i] for i in range(3))
    return float(np.einsum("ij,ij->", a, np.cross(b, c))) / 6


def _bodies(mesh: trimesh.Trimesh) -> NDArray[np.intp]:
    """The number of the body each face belongs to."""
    faces, many = np.asarray(mesh.faces), len(mesh.vertices)
    ends = np.concatenate([faces[:, [0, 1]], faces[:, [1, 2]]])
    graph = coo_matrix((np.ones(len(ends), dtype=np.int8), (ends[:, 0], ends[:, 1])), shape=(many, many))
    return np.asarray(connected_components(graph, directed=False)[1][faces[:, 0]], dtype=np.intp)


def look(mesh: trimesh.Trimesh) -> Found:
    """What this mesh is, in words, with a guess of its unit and of what it shows; both are to be confirmed."""
    whole = _merged(mesh)
    size = np.ptp(mesh.vertices, axis=0)
    edges = _Edges.of(whole)
    loops, bodies = edges.loops(), len(np.unique(_bodies(whole)))
    found = Found(
        triangles=len(mesh.faces), size=(float(size[0]), float(size[1]), float(size[2])),
        unit=_likely_unit(float(size.max())), role="cavity", bodies=bodies, holes=len(loops), is_closed=not loops,
    )  # fmt: skip
    lost = len(mesh.faces) - len(whole.faces)
    if lost:
        found.remarks.append(f"{lost} triangles have no area; they are left out.")
    if not edges.agree:
        found.remarks.append("Some faces look the wrong way; they are turned so that all agree.")
    elif not loops and _signed_volume(whole) < 0:
        found.remarks.append("All faces look inwards; they are turned round.")
    if bodies > 1:
        found.remarks.append(
            f"There are {bodies} separate bodies. They are taken together unless you choose the largest."
        )
    if loops:
        found.remarks.append(
            "It is open in one place: right for a cavity that is open at the top."
            if len(loops) == 1
            else f"It is open in {len(loops)} places. Only the one at the top may stay open."
        )
    if not loops and _block_parts(whole) is not None:
        found.role = "block"
    return found


def _turned(mesh: trimesh.Trimesh, mended: list[str]) -> tuple[trimesh.Trimesh, bool]:
    """Faces made to agree, and to look outwards where the mesh is closed; and whether it is open somewhere."""
    edges = _Edges.of(mesh)
    whole = mesh.copy()
    if not edges.agree:
        trimesh.repair.fix_winding(whole)
    is_inside_out = not len(edges.alone) and _signed_volume(whole) < 0
    if is_inside_out:
        whole.invert()
    if is_inside_out or not edges.agree:
        mended.append("Faces that looked the wrong way were turned.")
    return whole, len(edges.alone) > 0


def _raised(mesh: trimesh.Trimesh, unit: str, up: str) -> trimesh.Trimesh:
    """In metres, with the chosen direction upwards."""
    if unit not in MESH_UNITS:
        raise ImpossibleInput(f"expected one of {', '.join(MESH_UNITS)} as the unit, got {unit}")
    if up not in UPS:
        raise ImpossibleInput(f"expected one of {', '.join(UPS)} as the way up, got {up}")
    axis = {"x": (1, 0, 0), "y": (0, 1, 0), "z": (0, 0, 1)}[up.lstrip("-")]
    direction = np.array(axis, dtype=float) * (-1 if up.startswith("-") else 1)
    raised = mesh.copy()
    raised.apply_transform(trimesh.geometry.align_vectors(direction, [0, 0, 1]))
    raised.apply_scale(MESH_UNITS[unit])
    return raised


def _level_top(mesh: trimesh.Trimesh) -> NDArray[np.bool_]:
    top = mesh.bounds[1, 2]
    height = float(np.ptp(mesh.bounds[:, 2]))
    return np.asarray((mesh.triangles[:, :, 2] > top - 1e-4 * height).all(axis=1))


def _block_parts(mesh: trimesh.Trimesh) -> list[NDArray[np.intp]] | None:
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


def _inside_of_block(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    parts = _block_parts(mesh)
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
    loops = _Edges.of(mesh).loops() if is_open else []
    below = [loop for loop in loops if float(mesh.vertices[loop][:, 2].min()) < top - 1e-3 * (top - low)]
    if role == "model" and loops:
        below = loops
    if not below:
        return
    before = len(mesh.faces)
    trimesh.repair.fill_holes(mesh)
    again = [
        loop for loop in _Edges.of(mesh).loops() if float(mesh.vertices[loop][:, 2].min()) < top - 1e-3 * (top - low)
    ]
    if role == "model":
        again = _Edges.of(mesh).loops()
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
    return mesh.simplify_quadric_decimation(face_count=most)


def _slice(mesh: trimesh.Trimesh, origin: list[float], normal: list[float]) -> list[shapely.Polygon]:
    """The cut of a level or an upright plane, as polygons in (x, y) or (x, z); an open top is closed by a straight line."""
    cut = mesh.section(plane_origin=origin, plane_normal=normal)
    if cut is None:
        return []
    flat, to_3d = cut.to_2D(to_2D=trimesh.geometry.plane_transform(origin, normal))
    across = [0, 2] if normal[1] else [0, 1]

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


def _rings(polygons: list[shapely.Polygon], size: float) -> list[tuple[tuple[float, float], ...]]:
    rings = []
    for polygon in polygons:
        thinned = polygon.simplify(size / 800)
        plain = thinned if isinstance(thinned, shapely.Polygon) else polygon
        for ring in (plain.exterior, *plain.interiors):
            rings.append(tuple((round(float(x), 6), round(float(y), 6)) for x, y in ring.coords[:-1]))
    return [ring for ring in rings if len(ring) >= 3]


def room_of(
    mesh: trimesh.Trimesh, *, name: str, role: str, unit: str, up: str, largest_only: bool = False
) -> Iterator[tuple[float, str, Solid | None, trimesh.Trimesh | None, list[str]]]:
    """The room of a mesh, step by step: yields (share done, what is being done, room, mesh in m, what was mended).

    The last step alone carries the room. Raises ImpossibleInput for what cannot be mended safely.
    """
    if role not in ROLES:
        raise ImpossibleInput(f"expected one of {', '.join(ROLES)}, got {role}")
    mended: list[str] = []
    yield 0.1, "joining corners", None, None, mended
    whole = _raised(_merged(mesh), unit, up)
    lost = len(mesh.faces) - len(whole.faces)
    if lost:
        mended.append(f"{lost} triangles without area were left out.")
    if largest_only:
        body = _bodies(whole)
        whole = max(
            (whole.submesh([np.nonzero(body == n)[0]], append=True) for n in np.unique(body)),
            key=lambda m: float(np.prod(m.extents)),
        )
    yield 0.4, "turning faces to look outwards", None, None, mended
    whole, is_open = _turned(whole, mended)
    if role == "block":
        whole = _inside_of_block(whole)
    _check_tight(whole, role, mended, is_open or role == "block")
    whole.apply_translation([*(-whole.bounds[:, :2].mean(axis=0)), -whole.bounds[0, 2]])
    yield 0.6, "adding up the room below every height", None, None, mended
    triangles = np.asarray(whole.triangles)
    levels = levels_of(triangles)
    volume, area, touched = room_curve(triangles, levels)
    if volume[-1] < 0:
        whole.invert()
        triangles = np.asarray(whole.triangles)
        volume, area, touched = room_curve(triangles, levels)
        mended.append("Faces that looked inwards were turned.")
    yield 0.75, "cutting the section", None, None, mended
    yield 1.0, "done", _solid(whole, name, levels, volume, area, touched), whole, mended


def _solid(
    mesh: trimesh.Trimesh, name: str, levels: NDArray[np.float64], volume: NDArray[np.float64],
    area: NDArray[np.float64], touched: NDArray[np.float64],
) -> Solid:  # fmt: skip
    height = float(levels[-1])
    if not (volume[-1] > 1e-9 and math.isfinite(volume[-1])):
        raise ImpossibleInput(
            "this mesh encloses no room: what it would hold is less than a thousandth of a millilitre"
        )
    heights = np.array([0.02, 0.1, 0.25, 0.5, 0.75, 0.9, 0.985]) * height
    widths: list[float] = []
    plan: list[shapely.Polygon] = []
    for z in heights:
        polygons = _slice(mesh, [0, 0, float(z)], [0, 0, 1])
        widths.append(max((_bulk(p) for p in polygons), default=0.0))
        plan = polygons or plan
    section = _slice(mesh, [0.0, float(mesh.bounds[:, 1].mean()), 0.0], [0, 1, 0])
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
    return Solid(
        name=name, z_m=row(levels), volume_rows_m3=row(volume), area_rows_m2=row(area), wetted_rows_m2=row(touched),
        narrow_rows_m=row(narrow), rings=tuple(rings), plan_rings=tuple(outer[:1]),
        across_m=float(mesh.extents[0]), into_m=float(mesh.extents[1]),
    )  # fmt: skip


def _box(mesh: trimesh.Trimesh) -> list[tuple[float, float, float]]:
    half, top = float(mesh.extents[0]) / 2, float(mesh.extents[2])
    return [(-1, half, top), (-1, half, 0.0), (1, half, 0.0), (1, half, top)]


def _bulk(polygon: shapely.Polygon) -> float:
    try:
        return outline_of((tuple(polygon.exterior.coords[:-1]),)).bulk_m
    except ImpossibleInput:
        return 0.0
