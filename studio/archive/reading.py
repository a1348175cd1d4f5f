"""An archive brought in, whole or not at all: into a studio where nothing is yet, or as a new one beside it."""

from __future__ import annotations

import csv
import hashlib
import io
import json
import re
import uuid
import zipfile
import zlib
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import date, datetime
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import DEFAULT_DB_ALIAS, IntegrityError, models, router, transaction
from django.db.models import Max

from studio.actions.people import remember
from studio.archive.tables import BINARY, FORMAT, HEADER, TABLES, fields_of, named_rows, table_of
from studio.models import Cradle, Firing, GlassKind, Kiln, Member, Piece, StockItem, Studio
from studio.store import StoreTrouble

__all__ = ["Brought", "read_archive"]

_PART = re.compile(r"studio\.json|tables/[a-z]{1,30}\.(json|csv)|(photos|views|meshes|pieces)/\d{1,9}\.[a-z]{2,5}")
_MOST_BYTES, _MOST_PART, _MOST_PARTS = 20_000_000_000, 400_000_000, 400_000  # each part is read whole
_MOST_PEOPLE = 1000
_MESHES = {".stl", ".obj", ".ply"}
_LATER = {("piece", "head"), ("firing", "head")}  # rows that name what comes after them
_JPEG = b"\xff\xd8\xff"


@dataclass(slots=True)
class Brought:
    """How far it is: what is being read, and, when it is over, the studio and meshes that were not in the archive."""

    step: str
    done: int = 0
    of: int = 0
    studio: Studio | None = None
    missing: list[str] = field(default_factory=list)


class _Archive:
    """A file that was looked through: known parts, each as its digest says."""

    def __init__(self, path: Path) -> None:
        if not zipfile.is_zipfile(path):
            raise StoreTrouble("This is no archive of a studio, or it was cut short.")
        self.packed = zipfile.ZipFile(path)
        infos = self.packed.infolist()
        total = sum(i.file_size for i in infos)
        if len(infos) > _MOST_PARTS or total > _MOST_BYTES or any(i.file_size > _MOST_PART for i in infos):
            raise StoreTrouble("This archive is larger than any studio.")
        for info in infos:
            if not _PART.fullmatch(info.filename):
                raise StoreTrouble(f"This is no archive of a studio: “{info.filename[:80]}” is in it.")
        self.names = {i.filename for i in infos}
        self.header = self._header()
        self.digests = self.header["sha256"]
        if set(self.digests) != self.names - {HEADER}:
            raise StoreTrouble("This archive is not whole: parts are missing, or were added.")

    def _header(self) -> dict[str, Any]:
        try:
            header = json.loads(self.packed.read(HEADER))
            form = header["format"]
            is_ours = (
                isinstance(form, int) and isinstance(header["sha256"], dict) and isinstance(header["counts"], dict)
            )
        except (KeyError, ValueError, TypeError, RecursionError, zipfile.BadZipFile, zlib.error):
            raise StoreTrouble("This is no archive of a studio.") from None
        if not is_ours:
            raise StoreTrouble("This is no archive of a studio.")
        if form > FORMAT:
            raise StoreTrouble(f"This archive was made by a newer release (format {form}). Bring it in there.")
        return dict(header)

    def part(self, name: str) -> bytes:
        try:
            data = self.packed.read(name)
        except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError):
            raise StoreTrouble(f"This archive is damaged: “{name}” cannot be read.") from None
        if hashlib.sha256(data).hexdigest() != self.digests[name]:
            raise StoreTrouble(f"This archive is damaged: “{name}” is not what was written.")
        return data

    def rows(self, table: str) -> list[dict[str, Any]]:
        try:
            if f"tables/{table}.csv" in self.names:
                text = self.part(f"tables/{table}.csv").decode()
                rows: Any = [
                    {k: v if v != "" else None for k, v in row.items()} for row in csv.DictReader(io.StringIO(text))
                ]
            else:
                rows = json.loads(self.part(f"tables/{table}.json"))
            if not isinstance(rows, list) or not all(isinstance(row, dict) for row in rows):
                raise ValueError
        except (KeyError, ValueError, RecursionError):
            raise StoreTrouble(f"This archive is damaged: its table “{table}” cannot be read.") from None
        return rows


