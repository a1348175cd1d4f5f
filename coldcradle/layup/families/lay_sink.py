"""A bottle or a tube that lies on its side and sinks flat, until its upper wall lies on its lower one."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from shapely.geometry import LinearRing

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank, lay_blank
from coldcradle.layup.bottle import BottleInput, BottleShape
from coldcradle.layup.deform.lying import LyingTube
from coldcradle.layup.families.face import (
    FiringTimeline,
    LayupRequest,
    LayupResult,
    bead,
    cut_list,
    flat_answer,
    flat_load,
    flat_states,
    kept_outcome,
    outcome_sentence,
    rack_findings,
    thick_bead,
)
from coldcradle.layup.families.hang_bottle import as_bottle, sealed_findings
from coldcradle.layup.families.lay_neck import neck_height, neck_tube, neck_words
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import BlankOutline, Support
from coldcradle.layup.motion import Moment, mark
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["follow_sunk", "sunk"]

_LENGTH_M, _WIDTH_M = 0.28, 0.075  # of a usual bottle
_GOOD_TO = 3.0  # heat work of a firing is known to a factor of three


def _request(laying: LayupRequest) -> LayupRequest:
    """A plain tube where nothing else is told."""
    told = laying.layup.bottle or BottleInput(shape=BottleShape.TUBE)
    return replace(laying, layup=replace(laying.layup, bottle=told, outline=BlankOutline.OBLONG))


def _blank(laying: LayupRequest) -> Blank:
    blank = lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline=BlankOutline.OBLONG,
        length_m=_LENGTH_M,
        width_m=_WIDTH_M,
        is_stacked=laying.is_stacked,
    )
    return as_bottle(blank, laying, is_weighed=laying.glass.own_charge_kg is not None) if blank.base is None else blank


def _tube(laying: LayupRequest, blank: Blank) -> LyingTube:
    wall = blank.wall_m or blank.thickness.value
    return LyingTube(radius_m=blank.width_m / 2, wall_m=wall, density_kg_m3=laying.glass.kind.density_kg_m3)


def _height(tube: LyingTube, work_per_pa: float) -> Figure:
    high = tube.size_m(work_per_pa)[1]
    other = tube.size_m(work_per_pa / _GOOD_TO)[1]
    return derive(
        "sinks_to",
        "Sinks to",
        "length",
        lambda h: h,
        [given("at its sides, as bending leaves it", "h", high, "length")],
        words="Its upper wall comes down until it lies on the lower one; at its sides it stays hollow.",
        formula="least of bending, η·h³/3·∫κ̇²ds, against gravity",
        source=published("a ring under its own weight; its first moments as Roark has them, from memory"),
        assumptions=["of its body; a thick base keeps that end higher, which is not computed"],
        extra=[("a factor of three in time", abs(other - high) / 2)],
    )


def _rings(tube: LyingTube, work_per_pa: float) -> list[Points]:
    line = tube.ring_m(work_per_pa) + np.array([0.0, tube.wall_m / 2])
    whole = np.vstack([line, (line * np.array([-1.0, 1.0]))[-2:0:-1]])
    shape = LinearRing(whole).buffer(tube.wall_m / 2 * 0.999)
    return [
        [(round(float(x), 5), round(float(y), 5)) for x, y in ring.coords[:-1]]
        for ring in (shape.exterior, *shape.interiors)
    ]


def _sketch(laying: LayupRequest, tube: LyingTube, work_per_pa: float) -> Sketch:
    wide, high = tube.size_m(work_per_pa)
    half = tube.radius_m
    reach = max(wide / 2, half) + 0.03
    bodies = [
        Body("shelf", laying.cradle.name, [block(-reach, -0.012, reach, 0.0)]),
        Body("after", "after the firing", _rings(tube, work_per_pa)),
        Body("glass", "as it goes in", _rings(tube, 0.0)),
    ]
    lines = [
        Dimension(
            "layup.width",
            "wide",
            "x",
            2 * tube.radius_m,
            -tube.radius_m,
            tube.radius_m,
            1,
            show(2 * tube.radius_m, "length"),
        ),
        Dimension("", "after", "x", 0.0, -wide / 2, wide / 2, -1, show(wide, "length")),
        Dimension("", "high", "z", -reach, 0.0, high, 1, show(high, "length")),
    ]
    return draw(bodies, lines)


def _findings(laying: LayupRequest, blank: Blank, tube: LyingTube, work_per_pa: float) -> list[Finding]:
    touch = tube.touch_work()
    found = sealed_findings(laying)
    if blank.base is not None and not blank.base.outcome.is_hollow:
        found.append(
            finding(
                "layup.not-hollow",
                "stop",
                "“{w}” is solid: it has no walls that could meet.",
                "Take what is hollow, or lay it flat with another process.",
                w=blank.base.name,
            )
        )
    if work_per_pa < touch:
        found.append(
            finding(
                "layup.stays-high",
                "think",
                "It stays {h} high: its walls do not meet.",
                "It takes {x} times as much. Hotter, or longer.",
                h=show(round(tube.size_m(work_per_pa)[1], 3), "length"),
                x=f"{touch / max(work_per_pa, 1e-12):.1f}",
            )
        )
    return found


def sunk(told: LayupRequest, work_per_pa: float, fired: FiringTimeline | None = None) -> LayupResult:
    """A tube laid on its shelf, and as it has sunk after so much heat work."""
    laying = _request(told)
    blank = _blank(laying)
    tube = _tube(laying, blank)
    height = _height(tube, work_per_pa)
    wide = tube.size_m(work_per_pa)[0]
    neck = neck_tube(laying, blank, tube)
    necks = [] if neck is None else [neck_height(neck, work_per_pa, good_to=_GOOD_TO)]
    load, counts = flat_load(
        laying,
        blank,
        blank.thickest,
        support=laying.support(Support.SHELF),
        top_m=0.015 + 2 * tube.radius_m,
        outer_m=max(blank.length_m, blank.width_m),
        mould_kg=0.0,
        is_hollow=True,
    )
    outcome = kept_outcome(
        laying.glass.kind,
        blank,
        outline=BlankOutline.OBLONG,
        area_m2=None,
        length_m=blank.length_m,
        width_m=wide,
        thickness_m=max(height.value, *(stands.value for stands in necks), 0.0),
        wall_m=tube.wall_m,
        raised=None,
        shaped="slumped",
    )
    marks: tuple[Moment, ...] = ()
    words = say("It sinks to **{h}**, **{w}** wide.", h=height.shown, w=show(round(wide, 3), "length"))
    if fired is not None:
        work = fired.work(laying.glass.kind)
        first = mark(
            "touches", "Its walls meet", fired, work, tube.touch_work() / _GOOD_TO, tube.touch_work() * _GOOD_TO
        )
        marks = (first,) if first is not None else ()
        at = work.second(tube.touch_work())
        if at is not None:
            when = say("Its walls meet about **{t}**.", t=fired.clock(at))
            words = say("{a} {b}", a=words, b=when)
    if neck is not None:
        words = say("{a} {b}", a=words, b=neck_words(neck, necks[0]))
    end = outcome_sentence(outcome)
    room = laying.cradle.room
    return LayupResult(
        load=load,
        counts=counts,
        beads=(
            bead("piece_mass", "Weighs", "glass", blank.mass),
            bead("sinks_to", "Sinks to", "layup", height),
            thick_bead("layup", counts),
        ),
        figures=(blank.mass, blank.new, blank.thickness, height, *necks, counts),
        answers={
            "cradle": say(
                "A shelf of **{l}** by **{w}**.", l=show(room.span_m[0], "length"), w=show(room.span_m[1], "length")
            ),
            "glass": flat_answer(laying, blank),
            "layup": say("{a} {b}", a=words, b=end),
        },
        states=flat_states(laying),
        findings=(*rack_findings(laying, blank), *_findings(laying, blank, tube, work_per_pa)),
        blank=blank,
        weigh=cut_list(laying, blank),
        outcome=outcome,
        marks=marks,
        sketch=_sketch(laying, tube, work_per_pa),
    )


def follow_sunk(told: LayupRequest) -> DeformationPath:
    """The tube on its way down."""
    laying = _request(told)
    tube = _tube(laying, _blank(laying))

    def shape(work: float) -> PathShape:
        wide, high = tube.size_m(work)
        words = say("{w} wide, {h} high", w=show(round(wide, 3), "length"), h=show(round(high, 3), "length"))
        return PathShape([Body("after", "sinking", _rings(tube, work))], words, [], [])

    return DeformationPath(tube.touch_work() / 10, tube.touch_work(), shape)
