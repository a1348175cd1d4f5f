"""Pressing: a pile between two shelves, with weight on it."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.constants import GRAVITY
from coldcradle.cradle.section import Dimension
from coldcradle.glass.charge import charge_mass
from coldcradle.glass.result import Weighing
from coldcradle.layup.bodies import ColdBody
from coldcradle.layup.deform.laws import press_thickness, press_work
from coldcradle.layup.families.cold import taken_body
from coldcradle.layup.families.face import Family, Fired, Laying, LayupResult, bead, flat_states, outcome_sentence
from coldcradle.layup.families.plans import room_ring
from coldcradle.layup.followed import Followed, Shape
from coldcradle.layup.load import Load, with_relief
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import Message, plural, say, show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["PILE_M", "PRESS", "PRESSED_M"]

PILE_M = 0.012  # how high a loose pile stands before it is pressed; what comes out hardly depends on it
PRESSED_M = 0.002  # where pressed work usually ends; common practice, no source
_USUAL_PILE_KG = 0.1
_SAME = 1.15  # thicker by less than that is the same, as near as the law can tell
_SHELF_M = 0.015
_SPAN_M = 0.200  # the most a weighted shelf spans between posts; common practice, no source


def _many(laying: Laying) -> int:
    """Piles alike: as said, or each of what was taken for itself."""
    pieces = laying.layup.pieces
    if pieces > 1 or len(laying.incoming) != 1 or laying.glass.own_charge_kg is not None:
        return pieces
    return laying.incoming[0].count


def _pile(laying: Laying) -> tuple[Figure, Figure]:
    """One pile's weight, and what is weighed out for all of them, kg."""
    glass, pieces = laying.glass, _many(laying)
    own = glass.own_charge_kg
    taken = sum(i.weight_kg for i in laying.incoming)
    if own is not None:
        total = charge_mass(_plain(own), loss=0.0, own_kg=own)
    else:
        total = replace(
            _plain(0.0 if taken else _USUAL_PILE_KG * pieces),
            key="charge_mass",
            name="Weigh out",
            words="All of it comes from the stages before." if taken else "100 g a pile, where nothing else is said.",
        )
    each = derive(
        "pile",
        "Each pile",
        "mass",
        lambda m, t, n: (m + t) / n,
        [
            total.given("m"),
            given("taken from the stages before", "t", taken, "mass", 0.02 * taken),
            given("piles alike", "n", float(pieces), "count"),
        ],
        words="All the glass over the piles.",
        formula="(m + t)/n",
        source=published("sum of the parts"),
    )
    return each, total


def _plain(kg: float) -> Figure:
    return derive(
        "pile_all",
        "All piles",
        "mass",
        lambda m: m,
        [given("a usual pile", "m", kg, "mass")],
        words="100 g a pile, where nothing else is said.",
        formula="m",
        source=PRACTICE,
    )


def _high_m(laying: Laying) -> float:
    """How high a pile stands before it is pressed: loose pieces, or the thickest of what was taken, m."""
    return max(PILE_M, *(i.outcome.solid_m for i in laying.incoming), 0.0)


def _by_law(laying: Laying, pile: Figure, work_per_pa: float) -> float:
    """How thick heat work leaves a pile under its share of the weight, m; as it lies where nothing presses it."""
    volume, force = pile.value / laying.glass.kind.density_kg_m3, laying.layup.weight_kg * GRAVITY / _many(laying)
    if force <= 0 or volume <= 0:
        return _high_m(laying)
    return press_thickness(work_per_pa=work_per_pa, from_m=_high_m(laying), volume_m3=volume, force_n=force)


