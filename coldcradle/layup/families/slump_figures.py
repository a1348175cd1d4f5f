"""The figures of a blank on its form or ring: its rim after, its way down, its thinnest place."""

from __future__ import annotations

import itertools
import math
import operator

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.stack import Room, Stack
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.model.form import between, rim_after_m
from coldcradle.layup.motion import SHEET
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["cut_length", "drawn_in_m", "form_depth", "formed_room", "formed_size", "rim_after", "thinnest"]


def formed_room(laying: LayupRequest) -> Room:
    """The form, or one of the span and depth that somebody has said instead."""
    room, layup = laying.cradle.room, laying.layup
    if layup.span_m is None and layup.depth_m is None:
        return room
    across, deep = layup.span_m or min(room.span_m), layup.depth_m or room.height_m
    if deep <= across / 2:
        return Stack((Cap(height_m=deep, rim_m=across),))
    return Stack((Cylinder(height_m=deep, bore_m=across),))


def drawn_in_m(movement: Movement) -> float:
    """How far the edge comes in at the most, each side of the way that bends, m."""
    return max(0.0, movement.course.half_m - movement.slides.edge_m[0])


def formed_size(blank: Blank, movement: Movement | None) -> tuple[float, float]:
    """Length and width once it lies in, m, its rim doing what it likely does.

    Only the way that bends draws in: a strip in a trough keeps its length; a round dish and a box draw in all round.
    """
    if movement is None:
        return blank.length_m, blank.width_m
    inset = 2 * (1 - movement.grip) * drawn_in_m(movement)
    along = movement.course.along
    if along == "both":
        return max(0.0, blank.length_m - inset), max(0.0, blank.width_m - inset)
    is_longer = blank.length_m >= blank.width_m
    if (along == "longer") == is_longer:
        return max(0.0, blank.length_m - inset), blank.width_m
    return blank.length_m, max(0.0, blank.width_m - inset)


def cut_length(laying: LayupRequest, movement: Movement | None) -> Figure | None:
    """How long a strip must be cut to lie in its form from rim to rim, m; None where the form is no trough or wave."""
    if movement is None or movement.course.along == "both":
        return None
    course = movement.course
    inside = [p for p in course.profile.points if abs(p[0]) <= course.rim_m + 1e-6 and p[1] >= -1e-6]
    arc = sum(math.dist(a, b) for a, b in itertools.pairwise(inside)) * (1 if course.is_whole else 2)
    return derive(
        "cut_so_long",
        "Cut so long",
        "length",
        lambda s: s,
        [given("the form's line from rim to rim", "s", arc, "length", laying.cradle.reading_m)],
        words="A strip keeps its length as it bends: this much lies in the form from rim to rim.",
        formula="s",
        source=published("plane geometry"),
    )


def rim_after(blank: Blank, movement: Movement | None) -> Figure:
    """How wide the rim is once it lies in, m."""
    across = 2 * movement.course.half_m if movement is not None else blank.length_m
    half = across / 2
    slid = movement.slides.edge_m[0] if movement else half
    grip = movement.grip if movement else 1.0
    return derive(
        "rim_after",
        "Rim after",
        "length",
        lambda d, x, g: rim_after_m(across_m=d, slid_half_m=x, grip=g),
        [
            given("blank across, the way it bends", "D", across, "length", 0.001),
            given("half its width when it has slid in", "x", slid, "length"),
            given("how far the rim grips", "g", grip, "ratio"),
        ],
        words="The edge is drawn in as the middle goes down, unless it grips: then the glass stretches instead.",
        formula="2·x + g·(D − 2·x)",
        source=SHEET,
        assumptions=["between a rim that slides and one that is held"],
        extra=[("what the rim does", abs(half - slid))],
    )


def form_depth(laying: LayupRequest) -> Figure:
    """How far it goes down, m."""
    foot, height = laying.layup.foot_m, formed_room(laying).height_m
    is_ring = laying.traits.drops_through
    return derive(
        "form_depth",
        "Drops" if is_ring else "Reaches",
        "length",
        operator.sub,
        [
            given("depth", "H", height, "length", laying.cradle.reading_m),
            given("foot below", "f", foot if is_ring else 0.0, "length", 0.0005 if foot else 0.0),
        ],
        words="From the ring to what catches it." if is_ring else "Where the form ends the fall.",
        formula="H − f",
        source=published("as measured"),
    )


def thinnest(movement: Movement) -> Figure:
    """The thinnest place when it is done: thickness is lost where the sheet stretches."""
    slid, held = (float(way.thickness[-1].min()) for way in (movement.slides, movement.held))
    return derive(
        "thinnest",
        "Thinnest",
        "length",
        lambda a, b, g: between(slid=a, held=b, grip=g),
        [
            given("with a rim that slides", "a", slid, "length"),
            given("with a rim that is held", "b", held, "length"),
            given("how far the rim grips", "g", movement.grip, "ratio"),
        ],
        words="Every stretch of the sheet keeps its volume and gives thickness for length.",
        formula="a + g·(b − a)",
        source=SHEET,
        extra=[("what the rim does", abs(slid - held) / 2)],
    )
