"""Which spellings of which units each kind of quantity takes, with factors from pint."""

from __future__ import annotations

import functools
from typing import Literal

import pint

__all__ = ["KINDS", "SPELLINGS", "Kind", "factor_to_si", "temperature_from_c", "temperature_to_c"]

Kind = Literal[
    "length",
    "area",
    "volume",
    "mass",
    "temperature",
    "difference",
    "rate",
    "duration",
    "density",
    "ratio",
    "stress",
    "expansion",
    "diffusivity",
    "conductivity",
    "film",
    "per_pa",
    "energy",
    "power",
    "log_viscosity",
    "time_per_length",
    "count",
    "angle",
]

# The SI unit (degrees C for temperatures, hours for rates) in which the core holds each kind.
KINDS: dict[Kind, str] = {
    "length": "meter",
    "area": "meter ** 2",
    "volume": "meter ** 3",
    "mass": "kilogram",
    "temperature": "degC",
    "difference": "delta_degC",
    "rate": "delta_degC / hour",
    "duration": "second",
    "density": "kilogram / meter ** 3",
    "ratio": "dimensionless",
    "stress": "pascal",
    "expansion": "1 / delta_degC",
    "energy": "joule",
    "power": "watt",
    "log_viscosity": "dimensionless",
    "time_per_length": "second / meter",
    "count": "dimensionless",
    "diffusivity": "meter ** 2 / second",
    "conductivity": "watt / meter / delta_degC",
    "film": "watt / meter ** 2 / delta_degC",
    "per_pa": "1 / pascal",
    "angle": "radian",
}

_CELSIUS = (
    "°c",
    "c",
    "degc",
    "deg c",
    "celsius",
    "° c",
    "degrees c",
    "degree c",
    "degrees celsius",
    "° celsius",
    "degs c",
)
_FAHRENHEIT = (
    "°f",
    "f",
    "degf",
    "deg f",
    "fahrenheit",
    "° f",
    "degrees f",
    "degree f",
    "degrees fahrenheit",
    "° fahrenheit",
    "degs f",
)
_HOUR = ("h", "hr", "hour", "hours", "hrs")
_MINUTE = ("min", "minute", "minutes", "mins")


def _rates() -> dict[str, str]:
    spelled: dict[str, str] = {}
    for degrees, unit in (((*_CELSIUS, "k", "c°"), "delta_degC"), ((*_FAHRENHEIT, "f°"), "delta_degF")):
        for times, per in ((_HOUR, "hour"), (_MINUTE, "minute")):
            for degree in degrees:
                for time in times:
                    for slash in ("/", " / ", " per ", "per ", " an ", " a "):
                        spelled[f"{degree}{slash}{time}"] = f"{unit} / {per}"
                if per == "hour":
                    spelled[f"{degree}ph"] = f"{unit} / hour"
    return spelled


def _spell(**units: tuple[str, ...]) -> dict[str, str]:
    return {word: unit for unit, words in units.items() for word in words}


_INCH = ("in", '"', "inch", "inches", "ins")
_FOOT = ("ft", "'", "foot", "feet")
_LB = ("lb", "lbs", "pound", "pounds", "#")
_OZ = ("oz", "ounce", "ounces")

