"""Rows to core values and back to words: the one bridge between tables and computation."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from typing import Any

from coldcradle.cradle.section import Section
from coldcradle.document.piece import ReadPiece, read_piece
from coldcradle.entry.specs import Entry
from coldcradle.layup.sketch import Sketch
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import plan
from coldcradle.piece.result import PiecePlan, StagePlan
from coldcradle.quantity.parse import System
from studio.assembling import assembled, own_copy, own_of
from studio.keeping import memoized
from studio.loads import put_shares_in
from studio.models import Piece, Stage
from studio.piece_rows import stages_of

__all__ = [
    "PlannedPiece",
    "assemble",
    "outline_of",
    "plan_document",
    "planned",
    "sketch_of",
    "snapshot_of",
    "summary_of",
    "unplanned_summary",
]

_READY = ("measured", "enough", "laid", "planned")


@dataclass(frozen=True, slots=True)
class PlannedPiece:
    """A document as it will be kept, its quantities in words, and its plan; `rows` are the stages it was read from."""

    document: dict[str, Any]
    entries: dict[str, Entry]
    plan: PiecePlan
    piece: PieceInput
    rows: tuple[Stage, ...] = ()

    def at(self, key: str) -> int:
        """The place of a stage by its key; the first where there is none of that key."""
        return next((i for i, stage in enumerate(self.piece.stages) if stage.key == key), 0)

    def stage(self, key: str = "") -> StagePlan:
        """The plan of one stage."""
        return self.plan.stages[self.at(key)]


def _settle(document: dict[str, Any], read: ReadPiece, paths: Mapping[str, System]) -> None:
    """Put the unit after each bare number that was just typed, so that it means the same tomorrow."""
    for path in paths:
        if path in read.entries:
            at: Any = document
            *way, last = path.split(".")
            for step in way:
                at = at[int(step)] if isinstance(at, list) else at[step]
            at[int(last) if isinstance(at, list) else last] = read.entries[path].typed


def plan_document(document: dict[str, Any], systems: Mapping[str, System] | None = None) -> PlannedPiece:
    """Read and plan a document of the present version; raises DocumentError with every fault.

    The document handed in is left as it is; the one in the answer has a unit after each number that `systems` names.
    """
    return memoized(("plan", document, systems), lambda: _plan_document(document, systems or {}))


def _plan_document(document: dict[str, Any], systems: Mapping[str, System]) -> PlannedPiece:
    read = read_piece(document, systems=systems)
    if systems:
        document = own_copy(document)
        _settle(document, read, systems)
    return PlannedPiece(document, read.entries, plan(read.piece), read.piece)


def assemble(piece: Piece, stages: Sequence[Stage]) -> dict[str, Any]:
    """The piece document of a row and its stages, with what is kept elsewhere put back in, and what the firings they
    lie in say to them.
    """
    document = assembled(piece, stages)
    put_shares_in(piece, stages, document)
    return document


def planned(piece: Piece) -> PlannedPiece:
    """The plan of a piece as it stands."""
    rows = stages_of(piece)
    return replace(plan_document(assemble(piece, rows)), rows=tuple(rows))


def snapshot_of(piece: Piece, stages: Sequence[Stage]) -> dict[str, Any]:
    """What a revision keeps: everything but the firings, which keep their own."""
    return {
        "name": piece.name,
        **own_of(piece),
        "stages": [
            {
                "key": s.key,
                "inputs": s.inputs,
                "glass_kind_id": s.glass_kind_id,
                "firing_id": s.firing_id,
                "cradle_id": s.cradle_id,
                "reservations": [
                    {"item_id": t.item_id, "mass_kg": t.mass_kg, "is_used": t.is_used} for t in s.set_aside
                ],
            }
            for s in stages
        ],
    }


def summary_of(document: dict[str, Any], found: PiecePlan) -> dict[str, Any]:
    """What a list shows of a piece: the stage it waits at with its thread in short and its drawing in outline."""
    waiting = [(s, key) for s in found.stages for key, word in s.states.items() if word not in _READY]
    stage, waits = waiting[0] if waiting else (found.stages[-1], "")
    written = next(s for s in document["stages"] if s["key"] == stage.key)
    return {
        "thread": [asdict(item) for item in stage.thread],
        "stage": stage.key,
        "stages": len(found.stages),
        "process": stage.process_name,
        "family": stage.family,
        "waits_at": waits,
        "waits_word": stage.states.get(waits, ""),
        "cradle": written["cradle"]["name"],
        "glass": written["glass"]["kind"]["name"],
        "kiln": written["heat"]["kiln"]["name"],
        "opens_at": stage.heat.opens_at if stage.heat else "",
        "heats": [_silhouette(s) for s in found.stages],
        "outline": outline_of(stage.section) if stage.section else None,
        "sketch": sketch_of(stage.sketch) if stage.sketch else None,
    }


def unplanned_summary(why: str, called: str = "cannot be planned") -> dict[str, Any]:
    """What a list shows of a piece that cannot be planned as it stands, or is not yet: that, and why; the others are
    not held up.
    """
    return {
        "thread": [],
        "stage": "",
        "stages": 0,
        "process": called,
        "family": "",
        "waits_at": "",
        "waits_word": why[:200],
        "cradle": "",
        "glass": "",
        "kiln": "",
        "opens_at": "",
        "heats": [],
        "outline": None,
        "sketch": None,
    }


_SILHOUETTE = 28


def _silhouette(stage: StagePlan) -> dict[str, Any]:
    """A stage's firing small enough for a list of many: its line, when somebody must be there, when it opens."""
    heat = stage.heat
    found: dict[str, Any] = {"key": stage.key, "name": stage.name, "process": stage.process_name, "line": []}
    if heat is None:
        return found
    step = max(1, -(-len(heat.line) // _SILHOUETTE))
    line = [*heat.line[::step], heat.line[-1]]
    return found | {
        "line": [[round(t), round(c, 1)] for t, c in line],
        "total_s": heat.total_s,
        "starts_at": heat.starts_at,
        "opens_at": heat.opens_at,
        "visits": [{"name": v.name, "at_s": v.at_s, "is_awake": v.is_awake} for v in heat.visits],
    }


def outline_of(section: Section) -> dict[str, Any]:
    """A section small enough for a list."""
    return {
        "rings": section.rings,
        "glass_m": section.glass_m,
        "wall_m": section.wall_m,
        "brim_m": section.brim_m,
        "outer_half_m": section.outer_half_m,
    }


def sketch_of(sketch: Sketch) -> dict[str, Any]:
    """A sketch small enough for a list."""
    return {"bodies": [asdict(body) for body in sketch.bodies], "box": sketch.box}
