"""Further looks at the heat of a piece: somebody else's schedule, two programmes side by side, coasting, chain."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import stiffened
from coldcradle.heat.assess import AssessedProgramme, Remark, assess_programme
from coldcradle.heat.bowing import settled_heat
from coldcradle.heat.coasting import Coasting, coasting
from coldcradle.heat.inputs import RELIEF, HeatInput, LaterFiring, Load
from coldcradle.heat.present import glass_points, hour_rows, profile_graph, start_of
from coldcradle.heat.schedule.anneal import effective_thickness
from coldcradle.heat.schedule.clock import when
from coldcradle.heat.schedule.firing import Firing, plan_firing
from coldcradle.heat.schedule.segments import PlannedSegment, SimulatedSegment
from coldcradle.heat.schedule.text import Schedule, read_schedule
from coldcradle.piece.chain import ChainPlan, Link, plan_chain
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import StageResult, compute_stage
from coldcradle.piece.result import GlassPoint, HourRow
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.figure import CHOICE, derive, given
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = [
    "SIDES",
    "AssessedSchedule",
    "Comparison",
    "Programme",
    "Side",
    "assess_schedule",
    "chain_of",
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


def _worked(piece: PieceInput) -> tuple[StageResult, Firing]:
    worked = compute_stage(piece)
    if worked.firing is None:
        raise ImpossibleInput(worked.refusal)
    return worked, worked.firing


def _programme(key: Side, judged: AssessedProgramme, heat: HeatInput, read_as: Message | None = None) -> Programme:
    run = judged.run
    start = start_of(heat, run.total_s)
    return Programme(
        key,
        SIDES[key],
        run.steps,
        run.line,
        glass_points(judged.inside, run.total_s),
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


def assess_schedule(piece: PieceInput) -> AssessedSchedule:
    """How the pasted schedule was read, line by line, and what it would do to this piece once all of it is clear."""
    worked, firing = _worked(piece)
    schedule = read_schedule(piece.heat.schedule)
    return AssessedSchedule(schedule, _typed(schedule, worked, firing) if schedule.is_complete else None)


def _typed(schedule: Schedule, worked: StageResult, firing: Firing) -> Programme:
    heat = worked.piece.heat
    judged = assess_programme(schedule.wanted(from_c=heat.room_c), firing, worked.load, heat)
    return _programme("typed", judged, heat, schedule.count)


def _side(key: Side, piece: PieceInput, before: PieceInput | None) -> Programme:
    if key == "before":
        if before is None:
            raise ImpossibleInput("there is no earlier state of this piece to compare with")
        piece = before
    elif key in ("gentle", "usual", "quick"):
        piece = replace(piece, heat=replace(piece.heat, target=key, own=()))
    worked, firing = _worked(piece)
    if key == "typed":
        return _typed(read_schedule(worked.piece.heat.schedule), worked, firing)
    steps: Sequence[PlannedSegment] = firing.wanted
    return _programme(key, assess_programme(steps, firing, worked.load, piece.heat), piece.heat)


def compare(piece: PieceInput, a: Side, b: Side, *, before: PieceInput | None = None) -> Comparison:
    """Two programmes for one piece, each run through kiln and glass."""
    sides = [_side(a, piece, before), _side(b, piece, before)]
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


def coasting_of(piece: PieceInput) -> Coasting:
    """May it be switched off: in this room, in winter, in summer."""
    worked, firing = _worked(piece)
    return coasting(firing, worked.load, piece.heat)


def hours_of(piece: PieceInput) -> list[HourRow]:
    """The firing as a table of hours."""
    _, firing = _worked(piece)
    return hour_rows(firing, piece.heat)


def _other(later: LaterFiring, load: Load, heat: HeatInput) -> tuple[Load, HeatInput]:
    """The glass and the choices of another firing of the piece: alike, but for what is said of it."""
    base = later.thickness_m or load.sheet_m
    thick_m = base * RELIEF[later.relief]
    thickness = derive(
        "thickness_said",
        "Thickest",
        "length",
        lambda d: d,
        [given("in that firing", "d", thick_m, "length")],
        words="The thickness in that firing, relief counted.",
        formula="d",
        source=CHOICE,
    )
    on_cradle = later.process.key in ("slump", "drape", "bend", "ring", "cast", "frit", "melt")
    other = replace(
        heat,
        process=later.process,
        cast_c=None,
        cast_hold_s=None,
        own=(),
        enters="auto",
        relief="none",
        wet="dry",
        thickness_m=None,
        span_m=None,
        is_held_by_weight=False,
        restraint="bow" if heat.is_held_by_weight else heat.restraint,
        depth_m=None,
        schedule="",
        later=(),
        support=heat.support if on_cradle else "shelf",
    )
    return replace(load, kind=stiffened(load.kind, later.stiffer_k), thickness=thickness, sheet_m=base), other


def _link(later: LaterFiring, load: Load, heat: HeatInput) -> Link:
    other_load, other = _other(later, load, heat)
    other = settled_heat(other, other_load)
    effective = effective_thickness(other_load, other.restraint, other.support, by_weight=other.is_held_by_weight)
    firing = plan_firing(other_load, other, effective, stress_pa=other.stress_pa)
    peak = next(s for s in firing.run.steps if s.key == "cast")
    return Link(
        name=later.name,
        process=later.process,
        part=later.part,
        joins=later.joins,
        peak_c=peak.to_c,
        hold_s=peak.hold_s,
        total_s=firing.run.total_s,
        thickness_m=other_load.thickness.value,
        is_this=False,
        stiffer_k=later.stiffer_k,
    )


def chain_of(piece: PieceInput) -> ChainPlan:
    """This firing and the others of the piece, in order, on one clock; the first of them starts when this one is
    set to.
    """
    worked, firing = _worked(piece)
    heat, load = piece.heat, worked.load
    peak = next(s for s in firing.run.steps if s.key == "cast")
    joined = tuple(dict.fromkeys(later.part for later in heat.later if later.is_before and later.part))
    this = Link(
        name=piece.name,
        process=heat.process,
        part="",
        joins=joined,
        peak_c=peak.to_c,
        hold_s=peak.hold_s,
        total_s=firing.run.total_s,
        thickness_m=load.thickness.value,
        is_this=True,
    )
    before = [_link(later, load, heat) for later in heat.later if later.is_before]
    after = [_link(later, load, heat) for later in heat.later if not later.is_before]
    return plan_chain(
        load.kind, [*before, this, *after], starts_at=start_of(heat, firing.run.total_s), awake=heat.awake
    )
