"""Slumping: a blank goes down into a form that ends the fall, or through a ring onto what stands below."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.layup.blank import Blank, blank_across, blank_words, lay_blank
from coldcradle.layup.deform.forms import ring_course, slump_courses
from coldcradle.layup.deform.movement import Movement, move
from coldcradle.layup.families.drain_rules import drain_findings
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
    mass_of_walls_kg,
    outcome_sentence,
    rack_findings,
    thick_bead,
)
from coldcradle.layup.families.slump_bodies import cannot_bow, hot_thickness, ring_shading, with_foot
from coldcradle.layup.families.slump_drawing import slump_sketch
from coldcradle.layup.families.slump_figures import (
    cut_length,
    form_depth,
    formed_room,
    formed_size,
    rim_after,
    thinnest,
)
from coldcradle.layup.families.slump_holes import hole_figures, hole_findings, moved_holes
from coldcradle.layup.families.slump_pool import outline_of, pool_across, pool_body, pool_depth_m, pooled
from coldcradle.layup.families.slump_rules import fit_findings, foot_findings, reach_findings, ring_blank_m
from coldcradle.layup.families.slump_told import fall_told, joined, softest_log
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import Support
from coldcradle.layup.motion import Moment, sheet_marks
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body, sheet_ring
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure

__all__ = ["SLUMP"]

_FUSES_M = 0.002  # a drop goes on so far past its touch, to fuse to its foot; common practice, no source


def _drop_m(laying: LayupRequest) -> float:
    return max(0.0, formed_room(laying).height_m - laying.layup.foot_m)


def _movement(laying: LayupRequest, blank: Blank) -> Movement | None:
    """How it comes down; None where the blank falls in or nothing is left to go."""
    room, layup, thick = formed_room(laying), laying.layup, blank.thickness.value
    density, grip = laying.glass.kind.density_kg_m3, layup.grip.share
    if laying.traits.drops_through:
        half = blank.length_m / 2
        if half <= room.half_width_m or _drop_m(laying) <= _FUSES_M:
            return None
        course = ring_course(room, foot_m=layup.foot_m, foot_width_m=layup.foot_width_m, half_m=half)
        stop_m = layup.foot_m + 0.0005
        return move(
            [course],
            thickness_m=thick,
            density_kg_m3=density,
            stop="middle",
            stop_m=stop_m,
            grip=grip,
            margin=laying.margin,
        )
    courses = slump_courses(
        room, wall_m=laying.cradle.wall_m, length_m=blank.length_m, width_m=blank.width_m, thickness_m=thick
    )
    return move(courses, thickness_m=thick, density_kg_m3=density, stop="lies", grip=grip, margin=laying.margin)


def _blank(laying: LayupRequest) -> Blank:
    room = laying.cradle.room
    across, into = room.span_m
    margin = 0.0
    if laying.traits.drops_through:  # as much as keeps it, in whole 5 mm
        margin = math.ceil(ring_blank_m(across, _drop_m(laying)) / 0.005) * 0.005 - across
    return lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline=outline_of(room),
        length_m=across + margin,
        width_m=into + margin,
        is_stacked=laying.is_stacked,
    )


def _cradle_answer(laying: LayupRequest) -> Message:
    room = laying.cradle.room
    shown = {"rim": show(room.span_m[0], "length"), "deep": show(room.height_m, "length")}
    if laying.traits.drops_through:
        return say("Through a hole of **{rim}**, **{deep}** down to what catches it.", **shown)
    return say("A form of **{rim}** across its rim, **{deep}** deep.", **shown)


def _outcome(laying: LayupRequest, blank: Blank, movement: Movement | None) -> Outcome:
    is_ring = laying.traits.drops_through
    if laying.traits.pools:
        return pooled(laying, blank)
    length, width = (blank.length_m, blank.width_m) if is_ring else formed_size(blank, movement)
    thin = movement.held.thickness[-1] if movement is not None else None
    made = kept_outcome(
        laying.glass.kind,
        blank,
        length_m=length,
        width_m=width,
        relief=laying.layup.relief,
        shaped="slumped",
        thinnest_m=float(thin.min()) if thin is not None else None,
    )
    return replace(made, worked=replace(made.worked, holes=moved_holes(blank, movement)))


class Slump(Family):
    """Slumping: a blank goes down into a form that ends the fall, or through a ring onto what stands below."""

    key = "slump"
    name = "Slump a blank"
    says = "A flat blank softens and goes down into a form, or through a ring."
    cradle = "form"
    shapes = ("cap", "frustum", "cylinder", "box", "oval", "barrel", "wave", "bend")
    sizes = {"height": "Depth", "bore": "Rim or hole", "rim": "Rim", "top": "Rim", "bottom": "Floor"}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        blank, room = _blank(laying), laying.cradle.room
        movement = _movement(laying, blank)
        hot, raised = hot_thickness(laying, blank, movement)
        load, counts = flat_load(
            laying,
            blank,
            hot,
            support=laying.support(Support.CRADLE),
            top_m=room.height_m + laying.cradle.wall_m + blank.thickest.value,
            outer_m=max(2 * (room.half_width_m + laying.cradle.wall_m), blank.length_m),
            mould_kg=mass_of_walls_kg(laying.cradle) if not laying.traits.drops_through else 2.0,
            span_m=min(room.span_m),
            depth_m=_drop_m(laying) or None,
            movement=movement,
            raised=raised,
            shading=ring_shading(laying, blank) if laying.traits.drops_through else None,
            is_shell=cannot_bow(laying, blank),
        )
        load = with_foot(load, laying)
        if laying.traits.pools:
            load = replace(load, breadth_m=laying.layup.breadth_m or room.breadth_m(pool_depth_m(laying, blank)))
        rim, depth = rim_after(blank, movement), form_depth(laying)
        is_ring = laying.traits.drops_through
        after = bead("reaches", "Drops" if is_ring else "Reaches", "layup", depth)
        beads = [after] if is_ring else [bead("rim_after", "Rim after", "layup", rim), after]
        figures = [blank_across(blank), blank.mass, blank.new, blank.thickness, rim, depth, counts]
        if laying.traits.pools:
            across = pool_across(laying, blank)
            beads = [bead("pool_across", "Melts to", "layup", across)]
            figures = [blank_across(blank), blank.mass, blank.new, blank.thickness, across, counts]
        elif movement is not None:
            figures += [thinnest(movement), *hole_figures(blank, movement)]
        strip = cut_length(laying, movement)
        if strip is not None:
            figures.append(strip)
            beads.append(bead("cut_so_long", "Cut so long", "layup", strip))
        return LayupResult(
            load=load,
            counts=counts,
            beads=(
                bead("blank", "Blank", "layup", blank_across(blank)),
                bead("piece_mass", "Weighs", "glass", blank.mass),
                *beads,
                thick_bead("layup", counts),
            ),
            figures=tuple(figures),
            answers={
                "cradle": _cradle_answer(laying),
                "glass": flat_answer(laying, blank),
                "layup": blank_words(blank),
            },
            states=flat_states(laying),
            findings=(
                *rack_findings(laying, blank),
                *fit_findings(laying, blank, movement),
                *hole_findings(blank, movement),
            ),
            blank=blank,
            weigh=cut_list(laying, blank),
            outcome=_outcome(laying, blank, movement),
            sketch=slump_sketch(laying, blank, movement, math.inf),
        )

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """When it lies in, on this programme's clock, and what comes out."""
        blank = _blank(laying)
        words = blank_words(blank)
        said = [Message(f"**{words.metric}.**", f"**{words.us}.**")]
        movement, sketch, findings = result.load.movement, result.sketch, result.findings
        figures: list[Figure] = []
        marks: tuple[Moment, ...] = ()
        if fired is not None:
            told, figures = fall_told(laying, blank, result, fired)
            said.append(told)
            if movement is not None:
                done = "On its foot" if laying.traits.drops_through else "Lies in"
                marks = sheet_marks(movement, fired, laying.glass.kind, done=done)
                work = fired.work(laying.glass.kind).total_per_pa
                sketch = slump_sketch(laying, blank, movement, work)
                if laying.traits.lies_in:
                    findings = (*findings, *drain_findings(movement, work, laying.glass.kind.density_kg_m3))
                findings = (*findings, *reach_findings(laying, movement, work, softest_log(laying, fired)))
                if laying.traits.drops_through:
                    findings = (*findings, *foot_findings(laying, movement, fired, softest_log(laying, fired)))
        said.append(outcome_sentence(result.outcome))
        return replace(
            result,
            answers={**result.answers, "layup": joined(*said)},
            figures=(*result.figures, *figures),
            marks=marks,
            sketch=sketch,
            findings=findings,
        )

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """The blank on its way, its rim held and, as a ghost, slid."""
        movement = result.load.movement
        if movement is None:
            return None
        is_halved = not movement.course.is_whole

        def shape(work: float) -> PathShape:
            (slid, slid_thick), (held, held_thick) = movement.shapes(work)
            if laying.traits.pools and result.blank is not None and movement.held.done_work <= work:
                deep = show(round(result.outcome.thickness_m, 4), "length")
                return PathShape(
                    [pool_body(laying, result.blank)], say("it lies in and melts level, {d} deep", d=deep), [], []
                )
            ways = (movement.held.middle_depth_m(work), movement.slides.middle_depth_m(work))
            low, high = (round(deep_m, 3) for deep_m in sorted(ways))
            words = say(
                "its middle is {b} down" if low == high else "its middle is {a} to {b} down",
                a=show(low, "length"),
                b=show(high, "length"),
            )
            return PathShape(
                [
                    Body("ghost", "if the rim slides", [sheet_ring(slid, slid_thick, is_halved=is_halved)]),
                    Body("after", "if the rim is held", [sheet_ring(held, held_thick, is_halved=is_halved)]),
                ],
                words,
                [(round(float(x), 5), round(float(z), 5)) for x, z in held],
                [round(float(h), 5) for h in held_thick],
            )

        early = movement.span("done")[0]
        law = movement.law_work_per_pa
        if not math.isfinite(law):
            law = float(movement.held.work_per_pa[-1])
        return DeformationPath(early if math.isfinite(early) else law / 10, law, shape)


SLUMP = Slump()
