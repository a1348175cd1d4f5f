"""Glass set aside for a stage and glass used by it: bringing rows and rack to what a revision says."""

from __future__ import annotations

from typing import Any

from django.db.models import F

from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.format import show
from studio.models import Cradle, Reservation, Stage, StockItem

__all__ = ["settle_reservations"]


def _move(item_id: int, mass_kg: float) -> None:
    """Put glass onto an item, or take it off."""
    StockItem.objects.filter(pk=item_id).update(mass_kg=F("mass_kg") + mass_kg, version=F("version") + 1)


def settle_reservations(stage: Stage, wanted: list[dict[str, Any]]) -> None:
    """Make a stage's takes what is wanted; glass that is no longer used goes back onto its item, glass that is
    comes off.
    """
    standing = list(stage.reservations.all())
    plain = [{"item_id": t.item_id, "mass_kg": t.mass_kg, "is_used": t.is_used} for t in standing]
    if plain == wanted:
        return
    for take in standing:
        if take.is_used:
            _move(take.item_id, take.mass_kg)
    stage.reservations.all().delete()
    there = set(StockItem.objects.filter(pk__in=[w["item_id"] for w in wanted]).values_list("pk", flat=True))
    for entry in wanted:
        if entry["item_id"] not in there:
            continue
        Reservation.objects.create(stage=stage, **entry)
        if entry["is_used"]:
            left = StockItem.objects.get(pk=entry["item_id"]).mass_kg
            if left < entry["mass_kg"] - 1e-6:
                raise ImpossibleInput(
                    f"expected {show(entry['mass_kg'], 'mass').metric.text} in the jar, which now holds "
                    f"{show(left, 'mass').metric.text}; weigh it, and set the glass aside anew"
                )
            _move(entry["item_id"], -entry["mass_kg"])
    _count_firing(stage, any(w["is_used"] for w in wanted) - any(t.is_used for t in standing))


def _count_firing(stage: Stage, more: int) -> None:
    """A stage whose glass is used has fired its cradle once more, and the release on it."""
    if not more or stage.cradle_id is None:
        return
    cradle = Cradle.objects.get(pk=stage.cradle_id)
    care = cradle.care
    care["firings"] = max(0, int(care.get("firings", 0)) + more)
    if care.get("release"):
        last = max(care["release"], key=lambda coat: str(coat.get("on", "")))
        last["firings"] = max(0, int(last.get("firings", 0)) + more)
    cradle.version += 1
    cradle.save(update_fields=["care", "version", "updated_at"])
    stage.refresh_from_db(fields=["cradle"])
