"""A database of somebody's, looked through before it is let in: rows of known tables and nothing that acts."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path

from studio.store import MESH_NAME, StoreTrouble

__all__ = ["checked_rows"]

_OURS = ("studio_", "auth_", "django_", "axes_", "sqlite_")
_NEEDED = {"studio_piece", "studio_solid", "django_migrations", "auth_user"}
_WHAT = {"trigger": "a trigger", "view": "a view"}


def checked_rows(path: Path) -> None:
    """Raises StoreTrouble, in words, for a database that holds anything but tables of ours and their indexes, or a mesh
    that would lie outside its folder.
    """
    with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as found:
        found.execute("PRAGMA trusted_schema=OFF")
        entries = found.execute("SELECT type, name, coalesce(sql, '') FROM sqlite_master").fetchall()
        tables = {name for kind, name, _ in entries if kind == "table"}
        for kind, name, sql in entries:
            if kind in _WHAT:
                raise StoreTrouble(f"{path.name} holds {_WHAT[kind]} (“{name[:60]}”), which no studio has.")
            if kind == "table" and (not name.startswith(_OURS) or "VIRTUAL" in sql.upper()[:40]):
                raise StoreTrouble(f"{path.name} holds a table (“{name[:60]}”), which no studio has.")
        if not tables >= _NEEDED:
            raise StoreTrouble(f"{path.name} holds no studio: {', '.join(sorted(_NEEDED - tables))} is missing.")
        for (name,) in found.execute("SELECT DISTINCT file FROM studio_solid"):
            if not isinstance(name, str) or not MESH_NAME.fullmatch(name):
                raise StoreTrouble(f"{path.name} speaks of a mesh “{str(name)[:80]}”, which is no place for one.")
