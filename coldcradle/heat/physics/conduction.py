"""Closed forms for a slab of glass warmed or cooled at a constant rate, with a mould wall on one side or none.

Steady ramp at rate R through a slab of thickness d: T'' = -R/κ. Cooled from both faces the heart leads the
faces by R·d²/(8κ), and the heart's departure from the mean is R·d²/(24κ). A mould wall on one face moves the
hottest plane towards it; the thickness that counts is the free slab with the same departure from the mean.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import GlassProperties

__all__ = [
    "DIFFUSIVITY_M2_S",
    "USUAL_K_M2_PER_S",
    "Slab",
    "conductivity_w_m_k",
    "cooling_rate_k_per_h",
    "free_to_bow_m",
    "time_constant_s",
]

DIFFUSIVITY_M2_S = 4.5e-7  # soda-lime near its annealing range, from memory
# First rate of the handbook's table of thick slabs times thickness squared; 12 to 150 mm are met within a fifth.
USUAL_K_M2_PER_S = 9.4e-3 / 3600

_GRAVITY = 9.80665
_FILM_W_M2_K = 100.0  # 4εσT³ + convection at about 500 °C with ε = 0.9


def conductivity_w_m_k(temperature_c: float) -> float:
    """Thermal conductivity of soda-lime glass, k = 0.741 + 8.58e-4·T[K] W/m/K, 0 to 600 °C (from memory)."""
    return 0.741 + 8.58e-4 * (temperature_c + 273.15)


@dataclass(frozen=True, slots=True, kw_only=True)
class Slab:
    """Glass of `thickness_m` with its open face to the kiln and `wall_m` of `material` under it."""

    thickness_m: float
    wall_m: float
    material: Material
    glass_conductivity_w_m_k: float

    def hottest_plane_m(self) -> float:
        """Depth below the open face of the plane that stays hottest on cooling, at most the thickness.

        From continuity of temperature and flux at the wall and θ = 0 on both outer faces:
        x* = (d²/2 + (k/k_w)·w·d + κ·w²/(2κ_w)) / (d + (k/k_w)·w).
        """
        d, w = self.thickness_m, self.wall_m
        ratio = self.glass_conductivity_w_m_k / self.material.conductivity_w_m_k
        x = (d * d / 2 + ratio * w * d + DIFFUSIVITY_M2_S / self.material.diffusivity_m2_s * w * w / 2) / (
            d + ratio * w
        )
        return min(x, d)

    def equivalent_thickness_m(self) -> float:
        """Free slab with the same departure of the hottest plane from the mean: d (no wall) to 2d (no heat
        through it).
        """
        x, d = self.hottest_plane_m(), self.thickness_m
        return math.sqrt(24 * (x * x / 2 - x * d / 2 + d * d / 6))


def cooling_rate_k_per_h(*, kind: GlassProperties, thickness_m: float, stress_pa: float, factor: float = 24.0) -> float:
    """Rate at which a slab cooled from both faces shows the stress: R = factor·(1-ν)·κ·σ/(E·α·d²), K/h.

    `factor` 24 for tension in the heart (what annealing leaves), 12 for tension in the surface.
    Source: thermal stress of a slab with a parabolic profile (Timoshenko & Goodier, Theory of Elasticity).
    """
    return (
        factor
        * (1 - kind.poisson)
        * DIFFUSIVITY_M2_S
        * stress_pa
        / (kind.youngs_modulus_pa * kind.expansion_per_k * thickness_m**2)
        * 3600
    )


def time_constant_s(*, thickness_m: float, breadth_m: float, wall_m: float, material: Material) -> float:
    """Time in which a difference between the heart and the kiln falls to 1/e, on the safe side.

    The shorter of two ways out, each taken alone: the open face with all else insulated,
    (2d)²/(π²κ) + ρc·d/h, or the two side walls, b²/(π²κ) + (ρc·b/2 + ρ_w·c_w·w/2)·w/k_w. Any further way out only
    makes it faster. Source: slowest mode of a slab (Carslaw & Jaeger, Conduction of Heat in Solids), lumped wall.
    """
    heat_per_m3 = conductivity_w_m_k(500.0) / DIFFUSIVITY_M2_S
    wall_heat = material.density_kg_m3 * material.heat_capacity_j_kg_k
    mode = math.pi**2 * DIFFUSIVITY_M2_S
    by_open_face = (2 * thickness_m) ** 2 / mode + heat_per_m3 * thickness_m / _FILM_W_M2_K
    through = (heat_per_m3 * breadth_m / 2 + wall_heat * wall_m / 2) * wall_m / material.conductivity_w_m_k
    return min(by_open_face, breadth_m**2 / mode + through)


def free_to_bow_m(*, kind: GlassProperties, thickness_m: float) -> float:
    """The widest sheet that lifts its own edges while it cools at the usual rate from one face, m: twice
    l = √(2·D·k/q), with D = E·d³/(12(1 − ν)), k = α·R·d/(2κ), q = ρ·g·d.

    A plate bent alike both ways by the slope of a steady ramp with one face insulated, lying on a flat shelf: the
    moment that holds it flat is that of its own weight on the lifted edge. Source: Timoshenko, Theory of Plates.
    """
    rate_k_per_s = USUAL_K_M2_PER_S / thickness_m**2
    stiff = kind.youngs_modulus_pa * thickness_m**3 / (12 * (1 - kind.poisson))
    curve = kind.expansion_per_k * rate_k_per_s * thickness_m / (2 * DIFFUSIVITY_M2_S)
    return 2 * math.sqrt(2 * stiff * curve / (kind.density_kg_m3 * _GRAVITY * thickness_m))
