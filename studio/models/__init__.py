"""The tables. They hold what people typed and chose; no physics."""

from studio.models.bench import BenchPhoto, BenchRecord
from studio.models.firing import BroughtLog, Firing, FiringEvent, FiringRevision, Reading
from studio.models.kept import Drawing, Photo, Solid
from studio.models.logbook import Check, Measure, Observation, StagePhoto, Timer
from studio.models.people import Invitation, Member, Role, Studio
from studio.models.piece import Piece, Reservation, Revision, Stage
from studio.models.shelf import Cradle, GlassKind, Kiln, StockItem
from studio.models.told import Told, acting, who_acts
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
    "Invitation",
    "Kiln",
    "Measure",
    "Member",
    "Observation",
    "Photo",
    "Piece",
    "Reading",
    "Reservation",
    "Revision",
    "Role",
    "Solid",
    "Stage",
    "StagePhoto",
    "StockItem",
    "Studio",
    "Timer",
    "Told",
    "WeekTaken",
    "acting",
    "who_acts",
]
