"""What a new cradle starts from, before its owner has measured it; always marked as not measured."""

from __future__ import annotations

import copy
from typing import Any

from coldcradle.errors import DocumentError, Fault

__all__ = ["SHAPES", "starting_cradle"]

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


def starting_cradle(shape: str) -> dict[str, Any]:
    """A cradle document of that shape with starting sizes."""
    if shape not in SHAPES:
        raise DocumentError([Fault("shape", f"expected one of {', '.join(SHAPES)}, got {shape[:40]}", shape)])
    part, line = SHAPES[shape]
    return {
        "name": "New cradle",
        "material": "plaster-silica",
        "wall": "25 mm",
        "measured": False,
        "parts": [copy.deepcopy(part)],
        "line": line,
        "reading": "0.5 mm",
        "method": "shape",
        "soaked": True,
    }
