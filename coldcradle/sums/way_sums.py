"""Sums of glass that goes a way: hung and stretched, two things in one firing, a disc of frit caught by a ring."""

from __future__ import annotations

import math

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.section import Dimension
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Box
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.schedule.peak import curve_inputs
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.deform.movement import move
from coldcradle.layup.families.hang import thread_ring
from coldcradle.layup.sketch import Body, block, draw
from coldcradle.layup.together import Need, common_work
from coldcradle.quantity.format import DualQuantity, Formatted, plural, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Row, Send, Sum, Values, lines_of

_GOOD_TO = 3.0
_SPACE = 0.03  # hung pieces swing and draw in: so far apart; common practice, no source
_LARGE_M, _THIN_M = 0.25, 0.008  # a large thin disc of frit cracks when it is heated again; common practice, no source


def _after(kind: GlassKind, key: str, name: str, work: float, top_c: float, words: str) -> Figure:
    log = float(Viscosity.of(kind).log10_pa_s(top_c))
    seconds = work * 10.0**log
    return derive(
        key,
        name,
        "duration",
        lambda w, eta: w * eta,
        [given("heat work it takes", "W", work, "per_pa"), given("viscosity there", "η", 10.0**log, "count")],
        words=words,
        formula="W·η",
        source=published("a viscous thread under its own weight; Trouton 1906"),
        assumptions=["held at one temperature; the way up adds to it", "good to a factor of three"],
        extra=[("a factor of three", seconds * (_GOOD_TO - 1 / _GOOD_TO) / 2)],
    )


def _stretch(values: Values) -> Result:
    kind, length, drop = values.kind(), values["length"], values["drop"]
    rho, top = kind.density_kg_m3, values["top"]
    touch_work = thread_work(length_m=length, stretched_m=length + drop, density_kg_m3=rho)
    touch = _after(kind, "touches", "Touches after", touch_work, top, "It has drawn out as far as the floor.")
    parts = _after(
        kind,
        "parts",
        "Would part after",
        parting_work(length_m=length, density_kg_m3=rho),
        top,
        "Its neck gives way where no floor carries it.",
    )
    floor, width = length + drop, values["wide"]
    ring = thread_ring(length_m=length, width_m=width, hook_m=floor, work_per_pa=touch_work, density_kg_m3=rho)
    reach = width / 2 + 0.03
    bodies = [
        Body("shelf", "floor", [block(-reach, -0.008, reach, 0.0)]),
        Body("steel", "hook", [block(-reach, floor + 0.01, reach, floor + 0.014)]),
        Body("after", "drawn out", [ring]),
        Body("glass", "as it hangs", [block(-width / 2, drop, width / 2, floor)]),
    ]
    line = Dimension("", "free below", "z", -reach, 0.0, drop, 1, show(drop, "length"))
    low, high = PROCESSES["hang"].window_c(kind)
    findings = [
        finding(
            "layup.parts-soon",
            "note",
            "From the touch it is {d} to the parting, hanging free.",
            "Look in from a third of the way. Cool it at once when it stands: too hot or too long is a puddle.",
            d=show(max(0.0, parts.value - touch.value), "duration"),
        )
    ]
    if not low - 20 <= top <= high + 20:
        findings.append(
            finding(
                "layup.unusual-stretch",
                "think",
                "People hang and stretch this glass at {a} to {b}.",
                "The law is for an even thread; a bottle's shoulders are stiffer. Look in while it happens.",
                a=show(round(low), "temperature"),
                b=show(round(high), "temperature"),
            )
        )
    return Result(
        answer=say(
            "At {t} it touches the floor after **{a}**, and would part after **{b}**.",
            t=show(top, "temperature"),
            a=touch.shown,
            b=parts.shown,
        ),
        figures=[touch, parts],
        findings=findings,
        rows=[
            Row("from its neighbour, at least", (show(round(width + 2 * _SPACE * floor, 3), "length"),)),
            Row("wire, of heat-resisting steel", (show(0.0016, "length"),)),
        ],
        heads=["Size"],
        cautions=[
            "Hung glass can let go: nothing under it that must not burn.",
            "Jagged tips are not snapped off by hand: they are ground, wet, with glasses on.",
        ],
        sketch=draw(bodies, [line]),
    )


