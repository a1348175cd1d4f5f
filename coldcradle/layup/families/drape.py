"""Draping and bending: a blank lies over a former, and what hangs over comes down."""

from __future__ import annotations

import math
import operator
from dataclasses import replace

import numpy as np

from coldcradle.cradle.solid import SolidRoom
from coldcradle.layup.blank import Blank, blank_across, blank_words, lay_blank
from coldcradle.layup.deform.forms import former_course, former_side
from coldcradle.layup.deform.movement import Movement, move
from coldcradle.layup.families.drain_rules import drain_findings
from coldcradle.layup.families.drape_bodies import draped_shade, folded, former_shading
from coldcradle.layup.families.drape_drawing import drape_sketch
from coldcradle.layup.families.drape_outcome import draped
from coldcradle.layup.families.drape_rules import arch_findings, drop_findings
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
    outcome_sentence,
    rack_findings,
    thick_bead,
)
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import BlankOutline, Support
from coldcradle.layup.model.former import clearance_m, overhang_m
from coldcradle.layup.motion import SHEET, Moment, after_figure, sheet_marks
from coldcradle.layup.sketch import Body, sheet_ring
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published

__all__ = ["DRAPE"]

_BEND_M = 0.005  # the bend line stands so far inside the former's edge; common practice, no source
_NEAR, _NEAR_M = 0.03, 0.002  # an arm is down once its end is so near what it hangs beside: of its length, and at least


def _top_m(laying: LayupRequest) -> float:
    """Width of the former where the glass leaves it."""
    room = laying.cradle.room
    return 2 * (room.half_width_m if isinstance(room, SolidRoom) else room.profile_m()[-1][0])


def _overhang(laying: LayupRequest, blank: Blank) -> Figure:
    return derive(
        "overhang",
        "Overhang",
        "length",
        lambda length, top, off: overhang_m(blank_m=length, top_m=top, off_m=off),
        [
            given("blank across", "L", blank.length_m, "length", 0.001),
            given("former across its top", "w", _top_m(laying), "length", laying.cradle.reading_m),
            given("off the middle", "s", abs(laying.layup.offset_m), "length", 0.001),
        ],
        words="What hangs over on the longer side.",
        formula="(L − w)/2 + s",
        source=published("plane geometry"),
    )


def _clearance(laying: LayupRequest, overhang: Figure) -> Figure:
    layup, cradle = laying.layup, laying.cradle
    return derive(
        "clearance",
        "Clears the shelf by",
        "length",
        lambda h, p, f, o: clearance_m(former_m=h, posts_m=p, lining_m=f, overhang_m=o),
        [
            given("former, high", "H", cradle.room.height_m, "length", cradle.reading_m),
            given("posts under it", "p", layup.posts_m, "length", 0.0005),
            given("lining on it", "f", layup.lining_m, "length", 0.0005),
            overhang.given("o", "overhang"),
        ],
        words="The arm hangs straight down in the end, as long as it stood out.",
        formula="H + p + f − o",
        source=published("plane geometry; the arm's bend at the edge is left out, which is on the safe side"),
    )


def _bend_line(overhang: Figure) -> Figure:
    return derive(
        "bend_line",
        "Bend line from the end",
        "length",
        operator.add,
        [overhang.given("o", "overhang"), given("to spare", "s", _BEND_M, "length")],
        words="Draw it on the glass: whatever is raised stays on the far side of it, clear of the bend.",
        formula="o + s",
        source=PRACTICE,
    )


def _movement(laying: LayupRequest, blank: Blank, overhang: Figure) -> Movement | None:
    """How the longer arm comes down."""
    layup = laying.layup
    arm = layup.span_m or overhang.value
    if arm <= 2 * blank.thickness.value:
        return None
    course = former_course(
        laying.cradle.room,
        posts_m=layup.posts_m,
        lining_m=layup.lining_m,
        half_m=_top_m(laying) / 2 + arm,
        width_m=blank.width_m,
        thickness_m=blank.thickness.value,
    )
    return move(
        [course],
        thickness_m=blank.thickness.value,
        density_kg_m3=laying.glass.kind.density_kg_m3,
        stop="edge",
        stop_m=max(_NEAR_M, _NEAR * arm),
        grip=layup.grip.share,
        margin=laying.margin,
        holds=False,
    )


