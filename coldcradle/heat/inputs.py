"""What the heat station is told."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import Form, GlassKind
from coldcradle.heat.kiln.kiln import Kiln
from coldcradle.heat.limits import TARGETS_PA
from coldcradle.heat.schedule.processes import Entering, Process
from coldcradle.report.figure import Figure

__all__ = [
    "RELIEF",
    "WETNESS",
    "Attendance",
    "HeatInput",
    "LaterFiring",
    "Load",
    "Relief",
    "Restraint",
    "SegmentOverride",
    "SoakMethod",
    "Support",
    "Target",
    "Wet",
]

Target = Literal["gentle", "usual", "quick", "own", "table"]
SoakMethod = Literal["longer", "thumb", "physics"]
Restraint = Literal["bow", "held", "block", "free"]
Support = Literal["cradle", "shelf", "posts"]
Relief = Literal["none", "soft", "sharp"]
Wet = Literal["wet", "damp", "dry"]
Attendance = Literal["auto", "nobody", "peek", "pour", "hot"]

# Relief counts as so much more thickness, and a damp mould dries in half the time; common practice, no source.
RELIEF: dict[str, float] = {"none": 1.0, "soft": 1.5, "sharp": 2.0}
WETNESS: dict[str, float] = {"wet": 1.0, "damp": 0.5, "dry": 0.0}


@dataclass(frozen=True, slots=True, kw_only=True)
class SegmentOverride:
    """One step changed by hand: None leaves what was worked out. `rate` 0 stands for "as fast as the kiln can"."""

    key: str
    rate_k_per_h: float | None
    to_c: float | None
    hold_s: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class LaterFiring:
    """Another firing of the same piece: what is done in it, to which part, and which parts it brings together.

    `stiffer_k`: the glass of this part is so much stiffer than its family (opal white: 10 to 20 K; common practice).
    """

    name: str
    process: Process
    part: str
    joins: tuple[str, ...]
    thickness_m: float | None
    relief: Relief
    is_before: bool
    stiffer_k: float = 0.0


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
    enters: Entering
    support: Support
    relief: Relief
    wet: Wet
    thickness_m: float | None
    breadth_m: float | None
    span_m: float | None
    depth_m: float | None
    weight_kg: float
    extra_kg: float
    zone: str
    own: tuple[SegmentOverride, ...]
    schedule: str
    later: tuple[LaterFiring, ...]
    is_held_by_weight: bool = False  # found, not chosen: too wide to lift its own edges

    @property
    def stress_pa(self) -> float:
        """Tension that may stay, relaxation counted, Pa; the handbook's table is measured by what is usual."""
        return self.own_stress_pa if self.target == "own" else TARGETS_PA.get(self.target, TARGETS_PA["usual"])

    @property
    def is_by_table(self) -> bool:
        return self.target == "table"

    @property
    def entering(self) -> Entering:
        """How the glass goes in, when it is not said: as usual for the process."""
        return self.process.enters if self.enters == "auto" else self.enters


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """What earlier stations hand on: the glass as it will be, the mould round it, and what else stands in the kiln.

    `thickness` is what counts in heat: the thickest place, with relief put on it. `sheet_m` is the sheet itself,
    without
    relief. `breadth_m` is its narrowest way
    across, `widest_m` the longest; `mould_m3` the mould's outside and its room.
    """

    kind: GlassKind
    form: Form
    material: Material
    wall_m: float
    thickness: Figure
    sheet_m: float
    breadth_m: float
    widest_m: float
    glass_kg: float
    mould_kg: float
    mould_m3: tuple[float, float]
    outer_width_m: float
    outer_height_m: float
    furniture_kg: float = 0.0

    @property
    def heat_capacity_j_per_k(self) -> float:
        """Of glass, mould and shelves together, with 1100 J/kg/K for hot glass and 1000 for shelves (from memory)."""
        return self.glass_kg * 1100.0 + self.mould_kg * self.material.heat_capacity_j_kg_k + self.furniture_kg * 1000.0
