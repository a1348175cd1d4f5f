"""Do the three points of a glass belong to one glass: the curve through two of them against the third."""

from __future__ import annotations

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import STRAIN_LOG, Viscosity
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["LEAST_GAP_K", "STRAIN_OFF_K", "check_points", "strain_off_k"]

LEAST_GAP_K = 155.0  # from annealing to softening; every glass of the trade has 160 K or more (from memory)
STRAIN_OFF_K = 15.0  # the curve through the other two and a maker's strain point agree within this (from memory)


def strain_off_k(kind: GlassProperties) -> float:
    """How far the strain point as given lies below (less than 0: above) that of the curve through the other two, K."""
    curve = Viscosity.of(kind)
    return curve.t0_c + curve.b_k / (STRAIN_LOG - curve.a) - kind.strain_c


def check_points(kind: GlassProperties) -> Finding | None:
    """What is to be said of points that do not go together; None when they do."""
    gap, off = kind.softening_c - kind.annealing_c, strain_off_k(kind)
    if gap >= LEAST_GAP_K and abs(off) <= STRAIN_OFF_K:
        return None
    why = (
        "From annealing to softening there are {gap}; glasses of the trade have 160 K and more."
        if gap < LEAST_GAP_K
        else "The curve through annealing and softening has its strain point {off} away from the one given."
    )
    return finding(
        "glass.points-disagree",
        "think",
        f"The three points of {kind.name} do not go together.",
        why + " Temperatures worked out from them may be 50 K off and more: look them up at the maker's.",
        gap=show(gap, "difference"),
        off=show(round(abs(off)), "difference"),
    )
