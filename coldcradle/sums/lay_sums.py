"""Sums of laying up: layers on an outline, how far they run, and the dam that holds them."""

from __future__ import annotations

import math

from coldcradle.cradle.section import Dimension
from coldcradle.glass.explain.charge import glass_mass
from coldcradle.layup.deform.spread import dam_boards
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.explain.spread import dam_wall, push_on_wall, rest_thickness, spread
from coldcradle.layup.sketch import Body, Sketch, block, draw
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import derive, given, published
from coldcradle.report.finding import finding
from coldcradle.sums.cradle_sums import GLASS
from coldcradle.sums.glass_sums import FORM
from coldcradle.sums.sum import SHAPE, Field, Result, Send, Sum, SumRow, Values, area_m2

_RATE_K_PER_S = 200 / 3600


def _spread(values: Values) -> Result:
    kind, layers = values.kind(), round(values["layers"])
    area, start = area_m2(values), layers * values["layer"]
    top, hold = values["top"], values["hold"]
    ramp = top / _RATE_K_PER_S
    line = [(0.0, 0.0), (ramp, top), (ramp + hold, top), (ramp + hold + 1800, 0.55 * top)]
    work = heat_work_of(kind, line).total_per_pa
    rest = rest_thickness(kind)
    size, thin = spread(kind, area_m2=area, thickness_m=start, work_per_pa=work)
    first = 2 * math.sqrt(area / math.pi)
    grows = size.value > 1.01 * first
    square = show(size.value * math.sqrt(math.pi) / 2, "length")
    answer = (
        say(
            "It runs out: from {a} to about **{size} across, {h} thick** (a square of that glass: {square} a side). "
            "To keep {start} it needs a dam.",
            a=show(first, "length"),
            size=size.shown,
            h=thin.shown,
            start=show(start, "length"),
            square=square,
        )
        if grows
        else say(
            "It keeps its outline: {start} is not more than the **{rest}** that free glass rests at, or it stiffens "
            "before it runs.",
            start=show(start, "length"),
            rest=rest.shown,
        )
    )
    findings = []
    if start < 0.8 * rest.value:
        findings.append(
            finding(
                "glass.draws-in",
                "note",
                "Thinner than {rest}, full fused glass draws in and thickens at its edge.",
                "Surface tension gathers what weight no longer spreads.",
                rest=rest.shown,
            )
        )
    return Result(
        answer=answer,
        figures=[rest, size, thin],
        findings=findings,
        sketch=_pool(first, start, size.value if grows else first, thin.value if grows else start),
    )


def _pool(before_m: float, cold_m: float, after_m: float, thick_m: float) -> Sketch:
    """Layers as they lie, and the pool they become."""
    half, wide = before_m / 2, after_m / 2
    reach = max(half, wide) + 0.02
    return draw(
        [
            Body("shelf", "shelf", [block(-reach, -0.006, reach, 0.0)]),
            Body("after", "after the firing", [block(-wide, 0.0, wide, thick_m)]),
            Body("glass", "as it goes in", [block(-half, 0.0, half, cold_m)]),
        ],
        [Dimension("", "after", "x", 0.0, -wide, wide, -1, show(round(after_m, 3), "length"))],
    )


def _dam(values: Values) -> Result:
    kind, form = values.kind(), values.form()
    length, width, thick, board = values["length"], values["width"], values["thickness"], values["board"]
    volume = derive(
        "cradle_volume",
        "Dam holds",
        "volume",
        lambda *sides: math.prod(sides),
        [
            given("length", "l", length, "length", 0.0005),
            given("width", "w", width, "length", 0.0005),
            given("thickness", "h", thick, "length", 0.0005),
        ],
        words="The room inside the lining.",
        formula="l·w·h",
        source=published("solid geometry"),
    )
    mass = glass_mass(volume, kind)
    wall = dam_wall(cold_m=thick / form.packing, glass_m=thick)
    push = push_on_wall(kind, length_m=max(length, width), glass_m=thick)
    boards = dam_boards(length_m=length, width_m=width, wall_m=wall.value, board_m=board, glass_m=thick)
    rest = rest_thickness(kind)
    findings = []
    if thick <= rest.value:
        findings.append(
            finding(
                "glass.no-dam-needed",
                "note",
                "{h} stays by itself: free glass rests at {rest}.",
                "A dam keeps a sharp edge all the same.",
                h=show(thick, "length"),
                rest=rest.shown,
            )
        )
    return Result(
        answer=say(
            "**{m}** of {kind} behind walls **{wall}** high, with at least {push} against each long one.",
            m=mass.shown,
            kind=kind.name,
            wall=wall.shown,
            push=push.shown,
        ),
        figures=[volume, mass, wall, push],
        heads=["How many", "Length", "Height"],
        rows=[
            SumRow(b.name, (show(float(b.count), "count"), show(b.length_m, "length"), show(b.height_m, "length")))
            for b in boards
        ],
        findings=findings,
        sends=[Send("the weight of glass", (("glass.charge", mass.shown.metric.text),))],
        cautions=["Dry fibre board and paper: respirator and gloves, wet clean-up."],
        sketch=draw(
            [
                Body("shelf", "shelf", [block(-length / 2 - 0.06, -0.012, length / 2 + 0.06, 0.0)]),
                Body(
                    "fibre",
                    "boards",
                    [
                        block(-length / 2 - board, 0.0, -length / 2, wall.value),
                        block(length / 2, 0.0, length / 2 + board, wall.value),
                    ],
                ),
                Body("after", "after the firing", [block(-length / 2, 0.0, length / 2, thick)]),
            ],
            [
                Dimension("", "wall", "z", -length / 2, 0.0, wall.value, 1, wall.shown),
                Dimension("", "inside", "x", 0.0, -length / 2, length / 2, -1, show(length, "length")),
            ],
        ),
    )


def _side(key: str, label: str, default: str, **more: str) -> Field:
    return Field(key=key, label=label, kind="length", default=default, high=3.0, above=True, **more)  # type: ignore[arg-type]  # words only


LAY_SUMS = (
    Sum(
        key="spread",
        name="Layers and how far they run",
        station="glass",
        says="How thick sheet layers are, and to what size free glass runs out in a firing.",
        fields=(
            *SHAPE,
            Field(key="layers", label="Layers", kind="count", default="4", low=1.0, high=60.0),
            _side("layer", "Each layer", "3 mm"),
            Field(
                key="top",
                label="Hottest",
                kind="temperature",
                default="804 °C",
                low=300.0,
                high=1200.0,
                fills="cast_temperature",
            ),
            Field(key="hold", label="held for", kind="duration", default="15 min", high=72 * 3600.0, fills="cast_hold"),
            GLASS,
        ),
        work=_spread,
    ),
    Sum(
        key="dam",
        name="A dam",
        station="glass",
        says="Glass, wall height, boards to cut and weights for a slab inside a dam.",
        fields=(
            _side("length", "Length inside", "300 mm"),
            _side("width", "Width inside", "200 mm"),
            _side("thickness", "Thickness of the slab", "12 mm", fills="thickness"),
            _side("board", "Boards are", "25 mm", hint="thick"),
            FORM,
            GLASS,
        ),
        work=_dam,
    ),
)
