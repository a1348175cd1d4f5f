"""What hangs, drawn: as it goes in, and as it draws out."""

from __future__ import annotations

import numpy as np

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import show

__all__ = ["hang_sketch", "hollowed", "thread_ring"]


def hang_sketch(laying: LayupRequest, blank: Blank) -> Sketch:
    """What hangs between hook and floor, and as it stands drawn out."""
    high, half = laying.cradle.room.height_m, max(0.004, blank.width_m / 2)
    low = high - blank.length_m
    rho = laying.glass.kind.density_kg_m3
    if blank.length_m < high:
        work = thread_work(length_m=blank.length_m, stretched_m=high, density_kg_m3=rho)
        after = thread_ring(length_m=blank.length_m, width_m=2 * half, hook_m=high, work_per_pa=work, density_kg_m3=rho)
    else:
        after = [(half, 0.0), (half, high), (-half, high), (-half, 0.0)]
    glass = block(-half, max(0.0, low), half, high)
    if blank.wall_m is not None:
        right = [(half, max(0.0, low)), (half, high)]
        glass = hollowed([*right, *[(-x, z) for x, z in reversed(right)]], blank.wall_m / half)
        after = hollowed(after, blank.wall_m / half)
    bodies = [
        Body("shelf", "floor", [block(-half - 0.05, -0.01, half + 0.05, 0.0)]),
        Body("steel", laying.cradle.name, [block(-half - 0.03, high + 0.02, half + 0.03, high + 0.026)]),
        Body("steel", "wire", [block(-0.0012, high - 0.004, 0.0012, high + 0.02)]),
        Body("after", "after the firing", [after]),
        Body("glass", "as it goes in", [glass]),
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


def thread_ring(*, length_m: float, width_m: float, hook_m: float, work_per_pa: float, density_kg_m3: float) -> Points:
    """A hung thread as a closed ring after so much heat work: thinnest at its neck, cut off at the floor."""
    share = min(0.999, work_per_pa / parting_work(length_m=length_m, density_kg_m3=density_kg_m3))
    below = np.linspace(0.0, 1.0, 41)  # of the glass, below each place
    stretch = 1 / (1 - share * below)
    height = length_m * (-np.log1p(-share * below) / share if share > 1e-9 else below)
    z = hook_m - height[-1] + height
    half = width_m / 2 / np.sqrt(stretch)
    keep = z >= 0
    right = [(round(float(x), 5), round(float(y), 5)) for x, y in zip(half[keep], z[keep], strict=True)]
    return [*right, *[(-x, y) for x, y in reversed(right)]]


def hollowed(ring: Points, share: float) -> Points:
    """A closed ring whose right side comes first, from below, as walls and a base of that share of its half width."""
    right = ring[: len(ring) // 2]
    low, across = right[0][1], right[0][0]
    inner = [(x * (1 - share), z) for x, z in right if z > low + share * across]
    bottom = [((1 - share) * across, low + share * across)]
    inside = [*bottom, *inner]
    return [*right, *reversed(inside), *[(-x, z) for x, z in inside], *[(-x, z) for x, z in reversed(right)]]
