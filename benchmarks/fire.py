"""Following a firing: what one more reading costs after five days, and bringing a long log in."""

from __future__ import annotations

import io
import statistics
import time
from datetime import timedelta
from typing import Any

import numpy as np

Figures = dict[str, float]
FIVE_DAYS_S, EVERY_S = 5 * 86400.0, 30.0


def bench_watch(spread_ms: Any) -> Figures:
    """Five days at a reading every half minute, with noise; folding everything anew is the named baseline."""
    from coldcradle.fire.readings import KilnReading
    from coldcradle.fire.watch import FiringTracker
    from tests.core.test_fire import watched

    w = watched("cast")
    line = np.array(w.planned_line)
    rng = np.random.default_rng(1)
    times = np.arange(0.0, FIVE_DAYS_S, EVERY_S)
    shown = np.interp(times * line[-1, 0] / FIVE_DAYS_S, line[:, 0], line[:, 1]) + rng.normal(0, 0.3, len(times))
    rows = [KilnReading(float(t), float(c)) for t, c in zip(times, shown, strict=True)]

    def whole() -> FiringTracker:
        watch = FiringTracker(w)
        watch.extend(rows)
        watch.state([], FIVE_DAYS_S)
        return watch

    began = time.perf_counter()
    watch = whole()
    anew = (time.perf_counter() - began) * 1e3
    more = iter(range(100_000))

    def one_more() -> None:
        i = next(more)
        watch.extend([KilnReading(FIVE_DAYS_S + EVERY_S * i, float(shown[-1]))])
        watch.state([], FIVE_DAYS_S + EVERY_S * i)

    step = spread_ms(one_more, 100)
    return {
        "five days of readings, all folded anew, ms": anew,
        "state after one more reading, median ms": statistics.median(step),
        "state after one more reading, p95 ms": step[int(0.95 * len(step))],
        "anew / one more, times": anew / statistics.median(step),
        "straight lines that stand for 14 400 readings": float(len(watch.thinner.corners)),
    }


def bench_log(rows: int = 1_000_000) -> Figures:
    """A log of a million rows, read and kept; pandas' reader and Django's bulk_create are the named baselines."""
    import pandas as pd
    from django.db import transaction
    from django.utils import timezone

    from studio.actions.bringing_in import import_piece
    from studio.actions.readings import LogJob, Placed, bring_in
    from studio.actions.shelf import save_kiln
    from studio.models import Firing, Reading
    from tests.documents import KILN, document
    from tests.people import studio_of_one

    studio = studio_of_one("Bench log")
    save_kiln(studio, kiln=None, version=None, document=dict(KILN), system="metric")
    firing = import_piece(studio, document()).stages.get().firing
    begun = timezone.now() - timedelta(seconds=rows + 60)
    Firing.objects.filter(pk=firing.pk).update(started_at=begun, state="running")
    firing.refresh_from_db()
    times = np.arange(rows) * 1.0
    shown = 20 + 700 * np.sin(times / rows * np.pi)
    frame = pd.DataFrame({"elapsed s": times, "temperature C": shown.round(2)})
    raw = frame.to_csv(index=False).encode()
    began = time.perf_counter()
    job = LogJob(studio_id=studio.pk)
    bring_in(firing, raw, Placed(now=timezone.now(), is_sure=True), job)
    ours = time.perf_counter() - began
    assert job.count == rows, job.trouble
    began = time.perf_counter()
    again = pd.read_csv(io.BytesIO(raw))
    Reading.objects.filter(firing=firing).delete()
    with transaction.atomic():
        made = [
            Reading(firing=firing, at_s=t, shown_c=c, source="log")
            for t, c in zip(again["elapsed s"].tolist(), again["temperature C"].tolist(), strict=True)
        ]
        Reading.objects.bulk_create(made, batch_size=20_000)
    theirs = time.perf_counter() - began
    return {
        "a log of a million rows, read, judged and kept, s": ours,
        "the same by pandas and bulk_create, not judged, s": theirs,
        "pandas and bulk_create / ours, times": theirs / ours,
    }