def _need(values: Values, part: str, kind: GlassKind) -> Need:
    """What one of two pieces asks: `one` or `two`."""
    process, size, deep, thick = (
        values.words[part],
        values[f"{part}_size"],
        values[f"{part}_deep"],
        values[f"{part}_thick"],
    )
    rho, margin = kind.density_kg_m3, PROCESSES[process].margin
    name = PROCESSES[process].step.lower()
    if process == "slump":
        shape = Cap(height_m=deep, rim_m=size) if deep <= size / 2 else Cylinder(height_m=deep, bore_m=size)
        courses = slump_courses(Stack((shape,)), wall_m=0.008, length_m=size, width_m=size, thickness_m=thick)
        way = move(courses, thickness_m=thick, density_kg_m3=rho, stop="lies")
        return Need(f"the {name}", margin * _reached(way.law_work_per_pa, name))
    if process == "ring":
        room = Stack((Cylinder(height_m=deep, bore_m=size),))
        course = ring_course(room, foot_m=0.0, foot_width_m=0.0, half_m=0.7 * size)
        way = move([course], thickness_m=thick, density_kg_m3=rho, stop="middle", stop_m=0.0005)
        work = _reached(way.law_work_per_pa, name)
        return Need(f"the {name}", work, 3 * work)  # nothing ends it but the floor: then the wall runs thin
    if process == "hang":
        touch = thread_work(length_m=size, stretched_m=size + deep, density_kg_m3=rho)
        return Need(f"the {name}", touch, parting_work(length_m=size, density_kg_m3=rho))
    room = Stack((Box(height_m=max(deep, 1.1 * size), length_m=0.1, width_m=0.1),))
    course = former_course(room, posts_m=0.0, lining_m=0.0, half_m=0.05 + size, width_m=0.1, thickness_m=thick)
    way = move([course], thickness_m=thick, density_kg_m3=rho, stop="edge", stop_m=max(0.002, 0.03 * size), holds=False)
    return Need(f"the {name}", margin * _reached(way.law_work_per_pa, name))


def _reached(work: float, name: str) -> float:
    if not math.isfinite(work):
        raise ImpossibleInput(f"expected a {name} that gets there; this one does not in any hold")
    return work


def _together(values: Values) -> Result:
    kind, hold = values.kind(), values["hold"]
    needs = [_need(values, "one", kind), _need(values, "two", kind)]
    found = common_work(needs)
    rows = [
        Row(
            need.name,
            (
                show(need.least_per_pa, "per_pa"),
                show(need.most_per_pa, "per_pa") if math.isfinite(need.most_per_pa) else _NO_END,
            ),
        )
        for need in needs
    ]
    curve = Viscosity.of(kind)
    work = found.work_per_pa or math.sqrt(max(n.least_per_pa for n in needs) * min(n.most_per_pa for n in needs))
    at = derive(
        "common_temperature",
        "Together at",
        "temperature",
        lambda t, w, *_: curve.temperature_c(min(max(math.log10(t / w), 4.0), 12.0)),
        [
            given("hold", "t", hold, "duration"),
            given("heat work between them", "W", work, "per_pa"),
            *curve_inputs(curve),
        ],
        words="Where the hold does that heat work; the way up adds to it.",
        formula="T₀ + B / (min(max(log(t/W), 4), 12) − A)",
        source=published("sheets followed step by step; threads: Trouton 1906"),
        extra=[("a factor of three in time", 15.0)],
    )
    findings: list[Finding] = []
    if found.work_per_pa is None:
        told = [f"{name} gets {100 * share:.0f} % of its heat work" for name, share in found.short]
        told += [f"{name} gets {times:.1f} times what it bears" for name, times in found.over]
        findings.append(
            finding(
                "layup.not-together",
                "think",
                "There is no heat that does for both.",
                "In the middle between them {what}. Fire them apart, or change one thickness.",
                what=", ".join(told),
            )
        )
        answer = say("**Not together:** at {t} for {h} {w}.", t=at.shown, h=show(hold, "duration"), w=", ".join(told))
    else:
        answer = say(
            "**Together at {t}** for {h}; what ends first is ended by its form.", t=at.shown, h=show(hold, "duration")
        )
    return Result(answer=answer, figures=[at], heads=["At least", "At most"], rows=rows, findings=findings)


