"""Write what stands in the studio: kinds of glass with what is on the rack, and kilns."""

from __future__ import annotations

import copy
from typing import Any

from django.db import transaction

from coldcradle.document.reading import entries_of, read
from coldcradle.entry.specs import Entry
from coldcradle.errors import DocumentError, Fault
from coldcradle.glass.kinds import KindDocument
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.quantity.parse import System
from studio.actions.stock import forget_summaries, set_rack
from studio.errors import Stale
from studio.models import GlassKind, Kiln

__all__ = ["kiln_entries", "kind_entries", "save_kiln", "save_kind", "save_rack"]


def kiln_entries(document: dict[str, Any]) -> dict[str, Entry]:
    """The quantities of a kiln as entries."""
    return dict(entries_of(KilnModel, document))


def kind_entries(document: dict[str, Any]) -> dict[str, Entry]:
    """The quantities of a kind of glass as entries."""
    return dict(entries_of(KindDocument, document))


@transaction.atomic
def save_rack(kind: GlassKind, *, version: int, rack: dict[str, str], system: System) -> GlassKind:
    """Write weights by form; an empty text takes a form off the rack. Raises Stale and DocumentError."""
    kind.refresh_from_db()
    if kind.version != version:
        raise Stale(kind)
    for form, typed in rack.items():
        set_rack(kind, form=form, typed=typed, system=system)
    kind.version += 1
    kind.save(update_fields=["version", "updated_at"])
    return kind


@transaction.atomic
def save_kind(
    studio: Any, *, kind: GlassKind | None, version: int | None, document: dict[str, Any], system: System
) -> GlassKind:
    """Write a kind of glass, a new one when `kind` is None. Raises Stale and DocumentError."""
    if kind is not None:
        kind.refresh_from_db()
        if kind.version != version:
            raise Stale(kind)
    whole: dict[str, Any] = (kind.document if kind else {"lead": False}) | document
    whole.setdefault("key", "own")
    changed = dict.fromkeys(document, system)
    found = read(KindDocument, whole, "a kind of glass", systems=changed)
    told = found.value
    if GlassKind.objects.of(studio).filter(name__iexact=told.name).exclude(pk=kind.pk if kind else None).exists():
        raise DocumentError([Fault("name", f"there is a glass called {told.name} already", told.name)])
    row = kind or GlassKind(studio=studio, version=0)
    settled = whole | {n: e.typed for n, e in found.entries.items() if n in document}
    if kind is not None and settled != kind.document and "source" not in document and "memory" in told.source:
        settled["source"] = "your own figures"
    row.key, row.name, row.document = told.key, told.name, settled
    row.version += 1
    row.save()
    if row.key == "own":
        row.key = row.document["key"] = f"own-{row.pk}"
        row.save()
    forget_summaries(stages__glass_kind=row)
    return row


@transaction.atomic
def save_kiln(studio: Any, *, kiln: Kiln | None, version: int | None, document: dict[str, Any], system: System) -> Kiln:
    """Write a kiln, a new one when `kiln` is None. Raises Stale and DocumentError."""
    if kiln is not None:
        kiln.refresh_from_db()
        if kiln.version != version:
            raise Stale(kiln)
    whole = copy.deepcopy((kiln.document if kiln else {}) | document)
    zones = whole.get("zones") if isinstance(whole.get("zones"), list) else []
    typed_now = [f"zones.{i}.offset" for i in range(len(zones))] if "zones" in document else []  # type: ignore[arg-type]  # as plain values
    found = read(KilnModel, whole, "a kiln", systems=dict.fromkeys([*document, *typed_now], system))
    for path, entry in found.entries.items():
        name, _, rest = path.partition(".")
        if not rest and name in whole:
            whole[name] = entry.typed
        elif path in typed_now:
            zones[int(rest.partition(".")[0])]["offset"] = entry.typed  # type: ignore[index]  # as read from JSON
    row = kiln or Kiln(studio=studio, version=0)
    row.name, row.document = whole["name"].strip(), whole
    row.version += 1
    row.save()
    forget_summaries(stages__firing__kiln=row)
    return row
