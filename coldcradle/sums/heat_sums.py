"""Sums of the heat: anneal for a thickness, how fast it may be warmed, and may the lid be opened."""

from __future__ import annotations

from coldcradle.heat.explain.rates import passing_inputs, solid_rate
from coldcradle.heat.limits import RUN_BAND, STRENGTH_PA, SURFACE_STRESS_PA, TARGETS_PA
from coldcradle.heat.model.opening import TOUCH_C, opening_limit_c
from coldcradle.heat.model.rates import first_cooling_k_per_h
from coldcradle.heat.physics.shock import free_section, open_lid, steepest_step_k, warming_rate_by_run
from coldcradle.heat.schedule.bare_anneal import BareAnneal, bare_anneal, by_handbook
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.figure import derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.sum import Field, Result, Sum, SumRow, Values

_H = 3600.0
_ASKED_K = 25.0
_LOOK_S = 60.0  # a look takes seconds; what is longer is an open lid
_FACES = (("shelf", "on a shelf, free to bow"), ("held", "on a shelf, held flat"), ("both", "both faces see the kiln"))
THICK = Field(key="thick", label="Thickest", kind="length", default="12 mm", high=0.3, above=True, fills="thickness")
FACES = Field(key="faces", label="Heat leaves", kind="choice", default="shelf", choices=_FACES)


def _anneal_rows(ours: BareAnneal, table: BareAnneal) -> list[SumRow]:
    """Both ways of cooling, side by side."""
    a, b, _ = ours.ends_c
    both = (ours, table)

    def to(end_c: float) -> Message:
        return say("to {t}", t=show(round(end_c), "temperature"))

    names = [
        "soak",
        to(a).metric + " / " + to(a).us.removeprefix("to "),
        to(b).metric + " / " + to(b).us.removeprefix("to "),
        "then",
    ]
    return [
        SumRow(names[0], tuple(show(x.soak_s, "duration") for x in both)),
        *(SumRow(names[i + 1], tuple(show(x.rates_k_per_h[i], "rate") for x in both)) for i in range(3)),
        SumRow("it leaves", tuple(show(x.left_pa, "stress", RUN_BAND * x.left_pa) for x in both)),
        SumRow("from the soak on", tuple(show(x.total_s, "duration") for x in both)),
    ]


def _anneal(values: Values) -> Result:
    kind, thick, stress = values.kind(), values["thick"], values["target"]
    faces = values.words["faces"]
    section = free_section(kind, thick, both_faces=faces == "both", is_held=faces == "held")
    effective = 2 * thick if faces == "held" else thick
    ours = bare_anneal(kind, section, thickness_m=thick, effective_m=effective, stress_pa=stress)
    table = by_handbook(kind, section, thickness_m=thick, effective_m=effective)
    first = derive(
        "anneal_rate",
        "Slow cooling",
        "rate",
        lambda r: r,
        [given("first rate that the runs came to", "R", ours.rates_k_per_h[0], "rate")],
        words="Begun from the closed form, run through the thickness with the glass settling as it cools, and "
        "lowered until no more stays than you wish.",
        formula="R",
        source=published("begun from a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[
            say(
                "the closed form begins at {r}",
                r=show(first_cooling_k_per_h(kind=kind, thickness_m=effective, stress_pa=stress), "rate"),
            ),
            say("glass that counts as {d}", d=show(effective, "length")),
            "no kiln is as slow as its own fall here",
        ],
    )
    quick = TARGETS_PA["quick"]
    findings = []
    if stress > quick:
        findings.append(
            finding(
                "heat.beyond-quick",
                "think",
                "{s} is beyond quick, {q}.",
                "Firings like it are told of, {hundred} of glass in five days. Some hold for years, some snap weeks "
                "later.",
                s=show(stress, "stress"),
                q=show(quick, "stress"),
                hundred=show(0.1, "length"),
            )
        )
    return Result(
        answer=say(
            "Soak {t} at {ap}, then **{r}** down to {b}. Run through the glass it leaves about {s}, and takes {all} "
            "from the soak on.",
            t=show(ours.soak_s, "duration"),
            ap=show(kind.annealing_c, "temperature"),
            r=first.shown,
            b=show(ours.ends_c[0], "temperature"),
            s=show(ours.left_pa, "stress", RUN_BAND * ours.left_pa),
            all=show(ours.total_s, "duration"),
        ),
        figures=[first],
        heads=("For your tension", "By the handbook's table"),
        rows=_anneal_rows(ours, table),
        findings=findings,
    )


