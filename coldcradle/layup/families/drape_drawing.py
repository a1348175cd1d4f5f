"""A blank over its former, before the heat and after it, to scale."""

from __future__ import annotations

import math

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.plans import plan_of
from coldcradle.layup.sketch import Body, Matter, Sketch, block, draw, sheet_ring
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure

__all__ = ["drape_sketch", "former_bodies"]


def former_bodies(laying: LayupRequest, top_m: float, reach_m: float) -> list[Body]:
    """The former on its posts, its lining, and the shelf."""
    room, layup = laying.cradle.room, laying.layup
    foot, edge = layup.posts_m, top_m / 2
    top = foot + room.height_m
    matter: Matter = "steel" if laying.cradle.material.key in ("stainless", "mild-steel") else "refractory"
    bodies = [Body(matter, laying.cradle.name, [[(x, z + foot) for x, z in ring] for ring in room.rings_xz()])]
    if foot > 0:
        post = min(0.02, edge / 2)
        posts = [block(-edge, 0.0, -edge + post, foot), block(edge - post, 0.0, edge, foot)]
        bodies.append(Body("refractory", "posts", posts))
    if layup.lining_m > 0:
        bodies.append(Body("fibre", "lining", [block(-edge, top, edge, top + layup.lining_m)]))
    bodies.append(Body("shelf", "shelf", [block(-reach_m, -0.008, reach_m, 0.0)]))
    return bodies


def drape_sketch(
    laying: LayupRequest, blank: Blank, overhang: Figure, top_m: float, movement: Movement | None, work_per_pa: float
) -> Sketch:
    """Former, posts, lining, blank, and the arms after so much heat work (1/Pa; infinite: once they are down)."""
    layup, room = laying.layup, laying.cradle.room
    edge, thick, off = top_m / 2, blank.thickness.value, layup.offset_m
    top = layup.posts_m + room.height_m
    bed, half = top + layup.lining_m, blank.length_m / 2
    left, right = -half + off, half + off
    reach = max(half + abs(off), edge + thick, room.half_width_m) + 0.02
    bodies = former_bodies(laying, top_m, reach)
    if movement is not None:
        work = min(work_per_pa, 1.0) if math.isfinite(work_per_pa) else 1.0
        at, thickness = movement.slides.shape(work)
        bodies.append(Body("after", "after the firing", [sheet_ring(at, thickness, is_halved=True)]))
    bodies.append(Body("glass", "as it goes in", [block(left, bed, right, bed + thick)]))
    part = "cradle.parts.0.height" if hasattr(room, "parts") else ""
    long_right = off >= 0
    over = (edge, right) if long_right else (left, -edge)
    dimensions = [
        Dimension("layup.length", "blank", "x", bed + thick, left, right, 2, show(blank.length_m, "length")),
        Dimension("", "overhang", "x", bed, over[0], over[1], 1, overhang.shown),
        Dimension(part, "former", "z", -reach, layup.posts_m, top, 1, show(room.height_m, "length")),
        Dimension("layup.posts", "posts", "z", -reach, 0.0, layup.posts_m, 1, show(layup.posts_m, "length")),
    ]
    plan = plan_of(room, blank, matter=bodies[0].matter, off_m=off, across_m=top_m)
    return draw(bodies, [d for d in dimensions if d.to_m - d.from_m > 1e-6 or d.path == "layup.length"], plan)
