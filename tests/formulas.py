"""Works a figure's formula out from the numbers as they are printed in its working, as a reader with a calculator
would.

A formula is a plain one in the symbols of its inputs: `V = π/4·d²·h`, `max(t₀, t₁)`, or an equation to be met,
`the h at which W = …`. Everything is in SI (K/s for rates, °C for temperatures, shares as fractions).
"""

from __future__ import annotations

import math
import re
from collections.abc import Mapping

from coldcradle.quantity.format import DualQuantity
from coldcradle.quantity.parse import parse
from coldcradle.quantity.units import Kind
from coldcradle.report.figure import Figure

__all__ = ["Unreproducible", "check_formula", "printed"]

_RAISED = {"²": "**2", "³": "**3", "⁴": "**4", "⁵": "**5", "⁸": "**8", "^": "**"}
_KNOWN = {
    "π": math.pi,
    "sqrt": math.sqrt,
    "log": math.log10,
    "ln": math.log,
    "exp": math.exp,
    "min": min,
    "max": max,
    "tan": math.tan,
    "atan": math.atan,
    "sin": math.sin,
    "acos": math.acos,
    "ceil": math.ceil,
    "Φ": lambda x: (1 + math.erf(x / 2**0.5)) / 2,
}


class Unreproducible(AssertionError):
    """A working that does not come to what is printed under it."""


def _number(words: str) -> tuple[float, float]:
    """A printed numeral and half a unit in its last place."""
    text = words.replace("\u202f", "").replace("−", "-")
    power = 0
    if m := re.fullmatch(r"(-?[\d.]+) ×10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+)", text):
        text, power = m[1], int(m[2].translate(str.maketrans("⁻⁰¹²³⁴⁵⁶⁷⁸⁹", "-0123456789")))
    decimals = len(text.partition(".")[2])
    return float(text) * 10.0**power, 0.5 * 10.0 ** (power - decimals)


def printed(shown: DualQuantity, kind: Kind) -> tuple[float, float]:
    """What is printed in metric units, in SI, and by how much its rounding may be off."""
    words = shown.metric
    if kind == "log_viscosity":
        log, half = _number(words.value.removeprefix("10^"))
        return 10.0**log, 10.0**log * (10.0**half - 1)
    if kind == "duration":
        value = parse(words.text, "duration")
        return value, 1800.0 if "d" in words.text else 30.0 if value >= 60 else 0.5
    if kind in ("diffusivity", "conductivity", "film", "per_pa", "count"):
        value, half = _number(words.value)
        return (value * 1e-6, half * 1e-6) if kind == "diffusivity" else (value, half)
    if kind == "time_per_length":
        value, half = _number(words.value)
        return value * 3600 / 0.012, half * 3600 / 0.012
    if kind in ("energy", "power"):
        value, half = _number(words.value)
        factor = 3.6e6 if kind == "energy" else 1e3
        return value * factor, half * factor
    text = words.text.replace("×", "x")
    value, half = _number(words.value)
    if kind == "expansion":
        return value * 1e-7, half * 1e-7
    si = parse(text.replace("x10⁻⁷", "x10^-7"), kind)
    per_hour = 3600.0 if kind == "rate" else 1.0
    scale = abs(si / value) if value and kind != "temperature" else 1.0
    if kind == "difference":
        scale = 1.0
    return si / per_hour, half * scale / per_hour


def _python(formula: str, symbols: list[str]) -> str:
    """The formula as an expression, its symbols as v0, v1 and so on."""
    text = formula
    for raised, power in _RAISED.items():
        text = text.replace(raised, power)
    for i, symbol in sorted(enumerate(symbols), key=lambda s: -len(s[1])):
        text = re.sub(rf"(?<![\w₀-₉_]){re.escape(symbol)}(?![\w₀-₉_])", f" v{i} ", text)
    text = text.replace("·", "*").replace("−", "-").replace("√", "sqrt")
    return re.sub(r"\s+(\*\*)", r"\1", text)


def _value(expression: str, values: Mapping[str, float]) -> float:
    return float(eval(expression, {"__builtins__": {}}, {**_KNOWN, **values}))  # our own formulas only


def check_formula(figure: Figure) -> None:
    """Raises Unreproducible unless the formula comes to the printed value, within what rounding the inputs can do."""
    inputs = [printed(g.shown, g.kind) for g in figure.inputs]
    symbols = [g.symbol for g in figure.inputs]
    formula = figure.formula.split(",  ")[0]
    met = re.fullmatch(r"the (\S+) at which (.+?) = (.+)", formula)
    value, half = (
        printed(figure.shown, figure.kind)
        if any(c.isdigit() for c in figure.shown.metric.text)
        else (figure.value, 0.0)
    )
    if met:
        symbols, inputs = [*symbols, met[1]], [*inputs, (value, half)]
        formula, value, half = f"({met[2]}) − ({met[3]})", 0.0, 0.0
    else:
        formula = re.sub(r"^[^=(·/+−]+ = ", "", formula)
    if len(set(symbols)) < len(symbols):
        raise Unreproducible(f"{figure.key}: one symbol for two inputs in {symbols}")
    expression = _python(formula, symbols)
    names = [f"v{i}" for i in range(len(symbols))]
    try:
        found = _value(expression, dict(zip(names, (v for v, _ in inputs), strict=True)))
        slack = half
        for i, (v, off) in enumerate(inputs):
            moved = []
            for sign in (-1, 1):
                values = {n: x for n, (x, _) in zip(names, inputs, strict=True)} | {names[i]: v + sign * off}
                try:
                    moved.append(abs(_value(expression, values) - found))
                except (ZeroDivisionError, ValueError):
                    continue
            slack += max(moved, default=0.0)
    except Exception as error:
        raise Unreproducible(
            f"{figure.key}: “{figure.formula}” cannot be worked out from {symbols}: {error}"
        ) from error
    if not math.isclose(found, value, rel_tol=2e-3, abs_tol=1.02 * slack + 1e-12):
        told = ", ".join(f"{g.symbol} = {g.shown.metric.text}" for g in figure.inputs)
        raise Unreproducible(
            f"{figure.key}: “{figure.formula}” with {told} comes to {found:.6g}, printed is "
            f"{figure.shown.metric.text} ({value:.6g})"
        )
