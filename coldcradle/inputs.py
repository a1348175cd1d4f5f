"""PieceInput: everything `plan` is told about one piece, in SI, with nothing left to look up."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.cradle.measure import Displacement, Drained, Method, Trial
from coldcradle.cradle.shapes import Stack
from coldcradle.glass.kinds import Form, GlassKind
from coldcradle.heat.inputs import HeatInput

__all__ = ["CradleInput", "GlassInput", "PieceInput"]


@dataclass(frozen=True, slots=True, kw_only=True)
class CradleInput:
    """A cradle and how its inside was measured."""

    name: str
    material: Material
    wall_m: float
    stack: Stack
    line_m: float
    reading_m: float
    measured: bool
    method: Method
    level: Displacement | None
    drained: Drained | None
    trial: Trial | None
    soaked: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class GlassInput:
    """The glass, the form chosen, what is on the rack of it (kg by form), and a weight of one's own or None."""

    kind: GlassKind
    form: Form
    loss: float
    rack_kg: dict[str, float]
    own_charge_kg: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceInput:
    """One piece of one firing."""

    name: str
    cradle: CradleInput
    glass: GlassInput
    heat: HeatInput
