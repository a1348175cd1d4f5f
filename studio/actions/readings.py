"""Readings of a real kiln: typed one by one, or a whole log at once, in one transaction, and taken back with it."""

from __future__ import annotations

import contextvars
import math
import threading
import uuid
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from django.core.cache import caches
from django.db import connection, connections, transaction
from django.db.models import F
from django.http import Http404

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.heat.kiln.log import KilnLog
from coldcradle.quantity.format import Message, plural, say, show
from studio.actions.files import log_in
from studio.actions.log_questions import questions
from studio.keeping import Busy
from studio.models import BroughtLog, Firing, FiringEvent, Reading

__all__ = [
    "LogJob",
    "Placed",
    "add_readings",
    "bring_in",
    "job_of",
    "keep_log",
    "start_log",
    "take_log_back",
    "take_reading_back",
]

_BATCH = 20_000
_KEPT_S = 86_400
_MOST_S = 60 * 86400.0
_TAKEN_BACK_S = 600.0
_AHEAD_S = 120.0  # a phone's clock may be a little ahead
_LOWEST_C, _HIGHEST_C = -60.0, 1600.0

ReadingRow = tuple[int, float, float | None, float | None, str, int | None]


@dataclass(frozen=True, slots=True, kw_only=True)
class Placed:
    """Where a log belongs: `offset_s` after the start of its firing. `is_sure`: whoever brings it was asked."""

    now: datetime
    offset_s: float = 0.0
    is_sure: bool = False
    unit: str = ""
    name: str = "log"


@dataclass(slots=True)
class LogJob:
    """A log on its way in: how much of it is done, 0 to 1, and what is said of it in the end. `asks`: nothing was kept,
    and whoever sent it is asked whether it belongs here.
    """

    studio_id: int
    share: float = 0.0
    step: str = "reading"
    notes: list[Message] = field(default_factory=list)
    asks: list[Message] = field(default_factory=list)
    trouble: str = ""
    count: int = 0
    is_done: bool = False

    number: str = ""

    def tell(self) -> None:
        """Let every worker see how far it is."""
        caches["shared"].set(f"log-{self.number}", self, _KEPT_S)


def _insert(rows: Sequence[ReadingRow]) -> int:
    """Readings into the table, all at once; those of a moment that has one already are left out. How many are new."""
    table = Reading._meta.db_table
    with connection.cursor() as cursor:
        before = cursor.execute(f"SELECT COUNT(*) FROM {table} WHERE firing_id = %s", [rows[0][0]]).fetchone()[0]
        cursor.executemany(
            f"INSERT OR IGNORE INTO {table} (firing_id, at_s, shown_c, set_c, source, log_id) "
            "VALUES (%s, %s, %s, %s, %s, %s)",
            rows,
        )
        after = cursor.execute(f"SELECT COUNT(*) FROM {table} WHERE firing_id = %s", [rows[0][0]]).fetchone()[0]
    return int(after - before)


def _may_be_read(firing: Firing) -> None:
    if firing.started_at is None:
        raise ImpossibleInput("expected a firing that has been started; start it, with the hour at which it began")
    if firing.is_simulated:
        raise ImpossibleInput("expected a firing of a real kiln; this one is the practice kiln")


def _now_s(firing: Firing, now: datetime) -> float:
    assert firing.started_at is not None
    return (now - firing.started_at).total_seconds()


def _forget_told(firing: Firing) -> None:
    Firing.objects.filter(pk=firing.pk).update(told={}, version=F("version") + 1)


@transaction.atomic
def add_readings(
    firing: Firing, rows: Sequence[tuple[float, float | None]], *, now: datetime, source: str = "typed"
) -> tuple[int, list[Message]]:
    """Readings (s from the start, °C) as typed or sent by a device; how many of them are new, and what was left out.

    A value no kiln has is refused where it stands alone; among others it counts as a thermometer that showed nothing.
    Nobody has read tomorrow's.
    """
    _may_be_read(firing)
    latest = _now_s(firing, now)
    found: list[tuple[float, float | None]] = []
    odd = 0
    for at_s, shown_c in rows:
        if not -1.0 <= at_s <= _MOST_S:
            raise ImpossibleInput("expected a time after the start of the firing, and within 60 days of it")
        if at_s > latest + _AHEAD_S:
            ahead = show(at_s - latest, "duration").metric.text
            raise ImpossibleInput(f"expected a reading of now or before, got one of {ahead} from now")
        if shown_c is not None and not _LOWEST_C <= shown_c <= _HIGHEST_C:
            if len(rows) == 1:
                raise ImpossibleInput(f"expected a kiln's temperature, got {shown_c:g} °C")
            odd, shown_c = odd + 1, None
        found.append((at_s, shown_c))
    _forget_told(firing)
    new = _insert([(firing.pk, float(at), c, None, source, None) for at, c in found]) if found else 0
    notes = [say("{n} that no kiln can have left out.", n=plural(odd, "reading"))] if odd else []
    return new, notes


