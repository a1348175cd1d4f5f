"""Rows to core values and back to words: the one bridge between tables and computation."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import UTC, datetime
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.cradle.section import Section
from coldcradle.document.piece import FORMAT, VERSION, ReadPiece, read_piece
from coldcradle.entry.specs import Entry
from coldcradle.layup.sketch import Sketch
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import plan
from coldcradle.piece.result import PiecePlan, StagePlan
from coldcradle.piece.sharer import sharing_findings
from coldcradle.piece.sharing import sharer_of
from coldcradle.quantity.parse import System
from coldcradle.report.finding import Finding
from studio.content_store import drawings_in, expand
from studio.keeping import memoized
from studio.models import Firing, GlassKind, Piece, Stage
from studio.piece_rows import stages_of
from studio.stock_levels import racks_for

__all__ = [
    "FIRING_INPUTS",
    "MEASURED",
    "PlannedPiece",
    "assemble",
    "local_start",
    "outline_of",
    "plan_document",
    "planned",
    "sharing_of",
    "sketch_of",
    "snapshot_of",
    "split_stage",
    "summary_of",
    "unplanned_summary",
]

FIRING_INPUTS = ("ready_by", "undated", "room", "furniture", "attendance", "wakes", "sleeps", "segments")
MEASURED = ("length", "width", "thickness", "weight")
_SHELF_ONLY = ("fills", "drying")
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


def own_copy(value: Any) -> Any:
    """A part of a document to be changed: objects and lists anew, what is in them as it is. It has no circles."""
    if isinstance(value, dict):
        return {name: own_copy(inner) for name, inner in value.items()}
    return [own_copy(inner) for inner in value] if isinstance(value, list) else value


def assemble(piece: Piece, stages: Sequence[Stage]) -> dict[str, Any]:
    """The piece document of a row and its stages, with what is kept elsewhere put back in."""
    kept = drawings_in(piece.owner_id, [s.inputs for s in stages])
    return {
        "format": FORMAT,
        "version": VERSION,
        "name": piece.name,
        "stages": [_stage_document(s, kept, rack) for s, rack in zip(stages, racks_for(stages), strict=True)],
    }


def local_start(firing: Firing) -> datetime:
    """When a firing starts, on the clock of its own place."""
    return firing.starts_at.astimezone(ZoneInfo(firing.time_zone))


def _stage_document(row: Stage, kept: dict[str, Any], rack: dict[str, str]) -> dict[str, Any]:
    stage: dict[str, Any] = expand(own_copy(row.inputs), kept)
    stage["key"] = row.key
    stage["glass"] |= {"kind": row.glass_kind.document, "rack": rack}
    with_ids = [entry["kind_id"] for entry in stage["glass"].get("with", [])]
    if with_ids:
        kinds = {k.pk: k.document for k in GlassKind.objects.filter(owner=row.glass_kind.owner_id, pk__in=with_ids)}
        stage["glass"]["with"] = [
            e | {"kind": kinds[e["kind_id"]]} for e in stage["glass"]["with"] if e["kind_id"] in kinds
        ]
    firing = row.firing
    stage["heat"] |= own_copy(firing.inputs)
    stage["heat"] |= {
        "kiln": firing.kiln.document,
        "starts_at": local_start(firing).strftime("%Y-%m-%dT%H:%M"),
        "time_zone": firing.time_zone,
    }
    if measured := _measured(row):
        stage["after"] = measured
    if row.cradle is not None:
        stage["cradle"]["care"] = {k: v for k, v in row.cradle.care.items() if k not in _SHELF_ONLY}
    return stage


def _measured(row: Stage) -> dict[str, str]:
    """What was measured of what this stage gave, as later stages take it in; the mean of several places."""
    values: dict[str, list[Any]] = {}
    for measure in row.measured:
        if measure.key in MEASURED and measure.firing_id == row.firing_id:
            values.setdefault(measure.key, []).append(measure)
    return {
        key: rows[0].typed
        if len(rows) == 1
        else f"{sum(m.value for m in rows) / len(rows) * 1e3:.6g} {'g' if key == 'weight' else 'mm'}"
        for key, rows in values.items()
    }


def _moment(typed: str, time_zone: str) -> datetime:
    """A local start, checked by the reader before, as a moment."""
    return datetime.fromisoformat(typed).replace(tzinfo=ZoneInfo(time_zone)).astimezone(UTC)


def split_stage(stage: dict[str, Any]) -> tuple[dict[str, Any], dict[str, Any]]:
    """A stage document, read before, parted into what the stage keeps and what rows of their own hold."""
    kept = own_copy(stage)
    heat = kept["heat"]
    time_zone = heat.pop("time_zone", "UTC")
    elsewhere = {
        "kind": kept["glass"].pop("kind"),
        "rack": kept["glass"].pop("rack", {}),
        "care": kept["cradle"].pop("care", {}),
        "after": kept.pop("after", {}),
        "kiln": heat.pop("kiln"),
        "starts_at": _moment(heat.pop("starts_at"), time_zone),
        "time_zone": time_zone,
        "firing": {name: heat.pop(name) for name in FIRING_INPUTS if name in heat},
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


def sharing_of(found: PlannedPiece, key: str, others: Sequence[Piece], firing: Firing) -> list[Finding]:
    """What is unwise about a stage's programme for the stages of other pieces that share its firing."""
    at = found.at(key)
    mine = sharer_of(found.piece.name, found.piece.stages[at], found.plan.stages[at])
    asked = []
    for other in others:
        theirs = planned(other)
        for row in other.stages.filter(firing=firing):
            i = theirs.at(row.key)
            asked.append(sharer_of(other.name, theirs.piece.stages[i], theirs.plan.stages[i]))
    return list(sharing_findings(mine, [a for a in asked if a is not None])) if mine else []


def planned(piece: Piece) -> PlannedPiece:
    """The plan of a piece as it stands."""
    rows = stages_of(piece)
    return replace(plan_document(assemble(piece, rows)), rows=tuple(rows))


def snapshot_of(piece: Piece, stages: Sequence[Stage]) -> dict[str, Any]:
    """What a revision keeps: everything but the firings, which keep their own."""
    return {
        "name": piece.name,
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
