"""Sums of forming: press, power steps, and every process in a glass."""

from __future__ import annotations

import math

from coldcradle.constants import GRAVITY
from coldcradle.cradle.section import Dimension
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.explain.peak import curve_inputs
from coldcradle.heat.explain.rates import passing_inputs
from coldcradle.heat.physics.conduction import cooling_rate_k_per_h
from coldcradle.heat.schedule.power_steps import power_ladder
from coldcradle.heat.schedule.processes import PROCESSES, trade_rows
from coldcradle.layup.deform import laws
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import plural, say, show
from coldcradle.report.figure import derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Sum, SumRow, Values

_H = 3600.0


def _press(values: Values) -> Result:
    kind, mass, weight = values.kind(), values["glass_mass"], values["weight"]
    volume, curve = mass / kind.density_kg_m3, Viscosity.of(kind)
    work = values["hold"] * 10.0 ** -float(curve.log10_pa_s(values["top"]))
    from_m = max(values["pile"], 0.0025)

    def pressed(w: float) -> float:
        return laws.press_thickness(work_per_pa=w, from_m=from_m, volume_m3=volume, force_n=weight * GRAVITY)

    end = derive(
        "pressed",
        "Pressed to",
        "length",
        lambda w, *_: pressed(w),
        [
            given("heat work, ∫dt/η", "W", work, "per_pa"),
            given("volume", "V", volume, "volume"),
            given("pile", "h₀", from_m, "length"),
            given("weight on it", "m", weight, "mass"),
            given("gravity", "g", GRAVITY, "count"),
        ],
        words="Thin glass between plates resists with the fifth power of its thickness: it ends near 2 mm whatever "
        "is done.",
        formula="the h at which W = 3·V/(2·π·m·g)·(2·π·(1/h − 1/h₀) + V/4·(1/h⁴ − 1/h₀⁴))",
        source=published("Gent 1960; ASTM C1351M"),
        extra=[("a factor of three in time", abs(pressed(work * 3) - pressed(work / 3)) / 2)],
    )
    across = 2 * math.sqrt(volume / end.value / math.pi)
    return Result(
        answer=say("It ends about **{h} thick** and {d} across.", h=end.shown, d=show(round(across, 3), "length")),
        figures=[end],
        findings=[]
        if weight >= 3
        else [
            finding(
                "heat.light-press",
                "note",
                "{w} is little to press with.",
                "A kiln shelf or two more, and plenty of posts under the lower one.",
                w=show(weight, "mass"),
            )
        ],
        cautions=["Plenty of posts under the lower shelf, or it cracks. Thick fresh kiln wash on both."],
        sketch=_between(volume, from_m, end.value, across),
    )


def _between(volume_m3: float, pile_m: float, end_m: float, across_m: float) -> Sketch:
    """A pile between two shelves, and what is left between them."""
    half, wide = math.sqrt(volume_m3 / pile_m / math.pi), across_m / 2
    reach = wide + 0.03
    return draw(
        [
            Body("shelf", "lower shelf", [block(-reach, -0.015, reach, 0.0)]),
            Body("shelf", "upper shelf", [block(-reach, end_m, reach, end_m + 0.015)]),
            Body("after", "pressed", [block(-wide, 0.0, wide, end_m)]),
            Body("glass", "as it goes in", [block(-half, 0.0, half, pile_m)]),
        ],
        [Dimension("", "across", "x", 0.0, -wide, wide, -1, show(round(across_m, 3), "length"))],
    )


