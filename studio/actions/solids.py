"""Meshes: keep the file, say what is in it, and work out its room, telling how far one has come."""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from pathlib import Path, PurePath
from typing import Any

from django.conf import settings
from django.core.files.uploadedfile import UploadedFile

from coldcradle.cradle.mesh_limits import FORMATS, MOST_BYTES
from coldcradle.errors import ImpossibleInput
from studio.models import Solid
from studio.sandbox.jobs_queue import JobLimit, do, last_of

__all__ = ["forget_arrays", "keep_solid", "room_steps"]

_LIMIT = JobLimit(seconds=90.0, megabytes=2200.0)
_MOST_ARRAYS = 6


def _arrays(solid: Solid) -> Path:
    """Where the merged corners and faces of a mesh lie until its room is known."""
    return Path(settings.MEDIA_ROOT) / "arrays" / f"{PurePath(str(solid.file.name)).stem}.npz"


def keep_solid(studio: Any, upload: UploadedFile[Any]) -> Solid:
    """Keep a mesh file with what was found in it. Raises ImpossibleInput when it cannot be read."""
    if (upload.size or 0) > MOST_BYTES:
        raise ImpossibleInput(f"expected a file of at most 200 MB, got {(upload.size or 0) / 1e6:.0f} MB")
    name = PurePath(str(upload.name or "mesh")).name
    ending = PurePath(name).suffix.lower()[:8]
    if ending.lstrip(".") not in FORMATS:
        raise ImpossibleInput(f"expected a file that ends in {', '.join('.' + f for f in FORMATS)}, got {ending}")
    solid = Solid(studio=studio, name=(PurePath(name).stem or "mesh")[:80], ending=ending)
    solid.file.save(f"mesh{ending}", upload, save=False)  # piece by piece: it is never whole in memory
    try:
        arrays = _arrays(solid)
        forget_arrays(_MOST_ARRAYS - 1)
        arrays.parent.mkdir(parents=True, exist_ok=True)
        solid.found = last_of(do("look at mesh", (solid.file.path, str(arrays)), limit=_LIMIT, ending=ending))
        solid.save()
    except BaseException:
        solid.file.storage.delete(solid.file.name)  # type: ignore[arg-type]  # as plain values
        raise
    return solid


def forget_arrays(most: int) -> None:
    """Keep the newest few only; whoever asks for the room of an older one waits for its file to be read again."""
    lying = sorted((Path(settings.MEDIA_ROOT) / "arrays").glob("*.npz"), key=lambda p: -p.stat().st_mtime)
    for path in lying[most:]:
        path.unlink(missing_ok=True)


def room_steps(solid: Solid, *, role: str, unit: str, up: str, largest_only: bool) -> Iterator[dict[str, Any]]:
    """Work out the room of a mesh: steps {done, doing}, then {done: 1, solid, mended}.

    Keeps a light copy to look at.
    """
    with tempfile.TemporaryDirectory() as folder:
        view = Path(folder) / "view"
        how = {"role": role, "unit": unit, "up": up, "largest_only": largest_only}
        more = {"ending": solid.ending, "name": solid.name, "lost": int(solid.found.get("lost", 0))}
        files = (solid.file.path, str(_arrays(solid)), str(view))
        for step in do("room of mesh", files, limit=_LIMIT, **how, **more):
            if "result" not in step:
                yield step
                continue
            solid.view = view.read_bytes()
            solid.save(update_fields=["view", "updated_at"])
            found = step["result"]
            yield {
                "done": 1.0,
                "doing": "done",
                "mended": found["mended"],
                "solid": found["solid"] | {"solid_id": solid.pk},
            }
