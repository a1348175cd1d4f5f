"""Sums of the second station: weights, mixes, sharing, topping up, and what goes with what."""

from __future__ import annotations

import math

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.mix import SANDY_SHARE, Mix, MixPart, check_powder, portions, question_powder, water_to_damp
from coldcradle.layup.model.blank import weighed_thickness_m
from coldcradle.quantity.format import on_scale, say, show
from coldcradle.report.figure import derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.formulas import swapped_kg
from coldcradle.sums.sum import SHAPE, Field, Result, Send, Sum, Values, area_m2

FORM = Field(key="form", label="Form", kind="form", default="medium", fills="glass.form")


def _thickness(values: Values) -> Result:
    area, mass, thick = area_m2(values), values.get("mass"), values.get("thickness")
    rho = given("density of the glass", "ρ", values.kind().density_kg_m3, "density", 0.01 * values.kind().density_kg_m3)
    plan = given("area of the outline", "A", area, "area")
    if (mass is None) == (thick is None):
        raise ImpossibleInput("expected either a weight or a thickness; leave the other empty")
    if mass is not None:
        found = derive(
            "thickness",
            "Thickness",
            "length",
            lambda m, a, r: weighed_thickness_m(mass_kg=m, area_m2=a, density_kg_m3=r),
            [given("weight", "m", mass, "mass"), plan, rho],
            words="The glass spread evenly inside its outline.",
            formula="h = m/(A·ρ)",
            source=published("solid geometry"),
        )
        return Result(answer=say("**{h}** thick.", h=found.shown), figures=[found])
    found = derive(
        "charge_mass",
        "Weight",
        "mass",
        lambda *sides: math.prod(sides),
        [given("thickness", "h", thick or 0.0, "length"), plan, rho],
        words="An even layer inside its outline.",
        formula="m = h·A·ρ",
        source=published("solid geometry"),
    )
    return Result(
        answer=say("**{m}** of glass.", m=found.shown),
        figures=[found],
        sends=[Send("the weight of glass", (("glass.charge", found.shown.metric.text),))],
    )


def _swap(values: Values) -> Result:
    one, other = values.kind("glass"), values.kind("other")
    found = derive(
        "swapped",
        f"In {other.name}",
        "mass",
        lambda m, r1, r2: swapped_kg(mass_kg=m, density_kg_m3=r1, other_kg_m3=r2),
        [
            given("weight", "m", values["mass"], "mass", 0.0005),
            given(f"density of {one.name}", "ρ₁", one.density_kg_m3, "density", 0.01 * one.density_kg_m3),
            given(f"density of {other.name}", "ρ₂", other.density_kg_m3, "density", 0.01 * other.density_kg_m3),
        ],
        words="The same room filled with a glass of another density.",
        formula="m·ρ₂/ρ₁",
        source=published("solid geometry"),
    )
    return Result(
        answer=say("**{m}** of {kind} fill the same room.", m=found.shown, kind=other.name),
        figures=[found],
        sends=[Send("the weight of glass", (("glass.charge", found.shown.metric.text),))],
    )


def _mix(values: Values) -> Result:
    parts = tuple(MixPart(form=key, parts=values[key]) for key in ("coarse", "medium", "fine"))
    mix = Mix(parts=parts, powder=values["powder"], powder_weighed_kg=values.get("weighed"))
    whole = values["charge"] * (1 + mix.powder) if values.words["is"] == "frit" else values["charge"]
    found = portions(mix, charge_kg=whole)
    frit = sum(p.mass.value for p in found if p.form != "powder")
    water = water_to_damp(frit_kg=frit)
    findings = []
    if mix.powder_weighed_kg is not None and (
        slip := check_powder(frit_kg=frit, powder=mix.powder, weighed_kg=mix.powder_weighed_kg)
    ):
        findings.append(slip)
    if (odd := question_powder(mix.powder)) is not None:
        findings.append(odd)
    if mix.fine_share > SANDY_SHARE:
        findings.append(
            finding(
                "glass.sandy",
                "note",
                "{share} of it is fine: it may look like sand.",
                "Above about a third the grains no longer run into one another.",
                share=show(round(mix.fine_share, 3), "ratio"),
            )
        )
    return Result(
        answer=say(
            "Weigh **{frit}** of frit and **{powder}** of powder, {all} in all, and damp it with {water}.",
            frit=on_scale(frit),
            powder=on_scale(whole - frit),
            all=on_scale(whole),
            water=water.shown,
        ),
        figures=[*(p.mass for p in found), water],
        findings=findings,
        cautions=["Glass powder: respirator, ventilation, wet clean-up."],
    )


_COLD = (("coarse", "2"), ("medium", "1"), ("fine", "1"))
GLASS_SUMS = (
    Sum(
        key="thickness",
        name="Thickness and weight",
        station="glass",
        says="How thick a weight of glass becomes inside an outline, or what a thickness weighs. Leave one of them "
        "empty.",
        fields=(
            *SHAPE,
            Field(
                key="mass",
                label="Weight",
                kind="mass",
                default="340 g",
                optional=True,
                high=2000.0,
                above=True,
                fills="charge_mass",
            ),
            Field(key="thickness", label="Thickness", kind="length", optional=True, high=1.0, above=True),
            GLASS,
        ),
        work=_thickness,
    ),
    Sum(
        key="swap",
        name="Another glass in the same mould",
        station="glass",
        says="What a charge becomes in a glass of another density.",
        fields=(
            Field(
                key="mass",
                label="Weight that fitted",
                kind="mass",
                default="800 g",
                high=2000.0,
                above=True,
                fills="charge_mass",
            ),
            GLASS,
            Field(key="other", label="The other glass", kind="glass", default="lead-crystal"),
        ),
        work=_swap,
    ),
    Sum(
        key="mix",
        name="Mixing frit",
        station="glass",
        says="A recipe scaled to a charge: frit by parts, powder as a share of the frit's weight.",
        fields=(
            Field(
                key="charge", label="Charge", kind="mass", default="240 g", high=500.0, above=True, fills="charge_mass"
            ),
            Field(
                key="is",
                label="That is",
                kind="choice",
                default="frit",
                choices=(("frit", "the frit only"), ("all", "everything, with its powder")),
            ),
            *(Field(key=k, label=f"Parts of {k} frit", kind="count", default=d, high=1000.0) for k, d in _COLD),
            Field(key="powder", label="Powder", kind="ratio", default="5 %", hint="of the frit's weight", high=2.0),
            Field(
                key="weighed", label="Powder as weighed", kind="mass", optional=True, hint="to be checked", high=500.0
            ),
        ),
        work=_mix,
    ),
)
