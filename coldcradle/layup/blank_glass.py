"""How thick a blank is and how much new glass it takes, as figures."""

from __future__ import annotations

import math
import operator
from collections.abc import Sequence

from coldcradle.glass.inputs import GlassInput
from coldcradle.layup.inputs import Layer
from coldcradle.layup.model.blank import (
    layers_thickness_m,
    piece_mass_kg,
    sheet_mass_kg,
    weighed_thickness_m,
    with_added_kg,
)
from coldcradle.layup.outcome import Incoming
from coldcradle.quantity.format import Message
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given, published

__all__ = ["CUT_M", "laid_thickness", "new_glass", "piece_mass", "thickest_of", "weighed_thickness", "with_added"]

_SHEET_ERROR = 0.03  # rolled sheet is as thick as it is called within some 3 %; common practice, no source
CUT_M = 0.001  # a blank is cut to about a millimetre


def weighed_thickness(glass: GlassInput, area_m2: float, pieces: int) -> Figure:
    """What was weighed out, over the area: a weight that somebody typed decides how thick it is."""
    kind = glass.kind
    return derive(
        "blank_thickness",
        "Blank, thick",
        "length",
        lambda m, a, rho, n: weighed_thickness_m(mass_kg=m, area_m2=a, density_kg_m3=rho, pieces=n),
        [
            given("weighed", "m", glass.own_charge_kg or 0.0, "mass", 0.0005),
            given("area of the blank", "A", area_m2, "area", 2 * CUT_M * math.sqrt(area_m2)),
            given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
            given("pieces alike", "n", float(pieces), "count"),
        ],
        words="The weight you gave, over the area of the blank.",
        formula="m/(A·ρ·n)",
        source=published("volume is kept"),
    )


def laid_thickness(layers: Sequence[Layer], base: Incoming | None) -> Figure:
    """How thick the sheets are together, or what the stage before gave, m."""
    if base is not None:
        came = base.outcome
        return derive(
            "blank_thickness",
            "Blank, thick",
            "length",
            lambda d: d,
            [
                given(
                    f"as it came out of “{base.name}”",
                    "d",
                    came.solid_m if came.raised is None else min(came.raised.base_m, came.solid_m),
                    "length",
                )
            ],
            words="The thickness that the stage before gives it.",
            formula="d",
            source=published("the plan of the stage it is taken from"),
        )
    inputs = []
    for i, layer in enumerate(layers, 1):
        inputs.append(given("sheet", f"d{i}", layer.thickness_m, "length", _SHEET_ERROR * layer.thickness_m))
        inputs.append(given("so many of them", f"n{i}", float(layer.count), "count"))
    return derive(
        "blank_thickness",
        "Blank, thick",
        "length",
        layers_thickness_m,
        inputs,
        words="All sheets on one another.",
        formula=" + ".join(f"n{i}·d{i}" for i in range(1, len(layers) + 1)),
        source=PRACTICE,
        assumptions=["rolled sheet is as thick as it is called within 3 %"],
    )


def new_glass(
    glass: GlassInput, area_m2: float, thickness: Figure, pieces: int, *, is_new: bool, packing: float
) -> Figure:
    """What must be cut or weighed out for all pieces."""
    if glass.own_charge_kg is not None:
        return derive(
            "charge_mass",
            "New glass",
            "mass",
            lambda m: m,
            [given("weighed", "m", glass.own_charge_kg, "mass", 0.0005)],
            words="The weight you gave.",
            formula="m",
            source=CHOICE,
        )
    kind = glass.kind
    if packing < 1 and is_new:
        return derive(
            "charge_mass",
            "New glass",
            "mass",
            lambda a, d, rho, n, p: sheet_mass_kg(area_m2=a, thickness_m=d, density_kg_m3=rho, pieces=n, packing=p),
            [
                given("area of the mould", "A", area_m2, "area", 2 * CUT_M * math.sqrt(area_m2)),
                thickness.given("d", "its depth"),
                given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
                given("pieces alike", "n", float(pieces), "count"),
                given(f"{glass.form.name}, packed", "p", packing, "ratio", 0.05),
            ],
            words="The room of the mould, as far as grains of this size fill it.",
            formula="m = A·d·ρ·n·p",
            source=PRACTICE,
        )
    return derive(
        "charge_mass",
        "New glass",
        "mass",
        lambda a, d, rho, n: sheet_mass_kg(area_m2=a, thickness_m=d, density_kg_m3=rho, pieces=n),
        [
            given("area of the blank", "A", area_m2, "area", 2 * CUT_M * math.sqrt(area_m2)),
            thickness.given("d") if is_new else given("nothing new is laid", "d", 0.0, "length"),
            given("density of the glass", "ρ", kind.density_kg_m3, "density", 0.01 * kind.density_kg_m3),
            given("pieces alike", "n", float(pieces), "count"),
        ],
        words="Area times thickness times density." if is_new else "All of it comes from the stages before.",
        formula="m = A·d·ρ·n",
        source=published("geometry"),
        assumptions=["cut to about a millimetre"],
    )


def thickest_of(thickness: Figure, on_m: float, said: Sequence[Message] = ()) -> Figure:
    """The thickest stack: the blank with what lies on it, or with what was raised on it before, m."""
    if on_m <= 0:
        return thickness
    return derive(
        "stack_thickness",
        "Thickest stack",
        "length",
        operator.add,
        [thickness.given("d", "blank"), given("what lies on it, or is raised on it", "h", on_m, "length")],
        words="Where most lies on one another; heat has the longest way there.",
        formula="d + h",
        source=published("sum of the parts"),
        assumptions=list(said),
    )


def with_added(new: Figure, added_kg: float) -> Figure:
    """New glass (kg, of all pieces) with what is added to the blank."""
    if added_kg <= 0:
        return new
    return derive(
        "charge_mass",
        "New glass",
        "mass",
        lambda m, a: with_added_kg(blank_kg=m, added_kg=a),
        [
            new.given("m"),
            given("on it and in it", "a", added_kg, "mass", _SHEET_ERROR * added_kg),
        ],
        words="The blank, and the new glass that lies on it or in it.",
        formula="m + a",
        source=published("sum of the parts"),
    )


def piece_mass(new: Figure, pieces: int, taken_kg: float) -> Figure:
    """What one piece weighs: new glass (kg, of all pieces) and what was taken in, kg."""
    return derive(
        "piece_mass",
        "Weighs",
        "mass",
        lambda m, n, taken: piece_mass_kg(new_kg=m, pieces=n, taken_kg=taken),
        [
            new.given("m"),
            given("pieces alike", "n", float(pieces), "count"),
            given("taken from the stages before", "t", taken_kg, "mass", 0.02 * taken_kg),
        ],
        words="New glass and what earlier stages gave, for one piece.",
        formula="(m + t)/n",
        source=published("sum of the parts"),
    )
