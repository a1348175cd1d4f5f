"""Ladders along which a firing may never become quicker: thicker, more parts, fewer open faces, closed."""

from __future__ import annotations

import copy
from collections.abc import Iterator
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.plan import plan
from coldcradle.piece.result import StagePlan
from tests.core.test_rule_samples import begun

__all__ = ["LADDERS", "climb", "slower"]

Rung = tuple[str, dict[str, Any]]

THICK = (2, 3, 4, 6, 8, 10, 12, 15, 19, 22, 25, 30, 35, 40, 50, 60)
_ROUND = 0.985  # a controller takes whole numbers; holds are whole five minutes, so what they are rounded from counts


def _stage(process: str, **layup: Any) -> dict[str, Any]:
    stage = copy.deepcopy(begun(process)["stages"][0])
    stage["key"] = stage["name"] = "s0"
    stage["layup"] = {**stage["layup"], **layup}
    stage["glass"]["rack"] = {"sheet": "900 kg", "coarse": "900 kg"}
    return stage


def _alone(process: str) -> Iterator[Rung]:
    for mm in THICK:
        yield f"{process} {mm} mm", {"stages": [_stage(process, layers=[{"thick": f"{mm} mm", "count": 1}])]}


def _again(process: str) -> Iterator[Rung]:
    """The same as a second firing, of what was cast."""
    for mm in THICK[3:]:
        cast = _room(150, mm)
        stage = _stage(process) | {"key": "s1", "name": "s1", "takes": [{"from": "s0", "count": 1}]}
        stage["layup"] = {k: v for k, v in stage["layup"].items() if k not in ("layers", "length", "width", "outline")}
        yield f"{process} of a cast of {mm} mm", {"stages": [cast, stage]}


def _room(wide: int, deep: int, **cradle: Any) -> dict[str, Any]:
    stage = _stage("cast")
    stage["glass"]["form"] = "coarse"
    part = {"shape": "box", "length": f"{wide} mm", "width": f"{wide} mm", "height": f"{deep} mm"}
    stage["cradle"] |= {"parts": [part], "line": f"{deep} mm", "method": "shape", "wall": "20 mm"} | cradle
    return stage


def _parts(process: str) -> Iterator[Rung]:
    for many in (0, 1, 2, 4):
        puck = _room(60, 12)
        stage = _stage(process, layers=[{"thick": "6 mm", "count": 1}], outline="square", length="200 mm") | {
            "key": "s1",
            "name": "s1",
            "takes": [{"from": "s0", "count": many}] if many else [],
        }
        yield f"{process} with {many} parts", {"stages": [puck, stage]}


def _foot() -> Iterator[Rung]:
    for mm in (0, 6, 12, 25, 40):
        yield (
            f"ring over a foot of {mm} mm",
            {"stages": [_stage("ring", foot=f"{mm} mm", foot_width="60 mm", length="190 mm")]},
        )


def _faces() -> Iterator[Rung]:
    for on in ("posts", "shelf"):
        yield f"polish on {on}", {"stages": [_stage("polish", on=on, layers=[{"thick": "25 mm", "count": 1}])]}


def _walls(closed: bool) -> Iterator[Rung]:
    for mm in (6, 10, 15, 20, 30, 40):
        bore = 60 + 2 * mm
        parts: list[dict[str, Any]] = [{"shape": "cylinder", "bore": f"{bore} mm", "height": "80 mm"}]
        parts.append({"shape": "cylinder", "bore": "60 mm", "height": "80 mm", "as": "core", "from": "0 mm"})
        if not closed:
            parts = [{"shape": "box", "length": "200 mm", "width": f"{mm} mm", "height": "80 mm"}]
        stage = _room(100, 80, parts=parts)
        yield f"{'closed' if closed else 'open'} wall of {mm} mm", {"stages": [stage]}


LADDERS: dict[str, list[Rung]] = {
    **{f"{p}, thicker": list(_alone(p)) for p, done in PROCESSES.items() if done.family not in ("fill", "press")},
    **{f"{p}, a second time": list(_again(p)) for p, done in PROCESSES.items() if done.family != "fill"},
    **{f"{p}, more parts": list(_parts(p)) for p in ("tack", "full", "polish", "spread")},
    "foot": list(_foot()),
    "faces": list(_faces()),
    "closed": list(_walls(closed=True)),
    "upright": list(_walls(closed=False)),
    "deeper": [(f"cast {mm} mm deep", {"stages": [_room(150, mm)]}) for mm in THICK[3:]],
}


def climb(rung: Rung) -> StagePlan:
    return plan(read_piece({**begun("full"), **rung[1]}).piece).stages[-1]


def slower(low: StagePlan, high: StagePlan) -> list[str]:
    """In what the higher rung is quicker than the lower one, which it may not be."""
    if low.heat is None or high.heat is None:
        return []
    found = []

    def of(heat: Any, key: str, what: str) -> float | None:
        return next((getattr(s, what) for s in heat.steps if s.key == key), None)

    ways = [(of(h.heat, "warm", "rate_k_per_h") or of(h.heat, "bubbles", "rate_k_per_h")) for h in (low, high)]
    if ways[0] and ways[1] and ways[1] * _ROUND > ways[0]:
        found.append(f"warms at {ways[1]} after {ways[0]}")
    soaks = [of(h.heat, "fall", "hold_s") or 0.0 for h in (low, high)]
    wanted = [max(h.figures["soak_thumb"].value, h.figures["soak_physics"].value) for h in (low, high)]
    if wanted[1] < wanted[0] * _ROUND or soaks[1] < soaks[0] - 300:
        found.append(f"soaks {soaks[1]} after {soaks[0]}")
    cools = [of(h.heat, "anneal", "rate_k_per_h") or 1e9 for h in (low, high)]
    if cools[1] * 0.93 > cools[0]:  # mended by its run to within 8 %
        found.append(f"cools at {cools[1]} after {cools[0]}")
    return found
