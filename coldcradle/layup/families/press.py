"""Pressing: a pile between two shelves, with weight on it."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.constants import GRAVITY
from coldcradle.cradle.section import Dimension
from coldcradle.glass.result import Weighing
from coldcradle.layup.bodies import ColdBody
from coldcradle.layup.deform.laws import press_thickness, press_work
from coldcradle.layup.explain.relief import counted_thickness
from coldcradle.layup.families.cold import loose_body, taken_body
from coldcradle.layup.families.face import (
    Family,
    FiringTimeline,
    LayupRequest,
    LayupResult,
    bead,
    flat_states,
    outcome_sentence,
    thick_bead,
)
from coldcradle.layup.families.plans import room_ring
from coldcradle.layup.families.press_size import (
    many_piles,
    pile_figures,
    pile_high_m,
    pressed_size,
    pressed_to,
)
from coldcradle.layup.followed import DeformationPath, PathShape
from coldcradle.layup.inputs import BlankOutline, Support
from coldcradle.layup.load import Load
from coldcradle.layup.model.pressed import PRESSED_M
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import Message, plural, say, show
from coldcradle.report.figure import CHOICE, Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = ["PRESS"]

_SAME = 1.15  # thicker by less than that is the same, as near as the law can tell
_SHELF_M = 0.015
_SPAN_M = 0.200  # the most a weighted shelf spans between posts; common practice, no source


def _posts(span_m: tuple[float, float]) -> int:
    """Posts in rows under a shelf, none further apart than is safe under weight."""
    return math.prod(math.ceil(side / _SPAN_M) + 1 for side in span_m)


def _columns(pieces: int) -> int:
    return math.ceil(math.sqrt(pieces))


def _findings(laying: LayupRequest, size: Figure, total: Figure) -> list[Finding]:
    room, pieces = laying.cradle.room, many_piles(laying)
    across, into = room.span_m
    columns = _columns(pieces)
    pitch = min(across / columns, into / math.ceil(pieces / columns))
    found = []
    if size.value > min(across, into):
        found.append(
            finding(
                "layup.runs-out",
                "stop",
                "Pressed it is {d} across; the shelf is {s}.",
                "It runs out over the edge. Take less glass, or a larger shelf.",
                d=size.shown,
                s=show(min(across, into), "length"),
            )
        )
    elif pieces > 1 and size.value > pitch:
        found.append(
            finding(
                "layup.neighbours-touch",
                "think",
                "Pressed they are {d} across, and lie {p} apart: neighbours touch.",
                "Press fewer at a time, or take less glass for each.",
                d=size.shown,
                p=show(pitch, "length"),
            )
        )
    have = sum(laying.glass.rack_kg.values())
    if 0 < have < total.value:
        found.append(
            finding(
                "glass.pile-too-small",
                "stop",
                "{short} of glass is missing.",
                "{have} on the rack in all, {need} needed.",
                short=show(total.value - have, "mass"),
                have=show(have, "mass"),
                need=total.shown,
            )
        )
    return found


def _sketch(laying: LayupRequest, size: Figure, pressed: Figure) -> Sketch:
    room, pieces = laying.cradle.room, many_piles(laying)
    half = room.span_m[0] / 2
    columns = _columns(pieces)
    pitch = 2 * half / columns
    at = [-half + pitch * (i + 0.5) for i in range(columns)]
    high = pile_high_m(laying)
    pile = math.sqrt((size.value**2 * pressed.value) / high) / 2
    top = pressed.value
    bodies = [
        Body("shelf", "lower shelf", [block(-half, -_SHELF_M, half, 0.0)]),
        Body("glass", "as it goes in", [block(x - pile, 0.0, x + pile, high) for x in at]),
        Body("after", "after the firing", [block(x - size.value / 2, 0.0, x + size.value / 2, top) for x in at]),
        Body("shelf", "upper shelf", [block(-half, high, half, high + _SHELF_M)]),
    ]
    x = at[0]
    rows = math.ceil(pieces / columns)
    into = room.span_m[1]
    places = [(at[i % columns], into * ((i // columns + 0.5) / rows - 0.5)) for i in range(pieces)]
    plan = [
        Body("shelf", "lower shelf", [room_ring(room)]),
        Body("after", "pressed", [_disc(*place, size.value / 2) for place in places]),
        Body("glass", "as it goes in", [_disc(*place, pile) for place in places]),
    ]
    dimensions = [
        Dimension("", "pressed", "x", 0.0, x - size.value / 2, x + size.value / 2, -1, size.shown),
        Dimension("layup.to", "pressed to", "z", -half, 0.0, top, 1, pressed.shown),
    ]
    return draw(bodies, dimensions, plan)


def _disc(x_m: float, y_m: float, half_m: float) -> Points:
    turns = [2 * math.pi * i / 40 for i in range(40)]
    return [(x_m + half_m * math.cos(t), y_m + half_m * math.sin(t)) for t in turns]


def _cold(laying: LayupRequest) -> tuple[ColdBody, ...]:
    """Between shelves nothing bows: what was taken is solid and warms from its rim and through them."""
    taken = tuple(replace(taken_body(i, support=Support.SHELF), cannot_bow=True, shade=None) for i in laying.incoming)
    if taken and laying.glass.own_charge_kg is None:
        return taken
    return (*taken, loose_body(laying.glass.form.name, laying.glass.form.chunk_m))


def _load(laying: LayupRequest, pile: Figure, pressed: Figure, size: Figure) -> tuple[Load, Figure]:
    layup, room = laying.layup, laying.cradle.room
    # what its coldest glass surely gets leaves it no thinner than this: that is what heat has to get through
    thickest = replace(pressed, key="thickness_said", name="Thickest")
    counts, thick = counted_thickness(thickest, layup.relief)
    high = pile_high_m(laying)
    shelf_kg = room.span_m[0] * room.span_m[1] * _SHELF_M * laying.cradle.material.density_kg_m3
    load = Load(
        kind=laying.glass.kind,
        form=laying.glass.form,
        material=laying.cradle.material,
        rated_c=laying.cradle.rated_c,
        wall_m=laying.cradle.wall_m,
        thick=thick,
        sheet_m=pressed.value,
        breadth_m=layup.breadth_m or size.value,
        widest_m=size.value,
        glass_kg=pile.value * many_piles(laying),
        mould_kg=2 * shelf_kg,
        mould_m3=(0.0, 0.0),
        outer_width_m=min(room.span_m),
        outer_height_m=2 * _SHELF_M + high,
        top_m=2 * _SHELF_M + high,
        support=laying.support(Support.SHELF),
        entering=laying.enters,
        wet=layup.wet,
        press_kg=layup.weight_kg,
        press_to_m=layup.to_m or PRESSED_M,
        piles=many_piles(laying),
        cold=_cold(laying),
        pile_m=high,
    )
    return load, counts


def _weight(laying: LayupRequest) -> Figure:
    return derive(
        "press_weight",
        "Weight on it",
        "mass",
        lambda m: m,
        [given("shelf and posts on it", "m", laying.layup.weight_kg, "mass")],
        words="What presses: shelf, posts and whatever else lies on it.",
        formula="m",
        source=CHOICE,
    )


def _laid(laying: LayupRequest, work_per_pa: float) -> LayupResult:
    layup, room = laying.layup, laying.cradle.room
    pile, total = pile_figures(laying)
    pieces = many_piles(laying)
    pressed = pressed_to(laying, pile, work_per_pa)
    size = pressed_size(laying, pile, pressed)
    surely = pressed_to(laying, pile, laying.sure_work_per_pa)
    load, counts = _load(laying, pile, surely if surely.value > pressed.value else pressed, size)
    weight = _weight(laying)
    outcome = Outcome(
        outline=BlankOutline.ROUND,
        length_m=size.value,
        width_m=size.value,
        thickness_m=pressed.value,
        weight_kg=pile.value,
        pieces=pieces,
        kind_key=laying.glass.kind.key,
        relief=layup.relief,
        shaped="pressed",
        finish="matt",
    )
    end = outcome_sentence(outcome)
    told = say("**{n}** under **{w}** between two washed shelves.", n=_piles(pile, pieces).metric, w=weight.shown)
    us = say("**{n}** under **{w}** between two washed shelves.", n=_piles(pile, pieces).us, w=weight.shown)
    return LayupResult(
        load=load,
        counts=counts,
        beads=(
            bead("pile", "Each pile", "glass", pile),
            bead("press_weight", "Weight on it", "layup", weight),
            bead("pressed_to", "Pressed to", "layup", pressed),
            bead("pressed_size", "Size", "layup", size),
            thick_bead("layup", counts),
        ),
        figures=(pile, total, pressed, size, weight, counts),
        answers={
            "cradle": say(
                "Two shelves of **{l}** by **{w}**, washed thickly on both faces, no fibre paper, and **{n}** "
                "under the lower: none further apart than {s}.",
                n=plural(_posts(room.span_m), "post"),
                s=show(_SPAN_M, "length"),
                l=show(room.span_m[0], "length"),
                w=show(room.span_m[1], "length"),
            ),
            "glass": say("**{m}** in all, in {n}.", m=show(pile.value * pieces, "mass"), n=plural(pieces, "pile")),
            "layup": Message(f"{told.metric} {end.metric}", f"{us.us} {end.us}"),
        },
        states=flat_states(laying),
        findings=tuple(_findings(laying, size, total)),
        weigh=(
            Weighing("main", f"{laying.glass.kind.name}, {laying.glass.form.name}", total.shown),
            *([Weighing("each", "each pile", pile.shown)] if pieces > 1 else []),
        ),
        outcome=outcome,
        sketch=_sketch(laying, size, pressed),
    )


def _piles(pile: Figure, pieces: int) -> Message:
    if pieces == 1:
        return say("A pile of {m}", m=pile.shown)
    return say("{n} piles of {m}", n=str(pieces), m=pile.shown)


class Press(Family):
    """Pressing: a pile between two shelves, with weight on it."""

    key = "press"
    name = "Press between shelves"
    says = "A pile is pressed flat between two shelves under weight."
    cradle = "shelves"
    shapes = ("box", "cylinder")
    sizes = {"length": "Length", "width": "Width", "height": "Edge", "bore": "Across"}

    def lay_up(self, laying: LayupRequest) -> LayupResult:
        return _laid(laying, laying.usual_work_per_pa)

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """Where the law of pressing leaves it on this programme: that is what comes out."""
        load = result.load
        to_m = load.press_to_m or PRESSED_M
        if fired is None:
            return result
        after = _laid(laying, fired.work(load.kind).total_per_pa)
        after = replace(after, load=load, counts=result.counts)
        thick, wide = after.outcome.thickness_m, after.outcome.length_m
        if load.press_kg <= 0 or load.glass_kg <= 0 or to_m >= load.pile_m or thick <= to_m * _SAME:
            return after
        found = finding(
            "layup.ends-thicker",
            "note",
            "By the law of pressing it ends {h} thick and {d} across on this programme.",
            "More weight on each pile, less glass in it, or longer at its peak; the law is good to a third in "
            "thickness.",
            h=show(round(thick, 4), "length"),
            d=show(round(wide, 3), "length"),
        )
        return replace(after, findings=(*after.findings, found))

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """The pile under its shelf, thinner and wider with heat work, and no thinner than its spacers."""
        load = result.load
        if load.press_kg <= 0 or load.glass_kg <= 0:
            return None
        rho, pieces = load.kind.density_kg_m3, load.piles
        volume, force = load.glass_kg / rho / pieces, load.press_kg * GRAVITY / pieces
        half, to_m = laying.cradle.room.span_m[0] / 2, load.press_to_m or PRESSED_M
        high = load.pile_m
        if to_m >= high:
            return None
        pitch = 2 * half / _columns(pieces)
        middles = [-half + pitch * (i + 0.5) for i in range(_columns(pieces))]

        def shape(work: float) -> PathShape:
            thick = max(to_m, press_thickness(work_per_pa=work, from_m=high, volume_m3=volume, force_n=force))
            wide = math.sqrt(volume / thick / math.pi)
            piles = [block(x - wide, 0.0, x + wide, thick) for x in middles]
            words = say("{h} thick, {d} across", h=show(thick, "length"), d=show(round(2 * wide, 3), "length"))
            return PathShape(
                [
                    Body("shelf", "upper shelf", [block(-half, thick, half, thick + _SHELF_M)]),
                    Body("after", "pressed", piles),
                ],
                words,
                [],
                [],
            )

        law = press_work(from_m=high, to_m=to_m, volume_m3=volume, force_n=force)
        return DeformationPath(law / 30, law, shape)


PRESS = Press()
