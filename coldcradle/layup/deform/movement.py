"""What a blank does on its form, by the two ways its rim can behave, and the heat work it takes."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from coldcradle.layup.deform.forms import Course
from coldcradle.layup.deform.laws import drained_m
from coldcradle.layup.deform.profile import Array
from coldcradle.layup.deform.trajectory import NEAR_M, Arrival, Problem, Trajectory, follow

__all__ = ["Drained", "Movement", "move"]

Drained = Literal["kept", "thinned", "puddle"]
_PUDDLE = 0.1  # of the form's width: so much run down and it lies as a puddle at the bottom; common practice, no source
_HELD_TIMES = 10.0  # a held rim takes some ten times the heat work of one that slides
_NEVER = 0.01  # 1/Pa: hours at the hottest that anything comes down at


@dataclass(frozen=True, slots=True, kw_only=True)
class Movement:
    """Both ways of a blank, and where between them it is likely to go: `grip` 0 slides, 1 is held.

    `margin` is how many times the heat work of the held rim people usually give: one constant for each process, from
    the trade's own temperatures.
    """

    slides: Trajectory
    held: Trajectory
    grip: float
    margin: float
    course: Course

    def between(self, early: float, late: float) -> float:
        """The likely heat work between the earliest and the latest, by the grip."""
        if not (early > 0 and late > 0):
            return late if late > 0 else early
        return math.exp((1 - self.grip) * math.log(early) + self.grip * math.log(late))

    def span(self, name: str) -> tuple[float, float]:
        """Earliest and latest heat work of an event, "touches", "bottom" or "done", 1/Pa; NaN if never."""
        return getattr(self.slides, f"{name}_work"), getattr(self.held, f"{name}_work")

    def arrivals(self, work_per_pa: float) -> tuple[Arrival, Arrival]:
        """Where it is after so much heat work, its rim slid and held."""
        return self.slides.arrival(work_per_pa), self.held.arrival(work_per_pa)

    @property
    def law_work_per_pa(self) -> float:
        """What it takes until it is done at the latest: with the rim held; where that could not be followed, some ten
        times the slid one, as the two lie apart; infinite where it never is.
        """
        early, late = self.span("done")
        if math.isfinite(late):
            return late
        if self.held.ending == "lost" and math.isfinite(early):
            return max(_HELD_TIMES * early, float(self.held.work_per_pa[-1]))
        return math.inf

    @property
    def is_reached(self) -> bool:
        """Whether it is known to get there with its rim held too, or taken to by the slid one."""
        return math.isfinite(self.law_work_per_pa)

    @property
    def is_guessed(self) -> bool:
        """Whether the held way could not be followed and is taken from the slid one."""
        return self.is_reached and not math.isfinite(self.held.done_work)

    @property
    def is_lost(self) -> bool:
        """Whether its end is not known because it could not be followed that far: that says nothing of the glass."""
        return not self.is_reached and "lost" in (self.slides.ending, self.held.ending)

    @property
    def needed_work_per_pa(self) -> float:
        """What is planned for: the same, times the process's margin; more than people give where it never ends."""
        return self.margin * self.law_work_per_pa if self.is_reached else _NEVER

    @property
    def slope_sine(self) -> float:
        """How steep the form is in the mean, from its middle to its rim: its depth over its line; 1 for a hung arm."""
        course = self.course
        if course.is_arm:
            return 1.0
        inside = [p for p in course.profile.points if abs(p[0]) <= course.rim_m + 1e-9]
        line = sum(math.dist(a, b) for a, b in itertools.pairwise(inside))
        rise = sum(abs(a[1] - b[1]) for a, b in itertools.pairwise(inside))
        return min(1.0, rise / line) if line > 0 else 0.0

    def drained(self, work_per_pa: float, density_kg_m3: float) -> tuple[float, Drained]:
        """How much of its rim has run down after so much heat work, m, and what that means: nothing, thinned and
        marked (more than its thickness), or a puddle at the bottom (more than a tenth of the form's width).
        """
        thick = float(self.slides.thickness[0].max())
        lost = drained_m(
            thickness_m=thick, slope_sine=self.slope_sine, work_per_pa=work_per_pa, density_kg_m3=density_kg_m3
        )
        width = 2 * min(self.course.half_m, self.course.rim_m)
        return lost, "puddle" if lost > _PUDDLE * width else "thinned" if lost > thick else "kept"

    def depth_m(self, work_per_pa: float) -> tuple[float, float, float]:
        """How far the middle has come down after so much heat work: likely, with the rim held, and slid, m."""
        low, high = (way.middle_depth_m(work_per_pa) for way in (self.held, self.slides))
        return _likely(self, work_per_pa), min(low, high), max(low, high)

    def edge_down_m(self, work_per_pa: float) -> float:
        """How far the edge has come down after so much heat work, the rim sliding, m."""
        at, _ = self.slides.shape(work_per_pa)
        return float(self.slides.at[0, -1, 1] - at[-1, 1])

    def off_m(self, work_per_pa: float) -> tuple[float, float]:
        """How far it still stands off its form after so much heat work, slid and with the rim held, m."""
        course = self.course
        slid, held = (way.off_m(work_per_pa, course.profile, course.rim_m) for way in (self.slides, self.held))
        return slid, held

    def shapes(self, work_per_pa: float) -> tuple[tuple[Array, Array], tuple[Array, Array]]:
        """Nodes and thickness after so much heat work, slid and held."""
        return self.slides.shape(work_per_pa), self.held.shape(work_per_pa)


