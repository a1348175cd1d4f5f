"""The tables. They hold what people typed and chose; no physics."""

from studio.models.firing import Firing, FiringRevision
from studio.models.kept import Drawing, Photo, Solid
from studio.models.piece import Piece, Reservation, Revision, Stage
from studio.models.shelf import Cradle, GlassKind, Kiln, StockItem

__all__ = [
    "Cradle",
    "Drawing",
    "Firing",
    "FiringRevision",
    "GlassKind",
    "Kiln",
    "Photo",
    "Piece",
    "Reservation",
    "Revision",
    "Solid",
    "Stage",
    "StockItem",
]
