"""A tube that lies on a shelf and sinks flat under its own weight, until its upper wall lies on its lower one."""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass

import numpy as np

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.profile import Array

__all__ = ["LyingTube", "ring_sinks_m"]

_PARTS, _STEP, _MOST_STEPS = 36, 0.03, 400  # of half the ring; radians a part turns in a step
_ROARK = 0.467


def ring_sinks_m(*, weight_n_m: float, radius_m: float, stiffness_n_m2: float) -> float:
    """How far the top of an elastic ring on a point sinks under its own weight, m: 0.467·w·R⁴/(E·I) (Roark, from
    memory).

    Examples
    --------
    >>> round(ring_sinks_m(weight_n_m=1.0, radius_m=1.0, stiffness_n_m2=1.0), 3)
    0.467
    """
    return _ROARK * weight_n_m * radius_m**4 / stiffness_n_m2


@dataclass(frozen=True, kw_only=True)
class LyingTube:
    """A tube of an outer radius and a wall, m, that cannot stretch along its wall.

    Half of it as so many straight parts, each step the one in which bending takes least against gravity, η·h³/3·∫κ̇²ds,
    with the shelf below it.

    Raises ImpossibleInput for a wall that leaves no room.
    """

    radius_m: float
    wall_m: float
    density_kg_m3: float

    def __post_init__(self) -> None:
        if not 0 < self.wall_m < self.radius_m:
            got = f"{self.wall_m * 1e3:g} mm in {self.radius_m * 2e3:g} mm"
            raise ImpossibleInput(f"expected a wall below half its width, got {got}")

    @property
    def middle_m(self) -> float:
        """Radius of the middle of its wall, m."""
        return self.radius_m - self.wall_m / 2

    @functools.cached_property
    def _way(self) -> tuple[Array, Array]:
        """Heat work, 1/Pa, and the angles of the parts from below to the top, from round to touching."""
        return _followed(self)

    def touch_work(self) -> float:
        """Heat work at which its upper wall lies on its lower one, 1/Pa."""
        return float(self._way[0][-1])

    def ring_m(self, work_per_pa: float) -> Array:
        """The middle of its wall after so much heat work, right half from below (n+1, 2), m."""
        work, angles = self._way
        at = [float(np.interp(work_per_pa, work, angles[:, k])) for k in range(angles.shape[1])]
        return _line(np.array(at), math.pi * self.middle_m / len(at))

    def size_m(self, work_per_pa: float) -> tuple[float, float]:
        """How wide and how high it is after so much heat work, outside, m."""
        line = self.ring_m(work_per_pa)
        return 2 * float(line[:, 0].max()) + self.wall_m, float(line[:, 1].max()) + self.wall_m


def _line(angles: Array, step_m: float) -> Array:
    steps = step_m * np.stack([np.cos(angles), np.sin(angles)], axis=1)
    return np.vstack([[0.0, 0.0], np.cumsum(steps, axis=0)])


def _bending(stiffness: float, step_m: float) -> Array:
    """What turning rates of the parts take, as a matrix: bends between them, and at both ends against its mirror."""
    matrix = np.zeros((_PARTS, _PARTS))
    for k in range(_PARTS - 1):
        matrix[k : k + 2, k : k + 2] += np.array([[1.0, -1.0], [-1.0, 1.0]]) * stiffness / step_m
    for end in (0, _PARTS - 1):
        matrix[end, end] += 2 * stiffness / step_m
    return matrix


def _rates(matrix: Array, pull: Array, held: Array) -> Array:
    """Turning rates that take least, with what is held still (m, n)."""
    many = len(held)
    whole = np.block([[matrix, held.T], [held, np.zeros((many, many))]])
    found = np.linalg.solve(whole, np.concatenate([pull, np.zeros(many)]))
    return np.asarray(found[:_PARTS])


@functools.lru_cache(maxsize=128)  # an edit asks for the same tube again and again
def _followed(tube: LyingTube) -> tuple[Array, Array]:
    step_m, wall = math.pi * tube.middle_m / _PARTS, tube.wall_m
    angles = (np.arange(_PARTS) + 0.5) * math.pi / _PARTS
    weight = tube.density_kg_m3 * GRAVITY * wall * step_m
    matrix = _bending(wall**3 / 3, step_m)
    below = np.tril(np.ones((_PARTS, _PARTS)))
    work, kept, at = [0.0], [angles], 0.0
    for _ in range(_MOST_STEPS):
        rises = below * (step_m * np.cos(angles))  # how fast each node goes up for each part that turns
        middles = rises - np.diag(step_m * np.cos(angles)) / 2
        pull = -weight * middles.sum(axis=0)
        shuts = (-step_m * np.sin(angles))[None, :]  # its top stays over its foot
        floor = _line(angles, step_m)[1:, 1]
        rates = _on_the_shelf(matrix, pull, shuts, rises, floor)
        step = _STEP / max(float(np.abs(rates).max()), 1e-30)
        top, falls = float(floor[-1]), float(rises[-1] @ rates)
        if falls >= -1e-12:
            break
        step = min(step, (top - wall) / -falls)
        angles, at = angles + rates * step, at + step
        work.append(at)
        kept.append(angles)
        if top + falls * step <= wall * (1 + 1e-6):
            break
    found = np.array(work), np.array(kept)
    for rows in found:
        rows.flags.writeable = False
    return found


def _on_the_shelf(matrix: Array, pull: Array, shuts: Array, rises: Array, floor: Array) -> Array:
    """The rates with every node that lies on the shelf kept from going through it."""
    lying = np.zeros(_PARTS, dtype=bool)
    near = floor < 1e-4 * max(float(floor.max()), 1e-9)
    rates = np.zeros(_PARTS)
    for _ in range(_PARTS):
        rates = _rates(matrix, pull, np.vstack([shuts, rises[lying]]))
        sinks = near & ~lying & (rises @ rates < -1e-12)
        if not sinks.any():
            break
        lying |= sinks
    return rates
