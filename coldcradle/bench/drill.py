"""Drill: where a hole may be, what it takes away, how long it takes."""

from __future__ import annotations

import math
from dataclasses import replace

from shapely.geometry import Point, Polygon

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time
from coldcradle.bench.inputs import HoleInput
from coldcradle.bench.model.shape import hole_shape, outline_shape
from coldcradle.bench.result import BenchLine, BenchMark, Ledger
from coldcradle.layup.outcome import Bored, Outcome
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import given
from coldcradle.report.finding import Finding, finding

__all__ = ["drill", "least_margin_m"]

_S_PER_M2 = 60 / 1e-4  # of wall that is cut, a minute for a square centimetre; common practice, no source


def least_margin_m(*, across_m: float, thickness_m: float) -> float:
    """How far the rim of a hole stays from an edge, m: its own width, or twice the thickness; common practice, no
    source.

    Examples
    --------
    >>> least_margin_m(across_m=0.016, thickness_m=0.006)
    0.016
    """
    return max(across_m, 2 * thickness_m)


def _is_inside(shape: Polygon, hole: HoleInput) -> bool:
    """Whether there is glass all round a hole."""
    at = Point(hole.x_m, hole.y_m)
    return bool(shape.contains(at)) and shape.exterior.distance(at) > hole.across_m / 2


def _findings(piece: Outcome, shape: Polygon, holes: tuple[HoleInput, ...]) -> list[Finding]:
    said = []
    for number, hole in enumerate(holes, 1):
        at = Point(hole.x_m, hole.y_m)
        free = shape.exterior.distance(at) - hole.across_m / 2
        least = least_margin_m(across_m=hole.across_m, thickness_m=piece.solid_m)
        if not _is_inside(shape, hole):
            said.append(
                finding(
                    "bench.hole-outside",
                    "stop",
                    "Hole {n} breaks out of the glass.",
                    "Its middle is {x} to the right and {y} away from the middle of a piece of {l} by {w}.",
                    n=str(number),
                    x=show(hole.x_m, "length"),
                    y=show(hole.y_m, "length"),
                    l=show(piece.length_m, "length"),
                    w=show(piece.width_m, "length"),
                )
            )
        elif free < least - 1e-9:
            said.append(
                finding(
                    "bench.hole-near-edge",
                    "think",
                    "Hole {n} stands {f} from an edge; {m} is safe.",
                    "Keep at least its own width and twice the thickness of glass beside it: less cracks out.",
                    n=str(number),
                    f=show(free, "length"),
                    m=show(least, "length"),
                )
            )
        others = [*holes[: number - 1]]
        gaps = [at.distance(Point(o.x_m, o.y_m)) - (hole.across_m + o.across_m) / 2 for o in others] + [
            at.distance(Point(o.x_m, o.y_m)) - (hole.across_m + o.across_m) / 2 for o in piece.worked.holes
        ]
        if gaps and min(gaps) < least - 1e-9:
            said.append(
                finding(
                    "bench.holes-near",
                    "think",
                    "Hole {n} stands {f} from another.",
                    "Keep {m} between them.",
                    n=str(number),
                    f=show(max(0.0, min(gaps)), "length"),
                    m=show(least, "length"),
                )
            )
    return said


def drill(request: BenchRequest) -> BenchResult:
    """Holes, each with what it takes away."""
    told, piece = request.step.drill, request.piece
    shape = outline_shape(piece)
    findings = _findings(piece, shape, told.holes)
    if not told.holes:
        findings.append(finding("bench.no-hole-yet", "stop", "No hole is told yet.", "Say where, and how wide."))
    # what breaks out of the glass is told, and not drilled
    bored = [h for h in told.holes if _is_inside(shape, h)]
    new = tuple(Bored(x_m=h.x_m, y_m=h.y_m, across_m=h.across_m, is_drain=told.is_drain) for h in bored)
    before = shape.difference(hole_shape(piece.worked.holes)).area
    left = shape.difference(hole_shape((*piece.worked.holes, *new))).area
    gone_kg = piece.weight_kg * (1 - left / before) if before > 0 else 0.0
    if piece.is_hollow or piece.shaped in ("slumped", "draped"):
        # seen from above a formed piece hides glass: what a hole takes is its own disc of wall
        gone_kg = min(
            piece.weight_kg,
            sum(math.pi / 4 * h.across_m**2 for h in bored) * piece.solid_m * request.density_kg_m3,
        )
    after = replace(
        piece,
        pieces=request.count,
        weight_kg=piece.weight_kg - gone_kg,
        worked=replace(piece.worked, holes=(*piece.worked.holes, *new)),
    )
    times = [
        given(f"hole {n}", "t", math.pi * h.across_m * piece.solid_m * _S_PER_M2 + 60.0, "duration")
        for n, h in enumerate(told.holes, 1)
    ]
    names = {True: "drain", False: "hole"}
    return BenchResult(
        answer=say(
            "**{n}** through {d}; {k} goes.",
            n="1 hole" if len(told.holes) == 1 else f"{len(told.holes)} holes",
            d=show(piece.solid_m, "length"),
            k=show(gone_kg, "mass"),
        ),
        parts=(GivenPart(outcome=after),),
        ledger=Ledger(in_kg=piece.weight_kg, out_kg=after.weight_kg, kerf_kg=gone_kg),
        time=bench_time(request, times, words="A core bit goes through a square centimetre of wall in a minute."),
        lines=tuple(
            BenchLine(
                f"{names[told.is_drain]} {n}",
                show(h.across_m, "length"),
                say(
                    "{x} right, {y} away",
                    x=show(h.x_m, "length"),
                    y=show(h.y_m, "length"),
                ),
            )
            for n, h in enumerate(told.holes, 1)
        ),
        findings=tuple(findings),
        marks=tuple(
            BenchMark(
                entry=f"drill.holes.{n}",
                way="free",
                x0_m=h.x_m,
                y0_m=h.y_m,
                x1_m=h.x_m,
                y1_m=h.y_m,
                wide_m=h.across_m,
                at_m=0.0,
            )
            for n, h in enumerate(told.holes)
        ),
    )
