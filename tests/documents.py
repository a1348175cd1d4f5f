"""Piece documents for tests: one that is right, and ways to bend it."""

from __future__ import annotations

import copy
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.glass.kinds import kind_document, shipped_kinds
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageWithInputs, plan_stage

KILN = {
    "name": "Tern",
    "power": "2.4 kW",
    "rise": "3 h 30 min",
    "fall": "7 h",
    "room": "18 °C",
    "highest": "950 °C",
    "width": "380 mm",
    "depth": "380 mm",
    "height": "300 mm",
}
BIG_KILN = KILN | {
    "name": "Eider",
    "power": "9 kW",
    "rise": "4 h",
    "fall": "15 h",
    "width": "900 mm",
    "depth": "900 mm",
    "height": "450 mm",
}


def stage(kind: str = "casting-crystal") -> dict[str, Any]:
    return {
        "process": "cast",
        "cradle": {
            "name": "Plaster cone",
            "material": "plaster-silica",
            "wall": "30 mm",
            "measured": True,
            "parts": [{"shape": "frustum", "bottom": "60 mm", "top": "108 mm", "height": "88 mm"}],
            "line": "64 mm",
            "reading": "0.5 mm",
            "method": "level",
            "level": {"bore": "74 mm", "fall": "72.4 mm", "reading": "0.8 mm"},
            "soaked": True,
        },
        "glass": {
            "kind": kind_document(shipped_kinds()[kind]),
            "form": "nuggets",
            "loss": "2 %",
            "charge": "",
            "rack": {"nuggets": "1120 g"},
        },
        "heat": {
            "kiln": dict(KILN),
            "target": "usual",
            "own_target": "0.3 MPa",
            "soak": "longer",
            "leaves": "bow",
            "cast_at": "",
            "cast_hold": "",
            "bubble_hold": "1 h",
            "room": "18 °C",
            "starts_at": "2026-11-23T16:00",
            "zone": "Europe/London",
        },
    }


def document(kind: str = "casting-crystal", **changes: Any) -> dict[str, Any]:
    """The right document, with entries of its stage changed: `cradle__wall="10 mm"`."""
    whole = {"format": "cold-cradle-piece", "version": 1, "name": "Lamp-room prism", "stages": [stage(kind)]}
    for path, value in changes.items():
        at: Any = whole["stages"][0]  # type: ignore[index]  # as read from JSON
        *way, last = path.split("__")
        for step in way:
            at = at[step]
        at[last] = copy.deepcopy(value)
    return whole


def piece(kind: str = "casting-crystal", **changes: Any) -> StageInput:
    return read_piece(document(kind, **changes)).piece.stages[0]


def staged(kind: str = "casting-crystal", **changes: Any) -> StageWithInputs:
    return StageWithInputs(piece(kind, **changes))


def planned(kind: str = "casting-crystal", **changes: Any) -> StagePlan:
    return plan_stage(piece(kind, **changes))


def slab_of(thickness: str, side: str = "150 mm", **changes: Any) -> dict[str, Any]:
    """Changes that make a dammed slab in fusing 90 on fibre board, filled to the brim of its dam."""
    return {
        "cradle__parts": [{"shape": "box", "length": side, "width": side, "height": thickness}],
        "cradle__line": thickness,
        "cradle__method": "shape",
        "cradle__material": "fibre-board",
        "cradle__wall": "12 mm",
        "glass__form": "sheet",
        "glass__rack": {"sheet": "400 kg"},
        "heat__kiln": BIG_KILN,
        **changes,
    }
