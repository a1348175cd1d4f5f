"""The demo's firings that several pieces share, with what lies where, and its series of nine."""

from __future__ import annotations

from typing import Any

from studio.actions.edits import change_piece
from studio.actions.loading import arrange_firing, change_load
from studio.actions.sharing import join_firing
from studio.models import Piece, Stage

__all__ = ["load_shared_firings"]

_SHARED = (("Pilot’s bowl", "Drum shade"), ("Tide tokens", "Chart-room door pulls"))
_TWO_SHELVES = {"shelves": [{"posts": "25 mm"}, {"posts": "50 mm"}]}
_NINE = "Chart-table dish"


def _stage(studio: Any, name: str) -> Stage:
    return Stage.objects.select_related("firing", "piece").get(piece__studio=studio, piece__name=name, order=0)


def load_shared_firings(studio: Any) -> None:
    """A bowl beside a shade in the large kiln, two shelves of small moulds in the small one, and nine dishes."""
    for into, who in _SHARED:
        piece = Piece.objects.get(studio=studio, name=who)
        firing = _stage(studio, into).firing
        join_firing(piece, version=piece.version, key=_stage(studio, who).key, firing=firing)
    small = _stage(studio, "Tide tokens").firing
    change_load(small, version=small.version, load=_TWO_SHELVES, label="two shelves")
    small.refresh_from_db()
    arrange_firing(small, version=small.version)
    dishes = Piece.objects.get(studio=studio, name=_NINE)
    changes: list[tuple[str, Any]] = [("alike", 9), ("stages.2.cradle.owned", 2)]
    change_piece(dishes, version=dishes.version, changes=changes, system="metric", label="nine of them")
