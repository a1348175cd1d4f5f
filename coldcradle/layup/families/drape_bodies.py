"""The glass of a drape as heat sees it: what its former shades, and what folds."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.layup.blank import Blank
from coldcradle.layup.bodies import SectionZone, Shade
from coldcradle.layup.families.cold import Shading
from coldcradle.layup.families.drape_rules import has_folds
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.outcome import Raised
from coldcradle.quantity.reason import because
from coldcradle.report.figure import Figure

__all__ = ["draped_shade", "folded", "former_shading"]

_STEEL = ("stainless", "mild-steel")
_FOLD_SHARE = 0.2  # of the area that lies in folds; common practice, no source


def folded(laying: LayupRequest, blank: Blank, top_m: float) -> tuple[Figure, Raised | None]:
    """The thickest of what hangs down, and what is beside it: what folds counts as uneven work."""
    if blank.raised is not None or not has_folds(laying, blank, top_m):
        return blank.thickest, blank.raised
    thick = blank.thickest.value
    return blank.thickest, Raised(base_m=thick, share=_FOLD_SHARE, half_m=thick)


def former_shading(laying: LayupRequest, blank: Blank, top_m: float) -> Shading:
    """The middle lies on the former and warms with it from one face; what hangs over sees the kiln from both."""
    cradle, room = laying.cradle, laying.cradle.room
    made = cradle.material
    # of a wall of steel all is warmed with the glass, of one that conducts badly the half that is nearer
    under_m = cradle.wall_m if made.key in _STEEL else cradle.wall_m / 2
    is_round = room.plan.is_round
    along, into = min(top_m, blank.length_m), min(room.span_m[1], blank.width_m)
    covered_m2 = min(math.pi / 4 * along**2, along * into) if is_round else along * into
    # a strip is pulled across where it leaves the former, as a disc of its length would be
    share = min(covered_m2 / blank.area_m2, (along / blank.length_m) ** 2)

    def shading(glass_m: float, over_m: float) -> Shade | None:
        if under_m <= 0 or blank.length_m <= top_m:
            return None
        return Shade(
            inner=SectionZone(glass_m=glass_m, over_m=over_m, under=made, under_m=under_m),
            outer=SectionZone(glass_m=glass_m, faces=2),
            inner_share=min(0.95, max(0.05, share)),
            half_m=(along if blank.width_m <= room.span_m[1] else min(along, into)) / 2,
            why=because("shaded", d=(cradle.wall_m, "length"), mould=made.name),
        )

    return shading


def draped_shade(laying: LayupRequest, blank: Blank, top_m: float) -> Shade | None:
    """Once it is down: its arms hang beside the former, and see the kiln from their outer face only."""
    flat = former_shading(laying, blank, top_m)(blank.thickness.value, 0.0)
    if flat is None:
        return None
    return replace(flat, outer=replace(flat.outer, faces=1))
