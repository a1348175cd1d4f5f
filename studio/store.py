"""The studio's file as a whole: looked at on the way up, copied, carried over, brought back, kept slim."""

from __future__ import annotations

import contextlib
import re
import shutil
import sqlite3
import time
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
from filelock import FileLock, Timeout

from studio.folder import COMMAND

__all__ = [
    "MESH_NAME",
    "StoreTrouble",
    "bring_up_to_date",
    "copy_database",
    "daily_copy",
    "database_path",
    "find_meshes_again",
    "keep_to_owner",
    "looked_at",
    "only_one",
    "stamp",
]

_KEPT_COPIES = 7
_DAY_S = 86_400.0
_GOES_S = 1.0
_KEYS = {
    "django_session",
    "axes_accessattempt",
    "axes_accesslog",
    "axes_accessfailurelog",
    "axes_accessattemptexpiration",
}
MESH_NAME = re.compile(r"solids/[\w][\w.-]{0,120}")


class StoreTrouble(Exception):
    """The studio's file cannot be used as it is; the message says what to do."""


def database_path() -> Path:
    """Where the studio's file lies."""
    return Path(str(connection.settings_dict["NAME"]))


def copies_folder() -> Path:
    """Where copies of it are kept, apart from those of another database beside it."""
    return database_path().parent / "backups" / database_path().stem


def stamp() -> str:
    """The moment as part of the name of a file."""
    return datetime.now(UTC).strftime("%Y%m%d-%H%M%S")


def copy_database(target: Path) -> None:
    """A copy of the file as it stands, made while others write: through SQLite's own online copying."""
    target.parent.mkdir(parents=True, exist_ok=True)
    part = target.with_suffix(".part")
    try:
        with (
            contextlib.closing(sqlite3.connect(database_path())) as standing,
            contextlib.closing(sqlite3.connect(part)) as made,
        ):
            standing.backup(made, pages=2000, sleep=0.005)
            _forget_keys(made)
        part.chmod(0o600)
        part.replace(target)
    finally:
        part.unlink(missing_ok=True)


