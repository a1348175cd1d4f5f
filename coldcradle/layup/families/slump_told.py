"""What a slump tells of its way down: when to look, when it lies in, what its rim does."""

from __future__ import annotations

import math

from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.blank import Blank
from coldcradle.layup.families.face import (
    FiringTimeline,
    LayupRequest,
    LayupResult,
)
from coldcradle.layup.families.slump_figures import (
    drawn_in_m,
)
from coldcradle.layup.motion import after_figure
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure

__all__ = ["fall_told", "joined", "softest_log"]


def fall_told(
    laying: LayupRequest, blank: Blank, result: LayupResult, fired: FiringTimeline
) -> tuple[Message, list[Figure]]:
    """When it lies in on this programme, when to look, and what its rim does."""
    movement = result.load.movement
    if movement is None:
        falls = laying.traits.drops_through and blank.length_m <= laying.cradle.room.span_m[0]
        return say("**It falls through the hole.**" if falls else "It has no way to go down."), []
    kind = laying.glass.kind
    work = fired.work(kind)
    early, late = movement.span("done")
    figures = [
        after_figure(
            key,
            name,
            kind=kind,
            fired=fired,
            early=movement.span(event)[0],
            likely=movement.between(*movement.span(event)),
            late=movement.span(event)[1],
            words=words,
            assumptions=["earliest with a rim that slides in, latest with one that is held"],
        )
        for event, key, name, words in (
            ("touches", "touches_after", "Touches after", "It meets its form for the first time."),
            ("done", "lies_in_after", "Lies in after", "It is nowhere further than 1 mm off."),
        )
        if math.isfinite(movement.between(*movement.span(event)))
    ]
    first, last = work.second(early), work.second(late) if math.isfinite(late) else None
    shown = {
        "t": show(round(fired.peak_c), "temperature"),
        "in": show(round(drawn_in_m(movement), 3), "length"),
    }
    verb = "Touches what stands below" if laying.traits.drops_through else "Lies in"
    slid, held = movement.arrivals(work.total_per_pa)
    if held == "reached" and last is not None:
        if first is None or first > last:
            first = last
        told = say(
            f"**{verb} by {{b}}** at {{t}}; look in from {{a}}.",
            a=fired.hour(first, last),
            b=fired.clock(last),
            **shown,
        )
    elif slid == "reached" and first is not None:
        rest = (
            "; with its rim held its way could not be followed, and it may take some ten times as long."
            if held == "lost"
            else ", else not in this programme."
        )
        told = say(f"**{verb} from {{a}}** at {{t}} if its rim slides{rest}", a=fired.clock(first), **shown)
    elif "lost" in (slid, held):
        told = say("Its way **could not be followed to its end** here: at {t} look in while it happens.", **shown)
    elif slid == "slips":
        told = say("If its edge slides **the whole blank slips through** at {t}.", **shown)
    else:
        left = max(movement.off_m(work.total_per_pa))
        told = say("**Never in this programme:** at {t} {left} are left.", left=show(round(left, 3), "length"), **shown)
    if laying.traits.lies_in and not movement.course.is_whole:
        told = joined(told, say("The rim comes in up to {in} a side.", **shown))
    return told, figures


def joined(first: Message, *others: Message) -> Message:
    """Sentences one after another."""
    return Message(" ".join(m.metric for m in (first, *others)), " ".join(m.us for m in (first, *others)))


def softest_log(laying: LayupRequest, fired: FiringTimeline) -> float:
    """log10 Pa·s at the peak."""
    return float(Viscosity.of(laying.glass.kind).log10_pa_s(fired.peak_c))
