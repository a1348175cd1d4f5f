"""Rows put together as the document of a piece, and a stage document parted into rows again."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.document.piece import FORMAT, VERSION
from studio.content_store import drawings_in, expand
from studio.models import Firing, GlassKind, Piece, Stage
from studio.stock_levels import racks_for

__all__ = ["FIRING_INPUTS", "MEASURED", "assembled", "local_start", "own_copy", "own_of", "split_stage"]

FIRING_INPUTS = ("ready_by", "undated", "room", "furniture", "attendance", "wakes", "sleeps", "segments")
MEASURED = ("length", "width", "thickness", "weight")
_SHELF_ONLY = ("fills", "drying")


def own_copy(value: Any) -> Any:
    """A part of a document to be changed: objects and lists anew, what is in them as it is. It has no circles."""
    if isinstance(value, dict):
        return {name: own_copy(inner) for name, inner in value.items()}
    return [own_copy(inner) for inner in value] if isinstance(value, list) else value


def assembled(piece: Piece, stages: Sequence[Stage]) -> dict[str, Any]:
    """The piece document of a row and its stages, with what is kept elsewhere put back in."""
    kept = drawings_in(piece.studio_id, [s.inputs for s in stages])
    return {
        "format": FORMAT,
        "version": VERSION,
        "name": piece.name,
        **own_of(piece),
        "stages": [_stage_document(s, kept, rack) for s, rack in zip(stages, racks_for(stages), strict=True)],
    }


def own_of(piece: Piece) -> dict[str, Any]:
    """How many alike of a piece, by when, and what is done at the bench, where that is said."""
    many: dict[str, Any] = {"alike": piece.alike} if piece.alike > 1 else {}
    due = {"due": piece.due_on.isoformat()} if piece.due_on else {}
    return {**many, **due, **({"bench": own_copy(piece.bench)} if piece.bench else {})}


def local_start(firing: Firing) -> datetime:
    """When a firing starts, on the clock of its own place."""
    return firing.starts_at.astimezone(ZoneInfo(firing.time_zone))


def _stage_document(row: Stage, kept: dict[str, Any], rack: dict[str, str]) -> dict[str, Any]:
    stage: dict[str, Any] = expand(own_copy(row.inputs), kept)
    stage["key"] = row.key
    stage["glass"] |= {"kind": row.glass_kind.document, "rack": rack}
    with_ids = [entry["kind_id"] for entry in stage["glass"].get("with", [])]
    if with_ids:
        kinds = {k.pk: k.document for k in GlassKind.objects.filter(studio=row.glass_kind.studio_id, pk__in=with_ids)}
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
    heat.pop("share", None)  # it follows from all that lie in the firing
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
