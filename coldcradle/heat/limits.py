"""The stresses that are wished for and allowed, in one place: what may stay in the glass, and what may pass
through it.
"""

from __future__ import annotations

from typing import Literal

__all__ = [
    "BREAK_K",
    "CLOSED_SHARE",
    "HANDBOOK_LEAVES_PA",
    "LOOSE_K_PER_H",
    "MEND_OVER",
    "PASSING_OVER",
    "QUICK_LOOSE_K_PER_H",
    "RUN_BAND",
    "SHADED_STRESS_PA",
    "STEPPED_STRESS_PA",
    "STRAIN_OVER",
    "STRENGTH_PA",
    "SURFACE_STRESS_PA",
    "TARGETS_PA",
    "is_over",
    "strain_verdict",
    "zone_stress_pa",
]

STRENGTH_PA = 7e6  # design strength of annealed glass; from memory
SURFACE_STRESS_PA = 2.5e6  # passing tension allowed, against the design strength; common practice, no source

# Two zones of one plate may pull at one another harder than a skin at its heart: what is pulled is wide, and lies away
# from cut edges. Over a former it is what common practice bears: 6 mm over 2 mm of steel, warmed at 100 K/h, comes to
# 6.7 MPa in our run (no source; the design strength is 7). A step in thickness is a notch: less is allowed there.
SHADED_STRESS_PA, STEPPED_STRESS_PA = 6.8e6, 4.5e6
# The fastest that loose pieces and thin sheets are warmed: practice is 150 to 330 K/h, no source.
LOOSE_K_PER_H, QUICK_LOOSE_K_PER_H = 220.0, 400.0

# What the handbook's table of thick-slab annealing leaves from 25 to 100 mm when it is run with structural relaxation.
HANDBOOK_LEAVES_PA = (0.37e6, 0.43e6)
# Tension that may stay in the glass, structural relaxation counted. "usual" is the most the table leaves up to 100 mm.
TARGETS_PA: dict[str, float] = {"gentle": 0.2e6, "usual": 0.45e6, "quick": 1.0e6}
# The closed form knows no relaxation: the table's first rate is its rate for 0.2 MPa, and leaves 0.45.
CLOSED_SHARE = 0.2 / 0.45
# An independent run of the same cooling comes within 6 % of ours in every glass from 6 to 100 mm, and within 15 % over
# the published ranges of its constants; the rest is for how true a glass is to its listed points.
RUN_BAND = 0.2
BREAK_K = 55.0  # the table's steps: so far below the annealing point at the first rate, and so far again at the second

MEND_OVER = 1.08  # a plan is mended where its run leaves more than so many times the wish
PASSING_OVER = 1.03  # and a pull on the way is said from here
STRAIN_OVER = 1.1  # a plan that leaves so many times the wish, whatever was tried, is no plan


def zone_stress_pa(is_step: bool) -> float:
    """What two zones of a plate may pull at one another: less where their thickness steps."""
    return STEPPED_STRESS_PA if is_step else SHADED_STRESS_PA


def strain_verdict(left_pa: float, target_pa: float) -> Literal["good", "think", "stop"]:
    """Whether what stays is as wished, a little more than that, or past it."""
    if not is_over(left_pa, target_pa, MEND_OVER):
        return "good"
    return "stop" if is_over(left_pa, target_pa, STRAIN_OVER) else "think"


def is_over(value: float, limit: float, tolerance: float) -> bool:
    """Whether a value lies above a limit by more than its tolerance, a factor."""
    return value > tolerance * limit
