"""Sums of sheets that come down: into a form, through a ring, over a former."""

from __future__ import annotations

import math

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.section import Dimension
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Box
from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.explain.peak import curve_inputs
from coldcradle.heat.model.peak import coming_and_going_s
from coldcradle.heat.schedule.processes import PROCESSES, Process
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.movement import Movement, move
from coldcradle.layup.model.former import clearance_m
from coldcradle.layup.motion import SHEET
from coldcradle.layup.sketch import Body, Sketch, block, draw, sheet_ring
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given
from coldcradle.report.finding import Finding, finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.formulas import needed_log10_pa_s
from coldcradle.sums.sum import Field, Result, Sum, Values

_WALL_M, _UP_K_PER_H = 0.008, 150.0


def _temperature(kind: GlassProperties, done: Process, movement: Movement, hold_s: float) -> Figure:
    """How hot for a hold, within what people use; the rim held, and the margin people give."""
    curve, work = Viscosity.of(kind), movement.needed_work_per_pa / done.margin
    return derive(
        "forming_temperature",
        f"{done.step} at",
        "temperature",
        lambda w, m, t, c, *_: curve.temperature_c(
            needed_log10_pa_s(seconds=t + c, work_per_pa=w * m, runny=done.runny, stiff=done.aim)
        ),
        [
            given("heat work it takes with its rim held", "W", work, "per_pa"),
            given("times what people give", "m", done.margin, "count"),
            given("hold", "t", hold_s, "duration"),
            given("the way up and down counts as", "c", coming_and_going_s(curve, done.aim, _UP_K_PER_H), "duration"),
            given("runniest people use", "η₁", done.runny, "log_viscosity"),
            given("usual for it", "η₂", done.aim, "log_viscosity"),
            *curve_inputs(curve),
        ],
        words="As soft as it takes to come down within the hold, within what people use.",
        formula="T₀ + B / (min(max(log((t + c)/(m·W)), log(η₁)), log(η₂)) − A)",
        source=SHEET,
        assumptions=["the kiln rises at 150 °C an hour", "the margin is common practice"],
        extra=[("a factor of three in time", 15.0)],
    )


def _asked(kind: GlassProperties, done: Process, movement: Movement, hold_s: float) -> list[Finding]:
    if not movement.is_reached:
        return [
            finding(
                "layup.out-of-reach",
                "think",
                "Its way could not be followed to its end."
                if movement.is_lost
                else "It does not get there in any hold people give.",
                "Steep walls and sharp corners are the usual reason. Take a shallower form, or look in meanwhile.",
            )
        ]
    needs_s = movement.needed_work_per_pa * 10.0**done.runny
    if needs_s <= hold_s * 1.05:
        return []
    return [
        finding(
            "layup.longer-hold",
            "think",
            "At the hottest people use, {t}, it needs {h} if its rim grips.",
            "Hold longer, or look in: if the rim slides it takes about a tenth of that.",
            t=show(round(done.window_c(kind)[1]), "temperature"),
            h=show(needs_s, "duration"),
        )
    ]


def _sketch(bodies: list[Body], movement: Movement, rest_m: float, thick_m: float, half_m: float) -> Sketch:
    slid, held = movement.shapes(1.0)
    after = [Body("after", "after the firing", [sheet_ring(*held, is_halved=True)])]
    if movement.held is not movement.slides:
        after.insert(0, Body("ghost", "if the rim slides", [sheet_ring(*slid, is_halved=True)]))
    cold = Body("glass", "as it goes in", [block(-half_m, rest_m, half_m, rest_m + thick_m)])
    line = Dimension("", "blank", "x", rest_m + thick_m, -half_m, half_m, 1, show(2 * half_m, "length"))
    return draw([*bodies, *after, cold], [line])


