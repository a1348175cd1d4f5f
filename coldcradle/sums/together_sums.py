"""Sums of what is fired together: two things in one firing, and rings of colour in one disc of frit."""

from __future__ import annotations

import math
import operator
import re
from collections.abc import Callable

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Box
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.explain.peak import curve_inputs
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.deform.movement import move
from coldcradle.layup.families.lay_lift import LARGE_M, THIN_M
from coldcradle.layup.sketch import Body, block, draw
from coldcradle.layup.together import WorkNeed, common_work
from coldcradle.layup.traits import Traits
from coldcradle.quantity.format import DualQuantity, Formatted, plural, say, show
from coldcradle.report.figure import PRACTICE, derive, given, published
from coldcradle.report.finding import Finding, finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.formulas import needed_log10_pa_s
from coldcradle.sums.sum import Field, Result, Send, Sum, SumRow, Values, lines_of

_ENDED = Formatted("its form ends it", "", "", "its form ends it")
_NO_END = DualQuantity(_ENDED, _ENDED)
_ASKED: tuple[Callable[[Traits], bool], ...] = (
    lambda does: does.lies_in,
    lambda does: does.has_former and not does.bends_up,
    lambda does: does.drops_through,
    lambda does: does.hangs,
)
_WAYS = tuple(
    (p.key, re.split(r" over a | into a | and stretch", p.name)[0])
    for asked in _ASKED
    for p in PROCESSES.values()
    if asked(p.traits)
)


def _need(values: Values, part: str, kind: GlassProperties) -> WorkNeed:
    """What one of two pieces asks: `one` or `two`."""
    process, size, deep, thick = (
        values.words[part],
        values[f"{part}_size"],
        values[f"{part}_deep"],
        values[f"{part}_thick"],
    )
    rho, margin = kind.density_kg_m3, PROCESSES[process].margin
    name, does = PROCESSES[process].step.lower(), PROCESSES[process].traits
    if does.lies_in:
        shape = Cap(height_m=deep, rim_m=size) if deep <= size / 2 else Cylinder(height_m=deep, bore_m=size)
        courses = slump_courses(Stack((shape,)), wall_m=0.008, length_m=size, width_m=size, thickness_m=thick)
        way = move(courses, thickness_m=thick, density_kg_m3=rho, stop="lies")
        return WorkNeed(f"the {name}", margin * _reached(way.law_work_per_pa, name))
    if does.drops_through:
        room = Stack((Cylinder(height_m=deep, bore_m=size),))
        course = ring_course(room, foot_m=0.0, foot_width_m=0.0, half_m=0.7 * size)
        way = move([course], thickness_m=thick, density_kg_m3=rho, stop="middle", stop_m=0.0005)
        work = _reached(way.law_work_per_pa, name)
        return WorkNeed(f"the {name}", work, 3 * work)  # nothing ends it but the floor: then the wall runs thin
    if does.hangs:
        touch = thread_work(length_m=size, stretched_m=size + deep, density_kg_m3=rho)
        return WorkNeed(f"the {name}", touch, parting_work(length_m=size, density_kg_m3=rho))
    room = Stack((Box(height_m=max(deep, 1.1 * size), length_m=0.1, width_m=0.1),))
    course = former_course(room, posts_m=0.0, lining_m=0.0, half_m=0.05 + size, width_m=0.1, thickness_m=thick)
    way = move([course], thickness_m=thick, density_kg_m3=rho, stop="edge", stop_m=max(0.002, 0.03 * size), holds=False)
    return WorkNeed(f"the {name}", margin * _reached(way.law_work_per_pa, name))


def _reached(work: float, name: str) -> float:
    if not math.isfinite(work):
        raise ImpossibleInput(f"expected a {name} that gets there; this one does not in any hold")
    return work


def _together(values: Values) -> Result:
    kind, hold = values.kind(), values["hold"]
    needs = [_need(values, "one", kind), _need(values, "two", kind)]
    found = common_work(needs)
    rows = [
        SumRow(
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
        lambda t, w, *_: curve.temperature_c(needed_log10_pa_s(seconds=t, work_per_pa=w, runny=4.0, stiff=12.0)),
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
        rows.append(SumRow(name, (show(inside, "length"), show(across, "length"), show(mass, "mass"))))
        inside, total = across, total + mass
    drop = values["high"] - foot
    if drop <= 0.002:
        raise ImpossibleInput(f"expected the ring above its foot, got {drop * 1e3:g} mm of way")
    findings = []
    if outer > LARGE_M and thick < THIN_M:
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
        operator.truediv,
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


def _length(key: str, label: str, default: str, high: float = 3.0, *, above: bool = True, fills: str = "") -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=high, above=above, fills=fills)


def _part(part: str, label: str, process: str, size: str, deep: str) -> tuple[Field, ...]:
    return (
        Field(key=part, label=label, kind="choice", default=process, choices=_WAYS),
        _length(f"{part}_size", "across the rim, arm, hole or length", size),
        _length(f"{part}_deep", "down so far", deep, 1.0),
        _length(f"{part}_thick", "glass", "6 mm", 0.1),
    )


TOGETHER_SUMS = (
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
