"""A small piece of glass drawn round by its own surface: the sessile drop it becomes, and the heat work that takes."""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass

import numpy as np

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.profile import Array

__all__ = ["ANGLE_RAD", "MOST_DROP_M3", "TENSION_N_M", "Drop", "round_drop", "rounding_work"]

TENSION_N_M, ANGLE_RAD = 0.30, math.radians(135)  # of soft glass, and at a washed shelf: 120° to 150°; from memory
_ROUNDS = (
    6.0  # times size over tension until a corner is within a twentieth of round; from memory, good to a factor of 2
)
MOST_DROP_M3 = 5e-5


@dataclass(frozen=True, slots=True)
class Drop:
    """A drop at rest: its greatest diameter and height, m, and its outline (r, z) from the top down to the shelf."""

    diameter_m: float
    height_m: float
    outline: tuple[tuple[float, float], ...]


def _shape(curvature_per_m: float, density_kg_m3: float) -> tuple[Array, float]:
    """Outline (k, 2) from the apex down to the angle at the shelf, and its volume, m³ (Young and Laplace)."""
    per_m2 = density_kg_m3 * GRAVITY / TENSION_N_M

    from scipy.integrate import solve_ivp  # takes half a second to load

    def slope(_: float, state: Array) -> list[float]:
        r, z, angle, _volume = state
        hoop = math.sin(angle) / r if r > 1e-12 else curvature_per_m
        return [
            math.cos(angle),
            math.sin(angle),
            2 * curvature_per_m + per_m2 * z - hoop,
            math.pi * r * r * math.sin(angle),
        ]

    def ends(_: float, state: Array) -> float:
        return float(state[2]) - ANGLE_RAD

    ends.terminal = True  # type: ignore[attr-defined]  # scipy reads it off the function
    found = solve_ivp(
        slope,
        (0.0, 1.0),
        [0.0, 0.0, 0.0, 0.0],
        events=ends,
        rtol=1e-7,
        atol=1e-10,
        max_step=min(0.005, 0.3 / curvature_per_m),
    )
    return np.stack([found.y[0], found.y[1]], axis=1), float(found.y[3, -1])


@functools.lru_cache(maxsize=128)
def round_drop(volume_m3: float, density_kg_m3: float) -> Drop:
    """The drop that a volume of glass rests as. Raises ImpossibleInput for none, or for more than 50 cm³.

    Its weight and its surface balance (Young-Laplace); a large one comes to 2·√(γ/(ρg))·sin(θ/2) of height.
    """
    from scipy.optimize import brentq  # takes half a second to load

    if not 0 < volume_m3 <= MOST_DROP_M3:
        raise ImpossibleInput(f"expected a drop of at most 50 cm³, got {volume_m3 * 1e6:g} cm³")

    def missing(log_curvature: float) -> float:
        return math.log(_shape(math.exp(log_curvature), density_kg_m3)[1] / volume_m3)

    ball = (3 * volume_m3 / (4 * math.pi)) ** (1 / 3)
    log = brentq(missing, math.log(1e-12 / ball), math.log(3 / ball), xtol=1e-6)
    outline, _ = _shape(math.exp(float(log)), density_kg_m3)
    high = float(outline[-1, 1])
    chosen = outline[np.unique(np.linspace(0, len(outline) - 1, 40).astype(int))]
    points = tuple((round(float(r), 6), round(high - float(z), 6)) for r, z in chosen)
    return Drop(2 * float(outline[:, 0].max()), high, points)


def rounding_work(size_m: float) -> float:
    """Heat work (1/Pa) until the corners of a piece of that size are gone: W = 6·a/γ; good to a factor of two."""
    if not size_m > 0:
        raise ImpossibleInput(f"expected a size above 0 mm, got {size_m * 1e3:g} mm")
    return _ROUNDS * size_m / TENSION_N_M
