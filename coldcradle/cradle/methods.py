"""How much a cradle holds up to its casting line: from its shape, from a model, from what fitted last time; and
all together.
"""

from __future__ import annotations

import math
import operator
from collections.abc import Sequence

from coldcradle.cradle.model.measured import weighted_mean
from coldcradle.cradle.shapes import SIZES
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Prism
from coldcradle.cradle.water import water_density_kg_m3
from coldcradle.entry import Choice, density, inputs, mass
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, Given, derive, given, published

__all__ = ["LastFill", "Method", "Model", "by_last", "by_model", "by_shape", "combine"]


class Method(Choice):
    """A way in which a cradle's inside is measured."""

    SHAPE = "shape", "from the sizes"
    LEVEL = "level", "by the fall of a level"
    DRAINED = "drained", "by weighing water"
    TRIAL = "trial", "by trial glass"
    MODEL = "model", "by a model"
    LAST = "last", "by the last filling"


_LOWERED = str.maketrans("0123456789", "₀₁₂₃₄₅₆₇₈₉")
_DRAFT_ERROR = math.radians(0.5)  # how well a lean is measured; common practice, no source
_REMEMBERED = 0.02  # a charge that "fitted" did so within about 2 %; common practice, no source


@inputs
class Model:
    """A wax, clay, plaster or printed model of the filling: its weight and density, or the water it pushes aside.

    `dipped_kg` is how much more a scale shows when the model hangs wholly under water in a vessel that stands on it.
    """

    mass_kg: float = mass(called="a weight of the model", low=0.0, high=500.0, above=True)
    density_kg_m3: float = density(called="a density of the model", low=100.0, high=9000.0)
    dipped_kg: float | None = mass(default=None, called="a weight of water", low=0.0, high=200.0, above=True)
    scale_kg: float = mass(called="a scale error", low=0.0, high=1.0)


@inputs
class LastFill:
    """The charge that fitted last time, and the density of that glass."""

    mass_kg: float = mass(called="a charge", low=0.0, high=500.0, above=True)
    density_kg_m3: float = density(called="a density", low=1500.0, high=7000.0)
    scale_kg: float = mass(called="a scale error", low=0.0, high=1.0)


def _way_words(figure: Figure) -> str:
    return Method(figure.key).label if figure.key in set(Method) else figure.name


def combine(figures: Sequence[Figure]) -> Figure:
    """Several measurements of one volume as one: each weighs as the inverse of its squared error.

    All errors above zero.
    """
    weights = [1 / figure.u**2 for figure in figures]
    subscripts = "₁₂₃₄₅₆"
    many = len(figures)
    measured = [figure.given(f"V{subscripts[i]}", _way_words(figure)) for i, figure in enumerate(figures)]
    errors = [given("its error", f"u{subscripts[i]}", figure.u, "volume") for i, figure in enumerate(figures)]
    above = " + ".join(f"V{x}/u{x}²" for x in subscripts[:many])
    below = " + ".join(f"1/u{x}²" for x in subscripts[:many])
    return derive(
        "combined_volume",
        "Both together" if many == 2 else f"All {many} together",
        "volume",
        lambda *values: weighted_mean(values[:many], weights),
        [*measured, *errors],
        words=f"{'Two' if many == 2 else 'Several'} ways of measuring one room, each counted for as much as its "
        f"error allows.",
        formula=f"V = ({above}) / ({below})",
        source=published("weighted mean, e.g. Bevington & Robinson, Data Reduction and Error Analysis"),
        assumptions=["they were measured apart, so that their errors have nothing to do with each other"],
    )


def _inputs(stack: Stack, reading_m: float) -> list[Given]:
    many = len(stack.parts) + len(stack.cores) > 1
    found = []
    for index, name, value in stack.sizes():
        number = str(index + 1) if many else ""
        called = "core" if index >= len(stack.parts) else f"part {index + 1}"
        of = f" of {called}" if many else ""
        if name == "grow":
            found.append(given(f"edge of the outline{of}", "e" + number, 0.0, "length", reading_m))
            continue
        size = SIZES[name]
        u = {"length": reading_m, "angle": _DRAFT_ERROR}.get(size.kind, 0.0)
        found.append(given(size.words + of, size.symbol + number, value, size.kind, u))
    return found


def _of_solid(solid: SolidRoom, line_m: float, reading_m: float) -> Figure:
    touched = solid.wetted_m2(line_m)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        lambda h, _a: float(solid.volume_m3(h)),
        [
            given("casting line above the deepest point", "h", line_m, "length", reading_m),
            given(
                "mean area of the hollow below it, over all triangles",
                "A",
                float(solid.volume_m3(line_m)) / line_m,
                "area",
            ),
        ],
        words=f"The inside of {solid.name} below the casting line, added up over its triangles.",
        formula="V = A·h",
        source=published("divergence theorem"),
        assumptions=[
            say("the surface is true to ± {u}", u=show(reading_m, "length")),
            "the mesh is as large as the mould: plaster shrinks, printed parts too",
        ],
        extra=[("how true the surface is", touched * reading_m)],
    )


