"""Files that are small on the disk and endless once they are opened, sent to a server: what each costs it.

`./run bench bombs`: seconds until it is answered, the status, and the most memory that the server and the process
beside it took more than before. Every one has to be refused in words, or read, within 5 s and 500 MB.
"""

from __future__ import annotations

import io
import json
import math
import struct
import threading
import time
import zipfile
import zlib
from collections.abc import Callable, Iterator
from pathlib import Path

from benchmarks.served import ROOT, Client, Server, serving

__all__ = ["MOST_MB", "MOST_S", "bench_bombs", "bombs", "judged"]

MOST_S, MOST_MB = 5.0, 500.0
_SVG = (
    '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100mm" height="100mm">'
)
_3MF = 'xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"'
Bomb = tuple[str, str, str, bytes]  # what it is, where it is sent, the name of the file, what is in it


def _svg(inside: str) -> bytes:
    return f"{_SVG}{inside}</svg>".encode()


def _used(levels: int) -> bytes:
    """Ten uses of ten uses of ...: 10 to the power of `levels` squares."""
    parts = ['<g id="a0"><rect width="1" height="1"/></g>']
    parts += [f'<g id="a{i + 1}">' + f'<use xlink:href="#a{i}"/>' * 10 + "</g>" for i in range(levels)]
    return _svg(f'<defs>{"".join(parts)}</defs><use xlink:href="#a{levels}"/>')


def _packed(text: Iterator[bytes], name: str = "3D/3dmodel.model") -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as packed:
        types = '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'
        packed.writestr("[Content_Types].xml", types)
        with packed.open(name, "w", force_zip64=True) as file:
            for part in text:
                file.write(part)
    return out.getvalue()


