"""What is on the rack: jars, boxes and sheets, weighed in and out, read from and written to CSV."""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from django.db import transaction
from django.db.models import F
from django.utils import timezone

from coldcradle.document.reading import entries_of, read, read_each
from coldcradle.entry import count, inputs, length, mass, words
from coldcradle.entry.specs import Entry, Quantity
from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from coldcradle.glass.kinds import forms
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.quantity.parse import System, parse
from studio.csv_cells import plain_cell
from studio.errors import Stale
from studio.models import GlassKind, Piece, StockItem

__all__ = [
    "COLUMNS",
    "add_item",
    "area_left",
    "copy_item",
    "export_csv",
    "forget_summaries",
    "import_csv",
    "item_entries",
    "put_item_away",
    "save_item",
    "set_rack",
]

COLUMNS = ("kind", "form", "weight", "jar", "thickness", "length", "width", "count", "price", "place", "note")
_MOST_ROWS = 20_000


def forget_summaries(**stage_filter: Any) -> None:
    """Lists work these pieces out anew when they are next shown."""
    Piece.objects.filter(pk__in=Piece.objects.filter(**stage_filter).values("pk")).update(summary=None)


def _words(kind: GlassKind, form: str, details: dict[str, str]) -> str:
    parts = (kind.name, forms()[form].name, details.get("place", ""), details.get("note", ""))
    return " ".join(part for part in parts if part)[:600].lower()


def density_of(kind: GlassKind) -> float:
    """Density of a kind as typed, kg/m³."""
    return parse(str(kind.document["density"]), "density")


def area_left(item: StockItem) -> DualQuantity | None:
    """How much of a sheet is left, where its thickness is known."""
    typed = item.details.get("thickness")
    return show(item.mass_kg / density_of(item.kind) / parse(typed, "length"), "area") if typed else None


def add_item(kind: GlassKind, *, form: str, mass_kg: float, details: dict[str, str]) -> StockItem:
    """A new entry on the rack."""
    return StockItem.objects.create(
        studio=kind.studio, kind=kind, form=form, mass_kg=mass_kg, details=details, words=_words(kind, form, details)
    )


@inputs
class RackEntry:
    """An entry of the rack as it is told; the jar's weight goes off the gross, a sheet's weight follows from its
    size.
    """

    place: str = words(default="", may_be_empty=True)
    note: str = words(default="", may_be_empty=True)
    gross_kg: float | None = mass(default=None, called="a weight with its jar", low=0.0, high=5000.0)
    jar_kg: float | None = mass(default=None, called="a weight of the empty jar", low=0.0, high=100.0)
    weight_kg: float | None = mass(default=None, called="a weight of glass", low=0.0, high=5000.0)
    thickness_m: float | None = length(default=None, called="a thickness", low=0.0, high=5.0, above=True)
    length_m: float | None = length(default=None, called="a length", low=0.0, high=5.0, above=True)
    width_m: float | None = length(default=None, called="a width", low=0.0, high=5.0, above=True)
    price: float | None = count(default=None, called="a price", low=0.0, high=1e7)
    count: float | None = count(default=None, called="a number of pieces", low=0.0, high=1e6)

    def as_read(self) -> RackEntry:
        """With the jar off its weight."""
        if self.gross_kg is None:
            return self
        if self.jar_kg is None:
            raise ImpossibleInput("expected the weight of the empty jar, to take it off", entry="jar")
        if self.gross_kg < self.jar_kg:
            jar, gross = (show(kg, "mass").metric.text for kg in (self.jar_kg, self.gross_kg))
            said = f"expected at least the empty jar's {jar}, got {gross}"
            raise ImpossibleInput(said, entry="gross")
        return replace(self, weight_kg=self.gross_kg - self.jar_kg)


_JAR = Quantity(kind="mass", called="a weight of glass", low=0.0, high=5000.0)
_DETAILS = ("jar", "thickness", "length", "width", "price", "count")


