"""Sums of glass that is shared out: over cavities, in topping up, and between kinds that meet."""

from __future__ import annotations

from coldcradle.glass.compatibility import check_pair, match
from coldcradle.glass.explain.charge import bulk_volume
from coldcradle.glass.explain.share import left_over
from coldcradle.glass.model.charge import still_needed_kg
from coldcradle.glass.model.share import Cavity, share_batch, top_ups
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, derive, given
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.glass_sums import FORM
from coldcradle.sums.sum import Field, Result, Send, Sum, SumRow, Values, lines_of


def _share(values: Values) -> Result:
    cavities = [Cavity(n, v, c) for n, v, c in lines_of(values.words["cavities"], "mass")]
    batch = values.get("batch")
    need = sum(c.fill_kg * c.count for c in cavities)
    batch_kg = need if batch is None else batch
    portioned, left = share_batch(cavities, batch_kg=batch_kg), left_over(cavities, batch_kg=batch_kg)
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
            SumRow(
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
        lambda b, c: still_needed_kg(charge_kg=b, taken_kg=c),
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
        rows=[SumRow("cold" if i == 0 else f"top-up {i}", (show(m, "mass"),)) for i, m in enumerate(parts)],
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


SHARING_SUMS = (
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
