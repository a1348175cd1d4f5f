"""Glass that hangs by its upper end and draws out under its own weight: even threads, and bottles by their profile."""

from __future__ import annotations

import functools
import math
from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.laws import parting_work, thread_length, thread_work
from coldcradle.layup.deform.profile import Array

__all__ = ["EvenThread", "Hung", "HungBottle", "HungShape", "drawn_wall_m"]

_NODES = 41
_DRAWN, _STEP, _MOST_STEPS = 10.0, 0.04, 2000  # tenfold is a thread; common practice, no source
_NEAR = 1 - 1e-9  # of the parting work: the last of its way


class HungShape(NamedTuple):
    """What hangs, from below: heights above its lowest end, m, half its width there, and its wall, 0 where solid."""

    heights_m: Array
    half_m: Array
    wall_m: Array


class Hung(ABC):
    """What hangs by its upper end; every height carries what hangs below it (Trouton 1906)."""

    length_m: float

    @abstractmethod
    def parting_work(self) -> float:
        """Heat work at which it parts at its weakest place, 1/Pa."""

    @abstractmethod
    def length_at(self, work_per_pa: float) -> float:
        """How long it is after so much heat work, m; infinite once it has parted."""

    @abstractmethod
    def work_to(self, stretched_m: float) -> float:
        """Heat work at which it is so long, 1/Pa; what parts it where it parts before."""

    @abstractmethod
    def shape(self, work_per_pa: float) -> HungShape:
        """How it looks after so much heat work."""


@dataclass(frozen=True, slots=True, kw_only=True)
class EvenThread(Hung):
    """A strip, a rod or a plain tube: as wide and as thick all along."""

    length_m: float
    width_m: float
    wall_m: float
    density_kg_m3: float

    def parting_work(self) -> float:
        return parting_work(length_m=self.length_m, density_kg_m3=self.density_kg_m3)

    def length_at(self, work_per_pa: float) -> float:
        return thread_length(work_per_pa=work_per_pa, length_m=self.length_m, density_kg_m3=self.density_kg_m3)

    def work_to(self, stretched_m: float) -> float:
        return thread_work(length_m=self.length_m, stretched_m=stretched_m, density_kg_m3=self.density_kg_m3)

    def shape(self, work_per_pa: float) -> HungShape:
        share = min(0.999, work_per_pa / self.parting_work())
        below = np.linspace(0.0, 1.0, _NODES)
        stretch = 1 / (1 - share * below)
        heights = self.length_m * (-np.log1p(-share * below) / share if share > 1e-9 else below)
        thinner = 1 / np.sqrt(stretch)
        return HungShape(heights, self.width_m / 2 * thinner, self.wall_m * thinner)


