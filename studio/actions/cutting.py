"""Sheets of the rack for a cutting plan, and what the rack holds once it has been cut."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.layup.cutting import CuttingPlan, StockSheet
from coldcradle.quantity.parse import parse
from studio.actions.stock import add_item, density_of, forget_summaries
from studio.errors import Stale
from studio.models import GlassKind, StockItem

__all__ = ["book_cuts", "sheets_of"]

_FULL = 0.98  # of a sheet's weight: what is left of an entry counts as a whole sheet


def _length(item: StockItem, name: str) -> float | None:
    try:
        return parse(str(item.details.get(name) or ""), "length")
    except ColdCradleError:
        return None


def _sheet(item: StockItem) -> StockSheet | None:
    sizes = [_length(item, name) for name in ("length", "width", "thickness")]
    if not all(sizes):
        return None
    length, width, thick = (s or 0.0 for s in sizes)
    each = length * width * thick * density_of(item.kind)
    count = int(item.mass_kg / each / _FULL) if each > 0 else 0
    return StockSheet(
        key=str(item.pk),
        name=item.details.get("note") or item.details.get("place") or item.kind.name,
        length_m=length,
        width_m=width,
        thickness_m=thick,
        count=count,
    )


def sheets_of(kind: GlassKind) -> list[StockSheet]:
    """The whole sheets of a kind whose sizes are written down."""
    rows = StockItem.objects.filter(kind=kind, form="sheet", is_archived=False).select_related("kind")
    return [sheet for sheet in map(_sheet, rows) if sheet is not None and sheet.count > 0]


@transaction.atomic
def book_cuts(studio: Any, kind: GlassKind, plan: CuttingPlan, versions: dict[str, int]) -> int:
    """Take what was cut off the rack and put its off-cuts on it; how many there are. All of it or nothing.

    `versions` are those of the entries the plan was made from. Raises Stale when one has changed since.
    """
    used: dict[str, int] = {}
    for sheet in plan.sheets:
        used[sheet.key] = used.get(sheet.key, 0) + 1
    if not used:
        raise ImpossibleInput("expected something to be cut; the plan has no sheet")
    kept = 0
    for key, many in used.items():
        item = StockItem.objects.of(studio).select_related("kind").get(pk=int(key))
        if item.version != versions.get(key):
            raise Stale(item)
        each = _sheet(item)
        assert each is not None
        density = density_of(item.kind)
        item.mass_kg = max(0.0, item.mass_kg - many * each.length_m * each.width_m * each.thickness_m * density)
        if "count" in item.details:
            item.details["count"] = str(max(0, each.count - many))
        item.is_archived = item.mass_kg < 1e-6
        item.version += 1
        item.save(update_fields=["mass_kg", "details", "is_archived", "version", "updated_at"])
        for sheet in (s for s in plan.sheets if s.key == key):
            for off in sheet.off_cuts:
                details = {n: v for n, v in item.details.items() if n in ("thickness", "place")}
                details |= {
                    "length": f"{off.box[2] * 1e3:.6g} mm",
                    "width": f"{off.box[3] * 1e3:.6g} mm",
                    "note": f"off-cut {off.label}",
                }
                mass = off.box[2] * off.box[3] * each.thickness_m * density
                add_item(kind, form="sheet", mass_kg=mass, details=details)
                kept += 1
    forget_summaries(stages__glass_kind=kind)
    return kept
