"""What a new cradle starts from, before its owner has measured it; always marked as not measured."""

from __future__ import annotations

import copy
from typing import Any

from coldcradle.document.reading import read
from coldcradle.errors import DocumentError, Fault
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.inputs import Entering, LayupInput
from coldcradle.quantity.parse import System

__all__ = ["SHAPES", "starting_cradle", "starting_layup", "typed_layup"]


def _box(length: str, width: str, height: str) -> dict[str, Any]:
    return {"shape": "box", "length": length, "width": width, "height": height}


_LEAF = [[0, 0], [14, 10], [32, 16], [52, 15], [72, 8], [90, 0], [72, -8], [52, -15], [32, -16], [14, -10]]

# the part as typed, the casting line
SHAPES: dict[str, tuple[dict[str, Any], str]] = {
    "cylinder": ({"shape": "cylinder", "bore": "80 mm", "height": "60 mm"}, "40 mm"),
    "frustum": ({"shape": "frustum", "bottom": "60 mm", "top": "90 mm", "height": "70 mm"}, "50 mm"),
    "box": (
        {"shape": "box", "length": "100 mm", "width": "80 mm", "height": "60 mm", "draft": "0°", "corner": "0 mm"},
        "40 mm",
    ),
    "cap": ({"shape": "cap", "rim": "120 mm", "height": "45 mm"}, "35 mm"),
    "oval": ({"shape": "oval", "length": "140 mm", "width": "90 mm", "height": "40 mm"}, "30 mm"),
    "barrel": ({"shape": "barrel", "length": "160 mm", "width": "80 mm", "height": "35 mm"}, "25 mm"),
    "ring": ({"shape": "ring", "outer": "140 mm", "inner": "80 mm", "height": "25 mm"}, "15 mm"),
    "gutter": ({"shape": "gutter", "middle": "120 mm", "width": "30 mm", "height": "15 mm"}, "12 mm"),
    "wave": (
        {"shape": "wave", "length": "200 mm", "width": "120 mm", "height": "40 mm", "rise": "20 mm", "waves": "2"},
        "26 mm",
    ),
    "bend": ({"shape": "bend", "length": "160 mm", "width": "100 mm", "height": "50 mm", "rise": "30 mm"}, "36 mm"),
    "prism": (
        {"shape": "prism", "height": "20 mm", "scale": "100 %", "outline": {"made": "begun", "rings": [_LEAF]}},
        "12 mm",
    ),
}


# what a new stage stands in or on, as its process names it: name, material, wall, part
_BEGUN: dict[str, tuple[str, str, str, dict[str, Any]]] = {
    "form": ("New form", "ceramic", "8 mm", {"shape": "cap", "rim": "330 mm", "height": "50 mm"}),
    "ring": ("New ring", "stainless", "3 mm", {"shape": "cylinder", "bore": "120 mm", "height": "60 mm"}),
    "former": ("New former", "stainless", "2 mm", {"shape": "cylinder", "bore": "100 mm", "height": "100 mm"}),
    "block": ("New former", "stainless", "2 mm", _box("60 mm", "80 mm", "100 mm")),
    "shelf": ("Kiln shelf", "ceramic", "15 mm", _box("400 mm", "400 mm", "15 mm")),
    "two shelves": ("Two kiln shelves", "ceramic", "15 mm", _box("350 mm", "350 mm", "15 mm")),
    "hook": ("Hook and floor", "stainless", "3 mm", _box("150 mm", "150 mm", "300 mm")),
}
# a size that says how wide a shape is; a new shape of a family keeps the family's own width and depth where it can
_PLAIN = {"draft": "0°", "corner": "0 mm"}


def starting_cradle(process: str, shape: str = "") -> dict[str, Any]:
    """A cradle document for a process, of that shape or of the usual one, with starting sizes."""
    if process not in PROCESSES:
        raise DocumentError(
            [Fault("process", f"expected one of {', '.join(PROCESSES)}, got {process[:40]}", process[:40])]
        )
    does = PROCESSES[process]
    if shape and shape not in SHAPES:
        raise DocumentError([Fault("shape", f"expected one of {', '.join(SHAPES)}, got {shape[:40]}", shape)])
    if does.traits.is_filled:
        part, line = SHAPES[shape or "cylinder"]
        name, material, wall = "New cradle", "plaster-silica", "25 mm"
        if does.traits.is_reused:  # made to be used again, and never wet
            name, material, wall = "New frit mould", "ceramic", "8 mm"
    else:
        name, material, wall, part = _BEGUN[does.starts]
        if shape and shape != part["shape"]:
            part = SHAPES[shape][0]
        line = ""
    part = copy.deepcopy(part)
    if part["shape"] == "box":
        part = {**part, **{name_: part.get(name_, value) for name_, value in _PLAIN.items()}}
    plain = {"name": name, "material": material, "wall": wall, "measured": False, "parts": [part], "reading": "0.5 mm"}
    return plain | ({"line": line, "method": "shape", "soaked": True} if line else {})


def _across(cradle: dict[str, Any]) -> tuple[str, str]:
    """A cradle's width and depth as typed, where it is one simple shape."""
    parts = cradle.get("parts") or [{}]
    part = parts[0] if isinstance(parts[0], dict) else {}
    width = next((str(part[name]) for name in ("rim", "bore", "top", "length") if name in part), "")
    return width, str(part.get("width", ""))


def _is_oval(cradle: dict[str, Any]) -> bool:
    parts = cradle.get("parts") or [{}]
    return isinstance(parts[0], dict) and parts[0].get("shape") == "oval"


def starting_layup(process: str, cradle: dict[str, Any], *, is_taking: bool = False) -> dict[str, Any]:
    """The lay-up a new stage begins from; nothing new is laid where it takes in what an earlier one gave."""
    does = PROCESSES.get(process)
    width, into = _across(cradle)
    if does is None or does.traits.is_filled:
        return {"wet": "wet" if cradle.get("material") == "plaster-silica" else "dry"}
    if does.traits.is_pressed:
        return {"weight": "10 kg", "wet": "dry"}
    layup: dict[str, Any] = {"wet": "dry"} | ({} if is_taking else {"layers": [{"thick": "6 mm", "count": 1}]})
    if is_taking or does.traits.drops_through:
        return layup
    if does.traits.has_form and width:
        outline = "oval" if _is_oval(cradle) else "oblong" if into else "round"
        layup |= {"outline": outline, "length": width} | ({"width": into} if into else {})
    if does.traits.lies_free:
        layup |= {"outline": "round" if does.traits.lifts else "square", "length": "200 mm"}
        if does.enters is Entering.LOOSE:
            layup |= {"layers": [{"thick": "3 mm", "count": 2}]}
    if does.traits.has_former:
        layup |= {"outline": "square", "length": "200 mm", "posts": "25 mm", "lining": "3 mm"}
    if does.traits.bends_up:
        layup |= {"outline": "oblong", "length": "160 mm", "width": into or "80 mm"}
    if does.traits.hangs:
        layup |= {"outline": "oblong", "length": "200 mm", "width": "70 mm"}
    return layup


def typed_layup(layup: dict[str, Any], system: System) -> dict[str, Any]:
    """A lay-up as it was typed, its bare numbers given the unit they were meant in. Raises DocumentError."""
    if not layup:
        return {}
    found = read(LayupInput, layup, "a lay-up", path="layup", systems=dict.fromkeys(layup, system))
    units = {path.removeprefix("layup."): entry.typed for path, entry in found.entries.items()}
    return layup | {name: units[name] for name in layup if name in units}
