"""Reading a triangle mesh: what is in the file, and what is wrong with it.

Nothing is guessed silently: `look` says what was found, `mesh_room.room_of` does what was chosen and says what it
mended.
"""

from __future__ import annotations

import io

import numpy as np
import trimesh

from coldcradle.cradle.faces import Edges, block_parts, bodies, merged, signed_volume, span
from coldcradle.cradle.mesh_limits import FORMATS, MESH_UNITS, MOST_BYTES, Found
from coldcradle.cradle.mesh_size import MOST_TRIANGLES, refuse_what_is_too_large
from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["Found", "look", "open_mesh"]

_FARTHEST = 1e7  # in any unit
_LIKELY_M = (0.012, 1.2)  # what people cast lies between these across


def open_mesh(raw: bytes, kind: str) -> trimesh.Trimesh:
    """The triangles of a file, or ImpossibleInput that says what is the matter. `kind` is the ending of its name."""
    kind = kind.lower().lstrip(".")
    if kind not in FORMATS:
        raise ImpossibleInput(f"expected a file that ends in {', '.join('.' + f for f in FORMATS)}, got .{kind[:20]}")
    if len(raw) > MOST_BYTES:
        raise ImpossibleInput(f"expected a file of at most 200 MB, got {len(raw) / 1e6:.0f} MB")
    if not raw.strip():
        raise ImpossibleInput("expected a mesh; this file is empty")
    refuse_what_is_too_large(raw, kind)
    try:
        loaded = _loaded(raw, kind)
    except ColdCradleError:
        raise
    except Exception as error:  # the reader's formats fail in as many ways as there are broken files
        raise ImpossibleInput(f"this file cannot be read as .{kind}: it breaks off or is something else") from error
    if not isinstance(loaded, trimesh.Trimesh) or len(loaded.faces) == 0:
        raise ImpossibleInput("expected a mesh of triangles; there are none in this file")
    if len(loaded.faces) > MOST_TRIANGLES:
        raise ImpossibleInput(f"expected at most 4 million triangles, got {len(loaded.faces) / 1e6:.1f} million")
    vertices = np.asarray(loaded.vertices)
    if not np.isfinite(vertices).all():
        raise ImpossibleInput("some corners of this mesh are not numbers (NaN or infinite); export it again")
    if float(np.abs(vertices).max()) > _FARTHEST:
        raise ImpossibleInput("some corners of this mesh lie beyond any size; export it again")
    low, high = span(vertices)
    if float((high - low).min()) <= 0:
        raise ImpossibleInput("this mesh is flat: one of its three sizes is zero, so there is no room in it")
    return loaded


def _loaded(raw: bytes, kind: str) -> object:
    if kind == "stl":  # straight from its reader: the way through a scene takes twenty times as long
        return trimesh.Trimesh(**trimesh.exchange.stl.load_stl(io.BytesIO(raw)), process=False, validate=False)
    return trimesh.load(io.BytesIO(raw), file_type=kind, force="mesh", process=False, skip_materials=True)


def _likely_unit(largest: float) -> str:
    for unit in ("mm", "in", "cm", "m"):
        if _LIKELY_M[0] <= largest * MESH_UNITS[unit] <= _LIKELY_M[1]:
            return unit
    return "mm"


def look(mesh: trimesh.Trimesh, whole: trimesh.Trimesh | None = None) -> Found:
    """What this mesh is, in words, with a guess of its unit and of what it shows; both are to be confirmed.

    `whole` is the same with its corners merged, where that was done already.
    """
    whole = merged(mesh) if whole is None else whole
    low, high = span(np.asarray(mesh.vertices))
    size = high - low
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
