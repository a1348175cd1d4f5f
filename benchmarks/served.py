"""A server of its own on a database of its own, and clients that talk to it over HTTP as a browser would."""

from __future__ import annotations

import contextlib
import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

__all__ = ["ROOT", "Client", "Refusal", "Server", "free_port", "serving"]

ROOT = Path(__file__).parent.parent


class Refusal(Exception):
    """The server answered with a status of 400 or more."""

    def __init__(self, status: int, body: bytes) -> None:
        self.status, self.body = status, body
        super().__init__(f"{status}: {body[:300]!r}")


class Client:
    """One connection that is kept, a browser's cookies, and its proof of where a request comes from."""

    def __init__(self, port: int, timeout_s: float = 120.0) -> None:
        self.port, self.timeout_s = port, timeout_s
        self.cookies: dict[str, str] = {}
        self._line: http.client.HTTPConnection | None = None

    def open(self, within_s: float = 30.0) -> None:
        """Wait for the server and sign in as the demo's user."""
        until = time.monotonic() + within_s
        while True:
            try:
                self.send("GET", "/")
                return
            except OSError:
                if time.monotonic() > until:
                    raise
                time.sleep(0.02)

    def send(
        self, method: str, path: str, body: bytes | None = None, kind: str = "application/json"
    ) -> tuple[int, bytes]:
        """Status and body of one exchange; the connection is made anew where it broke off."""
        line = self._line or http.client.HTTPConnection("127.0.0.1", self.port, timeout=self.timeout_s)
        headers = {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())}
        if body is not None or method != "GET":
            headers |= {"Content-Type": kind, "X-CSRFToken": self.cookies.get("csrftoken", "")}
        self._line = None
        line.request(method, path, body, headers)
        answer = line.getresponse()
        found = answer.read()
        for cookie in answer.headers.get_all("Set-Cookie") or []:
            name, _, value = cookie.partition(";")[0].partition("=")
            self.cookies[name] = value
        self._line = line
        return answer.status, found

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """A call of the API, as what its answer says; raises Refusal."""
        status, found = self.send(method, f"/api{path}", None if body is None else json.dumps(body).encode())
        if status >= 400:
            raise Refusal(status, found)
        return json.loads(found) if found else None

    def upload(self, path: str, name: str, raw: bytes) -> tuple[int, bytes]:
        """Send a file as a form does; status and body of the answer."""
        mark = "----cradle"
        head = f'--{mark}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n'.encode()
        body = head + b"Content-Type: application/octet-stream\r\n\r\n" + raw + f"\r\n--{mark}--\r\n".encode()
        return self.send("POST", f"/api{path}", body, f"multipart/form-data; boundary={mark}")


def free_port() -> int:
    """A port that nobody listens on."""
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])


class Server:
    """The application of a checkout, with the demo in a folder of its own; started and stopped as often as wanted."""

    def __init__(self, folder: Path, root: Path = ROOT) -> None:
        self.root, self.port = root, free_port()
        self.env = {**os.environ, "COLD_CRADLE_DEMO": "1", "COLD_CRADLE_DB": str(folder / "demo.sqlite3")}
        for command in (["migrate", "-v", "0"], ["load_demo"]):
            self.run(*command)
        self.process: subprocess.Popen[bytes] | None = None

    def run(self, *command: str) -> None:
        subprocess.run(
            [sys.executable, "manage.py", *command], cwd=self.root, env=self.env, check=True, capture_output=True
        )

    def start(self) -> subprocess.Popen[bytes]:
        """The process, just begun; `Client.open` waits until it answers."""
        command = [sys.executable, "manage.py", "serve", "--port", str(self.port)]
        quiet = subprocess.DEVNULL
        self.process = subprocess.Popen(command, cwd=self.root, env=self.env, stdout=quiet, stderr=quiet)
        return self.process

    def stop(self) -> None:
        if self.process is not None and self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
            try:
                self.process.wait(10)
            except subprocess.TimeoutExpired:
                self.process.kill()

    def memory_mb(self, name: str = "VmRSS") -> float:
        """Memory of the server now, or at its most with VmHWM, in MB, as the kernel tells."""
        assert self.process is not None
        status = Path(f"/proc/{self.process.pid}/status").read_text()
        return next(float(line.split()[1]) / 1e3 for line in status.splitlines() if line.startswith(name))


@contextlib.contextmanager
def serving(root: Path = ROOT) -> Iterator[Server]:
    """A started server of a checkout; ended and its folder taken away afterwards."""
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder), root)
        server.start()
        try:
            Client(server.port).open()
            yield server
        finally:
            server.stop()
