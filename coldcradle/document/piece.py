"""The piece document: at once the export, the import, the input of `./run plan` and the demo data's format.

Quantities stand in it as people typed them. `read_piece` reads it whole or refuses it whole; what may stand in it is
declared on the inputs of the stations, and written out for others in `piece.schema.json`.
"""

from __future__ import annotations

import json
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from coldcradle.bench.inputs import BenchInput
from coldcradle.cradle.inputs import LINE, CradleInput
from coldcradle.document.json_text import plain_json
from coldcradle.document.reading import read, typed_in
from coldcradle.document.shape import as_typed
from coldcradle.document.upgrade import upgrade
from coldcradle.entry import inputs, kept, many, whole, words
from coldcradle.entry.specs import Entry
from coldcradle.errors import ColdCradleError, DocumentError, Fault, ImpossibleInput
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.inputs import MOST_ALIKE, MOST_BENCH, MOST_STAGES, PieceInput, StageInput
from coldcradle.piece.order import key_of, unplaced
from coldcradle.quantity.parse import System

__all__ = ["FORMAT", "MAX_BYTES", "VERSION", "PieceDocument", "ReadPiece", "load_json", "read_cradle", "read_piece"]

FORMAT, VERSION, MAX_BYTES = "cold-cradle-piece", 2, 2_000_000


def _day(value: object) -> date | None:
    if value == "":
        return None
    try:
        day = date.fromisoformat(str(value)[:40])
        if not 2000 <= day.year <= 2200:
            raise ValueError
    except ValueError:
        raise ImpossibleInput(f"expected a day such as 2026-12-24, got {str(value)[:40]}") from None
    return day


@inputs
class PieceDocument:
    """One piece as it is planned. Quantities are texts with their units, as people type them: "38 mm", "1 1/2 in",
    "2 lb 3 oz", "1 h 30 min", "960 °F".
    """

    format: object = kept(schema={"const": FORMAT}, is_needed=True)
    version: object = kept(schema={"const": VERSION}, is_needed=True)
    name: str = words(most=80)
    alike: int = whole(low=1, high=MOST_ALIKE, default=1)
    due: date | None = kept(default=None, check=_day, schema={"type": "string"})
    stages: tuple[StageInput, ...] = many(StageInput, called="a stage", most=MOST_STAGES)
    bench: tuple[BenchInput, ...] = many(BenchInput, called="a step at the bench", most=MOST_BENCH, default=())


@dataclass(frozen=True, slots=True)
class ReadPiece:
    """A document that was read: the input of `plan`, and every quantity of it by dotted path."""

    piece: PieceInput
    entries: dict[str, Entry]


def load_json(raw: bytes) -> Any:
    """The JSON of a file, or a DocumentError that says what is the matter with it."""
    if len(raw) > MAX_BYTES:
        raise DocumentError([Fault("", f"expected a file of at most 2 MB, got {len(raw) / 1e6:.1f} MB", "")])
    try:
        return plain_json(raw.decode("utf-8-sig"))
    except UnicodeDecodeError:
        raise DocumentError([Fault("", "expected a text file in UTF-8; this is something else", "")]) from None
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise DocumentError([Fault("", f"expected a piece document in JSON; it breaks off at {where}", "")]) from None
    except (ValueError, RecursionError) as error:
        why = "it is nested too deeply" if isinstance(error, RecursionError) else str(error)
        raise DocumentError([Fault("", f"expected a piece document in JSON: {why}", "")]) from None


def read_piece(document: Any, *, systems: Mapping[str, System] | None = None) -> ReadPiece:
    """Read a whole piece document, or raise DocumentError with every fault found in it.

    An older version is upgraded first, so paths are those of the present one. `systems` names, by path, the unit
    system in which a bare number was just typed.
    """
    _check_format(document)
    whole = typed_in(upgrade(document), systems)
    faults = [*_graph_faults(whole), *_line_faults(whole)]
    try:
        found = read(PieceDocument, whole, "a piece document")
    except DocumentError as error:
        placed = {fault.path for fault in error.faults}
        raise DocumentError([*error.faults, *(f for f in faults if f.path not in placed)]) from None
    if faults:
        raise DocumentError(faults)
    entries = found.entries
    for number, (stage, told) in enumerate(zip(found.value.stages, whole["stages"], strict=True)):
        if stage.process.traits.is_filled:
            entries[f"stages.{number}.cradle.line"] = LINE.entry(told["cradle"]["line"])
    told = found.value
    stages = tuple(replace(stage, alike=told.alike) for stage in told.stages)
    piece = PieceInput(name=told.name, stages=stages, bench=told.bench, alike=told.alike, due_on=told.due)
    return ReadPiece(piece, entries)


