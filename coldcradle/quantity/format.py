"""Writing quantities for people, always in both unit systems at once."""

from __future__ import annotations

import functools
import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Self

from coldcradle.quantity.language import sentence
from coldcradle.quantity.units import Kind, factor_to_si, temperature_from_c

__all__ = ["DualQuantity", "Formatted", "Message", "capitalized", "on_scale", "plural", "plus_minus", "say", "show"]

_KILOGRAMS_FROM = 5.0
_NO_STRESS_PA = 50.0  # less than any way of measuring stress in glass can see
_RAISED = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")
_NARROW = "\u202f"  # thousands are parted by a narrow space that does not break


@dataclass(frozen=True, slots=True)
class Formatted:
    """A quantity as read: `value` and `unit` apart for setting, `text` together, `plus_minus` or ""."""

    value: str
    unit: str
    plus_minus: str
    text: str


class _WrittenWhenRead:
    """Words that most often nobody reads: made at the first look at them, by a function and from what it is told.

    A programme is tried a dozen times before it is right, and each try would say all there is to say of it. Until
    then the fields are empty, so that looking at one ends here; a copy, a comparison or an answer looks at them too.
    """

    __slots__ = ("_about", "_write")

    @classmethod
    def unwritten(cls, write: Callable[..., tuple[Any, Any]], *about: object) -> Self:
        """One that `write` will make, in metric and in US units."""
        made = cls.__new__(cls)
        object.__setattr__(made, "_write", write)
        object.__setattr__(made, "_about", about)
        return made

    def __getattr__(self, name: str) -> Any:
        if name not in ("metric", "us"):
            raise AttributeError(f"{type(self).__name__} has no {name}")
        metric, us = self._write(*self._about)
        object.__setattr__(self, "metric", metric)
        object.__setattr__(self, "us", us)
        return metric if name == "metric" else us


@dataclass(frozen=True, slots=True)
class DualQuantity(_WrittenWhenRead):
    """The same quantity in both unit systems."""

    metric: Formatted
    us: Formatted


@dataclass(frozen=True, slots=True)
class Message(_WrittenWhenRead):
    """A sentence in both unit systems; `**` marks the words that carry it."""

    metric: str
    us: str


def plus_minus(shown: DualQuantity) -> DualQuantity:
    """The error of a shown quantity as a quantity of its own, in the very figures shown beside the value."""

    def alone(words: Formatted) -> Formatted:
        unit = words.unit if words.plus_minus and not words.plus_minus.endswith(words.unit) else ""
        return Formatted(words.plus_minus, unit, "", f"{words.plus_minus} {unit}".strip())

    return DualQuantity(alone(shown.metric), alone(shown.us))


def plural(count: float, one: str, many: str = "") -> str:
    """A count with its noun: 1 firing, 2 firings."""
    return f"{count:g} {one if count == 1 else many or one + 's'}"


def say(template: str, **shown: DualQuantity | Message | str) -> Message:
    """Fill `{name}` places of a sentence with quantities or sentences in each unit system, or with plain words."""
    return Message.unwritten(_filled, template, shown)


def _filled(template: str, shown: Mapping[str, DualQuantity | Message | str]) -> tuple[str, str]:
    template = sentence(template)
    plain = {name: s for name, s in shown.items() if isinstance(s, str)}
    dual = {name: s for name, s in shown.items() if not isinstance(s, str)}
    metric = template.format(**plain, **{name: _text(s.metric) for name, s in dual.items()})
    return metric, template.format(**plain, **{name: _text(s.us) for name, s in dual.items()}) if dual else metric


def _text(words: Formatted | str) -> str:
    return words if isinstance(words, str) else words.text


def capitalized(words: Message) -> Message:
    """A sentence that begins as one."""
    return Message(*(text[:1].upper() + text[1:] for text in (words.metric, words.us)))


def _grouped(number: float, decimals: int, *, trim: bool) -> str:
    text = f"{number:,.{decimals}f}"
    if trim and "." in text:
        text = text.rstrip("0").rstrip(".")
    whole, point, rest = text.partition(".")
    if len(whole.replace(",", "").lstrip("-")) < 5:
        whole = whole.replace(",", "")
    text = whole.replace(",", _NARROW) + point + rest
    return "0" if text in ("-0", "") else text.replace("-", "\u2212") if text.startswith("-") else text


def _decimals(magnitude: float, figures: int) -> int:
    """How many decimals show `figures` significant figures, never fewer than none."""
    if magnitude <= 0 or not math.isfinite(magnitude):
        return 0
    return max(0, min(9, figures - 1 - math.floor(math.log10(magnitude))))


def _number(value: float, u: float, *, figures: int = 4, at_most: int = 2, u_figures: int = 1) -> tuple[str, str]:
    """Value and plus-minus; the error decides the decimals where there is one."""
    if u > 0:
        decimals = min(at_most, _decimals(u, u_figures))
        if round(u, decimals) > 0:
            return _grouped(value, decimals, trim=False), _grouped(u, decimals, trim=False)
    small = max(0, _decimals(abs(value), 2)) if 0 < abs(value) < 10**-at_most else at_most
    return _grouped(value, max(min(small, 9), min(at_most, _decimals(abs(value), figures))), trim=True), ""