class _Bringing:
    """Rows on their way in: every number of the archive gets the next free one of the studio's file."""

    def __init__(self, archive: _Archive, studio: Studio) -> None:
        self.archive, self.studio = archive, studio
        self.people = self._people(archive.header.get("people") or [])
        self.firsts = {table_of(model): _free(model) for model, _ in TABLES}
        self.files: list[Path] = []
        self.missing: list[str] = []
        self.later: list[tuple[type[models.Model], int, str, int]] = []

    def _people(self, told: list[dict[str, Any]]) -> list[int]:
        """Who did what is written down in it: members by their sign-in names, others as names to say."""
        if len(told) > _MOST_PEOPLE:
            raise StoreTrouble("This archive names more people than any studio has.")
        here = {m.person.get_username(): m.person_id for m in self.studio.members.select_related("person")}
        return [here.get(str(one["sign_in"])) or remember(str(one["name"])).pk for one in told]

    def number(self, table: str, told: int) -> int | None:
        """The number a row gets; None for one that is not in the archive."""
        is_there = 0 < told <= int(self.archive.header["counts"].get(table, 0))
        return self.firsts[table] + told - 1 if is_there else None

    def value(self, model: type[models.Model], row: dict[str, Any], of: Any, pk: int) -> Any:
        told = row.get(of.name)
        if of.name == "by":
            at = int(told) if told else 0
            return self.people[at - 1] if 0 < at <= len(self.people) else None
        if of.is_relation:
            if told is None:
                return None
            if (table_of(model), of.name) in _LATER:
                self.later.append((model, pk, of.attname, int(told)))
                return None
            return self.number(table_of(of.related_model), int(told))
        kind = of.get_internal_type()
        if told is None:
            return None if of.null else of.get_default()
        if kind == "DateTimeField":
            return datetime.fromisoformat(told)
        if kind == "DateField":
            return date.fromisoformat(told)
        if kind == "JSONField":
            return named_rows(told, self.number)
        if kind == "FileField":
            return self.mesh(row)
        return of.to_python(told)

    def mesh(self, row: dict[str, Any]) -> str:
        """A mesh's file, under a new name; where it is not in the archive, a name that lies nowhere."""
        ending = str(row.get("file"))
        if ending not in _MESHES:
            raise StoreTrouble(f"This archive holds a mesh of an unknown kind (“{ending[:20]}”).")
        name = f"solids/{uuid.uuid4().hex}{ending}"
        part = f"meshes/{int(row['number'])}{ending}"
        if part not in self.archive.names:
            self.missing.append(str(row.get("name"))[:80])
            return name
        path = Path(settings.MEDIA_ROOT) / name
        path.parent.mkdir(parents=True, exist_ok=True)
        self.files.append(path)
        path.write_bytes(self.archive.part(part))
        return name

    def binary(self, table: str, number: int) -> bytes | None:
        _, folder, ending = BINARY[table]
        name = f"{folder}/{number}.{ending}"
        data = self.archive.part(name) if name in self.archive.names else None
        if table == "photo" and not (data or b"").startswith(_JPEG):
            raise StoreTrouble(f"This archive is damaged: “{name}” is no photograph.")
        return data

    def table(self, model: type[models.Model]) -> int:
        name, fields = table_of(model), fields_of(model)
        rows = self.archive.rows(name)
        if len(rows) != self.archive.header["counts"].get(name):
            raise StoreTrouble(f"This archive is not whole: its table “{name}” has lost rows.")
        made = []
        for k, row in enumerate(rows):
            if int(row["number"]) != k + 1:
                raise StoreTrouble(f"This archive is not whole: its table “{name}” is out of order.")
            pk = self.firsts[name] + k
            one = model(pk=pk, **{f.attname: self.value(model, row, f, pk) for f in fields})
            if any(f.name == "studio" for f in model._meta.concrete_fields):
                one.studio = self.studio  # type: ignore[attr-defined]  # just asked
            if name in BINARY:
                setattr(one, BINARY[name][0], self.binary(name, int(row["number"])))
            made.append(one)
            if len(made) >= 200:
                _insert(model, made)
                made = []
        if made:
            _insert(model, made)
        return len(rows)

    def point(self) -> None:
        """What names rows that come after it, once they are there."""
        for model, pk, attname, told in self.later:
            found = self.number(table_of(model._meta.get_field(attname.removesuffix("_id")).related_model), told)  # type: ignore[arg-type]  # a relation
            model._default_manager.filter(pk=pk).update(**{attname: found})


def _free(model: type[models.Model]) -> int:
    return int(model._default_manager.aggregate(top=Max("pk"))["top"] or 0) + 1


def _insert(model: type[models.Model], rows: list[models.Model]) -> None:
    """As they are: the times in them are when things were done, not now."""
    fields = model._meta.local_concrete_fields
    step = max(1, 900 // len(fields))
    for k in range(0, len(rows), step):
        # what every way of saving ends in; only this one leaves the times as they are told
        model._base_manager._insert(rows[k : k + step], fields=fields, using=router.db_for_write(model), raw=True)  # type: ignore[attr-defined]  # see above


def _is_empty(studio: Studio) -> bool:
    return not any(model.objects.of(studio).exists() for model in (Piece, Firing, Kiln, Cradle, StockItem))


def _place_for(studio: Studio, header: dict[str, Any]) -> Studio:
    """Where it goes: here where nothing is yet, or a new studio beside it with the same people in it."""
    if _is_empty(studio):
        GlassKind.objects.of(studio).delete()
        return studio
    made = Studio.objects.create(name=str(header.get("name") or studio.name)[:80], begun={"whole": "brought in"})
    for member in studio.members.order_by("pk"):
        Member.objects.create(studio=made, person=member.person, role=member.role, since=member.since)
    return made


def read_archive(path: Path, studio: Studio) -> Iterator[Brought]:
    """Bring an archive in, and say how far it is; the last says which studio it became. `studio` stays as it is unless
    nothing is in it. Raises StoreTrouble in words, and then nothing was changed.
    """
    archive = _Archive(path)
    files: list[Path] = []
    try:
        with transaction.atomic(using=DEFAULT_DB_ALIAS):
            into = _place_for(studio, archive.header)
            bringing = _Bringing(archive, into)
            files = bringing.files
            for model, _ in TABLES:
                count = bringing.table(model)
                yield Brought(str(model._meta.verbose_name_plural), count, count)
            bringing.point()
    except (KeyError, ValueError, TypeError, AttributeError, RecursionError, IntegrityError, OverflowError) as error:
        _swept(files)
        raise StoreTrouble(f"This archive cannot be brought in: {str(error)[:120]}. Nothing was changed.") from None
    except BaseException:
        _swept(files)
        raise
    yield Brought("done", studio=into, missing=[*archive.header.get("missing", []), *bringing.missing])


def _swept(files: list[Path]) -> None:
    for path in files:
        path.unlink(missing_ok=True)
