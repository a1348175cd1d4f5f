"""The glass as hot as it may be: run along the hottest line the kiln can have gone, beside the line that was read."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from coldcradle.fire.inputs import FiringBaseline
from coldcradle.fire.thin import Thinner
from coldcradle.heat.physics.slab import run_slab

__all__ = ["Hottest"]

Array = NDArray[np.float64]


@dataclass(slots=True)
class Hottest:
    """Kiln and slab (N, °C) at the last corner of the hottest line; `now` adds what is open after it."""

    watched: FiringBaseline
    at_s: float
    kiln_c: float
    slab_c: Array
    slope_k_per_s: float = 0.0
    corner_c: float = -np.inf
    thinner: Thinner = field(default_factory=Thinner)

    def __post_init__(self) -> None:
        self.thinner.add(self.at_s, self.kiln_c)

    def _run(self, to: tuple[float, float]) -> tuple[Array, float]:
        """The slab after one more straight line, and the greatest temperature in its glass."""
        run = run_slab(
            self.watched.section.slab,
            [(self.at_s, self.kiln_c), to],
            start_c=self.slab_c,
            goes_on=True,
            from_slope_k_per_s=self.slope_k_per_s,
        )
        return run.temperatures_c[-1], float(run.temperatures_c[-1][run.glass].max())

    def follow(self, line: Iterable[tuple[float, float]]) -> None:
        """Go on along the hottest line, (s, °C)."""
        for t, c in line:
            if t > self.thinner.corners[-1][0] and self.thinner.add(t, c):
                to = self.thinner.corners[-1]
                if to[0] > self.at_s:
                    self.slab_c, self.corner_c = self._run(to)
                    self.slope_k_per_s = (to[1] - self.kiln_c) / (to[0] - self.at_s)
                    self.at_s, self.kiln_c = to

    @property
    def glass_c(self) -> float:
        """The hottest place in the glass, or in the kiln, at the end of the line."""
        last = self.thinner.last
        if last is None or last[0] <= self.at_s:
            return max(self.corner_c, self.kiln_c) if np.isfinite(self.corner_c) else float(self.slab_c.max())
        return max(self._run(last)[1], last[1])