SPELLINGS: dict[Kind, dict[str, str]] = {
    "area": {
        word: unit
        for unit, words in {
            "millimeter ** 2": ("mm2", "mm²", "mm^2"),
            "centimeter ** 2": ("cm2", "cm²", "cm^2"),
            "meter ** 2": ("m2", "m²", "m^2"),
            "inch ** 2": ("in2", "in²", "in^2", "sq in", "square inches"),
        }.items()
        for word in words
    },
    "length": _spell(
        millimeter=("mm", "millimetre", "millimetres"),
        centimeter=("cm", "centimetre", "centimetres"),
        kilometer=("km",),
        meter=("m", "metre", "metres", "meter", "meters"),
        inch=_INCH,
        foot=_FOOT,
    ),
    "volume": _spell(
        milliliter=("ml", "millilitre", "millilitres", "cc", "cm3", "cm³", "cm^3"),
        liter=("l", "litre", "litres", "liter", "liters"),
        centiliter=("cl",),
        fluid_ounce=("fl oz", "floz", "fluid oz", "fluid ounce", "fluid ounces"),
        cup=("cup", "cups"),
        pint=("pt", "pint", "pints"),
        quart=("qt", "quart", "quarts"),
        gallon=("gal", "gallon", "gallons"),
    )
    | {"in3": "inch ** 3", "in³": "inch ** 3", "cu in": "inch ** 3", "m3": "meter ** 3", "m³": "meter ** 3"},
    "mass": _spell(
        gram=("g", "gram", "grams", "gramme", "grammes"),
        kilogram=("kg", "kilo", "kilos", "kilogram", "kilograms"),
        pound=_LB,
        ounce=_OZ,
    ),
    "temperature": _spell(degC=_CELSIUS, degF=_FAHRENHEIT, kelvin=("k", "kelvin")),
    "difference": _spell(delta_degC=(*_CELSIUS, "k", "c°"), delta_degF=(*_FAHRENHEIT, "f°")),
    "rate": _rates(),
    "duration": _spell(
        second=("s", "sec", "secs", "second", "seconds"),
        minute=(*_MINUTE, "m", "'"),
        hour=_HOUR,
        day=("d", "day", "days"),
    ),
    "density": {
        word: unit
        for unit, words in {
            "kilogram / meter ** 3": ("kg/m3", "kg/m³", "kg/m^3", "g/l"),
            "gram / centimeter ** 3": ("g/cm3", "g/cm³", "g/cm^3", "g/ml", "g/cc", "kg/l"),
            "pound / foot ** 3": ("lb/ft3", "lb/ft³", "lb/ft^3"),
            "ounce / inch ** 3": ("oz/in3", "oz/in³", "oz/in^3"),
        }.items()
        for word in words
    },
    "ratio": {"%": "percent", "percent": "percent", "per cent": "percent"},
    "stress": {"mpa": "megapascal", "kpa": "kilopascal", "pa": "pascal", "psi": "psi", "gpa": "gigapascal"},
    "expansion": {"/k": "1 / delta_degC", "1/k": "1 / delta_degC", "per k": "1 / delta_degC"},
    "energy": {"kwh": "kilowatt_hour", "j": "joule", "mj": "megajoule"},
    "power": {"kw": "kilowatt", "w": "watt"},
    "count": {},
    "angle": _spell(degree=("°", "deg", "degree", "degrees"), radian=("rad",)),
}


@functools.cache
def _registry() -> pint.UnitRegistry[float]:
    return pint.UnitRegistry(autoconvert_offset_to_baseunit=False)


@functools.cache
def factor_to_si(unit: str, kind: Kind) -> float:
    """How many SI units of `kind` one `unit` is; for temperatures use `temperature_to_c`."""
    return float(_registry().Quantity(1.0, unit).to(KINDS[kind]).magnitude)


@functools.cache
def _scale(unit: str) -> tuple[float, float]:
    """Degrees C at the zero of a temperature scale, and per degree of it; asked of pint once."""
    zero = float(_registry().Quantity(0.0, unit).to("degC").magnitude)
    return zero, (float(_registry().Quantity(100.0, unit).to("degC").magnitude) - zero) / 100.0


def temperature_to_c(value: float, unit: str) -> float:
    """A point on the scale of `unit` (degC, degF, kelvin) in degrees C."""
    zero, step = _scale(unit)
    return zero + value * step


def temperature_from_c(temperature_c: float, unit: str) -> float:
    """A temperature in degrees C on the scale of `unit`."""
    zero, step = _scale(unit)
    return (temperature_c - zero) / step
