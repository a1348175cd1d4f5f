"""The finished piece as a body: where its weight sits, when it topples, and what a hook must carry."""

from __future__ import annotations

import math

import numpy as np

from coldcradle.constants import GRAVITY
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.errors import ImpossibleInput
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["HOOK_MARGIN", "centre_height", "hook_load", "piece_cost", "tipping_angle"]

HOOK_MARGIN = 5.0  # what a fixing should carry above the weight; common practice, no source


def centre_height(room: Stack | SolidRoom, *, level_m: float, turned: bool) -> Figure:
    """Height of the centre of gravity above the foot, as it lay in the cradle or turned over: Σz·A / ΣA."""
    if not 0 < level_m <= room.height_m * (1 + 1e-9):
        raise ImpossibleInput(f"expected a filling between 0 and {room.height_m * 1e3:g} mm, got {level_m * 1e3:g} mm")
    z = np.linspace(0.0, level_m, 401)
    volume = room.volume_m3(z)
    middle = (z[1:] + z[:-1]) / 2
    low = float((middle * np.diff(volume)).sum() / max(1e-15, float(volume[-1])))
    return derive(
        "centre_height",
        "Centre of gravity above the foot",
        "length",
        (lambda c, h: h - c) if turned else (lambda c, h: c),
        [
            given("above the deepest point of the cradle", "c", low, "length"),
            given("thickness", "h", level_m, "length"),
        ],
        words="Every slice of the piece counted with its height, c = Σ(z·ΔV)/V.",
        formula="z = h − c" if turned else "z = c",
        source=published("statics"),
        assumptions=["the glass is of one density throughout"],
    )


def tipping_angle(*, foot_m: float, centre_m: float, off_centre_m: float = 0.0) -> Figure:
    """How far it can be tilted before it goes over: atan((b/2 - e)/z)."""
    if not (foot_m > 0 and centre_m > 0):
        raise ImpossibleInput(
            f"expected a foot and a height above 0 mm, got {foot_m * 1e3:g} and {centre_m * 1e3:g} mm"
        )
    return derive(
        "tipping_angle",
        "Tips over at",
        "angle",
        lambda b, z, e: math.atan2(b / 2 - e, z),
        [
            given("narrowest width of the foot", "b", foot_m, "length"),
            given("centre of gravity above it", "z", centre_m, "length"),
            given("centre off the middle by", "e", off_centre_m, "length"),
        ],
        words="It goes over when its centre of gravity has passed the edge of its foot.",
        formula="φ = atan((b/2 − e)/z)",
        source=published("statics"),
        assumptions=["hard, level ground and a foot that does not roll"],
    )


def hook_load(*, mass_kg: float, hooks: int) -> Figure:
    """What each fixing should be rated for, as a mass: m·5/n."""
    if hooks < 1:
        raise ImpossibleInput(f"expected at least one hook, got {hooks}")
    return derive(
        "hook_load",
        "Each fixing should be rated for",
        "mass",
        lambda m, f, n: m * f / n,
        [
            given("weight of the piece", "m", mass_kg, "mass"),
            given("margin", "f", HOOK_MARGIN, "count"),
            given("fixings", "n", float(hooks), "count"),
        ],
        words=f"Five times the weight: knocks, wind and ageing wire. It pulls with {mass_kg * GRAVITY:.0f} N at rest.",
        formula="m·f/n",
        source=PRACTICE,
        assumptions=["all fixings carry alike; hung from two points they seldom do"],
    )


def piece_cost(*, charge_kg: float, price_per_kg: float, energy_kwh: float, price_per_kwh: float) -> Figure:
    """Glass and power of one firing, in the user's own money."""
    return derive(
        "cost",
        "Glass and power",
        "count",
        lambda m, p, e, k: m * p + e * k,
        [
            given("glass weighed out", "m", charge_kg, "mass"),
            given("price of a kilogram", "p", price_per_kg, "count"),
            given("power, kWh", "E", energy_kwh, "count"),
            given("price of a kWh", "k", price_per_kwh, "count"),
        ],
        words="What the glass and the power of this firing cost, in your money. Your time is not in it.",
        formula="m·p + E·k",
        source=PRACTICE,
    )
