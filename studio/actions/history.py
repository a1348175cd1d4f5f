"""Undo and redo over a piece and its firings: what was done last goes first, what was done at once goes at once.

A firing that other pieces share keeps its own history and is left alone here: undoing one piece never moves another.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.db.models import Count

from studio.actions.firings import must_not_be_fired, restore_firing
from studio.actions.pieces import locked
from studio.keeping import keeping
from studio.models import Firing, FiringRevision, Piece, Revision, Stage
from studio.planning import PlannedPiece, assemble, plan_document, stages_of, summary_of
from studio.reservations import settle_reservations

__all__ = ["labels", "redo_piece", "undo_piece"]


@dataclass(frozen=True, slots=True)
class _Move:
    """A row and the revision it would be taken to; `at` is when the step was done that is undone or done again."""

    row: Piece | Firing
    to: Revision | FiringRevision
    at: Any
    label: str


def _own_firings(piece: Piece) -> list[Firing]:
    """Every firing this piece has alone, those of stages that are gone included as long as they have one."""
    mine = Stage.objects.filter(piece=piece).values("firing")
    rows = Firing.objects.filter(pk__in=mine).annotate(pieces=Count("stages__piece", distinct=True))
    return list(rows.filter(pieces=1).select_related("head__parent"))


def _back(piece: Piece, firings: Sequence[Firing]) -> list[_Move]:
    moves = []
    for row in (piece, *firings):
        head = row.head
        if head is not None and head.parent is not None:
            moves.append(_Move(row, head.parent, head.created_at, head.label))
    latest = max((m.at for m in moves), default=None)
    return [m for m in moves if m.at == latest]


def next_revision(piece: Piece) -> Revision | None:
    """What redo would bring back of the piece itself: the newest revision made from the one that stands."""
    return piece.head.children.last() if piece.head else None


def _forth(piece: Piece, firings: Sequence[Firing]) -> list[_Move]:
    moves = []
    after = next_revision(piece)
    if after is not None:
        moves.append(_Move(piece, after, after.created_at, after.label))
    heads = {firing.head_id: firing for firing in firings if firing.head_id}
    latest: dict[int, FiringRevision] = {}
    for later in FiringRevision.objects.filter(parent__in=heads).order_by("pk"):
        latest[later.parent_id] = later
    moves += [_Move(heads[head], later, later.created_at, later.label) for head, later in latest.items()]
    first = min((m.at for m in moves), default=None)
    return [m for m in moves if m.at == first]


def labels(piece: Piece) -> tuple[str | None, str | None]:
    """What undo would take back and what redo would do again, None where there is nothing."""
    firings = _own_firings(piece)
    back, forth = _back(piece, firings), _forth(piece, firings)
    return next((m.label for m in back), None), next((m.label for m in forth), None)


def _restore_rows(piece: Piece, snapshot: dict[str, Any]) -> None:
    """The rows of a piece as a snapshot says, whatever stages there are more or fewer now."""
    standing = {row.key: row for row in piece.stages.all()}
    piece.name = snapshot["name"]
    for order, kept in enumerate(snapshot["stages"]):
        row = standing.pop(kept["key"], None) or Stage(piece=piece, key=kept["key"])
        row.order, row.inputs, row.process = order, kept["inputs"], kept["inputs"]["process"]
        row.glass_kind_id, row.firing_id, row.cradle_id = kept["glass_kind_id"], kept["firing_id"], kept["cradle_id"]
        row.save()
        settle_reservations(row, kept["reservations"])
    for row in standing.values():
        must_not_be_fired(row)
        settle_reservations(row, [])
        row.delete()


def _move(piece: Piece, moves: list[_Move]) -> PlannedPiece | None:
    if not moves:
        return None
    for move in moves:
        if isinstance(move.row, Piece) and isinstance(move.to, Revision):
            _restore_rows(piece, move.to.snapshot)
            piece.head = move.to
        elif isinstance(move.row, Firing) and isinstance(move.to, FiringRevision):
            restore_firing(move.row, move.to, piece)
    piece.version += 1
    found = plan_document(assemble(piece, stages_of(piece)))
    piece.summary = summary_of(found.document, found.plan)
    piece.save()
    return found


@keeping
def undo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Back to before what was done last; None when nothing was done."""
    locked(piece, version)
    return _move(piece, _back(piece, _own_firings(piece)))


@keeping
def redo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Forward again; None when nothing was undone."""
    locked(piece, version)
    return _move(piece, _forth(piece, _own_firings(piece)))
