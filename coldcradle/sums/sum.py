"""What a sum is: fields with words and limits, and a function from their values to an answer with figures."""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from coldcradle.document.reading import read_each
from coldcradle.entry.specs import Entry, Pick, Quantity, Words
from coldcradle.errors import ColdCradleError, Fault, ImpossibleInput
from coldcradle.glass.kinds import Form, GlassProperties, forms
from coldcradle.layup.sketch import Sketch
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.quantity.parse import System, parse
from coldcradle.quantity.units import Kind
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding

__all__ = [
    "SHAPE",
    "Field",
    "Result",
    "Send",
    "Sum",
    "SumOutcome",
    "SumRow",
    "Values",
    "area_m2",
    "evaluate",
    "lines_of",
]


@dataclass(frozen=True, slots=True, kw_only=True)
class Field:
    """One thing a sum asks for. `kind` is a kind of quantity, or "glass", "form", "choice", "lines".

    `fills` names the figure of a piece's plan (or of its glass) that it takes when opened from a piece.
    """

    key: str
    label: str
    kind: str
    default: str = ""
    hint: str = ""
    low: float = 0.0
    high: float = 0.0
    above: bool = False
    optional: bool = False
    choices: tuple[tuple[str, str], ...] = ()
    fills: str = ""


@dataclass(frozen=True, slots=True)
class SumRow:
    """A line of a result's table."""

    name: str
    cells: tuple[DualQuantity, ...]


@dataclass(frozen=True, slots=True)
class Send:
    """What can be sent into a piece: what it is called, and the entries it changes there, under a stage."""

    label: str
    changes: tuple[tuple[str, Any], ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Result:
    """What a sum found; `sketch` draws it to scale where looking helps."""

    answer: Message
    figures: Sequence[Figure] = ()
    heads: Sequence[str] = ()
    rows: Sequence[SumRow] = ()
    findings: Sequence[Finding] = ()
    cautions: Sequence[str] = ()
    sends: Sequence[Send] = ()
    sketch: Sketch | None = None


@dataclass(frozen=True, slots=True)
class Values:
    """The values of a sum's fields in SI."""

    numbers: Mapping[str, float | None]
    words: Mapping[str, str]
    kinds: Mapping[str, GlassProperties]
    typed: Mapping[str, str]

    def __getitem__(self, key: str) -> float:
        value = self.numbers[key]
        if value is None:
            raise ImpossibleInput("a value is missing")
        return value

    def get(self, key: str) -> float | None:
        return self.numbers.get(key)

    def kind(self, key: str = "glass") -> GlassProperties:
        return self.kinds[self.words[key]]

    def form(self, key: str = "form") -> Form:
        return forms()[self.words[key]]


_SHAPES = (("square", "a square"), ("round", "a disc"), ("oblong", "an oblong"), ("area", "an area"))
SHAPE = (
    Field(key="shape", label="Its outline", kind="choice", default="square", choices=_SHAPES),
    Field(key="across", label="Across, or longer side", kind="length", default="150 mm", high=5.0, above=True),
    Field(key="into", label="Shorter side", kind="length", hint="of an oblong", optional=True, high=5.0, above=True),
    Field(
        key="area",
        label="or its area",
        kind="area",
        hint="instead of its sizes",
        optional=True,
        high=10.0,
        above=True,
        fills="area",
    ),
)


def area_m2(values: Values) -> float:
    """The area of a shape by its sizes, or the one that was given instead of them, m²."""
    given_m2, across, shape = values.get("area"), values["across"], values.words["shape"]
    if given_m2 is not None:
        return given_m2
    if shape == "area":
        raise ImpossibleInput("expected an area, got none")
    if shape == "oblong" and values.get("into") is None:
        raise ImpossibleInput("expected the shorter side of the oblong, got none")
    return {"round": math.pi / 4 * across**2, "oblong": across * (values.get("into") or across)}.get(shape, across**2)


@dataclass(frozen=True, slots=True, kw_only=True)
class Sum:
    """One calculation: `says` is its one sentence, `station` where in the work it belongs."""

    key: str
    name: str
    says: str
    station: str
    fields: tuple[Field, ...]
    work: Callable[[Values], Result]


@dataclass(slots=True)
class SumOutcome:
    """A sum as filled in: every quantity in words, what is wrong with which field, and the result when nothing is."""

    entries: dict[str, Entry] = field(default_factory=dict)
    faults: list[Fault] = field(default_factory=list)
    result: Result | None = None


def evaluate(
    one: Sum, typed: Mapping[str, str], *, kinds: Mapping[str, GlassProperties], system: System = "metric"
) -> SumOutcome:
    """Work a sum out from what was typed; fields that are absent take their defaults.

    Never raises for what is typed.
    """
    data = {f.key: typed.get(f.key, f.default) for f in one.fields}
    specs = {f.key: _spec(f, kinds) for f in one.fields}
    values, entries, faults = read_each(specs, data, systems=dict.fromkeys(typed, system))
    outcome = SumOutcome(entries, faults)
    if not faults:
        numbers = {key: value for key, value in values.items() if isinstance(specs[key], Quantity)}
        words = {key: value for key, value in values.items() if key not in numbers}
        try:
            outcome.result = one.work(Values(numbers, words, kinds, {k: e.typed for k, e in entries.items()}))
        except ColdCradleError as error:
            outcome.faults.append(Fault("", str(error), ""))
    return outcome


def _spec(f: Field, kinds: Mapping[str, GlassProperties]) -> Quantity | Words | Pick:
    """How a field of a sum is read."""
    if f.kind == "lines":
        return Words(most=4000, may_be_empty=True)
    if f.kind in ("glass", "form", "choice"):
        rows = {"glass": kinds, "form": forms(), "choice": dict(f.choices)}[f.kind]
        return Pick(of=lambda: rows, by_key=True)
    kind: Kind = f.kind  # type: ignore[assignment]  # the sums are tested to name kinds only
    called = f.label[:1].lower() + f.label[1:]
    return Quantity(
        kind=kind, called=called, low=f.low, high=f.high, above=f.above, may_be_empty=f.optional, is_needed=True
    )


_TIMES = re.compile(r"\s*[x×*]\s*(\d{1,3})\s*$")


def lines_of(text: str, kind: Kind, *, most: int = 60) -> list[tuple[str, float, int]]:
    """Lines such as "door pull 32 g x 4" as (name, SI value, count). Raises ImpossibleInput naming the line."""
    found = []
    for number, line in enumerate((ln.strip() for ln in text.splitlines()), 1):
        if not line:
            continue
        times = _TIMES.search(line)
        rest = line[: times.start()] if times else line
        words = rest.split()
        for cut in range(len(words)):  # the longest ending that reads as a quantity
            try:
                value = parse(" ".join(words[cut:]), kind)
            except ColdCradleError:
                continue
            found.append((" ".join(words[:cut]) or f"line {number}", value, int(times[1]) if times else 1))
            break
        else:
            raise ImpossibleInput(f"line {number}, “{line[:40]}”, cannot be read. Write it like “door pull 32 g x 4”")
    if len(found) > most:
        raise ImpossibleInput(f"expected at most {most} lines, got {len(found)}")
    return found
