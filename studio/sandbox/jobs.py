"""What the process beside the server does with a file: generators of steps, the last of them with its result.

Nothing here knows the database or a request; paths, numbers and words go in and out.
"""

from __future__ import annotations

import io
import warnings
from collections.abc import Callable, Iterator
from dataclasses import asdict
from pathlib import Path
from typing import Any

from coldcradle.errors import ImpossibleInput

__all__ = ["JOBS"]

Steps = Iterator[dict[str, Any]]
_LARGEST_PX, _MOST_PX = 1600, 50_000_000


def look_at_mesh(path: str, kept: str, *, ending: str) -> Steps:
    """What is in a mesh file; its merged corners and faces are kept beside it for whoever asks for its room."""
    import numpy as np

    from coldcradle.cradle.faces import merged
    from coldcradle.cradle.mesh import look, open_mesh

    yield {"done": 0.1, "doing": "reading the file"}
    mesh = open_mesh(Path(path).read_bytes(), ending)
    yield {"done": 0.4, "doing": "joining corners"}
    whole = merged(mesh)
    found = look(mesh, whole)
    with open(kept, "wb") as file:
        np.savez(file, vertices=np.asarray(whole.vertices), faces=np.asarray(whole.faces, dtype=np.int32))
    yield {"done": 1.0, "result": asdict(found) | {"lost": len(mesh.faces) - len(whole.faces)}}


def room_of_mesh(
    path: str,
    kept: str,
    view: str,
    *,
    ending: str,
    name: str,
    role: str,
    unit: str,
    up: str,
    largest_only: bool,
    lost: int,
) -> Steps:
    """The room of a mesh as a document; a light copy to look at is written to `view`."""
    import numpy as np
    import trimesh

    from coldcradle.cradle.faces import corners, merged
    from coldcradle.cradle.mesh import open_mesh
    from coldcradle.cradle.mesh_room import room_of, thin
    from coldcradle.cradle.told import solid_document

    yield {"done": 0.02, "doing": "reading the file"}
    if Path(kept).exists():
        with np.load(kept) as arrays:
            mesh = trimesh.Trimesh(arrays["vertices"], arrays["faces"], process=False, validate=False)
    else:
        read = open_mesh(Path(path).read_bytes(), ending)
        mesh = merged(read)
        lost = len(read.faces) - len(mesh.faces)
    for done, doing, room, shaped, mended in room_of(
        mesh, name=name, role=role, unit=unit, up=up, largest_only=largest_only, lost=lost
    ):
        if room is None or shaped is None:
            yield {"done": done * 0.9, "doing": doing}
            continue
        yield {"done": 0.92, "doing": "making a light copy to look at"}
        Path(view).write_bytes(np.ascontiguousarray(corners(thin(shaped)), dtype="<f4").tobytes())
        yield {"done": 1.0, "result": {"solid": solid_document(room), "mended": mended}}


def read_drawing(path: str) -> Steps:
    """The closed shapes of an SVG."""
    from coldcradle.cradle.svg import read_svg

    found = read_svg(Path(path).read_bytes())
    outlines = [
        {
            "name": name,
            "rings": outline.rings,
            "area_m2": outline.area_m2,
            "perimeter_m": outline.perimeter_m,
            "width_m": outline.width_m,
            "depth_m": outline.depth_m,
            "narrowest_m": outline.narrowest_m,
        }
        for name, outline in found.outlines
    ]
    yield {
        "done": 1.0,
        "result": {"outlines": outlines, "has_units": found.has_units, "remarks": list(found.remarks)},
    }


def make_small(path: str, small: str) -> Steps:
    """A photograph as a JPEG of at most 1600 pixels, turned upright and freed of what cameras write into it."""
    from PIL import Image, ImageOps, UnidentifiedImageError

    Image.MAX_IMAGE_PIXELS = None  # counted here, before anything is decoded
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            with Image.open(io.BytesIO(Path(path).read_bytes()), formats=("JPEG", "PNG", "WEBP")) as opened:
                count = opened.width * opened.height
                if opened.format == "JPEG":
                    opened.draft("RGB", (_LARGEST_PX, _LARGEST_PX))  # decoded at a fraction of its size
                    count = opened.width * opened.height
                if count > _MOST_PX:
                    raise ImpossibleInput(
                        f"expected a photograph of at most {_MOST_PX // 1_000_000} million pixels, "
                        f"got {count // 1_000_000} million"
                    )
                opened.thumbnail((_LARGEST_PX, _LARGEST_PX))
                picture = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError) as error:
        if isinstance(error, ImpossibleInput):
            raise
        raise ImpossibleInput(
            "expected a photograph in JPEG, PNG or WebP; this file breaks off or is something else"
        ) from None
    picture.info.clear()  # a comment would be written along
    picture.save(small, "JPEG", quality=82)
    yield {"done": 1.0, "result": {"width": picture.width, "height": picture.height}}


def read_kiln_log(path: str, kept: str, *, keeps_spikes: bool, unit: str) -> Steps:
    """A kiln's log; its columns are kept as arrays for whoever asked."""
    import numpy as np

    from coldcradle.heat.kiln.log import read_log

    yield {"done": 0.1, "doing": "reading the log"}
    found = read_log(Path(path).read_bytes(), keeps_spikes=keeps_spikes, unit=unit)
    columns = {"times_s": found.times_s, "temperatures_c": found.temperatures_c}
    for name, column in (("power", found.power), ("setpoint_c", found.setpoint_c)):
        if column is not None:
            columns[name] = column
    with open(kept, "wb") as file:
        np.savez(file, **columns)  # type: ignore[arg-type]  # as plain values
    begins = found.begins_at.isoformat() if found.begins_at is not None else ""
    yield {"done": 1.0, "result": {"notes": [asdict(note) for note in found.notes], "begins_at": begins}}


JOBS: dict[str, Callable[..., Steps]] = {
    "look at mesh": look_at_mesh,
    "room of mesh": room_of_mesh,
    "read drawing": read_drawing,
    "make small": make_small,
    "read kiln log": read_kiln_log,
}
