"""Sums of small parts: dots, freeze-cast powder, glue."""

from __future__ import annotations

from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.deform.drop import Drop
from coldcradle.layup.explain.parts import dot_diameter, glue_drying, least_section, rounding_hold
from coldcradle.layup.model.parts import freezing
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import say, show
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Sum, SumRow, Values

_DRY_S, _DRY_S_PER_M = 1200.0, 1200.0 / 0.010  # near 100 °C: 20 min, and as much for each 10 mm; common practice


def _dot_sketch(drop: Drop, side_m: float, thickness_m: float) -> Sketch:
    right = list(drop.outline)
    ring = [*right, *[(-r, z) for r, z in reversed(right)]]
    reach = max(drop.diameter_m, side_m) / 2 + 0.004
    return draw(
        [
            Body("shelf", "shelf", [block(-reach, -0.003, reach, 0.0)]),
            Body("after", "after the firing", [ring]),
            Body("glass", "as it goes in", [block(-side_m / 2, 0.0, side_m / 2, thickness_m)]),
        ],
        [],
    )


def _dots(values: Values) -> Result:
    kind, side, thick = values.kind(), values["side"], values["thick"]
    figure, drop = dot_diameter(side_m=side, thickness_m=thick, kind=kind)
    at_c = values["top"] - values["stiffer"]  # stiffer glass moves as ours does when it is cooler by so much
    log = float(Viscosity.of(kind).log10_pa_s(at_c))
    hold = rounding_hold(side_m=side, log10_pa_s=log)
    is_round = hold.value <= values["hold"]
    findings = []
    if not is_round:
        findings.append(
            finding(
                "layup.not-round-yet",
                "stop" if hold.value > 3 * values["hold"] else "think",
                "After {h} they are not round yet: it takes about {t}.",
                "Hotter, longer, and in the kiln's hottest place; stiff white wants 10 to 20 °C more.",
                h=show(values["hold"], "duration"),
                t=hold.shown,
            )
        )
    word = "They come out" if is_round else "Round they would be"
    return Result(
        answer=say(word + " **{d} across** and {h} high.", d=figure.shown, h=show(drop.height_m, "length")),
        figures=[figure, hold],
        findings=findings,
        cautions=["Nipping throws splinters: safety glasses."],
        sketch=_dot_sketch(drop, side, thick),
    )


def _freeze(values: Values) -> Result:
    section, limb, kind = values["section"], values["limb"], values.kind()
    window, least = freezing(section), least_section(limb)
    stick = PROCESSES["stick"]
    dry = _DRY_S + _DRY_S_PER_M * section
    findings = []
    if values["thin"] < least.value:
        findings.append(
            finding(
                "layup.limb-too-thin",
                "think",
                "A limb {l} long wants {s}; it has {t}.",
                "It breaks as it is unmoulded. Widen the mould there.",
                l=show(limb, "length"),
                s=least.shown,
                t=show(values["thin"], "length"),
            )
        )
    if values.words["powder"] == "transparent":
        findings.append(
            finding(
                "layup.goes-muddy",
                "think",
                "Transparent powder goes muddy.",
                "Thousands of little faces scatter the light. Opal powders stay clean.",
            )
        )
    return Result(
        answer=say(
            "Freeze it **{a} to {b}**, no longer. Dry {d} near {w}, then stick at **{t}** for {h}.",
            a=show(window.from_s, "duration"),
            b=show(window.to_s, "duration"),
            d=show(dry, "duration"),
            w=show(100.0, "temperature"),
            t=show(round(Viscosity.of(kind).temperature_c(stick.aim)), "temperature"),
            h=show(stick.hold_s, "duration"),
        ),
        figures=[least],
        rows=[
            SumRow("unmould before it thaws, onto a washed shelf", (show(window.to_s, "duration"),)),
            SumRow("no bubble soak: it would sag", (show(0.0, "duration"),)),
        ],
        heads=["By"],
        findings=findings,
        cautions=["Powder: dust mask, wet clean-up.", "Silicone stays on the bench: never in the kiln."],
    )


def _glue(values: Values) -> Result:
    dry = glue_drying(values["drop"])
    return Result(
        answer=say("Leave it **{t}** before you move it or close the lid.", t=dry.shown),
        figures=[dry],
        findings=[
            finding(
                "layup.wet-glue",
                "note",
                "Use the smallest drop that holds.",
                "What is still wet boils, lifts the part, and leaves a grey mark or bubbles.",
            )
        ],
    )


PART_SUMS = (
    Sum(
        key="dots",
        name="Dots, drawn round",
        station="layup",
        says="How wide a nipped piece becomes, and how long until it is round.",
        fields=(
            GLASS,
            Field(key="side", label="Nipped, a side", kind="length", default="10 mm", high=0.03, above=True),
            Field(key="thick", label="Sheet", kind="length", default="3 mm", high=0.02, above=True),
            Field(key="top", label="Hold at", kind="temperature", default="815 °C", low=500, high=1100),
            Field(key="hold", label="for", kind="duration", default="45 min", low=60.0, high=86400.0),
            Field(
                key="stiffer",
                label="Stiffer than its kind",
                kind="difference",
                default="0 °C",
                low=-30.0,
                high=40.0,
                hint="opal white: 10 to 20",
            ),
        ),
        work=_dots,
    ),
    Sum(
        key="freeze",
        name="Freeze-cast",
        station="layup",
        says="How long in the freezer, how to dry it, how hot to stick it, how thick a limb must be.",
        fields=(
            GLASS,
            Field(key="section", label="Thickest place", kind="length", default="10 mm", high=0.03, above=True),
            Field(key="limb", label="Longest limb", kind="length", default="24 mm", high=0.3, above=True),
            Field(key="thin", label="Its section", kind="length", default="4 mm", high=0.03, above=True),
            Field(
                key="powder",
                label="Powder",
                kind="choice",
                default="opal",
                choices=(("opal", "opal"), ("transparent", "transparent")),
            ),
        ),
        work=_freeze,
    ),
    Sum(
        key="glue",
        name="Glue, until dry",
        station="layup",
        says="How long a drop of glue dries between two sheets.",
        fields=(Field(key="drop", label="Drop, across", kind="length", default="3 mm", high=0.03, above=True),),
        work=_glue,
    ),
)
