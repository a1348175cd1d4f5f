"""A recipe of frit and powder scaled to a charge."""

from __future__ import annotations

__all__ = ["frit_kg", "powder_kg"]


def frit_kg(*, charge_kg: float, powder: float) -> float:
    """The frit in a charge, kg, whose powder is a share of the frit's weight, not of the whole.

    Examples
    --------
    >>> round(frit_kg(charge_kg=1.05, powder=0.05), 6), round(powder_kg(charge_kg=1.05, powder=0.05), 6)
    (1.0, 0.05)
    """
    return charge_kg / (1 + powder)


def powder_kg(*, charge_kg: float, powder: float) -> float:
    """The powder in a charge, kg."""
    return frit_kg(charge_kg=charge_kg, powder=powder) * powder
