"""The piece document: at once the export, the import, the input of `./run plan` and the demo data's format.

Quantities stand in it as people typed them. `read_piece` reads it whole or refuses it whole.
The form is described for others in `piece.schema.json`.
"""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from coldcradle.after.inputs import NOT_MEASURED, Measured
from coldcradle.document.cradle import read_cradle
from coldcradle.document.fields import Entry, FieldReader, ReadContext
from coldcradle.document.glass import read_glass, read_kind
from coldcradle.document.heat import read_heat, read_kiln
from coldcradle.document.json_text import plain_json
from coldcradle.document.layup import read_layup
from coldcradle.document.upgrade import upgrade
from coldcradle.errors import DocumentError, Fault
from coldcradle.heat.schedule.processes import PROCESSES, process
from coldcradle.piece.inputs import PieceInput, StageInput, Taken
from coldcradle.quantity.parse import System

__all__ = [
    "FORMAT",
    "MAX_BYTES",
    "MOST_STAGES",
    "VERSION",
    "ReadPiece",
    "load_json",
    "read_cradle",
    "read_kiln",
    "read_kind",
    "read_piece",
]

FORMAT, VERSION, MAX_BYTES = "cold-cradle-piece", 2, 2_000_000
MOST_STAGES = 12
_KEY = re.compile(r"[a-z0-9-]{1,40}")


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
    reading = ReadContext(systems or {})
    reader = FieldReader(upgrade(document), "", reading, "a piece document")
    reader.skip("format", "version")
    name = reader.text("name", most=80)
    stages: list[StageInput] = []
    for r in reader.children("stages", "a stage", MOST_STAGES):
        stages.append(_stage(r, {stage.key for stage in stages}))
    reader.close()
    if reading.faults:
        raise DocumentError(reading.faults)
    return ReadPiece(PieceInput(name=name, stages=tuple(stages)), reading.entries)


def _check_format(document: Any) -> None:
    if not isinstance(document, dict):
        got = type(document).__name__
        raise DocumentError([Fault("", f"expected a piece document as an object, got {got}", "")])
    if document.get("format") != FORMAT:
        raise DocumentError(
            [Fault("format", f"expected a file that says format “{FORMAT}”; this is another kind of file", "")]
        )
    version = document.get("version")
    if version not in (1, VERSION) or isinstance(version, bool):
        raise DocumentError(
            [
                Fault(
                    "version",
                    f"expected version 1 or {VERSION}, got {version}: made by another edition",
                    str(version)[:80],
                )
            ]
        )


def _stage(reader: FieldReader, before: set[str]) -> StageInput:
    """A stage; `before` are the keys of the stages it may take from."""
    key = reader.text("key", most=40)
    if not _KEY.fullmatch(key):
        reader.fault("key", "expected a key of small letters, digits and dashes", key)
    if key in before:
        reader.fault("key", f"expected every stage to have a key of its own, got {key} twice", key)
    done = process(reader.choice("process", PROCESSES))
    stage = StageInput(
        key=key,
        name=reader.text("name", default=done.step, most=80),
        takes=_takes(reader, before),
        cradle=read_cradle(reader.child("cradle", "a cradle"), is_filled=done.family == "fill"),
        glass=read_glass(reader.child("glass", "the glass")),
        layup=read_layup(reader.child("layup", "the lay-up") if reader.has("layup") else reader.empty("layup")),
        heat=read_heat(reader.child("heat", "the heat"), done),
        measured=_measured(reader.child("after", "what came out")) if reader.data.get("after") else NOT_MEASURED,
    )
    reader.skip("layup", "after")
    reader.close()
    return stage


def _measured(reader: FieldReader) -> Measured:
    """What was measured of what came out; all of it may be left out."""

    def size(name: str, called: str) -> float | None:
        return reader.optional(name, "length", called=called, low=1e-5, high=5.0)

    found = Measured(
        length_m=size("length", "a measured length"),
        width_m=size("width", "a measured width"),
        thickness_m=size("thickness", "a measured thickness"),
        weight_kg=reader.optional("weight", "mass", called="a measured weight", low=1e-6, high=5000.0),
    )
    reader.close()
    return found


def _takes(reader: FieldReader, before: set[str]) -> tuple[Taken, ...]:
    found = []
    for r in reader.children("takes", "an earlier stage", MOST_STAGES) if reader.data.get("takes") else []:
        key = r.text("from", most=40)
        if key not in before:
            r.fault("from", f"expected a stage that stands before this one, got {key}", key)
        found.append(Taken(key=key, count=r.whole("count", low=1, high=1000, default=1)))
        r.close()
    reader.skip("takes")
    if len({taken.key for taken in found}) < len(found):
        reader.fault("takes", "expected every earlier stage once; raise its count instead", "")
    return tuple(found)
