"""Sums of the finished piece: does it stand, does the hook hold, what did it cost."""

from __future__ import annotations

from coldcradle.bench.glue import SHAKY, STEADY
from coldcradle.cradle.section import Dimension
from coldcradle.glass.explain.balance import hook_load, piece_cost, tipping_angle
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import say, show
from coldcradle.report.finding import finding
from coldcradle.sums.sum import Field, Result, Sum, Values


def _topple(values: Values) -> Result:
    angle = tipping_angle(foot_m=values["foot"], centre_m=values["centre"], off_centre_m=values["off"])
    if angle.value <= 0:
        word, why = "It falls over by itself", "its centre is past the edge of the foot"
    elif angle.value < SHAKY:
        word, why = "A nudge tips it", "widen the foot or make it heavy and low"
    elif angle.value < STEADY:
        word, why = "It stands, but not on a busy table", "a wider foot would do it good"
    else:
        word, why = "It stands firmly", "a knock tilts it less than that"
    findings = []
    if angle.value < STEADY:
        findings.append(
            finding(
                "glass.topples",
                "think",
                "It tips over at {a}.",
                "Small feet, a flat spot or a heavy low base help.",
                a=angle.shown,
            )
        )
    return Result(
        answer=say("**{word}:** it goes over at {a}; {why}.", word=word, a=angle.shown, why=why),
        figures=[angle],
        findings=findings,
        cautions=[
            "Tall things on stands: check that nobody can pull them down. Never a candle against a leaning panel; "
            "use a battery light."
        ],
        sketch=_standing(values["foot"], values["centre"], values["off"]),
    )


def _standing(foot_m: float, centre_m: float, off_m: float) -> Sketch:
    """A foot on a table, and where the weight is."""
    half, dot = foot_m / 2, 0.02 * max(foot_m, centre_m)
    return draw(
        [
            Body("shelf", "table", [block(-foot_m, -0.1 * centre_m, foot_m, 0.0)]),
            Body("after", "the piece", [[(-half, 0.0), (half, 0.0), (off_m, 1.6 * centre_m)]]),
            Body("steel", "centre of gravity", [block(off_m - dot, centre_m - dot, off_m + dot, centre_m + dot)]),
        ],
        [Dimension("", "centre", "z", -half, 0.0, centre_m, 1, show(centre_m, "length"))],
    )


def _hang(values: Values) -> Result:
    load = hook_load(mass_kg=values["mass"], hooks=round(values["hooks"]))
    return Result(
        answer=say("Each fixing should be rated for **{m}**.", m=load.shown),
        figures=[load],
        cautions=[
            "Weight on a wall: the wall, its plug and the wire each have to carry it. Check the fixing; over people "
            "ask who is qualified."
        ],
    )


def _cost(values: Values) -> Result:
    cost = piece_cost(
        charge_kg=values["mass"],
        price_per_kg=values["price"],
        energy_kwh=values["energy"] / 3.6e6,
        price_per_kwh=values["kwh"],
    )
    return Result(
        answer=say("Glass and power: **{c}** in your money.", c=show(round(cost.value, 2), "count")), figures=[cost]
    )


FINISHED_SUMS = (
    Sum(
        key="topple",
        name="Will it topple",
        station="glass",
        says="How far a piece can be tilted before it goes over.",
        fields=(
            Field(
                key="foot",
                label="Narrowest width of the foot",
                kind="length",
                default="60 mm",
                high=3.0,
                above=True,
                fills="foot",
            ),
            Field(
                key="centre",
                label="Centre of gravity above it",
                kind="length",
                default="40 mm",
                high=3.0,
                above=True,
                fills="centre_height",
            ),
            Field(key="off", label="Off the middle by", kind="length", default="0 mm", high=3.0),
        ),
        work=_topple,
    ),
    Sum(
        key="hang",
        name="Will the hook hold",
        station="glass",
        says="What a fixing should be rated for.",
        fields=(
            Field(
                key="mass",
                label="Weight of the piece",
                kind="mass",
                default="1.2 kg",
                high=2000.0,
                above=True,
                fills="glass_mass",
            ),
            Field(key="hooks", label="Fixings", kind="count", default="1", low=1.0, high=40.0),
        ),
        work=_hang,
    ),
    Sum(
        key="cost",
        name="What it costs",
        station="glass",
        says="Glass and power of a firing, in your own money.",
        fields=(
            Field(
                key="mass",
                label="Glass weighed out",
                kind="mass",
                default="800 g",
                high=2000.0,
                above=True,
                fills="charge_mass",
            ),
            Field(key="price", label="Price of a kilogram", kind="count", default="18", high=1e6, fills="price"),
            Field(
                key="energy", label="Power of the firing", kind="energy", default="14 kWh", high=3.6e11, fills="energy"
            ),
            Field(key="kwh", label="Price of a kWh", kind="count", default="0.3", high=1e4),
        ),
        work=_cost,
    ),
)
