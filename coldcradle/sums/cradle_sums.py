"""Sums of the first station: vessels, models, and a cradle that leans."""

from __future__ import annotations

from coldcradle.cradle.displacement import Displacement, advise_vessel, by_displacement
from coldcradle.cradle.level import Tilt, run_off, sides
from coldcradle.cradle.methods import Model, by_model
from coldcradle.glass.explain.charge import glass_mass
from coldcradle.quantity.format import plus_minus, say, show
from coldcradle.report.finding import finding
from coldcradle.sums.sum import Field, Result, Send, Sum, Values

GLASS = Field(key="glass", label="Glass", kind="glass", default="fusing-90-clear", fills="glass.kind")


def _vessel(values: Values) -> Result:
    soaked = values.words["soaked"] == "yes"
    reading = Displacement(bore_m=values["bore"], fall_m=values["fall"], reading_m=values["reading"])
    volume = by_displacement(reading, soaked=soaked)
    mass = glass_mass(volume, values.kind())
    advice = advise_vessel(reading, soaked=soaked, density_kg_m3=values.kind().density_kg_m3)
    findings = [advice] if advice is not None else []
    if not soaked:
        findings.append(
            finding(
                "cradle.dry-mould",
                "think",
                "A dry mould drinks: this is too much rather than too little.",
                "Soak it and measure again.",
            )
        )
    return Result(
        answer=say(
            "It holds **{v}, give or take {pm}:** {m} of {kind}.",
            v=volume.shown,
            pm=plus_minus(volume.shown),
            m=mass.shown,
            kind=values.kind().name,
        ),
        figures=[volume, mass],
        findings=findings,
        sends=[
            Send(
                "the readings of the vessel",
                (
                    ("cradle.level", {key: values.typed[key] for key in ("bore", "fall", "reading")}),
                    ("cradle.soaked", soaked),
                    ("cradle.method", "level"),
                    ("cradle.measured", True),
                ),
            )
        ],
    )


def _model(values: Values) -> Result:
    dipped = values.get("dipped")
    volume = by_model(
        Model(mass_kg=values["mass"], density_kg_m3=values["density"], dipped_kg=dipped, scale_kg=values["scale"])
    )
    mass = glass_mass(volume, values.kind())
    return Result(
        answer=say(
            "The model takes **{v}:** that is **{m}** of {kind}, give or take {pm}.",
            v=volume.shown,
            m=mass.shown,
            kind=values.kind().name,
            pm=plus_minus(mass.shown),
        ),
        figures=[volume, mass],
        sends=[
            Send(
                "the model as a way of measuring",
                (
                    ("cradle.model", {key: values.typed[key] for key in ("mass", "density", "dipped", "scale")}),
                    ("cradle.method", "model"),
                    ("cradle.measured", True),
                ),
            )
        ],
    )


def _level(values: Values) -> Result:
    tilt = Tilt(rise_m=values["rise"], over_m=values["over"])
    across, depth, brim = values["across"], values["depth"], values["brim"]
    off = run_off(tilt, across_m=across)
    thin, thick, spill = sides(tilt, across_m=across, depth_m=depth, brim_m=brim)
    findings = []
    if spill > 0:
        findings.append(
            finding(
                "cradle.spills",
                "stop",
                "It spills: the low side would stand {d} above the brim.",
                "Level the shelf, or fill it less.",
                d=show(spill, "length"),
            )
        )
    return Result(
        answer=say(
            "The fill line runs off by **{off}** across this cradle: {thin} on one side, {thick} on the other. "
            "Pack the low side by as much.",
            off=off.shown,
            thin=thin.shown,
            thick=thick.shown,
        ),
        figures=[off, thin, thick],
        findings=findings,
        sends=[
            Send(
                "the lean of the cradle",
                (("cradle.tilt", {"rise": values.typed["rise"], "over": values.typed["over"]}),),
            )
        ],
    )


_YES_NO = (("yes", "soaked through"), ("no", "dry"))
CRADLE_SUMS = (
    Sum(
        key="vessel",
        name="Water from a vessel",
        station="cradle",
        says="How much a mould holds, from the fall of the level in the vessel you poured from.",
        fields=(
            Field(key="bore", label="Vessel bore", kind="length", default="60 mm", hint="inside", high=1.0, above=True),
            Field(key="fall", label="Level fell by", kind="length", default="100 mm", high=2.0, above=True),
            Field(key="reading", label="You can read it to", kind="length", default="0.8 mm", high=0.05),
            Field(key="soaked", label="The mould is", kind="choice", default="yes", choices=_YES_NO),
            GLASS,
        ),
        work=_vessel,
    ),
    Sum(
        key="model",
        name="Weight of a model",
        station="cradle",
        says="What a wax, clay, plaster or printed model becomes in glass.",
        fields=(
            Field(key="mass", label="Model weighs", kind="mass", default="120 g", high=200.0, above=True),
            Field(
                key="density",
                label="Density of the model",
                kind="density",
                default="950 kg/m³",
                hint="wax 900 to 970",
                low=100.0,
                high=9000.0,
            ),
            Field(
                key="dipped",
                label="Scale shows more by",
                kind="mass",
                optional=True,
                high=200.0,
                above=True,
                hint="hung under water; or leave it empty",
            ),
            Field(key="scale", label="The scale is good to", kind="mass", default="1 g", high=1.0),
            GLASS,
        ),
        work=_model,
    ),
    Sum(
        key="level",
        name="Is it level",
        station="cradle",
        says="How far the fill line runs off in a cradle that leans, and whether it spills.",
        fields=(
            Field(key="rise", label="One side is higher by", kind="length", default="1 mm", high=0.5),
            Field(key="over", label="over a length of", kind="length", default="300 mm", high=5.0, above=True),
            Field(
                key="across",
                label="Cradle across",
                kind="length",
                default="200 mm",
                high=5.0,
                above=True,
                fills="across",
            ),
            Field(
                key="depth",
                label="Glass in the middle",
                kind="length",
                default="10 mm",
                high=1.0,
                above=True,
                fills="thickness",
            ),
            Field(key="brim", label="Brim", kind="length", default="20 mm", high=3.0, above=True, fills="brim"),
        ),
        work=_level,
    ),
)
