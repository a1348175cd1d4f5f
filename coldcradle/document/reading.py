"""Reading what was typed by its declaration: the whole, or every fault with its place and what stood there."""

from __future__ import annotations

import functools
from collections.abc import Hashable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, Protocol, TypeVar, overload

from pydantic import TypeAdapter, ValidationError

from coldcradle.document.shape import STANDS, annotation_of, as_typed, shape_of
from coldcradle.entry.specs import Entry, Many, ObjectSpec, One, Pick, Quantity, Spec, Table, Tagged, TypedText, Words
from coldcradle.errors import ColdCradleError, DocumentError, Fault
from coldcradle.quantity.parse import System

__all__ = ["MOST_FAULTS", "Read", "entries_of", "read", "read_each", "typed_in"]

MOST_FAULTS = 200  # nobody reads more of them
R = TypeVar("R", covariant=True)
T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Read(Generic[T]):
    """What was read, and every quantity of it by dotted path, as typed and in words."""

    value: T
    entries: dict[str, Entry] = field(default_factory=dict)


@functools.cache
def _adapter(of: Hashable, called: str) -> TypeAdapter[Any]:
    return TypeAdapter(annotation_of(of, called))


class Readable(Protocol[R]):
    """A declared class that is read as something else."""

    def as_read(self) -> R:
        """What is made of it."""
        ...


@overload
def read(
    of: type[Readable[R]],
    data: object,
    called: str,
    *,
    path: str = "",
    systems: Mapping[str, System] | None = None,
    stands: bool = False,
) -> Read[R]: ...


@overload
def read(
    of: type[T],
    data: object,
    called: str,
    *,
    path: str = "",
    systems: Mapping[str, System] | None = None,
    stands: bool = False,
) -> Read[T]: ...


def read(
    of: Any,
    data: object,
    called: str,
    *,
    path: str = "",
    systems: Mapping[str, System] | None = None,
    stands: bool = False,
) -> Read[Any]:
    """Read an object by its declaration. Raises DocumentError with all that is wrong.

    `systems` names, by path below `path`, the unit system in which a text was just typed; metric where nothing is told.
    What `stands` was kept by an edition that may have asked less: what no longer goes together is left as it is.
    """
    data = typed_in(data, systems)
    try:
        value = _adapter(of, called).validate_python(data, context=STANDS if stands else None)
    except ValidationError as error:
        faults = list(_faults(error, data, path))
        more = [Fault(path, f"and {len(faults) - MOST_FAULTS} more", "")] if len(faults) > MOST_FAULTS else []
        raise DocumentError([*faults[:MOST_FAULTS], *more]) from None
    return Read(value, dict(entries_of(of, data, path)))


def typed_in(data: Any, systems: Mapping[str, System] | None) -> Any:
    """The same data with what was just typed marked by the unit system that was on the screen."""
    for path, system in (systems or {}).items():
        if system != "metric":
            data = _typed_in(data, path.split("."), system)
    return data


def _typed_in(data: Any, way: list[str], system: System) -> Any:
    """The same data with the text at the end of the way marked with its system; nothing is changed in place."""
    if not way:
        return TypedText(data, system) if isinstance(data, str) else data
    if isinstance(data, dict) and way[0] in data:
        return data | {way[0]: _typed_in(data[way[0]], way[1:], system)}
    if isinstance(data, list) and way[0].isdigit() and int(way[0]) < len(data):
        at = int(way[0])
        return [*data[:at], _typed_in(data[at], way[1:], system), *data[at + 1 :]]
    return data


