"""A studio written into one file, with numbers of its own: what goes out, in and out again is the same bytes."""

from __future__ import annotations

import contextlib
import csv
import hashlib
import io
import json
import zipfile
from datetime import date, datetime
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.db import transaction
from django.utils import timezone

from studio.actions.people import called
from studio.archive.tables import (
    BINARY,
    FORMAT,
    HEADER,
    TABLES,
    WORKED_OUT,
    fields_of,
    is_told,
    named_rows,
    rows_of,
    table_of,
)
from studio.models import Piece, Studio
from studio.piece_rows import stages_of
from studio.planning import assemble
from studio.store import MESH_NAME, StoreTrouble

__all__ = ["write_archive"]

_PLACE: dict[str, str] = {"reading": "csv"}
_STANDS_AT = (1980, 1, 1, 0, 0, 0)  # of every part, so that the same studio is the same bytes


class _Numbers:
    """Each row's number in the archive: counted from 1 in every table, as its number in the studio rises."""

    def __init__(self, studio: Studio) -> None:
        self.by_table = {
            table_of(model): {pk: k for k, pk in enumerate(rows_of(studio, model, way).values_list("pk", flat=True), 1)}
            for model, way in TABLES
        }
        ids = set()
        for model, way in TABLES:
            if is_told(model):
                ids |= set(rows_of(studio, model, way).order_by().values_list("by", flat=True).distinct())
        self.people = sorted(ids - {None})

    def __call__(self, table: str, pk: int) -> int | None:
        return self.by_table[table].get(pk)

    def person(self, pk: int | None) -> int | None:
        return self.people.index(pk) + 1 if pk is not None else None


def _plain(row: Any, field: Any, numbers: _Numbers) -> Any:
    value = getattr(row, field.attname)
    if field.name in WORKED_OUT:
        return WORKED_OUT[field.name]
    if field.name == "by":
        return numbers.person(value)
    if field.is_relation:
        return numbers(table_of(field.related_model), value) if value is not None else None
    if isinstance(value, datetime | date):
        return value.isoformat()
    if field.get_internal_type() == "FileField":
        return Path(str(value)).suffix
    if field.get_internal_type() == "JSONField":
        return named_rows(value, numbers)
    return value


class _Parts:
    """The parts of an archive that is being written, each with its digest."""

    def __init__(self, packed: zipfile.ZipFile) -> None:
        self.packed = packed
        self.digests: dict[str, str] = {}

    def add(self, name: str, data: bytes) -> None:
        self.digests[name] = hashlib.sha256(data).hexdigest()
        info = zipfile.ZipInfo(name, _STANDS_AT)
        info.compress_type = zipfile.ZIP_STORED if name.endswith((".jpg", ".bin")) else zipfile.ZIP_DEFLATED
        self.packed.writestr(info, data)


def _json(value: Any) -> bytes:
    return json.dumps(value, ensure_ascii=False, indent=1, sort_keys=True).encode()


def _csv(rows: list[dict[str, Any]], names: list[str]) -> bytes:
    text = io.StringIO(newline="")
    writer = csv.DictWriter(text, ["number", *names])
    writer.writeheader()
    writer.writerows(rows)
    return text.getvalue().encode()


def _tables(studio: Studio, numbers: _Numbers, parts: _Parts) -> dict[str, int]:
    counts = {}
    for model, way in TABLES:
        name, fields = table_of(model), fields_of(model)
        rows = [
            {"number": k, **{f.name: _plain(row, f, numbers) for f in fields}}
            for k, row in enumerate(rows_of(studio, model, way).iterator(2000), 1)
        ]
        counts[name] = len(rows)
        if _PLACE.get(name) == "csv":
            parts.add(f"tables/{name}.csv", _csv(rows, [f.name for f in fields]))
        else:
            parts.add(f"tables/{name}.json", _json(rows))
    return counts


def _files(studio: Studio, numbers: _Numbers, parts: _Parts) -> list[str]:
    """Photographs, views and meshes; the names of meshes that lie nowhere."""
    missing = []
    for model, way in TABLES:
        name = table_of(model)
        if name not in BINARY:
            continue
        field, folder, ending = BINARY[name]
        for row in rows_of(studio, model, way).iterator(20):
            number, data = numbers(name, row.pk), getattr(row, field)
            if data:
                parts.add(f"{folder}/{number}.{ending}", bytes(data))
            if name == "solid":
                path = Path(settings.MEDIA_ROOT) / str(row.file)
                if MESH_NAME.fullmatch(str(row.file)) and path.is_file():
                    parts.add(f"meshes/{number}{path.suffix}", path.read_bytes())
                else:
                    missing.append(row.name)
    return missing


def _documents(studio: Studio, numbers: _Numbers, parts: _Parts) -> None:
    """Each piece as the document that brings it in anywhere, for other programs; the tables are read back."""
    for number, piece in enumerate(Piece.objects.of(studio).select_related("head").order_by("pk"), 1):
        document = assemble(piece, stages_of(piece))
        parts.add(f"pieces/{number}.json", _json(named_rows(document, numbers)))


def write_archive(studio: Studio, target: Path) -> list[str]:
    """Write all of a studio into one file; the names of meshes that lie nowhere. An older file of that name stays until
    it is whole. Raises StoreTrouble in words where the disk does not take it.
    """
    part = target.with_name(f".{target.name}.part")
    try:
        with transaction.atomic(), zipfile.ZipFile(part, "w", compresslevel=4) as packed:
            numbers, parts = _Numbers(studio), _Parts(packed)
            counts = _tables(studio, numbers, parts)
            missing = _files(studio, numbers, parts)
            _documents(studio, numbers, parts)
            people = get_user_model().objects.in_bulk(numbers.people)
            header = {
                "what": "a studio of Cold Cradle",
                "format": FORMAT,
                "name": studio.name,
                "begun": studio.begun,
                "people": [{"sign_in": people[pk].get_username(), "name": called(people[pk])} for pk in numbers.people],
                "counts": counts,
                "sha256": parts.digests,
                "missing": missing,
                "made_at": timezone.now().isoformat(timespec="seconds"),
            }
            packed.writestr(HEADER, _json(header))
        part.replace(target)
    except OSError as error:
        raise StoreTrouble(f"The archive could not be written: {error.strerror}. Nothing was changed.") from None
    finally:
        with contextlib.suppress(OSError):
            part.unlink(missing_ok=True)
    return missing
