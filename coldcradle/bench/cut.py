"""Cut apart: straight cuts seen from above, and what each piece is then."""

from __future__ import annotations

import math
from dataclasses import replace

from shapely.geometry import Polygon

from coldcradle.bench.cut_pieces import CutPiece, grouped, piece_outcome, piece_weights_kg, size_words
from coldcradle.bench.face import BenchRequest, BenchResult, bench_time
from coldcradle.bench.inputs import CutBy, CutInput, CutPart, CutWay
from coldcradle.bench.model.shape import (
    CutShape,
    cut_at_m,
    cut_shape,
    outline_shape,
    ring_points,
)
from coldcradle.bench.result import BenchLine, BenchMark, Ledger
from coldcradle.layup.sketch import Body
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import given
from coldcradle.report.finding import Finding, finding

__all__ = ["LETTERS", "cut"]

LETTERS = "abcdefghijklmnopqrstuvwx"
_SCORED_M = 0.006  # thicker is not scored; common practice, no source
_SAW_M2_S = 2.5e-4 / 60  # a wet saw goes through 2.5 cm² in a minute; common practice, no source
_SCORE_S, _SET_S = 120.0, 240.0
_GRIP_M = 0.012  # smaller is not held at a saw with fingers; common practice, no source


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
    weights = piece_weights_kg(request, shape, found)
    pieces = []
    for letter, cut_out, weight in zip(LETTERS, found.pieces, weights, strict=False):
        part = by_letter.get(letter, CutPart(letter=letter))
        pieces.append(CutPiece(letter, cut_out, piece_outcome(piece, cut_out, weight, part), part))
    parts = grouped(pieces, request.count)
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
        lines=tuple(BenchLine(f"piece {p.letter}", show(p.outcome.weight_kg, "mass"), size_words(p)) for p in pieces),
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
