"""Made-up documents: chains, parts, typed weights, several taken, closed shapes, every glass, several kilns."""

from __future__ import annotations

import random
from typing import Any

from coldcradle.document.starting import starting_cradle, starting_layup
from coldcradle.document.upgrade import upgrade
from coldcradle.glass.kinds import kind_document, shipped_kinds
from coldcradle.heat.schedule.processes import PROCESSES
from tests.documents import BIG_KILN, KILN, document

__all__ = ["random_document"]

STRONG = {**BIG_KILN, "power": "30 kW", "rise": "3 h", "fall": "11 h", "lining": "fibre"}
KILNS = (BIG_KILN, KILN, STRONG)
_FLAT = tuple(k for k, p in PROCESSES.items() if p.family in ("lay", "slump", "drape", "press", "hang"))
_SHELF = ("full", "tack", "polish", "spread", "texture", "stick")
_BEARS = (*_SHELF, "slump", "shine", "ring", "drape", "bend")
_THICK = (2, 3, 4, 6, 8, 10, 12, 15, 19, 25, 32, 40, 50, 60)
_RACK = {"sheet": "900 kg", "coarse": "900 kg", "medium": "900 kg", "nuggets": "900 kg", "billet": "900 kg"}


def _room(rng: random.Random) -> dict[str, Any]:
    """A room to be filled; several of them are closed round something."""
    deep, wide = rng.choice((10, 20, 30, 40, 60, 80)), rng.choice((30, 45, 60, 90, 120, 160))
    shapes: list[list[dict[str, Any]]] = [
        [{"shape": "cylinder", "bore": f"{wide} mm", "height": f"{deep} mm"}],
        [{"shape": "box", "length": f"{wide} mm", "width": f"{wide * 3 // 4} mm", "height": f"{deep} mm"}],
        [{"shape": "frustum", "bottom": f"{wide // 2} mm", "top": f"{wide} mm", "height": f"{deep} mm"}],
        [{"shape": "ring", "outer": f"{wide * 2} mm", "inner": f"{wide} mm", "height": f"{deep} mm"}],
        [
            {
                "shape": "gutter",
                "middle": f"{wide * 2} mm",
                "width": f"{wide} mm",
                "height": f"{min(deep, wide // 2)} mm",
            }
        ],
        [
            {"shape": "cylinder", "bore": f"{wide} mm", "height": f"{deep} mm"},
            {"shape": "cylinder", "bore": f"{wide // 2} mm", "height": f"{deep} mm", "as": "core", "from": "0 mm"},
        ],
        [{"shape": "cap", "rim": f"{2 * max(wide, deep)} mm", "height": f"{deep} mm"}],
    ]
    return {"parts": rng.choice(shapes), "deep": deep}


def _filled(rng: random.Random, stage: dict[str, Any]) -> None:
    room = _room(rng)
    material = rng.choice(("plaster-silica", "ceramic", "fibre-board"))
    stage["cradle"] |= {
        "parts": room["parts"],
        "line": f"{room['deep'] * rng.choice((0.5, 0.8, 1.0)):.1f} mm",
        "method": "shape",
        "material": material,
        "wall": f"{rng.choice((9, 20, 35))} mm",
    }
    part = room["parts"][0]
    if part["shape"] == "gutter":
        stage["cradle"]["line"] = part["height"]
    stage["glass"]["form"] = rng.choice(("coarse", "medium", "nuggets", "billet", "sheet"))
    stage["layup"] = {"wet": rng.choice(("wet", "dry"))}


def _patch(rng: random.Random) -> dict[str, Any]:
    """Part of a sheet, thick or thin, that lies on the blank."""
    size = f"{rng.choice((15, 30, 60, 120))} mm"
    return {
        "kind": "partial",
        "thick": f"{rng.choice(_THICK[:10])} mm",
        "length": size,
        "width": size,
        "count": rng.choice((1, 1, 2, 4)),
    }


