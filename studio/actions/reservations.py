"""Set glass aside for a piece, take it off the rack when it goes into the kiln, and give it back."""

from __future__ import annotations

from typing import Any

from django.db.models import Sum

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.batch import needs
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import compute_stage
from coldcradle.quantity.format import show
from studio.actions.pieces import locked, record
from studio.keeping import keeping, memoized
from studio.models import Piece, Reservation, Stage, StockItem
from studio.piece_rows import stage_at
from studio.planning import PlannedPiece, planned
from studio.reservations import settle_reservations

__all__ = ["give_back", "set_glass_aside", "use_glass"]


def _free(stage: Stage, kind_id: int, form: str) -> list[tuple[StockItem, float]]:
    """Items of a kind and form with what nobody else has set aside of them, the fullest first."""
    items = StockItem.objects.filter(kind=kind_id, form=form, is_archived=False)
    others = Reservation.objects.filter(item__in=items, is_used=False, stage__piece__is_put_away=False).exclude(
        stage=stage
    )
    taken = {row["item"]: row["kg"] for row in others.values("item").annotate(kg=Sum("mass_kg")).order_by()}
    free = [(item, item.mass_kg - taken.get(item.pk, 0.0)) for item in items]
    return sorted(((item, kg) for item, kg in free if kg > 1e-6), key=lambda pair: -pair[1])


def _allot(stage: Stage, kind_id: int, form: str, need_kg: float, called: str) -> list[dict[str, Any]]:
    found, left = [], need_kg
    for item, free_kg in _free(stage, kind_id, form):
        part = min(left, free_kg)
        if part <= 1e-6:
            break
        found.append({"item_id": item.pk, "mass_kg": round(part, 7), "is_used": False})
        left -= part
    if left > 1e-6:
        raise ImpossibleInput(
            f"expected {show(need_kg, 'mass').metric.text} of {called} that nobody else has set aside; "
            f"{show(left, 'mass').metric.text} is missing"
        )
    return found


def _wanted(stage: Stage, key: str, piece: PieceInput) -> list[dict[str, Any]]:
    """What a stage needs of the rack, entry by entry; by form where it is filled, off the sheets where it is cut."""
    staged = staged_of(piece, key)
    laid = memoized(("laid", staged), lambda: compute_stage(staged.stage, staged.incoming).laid)
    glass, makes = staged.stage.glass, staged.stage.makes
    if laid.charged is not None:
        needs_by_form = [(need.form.key, need.form.name, makes * need.need_kg) for need in needs(laid.charged)]
    else:
        mass = next(f for f in laid.figures if f.key == "charge_mass").value
        needs_by_form = [(glass.form.key, glass.form.name, makes * mass)] if mass > 0 else []
    wanted: list[dict[str, Any]] = []
    for form, name, need_kg in needs_by_form:
        wanted += _allot(stage, stage.glass_kind_id, form, need_kg, f"{glass.kind.name}, {name}")
    for entry, extra in zip(stage.inputs["glass"].get("with") or [], glass.extras, strict=True):
        called = f"{extra.kind.name}, {extra.form.name}"
        wanted += _allot(stage, entry["kind_id"], extra.form.key, makes * extra.mass_kg, called)
    return wanted


@keeping
def set_glass_aside(piece: Piece, *, version: int, key: str = "") -> PlannedPiece:
    """Reserve the new glass of a stage, from the fullest jars first. Raises Stale, or ImpossibleInput when it is not
    there.
    """
    locked(piece, version)
    stage = stage_at(piece, key)
    if stage.reservations.filter(is_used=True).exists():
        raise ImpossibleInput("this glass has been used already; give it back first")
    settle_reservations(stage, _wanted(stage, stage.key, planned(piece).piece))
    return record(piece, label="glass set aside")


@keeping
def use_glass(piece: Piece, *, version: int, key: str = "") -> PlannedPiece:
    """The glass is in the kiln: it comes off the rack, and the cradle has one firing more."""
    locked(piece, version)
    stage = stage_at(piece, key)
    kept = [{"item_id": t.item_id, "mass_kg": t.mass_kg, "is_used": True} for t in stage.reservations.all()]
    if not kept:
        raise ImpossibleInput("no glass is set aside for this piece; set it aside first")
    settle_reservations(stage, kept)
    return record(piece, label="glass used")


@keeping
def give_back(piece: Piece, *, version: int, key: str = "") -> PlannedPiece:
    """What was set aside or used goes back to the rack."""
    locked(piece, version)
    settle_reservations(stage_at(piece, key), [])
    return record(piece, label="glass given back")
