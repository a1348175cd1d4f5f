"""Laying flat: layers and parts on a shelf, fused, tacked, textured, polished, stuck or spread."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank, blank_across, blank_words, lay_blank
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
    outcome_sentence,
    rack_findings,
    thick_bead,
)
from coldcradle.layup.families.lay_lift import lifted
from coldcradle.layup.families.lay_roll import bar_grows, held_bar, lies_from, rolled, run_out_m, stepped
from coldcradle.layup.families.lay_rules import dot_findings, lay_findings, runs_too_far
from coldcradle.layup.families.lay_sink import follow_sunk, sunk
from coldcradle.layup.families.lay_size import (
    KEEPS,
    SHRINKS,
    dot_of,
    draws_in,
    grown_pool,
    is_powder,
    lump,
    melted,
    most_work_per_pa,
    scale_of,
    size_after,
)
from coldcradle.layup.families.plans import plan_of
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import BlankOutline, Relief, Support
from coldcradle.layup.rolling import RollInput
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure
from coldcradle.report.thread import SummaryItem

__all__ = ["LAY"]

_FORMED = ("slumped", "draped", "stretched")


def _sketch(laying: LayupRequest, blank: Blank, after_m: float, after_thick: float) -> Sketch:
    plan = plan_of(laying.cradle.room, blank, matter="shelf", times=after_m / blank.length_m)
    half, thick = blank.length_m / 2, blank.thickness.value
    reach = max(half, after_m / 2) + 0.03
    layers, low = [], 0.0
    for layer in blank.layers:
        for _ in range(min(layer.count, 12)):
            layers.append(block(-half, low, half, low + layer.thickness_m))
            low += layer.thickness_m
    if not layers:
        layers, low = [block(-half, 0.0, half, thick)], thick
    dots = sum(min(part.count, 9) for part in blank.parts)
    if dots:
        part = blank.parts[0].outcome
        pitch = 2 * half / (dots + 1)
        wide = min(part.length_m, 0.8 * pitch)
        for i in range(dots):
            at = -half + pitch * (i + 1)
            layers.append(block(at - wide / 2, low, at + wide / 2, low + part.thickness_m))
    bodies = [
        Body("shelf", laying.cradle.name, [block(-reach, -0.012, reach, 0.0)]),
        Body("after", "after the firing", [block(-after_m / 2, 0.0, after_m / 2, after_thick)]),
        Body("glass", "as it goes in", layers),
    ]
    return draw(
        bodies,
        [
            Dimension("layup.length", "blank", "x", low, -half, half, 1, show(blank.length_m, "length")),
            Dimension("", "after", "x", 0.0, -after_m / 2, after_m / 2, -1, show(after_m, "length")),
            Dimension("", "thick", "z", -reach, 0.0, low, 1, show(thick, "length")),
        ],
        plan,
    )


def _beads(laying: LayupRequest, blank: Blank, size: Figure, load_thickness: Figure) -> tuple[SummaryItem, ...]:
    return (
        bead("blank", "Size", "layup", blank_across(blank)),
        bead("piece_mass", "Weighs", "glass", blank.mass),
        thick_bead("layup", load_thickness),
        bead("grows_to", "Grows to", "layup", size),
    )


def _blank(told: LayupRequest) -> Blank:
    laying = stepped(told)
    usual = 0.7 * min(laying.cradle.room.span_m)
    blank = _lay(laying, usual, is_stacked=laying.is_stacked)
    room = laying.cradle.room
    fits = blank.pieces * blank.area_m2 <= float(room.area_m2(room.height_m)) * (1 + 1e-9)
    return blank if fits or laying.is_stacked else _lay(laying, usual, is_stacked=True)


def _lay(laying: LayupRequest, usual_m: float, *, is_stacked: bool) -> Blank:
    return lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline=BlankOutline.SQUARE,
        length_m=usual_m,
        width_m=usual_m,
        is_stacked=is_stacked,
        packing=laying.glass.form.packing if is_powder(laying) else 1.0,
    )


def _laid(laying: LayupRequest, work_per_pa: float) -> LayupResult:
    room = laying.cradle.room
    blank = _blank(laying)
    cold = melted(laying, blank)
    grown = grown_pool(laying, blank, cold, work_per_pa)
    times = SHRINKS if is_powder(laying) else scale_of(grown, blank)
    dot = dot_of(laying, blank)
    of = grown[0] if grown else None
    grows = bar_grows if laying.traits.rolls else size_after
    size = dot[0] if dot else grows(blank, times, of)
    times = size.value / blank.length_m if dot else times
    wide_m = blank.width_m + size.value - blank.length_m if laying.traits.rolls else blank.width_m * times
    held = held_bar(laying, blank, wide_m)
    final = held or (grown[1] if grown else cold)
    # a lens or a bowl levels late: heat counts it by its deepest, though it ends by all its glass
    deep = cold if blank.parts_m > 0 or blank.is_hollow else blank.thickest
    surely = grown_pool(laying, blank, deep, laying.sure_work_per_pa)
    stands = lump(laying, blank, surely[1] if surely else deep)
    # walls make it no lower than it surely is where it runs free
    stands = held if held is not None and held.value > stands.value else stands
    load, counts = flat_load(
        laying,
        blank,
        stands,
        support=laying.support(Support.SHELF),
        top_m=0.015 + blank.thickest.value,
        outer_m=max(min(room.span_m), blank.length_m),
        mould_kg=0.0,
        sheet_m=deep.value,
        raised=blank.raised if not laying.traits.runs else None,
        is_hollow=blank.is_hollow and not laying.traits.runs,
        most_work_per_pa=most_work_per_pa(laying, blank),
    )
    after_m, after_thick = size.value, dot[1] if dot else final.value
    figures = [blank_across(blank), blank.mass, blank.new, blank.thickness, size, final, counts]
    words = blank_words(blank)
    told = (
        say("It draws round, **{d}** across.", d=size.shown)
        if dot
        else say("It runs out to about **{d}**.", d=size.shown)
        if times > KEEPS
        else say("Its grains stick, and it shrinks to about **{d}**.", d=size.shown)
        if is_powder(laying)
        else say("Its edges draw in and thicken.")
        if draws_in(laying, cold)
        else say("It was formed before and lies free here: whether it keeps its form stands with the chain.")
        if blank.base is not None and blank.base.outcome.shaped in _FORMED and not blank.is_hollow
        else say("It keeps its outline.")
    )
    outcome = kept_outcome(
        laying.glass.kind,
        blank,
        length_m=max(room.span_m) if held else after_m,
        width_m=min(room.span_m) if held else wide_m,
        **_ends(laying, blank, after_thick),
        finish="texture" if laying.traits.takes_texture else "gloss",
        outline=BlankOutline.ROUND if dot else blank.outline,
        area_m2=blank.area_m2 * times**2 if blank.outline == "drawn" else None,
        relief=laying.layup.relief if not laying.traits.runs else Relief.NONE,
    )
    end = outcome_sentence(outcome)
    return LayupResult(
        load=load,
        counts=counts,
        beads=_beads(laying, blank, size, counts),
        figures=tuple(figures),
        answers={
            "cradle": say(
                "A shelf of **{l}** by **{w}**.", l=show(room.span_m[0], "length"), w=show(room.span_m[1], "length")
            ),
            "glass": flat_answer(laying, blank),
            "layup": Message(f"**{words.metric}.** {told.metric} {end.metric}", f"**{words.us}.** {told.us} {end.us}"),
        },
        states=flat_states(laying),
        findings=(
            *rack_findings(laying, blank),
            *([] if dot or held else lay_findings(laying, blank, cold, times)),
            *(dot_findings(laying, blank, work_per_pa) if dot else []),
        ),
        blank=blank,
        weigh=cut_list(laying, blank),
        outcome=outcome,
        sketch=_sketch(laying, blank, after_m, after_thick),
    )


def _ends(laying: LayupRequest, blank: Blank, after_m: float) -> dict[str, object]:
    """How thick it ends: a pool is even, work that is for the face keeps what is raised and what is hollow."""
    if laying.traits.runs:
        return {"thickness_m": after_m, "raised": None, "wall_m": None}
    if is_powder(laying):
        return {"thickness_m": blank.thickest.value * SHRINKS}
    return {}


def _moved(result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None = None) -> LayupResult:
    """What melts level, once it was lifted, or has rolled off its prop."""
    if laying.traits.lifts:
        return lifted(result, laying, fired)
    return rolled(result, laying, _blank(laying)) if laying.traits.rolls else result


class Lay(Family):
    """Laying flat: layers and parts on a shelf, fused, tacked, textured, polished, stuck or spread."""

    key = "lay"
    name = "Lay flat"
    says = "Layers and parts lie on a shelf and become one, or take a texture or a shine."
    cradle = "shelf"
    shapes = ("box", "cylinder")
    sizes = {"length": "Length", "width": "Width", "height": "Edge", "bore": "Across"}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        if laying.traits.sinks:
            return sunk(laying, laying.usual_work_per_pa)
        result = _laid(laying, laying.usual_work_per_pa)
        return _moved(result, laying)

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """The size after comes from the heat work of this firing, where it can be done."""
        if fired is None:
            return result
        if laying.traits.sinks:
            after = sunk(laying, fired.work(laying.glass.kind).total_per_pa, fired)
            return replace(after, load=result.load, counts=result.counts)
        if not laying.traits.runs:
            done = fired.work(laying.glass.kind).total_per_pa
            return replace(result, findings=(*result.findings, *runs_too_far(laying, _blank(laying), done)))
        after = _laid(laying, fired.work(laying.glass.kind).total_per_pa)
        after = _moved(after, laying, fired)
        return replace(after, load=result.load, counts=result.counts)

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """A pool that runs out until it rests; None where it keeps its outline."""
        if laying.traits.sinks:
            return follow_sunk(laying)
        blank = _blank(laying)
        cold = melted(laying, blank)
        if scale_of(grown_pool(laying, blank, cold, 3 * laying.usual_work_per_pa), blank) <= KEEPS:
            return None

        def shape(work: float) -> PathShape:
            grown = grown_pool(laying, blank, cold, max(work, 0.0))
            times = scale_of(grown, blank)
            wide = blank.length_m * times
            left, right = -wide / 2, wide / 2
            if laying.traits.rolls:  # it is drawn across
                wide = blank.width_m + run_out_m(length_m=blank.length_m, width_m=blank.width_m, times=times)
                wide -= blank.length_m
                left, right = lies_from(laying.layup.roll or RollInput(), blank.width_m, wide)
            thick = grown[1].value if grown else cold.value
            words = say("{d} across, {h} thick", d=show(round(wide, 3), "length"), h=show(round(thick, 4), "length"))
            return PathShape([Body("after", "run out", [block(left, 0.0, right, thick)])], words, [], [])

        return DeformationPath(laying.usual_work_per_pa / 30, laying.usual_work_per_pa * 3, shape)


LAY = Lay()
