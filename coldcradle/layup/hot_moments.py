"""When hot glass can be worked by hand on a programme, what is said of it, and that nothing beyond is computed."""

from __future__ import annotations

import numpy as np

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.hot import HotMove, walls_of
from coldcradle.layup.motion import FiringTimeline, Moment
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = ["folded", "hot_findings", "hot_moments"]

_FROM_LOG, _TO_LOG = 6.2, 4.4  # stiffer it cracks under a tool, runnier it sticks to it; common practice, no source
_LONGEST_S = 30.0  # an open lid for longer chills the face and burns the hand; common practice, no source


def folded(thickness: Figure, hot: tuple[HotMove, ...]) -> Figure:
    """The thickness that heat counts once so many walls lie together; as it is where nothing is folded."""
    walls = walls_of(hot)
    if walls < 2:
        return thickness
    return derive(
        "stack_thickness",
        "Folded, thick",
        "length",
        lambda d, n: walls_thickness_m(wall_m=d, walls=n),
        [thickness.given("d"), given("walls that lie together", "n", float(walls), "count")],
        words="Folds lie on one another, and heat has the way through all of them.",
        formula="n·d",
        source=PRACTICE,
        assumptions=["what hands really leave is measured, not computed"],
    )


def walls_thickness_m(*, wall_m: float, walls: float) -> float:
    """So many walls on one another, m.

    Examples
    --------
    >>> round(walls_thickness_m(wall_m=0.006, walls=3), 4)
    0.018
    """
    return wall_m * walls


def hot_moments(hot: tuple[HotMove, ...], kind: GlassProperties, fired: FiringTimeline | None) -> tuple[Moment, ...]:
    """Each move in turn, from when the glass is soft enough to when it is too stiff; none where nothing is done."""
    if not hot or fired is None:
        return ()
    curve = Viscosity.of(kind)
    times, degrees = np.array([t for t, _ in fired.line]), np.array([c for _, c in fired.line])
    fine = np.linspace(times[0], times[-1], 4000)
    soft = fine[np.interp(fine, times, degrees) >= curve.temperature_c(_FROM_LOG)]
    if not len(soft):
        return tuple(_never(n, move) for n, move in enumerate(hot))
    first, last = float(soft[0]), float(soft[-1])
    span = {"a": fired.clock(first), "b": fired.hour(last, first)}
    return tuple(
        Moment(
            f"hot-{n}",
            move.does.label,
            first,
            last,
            say("{m} from {a} to {b}, {s}", m=move.does.label, s=show(move.lasts_s, "duration"), **span),
        )
        for n, move in enumerate(hot)
    )


def _never(number: int, move: HotMove) -> Moment:
    words = say("{m}: it is never soft enough", m=move.does.label)
    return Moment(f"hot-{number}", move.does.label, None, None, words)


def hot_findings(hot: tuple[HotMove, ...], kind: GlassProperties, highest_c: float | None) -> list[Finding]:
    """That hands are not computed; a lid that is open too long; a peak that is too hot or too cool for tools."""
    if not hot:
        return []
    found = [
        finding(
            "layup.by-hand",
            "note",
            "What hands do is not computed: folds count by their walls, and no more is known.",
            "Measure what came out at After; later stages take that.",
        )
    ]
    long = [move for move in hot if move.lasts_s > _LONGEST_S]
    if long:
        found.append(
            finding(
                "layup.lid-open-long",
                "think",
                "The lid is open for {s}: longer than {m} chills the face and burns the hand.",
                "Do it in several looks, each a few seconds, power off each time.",
                s=show(max(move.lasts_s for move in long), "duration"),
                m=show(_LONGEST_S, "duration"),
            )
        )
    curve = Viscosity.of(kind)
    low, high = curve.temperature_c(_FROM_LOG), curve.temperature_c(_TO_LOG)
    if highest_c is not None and not low <= highest_c <= high:
        found.append(
            finding(
                "layup.not-for-tools",
                "think",
                "At {t} it is too stiff to be worked." if highest_c < low else "At {t} it sticks to every tool.",
                "Glass is folded and pressed from {a} to {b}.",
                t=show(round(highest_c), "temperature"),
                a=show(round(low), "temperature"),
                b=show(round(high), "temperature"),
            )
        )
    return found