def _words(value: float, u: float, unit: str, *, figures: int = 4, at_most: int = 2, u_figures: int = 1) -> Formatted:
    if value and not 1e-6 <= abs(value) < 1e9:
        number = f"{value:.3g}".replace("-", "\u2212") if value < 0 else f"{value:.3g}"
        return Formatted(number, unit, "", f"{number} {unit}".strip())
    number, pm = _number(value, u, figures=figures, at_most=at_most, u_figures=u_figures)
    return Formatted(number, unit, pm, f"{number} {unit}".strip())


def _inches(value_m: float, u_m: float) -> Formatted:
    inches, u = value_m / 0.0254, u_m / 0.0254
    if not u and 0 < abs(inches) < 100:
        parts = 32 if abs(inches) < 1 else 16  # finer than that nobody reads off a rule
        nearest = Fraction(round(inches * parts), parts)
        read = round(
            inches, 3 if abs(inches) < 1 else 2
        )  # what decimals would say, so that reading back changes nothing
        if nearest and min(abs(float(nearest) - inches), abs(float(nearest) - read)) * 25.4 < 0.02:
            whole, rest = divmod(abs(nearest), 1)
            text = " ".join(part for part in (str(whole) if whole else "", str(rest) if rest else "") if part)
            text = ("\u2212" if inches < 0 else "") + text
            return Formatted(text, "in", "", f"{text} in")
    return _words(inches, u, "in", at_most=3 if abs(inches) < 1 else 2)


def _mass_metric(mass_kg: float, u_kg: float) -> Formatted:
    """Grams up to 5 kg, then kilograms to the two places that a scale for them shows."""
    if abs(mass_kg) < _KILOGRAMS_FROM:
        return _words(mass_kg * 1e3, u_kg * 1e3, "g", at_most=0 if abs(mass_kg) >= 0.1 else 1)
    if not u_kg and abs(mass_kg) < 1000:
        number = _grouped(mass_kg, 2, trim=False)
        return Formatted(number, "kg", "", f"{number} kg")
    return _words(mass_kg, u_kg, "kg", at_most=2)


def _mass_us(mass_kg: float, u_kg: float) -> Formatted:
    ounces = mass_kg / factor_to_si("ounce", "mass")
    u = u_kg / factor_to_si("ounce", "mass")
    if abs(ounces) < 16 or mass_kg < 0:
        return _words(ounces, u, "oz")
    if ounces >= 1600:
        return _words(ounces / 16, u / 16, "lb", at_most=1)
    pounds, rest = divmod(round(ounces * 10), 160)
    value = f"{pounds} lb" if not rest else f"{pounds} lb {_grouped(rest / 10, 1, trim=True)}"
    pm = _number(ounces, u, at_most=1)[1]
    return Formatted(value, "oz" if rest else "", pm, f"{value} oz" if rest else value)


def _duration(seconds: float) -> Formatted:
    minutes = round(seconds / 60)
    if 0 < abs(seconds) < 60:
        return _words(seconds, 0, "s", at_most=1)
    sign, minutes = ("\u2212" if minutes < 0 else ""), abs(minutes)
    days, hours, rest = minutes // 1440, minutes // 60, minutes % 60
    if hours >= 48:
        days, hours = divmod(round(minutes / 60), 24)
        value, unit = (f"{days} d {hours}", "h") if hours else (_grouped(days, 0, trim=True), "d")
    elif hours:
        value, unit = (f"{hours} h {rest:02d}", "min") if rest else (str(hours), "h")
    else:
        value, unit = str(rest), "min"
    return Formatted(sign + value, unit, "", f"{sign}{value} {unit}")


def on_scale(mass_kg: float) -> DualQuantity:
    """A weight as a kitchen scale shows it: whole grams (tenths below 20 g), tenths of an ounce."""
    grams = mass_kg * 1e3
    metric = show(round(grams, 1 if grams < 20 else 0) / 1e3, "mass").metric
    ounce = factor_to_si("ounce", "mass")
    return DualQuantity(metric, show(round(mass_kg / ounce, 1) * ounce, "mass").us)


def show(value: float, kind: Kind, u: float = 0.0) -> DualQuantity:
    """A quantity (SI) with its standard uncertainty `u`, in words for both unit systems.

    What `show` writes, `quantities.parse` reads back to within the last figure shown.
    """
    return DualQuantity.unwritten(_written, value, kind, u)


@functools.lru_cache(maxsize=8192)  # an edit leaves most of a piece's figures as they were
def _written(value: float, kind: Kind, u: float) -> tuple[Formatted, Formatted]:
    if not math.isfinite(value):
        return _UNKNOWN, _UNKNOWN
    dual = _WRITERS[kind](value, u if math.isfinite(u) else 0.0)
    return dual.metric, dual.us


_NOTHING_M = 1e-9  # what is left of two lengths that are the same
_UNKNOWN = Formatted("unknown", "", "", "unknown")


def _same(words: Formatted) -> DualQuantity:
    return DualQuantity(words, words)


