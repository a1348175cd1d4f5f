"""Kill the server in the middle of what it is told, again and again, and count what it had acknowledged and lost.

`./run bench kills`: a server of its own on a database of its own, killed without warning (SIGKILL) while acts and
readings are sent to it as quickly as it answers.
"""

from __future__ import annotations

import random
import subprocess
import tempfile
import uuid
from http.client import HTTPException
from pathlib import Path

from benchmarks.served import Client, Refusal, Server

KILLS = 10


def bench_kills(kills: int = KILLS) -> dict[str, float]:
    """How many acts, readings and edits were acknowledged, and how many of them were there after the last kill."""
    with tempfile.TemporaryDirectory() as place:
        told, rng = _Told(), random.Random(5)
        server = Server(Path(place))
        for _ in range(kills):
            process = server.start()
            client = Client(server.port, timeout_s=10)
            client.open()
            told.find(client)
            wait_s = rng.uniform(0.2, 1.4)
            killer = subprocess.Popen(["sh", "-c", f"sleep {wait_s:.2f}; kill -9 {process.pid}"])
            while process.poll() is None:
                try:
                    told.tell(client, rng)
                except (OSError, HTTPException, Refusal, ValueError):
                    told.version = 0
                    client = Client(server.port, timeout_s=10)
                    client.cookies = dict(told.cookies)
            killer.wait()
        server.start()
        client = Client(server.port)
        client.open()
        found = told.missing(client)
        server.stop()
    return {"times the server was killed": float(kills), **found}


class _Told:
    """What the server was told and has acknowledged."""

    def __init__(self) -> None:
        self.acts: set[str] = set()
        self.readings = self.edits = self.firing = self.piece = self.version = 0
        self.last = ""
        self.cookies: dict[str, str] = {}

    def find(self, client: Client) -> None:
        """The demo's firing of a real kiln that waits to be opened, and a piece to edit."""
        self.cookies = dict(client.cookies)
        if not self.firing:
            self.firing = int(client.ask("GET", "/notebook?search=seven")["rows"][0]["firing_id"])
            self.piece = int(client.ask("GET", "/pieces")["rows"][0]["id"])

    def tell(self, client: Client, rng: random.Random) -> None:
        """An act, a reading and an edit; counted once the server has said that they are kept."""
        key = uuid.uuid4().hex
        client.ask("POST", f"/firings/{self.firing}/acts", {"key": key, "kind": "note", "data": {"note": key}})
        self.acts.add(key)
        shown = f"{60 + rng.random():.3f} °C"
        self.readings += client.ask("POST", f"/firings/{self.firing}/readings", {"rows": [{"shown": shown}]})["count"]
        self.version = self.version or client.ask("GET", f"/pieces/{self.piece}")["version"]
        name = f"Told {key[:12]}"
        body = {"version": self.version, "changes": [{"path": "name", "value": name}]}
        self.version = client.ask("PATCH", f"/pieces/{self.piece}", body)["version"]
        self.edits, self.last = self.edits + 1, name

    def missing(self, client: Client) -> dict[str, float]:
        """What of it is there now, and what is not."""
        live = client.ask("GET", f"/firings/{self.firing}/live")
        kept = {event["key"] for event in live["events"]}
        log = client.send("GET", f"/api/firings/{self.firing}/log.csv")[1].decode()
        typed = sum(line.endswith(",typed") for line in log.splitlines())
        piece = client.ask("GET", f"/pieces/{self.piece}")
        return {
            "acts acknowledged": float(len(self.acts)),
            "acts lost": float(len(self.acts - kept)),
            "acts done twice": float(len(live["events"]) - len(kept)),
            "readings acknowledged": float(self.readings),
            "readings lost": float(max(0, self.readings - typed)),
            "edits acknowledged": float(self.edits),
            "edits lost": float(max(0, self.edits - (piece["version"] - 1))),
        }