def _faults(error: ValidationError, data: Any, path: str) -> Iterator[Fault]:
    """The faults of a validation in our own words."""
    for found in error.errors(include_url=False):
        at, name = _place(found["loc"], data)
        where = ".".join(part for part in (path, at) if part)
        cause = found.get("ctx", {}).get("error")
        match found["type"]:
            case "missing":
                yield Fault(where, f"“{name}” is missing", "")
            case "extra_forbidden":
                yield Fault(where, f"“{name[:40]}” is not an entry that belongs here", "")
            case "union_tag_not_found" | "union_tag_invalid":
                by = str(found["ctx"]["discriminator"]).strip("'")
                keys, stood = found["ctx"].get("expected_tags", ""), found["input"].get(by)
                said = (
                    f"expected one of {keys}, got {stood}".replace("'", "")
                    if by in found["input"]
                    else f"“{by}” is missing"
                )
                yield Fault(f"{where}.{by}".lstrip("."), said, "" if stood is None else as_typed(stood))
            case _ if isinstance(cause, DocumentError):
                for fault in cause.faults:
                    yield Fault(".".join(part for part in (where, fault.path) if part), fault.message, fault.typed)
            case _:
                entry = getattr(cause, "entry", "")
                said = str(cause) if isinstance(cause, ColdCradleError) else found["msg"]
                stood = as_typed(found["input"]) if not entry else _stood(found["input"], entry)
                yield Fault(".".join(part for part in (where, entry) if part), said, stood)


def _place(loc: tuple[int | str, ...], data: Any) -> tuple[str, str]:
    """The dotted path of a place, without the tags of unions, and its last name."""
    parts: list[str] = []
    for step in loc:
        is_tag = isinstance(step, str) and isinstance(data, dict) and data.get("shape") == step and step not in data
        if is_tag:
            continue
        parts.append(str(step))
        data = _at(data, step)
    return ".".join(parts), parts[-1] if parts else ""


def _stood(data: Any, path: str) -> str:
    """What stands at a dotted path, as it is shown; nothing where nothing does."""
    for step in path.split("."):
        data = _at(data, step)
    return "" if data is None else as_typed(data)


def _at(data: Any, step: int | str) -> Any:
    if isinstance(data, dict):
        return data.get(step)
    return data[step] if isinstance(data, list) and isinstance(step, int) and step < len(data) else None


def entries_of(of: Any, data: Any, path: str = "") -> Iterator[tuple[str, Entry]]:
    """Every quantity of an object that can be read, by path; what was left out with what then stands there."""
    if isinstance(of, Tagged):
        of = of.shapes()[data[of.by]]
    shape: ObjectSpec = of if isinstance(of, ObjectSpec) else shape_of(of)
    for spec in shape.specs.values():
        yield from _of_entry(spec, data.get(spec.key), spec.key in data, f"{path}.{spec.key}" if path else spec.key)


def _of_entry(spec: Spec, value: Any, is_told: bool, path: str) -> Iterator[tuple[str, Entry]]:
    match spec:
        case Quantity():
            yield path, spec.entry(value if is_told else spec.typed)
        case One() if value or spec.is_needed or spec.is_whole:
            yield from entries_of(spec.of, value or {}, path)
        case Many():
            for index, inner in enumerate(value or []):
                if not isinstance(spec.of, Quantity):
                    yield from entries_of(spec.of, inner, f"{path}.{index}")
                elif inner != "":
                    yield f"{path}.{index}", spec.of.entry(inner)
        case Table():
            for key, typed in (value or {}).items():
                yield f"{path}.{key}", spec.of.entry(typed)
        case _:
            pass


def read_each(
    specs: Mapping[str, Quantity | Words | Pick],
    data: Mapping[str, object],
    *,
    systems: Mapping[str, System] | None = None,
) -> tuple[dict[str, Any], dict[str, Entry], list[Fault]]:
    """Values, quantities in words, and faults of entries that belong to no declared class, such as a sum's."""
    values: dict[str, Any] = {}
    entries: dict[str, Entry] = {}
    faults: list[Fault] = []
    for key, spec in specs.items():
        typed = _typed_in(data.get(key, ""), [], (systems or {}).get(key, "metric"))
        try:
            values[key] = spec.read(typed)
        except ColdCradleError as error:
            faults.append(Fault(key, str(error), as_typed(typed)))
            continue
        if isinstance(spec, Quantity):
            entries[key] = spec.entry(typed)
    return values, entries, faults
