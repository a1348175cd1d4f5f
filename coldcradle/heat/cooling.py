"""From the soak to the open lid: slow through the range, faster below it, then off; run through the glass and set right."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from coldcradle.heat import anneal
from coldcradle.heat.inside import Inside, Section1D, evening_s, strained
from coldcradle.heat.kiln import LoadedKiln
from coldcradle.heat.programme import Run, Wanted, round_rate, run_programme
from coldcradle.heat.slab import run_slab
from coldcradle.words import say, show

__all__ = ["Cooling", "Wish", "cool", "cooling_steps"]

_THICK_M = 0.019
_TRIES = 4
_OVER = 1.08  # the band of what is left is far wider than that
_MOST_BREAK_K, _BREAK_STEP_K = 170.0, 30.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """What the cooling is to come to. Rates by the closed forms, K/h; `state_c` is the slab at the end of the soak."""

    slow_k_per_h: float
    surface_k_per_h: float
    stress_pa: float
    open_c: float
    counts_m: float
    soak_c: float
    state_c: NDArray[np.float64]
    break_k: float = anneal.BREAK_K


@dataclass(frozen=True, slots=True)
class Cooling:
    """Steps that were run through the glass: the tension left (Pa), the rates they came to, how far below the annealing
    point the first of them is kept, and how often they were mended."""

    steps: list[Wanted]
    run: Run
    stress_pa: float
    tension_pa: float
    surface_pa: float
    slow_k_per_h: float
    surface_k_per_h: float
    break_k: float
    mended: int
    inside: Inside


def cooling_steps(kiln: LoadedKiln, wish: Wish) -> list[Wanted]:
    """Slow cooling in two or three steps until coasting is slow enough, then off until the lid may be opened."""
    open_c = float(math.floor(wish.open_c))
    slow, surface, soak_c = wish.slow_k_per_h, wish.surface_k_per_h, wish.soak_c
    stages = [("anneal", "Slow cooling", min(slow, surface), soak_c - wish.break_k, "anneal_rate",
               say("{d} of glass counts here; faster would freeze in more strain.", d=show(wish.counts_m, "length")))]  # fmt: skip
    if wish.counts_m > _THICK_M:
        stages.append(("middle", "Cooling", min(2 * slow, surface), soak_c - wish.break_k - 0.5 * anneal.BREAK_K, "anneal_rate",
                       say("Twice the first rate, while the glass still settles a little.")))  # fmt: skip
    stages.append(("last", "Faster cooling", surface, float("-inf"), "surface_rate",
                   say("Only the passing pull in the skin counts now.")))  # fmt: skip
    steps: list[Wanted] = []
    at_c = soak_c
    for key, name, rate, until_c, figure, why in stages:
        off_c = kiln.coasting_from_c(rate)
        if off_c >= at_c or at_c <= open_c:
            break
        # a whole 5 °C, and never above what this rate allows
        to_c = max(until_c, math.floor(off_c / 5) * 5.0, open_c)
        if to_c < at_c:
            steps.append(
                Wanted(key=key, name=name, rate_k_per_h=round_rate(rate), to_c=to_c, hold_s=0.0, limited_by="glass",
                       why=why, figures=(figure, "thickness_counts"))
            )  # fmt: skip
            at_c = to_c
        if to_c > until_c:
            break
    if at_c > open_c:
        why = say(
            "{kiln} falls at {rate} here by itself, and slower from then on: slow enough.",
            kiln=kiln.kiln.name, rate=show(kiln.coasting_rate_k_per_h(at_c), "rate"),
        )  # fmt: skip
        steps.append(
            Wanted(key="coast", name="Off, lid shut", rate_k_per_h=None, to_c=open_c, hold_s=0.0,
                   limited_by="kiln", why=why, figures=("opening_temperature",))
        )  # fmt: skip
    return steps


def cool(kiln: LoadedKiln, wish: Wish, section: Section1D) -> Cooling:
    """The steps down, run through the slab. Where the run leaves more than was wished, the slow rate is kept for longer
    or lowered, and all is run again.

    Never faster than the closed form. Of the transient tension of a face the limit is 2.5 MPa.
    """
    mended = 0
    while True:
        steps = cooling_steps(kiln, wish)
        run = run_programme(steps, kiln, from_c=wish.soak_c)
        end_s, end_c = run.line[-1]
        heat = run_slab(section.slab, [*run.line, (end_s + evening_s(section.slab), end_c)], start_c=wish.state_c)
        inside = strained(heat, is_held=section.is_held)
        tension, surface = inside.residual_pa, float(inside.stress.surface_pa.max())
        slow, surface_rate = wish.slow_k_per_h, wish.surface_k_per_h
        lower_k = wish.break_k
        if tension > _OVER * wish.stress_pa and lower_k < _MOST_BREAK_K and any(s.key == "middle" for s in steps):
            # thick glass goes on settling: keeping the rate for longer is quicker than a slower one
            lower_k += _BREAK_STEP_K
        elif tension > _OVER * wish.stress_pa:
            slow *= max(0.4, 0.985 * wish.stress_pa / tension)
        if surface > _OVER * anneal.SURFACE_STRESS_PA:
            surface_rate *= max(0.4, 0.985 * anneal.SURFACE_STRESS_PA / surface)
        found = Cooling(
            steps,
            run,
            wish.stress_pa,
            tension,
            surface,
            wish.slow_k_per_h,
            wish.surface_k_per_h,
            wish.break_k,
            mended,
            inside,
        )
        if mended == _TRIES or (slow, surface_rate, lower_k) == (wish.slow_k_per_h, wish.surface_k_per_h, wish.break_k):
            return found
        wish = replace(wish, slow_k_per_h=slow, surface_k_per_h=surface_rate, break_k=lower_k)
        mended += 1
