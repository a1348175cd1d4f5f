"""A shared batch, in words."""

from __future__ import annotations

from collections.abc import Sequence

from coldcradle.glass.model.share import Cavity, left_kg, needed_kg
from coldcradle.report.figure import PRACTICE, Figure, derive, given

__all__ = ["left_over"]


def left_over(cavities: Sequence[Cavity], *, batch_kg: float) -> Figure:
    """What a batch leaves once all cavities are full, or what it misses."""
    need = needed_kg(cavities)
    return derive(
        "left_over",
        "Left over" if batch_kg >= need else "Missing",
        "mass",
        lambda b, n: left_kg(batch_kg=b, need_kg=n),
        [given("batch", "b", batch_kg, "mass"), given("all cavities full", "n", need, "mass")],
        words="The batch against all fill weights together.",
        formula="max(b − n, n − b)",
        source=PRACTICE,
    )
