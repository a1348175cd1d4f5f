"""The figures of a blank on its form or ring: its rim after, its way down, its thinnest place."""

from __future__ import annotations

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.stack import Room, Stack
from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import Laying
from coldcradle.layup.motion import SHEET
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["form_depth", "formed_room", "rim_after", "thinnest"]


def formed_room(laying: Laying) -> Room:
    """The form, or one of the span and depth that somebody has said instead."""
    room, layup = laying.cradle.room, laying.layup
    if layup.span_m is None and layup.depth_m is None:
        return room
    across, deep = layup.span_m or min(room.span_m), layup.depth_m or room.height_m
    if deep <= across / 2:
        return Stack((Cap(height_m=deep, rim_m=across),))
    return Stack((Cylinder(height_m=deep, bore_m=across),))


def rim_after(blank: Blank, movement: Movement | None) -> Figure:
    half = blank.length_m / 2
    slid = movement.slides.edge_m[0] * (blank.length_m / 2 / movement.course.half_m) if movement else half
    grip = movement.grip if movement else 1.0
    return derive(
        "rim_after",
        "Rim after",
        "length",
        lambda d, x, g: 2 * x + g * (d - 2 * x),
        [
            given("blank across", "D", blank.length_m, "length", 0.001),
            given("half its width when it has slid in", "x", slid, "length"),
            given("how far the rim grips", "g", grip, "ratio"),
        ],
        words="The edge is drawn in as the middle goes down, unless it grips: then the glass stretches instead.",
        formula="2·x + g·(D − 2·x)",
        source=SHEET,
        assumptions=["between a rim that slides and one that is held"],
        extra=[("what the rim does", abs(half - slid))],
    )


def form_depth(laying: Laying) -> Figure:
    foot, height = laying.layup.foot_m, formed_room(laying).height_m
    is_ring = laying.process == "ring"
    return derive(
        "form_depth",
        "Drops" if is_ring else "Reaches",
        "length",
        lambda h, f: h - f,
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
        lambda a, b, g: a + g * (b - a),
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
