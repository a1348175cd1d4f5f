"""The whole studio as one file, and back: the database, with meshes beside it. Photographs are in the database."""

from __future__ import annotations

import contextlib
import json
import os
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import zipfile
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings
from django.db import connection

from studio.store import MESH_NAME, StoreTrouble, copy_database, database_path, looked_at, stamp
from studio.store_check import checked_rows

__all__ = ["Packed", "Restored", "restore", "write_backup"]

_TOLD = "cold-cradle-backup.json"
_DATABASE = "studio.sqlite3"
_MOST_BYTES = 100_000_000_000
_CARRY_S = 600.0


@dataclass(frozen=True, slots=True)
class Packed:
    """A backup that was written: its size, and the meshes that are spoken of and lie nowhere."""

    size: int
    missing: list[str]


@dataclass(frozen=True, slots=True)
class Restored:
    """A studio that was brought back: where the one before lies, what carried an older one over, meshes not in it."""

    aside: Path
    carried: str
    missing: list[str]


def write_backup(target: Path) -> Packed:
    """Everything into one file, while the studio goes on. An older file of that name stays until it is whole.

    Raises StoreTrouble in words where the disk does not take it.
    """
    part = target.with_name(f".{target.name}.part")
    media = Path(settings.MEDIA_ROOT)
    missing = []
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=target.parent) as folder:
            copy = Path(folder) / _DATABASE
            copy_database(copy)
            names = _meshes(copy)
            with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED, compresslevel=3) as packed:
                for name in names:
                    if MESH_NAME.fullmatch(name) and (media / name).is_file():
                        packed.write(media / name, f"media/{name}")
                    else:
                        missing.append(name)
                told = {"format": "cold-cradle-backup", "version": 1, "made_at": stamp(), "missing": missing}
                packed.writestr(_TOLD, json.dumps(told))
                packed.write(copy, _DATABASE)
        part.chmod(0o600)
        part.replace(target)
    except (OSError, sqlite3.Error) as error:
        raise StoreTrouble(f"The backup could not be written: {error}. {target} is as it was.") from None
    finally:
        with contextlib.suppress(OSError):
            part.unlink(missing_ok=True)
    return Packed(target.stat().st_size, missing)


def _meshes(copy: Path) -> list[str]:
    """The mesh files that a copy of the database speaks of."""
    with closing(sqlite3.connect(copy)) as rows:
        return [str(name) for (name,) in rows.execute("SELECT DISTINCT file FROM studio_solid ORDER BY file")]


def _unpacked(source: Path, folder: Path) -> None:
    """Unpack a backup, or a bare copy of the database, into a folder. Raises StoreTrouble for anything else."""
    if not zipfile.is_zipfile(source):
        with source.open("rb") as file:
            if file.read(15) != b"SQLite format 3":
                raise StoreTrouble(f"{source} is neither a backup of Cold Cradle nor a copy of its database.")
        shutil.copy(source, folder / _DATABASE)
        return
    with zipfile.ZipFile(source) as packed:
        names = set(packed.namelist())
        if not {_TOLD, _DATABASE} <= names or sum(i.file_size for i in packed.infolist()) > _MOST_BYTES:
            raise StoreTrouble(f"{source} is no backup of Cold Cradle.")
        for name in sorted(names):
            if name not in (_TOLD, _DATABASE) and not MESH_NAME.fullmatch(name.removeprefix("media/")):
                raise StoreTrouble(f"{source} is no backup of Cold Cradle: “{name[:80]}” is in it.")
            packed.extract(name, folder)


def _carried_over(folder: Path) -> str:
    """Carry what was unpacked over to this release and read every table of it, in a process of its own, so that
    nothing that stands is touched; the newest step of what was done, empty where it is of this release.
    """
    environment = os.environ | {
        "COLD_CRADLE_DB": str(folder / _DATABASE),
        "COLD_CRADLE_MEDIA": str(folder / "media"),
        "DJANGO_SETTINGS_MODULE": os.environ.get("DJANGO_SETTINGS_MODULE", "studio.settings"),
    }
    done = subprocess.run(
        [sys.executable, "-m", "django", "carry_over"],
        cwd=settings.ROOT,
        env=environment,
        capture_output=True,
        text=True,
        timeout=_CARRY_S,
        check=False,
    )
    if done.returncode:
        why = (done.stderr.strip().splitlines() or ["it cannot be carried over"])[-1].removeprefix("CommandError: ")
        raise StoreTrouble(why)
    return done.stdout.strip()


def _put_in_place(unpacked: Path, aside: Path) -> None:
    """Move what stands aside and what was checked to where it belongs."""
    standing, media = database_path(), Path(settings.MEDIA_ROOT)
    connection.close()
    aside.mkdir(mode=0o700, parents=True)
    for path in (standing, Path(f"{standing}-wal"), Path(f"{standing}-shm")):
        if path.exists():
            path.rename(aside / path.name)
    if (unpacked / "media" / "solids").is_dir():
        if (media / "solids").exists():
            shutil.move(media / "solids", aside / "solids")
        media.mkdir(parents=True, exist_ok=True)
        shutil.move(unpacked / "media" / "solids", media / "solids")
    shutil.move(unpacked / _DATABASE, standing)
    standing.chmod(0o600)


def restore(source: Path) -> Restored:
    """Bring a backup back. It is unpacked, looked through, carried over to this release and read once *before* anything
    that stands is moved: all of it or nothing. Raises StoreTrouble in words.
    """
    if not source.is_file():
        raise StoreTrouble(f"There is no file {source}.")
    standing, media = database_path(), Path(settings.MEDIA_ROOT)
    standing.parent.mkdir(parents=True, exist_ok=True)
    aside = standing.parent / f"before-restore-{stamp()}"
    with tempfile.TemporaryDirectory(dir=standing.parent) as folder:
        unpacked = Path(folder)
        try:
            _unpacked(source, unpacked)
            looked_at(unpacked / _DATABASE)
            checked_rows(unpacked / _DATABASE)
            carried = _carried_over(unpacked)
            names = _meshes(unpacked / _DATABASE)
        except StoreTrouble as error:
            raise StoreTrouble(f"{error} Nothing was changed.") from None
        except (zipfile.BadZipFile, sqlite3.DatabaseError, EOFError, OSError, subprocess.TimeoutExpired) as error:
            raise StoreTrouble(f"{source} cannot be read: {error}. Nothing was changed.") from None
        _put_in_place(unpacked, aside)
    return Restored(aside, carried, [name for name in names if not (media / name).is_file()])
