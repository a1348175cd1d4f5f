"""A stage that was fired: what it was to give, and all that is known of its firing."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from coldcradle.after.evidence import Evidence
from coldcradle.after.measures import Predicted
from coldcradle.fire.inputs import FiringBaseline
from coldcradle.fire.inside import TrackerState, left_after
from coldcradle.fire.watch import FireState
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.schedule.warming import warming
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.traits import Law
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageResult
from coldcradle.piece.standing import checks_of
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.finding import Finding

__all__ = ["evidence_of", "measured_residual_stress_pa", "predictions_of"]

_LENGTH_SHARE, _THICK_SHARE, _MASS_SHARE = 0.005, 0.04, 0.015  # where no figure says more; common practice, no source


def _u(plan: StagePlan, keys: Sequence[str], otherwise: float) -> float:
    return next((plan.figures[k].u for k in keys if k in plan.figures and plan.figures[k].u > 0), otherwise)


def predictions_of(plan: StagePlan, watched: FiringBaseline) -> list[Predicted]:
    """What a stage was to give, with what each may be off (SI)."""
    out = plan.outcome
    grown_u = _u(plan, ("moved",), 0.0) if watched.heat.process.traits.lies_free else 0.0
    found = [
        Predicted("length", out.length_m, max(_LENGTH_SHARE * out.length_m, grown_u)),
        Predicted("thickness", out.thickness_m, _u(plan, ("thickness",), _THICK_SHARE * out.thickness_m)),
        Predicted("weight", out.weight_kg, _u(plan, ("piece_mass", "charge_mass"), _MASS_SHARE * out.weight_kg)),
    ]
    if out.outline not in ("round", "square"):
        found.append(Predicted("width", out.width_m, max(_LENGTH_SHARE * out.width_m, grown_u)))
    movement = watched.load.movement
    if movement is not None and watched.heat.process.moves is Law.SHEET and not movement.course.is_arm:
        law = movement.law_work_per_pa
        done = heat_work_of(watched.load.kind, watched.planned_line).total_per_pa
        likely, low, high = movement.depth_m(min(done, law) if movement.is_reached else done)
        u = max((high - low) / 4, 0.001)
        found.append(Predicted("depth", likely, u))
    return found


def measured_residual_stress_pa(watched: FiringBaseline, state: FireState) -> float:
    """The tension left once all is even: from the readings, and from what is ahead where it is not over yet."""
    assert state.inside is not None
    return left_after(watched, state.inside, state.ahead.line if state.ahead else [])


def _fall_k_per_h(watched: FiringBaseline, line: Sequence[tuple[float, float]], hottest_s: float) -> float:
    """The quickest it fell over any half hour between its annealing point and 110 K below, after the peak."""
    times = np.array([t for t, _ in line])
    temps = np.array([c for _, c in line])
    if len(times) < 2:
        return 0.0
    grid = np.arange(hottest_s, times[-1], 600.0)
    if len(grid) < 4:
        return 0.0
    along = np.interp(grid, times, temps)
    anneal = watched.load.kind.annealing_c
    fell = (along[:-3] - along[3:]) / 1800.0 * 3600.0
    inside = (along[:-3] <= anneal + 5.0) & (along[3:] >= anneal - 110.0)
    return float(max(0.0, fell[inside].max())) if inside.any() else 0.0


def _said(findings: Sequence[Finding], rules: Sequence[str]) -> Message | None:
    return next((f.says for f in findings if f.rule in rules), None)


def _tilt(result: StageResult) -> Message | None:
    tilt = result.stage.cradle.tilt
    if tilt is None or tilt.rise_m / tilt.over_m <= 0.005:
        return None
    return say("It leaned {r} over {o}.", r=show(tilt.rise_m, "length"), o=show(tilt.over_m, "length"))


def evidence_of(
    result: StageResult,
    plan: StagePlan,
    watched: FiringBaseline,
    state: FireState,
    *,
    opened_c: float | None,
    power_lost: bool,
    weight_kg: float | None,
    unticked: Mapping[str, str],
) -> Evidence:
    """Everything the facts are read from. Raises nothing: what is not known is left out."""
    inside: TrackerState = state.inside  # type: ignore[assignment]  # asked for only where something was heard
    stage, laid, heat = result.stage, result.laid, result.heated.heat
    does = heat.process.traits
    release = next((c for c in checks_of(result, plan) if c.rule == "before.release-rated"), None)
    movement = watched.load.movement
    law = movement.law_work_per_pa if movement is not None and movement.is_reached else watched.needed_per_pa
    sensor = next((n for n in state.notes if "thermometer" in n.metric), None)
    doubt = _said(plan.findings, ("glass.does-not-match", "glass.not-tested"))
    several = {stage.glass.kind.key} | {x.kind.key for x in stage.glass.extras}
    grain = stage.glass.form.key in ("powder", "fine")
    worst = warming(watched.load, heat, state.measured, inside.hottest_s).worst if len(state.measured) > 1 else None
    return Evidence(
        kind=watched.load.kind,
        does=does,
        line=state.measured,
        work_per_pa=inside.work_per_pa,
        needed_per_pa=law,
        hottest_c=inside.hottest_c,
        planned_peak_c=watched.segments[watched.peak].to_c,
        left_pa=measured_residual_stress_pa(watched, state),
        planned_left_pa=watched.planned_left_pa,
        target_pa=heat.stress_pa,
        fall_k_per_h=_fall_k_per_h(watched, state.measured, inside.hottest_s),
        warm_pull=(worst.pull_pa, worst.at_s, worst.where == "face") if worst is not None else inside.warm_pull,
        warm_allowed_pa=worst.allowed_pa if worst is not None else SURFACE_STRESS_PA,
        cool_pull=inside.cool_pull,
        open_c=watched.open_c,
        opened_c=opened_c,
        zone_k=heat.offset_k,
        power_lost=power_lost,
        sensor_says=sensor,
        is_held=does.is_filled or (does.has_former and heat.restraint == "held"),
        charge_ratio=weight_kg / plan.outcome.weight_kg if weight_kg and plan.outcome.weight_kg else None,
        is_fine=grain and does.is_filled,
        has_several=len(several) > 1,
        has_free_edge=does.lies_free,
        is_spalling=stage.cradle.material.key == "mild-steel",
        mismatch_says=doubt,
        release_word=release.word if release is not None else "",
        release_says=release.says if release is not None else None,
        tilt_says=_tilt(result),
        offset_m=stage.layup.offset_m if laid.blank is not None else 0.0,
        unticked=unticked,
    )
