"""What the cradle station hands on to be shown."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.quantity.format import DualQuantity

__all__ = ["OtherWay"]


@dataclass(frozen=True, slots=True)
class OtherWay:
    """One way in which the cradle was measured; `is_chosen` marks the one that counts."""

    method: str
    shown: DualQuantity
    is_chosen: bool
