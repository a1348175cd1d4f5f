"""What a plan consists of: plain values, ready to be drawn, printed and sent."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.section import Section
from coldcradle.findings import Caution, Finding
from coldcradle.glass.landmarks import Landmark
from coldcradle.glass.looks import Note
from coldcradle.heat.clock import DayMark
from coldcradle.heat.programme import Step
from coldcradle.words import Said, Shown
from coldcradle.working import Figure

__all__ = ["HeatPlan", "OtherWay", "PiecePlan", "Target", "ThreadItem", "Tick", "Weighing"]


@dataclass(frozen=True, slots=True)
class ThreadItem:
    """One bead of the thread; `figure` is the key of the working behind it, or ""."""

    key: str
    name: str
    station: str
    shown: Shown
    figure: str


@dataclass(frozen=True, slots=True)
class Target:
    """One strain target: what it asks of the kiln and how long the firing becomes."""

    key: str
    rate: Shown
    total: Shown
    total_s: float


@dataclass(frozen=True, slots=True)
class Tick:
    """A round temperature on the scale of a unit system, and where it lies."""

    at_c: float
    text: str


@dataclass(frozen=True, slots=True)
class HeatPlan:
    """The firing, ready to be drawn and printed. Times in s from the start; `*_at` ISO with offset."""

    steps: list[Step]
    line: list[tuple[float, float]]
    ends_at: list[str]
    ends: list[Shown]
    total_s: float
    starts_at: str
    starts: Shown
    opens_at: str
    opens: Shown
    nights: list[tuple[float, float]]
    days: list[DayMark]
    coast_from: Shown
    targets: list[Target]
    highest_c: float
    top_c: float
    ticks_metric: list[Tick]
    ticks_us: list[Tick]


@dataclass(frozen=True, slots=True)
class OtherWay:
    """One way in which the cradle was measured; `is_chosen` marks the one that counts."""

    method: str
    shown: Shown
    is_chosen: bool


@dataclass(frozen=True, slots=True)
class Weighing:
    """One line for the scale."""

    key: str
    name: str
    shown: Shown


@dataclass(frozen=True, slots=True)
class PiecePlan:
    """All that follows from a piece. `heat` is None when the kiln cannot do it; a finding then says why."""

    thread: list[ThreadItem]
    answers: dict[str, Said]
    states: dict[str, str]
    section: Section
    figures: dict[str, Figure]
    measured: list[OtherWay]
    compared: Said | None
    landmarks: list[Landmark]
    looks: list[Note]
    weigh: list[Weighing]
    heat: HeatPlan | None
    findings: list[Finding]
    cautions: list[Caution]
