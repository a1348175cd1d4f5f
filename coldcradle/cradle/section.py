"""The section of a cradle, as geometry to be drawn to scale: outlines, levels and dimensions, all in metres.

x runs from the axis to the right, z up from the deepest point. The drawing mirrors what is given here.
"""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.shapes import Stack
from coldcradle.words import Shown, show

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
    shown: Shown


@dataclass(frozen=True, slots=True)
class Section:
    """All that is needed to draw the cradle and what is in it. Profiles are (half width, height) points."""

    cavity: list[tuple[float, float]]
    glass: list[tuple[float, float]]
    plan: str
    wall_m: float
    line_m: float
    brim_m: float
    glass_m: float
    heap_m: float
    outer_half_m: float
    dimensions: list[Dimension]


def _widths(stack: Stack) -> list[Dimension]:
    found: list[Dimension] = []
    for index, (part, base) in enumerate(zip(stack.parts, stack.bases_m, strict=True)):
        spot = f"parts.{index}."
        top, bottom = base + part.height_m, base
        for field, z, name in (
            ("length_m", top, "length"),
            ("bore_m", top, "bore"),
            ("rim_m", top, "rim width"),
            ("top_m", top, "top width"),
            ("bottom_m", bottom, "bottom width"),
        ):
            size = getattr(part, field, None)
            if size is not None:
                found.append(
                    Dimension(
                        spot + field.removesuffix("_m"), name, "x", z, -size / 2, size / 2,
                        -1 if field == "bottom_m" else 1, show(size, "length"),
                    )
                )  # fmt: skip
    return found


def draw_section(stack: Stack, *, line_m: float, glass_m: float, heap_m: float, wall_m: float) -> Section:
    """The section with its glass standing at `glass_m` and the cold heap reaching `heap_m`."""
    brim = stack.height_m
    outer = max(w for w, _ in stack.profile_m()) + wall_m
    heights = [
        Dimension(
            f"parts.{index}.height", "height" if len(stack.parts) == 1 else f"height of part {index + 1}",
            "z", -outer, base, base + part.height_m, 2, show(part.height_m, "length"),
        )
        for index, (part, base) in enumerate(zip(stack.parts, stack.bases_m, strict=True))
    ]  # fmt: skip
    levels = [Dimension("line", "casting line", "z", -outer, 0.0, line_m, 1, show(line_m, "length"))]
    if brim - line_m > 1e-9:
        levels.append(Dimension("", "reserve", "z", -outer, line_m, brim, 1, show(brim - line_m, "length")))
    return Section(
        cavity=stack.profile_m(),
        glass=stack.profile_m(min(glass_m, brim)),
        plan=stack.parts[0].plan,
        wall_m=wall_m,
        line_m=line_m,
        brim_m=brim,
        glass_m=glass_m,
        heap_m=heap_m,
        outer_half_m=outer,
        dimensions=[*_widths(stack), *levels, *heights],
    )
