"""The heat of a plan in the form in which it is drawn, listed and printed."""

from __future__ import annotations

import math
import operator

import numpy as np

from coldcradle.heat.explain.steps import shown_steps
from coldcradle.heat.formed import moved
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.controller import tell_controller
from coldcradle.heat.limits import SURFACE_STRESS_PA, TARGETS_PA, zone_stress_pa
from coldcradle.heat.physics.simulate import SimulatedRun
from coldcradle.heat.physics.zones import ZonedRun
from coldcradle.heat.result import GlassPoint, HeatPlan, HourRow, TargetRow, Tick
from coldcradle.heat.schedule.approach import rounded_up_s
from coldcradle.heat.schedule.attendance import Visit, shift_into_day, start_of, visits
from coldcradle.heat.schedule.clock import at, days, nights, when
from coldcradle.heat.schedule.firing import FiringPlan, cooled_for
from coldcradle.heat.schedule.undated import has_date
from coldcradle.heat.schedule.warming import Warming
from coldcradle.heat.steps import StepKey
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.quantity.units import temperature_from_c, temperature_to_c
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = [
    "glass_points",
    "heat_plan",
    "hour_rows",
    "look_ins",
    "profile_graph",
    "profile_of",
    "ticks",
    "timing_figures",
]

_POINTS = 150
_GOOD_TO = 3.0  # heat work is known to a factor of three
_DAY_S, _LONG_S = 86400.0, 10 * 86400.0  # an estimate of so many days is told in whole ones


def ticks(top_c: float, unit: str, step: int) -> list[Tick]:
    """Round temperatures on an axis from 0 °C (or the first step) up."""
    first = 0 if unit == "degC" else step
    most = int(temperature_from_c(top_c, unit))
    return [Tick(temperature_to_c(mark, unit), str(mark)) for mark in range(first, most + 1, step)]


