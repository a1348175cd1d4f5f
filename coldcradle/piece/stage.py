"""One stage planned: what goes in, laid up, fired, and what comes out. Pure: the same input gives the same plan."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from coldcradle.after.inputs import as_measured
from coldcradle.cradle.answer import compare_ways
from coldcradle.cradle.result import OtherWay
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.appearance import appearance
from coldcradle.glass.landmarks import landmarks
from coldcradle.heat.answer import heat_answer
from coldcradle.heat.bowing import bow_figure, settled_heat
from coldcradle.heat.explain.firing import firing_figures
from coldcradle.heat.explain.section import effective_thickness, section_as_told
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.section import effective_thickness_m
from coldcradle.heat.present import heat_plan, timing_figures
from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.heat.schedule.attendance import start_of
from coldcradle.heat.schedule.clock import when
from coldcradle.heat.schedule.firing import FiringPlan, plan_firing
from coldcradle.heat.schedule.processes import Process
from coldcradle.heat.shared import FiringShare
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.explain.outcome import outcome_words
from coldcradle.layup.families import FAMILIES, LayupRequest, LayupResult
from coldcradle.layup.followed import Motion, frames_of
from coldcradle.layup.hot_moments import hot_moments
from coldcradle.layup.joining import joined_incoming
from coldcradle.layup.load import Load
from coldcradle.layup.motion import FiringTimeline
from coldcradle.layup.outcome import Incoming
from coldcradle.layup.outcome_mesh import OutcomeMesh, outcome_mesh
from coldcradle.piece.cautions import cautions
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.result import StagePlan
from coldcradle.piece.rules import stage_findings
from coldcradle.piece.series import series_answer, series_figure, series_weighing
from coldcradle.quantity.format import Message, show
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding
from coldcradle.report.thread import SummaryItem

__all__ = ["StageResult", "StageWithInputs", "compute_stage", "fired_again", "motion_of", "plan_stage"]

_COMING_AND_GOING_S = 600.0
_LESS = 0.8
_SURELY = 3.0  # laws of movement are good to a factor of three in time: so much less may have been done


@dataclass(frozen=True, slots=True)
class StageWithInputs:
    """A stage with what goes into it: all there is to know of it."""

    stage: StageInput
    incoming: tuple[Incoming, ...] = ()


@dataclass(frozen=True, slots=True)
class StageResult:
    """What the stations of a stage worked out, before it is put into words."""

    stage: StageInput
    laying: LayupRequest
    laid: LayupResult
    heated: HeatResult


def _usual_work_per_pa(process: Process) -> float:
    """Heat work a process usually does, 1/Pa: its hold where it aims, and some minutes' worth of coming and going."""
    return float((process.hold_s + _COMING_AND_GOING_S) * 10.0**-process.aim)


def _laying(stage: StageInput, incoming: Sequence[Incoming]) -> LayupRequest:
    process = stage.heat.process
    return LayupRequest(
        traits=process.traits,
        does=process.name,
        cradle=stage.cradle,
        glass=stage.glass,
        layup=stage.layup,
        incoming=joined_incoming(incoming, stage.layup.several),
        enters=process.entering(stage.layup.enters),
        usual_work_per_pa=_usual_work_per_pa(process),
        sure_work_per_pa=_usual_work_per_pa(process) / _SURELY,
        margin=process.margin,
        bears=process.bears,
        is_stacked=process.is_stacked,
        posts_m=stage.heat.kiln.posts_m,
    )


def compute_stage(stage: StageInput, incoming: Sequence[Incoming] = ()) -> StageResult:
    """Every station's computation, in order. Raises ImpossibleInput where a size or a weight cannot be."""
    laying = _laying(stage, incoming)
    laid, heated = _worked(stage, laying)
    if heated.firing is not None and heated.heat.process.moves.thins:
        surely = _coldest_work_per_pa(heated.firing, heated.load) / _SURELY
        if surely < _LESS * laying.sure_work_per_pa:  # its heart stays stiffer than usual: it ends thicker
            laying = replace(laying, sure_work_per_pa=surely)
            laid, heated = _worked(stage, laying)
    return _finished(stage, laying, laid, heated)


