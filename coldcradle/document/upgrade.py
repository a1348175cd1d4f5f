"""Older piece documents made into the present version: the entries of a chain become stages, lay-up leaves heat."""

from __future__ import annotations

import copy
from datetime import datetime, timedelta
from typing import Any

from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.traits import Traits

__all__ = ["RENAMED", "upgrade", "upgrade_stage"]

RENAMED = {
    "soak": "soak_method",
    "leaves": "restraint",
    "cast_at": "peak_at",
    "cast_hold": "peak_hold",
    "zone": "time_zone",
    "place": "kiln_zone",
    "there": "attendance",
    "own_steps": "segments",
    "shelves": "furniture",
}
_LAYUP = ("on", "enters", "relief", "wet", "weight", "thick", "breadth", "span", "depth")
_SIZES = ("bore", "rim", "top", "length", "outer", "middle")
_SHELF = {
    "name": "Kiln shelf",
    "material": "ceramic",
    "wall": "15 mm",
    "measured": True,
    "parts": [{"shape": "box", "length": "400 mm", "width": "400 mm", "height": "10 mm"}],
    "line": "5 mm",
    "reading": "1 mm",
    "method": "shape",
    "soaked": True,
}


def _parted_heat(heat: dict[str, Any]) -> tuple[dict[str, Any], dict[str, Any], list[Any]]:
    """A first version's heat parted into heat, lay-up, and the entries of its chain."""
    kept = {RENAMED.get(name, name): value for name, value in heat.items() if name not in (*_LAYUP, "chain")}
    laid = {name: heat[name] for name in _LAYUP if name in heat}
    chain = heat.get("chain") or []
    return kept, laid, chain if isinstance(chain, list) else []


def _does(process: object) -> Traits:
    known = PROCESSES.get(process) if isinstance(process, str) else None
    return known.traits if known else Traits(is_filled=True)


def _blank(stage: dict[str, Any], laid: dict[str, Any]) -> None:
    """What a flat family needs and a first version did not say: an outline, a size, layers."""
    does = _does(stage.get("process"))
    if does.is_filled:
        return
    laid.setdefault("on", "cradle")  # it stood on its cradle where nothing else was said
    cradle = stage.get("cradle")
    parts = cradle.get("parts") if isinstance(cradle, dict) else None
    part = parts[0] if isinstance(parts, list) and parts and isinstance(parts[0], dict) else {}
    thick = laid.pop("thick", "")
    if does.is_pressed:
        if thick:
            laid["to"] = thick
        return
    if thick:
        laid["layers"] = [{"thick": thick, "count": 1}]
    elif isinstance(cradle, dict) and isinstance(cradle.get("line"), str):
        laid["layers"] = [{"thick": cradle["line"], "count": 1}]
    if laid.get("outline") is None:
        is_round = part.get("shape") in ("cylinder", "cap", "frustum", "ring", "gutter")
        laid["outline"] = "round" if is_round or not part.get("width") else "oblong"
    size = laid.get("breadth") or next((part[name] for name in _SIZES if isinstance(part.get(name), str)), "")
    if size:
        laid["length"] = size
    if laid["outline"] == "oblong" and isinstance(part.get("width"), str):
        laid["width"] = part["width"]


def _later(start: object, days: int) -> object:
    """The same hour some days on; what cannot be read is left for the reader to refuse."""
    if not isinstance(start, str) or not days:
        return start
    try:
        return (datetime.fromisoformat(start) + timedelta(days=days)).isoformat(timespec="minutes")
    except (ValueError, OverflowError):
        return start


def upgrade_stage(stage: dict[str, Any], key: str, name: str) -> tuple[dict[str, Any], list[Any]]:
    """One stage of a first version, and the entries of its chain; names of moved entries change."""
    whole = dict(stage)
    heat = whole.get("heat")
    kept, laid, chain = _parted_heat(heat) if isinstance(heat, dict) else (heat, {}, [])
    _blank(whole, laid)
    rest = {entry: value for entry, value in whole.items() if entry not in ("process", "heat")}
    upgraded = {"key": key, "name": name, "process": whole.get("process"), **rest, "layup": laid, "heat": kept}
    return {entry: value for entry, value in upgraded.items() if value is not None}, chain


