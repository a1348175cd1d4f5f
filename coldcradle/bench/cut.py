"""Cut apart: straight cuts seen from above, and what each piece is then."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from shapely import affinity
from shapely.geometry import Point, Polygon

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time
from coldcradle.bench.inputs import CutBy, CutInput, CutPart, CutWay
from coldcradle.bench.model.shape import (
    CutShape,
    as_outline,
    cut_at_m,
    cut_shape,
    hole_shape,
    outline_shape,
    ring_points,
)
from coldcradle.bench.result import BenchLine, BenchMark, Ledger
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Bored, Outcome
from coldcradle.layup.sketch import Body
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import given
from coldcradle.report.finding import Finding, finding

__all__ = ["LETTERS", "cut"]

LETTERS = "abcdefghijklmnopqrstuvwx"
_SCORED_M = 0.006  # thicker is not scored; common practice, no source
_SAW_M2_S = 2.5e-4 / 60  # a wet saw goes through 2.5 cm² in a minute; common practice, no source
_SCORE_S, _SET_S = 120.0, 240.0
_GRIP_M = 0.012  # smaller is not held at a saw with fingers; common practice, no source
_ALIKE_M = 5e-4


@dataclass(frozen=True, slots=True)
class _Piece:
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


def _weights(request: BenchRequest, shape: Polygon, found: CutShape) -> list[float]:
    """What each piece weighs, kg: by its area. What was formed is thicker at its rim than below: a rim that is cut off
    round weighs what its own sheet does.
    """
    piece, holes = request.piece, hole_shape(request.piece.worked.holes)
    areas = [p.difference(holes).area for p in found.pieces]
    whole = shape.difference(holes).area
    if piece.shaped in ("slumped", "stretched") and len(areas) > 1:
        inner = max(range(len(areas)), key=lambda i: found.pieces[i].contains(shape.centroid))
        rim_kg_m2 = piece.thickness_m * request.density_kg_m3
        rims = [a * rim_kg_m2 for a in areas]
        kerf = (whole - sum(areas)) * rim_kg_m2
        others = sum(w for i, w in enumerate(rims) if i != inner) + kerf
        if others < piece.weight_kg:
            return [piece.weight_kg - others if i == inner else w for i, w in enumerate(rims)]
    return [piece.weight_kg * a / whole for a in areas]


def _outcome(piece: Outcome, shape: Polygon, weight_kg: float, told: CutPart) -> Outcome:
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


def _are_alike(a: _Piece, b: _Piece) -> bool:
    one, other = a.outcome, b.outcome
    return (
        a.told.is_off_cut == b.told.is_off_cut
        and one.outline == other.outline
        and abs(one.length_m - other.length_m) < _ALIKE_M
        and abs(one.width_m - other.width_m) < _ALIKE_M
        and abs(one.weight_kg - other.weight_kg) < 0.005 * max(one.weight_kg, other.weight_kg)
        and len(one.worked.holes) == len(other.worked.holes)
    )


def _grouped(pieces: Sequence[_Piece], count: int) -> list[GivenPart]:
    """Pieces alike together, the heaviest first, off-cuts last."""
    groups: list[list[_Piece]] = []
    for piece in sorted(pieces, key=lambda p: (p.told.is_off_cut, -round(p.outcome.weight_kg, 5), p.letter)):
        group = next((g for g in groups if _are_alike(g[0], piece)), None)
        if group is None:
            groups.append([piece])
        else:
            group.append(piece)
    return [
        GivenPart(
            outcome=replace(group[0].outcome, pieces=len(group) * count),
            letters=tuple(p.letter for p in group),
            is_off_cut=group[0].told.is_off_cut,
            words=_moved_words(group),
        )
        for group in groups
    ]


def _moved_words(group: Sequence[_Piece]) -> Message | None:
    over = [p.letter for p in group if p.told.is_mirrored]
    turned = [p.letter for p in group if p.told.quarters]
    said = [
        *([f"{' and '.join(over)} turned over"] if over else []),
        *([f"{' and '.join(turned)} turned"] if turned else []),
    ]
    return say(", ".join(said)) if said else None


def _findings(request: BenchRequest, told: CutInput, found: CutShape, kerf_m: float) -> list[Finding]:
    piece, thick = request.piece, request.piece.solid_m
    said = [
        finding(
            "bench.cut-misses",
            "stop",
            "Cut {n} meets no glass.",
            "It lies outside the outline, or where another cut has been. The piece is {l} by {w}.",
            n=str(number + 1),
            l=show(piece.length_m, "length"),
            w=show(piece.width_m, "length"),
        )
        for number in found.missed
    ]
    if told.by == CutBy.SCORE and thick > _SCORED_M:
        said.append(
            finding(
                "bench.too-thick-to-score",
                "stop",
                "{d} is too thick to score: it breaks where it likes.",
                "Up to {m} is scored; saw it.",
                d=show(thick, "length"),
                m=show(_SCORED_M, "length"),
            )
        )
    elif told.by == CutBy.SCORE and (piece.finish != "gloss" or piece.shaped not in ("flat", "cast") or piece.raised):
        said.append(
            finding(
                "bench.rough-to-score",
                "think",
                "A score wants a smooth, flat face.",
                "On a matt, textured or formed face the wheel skips and the break wanders. Saw it, or score its smooth "
                "side.",
            )
        )
    for letter, shape in zip(LETTERS, found.pieces, strict=False):
        left, low, right, high = shape.bounds
        least = min(right - left, high - low)
        if least < max(kerf_m, 1e-3):
            said.append(
                finding(
                    "bench.piece-too-small",
                    "stop",
                    "Piece {p} is {w} wide, no more than the saw takes.",
                    "Leave out a cut, or move it.",
                    p=letter,
                    w=show(least, "length"),
                )
            )
        elif least < _GRIP_M and told.by == CutBy.SAW:
            said.append(
                finding(
                    "bench.small-to-hold",
                    "think",
                    "Piece {p} is {w} wide: fingers come near the blade.",
                    "Hold it in a jig or glued to a scrap of glass, never in the hand.",
                    p=letter,
                    w=show(least, "length"),
                )
            )
    return said


def _length_m(shape: Polygon, told: CutInput, kerf_m: float, found: CutShape) -> float:
    """How long all cuts are through glass, m."""
    rounds = sum(math.pi * cut_at_m(line, shape) for line in told.lines if line.way == CutWay.ROUND)
    if kerf_m > 0:
        return max(0.0, found.kerf_m2 / kerf_m)
    edges = sum(p.length for p in found.pieces) - shape.length
    return max(rounds, edges / 2)


def cut(request: BenchRequest) -> BenchResult:
    """Cut along lines; what each piece becomes is told by its letter."""
    told, piece = request.step.cut, request.piece
    kerf_m = told.kerf_m if told.by == CutBy.SAW else 0.0
    shape = outline_shape(piece)
    found = cut_shape(shape, told.lines, kerf_m=kerf_m)
    findings = _findings(request, told, found, kerf_m)
    if not told.lines:
        findings.append(
            finding("bench.no-cut-yet", "stop", "No cut is told yet.", "Say where it is cut, or drag a line.")
        )
    if len(found.pieces) > len(LETTERS):
        found = replace(found, pieces=found.pieces[: len(LETTERS)])
        findings.append(
            finding(
                "bench.too-many-pieces",
                "stop",
                "These cuts make more pieces than are followed here.",
                "Cut it in two steps: at most {n} pieces each.",
                n=str(len(LETTERS)),
            )
        )
    by_letter = {part.letter: part for part in told.parts}
    weights = _weights(request, shape, found)
    pieces = []
    for letter, cut_out, weight in zip(LETTERS, found.pieces, weights, strict=False):
        part = by_letter.get(letter, CutPart(letter=letter))
        pieces.append(_Piece(letter, cut_out, _outcome(piece, cut_out, weight, part), part))
    parts = _grouped(pieces, request.count)
    off_kg = sum(p.outcome.weight_kg for p in pieces if p.told.is_off_cut)
    out_kg = sum(p.outcome.weight_kg for p in pieces if not p.told.is_off_cut)
    length_m = _length_m(shape, told, kerf_m, found)
    each_s = (
        length_m * piece.solid_m / _SAW_M2_S + _SET_S * len(told.lines)
        if told.by == CutBy.SAW
        else _SCORE_S * len(told.lines)
    )
    time = bench_time(
        request,
        [given("sawing, or scoring", "t", each_s, "duration")],
        words="A wet saw goes through 2.5 cm² of glass in a minute; a score takes two minutes with its break.",
    )
    kept = sum(1 for p in pieces if not p.told.is_off_cut)
    return BenchResult(
        answer=say(
            "**{n}** out of one{more}; the saw takes {k}." if kerf_m > 0 else "**{n}** out of one{more}.",
            n=f"{kept} pieces" if kept != 1 else "1 piece",
            more=f", {len(pieces) - kept} put aside" if kept < len(pieces) else "",
            k=show(piece.weight_kg - out_kg - off_kg, "mass"),
        ),
        parts=tuple(parts),
        ledger=Ledger(
            in_kg=piece.weight_kg, out_kg=out_kg, off_cut_kg=off_kg, kerf_kg=piece.weight_kg - out_kg - off_kg
        ),
        time=time,
        lines=tuple(BenchLine(f"piece {p.letter}", show(p.outcome.weight_kg, "mass"), _sizes(p)) for p in pieces),
        findings=tuple(findings),
        marks=_marks(shape, told),
        plan=tuple(Body("ghost" if p.told.is_off_cut else "after", p.letter, [ring_points(p.shape)]) for p in pieces),
    )


def _marks(shape: Polygon, told: CutInput) -> tuple[BenchMark, ...]:
    """The cuts as they may be moved on the plan."""
    left, low, right, high = shape.bounds
    found = []
    for number, line in enumerate(told.lines):
        at = cut_at_m(line, shape)
        end = at if line.end_m is None else line.end_m
        ends = {
            CutWay.ACROSS: (left + at, low, left + end, high),
            CutWay.ALONG: (left, low + at, right, low + end),
            CutWay.ROUND: ((left + right) / 2, (low + high) / 2) * 2,
        }[line.way]
        wide = at if line.way == CutWay.ROUND else 0.0
        found.append(
            BenchMark(
                entry=f"cut.lines.{number}",
                way=line.way,
                x0_m=ends[0],
                y0_m=ends[1],
                x1_m=ends[2],
                y1_m=ends[3],
                wide_m=wide,
                at_m=at,
            )
        )
    return tuple(found)


def _sizes(piece: _Piece) -> Message:
    words = ", off-cut" if piece.told.is_off_cut else ""
    words += ", turned over" if piece.told.is_mirrored else ""
    words += f", turned {piece.told.quarters * 90}°" if piece.told.quarters else ""
    return say(
        "{l} by {w}" + words,
        l=show(piece.outcome.length_m, "length"),
        w=show(piece.outcome.width_m, "length"),
    )
