"""The process beside the server: takes one job after another from a pipe, and says how far it has come.

`python -m studio.sandbox.worker FD`. It ends when the server does.
"""

from __future__ import annotations

import json
import os
import resource
import sys
from multiprocessing.connection import Connection
from typing import Any

from coldcradle.errors import ColdCradleError
from studio.sandbox.jobs import JOBS

__all__ = ["serve"]


def _address_space() -> int:
    with open("/proc/self/statm") as file:
        return int(file.read().split()[0]) * resource.getpagesize()


def _bound(megabytes: float) -> None:
    """Bound what this process may take from now on; what it has loaded does not count."""
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
    except Exception as error:  # files are broken in as many ways as there are readers
        if "allocate" in str(error) or "memory" in str(error).lower():
            say({"error": "this file takes more memory than one file may; make it simpler"})
        else:
            say({"error": "this file cannot be read: it breaks off or is something else"})
            print(f"{job['name']}: {type(error).__name__}: {error}", file=sys.stderr)


def serve(pipe: Connection) -> None:
    """Do what is asked until nobody asks any more."""
    os.nice(5)  # whoever edits a piece meanwhile comes first
    _warm()
    pipe.send_bytes(b"{}")  # ready: the clock of a job does not count the loading
    while True:
        try:
            job = json.loads(pipe.recv_bytes())
        except (EOFError, OSError):
            return
        _do(pipe, job)


if __name__ == "__main__":
    serve(Connection(int(sys.argv[1])))
