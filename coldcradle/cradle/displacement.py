"""How much a cradle holds, by water: the fall of a level, drained water on the scale, or trial glass in its stead."""

from __future__ import annotations

import math
import operator
import statistics
from typing import Any

from coldcradle.cradle.model.measured import vessel_volume_m3
from coldcradle.cradle.water import water_density_kg_m3
from coldcradle.entry import density, inputs, length, many, mass, temperature
from coldcradle.quantity.format import Message, say, show
from coldcradle.quantity.units import Kind
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["Displacement", "Drained", "Trial", "advise_vessel", "by_displacement", "by_drained", "by_trial"]

_BORE_ERROR_M = 0.0005
_NARROW_M, _TALL_M = 0.060, 0.25  # a vessel that is easy to find
_WET_FILM = 0.003  # share of the volume that a soaked wall still takes or holds back; common practice, no source
_DRY_WALL = 0.10  # share that a dry plaster wall may drink; common practice, no source


def _more(of: Any, called: str) -> Any:
    """The same reading taken again."""
    return many(of, called=called, most=9, default=())


@inputs
class Displacement:
    """Water poured from a vessel until it stands at the line: inside width of the vessel, and each fall of its
    level read.
    """

    bore_m: float = length(called="a vessel bore", low=0.0, high=1.0, above=True)
    fall_m: float = length(called="a fall of the level", low=0.0, high=2.0, above=True)
    again_m: tuple[float, ...] = _more(
        length(default=None, called="a fall of the level", low=0.0, high=2.0, above=True), "falls"
    )
    reading_m: float = length(called="a reading error", low=0.0, high=0.05)

    @property
    def falls_m(self) -> tuple[float, ...]:
        """Every fall that was read."""
        return self.fall_m, *self.again_m


@inputs
class Drained:
    """Water drained from the cradle and weighed, once or more often, with its temperature and the scale's error."""

    mass_kg: float = mass(called="a weight of water", low=0.0, high=200.0, above=True)
    again_kg: tuple[float, ...] = _more(
        mass(default=None, called="a weight of water", low=0.0, high=200.0, above=True), "weights"
    )
    temperature_c: float = temperature(called="a water temperature", low=0.0, high=60.0)
    scale_kg: float = mass(called="a scale error", low=0.0, high=1.0)

    @property
    def masses_kg(self) -> tuple[float, ...]:
        """Every weight that was read."""
        return self.mass_kg, *self.again_kg


@inputs
class Trial:
    """Pieces of some glass added until the water stood at the mark again, then weighed."""

    mass_kg: float = mass(called="a weight of glass", low=0.0, high=500.0, above=True)
    density_kg_m3: float = density(called="a density", low=1500.0, high=7000.0)
    scale_kg: float = mass(called="a scale error", low=0.0, high=1.0)


def repeated(values: tuple[float, ...], u: float, kind: Kind) -> tuple[float, float, list[Message]]:
    """Mean of repeated readings, its error, and what is to be said of it.

    The error is that of one reading over √n, or the scatter over √n where that is larger (GUM 4.2.3).
    """
    many = len(values)
    mean = statistics.fmean(values)
    if many == 1:
        return mean, u, []
    scatter = statistics.stdev(values)
    said = say(f"{many} readings, scattered by {{s}}", s=show(scatter, kind))
    return mean, max(u, scatter) / math.sqrt(many), [said]


def _soaking(volume_m3: float, soaked: bool) -> tuple[list[tuple[str, float]], list[str]]:
    if soaked:
        return [("what the wall drinks", _WET_FILM * volume_m3)], ["the mould is soaked through"]
    return (
        [("what the dry wall drinks", _DRY_WALL * volume_m3)],
        ["the mould is dry: it drinks water, so the true volume is smaller than this"],
    )


