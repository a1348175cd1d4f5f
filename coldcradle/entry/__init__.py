"""How what is told is declared: once, on the inputs of a station, where its reader, its schema and its words begin.

    @inputs
    class Weighed:
        mass_kg: float = mass(called="a weight of glass", low=0.0, high=500.0, above=True)
        form: Form = pick(Form, default=Form.FRIT)

What is typed goes in, SI comes out: `coldcradle.document` makes pydantic models of such classes.
"""

from coldcradle.entry.choice import Choice
from coldcradle.entry.declare import (
    count,
    density,
    difference,
    duration,
    expansion,
    flag,
    inline,
    inputs,
    kept,
    length,
    many,
    mass,
    one,
    pick,
    power,
    rate,
    ratio,
    stress,
    table,
    temperature,
    whole,
    words,
)

__all__ = [
    "Choice",
    "count",
    "density",
    "difference",
    "duration",
    "expansion",
    "flag",
    "inline",
    "inputs",
    "kept",
    "length",
    "many",
    "mass",
    "one",
    "pick",
    "power",
    "rate",
    "ratio",
    "stress",
    "table",
    "temperature",
    "whole",
    "words",
]