def _finished(stage: StageInput, laying: LayupRequest, laid: LayupResult, heated: HeatResult) -> StageResult:
    """With what only the firing tells, and when hands may work on it."""
    fired = fired_of(heated.firing, heated.heat)
    finished = FAMILIES[heated.heat.process.family].finish(laid, laying, fired)
    marks = (*finished.marks, *hot_moments(stage.layup.hot, stage.glass.kind, fired))
    finished = replace(finished, load=heated.load, marks=marks)
    return StageResult(replace(stage, heat=heated.heat), laying, finished, heated)


def fired_again(result: StageResult, share: FiringShare, incoming: Sequence[Incoming] = ()) -> StageResult:
    """A stage that was worked out before, in a firing that says something else to it; laid up as it was."""
    stage = replace(result.stage, heat=replace(result.stage.heat, share=share))
    if stage.heat.process.moves.thins:  # how thick it is to be reckoned follows from the firing
        return compute_stage(stage, incoming)
    return _finished(stage, result.laying, result.laid, _fired(stage, result.laid))


def _worked(stage: StageInput, laying: LayupRequest) -> tuple[LayupResult, HeatResult]:
    """Laid up and fired, before the firing tells what comes out."""
    laid = FAMILIES[stage.heat.process.family].lay_up(laying)
    return laid, _fired(stage, laid)


def _fired(stage: StageInput, laid: LayupResult) -> HeatResult:
    """What is laid up, fired; a refusal where the kiln cannot."""
    load = replace(
        laid.load,
        furniture_kg=laid.load.press_kg + stage.heat.furniture_kg,
        beside_j_per_k=stage.heat.share.beside_j_per_k + (stage.makes - 1) * laid.load.own_j_per_k,
    )
    heat = settled_heat(stage.heat, load)
    effective_m = effective_thickness_m(section_as_told(load, heat))
    firing, refusal = None, ""
    try:
        firing = plan_firing(load, heat, effective_m=effective_m, stress_pa=heat.stress_pa)
    except ImpossibleInput as error:
        refusal = str(error)
    return HeatResult(heat, load, effective_m, firing, refusal)


def _coldest_work_per_pa(firing: FiringPlan, load: Load) -> float:
    """Heat work of the glass that is warmed last, by the thickest solid piece that goes in, 1/Pa."""
    solid = max(firing.warming.runs, key=lambda r: r.body.counts_m, default=None)
    run = solid.through.heat if solid is not None else firing.inside.heat
    coldest = run.temperatures_c[:, run.glass].min(axis=1)
    return heat_work_of(load.kind, list(zip(run.times_s.tolist(), coldest.tolist(), strict=True))).total_per_pa


def fired_of(firing: FiringPlan | None, heat: HeatInput) -> FiringTimeline | None:
    """The firing as lay-up knows it: its line and its clock."""
    if firing is None:
        return None
    start = start_of(heat, firing.run.total_s)
    return FiringTimeline(tuple(firing.run.line), lambda seconds: when(start, seconds))


def motion_of(staged: StageWithInputs) -> Motion | None:
    """What a slider through heat work shows of a stage; None where nothing is seen to move."""
    result = compute_stage(staged.stage, staged.incoming)
    followed = FAMILIES[result.stage.heat.process.family].follow(result.laid, result.laying)
    if followed is None:
        return None
    return frames_of(
        followed,
        kind=result.stage.glass.kind,
        fired=fired_of(result.heated.firing, result.heated.heat),
        marks=result.laid.marks,
        sheet_m=result.laid.load.sheet_m,
    )


def mesh_of(staged: StageWithInputs) -> OutcomeMesh | None:
    """What is predicted to come out of a stage as a mesh; None where nothing of it is drawn."""
    result = compute_stage(staged.stage, staged.incoming)
    return outcome_mesh(result.laid, result.laying)