def _pressed(laying: Laying, pile: Figure, work_per_pa: float) -> Figure:
    """Where it ends between the shelves: as it shall, or where the law leaves it thicker."""
    to_m = laying.layup.to_m or PRESSED_M
    ends_m = _by_law(laying, pile, work_per_pa)
    if ends_m > to_m * (1 + 1e-9):
        volume, force_kg = pile.value / laying.glass.kind.density_kg_m3, laying.layup.weight_kg / _many(laying)
        return derive(
            "thickness_said",
            "Pressed to",
            "length",
            lambda h, *_: h,
            [
                given("where the law leaves it", "h₁", ends_m, "length"),
                given("heat work of the firing, ∫dt/η", "W", work_per_pa, "per_pa"),
                given("volume", "V", volume, "volume"),
                given("weight on each", "m", force_kg, "mass"),
                given("pile", "h₀", _high_m(laying), "length"),
            ],
            words="Heat work and weight are not enough to press it further."
            if force_kg > 0
            else "Nothing weighs on it, so nothing presses it.",
            formula="h₁",
            source=published("Gent 1960; ASTM C1351M; Dienes and Klemm 1946"),
            extra=[("a factor of three in time", 0.3 * ends_m if force_kg > 0 else 0.0)],
        )
    return derive(
        "thickness_said",
        "Pressed to",
        "length",
        lambda d: d,
        [given("pressed to", "d", to_m, "length")],
        words="What lies between the shelves in the end."
        if laying.layup.to_m is None
        else "As you said, or as the spacers are.",
        formula="d",
        source=PRACTICE if laying.layup.to_m is None else CHOICE,
    )


def _size(laying: Laying, pile: Figure, pressed: Figure) -> Figure:
    rho = laying.glass.kind.density_kg_m3
    return derive(
        "pressed_size",
        "Size",
        "length",
        lambda m, d, density: 2 * math.sqrt(m / density / d / math.pi),
        [pile.given("m"), pressed.given("d"), given("density of the glass", "ρ", rho, "density", 0.01 * rho)],
        words="The glass of a pile as a disc of that thickness; its edges come out round.",
        formula="2·√(m/(ρ·d·π))",
        source=published("volume is kept"),
        assumptions=["one round pile; gaps in it close", "good to about a tenth"],
        extra=[("piles are not round", 0.05 * 2 * math.sqrt(pile.value / rho / pressed.value / math.pi))],
    )


def _posts(span_m: tuple[float, float]) -> int:
    """Posts in rows under a shelf, none further apart than is safe under weight."""
    return math.prod(math.ceil(side / _SPAN_M) + 1 for side in span_m)


def _columns(pieces: int) -> int:
    return math.ceil(math.sqrt(pieces))


def _findings(laying: Laying, size: Figure, total: Figure) -> list[Finding]:
    room, pieces = laying.cradle.room, _many(laying)
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


def _sketch(laying: Laying, size: Figure, pressed: Figure) -> Sketch:
    room, pieces = laying.cradle.room, _many(laying)
    half = room.span_m[0] / 2
    columns = _columns(pieces)
    pitch = 2 * half / columns
    at = [-half + pitch * (i + 0.5) for i in range(columns)]
    high = _high_m(laying)
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


def _cold(laying: Laying) -> tuple[ColdBody, ...]:
    """Between shelves nothing bows: what was taken is solid and warms from its rim and through them."""
    taken = tuple(replace(taken_body(i, support="shelf"), cannot_bow=True, shade=None) for i in laying.incoming)
    if taken and laying.glass.own_charge_kg is None:
        return taken
    chunk = laying.glass.form.chunk_m
    loose = ColdBody(
        name=laying.glass.form.name,
        thickness_m=chunk,
        breadth_m=2 * chunk,
        widest_m=2 * chunk,
        support="shelf",
        is_loose=True,
    )
    return (*taken, loose)


