"""Write what stands in the studio: cradles on the shelf, glass on the rack, kilns."""

from __future__ import annotations

import copy
from typing import Any

from django.db import transaction

from coldcradle.document import read_kiln
from coldcradle.errors import DocumentError
from coldcradle.glass.kinds import forms
from coldcradle.quantities import System
from coldcradle.reading import Entry, Reader, Reading
from studio.errors import Stale
from studio.models import Cradle, GlassKind, Kiln, Piece
from studio.planning import stages_of

__all__ = ["read_kiln_entries", "read_rack", "save_kiln", "save_rack", "shelve_cradle"]


def read_rack(rack: dict[str, str], system: System = "metric") -> dict[str, Entry]:
    """The weights on the rack by form, as entries; raises DocumentError."""
    reading = Reading(dict.fromkeys(rack, system))
    reader = Reader(rack, "", reading, "the rack")
    for form in forms():
        if form in rack:
            reader.quantity(form, "mass", called="a weight of glass", low=0.0, high=5000.0)
    reader.close()
    if reading.faults:
        raise DocumentError(reading.faults)
    return reading.entries


def read_kiln_entries(document: dict[str, Any], system: System = "metric") -> dict[str, Entry]:
    """The quantities of a kiln as entries; raises DocumentError."""
    reading = Reading(dict.fromkeys(document, system))
    read_kiln(Reader(document, "", reading, "a kiln"))
    if reading.faults:
        raise DocumentError(reading.faults)
    return reading.entries


def _forget_summaries(**stage_filter: Any) -> None:
    Piece.objects.filter(pk__in=Piece.objects.filter(**stage_filter).values("pk")).update(summary=None)


@transaction.atomic
def save_rack(kind: GlassKind, *, version: int, rack: dict[str, str], system: System) -> GlassKind:
    """Write weights by form; an empty text takes a form off the rack. Raises Stale and DocumentError."""
    kind.refresh_from_db()
    if kind.version != version:
        raise Stale(kind)
    entries = read_rack({form: typed for form, typed in rack.items() if typed.strip()}, system)
    kept = {form: typed for form, typed in kind.rack.items() if form not in rack}
    kind.rack = kept | {form: entry.typed for form, entry in entries.items()}
    kind.version += 1
    kind.save()
    _forget_summaries(stages__glass_kind=kind)
    return kind


@transaction.atomic
def save_kiln(owner: Any, *, kiln: Kiln | None, version: int | None, document: dict[str, str], system: System) -> Kiln:
    """Write a kiln, a new one when `kiln` is None. Raises Stale and DocumentError."""
    if kiln is not None:
        kiln.refresh_from_db()
        if kiln.version != version:
            raise Stale(kiln)
    whole = (kiln.document if kiln else {}) | document
    changed = dict.fromkeys(document, system)
    reading = Reading(changed)
    read_kiln(Reader(whole, "", reading, "a kiln"))
    if reading.faults:
        raise DocumentError(reading.faults)
    settled = whole | {name: entry.typed for name, entry in reading.entries.items()}
    row = kiln or Kiln(owner=owner, version=0)
    row.name, row.document = settled["name"].strip(), settled
    row.version += 1
    row.save()
    _forget_summaries(stages__firing__kiln=row)
    return row


@transaction.atomic
def shelve_cradle(piece: Piece) -> Cradle:
    """Copy a piece's cradle to the shelf; one of the same name there is brought up to date."""
    document = copy.deepcopy(stages_of(piece)[0].inputs["cradle"])
    cradle = Cradle.objects.of(piece.owner).filter(name=document["name"]).first()
    cradle = cradle or Cradle(owner=piece.owner, name=document["name"], version=0)
    cradle.document = document
    cradle.version += 1
    cradle.save()
    return cradle
