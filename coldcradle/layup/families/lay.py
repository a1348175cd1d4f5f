"""Laying flat: layers and parts on a shelf, fused, tacked, textured, polished, stuck or spread."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.cradle.section import Dimension
from coldcradle.layup.blank import Blank, blank_across, blank_words, lay_blank
from coldcradle.layup.deform.drop import MOST_DROP_M3, rounding_work
from coldcradle.layup.deform.spread import rest_thickness, spread, spread_work
from coldcradle.layup.families.face import (
    Family,
    Fired,
    Laying,
    LayupResult,
    bead,
    cut_list,
    flat_answer,
    flat_load,
    flat_states,
    kept_outcome,
    outcome_sentence,
    rack_findings,
)
from coldcradle.layup.families.plans import plan_of
from coldcradle.layup.followed import Followed, Shape
from coldcradle.layup.parts import dot_diameter
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding
from coldcradle.report.thread import Bead

__all__ = ["LAY"]

_RUNS = ("full", "spread")  # hot and long enough for layers to become one pool
_KEEPS = 1.02  # growth that nobody sees
_DOT_M, _DOT_THICK = 0.025, 0.25  # nipped pieces this small and this thick gather into dots
_NEEDLES = 0.25  # of the thickness at rest: a sheet so thin is gathered at tacking heat already
_SHRINKS = 0.95  # powder that only sticks becomes a twentieth smaller; common practice, no source
_HIGH = 2.0  # times the thickness free glass rests at: lower parts are drawn level by the surface
_OVER_WORK = 1.1  # times what it bears: from there it is said
_FILLS = 0.95  # of a dam: what is left beside the blank is a gap, not room


def _melted(laying: Laying, blank: Blank) -> Figure:
    """How thick all of it is once parts have sunk in, m; only where it becomes one pool."""
    if laying.process not in _RUNS or (blank.parts_m <= 0 and not blank.is_hollow):
        return blank.thickest
    rho = laying.glass.kind.density_kg_m3
    return derive(
        "blank_thickness",
        "Blank, thick",
        "length",
        lambda m, a, density: m / a / density,
        [
            blank.mass.given("m"),
            given("area of the blank", "A", blank.area_m2, "area"),
            given("density of the glass", "ρ", rho, "density", 0.01 * rho),
        ],
        words="Parts sink in and become one with the sheet: all the glass over the area.",
        formula="m/(A·ρ)",
        source=published("volume is kept"),
    )


def _is_dammed(laying: Laying, blank: Blank, thick: Figure) -> bool:
    """Walls as near and as high as the glass hold it: inside a dam nothing spreads."""
    room = laying.cradle.room
    is_filled = blank.area_m2 >= _FILLS * room.area_m2(min(thick.value, room.height_m))
    return is_filled and room.height_m >= _FILLS * thick.value


def _grown(laying: Laying, blank: Blank, thick: Figure, work: float) -> tuple[Figure, Figure] | None:
    if laying.process not in _RUNS or _is_dammed(laying, blank, thick):
        return None
    return spread(laying.glass.kind, area_m2=blank.area_m2, thickness_m=thick.value, work_per_pa=work)


def _dot(laying: Laying, blank: Blank) -> tuple[Figure, float] | None:
    """A small thick piece that is drawn round by its own surface: its diameter, and its height, m; None for others."""
    is_small = blank.length_m <= _DOT_M and blank.thickness.value >= _DOT_THICK * blank.length_m
    is_drop = blank.area_m2 * blank.thickness.value <= MOST_DROP_M3
    if (
        laying.process != "full"
        or not (is_small and is_drop)
        or blank.parts
        or blank.outline not in ("square", "oblong")
    ):
        return None
    side = math.sqrt(blank.area_m2)
    figure, drop = dot_diameter(side_m=side, thickness_m=blank.thickness.value, kind=laying.glass.kind)
    return replace(figure, key="grows_to", name="Grows to"), drop.height_m


def _lump(laying: Laying, blank: Blank, pool: Figure) -> Figure:
    """Where a high part surely still stands over the pool it sinks into; the pool where it is level."""
    raised = blank.raised
    rest_m = rest_thickness(laying.glass.kind).value
    if laying.process not in _RUNS or raised is None or blank.parts_m <= _HIGH * rest_m:
        return pool
    area_m2 = math.pi * raised.half_m**2
    high_m = blank.thickest.value - raised.base_m
    _, stands = spread(laying.glass.kind, area_m2=area_m2, thickness_m=high_m, work_per_pa=laying.sure_work_per_pa)
    if stands.value + raised.base_m <= pool.value:
        return pool
    return derive(
        "lump_thickness",
        "Thickest, where a part stood",
        "length",
        lambda d, h: d + h,
        [
            given("the sheet under it", "d", raised.base_m, "length"),
            stands.given("h", "what surely still stands of the part"),
        ],
        words="A high part runs out before it is level; where it stood the pool is thicker for long.",
        formula="d + h",
        source=stands.source,
        assumptions=list(stands.assumptions),
    )


def _scale(grown: tuple[Figure, Figure] | None, blank: Blank) -> float:
    """How much larger across it becomes."""
    return 1.0 if grown is None else grown[0].value / math.sqrt(4 * blank.area_m2 / math.pi)


def _size_after(blank: Blank, times: float, of: Figure | None) -> Figure:
    return derive(
        "grows_to",
        "Grows to",
        "length",
        lambda d, k: d * k,
        [given("blank across", "D", blank.length_m, "length", 0.001), given("grows by", "k", times, "ratio")],
        words="A pool deeper than it would rest runs out; corners go round."
        if of
        else "Grains that stick draw together by about a twentieth."
        if times < 1
        else "It keeps its outline.",
        formula="D·k",
        source=of.source if of else PRACTICE if times < 1 else published("at this heat it does not run"),
        assumptions=list(of.assumptions) if of else [],
        extra=[("the estimate itself", of.u * blank.length_m / max(1e-9, of.value) if of else 0.0)],
    )


def _draws_in(laying: Laying, thick: Figure) -> bool:
    """Whether it is so much thinner than free glass rests that its surface gathers it."""
    rest = rest_thickness(laying.glass.kind).value
    return thick.value < (0.75 if laying.process in _RUNS else _NEEDLES) * rest


def _layup_findings(laying: Laying, blank: Blank, thick: Figure, times: float) -> list[Finding]:
    rest = rest_thickness(laying.glass.kind).value
    room = laying.cradle.room
    found = []
    after = blank.length_m * times
    if after > max(room.span_m) + 1e-4:
        found.append(
            finding(
                "layup.off-the-shelf",
                "stop",
                "It ends {d} across; the shelf is {s}.",
                "Glass that runs off a shelf welds to it. Take a larger one, less glass, or a dam.",
                d=show(after, "length"),
                s=show(max(room.span_m), "length"),
            )
        )
    if _draws_in(laying, thick):
        found.append(
            finding(
                "layup.draws-in",
                "think" if thick.value < _NEEDLES * rest else "note",
                "At {d} it is thinner than free glass likes to be, {r}: its edges draw in and thicken.",
                "Two layers keep their outline; a single one needles and pulls holes.",
                d=show(round(thick.value, 4), "length"),
                r=show(round(rest, 4), "length"),
            )
        )
    return found


def _dot_findings(laying: Laying, blank: Blank, work_per_pa: float) -> list[Finding]:
    """Whether the firing is long and hot enough for its corners to go."""
    need = rounding_work(math.sqrt(blank.area_m2) / 2)
    if work_per_pa >= need:
        return []
    return [
        finding(
            "layup.dots-not-round",
            "think",
            "This firing does {p} of the heat work that rounds it.",
            "Hotter, longer, and in the kiln's hottest place. Corners that are left show through what is laid on them.",
            p=f"{100 * work_per_pa / need:.0f} %",
        )
    ]


def _sketch(laying: Laying, blank: Blank, after_m: float, after_thick: float) -> Sketch:
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


def _beads(laying: Laying, blank: Blank, size: Figure, load_thickness: Figure) -> tuple[Bead, ...]:
    return (
        bead("blank", "Size", "layup", blank_across(blank)),
        bead("piece_mass", "Weighs", "glass", blank.mass),
        bead("thickness", "Thickest", "layup", load_thickness),
        bead("grows_to", "Grows to", "layup", size),
    )


def _lay_up(laying: Laying) -> LayupResult:
    return _laid(laying, laying.usual_work_per_pa)


def _blank(laying: Laying) -> Blank:
    usual = 0.7 * min(laying.cradle.room.span_m)
    blank = _lay(laying, usual, is_stacked=laying.is_stacked)
    room = laying.cradle.room
    fits = blank.pieces * blank.area_m2 <= float(room.area_m2(room.height_m)) * (1 + 1e-9)
    return blank if fits or laying.is_stacked else _lay(laying, usual, is_stacked=True)


def _lay(laying: Laying, usual_m: float, *, is_stacked: bool) -> Blank:
    return lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline="square",
        length_m=usual_m,
        width_m=usual_m,
        is_stacked=is_stacked,
        packing=laying.glass.form.packing if _is_powder(laying) else 1.0,
    )


def _is_powder(laying: Laying) -> bool:
    """Powder or grains in a mould of the bench, frozen or pressed, and stuck together without melting."""
    return laying.process == "stick" and laying.glass.form.heaps and not laying.incoming


def _most_work(laying: Laying, blank: Blank) -> float:
    """Heat work beyond which work that is for the face alone runs further than it bears, 1/Pa."""
    if laying.bears is None or blank.is_hollow:
        return math.inf
    mean_m = blank.mass.value / blank.area_m2 / laying.glass.kind.density_kg_m3
    if _is_dammed(laying, blank, blank.thickest):
        return math.inf
    return spread_work(laying.glass.kind, area_m2=blank.area_m2, thickness_m=mean_m, times=laying.bears)


def _laid(laying: Laying, work_per_pa: float) -> LayupResult:
    room = laying.cradle.room
    blank = _blank(laying)
    cold = _melted(laying, blank)
    grown = _grown(laying, blank, cold, work_per_pa)
    times = _SHRINKS if _is_powder(laying) else _scale(grown, blank)
    dot = _dot(laying, blank)
    size = dot[0] if dot else _size_after(blank, times, grown[0] if grown else None)
    final = grown[1] if grown else cold
    times = size.value / blank.length_m if dot else times
    surely = _grown(laying, blank, cold, laying.sure_work_per_pa)
    stands = _lump(laying, blank, surely[1] if surely else cold)
    load = flat_load(
        laying,
        blank,
        stands,
        support=laying.support("shelf"),
        top_m=0.015 + blank.thickest.value,
        outer_m=max(min(room.span_m), blank.length_m),
        mould_kg=0.0,
        sheet_m=cold.value,
        raised=blank.raised if laying.process not in _RUNS else None,
        is_hollow=blank.is_hollow and laying.process not in _RUNS,
        most_work_per_pa=_most_work(laying, blank),
    )
    after_m, after_thick = size.value, dot[1] if dot else final.value
    figures = [blank_across(blank), blank.mass, blank.new, blank.thickness, size, final, load.thickness]
    words = blank_words(blank)
    told = (
        say("It draws round, **{d}** across.", d=size.shown)
        if dot
        else say("It runs out to about **{d}**.", d=size.shown)
        if times > _KEEPS
        else say("Its grains stick, and it shrinks to about **{d}**.", d=size.shown)
        if _is_powder(laying)
        else say("Its edges draw in and thicken.")
        if _draws_in(laying, cold)
        else say("It keeps its outline.")
    )
    outcome = kept_outcome(
        laying.glass.kind,
        blank,
        length_m=after_m,
        width_m=blank.width_m * times,
        **_ends(laying, blank, after_thick),
        finish="texture" if laying.process == "texture" else "gloss",
        outline="round" if dot else blank.outline,
        area_m2=blank.area_m2 * times**2 if blank.outline == "drawn" else None,
        relief=laying.layup.relief if laying.process not in _RUNS else "none",
    )
    end = outcome_sentence(outcome)
    return LayupResult(
        load=load,
        beads=_beads(laying, blank, size, load.thickness),
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
            *([] if dot else _layup_findings(laying, blank, cold, times)),
            *(_dot_findings(laying, blank, work_per_pa) if dot else []),
        ),
        blank=blank,
        weigh=cut_list(laying, blank),
        outcome=outcome,
        sketch=_sketch(laying, blank, after_m, after_thick),
    )


def _ends(laying: Laying, blank: Blank, after_m: float) -> dict[str, object]:
    """How thick it ends: a pool is even, work that is for the face keeps what is raised and what is hollow."""
    if laying.process in _RUNS:
        return {"thickness_m": after_m, "raised": None, "wall_m": None}
    if _is_powder(laying):
        return {"thickness_m": blank.thickest.value * _SHRINKS}
    return {}


def _runs_too_far(laying: Laying, blank: Blank, work_per_pa: float) -> list[Finding]:
    """Work that is for the face alone, so hot and long that the whole piece runs."""
    most = _most_work(laying, blank)
    if laying.bears is None or work_per_pa <= most * _OVER_WORK:
        return []
    mean_m = blank.mass.value / blank.area_m2 / laying.glass.kind.density_kg_m3
    size, thin = spread(laying.glass.kind, area_m2=blank.area_m2, thickness_m=mean_m, work_per_pa=work_per_pa)
    times = size.value / math.sqrt(4 * blank.area_m2 / math.pi)
    return [
        finding(
            "layup.runs-too-far",
            "stop",
            "This firing makes it run {p} wider and stand {h} thick.",
            "It is soft through for too long for work on its face. Go cooler or shorter, or put a dam round it.",
            p=f"{100 * (times - 1):.0f} %",
            h=show(round(thin.value, 4), "length"),
        )
    ]


def _finish(result: LayupResult, laying: Laying, fired: Fired | None) -> LayupResult:
    """The size after comes from the heat work of this firing, where it can be done."""
    if fired is None:
        return result
    if laying.process not in _RUNS:
        done = fired.work(laying.glass.kind).total_per_pa
        return replace(result, findings=(*result.findings, *_runs_too_far(laying, _blank(laying), done)))
    after = _laid(laying, fired.work(laying.glass.kind).total_per_pa)
    return replace(after, load=result.load)


def _follow(result: LayupResult, laying: Laying) -> Followed | None:
    """A pool that runs out until it rests; None where it keeps its outline."""
    blank = _blank(laying)
    cold = _melted(laying, blank)
    if _scale(_grown(laying, blank, cold, 3 * laying.usual_work_per_pa), blank) <= _KEEPS:
        return None

    def shape(work: float) -> Shape:
        grown = _grown(laying, blank, cold, max(work, 0.0))
        wide = blank.length_m * _scale(grown, blank)
        thick = grown[1].value if grown else cold.value
        words = say("{d} across, {h} thick", d=show(round(wide, 3), "length"), h=show(round(thick, 4), "length"))
        return Shape([Body("after", "run out", [block(-wide / 2, 0.0, wide / 2, thick)])], words, [], [])

    return Followed(laying.usual_work_per_pa / 30, laying.usual_work_per_pa * 3, shape)


LAY = Family(
    key="lay",
    name="Lay flat",
    says="Layers and parts lie on a shelf and become one, or take a texture or a shine.",
    cradle="shelf",
    shapes=("box", "cylinder"),
    sizes={"length": "Length", "width": "Width", "height": "Edge", "bore": "Across"},
    lay_up=_lay_up,
    finish=_finish,
    follow=_follow,
)
