"""What a plan consists of: plain values, ready to be drawn, printed and sent."""

from __future__ import annotations

from dataclasses import dataclass, field

from coldcradle.bench.result import BenchPlan
from coldcradle.cradle.result import OtherWay
from coldcradle.cradle.section import Section
from coldcradle.glass.appearance import Note
from coldcradle.glass.landmarks import Landmark
from coldcradle.glass.result import Weighing
from coldcradle.heat.result import HeatPlan
from coldcradle.layup.motion import Moment
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Sketch
from coldcradle.layup.traits import Traits
from coldcradle.piece.chain import ChainPlan
from coldcradle.quantity.format import Message
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Caution, Finding
from coldcradle.report.thread import SummaryItem

__all__ = ["PiecePlan", "StagePlan"]


@dataclass(frozen=True, slots=True)
class StagePlan:
    """All that follows from one stage. `heat` is None when the kiln cannot do it; a finding then says why.

    `section` is drawn where a room is filled, `sketch` everywhere else. `gives` tells the outcome in words.
    """

    key: str
    name: str
    process: str
    process_name: str
    family: str
    traits: Traits
    thread: list[SummaryItem]
    answers: dict[str, Message]
    states: dict[str, str]
    section: Section | None
    sketch: Sketch | None
    figures: dict[str, Figure]
    measured: list[OtherWay]
    compared: Message | None
    landmarks: list[Landmark]
    appearance: list[Note]
    weigh: list[Weighing]
    heat: HeatPlan | None
    findings: list[Finding]
    cautions: list[Caution]
    outcome: Outcome
    marks: list[Moment]
    gives: Message


@dataclass(frozen=True, slots=True)
class PiecePlan:
    """The stages of a piece in order, the steps at the bench between them, and what is to be said of them together."""

    name: str
    stages: list[StagePlan]
    chain: ChainPlan
    bench: list[BenchPlan] = field(default_factory=list)

    def stage(self, key: str) -> StagePlan:
        """The plan of the stage of that key. Raises KeyError where there is none."""
        return {stage.key: stage for stage in self.stages}[key]