_ENDED = Formatted("its form ends it", "", "", "its form ends it")
_NO_END = DualQuantity(_ENDED, _ENDED)


def _frit_ring(values: Values) -> Result:
    kind, thick, foot = values.kind(), values["thick"], values["foot"]
    rings = sorted(
        ((name, across) for name, across, _ in lines_of(values.words["rings"], "length")), key=lambda r: r[1]
    )
    outer = rings[-1][1] if rings else 0.0
    if not rings or outer <= 0:
        raise ImpossibleInput("expected at least one ring of colour with its diameter, like “blue 120 mm”")
    ring_hole = values["hole"]
    if ring_hole >= outer:
        raise ImpossibleInput(
            f"expected a lifting ring smaller than the disc, got {ring_hole * 1e3:g} mm under {outer * 1e3:g} mm"
        )
    rows, inside, total = [], 0.0, 0.0
    for name, across in rings:
        mass = math.pi / 4 * (across**2 - inside**2) * thick * kind.density_kg_m3
        rows.append(Row(name, (show(inside, "length"), show(across, "length"), show(mass, "mass"))))
        inside, total = across, total + mass
    drop = values["high"] - foot
    if drop <= 0.002:
        raise ImpossibleInput(f"expected the ring above its foot, got {drop * 1e3:g} mm of way")
    findings = []
    if outer > _LARGE_M and thick < _THIN_M:
        findings.append(
            finding(
                "layup.frit-disc-cracks",
                "stop",
                "A disc of {d} and only {t} is not heated again once it is cold: it cracks.",
                "Lift and draw it in the same firing, or make it smaller or thicker.",
                d=show(outer, "length"),
                t=show(thick, "length"),
            )
        )
    bed = derive(
        "bed_depth",
        "Laid so deep",
        "length",
        lambda t, p: t / p,
        [given("melted", "t", thick, "length"), given("how densely it lies", "p", values.form().packing, "ratio")],
        words="Grains leave air between them.",
        formula="t/p",
        source=PRACTICE,
    )
    half, hole = outer / 2, ring_hole / 2
    bodies = [
        Body("shelf", "kiln floor", [block(-half - 0.03, -0.008, half + 0.03, 0.0)]),
        Body(
            "steel",
            "lifting ring",
            [
                block(-half - 0.01, values["high"] - 0.006, -hole, values["high"]),
                block(hole, values["high"] - 0.006, half + 0.01, values["high"]),
            ],
        ),
        Body("glass", "disc", [block(-half, values["high"], half, values["high"] + thick)]),
    ]
    if foot > 0:
        bodies.append(Body("after", "foot", [block(-0.2 * outer, 0.0, 0.2 * outer, foot)]))
    return Result(
        answer=say(
            "**{m}** of frit in {n}, laid {b} deep to melt to {t}; it draws **{d}** down to its foot.",
            m=show(total, "mass"),
            n=plural(len(rings), "ring"),
            b=bed.shown,
            t=show(thick, "length"),
            d=show(drop, "length"),
        ),
        figures=[bed],
        heads=["From", "To", "Weigh"],
        rows=rows,
        findings=findings,
        cautions=[
            "The bed of grain under the disc is as thick as the disc, and dusty: respirator.",
            "Lifting hot steel is for people trained to it, in suits, two of them. We time it; we do not teach it.",
        ],
        sends=[Send("the weight of glass", (("glass.charge", show(total, "mass").metric.text),))],
        sketch=draw(bodies, []),
    )