def _side_lean_rad(laying: LayupRequest) -> float:
    """How far the former's side leans from upright, outwards above 0."""
    side = former_side(laying.cradle.room)
    (top, high), (foot, low) = side[0], side[-1]
    return math.atan2(foot - top, high - low)


def _lean(laying: LayupRequest, movement: Movement | None, work_per_pa: float) -> Figure:
    """How far the arm leans from upright after so much heat work."""
    side = _side_lean_rad(laying)
    reached = math.pi / 2
    if movement is not None:
        at, _ = movement.slides.shape(work_per_pa)
        tail = at[-1] - at[-max(4, len(at) // 8)]
        reached = math.pi / 2 - math.atan2(-float(tail[1]), float(tail[0]))
    return derive(
        "lean",
        "Leans from upright",
        "angle",
        max,
        [
            given("the former's own side", "a", side, "angle", 0.01),
            given("as far as the arm has come", "b", reached, "angle", 0.05),
        ],
        words="The arm lies on the former's side in the end, or stops short of it.",
        formula="max(a, b)",
        source=SHEET,
        assumptions=["for another lean bend the former's side by the difference; the glass follows it"],
    )


def _blank(laying: LayupRequest) -> Blank:
    top, room = _top_m(laying), laying.cradle.room
    return lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline=BlankOutline.OBLONG if laying.traits.bends_up else BlankOutline.SQUARE,
        length_m=top + min(room.height_m, top),
        width_m=room.span_m[1],
        is_stacked=laying.is_stacked,
    )


def _layup_answer(blank: Blank, overhang: Figure, clear: Figure) -> Message:
    words = blank_words(blank)
    if overhang.value <= 0:
        told = say("It does not reach over the former.")
    elif clear.value < 0:
        told = say("Its arms of {o} **hit the shelf by {d}**.", o=overhang.shown, d=show(-clear.value, "length"))
    else:
        told = say("Its arms of {o} come down and **clear the shelf by {d}**.", o=overhang.shown, d=clear.shown)
    return Message(f"**{words.metric}.** {told.metric}", f"**{words.us}.** {told.us}")


def _down(movement: Movement, fired: FiringTimeline, laying: LayupRequest, lean: Figure) -> Message:
    work = fired.work(laying.glass.kind)
    done = work.second(movement.slides.done_work) if math.isfinite(movement.slides.done_work) else None
    shown = {"t": show(round(fired.peak_c), "temperature"), "a": lean.shown}
    if done is None:
        return say("**It does not come all the way down** at {t}: it ends {a} from upright.", **shown)
    look = work.second(_half_way(movement))
    told = "It is down by **{b}** at {t}" + ("; look in from {a0}." if look is not None else ".")
    return say(told, b=fired.clock(done), a0=fired.hour(look or 0.0, done), **shown)


def _half_way(movement: Movement) -> float:
    """Heat work at which the arm's end points down at 45°, 1/Pa."""
    at = movement.slides.at
    tail = at[:, -1] - at[:, -2]
    angle = np.maximum.accumulate(np.arctan2(-tail[:, 1], np.maximum(tail[:, 0], 1e-9)))
    return float(np.interp(math.pi / 4, angle, movement.slides.work_per_pa))


def _marks(movement: Movement, fired: FiringTimeline, laying: LayupRequest) -> list[Moment]:
    found = sheet_marks(movement, fired, laying.glass.kind, done="Down")
    return [m for m in found if m.key != "touches"]


class Drape(Family):
    """Draping and bending: a blank lies over a former, and what hangs over comes down."""

    key = "drape"
    name = "Drape over a former"
    says = "A blank lies over a former, and what hangs over comes down."
    cradle = "former"
    shapes = ("box", "cylinder", "frustum")
    sizes = {"height": "Height", "bore": "Width across", "top": "Top width", "bottom": "Foot width"}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        cradle, room = laying.cradle, laying.cradle.room
        top, into = _top_m(laying), room.span_m[1]
        blank = _blank(laying)
        overhang = _overhang(laying, blank)
        clear, line = _clearance(laying, overhang), _bend_line(overhang)
        movement = _movement(laying, blank, overhang)
        high = room.height_m + laying.layup.posts_m + laying.layup.lining_m + blank.thickest.value
        hot, raised = folded(laying, blank, top)
        shell_m2 = 2 * (room.span_m[0] + into) * room.height_m + room.span_m[0] * into
        load, counts = flat_load(
            laying,
            blank,
            hot,
            support=laying.support(Support.POSTS),
            top_m=high,
            outer_m=max(blank.length_m, 2 * room.half_width_m),
            mould_kg=shell_m2 * cradle.wall_m * cradle.material.density_kg_m3,
            span_m=overhang.value if overhang.value > 0 else None,
            depth_m=overhang.value if overhang.value > 0 else None,
            movement=movement,
            raised=raised,
            shading=former_shading(laying, blank, top),
            shade=draped_shade(laying, blank, top),
        )
        across = blank_across(blank)
        lean = _lean(laying, movement, math.inf if movement is None else movement.law_work_per_pa)
        return LayupResult(
            load=load,
            counts=counts,
            beads=(
                bead("blank", "Blank", "layup", across),
                bead("piece_mass", "Weighs", "glass", blank.mass),
                bead("overhang", "Overhang", "layup", overhang),
                bead("clearance", "Clears by", "layup", clear),
                thick_bead("layup", counts),
            ),
            figures=(across, blank.mass, blank.new, blank.thickness, overhang, clear, line, lean, counts),
            answers={
                "cradle": say(
                    "A former of **{w}** across its top, **{h}** high.",
                    w=show(top, "length"),
                    h=show(room.height_m, "length"),
                ),
                "glass": flat_answer(laying, blank),
                "layup": _layup_answer(blank, overhang, clear),
            },
            states=flat_states(laying),
            findings=(*rack_findings(laying, blank), *drop_findings(laying, blank, overhang, clear, _top_m(laying))),
            blank=blank,
            weigh=cut_list(laying, blank),
            outcome=draped(laying, blank, movement, top, math.inf),
            sketch=drape_sketch(laying, blank, overhang, _top_m(laying), movement, math.inf),
        )

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """When the arms are down, on this programme's clock, and how they lean then."""
        movement, layup = result.load.movement, result.answers["layup"]
        if fired is None or movement is None:
            end = outcome_sentence(result.outcome)
            said = Message(f"{layup.metric} {end.metric}", f"{layup.us} {end.us}")
            return replace(result, answers={**result.answers, "layup": said})
        kind = laying.glass.kind
        work = fired.work(kind).total_per_pa
        lean = _lean(laying, movement, work)
        told = _down(movement, fired, laying, lean)
        outcome = draped(laying, _blank(laying), movement, _top_m(laying), work)
        end = outcome_sentence(outcome)
        marks = _marks(movement, fired, laying)
        done = movement.slides.done_work
        figures = [f for f in result.figures if f.key != "lean"] + [lean]
        if math.isfinite(done) and done <= work:
            figures.append(
                after_figure(
                    "lies_in_after",
                    "Down after",
                    kind=kind,
                    fired=fired,
                    early=done / 3,
                    likely=done,
                    late=done * 3,
                    words="The end of the arm is beside the former.",
                    assumptions=["good to a factor of three in time"],
                )
            )
        blank = _blank(laying)
        overhang = next(f for f in result.figures if f.key == "overhang")
        said = Message(
            f"{layup.metric} {told.metric} {end.metric}",
            f"{layup.us} {told.us} {end.us}",
        )
        return replace(
            result,
            outcome=outcome,
            answers={**result.answers, "layup": said},
            figures=tuple(figures),
            marks=tuple(marks),
            findings=(
                *result.findings,
                *arch_findings(movement, work),
                *drain_findings(movement, work, kind.density_kg_m3),
            ),
            sketch=drape_sketch(laying, blank, overhang, _top_m(laying), movement, work),
        )

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """The arms on their way down."""
        movement = result.load.movement
        if movement is None:
            return None

        def shape(work: float) -> PathShape:
            at, thick = movement.slides.shape(work)
            words = say(
                "the ends are {d} down and lean {a} from upright",
                d=show(round(movement.edge_down_m(work), 3), "length"),
                a=_lean(laying, movement, work).shown,
            )
            return PathShape(
                [Body("after", "the arms", [sheet_ring(at, thick, is_halved=True)])],
                words,
                [(round(float(x), 5), round(float(z), 5)) for x, z in at],
                [round(float(h), 5) for h in thick],
            )

        done = movement.law_work_per_pa
        if not math.isfinite(done):
            done = float(movement.slides.work_per_pa[-1])
        return DeformationPath(done / 3, done, shape)


DRAPE = Drape()
