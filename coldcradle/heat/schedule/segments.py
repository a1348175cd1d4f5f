"""Steps of a programme, run against the kiln: when each begins, arrives and ends, and what it really takes."""

from __future__ import annotations

import functools
import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.reason import Reason, because

__all__ = ["LimitedBy", "PlannedSegment", "Run", "RunStep", "cold_rate_k_per_h", "round_rate", "run_programme"]

LimitedBy = Literal["cradle", "glass", "kiln", "choice", "shelves", "load"]


@dataclass(frozen=True, slots=True, kw_only=True)
class PlannedSegment:
    """A step as planned. `rate_k_per_h` None: as fast as the kiln can (up) or as it falls (down)."""

    key: str
    name: str
    rate_k_per_h: float | None
    to_c: float
    hold_s: float
    limited_by: LimitedBy
    why: Reason
    figures: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class RunStep:
    """A step as it will run; times in seconds from the start. `late` says so where the kiln cannot follow."""

    key: str
    name: str
    rate_k_per_h: float | None
    is_rising: bool
    to_c: float
    hold_s: float
    limited_by: LimitedBy
    why: Reason
    figures: tuple[str, ...]
    starts_s: float
    arrives_s: float
    ends_s: float
    late: Reason | None


@dataclass(frozen=True)
class Run:
    """The whole firing: its steps, the line (s, °C) to be drawn, the time and the energy it takes.

    `paths` are those it takes power for; its energy is added up when somebody asks, as most runs are only trials.
    """

    steps: list[RunStep]
    line: list[tuple[float, float]]
    total_s: float
    kiln: LoadedKiln
    paths: list[tuple[np.ndarray, np.ndarray]] = field(compare=False, repr=False)

    @functools.cached_property
    def _energy_parts_j(self) -> tuple[float, float]:
        parts = [self.kiln.energy_parts_j(*path) for path in self.paths]
        return sum(lost for lost, _ in parts), sum(stored for _, stored in parts)

    @property
    def loss_j(self) -> float:
        return self._energy_parts_j[0]

    @property
    def stored_j(self) -> float:
        return self._energy_parts_j[1]

    @property
    def energy_j(self) -> float:
        return self.loss_j + self.stored_j


def cold_rate_k_per_h(steps: Sequence[RunStep], line: Sequence[tuple[float, float]], below_c: float) -> float:
    """The fastest mean rate of any rising step below a temperature, as it is really run, K/h.

    Only what lies below it counts: where the kiln falls behind when it is hot does not make the cold part slower.
    """
    fastest, at_c = 0.0, line[0][1]
    for step in steps:
        to_c = min(step.to_c, below_c)
        if to_c > at_c and step.arrives_s > step.starts_s:
            way = [(t, c) for t, c in line if step.starts_s <= t <= step.arrives_s]
            reached_s = float(np.interp(to_c, [c for _, c in way], [t for t, _ in way]))
            fastest = max(fastest, (to_c - at_c) / max(1.0, reached_s - step.starts_s) * 3600)
        at_c = step.to_c
    return fastest


def round_rate(rate_k_per_h: float) -> float:
    """A rate a controller can be told, never faster: whole K/h, tenths below 10, two figures below 1."""
    if rate_k_per_h >= 10:
        return float(math.floor(rate_k_per_h + 1e-9))
    if rate_k_per_h >= 1:
        return math.floor(rate_k_per_h * 10 + 1e-9) / 10
    scale = 10.0 ** (1 - math.floor(math.log10(max(rate_k_per_h, 1e-12))))
    return math.floor(rate_k_per_h * scale + 1e-9) / scale


def run_programme(wanted: Sequence[PlannedSegment], kiln: LoadedKiln, *, from_c: float | None = None) -> Run:
    """Run the steps one after another, from the room's temperature unless told otherwise.

    Raises ImpossibleInput where the kiln cannot go.
    """
    at_s, at_c = 0.0, kiln.room_c if from_c is None else from_c
    paths: list[tuple[np.ndarray, np.ndarray]] = []
    line: list[tuple[float, float]] = [(0.0, at_c)]
    steps: list[RunStep] = []
    for step in wanted:
        rising = step.to_c >= at_c
        times, temperatures = kiln.path(at_c, step.to_c, step.rate_k_per_h)
        ramp_s = float(times[-1])
        asked_s = ramp_s if not step.rate_k_per_h else abs(step.to_c - at_c) / step.rate_k_per_h * 3600
        late = None
        if ramp_s > asked_s * 1.02 + 300:
            late = because("late", kiln=kiln.kiln.name, takes=(ramp_s, "duration"), asked=(asked_s, "duration"))
        if step.key != StepKey.COAST:
            paths.append((times, temperatures))
            if step.hold_s:
                paths.append((np.array([0.0, step.hold_s]), np.array([step.to_c, step.to_c])))
        curved = step.rate_k_per_h is None or late is not None
        falls = not rising and step.rate_k_per_h is None  # drawn in few points as it is
        keep = range(1 if falls else 4, len(times), 1 if falls else 4) if curved else (len(times) - 1,)
        line += [(at_s + float(times[i]), float(temperatures[i])) for i in keep]
        arrives, ends = at_s + ramp_s, at_s + ramp_s + step.hold_s
        if step.hold_s:
            line.append((ends, step.to_c))
        steps.append(
            RunStep(
                key=step.key,
                name=step.name,
                rate_k_per_h=step.rate_k_per_h,
                is_rising=rising,
                to_c=step.to_c,
                hold_s=step.hold_s,
                limited_by=step.limited_by,
                why=step.why,
                figures=step.figures,
                starts_s=at_s,
                arrives_s=arrives,
                ends_s=ends,
                late=late,
            )
        )
        at_s, at_c = ends, step.to_c
    return Run(steps, line, at_s, kiln, paths)