def _load(laying: Laying, pile: Figure, pressed: Figure, size: Figure) -> Load:
    layup, room = laying.layup, laying.cradle.room
    counted = with_relief(pressed, layup.relief)
    high = _high_m(laying)
    shelf_kg = room.span_m[0] * room.span_m[1] * _SHELF_M * laying.cradle.material.density_kg_m3
    return Load(
        kind=laying.glass.kind,
        form=laying.glass.form,
        material=laying.cradle.material,
        rated_c=laying.cradle.rated_c,
        wall_m=laying.cradle.wall_m,
        thickness=counted,
        sheet_m=pressed.value,
        breadth_m=layup.breadth_m or size.value,
        widest_m=size.value,
        glass_kg=pile.value * _many(laying),
        mould_kg=2 * shelf_kg,
        mould_m3=(0.0, 0.0),
        outer_width_m=min(room.span_m),
        outer_height_m=2 * _SHELF_M + high,
        top_m=2 * _SHELF_M + high,
        support=laying.support("shelf"),
        entering=laying.enters,
        wet=layup.wet,
        press_kg=layup.weight_kg,
        press_to_m=layup.to_m or PRESSED_M,
        piles=_many(laying),
        cold=_cold(laying),
        pile_m=high,
    )


def _weight(laying: Laying) -> Figure:
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


def _lay_up(laying: Laying) -> LayupResult:
    return _laid(laying, laying.usual_work_per_pa)


def _laid(laying: Laying, work_per_pa: float) -> LayupResult:
    layup, room = laying.layup, laying.cradle.room
    pile, total = _pile(laying)
    pieces = _many(laying)
    pressed = _pressed(laying, pile, work_per_pa)
    size = _size(laying, pile, pressed)
    surely = _pressed(laying, pile, laying.sure_work_per_pa)
    load = _load(laying, pile, surely if surely.value > pressed.value else pressed, size)
    weight = _weight(laying)
    outcome = Outcome(
        outline="round",
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
        beads=(
            bead("pile", "Each pile", "glass", pile),
            bead("press_weight", "Weight on it", "layup", weight),
            bead("thickness", "Pressed to", "layup", load.thickness),
            bead("pressed_size", "Size", "layup", size),
        ),
        figures=(pile, total, pressed, size, weight, load.thickness),
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


def _finish(result: LayupResult, laying: Laying, fired: Fired | None) -> LayupResult:
    """Where the law of pressing leaves it on this programme: that is what comes out."""
    load = result.load
    to_m = load.press_to_m or PRESSED_M
    if fired is None:
        return result
    after = _laid(laying, fired.work(load.kind).total_per_pa)
    after = replace(after, load=load)
    thick, wide = after.outcome.thickness_m, after.outcome.length_m
    if load.press_kg <= 0 or load.glass_kg <= 0 or to_m >= load.pile_m or thick <= to_m * _SAME:
        return after
    found = finding(
        "layup.ends-thicker",
        "note",
        "By the law of pressing it ends {h} thick and {d} across on this programme.",
        "More weight on each pile, less glass in it, or longer at its peak; the law is good to a third in thickness.",
        h=show(round(thick, 4), "length"),
        d=show(round(wide, 3), "length"),
    )
    return replace(after, findings=(*after.findings, found))


def _follow(result: LayupResult, laying: Laying) -> Followed | None:
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

    def shape(work: float) -> Shape:
        thick = max(to_m, press_thickness(work_per_pa=work, from_m=high, volume_m3=volume, force_n=force))
        wide = math.sqrt(volume / thick / math.pi)
        piles = [block(x - wide, 0.0, x + wide, thick) for x in middles]
        words = say("{h} thick, {d} across", h=show(thick, "length"), d=show(round(2 * wide, 3), "length"))
        return Shape(
            [
                Body("shelf", "upper shelf", [block(-half, thick, half, thick + _SHELF_M)]),
                Body("after", "pressed", piles),
            ],
            words,
            [],
            [],
        )

    law = press_work(from_m=high, to_m=to_m, volume_m3=volume, force_n=force)
    return Followed(law / 30, law, shape)


PRESS = Family(
    key="press",
    name="Press between shelves",
    says="A pile is pressed flat between two shelves under weight.",
    cradle="shelves",
    shapes=("box", "cylinder"),
    sizes={"length": "Length", "width": "Width", "height": "Edge", "bore": "Across"},
    lay_up=_lay_up,
    finish=_finish,
    follow=_follow,
)
