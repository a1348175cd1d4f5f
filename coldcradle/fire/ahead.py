"""What comes: the rest of the programme from the temperature the kiln has now, and when the lid may be opened."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from coldcradle.errors import ImpossibleInput
from coldcradle.fire.inputs import Watched
from coldcradle.fire.progress import Place, acted_steps
from coldcradle.heat.schedule.segments import PlannedSegment, SimulatedSegment, run_programme
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.quantity.format import say

__all__ = ["Ahead", "look_ahead"]


@dataclass(frozen=True, slots=True)
class Ahead:
    """The line still to come (s, °C at the glass), its steps, when the lid may be opened (s from the start), the heat
    work it will add (1/Pa), and why it cannot be told, if it cannot.
    """

    line: list[tuple[float, float]]
    steps: list[SimulatedSegment]
    opens_s: float | None
    adds_per_pa: float
    trouble: str


def _coast(open_c: float) -> PlannedSegment:
    return PlannedSegment(
        key="coast",
        name="Off, lid shut",
        rate_k_per_h=None,
        to_c=open_c,
        hold_s=0.0,
        limited_by="kiln",
        why=say("Nothing more is programmed."),
        figures=(),
    )


def look_ahead(
    watched: Watched, steps: Sequence[PlannedSegment], place: Place, at_s: float, at_c: float, *, is_off: bool = False
) -> Ahead:
    """Run what is left of a programme from here. `is_off`: the power is gone, so it only falls."""
    open_c = max(watched.open_c, watched.kiln.room_c + 3.0)
    rest = [] if is_off else acted_steps(steps, place)
    if not rest or rest[-1].to_c > open_c:
        rest.append(_coast(open_c))
    if at_c <= open_c and rest[0].key == "coast":
        return Ahead([(at_s, at_c)], [], at_s, 0.0, "")
    try:
        run = run_programme(rest, watched.kiln, from_c=at_c)
    except ImpossibleInput as error:
        return Ahead([(at_s, at_c)], [], None, 0.0, str(error))
    moved = [
        replace(s, starts_s=s.starts_s + at_s, arrives_s=s.arrives_s + at_s, ends_s=s.ends_s + at_s) for s in run.steps
    ]
    line = [(at_s + t, c) for t, c in run.line]
    adds = heat_work_of(watched.load.kind, line).total_per_pa
    return Ahead(line, moved, at_s + run.total_s, adds, "")
