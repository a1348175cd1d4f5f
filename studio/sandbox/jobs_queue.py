"""Give a job to the process for files: one at a time, with progress, and ended when it takes too much."""

from __future__ import annotations

import atexit
import contextlib
import json
import os
import shutil
import signal
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from multiprocessing.connection import Client, Connection
from typing import Any

from coldcradle.errors import ImpossibleInput
from studio.keeping import Busy

__all__ = ["JobLimit", "do", "keep_up", "last_of", "prepare"]

_MOST_WAITING, _WAIT_S = 3, 90.0  # each waits in a thread of the server, which has eight
_SOON_S = 1.0  # a process that ends sooner is not begun again at once


@dataclass(frozen=True, slots=True)
class JobLimit:
    """What a job may take: seconds by the clock, and memory beyond that of the idle process."""

    seconds: float
    megabytes: float


@dataclass(slots=True)
class _Line:
    """A line to the process that opens files. While it is open that process does what comes through it, and nothing
    of anybody else.
    """

    pipe: Connection
    pid: int

    def end(self) -> None:
        """End the process with what it does; another one begins."""
        with contextlib.suppress(OSError):
            os.kill(self.pid, getattr(signal, "SIGKILL", signal.SIGTERM))
        self.pipe.close()


@dataclass(slots=True)
class _Beside:
    """Where the one process for files listens, however many processes serve; and how many wait for it in this one."""

    address: str = ""
    folder: str = ""
    waiting: int = 0
    count: threading.Lock = field(default_factory=threading.Lock)


_beside = _Beside()


def prepare() -> None:
    """Choose where the process for files will listen, before the processes that ask it part."""
    with _beside.count:
        if not _beside.address:
            folder = tempfile.mkdtemp(prefix="cradle-files-")  # for its owner alone
            atexit.register(shutil.rmtree, folder, ignore_errors=True)
            # what the machine has for lines between processes: a pipe by name, or a file in a folder of one's own
            is_named = sys.platform == "win32"
            _beside.address = rf"\\.\pipe\{os.path.basename(folder)}" if is_named else os.path.join(folder, "line")
            _beside.folder = folder


def keep_up() -> None:
    """Begin the process for files, and another whenever it has ended, for as long as this process lives."""
    prepare()
    threading.Thread(target=_kept_up, args=(_beside.address,), daemon=True).start()


def _kept_up(address: str) -> None:
    environment = os.environ | {"OMP_NUM_THREADS": "1", "OPENBLAS_NUM_THREADS": "1", "MALLOC_ARENA_MAX": "2"}
    root = os.path.dirname(os.path.dirname(os.path.dirname(os.path.abspath(__file__))))
    command = [sys.executable, "-m", "studio.sandbox.worker", address]
    while os.path.isdir(_beside.folder):
        began = time.monotonic()
        # it reads from us, and hears so when we have gone
        process = subprocess.Popen(command, stdin=subprocess.PIPE, env=environment, cwd=root)
        process.wait()
        with contextlib.suppress(OSError):
            os.unlink(address)
        if time.monotonic() - began < _SOON_S:
            time.sleep(_SOON_S)


def _connected(until: float) -> _Line:
    """The line, once it is our turn. Raises Busy."""
    is_up = False
    while time.monotonic() < until:
        try:
            pipe = Client(_beside.address)
        except OSError:  # not up yet, or between two
            time.sleep(0.02)
            continue
        is_up = True
        with contextlib.suppress(EOFError, OSError):
            if pipe.poll(max(0.0, until - time.monotonic())):
                return _Line(pipe, int(json.loads(pipe.recv_bytes())["pid"]))
        pipe.close()
    if is_up:
        raise Busy("Others have files opened just now. Send it again in a minute.")
    raise Busy("The process that opens files does not come up. Send it again in a minute.")


@contextlib.contextmanager
def _my_turn() -> Iterator[_Line]:
    with _beside.count:
        if _beside.waiting >= _MOST_WAITING:
            raise Busy("Others have files opened just now. Send it again in a minute.")
        _beside.waiting += 1
    try:
        if not _beside.address:
            keep_up()
        line = _connected(time.monotonic() + _WAIT_S)
    finally:
        _beside.waiting -= 1
    try:
        yield line
    finally:
        line.pipe.close()


def do(job: str, files: Sequence[str], *, limit: JobLimit, **how: Any) -> Iterator[dict[str, Any]]:
    """Steps {done, doing} and a last one {done: 1, result}. Raises ImpossibleInput in words, and Busy.

    Whoever stops listening ends the job.
    """
    with _my_turn() as line:
        is_over = False
        try:
            told = {"name": job, "files": list(files), "how": how, "megabytes": limit.megabytes}
            line.pipe.send_bytes(json.dumps(told).encode())
            until = time.monotonic() + limit.seconds
            while not is_over:
                step = _heard(line, until, limit)
                is_over = "result" in step or "error" in step
                if "error" in step:
                    raise ImpossibleInput(step["error"])
                yield step
        finally:
            if not is_over:
                line.end()


def _heard(line: _Line, until: float, limit: JobLimit) -> dict[str, Any]:
    try:
        if not line.pipe.poll(max(0.0, until - time.monotonic())):
            raise ImpossibleInput(
                f"this file takes longer than the {limit.seconds:.0f} s that one file may; simplify it"
            )
        found: dict[str, Any] = json.loads(line.pipe.recv_bytes())
    except (EOFError, OSError):
        raise ImpossibleInput("this file takes more memory than one file may; make it simpler") from None
    return found


def last_of(steps: Iterator[dict[str, Any]]) -> dict[str, Any]:
    """The result alone, where nobody watches the steps."""
    *_, last = steps
    found: dict[str, Any] = last["result"]
    return found
