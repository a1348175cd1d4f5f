"""Firings that many share, and the week: against a hundred round trips of JSON, and against a greedy plan."""

from __future__ import annotations

import statistics
import time
from dataclasses import replace

from benchmarks.__main__ import Figures, baseline_ms

__all__ = ["bench_load", "bench_week"]

_PAIRS = ("slump", "drape", "polish", "ring", "hang", "tack", "full", "press")


def bench_load() -> Figures:
    """Eight members cold, and with one of them moved to another berth."""
    from coldcradle.load import firing as loads
    from coldcradle.load.inputs import Berth, FiringInput, LoadInput
    from tests.core.loads import member

    members = tuple(member(p, f"{p} {i}") for i, p in enumerate(_PAIRS))
    told = FiringInput(members=members)
    loads.plan_firing(told)
    cold, moved = [], []
    for n in range(5):
        loads._alone.cache_clear()
        loads._fired.cache_clear()
        began = time.perf_counter()
        loads.plan_firing(told)
        cold.append(time.perf_counter() - began)
        berth = Berth(member=members[0].key, x_m=0.3 + 0.01 * n, y_m=0.3)
        began = time.perf_counter()
        loads.plan_firing(replace(told, load=LoadInput(berths=(berth,))))
        moved.append(time.perf_counter() - began)
    return {
        "eight members, cold": statistics.median(cold) * 1e3,
        "eight members, one moved": statistics.median(moved) * 1e3,
    }


def bench_week(weeks: int = 20, many: int = 40, time_s: float = 8.0) -> Figures:
    """The plan of large weeks against the list schedule they begin with: hours late, firings, as ratios."""
    from coldcradle.load.week.plan import plan_week
    from tests.core.weeks import made_up

    late, firings, took = [], [], []
    for seed in range(weeks):
        week = made_up(7000 + seed, many)
        began = time.perf_counter()
        found = plan_week(week, time_s=time_s)
        took.append(time.perf_counter() - began)
        late.append(found.cost.late_h / max(found.listed.late_h, 1e-9))
        firings.append(found.cost.firings / found.listed.firings)
    return {
        "hours late over the list's": statistics.mean(late),
        "firings over the list's": statistics.mean(firings),
        "seconds at most": max(took),
    }


if __name__ == "__main__":
    base = baseline_ms()
    for name, ms in bench_load().items():
        print(f"{name}: {ms:.0f} ms, {ms / base:.1f} times a hundred round trips of JSON ({base:.2f} ms)")
    for name, value in bench_week().items():
        print(f"week of forty: {name}: {value:.2f}")
