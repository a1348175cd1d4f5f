"""plan(PieceInput) -> PiecePlan: the whole thread of a piece, as one pure function."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.cradle.level import slope_of
from coldcradle.cradle.section import draw_section
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.charge import (
    Heap,
    bulk_volume,
    charge_each,
    charge_mass,
    glass_mass,
    heap_room,
)
from coldcradle.glass.landmarks import landmarks
from coldcradle.glass.looks import looks
from coldcradle.heat.anneal import thickness_that_counts
from coldcradle.heat.casting import Casting, plan_casting, total_for
from coldcradle.heat.clock import at, days, nights, when
from coldcradle.heat.inputs import TARGETS_PA, Load
from coldcradle.inputs import PieceInput
from coldcradle.measured import Measured, measure
from coldcradle.result import HeatPlan, OtherWay, PiecePlan, Target, ThreadItem, Tick
from coldcradle.units import temperature_from_c, temperature_to_c
from coldcradle.words import say, show
from coldcradle.working import Figure, derive, given, published

__all__ = ["Worked", "plan", "work_out"]


@dataclass(frozen=True, slots=True)
class Worked:
    """What the stations found, before it is put into words: the input of `sayings` and of the rules."""

    piece: PieceInput
    measured: Measured
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
    counts: Figure
    load: Load
    casting: Casting | None
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
    inputs = [
        given("charge", "m", charge.value, "mass", charge.u if own else 0.0),
        given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3 if own else 0.0),
    ]
    figure = derive(
        "thickness", "Thickest", "length", depth, inputs,
        words="Where the melted charge stands in this cradle, above its deepest point.",
        formula="d = the height at which V(d) = m / ((1 + x)·ρ)", source=published("solid geometry"),
        assumptions=["the glass fills the cradle from the bottom without a hollow", f"loss x = {loss * 100:g} %"],
        extra=[("volume of the cradle", slip), ("reading the line", piece.cradle.reading_m)],
    )  # fmt: skip
    return figure, max(0.0, charge.value / (1 + loss) / kind.density_kg_m3 - brim)


def _load(piece: PieceInput, thickness: Figure, charge: Figure) -> Load:
    cradle, room = piece.cradle, piece.cradle.room
    outer_width = 2 * (room.half_width_m + cradle.wall_m)
    outer_height = room.height_m + cradle.wall_m
    # the outside keeps the plan of the inside: a wall all round grows the area by its perimeter's share
    outer_area = (math.sqrt(room.widest_m2) + 2 * cradle.wall_m) ** 2
    solid = max(0.0, outer_area * outer_height - float(room.volume_m3(room.height_m))) * cradle.count
    return Load(
        kind=piece.glass.kind, form=piece.glass.form, material=cradle.material, wall_m=cradle.wall_m,
        thickness=thickness, breadth_m=max(1e-4, room.breadth_m(thickness.value)), glass_kg=charge.value,
        mould_kg=solid * cradle.material.density_kg_m3, outer_width_m=outer_width, outer_height_m=outer_height,
    )  # fmt: skip


def work_out(piece: PieceInput) -> Worked:
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
    counts = thickness_that_counts(load, piece.heat.basis)
    casting, refusal = None, ""
    try:
        casting = plan_casting(load, piece.heat, counts, stress_pa=piece.heat.stress_pa)
    except ImpossibleInput as error:
        refusal = str(error)
    return Worked(piece, measured, volume, shaped, measured.combined, mass, charge, each, bulk, heap, thickness, overflow,
                  counts, load, casting, refusal, casting.run.total_s if casting else 0.0)  # fmt: skip


def _targets(worked: Worked, casting: Casting) -> list[Target]:
    rows = []
    for key, stress_pa in {**TARGETS_PA, "own": worked.piece.heat.own_stress_pa}.items():
        rate, total = total_for(casting, worked.load, worked.piece.heat, stress_pa=stress_pa)
        rows.append(Target(key, show(rate, "rate"), show(total, "duration"), total))
    return rows


def _ticks(top_c: float, unit: str, step: int) -> list[Tick]:
    first = 0 if unit == "degC" else step
    most = int(temperature_from_c(top_c, unit))
    return [Tick(temperature_to_c(mark, unit), str(mark)) for mark in range(first, most + 1, step)]


def _heat_plan(worked: Worked, casting: Casting) -> HeatPlan:
    run, start = casting.run, worked.piece.heat.starts_at
    highest = max(c for _, c in run.line)
    top = math.ceil((highest + 60) / 100) * 100.0
    return HeatPlan(
        steps=run.steps, line=run.line, ends_at=[at(start, s.ends_s).isoformat(timespec="minutes") for s in run.steps],
        ends=[when(start, s.ends_s) for s in run.steps], total_s=run.total_s,
        starts_at=start.isoformat(timespec="minutes"), starts=when(start, 0.0),
        opens_at=at(start, run.total_s).isoformat(timespec="minutes"), opens=when(start, run.total_s),
        nights=nights(start, run.total_s), days=days(start, run.total_s),
        coast_from=show(casting.coast_from_c, "temperature"), targets=_targets(worked, casting),
        highest_c=highest, top_c=top, ticks_metric=_ticks(top, "degC", 100), ticks_us=_ticks(top, "degF", 200),
    )  # fmt: skip


def _timing_figures(worked: Worked, casting: Casting) -> dict[str, Figure]:
    soak = next(s for s in casting.run.steps if s.key == "fall")
    both = casting.figures
    school = worked.piece.heat.school
    per_m = {"thumb": both["soak_thumb"], "physics": both["soak_physics"]}.get(
        school, max(both["soak_thumb"], both["soak_physics"], key=lambda f: f.value)
    )
    chosen = derive(
        "soak", "Anneal soak", "duration", lambda t: math.ceil(t / 300 - 1e-9) * 300.0, [given(per_m.name, "t", per_m.value, "duration")],
        words={"thumb": "You chose the rule of thumb.", "physics": "You chose the physics."}.get(
            school, f"The longer of the two schools, here: {per_m.name.lower()}."),
        formula="soak, in whole five minutes", source=per_m.source,
        assumptions=[say("{name}: {t}", name=f.name, t=f.shown) for f in (both["soak_thumb"], both["soak_physics"])],
        extra=[("thickness", per_m.u)],
    )  # fmt: skip
    assert abs(chosen.value - soak.hold_s) < 1.0
    steps = casting.run.steps
    total = derive(
        "firing_time", "Firing", "duration", lambda *parts: float(sum(parts)),
        [given(s.name, f"t{i}", s.ends_s - s.starts_s, "duration") for i, s in enumerate(steps, 1)],
        words="All steps after one another, with the times this kiln really needs.",
        formula="t = " + " + ".join(f"t{i}" for i in range(1, len(steps) + 1)),
        source=published("sum of the steps; the kiln as one warm body"),
        assumptions=["the kiln follows its controller wherever its power and its losses let it"],
    )  # fmt: skip
    kiln = worked.piece.heat.kiln
    energy = derive(
        "energy", "Energy", "energy", lambda e: e,
        [given("losses and stored heat, step by step", "E", casting.run.energy_j, "energy", 0.2 * casting.run.energy_j)],
        words=f"What {kiln.name} loses to the room and stores in itself, the glass and the mould.",
        formula="E = Σ max(0, UA·(T − T_room)·Δt + C·ΔT)", source=published("heat balance of one warm body"),
        assumptions=["UA and C from the kiln's remembered times; good to about 20 %"],
    )  # fmt: skip
    return {f.key: f for f in (chosen, total, energy)}


def _thread(figures: dict[str, Figure], heat: HeatPlan | None) -> list[ThreadItem]:
    beads = [("cradle_volume", "Cradle holds", "cradle"), ("glass_mass", "Glass", "glass"),
             ("charge_mass", "Weigh out", "glass"), ("thickness", "Thickest", "glass"),
             ("soak", "Anneal soak", "heat"), ("firing_time", "Firing", "heat")]  # fmt: skip
    unknown = show(math.nan, "length")
    thread = [
        ThreadItem(key, name, station, figures[key].shown if key in figures else unknown, key if key in figures else "")
        for key, name, station in beads
    ]
    opens = heat.opens if heat else unknown
    return [*thread, ThreadItem("opens_at", "Open the lid", "heat", opens, "firing_time" if heat else "")]


def plan(piece: PieceInput) -> PiecePlan:
    """The plan of a piece. Pure: the same input gives the same plan, and nothing else is read or written."""
    from coldcradle.further import further_figures, weigh_list
    from coldcradle.rules import cautions, find
    from coldcradle.sayings import answers, compare, states

    worked = work_out(piece)
    mine = [worked.volume, worked.mass, worked.charge, worked.bulk, worked.heap.room, worked.thickness, worked.counts]
    figures = {f.key: f for f in mine} | {f.key: f for f in further_figures(worked)}
    heat = None
    if worked.casting is not None:
        figures |= worked.casting.figures | _timing_figures(worked, worked.casting)
        heat = _heat_plan(worked, worked.casting)
    findings = find(worked, heat)
    cradle = piece.cradle
    return PiecePlan(
        thread=_thread(figures, heat),
        answers=answers(worked, heat, findings),
        states=states(worked, findings),
        section=draw_section(
            cradle.room, line_m=cradle.line_m, glass_m=worked.thickness.value, heap_m=worked.heap.top_m,
            wall_m=cradle.wall_m, lean=slope_of(cradle.tilt) if cradle.tilt else 0.0,
        ),
        figures=figures,
        measured=[OtherWay(w.method, w.figure.shown, w.method == cradle.method) for w in worked.measured.ways],
        compared=compare(worked),
        landmarks=landmarks(piece.glass.kind),
        looks=looks(
            piece.glass.form, thickness_m=worked.thickness.value, mix=piece.glass.mix,
            touches_walls=cradle.wall_m > 0, has_colour=bool(piece.glass.extras),
        ),
        weigh=weigh_list(worked),
        heat=heat,
        findings=findings,
        cautions=cautions(worked),
    )  # fmt: skip
