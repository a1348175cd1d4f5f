"""Slumping: a blank goes down into a form that ends the fall, or through a ring."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from coldcradle.cradle.section import Dimension
from coldcradle.cradle.stack import Stack
from coldcradle.layup.blank import Blank, blank_across, blank_words, lay_blank
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
    mass_of_walls_kg,
    outcome_sentence,
    rack_findings,
)
from coldcradle.layup.sketch import Body, Matter, Points, Sketch, block, draw, offset_up
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["SLUMP", "meridian", "rim_after_m"]

# A blank up to 3 mm smaller than the rim is right; over it hangs or grips, a twentieth smaller it slides in; common
# practice, no source. A ring needs a margin that holds, some sixth of the hole all round.
_OVER_M, _UNDER_M, _SLIDES, _MARGIN = 0.0005, 0.003, 0.05, 1 / 6


def meridian(profile: Points) -> Points:
    """The form from its middle out to its rim, (half width, height), m."""
    return profile if profile[0][0] <= 1e-9 else [(0.0, profile[0][1]), *profile]


def _along(points: Points) -> np.ndarray:
    steps = np.diff(np.array(points), axis=0)
    return np.concatenate([[0.0], np.cumsum(np.hypot(steps[:, 0], steps[:, 1]))])


def rim_after_m(profile: Points, blank_m: float) -> float:
    """Half width at which the edge of a blank of a half width comes to rest, when it slides and does not stretch.

    The way along the form is as long as the blank was; what is longer than the form lies out over its rim.
    """
    points = meridian(profile)
    way = _along(points)
    if blank_m >= way[-1]:
        return float(points[-1][0] + blank_m - way[-1])
    return float(np.interp(blank_m, way, [x for x, _ in points]))


def _lying(profile: Points, blank_m: float) -> Points:
    """The line on which the glass lies in the end, from its left edge to its right."""
    points = meridian(profile)
    way = _along(points)
    end = min(blank_m, float(way[-1]))
    stops = [p for p, s in zip(points, way, strict=True) if s < end]
    edge = (
        float(np.interp(end, way, [x for x, _ in points])),
        float(np.interp(end, way, [z for _, z in points])),
    )
    right = [*stops, edge]
    if blank_m > way[-1]:
        right.append((edge[0] + blank_m - float(way[-1]), edge[1]))
    return [(-x, z) for x, z in reversed(right[1:])] + right


def _rim(laying: Laying, blank: Blank) -> Figure:
    half = blank.length_m / 2
    after = rim_after_m(laying.cradle.room.profile_m(), half)
    return derive(
        "rim_after",
        "Rim after",
        "length",
        lambda _d, x: 2 * x,
        [
            given("blank across", "D", blank.length_m, "length"),
            given(
                "half the form's width, half a blank along it from the middle",
                "x",
                after,
                "length",
                laying.cradle.reading_m,
            ),
        ],
        words="The edge is drawn in as the middle goes down: the way along the form is as long as the blank was.",
        formula="2·x",
        source=published("geometry of a sheet that slides and does not stretch"),
        assumptions=["a rim that grips the form stays out, and the glass stretches instead"],
        extra=[("how far the rim grips", abs(half - after))],
    )


def _depth(laying: Laying) -> Figure:
    height = laying.cradle.room.height_m
    return derive(
        "form_depth",
        "Reaches",
        "length",
        lambda h: h,
        [given("depth of the form", "H", height, "length", laying.cradle.reading_m)],
        words="Where the form ends the fall." if laying.process != "ring" else "From the ring to what catches it.",
        formula="H",
        source=published("as measured"),
    )


def _fit_findings(laying: Laying, blank: Blank) -> list[Finding]:
    """The blank against the rim of its form, or against the hole of its ring."""
    opening = laying.cradle.room.span_m[0]
    over = blank.length_m - opening
    shown = {"blank": show(blank.length_m, "length"), "rim": show(opening, "length"), "gap": show(abs(over), "length")}
    if laying.process == "ring":
        if over <= 0:
            return [
                finding(
                    "layup.falls-through",
                    "stop",
                    "The blank of {blank} falls through the hole of {rim}.",
                    "It must lie on the ring all round.",
                    **shown,
                )
            ]
        if over / 2 < _MARGIN * opening:
            return [
                finding(
                    "layup.slips-through",
                    "think",
                    "Only {m} of glass lie on the ring all round: it may slip through.",
                    "As the middle drops the edge is drawn in. Leave about {most}, or weigh the edge down.",
                    m=show(over / 2, "length"),
                    most=show(_MARGIN * opening, "length"),
                )
            ]
        return []
    if over > _OVER_M:
        return [
            finding(
                "layup.over-the-rim",
                "think",
                "The blank stands {gap} over the rim of {rim}.",
                "What hangs over bends down outside or grips the rim. Cut it to the rim, or up to {under} smaller.",
                under=show(_UNDER_M, "length"),
                **shown,
            )
        ]
    if -over > _SLIDES * opening:
        return [
            finding(
                "layup.slides-in",
                "think",
                "The blank is {gap} smaller than the rim of {rim}: it slides in, and seldom straight.",
                "Cut it to the rim, or up to {under} smaller.",
                under=show(_UNDER_M, "length"),
                **shown,
            )
        ]
    return []


def _sketch(laying: Laying, blank: Blank, *, down: float) -> Sketch:
    """Form, blank on its rim, and the glass as it comes to lie; `down` is the share of the way it goes."""
    room, wall = laying.cradle.room, laying.cradle.wall_m
    brim, half = room.height_m, blank.length_m / 2
    outer = room.half_width_m + max(wall, 0.004)
    thick = blank.thickness.value
    floor = 0.0 if laying.process == "ring" else -wall
    matter: Matter = "steel" if laying.cradle.material.key in ("stainless", "mild-steel") else "refractory"
    if laying.process == "ring":
        plate = max(wall, 0.006)
        form = [
            block(-outer, brim - plate, -room.half_width_m, brim),
            block(room.half_width_m, brim - plate, outer, brim),
        ]
        arc = np.linspace(-1.0, 1.0, 41)
        hole = room.half_width_m
        line = [(-half, brim), *[(float(t) * hole, brim - down * brim * float(1 - t * t)) for t in arc], (half, brim)]
    else:
        form = [block(-outer, -wall, outer, brim), *room.rings_xz()]
        line = [(x, brim + (z - brim) * down) for x, z in _lying(room.profile_m(), half)]
    bodies = [
        Body(matter, laying.cradle.name, form),
        Body("shelf", "shelf", [block(-outer - 0.02, floor - 0.008, outer + 0.02, floor)]),
        Body("after", "after the firing", [offset_up(line, thick)]),
        Body("glass", "as it goes in", [block(-half, brim, half, brim + thick)]),
    ]
    name = "hole" if laying.process == "ring" else "rim"
    opening = 2 * room.half_width_m
    part = f"cradle.parts.0.{_rim_field(laying)}" if _rim_field(laying) else ""
    height = "" if not hasattr(room, "parts") else "cradle.parts.0.height"
    dimensions = [
        Dimension("layup.length", "blank", "x", brim + thick, -half, half, 2, show(blank.length_m, "length")),
        Dimension(part, name, "x", brim, -opening / 2, opening / 2, 1, show(opening, "length")),
        Dimension(height, "deep", "z", -outer, 0.0, brim, 1, show(brim, "length")),
    ]
    return draw(bodies, dimensions)


_RIMS = {"cap": "rim", "cylinder": "bore", "frustum": "top", "box": "length", "oval": "length", "barrel": "width"}


def _rim_field(laying: Laying) -> str:
    room = laying.cradle.room
    return _RIMS.get(room.parts[0].shape, "") if isinstance(room, Stack) and len(room.parts) == 1 else ""


def _blank(laying: Laying) -> Blank:
    room = laying.cradle.room
    across, into = room.span_m
    is_round = room.plan in ("round", "ring", "oval")
    margin = 2 * _MARGIN * across if laying.process == "ring" else 0.0
    return lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline="round" if is_round else "square" if abs(across - into) < 1e-6 else "oblong",
        length_m=across + margin,
        width_m=into + margin,
    )


def _cradle_answer(laying: Laying) -> Message:
    room = laying.cradle.room
    shown = {"rim": show(room.span_m[0], "length"), "deep": show(room.height_m, "length")}
    if laying.process == "ring":
        return say("Through a hole of **{rim}**, **{deep}** down to what catches it.", **shown)
    return say("A form of **{rim}** across its rim, **{deep}** deep.", **shown)


def _lay_up(laying: Laying) -> LayupResult:
    blank, room = _blank(laying), laying.cradle.room
    support = laying.support("cradle")
    load = flat_load(
        laying,
        blank,
        blank.thickness,
        support=support,
        top_m=room.height_m + laying.cradle.wall_m + blank.thickness.value,
        outer_m=max(2 * (room.half_width_m + laying.cradle.wall_m), blank.length_m),
        mould_kg=mass_of_walls_kg(laying.cradle) if laying.process != "ring" else 2.0,
        span_m=min(room.span_m),
        depth_m=room.height_m,
    )
    rim, depth = _rim(laying, blank), _depth(laying)
    if laying.process == "ring":
        beads = [bead("reaches", "Drops", "layup", depth)]
    else:
        beads = [bead("rim_after", "Rim after", "layup", rim), bead("reaches", "Reaches", "layup", depth)]
    outcome = kept_outcome(
        laying.glass.kind,
        blank,
        length_m=rim.value if laying.process != "ring" else blank.length_m,
        width_m=rim.value if laying.process != "ring" else blank.width_m,
        relief=laying.layup.relief,
        shaped="slumped",
    )
    return LayupResult(
        load=load,
        beads=(
            bead("blank", "Blank", "layup", blank_across(blank)),
            bead("piece_mass", "Weighs", "glass", blank.mass),
            *beads,
            bead("thickness", "Thickest", "layup", load.thickness),
        ),
        figures=(blank_across(blank), blank.mass, blank.new, blank.thickness, rim, depth, load.thickness),
        answers={
            "cradle": _cradle_answer(laying),
            "glass": flat_answer(laying, blank),
            "layup": _layup_answer(laying, blank, rim),
        },
        states=flat_states(laying),
        findings=(*rack_findings(laying, blank), *_fit_findings(laying, blank)),
        weigh=cut_list(laying, blank),
        outcome=outcome,
        sketch=_sketch(laying, blank, down=1.0),
    )


def _layup_answer(laying: Laying, blank: Blank, rim: Figure) -> Message:
    over = blank.length_m - laying.cradle.room.span_m[0]
    words = blank_words(blank)
    if laying.process == "ring":
        told = say("{m} of it lie on the ring all round.", m=show(max(0.0, over / 2), "length"))
    elif -_UNDER_M - 1e-9 <= over <= _OVER_M:
        told = say("It fits the rim, and ends about {r} across.", r=rim.shown)
    else:
        told = say("It is {gap} off the rim, and ends about {r} across.", gap=show(abs(over), "length"), r=rim.shown)
    return Message(f"**{words.metric}.** {told.metric}", f"**{words.us}.** {told.us}")


def _finish(result: LayupResult, laying: Laying, line: FiringLine | None) -> LayupResult:
    """What comes out is said once the firing is known to go that far."""
    end = outcome_sentence(result.outcome)
    layup = result.answers["layup"]
    said = {**result.answers, "layup": Message(f"{layup.metric} {end.metric}", f"{layup.us} {end.us}")}
    return replace(result, answers=said)


SLUMP = Family(
    key="slump",
    name="Slump a blank",
    says="A flat blank softens and goes down into a form, or through a ring.",
    cradle="form",
    shapes=("cap", "frustum", "cylinder", "box", "oval", "barrel", "wave", "bend"),
    sizes={"height": "Depth", "bore": "Rim or hole", "rim": "Rim", "top": "Rim", "bottom": "Floor"},
    lay_up=_lay_up,
    finish=_finish,
)
