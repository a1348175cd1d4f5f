"""Stress from temperatures: Maxwell's fluid with the structure of the glass lagging behind (Tool, Narayanaswamy and
Moynihan), written apart from the core's. Constants from memory, each with the range that is published for it.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.kinds import GlassProperties

__all__ = ["elastic_pull_pa", "residual_pa", "zone_pull_pa"]

Array = NDArray[np.float64]

_TIMES = np.array([0.004, 0.02, 0.09, 0.3, 0.8, 1.9])
_PARTS = np.array([0.05, 0.09, 0.16, 0.24, 0.27, 0.19])
_SETTLES_S = 300.0  # mean time of structure at the annealing point


def _flat(strain: Array, z: Array, is_held: bool) -> Array:
    """What is left of free strains (n) once force, and moment where it may bow, are in balance."""
    left = strain - strain.mean()
    if not is_held:
        left = left - z * (left @ z) / (z @ z)
    return left


def elastic_pull_pa(temperatures: Array, kind: GlassProperties, *, is_held: bool, below_c: float) -> float:
    """The greatest tension of cold elastic glass (T, n) while some of it is stiff, Pa."""
    modulus = kind.youngs_modulus_pa / (1 - kind.poisson)
    z = np.linspace(-1, 1, temperatures.shape[1])
    worst = 0.0
    for row in temperatures:
        if row.min() < below_c:
            stress = -modulus * kind.expansion_per_k * _flat(row, z, is_held)
            worst = max(worst, float(stress[row < below_c].max()))
    return worst


def zone_pull_pa(inner_c: Array, outer_c: Array, kind: GlassProperties, share: float, below_c: float) -> float:
    """What two zones of a disc do to one another at most: the middle if it is behind, else the rim, Pa."""
    stiff = np.minimum(inner_c, outer_c) < below_c
    behind = np.where(stiff, outer_c - inner_c, 0.0)
    per_k = kind.youngs_modulus_pa * kind.expansion_per_k / 2
    return float(max((behind * per_k * (1 - share)).max(), (-behind * per_k * (1 + share)).max(), 0.0))


def residual_pa(
    times_s: Array, temperatures: Array, kind: GlassProperties, *, is_held: bool, x: float = 0.5, ratio: float = 3.15
) -> float:
    """The greatest tension that stays (T, n), Pa. `x` is the share of the activation that follows the temperature (0.4
    to 0.6), `ratio` the expansion of the settled liquid over that of the glass (2.8 to 3.5)."""
    anneal_k, strain_k = kind.annealing_c + 273.15, kind.strain_c + 273.15
    activation = 1.5 * math.log(10) / (1 / strain_k - 1 / anneal_k)
    modulus = kind.youngs_modulus_pa / (1 - kind.poisson)
    z = np.linspace(-1, 1, temperatures.shape[1])
    weight = np.full(len(z), 1 / len(z))
    parts = np.repeat(np.maximum(temperatures[0], kind.annealing_c)[None], len(_TIMES), axis=0)
    stress = np.zeros(temperatures.shape[1])
    fictive = _PARTS @ parts
    mean = float(_PARTS @ _TIMES)
    for i in range(1, len(times_s)):
        dt, now, was = times_s[i] - times_s[i - 1], temperatures[i], temperatures[i - 1]
        middle = (now + was) / 2 + 273.15
        shift = np.exp(
            np.clip(
                x * activation * (1 / middle - 1 / anneal_k)
                + (1 - x) * activation * (1 / (fictive + 273.15) - 1 / anneal_k),
                -30,
                60,
            )
        )
        settle = dt / (_SETTLES_S / mean * _TIMES[:, None] * shift)
        parts = (parts + settle * now) / (1 + settle)
        after = _PARTS @ parts
        free = -kind.expansion_per_k * (now - was + (ratio - 1) * (after - fictive))
        fictive = after
        spent = dt * modulus / (6 * 1e12 * shift)
        kept = np.exp(-spent)
        lent = modulus * np.where(spent > 1e-9, -np.expm1(-spent) / np.maximum(spent, 1e-30), 1.0)
        own = kept * stress + lent * free
        if is_held:
            stress = own - lent * (weight @ own) / (weight @ lent)
        else:
            a, b, c = weight @ lent, weight @ (lent * z), weight @ (lent * z * z)
            stretch, curve = np.linalg.solve([[a, b], [b, c]], [-(weight @ own), -(weight @ (own * z))])
            stress = own + lent * (stretch + curve * z)
    return float(stress.max())
