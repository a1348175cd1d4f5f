"""How far the glass goes in a firing by its law of movement, and never further than the geometry allows."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from coldcradle.constants import GRAVITY
from coldcradle.heat.inputs import HeatInput
from coldcradle.layup.deform import laws
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.explain.spread import spread
from coldcradle.layup.load import Load
from coldcradle.layup.motion import SHEET
from coldcradle.layup.traits import Law
from coldcradle.quantity.format import DualQuantity, Formatted, say, show
from coldcradle.report.figure import Figure, Given, Source, derive, given, published

__all__ = ["moved"]

_THREAD = published("a viscous thread under its own weight, Trouton 1906")
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
    source: Source = _THREAD


def _sheet_moved(movement: Movement, work_per_pa: float) -> Figure:
    """How deep a sheet's middle, or the end of its arm, has come; the likely way, between slid and held."""
    is_arm = movement.course.is_arm

    def way(w: float) -> float:
        return movement.edge_down_m(w) if is_arm else movement.depth_m(w)[0]

    low, high = (way(work_per_pa / 3), way(work_per_pa * 3)) if is_arm else movement.depth_m(work_per_pa)[1:]
    figure = derive(
        "moved",
        "The arm comes down" if is_arm else "It goes down",
        "length",
        lambda w, _: w,
        [
            given("on the way followed step by step", "w", way(work_per_pa), "length"),
            given("heat work of the firing, ∫dt/η", "W", work_per_pa, "per_pa"),
        ],
        words="All the time spent soft, weighed by how soft it was, on the way that this sheet goes.",
        formula="w",
        source=SHEET,
        assumptions=["whether its rim slides in or is held is a factor of about ten, and this is between"],
        extra=[("what the rim does", abs(high - low) / 2)],
    )
    law = movement.law_work_per_pa
    if math.isfinite(law) and work_per_pa >= law:
        words = Formatted("until it touches", "", "", "until it touches")
        return replace(figure, shown=DualQuantity(words, words))
    return figure


def _law(load: Load, heat: HeatInput, work: Given) -> _Law | None:
    done, density, span = heat.process, load.kind.density_kg_m3, load.span_m
    common = [work, given("density of the glass", "ρ", density, "density"), given("gravity", "g", GRAVITY, "count")]
    if span and done.moves is Law.HANG:
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
    if done.moves is Law.PRESS and load.press_kg > 0:
        volume, force = load.glass_kg / density / load.piles, load.press_kg * GRAVITY / load.piles
        return _Law(
            "Pressed to",
            "the h at which W = 3·V/(2·π·m·g)·(2·π·(1/h − 1/h₀) + V/4·(1/h⁴ − 1/h₀⁴))",
            "one round pile between flat, washed shelves",
            [
                work,
                given("volume", "V", volume, "volume"),
                given("pile", "h₀", load.pile_m, "length"),
                given("weight on each", "m", load.press_kg / load.piles, "mass"),
                given("gravity", "g", GRAVITY, "count"),
            ],
            lambda w, *_: laws.press_thickness(work_per_pa=w, from_m=load.pile_m, volume_m3=volume, force_n=force),
            load.pile_m * 2,
            "",
            published("Gent 1960; ASTM C1351M; Dienes and Klemm 1946"),
        )
    return None


def moved(load: Load, heat: HeatInput, line: list[tuple[float, float]]) -> Figure | None:
    """How far the glass goes in this firing by its law of movement; None where nothing is known of the way."""
    work = heat_work_of(load.kind, line).total_per_pa
    if heat.process.moves is Law.SPREAD:
        area = load.glass_kg / load.piles / load.kind.density_kg_m3 / load.sheet_m
        return spread(load.kind, area_m2=area, thickness_m=load.sheet_m, work_per_pa=work)[0]
    if load.movement is not None and heat.process.moves is Law.SHEET:
        return _sheet_moved(load.movement, work)
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
