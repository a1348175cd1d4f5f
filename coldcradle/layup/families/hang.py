"""Hanging: a bottle, a strip or a disc hangs in the kiln and draws out under its own weight."""

from __future__ import annotations

import math
import operator
from dataclasses import replace

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.blank import Blank, lay_blank
from coldcradle.layup.deform.hung import Hung, HungBottle
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
from coldcradle.layup.families.hang_bottle import as_bottle, bottle_figures, hung_of, sealed_findings
from coldcradle.layup.families.hang_drawing import hang_sketch, hung_rings
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

_SITS_M = 0.002  # beyond the first touch: its base is flat then; common practice, no source
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
        wall_m=blank.thickness.value * across if blank.is_hollow else None,
        shaped="stretched",
    )


def _touching(
    laying: LayupRequest, fired: FiringTimeline, hung: Hung, floor: float
) -> tuple[Figure, Figure, Message, Moment | None]:
    """When it touches the floor and when its neck would part, on this programme, and the sentence of both."""
    kind = laying.glass.kind
    touch_work, part_work = hung.work_to(floor), hung.parting_work()
    work = fired.work(kind)
    even = "by its profile, hung by its neck" if isinstance(hung, HungBottle) else "of even thickness, hung by its end"

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
            assumptions=[even, "good to a factor of three in time"],
        )

    touch = figure("touches_after", "Touches after", touch_work, "It has drawn out as far as the floor.")
    parts = figure("parts_after", "Parts after", part_work, "Its neck would part if no floor carried it.")
    touches_s, parts_s = work.second(touch_work), work.second(part_work)
    if touches_s is None:
        return touch, parts, say("On this programme it **does not reach the floor**."), None
    at = fired.clock(touches_s)
    stands_s = work.second(hung.work_to(floor + _SITS_M)) if isinstance(hung, HungBottle) else None
    flat = "" if stands_s is None else " and sits flat {s} later"
    shown = {"at": at, "s": show(max(0.0, (stands_s or 0.0) - touches_s), "duration")}
    if parts_s is None:
        told = say("It touches the floor at **{at}**" + flat + "; it does not part on this programme.", **shown)
    else:
        told = say(
            "It touches the floor at **{at}**" + flat + "; hanging free it would part {w} later.",
            w=show(max(0.0, parts_s - touches_s), "duration"),
            **shown,
        )
    return touch, parts, told, mark("too-late", "Would part", fired, work, part_work / _GOOD_TO, part_work * _GOOD_TO)


def _parts(kind: GlassProperties, fired: FiringTimeline, hung: Hung, floor: float) -> list[Finding]:
    """A peak at which it would part, or end as a puddle on the floor, with a cooler one beside it."""
    work = fired.work(kind).total_per_pa
    touch, part = hung.work_to(floor), hung.parting_work()
    if isinstance(hung, HungBottle):
        return _puddles(fired, hung, floor, work)
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


def _puddles(fired: FiringTimeline, hung: HungBottle, floor: float, work: float) -> list[Finding]:
    """What stands on its base and hangs by its neck is carried by both: it is a puddle only much hotter."""
    falls = hung.falls_work(floor)
    if work < falls:
        return []
    is_sure = work >= falls * _GOOD_TO
    return [
        finding(
            "layup.bottle-is-a-puddle" if is_sure else "layup.bottle-is-soft",
            "stop" if is_sure else "think",
            "At {t} for so long it is a puddle round its base."
            if is_sure
            else "At {t} for so long it sinks into folds.",
            "It stands from the first touch on. Look in from then, and stop it where you like it.",
            t=show(round(fired.peak_c), "temperature"),
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
        is_weighed = laying.glass.own_charge_kg is not None
        if laying.layup.bottle is not None and blank.base is None:
            blank = as_bottle(blank, laying, is_weighed=is_weighed)
        elif laying.layup.wall_m is not None and blank.base is None:
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
        if laying.layup.bottle is not None:
            load = replace(load, hung=hung_of(laying, blank, length_m=load.span_m or blank.length_m))
        return LayupResult(
            load=load,
            counts=counts,
            beads=(
                bead("hung", "Hangs", "layup", hung),
                bead("piece_mass", "Weighs", "glass", blank.mass),
                bead("drop", "Free below", "layup", drop),
                thick_bead("layup", counts),
            ),
            figures=(hung, blank.mass, blank.new, blank.thickness, drop, counts, *bottle_figures(laying, blank)),
            answers={
                "cradle": say("A hook **{h}** above the floor.", h=show(room.height_m, "length")),
                "glass": flat_answer(laying, blank),
                "layup": say("It hangs **{l}** and has **{d}** free below.", l=hung.shown, d=drop.shown),
            },
            states=flat_states(laying),
            findings=(*rack_findings(laying, blank), *_findings(laying, blank), *sealed_findings(laying)),
            blank=blank,
            weigh=cut_list(laying, blank),
            outcome=_outcome(laying, blank),
            sketch=hang_sketch(laying, blank),
        )

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """When it touches the floor and when it would part, on this programme."""
        length, floor = result.load.span_m or 0.0, laying.cradle.room.height_m
        if fired is None or floor <= length or length <= 0 or result.blank is None:
            return result
        hung = hung_of(laying, result.blank, length_m=length)
        touch, parts, told, too_late = _touching(laying, fired, hung, floor)
        kind = laying.glass.kind
        wanted = hung.work_to(floor)
        work = fired.work(kind)
        first = mark("touches", "Touches the floor", fired, work, wanted / _GOOD_TO, wanted * _GOOD_TO)
        beads = list(result.beads)
        if work.second(wanted) is not None:
            beads[3:3] = [bead("touches_after", "Touches after", "layup", touch)]
        if work.second(hung.parting_work()):
            beads[4:4] = [bead("parts_after", "Parts after", "layup", parts)]
        layup = result.answers["layup"]
        result = replace(result, findings=(*result.findings, *_parts(kind, fired, hung, floor)))
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
        if not 0 < length < floor or result.blank is None:
            return None
        hung = hung_of(laying, result.blank, length_m=length)
        touch, part = hung.work_to(floor), hung.parting_work()

        def shape(work: float) -> PathShape:
            reached = hung.length_at(work)
            words = (
                say("it would have parted")
                if work >= part
                else say("it stands on the floor")
                if reached >= floor
                else say("it hangs {l}", l=show(round(reached, 3), "length"))
            )
            return PathShape([Body("after", "drawn out", hung_rings(hung, work, hook_m=floor))], words, [], [])

        return DeformationPath(touch / 3, part, shape)


HANG = Hang()
