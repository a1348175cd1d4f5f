"""How a finished piece stands, hangs and what it cost, in words."""

from __future__ import annotations

from coldcradle.constants import GRAVITY
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.glass.model.balance import HOOK_MARGIN, centre_m, glass_and_power, hook_load_kg, tipping_rad
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["centre_height", "hook_load", "piece_cost", "tipping_angle"]


def centre_height(room: Stack | SolidRoom, *, level_m: float, turned: bool) -> Figure:
    """Height of the centre of gravity above the foot, as it lay in the cradle or turned over: Σz·A / ΣA."""
    low = centre_m(room, level_m=level_m)
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
    return derive(
        "tipping_angle",
        "Tips over at",
        "angle",
        lambda b, z, e: tipping_rad(foot_m=b, centre_m=z, off_centre_m=e),
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
    return derive(
        "hook_load",
        "Each fixing should be rated for",
        "mass",
        lambda m, f, n: hook_load_kg(mass_kg=m, margin=f, hooks=n),
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
        lambda m, p, e, k: glass_and_power(charge_kg=m, price_per_kg=p, energy_kwh=e, price_per_kwh=k),
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
