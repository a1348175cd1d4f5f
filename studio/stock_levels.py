"""What is on the rack of a kind of glass, and what of it a stage may count on."""

from __future__ import annotations

from collections.abc import Sequence

from django.db.models import Q, Sum

from studio.fixed_queries import FixedRead, among
from studio.models import GlassKind, Reservation, Stage, StockItem

__all__ = ["rack_of", "racks_for", "spoken_for"]


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


_racks = FixedRead(
    lambda kinds: (
        StockItem.objects.filter(kind__in=among(kinds), is_archived=False)
        .values("kind", "form")
        .annotate(kg=Sum("mass_kg"))
        .order_by("form")
        .values_list("kind", "form", "kg")
    ),
    1,
)
_held = FixedRead(
    lambda kinds, stages: (
        Reservation.objects.filter(item__kind__in=among(kinds))
        .filter(Q(stage__in=among(stages)) | Q(stage__piece__is_put_away=False, is_used=False))
        .order_by()
        .values_list("stage", "item__kind", "item__form", "is_used", "mass_kg", "stage__piece__is_put_away")
    ),
    2,
)


def racks_for(stages: Sequence[Stage]) -> list[dict[str, str]]:
    """What each stage may count on: the rack, less what others have set aside, and what it has used itself already.

    In two queries, however many stages there are.
    """
    kinds = {stage.glass_kind_id for stage in stages}
    on_rack: dict[int, dict[str, float]] = {kind: {} for kind in kinds}
    for kind, form, kg in _racks(kinds):
        on_rack[kind][form] = kg
    held = _held(kinds, [stage.pk for stage in stages if stage.pk is not None])
    found = []
    for stage in stages:
        masses = dict(on_rack[stage.glass_kind_id])
        for owner, kind, form, is_used, kg, is_away in held:
            if kind != stage.glass_kind_id:
                continue
            if owner == stage.pk and is_used:
                masses[form] = masses.get(form, 0.0) + kg
            elif owner != stage.pk and not is_used and not is_away:
                masses[form] = masses.get(form, 0.0) - kg
        found.append(_typed(masses))
    return found
