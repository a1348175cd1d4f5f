"""What one entry may hold, and how what was typed there is read. `read` raises ColdCradleError in words."""

from __future__ import annotations

import functools
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from coldcradle.entry.choice import Choice
from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.quantity.parse import System, parse_within, with_unit
from coldcradle.quantity.units import Kind

__all__ = [
    "MOST_TEXT",
    "Entry",
    "Flag",
    "Inline",
    "Kept",
    "Many",
    "ObjectSpec",
    "One",
    "Pick",
    "Quantity",
    "Spec",
    "Table",
    "Tagged",
    "TypedText",
    "Whole",
    "Words",
]

MOST_TEXT = 200
_BITS = 200  # a number longer than that is not written out


def _got(value: object) -> str:
    """What stood there instead, as far as it can be written out."""
    return "far too many digits" if isinstance(value, int) and value.bit_length() > _BITS else repr(value)


class TypedText(str):
    """A text that was just typed, with the unit system that was on the screen."""

    __slots__ = ("system",)
    system: System

    def __new__(cls, text: str, system: System) -> TypedText:
        made = super().__new__(cls, text)
        made.system = system
        return made


@dataclass(frozen=True, slots=True)
class Entry:
    """One quantity of a document: as typed (with its unit), in SI (None: left to the core), and in words."""

    typed: str
    kind: Kind
    value: float | None
    shown: DualQuantity | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Spec:
    """What every entry has: `key` is its name in a document, "" where it is the attribute's without its unit."""

    key: str = ""
    label: str = ""
    says: str = ""
    is_needed: bool = True

    @property
    def stands(self) -> Any:
        """The value where nothing is said."""
        return None

    @property
    def told_default(self) -> Any:
        """The same as it would be typed; None where that cannot be."""
        stands = self.stands
        return str(stands) if isinstance(stands, str) else stands if isinstance(stands, bool | int) else None


@functools.lru_cache(maxsize=4096)  # the same texts are read again with every edit of a piece
def _entry(text: str, kind: Kind, system: System, value: float) -> Entry:
    return Entry(with_unit(text, kind, system), kind, value, show(value, kind))


@dataclass(frozen=True, slots=True, kw_only=True)
class Quantity(Spec):
    """A quantity typed with its unit, within [low, high] in SI; `above` excludes `low` itself.

    `typed` stands there when nothing is said; one that `may_be_empty` is then left to the core, as None.
    """

    kind: Kind
    called: str
    low: float
    high: float
    above: bool = False
    typed: str = ""
    may_be_empty: bool = False

    @property
    def stands(self) -> float | None:
        return self.read(self.typed)

    @property
    def told_default(self) -> str:
        return self.typed

    def read(self, value: object) -> float | None:
        """SI of what was typed."""
        if self.may_be_empty and value == "":
            return None
        if not isinstance(value, str):
            raise ImpossibleInput(f"expected {self.called} written with its unit, like a text, got {_got(value)}")
        system: System = value.system if isinstance(value, TypedText) else "metric"
        return parse_within(
            str(value),
            self.kind,
            called=self.called,
            low=self.low,
            high=self.high,
            low_included=not self.above,
            system=system,
        )

    def entry(self, value: str) -> Entry:
        """The same in words; for what can be read."""
        read = self.read(value)
        if read is None:
            return Entry("", self.kind, None, None)
        return _entry(str(value), self.kind, value.system if isinstance(value, TypedText) else "metric", read)


@dataclass(frozen=True, slots=True, kw_only=True)
class Words(Spec):
    """A line of text."""

    most: int = MOST_TEXT
    may_be_empty: bool = False
    default: str | None = ""

    @property
    def stands(self) -> str | None:
        return self.default

    def read(self, value: object) -> str:
        """The text without the space around it."""
        if not isinstance(value, str):
            raise ImpossibleInput(f"expected words, got {type(value).__name__}")
        if not self.may_be_empty and not value.strip():
            raise ImpossibleInput("expected some words; nothing is written here")
        if len(value) > self.most:
            raise ImpossibleInput(f"expected at most {self.most} characters, got {len(value)}")
        if any((ord(c) < 32 and c not in "\n\t") or 0xD800 <= ord(c) <= 0xDFFF for c in value):
            raise ImpossibleInput("expected plain words, got control characters")
        return str(value).strip()


