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

from coldcradle.cradle.inputs import LINE, CradleInput
from coldcradle.document.json_text import plain_json
from coldcradle.document.reading import read, typed_in
from coldcradle.document.shape import as_typed
from coldcradle.document.upgrade import upgrade
from coldcradle.entry import inputs, kept, many, whole, words
from coldcradle.entry.specs import Entry
from coldcradle.errors import ColdCradleError, DocumentError, Fault, ImpossibleInput
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.inputs import MOST_ALIKE, MOST_STAGES, PieceInput, StageInput
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
    return ReadPiece(PieceInput(name=told.name, stages=stages, alike=told.alike, due_on=told.due), entries)


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


def _graph_faults(whole: dict[str, Any]) -> Iterator[Fault]:
    """What is wrong between the stages: keys that stand twice, takings of what does not stand before."""
    stages = whole.get("stages")
    before: set[str] = set()
    for number, stage in enumerate(stages[:MOST_STAGES] if isinstance(stages, list) else []):
        if not isinstance(stage, dict) or not isinstance(stage.get("key"), str):
            continue
        takes = stage.get("takes")
        for index, taken in enumerate(takes if isinstance(takes, list) else []):
            key = taken.get("from") if isinstance(taken, dict) else None
            if isinstance(key, str) and key.strip() and key.strip() not in before:
                said = f"expected a stage that stands before this one, got {key}"
                yield Fault(f"stages.{number}.takes.{index}.from", said, key[:200])
        if stage["key"] in before:
            said = f"expected every stage to have a key of its own, got {stage['key']} twice"
            yield Fault(f"stages.{number}.key", said, stage["key"][:200])
        before.add(stage["key"])


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
