"""A stage made ready to be watched: what the fire station is told of it."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.errors import ImpossibleInput
from coldcradle.fire.inputs import FiringBaseline
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.piece.stage import StageResult, StageWithInputs, compute_stage

__all__ = ["shown_segments", "watched_of", "watched_result"]


def watched_of(staged: StageWithInputs) -> FiringBaseline:
    """What is watched of a stage, as it stands. Raises ImpossibleInput where the kiln cannot fire it."""
    return watched_result(compute_stage(staged.stage, staged.incoming))


def watched_result(result: StageResult) -> FiringBaseline:
    """The same from what was worked out of a stage before."""
    heated = result.heated
    firing, load, heat = heated.firing, heated.load, heated.heat
    if firing is None:
        raise ImpossibleInput(heated.refusal or "expected a firing that this kiln can do")
    steps = tuple(
        PlannedSegment(
            key=s.key,
            name=s.name,
            rate_k_per_h=s.rate_k_per_h,
            to_c=s.to_c,
            hold_s=s.hold_s,
            limited_by=s.limited_by,
            why=s.why,
            figures=s.figures,
        )
        for s in firing.run.steps
    )
    line = tuple(firing.run.line)
    return FiringBaseline(
        section=firing.soaked.section,
        load=load,
        heat=heat,
        kiln=heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=heat.room_c),
        segments=steps,
        planned_line=line,
        shift_k=heat.kiln.sensor_k - heat.offset_k,
        needed_per_pa=heat_work_of(load.kind, line).total_per_pa,
        planned_left_pa=firing.left_pa,
        open_c=firing.first.opening_c,
        opens_s=firing.run.total_s,
    )


def shown_segments(watched: FiringBaseline) -> tuple[PlannedSegment, ...]:
    """The programme in what the thermometer shows: the place in the kiln and the thermometer are allowed for."""
    return tuple(replace(s, to_c=s.to_c + watched.shift_k) for s in watched.segments)