def by_displacement(reading: Displacement, *, soaked: bool, tilt_m3: float = 0.0) -> Figure:
    """V = π/4·b²·Δh; the level is read twice each time, so its error enters as √2·u.

    `tilt_m3`: error of a leaning cradle.
    """
    area = math.pi / 4 * reading.bore_m**2
    fall, u_fall, repeats = repeated(reading.falls_m, math.sqrt(2) * reading.reading_m, "length")
    drinks, assumption = _soaking(area * fall, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        lambda b, dh: vessel_volume_m3(bore_m=b, fall_m=dh),
        [
            given("vessel bore", "b", reading.bore_m, "length", _BORE_ERROR_M),
            given("fall of the level", "Δh", fall, "length", u_fall),
        ],
        words="The water that left the vessel now stands in the cradle up to the line.",
        formula="V = π/4 · b² · Δh",
        source=published("solid geometry; error by the GUM, JCGM 100:2008"),
        assumptions=[
            say("the level is read twice, each to ± {u}", u=show(reading.reading_m, "length")),
            say("the bore is measured to ± {u}", u=show(_BORE_ERROR_M, "length")),
            "the vessel stands upright on the same spot both times",
            *repeats,
            *assumption,
        ],
        extra=[*drinks, ("a cradle that leans", tilt_m3)],
    )


def by_drained(reading: Drained, *, soaked: bool, tilt_m3: float = 0.0) -> Figure:
    """V = m/ρ(T) of the water drained from the cradle."""
    density = water_density_kg_m3(temperature_c=reading.temperature_c)
    mass, u_mass, repeats = repeated(reading.masses_kg, reading.scale_kg, "mass")
    drinks, assumption = _soaking(mass / density, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        operator.truediv,
        [
            given("water drained", "m", mass, "mass", u_mass),
            given("density of the water", "ρ", density, "density", 0.5),
        ],
        words="The weight of the water that stood in the cradle, over its density at that temperature.",
        formula="V = m / ρ",
        source=published("Kell, J. Chem. Eng. Data 20 (1975) 97"),
        assumptions=[
            say(
                "water at {t}, known to about {dt}",
                t=show(reading.temperature_c, "temperature"),
                dt=show(2.0, "difference"),
            ),
            *repeats,
            *assumption,
        ],
        extra=[*drinks, ("a cradle that leans", tilt_m3)],
    )


def by_trial(reading: Trial, *, soaked: bool, tilt_m3: float = 0.0) -> Figure:
    """V = m/ρ of the trial glass that raised the water to the mark."""
    drinks, assumption = _soaking(reading.mass_kg / reading.density_kg_m3, soaked)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        operator.truediv,
        [
            given("trial glass", "m", reading.mass_kg, "mass", reading.scale_kg),
            given("density of the trial glass", "ρ", reading.density_kg_m3, "density", 0.01 * reading.density_kg_m3),
        ],
        words="The trial glass that brought the water back to the mark takes the place of the cradle's filling.",
        formula="V = m / ρ",
        source=PRACTICE,
        assumptions=["the density of a glass is known to 1 %", *assumption],
        extra=[*drinks, ("a cradle that leans", tilt_m3)],
    )


def advise_vessel(reading: Displacement, *, soaked: bool, density_kg_m3: float) -> Finding | None:
    """A narrower vessel for the same water, and the grams of glass it saves; None when this one is narrow enough."""
    volume = by_displacement(reading, soaked=soaked)
    # a whole 5 mm, narrow but no taller than a quarter of a metre of water
    bore_m = max(_NARROW_M, math.ceil(math.sqrt(4 * volume.value / (math.pi * _TALL_M)) / 0.005) * 0.005)
    if bore_m > 0.8 * reading.bore_m:
        return None
    fall_m = volume.value / (math.pi / 4 * bore_m**2)
    narrow = Displacement(
        bore_m=bore_m, fall_m=fall_m, again_m=(fall_m,) * len(reading.again_m), reading_m=reading.reading_m
    )
    better = by_displacement(narrow, soaked=soaked)
    if better.u >= 0.75 * volume.u:
        return None
    return finding(
        "cradle.wide-vessel",
        "think" if volume.u > 0.08 * volume.value else "note",
        "A vessel of {bore} instead of {now} would cut the error from {u} to {less} of glass.",
        "The same slip of the eye costs less in a narrow vessel: error grows with the square of the bore.",
        bore=show(bore_m, "length"),
        now=show(reading.bore_m, "length"),
        u=show(float(f"{volume.u * density_kg_m3:.2g}"), "mass"),
        less=show(float(f"{better.u * density_kg_m3:.2g}"), "mass"),
    )
