"""Grind and polish: what comes off, the ladder of grits, how fine it is then."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart, bench_time, mass_of, net_area_m2
from coldcradle.bench.inputs import GrindInput, GroundPlace
from coldcradle.bench.model.formulas import ground_kg
from coldcradle.bench.model.grits import grind_ladder
from coldcradle.bench.model.shape import as_outline, outline_shape, ring_points
from coldcradle.bench.result import BenchLine, Ledger
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = ["grind"]

_CLEAR = "cerium"


def _worked_area_m2(piece: Outcome, told: GrindInput) -> float:
    """What is ground, m²."""
    shape = outline_shape(piece)
    match told.place:
        case GroundPlace.FACE:
            return net_area_m2(piece)
        case GroundPlace.FACES:
            return 2 * net_area_m2(piece)
        case GroundPlace.EDGES:
            return float(shape.length) * piece.solid_m
        case _:
            across = told.across_m or min(piece.length_m, piece.width_m) / 4
            return min(0.785 * across**2, net_area_m2(piece))


def _ground(piece: Outcome, told: GrindInput, weight_kg: float) -> Outcome:
    """What it is then: thinner, or smaller all round."""
    is_clear, off = told.last == _CLEAR, told.off_m
    if told.place == GroundPlace.EDGES:
        shape = outline_shape(piece).buffer(-off, join_style="mitre")
        if shape.is_empty or shape.geom_type != "Polygon":
            return replace(piece, weight_kg=weight_kg)
        outline, length, width = as_outline(shape)
        if piece.outline not in (BlankOutline.DRAWN,):
            outline = piece.outline
        is_drawn = outline == BlankOutline.DRAWN
        return replace(
            piece,
            outline=outline,
            length_m=length,
            width_m=width,
            area_m2=shape.area if is_drawn else None,
            weight_kg=weight_kg,
            worked=replace(piece.worked, ring=tuple(ring_points(shape)) if is_drawn else ()),
        )
    if told.place in (GroundPlace.FACE, GroundPlace.FACES):
        thinner = off * (2 if told.place == GroundPlace.FACES else 1)
        return replace(
            piece,
            thickness_m=piece.thickness_m - thinner,
            thinnest_m=None if piece.thinnest_m is None else max(1e-5, piece.thinnest_m - thinner),
            raised=None if piece.raised is None or piece.raised.base_m >= piece.thickness_m - thinner else piece.raised,
            finish="gloss" if is_clear else "matt",
            weight_kg=weight_kg,
        )
    return replace(piece, weight_kg=weight_kg)


def _findings(piece: Outcome, told: GrindInput) -> list[Finding]:
    least = min(piece.length_m, piece.width_m) / 2 if told.place == GroundPlace.EDGES else piece.solid_m
    times = 2 if told.place == GroundPlace.FACES else 1
    said = []
    if told.off_m * times >= least:
        said.append(
            finding(
                "bench.more-off-than-there-is",
                "stop",
                "{o} off leaves nothing of {d}.",
                "Take less off.",
                o=show(told.off_m * times, "length"),
                d=show(least, "length"),
            )
        )
    if told.place in (GroundPlace.FACE, GroundPlace.FACES) and piece.shaped in ("slumped", "draped"):
        said.append(
            finding(
                "bench.face-is-not-flat",
                "think",
                "A formed face is not ground on a flat lap.",
                "Say what is ground by hand as a bump or a foot, or grind it before it is formed.",
            )
        )
    if told.last not in (_CLEAR, "pumice") and told.place != GroundPlace.FOOT:
        said.append(
            finding(
                "bench.fire-polish-follows",
                "note",
                "It is matt then.",
                "A fire polish makes it clear; wash every grain of grit off before, or it is fired in as haze.",
            )
        )
    return said


def _off(request: BenchRequest, area_m2: float) -> Figure:
    return derive(
        "ground_mass",
        "Ground off",
        "mass",
        lambda a, d, rho: ground_kg(area_m2=a, off_m=d, density_kg_m3=rho),
        [
            given("what is ground", "A", area_m2, "area", 0.03 * area_m2),
            given("off it", "d", request.step.grind.off_m, "length", 1e-4),
            given("density of the glass", "ρ", request.density_kg_m3, "density"),
        ],
        words="Area times what comes off.",
        formula="A·d·ρ",
        source=PRACTICE,
    )


def grind(request: BenchRequest) -> BenchResult:
    """The ladder of grits, and what is left."""
    told, piece = request.step.grind, request.piece
    findings = _findings(piece, told)
    is_bad = any(f.severity == "stop" for f in findings)
    area = _worked_area_m2(piece, told)
    off_kg = 0.0 if is_bad else mass_of(request, area * told.off_m)
    after = piece if is_bad else _ground(piece, told, piece.weight_kg - off_kg)
    ladder = grind_ladder(off_m=told.off_m, area_m2=area, last=told.last)
    time = bench_time(
        request,
        [given(step.grit.name, "t", told.pace * step.time_s, "duration") for step in ladder],
        words="Each grit takes three times the scratch of the one before; minutes by area and by what comes off.",
    )
    first = ladder[0].grit.name
    return BenchResult(
        answer=say(
            "Start with **{g}**; {o} comes off. {c}",
            g=first,
            o=show(off_kg, "mass"),
            c="It ends clear." if told.last == _CLEAR else "It ends matt.",
        ),
        parts=(GivenPart(outcome=replace(after, pieces=request.count)),),
        ledger=Ledger(in_kg=piece.weight_kg, out_kg=after.weight_kg, ground_kg=off_kg),
        time=time,
        figures=(_off(request, area),),
        lines=tuple(
            BenchLine(
                s.grit.name,
                show(told.pace * s.time_s, "duration"),
                say("{d} off", d=show(s.off_m, "length")) if s.off_m > 0 else None,
            )
            for s in ladder
        ),
        findings=tuple(findings),
        plan=(Body("after", "ground", [ring_points(outline_shape(after))]),),
    )
