"""Stages that share one firing: whether one programme can serve them all, and who would suffer by how much."""

from __future__ import annotations

from coldcradle.heat.steps import StepKey
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.result import StagePlan
from coldcradle.piece.sharer import Sharer

__all__ = ["sharer_of"]


def sharer_of(name: str, stage: StageInput, plan: StagePlan) -> Sharer | None:
    """What a planned stage asks for; None where its kiln cannot do it at all."""
    if plan.heat is None:
        return None
    peak = next(step for step in plan.heat.steps if step.key == StepKey.PEAK)
    low, high = stage.heat.process.window_c(stage.glass.kind)
    after = [
        s.rate_k_per_h
        for s in plan.heat.steps
        if s.key in (StepKey.ANNEAL, StepKey.COOL_2, StepKey.COOL_3) and s.rate_k_per_h
    ]
    return Sharer(
        name=name,
        peak_c=peak.to_c,
        window_c=(min(low, peak.to_c), max(high, peak.to_c)),
        soak_s=next(s.hold_s for s in plan.heat.steps if s.key == StepKey.FALL),
        slowest_k_per_h=min(after, default=0.0),
    )
