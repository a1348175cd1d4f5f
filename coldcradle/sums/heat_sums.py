"""Sums of the heat: anneal for a thickness, how fast it may be warmed, open the lid, press, slump, and power steps."""

from __future__ import annotations

import math

from coldcradle.findings import finding
from coldcradle.glass.spread import GRAVITY
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat import moves
from coldcradle.heat.conduction import cooling_rate_k_per_h
from coldcradle.heat.ladder import power_ladder
from coldcradle.heat.processes import PROCESSES, trade_rows
from coldcradle.heat.shock import STRENGTH_PA, free_section, open_lid, steepest_step_k, warming_rate_by_run
from coldcradle.heat.slab import run_slab
from coldcradle.heat.strain import RELAXATION_BAND, run_strain
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Row, Sum, Values
from coldcradle.words import say, show
from coldcradle.working import derive, given, published

_H = 3600.0
_THUMB_S_PER_M = 2 * _H / 0.012
_PASSING_PA = 2.5e6
_FACES = (("both", "both faces see the kiln"), ("bow", "on a shelf, free to bow"), ("held", "held flat"))
_MIDDLE = sum(RELAXATION_BAND) / 2
THICK = Field(key="thick", label="Thickest", kind="length", default="12 mm", high=0.3, above=True, fills="thickness")
FACES = Field(key="faces", label="Heat leaves", kind="choice", default="bow", choices=_FACES)


def _anneal(values: Values) -> Result:
    kind, thick, stress = values.kind(), values["thick"], values["target"]
    faces = values.words["faces"]
    section = free_section(kind, thick, both_faces=faces == "both", is_held=faces == "held")
    counts = 2 * thick if faces == "held" else thick
    rate = derive(
        "anneal_rate", "Slow cooling", "rate",
        lambda d, s: cooling_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s),
        [given("thickness that counts", "d", counts, "length"), given("tension left in the heart", "σ", stress, "stress")],
        words="The faster it cools, the more the heart lags, and the lag freezes in as tension.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·d²)", source=published("slab with a parabolic profile, Timoshenko & Goodier"),
    )  # fmt: skip
    below = cooling_rate_k_per_h(kind=kind, thickness_m=counts, stress_pa=_PASSING_PA, factor=12.0)
    soak_s = max(1800.0, thick * _THUMB_S_PER_M)
    top = kind.annealing_c
    break_c = top - (110 if counts <= 0.019 else 150)
    line = [(0.0, top), (soak_s, top)]
    for to_c, r in ((break_c, rate.value), (60.0, min(below, 400.0))):
        line.append((line[-1][0] + (line[-1][1] - to_c) / r * _H, to_c))
    line.append((line[-1][0] + 20 * _H + 4e6 * thick, 60.0))
    stress_run = run_strain(run_slab(section.slab, line), is_held=section.is_held)
    left = stress_run.tension_pa
    settled = run_strain(run_slab(section.slab, line), is_held=section.is_held, structure=True).tension_pa
    steps = [
        Row("soak", (show(top, "temperature"), show(soak_s, "duration"))),
        Row("slow cooling", (show(break_c, "temperature"), rate.shown)),
        Row("faster cooling", (show(60.0, "temperature"), show(min(below, 400.0), "rate"))),
    ]
    return Result(
        answer=say("Soak {t} at {ap}, then **{r}** down to {b}. Run through the glass it leaves about {s}; with structural relaxation run as well, {x}.",
                   x=show(settled, "stress"), t=show(soak_s, "duration"), ap=show(top, "temperature"), r=rate.shown, b=show(break_c, "temperature"),
                   s=show(left * _MIDDLE, "stress", left * 0.4)),
        figures=[rate], heads=("To", "For, or at"), rows=steps,
    )  # fmt: skip


