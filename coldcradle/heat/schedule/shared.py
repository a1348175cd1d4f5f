"""A programme that serves all who lie in one firing, as one of them has it at its own place."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.model.soak import SPREAD_K
from coldcradle.heat.physics.simulate import Section1D, first_within, until
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.schedule.approach import PeakPhase, SoakPhase, own_steps
from coldcradle.heat.schedule.segments import PlannedSegment, run_programme
from coldcradle.heat.steps import StepKey
from coldcradle.layup.load import Load
from coldcradle.quantity.reason import because

__all__ = ["STEP_NAMES", "shared_segments", "soaked_as_shared"]

STEP_NAMES = {
    StepKey.DRY: "Dry the moulds",
    StepKey.WARM: "Warm up",
    StepKey.BUBBLES: "Let bubbles out",
    StepKey.PEAK: "Peak for all",
    StepKey.FALL: "Fall, then soak",
    StepKey.REST: "On to the second soak",
    StepKey.ANNEAL: "Slow cooling",
    StepKey.COOL_2: "Cooling",
    StepKey.COOL_3: "Faster cooling",
    StepKey.COAST: "Off, lid shut",
}


def shared_segments(heat: HeatInput) -> list[PlannedSegment]:
    """The steps of the programme for all, with those changed that were set by hand, as hot as it is at its place.

    The first step goes as much faster or slower as its end is hotter or cooler, so that all steps end at one time.
    """
    steps = [
        PlannedSegment(
            key=step.key,
            name=STEP_NAMES[step.key],
            rate_k_per_h=step.rate_k_per_h,
            to_c=step.to_c,
            hold_s=step.hold_s,
            limited_by="load",
            why=because(f"load-{step.key}", by=step.by),
            figures=(),
        )
        for step in heat.share.steps
    ]
    steps = own_steps(steps, heat.overrides)
    offset_k, room_c = heat.offset_k, heat.room_c
    placed = [s if s.key == StepKey.COAST else replace(s, to_c=s.to_c + offset_k) for s in steps]
    first = steps[0]
    if first.rate_k_per_h is not None and first.to_c > room_c + 1.0:
        times = (placed[0].to_c - room_c) / (first.to_c - room_c)
        placed[0] = replace(placed[0], rate_k_per_h=first.rate_k_per_h * max(0.1, times))
    return placed


def soaked_as_shared(
    load: Load, heat: HeatInput, kiln: LoadedKiln, section: Section1D
) -> tuple[SoakPhase, list[PlannedSegment]]:
    """Everything up to the end of the soak nearest to this glass's annealing point, and the steps after it."""
    steps = shared_segments(heat)
    soaks = [i for i, s in enumerate(steps) if s.key in (StepKey.FALL, StepKey.REST)]
    last = min(soaks, key=lambda i: abs(steps[i].to_c - load.kind.annealing_c))
    run = run_programme(steps[: last + 1], kiln)
    inside = run_slab(section.slab, run.line)
    soak, peak = steps[last], next(s for s in steps if s.key == StepKey.PEAK)
    arrives = run.steps[last].arrives_s
    settled = first_within(inside, SPREAD_K, arrives)
    rising = peak.rate_k_per_h or kiln.fastest_rise_k_per_h(peak.to_c)
    return SoakPhase(
        steps=steps[: last + 1],
        kiln=kiln,
        section=section,
        heat=until(inside, run.total_s),
        soak_c=soak.to_c,
        peak=PeakPhase(peak_c=peak.to_c, rate_k_per_h=rising, lag_s=None),
        drop_k=max(0.0, peak.to_c - soak.to_c),
        fall_k_per_h=kiln.coasting_rate_k_per_h(soak.to_c),
        settled_s=None if settled is None else settled - arrives,
    ), steps[last + 1 :]
