"""The tables. They hold what people typed and chose; no physics."""

from studio.models.kept import Drawing, Photo, Solid
from studio.models.piece import Firing, Piece, Reservation, Revision, Stage
from studio.models.shelf import Cradle, GlassKind, Kiln, StockItem

__all__ = [
    "Cradle",
    "Drawing",
    "Firing",
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