def _likely(movement: Movement, work_per_pa: float) -> float:
    """The depth whose likely heat work this is."""
    deepest = float(min(_depths(movement.slides).max(), _depths(movement.held).max()))
    if deepest <= 0 or work_per_pa <= 0:
        return 0.0
    depths = np.linspace(0.0, deepest, 60)[1:]
    early, late = (_work_to(way, depths) for way in (movement.slides, movement.held))
    works = np.maximum(early, 1e-30) ** (1 - movement.grip) * np.maximum(late, 1e-30) ** movement.grip
    return float(np.interp(work_per_pa, np.maximum.accumulate(works), depths, left=depths[0] * work_per_pa / works[0]))


def _depths(way: Trajectory) -> Array:
    return np.asarray(way.at[0, 0, 1] - way.at[:, 0, 1])


def _work_to(way: Trajectory, depths: Array) -> Array:
    return np.asarray(np.interp(depths, np.maximum.accumulate(_depths(way)), way.work_per_pa))


def move(
    courses: Sequence[Course],
    *,
    thickness_m: float,
    density_kg_m3: float,
    stop: str,
    stop_m: float = NEAR_M,
    grip: float = 0.5,
    margin: float = 1.0,
    holds: bool = True,
) -> Movement:
    """The movement of a blank; of several lines the one that takes longest tells.

    `holds`: whether its rim can be held at all (an arm's end is free). Raises ImpossibleInput for a blank without size.
    """
    found = []
    for course in courses:
        both = []
        for is_held in (False, True) if holds and not course.is_whole else (False,):
            way = follow(
                Problem(
                    profile=course.profile,
                    half_m=course.held_m
                    if is_held
                    else course.half_m,  # what hangs outside tells nothing of the inside
                    thickness_m=thickness_m,
                    geometry=course.geometry,
                    held_m=course.held_m if is_held else None,
                    rim_m=course.rim_m,
                    is_whole=course.is_whole,
                    stop=stop,
                    stop_m=stop_m,
                )
            )
            both.append(way.scaled(density_kg_m3))
        found.append(Movement(slides=both[0], held=both[-1], grip=grip, margin=margin, course=course))
    return max(found, key=lambda m: m.law_work_per_pa if math.isfinite(m.law_work_per_pa) else math.inf)
