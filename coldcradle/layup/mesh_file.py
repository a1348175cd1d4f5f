"""A mesh as a file that other programs read."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
import trimesh

__all__ = ["MeshKind", "mesh_file"]

MeshKind = Literal["view", "glb", "stl", "obj"]
_MEDIA = {"view": "application/octet-stream", "glb": "model/gltf-binary", "stl": "model/stl", "obj": "model/obj"}
_MM = 1000.0


def mesh_file(mesh: trimesh.Trimesh, kind: MeshKind) -> tuple[bytes, str]:
    """The bytes of a mesh (m, z up) and their media type.

    `glb` keeps metres and puts y up, as the format says; `stl` and `obj` are in millimetres with z up, as printers and
    modelling programs take them; `view` is its corners alone, little-endian float32, nine to a triangle, in m.
    """
    if kind == "view":
        return np.asarray(mesh.triangles, dtype="<f4").tobytes(), _MEDIA[kind]
    out = mesh.copy()
    if kind == "glb":
        out.apply_transform(trimesh.transformations.rotation_matrix(-math.pi / 2, [1, 0, 0]))
    else:
        out.apply_scale(_MM)
    body = out.export(file_type=kind)
    return body.encode("utf-8") if isinstance(body, str) else bytes(body), _MEDIA[kind]
