"""The programme of a firing: warm, form, fall, soak, cool slowly, coast, open; for every process, and run through
the glass.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import SURFACE_STRESS_PA, zone_stress_pa
from coldcradle.heat.model import peak as forming
from coldcradle.heat.model.closed import ClosedForms
from coldcradle.heat.model.opening import (
    ENDS_ABOVE_K,
    behind_k,
    opening_c,
    opening_limit_c,
    opening_shown_c,
    opening_trial,
)
from coldcradle.heat.model.rates import (
    HANDBOOK_THIRD,
    SECOND_TIMES,
    first_cooling_k_per_h,
    handbook_rate_k_per_h,
    loose_piece,
    surface_cooling_k_per_h,
    warming_k_per_h,
    zone_limit_k_per_h,
)
from coldcradle.heat.model.soak import thumb_soak_s
from coldcradle.heat.physics.simulate import (
    Section1D,
    SimulatedRun,
    evening_s,
    joined,
    section_of,
    simulate,
    strained,
)
from coldcradle.heat.physics.zones import ZonedRun, run_zones, zone_slab
from coldcradle.heat.schedule.approach import SoakPhase, own_steps, soaked_firing
from coldcradle.heat.schedule.cooling import Cooling, CoolingTarget, cool, cooled, cooling_steps
from coldcradle.heat.schedule.segments import PlannedSegment, Run, run_programme
from coldcradle.heat.schedule.shared import soaked_as_shared
from coldcradle.heat.schedule.warming import Warming, decisive, warming
from coldcradle.heat.schedule.warmup import top_rate_k_per_h
from coldcradle.heat.steps import StepKey
from coldcradle.layup.load import Load

__all__ = [
    "FiringPlan",
    "cooled_for",
    "cooling_peak",
    "goes_sideways",
    "left_pa",
    "opens_both_faces",
    "plan_firing",
    "solid_from",
    "zones_of",
]


@dataclass(frozen=True, slots=True)
class FiringPlan:
    """A run and the numbers it was made from. `coast_from_c` is where the kiln may be switched off.

    `warming` is what its way up does to the glass as it goes in, `inside` all of it to the glass as it comes out.
    """

    run: Run
    first: ClosedForms
    coast_from_c: float
    soak_c: float
    inside: SimulatedRun
    cooling: Cooling
    soaked: SoakPhase
    wanted: list[PlannedSegment]
    warming: Warming
    zones: ZonedRun | None

    @property
    def left_pa(self) -> float:
        """The greatest tension that stays: through the thickness, or between two zones."""
        return left_pa(self.inside, self.zones)

    def cooling_peak(self, from_s: float) -> tuple[float, float, str, float]:
        """The greatest pull from a second on: Pa, when, s, where, and what is allowed there."""
        return cooling_peak(self.inside, self.zones, from_s, self.run.total_s)


def left_pa(inside: SimulatedRun, zones: ZonedRun | None) -> float:
    """The greatest tension that stays: through the thickness, or between two zones."""
    return inside.residual_pa if zones is None else max(inside.residual_pa, zones.left_pa)


def cooling_peak(
    inside: SimulatedRun, zones: ZonedRun | None, from_s: float, to_s: float
) -> tuple[float, float, str, float]:
    """The greatest pull between two times: Pa, when, s, where, and what is allowed there."""
    pull, at_s, in_face = inside.peak(from_s, to_s)
    found = pull, at_s, "face" if in_face else "heart", SURFACE_STRESS_PA
    if zones is None:
        return found
    pulled, second, in_middle = zones.peak(from_s, to_s)
    most_pa = zone_stress_pa(zones.is_step)
    if pulled / most_pa <= pull / SURFACE_STRESS_PA:
        return found
    return pulled, second, "middle" if in_middle else "rim", most_pa


def solid_from(run: Run, load: Load) -> float:
    """When what went in has become what comes out: at the end of the peak; one slab is so from the start."""
    if load.is_one_body:
        return 0.0
    return next((s.ends_s for s in run.steps if s.key == StepKey.PEAK), 0.0)


def _wish(soaked: SoakPhase, load: Load, first: ClosedForms, *, target: str, stress_pa: float) -> CoolingTarget:
    effective_m = first.effective_m
    by_table = target == "table"
    slow = (
        handbook_rate_k_per_h(effective_m)
        if by_table
        else first_cooling_k_per_h(kind=load.kind, thickness_m=effective_m, stress_pa=stress_pa)
    )
    return CoolingTarget(
        slow_k_per_h=slow,
        second_k_per_h=SECOND_TIMES * slow,
        surface_k_per_h=HANDBOOK_THIRD * slow if by_table else first.surface_k_per_h,
        stress_pa=stress_pa,
        open_c=first.opening_shown_c,
        effective_m=effective_m,
        soak_c=soaked.soak_c,
        annealing_c=load.kind.annealing_c,
        state_c=soaked.state_c,
        is_fixed=by_table,
    )


def cooled_for(firing: FiringPlan, load: Load, *, target: str, stress_pa: float) -> tuple[float, float]:
    """First rate (K/h) and whole time (s) if the same firing were cooled for another strain target.

    Mended as much as the run of this one was, instead of being run itself: right within some 15 %.
    """
    soaked = firing.soaked
    wish = _wish(soaked, load, firing.first, target=target, stress_pa=stress_pa)
    lowered = 1.0 if wish.is_fixed else firing.cooling.lowered
    wish = replace(
        wish,
        slow_k_per_h=wish.slow_k_per_h * lowered,
        second_k_per_h=wish.second_k_per_h * lowered,
        surface_k_per_h=wish.surface_k_per_h if wish.is_fixed else firing.cooling.wish.surface_k_per_h,
    )
    run = run_programme(cooling_steps(soaked.kiln, wish), soaked.kiln, from_c=soaked.soak_c)
    return wish.slow_k_per_h, soaked.total_s + run.total_s


def opens_both_faces(load: Load, heat: HeatInput) -> bool:
    """Whether both faces of the glass meet the air when the lid is opened."""
    return load.support == "posts" or heat.restraint in ("free", "block")


def _closed_forms(load: Load, heat: HeatInput, effective_m: float, section: Section1D, kiln: LoadedKiln) -> ClosedForms:
    kind, body, piece = load.kind, decisive(load), loose_piece(load)
    trial = opening_trial(
        kind=kind, thickness_m=effective_m, room_c=heat.room_c, both_faces=opens_both_faces(load, heat)
    )
    open_c = opening_c(room_c=heat.room_c, trial_k=trial.trial_k, allowed_pa=SURFACE_STRESS_PA, pull_pa=trial.pull_pa)
    limit_c = opening_limit_c(open_c, kiln.room_c)
    return ClosedForms(
        effective_m=effective_m,
        chunk_k_per_h=warming_k_per_h(kind=kind, thickness_m=piece.thickness_m, both_faces=False),
        zone_k_per_h=zone_limit_k_per_h(body.shade, kind) if body is not None and body.shade is not None else None,
        bubble_c=forming.bubble_temperature_c(load),
        drying_s=forming.drying_hold_s(wall_m=load.wall_m, wet_share=load.wet.share),
        peak_c=forming.peak_temperature_c(load, heat, rate_k_per_h=top_rate_k_per_h(load, heat)),
        surface_k_per_h=surface_cooling_k_per_h(kind=kind, thickness_m=effective_m),
        opening_c=open_c,
        opening_shown_c=opening_shown_c(
            limit_c=limit_c,
            lags_k=max(0.0, behind_k(section, kiln, limit_c)),
            nearest_c=kiln.room_c + ENDS_ABOVE_K,
        ),
        thumb_s=thumb_soak_s(effective_m if goes_sideways(load) else load.thickness_m),
    )


def plan_firing(load: Load, heat: HeatInput, *, effective_m: float, stress_pa: float) -> FiringPlan:
    """The programme of one firing; raises ImpossibleInput when the kiln cannot do it at all."""
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=heat.room_c)
    kind = load.kind
    section = section_of(load, heat.restraint, load.support, effective_m)
    first = _closed_forms(load, heat, effective_m, section, kiln)
    is_shared = bool(heat.share.steps)
    if is_shared:
        soaked, after = soaked_as_shared(load, heat, kiln, section)
        wish = _wish(soaked, load, first, target=heat.target, stress_pa=stress_pa)
        cooling = cooled(after, kiln, wish, section, shade=load.shade, kind=kind)
        wanted = [*soaked.steps, *after]
    else:
        soaked = soaked_firing(load, heat, kiln, section, first)
        wish = _wish(soaked, load, first, target=heat.target, stress_pa=stress_pa)
        cooling = cool(kiln, wish, section, shade=load.shade, kind=kind)
        wanted = [*soaked.steps, *own_steps(cooling.steps, heat.overrides)]
    run = run_programme(wanted, kiln)
    solid_s = solid_from(run, load)
    zones = cooling.zones
    if not is_shared and any(o.key == s.key for o in heat.overrides for s in cooling.steps):
        inside = simulate(section, run.line, solid_from_s=solid_s, structure=True)
        zones = zones_of(load, run)
    else:  # both parts have been run already
        inside = joined(strained(soaked.heat, is_held=section.is_held, solid_from_s=solid_s), cooling.inside)
        zones = zones.later(soaked.total_s) if zones is not None else None
    warmed = warming(load, heat, run.line, _peak_ends_s(run))
    off = next((i for i, s in enumerate(wanted) if s.key == StepKey.COAST), len(wanted))
    return FiringPlan(run, first, wanted[off - 1].to_c, soaked.soak_c, inside, cooling, soaked, wanted, warmed, zones)


def goes_sideways(load: Load) -> bool:
    """Whether heat has a shorter way than through the thickness, or a longer one: closed round a core."""
    return load.is_core_shut or load.breadth_m < load.thickness_m


def _peak_ends_s(run: Run) -> float:
    return next((s.ends_s for s in run.steps if s.key == StepKey.PEAK), run.total_s)


def zones_of(load: Load, run: Run) -> ZonedRun | None:
    """What two zones of the glass that comes out do to one another from the end of the peak on; None where it is
    even.
    """
    if load.shade is None:
        return None
    from_s = _peak_ends_s(run)
    line = [(t - from_s, c) for t, c in run.line if t >= from_s - 1e-6]
    if len(line) < 2:
        return None
    end_s, end_c = line[-1]
    line.append((end_s + evening_s(zone_slab(load.shade.inner, load.kind)), end_c))
    return run_zones(load.shade, load.kind, line, structure=True).later(from_s)
