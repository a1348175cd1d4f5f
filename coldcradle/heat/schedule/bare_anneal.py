"""Annealing of a thickness by itself, no kiln round it: soak and three rates, run through the glass and mended."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import BREAK_K, MEND_OVER, SURFACE_STRESS_PA, is_over
from coldcradle.heat.model.rates import HANDBOOK_THIRD, SECOND_TIMES, first_cooling_k_per_h, handbook_rate_k_per_h
from coldcradle.heat.model.soak import thumb_soak_s
from coldcradle.heat.physics.conduction import cooling_rate_k_per_h
from coldcradle.heat.physics.simulate import Section1D, evening_s
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.physics.strain import run_strain

__all__ = ["BareAnneal", "bare_anneal", "by_handbook"]

_END_C = 60.0
_FASTEST_K_PER_H = 400.0
_TRIES = 6


@dataclass(frozen=True, slots=True)
class BareAnneal:
    """Soak (s), the three rates (K/h) and where each ends (°C), the time from the soak on (s), and what stays (Pa)."""

    soak_s: float
    rates_k_per_h: tuple[float, float, float]
    ends_c: tuple[float, float, float]
    total_s: float
    left_pa: float
    surface_pa: float


def _run(kind: GlassProperties, section: Section1D, soak_s: float, rates: tuple[float, float, float]) -> BareAnneal:
    top = kind.annealing_c
    ends = (top - BREAK_K, top - 2 * BREAK_K, _END_C)
    line, at_c = [(0.0, top), (soak_s, top)], top
    for to_c, rate in zip(ends, rates, strict=True):
        line.append((line[-1][0] + (at_c - to_c) / rate * 3600, to_c))
        at_c = to_c
    total_s = line[-1][0]
    line.append((total_s + evening_s(section.slab), _END_C))
    stress = run_strain(run_slab(section.slab, line), is_held=section.is_held, structure=True)
    return BareAnneal(soak_s, rates, ends, total_s, stress.tension_pa, float(stress.surface_pa.max()))


def by_handbook(kind: GlassProperties, section: Section1D, *, thickness_m: float, effective_m: float) -> BareAnneal:
    """The handbook's table as it stands, and what it leaves."""
    first = handbook_rate_k_per_h(effective_m)
    rates = (first, SECOND_TIMES * first, HANDBOOK_THIRD * first)
    return _run(kind, section, thumb_soak_s(thickness_m), rates)


def bare_anneal(
    kind: GlassProperties, section: Section1D, *, thickness_m: float, effective_m: float, stress_pa: float
) -> BareAnneal:
    """The fastest of three rates that leaves no more than is wished, by running and mending as a plan does.

    `counts_m` is the free slab that behaves alike; `stress_pa` what may stay, relaxation counted.
    """
    first = first_cooling_k_per_h(kind=kind, thickness_m=effective_m, stress_pa=stress_pa)
    below = cooling_rate_k_per_h(kind=kind, thickness_m=effective_m, stress_pa=SURFACE_STRESS_PA, factor=12.0)
    soak_s = max(1800.0, thumb_soak_s(thickness_m))
    for _ in range(_TRIES):
        rates = (min(first, below), min(SECOND_TIMES * first, below), min(below, _FASTEST_K_PER_H))
        found = _run(kind, section, soak_s, rates)
        if is_over(found.left_pa, stress_pa, MEND_OVER):
            first *= max(0.4, 0.985 * stress_pa / found.left_pa)
        elif is_over(found.surface_pa, SURFACE_STRESS_PA, MEND_OVER):
            below *= max(0.4, 0.985 * SURFACE_STRESS_PA / found.surface_pa)
        else:
            break
    return found
