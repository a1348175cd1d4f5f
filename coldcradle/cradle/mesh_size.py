"""How much a mesh file would come to, told from its headers and tags before anything is built from it."""

from __future__ import annotations

import json
import re
import struct
import zipfile
from collections.abc import Callable
from io import BytesIO
from typing import Any

from defusedxml import ElementTree

from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["MOST_TRIANGLES", "MOST_UNPACKED", "refuse_what_is_too_large"]

MOST_TRIANGLES = 4_000_000
MOST_UNPACKED = 400_000_000  # bytes of a packed file once it is unpacked
_MOST_PARTS, _MOST_ENTRIES, _MOST_HEADER = 10_000, 1000, 20_000_000
_CORNERS = 3 * MOST_TRIANGLES
_PART = re.compile(rb"<(?:\w+:)?(?:component|item)[\s/>]")
_TRIANGLE = re.compile(rb"<(?:\w+:)?triangle[\s/>]")
_VERTEX = re.compile(rb"<(?:\w+:)?vertex[\s/>]")
_BYTES_EACH = {5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4}
_NUMBERS_EACH = {"SCALAR": 1, "VEC2": 2, "VEC3": 3, "VEC4": 4, "MAT2": 4, "MAT3": 9, "MAT4": 16}


def refuse_what_is_too_large(raw: bytes, kind: str) -> None:
    """Raises ImpossibleInput where a file holds more than is worked out here, whatever its size on the disk."""
    measure: dict[str, Callable[[bytes], None]] = {"stl": _stl, "obj": _obj, "ply": _ply, "3mf": _3mf, "glb": _glb}
    try:
        measure[kind](raw)
    except ColdCradleError:
        raise
    except Exception as error:  # broken in as many ways as files can be
        raise ImpossibleInput(f"this file cannot be read as .{kind}: it breaks off or is something else") from error


def _at_most(count: float, most: int = MOST_TRIANGLES, called: str = "triangles") -> None:
    if count > most:
        raise ImpossibleInput(f"expected at most {most / 1e6:g} million {called}, got {count / 1e6:.1f} million")


def _stl(raw: bytes) -> None:
    if len(raw) >= 84:
        count = struct.unpack_from("<I", raw, 80)[0]
        if len(raw) == 84 + 50 * count:
            _at_most(count)
            return
    _at_most(raw.count(b"facet normal"))


def _obj(raw: bytes) -> None:
    _at_most(raw.count(b"\nf ") + raw.startswith(b"f "))
    _at_most(raw.count(b"\nv "), _CORNERS, "corners")
    longest = max(map(len, raw[: 1 << 24].split(b"\n")), default=0)
    if longest > 1_000_000:
        raise ImpossibleInput("expected a mesh of triangles; this file has a face of some hundred thousand corners")


def _ply(raw: bytes) -> None:
    head, found, _ = raw[:100_000].partition(b"end_header")
    if not raw.startswith(b"ply") or not found:
        raise ImpossibleInput("this file cannot be read as .ply: its header breaks off or is something else")
    for name, count in re.findall(rb"element\s+(\w+)\s+(\d{1,30})", head):
        _at_most(int(count), MOST_TRIANGLES if name == b"face" else _CORNERS, name.decode()[:20] + " entries")
        if int(count) > len(raw):
            raise ImpossibleInput("expected a mesh in PLY; it breaks off before all of it has come")


def _3mf(raw: bytes) -> None:
    with zipfile.ZipFile(BytesIO(raw)) as packed:
        entries = packed.infolist()
        if len(entries) > _MOST_ENTRIES:
            raise ImpossibleInput(f"expected a 3MF of at most {_MOST_ENTRIES} parts, got {len(entries)}")
        unpacked = sum(entry.file_size for entry in entries)
        if unpacked > MOST_UNPACKED:
            raise ImpossibleInput(
                f"expected at most {MOST_UNPACKED / 1e6:.0f} MB once it is unpacked, got {unpacked / 1e6:.0f} MB"
            )
        triangles = 0
        for entry in entries:
            if entry.filename.lower().endswith((".model", ".rels", ".xml")):
                with packed.open(entry) as file:
                    text = file.read(entry.file_size)
                triangles += _model(text)
                _at_most(triangles)