def _read(
    data: dict[str, Any], standing_kg: float | None, kind: GlassKind | None, system: System | None = None, new: Any = ()
) -> tuple[float, dict[str, str]]:
    """Weight and details of an entry. Raises DocumentError."""
    found = read(RackEntry, data, "an entry of the rack", systems=dict.fromkeys(new, system) if system else None)
    told = found.value
    mass_kg: float | None = told.weight_kg
    sizes = (told.thickness_m, told.length_m, told.width_m)
    if mass_kg is None and kind is not None and not standing_kg and all(sizes):
        mass_kg = math.prod(s or 0.0 for s in sizes) * density_of(kind) * (1.0 if told.count is None else told.count)
    if mass_kg is None:
        mass_kg = standing_kg
    if mass_kg is None:
        said = "expected a weight, or that of the full jar and of the empty one"
        raise DocumentError([Fault("weight", said, "")])
    typed = {name: found.entries[name].typed for name in _DETAILS} | {"place": told.place, "note": told.note}
    return max(0.0, mass_kg), {name: text for name, text in typed.items() if text}


@transaction.atomic
def save_item(
    studio: Any,
    *,
    item: StockItem | None,
    version: int | None,
    kind: GlassKind,
    form: str,
    document: dict[str, str],
    system: System,
) -> StockItem:
    """Write an entry, a new one when `item` is None. Raises Stale and DocumentError."""
    if item is not None:
        item.refresh_from_db()
        if item.version != version:
            raise Stale(item)
    whole = (item.details if item else {}) | document
    if form not in forms():
        raise DocumentError([Fault("form", f"expected one of {', '.join(forms())}, got {form}", form)])
    mass_kg, details = _read(whole, item.mass_kg if item else None, kind, system, document)
    row = item or StockItem(studio=studio, version=0)
    row.kind, row.form, row.mass_kg, row.details = kind, form, mass_kg, details
    row.words = _words(kind, form, details)
    row.version += 1
    row.save()
    forget_summaries(stages__glass_kind=kind)
    return row


def item_entries(item: StockItem) -> dict[str, Entry]:
    """The quantities of an entry in words."""
    entries = {name: entry for name, entry in entries_of(RackEntry, item.details) if entry.shown is not None}
    entries["weight"] = Entry(f"{item.mass_kg * 1e3:g} g", "mass", item.mass_kg, show(item.mass_kg, "mass"))
    return entries


@transaction.atomic
def set_rack(kind: GlassKind, *, form: str, typed: str, system: System) -> None:
    """Say what there is of a form, where it stands in one jar or none. Raises DocumentError when there are several."""
    if form not in forms():
        raise DocumentError([Fault(form, f"“{form[:40]}” is not a form of glass", typed)])
    items = list(StockItem.objects.filter(kind=kind, form=form, is_archived=False))
    if len(items) > 1:
        raise DocumentError(
            [Fault(form, f"there are {len(items)} jars of it; weigh each at its place under Glass", typed)]
        )
    if not typed.strip():
        for item in items:
            put_item_away(item, away=True)
        return
    values, _, faults = read_each({form: _JAR}, {form: typed}, systems={form: system})
    if faults:
        raise DocumentError(faults)
    if items:
        items[0].mass_kg = values[form]
        items[0].version += 1
        items[0].save(update_fields=["mass_kg", "version", "updated_at"])
    else:
        add_item(kind, form=form, mass_kg=values[form], details={})
    forget_summaries(stages__glass_kind=kind)


@transaction.atomic
def put_item_away(item: StockItem, *, away: bool) -> None:
    """Take an entry off the rack, or put it back. What is set aside of it stays until it is given back."""
    if away and item.reservations.filter(is_used=False, stage__piece__is_put_away=False).exists():
        raise ImpossibleInput("some of it is set aside for a piece; give that back first")
    StockItem.objects.filter(pk=item.pk).update(is_archived=away, version=F("version") + 1, updated_at=timezone.now())
    forget_summaries(stages__glass_kind=item.kind)


