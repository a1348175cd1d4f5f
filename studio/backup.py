"""The whole studio as one file, and back: the database, with meshes beside it. Photographs are in the database."""

from __future__ import annotations

import json
import shutil
import sqlite3
import tempfile
import zipfile
from contextlib import closing
from pathlib import Path

from django.conf import settings
from django.db import connection

from studio.store import StoreTrouble, copy_database, database_path, looked_at, stamp

__all__ = ["restore", "write_backup"]

_TOLD = "cold-cradle-backup.json"
_DATABASE = "studio.sqlite3"
_MOST_BYTES = 100_000_000_000


def write_backup(target: Path) -> int:
    """Everything into one file, while the studio goes on; its size. An older file of that name stays until it is
    whole.
    """
    target.parent.mkdir(parents=True, exist_ok=True)
    part = target.with_name(f".{target.name}.part")
    media = Path(settings.MEDIA_ROOT)
    try:
        with tempfile.TemporaryDirectory(dir=target.parent) as folder:
            copy = Path(folder) / _DATABASE
            copy_database(copy)
            with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED, compresslevel=3) as packed:
                packed.writestr(_TOLD, json.dumps({"format": "cold-cradle-backup", "version": 1, "made_at": stamp()}))
                packed.write(copy, _DATABASE)
                for name in _meshes(copy):
                    if (media / name).is_file():
                        packed.write(media / name, f"media/{name}")
        part.replace(target)
    finally:
        part.unlink(missing_ok=True)
    return target.stat().st_size


def _meshes(copy: Path) -> list[str]:
    """The mesh files that a copy of the database speaks of."""
    with closing(sqlite3.connect(copy)) as rows:
        return [name for (name,) in rows.execute("SELECT DISTINCT file FROM studio_solid ORDER BY file")]


def _unpacked(source: Path, folder: Path) -> None:
    """Unpack a backup, or a bare copy of the database, into a folder. Raises StoreTrouble for anything else."""
    if zipfile.is_zipfile(source):
        with zipfile.ZipFile(source) as packed:
            names = set(packed.namelist())
            if not {_TOLD, _DATABASE} <= names or sum(i.file_size for i in packed.infolist()) > _MOST_BYTES:
                raise StoreTrouble(f"{source} is no backup of Cold Cradle.")
            for name in names:
                inside = Path(name)
                if inside.is_absolute() or ".." in inside.parts:
                    raise StoreTrouble(f"{source} is no backup of Cold Cradle: it reaches out of its folder.")
                packed.extract(name, folder)
    else:
        with source.open("rb") as file:
            if file.read(15) != b"SQLite format 3":
                raise StoreTrouble(f"{source} is neither a backup of Cold Cradle nor a copy of its database.")
        shutil.copy(source, folder / _DATABASE)
    found = folder / _DATABASE
    looked_at(found)
    with closing(sqlite3.connect(found)) as copy:
        if not copy.execute("SELECT 1 FROM sqlite_master WHERE name = 'studio_piece'").fetchone():
            raise StoreTrouble(f"{source} holds no studio.")


def restore(source: Path) -> Path:
    """Bring a backup back; what stood before lies in the folder that is handed back. All of it or nothing."""
    if not source.is_file():
        raise StoreTrouble(f"There is no file {source}.")
    standing, media = database_path(), Path(settings.MEDIA_ROOT)
    aside = standing.parent / f"before-restore-{stamp()}"
    with tempfile.TemporaryDirectory(dir=standing.parent) as folder:
        unpacked = Path(folder)
        try:
            _unpacked(source, unpacked)
        except (zipfile.BadZipFile, sqlite3.DatabaseError, EOFError, OSError) as error:
            raise StoreTrouble(f"{source} cannot be read: {error}. Nothing was changed.") from None
        connection.close()
        aside.mkdir(parents=True)
        for path in (standing, Path(f"{standing}-wal"), Path(f"{standing}-shm")):
            if path.exists():
                path.rename(aside / path.name)
        if (unpacked / "media" / "solids").is_dir():
            if (media / "solids").exists():
                shutil.move(media / "solids", aside / "solids")
            media.mkdir(parents=True, exist_ok=True)
            shutil.move(unpacked / "media" / "solids", media / "solids")
        shutil.move(unpacked / _DATABASE, standing)
    return aside