def _model(text: bytes) -> int:
    """Triangles of one part of a 3MF, each component counted as often as it is put in."""
    if b"\0" in text[:400]:
        raise ImpossibleInput("expected the parts of a 3MF in UTF-8")
    if b"<!DOCTYPE" in text or b"<!ENTITY" in text:
        raise ImpossibleInput("expected a 3MF without entities of its own; this one has some")
    plain = sum(1 for _ in _TRIANGLE.finditer(text))
    _at_most(plain)
    _at_most(sum(1 for _ in _VERTEX.finditer(text)), _CORNERS, "corners")
    parts = sum(1 for _ in _PART.finditer(text))
    if parts > _MOST_PARTS:
        raise ImpossibleInput(f"expected a 3MF that puts in at most {_MOST_PARTS} parts, got {parts}")
    return _multiplied(text) if b"component" in text else plain


def _local(tag: str) -> str:
    return tag.rpartition("}")[2]


def _multiplied(text: bytes) -> int:
    """How many triangles a part comes to when objects are put together from objects, again and again."""
    own: dict[str, int] = {}
    made_of: dict[str, list[str]] = {}
    asked: list[str] = []
    inside = ""
    for event, node in ElementTree.iterparse(BytesIO(text), events=("start", "end"), forbid_dtd=True):
        name = _local(str(node.tag))
        if event == "start" and name == "object":
            inside = node.get("id", "")
            own[inside], made_of[inside] = 0, []
        elif event == "start" and name == "component":
            made_of.setdefault(inside, []).append(node.get("objectid", ""))
        elif event == "start" and name == "item":
            asked.append(node.get("objectid", ""))
        elif event == "end" and name == "triangle":
            own[inside] = own.get(inside, 0) + 1
        if event == "end" and name in ("triangle", "vertex"):
            node.clear()
    known: dict[str, int] = {}

    def comes_to(key: str, depth: int) -> int:
        if depth > 50:
            raise ImpossibleInput("expected a 3MF whose parts are put together in at most 50 steps")
        if key not in known:
            # each part put in counts as a triangle too, so that empty ones do not multiply for nothing
            known[key] = own.get(key, 0) + sum(1 + comes_to(other, depth + 1) for other in made_of.get(key, []))
        return known[key]

    return sum(comes_to(key, 0) for key in asked or own)


def _glb(raw: bytes) -> None:
    if raw[:4] != b"glTF" or len(raw) < 20:
        raise ImpossibleInput("this file cannot be read as .glb: it is something else")
    length = struct.unpack_from("<I", raw, 12)[0]
    if length > _MOST_HEADER:
        raise ImpossibleInput(
            f"this file cannot be read as .glb: its description would take more than {_MOST_HEADER / 1e6:.0f} MB"
        )
    told = json.loads(raw[20 : 20 + length])
    accessors = told.get("accessors", [])
    for accessor in accessors:
        count = int(accessor["count"])
        _at_most(count, _CORNERS, "numbers in a row")
        size = count * _BYTES_EACH[accessor["componentType"]] * _NUMBERS_EACH[accessor["type"]]
        if "bufferView" not in accessor or size > len(raw):
            raise ImpossibleInput("expected a GLB that holds all its numbers; some rows are only announced")
    _at_most(sum(_scene(told)))


def _scene(told: dict[str, Any]) -> list[int]:
    """Triangles of every mesh that the nodes of a GLB put in, as often as they do."""
    accessors, nodes = told.get("accessors", []), told.get("nodes", [])
    if len(nodes) > _MOST_PARTS:
        raise ImpossibleInput(f"expected a GLB that puts in at most {_MOST_PARTS} parts, got {len(nodes)}")
    sizes = []
    for mesh in told.get("meshes", []):
        rows = [p.get("indices", p.get("attributes", {}).get("POSITION")) for p in mesh.get("primitives", [])]
        sizes.append(sum(int(accessors[row]["count"]) // 3 for row in rows if row is not None))
    children = [child for node in nodes for child in node.get("children", [])]
    if len(children) != len(set(children)):
        raise ImpossibleInput("expected a GLB whose parts are each put in one place; this one is tangled")
    return [sizes[node["mesh"]] for node in nodes if "mesh" in node]
