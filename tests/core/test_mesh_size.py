"""What a mesh file would come to is told before anything is built, on both sides of each bound."""

from __future__ import annotations

import io
import json
import struct
import zipfile
from typing import Any
from unittest import TestCase, mock

import trimesh

from coldcradle.cradle import mesh_size
from coldcradle.cradle.mesh import open_mesh
from coldcradle.cradle.mesh_size import refuse_what_is_too_large
from coldcradle.errors import ImpossibleInput

CORE = 'xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"'


def packed(model: str, **more: Any) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr("3D/3dmodel.model", model)
        for name, text in more.items():
            file.writestr(name, text)
    return out.getvalue()


def built(levels: int, each: int) -> str:
    """A triangle put in `each` times, that again `each` times, and so on."""
    inner = "".join(f'<vertex x="{x}" y="{y}" z="{z}"/>' for x, y, z in ((0, 0, 0), (9, 0, 0), (0, 9, 0), (0, 0, 9)))
    parts = [
        f'<object id="1" type="model"><mesh><vertices>{inner}</vertices>'
        '<triangles><triangle v1="0" v2="2" v3="1"/></triangles></mesh></object>'
    ]
    for i in range(levels):
        inside = f'<component objectid="{i + 1}"/>' * each
        parts.append(f'<object id="{i + 2}" type="model"><components>{inside}</components></object>')
    top = f'<build><item objectid="{levels + 1}"/></build>'
    return f'<model unit="millimeter" {CORE}><resources>{"".join(parts)}</resources>{top}</model>'


def glb(**told: Any) -> bytes:
    text = json.dumps({"asset": {"version": "2.0"}} | told).encode()
    text += b" " * (-len(text) % 4)
    return struct.pack("<4sII", b"glTF", 2, 20 + len(text)) + struct.pack("<I4s", len(text), b"JSON") + text


class Bounds(TestCase):
    def refused(self, raw: bytes, kind: str, words: str) -> None:
        with self.assertRaisesRegex(ImpossibleInput, words):
            refuse_what_is_too_large(raw, kind)

    def test_whatever_trimesh_writes_is_let_through_and_one_more_triangle_is_not(self) -> None:
        ball = trimesh.creation.icosphere(subdivisions=3)
        for kind in ("stl", "obj", "ply", "3mf", "glb"):
            raw = ball.export(file_type=kind)
            raw = raw.encode() if isinstance(raw, str) else raw
            with mock.patch.object(mesh_size, "MOST_TRIANGLES", len(ball.faces)):
                refuse_what_is_too_large(raw, kind)
                self.assertEqual(len(open_mesh(raw, kind).faces), len(ball.faces))
            with mock.patch.object(mesh_size, "_at_most", side_effect=self.at_most(len(ball.faces) - 1)):
                self.refused(raw, kind, "too many")

    @staticmethod
    def at_most(most: int) -> Any:
        def check(count: float, bound: int = 0, called: str = "triangles") -> None:
            if called in ("triangles", "face entries") and count > most:
                raise ImpossibleInput("too many")

        return check

    def test_parts_of_parts_count_as_often_as_they_are_put_in(self) -> None:
        for levels, each, good in ((6, 10, True), (7, 10, False)):
            raw = packed(built(levels, each))
            if good:
                refuse_what_is_too_large(raw, "3mf")
            else:
                self.refused(raw, "3mf", "at most 4 million")
        round_and_round = built(1, 1).replace('<component objectid="1"/>', '<component objectid="2"/>')
        self.refused(packed(round_and_round), "3mf", "50 steps")
        self.refused(packed(built(1, 10_000)), "3mf", "10000 parts")

    def test_what_a_packed_file_comes_to_is_read_from_its_list(self) -> None:
        raw = packed(built(1, 2))
        with mock.patch.object(mesh_size, "MOST_UNPACKED", len(built(1, 2))):
            refuse_what_is_too_large(raw, "3mf")
        with mock.patch.object(mesh_size, "MOST_UNPACKED", len(built(1, 2)) - 1):
            self.refused(raw, "3mf", "once it is unpacked")
        self.refused(packed(built(1, 2), **{f"{n}.txt": "" for n in range(1000)}), "3mf", "at most 1000 parts")
        self.refused(packed('<!DOCTYPE x [<!ENTITY a "b">]>' + built(1, 2)), "3mf", "entities")
        self.refused(packed("x", **{"3D/b.model": built(1, 2).encode("utf-16")}), "3mf", "UTF-8")
        self.refused(b"PK\x03\x04broken", "3mf", "cannot be read")

    def test_rows_that_a_glb_only_announces(self) -> None:
        row = {"componentType": 5126, "type": "VEC3", "count": 3}
        self.refused(glb(accessors=[row]), "glb", "only announced")
        self.refused(glb(accessors=[row | {"bufferView": 0, "count": 10**6}]), "glb", "only announced")
        self.refused(glb(accessors=[row | {"bufferView": 0, "count": 10**8}]), "glb", "numbers in a row")
        tangled = [{"children": [2]}, {"children": [2]}, {}]
        self.refused(glb(nodes=tangled, accessors=[]), "glb", "tangled")
        self.refused(glb(nodes=[{}] * 10_001, accessors=[]), "glb", "10000 parts")

    def test_counts_that_lie(self) -> None:
        lie = b"\0" * 80 + struct.pack("<I", 2**32 - 1) + b"\0" * 5000
        with self.assertRaises(ImpossibleInput):
            open_mesh(lie, "stl")
        head = "ply\nformat ascii 1.0\nelement vertex {}\nproperty float x\nend_header\n"
        self.refused(head.format(10**12).encode(), "ply", "at most 12 million")
        self.refused(head.format(10**6).encode(), "ply", "breaks off")
