"""Stages as somebody would type them, and what is read off the plan of the last one."""

from __future__ import annotations

from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.layup.load import Load
from coldcradle.piece.plan import plan, staged_of
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageResult, compute_stage
from tests.core.test_rule_samples import begun


def stage(process: str, *, takes: int = 0, key: str = "s1", **changes: Any) -> dict[str, Any]:
    """A stage as it begins; `takes` so many of s0, with nothing new laid unless `layup__layers` says so."""
    made = begun(process)["stages"][0] | {"key": key, "name": key}
    made["glass"] = {**made["glass"], "rack": {"sheet": "90 kg", "coarse": "90 kg"}}
    if takes:
        made["takes"] = [{"from": "s0", "count": takes}]
        made["layup"] = {k: v for k, v in made["layup"].items() if k not in ("layers", "length", "width", "outline")}
    for path, value in changes.items():
        station, name = path.split("__")
        made[station] = {**made[station], name: value}
    return made


def cast(*parts: dict[str, Any], line: str, **changes: Any) -> dict[str, Any]:
    room = {"parts": list(parts), "line": line, "method": "shape", "material": "plaster-silica", "wall": "30 mm"}
    made = stage("cast", key="s0", glass__form="coarse", **changes)
    return made | {"cradle": {**made["cradle"], **room}}


def box(side: int, deep: int) -> dict[str, Any]:
    return cast(
        {"shape": "box", "length": f"{side} mm", "width": f"{side} mm", "height": f"{deep} mm"}, line=f"{deep} mm"
    )


def cored(bore: int, core: int, deep: int) -> dict[str, Any]:
    return cast(
        {"shape": "cylinder", "bore": f"{bore} mm", "height": f"{deep} mm"},
        {"shape": "cylinder", "bore": f"{core} mm", "height": f"{deep} mm", "as": "core", "from": "0 mm"},
        line=f"{deep} mm",
    )


def last(*stages: dict[str, Any]) -> StagePlan:
    return plan(read_piece({**begun("full"), "stages": list(stages)}).piece).stages[-1]


def worked(*stages: dict[str, Any]) -> StageResult:
    piece = read_piece({**begun("full"), "stages": list(stages)}).piece
    staged = staged_of(piece, piece.stages[-1].key)
    return compute_stage(staged.stage, staged.incoming)


def load_of(*stages: dict[str, Any]) -> Load:
    return worked(*stages).laid.load


def warm(found: StagePlan) -> float:
    assert found.heat is not None
    return next(s.rate_k_per_h for s in found.heat.steps if s.key in ("warm", "bubbles"))  # type: ignore[return-value]


def counts_mm(found: StagePlan) -> float:
    return found.figures["effective_thickness"].value * 1e3


def one(thick: str, many: int = 1) -> list[dict[str, Any]]:
    return [{"thick": thick, "count": many}]
