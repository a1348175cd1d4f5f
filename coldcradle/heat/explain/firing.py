"""Every figure behind a firing, with its working, from what was planned and run."""

from __future__ import annotations

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.explain.opening import opening_shown, opening_temperature
from coldcradle.heat.explain.peak import bubble_temperature, drying_hold, peak_hold, peak_temperature
from coldcradle.heat.explain.rates import (
    anneal_rate,
    chunk_rate,
    handbook_figure,
    slab_rate,
    surface_rate,
    zone_rate,
    zone_strain,
)
from coldcradle.heat.explain.soak import soak_by_physics, soak_by_thumb
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.limits import BREAK_K, RUN_BAND
from coldcradle.heat.model.rates import SECOND_TIMES
from coldcradle.heat.physics.structure import MEAN_TIME_S
from coldcradle.heat.schedule.cooling import Cooling
from coldcradle.heat.schedule.firing import FiringPlan, goes_sideways, opens_both_faces
from coldcradle.heat.schedule.warming import decisive
from coldcradle.heat.schedule.warmup import top_rate_k_per_h
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.layup.load import Load
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, memory

__all__ = ["firing_figures"]


def firing_figures(firing: FiringPlan, load: Load, heat: HeatInput, effective: Figure) -> dict[str, Figure]:
    """The figures of a firing by their keys, in the order in which they were needed."""
    kind, soaked = load.kind, firing.soaked
    opening = opening_temperature(kind, effective, room_c=heat.room_c, both_faces=opens_both_faces(load, heat))
    stress_pa = heat.stress_pa
    found = [
        effective,
        chunk_rate(load),
        slab_rate(load, both_faces=load.support == "posts" or heat.restraint == "free"),
        bubble_temperature(load),
        drying_hold(load.wall_m, load.wet),
        peak_temperature(load, heat, rate_k_per_h=top_rate_k_per_h(load, heat)),
        handbook_figure(effective) if heat.is_by_table else anneal_rate(kind, effective, stress_pa),
        surface_rate(kind, effective),
        opening,
        soak_by_thumb(effective.given("d", "thickest place") if goes_sideways(load) else thickest_place(load)),
    ]
    body = decisive(load)
    if body is not None and body.shade is not None:
        found.append(zone_rate(body.shade, kind))
    peak = soaked.peak
    found += [
        opening_shown(opening, soaked.section, soaked.kiln),
        peak_hold(load, heat, peak_c=peak.peak_c, rate_k_per_h=peak.rate_k_per_h, lag_s=peak.lag_s),
        soak_by_physics(load, drop_k=soaked.drop_k, fall_k_per_h=soaked.fall_k_per_h, settled_s=soaked.settled_s),
    ]
    between = zone_strain(load, firing.cooling.slow_k_per_h, effective.value)
    if between is not None:
        found.append(between)
    found.append(_residual_stress(kind, effective, firing.left_pa, firing.cooling))
    return {figure.key: figure for figure in found}


def _residual_stress(kind: GlassProperties, effective: Figure, run_pa: float, cooling: Cooling) -> Figure:
    """Tension left in the glass as the run through its thickness found it, structural relaxation and its band
    included.
    """
    said: list[str | Message] = [
        say(
            "the first rate it comes to is {r}, and {b} from the annealing point on {m} times as much",
            r=show(cooling.slow_k_per_h, "rate"),
            b=show(BREAK_K, "difference"),
            m=f"{SECOND_TIMES:g}",
        ),
        f"structure takes {MEAN_TIME_S:.0f} s at the annealing point, 5 to 9 times as long as stress (Rekhson, "
        f"Scherer: from memory)",
    ]
    if cooling.mended:
        said.append(
            say(
                "after a first run, which left too much, its rates were lowered to {x} of the first guess",
                x=show(cooling.lowered, "ratio"),
            )
        )
    return derive(
        "residual_stress",
        "Left in the glass",
        "stress",
        lambda s: s,
        [given("greatest tension at the end of the run", "σ", run_pa, "stress")],
        words="The whole firing was run through the thickness, with the structure of the glass settling as it cools; "
        "this much pull stays where it is greatest.",
        formula="σ",
        source=memory(
            "dσ/dt = E/(1 − ν)·(dε/dt − α·dT/dt − Δα·dTf/dt) − σ·E/(6η(1 − ν)), forces in balance; Tool, "
            "Narayanaswamy, Moynihan"
        ),
        assumptions=[
            *said,
            "a band, not a figure: an independent run of the same cooling comes within 6 %, and within 15 % over the "
            "published ranges of its constants",
        ],
        extra=[("the model of settling glass", RUN_BAND * run_pa)],
    )
