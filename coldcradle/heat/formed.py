"""How far the glass goes in a firing by its law of movement, and never further than the geometry allows."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from coldcradle.constants import GRAVITY
from coldcradle.heat.inputs import HeatInput
from coldcradle.layup.deform import laws
from coldcradle.layup.deform.spread import heat_work, spread
from coldcradle.layup.families.press import PILE_M
from coldcradle.layup.load import Load
from coldcradle.quantity.format import DualQuantity, Formatted, say, show
from coldcradle.report.figure import Figure, Given, Source, derive, given, published

__all__ = ["moved"]

_PLATES = published("viscous plates and beams by the analogy with elastic ones, Timoshenko")
_PUDDLE_TIMES = 3.0  # stretched to so many times its length, a hung piece is not told from a puddle


@dataclass(frozen=True, slots=True)
class _Law:
    """A law of movement as a figure: what it is called, its formula and inputs, where it ends and what is said
    there.
    """

    name: str
    formula: str
    doubt: str
    inputs: list[Given]
    way: Callable[..., float]
    ends_m: float
    at_end: str
    source: Source = _PLATES


def _law(load: Load, heat: HeatInput, work: Given) -> _Law | None:
    done, density, thick, span = heat.process, load.kind.density_kg_m3, load.sheet_m, load.span_m
    common = [work, given("density of the glass", "ρ", density, "density"), given("gravity", "g", GRAVITY, "count")]
    sheet = given("sheet", "h", thick, "length")
    if span and done.moves == "sag":
        ends = load.depth_m or span / 2
        return _Law(
            "It goes down",
            "min(w₀, 11/64·ρ·g·a⁴·W / h²)",
            "a disc held at its rim, small sags",
            [
                *common,
                sheet,
                given("half the span", "a", span / 2, "length"),
                given("where it touches", "w₀", ends, "length"),
            ],
            lambda w, *_: min(
                ends, laws.sag_depth(work_per_pa=w, density_kg_m3=density, span_m=span, thickness_m=thick)
            ),
            ends,
            "until it touches",
        )
    if span and done.moves == "arm":
        one = laws.arm_work(depth_m=1.0, density_kg_m3=density, arm_m=span, thickness_m=thick)
        return _Law(
            "The arm comes down",
            "min(L, ρ·g·L⁴·W / (2·h²))",
            "a straight beam; once it hangs steeply it slows",
            [*common, sheet, given("arm", "L", span, "length")],
            lambda w, *_: min(span, w / one),
            span,
            "until it hangs or touches",
        )
    if span and done.moves == "hang":
        most = _PUDDLE_TIMES * span
        return _Law(
            "It stretches to",
            "min(3·L₀, −L₀/min(0.95, ρ·g·L₀·W/3)·ln(1 − min(0.95, ρ·g·L₀·W/3)))",
            "of even thickness, hung by its end",
            [*common, given("hung length", "L₀", span, "length")],
            lambda w, *_: min(most, laws.thread_length(work_per_pa=w, length_m=span, density_kg_m3=density)),
            most,
            "a puddle",
        )
    if done.moves == "press" and load.press_kg > 0:
        volume, force = load.glass_kg / density, load.press_kg * GRAVITY
        return _Law(
            "Pressed to",
            "the h at which W = 3·V/(2·π·m·g)·(2·π·(1/h − 1/h₀) + V/4·(1/h⁴ − 1/h₀⁴))",
            "one round pile between flat, washed shelves",
            [
                work,
                given("volume", "V", volume, "volume"),
                given("pile", "h₀", PILE_M, "length"),
                given("weight on it", "m", load.press_kg, "mass"),
                given("gravity", "g", GRAVITY, "count"),
            ],
            lambda w, *_: laws.press_thickness(work_per_pa=w, from_m=PILE_M, volume_m3=volume, force_n=force),
            PILE_M * 2,
            "",
            published("Gent 1960; ASTM C1351M; Dienes and Klemm 1946"),
        )
    return None


def moved(load: Load, heat: HeatInput, line: list[tuple[float, float]]) -> Figure | None:
    """How far the glass goes in this firing by its law of movement; None where nothing is known of the way."""
    work = heat_work(load.kind, line)
    if heat.process.moves == "spread":
        area = load.glass_kg / load.kind.density_kg_m3 / load.sheet_m
        return spread(load.kind, area_m2=area, thickness_m=load.sheet_m, work_per_pa=work)[0]
    law = _law(load, heat, given("heat work of the firing, ∫dt/η", "W", work, "per_pa"))
    if law is None:
        return None
    half = abs(law.way(work * 3) - law.way(work / 3)) / 2
    figure = derive(
        "moved",
        law.name,
        "length",
        law.way,
        law.inputs,
        words="All the time spent soft, weighed by how soft it was.",
        formula=law.formula,
        source=law.source,
        assumptions=[
            law.doubt,
            "good to a factor of three in time",
            say("the sheet is {d} thick; relief on it does not stiffen it", d=show(load.sheet_m, "length")),
        ],
        extra=[("the estimate itself", half)],
    )
    if law.at_end and figure.value >= law.ends_m * (1 - 1e-9):
        words = Formatted(law.at_end, "", "", law.at_end)
        return replace(figure, shown=DualQuantity(words, words))
    return figure
