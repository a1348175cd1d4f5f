"""plan(PieceInput) -> PiecePlan: the whole thread of a piece, as one pure function."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from coldcradle.cradle.level import slope_of
from coldcradle.cradle.measurement import Measurement, measure
from coldcradle.cradle.section import draw_section
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.appearance import appearance
from coldcradle.glass.charge import (
    Heap,
    bulk_volume,
    charge_each,
    charge_mass,
    glass_mass,
    heap_room,
)
from coldcradle.glass.landmarks import landmarks
from coldcradle.heat.bowing import bow_figure, settled_heat
from coldcradle.heat.inputs import RELIEF, Load
from coldcradle.heat.present import heat_plan, timing_figures
from coldcradle.heat.schedule.anneal import effective_thickness
from coldcradle.heat.schedule.firing import Firing, plan_firing
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.result import HeatPlan, OtherWay, PiecePlan, ThreadItem
from coldcradle.quantity.format import show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given, published

__all__ = ["StageResult", "compute_stage", "plan"]


@dataclass(frozen=True, slots=True)
class StageResult:
    """What the stations found, before it is put into words: the input of `sayings` and of the rules."""

    piece: PieceInput
    measured: Measurement
    volume: Figure
    shaped: Figure
    combined: Figure | None
    mass: Figure
    charge: Figure
    each: Figure
    bulk: Figure
    heap: Heap
    thickness: Figure
    overflow_m3: float
    effective: Figure
    load: Load
    firing: Firing | None
    refusal: str
    opens_s: float


def _thickness(piece: PieceInput, charge: Figure, volume: Figure, scale: float) -> tuple[Figure, float]:
    """Depth at which the melted charge stands, and what runs over the brim (m³)."""
    room, kind, loss = piece.cradle.room, piece.glass.kind, piece.glass.loss
    brim = float(room.volume_m3(room.height_m)) * scale

    def depth(mass: float, density: float) -> float:
        net = mass / (1 + loss) / density
        return room.level_m(min(net, brim) / scale)

    own = piece.glass.own_charge_kg is not None
    level = depth(charge.value, kind.density_kg_m3)
    net = min(charge.value / (1 + loss) / kind.density_kg_m3, brim)
    # where a room closes in at its top, a slope would run away: the level of a volume less by its error instead
    slip = level - room.level_m(max(0.0, net - volume.u) / scale)
    line, below = piece.cradle.line_m, float(room.volume_m3(piece.cradle.line_m)) * scale
    area = (net - below) / (level - line) if abs(level - line) > 1e-5 else room.area_m2(line) * scale
    inputs = [
        given("charge", "m", charge.value, "mass", charge.u if own else 0.0),
        given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3 if own else 0.0),
        given("loss", "x", loss, "ratio"),
        given("casting line", "h", line, "length"),
        given("cradle to the line", "V", below, "volume"),
        given("mean area from there to where the glass stands", "A", area, "area"),
    ]
    figure = derive(
        "thickness",
        "Thickest",
        "length",
        lambda m, rho, *_: depth(m, rho),
        inputs,
        words="Where the melted charge stands in this cradle, above its deepest point.",
        formula="d = h + (m / ((1 + x)·ρ) − V) / A",
        source=published("solid geometry"),
        assumptions=[
            "the glass fills the cradle from the bottom without a hollow",
            *(["what is above the brim runs over"] if net >= brim else []),
        ],
        extra=[("volume of the cradle", slip), ("reading the line", piece.cradle.reading_m)],
    )
    return figure, max(0.0, charge.value / (1 + loss) / kind.density_kg_m3 - brim)


def _own_thickness(piece: PieceInput, thickness: Figure) -> Figure:
    """How thick the glass of this firing counts: as it stands in the cradle or as it was said, with relief put on
    it.
    """
    heat = piece.heat
    if heat.thickness_m is not None and heat.process.key != "press":
        thickness = derive(
            "thickness_said",
            "Thickest",
            "length",
            lambda d: d,
            [given("as you said", "d", heat.thickness_m, "length")],
            words="The thickness you gave for this firing.",
            formula="d",
            source=CHOICE,
        )
    elif heat.process.key == "press":
        thickness = derive(
            "thickness_said",
            "Pressed glass",
            "length",
            lambda d: d,
            [given("pressed to", "d", heat.thickness_m or 0.002, "length")],
            words="What lies between the shelves in the end.",
            formula="d",
            source=PRACTICE,
        )
    if heat.relief == "none":
        return thickness
    return derive(
        "thickness_relief",
        "Thickest, with its relief",
        "length",
        lambda d, f: d * f,
        [thickness.given("d"), given(f"{heat.relief} relief", "f", RELIEF[heat.relief], "count")],
        words="Where raised parts meet the sheet heat is slow to leave: the piece counts as thicker.",
        formula="d·f",
        source=PRACTICE,
        assumptions=["1.5 for soft relief, 2 for sharp: common practice, no source"],
    )


def _load(piece: PieceInput, thickness: Figure, charge: Figure) -> Load:
    cradle, room, heat = piece.cradle, piece.cradle.room, piece.heat
    counted = _own_thickness(piece, thickness)
    outer_width = 2 * (room.half_width_m + cradle.wall_m)
    outer_height = room.height_m + cradle.wall_m
    # the outside keeps the plan of the inside: a wall all round grows the area by its perimeter's share
    outer_area = (math.sqrt(room.widest_m2) + 2 * cradle.wall_m) ** 2
    mould_m3 = (outer_area * outer_height * cradle.count, float(room.volume_m3(room.height_m)) * cradle.count)
    solid = max(0.0, mould_m3[0] - mould_m3[1])
    breadth = heat.breadth_m or max(1e-4, room.breadth_m(min(thickness.value, room.height_m)))
    return Load(
        kind=piece.glass.kind,
        form=piece.glass.form,
        material=cradle.material,
        wall_m=cradle.wall_m,
        thickness=counted,
        sheet_m=counted.value / RELIEF[heat.relief],
        breadth_m=breadth,
        widest_m=max(breadth, heat.breadth_m or max(room.span_m)),
        glass_kg=charge.value,
        mould_kg=solid * cradle.material.density_kg_m3 if heat.support == "cradle" else 0.0,
        mould_m3=mould_m3,
        outer_width_m=outer_width,
        outer_height_m=outer_height,
        furniture_kg=heat.weight_kg + heat.extra_kg,
    )


def compute_stage(piece: PieceInput) -> StageResult:
    """Every station's computation, in order."""
    cradle, glass = piece.cradle, piece.glass
    measured = measure(cradle)
    volume, shaped = measured.chosen, measured.shaped
    scale = volume.value / shaped.value
    mass = glass_mass(volume, glass.kind, count=cradle.count, others_kg=sum(o.fill_kg * o.count for o in cradle.others))
    charge = charge_mass(mass, loss=glass.loss, own_kg=glass.own_charge_kg)
    each = charge_each(charge, volume, glass.kind, mass) if cradle.count > 1 or cradle.others else charge
    bulk = bulk_volume(each, glass.kind, glass.form)
    heap = heap_room(cradle.room, bulk, each, glass.form, cavity_scale=scale)
    thickness, overflow = _thickness(piece, each, volume, scale)
    load = _load(piece, thickness, charge)
    piece = replace(piece, heat=settled_heat(piece.heat, load))
    effective = effective_thickness(
        load, piece.heat.restraint, piece.heat.support, by_weight=piece.heat.is_held_by_weight
    )
    firing, refusal = None, ""
    try:
        firing = plan_firing(load, piece.heat, effective, stress_pa=piece.heat.stress_pa)
    except ImpossibleInput as error:
        refusal = str(error)
    return StageResult(
        piece,
        measured,
        volume,
        shaped,
        measured.combined,
        mass,
        charge,
        each,
        bulk,
        heap,
        thickness,
        overflow,
        effective,
        load,
        firing,
        refusal,
        firing.run.total_s if firing else 0.0,
    )


