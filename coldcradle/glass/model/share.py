"""Several cavities at once: fill weights, sharing a batch between them; and what does not fit at first."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput

__all__ = ["Cavity", "CavityShare", "left_kg", "needed_kg", "share_batch", "top_ups"]


@dataclass(frozen=True, slots=True)
class Cavity:
    """So many cavities that each take `fill_kg`."""

    name: str
    fill_kg: float
    count: int


@dataclass(frozen=True, slots=True)
class CavityShare:
    """What goes into each cavity of one kind: weight, and the share of its fill that this is."""

    cavity: Cavity
    each_kg: float
    share: float


def needed_kg(cavities: Sequence[Cavity]) -> float:
    """What fills all cavities, kg."""
    return sum(c.fill_kg * c.count for c in cavities)


def share_batch(cavities: Sequence[Cavity], *, batch_kg: float) -> list[CavityShare]:
    """Part a batch so that every cavity is as full as every other, none more than full."""
    if not cavities:
        raise ImpossibleInput("expected at least one cavity, got none")
    for cavity in cavities:
        if not (cavity.fill_kg > 0 and cavity.count >= 1):
            raise ImpossibleInput(f"expected a fill weight above 0 g and a count of at least 1 for {cavity.name}")
    if not (math.isfinite(batch_kg) and batch_kg >= 0):
        raise ImpossibleInput(f"expected a batch of at least 0 g, got {batch_kg * 1e3:g} g")
    share = min(1.0, batch_kg / needed_kg(cavities))
    return [CavityShare(c, c.fill_kg * share, share) for c in cavities]


def top_ups(*, charge_kg: float, room_m3: float, cavity_m3: float, density_kg_m3: float, packing: float) -> list[float]:
    """How to bring a charge in when the cold heap does not fit: weights in kg, the first cold, the rest onto melted
    glass.

    What has melted takes m/ρ of the cavity; loose pieces fill what is left of the room. Raises ImpossibleInput when the
    charge is more than the cavity holds melted.
    """
    if charge_kg / density_kg_m3 > cavity_m3 * (1 + 1e-9):
        raise ImpossibleInput("expected a charge that the cradle holds once it is melted; this one runs over")
    portions: list[float] = []
    left = charge_kg
    melted_m3 = 0.0
    while left > 1e-9 and len(portions) < 12:
        now = min(left, max(0.0, room_m3 - melted_m3) * packing * density_kg_m3)
        if now <= 0.01 * charge_kg and left > now:
            break  # crumbs: the rest will not go in
        portions.append(now)
        left -= now
        melted_m3 += now / density_kg_m3
    return portions


def left_kg(*, batch_kg: float, need_kg: float) -> float:
    """How much a batch is over, or short of, what is needed, kg."""
    return abs(batch_kg - need_kg)
