"""Tiny kilns that know only power: a gentle ladder of per cents and minutes. Rough, and marked so."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.physics.conduction import cooling_rate_k_per_h
from coldcradle.quantity.format import DualQuantity, show

__all__ = ["TRADE_PERCENTS", "Ladder", "Rung", "power_ladder"]

_FUSE_C, _ROOM_C = 800.0, 20.0
_REST_K = 1000.0  # above the room full power comes to rest about here; common practice, no source
_LEAST_MINUTES = 2
TRADE_PERCENTS = (20, 30, 40, 50)  # a minute or a few on each; common practice, no source
_NEAR_PERCENT, _FEW_MINUTES = 5, 6
_ROUGH = 2.0  # as far as the estimate may be off


@dataclass(frozen=True, slots=True)
class Rung:
    """So many per cent of power for so long, and about how hot it is then."""

    percent: int
    time: DualQuantity
    minutes: int
    to_c: float


@dataclass(frozen=True, slots=True)
class Ladder:
    """The rungs, which of the trade's they are near, how fast a piece of this thickness may be warmed (K/h), and
    whether even the least power is too much.
    """

    rungs: list[Rung]
    near: list[int]
    allowed_k_per_h: float
    is_too_fast: bool


def _near(rungs: list[Rung]) -> list[int]:
    """The trade's rungs that these pass by, about as long as the trade stays on them."""
    return [
        told
        for told in TRADE_PERCENTS
        if any(abs(r.percent - told) <= _NEAR_PERCENT and r.minutes <= _FEW_MINUTES for r in rungs)
    ]


def power_ladder(kind: GlassProperties, *, thickness_m: float, full_fuse_s: float, finest_percent: int = 10) -> Ladder:
    """Rungs of rising power that warm a small piece no faster than its thickness allows, until it is past its strain
    point.

    `full_fuse_s`: from cold to 800 °C at full power, as remembered. Warming is in proportion to the power, less what is
    lost, which grows with temperature; the piece is warmed from both faces. Rough: good to a factor of two, which is
    kept in hand.
    Raises ImpossibleInput for no thickness, or a time or a step of power that cannot be.
    """
    if not (full_fuse_s >= 60 and thickness_m > 0 and 1 <= finest_percent <= 50):
        raise ImpossibleInput(
            "expected a thickness above 0, a full fuse after at least a minute, and power steps of 1 to 50 %"
        )
    rise_k = _FUSE_C - _ROOM_C
    tau_s = full_fuse_s / -math.log(1 - rise_k / _REST_K)
    allowed = cooling_rate_k_per_h(kind=kind, thickness_m=thickness_m, stress_pa=SURFACE_STRESS_PA) / _ROUGH
    percents = list(range(finest_percent, 101, finest_percent))
    if percents[-1] != 100:
        percents.append(100)

    def rate(percent: int, at_c: float) -> float:
        return (_REST_K * percent / 100 - (at_c - _ROOM_C)) / tau_s * 3600

    minutes: list[tuple[int, float]] = []
    at_c, now = _ROOM_C, percents[0]
    too_fast = rate(now, at_c) > allowed * 1.05
    stayed = 0
    while at_c < _FUSE_C and len(minutes) < 24 * 60:
        if at_c > kind.strain_c:
            wanted = 100
        else:
            wanted = max([p for p in percents if rate(p, at_c) <= allowed], default=percents[0])
            if rate(now, at_c) < 60.0:  # this power warms it no further
                wanted = max(wanted, next((p for p in percents if p > now), 100))
        if wanted > now and stayed >= _LEAST_MINUTES:
            # one step at a time: what is known of such kilns is too rough for leaps
            now, stayed = next(p for p in percents if p > now), 0
        at_c += rate(now, at_c) / 60
        stayed += 1
        minutes.append((now, at_c))
    rungs = []
    for percent, group in itertools.groupby(minutes, key=lambda m: m[0]):
        spent = list(group)
        rungs.append(Rung(percent, show(len(spent) * 60.0, "duration"), len(spent), spent[-1][1]))
    return Ladder(rungs, _near(rungs), allowed, too_fast)
