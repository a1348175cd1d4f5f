"""What a firing is told of the bench before it: glue that burns, paint that wants its window, holes and their edges."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.layup.inputs import Support
from coldcradle.layup.outcome import Incoming, PaintedWith
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.report.finding import Finding, finding

__all__ = ["findings_of_bench"]

_NEAR_K = 5.0  # a kiln and a maker's sheet agree no better


def findings_of_bench(incoming: Sequence[Incoming], heated: HeatResult, heat: HeatPlan | None) -> list[Finding]:
    """What is unwise about firing what was worked on; nothing where nothing was."""
    found: list[Finding] = []
    for taken in incoming:
        worked = taken.outcome.worked
        if taken.gives is not None and taken.count > taken.gives:
            found.append(
                finding(
                    "layup.more-than-there-are",
                    "stop",
                    "It takes {n} of “{w}”, which gives {m}.",
                    "Take fewer, or cut more of them.",
                    n=str(taken.count),
                    w=taken.name,
                    m=str(taken.gives),
                )
            )
        if worked.is_glued:
            found.append(
                finding(
                    "heat.glue-burns",
                    "stop",
                    "“{w}” is glued: no heat after that.",
                    "Glue burns long before glass moves, and what it held falls. Fire first, glue last.",
                    w=taken.name,
                )
            )
        for paint in worked.paints:
            found += _of_paint(taken.name, paint, heated, heat)
    return found


def _of_paint(name: str, paint: PaintedWith, heated: HeatResult, heat: HeatPlan | None) -> Iterator[Finding]:
    peak_c = heat.highest_c if heat is not None else None
    shown: dict[str, DualQuantity | str] = {
        "p": paint.name,
        "w": name,
        "a": show(paint.from_c, "temperature"),
        "b": show(paint.to_c, "temperature"),
    }
    if peak_c is not None and peak_c < paint.from_c - _NEAR_K:
        yield finding(
            "heat.paint-stays-raw",
            "think",
            "At {t} the {p} on “{w}” does not mature.",
            "It wants {a} to {b}, as its maker says: below it is chalky and washes off.",
            t=show(round(peak_c), "temperature"),
            **shown,
        )
    elif peak_c is not None and peak_c > paint.to_c + _NEAR_K:
        yield finding(
            "heat.paint-burns-out",
            "think",
            "At {t} the {p} on “{w}” burns out.",
            "It wants {a} to {b}, as its maker says: fire it after the hot firings, in one of its own.",
            t=show(round(peak_c), "temperature"),
            **shown,
        )
    lies = heated.load.support in (Support.SHELF, Support.CRADLE)
    if paint.is_under and lies:
        yield finding(
            "heat.paint-lies-under",
            "stop",
            "The painted face of “{w}” lies on what carries it.",
            "It sticks there or takes its marks: turn it over.",
            w=name,
        )
    yield finding(
        "heat.paint-burns-off",
        "note",
        "Paint and films burn off below 450 °C.",
        "Leave the vent open until then, slowly, and air the room.",
    )