def _slump(values: Values) -> Result:
    kind, done, thick = values.kind(), PROCESSES["slump"], values["thick"]
    span, depth, hold = values["span"], values["depth"], values["hold"]
    shape = Cap(height_m=depth, rim_m=span) if depth <= span / 2 else Cylinder(height_m=depth, bore_m=span)
    room = Stack((shape,))
    courses = slump_courses(room, wall_m=_WALL_M, length_m=span, width_m=span, thickness_m=thick)
    movement = move(courses, thickness_m=thick, density_kg_m3=kind.density_kg_m3, stop="lies", margin=done.margin)
    temperature = _temperature(kind, done, movement, hold)
    draws_in = span / 2 - movement.slides.edge_m[0]
    thin = show(float(movement.held.thickness[-1].min()), "length")
    outer = span / 2 + _WALL_M
    form = Body("refractory", "form", [block(-outer, -_WALL_M, outer, depth), *room.rings_xz()])
    early, late = movement.span("done")
    ratio = late / early if math.isfinite(late) and early > 0 else 10.0
    return Result(
        answer=say(
            "About **{t}** for {h}. If the rim slides it is down {n} times sooner, and comes in {in} a side; if it "
            "grips, the bottom thins to {thin}.",
            t=temperature.shown,
            h=show(hold, "duration"),
            n=f"{ratio:.0f}",
            thin=thin,
            **{"in": show(max(0.0, round(draws_in, 3)), "length")},
        ),
        figures=[temperature],
        findings=_asked(kind, done, movement, hold),
        sketch=_sketch([form], movement, float(movement.slides.at[0, 0, 1]), thick, span / 2),
    )


def _ring(values: Values) -> Result:
    kind, done, thick = values.kind(), PROCESSES["ring"], values["thick"]
    hole, blank, drop = values["hole"], values["blank"], values["drop"]
    room = Stack((Cylinder(height_m=drop, bore_m=hole),))
    course = ring_course(room, foot_m=0.0, foot_width_m=0.0, half_m=max(blank, hole * 1.001) / 2)
    movement = move(
        [course],
        thickness_m=thick,
        density_kg_m3=kind.density_kg_m3,
        stop="middle",
        stop_m=0.0005,
        margin=done.margin,
    )
    temperature = _temperature(kind, done, movement, values["hold"])
    slips = math.isfinite(movement.slides.slipped_work) or blank <= hole
    findings = _asked(kind, done, movement, values["hold"])
    if slips:
        findings.insert(
            0,
            finding(
                "layup.slips-through",
                "stop" if blank <= hole else "think",
                "With {m} on the ring all round, the whole blank slips through if its edge slides.",
                "Lay a ring or a weight on the edge, or give it a wider margin.",
                m=show(max(0.0, (blank - hole) / 2), "length"),
            ),
        )
    outer = max(hole / 2 + 0.03, blank / 2 + 0.01)
    ring = Body(
        "refractory", "ring", [block(-outer, drop - 0.012, -hole / 2, drop), block(hole / 2, drop - 0.012, outer, drop)]
    )
    shelf = Body("shelf", "shelf", [block(-outer, -0.008, outer, 0.0)])
    return Result(
        answer=say(
            "About **{t}** for {h} until it stands on what is below; its thinnest place is {thin}.",
            t=temperature.shown,
            h=show(values["hold"], "duration"),
            thin=show(float(movement.held.thickness[-1].min()), "length"),
        ),
        figures=[temperature],
        findings=findings,
        cautions=["Dropping glass can let go: nothing under it that must not burn, and nobody reaching in."],
        sketch=_sketch([ring, shelf], movement, drop, thick, blank / 2),
    )


