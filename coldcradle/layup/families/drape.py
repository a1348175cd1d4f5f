"""Draping and bending: a blank lies over a former, and what hangs over comes down."""

from __future__ import annotations

import math
from dataclasses import replace

from coldcradle.cradle.section import Dimension
from coldcradle.cradle.solid import Solid
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
    outcome_sentence,
    rack_findings,
)
from coldcradle.layup.sketch import Body, Matter, Sketch, block, draw
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["DRAPE"]

_ABOVE_SHELF_M = 0.010  # an arm's end stays so far above the shelf; common practice, no source


def _top_m(laying: Laying) -> float:
    """Width of the former where the glass leaves it."""
    room = laying.cradle.room
    return 2 * (room.half_width_m if isinstance(room, Solid) else room.profile_m()[-1][0])


def _overhang(laying: Laying, blank: Blank) -> Figure:
    return derive(
        "overhang",
        "Overhang",
        "length",
        lambda length, top: (length - top) / 2,
        [
            given("blank across", "L", blank.length_m, "length", 0.001),
            given("former across its top", "w", _top_m(laying), "length", laying.cradle.reading_m),
        ],
        words="What hangs over on either side when the blank lies in the middle.",
        formula="(L − w)/2",
        source=published("plane geometry"),
    )


def _clearance(laying: Laying, overhang: Figure) -> Figure:
    layup, cradle = laying.layup, laying.cradle
    return derive(
        "clearance",
        "Clears the shelf by",
        "length",
        lambda high, posts, lining, over: high + posts + lining - over,
        [
            given("former, high", "H", cradle.room.height_m, "length", cradle.reading_m),
            given("posts under it", "p", layup.posts_m, "length", 0.0005),
            given("lining on it", "f", layup.lining_m, "length", 0.0005),
            overhang.given("o", "overhang"),
        ],
        words="The arm hangs straight down in the end, as long as it stood out.",
        formula="H + p + f − o",
        source=published("plane geometry"),
        assumptions=["the arm does not stretch", "the shelf is flat"],
    )


def _fit_findings(laying: Laying, blank: Blank, overhang: Figure, clear: Figure) -> list[Finding]:
    found: list[Finding] = []
    least = _ABOVE_SHELF_M - clear.value
    raise_m = math.ceil(max(0.0, least) / 0.005 - 1e-9) * 0.005
    if overhang.value <= 0:
        found.append(
            finding(
                "layup.nothing-hangs",
                "stop",
                "The blank of {b} does not reach over the former of {w}.",
                "Nothing hangs over, so nothing comes down. Cut it longer, or take a smaller former.",
                b=show(blank.length_m, "length"),
                w=show(_top_m(laying), "length"),
            )
        )
    elif clear.value < 0:
        found.append(
            finding(
                "layup.hits-the-shelf",
                "stop",
                "The arm hits the shelf by {d}.",
                "Raise the former at least {r}, or cut the blank shorter.",
                d=show(-clear.value, "length"),
                r=show(raise_m, "length"),
            )
        )
    elif least > 0:
        found.append(
            finding(
                "layup.near-the-shelf",
                "think",
                "The arm ends only {d} above the shelf.",
                "Glass stretches a little as it comes down. Raise the former at least {r}.",
                d=clear.shown,
                r=show(raise_m, "length"),
            )
        )
    into = laying.cradle.room.span_m[1]
    if laying.process == "bend" and blank.width_m > into + 1e-4:
        found.append(
            finding(
                "layup.wider-than-former",
                "stop",
                "The glass is {b} wide, its former {w}.",
                "What is wider than the former bends down at the sides too.",
                b=show(blank.width_m, "length"),
                w=show(into, "length"),
            )
        )
    if overhang.value > 0 and _top_m(laying) < 2 * overhang.value:
        found.append(
            finding(
                "layup.may-tip",
                "note",
                "The former is narrower than both arms: the blank may tip before it softens.",
                "Lay it exactly in the middle, or hold it with a weight until it bends.",
            )
        )
    return found


