"""Steps at the bench as somebody would type them, after a plate that was fused flat."""

from __future__ import annotations

from typing import Any

from coldcradle.bench.result import BenchPlan
from coldcradle.document.piece import read_piece
from coldcradle.piece.plan import plan
from coldcradle.piece.result import PiecePlan
from tests.core.test_rule_samples import begun
from tests.staged import one, stage

__all__ = ["bar", "bench_plan", "disc", "made", "step"]


def bar(**changes: Any) -> dict[str, Any]:
    """A bar of one thick sheet, polished by fire: it keeps its 200 by 80 by 10 mm."""
    told = {"layup__length": "200 mm", "layup__width": "80 mm", "layup__layers": one("10 mm"), **changes}
    return stage("polish", key="s0", layup__outline="oblong", **told)


def disc(across: str = "300 mm", thick: str = "6 mm") -> dict[str, Any]:
    """A disc of sheet, polished by fire."""
    return stage("polish", key="s0", layup__outline="round", layup__length=across, layup__layers=one(thick))


def step(does: str, *, key: str = "b", takes: str = "s0", count: int = 1, **told: Any) -> dict[str, Any]:
    """A step at the bench; what it is told stands under its own kind."""
    own = {does: told} if told else {}
    return {"key": key, "does": does, "takes": [{"from": takes, "count": count}], **own}


def made(*nodes: dict[str, Any]) -> PiecePlan:
    """The plan of a piece of stages and steps; a step is what has no process."""
    stages = [n for n in nodes if "process" in n]
    bench = [n for n in nodes if "process" not in n]
    return plan(read_piece({**begun("full"), "stages": stages, "bench": bench}).piece)


def bench_plan(*nodes: dict[str, Any]) -> BenchPlan:
    """The plan of the last step."""
    return made(*nodes).bench[-1]
