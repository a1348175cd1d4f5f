"""Timings of a whole firing run through the glass, each beside a fine scipy solution of the same firing in the same run."""

from __future__ import annotations

import itertools
import statistics
import time
from typing import Any

import numpy as np

Figures = dict[str, float]


def bench_slab(spread_ms: Any) -> Figures:
    """Five days of 100 mm at 41 nodes; solve_ivp (BDF, 161 nodes, rtol 1e-7) as the slow and careful other way."""
    from scipy.integrate import solve_ivp

    from coldcradle.heat.slab import Slab1D, _mesh, film_w_m2_k, run_slab
    from coldcradle.heat.strain import run_strain
    from tests.reference.test_slab import DAYS_FIVE, glass

    slab = Slab1D(layers=(glass(0.1),))
    ours = statistics.median(spread_ms(lambda: run_slab(slab, DAYS_FIVE), 40))
    run = run_slab(slab, DAYS_FIVE)
    strain = statistics.median(spread_ms(lambda: run_strain(run), 40))
    depths, heats, links, _ = _mesh(Slab1D(layers=(glass(0.1),), nodes=161))
    at_t, at_c = np.array([t for t, _ in DAYS_FIVE]), np.array([c for _, c in DAYS_FIVE])

    def change(t: float, state: np.ndarray) -> np.ndarray:
        kiln = float(np.interp(t, at_t, at_c))
        flow = links * np.diff(state)
        into = np.zeros_like(state)
        into[:-1] += flow
        into[1:] -= flow
        into[0] += film_w_m2_k(kiln, state[0]) * (kiln - state[0])
        return into / heats

    found: Figures = {"five days of 100 mm through the glass, ms": ours, "and the strain in it, ms": strain}
    for method in ("BDF", "LSODA"):
        more = {"lband": 1, "uband": 1} if method == "LSODA" else {}
        began = time.perf_counter()
        state, worst = np.full(len(depths), at_c[0]), 0.0
        for a, b in itertools.pairwise(at_t):
            inside = run.times_s[(run.times_s > a) & (run.times_s <= b)]
            part = solve_ivp(
                change, (a, b), state, method=method, t_eval=np.union1d(inside, [b]), rtol=1e-7, atol=1e-5, **more
            )
            state = part.y[:, -1]
            for t, column in zip(part.t, part.y.T, strict=True):
                row = run.temperatures_c[int(np.searchsorted(run.times_s, t - 1e-6))]
                worst = max(worst, float(np.abs(np.interp(run.depths_m, depths, column) - row).max()))
        fine = (time.perf_counter() - began) * 1e3
        found[f"the same by solve_ivp {method}, 161 nodes, ms"] = fine
        found[f"solve_ivp {method} / ours, times"] = fine / ours
        found[f"largest difference from {method}, K"] = worst
    return found


def bench_looks(spread_ms: Any) -> Figures:
    """Judging a pasted schedule, coasting in three rooms, a chain of three, and fitting a day's log."""
    from coldcradle.heat.inside import _run
    from coldcradle.heat.kiln_fit import fit_kiln
    from coldcradle.heat.kiln_log import read_log
    from coldcradle.heat_looks import chain_of, coasting_of, judge_schedule
    from tests.core.test_firing import fired
    from tests.core.test_kiln_logs import firing
    from tests.core.test_schedules import FOUR_RAMPS

    chain = [{"name": "Dots", "process": "full", "before": True}, {"name": "Polish", "process": "polish"}]
    piece = fired("slump", thick="6 mm", heat__schedule=FOUR_RAMPS, heat__chain=chain)
    times, temperatures, _ = firing(every_s=15)
    text = "s,temp\n" + "\n".join(f"{t:.0f},{c:.1f}" for t, c in zip(times, temperatures, strict=True))

    def anew(work: Any) -> Any:
        def once() -> None:
            _run.cache_clear()
            work()

        return once

    return {
        "judge a pasted schedule, ms": statistics.median(spread_ms(anew(lambda: judge_schedule(piece)), 20)),
        "may it be switched off, three rooms, ms": statistics.median(spread_ms(anew(lambda: coasting_of(piece)), 20)),
        "a chain of three firings, ms": statistics.median(spread_ms(anew(lambda: chain_of(piece)), 20)),
        f"fit a log of {len(times)} readings, ms": statistics.median(
            spread_ms(lambda: fit_kiln(read_log(text.encode()), room_c=18.0), 10)
        ),
    }