def copy_item(item: StockItem) -> StockItem:
    """Another jar like this one, empty."""
    return add_item(item.kind, form=item.form, mass_kg=0.0, details=dict(item.details))


def export_csv(studio: Any) -> str:
    """The rack as CSV, one line an entry, quantities with their units."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, extrasaction="ignore", lineterminator="\r\n")
    writer.writeheader()
    for item in StockItem.objects.of(studio).filter(is_archived=False).select_related("kind"):
        row = item.details | {"kind": item.kind.name, "form": item.form, "weight": f"{item.mass_kg * 1e3:g} g"}
        writer.writerow({k: plain_cell(str(v)) for k, v in row.items()})
    return out.getvalue()


def _rows(text: str) -> list[dict[str, str]]:
    try:
        dialect: Any = csv.Sniffer().sniff(text[:4000], delimiters=",;\t")
    except csv.Error:
        dialect = "excel"
    try:
        table = list(csv.reader(io.StringIO(text), dialect))
    except csv.Error:
        raise ImpossibleInput("expected a table in CSV; this file breaks off or is something else") from None
    if not table:
        raise ImpossibleInput("expected a table in CSV; this file is empty")
    heads = [head.strip().lower().lstrip("\ufeff") for head in table[0]]
    missing = [name for name in ("kind", "form", "weight") if name not in heads]
    unknown = [name for name in heads if name and name not in COLUMNS]
    if missing or unknown:
        raise ImpossibleInput(
            f"expected the columns {', '.join(COLUMNS)}"
            + (f"; missing: {', '.join(missing)}" if missing else "")
            + (f"; not known: {', '.join(unknown)[:120]}" if unknown else "")
        )
    if len(table) - 1 > _MOST_ROWS:
        raise ImpossibleInput(f"expected at most {_MOST_ROWS} lines, got {len(table) - 1}")
    return [dict(zip(heads, row, strict=False)) for row in table[1:] if any(cell.strip() for cell in row)]


def import_csv(studio: Any, text: str) -> int:
    """Add the entries of a table to the rack, all or none; every fault names its line. Kinds are found by name."""
    kinds = {kind.name.lower(): kind for kind in GlassKind.objects.of(studio).filter(is_archived=False)}
    named = {form.name.lower(): key for key, form in forms().items()} | {key: key for key in forms()}
    faults: list[Fault] = []
    made: list[StockItem] = []
    for number, row in enumerate(_rows(text), 2):
        kind = kinds.get(row.get("kind", "").strip().lower())
        form = named.get(row.get("form", "").strip().lower())
        values = {k: v.strip().lstrip("'") for k, v in row.items() if k in COLUMNS and k not in ("kind", "form") and v}
        mass_kg = 0.0
        details: dict[str, str] = {}
        wrong: Sequence[Fault] = ()
        try:
            mass_kg, details = _read(values, None, kind)
        except DocumentError as error:
            wrong = error.faults
        if kind is None:
            faults.append(
                Fault(f"line {number}", f"line {number}: there is no glass called “{row.get('kind', '')[:60]}”", "")
            )
        if form is None:
            faults.append(
                Fault(f"line {number}", f"line {number}: “{row.get('form', '')[:40]}” is not a form of glass", "")
            )
        faults += [Fault(f"line {number}", f"line {number}: {f.message}", f.typed) for f in wrong]
        if kind is not None and form is not None and not faults:
            made.append(
                StockItem(
                    studio=studio,
                    kind=kind,
                    form=form,
                    mass_kg=mass_kg,
                    details=details,
                    words=_words(kind, form, details),
                )
            )
    if faults:
        raise DocumentError(faults[:40])
    with transaction.atomic():
        StockItem.objects.bulk_create(made)
        forget_summaries(studio=studio)
    return len(made)
