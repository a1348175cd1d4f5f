"""The tables. They hold what people typed and chose; no physics."""

from studio.models.bench import BenchPhoto, BenchRecord
from studio.models.firing import BroughtLog, Firing, FiringEvent, FiringRevision, Reading
from studio.models.kept import Drawing, Photo, Solid
from studio.models.logbook import Check, Measure, Observation, StagePhoto, Timer
from studio.models.piece import Piece, Reservation, Revision, Stage
from studio.models.shelf import Cradle, GlassKind, Kiln, StockItem
from studio.models.week import WeekTaken

__all__ = [
    "BenchPhoto",
    "BenchRecord",
    "BroughtLog",
    "Check",
    "Cradle",
    "Drawing",
    "Firing",
    "FiringEvent",
    "FiringRevision",
    "GlassKind",
    "Kiln",
    "Measure",
    "Observation",
    "Photo",
    "Piece",
    "Reading",
    "Reservation",
    "Revision",
    "Solid",
    "Stage",
    "StagePhoto",
    "StockItem",
    "Timer",
    "WeekTaken",
]
