"""A blank that melts right into its form: how deep and how wide it stands there, what comes out, how it looks."""

from __future__ import annotations

import math

from coldcradle.cradle.filled import filled_span_m
from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.stack import Room
from coldcradle.layup.blank import Blank
from coldcradle.layup.families.face import LayupRequest, kept_outcome
from coldcradle.layup.families.slump_figures import formed_room
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Body, Points, block
from coldcradle.layup.solids import below
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["outline_of", "pool_across", "pool_body", "pool_depth", "pool_depth_m", "pool_plan", "pooled"]


def outline_of(room: Room) -> BlankOutline:
    """A blank's outline as its form has it."""
    across, into = room.span_m
    even = BlankOutline.SQUARE if abs(across - into) < 1e-6 else BlankOutline.OBLONG
    if room.plan.is_round:
        return BlankOutline.ROUND
    return BlankOutline.OVAL if room.plan is Plan.OVAL else even


def pool_depth_m(laying: LayupRequest, blank: Blank) -> float:
    """How deep a blank stands in its form once it has melted, m; what the form does not hold stands over its brim."""
    room, density = formed_room(laying), laying.glass.kind.density_kg_m3
    volume, full = blank.mass.value / density, float(room.volume_m3(room.height_m))
    if volume <= full:
        return room.level_m(volume)
    return room.height_m + (volume - full) / max(1e-9, room.area_m2(room.height_m))


def pool_depth(laying: LayupRequest, blank: Blank) -> Figure:
    """How deep it stands in its form once it has melted."""
    return derive(
        "pool_depth",
        "Pools to",
        "length",
        lambda d, *_: d,
        [
            given("where this much glass stands in the form", "d", pool_depth_m(laying, blank), "length"),
            given("volume", "V", blank.mass.value / laying.glass.kind.density_kg_m3, "volume"),
        ],
        words="It melts and finds its level: all of it, as deep as the form makes it.",
        formula="d",
        source=published("solid geometry"),
    )


def pool_across(laying: LayupRequest, blank: Blank) -> Figure:
    """How wide it stands in its form once it has melted."""
    room, deep = formed_room(laying), pool_depth(laying, blank)
    return derive(
        "pool_across",
        "Melts to",
        "length",
        lambda w, *_: w,
        [
            given("the form's width at that height", "w", filled_span_m(room, deep.value)[0], "length", 0.001),
            deep.given("d", "as deep as it stands"),
        ],
        words="It lies level, and is as wide as the form is where it stands.",
        formula="w",
        source=published("solid geometry"),
    )


def pooled(laying: LayupRequest, blank: Blank) -> Outcome:
    """What has melted is as wide as its form where it stands, as deep as it fills it."""
    room = formed_room(laying)
    deep_m = pool_depth_m(laying, blank)
    across, into = filled_span_m(room, deep_m)
    return kept_outcome(
        laying.glass.kind,
        blank,
        outline=outline_of(room),
        area_m2=None,
        length_m=across,
        width_m=into,
        thickness_m=deep_m,
        raised=None,
        wall_m=None,
        relief=laying.layup.relief,
        shaped="cast",
    )


def pool_body(laying: LayupRequest, blank: Blank) -> Body:
    """The glass once it has melted, level in its form, and what stands over the brim."""
    room = formed_room(laying)
    deep_m, half = pool_depth_m(laying, blank), room.half_width_m
    rings = below(room.rings_xz(), deep_m)
    if deep_m > room.height_m:
        rings.append(block(-half, room.height_m, half, deep_m))
    return Body("after", "after the firing", rings)


def pool_plan(laying: LayupRequest, blank: Blank) -> Body:
    """The same from above."""
    made = pooled(laying, blank)
    half_x, half_y = made.length_m / 2, made.width_m / 2
    ring: Points = block(-half_x, -half_y, half_x, half_y)
    if made.outline in (BlankOutline.ROUND, BlankOutline.OVAL):
        turns = [2 * math.pi * i / 72 for i in range(72)]
        ring = [(half_x * math.cos(t), half_y * math.sin(t)) for t in turns]
    return Body("after", "after the firing", [ring])
