"""What is predicted to come out of a stage, as a closed mesh: to be turned, measured, or taken elsewhere."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
import trimesh
from shapely import Polygon

from coldcradle.cradle.round import Gutter
from coldcradle.cradle.stack import Room, Stack
from coldcradle.layup.blank import Blank
from coldcradle.layup.families.face import LayupRequest, LayupResult
from coldcradle.layup.families.plans import room_ring
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.sketch import Body, Points
from coldcradle.layup.solids import Points2, circle, half_of, raised, swept, turned
from coldcradle.quantity.format import Message, say

__all__ = ["OutcomeMesh", "outcome_mesh"]

_LEVELS = 40
_STRAIGHT = ("wave", "bend")
_SAME = 0.03


@dataclass(frozen=True, slots=True)
class OutcomeMesh:
    """One of the pieces that come out, in metres, z up; `says` how the mesh was got from the prediction."""

    mesh: trimesh.Trimesh
    says: Message


def _outline(points: Points) -> Points2:
    return np.asarray(points, dtype=float)[:, :2]


def _cast(room: Room, level_m: float) -> OutcomeMesh:
    """Glass that filled a room up to a level."""
    parts = room.parts if isinstance(room, Stack) else ()
    if parts and all(p.plan.is_round for p in parts):
        halves = half_of(room.rings_xz(), level_m)
        return OutcomeMesh(turned(halves, circle(_reach(halves))), say("The section, turned round"))
    if parts and (parts[0].shape in _STRAIGHT or isinstance(parts[0], Gutter)):
        return OutcomeMesh(swept(room.rings_xz(), room.span_m[1], level_m), say("The section, drawn through"))
    outline = room.outline()
    if outline is not None and len(parts) == 1:
        return OutcomeMesh(raised(outline.drawn(), level_m), say("The outline, as high as the glass stands"))
    # areas height by height keep the volume, whatever the plan
    z = np.linspace(0.0, level_m, _LEVELS)
    area = np.array([room.area_m2(float(h)) for h in z])
    share = np.sqrt(np.maximum(area, 0.0) / max(float(area.max()), 1e-12))
    ring = _outline(room_ring(room)) * float(np.sqrt(area.max() / max(_area(_outline(room_ring(room))), 1e-12)))
    reach = float(np.abs(ring).max())
    side = [(0.0, 0.0), *((float(s) * reach, float(h)) for s, h in zip(share, z, strict=True)), (0.0, level_m)]
    says = say("Its area at every height, in the shape of its plan")
    return OutcomeMesh(turned(half_of([side]), ring), says)


def _reach(halves: list[Polygon]) -> float:
    return max(float(half.bounds[2]) for half in halves)


def _area(ring: Points2) -> float:
    x, y = ring.T
    return float(abs(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1))) / 2)


def _middle(body: Body) -> list[Points]:
    """The ring that lies nearest to the middle, with its middle on the axis; one piece of several alike."""

    def middle(ring: Points) -> float:
        return (min(x for x, _ in ring) + max(x for x, _ in ring)) / 2

    ring = min(body.rings, key=lambda r: abs(middle(r)))
    off = middle(ring) if len(body.rings) > 1 or abs(middle(ring)) > 1e-6 else 0.0
    return [[(x - off, z) for x, z in ring]]


def _hung(after: Body, blank: Blank) -> OutcomeMesh:
    """What drew out: every cut of it grows as thin as it grows narrow."""
    halves = half_of(after.rings if blank.wall_m is not None and len(after.rings) > 1 else [after.rings[0]])
    reach = _reach(halves)
    if blank.wall_m is not None or blank.outline is BlankOutline.ROUND:
        return OutcomeMesh(turned(halves, circle(reach)), say("The section, turned round"))
    half_m = blank.thickness.value / 2 * reach / (blank.width_m / 2)
    ring = np.array([(reach, -half_m), (reach, half_m), (-reach, half_m), (-reach, -half_m)])
    return OutcomeMesh(turned(halves, ring), say("The section, as much thinner as it is narrower"))


def _lifted(bodies: Sequence[Body]) -> OutcomeMesh:
    """Foot, disc and skin as one, turned round."""
    whole = shapely.unary_union([shapely.Polygon(ring).buffer(1e-5) for body in bodies for ring in body.rings])
    edges = [part for part in getattr(whole, "geoms", [whole]) if isinstance(part, Polygon)]
    rings = [[(float(x), float(z)) for x, z in part.exterior.coords[:-1]] for part in edges]
    halves = half_of(rings)
    return OutcomeMesh(turned(halves, circle(_reach(halves))), say("The section, turned round"))


def outcome_mesh(laid: LayupResult, laying: LayupRequest) -> OutcomeMesh | None:
    """The mesh of one piece of what a stage gives; None where nothing is predicted to be drawn.

    Its volume is that of the prediction within what a section tells: a few per cent for what is round, more for the
    corners of a square sheet on a round former, whose folds no section knows. What it lacks is said.
    """
    found = _shaped(laid, laying)
    if found is None:
        return None
    share = float(found.mesh.volume) * laying.glass.kind.density_kg_m3 / max(laid.outcome.weight_kg, 1e-9)
    if abs(share - 1) < _SAME:
        return found
    held = say(". It holds {x} of the predicted glass.", x=f"{100 * share:.0f} %")
    return OutcomeMesh(found.mesh, Message(found.says.metric + held.metric, found.says.us + held.us))


def _shaped(laid: LayupResult, laying: LayupRequest) -> OutcomeMesh | None:
    if laid.section is not None:
        return _cast(laying.cradle.room, laid.section.glass_m)
    sketch, outcome = laid.sketch, laid.outcome
    after = next((b for b in sketch.bodies if b.matter == "after"), None) if sketch is not None else None
    if sketch is None or after is None:
        return None
    room = laying.cradle.room
    rings = _middle(after)
    if laying.traits.lifts:
        return _lifted([b for b in sketch.bodies if b.matter == "after"])
    if laying.traits.sinks:
        return OutcomeMesh(swept(after.rings, outcome.length_m), say("The section, drawn through its length"))
    if outcome.shaped == "stretched" and laid.blank is not None:
        return _hung(after, laid.blank)
    bends_one_way = isinstance(room, Stack) and room.parts[0].shape in _STRAIGHT
    hangs_one_way = outcome.shaped == "draped" and not room.plan.is_round
    if bends_one_way or (hangs_one_way and outcome.outline is not BlankOutline.ROUND):
        return OutcomeMesh(swept(rings, outcome.width_m), say("The section, drawn through its width"))
    if outcome.outline is BlankOutline.ROUND:
        halves = half_of(rings)
        folds = "; folds of its edge are not predicted" if outcome.shaped == "draped" else ""
        return OutcomeMesh(turned(halves, circle(_reach(halves))), say("The section, turned round" + folds))
    plan = next((b for b in sketch.plan if b.matter in ("after", "glass")), None)
    if plan is None or not plan.rings:
        return OutcomeMesh(swept(rings, outcome.width_m), say("The section, drawn through its width"))
    if outcome.shaped in ("flat", "pressed", "cast"):
        return OutcomeMesh(raised(plan.rings, outcome.thickness_m), say("The outline, as thick as it comes out"))
    ring = _outline(plan.rings[0])
    ring = ring - (ring.max(axis=0) + ring.min(axis=0)) / 2
    halves = half_of(rings)
    reach = _reach(halves)
    ring = ring * (reach / max(float(np.abs(ring[:, 0]).max()), 1e-9))
    return OutcomeMesh(turned(halves, ring), say("The section both ways; folds at corners are not predicted"))
