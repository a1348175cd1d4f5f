"""Blast or etch: matt, or a groove through a mask, which bending and annealing count."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time, mass_of, net_area_m2
from coldcradle.bench.model.formulas import left_under_m
from coldcradle.bench.result import BenchLine, Ledger
from coldcradle.layup.outcome import Raised
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, derive, given
from coldcradle.report.finding import finding

__all__ = ["blast", "is_deep"]

_DEEP = 1 / 3  # of the sheet: from here it bends and anneals by what is left; common practice, no source
_MATT_S_M2 = 20 / 1e-4  # twenty seconds for a square centimetre; common practice, no source
_DEEP_S_M3 = 60 / 1e-7  # a minute for a tenth of a cubic centimetre; common practice, no source


def is_deep(*, depth_m: float, thickness_m: float) -> bool:
    """Whether a groove is so deep that what is left of the sheet counts.

    Examples
    --------
    >>> is_deep(depth_m=0.002, thickness_m=0.006), is_deep(depth_m=0.0021, thickness_m=0.006)
    (False, True)
    """
    return depth_m > _DEEP * thickness_m + 1e-9


def blast(request: BenchRequest) -> BenchResult:
    """What is left where it was blasted, and how the face looks."""
    told, piece = request.step.blast, request.piece
    thick, faces = piece.solid_m, 2 if told.is_both else 1
    area = net_area_m2(piece) * told.share
    deep_m = told.depth_m * faces
    findings = []
    is_through = deep_m >= thick
    if is_through:
        findings.append(
            finding(
                "bench.blasted-through",
                "stop",
                "{d} deep goes through {t} of glass.",
                "Blast less deep; what shall be open is cut or drilled.",
                d=show(deep_m, "length"),
                t=show(thick, "length"),
            )
        )
    elif is_deep(depth_m=deep_m, thickness_m=thick):
        findings.append(
            finding(
                "bench.groove-is-deep",
                "think",
                "{l} is left under the groove, less than two thirds of {t}.",
                "It bends there first and anneals as a relief: both are reckoned with what is left.",
                l=show(thick - deep_m, "length"),
                t=show(thick, "length"),
            )
        )
    gone_kg = 0.0 if is_through else mass_of(request, area * deep_m)
    after = replace(piece, pieces=request.count, weight_kg=piece.weight_kg - gone_kg, finish="matt")
    if not is_through and is_deep(depth_m=deep_m, thickness_m=thick) and not piece.is_hollow:
        before_m = piece.raised.base_m if piece.raised is not None else thick
        after = replace(
            after,
            raised=Raised(
                base_m=min(before_m, thick - deep_m), share=min(0.95, max(0.05, 1 - told.share)), half_m=told.wide_m / 2
            ),
        )
    each_s = faces * area * _MATT_S_M2 + area * deep_m * _DEEP_S_M3
    left = derive(
        "left_under",
        "Left under it",
        "length",
        lambda d, t: left_under_m(thickness_m=d, depth_m=t),
        [
            given("thickness", "d", thick, "length", 0.03 * thick),
            given("blasted away", "t", deep_m, "length", 0.2 * deep_m),
        ],
        words="What stands under the groove; measure it.",
        formula="d − t",
        source=PRACTICE,
    )
    return BenchResult(
        answer=say("It is matt on {s} of its face.", s=f"{told.share:.0%}")
        if deep_m <= 0
        else say("**{l}** is left under {w} of groove.", l=left.shown, w=show(round(area, 4), "area")),
        parts=(GivenPart(outcome=after),),
        ledger=Ledger(in_kg=piece.weight_kg, out_kg=after.weight_kg, ground_kg=gone_kg),
        time=bench_time(
            request,
            [given("blasting", "t", each_s, "duration")],
            words="Twenty seconds for a square centimetre of matt, a minute for a tenth of a cubic centimetre.",
        ),
        figures=(left,) if deep_m > 0 else (),
        lines=(BenchLine("blasted away", show(gone_kg, "mass")),) if deep_m > 0 else (),
        findings=tuple(findings),
    )
