"""Reading a triangle mesh: what is in the file, and what is wrong with it.

Nothing is guessed silently: `look` says what was found, `mesh_room.room_of` does what was chosen and says what it
mended.
"""

from __future__ import annotations

import io
from dataclasses import dataclass, field

import numpy as np
import trimesh

from coldcradle.cradle.faces import Edges, block_parts, bodies, merged, signed_volume
from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["FORMATS", "MESH_UNITS", "MOST_BYTES", "ROLES", "UPS", "Found", "look", "open_mesh"]

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


def look(mesh: trimesh.Trimesh) -> Found:
    """What this mesh is, in words, with a guess of its unit and of what it shows; both are to be confirmed."""
    whole = merged(mesh)
    size = np.ptp(mesh.vertices, axis=0)
    edges = Edges.of(whole)
    loops, parts = edges.loops(), len(np.unique(bodies(whole)))
    found = Found(
        triangles=len(mesh.faces),
        size=(float(size[0]), float(size[1]), float(size[2])),
        unit=_likely_unit(float(size.max())),
        role="cavity",
        bodies=parts,
        holes=len(loops),
        is_closed=not loops,
    )
    lost = len(mesh.faces) - len(whole.faces)
    if lost:
        found.remarks.append(f"{lost} triangles have no area; they are left out.")
    if not edges.agree:
        found.remarks.append("Some faces look the wrong way; they are turned so that all agree.")
    elif not loops and signed_volume(whole) < 0:
        found.remarks.append("All faces look inwards; they are turned round.")
    if parts > 1:
        found.remarks.append(
            f"There are {parts} separate bodies. They are taken together unless you choose the largest."
        )
    if loops:
        found.remarks.append(
            "It is open in one place: right for a cavity that is open at the top."
            if len(loops) == 1
            else f"It is open in {len(loops)} places. Only the one at the top may stay open."
        )
    if not loops and block_parts(whole) is not None:
        found.role = "block"
    return found
