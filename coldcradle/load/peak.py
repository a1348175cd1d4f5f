"""The peak and the hold that serve all who lie in a firing, or that do least harm."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from coldcradle.load.needs import Window

__all__ = ["CommonPeak", "common_peak"]

_BEYOND_K = 60  # so far past what anybody asks is looked for a peak
_NEAR = 0.01  # of the way to an edge: no worse, and then the shorter hold is taken


@dataclass(frozen=True, slots=True, kw_only=True)
class CommonPeak:
    """A peak and a hold for all, in the middle of the kiln.

    `worst` is how far the one who is worst off is from its own programme on the way to an edge of its window: up to 1
    all are served. `between_c` are the peaks that serve all at this hold, None where none does; `decider` is who has
    the least to spare.
    """

    peak_c: float
    hold_s: float
    worst: float
    between_c: tuple[float, float] | None
    decider: int


def _ways(window: Window, peaks_c: np.ndarray, holds_s: np.ndarray) -> np.ndarray:
    """How far each peak (columns) and hold (rows) is on the way from the own programme to the edge: 0 to 1 inside."""
    work = window.work_per_pa(peaks_c[None, :], holds_s[:, None])
    # by the same sum its own programme is what it is measured from, so that alike ones keep it
    own = window.work_per_pa(window.own_c, window.own_hold_s)
    more = np.log(work / own)
    up, down = math.log(window.most_per_pa / window.own_per_pa), math.log(window.own_per_pa / window.least_per_pa)
    return np.asarray(np.where(more > 0, more / up, -more / down))


def common_peak(windows: Sequence[Window]) -> CommonPeak:
    """The peak and hold that leave the one who is worst off nearest to its own programme.

    How near is counted as a share of the way to the edge of its window, so that members that are alike keep the
    programme each would have alone. Holds are those that members would have alone, never shorter than until every
    heart is hot; of holds as good the shortest.

    Examples
    --------
    >>> from coldcradle.glass.kinds import shipped_kinds
    >>> from coldcradle.glass.viscosity import Viscosity
    >>> def asks(own_c):
    ...     return Window(curve=Viscosity.of(shipped_kinds()["fusing-90-clear"]), least_per_pa=1e-4, own_per_pa=2e-4,
    ...                   most_per_pa=4e-4, offset_k=0.0, lag_s=0.0, rising_k_per_h=150.0, own_c=own_c,
    ...                   own_hold_s=1200.0)
    >>> common_peak([asks(650.0), asks(650.0)]).peak_c, common_peak([asks(650.0), asks(656.0)]).peak_c
    (650.0, 653.0)
    """
    wait_s = max(window.lag_s for window in windows)
    holds = sorted({max(window.own_hold_s, wait_s) for window in windows})
    own = [window.own_c for window in windows]
    first = math.floor(min(own)) - _BEYOND_K
    peaks = np.array(sorted({*own, *map(float, range(first, math.ceil(max(own)) + _BEYOND_K + 1))}))
    each = np.array([_ways(window, peaks, np.array(holds)) for window in windows])
    worst = each.max(axis=0)
    best = float(worst.min())
    row = int(np.flatnonzero(worst.min(axis=1) <= best + _NEAR)[0])
    column = int(worst[row].argmin())
    served = peaks[worst[row] <= 1.0]
    return CommonPeak(
        peak_c=float(peaks[column]),
        hold_s=float(holds[row]),
        worst=float(worst[row, column]),
        between_c=(float(served[0]), float(served[-1])) if len(served) else None,
        decider=int(each[:, row, column].argmax()),
    )
