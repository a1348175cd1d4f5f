"""Hanging: a bottle, a strip or a disc hangs in the kiln and draws out under its own weight."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from coldcradle.cradle.section import Dimension
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.blank import Blank, lay_blank
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.families.face import (
    Family,
    FiringLine,
    Laying,
    LayupResult,
    bead,
    cut_list,
    flat_answer,
    flat_load,
    flat_states,
    kept_outcome,
    rack_findings,
)
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["HANG", "seconds_at_work"]

_GOOD_TO = 3.0  # heat work of a firing is known to a factor of three, which is some 15 K
_THREAD = published("a viscous thread under its own weight, every height carrying what hangs below it; Trouton 1906")


def seconds_at_work(kind: GlassKind, line: FiringLine, work_per_pa: float) -> float | None:
    """When a firing, (s, °C) points joined by straight lines, has done so much heat work, s; None if never."""
    times, temperatures = np.array([t for t, _ in line]), np.array([c for _, c in line])
    fine = np.unique(np.concatenate([np.linspace(times[0], times[-1], 3000), times]))
    fluid = 10.0 ** -Viscosity.of(kind).log10_pa_s(np.interp(fine, times, temperatures))
    done = np.concatenate([[0.0], np.cumsum((fluid[1:] + fluid[:-1]) / 2 * np.diff(fine))])
    return float(np.interp(work_per_pa, done, fine)) if work_per_pa <= done[-1] else None


def _hung(blank: Blank) -> Figure:
    return derive(
        "hung",
        "Hangs",
        "length",
        lambda length: length,
        [given("below the hook", "L₀", blank.length_m, "length", 0.001)],
        words="What hangs below the hook when it goes in.",
        formula="L₀",
        source=published("as measured"),
    )


def _drop(laying: Laying, blank: Blank) -> Figure:
    return derive(
        "drop",
        "Free below",
        "length",
        lambda floor, length: floor - length,
        [
            given("hook above the floor", "H", laying.cradle.room.height_m, "length", laying.cradle.reading_m),
            given("hung length", "L₀", blank.length_m, "length", 0.001),
        ],
        words="The way it can draw out before it stands on the floor.",
        formula="H − L₀",
        source=published("as measured"),
    )


def _findings(laying: Laying, blank: Blank) -> list[Finding]:
    gap = laying.cradle.room.height_m - blank.length_m
    if gap > 0.001:
        return []
    return [
        finding(
            "layup.stands-already",
            "stop",
            "It is {l} long and the hook hangs {h} above the floor: it stands before it can draw out.",
            "Hang it higher, or shorten the wire.",
            l=show(blank.length_m, "length"),
            h=show(laying.cradle.room.height_m, "length"),
        )
    ]


def _sketch(laying: Laying, blank: Blank) -> Sketch:
    high, half = laying.cradle.room.height_m, max(0.004, blank.width_m / 2)
    low = high - blank.length_m
    right = [(half, high), (half * 0.6, high * 0.6), (half * 0.9, 0.0)]
    bodies = [
        Body("shelf", "floor", [block(-half - 0.05, -0.01, half + 0.05, 0.0)]),
        Body("steel", laying.cradle.name, [block(-half - 0.03, high + 0.02, half + 0.03, high + 0.026)]),
        Body("steel", "wire", [block(-0.0012, high - 0.004, 0.0012, high + 0.02)]),
        Body(
            "after",
            "after the firing",
            [[*right, *[(-x, z) for x, z in reversed(right)]]],
        ),
        Body("glass", "as it goes in", [block(-half, max(0.0, low), half, high)]),
    ]
    left = -half - 0.05
    path = "cradle.parts.0.height" if hasattr(laying.cradle.room, "parts") else ""
    return draw(
        bodies,
        [
            Dimension("layup.length", "hangs", "z", left, max(0.0, low), high, 1, show(blank.length_m, "length")),
            Dimension(path, "hook to floor", "z", left, 0.0, high, 2, show(high, "length")),
        ],
    )


def _lay_up(laying: Laying) -> LayupResult:
    room = laying.cradle.room
    blank = lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline="oblong",
        length_m=0.6 * room.height_m,
        width_m=0.06,
    )
    drop = _drop(laying, blank)
    load = flat_load(
        laying,
        blank,
        blank.thickness,
        support=laying.support("posts"),
        top_m=room.height_m + 0.03,
        outer_m=max(blank.width_m, 0.05),
        mould_kg=0.3,
        span_m=blank.length_m,
        depth_m=drop.value if drop.value > 0 else None,
    )
    hung = _hung(blank)
    return LayupResult(
        load=load,
        beads=(
            bead("hung", "Hangs", "layup", hung),
            bead("piece_mass", "Weighs", "glass", blank.mass),
            bead("drop", "Free below", "layup", drop),
            bead("thickness", "Thickest", "layup", load.thickness),
        ),
        figures=(hung, blank.mass, blank.new, blank.thickness, drop, load.thickness),
        answers={
            "cradle": say("A hook **{h}** above the floor.", h=show(room.height_m, "length")),
            "glass": flat_answer(laying, blank),
            "layup": say("It hangs **{l}** and has **{d}** free below.", l=hung.shown, d=drop.shown),
        },
        states=flat_states(laying),
        findings=(*rack_findings(laying, blank), *_findings(laying, blank)),
        weigh=cut_list(laying, blank),
        outcome=kept_outcome(
            laying.glass.kind, blank, outline="oblong", length_m=max(room.height_m, blank.length_m), shaped="stretched"
        ),
        sketch=_sketch(laying, blank),
    )


def _when(key: str, name: str, laying: Laying, line: FiringLine, work: float, words: str) -> tuple[Figure, float]:
    """When a firing has done so much heat work, from its start, s, and by how much that may be off."""
    kind = laying.glass.kind
    end = line[-1][0]
    at = seconds_at_work(kind, line, work)
    early, late = (seconds_at_work(kind, line, work * k) for k in (1 / _GOOD_TO, _GOOD_TO))
    seconds = end if at is None else at
    band = abs((end if late is None else late) - (end if early is None else early)) / 2
    figure = derive(
        key,
        name,
        "duration",
        lambda t, _w: t,
        [given("from the start", "t", seconds, "duration"), given("heat work it takes", "W", work, "per_pa")],
        words=words,
        formula="t",
        source=_THREAD,
        assumptions=["of even thickness, hung by its end", "good to a factor of three in time"],
        extra=[("the estimate itself", band)],
    )
    return figure, seconds


def _finish(result: LayupResult, laying: Laying, line: FiringLine | None) -> LayupResult:
    """When it touches the floor and when it would part, on this programme."""
    length, floor = result.load.span_m or 0.0, laying.cradle.room.height_m
    if line is None or floor <= length or length <= 0:
        return result
    rho = laying.glass.kind.density_kg_m3
    try:
        touch_work = thread_work(length_m=length, stretched_m=floor, density_kg_m3=rho)
    except ImpossibleInput:
        return result
    part_work = parting_work(length_m=length, density_kg_m3=rho)
    reaches = seconds_at_work(laying.glass.kind, line, touch_work) is not None
    touch, touch_s = _when(
        "touches_after", "Touches after", laying, line, touch_work, "It has drawn out as far as the floor."
    )
    parts, parts_s = _when(
        "parts_after", "Parts after", laying, line, part_work, "Its neck would part if no floor carried it."
    )
    if not reaches:
        told = say("On this programme it **does not reach the floor**.")
    else:
        told = say(
            "It touches the floor after **{t}**; hanging free it would part {w} later.",
            t=touch.shown,
            w=show(max(0.0, parts_s - touch_s), "duration"),
        )
    layup = result.answers["layup"]
    beads = list(result.beads)
    if reaches:
        beads[3:3] = [
            bead("touches_after", "Touches after", "layup", touch),
            bead("parts_after", "Parts after", "layup", parts),
        ]
    return replace(
        result,
        beads=tuple(beads),
        figures=(*result.figures, touch, parts),
        answers={**result.answers, "layup": Message(f"{layup.metric} {told.metric}", f"{layup.us} {told.us}")},
    )


HANG = Family(
    key="hang",
    name="Hang and stretch",
    says="A bottle, a strip or a disc hangs and draws out under its own weight.",
    cradle="hook",
    shapes=("box",),
    sizes={"height": "Hook to floor", "length": "Room across", "width": "Room deep"},
    lay_up=_lay_up,
    finish=_finish,
)
