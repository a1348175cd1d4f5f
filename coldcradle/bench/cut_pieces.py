"""What cuts leave: each piece with its weight, its outline and its holes; those that are alike together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from shapely import affinity
from shapely.geometry import Point, Polygon

from coldcradle.bench.face import BenchRequest, GivenPart
from coldcradle.bench.inputs import CutPart
from coldcradle.bench.model.shape import CutShape, as_outline, hole_shape, ring_points
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Bored, Outcome
from coldcradle.quantity.format import Message, say, show

__all__ = ["CutPiece", "grouped", "piece_outcome", "piece_weights_kg", "size_words"]

_ALIKE_M = 5e-4


@dataclass(frozen=True, slots=True)
class CutPiece:
    """One piece by its letter: where it lay, what it is now, and what was told of it."""

    letter: str
    shape: Polygon
    outcome: Outcome
    told: CutPart


def _turned(shape: Polygon, told: CutPart) -> Polygon:
    left, low, right, high = shape.bounds
    about = affinity.translate(shape, -(left + right) / 2, -(low + high) / 2)
    if told.is_mirrored:
        about = affinity.scale(about, -1.0, 1.0, origin=(0, 0))
    return affinity.rotate(about, 90 * told.quarters, origin=(0, 0))


def _holes_in(piece: Outcome, shape: Polygon, told: CutPart) -> tuple[Bored, ...]:
    left, low, right, high = shape.bounds
    found = []
    for hole in piece.worked.holes:
        at = Point(hole.x_m, hole.y_m)
        if shape.contains(at):
            x, y = hole.x_m - (left + right) / 2, hole.y_m - (low + high) / 2
            x = -x if told.is_mirrored else x
            for _ in range(told.quarters):
                x, y = -y, x
            found.append(replace(hole, x_m=x, y_m=y))
    return tuple(found)


def piece_weights_kg(request: BenchRequest, shape: Polygon, found: CutShape) -> list[float]:
    """What each piece weighs, kg: by its area. What was formed is thicker at its rim than below: a rim that is cut off
    round weighs what its own sheet does.
    """
    piece, holes = request.piece, hole_shape(request.piece.worked.holes)
    areas = [p.difference(holes).area for p in found.pieces]
    whole = max(1e-12, shape.difference(holes).area)
    if piece.shaped in ("slumped", "stretched") and len(areas) > 1:
        inner = max(range(len(areas)), key=lambda i: found.pieces[i].contains(shape.centroid))
        rim_kg_m2 = piece.thickness_m * request.density_kg_m3
        rims = [a * rim_kg_m2 for a in areas]
        kerf = (whole - sum(areas)) * rim_kg_m2
        others = sum(w for i, w in enumerate(rims) if i != inner) + kerf
        if others < piece.weight_kg:
            return [piece.weight_kg - others if i == inner else w for i, w in enumerate(rims)]
    return [piece.weight_kg * a / whole for a in areas]


def piece_outcome(piece: Outcome, shape: Polygon, weight_kg: float, told: CutPart) -> Outcome:
    """What a cut-out piece is, turned as it is told."""
    laid = _turned(shape, told)
    outline, length, width = as_outline(laid)
    is_drawn = outline == BlankOutline.DRAWN
    return replace(
        piece,
        outline=outline,
        length_m=length,
        width_m=width,
        area_m2=laid.area if is_drawn else None,
        weight_kg=weight_kg,
        pieces=1,
        worked=replace(
            piece.worked, ring=tuple(ring_points(laid)) if is_drawn else (), holes=_holes_in(piece, shape, told)
        ),
    )


def _are_alike(a: CutPiece, b: CutPiece) -> bool:
    one, other = a.outcome, b.outcome
    return (
        a.told.is_off_cut == b.told.is_off_cut
        and one.outline == other.outline
        and abs(one.length_m - other.length_m) < _ALIKE_M
        and abs(one.width_m - other.width_m) < _ALIKE_M
        and abs(one.weight_kg - other.weight_kg) < 0.005 * max(one.weight_kg, other.weight_kg)
        and len(one.worked.holes) == len(other.worked.holes)
    )


def grouped(pieces: Sequence[CutPiece], count: int) -> list[GivenPart]:
    """Pieces alike together, the heaviest first, off-cuts last."""
    groups: list[list[CutPiece]] = []
    for piece in sorted(pieces, key=lambda p: (p.told.is_off_cut, -round(p.outcome.weight_kg, 5), p.letter)):
        group = next((g for g in groups if _are_alike(g[0], piece)), None)
        if group is None:
            groups.append([piece])
        else:
            group.append(piece)
    return [
        GivenPart(
            # a little unlike, they weigh in the mean what they weigh together
            outcome=replace(
                group[0].outcome,
                pieces=len(group) * count,
                weight_kg=sum(p.outcome.weight_kg for p in group) / len(group),
            ),
            letters=tuple(p.letter for p in group),
            is_off_cut=group[0].told.is_off_cut,
            words=_moved_words(group),
        )
        for group in groups
    ]


def _moved_words(group: Sequence[CutPiece]) -> Message | None:
    over = [p.letter for p in group if p.told.is_mirrored]
    turned = [p.letter for p in group if p.told.quarters]
    said = [
        *([f"{' and '.join(over)} turned over"] if over else []),
        *([f"{' and '.join(turned)} turned"] if turned else []),
    ]
    return say(", ".join(said)) if said else None


def size_words(piece: CutPiece) -> Message:
    """Its size, and what becomes of it."""
    words = ", off-cut" if piece.told.is_off_cut else ""
    words += ", turned over" if piece.told.is_mirrored else ""
    words += f", turned {piece.told.quarters * 90}°" if piece.told.quarters else ""
    return say(
        "{l} by {w}" + words,
        l=show(piece.outcome.length_m, "length"),
        w=show(piece.outcome.width_m, "length"),
    )
