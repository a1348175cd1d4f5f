"""How glass moves while it is soft, all by one integral: heat work W = ∫ dt/η, in 1/Pa.

Each law has a way forth (what does W do?) and a way back (what W does it take?). Good to a factor of about three in
time, which is some 15 K. Sheets that come down are followed step by step: see `trajectory`.
"""

from __future__ import annotations

import math

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput

__all__ = [
    "drained_m",
    "parting_work",
    "press_thickness",
    "press_work",
    "thread_length",
    "thread_work",
]


def drained_m(*, thickness_m: float, slope_sine: float, work_per_pa: float, density_kg_m3: float) -> float:
    """How far soft glass runs down a slope by its own weight, as so much of its rim lost, m: ρ·g·h²·sin θ·W/3.

    A film of even thickness on a slope (Landau & Lifshitz, Fluid Mechanics, 17).
    """
    return density_kg_m3 * GRAVITY * thickness_m**2 * slope_sine * max(0.0, work_per_pa) / 3


def _positive(**values: float) -> None:
    for name, value in values.items():
        if not value > 0 or not math.isfinite(value):
            raise ImpossibleInput(f"expected a {name} above 0, got {value:g}")


def parting_work(*, length_m: float, density_kg_m3: float) -> float:
    """Heat work at which the neck of a hung thread parts, 1/Pa: W = 3/(ρgL₀)."""
    _positive(length=length_m, density=density_kg_m3)
    return 3 / (density_kg_m3 * GRAVITY * length_m)


def thread_length(*, work_per_pa: float, length_m: float, density_kg_m3: float) -> float:
    """Length of a thread hung by its end after so much heat work, m; infinite once its neck has parted.

    Each height carries what hangs below it, so L = -(3/(ρgW))·ln(1 - ρgL₀W/3); exact for an even viscous thread.
    """
    share = work_per_pa / parting_work(length_m=length_m, density_kg_m3=density_kg_m3)
    if share <= 0:
        return length_m
    return -length_m / share * math.log1p(-share) if share < 1 else math.inf


def thread_work(*, length_m: float, stretched_m: float, density_kg_m3: float) -> float:
    """Heat work at which a hung thread has drawn out to a length, 1/Pa. Raises ImpossibleInput when it is no longer."""
    from scipy.optimize import brentq  # takes half a second to load

    if stretched_m <= length_m:
        raise ImpossibleInput(f"expected a length above {length_m * 1e3:g} mm, got {stretched_m * 1e3:g} mm")
    most = parting_work(length_m=length_m, density_kg_m3=density_kg_m3)

    def missing(share: float) -> float:
        return -math.log1p(-share) / share - stretched_m / length_m

    return most * float(brentq(missing, 1e-12, 1 - 1e-15)) if missing(1 - 1e-15) > 0 else most


def press_work(*, from_m: float, to_m: float, volume_m3: float, force_n: float) -> float:
    """Heat work to press a volume from one thickness to another between plates under a force.

    dh/dt = −2πF·h⁵ / (3Vη·(2πh³ + V)) (Gent 1960, ASTM C1351M), integrated in closed form.
    """
    _positive(volume=volume_m3, force=force_n, thickness=to_m)
    if to_m > from_m:
        raise ImpossibleInput(f"expected to press to at most {from_m * 1e3:g} mm, got {to_m * 1e3:g} mm")
    wide = 2 * math.pi * (1 / to_m - 1 / from_m) + volume_m3 / 4 * (to_m**-4 - from_m**-4)
    return 3 * volume_m3 / (2 * math.pi * force_n) * wide


def press_thickness(*, work_per_pa: float, from_m: float, volume_m3: float, force_n: float) -> float:
    """The thickness after so much heat work, m: in the end as W^(-1/4), which is why pressed work ends near 2 mm."""
    from scipy.optimize import brentq  # takes half a second to load

    if work_per_pa <= 0:
        return from_m

    def missing(thickness: float) -> float:
        return press_work(from_m=from_m, to_m=thickness, volume_m3=volume_m3, force_n=force_n) - work_per_pa

    low = from_m
    for _ in range(60):
        low /= 2
        if missing(low) > 0:
            return float(brentq(missing, low, from_m))
    return low
