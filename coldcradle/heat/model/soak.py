"""How long glass rests at its annealing point: by the rule of thumb, and until heart and skin agree."""

from __future__ import annotations

import math

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.physics.conduction import time_constant_s
from coldcradle.layup.load import Load

__all__ = ["SPREAD_K", "THUMB_S_PER_M", "relaxation_s", "settled_soak_s", "settling_s", "thumb_soak_s"]

THUMB_S_PER_M = 2 * 3600 / 0.012
SPREAD_K = 2.0
_TIMES = 5


def thumb_soak_s(thickness_m: float) -> float:
    """Two hours for each 12 mm of glass, s: common practice, no source; a handbook's table of thick slabs has the same.

    Examples
    --------
    >>> thumb_soak_s(0.012) / 3600
    2.0
    """
    return thickness_m * THUMB_S_PER_M


def relaxation_s(kind: GlassProperties) -> float:
    """The time in which stress in a plane of glass relaxes at its annealing point, 6η(1 − ν)/E, s."""
    return 6 * 10**ANNEALING_LOG * (1 - kind.poisson) / kind.youngs_modulus_pa


def settling_s(load: Load, *, drop_k: float, fall_k_per_h: float) -> float:
    """When heart and skin agree within 2 K after a fall, s, by the slowest mode of a slab (Carslaw & Jaeger).

    `drop_k` is the fall that precedes; the heart lags by no more than that, nor by more than rate times its time. By
    the open face or by the walls, whichever is quicker, not by both: on the safe side.
    """
    tau_s = time_constant_s(
        thickness_m=load.thickness_m, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material
    )
    lag_k = min(drop_k, fall_k_per_h / 3600 * tau_s)
    return tau_s * math.log(max(1.0, lag_k / SPREAD_K))


def settled_soak_s(kind: GlassProperties, *, settled_s: float) -> float:
    """Until heart and skin agree, and five relaxation times more, s."""
    return settled_s + _TIMES * relaxation_s(kind)
