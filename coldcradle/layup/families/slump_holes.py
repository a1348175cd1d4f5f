"""Holes that were drilled before the blank came down: how wide they are then, and whether water finds the drain."""

from __future__ import annotations

import math
import statistics
from dataclasses import dataclass, replace

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.hole import MovedHole, moved_hole
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.motion import SHEET
from coldcradle.layup.outcome import Bored
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = ["DRAINS_M", "hole_figures", "hole_findings", "holes_in", "moved_holes"]

DRAINS_M = 0.001  # so much higher than the lowest place, and water still goes; common practice, no source
_DONE = 1.0  # 1/Pa: after that nothing moves any more


@dataclass(frozen=True, slots=True, kw_only=True)
class _Ways:
    hole: Bored
    slid: MovedHole
    held: MovedHole

    def wide_m(self, way: MovedHole) -> float:
        return self.hole.across_m * math.sqrt(way.along * way.about)


def holes_in(blank: Blank) -> tuple[Bored, ...]:
    """The holes of what goes in alone."""
    if blank.base is None or blank.taken or blank.each > 1:
        return ()
    return blank.base.outcome.worked.holes


def _ways(blank: Blank, movement: Movement | None) -> list[_Ways]:
    """Each hole with its rim slid and held; only where the sheet is followed from its middle."""
    if movement is None or movement.course.is_whole:
        return []
    (slid, _), (held, _) = movement.shapes(_DONE)
    is_round = movement.course.along == "both"
    found = []
    for hole in holes_in(blank):
        far = math.hypot(hole.x_m, hole.y_m) if is_round else abs(hole.x_m)
        if movement.course.along == "shorter" and not is_round:
            far = abs(hole.y_m)
        both = [
            moved_hole(way.at[0], at, out_m=far, is_round=is_round)
            for way, at in ((movement.slides, slid), (movement.held, held))
            if far <= way.at[0, -1, 0]
        ]
        if len(both) == 2:
            found.append(_Ways(hole=hole, slid=both[0], held=both[1]))
    return found


def moved_holes(blank: Blank, movement: Movement | None) -> tuple[Bored, ...]:
    """The holes where they then are, as seen from above."""
    found = []
    for ways in _ways(blank, movement):
        before = math.hypot(ways.hole.x_m, ways.hole.y_m)
        times = (ways.slid.out_m + ways.held.out_m) / 2 / before if before > 1e-6 else 1.0
        wide = math.sqrt(ways.wide_m(ways.slid) * ways.wide_m(ways.held))
        found.append(replace(ways.hole, x_m=ways.hole.x_m * times, y_m=ways.hole.y_m * times, across_m=wide))
    return tuple(found)


def hole_figures(blank: Blank, movement: Movement | None) -> list[Figure]:
    """How wide each hole is once the blank lies in."""
    found = []
    for number, ways in enumerate(_ways(blank, movement), 1):
        slid, held = ways.wide_m(ways.slid), ways.wide_m(ways.held)
        found.append(
            derive(
                f"hole_{number}_after",
                "Hole after" if number == 1 else f"Hole {number} after",
                "length",
                lambda *both: statistics.geometric_mean(both),
                [given("if the rim slides", "d₁", slid, "length"), given("if it is held", "d₂", held, "length")],
                words="A hole goes with the glass round it: stretched along the slope and about the middle.",
                formula="√(d₁·d₂)",
                source=SHEET,
                assumptions=["measure it before you buy the fitting"],
                extra=[("what the rim does", abs(held - slid) / 2), ("the edge of the hole bends more easily", 5e-4)],
            )
        )
    return found


def hole_findings(blank: Blank, movement: Movement | None) -> list[Finding]:
    """What is to be said of the holes: how wide they become, and whether water finds the drain."""
    found, figures = [], hole_figures(blank, movement)
    for number, (ways, figure) in enumerate(zip(_ways(blank, movement), figures, strict=True), 1):
        high = max(ways.slid.above_m, ways.held.above_m)
        if ways.hole.is_drain and high > DRAINS_M:
            found.append(
                finding(
                    "layup.drain-not-lowest",
                    "think",
                    "The drain ends {h} above the lowest place.",
                    "Water stays round it: drill where the form is deepest, which is {o} from where it is.",
                    h=show(round(high, 4), "length"),
                    o=show(round(_off(ways.hole), 3), "length"),
                )
            )
        elif abs(figure.value - ways.hole.across_m) > 5e-4:
            found.append(
                finding(
                    "layup.hole-changes",
                    "note",
                    "Hole {n} goes from {a} to about {b}.",
                    "Drill it so much smaller, or fit what goes through it afterwards.",
                    n=str(number),
                    a=show(ways.hole.across_m, "length"),
                    b=figure.shown,
                )
            )
    return found


def _off(hole: Bored) -> float:
    return math.hypot(hole.x_m, hole.y_m)
