"""A blank on its ring all round: the least margin and where, an odd outline, and a ring that is waved."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from coldcradle.layup.blank import Blank, blank_rings
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.model.rim import crest_reach_m, rim_strain, rims_by_angle_m
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["direction_words", "least_margin", "waved_findings"]

_LIES_M = 0.005  # so much of a rim lies on a crest; common practice, no source
_FOLDS = 0.03  # of its length: a rim that changes by more folds or tears; common practice, no source


def least_margin(laying: LayupRequest, blank: Blank) -> tuple[float, float]:
    """The least that lies on the ring, m, below 0 where nothing does, and its direction, radians from the right."""
    opening = laying.cradle.room.span_m[0]
    angles, reach = rims_by_angle_m(blank_rings(blank, off_m=laying.layup.offset_m)[0])
    at = int(np.argmin(reach))
    return float(reach[at]) - opening / 2, float(angles[at])


def direction_words(angle: float) -> str:
    """A direction seen from above, in words."""
    names = ("right", "far right", "far side", "far left", "left", "near left", "near side", "near right")
    return names[round(angle / (math.pi / 4)) % 8]


def waved_findings(laying: LayupRequest, blank: Blank) -> Iterator[Finding]:
    """A ring that is waved wants more rim, and bends it."""
    layup, opening = laying.layup, laying.cradle.room.span_m[0]
    if layup.waves < 1 or layup.crest_m <= 0:
        return
    margin, angle = least_margin(laying, blank)
    wants = crest_reach_m(hole_m=opening, crest_m=layup.crest_m) + _LIES_M - opening / 2
    if margin < wants:
        yield finding(
            "layup.misses-the-crests",
            "stop",
            "{m} lie on the ring at the {w}: over crests of {c} it wants {n} all round.",
            "What does not reach over a crest slips off it and goes through. Cut it larger, or take lower waves.",
            m=show(margin, "length"),
            w=direction_words(angle),
            c=show(layup.crest_m, "length"),
            n=show(round(wants, 3), "length"),
        )
    strain = rim_strain(across_m=opening, waves=layup.waves, crest_m=layup.crest_m)
    if strain > _FOLDS:
        yield finding(
            "layup.wave-folds",
            "think",
            "Its rim must become {x} longer over {n} waves: it thins at the crests and folds between.",
            "Up to {most} goes smoothly. Fewer or lower waves.",
            x=show(strain, "ratio"),
            n=str(layup.waves),
            most=show(_FOLDS, "ratio"),
        )
