"""Further looks at the heat of a stage: somebody else's schedule, two programmes side by side, coasting, hours."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.assess import AssessedProgramme, Remark, assess_programme
from coldcradle.heat.coasting import Coasting, coasting
from coldcradle.heat.explain.steps import SimulatedSegment, shown_steps
from coldcradle.heat.inputs import HeatInput, Target
from coldcradle.heat.present import glass_points, hour_rows, profile_graph
from coldcradle.heat.result import GlassPoint, HourRow
from coldcradle.heat.schedule.attendance import start_of
from coldcradle.heat.schedule.clock import when
from coldcradle.heat.schedule.firing import FiringPlan
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.heat.schedule.text import Schedule, read_schedule
from coldcradle.piece.stage import StageResult, StageWithInputs, compute_stage
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = [
    "SIDES",
    "AssessedSchedule",
    "Comparison",
    "Programme",
    "Side",
    "assess_schedule",
    "coasting_of",
    "compare",
    "hours_of",
]

Side = Literal["ours", "gentle", "usual", "quick", "typed", "before"]
SIDES: dict[Side, str] = {
    "ours": "this plan",
    "gentle": "gentle",
    "usual": "usual",
    "quick": "quick",
    "typed": "the pasted schedule",
    "before": "before the last edit",
}


@dataclass(frozen=True, slots=True)
class Programme:
    """One programme as it would run here, and what it would do."""

    key: Side
    name: str
    steps: list[SimulatedSegment]
    line: list[tuple[float, float]]
    inside: list[GlassPoint]
    profile: Graph
    total_s: float
    total: DualQuantity
    opens: DualQuantity
    peak: DualQuantity
    left: DualQuantity
    energy: DualQuantity
    remarks: list[Remark]
    read_as: Message | None


@dataclass(frozen=True, slots=True)
class AssessedSchedule:
    """A schedule as it was read, and what it would do; None while something in it is not clear."""

    schedule: Schedule
    programme: Programme | None


@dataclass(frozen=True, slots=True)
class Comparison:
    """Two programmes and the one sentence that tells them apart."""

    answer: Message
    sides: list[Programme]
    temperatures: Graph
    pulls: Graph


def _worked(staged: StageWithInputs) -> tuple[StageResult, FiringPlan]:
    worked = compute_stage(staged.stage, staged.incoming)
    if worked.heated.firing is None:
        raise ImpossibleInput(worked.heated.refusal)
    return worked, worked.heated.firing


def _programme(key: Side, judged: AssessedProgramme, heat: HeatInput, read_as: Message | None = None) -> Programme:
    run = judged.run
    start = start_of(heat, run.total_s)
    return Programme(
        key,
        SIDES[key],
        shown_steps(run.steps),
        run.line,
        glass_points(judged.inside, judged.warmed, judged.zones, run.total_s),
        profile_graph(judged.inside),
        run.total_s,
        show(run.total_s, "duration"),
        when(start, run.total_s),
        show(judged.peak_c, "temperature"),
        judged.left,
        show(run.energy_j, "energy"),
        judged.remarks,
        read_as,
    )


def assess_schedule(staged: StageWithInputs) -> AssessedSchedule:
    """How the pasted schedule was read, line by line, and what it would do to this piece once all of it is clear."""
    worked, firing = _worked(staged)
    schedule = read_schedule(staged.stage.heat.schedule)
    return AssessedSchedule(schedule, _typed(schedule, worked, firing) if schedule.is_complete else None)


def _typed(schedule: Schedule, worked: StageResult, firing: FiringPlan) -> Programme:
    heat = worked.heated.heat
    judged = assess_programme(schedule.wanted(from_c=heat.room_c), firing, worked.heated.load, heat)
    return _programme("typed", judged, heat, schedule.count)


def _side(key: Side, staged: StageWithInputs, before: StageWithInputs | None) -> Programme:
    if key == "before":
        if before is None:
            raise ImpossibleInput("there is no earlier state of this stage to compare with")
        staged = before
    elif key in ("gentle", "usual", "quick"):
        heat = replace(staged.stage.heat, target=Target(key), overrides=())
        staged = replace(staged, stage=replace(staged.stage, heat=heat))
    worked, firing = _worked(staged)
    if key == "typed":
        return _typed(read_schedule(worked.heated.heat.schedule), worked, firing)
    steps: Sequence[PlannedSegment] = firing.wanted
    return _programme(key, assess_programme(steps, firing, worked.heated.load, staged.stage.heat), staged.stage.heat)


def compare(staged: StageWithInputs, a: Side, b: Side, *, before: StageWithInputs | None = None) -> Comparison:
    """Two programmes for one piece, each run through kiln and glass."""
    sides = [_side(a, staged, before), _side(b, staged, before)]
    first, second = sides
    longer = second.total_s - first.total_s
    shown: dict[str, DualQuantity | str] = {
        "a": first.name,
        "b": second.name,
        "t": show(abs(longer), "duration"),
        "sa": first.left,
        "sb": second.left,
    }
    if abs(longer) < 300:
        answer = say("Both take as long; “{a}” leaves {sa}, “{b}” {sb}.", **shown)
    else:
        way = "longer" if longer > 0 else "shorter"
        leaves = "as much" if first.left.metric.text == second.left.metric.text else "{sb} instead of {sa}"
        answer = say(f"“{{b}}” takes **{{t}} {way}** than “{{a}}”, and leaves {leaves}.", **shown)
    top = max(c for side in sides for _, c in side.line)
    across = axis(0.0, max(side.total_s for side in sides), "duration", count=6)
    pulls = [
        GraphLine(side.name, [(p.at_s, max(p.surface_pa, p.heart_pa, 0.0)) for p in side.inside]) for side in sides
    ]
    most = 1.1 * max(0.5e6, *(pa for line in pulls for _, pa in line.points))
    lines = [GraphLine(side.name, side.line) for side in sides]
    return Comparison(
        answer,
        sides,
        Graph(across, axis(0.0, (top + 60) // 100 * 100 + 100.0, "temperature"), lines),
        Graph(across, axis(0.0, most, "stress", count=3), pulls),
    )


def coasting_of(staged: StageWithInputs) -> Coasting:
    """May it be switched off: in this room, in winter, in summer."""
    worked, firing = _worked(staged)
    return coasting(firing, worked.heated.load, staged.stage.heat)


def hours_of(staged: StageWithInputs) -> list[HourRow]:
    """The firing as a table of hours."""
    _, firing = _worked(staged)
    return hour_rows(firing, staged.stage.heat)
