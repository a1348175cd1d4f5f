"""Sums of how a piece stands and is fixed: wobble, holes over cones, boards and bases."""

from __future__ import annotations

import math
import statistics

from coldcradle.bench.glue import COVERS_M, washer_m
from coldcradle.cradle.arc import arc_radius_m
from coldcradle.cradle.section import Dimension
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.explain.balance import tipping_angle
from coldcradle.layup.deform.profile import Profile
from coldcradle.layup.deform.trajectory import Problem, follow
from coldcradle.layup.motion import SHEET
from coldcradle.layup.sketch import Body, block, draw, sheet_ring
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.formulas import contact_circle_m, stand_centre_m, strip_carries_kg
from coldcradle.sums.sum import Field, Result, Sum, Values

_STANDS_M = 0.0001  # a gap nobody sees or feels; common practice, no source
_FEET = 0.6  # of the span: three small feet on a circle of that diameter; common practice, no source
_SAFE_PA = 7.0e6  # what annealed glass may carry for years, about; from memory: follow your code where people are below


def _wobble(values: Values) -> Result:
    span, depth = values["span"], values["depth"]
    if depth > span / 2:
        raise ImpossibleInput(f"expected a bowl no deeper than half its span, got {depth * 1e3:g} mm")
    radius = arc_radius_m(width_m=span, depth_m=depth)
    contact = derive(
        "contact_circle",
        "It stands on a circle of",
        "length",
        lambda r, g: contact_circle_m(radius_m=r, gap_m=g),
        [
            given("radius of its bottom", "R", radius, "length", 0.02 * radius),
            given("a gap nobody feels", "g", _STANDS_M, "length"),
        ],
        words="A round bottom touches only where it is nearly flat.",
        formula="2·√(2·R·g − g²)",
        source=published("plane geometry of a circle"),
    )
    feet_m = _FEET * span
    lift = radius - math.sqrt(max(0.0, radius**2 - (feet_m / 2) ** 2))
    centre = values["centre"]
    plain = tipping_angle(foot_m=contact.value, centre_m=centre, off_centre_m=0.0)
    footed = tipping_angle(foot_m=feet_m / 2, centre_m=centre + lift, off_centre_m=0.0)
    angles = [math.pi * k / 40 for k in range(41)]
    half = math.asin(min(1.0, span / 2 / radius))
    arc = [
        (radius * math.sin(-half + 2 * half * a / math.pi), radius - radius * math.cos(-half + 2 * half * a / math.pi))
        for a in angles
    ]
    thick = 0.006
    bowl = [*arc, *[(x, z + thick) for x, z in reversed(arc)]]
    foot = 0.004
    bodies = [
        Body("shelf", "table", [block(-span / 2, -0.006, span / 2, 0.0)]),
        Body("after", "bowl", [bowl]),
        Body("glass", "feet", [block(s * feet_m / 2 - foot, 0.0, s * feet_m / 2 + foot, lift) for s in (-1, 1)]),
    ]
    line = Dimension("", "feet", "x", 0.0, -feet_m / 2, feet_m / 2, -1, show(feet_m, "length"))
    return Result(
        answer=say(
            "It rocks on **{c}**. Three feet on a circle of **{f}**, {l} high, or a flat that wide, and it goes over "
            "only at {a}.",
            c=contact.shown,
            f=show(round(feet_m, 3), "length"),
            l=show(round(lift, 4), "length"),
            a=footed.shown,
        ),
        figures=[contact, footed],
        findings=[
            finding(
                "layup.wobbles",
                "note",
                "Without them a nudge of {a} tips it.",
                "Stick small feet on in a later firing, or press a flat into the form.",
                a=plain.shown,
            )
        ],
        sketch=draw(bodies, [line]),
    )


def _hole(values: Values) -> Result:
    disc, hole, high, foot = values["disc"], values["hole"], values["high"], values["foot"]
    if hole >= disc:
        raise ImpossibleInput(f"expected a hole smaller than its disc, got {hole * 1e3:g} mm in {disc * 1e3:g} mm")
    if hole >= foot:
        raise ImpossibleInput(f"expected a cone wider than the hole, got {foot * 1e3:g} mm under {hole * 1e3:g} mm")
    reach = max(disc, foot) / 2 + 0.2
    profile = Profile(((0.0, high), (foot / 2, 0.0), (reach, 0.0)))
    way = follow(
        Problem(
            profile=profile,
            half_m=disc / 2,
            thickness_m=values["thick"],
            inner_m=hole / 2,
            stop="edge",
            stop_m=max(0.003, 0.02 * disc),
        )
    )
    slid = 2 * float(way.at[-1, 0, 0])
    after = derive(
        "hole_after",
        "Hole after",
        "length",
        lambda *both: statistics.geometric_mean(both),
        [
            given("if the disc grips where it lies", "d₀", hole, "length", 0.001),
            given("if it slides down the cone", "d₁", slid, "length"),
        ],
        words="The edge of the hole is pulled out by the skirt that comes down; how far depends on what grips.",
        formula="√(d₀·d₁)",
        source=SHEET,
        assumptions=["measure it before you buy the fitting"],
        extra=[("what grips", (slid - hole) / 2)],
    )
    washer = derive(
        "washer",
        "Washer at least",
        "length",
        lambda d, c: washer_m(hole_m=d, covers_m=c),
        [after.given("d"), given("covers the edge by", "c", COVERS_M, "length")],
        words="So that it covers the edge of the hole all round.",
        formula="d + 2·c",
        source=PRACTICE,
    )
    at, thick = way.shape(1.0)
    right = sheet_ring(at, thick, is_halved=False)
    left = [(-x, z) for x, z in right]
    before = [
        block(s * disc / 2, float(way.at[0, 0, 1]), s * hole / 2, float(way.at[0, 0, 1]) + values["thick"])
        for s in (-1, 1)
    ]
    bodies = [
        Body("refractory", "cone", [[(-foot / 2, 0.0), (0.0, high), (foot / 2, 0.0)]]),
        Body("shelf", "shelf", [block(-reach + 0.15, -0.008, reach - 0.15, 0.0)]),
        Body("after", "after the firing", [right, left]),
        Body("glass", "as it goes in", before),
    ]
    return Result(
        answer=say(
            "The hole opens to about **{d}**; a washer of at least **{w}** covers it.", d=after.shown, w=washer.shown
        ),
        figures=[after, washer],
        cautions=["Tighten by hand, with a soft washer on both faces: glass does not give."],
        sketch=draw(bodies, []),
    )


