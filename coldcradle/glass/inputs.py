"""What the glass station is told."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.glass.kinds import Form, GlassKind
from coldcradle.glass.mix import Mix

__all__ = ["Extra", "GlassInput"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Extra:
    """Some of another glass in the same piece."""

    kind: GlassKind
    form: Form
    mass_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class GlassInput:
    """The glass, the form chosen, what is on the rack of it (kg by form), a weight of one's own or None, and what
    goes with it.
    """

    kind: GlassKind
    form: Form
    loss: float
    rack_kg: dict[str, float]
    own_charge_kg: float | None
    extras: tuple[Extra, ...]
    mix: Mix | None
    stiffer_k: float = 0.0  # `kind` is stiffened by it already
