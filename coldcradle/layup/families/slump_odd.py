"""A blank of any outline on the rim of its form: where it stands over, and where it stops short, by angle."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from coldcradle.layup.blank import Blank, blank_rings
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.plans import room_ring
from coldcradle.layup.families.ring_rules import direction_words
from coldcradle.layup.fit import OVER_M, SLIDES, UNDER_M
from coldcradle.layup.model.rim import rims_by_angle_m
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["odd_findings"]


def odd_findings(laying: LayupRequest, blank: Blank) -> Iterator[Finding]:
    """The worst of each kind and where it is, as the blank lies."""
    angles, reach = rims_by_angle_m(blank_rings(blank, off_m=laying.layup.offset_m)[0])
    _, rim = rims_by_angle_m(room_ring(laying.cradle.room))
    over = reach - rim
    most, least = int(np.argmax(over)), int(np.argmin(over / rim))
    if over[most] > OVER_M:
        yield finding(
            "layup.over-the-rim",
            "think",
            "At the {w} the blank stands {gap} over the rim.",
            "What hangs over bends down outside or grips the rim. Grind or cut it back there, or move the blank.",
            w=direction_words(float(angles[most])),
            gap=show(round(float(over[most]), 4), "length"),
        )
    if -over[least] > SLIDES * rim[least]:
        yield finding(
            "layup.slides-in",
            "think",
            "At the {w} the blank stops {gap} short of the rim: it slides in there, and seldom straight.",
            "Move it, or let its edge come within {under} of the rim all round; what is wanted crooked may stay so.",
            w=direction_words(float(angles[least])),
            gap=show(round(-float(over[least]), 4), "length"),
            under=show(UNDER_M, "length"),
        )
