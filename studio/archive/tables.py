"""Which rows an archive holds, in the order in which one needs the other, and where rows are named inside JSON."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.db import models
from django.db.models import QuerySet

from studio import models as m
from studio.models.told import Told

__all__ = [
    "BINARY",
    "FORMAT",
    "HEADER",
    "TABLES",
    "WORKED_OUT",
    "fields_of",
    "is_told",
    "named_rows",
    "rows_of",
    "table_of",
]

FORMAT = 1
HEADER = "studio.json"
# what is worked out of the rest and not kept, with what stands in its place
WORKED_OUT: dict[str, Any] = {"summary": None, "told": {}}
BINARY = {"photo": ("data", "photos", "jpg"), "solid": ("view", "views", "bin")}

_BY_PIECE = "piece__studio"
_OWNED: list[type[models.Model]] = [m.Photo, m.GlassKind, m.Kiln, m.Solid, m.Drawing, m.Cradle, m.StockItem, m.Piece]
_THROUGH: list[tuple[type[models.Model], str]] = [
    (m.Revision, _BY_PIECE),
    (m.Firing, "studio"),
    (m.FiringRevision, "firing__studio"),
    (m.Stage, _BY_PIECE),
    (m.BroughtLog, "firing__studio"),
    (m.Reading, "firing__studio"),
    (m.FiringEvent, "firing__studio"),
    (m.Check, "firing__studio"),
    (m.Measure, "firing__studio"),
    (m.Observation, "firing__studio"),
    (m.StagePhoto, "firing__studio"),
    (m.Reservation, "stage__piece__studio"),
    (m.Timer, "studio"),
    (m.BenchRecord, _BY_PIECE),
    (m.BenchPhoto, "record__piece__studio"),
]
TABLES: list[tuple[type[models.Model], str]] = [*((model, "studio") for model in _OWNED), *_THROUGH]

_NAMED = {
    "kind_id": "glasskind",
    "glass_kind_id": "glasskind",
    "kiln_id": "kiln",
    "cradle_id": "cradle",
    "firing_id": "firing",
    "stage_id": "stage",
    "piece_id": "piece",
    "item_id": "stockitem",
    "solid_id": "solid",
}
Renumber = Callable[[str, int], int | None]


def table_of(model: type[models.Model]) -> str:
    """The name of a model's table in an archive."""
    return str(model._meta.model_name)


def rows_of(studio: Any, model: type[models.Model], way: str) -> QuerySet[Any]:
    """The rows of a studio in one table, the oldest first."""
    return model._default_manager.filter(**{way: studio}).order_by("pk")


def fields_of(model: type[models.Model]) -> list[Any]:
    """What is kept of a row besides its number and its studio."""
    left = {"id", "studio", *(["view"] if model is m.Solid else []), *(["data"] if model is m.Photo else [])}
    return [f for f in model._meta.concrete_fields if f.name not in left]


def named_rows(value: Any, renumber: Renumber) -> Any:
    """JSON with the numbers of rows in it given anew; a berth names its stage in words."""
    if isinstance(value, list):
        return [named_rows(one, renumber) for one in value]
    if not isinstance(value, dict):
        return value
    found: dict[str, Any] = {}
    for key, one in value.items():
        if key in _NAMED and isinstance(one, int) and not isinstance(one, bool):
            found[key] = renumber(_NAMED[key], one)
        elif key == "member" and isinstance(one, str) and one.isdigit():
            found[key] = str(renumber("stage", int(one)) or 0)
        else:
            found[key] = named_rows(one, renumber)
    return found


def is_told(model: type[models.Model]) -> bool:
    """Whether its rows say who made them."""
    return issubclass(model, Told)
