"""Hanging: a bottle, a strip or a disc hangs in the kiln and draws out under its own weight."""

from __future__ import annotations

import math
import operator
from dataclasses import replace

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.blank import Blank, lay_blank
from coldcradle.layup.deform.laws import parting_work, thread_length, thread_work
from coldcradle.layup.families.face import (
    Family,
    FiringTimeline,
    LayupRequest,
    LayupResult,
    bead,
    cut_list,
    flat_answer,
    flat_load,
    flat_states,
    kept_outcome,
    rack_findings,
    thick_bead,
)
from coldcradle.layup.families.hang_drawing import hang_sketch, hollowed, thread_ring
from coldcradle.layup.families.tube import as_tube
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import BlankOutline, Support
from coldcradle.layup.motion import Moment, after_figure, mark
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["HANG"]

_GOOD_TO = 3.0  # heat work of a firing is known to a factor of three, which is some 15 K
_THREAD = published("a viscous thread under its own weight, every height carrying what hangs below it; Trouton 1906")


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


def _drop(laying: LayupRequest, blank: Blank) -> Figure:
    return derive(
        "drop",
        "Free below",
        "length",
        operator.sub,
        [
            given("hook above the floor", "H", laying.cradle.room.height_m, "length", laying.cradle.reading_m),
            given("hung length", "L₀", blank.length_m, "length", 0.001),
        ],
        words="The way it can draw out before it stands on the floor.",
        formula="H − L₀",
        source=published("as measured"),
    )


def _findings(laying: LayupRequest, blank: Blank) -> list[Finding]:
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


def _outcome(laying: LayupRequest, blank: Blank) -> Outcome:
    """Drawn out as far as the floor: so much narrower and thinner in the mean that the glass stays the same."""
    length_m = max(laying.cradle.room.height_m, blank.length_m)
    across = math.sqrt(blank.length_m / length_m)
    return kept_outcome(
        laying.glass.kind,
        blank,
        outline=BlankOutline.OBLONG,
        area_m2=None,
        length_m=length_m,
        width_m=blank.width_m * across,
        thickness_m=(blank.width_m if blank.is_hollow else blank.thickest.value) * across,
        raised=None,
        wall_m=blank.thickest.value * across if blank.is_hollow else None,
        shaped="stretched",
    )


def _touching(
    laying: LayupRequest, fired: FiringTimeline, length: float, floor: float
) -> tuple[Figure, Figure, Message, Moment | None]:
    """When it touches the floor and when its neck would part, on this programme, and the sentence of both."""
    kind = laying.glass.kind
    rho = kind.density_kg_m3
    touch_work = thread_work(length_m=length, stretched_m=floor, density_kg_m3=rho)
    part_work = parting_work(length_m=length, density_kg_m3=rho)
    work = fired.work(kind)

    def figure(key: str, name: str, wanted: float, words: str) -> Figure:
        return after_figure(
            key,
            name,
            kind=kind,
            fired=fired,
            early=wanted / _GOOD_TO,
            likely=wanted,
            late=wanted * _GOOD_TO,
            words=words,
            source=_THREAD,
            assumptions=["of even thickness, hung by its end", "good to a factor of three in time"],
        )

    touch = figure("touches_after", "Touches after", touch_work, "It has drawn out as far as the floor.")
    parts = figure("parts_after", "Parts after", part_work, "Its neck would part if no floor carried it.")
    touches_s, parts_s = work.second(touch_work), work.second(part_work)
    if touches_s is None:
        return touch, parts, say("On this programme it **does not reach the floor**."), None
    at = fired.clock(touches_s)
    if parts_s is None:
        told = say("It touches the floor at **{at}**; it does not part on this programme.", at=at)
    else:
        told = say(
            "It touches the floor at **{at}**; hanging free it would part {w} later.",
            at=at,
            w=show(max(0.0, parts_s - touches_s), "duration"),
        )
    return touch, parts, told, mark("too-late", "Would part", fired, work, part_work / _GOOD_TO, part_work * _GOOD_TO)


def _parts(kind: GlassProperties, fired: FiringTimeline, length: float, floor: float) -> list[Finding]:
    """A peak at which it would part, or end as a puddle on the floor, with a cooler one beside it."""
    work, rho = fired.work(kind).total_per_pa, kind.density_kg_m3
    touch = thread_work(length_m=length, stretched_m=floor, density_kg_m3=rho)
    part = parting_work(length_m=length, density_kg_m3=rho)
    if work < part:
        return []
    curve = Viscosity.of(kind)
    log = float(curve.log10_pa_s(fired.peak_c)) + math.log10(work / math.sqrt(touch * part))
    return [
        finding(
            "layup.parts-at-this-heat",
            "stop",
            "At {t} for so long its neck parts, or what has reached the floor folds into a puddle.",
            "By the law {c} with the same hold draws it out as far as the floor and no further. Look in from the first "
            "touch, and stop it.",
            t=show(round(fired.peak_c), "temperature"),
            c=show(math.floor(curve.temperature_c(min(log, 12.0))), "temperature"),
        )
    ]


