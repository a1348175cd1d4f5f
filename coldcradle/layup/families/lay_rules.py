"""What is unwise about glass that lies flat."""

from __future__ import annotations

import math

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.drop import rounding_work
from coldcradle.layup.explain.spread import rest_thickness, spread
from coldcradle.layup.families.face import (
    LayupRequest,
)
from coldcradle.layup.families.lay_size import NEEDLES, draws_in, most_work_per_pa
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding, finding

__all__ = ["dot_findings", "lay_findings", "runs_too_far"]

_OVER_WORK = 1.1  # times what it bears: from there it is said


def lay_findings(laying: LayupRequest, blank: Blank, thick: Figure, times: float) -> list[Finding]:
    """What is unwise about glass that lies free."""
    rest = rest_thickness(laying.glass.kind).value
    room = laying.cradle.room
    found = []
    after = blank.length_m * times
    if after > max(room.span_m) + 1e-4:
        found.append(
            finding(
                "layup.off-the-shelf",
                "stop",
                "It ends {d} across; the shelf is {s}.",
                "Glass that runs off a shelf welds to it. Take a larger one, less glass, or a dam.",
                d=show(after, "length"),
                s=show(max(room.span_m), "length"),
            )
        )
    if draws_in(laying, thick):
        found.append(
            finding(
                "layup.draws-in",
                "think" if thick.value < NEEDLES * rest else "note",
                "At {d} it is thinner than free glass likes to be, {r}: its edges draw in and thicken.",
                "Two layers keep their outline; a single one needles and pulls holes.",
                d=show(round(thick.value, 4), "length"),
                r=show(round(rest, 4), "length"),
            )
        )
    return found


def dot_findings(laying: LayupRequest, blank: Blank, work_per_pa: float) -> list[Finding]:
    """Whether the firing is long and hot enough for its corners to go."""
    need = rounding_work(math.sqrt(blank.area_m2) / 2)
    if work_per_pa >= need:
        return []
    return [
        finding(
            "layup.dots-not-round",
            "think",
            "This firing does {p} of the heat work that rounds it.",
            "Hotter, longer, and in the kiln's hottest place. Corners that are left show through what is laid on them.",
            p=f"{100 * work_per_pa / need:.0f} %",
        )
    ]


def runs_too_far(laying: LayupRequest, blank: Blank, work_per_pa: float) -> list[Finding]:
    """Work that is for the face alone, so hot and long that the whole piece runs."""
    most = most_work_per_pa(laying, blank)
    if laying.bears is None or work_per_pa <= most * _OVER_WORK:
        return []
    mean_m = blank.mass.value / blank.area_m2 / laying.glass.kind.density_kg_m3
    size, thin = spread(laying.glass.kind, area_m2=blank.area_m2, thickness_m=mean_m, work_per_pa=work_per_pa)
    times = size.value / math.sqrt(4 * blank.area_m2 / math.pi)
    return [
        finding(
            "layup.runs-too-far",
            "stop",
            "This firing makes it run {p} wider and stand {h} thick.",
            "It is soft through for too long for work on its face. Go cooler or shorter, or put a dam round it.",
            p=f"{100 * (times - 1):.0f} %",
            h=show(round(thin.value, 4), "length"),
        )
    ]