def _worked_out(room: Stack, line_m: float) -> tuple[str, list[Given]]:
    """The formula of a room and what it needs besides the sizes: one part by its own, several as a sum of theirs."""
    bodies = [
        (part, min(max(line_m - base, 0.0), part.height_m)) for part, base in zip(room.parts, room.bases_m, strict=True)
    ]
    bodies += [(core.part, min(max(line_m - core.base_m, 0.0), core.part.height_m)) for core in room.cores]
    if len(bodies) == 1:
        (part, up_m), carried = bodies[0], []
        if isinstance(part, Prism):
            carried = [
                given("area inside the outline", "A", part.outline.area_m2, "area"),
                given("length of its edge", "P", part.outline.perimeter_m, "length"),
            ]
        return "V = " + part.volume_formula, carried
    parts, found = "", []
    for i, (part, up_m) in enumerate(bodies):
        symbol = "V" + str(i + 1).translate(_LOWERED)
        is_core = i >= len(room.parts)
        called = f"{'core' if is_core else f'part {i + 1}'} below the line, {part.name.lower()}"
        found.append(given(called, symbol, float(part.volume_m3(up_m)), "volume"))
        parts += (" − " if is_core else " + " if parts else "") + symbol
    return "V = " + parts, found


def by_shape(room: Stack | SolidRoom, *, line_m: float, reading_m: float) -> Figure:
    """Volume below the casting line from sizes, an outline or a mesh; every size is read to ± `reading_m`."""
    if isinstance(room, SolidRoom):
        return _of_solid(room, line_m, reading_m)
    inputs = [
        *_inputs(room, reading_m),
        given("casting line above the deepest point", "h", line_m, "length", reading_m),
    ]
    shapes = {part.shape for part in room.parts}

    many = len(inputs) - 1

    def volume(*values: float) -> float:
        return float(room.with_sizes(values[:many]).volume_m3(values[many]))

    formula, carried = _worked_out(room, line_m)
    leaning = any(getattr(part, "draft_rad", 0.0) for part in room.parts)
    rounded = any(getattr(part, "corner_m", 0.0) for part in room.parts)
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        volume,
        [*inputs, *carried],
        words="The inside of the cradle below the casting line, from its measured sizes.",
        formula=formula,
        source=published("solid geometry"),
        assumptions=[
            say("every size is read to ± {u}", u=show(reading_m, "length")),
            "walls are straight"
            + (" and lean by δ; l and w are those at the brim" if leaning else "")
            + (", corners round by r" if rounded else " and corners sharp"),
            *(["its radius is ((d/2)² + H²)/(2·H)"] if shapes & {"cap", "barrel", "gutter"} else []),
            *(["A is the area inside the outline, s its scale"] if "prism" in shapes else []),
        ],
    )


def by_model(model: Model, *, water_c: float = 18.0) -> Figure:
    """V = m/ρ of the model, or from the water it pushes aside; the model fills the cradle exactly to the line."""
    if model.dipped_kg is not None:
        water = water_density_kg_m3(temperature_c=water_c)
        return derive(
            "cradle_volume",
            "Cradle holds",
            "volume",
            operator.truediv,
            [
                given("the scale shows more by", "Δm", model.dipped_kg, "mass", math.sqrt(2) * model.scale_kg),
                given("density of the water", "ρ", water, "density", 0.8),
            ],
            words="A model that hangs under water lifts as much water as it "
            "takes room, and the scale shows its weight.",
            formula="V = Δm / ρ",
            source=published("Archimedes; Kell, J. Chem. Eng. Data 20 (1975) 97"),
            assumptions=[
                "the model hangs free of bottom and walls, without bubbles, and drinks no water",
                "the finished filling is the size of the model",
            ],
        )
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        operator.truediv,
        [
            given("weight of the model", "m", model.mass_kg, "mass", model.scale_kg),
            given("density of the model", "ρ", model.density_kg_m3, "density", 0.02 * model.density_kg_m3),
        ],
        words="The weight of the model over its density is the hollow it leaves in the mould.",
        formula="V = m / ρ",
        source=PRACTICE,
        assumptions=[
            "the density of the model is known to 2 %; hang it in water to know it better",
            "the finished filling is the size of the model",
        ],
    )


def by_last(fill: LastFill) -> Figure:
    """V = m/ρ of the charge that fitted last time."""
    return derive(
        "cradle_volume",
        "Cradle holds",
        "volume",
        operator.truediv,
        [
            given("charge that fitted", "m", fill.mass_kg, "mass", fill.scale_kg),
            given("density of that glass", "ρ", fill.density_kg_m3, "density", 0.01 * fill.density_kg_m3),
        ],
        words="What filled this cradle to its line last time fills it again.",
        formula="V = m / ρ",
        source=PRACTICE,
        assumptions=["“it fitted” means within about 2 %", "the density of a glass is known to 1 %"],
        extra=[("what “it fitted” means", _REMEMBERED * fill.mass_kg / fill.density_kg_m3)],
    )
