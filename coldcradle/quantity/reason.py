"""Why a step is as it is: which reason, and what stands in it. What it sounds like is said elsewhere."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from coldcradle.quantity.units import Kind

__all__ = ["NONE", "Reason", "because"]

Value = str | tuple[float, Kind] | Any  # words, a quantity in SI with its kind, or a sentence that came from elsewhere


@dataclass(frozen=True, slots=True)
class Reason:
    """A reason by its key among the sentences of the station, and the values that stand in it."""

    key: str
    given: tuple[tuple[str, Value], ...] = ()


NONE = Reason("none")


def because(key: str, **given: Value) -> Reason:
    """A reason with its values."""
    return Reason(key, tuple(given.items()))
