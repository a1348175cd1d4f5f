"""Several processes behind one address: they never disagree, one that ends is followed by another, and none is left."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
from pathlib import Path
from typing import Any
from unittest import TestCase, skipUnless

from benchmarks.served import ROOT, Client, Refusal, free_port
from tests.documents import document

_PASSWORD = "a long way down to the harbour"


def _children(pid: int) -> set[int]:
    """The workers of a server, without what they themselves began."""
    found = set()
    for path in Path("/proc").glob("[0-9]*/stat"):
        try:
            told = path.read_text().rpartition(")")[2].split()
            command = path.with_name("cmdline").read_bytes()
        except OSError:
            continue
        if int(told[1]) == pid and told[0] != "Z" and b"sandbox" not in command:
            found.add(int(path.parent.name))
    return found


@skipUnless(sys.platform == "linux", "several workers are begun on Linux alone")
class Workers(TestCase):
    """A server of its own with three workers, over HTTP."""

    port: int
    env: dict[str, str]
    server: subprocess.Popen[bytes]
    first: Client

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        cls.port = free_port()
        cls.env = os.environ | {
            "COLD_CRADLE_DB": str(folder / "studio.sqlite3"),
            "COLD_CRADLE_VAR": str(folder),
            "COLD_CRADLE_DEMO": "0",
            "DJANGO_SETTINGS_MODULE": "studio.settings",
        }
        cls.begin()
        cls.addClassCleanup(lambda: cls.server.kill())
        cls.first = Client(cls.port)
        cls.first.open(within_s=60)
        cls.first.ask("GET", "/session")
        cls.first.ask("POST", "/session/owner", {"name": "Gannet", "password": _PASSWORD})

    @classmethod
    def begin(cls) -> None:
        command = [sys.executable, "manage.py", "serve", "--port", str(cls.port), "--workers", "3"]
        quiet = subprocess.DEVNULL
        cls.server = subprocess.Popen(command, cwd=ROOT, env=cls.env, stdout=quiet, stderr=quiet)

    def setUp(self) -> None:
        if self.server.poll() is not None:
            self.begin()
        self.again().open(within_s=60)

    def again(self) -> Client:
        """The same person over another connection."""
        client = Client(self.port)
        client.cookies = dict(self.first.cookies)
        return client

    def piece(self) -> Any:
        status, body = self.again().send("POST", "/api/pieces/import", json.dumps(document()).encode())
        self.assertEqual(status, 201, body[:300])
        return json.loads(body)

    def test_of_all_that_edit_one_version_only_one_is_kept(self) -> None:
        piece = self.piece()
        begun_at, kept, lock = piece["version"], [], threading.Lock()

        def edit(number: int) -> None:
            client = self.again()
            for turn in range(6):
                version, name = client.ask("GET", f"/pieces/{piece['id']}")["version"], f"Told {number} {turn}"
                body = {"version": version, "changes": [{"path": "name", "value": name}]}
                try:
                    answer = client.ask("PATCH", f"/pieces/{piece['id']}", body)
                except Refusal as error:
                    self.assertEqual(error.status, 409)
                    continue
                with lock:
                    kept.append((answer["version"], name))

        threads = [threading.Thread(target=edit, args=(n,)) for n in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        stands = self.again().ask("GET", f"/pieces/{piece['id']}")
        self.assertGreaterEqual(len(kept), 6)
        self.assertEqual(sorted(v for v, _ in kept), list(range(begun_at + 1, begun_at + 1 + len(kept))))
        self.assertEqual((stands["version"], stands["name"]), max(kept))

    def test_who_has_signed_out_is_out_everywhere(self) -> None:
        client = Client(self.port)
        client.ask("GET", "/session")
        client.send("GET", "/")
        client.ask("POST", "/session", {"name": "Gannet", "password": _PASSWORD})
        cookies = dict(client.cookies)

        def is_in() -> bool:
            other = Client(self.port)
            other.cookies = dict(cookies)
            return bool(other.ask("GET", "/session")["is_signed_in"])

        self.assertTrue(all(is_in() for _ in range(12)))
        client.ask("DELETE", "/session")
        self.assertFalse(any(is_in() for _ in range(12)))

    def test_guesses_are_counted_together(self) -> None:
        refused = []
        for _ in range(10):
            client = Client(self.port)
            client.ask("GET", "/session")
            client.send("GET", "/")
            try:
                client.ask("POST", "/session", {"name": "Nobody", "password": "a guess"})
            except Refusal as error:
                refused.append(error.status)
        self.assertEqual(
            refused.count(429) + refused.count(403), len(refused) - refused.count(422) - refused.count(401)
        )
        self.assertIn(429, refused)

    def test_one_that_is_killed_is_followed_by_another_and_nothing_is_lost(self) -> None:
        piece = self.piece()
        for victim in sorted(_children(self.server.pid)):
            os.kill(victim, signal.SIGKILL)
        client = self.again()
        until = time.monotonic() + 30
        while True:
            try:
                self.assertEqual(client.ask("GET", f"/pieces/{piece['id']}")["version"], piece["version"])
                break
            except OSError:
                self.assertLess(time.monotonic(), until, "nobody answers any more")
                client = self.again()
                time.sleep(0.1)

    def test_none_is_left_when_the_parent_is_killed_and_the_next_begins_at_once(self) -> None:
        workers = _children(self.server.pid)
        self.assertEqual(len(workers), 3)
        self.server.kill()
        self.server.wait()
        self.begin()
        self.again().open(within_s=30)
        self.assertFalse([pid for pid in workers if Path(f"/proc/{pid}").exists()])

    def test_told_to_end_it_ends_with_all_of_its_workers(self) -> None:
        workers = _children(self.server.pid)
        self.server.send_signal(signal.SIGINT)
        self.assertEqual(self.server.wait(15), 0)
        self.assertFalse([pid for pid in workers if Path(f"/proc/{pid}").exists()])
