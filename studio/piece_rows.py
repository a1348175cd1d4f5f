"""The rows of a piece, as every edit and every page reads them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.http import Http404

from studio.fixed_queries import FixedRead, among
from studio.models import Firing, Measure, Piece, Reservation, Stage

__all__ = ["lying_in", "one_piece", "shared_firings", "stage_at", "stage_keys", "stages_of"]

_piece = FixedRead(
    lambda studio, piece: (
        Piece.objects.filter(studio=studio, pk=piece)
        .select_related("head")
        .defer("head__snapshot", "summary")
        .order_by()
    ),
    2,
)
_stages = FixedRead(
    lambda piece: (
        Stage.objects.filter(piece=piece)
        .select_related("glass_kind", "firing__kiln", "firing__head", "cradle")
        .defer("firing__frozen", "firing__told")
    ),
    1,
)
_keys = FixedRead(lambda piece: Stage.objects.filter(piece=piece).order_by("order").values_list("key"), 1)
_reservations = FixedRead(lambda stages: Reservation.objects.filter(stage__in=among(stages)), 1)
_measures = FixedRead(lambda stages: Measure.objects.filter(stage__in=among(stages)), 1)
_others = FixedRead(
    lambda firings, piece: (
        Stage.objects.filter(firing__in=among(firings))
        .exclude(piece=piece)
        .order_by()
        .values_list("firing_id", "piece_id")
    ),
    2,
)


def one_piece(studio: Any, number: int) -> Piece:
    """A piece of a studio with its head; what lists show and what the head holds are left until asked for."""
    piece: Piece | None = _piece.first(studio.pk, number)
    if piece is None:
        raise Http404("There is no piece with this number.")
    return piece


def stage_keys(piece: Piece) -> list[str]:
    """The keys of its stages in their order."""
    return [key for (key,) in _keys(piece.pk)]


def stages_of(piece: Piece) -> list[Stage]:
    """The stages with all that a document and a revision need, in three queries."""
    rows = _stages(piece.pk)
    by_number = {row.pk: row for row in rows}
    for row in rows:
        row.piece, row.set_aside, row.measured = piece, [], []
    for reservation in _reservations(by_number):
        by_number[reservation.stage_id].set_aside.append(reservation)
    for measure in _measures(by_number):
        by_number[measure.stage_id].measured.append(measure)
    return rows


def shared_firings(piece: Piece, rows: Sequence[Stage]) -> dict[int, set[int]]:
    """The other pieces in the firings of these stages, by firing; firings that it has alone are not in it."""
    found: dict[int, set[int]] = {}
    for firing_id, piece_id in _others({row.firing_id for row in rows}, piece.pk):
        found.setdefault(firing_id, set()).add(piece_id)
    return found


def lying_in(firing: Firing) -> list[Stage]:
    """The stages that go into the kiln, by their pieces: what was put away stays out, unless all of it was."""
    rows = list(firing.stages.select_related("piece").order_by("piece", "order"))
    return [row for row in rows if not row.piece.is_put_away] or rows


def stage_at(piece: Piece, key: str = "") -> Stage:
    """The stage of that key; the first where there is none."""
    stages = stages_of(piece)
    return next((stage for stage in stages if stage.key == key), stages[0])
