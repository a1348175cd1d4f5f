"""What lies on a blank: how high the thickest stack becomes, and how even that is."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.layup.outcome import Incoming, Outcome, Raised
from coldcradle.quantity.format import Message, say, show

__all__ = ["Stacked", "outcome_area_m2", "stacked"]

_COVERS = 0.9  # of the blank's area: from here a part lies on all of it, and nothing stands beside
_MOST_SHARE = 0.95


@dataclass(frozen=True, slots=True)
class Stacked:
    """How high what lies on a blank stands on its sheet, m, what is beside that, and in words what was counted."""

    height_m: float
    raised: Raised | None
    words: tuple[Message, ...]


def outcome_area_m2(outcome: Outcome) -> float:
    """What a piece covers, m²: its drawing, or its outline; even sides as the disc round them."""
    if outcome.area_m2 is not None:
        return outcome.area_m2
    if outcome.outline in ("round", "oval", "polygon"):
        return math.pi / 4 * outcome.length_m * outcome.width_m
    return outcome.length_m * outcome.width_m


def stacked(
    base: Incoming | None,
    parts: Sequence[Incoming],
    *,
    pieces: int,
    area_m2: float,
    thickness_m: float,
    added_m: float = 0.0,
) -> Stacked:
    """What lies on one of `pieces` blanks of an area and a thickness (m², m).

    Of `base` itself one is the blank, the others lie on it. Parts that cover it raise all of it; smaller ones lie side
    by side, and on one another where there is no more room. `added_m`: new glass strewn over all of it.
    """
    even_m, high_m, covered_m2, half_m, least_m2 = added_m, 0.0, 0.0, 0.0, area_m2
    beyond = (math.inf, 1.0)  # what is beside the blank itself, m, and the blank's share of that
    words: list[Message] = []
    more = [(base.name, base.outcome, base.count / pieces - 1)] if base is not None else []
    for name, what, count in (*more, *((p.name, p.outcome, p.count / pieces) for p in parts)):
        if count <= 1e-9:
            continue
        each_m2 = outcome_area_m2(what)
        words.append(say("{n} × “{name}”, {d} thick", n=f"{count:g}", name=name, d=show(what.solid_m, "length")))
        if each_m2 >= _COVERS * area_m2:
            even_m += count * what.solid_m
            if each_m2 * _COVERS > area_m2:  # wider than what it lies on: beyond that it is alone
                beyond = min(beyond, (count * what.solid_m, area_m2 / each_m2))
            continue
        layers = max(1, math.ceil(count * each_m2 / area_m2 - 1e-9))
        high_m = (
            max(high_m, layers * what.solid_m)
            if covered_m2 + count * each_m2 <= area_m2
            else (high_m + layers * what.solid_m)
        )
        covered_m2 += count * each_m2
        least_m2 = min(least_m2, each_m2)
        half_m = max(half_m, min(what.length_m, what.width_m) / 2)
    # of one part: what lies beside it does not help it
    share = min(_MOST_SHARE, least_m2 / area_m2) if covered_m2 > 0 else _MOST_SHARE
    before = base.outcome.raised if base is not None else None
    if before is not None and base is not None:  # it came in uneven already
        high_m += base.outcome.solid_m - min(before.base_m, base.outcome.solid_m)
        share, half_m = min(share, before.share), max(half_m, before.half_m)
    raised = Raised(base_m=thickness_m + even_m, share=share, half_m=half_m) if high_m > 0 else None
    if raised is None and math.isfinite(beyond[0]):
        raised = Raised(base_m=beyond[0], share=min(_MOST_SHARE, beyond[1]), half_m=math.sqrt(area_m2) / 2)
    return Stacked(even_m + high_m, raised, tuple(words))
