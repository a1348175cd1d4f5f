"""A fired stage looked back on: what was predicted, measured, found and why, from rows and core together."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime

from coldcradle.after.causes import RankedCause, ranked_causes
from coldcradle.after.facts import facts_of
from coldcradle.after.lever import Lever, lever_of
from coldcradle.after.measures import Compared, Predicted, compare, measure_kinds
from coldcradle.after.next_step import NextStep, next_steps
from coldcradle.fire.figures import left_figure
from coldcradle.fire.opening import STALE_S
from coldcradle.fire.watch import FireState
from coldcradle.heat.limits import MEND_OVER, RUN_BAND, is_over
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.aftermath import evidence_of, measured_residual_stress_pa, predictions_of
from coldcradle.quantity.format import DualQuantity, Formatted, Message, say, show
from coldcradle.report.figure import Figure
from studio.checking import listed_checks
from studio.models import Firing, Measure, Stage
from studio.watching import FiringSnapshot, live_events, state_of

__all__ = ["Aftermath", "Residue", "aftermath_of", "compared_measures"]


_NM_PER_CM_PA = 2.7e-5  # retardation of soda-lime glass: 27 nm/cm for 1 MPa; from memory, as in ASTM C148 practice


@dataclass(frozen=True, slots=True)
class Residue:
    """The strain that the firing as it happened has left, beside what was planned; nm/cm as a polariscope shows it."""

    really: DualQuantity
    planned: DualQuantity
    retardation: DualQuantity
    says: Message
    is_more: bool
    figure: Figure


@dataclass(frozen=True, slots=True)
class Aftermath:
    """Everything the After station shows; `lever` is None where nothing is to be changed."""

    measures: list[Compared]
    residue: Residue | None
    causes: list[RankedCause]
    lever: Lever | None
    steps: list[NextStep]


def compared_measures(predicted: Mapping[str, Predicted], rows: Iterable[Measure]) -> list[Compared]:
    """Everything that can be measured, beside its prediction."""
    values: dict[str, list[float]] = {}
    for row in rows:
        values.setdefault(row.key, []).append(row.value)
    return [compare(key, predicted.get(key), values.get(key, [])) for key in measure_kinds()]


def _residue(frozen: FiringSnapshot, state: FireState) -> Residue | None:
    if state.inside is None:
        return None
    left, planned = measured_residual_stress_pa(frozen.watched, state), frozen.watched.planned_left_pa
    more = is_over(left, max(planned, frozen.watched.heat.stress_pa), 1.3 * MEND_OVER)
    shown: dict[str, DualQuantity | str] = {
        "a": show(left, "stress", RUN_BAND * left),
        "b": show(planned, "stress", RUN_BAND * planned),
    }
    if more:
        says = say("Strain left: about **{a}** instead of {b}; anneal it again before cutting.", **shown)
    else:
        says = say("Strain left: about **{a}**; {b} was planned.", **shown)
    words = f"{left * _NM_PER_CM_PA:.0f}"
    plain = Formatted(words, "nm/cm", "", f"{words} nm/cm")
    return Residue(
        really=show(left, "stress", RUN_BAND * left),
        planned=show(planned, "stress"),
        retardation=DualQuantity(plain, plain),
        says=says,
        is_more=more,
        figure=left_figure(frozen.watched, left),
    )


def _unticked(firing: Firing, stage: Stage) -> dict[str, str]:
    return {
        one.check.rule: one.check.says.metric
        for one in listed_checks(firing)
        if one.stage.pk == stage.pk and one.check.by == "human" and one.ticked_at is None
    }


def aftermath_of(firing: Firing, stage: Stage, now: datetime) -> Aftermath:
    """What came out of a stage of a firing, why, and what to change. Raises Http404 where it was not in it."""
    frozen, state, _ = state_of(firing, stage.pk, now)
    rows = list(stage.measures.filter(firing=firing))
    measures = compared_measures({p.key: p for p in predictions_of(frozen.plan, frozen.watched)}, rows)
    seen = [row.fault for row in stage.observations.filter(firing=firing)]
    events = live_events(firing)
    values = {row.key: row.value for row in rows}
    residue = _residue(frozen, state)
    causes: list[RankedCause] = []
    lever = None
    if state.inside is not None:
        opening = next((e.at_s for e in reversed(events) if e.kind == "open"), None)
        # what was not heard near the opening tells nothing of how hot it was then
        known = opening is not None and opening - state.inside.at.at_s <= STALE_S
        evidence = evidence_of(
            frozen.result,
            frozen.plan,
            frozen.watched,
            state,
            opened_c=max(state.inside.at.heart_c, state.inside.at.skin_c)
            if firing.state == "opened" and known
            else None,
            power_lost=any(e.kind == "power-lost" or e.data.get("fault") == "power-cut" for e in events),
            weight_kg=values.get("weight"),
            unticked=_unticked(firing, stage),
        )
        causes = ranked_causes(seen, facts_of(evidence))
        if causes:
            first = causes[0]
            why = first.reasons[0] if first.reasons else say(first.name + ".")
            lever = lever_of(
                first.lever,
                frozen.watched,
                work_per_pa=state.inside.work_per_pa,
                depth_m=values.get("depth"),
                why=why,
            )
    plan = frozen.plan
    steps = next_steps(
        seen, does=PROCESSES[plan.process].traits, process=plan.process, strained=residue.is_more if residue else False
    )
    return Aftermath(measures, residue, causes, lever, steps)