def _warm(values: Values) -> Result:
    kind, thick, faces = values.kind(), values["thick"], values.words["faces"]
    factor = 2.0 if faces == "held" else 1.0
    section = free_section(kind, thick, both_faces=faces == "both", is_held=faces == "held")
    closed = derive(
        "slab_rate", "By the closed form", "rate",
        lambda d, s: cooling_rate_k_per_h(kind=kind, thickness_m=factor * d, stress_pa=s),
        [given("thickness", "d", thick, "length"), given("passing tension allowed", "σ", _PASSING_PA, "stress")],
        words="The skin warms first and pulls at the heart.", formula=f"R = 24·(1 − ν)·κ·σ / (E·α·({factor:g}d)²)",
        source=published("slab with a parabolic profile, Timoshenko & Goodier"),
    )  # fmt: skip
    run = warming_rate_by_run(section, kind, from_c=values["room"], stress_pa=_PASSING_PA)
    return Result(
        answer=say("A cold solid slab may be warmed at **{r}** until it is past {ap}; run step by step it is {x}.",
                   r=closed.shown, ap=show(kind.annealing_c, "temperature"), x=show(round(run, 1), "rate")),
        figures=[closed],
        cautions=["Loose pieces and frit are limited by the kiln and the mould instead."],
    )  # fmt: skip


def _open(values: Values) -> Result:
    kind, thick, glass_c, room_c = values.kind(), values["thick"], values["at"], values["room"]
    seconds = values["for"]
    shock = open_lid(kind, thickness_m=thick, glass_c=glass_c, air_c=room_c, for_s=seconds)
    bound = derive(
        "steepest_step", "A face may fall at once by", "difference", lambda s: steepest_step_k(kind, stress_pa=s),
        [given("strength allowed for", "σ", STRENGTH_PA, "stress")],
        words="The heart has not moved yet: all of the face's shrinking is pull.", formula="ΔT = σ·(1 − ν) / (E·α)",
        source=published("thermal shock without relief, Kingery 1955"), assumptions=["7 MPa design strength (from memory)"],
    )  # fmt: skip
    soft = glass_c > kind.annealing_c
    pulls = show(shock.tension_pa, "stress")
    if soft:
        answer = say("Above its annealing point the face gives way: it cools by **{k}** and nothing is pulled for good. Shut it again at once.",
                     k=show(shock.face_falls_k, "difference"))  # fmt: skip
    elif shock.tension_pa > STRENGTH_PA:
        answer = say(
            "**Do not open.** Its face would be pulled by {p}; glass of this strength stands {s}.",
            p=pulls,
            s=show(STRENGTH_PA, "stress"),
        )
    elif shock.tension_pa > _PASSING_PA:
        answer = say(
            "**Better not:** its face would be pulled by {p}; {lim} is what we allow.",
            p=pulls,
            lim=show(_PASSING_PA, "stress"),
        )
    else:
        answer = say("**It may be opened for {t}:** its face is pulled by {p}; {lim} is allowed.", t=show(seconds, "duration"), p=pulls,
                     lim=show(_PASSING_PA, "stress"))  # fmt: skip
    return Result(
        answer=answer, figures=[bound],
        cautions=["A look at heat: protective clothing, seconds only, power off to the elements, never alone; whoever is not trained does not."],
    )  # fmt: skip


def _press(values: Values) -> Result:
    kind, mass, weight = values.kind(), values["glass_mass"], values["weight"]
    volume, curve = mass / kind.density_kg_m3, Viscosity.of(kind)
    work = values["hold"] * 10.0 ** -float(curve.log10_pa_s(values["top"]))
    from_m = max(values["pile"], 0.0025)

    def pressed(w: float) -> float:
        return moves.press_thickness(work_per_pa=w, from_m=from_m, volume_m3=volume, force_n=weight * GRAVITY)

    end = derive(
        "pressed", "Pressed to", "length", pressed, [given("heat work, ∫dt/η, in 1/Pa", "W", work, "count")],
        words="Thin glass between plates resists with the fifth power of its thickness: it ends near 2 mm whatever is done.",
        formula="W = 3V/(2πF)·[2π(1/h − 1/h₀) + V/4·(1/h⁴ − 1/h₀⁴)]", source=published("Gent 1960; ASTM C1351M"),
        extra=[("a factor of three in time", abs(pressed(work * 3) - pressed(work / 3)) / 2)],
    )  # fmt: skip
    across = 2 * math.sqrt(volume / end.value / math.pi)
    return Result(
        answer=say("It ends about **{h} thick** and {d} across.", h=end.shown, d=show(round(across, 3), "length")), figures=[end],
        findings=[] if weight >= 3 else [finding("heat.light-press", "note", "{w} is little to press with.", "A kiln shelf or two more, and plenty of posts under the lower one.", w=show(weight, "mass"))],
        cautions=["Plenty of posts under the lower shelf, or it cracks. Thick fresh kiln wash on both."],
    )  # fmt: skip


