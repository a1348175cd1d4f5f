"""What is unwise about a blank on its form or ring: its fit, its way, and what the heat leaves open."""

from __future__ import annotations

import math
from collections.abc import Iterator

from coldcradle.cradle.shapes import Plan
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.families.ring_rules import direction_words, least_margin, waved_findings
from coldcradle.layup.families.slump_figures import cut_length
from coldcradle.layup.families.slump_odd import odd_findings
from coldcradle.layup.fit import OVER_M, SLIDES, UNDER_M
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.motion import MARKS_LOG, FiringTimeline, in_times
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["FUSES_LOG", "fit_findings", "foot_findings", "reach_findings", "ring_blank_m"]

FUSES_LOG = 5.7  # the stiff end of the window to tack: what meets there joins; common practice, no source

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


def fit_findings(laying: LayupRequest, blank: Blank, movement: Movement | None) -> list[Finding]:
    """The blank against the rim of its form, or against the hole of its ring."""
    if laying.traits.drops_through:
        return list(_ring(laying, blank))
    if blank.outline == BlankOutline.DRAWN and cut_length(laying, movement) is None:
        return [*odd_findings(laying, blank), *_off_the_middle(laying), *_steel(laying)]
    form = [*_form(laying, blank, movement), *_off_the_middle(laying)]
    return [*form, *_corners(laying, blank), *_steel(laying)]


def _ring(laying: LayupRequest, blank: Blank) -> Iterator[Finding]:
    opening = laying.cradle.room.span_m[0]
    off = abs(laying.layup.offset_m)
    margin, angle = least_margin(laying, blank)
    is_even = blank.outline == "round"
    over = blank.length_m - opening - 2 * off if is_even else 2 * margin  # on the side it is moved away from
    if over <= 0:
        yield finding(
            "layup.falls-through",
            "stop",
            "The blank of {blank} falls through the hole of {rim}.",
            "It must lie on the ring all round."
            if not off and is_even
            else "Off the middle, one side of it has nothing to lie on."
            if is_even
            else "At the {w} it has nothing to lie on.",
            w=direction_words(angle),
            blank=show(blank.length_m, "length"),
            rim=show(opening, "length"),
        )
        return
    keeps = ring_blank_m(opening, laying.cradle.room.height_m - laying.layup.foot_m)
    if opening + over < keeps:
        yield finding(
            "layup.slips-through",
            "think",
            "Only {m} of glass lie on the ring all round: if its edge slides the whole blank slips through.",
            "As the middle drops the edge is drawn in. Lay a ring or a weight on the edge, or leave {most}.",
            m=show(over / 2, "length"),
            most=show(round((keeps - opening) / 2, 3), "length"),
        )
    yield from waved_findings(laying, blank)
    yield from _steel(laying)
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


def foot_findings(laying: LayupRequest, movement: Movement, fired: FiringTimeline, log10_pa_s: float) -> list[Finding]:
    """Whether a drop fuses to the foot it comes down on: only within the window in which glass tacks."""
    foot_m = laying.layup.foot_m
    if foot_m <= 0 or fired.work(laying.glass.kind).second(movement.span("done")[0]) is None:
        return []
    if log10_pa_s <= FUSES_LOG:
        return [
            finding(
                "layup.fuses-to-foot",
                "note",
                "It fuses to its foot: at its peak it is soft enough to tack.",
                "Foot and drop must be of one expansion, and the foot washed off the shelf only below.",
            )
        ]
    return [
        finding(
            "layup.rests-on-foot",
            "think",
            "It rests on its foot and does not fuse to it: glass tacks from {t}, this peak is {p}.",
            "Go on to {t} for some minutes once it touches, or tack them in a firing that follows.",
            t=show(round(Viscosity.of(laying.glass.kind).temperature_c(FUSES_LOG)), "temperature"),
            p=show(round(fired.peak_c), "temperature"),
        )
    ]