@dataclass(frozen=True, slots=True, kw_only=True)
class Pick(Spec):
    """One of a few keys: members of a Choice, or rows of a table by key."""

    of: type[Choice] | Callable[[], Mapping[str, Any]]
    default: Any = None
    by_key: bool = False

    @property
    def stands(self) -> Any:
        return self.default

    @property
    def options(self) -> Mapping[str, Any]:
        return _members(self.of) if isinstance(self.of, type) else self.of()

    def read(self, value: object) -> Any:
        """The member or the row, or its key alone."""
        options = self.options
        if not isinstance(value, str) or value not in options:
            raise ImpossibleInput(f"expected one of {', '.join(options)}, got {str(value)[:MOST_TEXT]}")
        return str(value) if self.by_key else options[str(value)]


@functools.cache
def _members(of: type[Choice]) -> Mapping[str, Choice]:
    return {member.value: member for member in of}


@dataclass(frozen=True, slots=True, kw_only=True)
class Flag(Spec):
    """True or false."""

    default: bool | None = False

    @property
    def stands(self) -> bool | None:
        return self.default

    def read(self, value: object) -> bool:
        """The same."""
        if not isinstance(value, bool):
            raise ImpossibleInput(f"expected true or false, got {_got(value):.80}")
        return value


@dataclass(frozen=True, slots=True, kw_only=True)
class Whole(Spec):
    """A whole number, written as a number or a text."""

    low: int
    high: int
    default: int | None = 0

    @property
    def stands(self) -> int | None:
        return self.default

    def read(self, value: object) -> int:
        """The number."""
        if isinstance(value, str) and value.strip().isascii() and value.strip().isdigit():
            value = int(value.strip()[:12])
        if isinstance(value, bool) or not isinstance(value, int) or not self.low <= value <= self.high:
            raise ImpossibleInput(f"expected a whole number from {self.low} to {self.high}, got {_got(value)}"[:160])
        return value


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept(Spec):
    """Something that stands in a document and is looked after elsewhere."""

    check: Callable[[object], Any] = lambda value: value
    schema: Mapping[str, Any] = field(default_factory=dict)
    default: Any = None

    @property
    def stands(self) -> Any:
        return self.default

    def read(self, value: object) -> Any:
        """What the check makes of it."""
        return self.check(value)


@dataclass(frozen=True, slots=True, kw_only=True)
class One(Spec):
    """An object of its own: of a declared class, or of one of several by the entry `by`."""

    of: Any
    called: str
    is_whole: bool = False  # left out it is as if nothing were said in it
    default: Any = None

    @property
    def stands(self) -> Any:
        return self.default


@dataclass(frozen=True, slots=True, kw_only=True)
class Many(Spec):
    """A list of objects or quantities, `least` to `most` of them."""

    of: Any
    called: str
    least: int = 1
    most: int
    make: Callable[[list[Any]], Any] = tuple

    @property
    def stands(self) -> tuple[()]:
        return ()


@dataclass(frozen=True, slots=True, eq=False)
class ObjectSpec:
    """An object of a document: its declared entries by attribute, and what is made of their values."""

    name: str
    specs: Mapping[str, Spec]
    make: Callable[..., Any]
    says: str = ""
    settle: Callable[[Any], Any] = lambda made: made


@dataclass(frozen=True, slots=True, eq=False)
class Tagged:
    """One of several kinds of object, told apart by the entry `by`."""

    by: str
    shapes: Callable[[], Mapping[str, Any]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Table(Spec):
    """An object of quantities by key."""

    of: Quantity
    rows: Callable[[], Mapping[str, Any]]
    called: str

    @property
    def stands(self) -> dict[str, float]:
        return {}


@dataclass(frozen=True, slots=True, kw_only=True)
class Inline(Spec):
    """Entries of another declared class that stand among these."""

    of: type
