"""Paint: one face, a kind by its window, to be fired."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time, net_area_m2
from coldcradle.bench.inputs import PaintedFace, PaintInput
from coldcradle.bench.model.paints import paints
from coldcradle.bench.result import BenchLine, Ledger
from coldcradle.layup.outcome import PaintedWith
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import given
from coldcradle.report.finding import finding

__all__ = ["paint", "window_of"]

_S_PER_M2 = 60 / 1e-4  # a minute for a square centimetre: painting, not spraying; common practice, no source


def window_of(told: PaintInput) -> tuple[float, float]:
    """Where it matures, °C: as its maker says, or as is usual."""
    row = paints()[told.kind]
    return told.from_c or row.from_c, told.to_c or row.to_c


def paint(request: BenchRequest) -> BenchResult:
    """What is painted, and the firing it then waits for."""
    told, piece = request.step.paint, request.piece
    row, (low, high) = paints()[told.kind], window_of(told)
    findings = []
    if told.face == PaintedFace.BOTH:
        findings.append(
            finding(
                "bench.painted-on-both",
                "stop",
                "One of two painted faces lies on the shelf and sticks, or is marked.",
                "Paint and fire one face, then the other, each time face up.",
            )
        )
    if low > high:
        findings.append(
            finding(
                "bench.window-upside-down",
                "stop",
                "It cannot mature from {a} to {b}.",
                "The lower end comes first: look at its maker’s sheet again.",
                a=show(low, "temperature"),
                b=show(high, "temperature"),
            )
        )
    if any(p.from_c > high for p in piece.worked.paints):
        findings.append(
            finding(
                "bench.paints-do-not-meet",
                "think",
                "What is on it matures hotter than this bears.",
                "Fire the hotter paint first, then paint this.",
            )
        )
    painted = PaintedWith(name=row.name, from_c=low, to_c=max(low, high), is_under=told.face == PaintedFace.UNDER)
    after = replace(piece, pieces=request.count, worked=replace(piece.worked, paints=(*piece.worked.paints, painted)))
    return BenchResult(
        answer=say(
            "{p} on **{f}**; it matures from **{a}** to **{b}**, {n}.",
            p=row.name.capitalize(),
            f=told.face.label,
            a=show(low, "temperature"),
            b=show(high, "temperature"),
            n="as its maker says" if told.from_c or told.to_c else row.note,
        ),
        parts=(GivenPart(outcome=after),),
        ledger=Ledger(in_kg=piece.weight_kg, out_kg=piece.weight_kg),
        time=bench_time(
            request,
            [given("painting", "t", net_area_m2(piece) * told.share * _S_PER_M2, "duration")],
            words="A minute for each square centimetre that is painted.",
        ),
        waits_s=told.dries_s,
        lines=(
            BenchLine("matures from", show(low, "temperature")),
            BenchLine("and no hotter than", show(high, "temperature")),
        ),
        findings=tuple(findings),
    )
