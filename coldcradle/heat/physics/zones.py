"""Two zones of one plate that do not warm alike: how far they lag, and how they pull at one another.

The middle of a disc that is colder by ΔT is pulled by E·α·ΔT/2·(1 − φ) both ways, with φ its share of the area; the
rim round it is pressed along itself by E·α·ΔT/2·(1 + φ) where they meet (Timoshenko & Goodier, Theory of Elasticity,
disc with a colder middle). Both relax as the thickness does.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, conductivity_w_m_k
from coldcradle.heat.physics.slab import INSULATED, KILN, Slab1D, SlabLayer, SlabRun, film_w_m2_k, run_slab
from coldcradle.heat.physics.strain import StrainState, run_strain, strain_of
from coldcradle.layup.bodies import SectionZone, Shade

__all__ = ["ZonedRun", "evened", "lag_s", "run_zones", "zone_slab"]

Array = NDArray[np.float64]
Line = Sequence[tuple[float, float]]

_FILM_AT_C = 150.0  # where cold glass is still brittle and the film already carries some radiation
_NODES = 17
_EVENS_M = 0.003


def zone_slab(zone: SectionZone, kind: GlassProperties) -> Slab1D:
    """The layers of a zone from its open face down."""
    k = conductivity_w_m_k(kind.annealing_c)
    glass = [zone.over_m, zone.glass_m] if zone.over_m > 0 else [zone.glass_m]
    layers = [
        SlabLayer(thickness_m=d, conductivity_w_m_k=k, heat_j_m3_k=k / DIFFUSIVITY_M2_S, kind=kind) for d in glass
    ]
    if zone.under is not None and zone.under_m > 0:
        made = zone.under
        layers.append(
            SlabLayer(
                thickness_m=zone.under_m,
                conductivity_w_m_k=made.conductivity_w_m_k,
                heat_j_m3_k=made.density_kg_m3 * made.heat_capacity_j_kg_k,
            )
        )
    return Slab1D(layers=tuple(layers), bottom=KILN if zone.faces == 2 else INSULATED, nodes=_NODES)


def lag_s(zone: SectionZone, kind: GlassProperties, at_c: float = _FILM_AT_C) -> float:
    """By how many seconds of a steady ramp the mean of a zone's own glass is behind the kiln: ΔT = R·lag.

    The film of a temperature, and conduction down to the middle of its own glass with everything below to be warmed.
    """
    k = conductivity_w_m_k(at_c)
    heat = k / DIFFUSIVITY_M2_S
    below = 0.0
    if zone.under is not None:
        below = zone.under.density_kg_m3 * zone.under.heat_capacity_j_kg_k * zone.under_m
    film = film_w_m2_k(at_c, at_c)
    whole = heat * (zone.over_m + zone.glass_m) + below
    if zone.faces == 2:
        return whole / (2 * film) + (zone.over_m + zone.glass_m) ** 2 / (12 * DIFFUSIVITY_M2_S)
    through = (whole * zone.over_m - heat * zone.over_m**2 / 2) / k
    own = (zone.glass_m * (whole - heat * zone.over_m) / 2 - heat * zone.glass_m**2 / 6) / k
    return whole / film + through + own


def evened(shade: Shade) -> float:
    """What is left of the difference between two zones as heat runs sideways through the thinner one: 1 − x·K₁(x) with
    x the half width over √(k·d/h), the reach of a fin (Carslaw & Jaeger, Conduction of Heat in Solids, 6.2).

    Of thick glass no more than 3 mm is counted: what is thicker is never told to be warmed faster.
    """
    from scipy.special import k1  # takes long to load

    faces = max(shade.inner.faces, shade.outer.faces)
    film = film_w_m2_k(_FILM_AT_C, _FILM_AT_C) * faces
    thin_m = min(shade.inner.glass_m, shade.outer.glass_m, _EVENS_M)
    reach = math.sqrt(conductivity_w_m_k(_FILM_AT_C) * thin_m / film)
    x = shade.half_m / reach
    return 1.0 if x > 20 else float(1 - x * k1(max(x, 1e-6)))


@dataclass(frozen=True, slots=True)
class ZonedRun:
    """A plate in two zones through a firing: times (T), the mean of each zone in °C (T), and the greatest pull (T) in
    Pa with what the zones do to one another alone in `between_pa` (T), tension in the middle above 0. `is_step`: they
    differ in thickness, and less is allowed between them.
    """

    times_s: Array
    inner_c: Array
    outer_c: Array
    between_pa: Array
    worst_pa: Array
    is_step: bool

    def later(self, by_s: float) -> ZonedRun:
        """The same, so many seconds later."""
        return replace(self, times_s=self.times_s + by_s)

    @property
    def left_pa(self) -> float:
        """The greatest tension in the end."""
        return float(self.worst_pa[-1])

    def peak(self, from_s: float, to_s: float) -> tuple[float, float, bool]:
        """The greatest pull between two times, Pa, when, s, and whether it is in the middle."""
        chosen = (self.times_s >= from_s) & (self.times_s <= to_s)
        if not chosen.any():
            return 0.0, from_s, True
        worst = np.where(chosen, self.worst_pa, -np.inf)
        i = int(worst.argmax())
        return max(0.0, float(worst[i])), float(self.times_s[i]), bool(self.between_pa[i] >= 0)


def _own(run: SlabRun, zone: SectionZone) -> SlabRun:
    """The run with only the zone's own glass taken for glass, not what lies loose on it."""
    if zone.over_m <= 0:
        return run
    first = int(np.searchsorted(run.depths_m, zone.over_m - 1e-9))
    return replace(run, glass=slice(first, run.glass.stop))


def _mean_c(run: SlabRun) -> Array:
    depths = run.depths_m[run.glass]
    middle = np.concatenate([depths[:1], (depths[1:] + depths[:-1]) / 2, depths[-1:]])
    weights = np.diff(middle)
    return np.asarray(run.temperatures_c[:, run.glass] @ (weights / weights.sum()))


def run_zones(
    shade: Shade,
    kind: GlassProperties,
    line: Line,
    *,
    structure: bool = False,
    start_c: float | None = None,
) -> ZonedRun:
    """Run both zones through a kiln line of (s, °C) and let them pull at one another.

    `structure` counts the settling of the glass too, for what stays; `start_c`: both even at first.
    """
    runs = [_own(run_slab(zone_slab(zone, kind), line, start_c=start_c), zone) for zone in (shade.inner, shade.outer)]
    times = np.union1d(runs[0].times_s, runs[1].times_s)
    inner, outer = (np.interp(times, run.times_s, _mean_c(run)) for run in runs)
    share = shade.inner_share
    inner = outer + evened(shade) * (inner - outer)
    both = strain_of(
        times,
        np.column_stack([inner, outer]),
        kinds=[kind, kind],
        weights=np.array([share, 1 - share]),
        depths_m=np.zeros(2),
        is_flat=True,
        structure=structure,
        begun=StrainState(np.zeros(2), None),
    )
    # two columns held to one length pull by E/(1 − ν); a disc in its rim by E/2
    between = both.stress_pa[:, 0] * (1 - kind.poisson) / 2
    rim = -between * (1 + share) / (1 - share)
    through = [np.interp(times, run.times_s, run_strain(run, structure=structure).worst_tension_pa) for run in runs]
    worst = np.maximum(between + through[0], rim + through[1])
    return ZonedRun(times, inner, outer, between, np.asarray(worst), shade.is_step)
