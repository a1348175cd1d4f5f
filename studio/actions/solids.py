"""Meshes: keep the file, say what is in it, and work out its room, telling how far one has come."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict
from pathlib import PurePath
from typing import Any

import numpy as np
from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from coldcradle.cradle.mesh import MOST_BYTES, look, open_mesh
from coldcradle.cradle.mesh_room import room_of, thin
from coldcradle.document.cradle import solid_document
from coldcradle.errors import ImpossibleInput
from studio.models import Solid

__all__ = ["keep_solid", "room_steps"]


@transaction.atomic
def keep_solid(owner: Any, upload: UploadedFile) -> Solid:
    """Keep a mesh file with what was found in it. Raises ImpossibleInput when it cannot be read."""
    if (upload.size or 0) > MOST_BYTES:
        raise ImpossibleInput(f"expected a file of at most 200 MB, got {(upload.size or 0) / 1e6:.0f} MB")
    name = PurePath(str(upload.name or "mesh")).name
    ending = PurePath(name).suffix.lower()[:8]
    raw = upload.read()
    found = look(open_mesh(raw, ending))
    solid = Solid(owner=owner, name=(PurePath(name).stem or "mesh")[:80], ending=ending, found=asdict(found))
    solid.file.save(f"mesh{ending}", ContentFile(raw), save=False)
    solid.save()
    return solid


def room_steps(solid: Solid, *, role: str, unit: str, up: str, largest_only: bool) -> Iterator[dict[str, Any]]:
    """Work out the room of a mesh: steps {done, doing}, then {done: 1, solid, mended}.

    Keeps a light copy to look at.
    """
    yield {"done": 0.02, "doing": "reading the file"}
    with solid.file.open("rb") as file:
        mesh = open_mesh(file.read(), solid.ending)
    for done, doing, room, shaped, mended in room_of(
        mesh, name=solid.name, role=role, unit=unit, up=up, largest_only=largest_only
    ):
        if room is None or shaped is None:
            yield {"done": done * 0.9, "doing": doing}
            continue
        yield {"done": 0.92, "doing": "making a light copy to look at"}
        light = thin(shaped)
        points = np.asarray(light.triangles, dtype="<f4")
        solid.view = points.tobytes()
        solid.save()
        yield {
            "done": 1.0,
            "doing": "done",
            "mended": mended,
            "solid": solid_document(room) | {"solid_id": solid.pk},
        }