def _ladder(values: Values) -> Result:
    ladder = power_ladder(
        values.kind(), thickness_m=values["thick"], full_fuse_s=values["full"], finest_percent=round(values["finest"])
    )
    first = ladder.rungs[0]
    allowed = derive(
        "slab_rate",
        "It may be warmed at",
        "rate",
        lambda d, s, *_: cooling_rate_k_per_h(kind=values.kind(), thickness_m=d, stress_pa=s, factor=12.0),
        [given("thickness", "d", values["thick"], "length"), *passing_inputs(values.kind())],
        words="A small piece is warmed from both faces; its skin pulls at its heart.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·d²) / 2",
        source=published("slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=["half of it, since the kiln is known from one remembered time only"],
    )
    told = ", ".join(map(str, ladder.near))
    findings = [
        finding(
            "heat.trade-ladder",
            "note",
            f"Near the trade's own steps of {told} %." if told else "Slower than the trade's own steps.",
            "Common practice, no source: 20, 30, 40 and 50 %, a minute or a few on each.",
        ),
        finding(
            "heat.rough-ladder",
            "note",
            "Rough, good to a factor of two.",
            "Such a kiln has no thermometer: watch the glow, and write down what happened.",
        ),
    ]
    if ladder.is_too_fast:
        findings.insert(
            0,
            finding(
                "heat.kiln-too-quick",
                "think",
                "Even {p} % warms it faster than {r}.",
                "Thinner pieces, a warmer start, or a minute on and a minute off.",
                p=str(first.percent),
                r=show(ladder.allowed_k_per_h, "rate"),
            ),
        )
    return Result(
        answer=say(
            "Begin with **{p} % for {t}**, and go up in {n}.",
            p=str(first.percent),
            t=first.time,
            n=plural(len(ladder.rungs) - 1, "step"),
        ),
        figures=[allowed],
        heads=("For", "Then about"),
        rows=[
            SumRow(f"{rung.percent} %", (rung.time, show(round(rung.to_c, -1), "temperature"))) for rung in ladder.rungs
        ],
        findings=findings,
        cautions=["Hot lid, hot floor: gloves, a fire-proof table, and the kiln maker's own rules first."],
    )


def _processes(values: Values) -> Result:
    kind, curve = values.kind(), Viscosity.of(values.kind())
    full = derive(
        "full_fuse",
        "Full fuse at",
        "temperature",
        lambda log, *_: curve.temperature_c(log),
        [given("viscosity wanted", "η", PROCESSES["full"].aim, "log_viscosity"), *curve_inputs(curve)],
        words=f"Where {kind.name} runs together and lies flat.",
        formula="T = T₀ + B / (log(η) − A)",
        source=published(
            "Vogel-Fulcher-Tammann through the fixed points of ASTM C336 and C338; the wanted viscosity is practice"
        ),
        extra=[("the curve and the kiln's own reading", 15.0)],
    )
    rows = []
    for done in sorted(PROCESSES.values(), key=lambda d: -d.aim):
        low, high = done.window_c(kind)
        rows.append(
            SumRow(
                done.name,
                (show(round(low), "temperature"), show(round(high), "temperature"), show(done.hold_s, "duration")),
            )
        )
    for row in trade_rows():
        low, high = row.window_c
        rows.append(
            SumRow(
                f"told: {row.told}, {row.says} ({row.kind.name})",
                (show(round(low), "temperature"), show(round(high), "temperature"), show(row.off_k, "difference")),
            )
        )
    return Result(
        answer=say(
            "A full fuse of {g} is at **{t}**; it slumps from {s}.",
            g=kind.name,
            t=show(round(full.value), "temperature"),
            s=show(round(PROCESSES["slump"].window_c(kind)[0]), "temperature"),
        ),
        figures=[full],
        heads=("From", "To", "Hold, or outside by"),
        rows=rows,
    )


FORMING_SUMS = (
    Sum(
        key="press",
        name="Press",
        station="heat",
        says="How thin a pile gets between weighted shelves.",
        fields=(
            GLASS,
            Field(
                key="glass_mass",
                label="Glass",
                kind="mass",
                default="100 g",
                high=50.0,
                above=True,
                fills="charge_mass",
            ),
            Field(key="weight", label="Weight on it", kind="mass", default="12 kg", high=500.0, above=True),
            Field(key="pile", label="The pile stands", kind="length", default="12 mm", low=0.0025, high=0.3),
            Field(key="top", label="Hold at", kind="temperature", default="804 °C", low=500, high=1100),
            Field(key="hold", label="for", kind="duration", default="20 min", low=60.0, high=86400.0),
        ),
        work=_press,
    ),
    Sum(
        key="ladder",
        name="A kiln with power steps",
        station="heat",
        says="A gentle ladder of per cents and minutes; rough.",
        fields=(
            GLASS,
            Field(key="thick", label="Thickest", kind="length", default="6 mm", high=0.03, above=True),
            Field(
                key="full",
                label="At full power to a full fuse",
                kind="duration",
                default="14 min",
                low=60.0,
                high=4 * 3600.0,
            ),
            Field(
                key="finest",
                label="Power goes in steps of",
                kind="count",
                default="10",
                low=1.0,
                high=50.0,
                hint="per cent",
            ),
        ),
        work=_ladder,
    ),
    Sum(
        key="processes",
        name="Every process in a glass",
        station="heat",
        says="Windows by viscosity, and the trade's temperatures beside them.",
        fields=(GLASS,),
        work=_processes,
    ),
)