def _laid(rng: random.Random, stage: dict[str, Any], *, is_taking: bool) -> None:
    layup = stage["layup"]
    if rng.random() < 0.3 and stage["process"] in ("slump", "drape", "bend", "ring", "melt"):
        stage["cradle"]["wall"] = f"{rng.choice((2, 4, 8, 15))} mm"
        stage["cradle"]["material"] = rng.choice(("ceramic", "stainless", "plaster-silica"))
    if is_taking:
        for name in ("layers", "length", "width"):
            layup.pop(name, None)
        if rng.random() < 0.3 and stage["process"] in _SHELF:
            layup["layers"] = [{"thick": f"{rng.choice(_THICK[:8])} mm", "count": 1}]
            layup["outline"], layup["length"] = "square", f"{rng.choice((150, 250, 350))} mm"
        return
    many = rng.choice((1, 1, 1, 2, 3, 6))
    thick = rng.choice(_THICK if many == 1 else _THICK[:7])
    layup["layers"] = [{"thick": f"{thick} mm", "count": many}]
    if stage["process"] in _SHELF:
        layup["outline"] = rng.choice(("square", "round", "oblong"))
        layup["length"] = f"{rng.choice((25, 40, 60, 100, 160, 240, 340))} mm"
        layup["width"] = f"{rng.choice((20, 40, 80, 160))} mm"
        if rng.random() < 0.25:
            stage["glass"]["charge"] = f"{rng.choice((0.1, 0.5, 1.5, 3.0))} kg"
            stage["glass"]["form"] = rng.choice(("sheet", "coarse"))
    if stage["process"] == "ring" and rng.random() < 0.5:
        layup["foot"], layup["foot_width"] = f"{rng.choice((6, 15, 25, 40))} mm", "60 mm"
    if stage["process"] == "hang" and rng.random() < 0.5:
        layup["wall"] = f"{rng.choice((2, 5, 10, 20))} mm"
    if stage["process"] == "press":
        layup["weight"] = f"{rng.choice((0, 3, 12, 30))} kg"
        stage["glass"]["charge"] = f"{rng.choice((0.1, 0.3, 0.8))} kg"
    if rng.random() < 0.15:
        layup["relief"] = rng.choice(("soft", "sharp"))
    if rng.random() < 0.2 and stage["process"] in _BEARS:
        layup["added"] = [_patch(rng)]


def _takes(rng: random.Random, keys: list[str]) -> list[dict[str, Any]]:
    first = [{"from": rng.choice(keys), "count": rng.choice((1, 1, 1, 2, 3))}]
    if len(keys) > 1 and rng.random() < 0.5:
        other = rng.choice([k for k in keys if k != first[0]["from"]])
        first.append({"from": other, "count": rng.choice((1, 3, 8))})
    return first


def random_document(seed: int) -> dict[str, Any]:
    """A document of one to three stages, the same for the same seed."""
    rng = random.Random(seed)
    kind = rng.choice(sorted(shipped_kinds()))
    whole = upgrade(document(kind, glass__rack=_RACK))
    first = whole["stages"][0]
    stages: list[dict[str, Any]] = []
    for i in range(rng.choice((1, 1, 2, 2, 3))):
        process = rng.choice(("cast", "frit")) if rng.random() < 0.3 else rng.choice(_FLAT)
        cradle = starting_cradle(process)
        stage = {
            **first,
            "key": f"s{i}",
            "name": f"Stage {i}",
            "process": process,
            "cradle": cradle,
            "glass": {**first["glass"], "kind": kind_document(shipped_kinds()[kind]), "rack": _RACK, "form": "sheet"},
            "heat": {
                **first["heat"],
                "kiln": dict(rng.choice(KILNS)),
                "target": rng.choice(("gentle", "usual", "usual", "quick")),
                "soak_method": rng.choice(("longer", "longer", "physics", "thumb")),
            },
        }
        is_taking = bool(stages) and rng.random() < 0.85
        if is_taking:
            stage["takes"] = _takes(rng, [s["key"] for s in stages])
        stage["layup"] = dict(starting_layup(process, cradle, is_taking=is_taking))
        if PROCESSES[process].family == "fill":
            _filled(rng, stage)
        else:
            _laid(rng, stage, is_taking=is_taking)
        stages.append(stage)
    return {**whole, "stages": stages}