def _base(values: Values) -> Result:
    kind, length, width = values.kind(), values["length"], values["width"]
    thick, panel_kg, panel_high = values["thick"], values["panel"], values["panel_high"]
    mass = length * width * thick * kind.density_kg_m3
    centre = derive(
        "stand_centre",
        "Centre of gravity above the table",
        "length",
        lambda m, h, p, g: stand_centre_m(base_kg=m, base_m=h, panel_kg=p, panel_m=g),
        [
            given("base", "m", mass, "mass", 0.03 * mass),
            given("thickness of the base", "h", thick, "length"),
            given("what stands on it", "p", panel_kg, "mass"),
            given("as high as", "g", panel_high, "length"),
        ],
        words="The heavy base pulls it down.",
        formula="(m·h/2 + p·(h + g/2))/(m + p)",
        source=published("statics"),
    )
    angle = tipping_angle(foot_m=min(length, width), centre_m=centre.value, off_centre_m=values["off"])
    clear = values["bridge"]
    figures = [centre, angle]
    carries = ""
    shown = {"a": angle.shown, "m": show(mass, "mass")}
    if clear > 0:
        load = derive(
            "carries",
            "Carries in its middle",
            "mass",
            lambda s, b, h, span, g: strip_carries_kg(
                stress_pa=s, width_m=b, thickness_m=h, span_m=span, gravity_m_s2=g
            ),
            [
                given("tension it may bear for years", "σ", _SAFE_PA, "stress"),
                given("width", "b", width, "length"),
                given("thickness", "h", thick, "length", 0.03 * thick),
                given("free between its ends", "L", clear, "length", 0.001),
                given("gravity", "g", 9.80665, "count"),
            ],
            words="A strip on two supports, loaded in its middle.",
            formula="2·σ·b·h²/(3·L·g)",
            source=published("beam theory, Timoshenko; what annealed glass bears for years, from memory"),
        )
        figures.append(load)
        carries, shown = " It carries {c} in its middle.", {**shown, "c": load.shown}
    findings = []
    if angle.value < math.radians(15):
        findings.append(
            finding(
                "layup.base-topples",
                "think",
                "It goes over at {a}.",
                "A wider or heavier base, or what stands on it set back to its middle.",
                a=angle.shown,
            )
        )
    bodies = [
        Body("shelf", "table", [block(-length / 2 - 0.02, -0.006, length / 2 + 0.02, 0.0)]),
        Body("after", "base", [block(-length / 2, 0.0, length / 2, thick)]),
        Body(
            "glass",
            "what stands on it",
            [block(values["off"] - 0.003, thick, values["off"] + 0.003, thick + panel_high)],
        ),
    ]
    return Result(
        answer=say("The base weighs {m}; it goes over at **{a}**." + carries, **shown),
        figures=figures,
        findings=findings,
        cautions=[
            "Tall things on stands: check that nobody can pull them down. No candle by leaning glass: a battery light."
        ],
        sketch=draw(bodies, []),
    )


def _length(key: str, label: str, default: str, high: float = 3.0, *, above: bool = True, fills: str = "") -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=high, above=above, fills=fills)


STAND_SUMS = (
    Sum(
        key="wobble",
        name="Does it wobble",
        station="layup",
        says="On what a round bottom stands, and the feet that steady it.",
        fields=(
            _length("span", "Across the rim", "320 mm", fills="rim_after"),
            _length("depth", "Deep", "50 mm", 1.0, fills="form_depth"),
            _length("centre", "Centre of gravity above the table", "20 mm", 1.0),
        ),
        work=_wobble,
    ),
    Sum(
        key="hole",
        name="A hole over a cone",
        station="layup",
        says="How far a hole opens as its disc comes down a cone, and the washer that covers it.",
        fields=(
            _length("disc", "Disc across", "240 mm", fills="blank"),
            _length("hole", "Hole", "16 mm", 1.0),
            _length("thick", "Glass", "6 mm", 0.1, fills="blank_thickness"),
            _length("high", "Cone, high", "180 mm", 1.0),
            _length("foot", "Cone, across its foot", "210 mm", 3.0),
        ),
        work=_hole,
    ),
    Sum(
        key="base",
        name="A base or a board",
        station="layup",
        says="What a base weighs, when it goes over with what stands on it, and what a free board carries.",
        fields=(
            GLASS,
            _length("length", "Base, long", "100 mm"),
            _length("width", "Base, wide", "100 mm"),
            _length("thick", "Base, thick", "18 mm", 0.3),
            Field(key="panel", label="What stands on it weighs", kind="mass", default="300 g", high=200.0, above=True),
            _length("panel_high", "and is so high", "190 mm"),
            _length("off", "off the middle by", "0 mm", above=False),
            _length("bridge", "Free between its ends", "0 mm", above=False),
        ),
        work=_base,
    ),
)
