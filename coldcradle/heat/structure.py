"""Structural relaxation: how the glass itself settles, as a fictive temperature that lags behind the real one.

Tool (1946), Narayanaswamy (1971) and Moynihan (1976) with a spectrum of six times; Markovsky and Soules' stable steps
(1984). The numbers are from memory and usual for soda-lime glass.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.viscosity import Viscosity

__all__ = ["fictive_temperatures"]

Array = NDArray[np.float64]

# Six relaxation times, as shares and factors, close to a stretched exponential with b = 0.6; from memory.
_SHARES = np.array([0.05, 0.10, 0.17, 0.24, 0.26, 0.18])
_FACTORS = np.array([0.005, 0.03, 0.12, 0.38, 0.95, 2.2])
_MODULUS_PA = 10**10.1  # structural relaxation takes eta over this; from memory


def fictive_temperatures(times_s: Array, temperatures_c: Array, curves: Sequence[Viscosity]) -> Array:
    """Fictive temperature (T, N) along a run; equal to the real one at its start, which should be near annealing or hotter.

    A start colder than the annealing point is taken at the annealing point: cold glass keeps the structure it set with.
    """
    first = np.maximum(temperatures_c[0], np.array([c.annealing_c for c in curves]))
    parts = np.repeat(first[None, :], len(_SHARES), axis=0)
    shares, factors = _SHARES[:, None], _FACTORS[:, None]
    found = np.empty_like(temperatures_c)
    found[0] = first
    same = len(set(curves)) == 1
    for i, dt in enumerate(np.diff(times_s), 1):
        now, fictive = temperatures_c[i], shares[:, 0] @ parts
        if same:
            log_eta = curves[0].log10_off_balance(now, fictive)
        else:
            log_eta = np.array([c.log10_off_balance(t, f) for c, t, f in zip(curves, now, fictive, strict=True)])
        tau = 10.0 ** np.clip(log_eta, 0.0, 40.0) / _MODULUS_PA * factors
        gain = dt / tau
        parts = (parts + gain * now) / (1 + gain)
        found[i] = shares[:, 0] @ parts
    return found
