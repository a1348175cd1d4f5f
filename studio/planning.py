"""Rows to core values and back to words: the one bridge between tables and computation."""

from __future__ import annotations

import copy
from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

from coldcradle.cradle.section import Section
from coldcradle.document.fields import Entry
from coldcradle.document.piece import FORMAT, VERSION, ReadPiece, read_piece
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import plan
from coldcradle.piece.result import PiecePlan
from coldcradle.quantity.parse import System
from studio.content_store import drawings_in, expand
from studio.models import GlassKind, Piece, Stage
from studio.stock_levels import rack_for

__all__ = [
    "PlannedPiece",
    "assemble",
    "outline_of",
    "plan_document",
    "planned",
    "snapshot_of",
    "split_stage",
    "stages_of",
    "summary_of",
]

_SHELF_ONLY = ("fills", "drying")


@dataclass(frozen=True, slots=True)
class PlannedPiece:
    """A document as it will be kept, its quantities in words, and its plan."""

    document: dict[str, Any]
    entries: dict[str, Entry]
    plan: PiecePlan
    piece: PieceInput


def assemble(piece: Piece, stages: list[Stage]) -> dict[str, Any]:
    """The piece document of a row and its stages, with what is kept elsewhere put back in."""
    kept = drawings_in(piece.owner_id, [s.inputs for s in stages])
    return {
        "format": FORMAT,
        "version": VERSION,
        "name": piece.name,
        "stages": [_stage_document(s, kept) for s in stages],
    }


def _stage_document(row: Stage, kept: dict[str, Any]) -> dict[str, Any]:
    stage: dict[str, Any] = expand(copy.deepcopy(row.inputs), kept)
    stage["glass"] |= {"kind": row.glass_kind.document, "rack": rack_for(row)}
    with_ids = [entry["kind_id"] for entry in stage["glass"].get("with", [])]
    if with_ids:
        kinds = {k.pk: k.document for k in GlassKind.objects.filter(owner=row.glass_kind.owner_id, pk__in=with_ids)}
        stage["glass"]["with"] = [
            e | {"kind": kinds[e["kind_id"]]} for e in stage["glass"]["with"] if e["kind_id"] in kinds
        ]
    stage["heat"] |= {"kiln": row.firing.kiln.document, "starts_at": row.firing.starts_at, "zone": row.firing.zone}
    if row.cradle is not None:
        stage["cradle"]["care"] = {k: v for k, v in row.cradle.care.items() if k not in _SHELF_ONLY}
    return stage


def split_stage(stage: dict[str, Any]) -> tuple[dict[str, Any], dict[str, Any]]:
    """A stage document parted into what the stage keeps and what rows of their own hold."""
    kept = copy.deepcopy(stage)
    elsewhere = {
        "kind": kept["glass"].pop("kind"),
        "rack": kept["glass"].pop("rack", {}),
        "care": kept["cradle"].pop("care", {}),
        "kiln": kept["heat"].pop("kiln"),
        "starts_at": kept["heat"].pop("starts_at"),
        "zone": kept["heat"].pop("zone", "UTC"),
    }
    for entry in kept["glass"].get("with") or []:
        entry.pop("kind", None)
    return kept, elsewhere


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
    """Read and plan; raises DocumentError with every fault."""
    read = read_piece(document, systems=systems)
    _settle(document, read, systems or {})
    return PlannedPiece(document, read.entries, plan(read.piece), read.piece)


def stages_of(piece: Piece) -> list[Stage]:
    """The stages with all that a document needs, in one query."""
    return list(piece.stages.select_related("glass_kind", "firing__kiln", "cradle"))


def planned(piece: Piece) -> PlannedPiece:
    """The plan of a piece as it stands."""
    return plan_document(assemble(piece, stages_of(piece)))


def snapshot_of(piece: Piece, stages: list[Stage]) -> dict[str, Any]:
    """What a revision keeps."""
    return {
        "name": piece.name,
        "stages": [
            {
                "inputs": s.inputs,
                "glass_kind_id": s.glass_kind_id,
                "kiln_id": s.firing.kiln_id,
                "starts_at": s.firing.starts_at,
                "zone": s.firing.zone,
                "cradle_id": s.cradle_id,
                "reservations": [
                    {"item_id": t.item_id, "mass_kg": t.mass_kg, "is_used": t.is_used} for t in s.reservations.all()
                ],
            }
            for s in stages
        ],
    }


def summary_of(document: dict[str, Any], found: PiecePlan) -> dict[str, Any]:
    """What a list shows of a piece: its thread in short, the state of each station, its section in outline."""
    stage = document["stages"][0]
    section = found.section
    waits = next((key for key, word in found.states.items() if word not in ("measured", "enough", "planned")), "")
    return {
        "thread": [asdict(item) for item in found.thread],
        "waits_at": waits,
        "waits_word": found.states.get(waits, ""),
        "cradle": stage["cradle"]["name"],
        "glass": stage["glass"]["kind"]["name"],
        "kiln": stage["heat"]["kiln"]["name"],
        "opens_at": found.heat.opens_at if found.heat else "",
        **outline_of(section),
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