def glass_points(inside: SimulatedRun, warmed: Warming, zones: ZonedRun | None, total_s: float) -> list[GlassPoint]:
    """The run thinned to what a drawing shows: on the way up the piece that is pulled hardest, then what comes out;
    stress is 0 while the pieces are loose. What two zones do to one another stands with the pull in the heart.
    """
    heat, stress = inside.heat, inside.stress
    last = max(2, int(np.searchsorted(heat.times_s, total_s, side="right")))
    even = np.searchsorted(heat.times_s, np.linspace(0, total_s, _POINTS)).clip(0, last - 1)
    corners = np.linspace(0, last - 1, _POINTS // 3).astype(int)
    worst = [int(stress.worst_tension_pa[:last].argmax())]
    chosen = np.unique(np.concatenate([even, corners, worst]))
    at_s = heat.times_s[chosen]
    columns = [heat.surface_c[chosen], heat.heart_c[chosen], stress.surface_pa[chosen], stress.heart_pa[chosen]]
    going_in = warmed.worst
    if going_in is not None and inside.solid_from > 0:
        cold, pulled = going_in.through.heat, going_in.through.stress
        is_cold = at_s < heat.times_s[min(inside.solid_from, len(heat.times_s) - 1)]
        for i, column in enumerate((cold.surface_c, cold.heart_c, pulled.surface_pa, pulled.heart_pa)):
            columns[i] = np.where(is_cold, np.interp(at_s, cold.times_s, column), columns[i])
    for run, is_then in ((going_in.zones if going_in is not None else None, False), (zones, True)):
        if run is not None:
            between = np.interp(at_s, run.times_s, run.worst_pa, left=0.0, right=0.0 if not is_then else None)
            columns[3] = np.maximum(columns[3], between)
    whole = [np.rint(column).astype(int).tolist() for column in (at_s, *columns[2:])]
    tenths = [column.round(1).tolist() for column in columns[:2]]
    return [GlassPoint(*point) for point in zip(whole[0], *tenths, *whole[1:], strict=True)]


def profile_of(inside: SimulatedRun) -> list[tuple[float, float]]:
    """What stays in the glass, (depth below the open face, Pa); a half slab is told with its mirror image."""
    depths, left = inside.stress.depths_m, inside.stress.residual_pa
    if inside.heat.slab.is_half:
        inward = depths[-1] - depths
        depths = np.concatenate([depths, depths[-1] + inward[::-1][1:]])
        left = np.concatenate([left, left[::-1][1:]])
    keep = np.linspace(0, len(depths) - 1, min(25, len(depths))).round().astype(int)
    return [(round(float(depths[i]), 6), round(float(left[i]))) for i in keep]


def profile_graph(inside: SimulatedRun) -> Graph:
    """The same as a drawing: pulled to the right, pressed to the left, the open face on top."""
    layers = profile_of(inside)
    most = 1.15 * max(1e4, *(abs(pa) for _, pa in layers))
    deep = layers[-1][0]
    lines = [GraphLine("left", [(pa, -d) for d, pa in layers]), GraphLine("none", [(0.0, 0.0), (0.0, -deep)])]
    return Graph(axis(-most, most, "stress", count=4), axis(-deep, 0.0, "length", count=3), lines)


def hour_rows(firing: FiringPlan, heat: HeatInput) -> list[HourRow]:
    """The heat line in words and numbers, hour by hour or in some sixty lines."""
    total_s, start = firing.run.total_s, start_of(heat, firing.run.total_s)
    every = max(1, math.ceil(total_s / 3600 / 60)) * 3600.0
    heat_run, stress = firing.inside.heat, firing.inside.stress
    at = [*np.arange(0.0, total_s, every).tolist(), total_s]
    columns = [
        np.interp(at, heat_run.times_s, column).tolist()
        for column in (heat_run.surface_c, heat_run.heart_c, stress.surface_pa, stress.heart_pa)
    ]
    return [
        HourRow(
            when(start, t),
            show(t, "duration"),
            show(round(s), "temperature"),
            show(round(h), "temperature"),
            show(abs(h - s), "difference"),
            show(face, "stress"),
            show(heart, "stress"),
        )
        for t, s, h, face, heart in zip(at, *columns, strict=True)
    ]


def _targets(firing: FiringPlan, load: Load, heat: HeatInput) -> list[TargetRow]:
    rows = []
    for key, stress_pa in {**TARGETS_PA, "table": heat.stress_pa, "own": heat.own_stress_pa}.items():
        is_chosen = key == heat.target  # as run, and with what was set by hand
        if heat.share.steps and not is_chosen:  # all who lie in the firing have one programme
            continue
        rate, total = (
            (firing.cooling.slow_k_per_h, firing.run.total_s)
            if is_chosen
            else cooled_for(firing, load, target=key, stress_pa=stress_pa)
        )
        is_about = not is_chosen and (key == "table" or stress_pa != heat.stress_pa)
        told = round(total / _DAY_S) * _DAY_S if is_about and total >= _LONG_S else total
        rows.append(TargetRow(key, show(rate, "rate"), show(told, "duration"), total, is_about))
    return rows


def _first_draw_s(firing: FiringPlan, load: Load) -> float | None:
    """When what hangs can first touch the floor, and always before it could part, s from the start."""
    if load.span_m is None or load.depth_m is None or load.press_kg > 0 or load.support != "posts":
        return None
    density = load.kind.density_kg_m3
    touch = thread_work(length_m=load.span_m, stretched_m=load.span_m + load.depth_m, density_kg_m3=density)
    part = parting_work(length_m=load.span_m, density_kg_m3=density)
    return heat_work_of(load.kind, firing.run.line).second(min(touch, part) / _GOOD_TO)


def _first_look_s(firing: FiringPlan, load: Load) -> float | None:
    """When a sheet can be down at the earliest, s from the start; None where that is not known or does not come."""
    if load.movement is None:
        return _first_draw_s(firing, load)
    early, late = load.movement.span("done")
    first = early if math.isfinite(early) else late
    return heat_work_of(load.kind, firing.run.line).second(first) if math.isfinite(first) else None


def look_ins(firing: FiringPlan, load: Load, heat: HeatInput) -> list[Visit]:
    """When somebody must be at the kiln."""
    start = start_of(heat, firing.run.total_s)
    return visits(heat, firing.run.steps, start, look_s=_first_look_s(firing, load))


def _allowed_pa(firing: FiringPlan) -> float:
    """The pull that the lane is drawn against: that between zones where the glass has two."""
    worst = firing.warming.worst
    zoned = [firing.zones, worst.zones if worst is not None else None]
    by_zones = [zone_stress_pa(run.is_step) for run in zoned if run is not None]
    return max([SURFACE_STRESS_PA, *by_zones])


def _taken_as(firing: FiringPlan, load: Load) -> str:
    """What was run for the glass, in words: its section, and what does not warm alike."""
    worst = firing.warming.worst
    shade = load.shade or (worst.body.shade if worst is not None else None)
    words = firing.soaked.section.words
    if shade is None:
        return words
    return words + ("; its thickness steps" if shade.is_step else "; not all of it sees the kiln alike")


def heat_plan(firing: FiringPlan, load: Load, heat: HeatInput) -> HeatPlan:
    """The firing, ready to be drawn."""
    run, start = firing.run, start_of(heat, firing.run.total_s)
    offset_k = heat.offset_k
    highest = max(c for _, c in run.line)
    top = math.ceil((highest + 60) / 100) * 100.0
    attendance = look_ins(firing, load, heat)
    worst = firing.warming.worst
    warm_pa, warm_at = (worst.pull_pa, worst.at_s) if worst is not None else (0.0, 0.0)
    window = heat.process.window_c(load.kind)
    cool_pa, cool_at, cool_where, _ = firing.cooling_peak(firing.soaked.total_s)
    return HeatPlan(
        process=heat.process.key,
        process_name=heat.process.name,
        window_low_c=window[0],
        window_high_c=window[1],
        steps=shown_steps(run.steps),
        line=run.line,
        ends_at=[at(start, s.ends_s).isoformat(timespec="minutes") for s in run.steps],
        ends=[when(start, s.ends_s) for s in run.steps],
        total_s=run.total_s,
        starts_at=start.isoformat(timespec="minutes") if has_date(start) else "",
        starts=when(start, 0.0),
        opens_at=at(start, run.total_s).isoformat(timespec="minutes"),
        opens=when(start, run.total_s),
        nights=nights(start, run.total_s),
        days=days(start, run.total_s),
        coast_from=show(firing.coast_from_c, "temperature"),
        targets=_targets(firing, load, heat),
        highest_c=highest,
        top_c=top,
        ticks_metric=ticks(top, "degC", 100),
        ticks_us=ticks(top, "degF", 200),
        inside=glass_points(firing.inside, firing.warming, firing.zones, run.total_s),
        profile=profile_graph(firing.inside),
        stress_limit_pa=_allowed_pa(firing),
        warm_peak=show(warm_pa, "stress"),
        warm_peak_s=warm_at,
        warm_peak_pa=warm_pa,
        cool_peak=show(cool_pa, "stress"),
        cool_peak_s=cool_at,
        cool_peak_pa=cool_pa,
        cool_peak_where=f"in its {cool_where}",
        taken_as=_taken_as(firing, load),
        visits=attendance,
        visit_help=shift_into_day(heat, attendance, start),
        told=tell_controller(run.steps, heat.kiln, start_c=heat.room_c, offset_k=offset_k),
        changed=[own.key for own in heat.overrides],
    )


def timing_figures(firing: FiringPlan, load: Load, heat: HeatInput, both: dict[str, Figure]) -> dict[str, Figure]:
    """Soak, whole time, energy and, where it is known, what the glass will do; `both` holds those of the soak."""
    steps, soak_method = firing.run.steps, heat.soak_method
    per_m = {"thumb": both["soak_thumb"], "physics": both["soak_physics"]}.get(
        soak_method, max(both["soak_thumb"], both["soak_physics"], key=lambda f: f.value)
    )
    held = firing.soaked.steps[-1]
    held_s = held.hold_s
    by_hand = any(own.key == StepKey.FALL and own.hold_s is not None for own in heat.overrides)
    is_given, said = by_hand or bool(heat.share.steps), "You set it by hand."
    if is_given and not by_hand:
        said = f"One programme serves all in this firing; “{heat.share.deciders.get(held.key, '')}” rests longest."
    chosen = derive(
        "soak",
        "Anneal soak",
        "duration",
        float if is_given else rounded_up_s,
        [
            given(
                "time you chose" if by_hand else "soak for all" if is_given else per_m.name,
                "t",
                held_s if is_given else per_m.value,
                "duration",
            )
        ],
        words=said
        if is_given
        else {"thumb": "You chose the rule of thumb.", "physics": "You chose the physics."}.get(
            soak_method, f"The longer of the two schools, here: {per_m.name.lower()}."
        ),
        formula="t" if is_given else "300·ceil(t/300)",
        source=per_m.source,
        assumptions=[say("{name}: {t}", name=f.name, t=f.shown) for f in (both["soak_thumb"], both["soak_physics"])],
        extra=[("thickness", 0.0 if is_given else per_m.u)],
    )
    total = derive(
        "firing_time",
        "Firing",
        "duration",
        lambda *parts: float(sum(parts)),
        [given(s.name, f"t{i}", s.ends_s - s.starts_s, "duration") for i, s in enumerate(steps, 1)],
        words="All steps after one another, with the times this kiln really needs.",
        formula="t = " + " + ".join(f"t{i}" for i in range(1, len(steps) + 1)),
        source=published("sum of the steps; the kiln as one warm body"),
        assumptions=["the kiln follows its controller wherever its power and its losses let it"],
    )
    kiln, price = heat.kiln, heat.kiln.price_per_kwh
    loss_j, stored_j = firing.run.loss_j, firing.run.stored_j
    energy = derive(
        "energy",
        "Energy",
        "energy",
        operator.add,
        [
            given("lost to the room while it is powered", "Q", loss_j, "energy", 0.2 * loss_j),
            given(
                "stored in it, less what comes back while it is powered", "S", stored_j, "energy", 0.2 * abs(stored_j)
            ),
        ],
        words=f"What {kiln.name} loses to the room and stores in itself, the glass, the mould and its shelves, step "
        f"by step; a fall by itself takes none.",
        formula="E = Q + S",
        source=published("heat balance of one warm body"),
        assumptions=[
            "UA and C from the kiln's remembered times; good to about 20 %",
            *([f"at {price:g} a kWh in your money: {firing.run.energy_j / 3.6e6 * price:.2f}"] if price else []),
        ],
    )
    figures = [chosen, total, energy]
    went = moved(load, heat, firing.run.line)
    if went is not None:
        figures.append(went)
    return {f.key: f for f in figures}
