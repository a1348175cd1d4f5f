"""What a new cradle starts from, before its owner has measured it; always marked as not measured."""

from __future__ import annotations

from typing import Any

__all__ = ["SHAPES", "starting_cradle"]

# name, the part as typed, the casting line
SHAPES: dict[str, tuple[str, dict[str, str], str]] = {
    "cylinder": ("Straight round", {"shape": "cylinder", "bore": "80 mm", "height": "60 mm"}, "40 mm"),
    "frustum": ("Cone", {"shape": "frustum", "bottom": "60 mm", "top": "90 mm", "height": "70 mm"}, "50 mm"),
    "box": ("Box", {"shape": "box", "length": "100 mm", "width": "80 mm", "height": "60 mm"}, "40 mm"),
    "cap": ("Bowl", {"shape": "cap", "rim": "120 mm", "height": "45 mm"}, "35 mm"),
}


def starting_cradle(shape: str) -> dict[str, Any]:
    """A cradle document of that shape with starting sizes."""
    _, part, line = SHAPES[shape]
    return {
        "name": "New cradle", "material": "plaster-silica", "wall": "25 mm", "measured": False, "parts": [dict(part)],
        "line": line, "reading": "0.5 mm", "method": "shape", "soaked": True,
    }  # fmt: skip
