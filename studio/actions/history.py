"""Undo and redo over a piece and its firings: what was done last goes first, what was done at once goes at once.

A firing that other pieces share keeps its own history and is left alone here: undoing one piece never moves another.
"""

from __future__ import annotations

from collections.abc import Container, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from studio.actions.firings import must_not_be_fired, restore_firing
from studio.actions.pieces import locked
from studio.fixed_queries import FixedRead, among
from studio.keeping import keeping
from studio.models import Firing, FiringRevision, Piece, Revision, Stage
from studio.piece_rows import shared_firings, stages_of
from studio.planning import PlannedPiece, planned, summary_of
from studio.reservations import settle_reservations

__all__ = ["labels", "redo_piece", "undo_piece"]


_later = FixedRead(lambda head: Revision.objects.filter(parent=head).defer("snapshot").order_by("-pk")[:1], 1)
_later_of_firings = FixedRead(
    lambda heads: FiringRevision.objects.filter(parent__in=among(heads)).defer("snapshot").order_by("pk"), 1
)


@dataclass(frozen=True, slots=True)
class _Move:
    """A row and the step that is undone or done again; `at` is when that step was done."""

    row: Piece | Firing
    step: Revision | FiringRevision
    is_back: bool

    @property
    def at(self) -> datetime:
        return self.step.created_at

    @property
    def to(self) -> Revision | FiringRevision | None:
        """The revision the row would be taken to."""
        return self.step.parent if self.is_back else self.step  # type: ignore[return-value]  # one of the two


def _own_firings(rows: Sequence[Stage], shared: Container[int]) -> list[Firing]:
    """Every firing a piece has alone."""
    return list({row.firing_id: row.firing for row in rows if row.firing_id not in shared}.values())


def _back(piece: Piece, firings: Sequence[Firing]) -> list[_Move]:
    heads = [(row, row.head) for row in (piece, *firings)]  # type: ignore[attr-defined]  # it is there
    moves = [_Move(row, head, True) for row, head in heads if head is not None and head.parent_id is not None]  # type: ignore[arg-type]  # as plain values
    latest = max((m.at for m in moves), default=None)
    return [m for m in moves if m.at == latest]


def _forth(piece: Piece, firings: Sequence[Firing]) -> list[_Move]:
    moves = []
    after = _later.first(piece.head_id) if piece.head_id else None
    if after is not None:
        moves.append(_Move(piece, after, False))
    heads = {firing.head_id: firing for firing in firings if firing.head_id}
    latest: dict[int, FiringRevision] = {}
    for later in _later_of_firings(heads):
        latest[later.parent_id] = later  # type: ignore[index]  # as read from JSON
    moves += [_Move(heads[head], later, False) for head, later in latest.items()]
    first = min((m.at for m in moves), default=None)
    return [m for m in moves if m.at == first]


def labels(piece: Piece, rows: Sequence[Stage], shared: Container[int]) -> tuple[str | None, str | None]:
    """What undo would take back and what redo would do again, None where there is nothing.

    `rows` are the stages with their firings, `shared` the firings in which other pieces are too.
    """
    firings = _own_firings(rows, shared)
    back, forth = _back(piece, firings), _forth(piece, firings)
    return next((m.step.label for m in back), None), next((m.step.label for m in forth), None)


def _restore_rows(piece: Piece, snapshot: dict[str, Any]) -> None:
    """The rows of a piece as a snapshot says, whatever stages there are more or fewer now."""
    standing = {row.key: row for row in piece.stages.all()}
    piece.name, piece.alike = snapshot["name"], snapshot.get("alike", 1)
    piece.bench = snapshot.get("bench", [])
    piece.due_on = date.fromisoformat(snapshot["due"]) if snapshot.get("due") else None
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
    found = planned(piece)
    piece.summary = summary_of(found.document, found.plan)
    piece.save(update_fields=["name", "alike", "due_on", "bench", "head", "version", "summary", "updated_at"])
    return found


def _alone(piece: Piece) -> list[Firing]:
    rows = stages_of(piece)
    return _own_firings(rows, shared_firings(piece, rows))


@keeping
def undo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Back to before what was done last; None when nothing was done."""
    locked(piece, version)
    return _move(piece, _back(piece, _alone(piece)))


@keeping
def redo_piece(piece: Piece, *, version: int) -> PlannedPiece | None:
    """Forward again; None when nothing was undone."""
    locked(piece, version)
    return _move(piece, _forth(piece, _alone(piece)))
