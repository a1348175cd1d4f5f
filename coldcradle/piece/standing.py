"""A stage as its checks see it."""

from __future__ import annotations

import functools

from coldcradle.before.check import CheckLine
from coldcradle.before.checks import checks
from coldcradle.before.inputs import CheckContext
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.plan import RememberedStage, remembered_stage
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageResult, StageWithInputs, compute_stage

__all__ = ["checks_of", "remembered_checks", "standing_of"]


def standing_of(result: StageResult, plan: StagePlan) -> CheckContext:
    """What the checks look at, from what was worked out of a stage and its findings."""
    stage: StageInput = result.stage
    return CheckContext(
        cradle=stage.cradle,
        glass=stage.glass,
        layup=stage.layup,
        load=result.heated.load,
        heat=result.heated.heat,
        takes=tuple(t.key for t in stage.takes),
        highest_c=plan.heat.highest_c if plan.heat else None,
        findings=plan.findings,
    )


def checks_of(result: StageResult, plan: StagePlan) -> list[CheckLine]:
    """Every check that applies to a stage."""
    return checks(standing_of(result, plan))


def remembered_checks(staged: StageWithInputs) -> list[CheckLine]:
    """The same of a stage as it stands, worked out once for each input."""
    return list(_checked(RememberedStage(staged.stage, staged.incoming)))


@functools.lru_cache(maxsize=32)
def _checked(key: RememberedStage) -> tuple[CheckLine, ...]:
    plan = remembered_stage(key.stage, key.incoming)
    return tuple(checks_of(compute_stage(key.stage, key.incoming), plan))
