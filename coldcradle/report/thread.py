"""The thread of a stage: its key figures in working order, as beads on a string."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.quantity.format import DualQuantity

__all__ = ["SummaryItem"]


@dataclass(frozen=True, slots=True)
class SummaryItem:
    """One bead of the thread; `figure` is the key of the working behind it, or ""."""

    key: str
    name: str
    station: str
    shown: DualQuantity
    figure: str
