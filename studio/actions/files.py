"""Files that were sent, opened in the process beside the server."""

from __future__ import annotations

import contextlib
import os
import tempfile
from collections.abc import Iterator
from datetime import datetime
from typing import Any

import numpy as np
from django.core.files.uploadedfile import TemporaryUploadedFile, UploadedFile

from coldcradle.heat.kiln.log import KilnLog
from coldcradle.quantity.format import Message
from studio.sandbox.jobs_queue import JobLimit, do, last_of

__all__ = ["SMALL", "drawing_in", "log_in", "on_disk"]

SMALL = JobLimit(seconds=5.0, megabytes=500.0)
_LOG = JobLimit(seconds=120.0, megabytes=2500.0)


@contextlib.contextmanager
def on_disk(sent: UploadedFile[Any] | bytes) -> Iterator[str]:
    """The path of what was sent; a large file lies on the disk already."""
    if isinstance(sent, TemporaryUploadedFile):
        yield sent.temporary_file_path()
        return
    with tempfile.NamedTemporaryFile(prefix="cradle-") as file:
        for part in [sent] if isinstance(sent, bytes) else sent.chunks():
            file.write(part)
        file.flush()
        yield os.path.abspath(file.name)


def drawing_in(sent: UploadedFile[Any]) -> dict[str, Any]:
    """The closed shapes of an SVG as rings in m, whether it has units, and what is to be known of it."""
    with on_disk(sent) as path:
        return last_of(do("read drawing", (path,), limit=SMALL))


def log_in(sent: UploadedFile[Any] | bytes, *, keeps_spikes: bool = False, unit: str = "") -> KilnLog:
    """A kiln's log. Raises ImpossibleInput in words, and Busy."""
    with tempfile.TemporaryDirectory() as folder, on_disk(sent) as path:
        kept = os.path.join(folder, "log.npz")
        found = last_of(do("read kiln log", (path, kept), limit=_LOG, keeps_spikes=keeps_spikes, unit=unit))
        with np.load(kept) as columns:
            return KilnLog(
                columns["times_s"],
                columns["temperatures_c"],
                columns.get("power"),
                columns.get("setpoint_c"),
                [Message(**note) for note in found["notes"]],
                datetime.fromisoformat(found["begins_at"]) if found["begins_at"] else None,
            )
