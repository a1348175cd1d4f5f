"""Sums of glass that goes a way: a blank for its form, and what is hung and stretched."""

from __future__ import annotations

import math
import operator

from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.section import Dimension
from coldcradle.cradle.stack import Stack
from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.deform.forms import slump_courses
from coldcradle.layup.deform.hung import EvenThread
from coldcradle.layup.deform.laws import parting_work, thread_work
from coldcradle.layup.deform.movement import move
from coldcradle.layup.families.hang_drawing import hung_rings
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.model.blank import blank_area_m2, sheet_mass_kg
from coldcradle.layup.sketch import Body, block, draw
from coldcradle.quantity.format import DualQuantity, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Sum, SumRow, Values

_GOOD_TO = 3.0
_SPACE = 0.03  # hung pieces swing and draw in: so far apart; common practice, no source


def _after(kind: GlassProperties, key: str, name: str, work: float, top_c: float, words: str) -> Figure:
    log = float(Viscosity.of(kind).log10_pa_s(top_c))
    seconds = work * 10.0**log
    return derive(
        key,
        name,
        "duration",
        operator.mul,
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
    hung = EvenThread(length_m=length, width_m=width, wall_m=0.0, density_kg_m3=rho)
    reach = width / 2 + 0.03
    bodies = [
        Body("shelf", "floor", [block(-reach, -0.008, reach, 0.0)]),
        Body("steel", "hook", [block(-reach, floor + 0.01, reach, floor + 0.014)]),
        Body("after", "drawn out", hung_rings(hung, touch_work, hook_m=floor)),
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
            SumRow("from its neighbour, at least", (show(round(width + 2 * _SPACE * floor, 3), "length"),)),
            SumRow("wire, of heat-resisting steel", (show(0.0016, "length"),)),
        ],
        heads=["Size"],
        cautions=[
            "Hung glass can let go: nothing under it that must not burn.",
            "Jagged tips are not snapped off by hand: they are ground, wet, with glasses on.",
        ],
        sketch=draw(bodies, [line]),
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
        lambda d, t, rho: sheet_mass_kg(
            area_m2=blank_area_m2(BlankOutline.ROUND, length_m=d, width_m=d), thickness_m=t, density_kg_m3=rho
        ),
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
            SumRow("over the rim", (show(rim + 0.0005, "length"),)),
            SumRow("slides in, seldom straight", (show(0.95 * rim, "length"),)),
            SumRow("sheets of 3 mm", (show(float(math.ceil(thick / 0.003 - 0.01)), "count"),)),
        ],
        heads=["From"],
    )


def _length(key: str, label: str, default: str, high: float = 3.0, *, above: bool = True, fills: str = "") -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=high, above=above, fills=fills)


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
)
