"""What the closed forms say of a firing before it is run."""

from __future__ import annotations

from dataclasses import dataclass

__all__ = ["ClosedForms"]


@dataclass(frozen=True, slots=True, kw_only=True)
class ClosedForms:
    """What the closed forms say of a firing before it is run: sizes in m, rates in K/h, temperatures in °C, times in s.

    `zone_k_per_h` is None where the piece that decides warms alike all over.
    """

    effective_m: float
    chunk_k_per_h: float
    zone_k_per_h: float | None
    bubble_c: float
    drying_s: float
    peak_c: float
    surface_k_per_h: float
    opening_c: float
    opening_shown_c: float
    thumb_s: float
