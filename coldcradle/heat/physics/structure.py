"""Structural relaxation: how the glass itself settles, as a fictive temperature that lags behind the real one.

Tool (1946), Narayanaswamy (1971) and Moynihan (1976) with a spectrum of six times; Markovsky and Soules' stable steps
(1984). The numbers are from memory and usual for soda-lime glass.
"""

from __future__ import annotations

import ctypes
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.viscosity import ANNEALING_LOG, ISO_SLOPE_PER_K, KELVIN, Viscosity
from coldcradle.kernel import KERNEL, pointer

__all__ = ["MEAN_TIME_S", "SETTLED_K", "carry_fictive", "fictive_temperatures"]

Array = NDArray[np.float64]

# Six relaxation times, as shares and factors, close to a stretched exponential with b = 0.6; from memory.
_SHARES = np.array([0.05, 0.10, 0.17, 0.24, 0.26, 0.18])
_FACTORS = np.array([0.005, 0.03, 0.12, 0.38, 0.95, 2.2])
# The mean time at the annealing point. Structure relaxes 5 to 9 times slower than stress in soda-lime glass (Rekhson,
# Scherer: from memory), and stress takes 34 s in shear (η/G) and 65 s in a plane (6η(1 - ν)/E).
MEAN_TIME_S = 300.0
_MODULUS_PA = 10**ANNEALING_LOG * float(_SHARES @ _FACTORS) / MEAN_TIME_S
SETTLED_K = 45.0  # above the annealing point everything settles within seconds: there it has the structure it is at
_FROZEN_K = 260.0  # below it nothing settles within any firing


def fictive_temperatures(times_s: Array, temperatures_c: Array, curves: Sequence[Viscosity]) -> Array:
    """Fictive temperature (T, N) along a run; equal to the real one at its start, which should be near annealing or
    hotter.

    A start colder than the annealing point is taken at the annealing point: cold glass keeps the structure it set with.
    """
    return carry_fictive(times_s, temperatures_c, curves)[0]


def carry_fictive(
    times_s: Array, temperatures_c: Array, curves: Sequence[Viscosity], parts: Array | None = None
) -> tuple[Array, Array]:
    """The same from where an earlier run ended, `parts` (6, N) in °C; hands back what a later one may go on from."""
    annealing = np.array([c.annealing_c for c in curves])
    if parts is None:
        parts = np.repeat(np.maximum(temperatures_c[0], annealing)[None, :], len(_SHARES), axis=0)
    found = np.empty_like(temperatures_c)
    found[0] = _SHARES @ parts
    parts = np.array(parts, dtype=float)
    steps = np.diff(times_s) * _MODULUS_PA
    band = float(annealing.min()) - _FROZEN_K, float(annealing.max()) + SETTLED_K
    if KERNEL is not None:
        _carry_compiled(steps, np.ascontiguousarray(temperatures_c), curves, band, parts, found)
        return found, parts
    return found, _carry_plain(steps, temperatures_c, curves, band, parts, found)


def _carry_compiled(
    steps: Array,
    temperatures_c: Array,
    curves: Sequence[Viscosity],
    band: tuple[float, float],
    parts: Array,
    found: Array,
) -> None:
    """What `_carry_plain` does, in `kernel.c`; `parts` is carried on in place."""
    assert KERNEL is not None
    curve = np.array(
        [[c.a, c.b_k, c.t0_c, ISO_SLOPE_PER_K, c.annealing_c + KELVIN, c.activation_k] for c in curves]
    ).T.copy()
    arrays = [pointer(v) for v in (temperatures_c, steps, curve, _SHARES, 1 / _FACTORS)]
    low, high = (ctypes.c_double(bound) for bound in band)
    KERNEL.fictive_steps(found.shape[1], len(steps), len(_SHARES), *arrays, low, high, pointer(parts), pointer(found))


def _carry_plain(
    steps: Array,
    temperatures_c: Array,
    curves: Sequence[Viscosity],
    band: tuple[float, float],
    parts: Array,
    found: Array,
) -> Array:
    """Fill `found` (T + 1, N) below its first row; hands back the parts (6, N) at the end. Below the band nothing
    settles, above it everything has.
    """
    same = len(set(curves)) == 1
    coldest, hottest = temperatures_c.min(axis=1).tolist(), temperatures_c.max(axis=1).tolist()
    rates = (1 / _FACTORS)[:, None]
    fictive = found[0]
    for i, step in enumerate(steps.tolist(), 1):
        now = temperatures_c[i]
        if hottest[i] < band[0]:
            found[i] = fictive
            continue
        if coldest[i] > band[1]:
            parts = np.repeat(now[None, :], len(_SHARES), axis=0)
            found[i] = fictive = now
            continue
        if same:
            log_eta = curves[0].log10_off_balance(now, fictive)
        else:
            log_eta = np.array([c.log10_off_balance(t, f) for c, t, f in zip(curves, now, fictive, strict=True)])
        gain = rates * (step * 10.0**-log_eta)
        parts = (parts + gain * now) / (1 + gain)
        found[i] = fictive = _SHARES @ parts
    return parts
