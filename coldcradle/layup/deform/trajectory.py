"""The whole way of a softening sheet over heat work: computed once for a geometry, and any firing walks along it.

Good to some 10 % against the same laws solved finer; what is not known is whether the rim slides in or is held, which
is a factor of about ten, so that both are followed.
"""

from __future__ import annotations

import functools
import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.moving import Mover, moving
from coldcradle.layup.deform.profile import Array, Profile
from coldcradle.layup.deform.sheet import Geometry, LostSheet, Sheet

__all__ = ["Arrival", "Ending", "Problem", "Trajectory", "follow"]

_DENSITY = 2500.0
_STEP = 0.01  # of the span, the most a node goes in one step
_MOST_STEPS = 240
_MOST_WORK = 0.1  # 1/Pa: an hour at 10^4.5 Pa·s; what takes longer does not get there
NEAR_M = 0.001  # a sheet lies in once it is nowhere further off the form than this
_SETTLED_M = 0.0003
_GATHERED, _FAR = 12.0, 10.0


Ending = Literal["reached", "never", "lost", "slips"]
Arrival = Literal["reached", "short", "lost", "slips"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    """A sheet of one thickness on a form: `half_m` from its middle to its edge, on `profile`, m.

    `stop` says what ends it: it "lies" in the form, its middle has come down to `stop_m` ("middle"), or its edge hangs
    as near as `stop_m` to what it hangs beside ("edge"). `held_m` is how far from the middle it is gripped, None where
    it slides; what lies outside `rim_m` need not lie in. `is_whole`: from one edge (−half) to the other, for forms that
    are not alike on both sides. `inner_m` is the half width of a hole in its middle.
    """

    profile: Profile
    half_m: float
    thickness_m: float
    geometry: Geometry = "round"
    held_m: float | None = None
    rim_m: float = math.inf
    is_whole: bool = False
    inner_m: float = 0.0
    stop: str = "lies"
    stop_m: float = NEAR_M
    nodes: int = 40

    def __hash__(self) -> int:
        return hash(
            (self.profile.points, self.half_m, self.thickness_m, self.geometry, self.held_m, self.stop_m, self.inner_m)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Trajectory:
    """`work_per_pa` (k,) from 0 on, the nodes then (k, n+1, 2) in m and the thickness of each stretch (k, n) in m.

    Each `..._work` is the heat work (1/Pa) at which something is reached: the first new touch of the form, the middle
    on the bottom, nowhere further than 1 mm off (or what else ended it), the edge over a hole's rim; NaN where it is
    not. `is_lost`: it could not be followed to its end, and nothing is known of that.
    `folds` is by how much the edge has become shorter round, as a ratio.
    """

    work_per_pa: Array
    at: Array
    thickness: Array
    touches_work: float
    bottom_work: float
    done_work: float
    slipped_work: float
    is_lost: bool

    def scaled(self, density_kg_m3: float) -> Trajectory:
        """The same way for glass of another density."""
        k = _DENSITY / density_kg_m3
        return replace(
            self,
            work_per_pa=self.work_per_pa * k,
            touches_work=self.touches_work * k,
            bottom_work=self.bottom_work * k,
            done_work=self.done_work * k,
            slipped_work=self.slipped_work * k,
        )

    def shape(self, work_per_pa: float) -> tuple[Array, Array]:
        """Nodes (n+1, 2) and thickness (n,) after so much heat work."""
        k = int(np.clip(np.searchsorted(self.work_per_pa, work_per_pa), 1, len(self.work_per_pa) - 1))
        low, high = self.work_per_pa[k - 1], self.work_per_pa[k]
        part = float(np.clip((work_per_pa - low) / max(high - low, 1e-30), 0.0, 1.0))
        at = self.at[k - 1] * (1 - part) + self.at[k] * part
        return np.asarray(at), np.asarray(self.thickness[k - 1] * (1 - part) + self.thickness[k] * part)

    def off_m(self, work_per_pa: float, profile: Profile, rim_m: float = math.inf) -> float:
        """How far it still stands off its form somewhere inside the rim, m."""
        at, _ = self.shape(work_per_pa)
        return float(profile.gaps(at[np.abs(at[:, 0]) <= rim_m])[0].max())

    def middle_depth_m(self, work_per_pa: float) -> float:
        """How far the middle has come down after so much heat work."""
        return float(self.at[0, 0, 1] - np.interp(work_per_pa, self.work_per_pa, self.at[:, 0, 1]))

    @property
    def ending(self) -> Ending:
        """How the way ends as far as it was followed."""
        if math.isfinite(self.done_work):
            return "reached"
        if math.isfinite(self.slipped_work):
            return "slips"
        return "lost" if self.is_lost else "never"

    def arrival(self, work_per_pa: float) -> Arrival:
        """Where it is after so much heat work: there, short of it, slipped through, or not known."""
        if work_per_pa >= self.done_work:
            return "reached"
        if work_per_pa >= self.slipped_work:
            return "slips"
        return "lost" if self.ending == "lost" else "short"

    @property
    def edge_m(self) -> tuple[float, float]:
        """Where the edge is in the end, (r, z)."""
        return float(self.at[-1, -1, 0]), float(self.at[-1, -1, 1])

    @property
    def folds(self) -> float:
        return 1 - float(self.at[-1, -1, 0] / self.at[0, -1, 0])


def _begin(problem: Problem) -> Sheet:
    n, half = problem.nodes, problem.half_m
    if not (half > 0 and problem.thickness_m > 0 and math.isfinite(half)):
        raise ImpossibleInput(f"expected a blank above 0 mm, got {half * 2e3:g} by {problem.thickness_m * 1e3:g} mm")
    at = np.zeros((n + 1, 2))
    at[:, 0] = np.linspace(-half if problem.is_whole else problem.inner_m, half, n + 1)
    rest = problem.profile.rest_m(half, problem.inner_m)
    if not math.isfinite(rest):
        raise ImpossibleInput("expected a form under the blank, got none")
    at[:, 1] = rest
    middle = (at[1:, 0] + at[:-1, 0]) / 2
    volume = np.diff(at[:, 0]) * problem.thickness_m
    if problem.geometry == "round":
        volume = volume * 2 * math.pi * middle
    held = None if problem.held_m is None else int(np.abs(at[:, 0] - problem.held_m).argmin())
    is_halved = not problem.is_whole and problem.inner_m <= 0
    return Sheet(at, volume, problem.geometry, is_halved, held, _DENSITY)


def _span_m(problem: Problem) -> float:
    """What is free to move: the shorter of the blank and, over a former, its overhang."""
    points = np.array(problem.profile.points)
    deep = float(points[:, 1].max() - points[:, 1].min())
    return min(problem.half_m, max(deep, 0.2 * problem.half_m)) if problem.stop == "edge" else problem.half_m


class _Watch:
    """Notes when what happens to a sheet, between two steps by their gaps."""

    def __init__(self, problem: Problem, moving: Mover) -> None:
        self.problem, self.moving = problem, moving
        self.first = moving.gap < _SETTLED_M
        self.rest = problem.profile.rest_m(problem.half_m)
        self.touches = self.bottom = self.done = self.slipped = math.nan
        self.before = math.inf

    def left(self, gap: Array) -> float:
        """How much of the way is left, m; at `stop_m` it is done."""
        at = self.moving.sheet.at
        if self.problem.stop == "middle":
            return float(at[len(at) // 2 if self.problem.is_whole else 0, 1])
        if self.problem.stop == "edge":
            edges = gap[-1:] if not self.problem.is_whole else gap[[0, -1]]
            return float(edges.max())
        return float(gap[np.abs(at[:, 0]) <= self.problem.rim_m].max())

    def note(self, gap: Array, work: float, step: float) -> bool:
        """Whether the way is done."""
        new = (gap < _SETTLED_M) & ~self.first
        if math.isnan(self.touches) and new[: -max(2, len(gap) // 10)].any():
            self.touches = work
        middle = len(gap) // 2 if self.problem.is_whole else 0
        if math.isnan(self.bottom) and gap[middle] < _SETTLED_M * 2:
            self.bottom = work
        left, wanted = self.left(gap), self.problem.stop_m
        if math.isnan(self.done) and left <= wanted:
            part = 1.0 if not math.isfinite(self.before) else (self.before - wanted) / max(self.before - left, 1e-12)
            self.done = work - step * (1 - min(1.0, max(0.0, part)))
        self.before = left
        edge = self.moving.sheet.at[-1]
        if self.problem.stop == "middle" and math.isnan(self.slipped) and edge[1] < self.rest - 0.001:
            self.slipped = work
        return not (math.isnan(self.done) and math.isnan(self.slipped)) or work > _MOST_WORK


def _steps(moving: Mover, reach_m: float) -> Iterator[tuple[float, float]]:
    """Move a sheet step by step; the heat work done and that of the last step, 1/Pa."""
    work = 0.0
    speed = moving.speeds(0.0)
    step = reach_m / max(1e-30, float(np.abs(speed).max()))
    for _ in range(_MOST_STEPS):
        for _ in range(8):
            speed = moving.speeds(step)
            wanted = reach_m / max(1e-30, float(np.hypot(speed[:, 0], speed[:, 1]).max()))
            if step <= 1.5 * wanted:
                break
            step = wanted
        if not work + step > work:
            return  # it wants to leap without any time going by: what was followed so far stands
        moving.carry(speed, step)
        work += step
        yield work, step
        step = min(wanted, _MOST_WORK)


@functools.lru_cache(maxsize=256)
def follow(problem: Problem) -> Trajectory:
    """The way of a sheet until it is done, at 2500 kg/m³; see `Trajectory.scaled`. Remembered by its input.

    Raises ImpossibleInput for a blank without a size, or one that nothing lies under.
    """
    sheet = _begin(problem)
    reach = _STEP * _span_m(problem)
    mover = moving(sheet, problem.profile, reach)
    watch = _Watch(problem, mover)
    works, places, thick = [0.0], [sheet.at.copy()], [sheet.thickness()]
    is_over = False
    try:
        for work, step in _steps(mover, reach):
            if not (np.isfinite(sheet.at).all() and np.abs(sheet.at).max() < _FAR * problem.half_m + 10):
                break
            thickness = sheet.thickness()
            if not thickness.max() < _GATHERED * problem.thickness_m:
                break  # it has run together into a heap that is no sheet any more
            works.append(work)
            places.append(sheet.at.copy())
            thick.append(thickness)
            if watch.note(mover.gap, work, step):
                is_over = True
                break
    except LostSheet:
        pass  # what has been followed so far stands; nothing is said of what comes after
    if len(works) == 1:
        works, places, thick = [*works, _MOST_WORK], places * 2, thick * 2
    return Trajectory(
        work_per_pa=np.array(works),
        at=np.array(places),
        thickness=np.array(thick),
        touches_work=watch.touches,
        bottom_work=watch.bottom,
        done_work=watch.done,
        slipped_work=watch.slipped,
        is_lost=not is_over,
    )
