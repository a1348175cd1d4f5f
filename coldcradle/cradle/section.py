"""The section of a cradle, as geometry to be drawn to scale: outlines, levels and dimensions, all in metres.

x runs from the axis to the right, z up from the deepest point. The drawing mirrors what is given here.
"""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.shapes import Part
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Prism
from coldcradle.quantity.format import DualQuantity, show

__all__ = ["Dimension", "Section", "draw_section"]


@dataclass(frozen=True, slots=True)
class Dimension:
    """A dimension line. `path` names the input it edits (under `cradle`), or "" when it is computed."""

    path: str
    name: str
    axis: str
    at_m: float
    from_m: float
    to_m: float
    lane: int
    shown: DualQuantity


@dataclass(frozen=True, slots=True)
class Section:
    """All that is needed to draw the cradle and what is in it.

    `rings` are closed lines (x, z); what lies in an odd number of them is room. `cavity` is a symmetrical stand-in,
    points
    (half width, height), for laying the cold heap. `plan_rings` (x, y) show an outline from above, where there is one.
    """

    rings: list[list[tuple[float, float]]]
    plan_rings: list[list[tuple[float, float]]]
    cavity: list[tuple[float, float]]
    plan: str
    wall_m: float
    line_m: float
    brim_m: float
    glass_m: float
    heap_m: float
    outer_half_m: float
    lean_ratio: float
    dimensions: list[Dimension]


# the size of each shape that is seen in the section: name in the document, word, and whether it is that of the bottom
_SEEN: dict[str, tuple[tuple[str, str, bool], ...]] = {
    "box": (("length", "length", False),),
    "cylinder": (("bore", "bore", False),),
    "cap": (("rim", "rim width", False),),
    "frustum": (("top", "top width", False), ("bottom", "bottom width", True)),
    "oval": (("length", "length", False),),
    "barrel": (("width", "width", False),),
    "ring": (("outer", "outer width", False), ("inner", "inner width", True)),
    "gutter": (("middle", "middle to middle", False),),
    "wave": (("length", "length", False),),
    "bend": (("length", "length", False),),
}


def _across(part: Part, index: int, base: float, at_foot: bool) -> list[Dimension]:
    found: list[Dimension] = []
    if isinstance(part, Prism):
        size = 2 * float(part.half_width_m(0.0))
        found.append(Dimension("", "across", "x", base + part.height_m, -size / 2, size / 2, 1, show(size, "length")))
    for field, name, is_bottom in _SEEN.get(part.shape, ()):
        size = float(getattr(part, f"{field}_m"))
        z = base if is_bottom else base + part.height_m
        lane = -1 if is_bottom and at_foot else 1
        found.append(Dimension(f"parts.{index}.{field}", name, "x", z, -size / 2, size / 2, lane, show(size, "length")))
    return found


def _dimensions(room: Stack | SolidRoom, outer: float) -> list[Dimension]:
    if isinstance(room, SolidRoom):
        across, brim = room.across_m, room.height_m
        return [
            Dimension("", "across", "x", brim, -across / 2, across / 2, 1, show(across, "length")),
            Dimension("", "height", "z", -outer, 0.0, brim, 2, show(brim, "length")),
        ]
    found: list[Dimension] = []
    for index, (part, base) in enumerate(zip(room.parts, room.bases_m, strict=True)):
        found += _across(part, index, base, at_foot=index == 0)
    for index, (part, base) in enumerate(zip(room.parts, room.bases_m, strict=True)):
        name = "height" if len(room.parts) == 1 else f"height of part {index + 1}"
        found.append(
            Dimension(
                f"parts.{index}.height", name, "z", -outer, base, base + part.height_m, 2, show(part.height_m, "length")
            )
        )
    return found


def draw_section(
    room: Stack | SolidRoom, *, line_m: float, glass_m: float, heap_m: float, wall_m: float, lean: float = 0.0
) -> Section:
    """The section with its glass standing at `glass_m`, the cold heap reaching `heap_m`, and the floor leaning by
    `lean`.
    """
    brim = room.height_m
    outer = room.half_width_m + wall_m
    levels = [Dimension("line", "casting line", "z", -outer, 0.0, line_m, 1, show(line_m, "length"))]
    if brim - line_m > 1e-9:
        levels.append(Dimension("", "reserve", "z", -outer, line_m, brim, 1, show(brim - line_m, "length")))
    sizes = _dimensions(room, outer)
    outline = room.outline()
    return Section(
        rings=room.rings_xz(),
        plan_rings=outline.drawn() if outline else [],
        cavity=room.profile_m(),
        plan=room.plan,
        wall_m=wall_m,
        line_m=line_m,
        brim_m=brim,
        glass_m=min(glass_m, brim),
        heap_m=heap_m,
        outer_half_m=outer,
        lean_ratio=lean,
        dimensions=[*(d for d in sizes if d.axis == "x"), *levels, *(d for d in sizes if d.axis == "z")],
    )