def _other(entry: dict[str, Any], stage: dict[str, Any], key: str) -> dict[str, Any]:
    """A chain's entry as a stage of its own: the same glass and kiln, a shelf where nothing shapes it."""
    process = entry.get("process")
    does = PROCESSES[process].traits if isinstance(process, str) and process in PROCESSES else Traits()
    glass = {
        name: copy.deepcopy(value) for name, value in stage.get("glass", {}).items() if name not in ("mix", "with")
    }
    glass["charge"] = ""
    if entry.get("stiffer"):
        glass["stiffer"] = entry["stiffer"]
    heat = {
        name: copy.deepcopy(value)
        for name, value in stage["heat"].items()
        if name not in ("peak_at", "peak_hold", "segments", "schedule")
    }
    heat["restraint"] = "bow"
    laid: dict[str, Any] = {"relief": entry.get("relief", "none"), "wet": "dry"}
    if entry.get("thick") and entry.get("before"):
        laid["layers"] = [{"thick": entry["thick"], "count": 1}]
    for name in ("outline", "length", "width"):
        if name in stage["layup"] and entry.get("before"):
            laid[name] = stage["layup"][name]
    return {
        "key": key,
        "name": str(entry.get("name", key))[:80] or key,
        "process": process,
        "cradle": copy.deepcopy(stage["cradle"] if does.is_filled or does.is_blank else _SHELF),
        "glass": glass,
        "layup": laid,
        "heat": heat,
    }


def _chained(stage: dict[str, Any], chain: list[Any]) -> list[dict[str, Any]]:
    """The stage among those of its chain, each taking what went before it, a day apart."""
    entries = [entry for entry in chain if isinstance(entry, dict)]
    before = [entry for entry in entries if entry.get("before")]
    after = [entry for entry in entries if not entry.get("before")]
    stages: list[dict[str, Any]] = []
    by_part: dict[str, str] = {}
    last = ""
    for number, entry in enumerate(before, 1):
        made = _other(entry, stage, f"before-{number}")
        joins = [by_part[part] for part in entry.get("joins") or [] if part in by_part]
        if joins:
            made["takes"] = [{"from": key, "count": 1} for key in joins]
        by_part[entry.get("part") or ""] = last = made["key"]
        stages.append(made)
    if last:
        stage["takes"] = [{"from": last, "count": 1}]
        stage["layup"].pop("layers", None)
    stages.append(stage)
    for number, entry in enumerate(after, 1):
        made = _other(entry, stage, f"after-{number}")
        made["takes"] = [{"from": stages[-1]["key"], "count": 1}]
        stages.append(made)
    for days, made in enumerate(stages):
        made["heat"]["starts_at"] = _later(made["heat"].get("starts_at"), days)
    return stages


def upgrade(document: dict[str, Any]) -> dict[str, Any]:
    """The document in its present version; nothing is changed in place."""
    if document.get("version") != 1:
        return document
    whole = copy.deepcopy(document)
    whole["version"] = 2
    stages = whole.get("stages")
    if not isinstance(stages, list) or len(stages) != 1 or not isinstance(stages[0], dict):
        return whole
    name = whole.get("name") if isinstance(whole.get("name"), str) else "Stage"
    stage, chain = upgrade_stage(stages[0], "main", _step_name(stages[0], name))
    complete = all(isinstance(stage.get(part), dict) for part in ("cradle", "glass", "heat"))
    whole["stages"] = _chained(stage, chain) if chain and complete else [stage]
    return whole


def _step_name(stage: dict[str, Any], fallback: Any) -> str:
    process = stage.get("process")
    return PROCESSES[process].step if isinstance(process, str) and process in PROCESSES else str(fallback)
