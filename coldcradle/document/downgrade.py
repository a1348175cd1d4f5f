"""The present stages told in the first version's form, for going back to an older database.

What that form cannot say is lost.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from coldcradle.document.upgrade import RENAMED

__all__ = ["downgrade_stages"]

_OLD = {new: old for old, new in RENAMED.items()}
_KEPT_LAYUP = ("on", "enters", "relief", "wet", "weight", "thick", "breadth", "span", "depth")


def _thick(layup: dict[str, Any]) -> str:
    layers = layup.get("layers") or []
    typed = [layer.get("thick", "") for layer in layers if isinstance(layer, dict)]
    return str(layup.get("thick") or layup.get("to") or (typed[0] if len(typed) == 1 else ""))


def _heat(stage: dict[str, Any]) -> dict[str, Any]:
    heat = {_OLD.get(name, name): value for name, value in stage.get("heat", {}).items()}
    layup = stage.get("layup", {})
    heat |= {name: layup[name] for name in _KEPT_LAYUP if layup.get(name) not in (None, "", "auto")}
    if (thick := _thick(layup)) and not heat.get("thick"):
        heat["thick"] = thick
    if layup.get("length") and not heat.get("breadth"):
        heat["breadth"] = layup["length"]
    return heat


def _entry(stage: dict[str, Any], *, is_before: bool) -> dict[str, Any]:
    entry: dict[str, Any] = {
        "name": stage.get("name", stage["key"]),
        "process": stage["process"],
        "part": stage["key"] if is_before else "",
        "joins": [taken["from"] for taken in stage.get("takes") or []] if is_before else [],
        "relief": stage.get("layup", {}).get("relief", "none"),
        "before": is_before,
    }
    if thick := _thick(stage.get("layup", {})):
        entry["thick"] = thick
    if stage.get("glass", {}).get("stiffer"):
        entry["stiffer"] = stage["glass"]["stiffer"]
    return entry


def downgrade_stages(stages: Sequence[dict[str, Any]], main: str) -> dict[str, Any]:
    """One stage of the first version: that of the key `main`, the others as entries of its chain."""
    at = next(i for i, stage in enumerate(stages) if stage["key"] == main)
    stage = stages[at]
    plain = {name: value for name, value in stage.items() if name not in ("key", "name", "takes", "layup", "heat")}
    plain["glass"] = {name: value for name, value in stage.get("glass", {}).items() if name != "stiffer"}
    heat = _heat(stage)
    chain = [_entry(s, is_before=i < at) for i, s in enumerate(stages) if i != at]
    if chain:
        heat["chain"] = chain
    return {**plain, "heat": heat}