def keep_log(firing: Firing, log: KilnLog, placed: Placed, *, job: LogJob | None = None) -> int:
    """A whole log in one transaction, all of it or nothing, but for what lies after now; how many readings are new."""
    _may_be_read(firing)
    times = log.times_s + placed.offset_s
    times = times[times <= _now_s(firing, placed.now)].tolist()
    if not times:
        raise ImpossibleInput("expected a log of what has been; all of this one lies after now")
    if times[-1] > _MOST_S:
        raise ImpossibleInput("expected a log of at most 60 days")
    shown = log.temperatures_c.tolist()
    sets = log.setpoint_c.tolist() if log.setpoint_c is not None else [None] * len(times)
    new = 0
    with transaction.atomic():
        _forget_told(firing)
        brought = BroughtLog.objects.create(
            firing=firing, name=placed.name[:120], count=0, from_s=times[0], to_s=times[-1], made_at=placed.now
        )
        for at in range(0, len(times), _BATCH):
            part = slice(at, min(at + _BATCH, len(times)))
            rows: list[ReadingRow] = [
                (firing.pk, t, c, s if s is None or math.isfinite(s) else None, "log", brought.pk)
                for t, c, s in zip(times[part], shown[part], sets[part], strict=True)
            ]
            new += _insert(rows)
            if job is not None:
                job.share = 0.5 + 0.5 * min(1.0, (at + len(rows)) / len(times))
                job.tell()
        BroughtLog.objects.filter(pk=brought.pk).update(count=new)
    return new


@transaction.atomic
def take_log_back(firing: Firing, log_id: int, *, now: datetime) -> int:
    """A log that did not belong here goes again, with every reading that came with it; how many. Once is enough."""
    row = BroughtLog.objects.filter(firing=firing, pk=log_id).first()
    if row is None:
        raise Http404("There is no log with this number.")
    gone, _ = Reading.objects.filter(log=row).delete()
    if row.taken_back_at is None:
        BroughtLog.objects.filter(pk=row.pk).update(taken_back_at=now)
        _forget_told(firing)
    return gone


@transaction.atomic
def take_reading_back(firing: Firing, *, key: str, now: datetime) -> None:
    """The newest reading that somebody typed goes again, where it was typed within the last minutes; that it was stays
    written down. The same key again changes nothing.
    """
    firing.refresh_from_db()
    if firing.events.filter(key=key).exists():
        return
    _may_be_read(firing)
    newest = firing.readings.filter(source__in=("typed", "second"), at_s__lte=_now_s(firing, now) + _AHEAD_S)
    row = newest.order_by("-at_s").first()
    if row is None or _now_s(firing, now) - row.at_s > _TAKEN_BACK_S:
        raise ImpossibleInput("expected a reading that was typed within the last ten minutes")
    shown = "nothing" if row.shown_c is None else show(row.shown_c, "temperature").metric.text
    data = {"note": f"{shown}{', by a second thermometer' if row.source == 'second' else ''}"}
    FiringEvent.objects.create(firing=firing, key=key, kind="unread", at_s=row.at_s, made_at=now, data=data)
    row.delete()
    _forget_told(firing)


def start_log(firing: Firing, raw: bytes, placed: Placed) -> str:
    """Bring a log in beside the requests; hands back the number of the work, to ask after it."""
    _may_be_read(firing)
    number = uuid.uuid4().hex
    job = LogJob(studio_id=firing.studio_id, number=number)
    job.tell()
    # beside the requests it is still whoever sent it that acts
    sent_by = contextvars.copy_context()
    threading.Thread(target=sent_by.run, args=(_beside, firing, raw, placed, job), daemon=True).start()
    return number


def _beside(firing: Firing, raw: bytes, placed: Placed, job: LogJob) -> None:
    try:
        bring_in(firing, raw, placed, job)
    finally:
        connections.close_all()


def bring_in(firing: Firing, raw: bytes, placed: Placed, job: LogJob) -> None:
    """Read a log and keep it, or ask whether it belongs here; what came of it stands in the job."""
    try:
        log = log_in(raw, keeps_spikes=True, unit=placed.unit)
        job.share, job.step = 0.5, "keeping"
        job.tell()
        firing.refresh_from_db()
        job.asks = [] if placed.is_sure else questions(firing, log, placed.offset_s, placed.now, unit=placed.unit)
        if job.asks:
            job.notes = [*log.notes]
            return
        job.count = keep_log(firing, log, placed, job=job)
        job.notes = [*log.notes]
        late = int((log.times_s + placed.offset_s > _now_s(firing, placed.now)).sum())
        known = len(log.times_s) - late - job.count
        if late:
            job.notes.append(say("{n} of it lie after now and were left out.", n=plural(late, "reading")))
        if known:
            job.notes.append(say("{n} of it had been read before.", n=plural(known, "reading")))
    except (ColdCradleError, Busy) as error:
        job.trouble = str(error)
    except Exception:
        job.trouble = "The log could not be kept. Nothing of it was; send it again."
        raise
    finally:
        job.share, job.is_done = 1.0, True
        job.tell()


def job_of(studio: Any, number: str) -> LogJob:
    """Work on a log that is under way, of this studio. Raises ImpossibleInput where it is not known."""
    job: LogJob | None = caches["shared"].get(f"log-{number}") if number.isalnum() else None
    if job is None or job.studio_id != studio.pk:
        raise ImpossibleInput("that log is not known here; if the server was started anew, send it again")
    return job
