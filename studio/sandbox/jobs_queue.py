"""Give a job to the process beside the server: one at a time, with progress, and ended when it takes too much."""

from __future__ import annotations

import contextlib
import json
import os
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from typing import Any

from coldcradle.errors import ImpossibleInput
from studio.keeping import Busy

__all__ = ["JobLimit", "do", "last_of", "warm"]

_MOST_WAITING, _WAIT_S = 3, 90.0  # each waits in a thread of the server, which has eight
_LOADS_S = 60.0
_LARGEST_KEPT_MB = 250.0  # a process that has grown larger is ended after its job: its memory comes back so


@dataclass(frozen=True, slots=True)
class JobLimit:
    """What a job may take: seconds by the clock, and memory beyond that of the idle process."""

    seconds: float
    megabytes: float


@dataclass(slots=True)
class _Worker:
    process: subprocess.Popen[bytes]
    pipe: Connection

    def end(self) -> None:
        self.process.kill()
        self.process.wait()
        self.pipe.close()

    def grown_mb(self) -> float:
        try:
            with open(f"/proc/{self.process.pid}/statm") as file:
                return int(file.read().split()[1]) * os.sysconf("SC_PAGESIZE") / 1e6
        except OSError:
            return 0.0


@dataclass(slots=True)
class _Bench:
    """The one worker there is, and who waits for it."""

    turn: threading.Lock = field(default_factory=threading.Lock)
    worker: _Worker | None = None
    waiting: int = 0


_bench = _Bench()


def _begun() -> _Worker:
    ours, theirs = socket.socketpair()
    fd = theirs.fileno()
    environment = os.environ | {"OMP_NUM_THREADS": "1", "OPENBLAS_NUM_THREADS": "1", "MALLOC_ARENA_MAX": "2"}
    process = subprocess.Popen(
        [sys.executable, "-m", "studio.sandbox.worker", str(fd)],
        pass_fds=(fd,),
        stdin=subprocess.DEVNULL,
        env=environment,
        cwd=os.path.dirname(os.path.dirname(os.path.dirname(os.path.abspath(__file__)))),
    )
    theirs.close()
    worker = _Worker(process, Connection(ours.detach()))
    try:
        if worker.pipe.poll(_LOADS_S):
            worker.pipe.recv_bytes()
            return worker
    except (EOFError, OSError):
        pass
    worker.end()
    raise Busy("The process that opens files does not come up. Send it again in a minute.")


def warm() -> None:
    """Begin the process before anybody asks for it: what it loads takes seconds."""
    with _bench.turn:
        if _bench.worker is None:
            _bench.worker = _begun()


@contextlib.contextmanager
def _my_turn() -> Iterator[_Worker]:
    if _bench.waiting >= _MOST_WAITING:
        raise Busy("Others have files opened just now. Send it again in a minute.")
    _bench.waiting += 1
    try:
        if not _bench.turn.acquire(timeout=_WAIT_S):
            raise Busy("Others have files opened just now. Send it again in a minute.")
    finally:
        _bench.waiting -= 1
    try:
        if _bench.worker is None or _bench.worker.process.poll() is not None:
            _bench.worker = _begun()
        yield _bench.worker
    finally:
        _bench.turn.release()


def do(job: str, files: Sequence[str], *, limit: JobLimit, **how: Any) -> Iterator[dict[str, Any]]:
    """Steps {done, doing} and a last one {done: 1, result}. Raises ImpossibleInput in words, and Busy.

    Whoever stops listening ends the job.
    """
    with _my_turn() as worker:
        is_over = False
        try:
            told = {"name": job, "files": list(files), "how": how, "megabytes": limit.megabytes}
            worker.pipe.send_bytes(json.dumps(told).encode())
            until = time.monotonic() + limit.seconds
            while not is_over:
                step = _heard(worker, until, limit)
                is_over = "result" in step or "error" in step
                if "error" in step:
                    raise ImpossibleInput(step["error"])
                yield step
        finally:
            if not is_over or worker.grown_mb() > _LARGEST_KEPT_MB:
                worker.end()


def _heard(worker: _Worker, until: float, limit: JobLimit) -> dict[str, Any]:
    try:
        if not worker.pipe.poll(max(0.0, until - time.monotonic())):
            raise ImpossibleInput(
                f"this file takes longer than the {limit.seconds:.0f} s that one file may; simplify it"
            )
        found: dict[str, Any] = json.loads(worker.pipe.recv_bytes())
    except (EOFError, OSError):
        raise ImpossibleInput("this file takes more memory than one file may; make it simpler") from None
    return found


def last_of(steps: Iterator[dict[str, Any]]) -> dict[str, Any]:
    """The result alone, where nobody watches the steps."""
    *_, last = steps
    found: dict[str, Any] = last["result"]
    return found
