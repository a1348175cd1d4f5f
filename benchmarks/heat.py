"""Timings of a whole firing run through the glass, and of the looks at it."""

from __future__ import annotations

import statistics
from typing import Any

Figures = dict[str, float]


def bench_slab(spread_ms: Any) -> Figures:
    """Five days of 100 mm at 41 nodes, and the strain in it; `rivals` has the other ways to the same numbers."""
    from coldcradle.heat.physics.slab import Slab1D, run_slab
    from coldcradle.heat.physics.strain import run_strain
    from tests.reference.test_slab import DAYS_FIVE, glass

    slab = Slab1D(layers=(glass(0.1),))
    ours = statistics.median(spread_ms(lambda: run_slab(slab, DAYS_FIVE), 40))
    run = run_slab(slab, DAYS_FIVE)
    strain = statistics.median(spread_ms(lambda: run_strain(run), 40))
    return {"five days of 100 mm through the glass, ms": ours, "and the strain in it, ms": strain}


def bench_looks(spread_ms: Any) -> Figures:
    """Judging a pasted schedule, coasting in three rooms, a chain of three, and fitting a day's log."""
    from coldcradle.heat.kiln.fit import fit_kiln
    from coldcradle.heat.kiln.log import read_log
    from coldcradle.heat.physics.simulate import _run
    from coldcradle.piece.compare import assess_schedule, coasting_of
    from coldcradle.piece.plan import _planned, plan
    from coldcradle.piece.stage import StageWithInputs
    from tests.core.test_firing import fired, written
    from tests.core.test_kiln_logs import firing
    from tests.core.test_schedules import FOUR_RAMPS

    chain = [{"name": "Dots", "process": "full", "before": True}, {"name": "Polish", "process": "polish"}]
    piece = fired("slump", thick="6 mm", heat__schedule=FOUR_RAMPS)
    whole = written("slump", thick="6 mm", heat__chain=chain)
    times, temperatures, _ = firing(every_s=15)
    text = "s,temp\n" + "\n".join(f"{t:.0f},{c:.1f}" for t, c in zip(times, temperatures, strict=True))

    def anew(work: Any) -> Any:
        def once() -> None:
            _run.cache_clear()
            _planned.cache_clear()
            work()

        return once

    return {
        "judge a pasted schedule, ms": statistics.median(
            spread_ms(anew(lambda: assess_schedule(StageWithInputs(piece))), 20)
        ),
        "may it be switched off, three rooms, ms": statistics.median(
            spread_ms(anew(lambda: coasting_of(StageWithInputs(piece))), 20)
        ),
        "a chain of three stages, all anew, ms": statistics.median(spread_ms(anew(lambda: plan(whole)), 20)),
        f"fit a log of {len(times)} readings, ms": statistics.median(
            spread_ms(lambda: fit_kiln(read_log(text.encode()), room_c=18.0), 10)
        ),
    }
