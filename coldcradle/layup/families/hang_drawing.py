"""What hangs, drawn: as it goes in, and as it draws out."""

from __future__ import annotations

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.hung import Hung, HungBottle
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.hang_bottle import hung_of
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import show

__all__ = ["hang_sketch", "hollowed", "hung_rings"]

_LEAST_M = 0.004


def hang_sketch(laying: LayupRequest, blank: Blank) -> Sketch:
    """What hangs between hook and floor, and as it stands drawn out."""
    high, half = laying.cradle.room.height_m, max(_LEAST_M, blank.width_m / 2)
    low = high - blank.length_m
    hung = hung_of(laying, blank, length_m=blank.length_m)
    if blank.length_m < high:
        after = hung_rings(hung, hung.work_to(high), hook_m=high)
    else:
        ring: Points = [(half, 0.0), (half, high), (-half, high), (-half, 0.0)]
        after = [ring if blank.wall_m is None else hollowed(ring, blank.wall_m / half)]
    glass: list[Points]
    if isinstance(hung, HungBottle):
        glass = hung_rings(hung, 0.0, hook_m=high)
    elif blank.wall_m is not None:
        right = [(half, max(0.0, low)), (half, high)]
        glass = [hollowed([*right, *[(-x, z) for x, z in reversed(right)]], blank.wall_m / half)]
    else:
        glass = [block(-half, max(0.0, low), half, high)]
    bodies = [
        Body("shelf", "floor", [block(-half - 0.05, -0.01, half + 0.05, 0.0)]),
        Body("steel", laying.cradle.name, [block(-half - 0.03, high + 0.02, half + 0.03, high + 0.026)]),
        Body("steel", "wire", [block(-0.0012, high - 0.004, 0.0012, high + 0.02)]),
        Body("after", "after the firing", after),
        Body("glass", "as it goes in", glass),
    ]
    left = -half - 0.05
    path = "cradle.parts.0.height" if hasattr(laying.cradle.room, "parts") else ""
    return draw(
        bodies,
        [
            Dimension("layup.length", "hangs", "z", left, max(0.0, low), high, 1, show(blank.length_m, "length")),
            Dimension(path, "hook to floor", "z", left, 0.0, high, 2, show(high, "length")),
        ],
    )


def hung_rings(hung: Hung, work_per_pa: float, *, hook_m: float) -> list[Points]:
    """What hangs after so much heat work as closed rings: thinnest at its neck, cut off at the floor."""
    shape = hung.shape(work_per_pa)
    z = hook_m - shape.heights_m[-1] + shape.heights_m
    keep = z >= 0
    right = [(round(float(x), 5), round(float(y), 5)) for x, y in zip(shape.half_m[keep], z[keep], strict=True)]
    ring = [*right, *[(-x, y) for x, y in reversed(right)]]
    if isinstance(hung, HungBottle):
        inner = [
            (round(float(x - w), 5), round(float(y), 5))
            for x, w, y in zip(shape.half_m[keep], shape.wall_m[keep], z[keep], strict=True)
            if w < x
        ]
        return [ring, [*inner, *[(-x, y) for x, y in reversed(inner)]]] if len(inner) > 1 else [ring]
    return [hollowed(ring, float(shape.wall_m[0] / shape.half_m[0]))] if shape.wall_m[0] > 0 else [ring]


def hollowed(ring: Points, share: float) -> Points:
    """A closed ring whose right side comes first, from below, as walls and a base of that share of its half width."""
    right = ring[: len(ring) // 2]
    low, across = right[0][1], right[0][0]
    inner = [(x * (1 - share), z) for x, z in right if z > low + share * across]
    bottom = [((1 - share) * across, low + share * across)]
    inside = [*bottom, *inner]
    return [*right, *reversed(inside), *[(-x, z) for x, z in inside], *[(-x, z) for x, z in reversed(right)]]