class Hang(Family):
    """Hanging: a bottle, a strip or a disc hangs in the kiln and draws out under its own weight."""

    key = "hang"
    name = "Hang and stretch"
    says = "A bottle, a strip or a disc hangs and draws out under its own weight."
    cradle = "hook"
    shapes = ("box",)
    sizes = {"height": "Hook to floor", "length": "Room across", "width": "Room deep"}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        room = laying.cradle.room
        blank = lay_blank(
            laying.layup,
            laying.glass,
            laying.incoming,
            outline=BlankOutline.OBLONG,
            length_m=0.6 * room.height_m,
            width_m=0.06,
            is_stacked=laying.is_stacked,
        )
        if laying.layup.wall_m is not None and blank.base is None:
            is_weighed = laying.glass.own_charge_kg is not None
            blank = as_tube(blank, laying.glass.kind, laying.layup.wall_m, is_weighed=is_weighed)
        drop = _drop(laying, blank)
        load, counts = flat_load(
            laying,
            blank,
            blank.thickest,
            support=laying.support(Support.POSTS),
            raised=blank.raised,
            top_m=room.height_m + 0.03,
            outer_m=max(blank.width_m, 0.05),
            mould_kg=0.3,
            span_m=blank.length_m,
            depth_m=drop.value if drop.value > 0 else None,
        )
        hung = _hung(blank)
        return LayupResult(
            load=load,
            counts=counts,
            beads=(
                bead("hung", "Hangs", "layup", hung),
                bead("piece_mass", "Weighs", "glass", blank.mass),
                bead("drop", "Free below", "layup", drop),
                thick_bead("layup", counts),
            ),
            figures=(hung, blank.mass, blank.new, blank.thickness, drop, counts),
            answers={
                "cradle": say("A hook **{h}** above the floor.", h=show(room.height_m, "length")),
                "glass": flat_answer(laying, blank),
                "layup": say("It hangs **{l}** and has **{d}** free below.", l=hung.shown, d=drop.shown),
            },
            states=flat_states(laying),
            findings=(*rack_findings(laying, blank), *_findings(laying, blank)),
            blank=blank,
            weigh=cut_list(laying, blank),
            outcome=_outcome(laying, blank),
            sketch=hang_sketch(laying, blank),
        )

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """When it touches the floor and when it would part, on this programme."""
        length, floor = result.load.span_m or 0.0, laying.cradle.room.height_m
        if fired is None or floor <= length or length <= 0:
            return result
        touch, parts, told, too_late = _touching(laying, fired, length, floor)
        kind = laying.glass.kind
        wanted = thread_work(length_m=length, stretched_m=floor, density_kg_m3=kind.density_kg_m3)
        work = fired.work(kind)
        first = mark("touches", "Touches the floor", fired, work, wanted / _GOOD_TO, wanted * _GOOD_TO)
        beads = list(result.beads)
        if work.second(wanted) is not None:
            beads[3:3] = [bead("touches_after", "Touches after", "layup", touch)]
        if work.second(parting_work(length_m=length, density_kg_m3=kind.density_kg_m3)):
            beads[4:4] = [bead("parts_after", "Parts after", "layup", parts)]
        layup = result.answers["layup"]
        result = replace(result, findings=(*result.findings, *_parts(kind, fired, length, floor)))
        return replace(
            result,
            beads=tuple(beads),
            figures=(*result.figures, touch, parts),
            marks=tuple(m for m in (first, too_late) if m is not None),
            answers={**result.answers, "layup": Message(f"{layup.metric} {told.metric}", f"{layup.us} {told.us}")},
        )

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """The hung glass drawing out until it stands, or parts."""
        length, floor = result.load.span_m or 0.0, laying.cradle.room.height_m
        if not 0 < length < floor:
            return None
        blank, rho = result.blank, laying.glass.kind.density_kg_m3
        width, wall = (
            max(0.004, blank.width_m if blank is not None else 0.0),
            blank.wall_m if blank is not None else None,
        )
        touch = thread_work(length_m=length, stretched_m=floor, density_kg_m3=rho)
        part = parting_work(length_m=length, density_kg_m3=rho)

        def shape(work: float) -> PathShape:
            ring = thread_ring(length_m=length, width_m=width, hook_m=floor, work_per_pa=work, density_kg_m3=rho)
            if wall is not None:
                ring = hollowed(ring, 2 * wall / width)
            reached = thread_length(work_per_pa=work, length_m=length, density_kg_m3=rho)
            words = (
                say("it would have parted")
                if work >= part
                else say("it stands on the floor")
                if reached >= floor
                else say("it hangs {l}", l=show(round(reached, 3), "length"))
            )
            return PathShape([Body("after", "drawn out", [ring])], words, [], [])

        return DeformationPath(touch / 3, part, shape)


HANG = Hang()
