"""Filling a room: cast into a mould, frit in a reusable one, glass inside a dam."""

from __future__ import annotations

import math

from coldcradle.cradle.filled import filled_span_m
from coldcradle.cradle.level import slope_of
from coldcradle.cradle.section import draw_section
from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.walls import goes_round, local_wall_m
from coldcradle.glass.batch import batch_figures, weigh_list
from coldcradle.glass.explain.charge import thermal_mass
from coldcradle.glass.filling import fill_cradle
from coldcradle.glass.result import FillResult
from coldcradle.layup.bodies import ColdBody
from coldcradle.layup.explain.relief import counted_thickness, thickness_said
from coldcradle.layup.families.cold import loose_body, taken_body
from coldcradle.layup.families.face import Family, LayupRequest, LayupResult, bead, thick_bead
from coldcradle.layup.families.fill_answer import cradle_answer, glass_answer, layup_answer
from coldcradle.layup.families.fill_rules import fill_findings
from coldcradle.layup.inputs import BlankOutline, Support
from coldcradle.layup.load import Load
from coldcradle.layup.outcome import Outcome
from coldcradle.report.figure import Figure

__all__ = ["FILL"]


def _load(laying: LayupRequest, charged: FillResult) -> tuple[Load, Figure]:
    cradle, room, layup = laying.cradle, laying.cradle.room, laying.layup
    said = charged.thickness if layup.thickness_m is None else thickness_said(layup.thickness_m)
    counts, thick = counted_thickness(said, layup.relief)
    support = laying.support(Support.CRADLE)
    outer_height = room.height_m + cradle.wall_m
    # the outside keeps the plan of the inside: a wall all round grows the area by its perimeter's share
    outer_area = (math.sqrt(room.widest_m2) + 2 * cradle.wall_m) ** 2
    mould_m3 = (outer_area * outer_height * cradle.count, float(room.volume_m3(room.height_m)) * cradle.count)
    solid = max(0.0, mould_m3[0] - mould_m3[1])
    depth = min(charged.thickness.value, room.height_m)
    closed = goes_round(room)
    breadth = layup.breadth_m or max(1e-4, local_wall_m(room, depth))
    load = Load(
        kind=laying.glass.kind,
        form=laying.glass.form,
        material=cradle.material,
        rated_c=cradle.rated_c,
        wall_m=cradle.wall_m,
        thick=thick,
        sheet_m=said.value,
        breadth_m=breadth,
        widest_m=max(breadth, layup.breadth_m or max(room.span_m)),
        glass_kg=charged.charge.value,
        mould_kg=solid * cradle.material.density_kg_m3 if support == "cradle" else 0.0,
        mould_m3=mould_m3,
        outer_width_m=2 * (room.half_width_m + cradle.wall_m),
        outer_height_m=outer_height,
        top_m=charged.heap.top_m,
        support=support,
        entering=laying.enters,
        wet=layup.wet,
        cold=_cold(laying, charged, breadth),
        is_closed=closed,
        is_core_shut=closed,
    )
    return load, counts


def _cold(laying: LayupRequest, charged: FillResult, breadth_m: float) -> tuple[ColdBody, ...]:
    """What earlier stages gave is solid; new glass is grains and chunks, or one block where that is said."""
    support = laying.support(Support.CRADLE)
    taken = tuple(taken_body(i, support=support) for i in laying.incoming)
    if charged.fresh.value <= 0:
        return taken
    if laying.enters in ("slab", "relief"):
        thick = charged.thickness.value
        return (
            *taken,
            ColdBody(name="the block", thickness_m=thick, breadth_m=breadth_m, widest_m=breadth_m, support=support),
        )
    return (*taken, loose_body(laying.glass.form.name, laying.glass.form.chunk_m))


def _outcome(laying: LayupRequest, charged: FillResult) -> Outcome:
    room, layup = laying.cradle.room, laying.layup
    across, into = filled_span_m(room, charged.thickness.value)
    even = BlankOutline.SQUARE if abs(across - into) < 1e-6 else BlankOutline.OBLONG
    return Outcome(
        outline=BlankOutline.ROUND if room.plan is Plan.ROUND else even,
        length_m=across,
        width_m=into,
        thickness_m=charged.thickness.value,
        weight_kg=charged.each.value / (1 + laying.glass.loss),
        pieces=laying.cradle.count + sum(other.count for other in laying.cradle.others),
        kind_key=laying.glass.kind.key,
        relief=layup.relief,
        shaped="cast",
        wall_m=local_wall_m(room, min(charged.thickness.value, room.height_m)) if goes_round(room) else None,
    )


def _state(charged: FillResult, rules: set[str], stops: set[str]) -> str:
    if "glass.not-enough" in rules:
        return "not enough"
    if "glass.none-on-rack" in rules:
        return "none on the rack"
    if "glass.heap-too-high" in rules:
        return "top up"
    return "look again" if "glass" in stops else "enough"


class Fill(Family):
    """Filling a room: cast into a mould, frit in a reusable one, glass inside a dam."""

    key = "fill"
    name = "Fill a mould or dam"
    says = "Glass melts down into a mould or a dam and takes its shape."
    cradle = "mould or dam"
    shapes = (
        "cylinder",
        "frustum",
        "box",
        "cap",
        "oval",
        "barrel",
        "ring",
        "gutter",
        "wave",
        "bend",
        "prism",
    )
    sizes = {}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        cradle = laying.cradle
        charged = fill_cradle(cradle, laying.glass, taken_kg=sum(i.weight_kg for i in laying.incoming))
        load, counts = _load(laying, charged)
        figures = [
            charged.volume,
            charged.mass,
            charged.fresh,
            charged.bulk,
            charged.heap.room,
            charged.thickness,
            *batch_figures(charged),
            counts,
        ]
        if load.mould_kg > 0:
            figures.append(thermal_mass(*load.mould_m3, cradle.material))
        findings = tuple(fill_findings(charged))
        rules, stops = {f.rule for f in findings}, {f.station for f in findings if f.severity == "stop"}
        return LayupResult(
            load=load,
            counts=counts,
            beads=(
                bead("cradle_volume", "Cradle holds", "cradle", charged.volume),
                bead("glass_mass", "Glass", "glass", charged.mass),
                bead("charge_mass", "Weigh out", "glass", charged.fresh),
                thick_bead("glass", counts),
            ),
            figures=tuple(figures),
            answers={
                "cradle": cradle_answer(charged),
                "glass": glass_answer(charged),
                "layup": layup_answer(charged, load),
            },
            states={
                "cradle": "measured" if cradle.measured else "not measured yet",
                "glass": _state(charged, rules, stops),
                "layup": "laid",
            },
            findings=findings,
            weigh=tuple(weigh_list(charged)),
            outcome=_outcome(laying, charged),
            section=draw_section(
                cradle.room,
                line_m=cradle.line_m,
                glass_m=charged.thickness.value,
                heap_m=charged.heap.top_m,
                wall_m=cradle.wall_m,
                lean=slope_of(cradle.tilt) if cradle.tilt else 0.0,
            ),
            charged=charged,
        )


FILL = Fill()
