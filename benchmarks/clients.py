"""Many clients at once over HTTP: how long an edit waits, alone, among others, and while a mesh comes in.

`./run bench clients [FOLDER]`: of this checkout, and of another one in the same run where a folder is given.
"""

from __future__ import annotations

import json
import threading
import time
from pathlib import Path

from benchmarks.served import ROOT, Client, Refusal, Server, serving

__all__ = ["bench_clients"]

_SECONDS = 8.0
_MANY = (1, 4, 16)


def _quantile(times: list[float], share: float) -> float:
    return sorted(times)[min(len(times) - 1, int(share * len(times)))] * 1e3 if times else float("nan")


def _edit_for(client: Client, piece: int, until: float, times: list[float], troubles: list[str]) -> None:
    version = client.ask("GET", f"/pieces/{piece}")["version"]
    step = 0
    while time.monotonic() < until:
        step += 1
        change = {"path": "stage.cradle.level.fall", "value": f"{60 + step % 15 + 0.1 * (step % 7):.1f} mm"}
        began = time.perf_counter()
        try:
            answer = client.ask("PATCH", f"/pieces/{piece}", {"version": version, "changes": [change]})
            version = answer["version"]
            times.append(time.perf_counter() - began)
        except Refusal as error:
            troubles.append(str(error.status))


def _round(server: Server, many: int, pieces: list[int], seconds: float) -> tuple[list[float], list[str]]:
    times: list[float] = []
    troubles: list[str] = []
    clients = [Client(server.port) for _ in range(many)]
    for client in clients:
        client.open()
    until = time.monotonic() + seconds
    threads = [
        threading.Thread(target=_edit_for, args=(client, piece, until, times, troubles))
        for client, piece in zip(clients, pieces, strict=False)
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return times, troubles


def _pieces(client: Client, many: int) -> list[int]:
    import django

    django.setup()
    from tests.documents import document

    text = json.dumps(document()).encode()
    found = []
    for _ in range(many):
        status, body = client.send("POST", "/api/pieces/import", text)
        assert status == 201, body[:300]
        found.append(int(json.loads(body)["id"]))
    return found


def _ball(subdivisions: int) -> bytes:
    import trimesh

    raw = trimesh.creation.icosphere(subdivisions=subdivisions, radius=50).export(file_type="stl")
    return bytes(raw)


def _mesh_beside(server: Server, pieces: list[int], raw: bytes) -> dict[str, float]:
    """Edits while a mesh is dropped and its room worked out, how long that takes, and what it costs the server."""
    client = Client(server.port, timeout_s=600)
    client.open()
    waited: dict[str, float] = {}

    def drop() -> None:
        began = time.perf_counter()
        status, body = client.upload("/solids", "ball.stl", raw)
        assert status == 201, body[:300]
        found = json.loads(body)
        body = json.dumps({"role": "cavity", "unit": "mm", "up": "z"}).encode()
        status, body = client.send("POST", f"/api/solids/{found['id']}/room", body)
        last = json.loads(body.splitlines()[-1])
        waited["s"] = time.perf_counter() - began
        assert "solid" in last, last

    thread = threading.Thread(target=drop)
    thread.start()
    times: list[float] = []
    troubles: list[str] = []
    while thread.is_alive():
        more, bad = _round(server, 1, pieces, 2.0)
        times, troubles = times + more, troubles + bad
    thread.join()
    return {
        "1.3 M triangles from drop to room, s": waited.get("s", float("nan")),
        "  memory of the server afterwards, MB": server.memory_mb(),
        "  at its most, MB": server.memory_mb("VmHWM"),
        "  an edit meanwhile, p50 ms": _quantile(times, 0.5),
        "  an edit meanwhile, max ms": _quantile(times, 1.0),
        "  edits refused meanwhile": float(len(troubles)),
    }


def _measure(root: Path) -> dict[str, float]:
    found: dict[str, float] = {}
    with serving(root) as server:
        client = Client(server.port)
        client.open()
        pieces = _pieces(client, max(_MANY))
        _round(server, 1, pieces, 1.5)
        for many in _MANY:
            times, troubles = _round(server, many, pieces, _SECONDS)
            name = f"{many} client{'s' if many > 1 else ''}"
            found |= {
                f"{name}: edits a second": len(times) / _SECONDS,
                f"{name}: an edit, p50 ms": _quantile(times, 0.5),
                f"{name}: an edit, p95 ms": _quantile(times, 0.95),
                f"{name}: an edit, max ms": _quantile(times, 1.0),
                f"{name}: refused": float(len(troubles)),
            }
        found |= _mesh_beside(server, pieces, _ball(8))
    return found


def bench_clients(other: Path | None) -> None:
    """Print the figures of this checkout, beside those of another one where there is one."""
    before = _measure(other) if other else {}
    now = _measure(ROOT)
    print(f"{'':48} {'before' if other else '':>10} {'now':>10}")
    for name, value in now.items():
        print(f"{name:48} {format(before[name], '10.1f') if other else '':>10} {value:10.1f}")