def _thread(laid: LayupResult, figures: dict[str, Figure], heat: HeatPlan | None) -> list[SummaryItem]:
    unknown = show(math.nan, "length")
    timed = [
        SummaryItem(key, name, "heat", figures[key].shown if key in figures else unknown, key if key in figures else "")
        for key, name in (("soak", "Anneal soak"), ("firing_time", "Firing"))
    ]
    opens = heat.opens if heat else unknown
    return [*laid.beads, *timed, SummaryItem("opens_at", "Open the lid", "heat", opens, "firing_time" if heat else "")]


def _states(laid: LayupResult, findings: Sequence[Finding]) -> dict[str, str]:
    """A word for each station: what it has, or what it still lacks."""
    stops = {f.station for f in findings if f.severity == "stop"}
    thinks = {f.rule for f in findings}
    words = dict(laid.states)
    if "glass.none-to-cut" in thinks:
        words["glass"] = "none on the rack"
    elif thinks & {"glass.too-little-to-cut", "glass.pile-too-small"}:
        words["glass"] = "not enough"
    for station in ("cradle", "layup"):
        if station in stops:
            words[station] = "look again"
    if "glass" in stops and words["glass"] == "enough":
        words["glass"] = "look again"
    return {**words, "heat": "look again" if "heat" in stops else "planned"}


def _figures(result: StageResult) -> dict[str, Figure]:
    laid, heated = result.laid, result.heated
    load, heat = heated.load, heated.heat
    effective = effective_thickness(load, heat)
    figures = {f.key: f for f in (bow_figure(load), *laid.figures, effective)}
    if heated.firing is not None:
        found = firing_figures(heated.firing, load, heat, effective)
        figures |= found | timing_figures(heated.firing, load, heat, found)
    series = series_figure(result.stage, laid)
    return figures | {laid.counts.key: laid.counts} | ({series.key: series} if series is not None else {})


def _with_series(said: Message, more: Message | None) -> Message:
    return said if more is None else Message(f"{said.metric} {more.metric}", f"{said.us} {more.us}")


def plan_stage(stage: StageInput, incoming: Sequence[Incoming] = ()) -> StagePlan:
    """The plan of one stage, taking in what earlier stages gave; nothing else is read or written."""
    result = compute_stage(stage, incoming)
    laid, heated, process = result.laid, result.heated, result.stage.heat.process
    heat = heat_plan(heated.firing, heated.load, heated.heat) if heated.firing is not None else None
    figures = _figures(result)
    findings = stage_findings(result.stage, laid, heated, heat, incoming)
    cradle, glass, measured = stage.cradle, stage.glass, laid.charged.measured if laid.charged else None
    outcome = as_measured(laid.outcome, stage.measured)
    return StagePlan(
        key=stage.key,
        name=stage.name,
        process=process.key,
        process_name=process.name,
        family=process.family,
        traits=process.traits,
        thread=_thread(laid, figures, heat),
        answers={
            **laid.answers,
            "glass": _with_series(laid.answers["glass"], series_answer(result.stage, laid)),
            "heat": heat_answer(heated, heat, findings),
        },
        states=_states(laid, findings),
        section=laid.section,
        sketch=laid.sketch,
        figures=figures,
        measured=[OtherWay(w.method, w.figure.shown, w.method == cradle.method) for w in measured.ways]
        if measured
        else [],
        compared=compare_ways(measured) if measured else None,
        landmarks=landmarks(glass.kind),
        appearance=appearance(
            glass.form,
            thickness_m=laid.load.thickness_m,
            mix=glass.mix,
            touches_walls=cradle.wall_m > 0,
            has_colour=bool(glass.extras),
        )
        if laid.charged
        else [],
        weigh=[*laid.weigh, *series_weighing(result.stage, laid)],
        heat=heat,
        findings=findings,
        cautions=cautions(result.stage, heated.load),
        outcome=outcome,
        marks=list(laid.marks),
        gives=outcome_words(outcome),
    )
