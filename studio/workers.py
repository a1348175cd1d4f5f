"""Several processes behind one address: a parent that holds the door, and workers that answer.

They share the database and nothing else. What each keeps in memory follows from rows and time, so that no two can
disagree; where one fails the parent begins another, and when the parent goes, however it goes, they go too.
"""

from __future__ import annotations

import os
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable
from typing import NoReturn

__all__ = ["listening", "usual_count", "work_together"]

_MOST = 4
_BACKLOG = 1024
_SOON_S = 1.0  # a worker that ends sooner has a reason that the next would have too
_LAST_S = 5.0  # what is being answered may be answered


def usual_count() -> int:
    """As many workers as there are cores, four at most; one where a process cannot be doubled safely."""
    # macOS's own libraries do not survive it, Windows has none of it
    if sys.platform != "linux" or not hasattr(os, "fork"):
        return 1
    return max(1, min(_MOST, len(os.sched_getaffinity(0))))


def listening(port: int, address: str = "127.0.0.1") -> socket.socket:
    """A door, on loopback unless another address is given. Raises OSError where somebody else has it."""
    door = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    if sys.platform != "win32":  # there it would let two have one door
        door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    door.bind((address, port))
    door.listen(_BACKLOG)
    return door


def _begin(serve: Callable[[int], None], number: int, lifeline: tuple[int, int]) -> int:
    """Double this process; the worker serves until it is told to end, or until its parent is gone."""
    pid = os.fork()
    if pid:
        return pid
    os.close(lifeline[1])
    threading.Thread(target=_until_orphaned, args=(lifeline[0],), daemon=True).start()
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl-C reaches all: the parent tells its workers
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    code = 1
    try:
        serve(number)
        code = 0
    except SystemExit:
        code = 0
    finally:
        sys.stdout.flush()
        sys.stderr.flush()
        os._exit(code)


def _until_orphaned(end: int) -> NoReturn:
    """Nothing ever comes through the lifeline but its end."""
    os.read(end, 1)
    os._exit(0)


def work_together(count: int, serve: Callable[[int], None]) -> None:
    """Have `count` workers serve, and begin another where one fails, until Ctrl-C or SIGTERM.

    Raises RuntimeError where they cannot even begin.
    """
    lifeline = os.pipe()
    begun: dict[int, tuple[int, float]] = {}

    def begin(number: int) -> None:
        begun[_begin(serve, number, lifeline)] = number, time.monotonic()

    def stop(*_: object) -> NoReturn:
        raise KeyboardInterrupt

    signal.signal(signal.SIGTERM, stop)
    for number in range(count):
        begin(number)
    try:
        while True:
            pid, status = os.wait()
            if pid not in begun:
                continue  # a process beside the server, ended by itself
            number, since = begun.pop(pid)
            if status and time.monotonic() - since < _SOON_S:
                raise RuntimeError("a worker ended as soon as it had begun")
            begin(number)
    except KeyboardInterrupt:
        pass
    finally:
        _end(list(begun))


def _end(pids: list[int]) -> None:
    for pid in pids:
        os.kill(pid, signal.SIGTERM)
    until = time.monotonic() + _LAST_S
    left = set(pids)
    while left and time.monotonic() < until:
        left -= {pid for pid in left if os.waitpid(pid, os.WNOHANG)[0]}
        time.sleep(0.02)
    for pid in left:
        os.kill(pid, signal.SIGKILL)
