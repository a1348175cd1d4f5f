"""What is watched: one stage as it was frozen when the firing began, and what people do at the kiln."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.model.opening import opening_limit_c
from coldcradle.heat.physics.simulate import Section1D
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.heat.steps import StepKey
from coldcradle.layup.load import Load

__all__ = ["ACTS", "Act", "ActKind", "FiringBaseline"]

ActKind = Literal["hold", "skip", "stop", "resume"]
ACTS: tuple[ActKind, ...] = ("hold", "skip", "stop", "resume")


@dataclass(frozen=True, slots=True, kw_only=True)
class Act:
    """What somebody did to a programme while it ran, s from its start; `for_s` more of a hold."""

    kind: ActKind
    at_s: float
    for_s: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FiringBaseline:
    """A stage in the kiln. `segments` are its programme as frozen, `planned_line` (s, °C) what it was to do.

    `shift_k` is what the thermometer shows above the glass's own place. `needed_per_pa` is the heat work it was to get
    as planned (1/Pa), `planned_left_pa` the tension it was to keep, `open_c` the glass's temperature from which the
    lid may stay open, `opens_s` when that was to be.
    """

    section: Section1D
    load: Load
    heat: HeatInput
    kiln: LoadedKiln
    segments: tuple[PlannedSegment, ...]
    planned_line: tuple[tuple[float, float], ...]
    shift_k: float
    needed_per_pa: float
    planned_left_pa: float
    open_c: float
    opens_s: float

    @property
    def limit_c(self) -> float:
        """What kiln and glass may have at most by a thermometer, °C, when the lid is opened."""
        return opening_limit_c(self.open_c, self.kiln.room_c)

    @property
    def is_whole(self) -> bool:
        """Whether it goes in as one solid piece; loose glass can keep no strain before it has become one."""
        return self.load.is_one_body

    @property
    def peak(self) -> int:
        """The step at which it is formed."""
        return next(i for i, step in enumerate(self.segments) if step.key == StepKey.PEAK)
