"""A firing in the form in which it is drawn, listed and printed."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.controller import ControllerProgram, tell_controller
from coldcradle.heat.present import glass_points, ticks
from coldcradle.heat.result import Tick
from coldcradle.heat.schedule.attendance import start_of
from coldcradle.heat.schedule.clock import DayMark, at, days, nights, when
from coldcradle.heat.schedule.segments import Run
from coldcradle.heat.schedule.undated import has_date
from coldcradle.piece.stage import StageResult
from coldcradle.quantity.format import DualQuantity

__all__ = ["FiringLine", "firing_line", "skin_and_heart"]


@dataclass(frozen=True, slots=True, kw_only=True)
class FiringLine:
    """The programme of the middle of the kiln on its clock. Times in s from the start; `*_at` ISO with offset."""

    line: list[tuple[float, float]]
    ends: list[DualQuantity]
    total_s: float
    starts_at: str
    starts: DualQuantity
    opens_at: str
    opens: DualQuantity
    nights: list[tuple[float, float]]
    days: list[DayMark]
    ticks_metric: list[Tick]
    ticks_us: list[Tick]
    top_c: float
    told: ControllerProgram


def firing_line(run: Run, heat: HeatInput) -> FiringLine:
    """The line of a firing, its clock and what its controller is told; `heat` is that of anybody who lies in it."""
    start = start_of(heat, run.total_s)
    top = math.ceil((max(c for _, c in run.line) + 60) / 100) * 100.0
    return FiringLine(
        line=run.line,
        ends=[when(start, s.ends_s) for s in run.steps],
        total_s=run.total_s,
        starts_at=start.isoformat(timespec="minutes") if has_date(start) else "",
        starts=when(start, 0.0),
        opens_at=at(start, run.total_s).isoformat(timespec="minutes"),
        opens=when(start, run.total_s),
        nights=nights(start, run.total_s),
        days=days(start, run.total_s),
        ticks_metric=ticks(top, "degC", 200),
        ticks_us=ticks(top, "degF", 400),
        top_c=top,
        told=tell_controller(run.steps, heat.kiln, start_c=heat.room_c, offset_k=0.0),
    )


def skin_and_heart(result: StageResult) -> tuple[list[tuple[float, float]], list[tuple[float, float]]]:
    """The glass of one member through the firing, as (s, °C) lines of its skin and its heart."""
    firing = result.heated.firing
    if firing is None:
        return [], []
    points = glass_points(firing.inside, firing.warming, firing.zones, firing.run.total_s)
    return [(p.at_s, p.surface_c) for p in points], [(p.at_s, p.heart_c) for p in points]