def _drape(values: Values) -> Result:
    kind, done, thick = values.kind(), PROCESSES["drape"], values["thick"]
    arm, high, posts, top = values["arm"], values["high"], values["posts"], values["top"]
    room = Stack((Box(height_m=high, length_m=top, width_m=top),))
    course = former_course(room, posts_m=posts, lining_m=0.0, half_m=top / 2 + arm, width_m=top, thickness_m=thick)
    movement = move(
        [course],
        thickness_m=thick,
        density_kg_m3=kind.density_kg_m3,
        stop="edge",
        stop_m=max(0.002, 0.03 * arm),
        margin=done.margin,
        holds=False,
    )
    clear = derive(
        "clearance",
        "Clears the shelf by",
        "length",
        lambda h, p, o: clearance_m(former_m=h, posts_m=p, lining_m=0.0, overhang_m=o),
        [
            given("former, high", "H", high, "length", 0.0005),
            given("posts under it", "p", posts, "length", 0.0005),
            given("overhang", "o", arm, "length", 0.001),
        ],
        words="The arm hangs straight down in the end, as long as it stood out.",
        formula="H + p − o",
        source=SHEET,
    )
    temperature = _temperature(kind, done, movement, values["hold"])
    need = math.ceil((1.04 * arm + 0.010 - high - posts) / 0.005 - 1e-9) * 0.005
    findings = []
    if clear.value < 0.010:
        findings.append(
            finding(
                "layup.hits-the-shelf" if clear.value < 0 else "layup.near-the-shelf",
                "stop" if clear.value < 0 else "think",
                "Raise the former at least {r}.",
                "An arm stretches some 4 % as it comes down, and its end stays 10 mm above the shelf.",
                r=show(need, "length"),
            )
        )
    foot = top / 2
    bodies = [
        Body("steel", "former", [block(-foot, posts, foot, posts + high)]),
        Body("shelf", "shelf", [block(-foot - arm - 0.02, -0.008, foot + arm + 0.02, 0.0)]),
    ]
    if posts > 0:
        bodies.append(
            Body(
                "refractory", "posts", [block(-foot, 0.0, -foot + 0.015, posts), block(foot - 0.015, 0.0, foot, posts)]
            )
        )
    word = "It clears the shelf by **{c}**" if clear.value >= 0 else "It **hits the shelf by {c}**"
    return Result(
        answer=say(
            word + "; about {t} for {h}.",
            c=show(abs(clear.value), "length"),
            t=temperature.shown,
            h=show(values["hold"], "duration"),
        ),
        figures=[clear, temperature],
        findings=findings,
        cautions=["Stainless steel only, lined: other steel spalls, and galvanised metal gives off fumes."],
        sketch=_sketch(bodies, movement, posts + high, thick, top / 2 + arm),
    )


def _length(key: str, label: str, default: str, high: float = 3.0, fills: str = "") -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=high, above=True, fills=fills)


_HOLD = Field(key="hold", label="Hold", kind="duration", default="20 min", low=60.0, high=86400.0)
_BLANK = _length("thick", "Glass", "6 mm", 0.1, "blank_thickness")

SHEET_SUMS = (
    Sum(
        key="slump",
        name="Slump into a form",
        station="layup",
        says="How hot, when to look, how far the rim comes in and how thin it gets.",
        fields=(
            GLASS,
            _BLANK,
            _length("span", "Across the rim", "330 mm", fills="across"),
            _length("depth", "It shall go down", "50 mm", 1.0, "form_depth"),
            _HOLD,
        ),
        work=_slump,
    ),
    Sum(
        key="ring",
        name="Drop through a ring",
        station="layup",
        says="How hot for a drop, how thin it gets, and whether the blank slips through.",
        fields=(
            GLASS,
            _BLANK,
            _length("hole", "Hole", "120 mm", fills="across"),
            _length("blank", "Blank across", "180 mm", fills="blank"),
            _length("drop", "Down to what is below", "60 mm", 1.0, "form_depth"),
            Field(key="hold", label="Hold", kind="duration", default="30 min", low=60.0, high=86400.0),
        ),
        work=_ring,
    ),
    Sum(
        key="drape",
        name="Drape and posts",
        station="layup",
        says="Whether an arm clears the shelf, how high the posts must be, and how hot.",
        fields=(
            GLASS,
            _BLANK,
            _length("arm", "Overhang", "65 mm", 1.0, "overhang"),
            _length("high", "Former, high", "100 mm", 1.0, "brim"),
            Field(key="posts", label="Posts under it", kind="length", default="0 mm", high=1.0),
            _length("top", "Former, across its top", "100 mm", fills="across"),
            Field(key="hold", label="Hold", kind="duration", default="15 min", low=60.0, high=86400.0),
        ),
        work=_drape,
    ),
)