def _warm(values: Values) -> Result:
    kind, thick, faces = values.kind(), values["thick"], values.words["faces"]
    closed = solid_rate(kind, given("thickness", "d", thick, "length"), both_faces=faces == "both")
    section = free_section(kind, thick, both_faces=faces == "both", is_held=faces == "held")
    run = warming_rate_by_run(section, kind, from_c=values["room"], stress_pa=SURFACE_STRESS_PA)
    rate = derive(
        "warming_rate",
        "It may be warmed at",
        "rate",
        min,
        [closed.given("R₁", "by the closed form"), given("by running it through the glass", "R₂", run, "rate")],
        words="The closed form and the run through the thickness: the slower of the two holds, as in the plan of a "
        "piece.",
        formula="min(R₁, R₂)",
        source=closed.source,
        assumptions=closed.assumptions,
    )
    return Result(
        answer=say(
            "A cold solid slab may be warmed at **{r}** until it is past {ap}.",
            r=rate.shown,
            ap=show(kind.annealing_c, "temperature"),
        ),
        figures=[rate, closed],
        cautions=["Loose pieces and frit are limited by the kiln and the mould instead."],
    )


def _stands(glass_c: float, room_c: float, seconds: float, pulls: DualQuantity) -> Message:
    """What glass that stands it is allowed: hands have their limit too, and the lid stays open for neither above it."""
    limit_c = opening_limit_c(TOUCH_C, room_c)
    shown = {
        "t": show(seconds, "duration"),
        "p": pulls,
        "lim": show(SURFACE_STRESS_PA, "stress"),
        "at": show(round(glass_c), "temperature"),
        "hands": show(limit_c, "temperature"),
    }
    if glass_c <= limit_c:
        return say("**It may be opened for {t}:** its face is pulled by {p}; {lim} is allowed.", **shown)
    if seconds <= _LOOK_S:
        return say(
            "**The glass stands a look of {t}:** its face is pulled by {p}; {lim} is allowed. It is {at}: for hands "
            "the lid stays shut above {hands}.",
            **shown,
        )
    return say(
        "**Not yet.** The glass would stand {t}, its face pulled by {p}; but it is {at}, and for hands the lid stays "
        "shut above {hands}.",
        **shown,
    )


def _open(values: Values) -> Result:
    kind, thick, glass_c, room_c = values.kind(), values["thick"], values["at"], values["room"]
    seconds = values["for"]
    shock = open_lid(kind, thickness_m=thick, glass_c=glass_c, air_c=room_c, for_s=seconds)
    bound = derive(
        "steepest_step",
        "A face may fall at once by",
        "difference",
        lambda s, *_: steepest_step_k(kind, stress_pa=s),
        [given("strength allowed for", "σ", STRENGTH_PA, "stress"), *passing_inputs(kind)[1:4]],
        words="The heart has not moved yet: all of the face's shrinking is pull.",
        formula="ΔT = σ·(1 − ν) / (E·α)",
        source=published("thermal shock without relief, Kingery 1955"),
        assumptions=["7 MPa design strength (from memory)"],
    )
    soft = glass_c > kind.annealing_c
    pulls = show(shock.tension_pa, "stress")
    if soft:
        answer = say(
            "Above its annealing point the face gives way: it cools by **{k}** and nothing is pulled for good. Shut "
            "it again at once.",
            k=show(shock.face_falls_k, "difference"),
        )
    elif shock.tension_pa > STRENGTH_PA:
        answer = say(
            "**Do not open.** Its face would be pulled by {p}; glass of this strength stands {s}.",
            p=pulls,
            s=show(STRENGTH_PA, "stress"),
        )
    elif shock.tension_pa > SURFACE_STRESS_PA:
        answer = say(
            "**Better not:** its face would be pulled by {p}; {lim} is what we allow.",
            p=pulls,
            lim=show(SURFACE_STRESS_PA, "stress"),
        )
    else:
        answer = _stands(glass_c, room_c, seconds, pulls)
    return Result(
        answer=answer,
        figures=[bound],
        cautions=[
            "A look at heat: protective clothing, seconds only, power off to the elements, never alone; whoever is "
            "not trained does not."
        ],
    )


HEAT_SUMS = (
    Sum(
        key="anneal",
        name="Anneal for a thickness",
        station="heat",
        says="Soak and cooling from the thickest place, run through the glass.",
        fields=(
            GLASS,
            THICK,
            Field(
                key="target", label="Tension left in the heart", kind="stress", default="0.45 MPa", low=2e4, high=5e6
            ),
            FACES,
        ),
        work=_anneal,
    ),
    Sum(
        key="warm",
        name="How fast may it be warmed",
        station="heat",
        says="Cold solid glass, before it snaps.",
        fields=(
            GLASS,
            THICK,
            FACES,
            Field(key="room", label="It starts at", kind="temperature", default="18 °C", low=-20, high=300),
        ),
        work=_warm,
    ),
    Sum(
        key="open",
        name="May I open it",
        station="heat",
        says="What an open lid does to glass that is still warm.",
        fields=(
            GLASS,
            THICK,
            Field(key="at", label="Glass and kiln at", kind="temperature", default="80 °C", low=20, high=1000),
            Field(key="room", label="Room", kind="temperature", default="18 °C", low=-20, high=45),
            Field(key="for", label="Open for", kind="duration", default="30 min", low=1.0, high=86400.0),
        ),
        work=_open,
    ),
)
