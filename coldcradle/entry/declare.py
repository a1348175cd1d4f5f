"""The decorator of inputs and the words its entries are declared with."""

from __future__ import annotations

import dataclasses
import functools
import re
from collections.abc import Callable, Mapping
from dataclasses import MISSING, dataclass
from typing import Any, TypeVar, dataclass_transform

from coldcradle.entry.choice import Choice
from coldcradle.entry.specs import Flag, Inline, Kept, Many, One, Pick, Quantity, Spec, Table, Whole, Words
from coldcradle.quantity.parse import parse
from coldcradle.quantity.units import Kind

__all__ = [
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
    "specs_of",
    "stress",
    "table",
    "temperature",
    "whole",
    "words",
]

T = TypeVar("T")
_NEEDED: Any = object()
_UNIT = re.compile(r"_(?:m|m2|m3|kg|kg_m3|k|c|s|pa|w|per_k|k_per_h)$")


def _field(spec: Spec, default: Any) -> Any:
    return dataclasses.field(default=MISSING if spec.is_needed else default, metadata={"entry": spec})


def quantity(kind: Kind, *, default: Any = _NEEDED, **said: Any) -> Any:
    """A quantity; `default` is a text with its unit, or None: then the core works it out."""
    spec = Quantity(
        kind=kind,
        is_needed=default is _NEEDED,
        may_be_empty=default is None,
        typed=default if isinstance(default, str) else "",
        **said,
    )
    return _field(spec, parse(default, kind) if isinstance(default, str) else None)


length = functools.partial(quantity, "length")
mass = functools.partial(quantity, "mass")
temperature = functools.partial(quantity, "temperature")
difference = functools.partial(quantity, "difference")
rate = functools.partial(quantity, "rate")
duration = functools.partial(quantity, "duration")
density = functools.partial(quantity, "density")
ratio = functools.partial(quantity, "ratio")
stress = functools.partial(quantity, "stress")
expansion = functools.partial(quantity, "expansion")
power = functools.partial(quantity, "power")
count = functools.partial(quantity, "count")


def words(*, default: Any = _NEEDED, most: int = 200, may_be_empty: bool = False, **said: Any) -> Any:
    """A line of text."""
    needed = default is _NEEDED
    spec = Words(is_needed=needed, most=most, may_be_empty=may_be_empty, default="" if needed else default, **said)
    return _field(spec, default)


def pick(of: type[Choice] | Callable[[], Mapping[str, Any]], *, default: Any = _NEEDED, **said: Any) -> Any:
    """A member of a Choice, or a row of a table by its key."""
    needed = default is _NEEDED
    return _field(Pick(of=of, is_needed=needed, default=None if needed else default, **said), default)


def flag(*, default: Any = _NEEDED, **said: Any) -> Any:
    """True or false."""
    needed = default is _NEEDED
    return _field(Flag(is_needed=needed, default=None if needed else default, **said), default)


def whole(*, low: int, high: int, default: int | None, **said: Any) -> Any:
    """A whole number."""
    return _field(Whole(low=low, high=high, default=default, is_needed=False, **said), default)


def kept(*, default: Any = None, is_needed: bool = False, **said: Any) -> Any:
    """Something others look after; `check` says what it may be."""
    return _field(Kept(default=default, is_needed=is_needed, **said), default)


def one(of: Any, *, called: str, default: Any = _NEEDED, **said: Any) -> Any:
    """An object of its own."""
    needed = default is _NEEDED
    return _field(One(of=of, called=called, is_needed=needed, default=None if needed else default, **said), default)


def many(of: Any, *, called: str, most: int, default: Any = _NEEDED, **said: Any) -> Any:
    """A list of objects of a declared class, or of quantities."""
    needed = default is _NEEDED
    inner = of.metadata["entry"] if isinstance(of, dataclasses.Field) else of
    return _field(Many(of=inner, called=called, most=most, is_needed=needed, **said), () if not needed else MISSING)


def table(of: Any, *, rows: Callable[[], Mapping[str, Any]], called: str, default: Any = _NEEDED, **said: Any) -> Any:
    """Quantities by key."""
    needed = default is _NEEDED
    spec = Table(of=of.metadata["entry"], rows=rows, called=called, is_needed=needed, **said)
    return dataclasses.field(default_factory=dict, metadata={"entry": spec}) if not needed else _field(spec, MISSING)


def inline(of: type, *, default: Any) -> Any:
    """Entries of another class, standing among these."""
    return _field(Inline(of=of, is_needed=False), default)


@dataclass_transform(
    kw_only_default=True,
    frozen_default=True,
    field_specifiers=(
        quantity,
        length,
        mass,
        temperature,
        difference,
        rate,
        duration,
        density,
        ratio,
        stress,
        expansion,
        power,
        count,
        words,
        pick,
        flag,
        whole,
        kept,
        one,
        many,
        table,
        inline,
        dataclasses.field,
    ),
)
def inputs(cls: type[T]) -> type[T]:
    """A class of what is told: frozen, by keyword, each entry declared where it stands."""
    return dataclass(frozen=True, slots=True, kw_only=True)(cls)


@functools.cache
def specs_of(cls: type) -> dict[str, Spec]:
    """The declared entries of a class by attribute, each with its key; what is not declared is worked out later."""
    found = {}
    for f in dataclasses.fields(cls):
        spec: Spec | None = f.metadata.get("entry")
        if spec is not None:
            found[f.name] = spec if spec.key else dataclasses.replace(spec, key=_UNIT.sub("", f.name))
    return found
