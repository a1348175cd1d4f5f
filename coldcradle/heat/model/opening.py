"""When the lid may be opened: the run of an opened lid, turned round."""

from __future__ import annotations

import functools
from dataclasses import dataclass

import numpy as np

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.physics.shock import open_lid
from coldcradle.heat.physics.simulate import Section1D
from coldcradle.heat.physics.slab import run_slab

__all__ = [
    "ENDS_ABOVE_K",
    "THERMOMETER_K",
    "TOUCH_C",
    "OpeningTrial",
    "behind_k",
    "opening_c",
    "opening_limit_c",
    "opening_shown_c",
    "opening_trial",
]

TOUCH_C = 60.0  # for hands; common practice, no source
THERMOMETER_K = 2.5  # a type K couple of class 2 up to 333 °C, IEC 60584-1 (from memory)
_ABOVE_ROOM_K = 3.0  # what lies so near the room is as cold as it gets
ENDS_ABOVE_K = 1.5
_FROM_TIMES, _FALLS_TIMES, _FALLS_POINTS = 6.0, 6.0, 49  # run from so hot, for so many times its own time
_OPEN_S = 4 * 3600.0
_MOST_K = 300.0
_ROUNDS = 3


@functools.lru_cache(maxsize=512)
def _pulled_pa(kind: GlassProperties, thickness_m: float, above_k: float, room_c: float, both_faces: bool) -> float:
    shock = open_lid(
        kind, thickness_m=thickness_m, glass_c=room_c + above_k, air_c=room_c, for_s=_OPEN_S, is_free=both_faces
    )
    return max(shock.tension_pa, 1.0)


def opening_limit_c(open_c: float, room_c: float) -> float:
    """What a thermometer may show at most, its own doubt allowed for, °C; never out of reach for the room."""
    return max(open_c - THERMOMETER_K, room_c + _ABOVE_ROOM_K)


@dataclass(frozen=True, slots=True)
class OpeningTrial:
    """A lid opened on glass so far above its room, and the pull that it gave; by it the warmest step is found, K."""

    trial_k: float
    pull_pa: float
    above_k: float


def opening_trial(
    *, kind: GlassProperties, thickness_m: float, room_c: float, both_faces: bool = False
) -> OpeningTrial:
    """The run of an opened lid, turned round: cold glass is elastic, so the pull is in proportion to the step; only
    the film changes a little with it, which three rounds settle.
    """
    above_k = 60.0
    for _ in range(_ROUNDS):
        trial_k = round(above_k, 1)
        pull_pa = _pulled_pa(kind, round(thickness_m, 5), trial_k, room_c, both_faces)
        above_k = min(_MOST_K, max(1.0, trial_k * SURFACE_STRESS_PA / pull_pa))
    return OpeningTrial(trial_k, pull_pa, above_k)


def opening_c(*, room_c: float, trial_k: float, allowed_pa: float, pull_pa: float) -> float:
    """The kiln temperature from which the lid may stay open, by a trial and what is allowed; 60 °C at most."""
    return min(TOUCH_C, room_c + trial_k * allowed_pa / pull_pa)


@functools.lru_cache(maxsize=256)
def behind_k(section: Section1D, kiln: LoadedKiln, limit_c: float) -> float:
    """How far the kiln is below the hottest of the glass when that comes down to a limit, K: a long fall, run through.

    By then the first state is forgotten, so an even one is as good as any.
    """
    room, tau_s = kiln.room_c, kiln.time_constant_s
    times = np.linspace(0.0, _FALLS_TIMES * tau_s, _FALLS_POINTS)
    line = [(float(t), room + (limit_c - room) * _FROM_TIMES * float(np.exp(-t / tau_s))) for t in times]
    run = run_slab(section.slab, line)
    hottest = run.temperatures_c[:, run.glass].max(axis=1)
    at = int(np.flatnonzero(hottest > limit_c)[-1])
    if at + 1 == len(hottest):
        return limit_c - room
    share = (hottest[at] - limit_c) / (hottest[at] - hottest[at + 1])
    return float(limit_c - (run.kiln_c[at] + share * (run.kiln_c[at + 1] - run.kiln_c[at])))


def opening_shown_c(*, limit_c: float, lags_k: float, nearest_c: float) -> float:
    """What the kiln comes down to before the lid is opened, °C: the heart of the glass is `lags_k` behind it, and no
    kiln comes nearer to its room than `nearest_c`.
    """
    return max(limit_c - lags_k, nearest_c)
