"""Wash and clean: what comes off, and how the face is then."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time, net_area_m2
from coldcradle.bench.inputs import WashedOff
from coldcradle.bench.result import BenchLine, Ledger
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import given
from coldcradle.report.finding import finding

__all__ = ["wash"]

# what each takes, and what it is done with; common practice, no source
_S_PER_M2 = {WashedOff.DUST: 0.5 / 1e-4, WashedOff.RELEASE: 3 / 1e-4, WashedOff.PLASTER: 10 / 1e-4}
_SOAKS_S = {WashedOff.DUST: 0.0, WashedOff.RELEASE: 3600.0, WashedOff.PLASTER: 12 * 3600.0}
_HOW = {
    WashedOff.DUST: "Water and a drop of soap, then dry it with lint-free cloth",
    WashedOff.RELEASE: "Vinegar and water for an hour, then a soft brush",
    WashedOff.PLASTER: "Devest it wet with wood, never dry; soak what sticks in vinegar and water over night",
}


def wash(request: BenchRequest) -> BenchResult:
    """What comes off and with what."""
    told, piece = request.step.wash, request.piece
    findings = []
    if told.is_blasted and piece.finish == "gloss":
        findings.append(
            finding(
                "bench.blasting-mattes",
                "note",
                "Blasting off what sticks leaves a matt face.",
                "Vinegar and patience keep the gloss; a fire polish brings it back.",
            )
        )
    after = replace(piece, pieces=request.count, finish="matt" if told.is_blasted else piece.finish)
    return BenchResult(
        answer=say("{h}.", h=_HOW[told.what]),
        parts=(GivenPart(outcome=after),),
        ledger=Ledger(in_kg=piece.weight_kg, out_kg=piece.weight_kg),
        time=bench_time(
            request,
            [given("cleaning", "t", 2 * net_area_m2(piece) * _S_PER_M2[told.what], "duration")],
            words="Half a second for a square centimetre of dust, three for release, ten for plaster.",
        ),
        waits_s=_SOAKS_S[told.what],
        lines=(BenchLine("soaks for", show(_SOAKS_S[told.what], "duration")),) if _SOAKS_S[told.what] else (),
        findings=tuple(findings),
    )
