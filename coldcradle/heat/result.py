"""What the heat station works out: the programme, run through kiln and glass, ready to be drawn and printed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from coldcradle.heat.explain.steps import SimulatedSegment
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.controller import ControllerProgram
from coldcradle.heat.schedule.attendance import Visit
from coldcradle.heat.schedule.clock import DayMark
from coldcradle.heat.schedule.firing import FiringPlan
from coldcradle.layup.load import Load
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.graph import Graph

__all__ = ["GlassPoint", "HeatPlan", "HeatResult", "HourRow", "TargetRow", "Tick"]


@dataclass(frozen=True, slots=True)
class HeatResult:
    """A load as it is fired: `firing` is None when the kiln cannot do it, and `refusal` says why."""

    heat: HeatInput
    load: Load
    effective_m: float
    firing: FiringPlan | None
    refusal: str


@dataclass(frozen=True, slots=True)
class TargetRow:
    """One strain target: what it asks of the kiln and how long the firing becomes.

    `is_about`: not run through the glass for itself, but mended as the chosen one was; good to some 15 %.
    """

    key: str
    rate: DualQuantity
    total: DualQuantity
    total_s: float
    is_about: bool


@dataclass(frozen=True, slots=True)
class Tick:
    """A round temperature on the scale of a unit system, and where it lies."""

    at_c: float
    text: str


class GlassPoint(NamedTuple):
    """One moment inside the glass: s, surface and heart in °C, the pull in a face and in the heart in Pa."""

    at_s: float
    surface_c: float
    heart_c: float
    surface_pa: float
    heart_pa: float


class HourRow(NamedTuple):
    """One line of the table of hours: when, how long after the start, and what the glass is at, in words."""

    clock: DualQuantity
    after: DualQuantity
    skin: DualQuantity
    heart: DualQuantity
    apart: DualQuantity
    face_pull: DualQuantity
    heart_pull: DualQuantity


@dataclass(frozen=True, slots=True)
class HeatPlan:
    """The firing, ready to be drawn and printed. Times in s from the start; `*_at` ISO with offset.

    `inside` and `profile` come from the run through the glass; `told` is what the controller is told; `changed` names
    the steps set by hand.
    """

    process: str
    process_name: str
    window_low_c: float
    window_high_c: float
    steps: list[SimulatedSegment]
    line: list[tuple[float, float]]
    ends_at: list[str]
    ends: list[DualQuantity]
    total_s: float
    starts_at: str
    starts: DualQuantity
    opens_at: str
    opens: DualQuantity
    nights: list[tuple[float, float]]
    days: list[DayMark]
    coast_from: DualQuantity
    targets: list[TargetRow]
    highest_c: float
    top_c: float
    ticks_metric: list[Tick]
    ticks_us: list[Tick]
    inside: list[GlassPoint]
    profile: Graph
    stress_limit_pa: float
    warm_peak: DualQuantity
    warm_peak_s: float
    warm_peak_pa: float
    cool_peak: DualQuantity
    cool_peak_s: float
    cool_peak_pa: float
    cool_peak_where: str
    taken_as: str
    visits: list[Visit]
    visit_help: Message | None
    told: ControllerProgram
    changed: list[str]
