"""Stages that share a firing: joining one, leaving it, and undoing what was done to it for all who are in it."""

from __future__ import annotations

from django.utils import timezone

from coldcradle.errors import DocumentError, Fault
from studio.actions.firings import (
    begin_firing,
    forget_partners,
    must_not_be_fired,
    next_firing_revision,
    restore_firing,
)
from studio.actions.pieces import locked, record, save_piece
from studio.keeping import keeping
from studio.made_from import why_not_together
from studio.models import Firing, Piece
from studio.piece_rows import stage_at
from studio.planning import PlannedPiece, planned

__all__ = ["join_firing", "step_firing"]


@keeping
def step_firing(piece: Piece, *, version: int, key: str, back: bool) -> PlannedPiece | None:
    """Undo or redo the last change of a stage's firing, for every piece in it; None when there is none."""
    locked(piece, version)
    firing = stage_at(piece, key).firing
    to = (firing.head.parent if firing.head else None) if back else next_firing_revision(firing)
    if to is None:
        return None
    restore_firing(firing, to, piece)  # type: ignore[arg-type]  # as plain values
    found = planned(piece)
    piece.version += 1
    save_piece(piece, found)
    return found


@keeping
def join_firing(piece: Piece, *, version: int, key: str, firing: Firing | None) -> PlannedPiece:
    """Put a stage into another firing, or into one of its own with the same kiln and start; a step to undo.

    Raises Stale, and DocumentError where stages that are made from one another would be fired at once.
    """
    locked(piece, version)
    stage = stage_at(piece, key)
    must_not_be_fired(stage)
    left = stage.firing_id
    if firing is None:
        old = stage.firing
        parted = {"starts_at": old.starts_at, "time_zone": old.time_zone, "firing": old.inputs}
        stage.firing = begin_firing(piece.studio, old.kiln, parted, label="a firing of its own", when=timezone.now())
    else:
        if why := why_not_together(stage, firing):
            raise DocumentError([Fault("stage.firing", why, "")])
        if firing.started_at is not None:
            raise DocumentError([Fault("stage.firing", "expected a firing that has not been started", "")])
        stage.firing = firing
    stage.save(update_fields=["firing"])
    forget_partners([left, stage.firing_id], piece)
    return record(piece, label="fired together" if firing else "fired alone")
