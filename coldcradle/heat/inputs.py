"""What the heat station is told."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import Form, GlassKind
from coldcradle.heat.kiln import Kiln
from coldcradle.working import Figure

__all__ = ["TARGETS_PA", "Basis", "HeatInput", "Load", "School", "Target"]

Target = Literal["gentle", "usual", "quick", "own"]
School = Literal["longer", "thumb", "physics"]
Basis = Literal["bow", "held", "block"]

# Tension left in the heart of the glass by cooling, Pa; "usual" is what common practice amounts to, no source.
TARGETS_PA: dict[str, float] = {"gentle": 0.1e6, "usual": 0.2e6, "quick": 0.5e6}


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatInput:
    """The user's choices for one firing; None means "work it out". `starts_at` is aware of its zone."""

    kiln: Kiln
    target: Target
    own_stress_pa: float
    school: School
    basis: Basis
    cast_c: float | None
    cast_hold_s: float | None
    bubble_hold_s: float
    room_c: float
    starts_at: datetime

    @property
    def stress_pa(self) -> float:
        return self.own_stress_pa if self.target == "own" else TARGETS_PA[self.target]


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """What earlier stations hand on: the glass as it will be, and the mould round it."""

    kind: GlassKind
    form: Form
    material: Material
    wall_m: float
    thickness: Figure
    breadth_m: float
    glass_kg: float
    mould_kg: float
    outer_width_m: float
    outer_height_m: float

    @property
    def heat_capacity_j_per_k(self) -> float:
        """Of glass and mould together, with 1100 J/kg/K for hot glass (from memory)."""
        return self.glass_kg * 1100.0 + self.mould_kg * self.material.heat_capacity_j_kg_k
