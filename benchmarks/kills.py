"""Kill the server in the middle of what it is told, again and again, and count what it had acknowledged and lost.

`./run bench kills`: a server of its own on a database of its own, killed without warning (SIGKILL) while acts and
readings are sent to it as quickly as it answers.
"""

from __future__ import annotations

import http.cookiejar
import json
import os
import random
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
import uuid
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parent.parent
KILLS = 10


class _Client:
    """A browser's cookies and its proof of where a request comes from."""

    def __init__(self, port: int) -> None:
        self.base = f"http://127.0.0.1:{port}"
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def open(self) -> None:
        for _ in range(200):
            try:
                self.opener.open(self.base + "/", timeout=5).read()
                return
            except OSError:
                time.sleep(0.1)
        raise RuntimeError("the server did not come up")

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        token = next((c.value for c in self.jar if c.name == "csrftoken"), "")
        request = urllib.request.Request(
            f"{self.base}/api{path}",
            data=json.dumps(body).encode() if body is not None else None,
            method=method,
            headers={"Content-Type": "application/json", "X-CSRFToken": token or ""},
        )
        return json.loads(self.opener.open(request, timeout=10).read())


def _free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])


def _serve(port: int, env: dict[str, str]) -> subprocess.Popen[bytes]:
    return subprocess.Popen(
        [sys.executable, "manage.py", "serve", "--port", str(port)],
        cwd=ROOT,
        env=env,
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
    )


def bench_kills() -> dict[str, float]:
    """How many acts and readings were acknowledged, and how many of them were there after the last kill."""
    with tempfile.TemporaryDirectory() as place:
        env = {**os.environ, "COLD_CRADLE_DEMO": "1", "COLD_CRADLE_DB": f"{place}/kills.sqlite3"}
        for command in (["migrate", "-v", "0"], ["load_demo"]):
            subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=env, check=True, capture_output=True)
        port, rng = _free_port(), random.Random(5)
        acts: set[str] = set()
        readings = sent = 0
        client = _Client(port)
        firing = 0
        for _ in range(KILLS):
            server = _serve(port, env)
            client.open()
            firing = firing or _real_firing(client)
            until = time.monotonic() + rng.uniform(0.4, 1.6)
            killer = subprocess.Popen(["sh", "-c", f"sleep {until - time.monotonic():.2f}; kill -9 {server.pid}"])
            while server.poll() is None:
                key = uuid.uuid4().hex
                try:
                    client.ask("POST", f"/firings/{firing}/acts", {"key": key, "kind": "note", "data": {"note": key}})
                    acts.add(key)
                    shown = f"{60 + rng.random():.3f} °C"
                    readings += client.ask("POST", f"/firings/{firing}/readings", {"rows": [{"shown": shown}]})["count"]
                    sent += 1
                except (OSError, urllib.error.URLError, ValueError):
                    continue
            killer.wait()
        server = _serve(port, env)
        client.open()
        live = client.ask("GET", f"/firings/{firing}/live")
        kept = {event["key"] for event in live["events"]}
        log = client.opener.open(f"{client.base}/api/firings/{firing}/log.csv").read().decode()
        typed = sum(line.endswith(",typed") for line in log.splitlines())
        server.send_signal(signal.SIGTERM)
        server.wait()
    return {
        "times the server was killed": KILLS,
        "acts acknowledged": float(len(acts)),
        "acts lost": float(len(acts - kept)),
        "acts done twice": float(len(live["events"]) - len(kept)),
        "readings acknowledged": float(readings),
        "readings lost": float(max(0, readings - typed)),
    }


def _real_firing(client: _Client) -> int:
    """The demo's firing of a real kiln that waits to be opened."""
    rows = client.ask("GET", "/notebook?search=seven")["rows"]
    return int(rows[0]["firing_id"])