def _many_corners(count: int) -> Iterator[bytes]:
    yield f'<model unit="millimeter" {_3MF}><resources><object id="1" type="model"><mesh><vertices>'.encode()
    some = b'<vertex x="1" y="2" z="3"/>' * 10_000
    for _ in range(count // 10_000):
        yield some
    yield b'</vertices><triangles><triangle v1="0" v2="1" v3="2"/></triangles></mesh></object></resources>'
    yield b'<build><item objectid="1"/></build></model>'


def _spaces(count: int) -> Iterator[bytes]:
    yield f"<model {_3MF}>".encode()
    for _ in range(count // 1_000_000):
        yield b" " * 1_000_000
    yield b"</model>"


def _multiplied(levels: int) -> Iterator[bytes]:
    yield f'<model unit="millimeter" {_3MF}><resources><object id="1" type="model"><mesh><vertices>'.encode()
    for x, y, z in ((0, 0, 0), (9, 0, 0), (0, 9, 0), (0, 0, 9)):
        yield f'<vertex x="{x}" y="{y}" z="{z}"/>'.encode()
    yield b'</vertices><triangles><triangle v1="0" v2="2" v3="1"/></triangles></mesh></object>'
    for i in range(levels):
        inside = f'<component objectid="{i + 1}"/>' * 10
        yield f'<object id="{i + 2}" type="model"><components>{inside}</components></object>'.encode()
    yield f'</resources><build><item objectid="{levels + 1}"/></build></model>'.encode()


def _zeros_glb(count: int) -> bytes:
    told = {
        "asset": {"version": "2.0"},
        "accessors": [{"componentType": 5126, "type": "VEC3", "count": count}],
        "meshes": [{"primitives": [{"attributes": {"POSITION": 0}}]}],
        "nodes": [{"mesh": 0}],
        "scenes": [{"nodes": [0]}],
        "scene": 0,
    }
    text = json.dumps(told).encode()
    text += b" " * (-len(text) % 4)
    return struct.pack("<4sII", b"glTF", 2, 20 + len(text)) + struct.pack("<I4s", len(text), b"JSON") + text


def _png(side: int, size: float) -> bytes:
    """A black picture; below size 1 only so much of it as its header promises."""

    def chunk(name: bytes, body: bytes) -> bytes:
        return struct.pack(">I", len(body)) + name + body + struct.pack(">I", zlib.crc32(name + body))

    row = b"\0" * (1 + side * 3)
    pack = zlib.compressobj(1)
    body = b"".join(pack.compress(row) for _ in range(int(side * size) if size == 1 else 3)) + pack.flush()
    head = struct.pack(">IIBBBBB", side, side, 8, 2, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", body) + chunk(b"IEND", b"")


def bombs(size: float = 1.0) -> Iterator[Bomb]:
    """The whole list; `size` below 1 makes them smaller, for a test that has little time."""

    def many(count: float) -> int:
        return max(1000, int(count * size))

    drawing, mesh = "/outlines/svg", "/solids"
    yield "SVG: 10^5 by use", drawing, "a.svg", _used(5)
    yield "SVG: 10^6 by use", drawing, "a.svg", _used(6)
    rings = "".join(f"M{i * 0.01} {i * 0.01}H{90 - i * 0.01}V{90 - i * 0.01}H{i * 0.01}Z" for i in range(3000))
    yield "SVG: 3 000 nested rings", drawing, "a.svg", _svg(f'<path d="{rings}"/>')
    yield "SVG: 100 000 rectangles", drawing, "a.svg", _svg('<rect width="3" height="3"/>' * many(100_000))
    path = "M0 0" + "".join(f"L{i % 97} {i % 89}" for i in range(many(1_000_000))) + "Z"
    yield "SVG: a path of 1 M segments", drawing, "a.svg", _svg(f'<path d="{path}"/>')
    curves = "M0 0" + "".join(f"Q{i % 9} {i % 7} {i % 97} {i % 89}" for i in range(40_000)) + "Z"
    yield "SVG: 590 kB of curves", drawing, "a.svg", _svg(f'<path d="{curves[:590_000]}"/>')
    yield "SVG: a style that blows up", drawing, "a.svg", _svg(f'<rect style="{"a:" * 40_000}!" width="9" height="9"/>')
    entities = "".join(f'<!ENTITY l{i + 1} "{f"&l{i};" * 10}">' for i in range(9))
    laughs = f'<!DOCTYPE svg [<!ENTITY l0 "ha">{entities}]><svg xmlns="http://www.w3.org/2000/svg">&l9;</svg>'
    yield "SVG: entities of entities", drawing, "a.svg", laughs.encode()
    if size == 1:  # packing them takes longer than refusing them
        yield "3MF: 20 M corners", mesh, "a.3mf", _packed(_many_corners(20_000_000))
        yield "3MF: 1 GB of spaces", mesh, "a.3mf", _packed(_spaces(1_000_000_000))
    yield "3MF: 10^7 by components", mesh, "a.3mf", _packed(_multiplied(7))
    yield "GLB: 300 M zeros without a view", mesh, "a.glb", _zeros_glb(300_000_000)
    yield "STL: 4 000 M triangles announced", mesh, "a.stl", b"\0" * 80 + struct.pack("<I", 2**32 - 1) + b"\0" * 5000
    corner = b"v 1 2 3\n" * 3 + b"f " + b"1 " * many(3_000_000) + b"\n"
    yield "OBJ: one face of 3 M corners", mesh, "a.obj", corner
    yield (
        "PLY: 10^12 faces announced",
        mesh,
        "a.ply",
        (
            b"ply\nformat ascii 1.0\nelement vertex 1000000000000\nproperty float x\nproperty float y\n"
            b"element face 1000000000000\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n"
        ),
    )
    yield "PNG: 9 400 x 9 400", "photo", "a.png", _png(9400, size)
    yield "PNG: 30 000 x 30 000", "photo", "a.png", _png(30_000, size)
    yield "points: 20 000 on a circle", "/outlines/measure", "", json.dumps({"rings": [_circle(20_000)]}).encode()
    square = [[0, 0], [1000, 0], [1000, 1000], [0, 1000]]
    holes = [[[x, y], [x + 1, y], [x, y + 1]] for x in range(5, 980, 12) for y in range(5, 980, 12)][:6000]
    yield "points: 6 000 holes", "/outlines/measure", "", json.dumps({"rings": [square, *holes]}).encode()
    far = json.dumps({"rings": [[[0, 0]] * 400_000]}).encode()
    yield "points: a list of 400 000", "/outlines/measure", "", far


def _circle(count: int) -> list[list[float]]:
    turns = (2 * math.pi * i / count for i in range(count))
    return [[round(100 * math.cos(t), 5), round(100 * math.sin(t), 5)] for t in turns]


def _memory_mb(pid: int) -> float:
    """Memory of a process and its children, MB; nothing where it is gone."""
    total = 0.0
    try:
        with open(f"/proc/{pid}/statm") as file:
            total += int(file.read().split()[1]) * 4096 / 1e6
        tasks = list(Path(f"/proc/{pid}/task").iterdir())  # a child hangs on the thread that began it
        children = [int(word) for task in tasks for word in (task / "children").read_text().split()]
    except OSError:
        return total
    return total + sum(map(_memory_mb, children))


def _watched(server: Server, work: Callable[[], tuple[int, bytes]]) -> tuple[float, float, int, bytes]:
    assert server.process is not None
    pid, most, over = server.process.pid, [0.0], threading.Event()
    before = _memory_mb(pid)

    def watch() -> None:
        while not over.wait(0.01):
            most[0] = max(most[0], _memory_mb(pid))

    thread = threading.Thread(target=watch)
    thread.start()
    began = time.perf_counter()
    try:
        status, body = work()
    except OSError as error:
        status, body = 0, str(error).encode()
    seconds = time.perf_counter() - began
    over.set()
    thread.join()
    return seconds, max(0.0, most[0] - before), status, body


def judged(seconds: float, megabytes: float, status: int) -> str:
    """Nothing where a file was refused or read within its bounds, else what was wrong."""
    if status in (0, 500):
        return "NOT ANSWERED"
    return "TOO SLOW" if seconds > MOST_S else "TOO MUCH MEMORY" if megabytes > MOST_MB else ""


def _send(client: Client, photo: str, bomb: Bomb) -> tuple[int, bytes]:
    _, where, name, raw = bomb
    if not name:
        return client.send("POST", f"/api{where}", raw)
    return client.upload(photo if where == "photo" else where, name, raw)


def bench_bombs(other: Path | None, timeout_s: float = 45.0) -> None:
    """Print what each costs, in another checkout too where one is given; a server that died is started anew."""
    for root in ([other] if other else []) + [ROOT]:
        print(f"{root.name:38} {'s':>7} {'MB more':>8} {'status':>7}")
        with serving(root) as server:
            for bomb in bombs():
                client = Client(server.port, timeout_s)
                client.open()
                stock = client.ask("GET", "/stock")["rows"][0]["id"]
                found = _watched(server, lambda c=client, b=bomb, s=stock: _send(c, f"/stock/{s}/photo", b))  # type: ignore[misc]
                seconds, more, status, body = found
                words = json.loads(body).get("message", "")[:90] if body[:1] == b"{" else body[:60].decode()
                print(f"{bomb[0]:38} {seconds:7.2f} {more:8.0f} {status:7} {judged(*found[:3])} {words}", flush=True)
                if status == 0:
                    assert server.process is not None
                    server.process.kill()
                    server.start()
                    Client(server.port).open()
