"""The stresses that are wished for and allowed, in one place: what may stay in the glass, and what may pass
through it.
"""

from __future__ import annotations

from typing import Literal

__all__ = [
    "BREAK_K",
    "CLOSED_SHARE",
    "HANDBOOK_LEAVES_PA",
    "MEND_OVER",
    "PASSING_OVER",
    "RUN_BAND",
    "STRENGTH_PA",
    "SURFACE_STRESS_PA",
    "TARGETS_PA",
    "is_over",
    "strain_verdict",
]

STRENGTH_PA = 7e6  # design strength of annealed glass; from memory
SURFACE_STRESS_PA = 2.5e6  # passing tension allowed, against the design strength; common practice, no source

# What the handbook's table of thick-slab annealing leaves from 25 to 100 mm when it is run with structural relaxation.
HANDBOOK_LEAVES_PA = (0.37e6, 0.45e6)
# Tension that may stay in the glass, structural relaxation counted. "usual" is the most the table leaves up to 100 mm.
TARGETS_PA: dict[str, float] = {"gentle": 0.2e6, "usual": 0.45e6, "quick": 1.0e6}
# The closed form knows no relaxation: the table's first rate is its rate for 0.2 MPa, and leaves 0.45.
CLOSED_SHARE = 0.2 / 0.45
RUN_BAND = 0.3  # ours and an independent run of the same firing lie within about so much of one another
BREAK_K = 55.0  # the table's steps: so far below the annealing point at the first rate, and so far again at the second

MEND_OVER = 1.08  # a plan is mended where its run leaves more than so many times the wish
PASSING_OVER = 1.1  # and a pull on the way is said from here


_STRAINED = 2.0  # times the wish: not just a little more


def strain_verdict(left_pa: float, target_pa: float) -> Literal["good", "think", "stop"]:
    """Whether what stays is as wished, more than that, or past both twice the wish and what is quick."""
    if not is_over(left_pa, target_pa, MEND_OVER):
        return "good"
    return "stop" if left_pa > max(TARGETS_PA["quick"], _STRAINED * target_pa) else "think"


def is_over(value: float, limit: float, tolerance: float) -> bool:
    """Whether a value lies above a limit by more than its tolerance, a factor."""
    return value > tolerance * limit
