"""Reading a document field by field: every value is kept as typed, and every fault is collected with its place."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any

from coldcradle.errors import ColdCradleError, Fault
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.quantity.parse import System, parse_within, with_unit
from coldcradle.quantity.units import Kind

__all__ = ["MISSING", "Entry", "FieldReader", "ReadContext"]

MISSING = object()
_MAX_TEXT = 200


@dataclass(frozen=True, slots=True)
class Entry:
    """One quantity of a document: as typed (with its unit), in SI (None: left to the core), and in words."""

    typed: str
    kind: Kind
    value: float | None
    shown: DualQuantity | None


@dataclass(slots=True)
class ReadContext:
    """What has been read so far, shared by all readers of one document.

    `systems` tells for a path which unit a bare number there means; metric where nothing is told.
    """

    systems: Mapping[str, System] = field(default_factory=dict)
    entries: dict[str, Entry] = field(default_factory=dict)
    faults: list[Fault] = field(default_factory=list)


class FieldReader:
    """One object of the document. A fault leaves a harmless value behind, so that reading can go on and find more."""

    def __init__(self, data: Any, path: str, reading: ReadContext, called: str) -> None:
        self.path, self.reading = path, reading
        self._seen: set[str] = set()
        if not isinstance(data, dict):
            self.fault("", f"expected {called} as an object, got {type(data).__name__}", data)
            data = {}
        self.data: dict[str, Any] = data

    def at(self, name: str) -> str:
        """The dotted path of an entry of this object."""
        return ".".join(part for part in (self.path, name) if part)

    def fault(self, name: str, message: str, typed: object = "") -> None:
        """Note a fault at an entry and go on."""
        shown = typed if isinstance(typed, str) else "" if typed is MISSING else repr(typed)
        self.reading.faults.append(Fault(self.at(name), message, shown[:_MAX_TEXT]))

    def has(self, name: str) -> bool:
        return self.data.get(name) is not None

    def _take(self, name: str, default: object) -> object:
        self._seen.add(name)
        if name not in self.data:
            if default is MISSING:
                self.fault(name, f"“{name}” is missing", MISSING)
            return default
        return self.data[name]

    def child(self, name: str, called: str) -> FieldReader:
        """The object under `name`."""
        return FieldReader(self._take(name, {}), self.at(name), self.reading, called)

    def empty(self, name: str) -> FieldReader:
        """An object of no entries, for one that was left out."""
        return FieldReader({}, self.at(name), self.reading, name)

    def children(self, name: str, called: str, most: int) -> list[FieldReader]:
        """The list of objects under `name`, one to `most` of them."""
        value = self._take(name, MISSING)
        if not isinstance(value, list) or not 1 <= len(value) <= most:
            got = len(value) if isinstance(value, list) else type(value).__name__
            if value is not MISSING:
                self.fault(name, f"expected a list of 1 to {most}, got {got}", "")
            return []
        return [FieldReader(item, self.at(f"{name}.{i}"), self.reading, called) for i, item in enumerate(value)]

    def text(self, name: str, *, default: object = MISSING, most: int = _MAX_TEXT, empty: bool = False) -> str:
        """A line of text."""
        value = self._take(name, default)
        if value is MISSING:
            return ""
        if not isinstance(value, str):
            self.fault(name, f"expected words, got {type(value).__name__}", value)
            return ""
        if not empty and not value.strip():
            self.fault(name, "expected some words; nothing is written here", value)
        elif len(value) > most:
            self.fault(name, f"expected at most {most} characters, got {len(value)}", value)
        elif any((ord(c) < 32 and c not in "\n\t") or 0xD800 <= ord(c) <= 0xDFFF for c in value):
            self.fault(name, "expected plain words, got control characters", "")
        return value.strip()

    def choice(self, name: str, choices: Iterable[str], *, default: object = MISSING) -> str:
        """One of a few keys."""
        allowed = list(choices)
        value = self._take(name, default)
        if value is MISSING:
            return allowed[0]
        if not isinstance(value, str) or value not in allowed:
            self.fault(name, f"expected one of {', '.join(allowed)}, got {value}", value)
            return allowed[0]
        return value

    def flag(self, name: str, *, default: object = MISSING) -> bool:
        """True or false."""
        value = self._take(name, default)
        if value is not MISSING and not isinstance(value, bool):
            self.fault(name, f"expected true or false, got {value!r}", value)
        return value is True

    def quantity(
        self,
        name: str,
        kind: Kind,
        *,
        called: str,
        low: float,
        high: float,
        above: bool = False,
        default: object = MISSING,
    ) -> float:
        """A quantity in SI; `above` excludes `low` itself. On a fault: the middle of what is allowed."""
        harmless = math.sqrt(low * high) if low > 0 else (low + high) / 2
        value = self._take(name, default)
        if value is MISSING:
            return harmless
        if not isinstance(value, str):
            self.fault(name, f"expected {called} written with its unit, like a text, got {value!r}", value)
            return harmless
        system = self.reading.systems.get(self.at(name), "metric")
        try:
            si = parse_within(value, kind, called=called, low=low, high=high, low_included=not above, system=system)
        except ColdCradleError as error:
            self.fault(name, str(error), value)
            return harmless
        self.reading.entries[self.at(name)] = Entry(with_unit(value, kind, system), kind, si, show(si, kind))
        return si

    def optional(
        self, name: str, kind: Kind, *, called: str, low: float, high: float, above: bool = False
    ) -> float | None:
        """The same, or None when left empty: then the core works it out."""
        if self.data.get(name, "") == "":
            self._seen.add(name)
            self.reading.entries[self.at(name)] = Entry("", kind, None, None)
            return None
        return self.quantity(name, kind, called=called, low=low, high=high, above=above)

    def quantities(self, name: str, kind: Kind, *, called: str, low: float, high: float, most: int) -> list[float]:
        """A list of further readings, each above `low`; empty when there is none. Empty texts are passed over."""
        self._seen.add(name)
        values = self.data.get(name) or []
        if not isinstance(values, list) or len(values) > most:
            self.fault(name, f"expected a list of at most {most} readings", "")
            return []
        inner = FieldReader({str(i): v for i, v in enumerate(values) if v != ""}, self.at(name), self.reading, called)
        return [inner.quantity(i, kind, called=called, low=low, high=high, above=True) for i in inner.data]

    def whole(self, name: str, *, low: int, high: int, default: int) -> int:
        """A whole number, written as a number or a text."""
        value = self._take(name, default)
        if isinstance(value, str) and value.strip().isascii() and value.strip().isdigit():
            value = int(value.strip()[:12])
        if isinstance(value, bool) or not isinstance(value, int) or not low <= value <= high:
            self.fault(name, f"expected a whole number from {low} to {high}, got {value!r}"[:160], value)
            return default
        return value

    def skip(self, *names: str) -> None:
        """Let entries stand that others look after."""
        self._seen.update(names)

    def close(self) -> None:
        """Refuse entries that nobody has asked for: a misspelt name must not be lost silently."""
        for name in self.data:
            if name not in self._seen:
                self.fault(str(name), f"“{str(name)[:40]}” is not an entry that belongs here", "")