def read_cradle(document: Any, *, is_filled: bool = True, stands: bool = False) -> CradleInput:
    """A cradle that stands on the shelf. Raises DocumentError."""
    found: CradleInput = read(CradleInput, document, "a cradle", stands=stands).value
    try:
        return found.filled_to(is_filled=is_filled)
    except ImpossibleInput as error:
        raise DocumentError([Fault(error.entry, str(error), str(document.get(error.entry, "")))]) from None


def _check_format(document: Any) -> None:
    if not isinstance(document, dict):
        got = type(document).__name__
        raise DocumentError([Fault("", f"expected a piece document as an object, got {got}", "")])
    if document.get("format") != FORMAT:
        said = f"expected a file that says format “{FORMAT}”; this is another kind of file"
        raise DocumentError([Fault("format", said, "")])
    version = document.get("version")
    if version not in (1, VERSION) or isinstance(version, bool):
        said = f"expected version 1 or {VERSION}, got {version}: made by another edition"
        raise DocumentError([Fault("version", said, str(version)[:80])])


Node = tuple[str, str, list[tuple[str, str]]]


def _nodes(whole: dict[str, Any], name: str, most: int) -> list[Node]:
    """Stages, or steps at the bench, that can be told apart: path, key, and the path and key of what each takes."""
    listed, found = whole.get(name), []
    for number, node in enumerate(listed[:most] if isinstance(listed, list) else []):
        if not isinstance(node, dict) or not isinstance(node.get("key"), str):
            continue
        takes, path = node.get("takes"), f"{name}.{number}"
        taken = [
            (f"{path}.takes.{index}.from", one["from"])
            for index, one in enumerate(takes if isinstance(takes, list) else [])
            if isinstance(one, dict) and isinstance(one.get("from"), str)
        ]
        found.append((path, node["key"], taken))
    return found


def _graph_faults(whole: dict[str, Any]) -> Iterator[Fault]:
    """What is wrong between the stages: keys that stand twice, takings of what does not stand before."""
    stages, bench = _nodes(whole, "stages", MOST_STAGES), _nodes(whole, "bench", MOST_BENCH)
    steps = {key for _, key, _ in bench}
    before: set[str] = set()
    for path, key, takes in stages:
        for at, taken in takes:
            if taken.strip() and taken.strip() not in before and key_of(taken.strip()) not in steps:
                yield Fault(at, f"expected a stage that stands before this one, got {taken}", taken[:200])
        if key in before:
            yield Fault(f"{path}.key", f"expected every stage to have a key of its own, got {key} twice", key[:200])
        before.add(key)
    yield from _bench_faults(stages, bench)


def _bench_faults(stages: list[Node], bench: list[Node]) -> Iterator[Fault]:
    """The same of steps at the bench: keys that stand twice, and what waits for itself."""
    known = {key for _, key, _ in stages}
    for path, key, takes in bench:
        if key in known:
            yield Fault(f"{path}.key", f"expected every step to have a key of its own, got {key} twice", key[:200])
        known.add(key)
        for at, taken in takes:
            if taken.strip() and key_of(taken.strip()) not in known | {k for _, k, _ in bench}:
                yield Fault(at, f"expected a stage or a step of this piece, got {taken}", taken[:200])
    if not bench:
        return
    stuck = unplaced(
        [(key, [t.strip() for _, t in takes if t.strip()]) for _, key, takes in stages],
        [(key, [t.strip() for _, t in takes if t.strip()]) for _, key, takes in bench],
    )
    for _, key, takes in [*stages, *bench]:
        for at, taken in takes:
            if key in stuck and key_of(taken.strip()) in stuck:
                said = f"expected what stands before this one, got {taken}: they wait for one another"
                yield Fault(at, said, taken[:200])


def _line_faults(whole: dict[str, Any]) -> Iterator[Fault]:
    """Casting lines that cannot be read, of what is filled; told even where the rest cannot be read either."""
    stages = whole.get("stages")
    for number, stage in enumerate(stages[:MOST_STAGES] if isinstance(stages, list) else []):
        cradle, process = (stage.get("cradle"), stage.get("process")) if isinstance(stage, dict) else (None, None)
        known = PROCESSES.get(process) if isinstance(process, str) else None
        if known is None or not known.traits.is_filled or not isinstance(cradle, dict) or cradle.get("line") is None:
            continue
        try:
            LINE.read(cradle["line"])
        except ColdCradleError as error:
            yield Fault(f"stages.{number}.cradle.line", str(error), as_typed(cradle["line"]))
