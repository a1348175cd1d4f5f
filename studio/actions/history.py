"""Undo and redo over a piece and its firings: what was done last goes first, what was done at once goes at once.

A firing that other pieces share keeps its own history and is left alone here: undoing one piece never moves another.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import transaction

from studio.actions.firings import is_shared, next_firing_revision, restore_firing
from studio.actions.pieces import locked
from studio.models import Firing, FiringRevision, Piece, Revision, Stage
from studio.planning import PlannedPiece, assemble, plan_document, stages_of, summary_of
from studio.reservations import settle_reservations

__all__ = ["next_label", "redo_piece", "undo_label", "undo_piece"]


@dataclass(frozen=True, slots=True)
class _Move:
    """A row and the revision it would be taken to; `at` is when the step was done that is undone or done again."""

    row: Piece | Firing
    to: Revision | FiringRevision
    at: Any
    label: str


def _own_firings(piece: Piece) -> list[Firing]:
    """Every firing this piece has alone, those of stages that are gone included as long as they have one."""
    rows = Firing.objects.filter(stages__piece=piece).select_related("head").distinct()
    return [firing for firing in rows if not is_shared(firing)]


def _back(piece: Piece) -> list[_Move]:
    moves = []
    for row in (piece, *_own_firings(piece)):
        head = row.head
        if head is not None and head.parent is not None:
            moves.append(_Move(row, head.parent, head.created_at, head.label))
    latest = max((m.at for m in moves), default=None)
    return [m for m in moves if m.at == latest]


def next_revision(piece: Piece) -> Revision | None:
    """What redo would bring back of the piece itself: the newest revision made from the one that stands."""
    return piece.head.children.last() if piece.head else None


def _forth(piece: Piece) -> list[_Move]:
    moves = []
    after = next_revision(piece)
    if after is not None:
        moves.append(_Move(piece, after, after.created_at, after.label))
    for firing in _own_firings(piece):
        later = next_firing_revision(firing)
        if later is not None:
            moves.append(_Move(firing, later, later.created_at, later.label))
    first = min((m.at for m in moves), default=None)
    return [m for m in moves if m.at == first]


def undo_label(piece: Piece) -> str | None:
    """What undo would take back, or None."""
    return next((m.label for m in _back(piece)), None)


def next_label(piece: Piece) -> str | None:
    """What redo would do again, or None."""
    return next((m.label for m in _forth(piece)), None)


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


@transaction.atomic
def undo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Back to before what was done last; None when nothing was done."""
    locked(piece, version)
    return _move(piece, _back(piece))


@transaction.atomic
def redo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Forward again; None when nothing was undone."""
    locked(piece, version)
    return _move(piece, _forth(piece))
