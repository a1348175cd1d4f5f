"""Clocks that were put back or on by an hour in the middle of a log."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from coldcradle.quantity.format import Message, say

__all__ = ["mended_clock"]

Array = NDArray[np.float64]
_HOUR_S, _NEAR_S = 3600.0, 150.0
_SEEN_K = 15.0  # a kiln that moves less in an hour does not tell whether the hour was there
_MOST = 2


def mended_clock(times_s: Array, temperatures_c: Array) -> tuple[Array, list[Message]]:
    """Times (s) in the order they were written, without an hour that was put in or taken out, and what was done.

    Put back: a step of an hour less than the usual. Put on: an hour more in which the kiln hardly moved, though it was
    moving before and after. A gap in which it did move stays a gap.
    """
    times = times_s.copy()
    notes: list[Message] = []
    good = np.isfinite(times)
    if good.sum() < 8 or not good.all():
        return times, notes
    steps = np.diff(times)
    usual = float(np.median(steps[steps > 0])) if (steps > 0).any() else 0.0
    if not 0 < usual < _HOUR_S / 4:
        return times, notes
    moved = np.abs(np.diff(temperatures_c))
    for i in np.flatnonzero(np.abs(np.abs(steps - usual) - _HOUR_S) < _NEAR_S)[: _MOST + 1].tolist():
        is_back = steps[i] < 0
        around = float(np.nanmedian(np.concatenate([moved[max(0, i - 4) : i], moved[i + 1 : i + 5]])))
        still = moved[i] <= 3 * around + 0.5
        if not is_back and not (still and around / usual * _HOUR_S > _SEEN_K):
            continue
        if len(notes) == _MOST:
            return times_s.copy(), [say("Its clock jumps more than twice: taken as it stands.")]
        times[i + 1 :] += _HOUR_S if is_back else -_HOUR_S
        notes.append(say(f"The clock was put {'back' if is_back else 'on'} an hour in it; that is allowed for."))
    return times, notes
