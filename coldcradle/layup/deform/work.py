"""Heat work of a firing: W = ∫dt/η over its line, forth and back."""

from __future__ import annotations

import functools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.deform.profile import Array

__all__ = ["HeatWork", "heat_work_of"]


@dataclass(frozen=True, slots=True)
class HeatWork:
    """How much heat work has been done by when: seconds (k,), and 1/Pa (k,) from 0 on."""

    at_s: Array
    done_per_pa: Array

    @property
    def total_per_pa(self) -> float:
        return float(self.done_per_pa[-1])

    def second(self, work_per_pa: float) -> float | None:
        """When so much has been done, s from the start; None if never."""
        if not work_per_pa <= self.total_per_pa:
            return None
        return float(np.interp(work_per_pa, self.done_per_pa, self.at_s))

    def by(self, second: float) -> float:
        """What has been done by a time, 1/Pa."""
        return float(np.interp(second, self.at_s, self.done_per_pa))


@functools.lru_cache(maxsize=64)
def _of(kind: GlassProperties, line: tuple[tuple[float, float], ...]) -> HeatWork:
    if len(line) < 2:
        return HeatWork(np.array([0.0, 1.0]), np.zeros(2))
    times, temperatures = np.array([t for t, _ in line]), np.array([c for _, c in line])
    fine = np.unique(np.concatenate([np.linspace(times[0], times[-1], 3000), times]))
    fluid = 10.0 ** -Viscosity.of(kind).log10_pa_s(np.interp(fine, times, temperatures))
    done = np.concatenate([[0.0], np.cumsum((fluid[1:] + fluid[:-1]) / 2 * np.diff(fine))])
    return HeatWork(fine, done)


def heat_work_of(kind: GlassProperties, line: Sequence[tuple[float, float]]) -> HeatWork:
    """Heat work along a firing, (s, °C) points joined by straight lines; remembered."""
    return _of(kind, tuple((float(t), float(c)) for t, c in line))
