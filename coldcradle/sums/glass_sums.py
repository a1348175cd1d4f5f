"""Sums of the second station: weights, mixes, sharing, topping up, and what goes with what."""

from __future__ import annotations

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.charge import bulk_volume
from coldcradle.glass.compatibility import check_pair, match
from coldcradle.glass.mix import SANDY_SHARE, Mix, MixPart, check_powder, portions, question_powder, water_to_damp
from coldcradle.glass.share import Cavity, share_batch, top_ups
from coldcradle.quantity.format import on_scale, say, show
from coldcradle.report.figure import PRACTICE, derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Row, Send, Sum, Values, lines_of

FORM = Field(key="form", label="Form", kind="form", default="medium", fills="glass.form")


def _thickness(values: Values) -> Result:
    area, mass, thick = values["area"], values.get("mass"), values.get("thickness")
    rho = given("density of the glass", "ρ", values.kind().density_kg_m3, "density", 0.01 * values.kind().density_kg_m3)
    plan = given("area of the outline", "A", area, "area")
    if (mass is None) == (thick is None):
        raise ImpossibleInput("expected either a weight or a thickness; leave the other empty")
    if mass is not None:
        found = derive(
            "thickness",
            "Thickness",
            "length",
            lambda m, a, r: m / (a * r),
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
        lambda h, a, r: h * a * r,
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
        lambda m, r1, r2: m * r2 / r1,
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


def _share(values: Values) -> Result:
    cavities = [Cavity(n, v, c) for n, v, c in lines_of(values.words["cavities"], "mass")]
    batch = values.get("batch")
    need = sum(c.fill_kg * c.count for c in cavities)
    portioned, left = share_batch(cavities, batch_kg=need if batch is None else batch)
    share = portioned[0].share
    if batch is None:
        answer = say("All full takes **{n}**.", n=show(need, "mass"))
    elif share < 1:
        answer = say(
            "Not enough for all: **{short}** missing. Shared evenly each is {share} full.",
            short=left.shown,
            share=show(share, "ratio"),
        )
    else:
        answer = say("Enough for all; **{left}** left over.", left=left.shown)
    findings = []
    if share < 0.97:
        findings.append(
            finding(
                "glass.under-filled",
                "think",
                "At {share} the tips will not fill and the outline draws in.",
                "Less than its fill weight does not reach the ends. Fill fewer cavities full.",
                share=show(share, "ratio"),
            )
        )
    return Result(
        answer=answer,
        heads=["Into each", "How many", "Together"],
        figures=[left],
        rows=[
            Row(
                p.cavity.name,
                (
                    show(p.each_kg, "mass"),
                    show(float(p.cavity.count), "count"),
                    show(p.each_kg * p.cavity.count, "mass"),
                ),
            )
            for p in portioned
        ],
        findings=findings,
        sends=[Send("the weight of glass", (("glass.charge", show(need, "mass").metric.text),))],
    )


def _top_up(values: Values) -> Result:
    kind, form = values.kind(), values.form()
    charge = derive(
        "charge_mass",
        "Charge",
        "mass",
        lambda m: m,
        [given("charge", "m", values["charge"], "mass")],
        words="What you want to put in.",
        formula="m",
        source=PRACTICE,
    )
    bulk = bulk_volume(charge, kind, form)
    room, cavity = values["cavity"] + values["reserve"], values["cavity"] + values["reserve"]
    parts = top_ups(
        charge_kg=charge.value, room_m3=room, cavity_m3=cavity, density_kg_m3=kind.density_kg_m3, packing=form.packing
    )
    wanted = derive(
        "reserve",
        "Reserve that takes it all at once",
        "volume",
        lambda b, c: max(0.0, b - c),
        [bulk.given("b", "cold heap"), given("cradle to the line", "c", values["cavity"], "volume")],
        words="Room above the line for what the loose pieces take more than melted glass.",
        formula="max(0, b − c)",
        source=PRACTICE,
    )
    if len(parts) == 1:
        answer = say(
            "It all fits at once: **{b}** of pieces, room for {room}.", b=bulk.shown, room=show(room, "volume")
        )
    else:
        answer = say(
            f"Put in **{{now}}** cold, then top up {'once' if len(parts) == 2 else f'{len(parts) - 1} times'}; or "
            f"build a reserve of {{r}}.",
            now=show(parts[0], "mass"),
            r=wanted.shown,
        )
    return Result(
        answer=answer,
        figures=[bulk, wanted],
        heads=["Put in"],
        rows=[Row("cold" if i == 0 else f"top-up {i}", (show(m, "mass"),)) for i, m in enumerate(parts)],
        cautions=[
            "Topping up hot: protective clothing, power off to the elements, never alone; who is not trained tops up "
            "in a second firing."
        ]
        if len(parts) > 1
        else [],
    )


def _match(values: Values) -> Result:
    one, other = values.kind("glass"), values.kind("other")
    found = match(one, other, ratio=values["ratio"])
    remark = check_pair(one, other)
    if one.is_unknown or other.is_unknown:
        answer = say("**Unknown.** Not known is not the same as fine: fuse a strip of both and look at it.")
    else:
        answer = say(
            "**{verdict}:** {because}. By expansion alone about {s} stays where they meet.",
            because=found.because,
            verdict=found.verdict[:1].upper() + found.verdict[1:],
            s=found.stress.shown,
        )
    return Result(answer=answer, figures=[found.stress], findings=[remark] if remark else [])


_COLD = (("coarse", "2"), ("medium", "1"), ("fine", "1"))
GLASS_SUMS = (
    Sum(
        key="thickness",
        name="Thickness and weight",
        station="glass",
        says="How thick a weight of glass becomes inside an outline, or what a thickness weighs. Leave one of them "
        "empty.",
        fields=(
            Field(
                key="area",
                label="Area of the outline",
                kind="area",
                default="225 cm²",
                high=10.0,
                above=True,
                fills="area",
            ),
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
    Sum(
        key="share",
        name="Several cavities",
        station="glass",
        says="Fill weights of several cavities, a batch shared evenly between them, and what is left over.",
        fields=(
            Field(
                key="cavities",
                label="Cavities, one a line",
                kind="lines",
                default="door pull 32 g x 4\nkey tag 11.5 g x 6",
                hint="name, fill weight, x how many",
                fills="cavities",
            ),
            Field(key="batch", label="Batch", kind="mass", optional=True, hint="or leave it empty", high=500.0),
        ),
        work=_share,
    ),
    Sum(
        key="top-up",
        name="When the heap does not fit",
        station="glass",
        says="How much to put in cold, how much later, and the reserve that would take it all at once.",
        fields=(
            Field(
                key="charge", label="Charge", kind="mass", default="900 g", high=500.0, above=True, fills="charge_mass"
            ),
            Field(
                key="cavity",
                label="Cradle to the line",
                kind="volume",
                default="360 mL",
                high=1.0,
                above=True,
                fills="cradle_volume",
            ),
            Field(key="reserve", label="Reserve above it", kind="volume", default="150 mL", high=1.0, fills="reserve"),
            FORM,
            GLASS,
        ),
        work=_top_up,
    ),
    Sum(
        key="match",
        name="Do two glasses go together",
        station="glass",
        says="What a difference of expansion leaves where two glasses meet.",
        fields=(
            GLASS,
            Field(key="other", label="The other glass", kind="glass", default="fusing-96-clear"),
            Field(key="ratio", label="Thickness of one to the other", kind="count", default="1", low=0.02, high=50.0),
        ),
        work=_match,
    ),
)
