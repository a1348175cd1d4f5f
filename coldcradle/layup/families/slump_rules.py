"""What is unwise about a blank on its form or ring: its fit, its way, and what the heat leaves open."""

from __future__ import annotations

import math
from collections.abc import Iterator

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import Laying
from coldcradle.layup.fit import OVER_M, SLIDES, UNDER_M
from coldcradle.layup.motion import MARKS_LOG, in_times
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["fit_findings", "reach_findings", "ring_blank_m"]

_EDGE_M, _SURE = 0.003, 1.05  # the sheet followed step by step slips up to a twentieth sooner than its area says
_OPEN_M = 0.0012
_FOOT_M = 0.002


def ring_blank_m(hole_m: float, drop_m: float) -> float:
    """The blank that still lies on its ring when it has dropped so far and its edge slides, across, m.

    A sheet that slides keeps its area: that of a bowl of the hole and the drop, a tube below half a ball, and an edge.
    """
    a, d = hole_m / 2, max(0.0, drop_m)
    area = a * a + d * d if d <= a else 2 * a * a + 2 * a * (d - a)
    return 2 * _SURE * (math.sqrt(area) + _EDGE_M)


def fit_findings(laying: Laying, blank: Blank) -> list[Finding]:
    """The blank against the rim of its form, or against the hole of its ring."""
    return list(_ring(laying, blank) if laying.process == "ring" else _form(laying, blank))


def _ring(laying: Laying, blank: Blank) -> Iterator[Finding]:
    opening = laying.cradle.room.span_m[0]
    over = blank.length_m - opening
    if over <= 0:
        yield finding(
            "layup.falls-through",
            "stop",
            "The blank of {blank} falls through the hole of {rim}.",
            "It must lie on the ring all round.",
            blank=show(blank.length_m, "length"),
            rim=show(opening, "length"),
        )
        return
    keeps = ring_blank_m(opening, laying.cradle.room.height_m - laying.layup.foot_m)
    if blank.length_m < keeps:
        yield finding(
            "layup.slips-through",
            "think",
            "Only {m} of glass lie on the ring all round: if its edge slides the whole blank slips through.",
            "As the middle drops the edge is drawn in. Lay a ring or a weight on the edge, or leave {most}.",
            m=show(over / 2, "length"),
            most=show(round((keeps - opening) / 2, 3), "length"),
        )
    layup = laying.layup
    if layup.foot_m > 0 and layup.foot_width_m <= 0:
        yield finding(
            "layup.foot-width",
            "note",
            "The foot under the ring has no width yet.",
            "Say how wide it is; without it the drop is counted to the shelf.",
        )
    if layup.foot_m > laying.cradle.room.height_m - _FOOT_M:
        yield finding(
            "layup.foot-too-high",
            "stop",
            "The foot of {f} leaves no way to drop under a ring {h} high.",
            "Raise the ring, or take a lower foot.",
            f=show(layup.foot_m, "length"),
            h=show(laying.cradle.room.height_m, "length"),
        )


def _form(laying: Laying, blank: Blank) -> Iterator[Finding]:
    opening = laying.cradle.room.span_m[0]
    over = blank.length_m - opening
    shown = {"blank": show(blank.length_m, "length"), "rim": show(opening, "length"), "gap": show(abs(over), "length")}
    if over > OVER_M:
        yield finding(
            "layup.over-the-rim",
            "think",
            "The blank stands {gap} over the rim of {rim}.",
            "What hangs over bends down outside or grips the rim. Cut it to the rim, or up to {under} smaller.",
            under=show(UNDER_M, "length"),
            **shown,
        )
    elif -over > SLIDES * opening:
        yield finding(
            "layup.slides-in",
            "think",
            "The blank is {gap} smaller than the rim of {rim}: it slides in, and seldom straight.",
            "Cut it to the rim, or up to {under} smaller.",
            under=show(UNDER_M, "length"),
            **shown,
        )
    off = abs(laying.layup.offset_m)
    if off > 0.02 * opening:
        yield finding(
            "layup.off-the-middle",
            "think",
            "It lies {off} off the middle: it slides in crooked.",
            "Centre it, and lay a spirit level over shelf and form.",
            off=show(off, "length"),
        )


def _marks(times: float, log10_pa_s: float) -> list[Finding]:
    """Heat work to spare is no fault in a form; glass that rests in it soft takes its marks."""
    if times <= 1.5 or log10_pa_s >= MARKS_LOG:
        return []
    return [
        finding(
            "layup.takes-marks",
            "note",
            "It does {x} times the heat work it takes, and rests in its form so soft that its underside takes marks.",
            "The form ends the fall, so nothing goes wrong; a shorter or cooler peak keeps the underside bright.",
            x=in_times(times),
        )
    ]


def reach_findings(laying: Laying, movement: Movement, work_per_pa: float, log10_pa_s: float) -> list[Finding]:
    """What this programme leaves open, at the most."""
    early, late = movement.span("done")
    if math.isfinite(late) and work_per_pa >= late:
        return _marks(work_per_pa / late, log10_pa_s)
    if movement.is_lost:
        return [
            finding(
                "layup.not-followed",
                "think",
                "How the blank comes down into this form could not be followed to its end.",
                "It is planned as hot and as long as people give. Steep waves and walls are the usual reason: look in "
                "while it happens, and stop when it lies in.",
            )
        ]
    left = max(movement.off_m(work_per_pa))
    if laying.process == "ring":
        at = movement.depth_m(work_per_pa)[1]
        left = max(0.0, movement.depth_m(movement.law_work_per_pa)[0] - at)
    if left < _OPEN_M:
        return []
    surely = math.isfinite(early) and work_per_pa >= early
    return [
        finding(
            "layup.stays-open",
            "note" if surely else "think",
            "If its rim grips, up to {left} are left open after this programme."
            if surely
            else "After this programme up to {left} are left open.",
            "Steep walls and sharp corners take much more heat work than people give. Look in, and hold longer if you "
            "want them crisp."
            if surely
            else "Hold longer, go hotter, or take a shallower form.",
            left=show(round(left, 3), "length"),
        )
    ]