@dataclass(frozen=True, kw_only=True)
class HungBottle(Hung):
    """A body of revolution of one wall with a closed base: `half_m` by `heights_m` (n+1,), from its base up to where it
    hangs, m.

    Slice by slice it is exact: 1/λ = 1 − ρ·g·V·W/(3·A), V what hangs below and A the slice's own glass, so that the
    neck goes first. What is left out: that it bends, and how the base sags. Raises ImpossibleInput for a wall that
    leaves no room, or heights that do not rise.

    Examples
    --------
    >>> rod = HungBottle(heights_m=(0.0, 0.3), half_m=(0.01, 0.01), wall_m=0.0, base_m=0.0, density_kg_m3=2500.0)
    >>> round(rod.parting_work() * 2500 * 9.80665 * 0.3, 3)
    3.0
    """

    heights_m: tuple[float, ...]
    half_m: tuple[float, ...]
    wall_m: float
    base_m: float
    density_kg_m3: float

    def __post_init__(self) -> None:
        if len(self.heights_m) < 2 or min(np.diff(self.heights_m)) <= 0:
            raise ImpossibleInput("expected a profile that rises from its base")
        if min(self.half_m) <= self.wall_m:
            narrow, wall = 2e3 * min(self.half_m), 1e3 * self.wall_m
            raise ImpossibleInput(f"expected a wall below half its narrowest width of {narrow:g} mm, got {wall:g} mm")

    @property
    def length_m(self) -> float:  # type: ignore[override]  # worked out, not kept
        return self.heights_m[-1]

    @functools.cached_property
    def _fine(self) -> tuple[Array, Array]:
        """Heights and half widths close together, with every corner of the profile in them."""
        even = np.linspace(0.0, self.heights_m[-1], 241)
        heights = np.union1d(even, np.array([*self.heights_m, min(self.base_m, self.heights_m[-1])]))
        return heights, np.interp(heights, self.heights_m, self.half_m)

    @functools.cached_property
    def _section_m2(self) -> Array:
        """Glass of each slice, m²: solid in its base, a ring above."""
        heights, half = self._fine
        middle = (heights[1:] + heights[:-1]) / 2
        outer = (half[1:] + half[:-1]) / 2
        inner = np.where((middle < self.base_m) | (self.wall_m <= 0), 0.0, outer - self.wall_m)
        return np.asarray(math.pi * (outer**2 - inner**2))

    @functools.cached_property
    def _below_m3(self) -> Array:
        """Glass that hangs below the middle of each slice, m³."""
        volumes = self._section_m2 * np.diff(self._fine[0])
        return np.asarray(np.cumsum(volumes) - volumes / 2)

    @property
    def volume_m3(self) -> float:
        """All its glass, m³."""
        return float((self._section_m2 * np.diff(self._fine[0])).sum())

    @functools.cached_property
    def _pull(self) -> Array:
        """ρ·g·V/(3·A) of each slice, Pa."""
        return np.asarray(self.density_kg_m3 * GRAVITY * self._below_m3 / (3 * self._section_m2))

    def parting_work(self) -> float:
        volumes = self._section_m2 * np.diff(self._fine[0])
        whole = self.density_kg_m3 * GRAVITY * np.cumsum(volumes) / (3 * self._section_m2)
        return float(1 / whole.max())

    def _stretch(self, work_per_pa: float) -> Array:
        return np.asarray(1 / (1 - self._pull * min(max(0.0, work_per_pa), _NEAR * float(1 / self._pull.max()))))

    def length_at(self, work_per_pa: float) -> float:
        if work_per_pa >= self.parting_work():
            return math.inf
        return float((np.diff(self._fine[0]) * self._stretch(work_per_pa)).sum())

    def work_to(self, stretched_m: float) -> float:
        from scipy.optimize import brentq  # takes half a second to load

        if stretched_m <= self.length_m:
            raise ImpossibleInput(f"expected a length above {self.length_m * 1e3:g} mm, got {stretched_m * 1e3:g} mm")
        most = self.parting_work()
        if self.length_at(_NEAR * most) < stretched_m:
            return most
        return float(brentq(lambda w: self.length_at(w) - stretched_m, 0.0, _NEAR * most))

    def falls_work(self, floor_m: float) -> float:
        """Heat work at which what stands on a floor `floor_m` below its hook is a puddle, 1/Pa.

        It hangs by its neck and stands on its base at once, so that the neck is pulled and the body pressed, T = F −
        weight above, until a slice is drawn out tenfold or pressed to a tenth. That it folds sooner is left out.
        """
        return _falls(self, floor_m)

    def shape(self, work_per_pa: float) -> HungShape:
        heights, half = self._fine
        stretch = self._stretch(min(work_per_pa, 0.999 * self.parting_work()))
        drawn = np.concatenate([[0.0], np.cumsum(np.diff(heights) * stretch)])
        at_node = 1 / np.sqrt(np.concatenate([stretch[:1], (stretch[1:] + stretch[:-1]) / 2, stretch[-1:]]))
        wall = np.where(heights < self.base_m, half, self.wall_m)
        return HungShape(drawn, half * at_node, wall * at_node)

    def standing(self, floor_m: float) -> tuple[float, Array, Array, Array]:
        """As it first touches a floor: heat work so far, 1/Pa, and of its slices their height, m, glass, m³, and how
        high they were before, m.
        """
        before = np.diff(self._fine[0])
        touch = self.work_to(floor_m)
        return touch, before * self._stretch(touch), self._section_m2 * before, before

    def most_drawn(self, work_per_pa: float) -> tuple[float, float]:
        """How many times as long its weakest slice is after so much heat work, and how high it lay before, m."""
        heights, _ = self._fine
        stretch = self._stretch(min(work_per_pa, 0.999 * self.parting_work()))
        at = int(np.argmax(stretch))
        return float(stretch[at]), float((heights[at] + heights[at + 1]) / 2)


def drawn_wall_m(*, wall_m: float, stretch: float) -> float:
    """The wall of a slice that is so many times as long, m: its two sizes across shrink alike.

    Examples
    --------
    >>> drawn_wall_m(wall_m=0.004, stretch=4.0)
    0.002
    """
    return wall_m / math.sqrt(stretch)


@functools.lru_cache(maxsize=32)
def _falls(bottle: HungBottle, floor_m: float) -> float:
    work, heights, glass, before = bottle.standing(floor_m)
    weight = glass * bottle.density_kg_m3 * GRAVITY
    above = np.cumsum(weight[::-1])[::-1] - weight / 2
    for _ in range(_MOST_STEPS):
        section = glass / heights
        share = heights / section
        pull = float((share * above).sum() / share.sum()) - above
        rate = pull / (3 * section)
        step = _STEP / float(np.abs(rate).max())
        heights = heights * np.exp(rate * step)
        heights = heights * floor_m / heights.sum()
        work += step
        drawn = heights / before
        if drawn.max() > _DRAWN or drawn.min() < 1 / _DRAWN:
            break
    return work