def _sketch(laying: Laying, blank: Blank, overhang: Figure) -> Sketch:
    room, layup = laying.cradle.room, laying.layup
    foot, top, thick = layup.posts_m, layup.posts_m + room.height_m, blank.thickness.value
    bed, half, arm = top + layup.lining_m, blank.length_m / 2, max(0.0, overhang.value)
    edge = _top_m(laying) / 2
    former = [[(x, z + foot) for x, z in ring] for ring in room.rings_xz()]
    matter: Matter = "steel" if laying.cradle.material.key in ("stainless", "mild-steel") else "refractory"
    bodies = [Body(matter, laying.cradle.name, former)]
    if foot > 0:
        post = min(0.02, edge / 2)
        bodies.append(
            Body("refractory", "posts", [block(-edge, 0.0, -edge + post, foot), block(edge - post, 0.0, edge, foot)])
        )
    if layup.lining_m > 0:
        bodies.append(Body("fibre", "lining", [block(-edge, top, edge, bed)]))
    reach = max(half, edge + thick) + 0.02
    bodies.append(Body("shelf", "shelf", [block(-reach, -0.008, reach, 0.0)]))
    low = bed + thick - arm
    hung = [
        (-edge - thick, low),
        (-edge - thick, bed + thick),
        (edge + thick, bed + thick),
        (edge + thick, low),
        (edge, low),
        (edge, bed),
        (-edge, bed),
        (-edge, low),
    ]
    if arm > 0:
        bodies.append(Body("after", "after the firing", [hung]))
    bodies.append(Body("glass", "as it goes in", [block(-half, bed, half, bed + thick)]))
    part = "cradle.parts.0.height" if hasattr(room, "parts") else ""
    dimensions = [
        Dimension("layup.length", "blank", "x", bed + thick, -half, half, 2, show(blank.length_m, "length")),
        Dimension("", "overhang", "x", bed, edge, half, 1, overhang.shown),
        Dimension(part, "former", "z", -reach, foot, top, 1, show(room.height_m, "length")),
        Dimension("layup.posts", "posts", "z", -reach, 0.0, foot, 1, show(foot, "length")),
    ]
    return draw(bodies, [d for d in dimensions if d.to_m - d.from_m > 1e-6 or d.path == "layup.length"])


def _layup_answer(laying: Laying, blank: Blank, overhang: Figure, clear: Figure) -> Message:
    words = blank_words(blank)
    if overhang.value <= 0:
        told = say("It does not reach over the former.")
    elif clear.value < 0:
        told = say("Its arms of {o} **hit the shelf by {d}**.", o=overhang.shown, d=show(-clear.value, "length"))
    else:
        told = say("Its arms of {o} come down and **clear the shelf by {d}**.", o=overhang.shown, d=clear.shown)
    return Message(f"**{words.metric}.** {told.metric}", f"**{words.us}.** {told.us}")


def _lay_up(laying: Laying) -> LayupResult:
    cradle, room = laying.cradle, laying.cradle.room
    top, into = _top_m(laying), room.span_m[1]
    blank = lay_blank(
        laying.layup,
        laying.glass,
        laying.incoming,
        outline="oblong" if laying.process == "bend" else "square",
        length_m=top + min(room.height_m, top),
        width_m=into,
    )
    overhang = _overhang(laying, blank)
    clear = _clearance(laying, overhang)
    high = room.height_m + laying.layup.posts_m + laying.layup.lining_m + blank.thickness.value
    shell_m2 = 2 * (room.span_m[0] + into) * room.height_m + room.span_m[0] * into
    load = flat_load(
        laying,
        blank,
        blank.thickness,
        support=laying.support("posts"),
        top_m=high,
        outer_m=max(blank.length_m, 2 * room.half_width_m),
        mould_kg=shell_m2 * cradle.wall_m * cradle.material.density_kg_m3,
        span_m=overhang.value if overhang.value > 0 else None,
        depth_m=overhang.value if overhang.value > 0 else None,
    )
    across = blank_across(blank)
    return LayupResult(
        load=load,
        beads=(
            bead("blank", "Blank", "layup", across),
            bead("piece_mass", "Weighs", "glass", blank.mass),
            bead("overhang", "Overhang", "layup", overhang),
            bead("clearance", "Clears by", "layup", clear),
            bead("thickness", "Thickest", "layup", load.thickness),
        ),
        figures=(across, blank.mass, blank.new, blank.thickness, overhang, clear, load.thickness),
        answers={
            "cradle": say(
                "A former of **{w}** across its top, **{h}** high.",
                w=show(top, "length"),
                h=show(room.height_m, "length"),
            ),
            "glass": flat_answer(laying, blank),
            "layup": _layup_answer(laying, blank, overhang, clear),
        },
        states=flat_states(laying),
        findings=(*rack_findings(laying, blank), *_fit_findings(laying, blank, overhang, clear)),
        weigh=cut_list(laying, blank),
        outcome=kept_outcome(
            laying.glass.kind,
            blank,
            outline="oblong",
            length_m=top + 2 * blank.thickness.value,
            width_m=blank.width_m,
            relief=laying.layup.relief,
            shaped="draped",
        ),
        sketch=_sketch(laying, blank, overhang),
    )


def _finish(result: LayupResult, laying: Laying, line: FiringLine | None) -> LayupResult:
    end, layup = outcome_sentence(result.outcome), result.answers["layup"]
    said = {**result.answers, "layup": Message(f"{layup.metric} {end.metric}", f"{layup.us} {end.us}")}
    return replace(result, answers=said)


DRAPE = Family(
    key="drape",
    name="Drape over a former",
    says="A blank lies over a former, and what hangs over comes down.",
    cradle="former",
    shapes=("box", "cylinder", "frustum"),
    sizes={"height": "Height", "bore": "Width across", "top": "Top width", "bottom": "Foot width"},
    lay_up=_lay_up,
    finish=_finish,
)