def _length(value: float, u: float) -> DualQuantity:
    value = value if abs(value) >= _NOTHING_M else 0.0
    return DualQuantity(_words(value * 1e3, u * 1e3, "mm", at_most=2 if abs(value) < 0.01 else 1), _inches(value, u))


def _area(value: float, u: float) -> DualQuantity:
    most = 2 if abs(value) < 0.01 else 1 if abs(value) < 0.1 else 0
    inches = 0.0254**2
    metric = _words(value * 1e4, u * 1e4, "cm²", at_most=most)
    return DualQuantity(metric, _words(value / inches, u / inches, "in²", at_most=most))


def _volume(value: float, u: float) -> DualQuantity:
    ounce = factor_to_si("fluid_ounce", "volume")
    us = _words(value / ounce, u / ounce, "fl oz")
    if abs(value) >= 0.01:
        return DualQuantity(_words(value * 1e3, u * 1e3, "L", at_most=2), us)
    return DualQuantity(_words(value * 1e6, u * 1e6, "mL", at_most=0 if abs(value) >= 1e-4 else 1), us)


def _temperature(value: float, u: float) -> DualQuantity:
    us = _words(temperature_from_c(value, "degF"), u * 1.8, "°F", at_most=0 if u or abs(value) > 60 else 1)
    return DualQuantity(_words(value, u, "°C", at_most=0 if u else 1), us)


def _rate(value: float, u: float) -> DualQuantity:
    us = value * 1.8
    return DualQuantity(
        _words(value, u, "°C/h", at_most=1 if abs(value) >= 1 else 2, figures=3),
        _words(us, u * 1.8, "°F/h", at_most=1 if abs(us) >= 1 else 2, figures=3),
    )


def _time(value: float, u: float) -> DualQuantity:
    words = _duration(value)
    return _same(Formatted(words.value, words.unit, _duration(u).text, words.text) if u >= 60 else words)


def _density(value: float, u: float) -> DualQuantity:
    us = factor_to_si("pound / foot ** 3", "density")
    return DualQuantity(_words(value, u, "kg/m³", at_most=1), _words(value / us, u / us, "lb/ft³", at_most=1))


def _stress(value: float, u: float) -> DualQuantity:
    if abs(value) >= 1e9:
        return _same(_words(value / 1e9, u / 1e9, "GPa"))
    if abs(value) < _NO_STRESS_PA:
        value = 0.0
    metric = _words(value / 1e6, u / 1e6, "MPa", u_figures=2)
    return DualQuantity(metric, _words(value / 6894.757, u / 6894.757, "psi", at_most=1))


def _unit_of(number: str, unit: str) -> DualQuantity:
    return _same(Formatted(number, unit, "", f"{number} {unit}"))


def _angle(value: float, u: float) -> DualQuantity:
    words = _words(math.degrees(value), math.degrees(u), "°", at_most=1)
    return _same(Formatted(words.value, "°", words.plus_minus, f"{words.value}°"))


def _times_ten(value: float) -> str:
    """Three figures and a power of ten: 7.42 ×10⁻⁵."""
    mantissa, _, power = f"{value:.2e}".partition("e")
    return f"{mantissa} ×10{str(int(power)).translate(_RAISED)}"


_WRITERS: dict[Kind, Callable[[float, float], DualQuantity]] = {
    "length": _length,
    "area": _area,
    "volume": _volume,
    "mass": lambda v, u: DualQuantity(_mass_metric(v, u), _mass_us(v, u)),
    "temperature": _temperature,
    "difference": lambda v, u: DualQuantity(_words(v, u, "K", at_most=1), _words(v * 1.8, u * 1.8, "F°", at_most=1)),
    "rate": _rate,
    "duration": _time,
    "density": _density,
    "stress": _stress,
    "ratio": lambda v, u: _same(_words(v * 100, u * 100, "%")),
    "expansion": lambda v, _: _unit_of(_number(v * 1e7, 0)[0], "×10⁻⁷/K"),
    "energy": lambda v, u: _same(_words(v / 3.6e6, u / 3.6e6, "kWh", at_most=1)),
    "power": lambda v, u: _same(_words(v / 1e3, u / 1e3, "kW")),
    "log_viscosity": lambda v, _: _unit_of(f"10^{v:.2f}".rstrip("0").rstrip("."), "Pa·s"),
    "time_per_length": lambda v, _: DualQuantity(
        _words(v * 0.012 / 3600, 0, "h per 12 mm", at_most=2), _words(v * 0.0254 / 3600, 0, "h per inch", at_most=2)
    ),
    "angle": _angle,
    "diffusivity": lambda v, u: _same(_words(v * 1e6, u * 1e6, "mm²/s", figures=3, at_most=3)),
    "conductivity": lambda v, u: _same(_words(v, u, "W/m/K", figures=3, at_most=3)),
    "film": lambda v, u: _same(_words(v, u, "W/m²/K", figures=3, at_most=1)),
    "per_pa": lambda v, _: _unit_of(_times_ten(v), "1/Pa"),
    "count": lambda v, u: _same(_words(v, u, "", at_most=3)),
}
