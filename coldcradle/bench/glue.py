"""Glue and fit: how it stands or hangs then, and that no heat comes after."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time
from coldcradle.bench.inputs import Fitting, FittingInput
from coldcradle.bench.result import BenchLine, Ledger
from coldcradle.glass.explain.balance import hook_load, tipping_angle
from coldcradle.layup.outcome import Outcome
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = ["COVERS_M", "SHAKY", "STEADY", "glue", "washer_m"]

SHAKY, STEADY = math.radians(10), math.radians(20)  # a nudge, and a good knock; common practice, no source
COVERS_M = 0.006  # a washer covers the edge of a hole by so much all round; common practice, no source
_PLAY_M = 0.001  # a bolt or a tube has so much play in its hole; common practice, no source
_EACH_S = 600.0


def washer_m(*, hole_m: float, covers_m: float) -> float:
    """How wide a washer covers the edge of a hole all round, m."""
    return hole_m + 2 * covers_m


def _stands(piece: Outcome, told: FittingInput, weight_kg: float) -> tuple[Message, list[Figure], list[Finding]]:
    foot = told.foot_m or min(piece.length_m, piece.width_m)
    centre = told.high_m if told.high_m is not None else piece.thickness_m / 2
    angle = tipping_angle(foot_m=foot, centre_m=max(1e-4, centre), off_centre_m=told.off_m)
    said = []
    if angle.value < STEADY:
        said.append(
            finding(
                "bench.topples",
                "stop" if angle.value <= 0 else "think",
                "It falls over by itself." if angle.value <= 0 else "It goes over at {a}.",
                "A wider or heavier base, or what stands on it set back to its middle.",
                a=angle.shown,
            )
        )
    word = "stands firmly" if angle.value >= STEADY else "is shaky" if angle.value < SHAKY else "stands"
    return (
        say("It **{w}**: it weighs {m} and goes over at **{a}**.", w=word, m=show(weight_kg, "mass"), a=angle.shown),
        [angle],
        said,
    )


def _through(piece: Outcome, told: FittingInput) -> tuple[Message, list[Figure], list[Finding]]:
    said = []
    hole = max((h.across_m for h in piece.worked.holes), default=None)
    if hole is None:
        said.append(
            finding(
                "bench.no-hole",
                "stop",
                "It has no hole to fit anything through.",
                "Drill it first, or take what was drilled.",
            )
        )
        hole = told.through_m + _PLAY_M
    if told.through_m > hole - _PLAY_M + 1e-9:
        said.append(
            finding(
                "bench.too-thick-for-the-hole",
                "stop",
                "{t} does not go through {h} with the play it needs.",
                "Glass moves with warmth and a tight fit cracks it: leave {p}.",
                t=show(told.through_m, "length"),
                h=show(hole, "length"),
                p=show(_PLAY_M, "length"),
            )
        )
    washer = derive(
        "washer",
        "Washer at least",
        "length",
        lambda d, c: washer_m(hole_m=d, covers_m=c),
        [given("hole", "d", hole, "length", 5e-4), given("covers the edge by", "c", COVERS_M, "length")],
        words="So that it covers the edge of the hole all round.",
        formula="d + 2·c",
        source=PRACTICE,
    )
    if told.washer_m is not None and told.washer_m < washer.value - 1e-9:
        said.append(
            finding(
                "bench.washer-too-small",
                "think",
                "A washer of {w} does not cover the edge of the hole.",
                "Take one of at least {m}, soft, on both faces.",
                w=show(told.washer_m, "length"),
                m=washer.shown,
            )
        )
    return (
        say("A washer of at least **{w}** covers the hole of {h}.", w=washer.shown, h=show(hole, "length")),
        [washer],
        said,
    )


def _fixed(piece: Outcome, told: FittingInput, weight_kg: float) -> tuple[Message, list[Figure], list[Finding]]:
    match told.onto:
        case Fitting.HOOK | Fitting.BAIL:
            load = hook_load(mass_kg=weight_kg, hooks=told.many)
            return (
                say(
                    "Each fixing should bear **{m}**, five times its share of {w}.",
                    m=load.shown,
                    w=show(weight_kg, "mass"),
                ),
                [load],
                [],
            )
        case Fitting.TUBE | Fitting.WASHER:
            return _through(piece, told)
        case Fitting.BASE | Fitting.BUMPER:
            return _stands(piece, told, weight_kg)


def glue(request: BenchRequest) -> BenchResult:
    """All that is taken in becomes one, with what is fitted to it."""
    told, piece = request.step.glue, request.piece
    others = request.incoming[1:]
    glass_kg = sum(i.weight_kg for i in request.incoming)
    weight_kg = glass_kg + told.weight_kg
    answer, figures, findings = _fixed(piece, told, weight_kg)
    if any(p for i in request.incoming for p in i.outcome.worked.paints):
        findings.append(
            finding(
                "bench.glued-before-its-firing",
                "stop",
                "It is painted and not fired yet.",
                "Glue bears no heat: fire the paint first.",
            )
        )
    is_several = len(others) > 0 or request.count > 1
    after = replace(
        piece,
        pieces=1 if is_several else request.count,
        weight_kg=weight_kg,
        worked=replace(piece.worked, is_glued=True),
    )
    return BenchResult(
        answer=answer,
        parts=(GivenPart(outcome=after),),
        ledger=Ledger(in_kg=glass_kg, out_kg=weight_kg, added_kg=told.weight_kg),
        time=bench_time(
            request,
            [given("cleaning and setting", "t", _EACH_S * told.many, "duration")],
            words="Ten minutes for each place that is cleaned, glued and held.",
        ),
        waits_s=told.cures_s,
        figures=tuple(figures),
        lines=(BenchLine("cures for", show(told.cures_s, "duration")),) if told.cures_s > 0 else (),
        findings=tuple(findings),
    )
