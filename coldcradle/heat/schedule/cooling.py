"""From the soak to the open lid: slow through the range, faster below it, then off; run through the glass and set
right.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import BREAK_K, MEND_OVER, SURFACE_STRESS_PA, is_over, zone_stress_pa
from coldcradle.heat.physics.simulate import Section1D, SimulatedRun, evening_s, strained
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.physics.zones import ZonedRun, evened, lag_s, run_zones, zone_slab
from coldcradle.heat.schedule.segments import PlannedSegment, Run, round_rate, run_programme
from coldcradle.heat.steps import StepKey
from coldcradle.layup.bodies import Shade
from coldcradle.quantity.reason import because

__all__ = ["Cooling", "CoolingTarget", "cool", "cooled", "cooling_steps"]

_TRIES = 8
_LEAST = 0.4  # of the rate, in one mend
_GUESSED = 1.2  # times what the closed form says of zones: its run leaves less, and is mended where it does not
_BEYOND = 1.3  # times what the kiln falls by itself
_HELPS, _HALF = 0.97, 0.5
_PULL_OVER = 1.02  # of what is allowed on the way: below what is said of a plan


@dataclass(frozen=True, slots=True, kw_only=True)
class CoolingTarget:
    """What the cooling is to come to. Rates by the closed forms, K/h; `state_c` is the slab at the end of the soak.

    `is_fixed`: the rates stand as they are, whatever the run finds (the handbook's table).
    """

    slow_k_per_h: float
    second_k_per_h: float
    surface_k_per_h: float
    stress_pa: float
    open_c: float
    effective_m: float
    soak_c: float
    annealing_c: float
    state_c: NDArray[np.float64]
    is_fixed: bool = False

    @property
    def breaks_c(self) -> tuple[float, float]:
        """Where the first rate ends, and where the second does."""
        top = min(self.soak_c, self.annealing_c)
        return top - BREAK_K, top - 2 * BREAK_K


@dataclass(frozen=True, slots=True)
class Cooling:
    """Steps that were run through the glass: the tension left (Pa), the rates they came to, the share of the first
    guess to which they were lowered, and how often they were mended.
    """

    steps: list[PlannedSegment]
    run: Run
    wish: CoolingTarget
    tension_pa: float
    surface_pa: float
    lowered: float
    mended: int
    inside: SimulatedRun
    zones: ZonedRun | None = None

    @property
    def slow_k_per_h(self) -> float:
        return self.wish.slow_k_per_h


def cooling_steps(kiln: LoadedKiln, wish: CoolingTarget) -> list[PlannedSegment]:
    """Slow cooling in two or three steps until coasting is slow enough, then off until the lid may be opened."""
    open_c = max(float(math.floor(wish.open_c)), kiln.room_c + 1.5)
    slow, surface, soak_c = wish.slow_k_per_h, wish.surface_k_per_h, wish.soak_c
    first_c, second_c = wish.breaks_c
    stages = [
        (
            StepKey.ANNEAL,
            "Slow cooling",
            min(slow, surface),
            first_c,
            "anneal_rate",
            because("anneal", d=(wish.effective_m, "length")),
        ),
        (
            StepKey.COOL_2,
            "Cooling",
            min(wish.second_k_per_h, surface),
            second_c,
            "anneal_rate",
            because("second", x=f"{wish.second_k_per_h / slow:.2g}"),
        ),
        (
            StepKey.COOL_3,
            "Faster cooling",
            surface,
            float("-inf"),
            "surface_rate",
            because("surface"),
        ),
    ]
    steps: list[PlannedSegment] = []
    at_c = soak_c
    for key, name, rate, until_c, figure, why in stages:
        off_c = kiln.coasting_from_c(rate)
        if off_c >= at_c or at_c <= open_c:
            break
        # a whole 5 °C, and never above what this rate allows
        to_c = max(until_c, math.floor(off_c / 5) * 5.0, open_c)
        if to_c < at_c:
            steps.append(
                PlannedSegment(
                    key=key,
                    name=name,
                    rate_k_per_h=round_rate(rate),
                    to_c=to_c,
                    hold_s=0.0,
                    limited_by="glass",
                    why=why,
                    figures=(figure, "effective_thickness"),
                )
            )
            at_c = to_c
        if to_c > until_c:
            break
    if at_c > open_c:
        why = because(
            "coast",
            kiln=kiln.kiln.name,
            rate=(kiln.coasting_rate_k_per_h(at_c), "rate"),
            open=(open_c, "temperature"),
        )
        steps.append(
            PlannedSegment(
                key=StepKey.COAST,
                name="Off, lid shut",
                rate_k_per_h=None,
                to_c=open_c,
                hold_s=0.0,
                limited_by="kiln",
                why=why,
                figures=("opening_shown", "opening_temperature"),
            )
        )
    return steps


def _zoned(shade: Shade, kind: GlassProperties, line: list[tuple[float, float]], soak_c: float) -> ZonedRun:
    """Both zones from the end of the soak, even at first, until they are even again."""
    end_s, end_c = line[-1]
    after_s = evening_s(zone_slab(shade.inner, kind))
    return run_zones(shade, kind, [*line, (end_s + after_s, end_c)], structure=True, start_c=soak_c)


def _first_guess(shade: Shade, kind: GlassProperties, wish: CoolingTarget) -> float:
    """The steady rate at which two zones freeze in about what may stay, K/h, by the closed form of a disc."""
    behind = abs(lag_s(shade.inner, kind, wish.annealing_c) - lag_s(shade.outer, kind, wish.annealing_c))
    per_k = kind.youngs_modulus_pa * kind.expansion_per_k / 2 * (1 - shade.inner_share)
    return _GUESSED * wish.stress_pa / max(per_k * behind * evened(shade), 1e-9) * 3600


def cooled(
    steps: list[PlannedSegment],
    kiln: LoadedKiln,
    wish: CoolingTarget,
    section: Section1D,
    *,
    shade: Shade | None = None,
    kind: GlassProperties | None = None,
) -> Cooling:
    """Steps from the end of the soak on, run through the slab with structural relaxation, and through its zones."""
    run = run_programme(steps, kiln, from_c=wish.soak_c)
    end_s, end_c = run.line[-1]
    heat = run_slab(section.slab, [*run.line, (end_s + evening_s(section.slab), end_c)], start_c=wish.state_c)
    inside = strained(heat, is_held=section.is_held, structure=True)
    tension, surface = inside.residual_pa, float(inside.stress.surface_pa.max())
    zones = None
    if shade is not None and kind is not None:
        zones = _zoned(shade, kind, run.line, wish.soak_c)
        tension = max(tension, zones.left_pa)
        surface = max(surface, zones.peak(0.0, math.inf)[0] * SURFACE_STRESS_PA / zone_stress_pa(zones.is_step))
    return Cooling(steps, run, wish, tension, surface, 1.0, 0, inside, zones)


def cool(
    kiln: LoadedKiln,
    wish: CoolingTarget,
    section: Section1D,
    *,
    shade: Shade | None = None,
    kind: GlassProperties | None = None,
) -> Cooling:
    """The steps down, run through the slab with structural relaxation. Where the run leaves more than was wished the
    first two rates are lowered, and all is run again; so is the last where the passing pull in a face is too strong.

    Never faster than the first guess. Of the transient tension of a face the limit is 2.5 MPa.
    """
    if shade is not None:  # what the kiln cannot do anyhow need not be mended step by step
        most = _BEYOND * kiln.off_rate_k_per_h(wish.soak_c)
        slow = min(most, _first_guess(shade, kind, wish)) if kind is not None else most
        wish = replace(
            wish,
            slow_k_per_h=min(wish.slow_k_per_h, slow),
            second_k_per_h=min(wish.second_k_per_h, most, slow * wish.second_k_per_h / wish.slow_k_per_h),
            surface_k_per_h=min(wish.surface_k_per_h, most),
        )
    mended, first, pulled = 0, wish.slow_k_per_h, math.inf
    while True:
        found = cooled(cooling_steps(kiln, wish), kiln, wish, section, shade=shade, kind=kind)
        found = replace(found, lowered=wish.slow_k_per_h / first, mended=mended)
        tension, surface = found.tension_pa, found.surface_pa
        slower = surface_slower = 1.0
        if is_over(tension, wish.stress_pa, MEND_OVER):
            slower = max(_LEAST, 0.985 * wish.stress_pa / tension)
        if is_over(surface, SURFACE_STRESS_PA, _PULL_OVER):
            surface_slower = max(_LEAST, 0.985 * SURFACE_STRESS_PA / surface)
            if surface > _HELPS * pulled:  # as hard as before: so far from what matters that little is lost by half
                surface_slower = min(surface_slower, _HALF)
        pulled = surface
        if wish.is_fixed or mended == _TRIES or slower == surface_slower == 1.0:
            return found
        wish = replace(
            wish,
            slow_k_per_h=slower * wish.slow_k_per_h,
            second_k_per_h=slower * wish.second_k_per_h,
            surface_k_per_h=surface_slower * wish.surface_k_per_h,
        )
        mended += 1
