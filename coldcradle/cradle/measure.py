"""How much a cradle holds up to its casting line, by each way of measuring it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from coldcradle.cradle.shapes import Stack
from coldcradle.cradle.water import water_density_kg_m3
from coldcradle.words import say, show
from coldcradle.working import PRACTICE, Figure, derive, given, published

__all__ = [
    "Displacement", "Drained", "Method", "Trial", "by_displacement", "by_drained", "by_shape", "by_trial", "combine",
]  # fmt: skip

Method = Literal["shape", "level", "drained", "trial"]

_SIZE_WORDS = {
    "length_m": "length", "width_m": "width", "height_m": "height", "bore_m": "bore",
    "bottom_m": "bottom width", "top_m": "top width", "rim_m": "rim width",
}  # fmt: skip
_FORMULAS = {
    "box": "l·w·h",
    "cylinder": "π/4·b²·h",
    "frustum": "π/12·h·(d₀² + d₀·d + d²)",
    "cap": "π·h²·(3R − h)/3",
}
_BORE_ERROR_M = 0.0005
_WET_FILM = 0.003  # share of the volume that a soaked wall still takes or holds back; common practice, no source
_DRY_WALL = 0.10  # share that a dry plaster wall may drink; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Displacement:
    """Water poured from a vessel until it stands at the line: inside width of the vessel and fall of its level."""

    bore_m: float
    fall_m: float
    reading_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Drained:
    """Water drained from the cradle and weighed, with its temperature and the scale's error."""

    mass_kg: float
    temperature_c: float
    scale_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Trial:
    """Pieces of some glass added until the water stood at the mark again, then weighed."""

    mass_kg: float
    density_kg_m3: float
    scale_kg: float


def combine(first: Figure, second: Figure) -> Figure:
    """Two measurements of one volume as one: each weighs as the inverse of its squared error. Both errors above zero."""
    weights = (1 / first.u**2, 1 / second.u**2)
    return derive(
        "combined_volume",
        "Both together",
        "volume",
        lambda a, b: (weights[0] * a + weights[1] * b) / sum(weights),
        [first.given("V₁", "as measured"), second.given("V₂", "from the sizes")],
        words="Two ways of measuring one room, each counted for as much as its error allows.",
        formula="V = (V₁/u₁² + V₂/u₂²) / (1/u₁² + 1/u₂²)",
        source=published("weighted mean, e.g. Bevington & Robinson, Data Reduction and Error Analysis"),
        assumptions=["the two were measured apart, so that their errors have nothing to do with each other"],
    )


def by_shape(stack: Stack, *, line_m: float, reading_m: float) -> Figure:
    """Volume below the casting line from the sizes of simple shapes; every size is read to ± `reading_m`."""
    many = len(stack.parts) > 1
    inputs = [
        given(
            f"{_SIZE_WORDS[name]}{f' of part {index + 1}' if many else ''}",
            f"{'dwlhb'[0]}{i}",
            value,
            "length",
            reading_m,
        )
        for i, (index, name, value) in enumerate(stack.sizes(), start=1)
    ]
    symbols = {"length_m": "l", "width_m": "w", "height_m": "H", "bore_m": "b", "bottom_m": "d₀", "top_m": "d₁",
               "rim_m": "d"}  # fmt: skip
    inputs = [
        given(g.name, symbols[name] + (str(index + 1) if many else ""), g.value, "length", g.u)
        for g, (index, name, _) in zip(inputs, stack.sizes(), strict=True)
    ]
    inputs.append(given("casting line above the deepest point", "h", line_m, "length", reading_m))

    def volume(*values: float) -> float:
        return float(stack.with_sizes(values[:-1]).volume_m3(values[-1]))

    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        volume,
        inputs,
        words="The inside of the cradle below the casting line, from its measured sizes.",
        formula="V = " + " + ".join(_FORMULAS[part.shape] for part in stack.parts),
        source=published("solid geometry"),
        assumptions=[
            say("every size is read to ± {u}", u=show(reading_m, "length")),
            "walls are straight and corners sharp",
            *(["d is the width at the casting line"] if any(p.shape == "frustum" for p in stack.parts) else []),
            *(["R = (d²/4 + H²)/(2H)"] if any(p.shape == "cap" for p in stack.parts) else []),
        ],
    )


def _soaking(volume_m3: float, soaked: bool) -> tuple[list[tuple[str, float]], list[str]]:
    if soaked:
        return [("what the wall drinks", _WET_FILM * volume_m3)], ["the mould is soaked through"]
    return (
        [("what the dry wall drinks", _DRY_WALL * volume_m3)],
        ["the mould is dry: it drinks water, so the true volume is smaller than this"],
    )


def by_displacement(reading: Displacement, *, soaked: bool) -> Figure:
    """V = π/4·b²·Δh; the level is read twice, so its error enters as √2·u."""
    area = math.pi / 4 * reading.bore_m**2
    drinks, assumption = _soaking(area * reading.fall_m, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        lambda b, dh: math.pi / 4 * b * b * dh,
        [
            given("vessel bore", "b", reading.bore_m, "length", _BORE_ERROR_M),
            given("fall of the level", "Δh", reading.fall_m, "length", math.sqrt(2) * reading.reading_m),
        ],
        words="The water that left the vessel now stands in the cradle up to the line.",
        formula="V = π/4 · b² · Δh",
        source=published("solid geometry; error by the GUM, JCGM 100:2008"),
        assumptions=[
            say("the level is read twice, each to ± {u}", u=show(reading.reading_m, "length")),
            say("the bore is measured to ± {u}", u=show(_BORE_ERROR_M, "length")),
            "the vessel stands upright on the same spot both times",
            *assumption,
        ],
        extra=drinks,
    )


def by_drained(reading: Drained, *, soaked: bool) -> Figure:
    """V = m/ρ(T) of the water drained from the cradle."""
    density = water_density_kg_m3(temperature_c=reading.temperature_c)
    drinks, assumption = _soaking(reading.mass_kg / density, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        lambda m, rho: m / rho,
        [
            given("water drained", "m", reading.mass_kg, "mass", reading.scale_kg),
            given("density of the water", "ρ", density, "density", 0.5),
        ],
        words="The weight of the water that stood in the cradle, over its density at that temperature.",
        formula="V = m / ρ(T)",
        source=published("Kell, J. Chem. Eng. Data 20 (1975) 97"),
        assumptions=[
            say(
                "water at {t}, known to about {dt}",
                t=show(reading.temperature_c, "temperature"),
                dt=show(2.0, "difference"),
            ),
            *assumption,
        ],
        extra=drinks,
    )


def by_trial(reading: Trial, *, soaked: bool) -> Figure:
    """V = m/ρ of the trial glass that raised the water to the mark."""
    drinks, assumption = _soaking(reading.mass_kg / reading.density_kg_m3, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        lambda m, rho: m / rho,
        [
            given("trial glass", "m", reading.mass_kg, "mass", reading.scale_kg),
            given("density of the trial glass", "ρ", reading.density_kg_m3, "density", 0.01 * reading.density_kg_m3),
        ],
        words="The trial glass that brought the water back to the mark takes the room of the cradle's filling.",
        formula="V = m / ρ",
        source=PRACTICE,
        assumptions=["the density of a glass is known to 1 %", *assumption],
        extra=drinks,
    )