def _forget_keys(copy: sqlite3.Connection) -> None:
    """A copy opens no door: nobody is signed in in it, and it knows of no guesses."""
    copy.execute("PRAGMA secure_delete=ON")
    names = {name for (name,) in copy.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    for name in sorted(names & _KEYS):
        copy.execute(f'DELETE FROM "{name}"')
    copy.commit()


def keep_to_owner() -> None:
    """The studio's files are read by whoever runs it and by nobody else on this machine.

    Of folders only the studio's own: a database may lie in one that others need.
    """
    path, var = database_path(), Path(settings.VAR)
    own = (var, copies_folder(), Path(settings.MEDIA_ROOT))
    folders = [p for p in own if p == var or var in p.parents or p == copies_folder()]
    files = [path, Path(f"{path}-wal"), Path(f"{path}-shm"), *copies_folder().glob("*.sqlite3")]
    for place, mode in [*((f, 0o700) for f in folders), *((f, 0o600) for f in files)]:
        with contextlib.suppress(OSError):  # another's folder, or a system without such rights
            place.chmod(mode)


def looked_at(path: Path) -> None:
    """Raises StoreTrouble for a file that is damaged or no database; one that is not there yet is fine."""
    if not path.exists():
        return
    try:
        with contextlib.closing(sqlite3.connect(f"file:{path}?mode=rw", uri=True, timeout=10)) as standing:
            found = standing.execute("PRAGMA quick_check(3)").fetchall()
    except sqlite3.DatabaseError as error:
        found = [(str(error),)]
    if found != [("ok",)]:
        newest = max(copies_folder().glob("*.sqlite3"), key=lambda p: p.stat().st_mtime, default=None)
        way = f"{COMMAND} restore {newest}" if newest else f"{COMMAND} restore FILE, with a copy of yours"
        raise StoreTrouble(f"{path} is damaged ({found[0][0]}). Nothing was changed. The way back is: {way}")


def bring_up_to_date() -> list[str]:
    """Carry an older database over, after a copy of it; the names of what was done. Raises StoreTrouble for one that
    a newer release has made.
    """
    looked_at(database_path())
    loader = MigrationLoader(connection)
    newer = [
        name
        for app, name in MigrationRecorder(connection).applied_migrations()
        if app == "studio" and (app, name) not in loader.disk_migrations
    ]
    if newer:
        raise StoreTrouble(
            f"{database_path()} was made by a newer release of Cold Cradle ({sorted(newer)[-1]}). Nothing was changed. "
            f"Use that release, or bring back an older copy: {COMMAND} restore FILE"
        )
    wanted = [key for key in loader.graph.leaf_nodes() if key not in loader.applied_migrations]
    if not wanted:
        return []
    if loader.applied_migrations:
        copy_database(copies_folder() / f"before-{wanted[-1][1]}-{stamp()}.sqlite3")
    call_command("migrate", verbosity=0)
    return [name for _, name in wanted]


def daily_copy() -> Path | None:
    """A copy for today where there is none yet; the last seven stay. None where today's lies there already."""
    lying = sorted(copies_folder().glob("daily-*.sqlite3"), key=_number_of)
    today = f"{datetime.now(UTC):%Y%m%d}"
    if lying and lying[-1].stem.endswith(today):
        return None
    number = _number_of(lying[-1])[0] + 1 if lying else 1
    target = copies_folder() / f"daily-{number:05d}-{today}.sqlite3"
    copy_database(target)
    for old in [*lying, target][:-_KEPT_COPIES]:
        old.unlink()
    return target


def _number_of(path: Path) -> tuple[int, str]:
    """Copies count on, whatever the clock says meanwhile; those of older releases, by day alone, come first."""
    parts = path.stem.split("-")
    return (int(parts[1]) if len(parts) == 3 and parts[1].isdigit() else 0, path.stem)


def find_meshes_again() -> tuple[int, list[str]]:
    """Bring mesh files that lie where an older release or another database of this folder had them to where they are
    looked for; how many, and the names of those that are nowhere.
    """
    from studio.models import Solid

    here, beside = Path(settings.MEDIA_ROOT), database_path().parent
    others = [p for p in (beside / "media", *sorted(beside.glob("*-media"))) if p.is_dir() and p != here]
    found, missing = 0, []
    for name in Solid.objects.order_by("file").values_list("file", flat=True).distinct():
        if not MESH_NAME.fullmatch(name) or (here / name).is_file():
            continue
        lies = next((p / name for p in others if (p / name).is_file()), None)
        if lies is None:
            missing.append(name)
            continue
        (here / name).parent.mkdir(parents=True, exist_ok=True)
        shutil.copy2(lies, here / name)  # copied: another database may speak of it too
        found += 1
    return found, missing


def sweep_orphans() -> int:
    """Take mesh files away that no row speaks of, when they are a day old; how many there were."""
    from studio.models import Solid

    folder = Path(settings.MEDIA_ROOT) / "solids"
    named = set(Solid.objects.values_list("file", flat=True))
    gone = 0
    for path in folder.glob("*") if folder.is_dir() else ():
        if f"solids/{path.name}" not in named and time.time() - path.stat().st_mtime > _DAY_S:
            path.unlink(missing_ok=True)
            gone += 1
    return gone


@contextlib.contextmanager
def only_one() -> Iterator[None]:
    """Only one process, with its workers, serves or brings back a studio at a time. Raises StoreTrouble while another
    one does; one that was just killed has a moment to go.
    """
    path = Path(f"{database_path()}.lock")
    path.parent.mkdir(parents=True, exist_ok=True)
    alone = FileLock(path)  # it goes with this process, however that ends
    try:
        alone.acquire(timeout=_GOES_S, poll_interval=0.02)
    except Timeout:
        raise StoreTrouble(f"{database_path()} is being served. Stop the application first (Ctrl-C).") from None
    try:
        yield
    finally:
        alone.release()
