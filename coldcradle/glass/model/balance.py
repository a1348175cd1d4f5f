"""The finished piece as a body: where its weight sits, when it topples, and what a hook must carry."""

from __future__ import annotations

import math

import numpy as np

from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.errors import ImpossibleInput

__all__ = ["HOOK_MARGIN", "centre_m", "glass_and_power", "hook_load_kg", "tipping_rad"]

HOOK_MARGIN = 5.0  # what a fixing should carry above the weight; common practice, no source


def centre_m(room: Stack | SolidRoom, *, level_m: float) -> float:
    """Height of the centre of gravity of a filling above the deepest point, m: Σ(z·ΔV)/V over 400 slices.

    Raises ImpossibleInput for a filling of nothing, or one above the brim.
    """
    if not 0 < level_m <= room.height_m * (1 + 1e-9):
        raise ImpossibleInput(f"expected a filling between 0 and {room.height_m * 1e3:g} mm, got {level_m * 1e3:g} mm")
    z = np.linspace(0.0, level_m, 401)
    volume = room.volume_m3(z)
    middle = (z[1:] + z[:-1]) / 2
    return float((middle * np.diff(volume)).sum() / max(1e-15, float(volume[-1])))


def tipping_rad(*, foot_m: float, centre_m: float, off_centre_m: float = 0.0) -> float:
    """How far a piece can be tilted before it goes over, rad: atan((b/2 − e)/z), statics.

    Examples
    --------
    >>> round(math.degrees(tipping_rad(foot_m=0.1, centre_m=0.05)))
    45
    """
    if not (foot_m > 0 and centre_m > 0):
        raise ImpossibleInput(
            f"expected a foot and a height above 0 mm, got {foot_m * 1e3:g} and {centre_m * 1e3:g} mm"
        )
    return math.atan2(foot_m / 2 - off_centre_m, centre_m)


def hook_load_kg(*, mass_kg: float, hooks: float, margin: float = HOOK_MARGIN) -> float:
    """What each fixing should be rated for, kg: m·5/n; common practice, no source."""
    if hooks < 1:
        raise ImpossibleInput(f"expected at least one hook, got {hooks:g}")
    return mass_kg * margin / hooks


def glass_and_power(*, charge_kg: float, price_per_kg: float, energy_kwh: float, price_per_kwh: float) -> float:
    """What glass and power of a firing cost, in the money of the prices.

    Examples
    --------
    >>> glass_and_power(charge_kg=2.0, price_per_kg=30.0, energy_kwh=40.0, price_per_kwh=0.25)
    70.0
    """
    return charge_kg * price_per_kg + energy_kwh * price_per_kwh
