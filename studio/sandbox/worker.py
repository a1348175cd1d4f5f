"""The process for files: does one job after another for whoever has its line, and says how far it has come.

`python -m studio.sandbox.worker ADDRESS`. It ends when whoever began it does.
"""

from __future__ import annotations

import contextlib
import json
import os
import sys
import threading
from multiprocessing.connection import Connection, Listener
from typing import Any, NoReturn

from coldcradle.errors import ColdCradleError
from studio.sandbox.jobs import JOBS

try:
    import resource
except ImportError:  # a system without such bounds: the one on time remains
    resource = None  # type: ignore[assignment]  # asked for before each use

__all__ = ["serve"]

_BACKLOG, _LARGEST_KEPT_MB = 16, 250.0


def _address_space() -> int:
    with open("/proc/self/statm", encoding="ascii") as file:
        return int(file.read().split()[0]) * resource.getpagesize()


def _bound(megabytes: float) -> None:
    """Bound what this process may take from now on; what it has loaded does not count."""
    if resource is None:
        return
    try:
        most = _address_space() + int(megabytes * 1e6)
        resource.setrlimit(resource.RLIMIT_AS, (most, resource.RLIM_INFINITY))
    except (OSError, ValueError):
        pass  # no such bound on this system: the one on time remains


def _warm() -> None:
    """Load what the jobs use, so that it does not count as theirs."""
    import numpy
    import PIL.Image
    import scipy.signal
    import scipy.sparse.csgraph
    import shapely
    import svgelements
    import trimesh

    import coldcradle.cradle.mesh_room
    import coldcradle.cradle.svg
    import coldcradle.cradle.told
    import coldcradle.heat.kiln.log  # noqa: F401

    _ = numpy, PIL.Image, scipy.signal, scipy.sparse.csgraph, shapely, svgelements, trimesh


def _do(pipe: Connection, job: dict[str, Any]) -> None:
    def say(step: dict[str, Any]) -> None:
        pipe.send_bytes(json.dumps(step).encode())

    try:
        _bound(job["megabytes"])
        for step in JOBS[job["name"]](*job["files"], **job["how"]):
            say(step)
    except ColdCradleError as error:
        say({"error": str(error)})
    except (MemoryError, RecursionError):
        say({"error": "this file takes more memory than one file may; make it simpler"})
    except ConnectionError:
        raise
    except Exception as error:  # files are broken in as many ways as there are readers
        if "allocate" in str(error) or "memory" in str(error).lower():
            say({"error": "this file takes more memory than one file may; make it simpler"})
        else:
            say({"error": "this file cannot be read: it breaks off or is something else"})
            print(f"{job['name']}: {type(error).__name__}: {error}", file=sys.stderr)


def _grown_mb() -> float:
    """Memory this process holds, MB."""
    if resource is None:
        return 0.0
    try:
        with open("/proc/self/statm", encoding="ascii") as file:
            return int(file.read().split()[1]) * resource.getpagesize() / 1e6
    except OSError:
        return 0.0


def _until_alone() -> NoReturn:
    """Nothing ever comes from whoever began this but its end."""
    sys.stdin.buffer.read(1)
    os._exit(0)


def serve(address: str) -> None:
    """Do what is asked, one line after another; a process that has grown large ends, and its memory comes back so."""
    if hasattr(os, "nice"):
        os.nice(5)  # whoever edits a piece meanwhile comes first
    threading.Thread(target=_until_alone, daemon=True).start()
    _warm()
    with Listener(address, backlog=_BACKLOG) as door:  # the clock of a job does not count the loading
        while _grown_mb() < _LARGEST_KEPT_MB:
            with door.accept() as line, contextlib.suppress(EOFError, OSError):  # who asked may have gone meanwhile
                line.send_bytes(json.dumps({"pid": os.getpid()}).encode())
                _do(line, json.loads(line.recv_bytes()))


if __name__ == "__main__":
    serve(sys.argv[1])
