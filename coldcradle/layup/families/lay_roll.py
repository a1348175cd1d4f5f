"""A stack of strips that leans on a prop under one long edge, melts, and rolls over its low edge into a bar."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from coldcradle.layup.added import Added, AddedKind, size_of
from coldcradle.layup.blank import Blank
from coldcradle.layup.families.face import LayupRequest, LayupResult, outcome_sentence
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.model.blank import weighed_thickness_m
from coldcradle.layup.rolling import RollInput
from coldcradle.layup.sketch import Body, Points, Sketch, block, draw
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = [
    "LEANS_RAD",
    "SLIDES_RAD",
    "STEEP_RAD",
    "bar_grows",
    "held_bar",
    "lean_rad",
    "lies_from",
    "rolled",
    "run_out_m",
    "stepped",
]

LEANS_RAD = math.radians(3)  # less, and it only melts down; common practice, no source
SLIDES_RAD = math.radians(20)  # steeper, cold strips slide off one another; common practice, no source
_PROP_M = 0.006  # wide, as it is drawn
_LONG, _WIDE = 0.7, 0.25  # of the shelf, where nothing is said
STEEP_RAD = math.radians(45)  # it falls over instead of rolling; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class _Strip:
    """One strip of the stack, m."""

    name: str
    width_m: float
    thickness_m: float


def lean_rad(*, prop_m: float, width_m: float) -> float:
    """How far a stack leans whose one edge lies so high, rad; upright where the prop is as high as it is wide.

    Examples
    --------
    >>> round(math.degrees(lean_rad(prop_m=0.012, width_m=0.06)), 1)
    11.5
    """
    return math.asin(min(1.0, prop_m / width_m))


def stepped(laying: LayupRequest) -> LayupRequest:
    """The same lay-up as long strips, each sheet above the lowest a strip of its own and narrower by the step; as it
    is where nothing rolls. A strip that the steps leave nothing of is a finding, not a strip.
    """
    if not laying.traits.rolls:
        return laying
    long = laying.layup.length_m or _LONG * max(laying.cradle.room.span_m)
    wide = laying.layup.width_m or min(long, _WIDE * min(laying.cradle.room.span_m))
    if laying.incoming and not laying.layup.layers:
        return laying
    roll = laying.layup.roll or RollInput()
    strip = replace(laying.layup, outline=BlankOutline.OBLONG, length_m=long, width_m=wide)
    if roll.step_m <= 0:
        return replace(laying, layup=strip)
    sheets = [replace(one, count=1) for one in laying.layup.layers for _ in range(one.count)]
    above = [
        Added(
            kind=AddedKind.PARTIAL,
            name=sheet.name,
            thick_m=sheet.thickness_m,
            length_m=long,
            width_m=wide - k * roll.step_m,
            y_m=k * roll.step_m / 2,
        )
        for k, sheet in enumerate(sheets[1:], 1)
        if wide - k * roll.step_m > 0
    ]
    return replace(laying, layup=replace(strip, layers=tuple(sheets[:1]), added=(*above, *strip.added)))


def _strips(blank: Blank) -> list[_Strip]:
    """From below."""
    sheets = [one for one in blank.layers for _ in range(one.count)]
    whole = [_Strip(name=one.name, width_m=blank.width_m, thickness_m=one.thickness_m) for one in sheets]
    if blank.base is not None:
        whole = [_Strip(name=blank.base.name, width_m=blank.width_m, thickness_m=blank.thickness.value)]
    return whole + [
        _Strip(
            name=one.name,
            width_m=size_of(one, blank.length_m, blank.width_m)[1]
            * size_of(one, blank.length_m, blank.width_m)[0]
            / blank.length_m,
            thickness_m=one.high_m,
        )
        for one in blank.added
        if one.kind == AddedKind.PARTIAL
        for _ in range(one.count)
    ]


def _bands(strips: Sequence[_Strip], width_m: float) -> list[tuple[str, float]]:
    """Name and breadth of each strip in the bar, m, from its low edge: what lay on top rolls over it first."""
    total = sum(one.width_m * one.thickness_m for one in strips)
    bands: list[tuple[str, float]] = []
    for number, one in reversed(list(enumerate(strips, 1))):
        name, broad = one.name or f"strip {number}", one.width_m * one.thickness_m / total * width_m
        if bands and bands[-1][0] == name:
            bands[-1] = (name, bands[-1][1] + broad)
        else:
            bands.append((name, broad))
    return bands


def run_out_m(*, length_m: float, width_m: float, times: float) -> float:
    """How long a bar of a length and a width is, m, once every edge has run as far and its area is `times`² as much.

    Examples
    --------
    >>> round(run_out_m(length_m=0.25, width_m=0.06, times=1.2), 4)
    0.27
    """
    both = length_m + width_m
    return (length_m - width_m + math.sqrt(both**2 + 4 * length_m * width_m * (times**2 - 1))) / 2


def bar_grows(blank: Blank, times: float, of: Figure | None) -> Figure:
    """How long the bar becomes, m; `of` is the figure its running out comes from."""
    own = of.u / max(1e-9, of.value) * (blank.length_m + blank.width_m) / 4 if of else 0.0
    return derive(
        "grows_to",
        "Grows to",
        "length",
        lambda d, w, k: run_out_m(length_m=d, width_m=w, times=k),
        [
            given("long", "L", blank.length_m, "length", 0.001),
            given("wide", "w", blank.width_m, "length", 0.001),
            given("area grows by the square of", "k", times, "ratio"),
        ],
        words="Each edge runs out as far, so a bar grows as much in length as in width.",
        formula="(L − w + √((L + w)² + 4·L·w·(k² − 1)))/2",
        source=of.source if of else PRACTICE,
        assumptions=list(of.assumptions) if of else [],
        extra=[("the estimate itself", own)],
    )


def held_bar(laying: LayupRequest, blank: Blank, runs_to_m: float) -> Figure | None:
    """How thick a bar stands between walls it would run beyond, m; None where there are none so near and so high."""
    room = laying.cradle.room
    if not laying.traits.rolls or runs_to_m <= min(room.span_m) or blank.width_m > min(room.span_m):
        return None
    rho = laying.glass.kind.density_kg_m3
    figure = derive(
        "blank_thickness",
        "Bar, thick",
        "length",
        lambda m, a, rho: weighed_thickness_m(mass_kg=m, area_m2=a, density_kg_m3=rho),
        [
            blank.mass.given("m"),
            given("between the walls", "A", float(room.area_m2(room.height_m)), "area"),
            given("density of the glass", "ρ", rho, "density", 0.01 * rho),
        ],
        words="It would run beyond its walls: it stands between them, all the glass over their floor.",
        formula="m/(A·ρ)",
        source=published("volume is kept"),
    )
    return figure if room.height_m >= figure.value else None


def _lean(roll: RollInput, blank: Blank) -> Figure:
    return derive(
        "lean",
        "Leans",
        "angle",
        lambda p, w: lean_rad(prop_m=p, width_m=w),
        [
            given("prop", "p", roll.prop_m, "length", 0.0005),
            given("lowest strip, wide", "w", blank.width_m, "length", 0.001),
        ],
        words="The lowest strip lies with one long edge on the prop.",
        formula="arcsin(p/w)",
        source=published("geometry"),
    )


def _findings(laying: LayupRequest, blank: Blank, roll: RollInput, lean: Figure) -> list[Finding]:
    left_m = blank.width_m - (sum(one.count for one in laying.layup.layers) - 1) * roll.step_m
    shown = {"a": lean.shown, "p": show(roll.prop_m, "length")}
    found = []
    if lean.value > STEEP_RAD:
        found.append(
            finding(
                "layup.stack-falls-over",
                "stop",
                "On a prop of {p} it leans {a}: it falls over instead of rolling.",
                "A lower prop, or wider strips.",
                **shown,
            )
        )
    elif lean.value > SLIDES_RAD:
        found.append(
            finding(
                "layup.stack-slides",
                "think",
                "It leans {a}: cold strips slide off one another as the kiln warms.",
                "A lower prop, or hold the low edge with a strip of fibre board. Common practice, no source.",
                **shown,
            )
        )
    elif lean.value < LEANS_RAD:
        found.append(
            finding(
                "layup.stack-lies-flat",
                "note",
                "It leans only {a}: it melts down where it lies and does not roll.",
                "A prop of a fifth of its width makes it roll. Common practice, no source.",
                **shown,
            )
        )
    if left_m <= 0:
        found.append(
            finding(
                "layup.steps-leave-nothing",
                "stop",
                "Steps of {s} leave nothing of the topmost strips.",
                "Smaller steps, fewer strips, or a wider lowest one.",
                s=show(roll.step_m, "length"),
            )
        )
    return found


def _turned(ring: Points, by_rad: float, at: float) -> Points:
    """A ring leant about its low edge on the floor at x = `at`."""
    cos, sin = math.cos(by_rad), math.sin(by_rad)
    return [(at + (x - at) * cos - z * sin, (x - at) * sin + z * cos) for x, z in ring]


def _sketch(
    laying: LayupRequest, strips: Sequence[_Strip], lean: Figure, roll: RollInput, after: tuple[float, float]
) -> Sketch:
    """Across the bar: the stack on its prop, and the bands it becomes, from its low edge on the left."""
    wide, (broad, thick) = strips[0].width_m, after
    low, cold, z = -wide / 2, [], 0.0
    for one in strips:
        cold.append(_turned(block(low, z, low + one.width_m, z + one.thickness_m), lean.value, low))
        z += one.thickness_m
    edge = low + wide * math.cos(lean.value)
    left, right = lies_from(roll, wide, broad)
    x, bands = left, []
    for _, band in _bands(strips, broad):
        bands.append(block(x, 0.0, x + band, thick))
        x += band
    right = max(right, wide / 2) + 0.01
    bodies = [
        Body("shelf", laying.cradle.name, [block(min(left, low) - 0.01, -0.012, right, 0.0)]),
        Body("after", "after the firing", bands),
        Body("glass", "as it goes in", cold),
    ]
    if roll.prop_m > 0:
        bodies.insert(1, Body("fibre", "prop", [block(edge - _PROP_M, 0.0, edge, roll.prop_m)]))
    return draw(bodies, [])


def lies_from(roll: RollInput, width_m: float, broad_m: float) -> tuple[float, float]:
    """From where to where a bar so broad lies, m across: it runs off its prop and comes to rest beside it."""
    if roll.prop_m <= 0:
        return -broad_m / 2, broad_m / 2
    right = -width_m / 2 + width_m * math.cos(lean_rad(prop_m=roll.prop_m, width_m=width_m)) - _PROP_M
    return right - broad_m, right


def rolled(result: LayupResult, laying: LayupRequest, blank: Blank) -> LayupResult:
    """What was laid flat, leaning on its prop: how far, and which strip lies where in the bar it becomes."""
    roll = laying.layup.roll or RollInput()
    strips, outcome, lean = _strips(blank), result.outcome, _lean(roll, blank)
    bands = _bands(strips, outcome.width_m)
    shown = [(name, show(round(broad, 4), "length")) for name, broad in bands]
    order = Message(*(", ".join(f"{n} {getattr(s, unit).text}" for n, s in shown) for unit in ("metric", "us")))
    told = say(
        "It leans **{a}** on its prop and rolls over its low edge: from there",
        a=lean.shown,
    )
    end = outcome_sentence(outcome)
    doubt = "by volume; how far they fold into one another is not computed."
    return replace(
        result,
        figures=(*result.figures, lean),
        answers={
            **result.answers,
            "layup": Message(
                *(f"{getattr(told, u)} **{getattr(order, u)}**, {doubt} {getattr(end, u)}" for u in ("metric", "us"))
            ),
        },
        findings=(*result.findings, *_findings(laying, blank, roll, lean)),
        sketch=_sketch(laying, strips, lean, roll, (outcome.width_m, outcome.thickness_m)),
    )
