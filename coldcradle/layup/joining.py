"""Pieces laid edge to edge, so that the next firing makes them one: the halves of a bar, a row of strips."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from coldcradle.layup.inputs import BlankOutline, Several
from coldcradle.layup.outcome import NOT_WORKED, Incoming, Outcome
from coldcradle.layup.stacking import outcome_area_m2

__all__ = ["joined_incoming"]

_EVEN_M = 0.001  # edges that differ by less are ground to fit


def _turned(outcome: Outcome, several: Several) -> tuple[float, float]:
    """Its size in the direction in which they are joined, and across that."""
    if several == Several.END:
        return outcome.length_m, outcome.width_m
    return outcome.width_m, outcome.length_m


def joined_incoming(incoming: Sequence[Incoming], several: Several) -> tuple[Incoming, ...]:
    """All that is taken in as one blank, end to end or side by side; as it is where nothing is said, or one comes.

    Its weight and area are those of all of them; where they are not equally wide its outline is a drawn one.
    """
    if several not in (Several.END, Several.SIDE) or sum(i.count for i in incoming) < 2:
        return tuple(incoming)
    sizes = [(_turned(i.outcome, several), i) for i in incoming]
    along = sum(size[0] * i.count for size, i in sizes)
    across = max(size[1] for size, _ in sizes)
    is_even = all(across - size[1] < _EVEN_M for size, _ in sizes) and all(
        i.outcome.outline in (BlankOutline.SQUARE, BlankOutline.OBLONG) for i in incoming
    )
    first = max(incoming, key=lambda i: i.outcome.thickness_m)
    length, width = (along, across) if several == Several.END else (across, along)
    made = replace(
        first.outcome,
        outline=BlankOutline.OBLONG if is_even else BlankOutline.DRAWN,
        length_m=length,
        width_m=width,
        area_m2=None if is_even else sum(outcome_area_m2(i.outcome) * i.count for i in incoming),
        weight_kg=sum(i.weight_kg for i in incoming),
        pieces=1,
        worked=replace(
            NOT_WORKED,
            paints=tuple(p for i in incoming for p in i.outcome.worked.paints),
            is_glued=any(i.outcome.worked.is_glued for i in incoming),
        ),
    )
    return (
        replace(first, name=" and ".join(dict.fromkeys(i.name for i in incoming)), count=1, outcome=made, gives=None),
    )
