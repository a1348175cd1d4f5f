"""What is on the rack of a kind of glass, and what of it a stage may count on."""

from __future__ import annotations

from django.db.models import Q, Sum

from studio.models import GlassKind, Reservation, Stage, StockItem

__all__ = ["rack_for", "rack_of", "spoken_for"]


def _typed(masses: dict[str, float]) -> dict[str, str]:
    return {
        form: f"{float(f'{max(0.0, kg) * 1e3:.7g}'):g} g" if kg < 100 else f"{kg:.9g} kg" for form, kg in masses.items()
    }


def _on_rack(kind_id: int) -> dict[str, float]:
    rows = (
        StockItem.objects.filter(kind=kind_id, is_archived=False)
        .values("form")
        .annotate(kg=Sum("mass_kg"))
        .order_by("form")
    )
    return {row["form"]: row["kg"] for row in rows}


def rack_of(kind: GlassKind) -> dict[str, str]:
    """Weights by form, all jars together, as typed."""
    return _typed(_on_rack(kind.pk))


def spoken_for(kind_id: int) -> dict[str, float]:
    """What pieces have set aside of a kind, kg by form."""
    rows = Reservation.objects.filter(item__kind=kind_id, is_used=False, stage__piece__is_put_away=False)
    return {row["item__form"]: row["kg"] for row in rows.values("item__form").annotate(kg=Sum("mass_kg")).order_by()}


def rack_for(stage: Stage) -> dict[str, str]:
    """What a stage may count on: the rack, less what other pieces have set aside, and what it has used itself
    already.
    """
    masses = _on_rack(stage.glass_kind_id)
    reservations = Reservation.objects.filter(item__kind=stage.glass_kind_id).filter(
        Q(stage=stage.pk, is_used=True) | Q(stage__piece__is_put_away=False, is_used=False) & ~Q(stage=stage.pk)
    )
    for form, is_used, kg in reservations.order_by().values_list("item__form", "is_used", "mass_kg"):
        masses[form] = masses.get(form, 0.0) + (kg if is_used else -kg)
    return _typed(masses)