def _thread(figures: dict[str, Figure], heat: HeatPlan | None, thickness: str) -> list[ThreadItem]:
    beads = [
        ("cradle_volume", "Cradle holds", "cradle"),
        ("glass_mass", "Glass", "glass"),
        ("charge_mass", "Weigh out", "glass"),
        ("thickness", "Thickest", "glass"),
        ("soak", "Anneal soak", "heat"),
        ("firing_time", "Firing", "heat"),
    ]
    behind = {"thickness": thickness}
    unknown = show(math.nan, "length")
    thread = [
        ThreadItem(
            key,
            name,
            station,
            figures[figure].shown if figure in figures else unknown,
            figure if figure in figures else "",
        )
        for key, name, station in beads
        for figure in [behind.get(key, key)]
    ]
    opens = heat.opens if heat else unknown
    return [*thread, ThreadItem("opens_at", "Open the lid", "heat", opens, "firing_time" if heat else "")]


def plan(piece: PieceInput) -> PiecePlan:
    """The plan of a piece. Pure: the same input gives the same plan, and nothing else is read or written."""
    from coldcradle.glass.batch import further_figures, weigh_list
    from coldcradle.heat.rules import cautions
    from coldcradle.piece.answer import answers, compare, states
    from coldcradle.piece.rules import find

    worked = compute_stage(piece)
    piece = worked.piece
    mine = [
        bow_figure(worked.load),
        worked.volume,
        worked.mass,
        worked.charge,
        worked.bulk,
        worked.heap.room,
        worked.thickness,
        worked.effective,
    ]
    figures = {f.key: f for f in mine} | {f.key: f for f in further_figures(worked)}
    heat = None
    if worked.firing is not None:
        figures |= worked.firing.figures | timing_figures(worked.firing, worked.load, piece.heat)
        heat = heat_plan(worked.firing, worked.load, piece.heat)
    figures |= {worked.load.thickness.key: worked.load.thickness}
    findings = find(worked, heat)
    cradle = piece.cradle
    return PiecePlan(
        thread=_thread(figures, heat, worked.load.thickness.key),
        answers=answers(worked, heat, findings),
        states=states(worked, findings),
        section=draw_section(
            cradle.room,
            line_m=cradle.line_m,
            glass_m=worked.thickness.value,
            heap_m=worked.heap.top_m,
            wall_m=cradle.wall_m,
            lean=slope_of(cradle.tilt) if cradle.tilt else 0.0,
        ),
        figures=figures,
        measured=[OtherWay(w.method, w.figure.shown, w.method == cradle.method) for w in worked.measured.ways],
        compared=compare(worked),
        landmarks=landmarks(piece.glass.kind),
        appearance=appearance(
            piece.glass.form,
            thickness_m=worked.thickness.value,
            mix=piece.glass.mix,
            touches_walls=cradle.wall_m > 0,
            has_colour=bool(piece.glass.extras),
        ),
        weigh=weigh_list(worked),
        heat=heat,
        findings=findings,
        cautions=cautions(worked),
    )
