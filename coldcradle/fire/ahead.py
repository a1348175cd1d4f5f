"""What comes: the rest of the programme from the temperature the kiln has now, and when the lid may be opened."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from coldcradle.errors import ImpossibleInput
from coldcradle.fire.inputs import FiringBaseline
from coldcradle.fire.inside import TrackerState
from coldcradle.fire.progress import Place, acted_steps
from coldcradle.heat.kiln.kiln import LoadedKiln, left_alone
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.schedule.segments import PlannedSegment, RunStep, run_programme
from coldcradle.heat.steps import StepKey
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.quantity.reason import because

__all__ = ["Ahead", "look_ahead"]


@dataclass(frozen=True, slots=True)
class Ahead:
    """The line still to come (s, °C at the glass), its steps, when the lid may be opened (s from the start: kiln, skin
    and heart are cool then), the heat work it will add (1/Pa), and why it cannot be told, if it cannot.
    """

    line: list[tuple[float, float]]
    steps: list[RunStep]
    opens_s: float | None
    adds_per_pa: float
    trouble: str


_ENDS_ABOVE_K = 1.5  # a fall is looked after until it is so near the room
_SETTLED_TIMES = 20.0  # after so many times its own time nothing is left of the face's own fall
_STILL_S = 12 * 3600.0  # and then as long as a thick heart takes to follow


def _coast(open_c: float) -> PlannedSegment:
    return PlannedSegment(
        key=StepKey.COAST,
        name="Off, lid shut",
        rate_k_per_h=None,
        to_c=open_c,
        hold_s=0.0,
        limited_by="kiln",
        why=because("no-more"),
        figures=(),
    )


def _coasting(kiln: LoadedKiln, for_s: float) -> LoadedKiln:
    """The same kiln when it has been off for so long: its face has given way already, and does not do so again."""
    share, wall, face = kiln.face_share, kiln.time_constant_s, kiln.face_s
    if not share:
        return kiln
    for_s = min(for_s, _SETTLED_TIMES * face)
    all_left = float(left_alone(for_s, face_share=share, wall_s=wall, face_s=face))
    return replace(kiln, face_share=share * math.exp(-for_s / face) / all_left)


def _opens_s(watched: FiringBaseline, state: TrackerState, line: Sequence[tuple[float, float]]) -> float | None:
    """When kiln and glass are cool enough along a line that goes on from the glass as it is; None where never."""
    if max(state.at.kiln_c, state.at.skin_c, state.at.heart_c) <= watched.limit_c and len(line) < 2:
        return state.at.at_s
    run = run_slab(
        watched.section.slab,
        [(state.at.at_s, state.at.kiln_c), *line[1:]],
        start_c=state.slab_c,
        goes_on=True,
        from_slope_k_per_s=state.slope_k_per_s,
    )
    hottest = np.maximum(run.kiln_c, run.temperatures_c[:, run.glass].max(axis=1))
    hot = np.flatnonzero(hottest > watched.limit_c)
    if not len(hot):
        return state.at.at_s
    last = int(hot[-1])
    if last + 1 == len(hottest):
        return None
    share = (hottest[last] - watched.limit_c) / max(hottest[last] - hottest[last + 1], 1e-9)
    return float(run.times_s[last] + share * (run.times_s[last + 1] - run.times_s[last]))


def look_ahead(
    watched: FiringBaseline,
    steps: Sequence[PlannedSegment],
    place: Place,
    state: TrackerState,
    *,
    off_s: float | None = None,
) -> Ahead:
    """Run what is left of a programme from the glass as it is now. `off_s`: so long the power has been gone, so it only
    falls.
    """
    at_s, at_c = state.at.at_s, state.at.kiln_c
    end_c = watched.kiln.room_c + _ENDS_ABOVE_K
    kiln = watched.kiln
    rest = [] if off_s is not None else acted_steps(steps, place)
    if off_s is not None:
        kiln = _coasting(kiln, off_s)
    elif not rest or rest[0].key == StepKey.COAST:
        is_settled = not rest and steps[place.step].key == StepKey.COAST
        kiln = _coasting(kiln, math.inf if is_settled else max(0.0, at_s - place.since_s))
    rest = (
        [*rest[:-1], replace(rest[-1], to_c=end_c)]
        if rest and rest[-1].key == StepKey.COAST
        else [*rest, _coast(end_c)]
    )
    if rest[-1].to_c >= (rest[-2].to_c if len(rest) > 1 else at_c):
        rest = rest[:-1]
    if not rest:
        return Ahead([(at_s, at_c)], [], _opens_s(watched, state, [(at_s, at_c), (at_s + _STILL_S, at_c)]), 0.0, "")
    try:
        run = run_programme(rest, kiln, from_c=at_c)
    except ImpossibleInput as error:
        return Ahead([(at_s, at_c)], [], None, 0.0, str(error))
    moved = [
        replace(s, starts_s=s.starts_s + at_s, arrives_s=s.arrives_s + at_s, ends_s=s.ends_s + at_s) for s in run.steps
    ]
    line = [(at_s + t, c) for t, c in run.line]
    line.append((line[-1][0] + _STILL_S, line[-1][1]))
    opens_s = _opens_s(watched, state, line)
    if opens_s is not None and moved[-1].key == StepKey.COAST:
        moved[-1] = replace(moved[-1], arrives_s=opens_s, ends_s=opens_s)
    adds = heat_work_of(watched.load.kind, line).total_per_pa
    return Ahead(_until(line, opens_s), moved, opens_s, adds, "")


def _until(line: list[tuple[float, float]], end_s: float | None) -> list[tuple[float, float]]:
    """A line up to a time: what comes after the lid is not drawn."""
    if end_s is None or end_s >= line[-1][0]:
        return line
    kept = [p for p in line if p[0] < end_s]
    end_c = float(np.interp(end_s, [t for t, _ in line], [c for _, c in line]))
    return [*kept, (end_s, end_c)] if kept else [line[0], (max(end_s, line[0][0]), end_c)]
