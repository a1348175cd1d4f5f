"""A soft disc lifted by a ring at its rim while its middle stands on a foot: its least area, and what it sags after."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.profile import Array

__all__ = ["LiftedShape", "drawn_thickness_m", "lifted_shape", "stays_work"]

_POINTS = 61


@dataclass(frozen=True, slots=True, kw_only=True)
class LiftedShape:
    """The surface between foot and rim: its line from the foot (n, 2) in m, its area and that of the flat ring before,
    m². `is_film`: it is the surface of least area; else its neck would close, and it is told as a cone.
    """

    line_m: Array
    area_m2: float
    flat_m2: float
    is_film: bool


def _catenoid(foot_m: float, rim_m: float, lift_m: float) -> float | None:
    """The waist c of r = c·cosh((z − z₀)/c) through foot and rim, that of less area; None where there is none."""
    from scipy.optimize import brentq  # takes half a second to load

    def missing(c: float) -> float:
        # both from one waist: below the foot, or between them
        below = math.acosh(max(1.0, foot_m / c))
        return c * (math.acosh(rim_m / c) - below) - lift_m

    # of the two branches the one without a waist between holds for small lifts; its most is at c = foot
    most = missing(foot_m * (1 - 1e-12))
    if most >= 0:
        return float(brentq(missing, 1e-9 * foot_m, foot_m * (1 - 1e-12))) if missing(1e-9 * foot_m) < 0 else None

    def across(c: float) -> float:
        return c * (math.acosh(rim_m / c) + math.acosh(max(1.0, foot_m / c))) - lift_m

    grid = np.linspace(foot_m * (1 - 1e-9), 1e-3 * foot_m, 400)
    values = np.array([across(float(c)) for c in grid])
    ends = np.nonzero(values >= 0)[0]
    if not len(ends):
        return None
    at = int(ends[0])
    return -float(brentq(across, float(grid[at]), float(grid[max(0, at - 1)]))) if at else -float(grid[0])


def lifted_shape(*, foot_m: float, rim_m: float, lift_m: float) -> LiftedShape:
    """The least surface between a foot and a rim, radii in m, that is lifted so far above it.

    Volume is kept and both edges are held, so what is drawn out goes over the surface of least area that there is
    between them: part of a catenoid (Plateau; every text on minimal surfaces). Raises ImpossibleInput for a foot that
    is no smaller than the rim, or a lift below nothing.

    Examples
    --------
    >>> flat = lifted_shape(foot_m=0.03, rim_m=0.09, lift_m=0.0)
    >>> round(flat.area_m2 / flat.flat_m2, 3), flat.is_film
    (1.0, True)
    """
    if not 0 < foot_m < rim_m:
        raise ImpossibleInput(f"expected a foot narrower than the ring, got {foot_m * 2e3:g} mm in {rim_m * 2e3:g} mm")
    if lift_m < 0:
        raise ImpossibleInput(f"expected a lift above 0 mm, got {lift_m * 1e3:g} mm")
    flat = math.pi * (rim_m**2 - foot_m**2)
    if lift_m < 1e-6:
        line = np.array([[foot_m, 0.0], [rim_m, 0.0]])
        return LiftedShape(line_m=line, area_m2=flat, flat_m2=flat, is_film=True)
    waist = _catenoid(foot_m, rim_m, lift_m)
    if waist is None:
        line = np.array([[foot_m, 0.0], [rim_m, lift_m]])
        cone = math.pi * (foot_m + rim_m) * math.hypot(rim_m - foot_m, lift_m)
        return LiftedShape(line_m=line, area_m2=cone, flat_m2=flat, is_film=False)
    c = abs(waist)
    start = math.copysign(math.acosh(max(1.0, foot_m / c)), waist)
    turns = np.linspace(start, math.acosh(rim_m / c), _POINTS)
    line = np.stack([c * np.cosh(turns), c * (turns - turns[0])], axis=1)
    area = math.pi * c**2 * float((turns[-1] - turns[0]) + (np.sinh(2 * turns[-1]) - np.sinh(2 * turns[0])) / 2)
    return LiftedShape(line_m=line, area_m2=area, flat_m2=flat, is_film=True)


def drawn_thickness_m(*, before_m: float, flat_m2: float, drawn_m2: float) -> float:
    """How thick a skin is that is drawn over more, m: its volume is kept.

    Examples
    --------
    >>> drawn_thickness_m(before_m=0.008, flat_m2=0.02, drawn_m2=0.04)
    0.004
    """
    return before_m * flat_m2 / drawn_m2


def stays_work(*, span_m: float, sag_m: float, density_kg_m3: float) -> float:
    """Heat work in which a held skin over half a span of `span_m` sags by no more than `sag_m`, 1/Pa: 7.3·d³/(ρ·g·a⁴),
    the law of a deep and held sheet, whatever its thickness.

    Examples
    --------
    >>> round(stays_work(span_m=0.07, sag_m=0.002, density_kg_m3=2500) * 1e6, 2)
    1.59
    """
    return 7.3 * sag_m**3 / (density_kg_m3 * GRAVITY * (span_m / 2) ** 4)
