"""Asked from another host of the network: a namespace of its own with one line to this machine."""

from __future__ import annotations

import json
import os
import secrets
import shutil
import subprocess
import sys
from typing import Any, ClassVar
from unittest import SkipTest

from tests.people import PASSWORD
from tests.served import ServedTest

_ASKS = """
import http.client, json, sys
method, address, port, path, host, body = json.loads(sys.argv[1])
line = http.client.HTTPConnection(address, port, timeout=50)
headers = {"Content-Type": "application/json", **({"Host": host} if host else {})}
try:
    line.request(method, path, body=body and json.dumps(body), headers=headers)
    answer = line.getresponse()
    print(json.dumps([answer.status, answer.read().decode()]))
except OSError as error:
    print(json.dumps([0, type(error).__name__]))
"""
_IP = shutil.which("ip") or "/usr/sbin/ip"


def _ip(*words: str) -> None:
    subprocess.run([_IP, *words], check=True, capture_output=True, timeout=20)


class Elsewhere(ServedTest):
    name: ClassVar[str]
    here: ClassVar[str]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.name, net = f"cradle-{os.getpid()}", f"10.77.{secrets.randbelow(250) + 1}"
        cls.here = f"{net}.1"
        ours, theirs = f"cc{os.getpid()}a", f"cc{os.getpid()}b"
        try:
            _ip("netns", "add", cls.name)
        except (OSError, subprocess.SubprocessError) as error:
            raise SkipTest(f"no second host can be made here: it takes Linux, root and iproute2 ({error})") from None
        cls.addClassCleanup(subprocess.run, [_IP, "netns", "del", cls.name], capture_output=True, check=False)
        _ip("link", "add", ours, "type", "veth", "peer", "name", theirs, "netns", cls.name)
        _ip("addr", "add", f"{cls.here}/24", "dev", ours)
        _ip("link", "set", ours, "up")
        for words in (("addr", "add", f"{net}.2/24", "dev", theirs), ("link", "set", theirs, "up")):
            _ip("-n", cls.name, *words)

    def ask(self, port: int, path: str, *, method: str = "GET", host: str = "", body: Any = None) -> tuple[int, str]:
        """The status and the answer at the other host; 0 and what went wrong where nothing answers."""
        words = json.dumps([method, self.here, port, path, host, body])
        command = [_IP, "netns", "exec", self.name, sys.executable, "-c", _ASKS, words]
        told = subprocess.run(command, capture_output=True, check=True, timeout=90, text=True)
        status, answer = json.loads(told.stdout)
        return status, answer

    def test_nothing_answers_another_host_without_the_word(self) -> None:
        port = self.served()
        self.assertEqual(self.ask(port, "/api/session"), (0, "ConnectionRefusedError"))

    def test_with_it_another_host_is_asked_to_sign_in_and_claims_nothing(self) -> None:
        port = self.served("--lan", "--address", self.here)
        self.assertEqual(self.ask(port, "/")[0], 200)
        self.assertEqual(self.ask(port, "/api/pieces")[0], 401)
        self.assertEqual(self.ask(port, "/api/session", host="elsewhere.example")[0], 400)
        claim = {"name": "Somebody", "password": PASSWORD}
        for host in ("", "localhost"):
            status, words = self.ask(port, "/api/session/owner", method="POST", host=host, body=claim)
            self.assertEqual(status, 403, words)
        self.assertTrue(json.loads(self.ask(port, "/api/session")[1])["needs_owner"])
