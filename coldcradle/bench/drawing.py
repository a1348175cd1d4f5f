"""A step drawn before and after: from the side, and from above, where most of it is seen."""

from __future__ import annotations

from collections.abc import Sequence

from shapely.geometry import Point

from coldcradle.bench.face import BenchRequest, BenchResult
from coldcradle.bench.model.shape import outline_shape, ring_points
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw

__all__ = ["drawn_after", "drawn_before"]

_ROUND = 24


def _rings(piece: Outcome) -> list[Points]:
    """A piece from above with its holes."""
    holes = [ring_points(Point(h.x_m, h.y_m).buffer(h.across_m / 2, quad_segs=_ROUND // 4)) for h in piece.worked.holes]
    return [ring_points(outline_shape(piece)), *holes]


def _beside(pieces: Sequence[tuple[str, Outcome]]) -> list[Body]:
    """Pieces from the side, next to one another on the bench."""
    found, at, gap = [], 0.0, 0.15 * max(piece.length_m for _, piece in pieces)
    wide = sum(piece.length_m for _, piece in pieces) + gap * (len(pieces) - 1)
    at = -wide / 2
    for name, piece in pieces:
        found.append(Body("after", name, _standing(piece, at)))
        at += piece.length_m + gap
    return [Body("shelf", "bench", [block(-0.6 * wide, -0.02 * wide, 0.6 * wide, 0.0)]), *found]


def _standing(piece: Outcome, left_m: float) -> list[Points]:
    """A piece from the side: its thickness, its holes through it, and what is lower beside its thickest place."""
    right, high = left_m + piece.length_m, piece.thickness_m
    outer = block(left_m, 0.0, right, high)
    if piece.raised is not None and piece.raised.base_m < high:
        low, rise = piece.raised.base_m, piece.length_m * piece.raised.share / 2
        middle = (left_m + right) / 2
        outer = [
            (left_m, 0.0),
            (right, 0.0),
            (right, low),
            (middle + rise, low),
            (middle + rise, high),
            (middle - rise, high),
            (middle - rise, low),
            (left_m, low),
        ]
    middle = (left_m + right) / 2
    through = [
        block(middle + h.x_m - h.across_m / 2, 0.0, middle + h.x_m + h.across_m / 2, high) for h in piece.worked.holes
    ]
    return [outer, *through]


def drawn_before(request: BenchRequest) -> Sketch:
    """What lies on the bench."""
    piece = request.piece
    return draw(
        [*_beside([(request.incoming[0].name, piece)])], [], [Body("glass", request.incoming[0].name, _rings(piece))]
    )


def drawn_after(request: BenchRequest, result: BenchResult) -> Sketch:
    """What it has become."""
    kept = [p for p in result.parts if not p.is_off_cut] or list(result.parts)
    many = [
        (" ".join(part.letters) or request.step.called, part.outcome)
        for part in kept
        for _ in range(max(1, len(part.letters)))
    ]
    plan = result.plan or tuple(Body("after", request.step.called, _rings(p.outcome)) for p in kept[:1])
    return draw(_beside(many[:8]), [], plan)
