"""A kiln as it is sent and answered."""

from __future__ import annotations

from typing import Any, Literal

from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.graph import Graph
from studio.api.replies import Schema
from studio.api.schemas import EntryOut

__all__ = ["FitOut", "KilnIn", "KilnOut", "ZoneOut"]


class KilnIn(Schema):
    """A kiln's entries by name, as typed."""

    version: int | None = None
    system: Literal["metric", "us"] = "metric"
    document: dict[str, Any]


class ZoneOut(Schema):
    """A place in a kiln: its offset in words, and where it is drawn (0 to 1 across and from the door back)."""

    name: str
    typed: str
    offset: DualQuantity
    offset_k: float
    at: tuple[float, float]


class FitOut(Schema):
    """What a log was found to say, as kept with the kiln."""

    says: list[Message]
    on: str
    file: str


class KilnOut(Schema):
    id: int
    version: int
    name: str
    entries: dict[str, EntryOut]
    time_constant: DualQuantity
    coasting: list[tuple[DualQuantity, DualQuantity]]
    lining: str
    off_first: DualQuantity
    graph: Graph
    reads: str
    most_steps: int
    zones: list[ZoneOut]
    width_m: float
    depth_m: float
    fit: FitOut | None
    notes: str
    pieces: int
