"""How long every step is kept: all of them for 90 days and the last fifty, of older days the last of each.

What stands, and what undo would go back to from there, is never taken away; a step whose neighbours are gone goes back
to the next older one that is left.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.db.models import QuerySet

from studio.models import Firing, FiringRevision, Piece, Revision

__all__ = ["KEPT_WHOLE", "prune"]

KEPT_WHOLE = timedelta(days=90)
_AT_ONCE = 500
_NEWEST = 50  # a clock that was years ahead for a moment thins none of these


def prune(now: datetime) -> int:
    """Thin the old steps of every piece and firing; how many went. A few at a time, so that nobody waits."""
    before = now - KEPT_WHOLE
    heads = set(Piece.objects.exclude(head=None).values_list("head_id", flat=True))
    fired = set(Firing.objects.exclude(head=None).values_list("head_id", flat=True))
    return _thin(Revision.objects.all(), "piece_id", before, heads) + _thin(
        FiringRevision.objects.all(), "firing_id", before, fired
    )


def _thin(rows: QuerySet[Any], owner: str, before: datetime, heads: set[int]) -> int:
    gone = 0
    owners = rows.filter(created_at__lt=before).order_by(owner).values_list(owner, flat=True).distinct()
    for key in list(owners):
        found = list(rows.filter(**{owner: key}).order_by("pk").values_list("pk", "parent_id", "created_at"))
        kept = _kept(found, before, heads)
        gone += _take_away(rows.model, found, kept)
    return gone


def _kept(found: Sequence[tuple[int, int | None, datetime]], before: datetime, heads: set[int]) -> set[int]:
    """Everything young, the last of each older day, and what stands with the step before it."""
    kept: set[int] = {pk for pk, _, _ in found[max(0, len(found) - _NEWEST) :]}  # whatever the clock says
    last_of_day: dict[Any, int] = {}
    for pk, parent, made in found:
        if made >= before:
            kept.add(pk)
        else:
            last_of_day[made.date()] = pk
        if pk in heads:
            kept |= {pk, parent} if parent is not None else {pk}
    return kept | set(last_of_day.values())


def _take_away(model: Any, found: list[tuple[int, int | None, datetime]], kept: set[int]) -> int:
    parents = {pk: parent for pk, parent, _ in found}
    gone = [pk for pk in parents if pk not in kept]
    if not gone:
        return 0
    with transaction.atomic():
        for pk in kept & set(parents):
            parent = parents[pk]
            while parent is not None and parent not in kept:
                parent = parents.get(parent)
            if parent != parents[pk]:
                model.objects.filter(pk=pk).update(parent=parent)
        for at in range(0, len(gone), _AT_ONCE):
            part = gone[at : at + _AT_ONCE]
            model.objects.filter(pk__in=part).update(parent=None)
        for at in range(0, len(gone), _AT_ONCE):
            model.objects.filter(pk__in=gone[at : at + _AT_ONCE])._raw_delete(model.objects.db)
    return len(gone)
