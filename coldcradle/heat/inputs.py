"""What the heat station is told."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from coldcradle.heat.kiln.kiln import Kiln
from coldcradle.heat.limits import TARGETS_PA
from coldcradle.heat.schedule.processes import Process

__all__ = [
    "Attendance",
    "HeatInput",
    "Restraint",
    "SegmentOverride",
    "SoakMethod",
    "Target",
]

Target = Literal["gentle", "usual", "quick", "own", "table"]
SoakMethod = Literal["longer", "thumb", "physics"]
Restraint = Literal["bow", "held", "block", "free"]
Attendance = Literal["auto", "nobody", "peek", "pour", "hot"]


@dataclass(frozen=True, slots=True, kw_only=True)
class SegmentOverride:
    """One step changed by hand: None leaves what was worked out. `rate` 0 stands for "as fast as the kiln can"."""

    key: str
    rate_k_per_h: float | None
    to_c: float | None
    hold_s: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatInput:
    """The user's choices for one firing; None means "work it out". `starts_at` is aware of its zone.

    With `is_ready_by`, `starts_at` is when the lid shall be open instead. `awake` is (from, to) in hours of the day.
    """

    kiln: Kiln
    process: Process
    target: Target
    own_stress_pa: float
    soak_method: SoakMethod
    restraint: Restraint
    cast_c: float | None
    cast_hold_s: float | None
    bubble_hold_s: float
    room_c: float
    starts_at: datetime
    is_ready_by: bool
    awake: tuple[float, float]
    attendance: Attendance
    furniture_kg: float
    kiln_zone: str
    overrides: tuple[SegmentOverride, ...]
    schedule: str
    is_held_by_weight: bool = False  # found, not chosen: too wide to lift its own edges

    @property
    def stress_pa(self) -> float:
        """Tension that may stay, relaxation counted, Pa; the handbook's table is measured by what is usual."""
        return self.own_stress_pa if self.target == "own" else TARGETS_PA.get(self.target, TARGETS_PA["usual"])

    @property
    def is_by_table(self) -> bool:
        return self.target == "table"
