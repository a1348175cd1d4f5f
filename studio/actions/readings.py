"""Readings of a real kiln: typed one by one, or a whole log at once, in one transaction."""

from __future__ import annotations

import math
import threading
import uuid
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from django.db import connection, connections, transaction
from django.db.models import F

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.heat.kiln.log import KilnLog, read_log
from coldcradle.quantity.format import Message, plural, say
from studio.models import Firing, Reading

__all__ = ["LogJob", "add_readings", "bring_in", "job_of", "keep_log", "start_log"]

_BATCH = 20_000
_MOST_JOBS = 50
_MOST_S = 60 * 86400.0


@dataclass(slots=True)
class LogJob:
    """A log on its way in: how much of it is done, 0 to 1, and what is said of it in the end."""

    owner_id: int
    share: float = 0.0
    step: str = "reading"
    notes: list[Message] = field(default_factory=list)
    trouble: str = ""
    count: int = 0
    is_done: bool = False


_jobs: dict[str, LogJob] = {}


def _insert(rows: Sequence[tuple[int, float, float | None, float | None, str]]) -> int:
    """Readings into the table, all at once; those of a moment that has one already are left out. How many are new."""
    table = Reading._meta.db_table
    with connection.cursor() as cursor:
        before = cursor.execute(f"SELECT COUNT(*) FROM {table} WHERE firing_id = %s", [rows[0][0]]).fetchone()[0]
        cursor.executemany(
            f"INSERT OR IGNORE INTO {table} (firing_id, at_s, shown_c, set_c, source) VALUES (%s, %s, %s, %s, %s)",
            rows,
        )
        after = cursor.execute(f"SELECT COUNT(*) FROM {table} WHERE firing_id = %s", [rows[0][0]]).fetchone()[0]
    return int(after - before)


def _may_be_read(firing: Firing) -> None:
    if firing.started_at is None:
        raise ImpossibleInput("expected a firing that has been started; start it, with the hour at which it began")
    if firing.is_simulated:
        raise ImpossibleInput("expected a firing of a real kiln; this one is run by the stand-in")


@transaction.atomic
def add_readings(firing: Firing, rows: Sequence[tuple[float, float | None]], *, source: str = "typed") -> int:
    """Readings (s from the start, °C) as typed or sent by a device; how many of them are new."""
    _may_be_read(firing)
    for at_s, shown_c in rows:
        if not -1.0 <= at_s <= _MOST_S:
            raise ImpossibleInput("expected a time after the start of the firing, and within 60 days of it")
        if shown_c is not None and not -60 <= shown_c <= 1600:
            raise ImpossibleInput(f"expected a kiln's temperature, got {shown_c:g} °C")
    Firing.objects.filter(pk=firing.pk).update(told={}, version=F("version") + 1)
    return _insert([(firing.pk, float(at), c, None, source) for at, c in rows]) if rows else 0


def keep_log(firing: Firing, log: KilnLog, *, offset_s: float, job: LogJob | None = None) -> int:
    """A whole log in one transaction, all of it or nothing; how many of its readings are new."""
    _may_be_read(firing)
    times = (log.times_s + offset_s).tolist()
    shown = log.temperatures_c.tolist()
    sets = log.setpoint_c.tolist() if log.setpoint_c is not None else [None] * len(times)
    if times[-1] > _MOST_S:
        raise ImpossibleInput("expected a log of at most 60 days")
    new = 0
    with transaction.atomic():
        Firing.objects.filter(pk=firing.pk).update(told={}, version=F("version") + 1)
        for at in range(0, len(times), _BATCH):
            part = slice(at, at + _BATCH)
            rows = [
                (firing.pk, t, c, s if s is None or math.isfinite(s) else None, "log")
                for t, c, s in zip(times[part], shown[part], sets[part], strict=True)
            ]
            new += _insert(rows)
            if job is not None:
                job.share = 0.5 + 0.5 * min(1.0, (at + len(rows)) / len(times))
    return new


def start_log(firing: Firing, raw: bytes, *, offset_s: float) -> str:
    """Bring a log in beside the requests; hands back the number of the work, to ask after it."""
    _may_be_read(firing)
    number = uuid.uuid4().hex
    job = LogJob(owner_id=firing.owner_id)
    while len(_jobs) >= _MOST_JOBS:
        _jobs.pop(next(iter(_jobs)))
    _jobs[number] = job
    threading.Thread(target=_beside, args=(firing, raw, offset_s, job), daemon=True).start()
    return number


def _beside(firing: Firing, raw: bytes, offset_s: float, job: LogJob) -> None:
    try:
        bring_in(firing, raw, offset_s, job)
    finally:
        connections.close_all()


def bring_in(firing: Firing, raw: bytes, offset_s: float, job: LogJob) -> None:
    """Read a log and keep it; what came of it stands in the job."""
    try:
        log = read_log(raw, keeps_spikes=True)
        job.share, job.step = 0.5, "keeping"
        job.count = keep_log(firing, log, offset_s=offset_s, job=job)
        job.notes = [*log.notes]
        known = len(log.times_s) - job.count
        if known:
            job.notes.append(say("{n} of it had been read before.", n=plural(known, "reading")))
    except ColdCradleError as error:
        job.trouble = str(error)
    except Exception:
        job.trouble = "The log could not be kept. Nothing of it was; send it again."
        raise
    finally:
        job.share, job.is_done = 1.0, True


def job_of(owner: Any, number: str) -> LogJob:
    """Work on a log that is under way, of this owner. Raises ImpossibleInput where it is not known."""
    job = _jobs.get(number)
    if job is None or job.owner_id != owner.pk:
        raise ImpossibleInput("that log is not known here; if the server was started anew, send it again")
    return job
