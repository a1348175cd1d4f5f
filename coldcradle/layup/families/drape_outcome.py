"""What comes off a former: as wide as its arms have come down, both ways where they hang both ways."""

from __future__ import annotations

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest, kept_outcome
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import sheet_ring

__all__ = ["draped"]

_SAME_M = 0.001


def _reaches_m(movement: Movement, work_per_pa: float) -> float:
    """Across the arms after so much heat work, over both faces, m."""
    at, thick = movement.slides.shape(min(work_per_pa, 1.0))
    return 2 * max(x for x, _ in sheet_ring(at, thick, is_halved=True))


def _width_m(blank: Blank, length_m: float, over_m: float, into_m: float) -> float:
    """The other way: its arms come in as much as those that were followed, for as far as they hang over."""
    hangs_m, other_m = blank.length_m - over_m, blank.width_m - into_m
    if hangs_m <= 0 or other_m <= 0:
        return blank.width_m
    return blank.width_m - (blank.length_m - length_m) * min(1.0, other_m / hangs_m)


def draped(laying: LayupRequest, blank: Blank, movement: Movement | None, top_m: float, work_per_pa: float) -> Outcome:
    """The blank once its arms are as far down as heat work (1/Pa) brings them; `top_m` is the former's top."""
    room = laying.cradle.room
    length_m = blank.length_m if movement is None else min(blank.length_m, _reaches_m(movement, work_per_pa))
    into_m = top_m if room.plan.is_round else room.span_m[1]
    width_m = _width_m(blank, length_m, top_m, into_m)
    is_round = room.plan.is_round and blank.outline == BlankOutline.ROUND
    even = BlankOutline.SQUARE if abs(length_m - width_m) < _SAME_M else BlankOutline.OBLONG
    return kept_outcome(
        laying.glass.kind,
        blank,
        outline=BlankOutline.ROUND if is_round else even,
        area_m2=None,
        length_m=length_m,
        width_m=width_m,
        relief=laying.layup.relief,
        shaped="draped",
    )