def _rim_m(laying: LayupRequest, blank: Blank, movement: Movement | None) -> tuple[float, float, float]:
    """The side of the blank that matters, the rim it lies on, and the widest that still lies in, all m.

    A strip in a trough or on a wave may be as long as the form's own line; all else lies on its rim.
    """
    across, into = laying.cradle.room.span_m
    long, short = max(blank.length_m, blank.width_m), min(blank.length_m, blank.width_m)
    strip = cut_length(laying, movement)
    if strip is not None and movement is not None:
        return 2 * movement.course.half_m, across, max(across, strip.value)
    wide, narrow = max(across, into), min(across, into)
    if long - wide >= short - narrow:
        return long, wide, wide
    return short, narrow, narrow


def _form(laying: LayupRequest, blank: Blank, movement: Movement | None) -> Iterator[Finding]:
    size, opening, most = _rim_m(laying, blank, movement)
    over = size - most
    shown = {"blank": show(size, "length"), "rim": show(opening, "length")}
    if over > OVER_M:
        yield finding(
            "layup.over-the-rim",
            "think",
            "The blank stands {gap} over the rim of {rim}.",
            "What hangs over bends down outside or grips the rim. Cut it to the rim, or up to {under} smaller.",
            under=show(UNDER_M, "length"),
            gap=show(over, "length"),
            rim=show(opening, "length"),
        )
    elif opening - size > SLIDES * opening:
        yield finding(
            "layup.slides-in",
            "think",
            "The blank is {gap} smaller than the rim of {rim}: it slides in, and seldom straight.",
            "Cut it to the rim, or up to {under} smaller.",
            under=show(UNDER_M, "length"),
            gap=show(opening - size, "length"),
            **shown,
        )


def _off_the_middle(laying: LayupRequest) -> Iterator[Finding]:
    off = abs(laying.layup.offset_m)
    if off > 0.02 * laying.cradle.room.span_m[0]:
        yield finding(
            "layup.off-the-middle",
            "think",
            "It lies {off} off the middle: it slides in crooked.",
            "Centre it, and lay a spirit level over shelf and form.",
            off=show(off, "length"),
        )


def _corners(laying: LayupRequest, blank: Blank) -> Iterator[Finding]:
    """A blank with corners over a form without."""
    room = laying.cradle.room
    if not (room.plan.is_round or room.plan is Plan.OVAL) or blank.outline not in ("square", "oblong"):
        return
    turned = math.atan2(blank.width_m, blank.length_m)
    across, into = room.span_m
    # the rim on the way from the middle to the corner
    rim = 1 / math.hypot(math.cos(turned) / (across / 2), math.sin(turned) / (into / 2))
    over = math.hypot(blank.length_m, blank.width_m) / 2 - rim
    if over > OVER_M:
        yield finding(
            "layup.corners-over",
            "think",
            "Its corners stand {over} over the rim.",
            "They bend down outside, or hold it up: cut them off, or cut it round.",
            over=show(over, "length"),
        )


def _steel(laying: LayupRequest) -> Iterator[Finding]:
    """Steel shrinks more than glass: a form round the glass grips it."""
    if laying.cradle.material.key not in ("stainless", "mild-steel") or laying.layup.lining_m > 0:
        return
    yield finding(
        "layup.steel-grips",
        "think",
        "Nothing lies between glass and a form of steel.",
        "Steel shrinks more than glass: a form grips what lies in it. Line it with fibre paper, or wash it thickly.",
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
            "The form ends the fall; a shorter or cooler peak keeps the underside bright.",
            x=in_times(times),
        )
    ]


def reach_findings(laying: LayupRequest, movement: Movement, work_per_pa: float, log10_pa_s: float) -> list[Finding]:
    """What this programme leaves open, at the most."""
    slid, held = movement.arrivals(work_per_pa)
    if held == "reached" and not laying.traits.lies_in:
        return []  # through a ring nothing ends it; melted in, it shall take every mark
    if held == "reached":
        return _marks(work_per_pa / movement.held.done_work, log10_pa_s)
    if "lost" in (slid, held) and slid != "reached":
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
    if laying.traits.drops_through:
        at = movement.depth_m(work_per_pa)[1]
        left = max(0.0, float(movement.held.at[0, 0, 1]) - laying.layup.foot_m - at)
    if left < _OPEN_M:
        return []
    surely = slid == "reached"
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