def _fits(values: Values) -> Result:
    kind, rim, thick = values.kind(), values["rim"], values["thick"]
    depth = values["depth"]
    shape = Cap(height_m=depth, rim_m=rim) if depth <= rim / 2 else Cylinder(height_m=depth, bore_m=rim)
    courses = slump_courses(Stack((shape,)), wall_m=0.008, length_m=rim, width_m=rim, thickness_m=thick)
    way = move(courses, thickness_m=thick, density_kg_m3=kind.density_kg_m3, stop="lies")
    slid, level = 2 * way.slides.edge_m[0], way.slides.edge_m[1]
    area = math.pi / 4 * rim**2
    mass = derive(
        "blank_mass",
        "Blank weighs",
        "mass",
        lambda d, t, rho: math.pi / 4 * d**2 * t * rho,
        [
            given("blank across", "D", rim, "length", 0.001),
            given("thick", "t", thick, "length", 0.03 * thick),
            given("density", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
        ],
        words="A disc as wide as the rim.",
        formula="π/4·D²·t·ρ",
        source=published("plane geometry"),
    )
    layers: dict[str, DualQuantity] = {
        "a": show(area, "area"),
        "s": show(round(slid, 3), "length"),
        "l": show(round(depth - level, 3), "length"),
    }
    return Result(
        answer=say(
            "Cut a disc of **{a} to {b}**, {m}. Slid in, its edge comes to rest {l} below the rim, {s} across.",
            a=show(rim - 0.003, "length"),
            b=show(rim, "length"),
            m=mass.shown,
            l=layers["l"],
            s=layers["s"],
        ),
        figures=[mass],
        rows=[
            Row("over the rim", (show(rim + 0.0005, "length"),)),
            Row("slides in, seldom straight", (show(0.95 * rim, "length"),)),
            Row("sheets of 3 mm", (show(float(math.ceil(thick / 0.003 - 0.01)), "count"),)),
        ],
        heads=["From"],
    )


def _length(key: str, label: str, default: str, high: float = 3.0, *, above: bool = True, fills: str = "") -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=high, above=above, fills=fills)


_WAYS = (("slump", "slump"), ("drape", "drape"), ("ring", "drop through a ring"), ("hang", "hang"))


def _part(part: str, label: str, process: str, size: str, deep: str) -> tuple[Field, ...]:
    return (
        Field(key=part, label=label, kind="choice", default=process, choices=_WAYS),
        _length(f"{part}_size", "across the rim, arm, hole or length", size),
        _length(f"{part}_deep", "down so far", deep, 1.0),
        _length(f"{part}_thick", "glass", "6 mm", 0.1),
    )


WAY_SUMS = (
    Sum(
        key="blank",
        name="Which blank for a form",
        station="layup",
        says="The disc for a rim, what it weighs, and where its edge ends.",
        fields=(
            GLASS,
            _length("rim", "Across the rim", "330 mm", fills="across"),
            _length("depth", "Deep", "50 mm", 1.0, fills="form_depth"),
            _length("thick", "Glass", "6 mm", 0.1, fills="blank_thickness"),
        ),
        work=_fits,
    ),
    Sum(
        key="stretch",
        name="Hang and stretch",
        station="layup",
        says="When hung glass touches the floor, and when it would part.",
        fields=(
            GLASS,
            _length("length", "Hangs below the hook", "190 mm", fills="hung"),
            _length("drop", "Free below", "70 mm", 2.0, fills="drop"),
            _length("wide", "Wide", "60 mm", 1.0),
            Field(key="top", label="Hold at", kind="temperature", default="740 °C", low=500, high=1100),
        ),
        work=_stretch,
    ),
    Sum(
        key="together",
        name="Two in one firing",
        station="layup",
        says="Whether one heat does for both, and who ends short if not.",
        fields=(
            GLASS,
            *_part("one", "The first", "slump", "330 mm", "50 mm"),
            *_part("two", "The second", "drape", "65 mm", "100 mm"),
            Field(key="hold", label="Hold", kind="duration", default="20 min", low=60.0, high=86400.0),
        ),
        work=_together,
    ),
    Sum(
        key="frit-ring",
        name="A frit disc on a lifting ring",
        station="layup",
        says="Weights of its rings of colour, the bed, and the way down to its foot.",
        fields=(
            GLASS,
            Field(key="form", label="Frit", kind="form", default="fine"),
            Field(
                key="rings",
                label="Rings of colour, outer diameters",
                kind="lines",
                default="clear 60 mm\nblue 120 mm\nwhite 180 mm",
            ),
            _length("thick", "Disc, melted", "10 mm", 0.05),
            _length("hole", "Lifting ring, inside", "140 mm", 1.0),
            _length("high", "Ring above the kiln floor", "220 mm", 2.0),
            _length("foot", "Foot, high", "20 mm", 1.0, above=False),
        ),
        work=_frit_ring,
    ),
)
