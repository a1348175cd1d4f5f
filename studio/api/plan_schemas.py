"""The plan of a stage as it goes out: everything that is shown at once, and workings only when they are opened."""

from __future__ import annotations

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
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.quantity.units import Kind
from coldcradle.report.figure import Figure, Share
from coldcradle.report.finding import Caution, Finding
from coldcradle.report.thread import SummaryItem
from studio.api.replies import Schema

__all__ = ["FigureOut", "PlanOut", "WorkingsOut"]


class FigureOut(Schema):
    """A figure without its working, which is asked for when somebody opens it."""

    key: str
    name: str
    kind: Kind
    value: float
    u: float
    shown: DualQuantity
    shares: list[Share]


class PlanOut(Schema):
    """The plan of a stage as its pages show it."""

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
    figures: dict[str, FigureOut]
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


class WorkingsOut(Schema):
    """The figures of a stage whole: formula, inputs, assumptions, source."""

    version: int
    figures: dict[str, Figure]
