"""The tables. They hold what people typed and chose; no physics."""

from studio.models.piece import Firing, Piece, Revision, Stage
from studio.models.shelf import Cradle, GlassKind, Kiln

__all__ = ["Cradle", "Firing", "GlassKind", "Kiln", "Piece", "Revision", "Stage"]