def _sag(values: Values) -> Result:
    kind = values.kind()
    work = moves.sag_work(
        depth_m=values["depth"], density_kg_m3=kind.density_kg_m3, span_m=values["span"], thickness_m=values["thick"]
    )
    log = math.log10(values["hold"] / work)
    done = PROCESSES["slump"]
    curve = Viscosity.of(kind)
    temperature = curve.temperature_c(min(max(log, 4.0), 12.0))
    fig = derive(
        "slump_temperature", "Slump at", "temperature", lambda _w, t: temperature if not t else curve.temperature_c(min(max(math.log10(t / work), 4.0), 12.0)),
        [given("heat work wanted, 1/Pa", "W", work, "count"), given("hold", "t", values["hold"], "duration")],
        words="A wide thin blank sags early, a small deep one late: the span counts with its fourth power.",
        formula="η = t/W, W = h²·w / ((11/64)·ρ·g·a⁴)", source=published("viscous plate by the elastic one, Timoshenko"),
        assumptions=["good to a factor of three in time"], extra=[("a factor of three in time", 15.0)],
    )  # fmt: skip
    low, high = done.window_c(kind)
    findings = []
    if not low - 25 <= temperature <= high + 40:
        findings.append(finding("heat.unusual-slump", "think", "{t} is outside what people slump at, {a} to {b}.",
                                "Look in while it happens; change the hold rather than the temperature.",
                                t=show(round(temperature), "temperature"), a=show(round(low), "temperature"), b=show(round(high), "temperature")))  # fmt: skip
    return Result(
        answer=say("About **{t}** for {h}.", t=fig.shown, h=show(values["hold"], "duration")),
        figures=[fig],
        findings=findings,
    )


def _ladder(values: Values) -> Result:
    ladder = power_ladder(
        values.kind(), thickness_m=values["thick"], full_fuse_s=values["full"], finest_percent=round(values["finest"])
    )
    first = ladder.rungs[0]
    allowed = derive(
        "slab_rate", "It may be warmed at", "rate",
        lambda d, s: cooling_rate_k_per_h(kind=values.kind(), thickness_m=d, stress_pa=s) / 2,
        [given("thickness", "d", values["thick"], "length"), given("passing tension allowed", "σ", _PASSING_PA, "stress")],
        words="A small piece is warmed from both faces; its skin pulls at its heart.", formula="R = 24·(1 − ν)·κ·σ / (E·α·d²) / 2",
        source=published("slab with a parabolic profile, Timoshenko & Goodier"), assumptions=["half of it, since the kiln is known from one remembered time only"],
    )  # fmt: skip
    findings = [
        finding(
            "heat.rough-ladder",
            "note",
            "Rough, good to a factor of two.",
            "Such a kiln has no thermometer: watch the glow, and write down what happened.",
        )
    ]
    if ladder.is_too_fast:
        findings.insert(0, finding("heat.kiln-too-quick", "think", "Even {p} % warms it faster than {r}.", "Thinner pieces, a warmer start, or a minute on and a minute off.",
                                   p=str(first.percent), r=show(ladder.allowed_k_per_h, "rate")))  # fmt: skip
    return Result(
        answer=say("Begin with **{p} % for {t}**, and go up in {n} steps.", p=str(first.percent), t=first.time, n=str(len(ladder.rungs) - 1)),
        figures=[allowed], heads=("For", "Then about"),
        rows=[Row(f"{rung.percent} %", (rung.time, show(round(rung.to_c, -1), "temperature"))) for rung in ladder.rungs],
        findings=findings, cautions=["Hot lid, hot floor: gloves, a fire-proof table, and the kiln maker's own rules first."],
    )  # fmt: skip


