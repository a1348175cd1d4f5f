"""A blank on its form or ring, before the heat and after it, to scale."""

from __future__ import annotations

import math

from coldcradle.cradle.section import Dimension
from coldcradle.cradle.stack import Stack
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.plans import plan_of
from coldcradle.layup.families.slump_pool import pool_body, pool_plan
from coldcradle.layup.sketch import Body, Matter, Points, Sketch, block, draw, sheet_ring
from coldcradle.quantity.format import show

__all__ = ["form_bodies", "slump_sketch"]

_RIMS = {"cap": "rim", "cylinder": "bore", "frustum": "top", "box": "length", "oval": "length", "barrel": "width"}


def _rim_field(laying: LayupRequest) -> str:
    room = laying.cradle.room
    return _RIMS.get(room.parts[0].shape, "") if isinstance(room, Stack) and len(room.parts) == 1 else ""


def form_bodies(laying: LayupRequest, reach_m: float) -> list[Body]:
    """What the blank lies on, and the shelf under it."""
    room, wall = laying.cradle.room, laying.cradle.wall_m
    brim, outer = room.height_m, room.half_width_m + max(wall, 0.004)
    matter: Matter = "steel" if laying.cradle.material.key in ("stainless", "mild-steel") else "refractory"
    is_ring = laying.traits.drops_through
    if is_ring:
        plate = max(wall, 0.006)
        form: list[Points] = [
            block(-outer, brim - plate, -room.half_width_m, brim),
            block(room.half_width_m, brim - plate, outer, brim),
        ]
    else:
        form = [block(-outer, -wall, outer, brim), *room.rings_xz()]
    floor = 0.0 if is_ring else -wall
    wide = max(outer, reach_m) + 0.02
    bodies = [
        Body(matter, laying.cradle.name, form),
        Body("shelf", "shelf", [block(-wide, floor - 0.008, wide, floor)]),
    ]
    layup = laying.layup
    if is_ring and layup.foot_m > 0 and layup.foot_width_m > 0:
        half = layup.foot_width_m / 2
        bodies.append(Body("glass", "foot", [block(-half, 0.0, half, layup.foot_m)]))
    return bodies


def slump_sketch(laying: LayupRequest, blank: Blank, movement: Movement | None, work_per_pa: float) -> Sketch:
    """Form, blank on its rim, and the glass after so much heat work (1/Pa; infinite: when it is done)."""
    room = laying.cradle.room
    brim, half, thick = room.height_m, blank.length_m / 2, blank.thickness.value
    rest = float(movement.slides.at[0, 0, 1]) if movement is not None else brim
    bodies = form_bodies(laying, half)
    is_pool = laying.traits.pools and (movement is None or movement.held.done_work <= work_per_pa)
    if is_pool:
        bodies.append(pool_body(laying, blank))
    elif movement is not None:
        work = min(work_per_pa, 1.0) if math.isfinite(work_per_pa) else 1.0
        (slid, slid_thick), (held, held_thick) = movement.shapes(work)
        is_halved = not movement.course.is_whole
        bodies.append(Body("ghost", "if the rim slides", [sheet_ring(slid, slid_thick, is_halved=is_halved)]))
        bodies.append(Body("after", "after the firing", [sheet_ring(held, held_thick, is_halved=is_halved)]))
    off = laying.layup.offset_m
    bodies.append(Body("glass", "as it goes in", [block(-half + off, rest, half + off, rest + thick)]))
    opening = 2 * room.half_width_m
    times = 1.0
    if movement is not None and not laying.traits.drops_through and not movement.course.is_whole:
        times = movement.slides.edge_m[0] / movement.course.half_m
    plan = plan_of(room, blank, matter=bodies[0].matter, off_m=off, times=1.0 if is_pool else times)
    if is_pool:
        plan.insert(1, pool_plan(laying, blank))
    field = _rim_field(laying)
    outer = room.half_width_m + max(laying.cradle.wall_m, 0.004)
    height = "cradle.parts.0.height" if hasattr(room, "parts") else ""
    dimensions = [
        Dimension(
            "layup.length", "blank", "x", rest + thick, -half + off, half + off, 2, show(blank.length_m, "length")
        ),
        Dimension(
            f"cradle.parts.0.{field}" if field else "",
            "hole" if laying.traits.drops_through else "rim",
            "x",
            brim,
            -opening / 2,
            opening / 2,
            1,
            show(opening, "length"),
        ),
        Dimension(height, "deep", "z", -outer, 0.0, brim, 1, show(brim, "length")),
    ]
    if laying.traits.drops_through and laying.layup.foot_m > 0:
        foot = laying.layup.foot_m
        dimensions.append(Dimension("layup.foot", "foot", "z", -outer, 0.0, foot, 2, show(foot, "length")))
    return draw(bodies, dimensions, plan)