def _processes(values: Values) -> Result:
    kind, curve = values.kind(), Viscosity.of(values.kind())
    full = derive(
        "full_fuse", "Full fuse at", "temperature", curve.temperature_c, [given("viscosity wanted", "η", PROCESSES["full"].aim, "log_viscosity")],
        words=f"Where {kind.name} runs together and lies flat.", formula=f"T = T0 + B/(log η − A),  A = {curve.a:g}, B = {curve.b_k:.0f} K, T0 = {curve.t0_c:.1f} °C",
        source=published("Vogel-Fulcher-Tammann through the fixed points of ASTM C336 and C338; the wanted viscosity is practice"),
        extra=[("the curve and the kiln's own reading", 15.0)],
    )  # fmt: skip
    rows = []
    for done in sorted(PROCESSES.values(), key=lambda d: -d.aim):
        low, high = done.window_c(kind)
        rows.append(
            Row(
                done.name,
                (show(round(low), "temperature"), show(round(high), "temperature"), show(done.hold_s, "duration")),
            )
        )
    for row in trade_rows():
        low, high = row.window_c
        rows.append(
            Row(
                f"told: {row.told}, {row.says} ({row.kind.name})",
                (show(round(low), "temperature"), show(round(high), "temperature"), show(row.off_k, "difference")),
            )
        )
    return Result(
        answer=say("A full fuse of {g} is at **{t}**; it slumps from {s}.", g=kind.name,
                   t=show(round(full.value), "temperature"), s=show(round(PROCESSES["slump"].window_c(kind)[0]), "temperature")),
        figures=[full], heads=("From", "To", "Hold, or outside by"), rows=rows,
    )  # fmt: skip


HEAT_SUMS = (
    Sum(key="anneal", name="Anneal for a thickness", station="heat", says="Soak and cooling from the thickest place, run through the glass.",
        fields=(GLASS, THICK, Field(key="target", label="Tension left in the heart", kind="stress", default="0.2 MPa", low=2e4, high=5e6), FACES), work=_anneal),
    Sum(key="warm", name="How fast may it be warmed", station="heat", says="Cold solid glass, before it snaps.",
        fields=(GLASS, THICK, FACES, Field(key="room", label="It starts at", kind="temperature", default="18 °C", low=-20, high=300)), work=_warm),
    Sum(key="open", name="May I open it", station="heat", says="What an open lid does to glass that is still warm.",
        fields=(GLASS, THICK, Field(key="at", label="Glass and kiln at", kind="temperature", default="80 °C", low=20, high=1000),
                Field(key="room", label="Room", kind="temperature", default="18 °C", low=-20, high=45),
                Field(key="for", label="Open for", kind="duration", default="30 min", low=1.0, high=86400.0)), work=_open),
    Sum(key="press", name="Press", station="heat", says="How thin a pile gets between weighted shelves.",
        fields=(GLASS, Field(key="glass_mass", label="Glass", kind="mass", default="100 g", high=50.0, above=True, fills="charge_mass"),
                Field(key="weight", label="Weight on it", kind="mass", default="12 kg", high=500.0, above=True),
                Field(key="pile", label="The pile stands", kind="length", default="12 mm", low=0.0025, high=0.3),
                Field(key="top", label="Hold at", kind="temperature", default="804 °C", low=500, high=1100),
                Field(key="hold", label="for", kind="duration", default="20 min", low=60.0, high=86400.0)), work=_press),
    Sum(key="slump", name="Slump", station="heat", says="The temperature for a span, a depth and a hold.",
        fields=(GLASS, Field(key="thick", label="Blank", kind="length", default="6 mm", high=0.1, above=True, fills="thickness"),
                Field(key="span", label="Across the mould", kind="length", default="300 mm", high=3.0, above=True),
                Field(key="depth", label="It shall go down", kind="length", default="40 mm", high=1.0, above=True),
                Field(key="hold", label="Hold", kind="duration", default="20 min", low=60.0, high=86400.0)), work=_sag),
    Sum(key="ladder", name="A kiln with power steps", station="heat", says="A gentle ladder of per cents and minutes; rough.",
        fields=(GLASS, Field(key="thick", label="Thickest", kind="length", default="6 mm", high=0.03, above=True),
                Field(key="full", label="At full power to a full fuse", kind="duration", default="14 min", low=60.0, high=4 * 3600.0),
                Field(key="finest", label="Power goes in steps of", kind="count", default="10", low=1.0, high=50.0, hint="per cent")), work=_ladder),
    Sum(key="processes", name="Every process in a glass", station="heat", says="Windows by viscosity, and the trade's temperatures beside them.",
        fields=(GLASS,), work=_processes),
)  # fmt: skip
