"""The studio's file as a whole: carried over, copied, brought back, refused in words, and kept slim."""

from __future__ import annotations

import gzip
import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
import urllib.request
import zipfile
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from unittest import mock

from django.test import SimpleTestCase, TestCase
from django.utils import timezone

from studio import pruning, store
from studio.actions.edits import change_piece
from studio.actions.history import redo_piece, undo_piece
from studio.models import FiringRevision, Piece, Revision, Solid
from tests.studio.base import StudioTest

ROOT = Path(__file__).parents[2]
OLD = ROOT / "tests" / "data" / "release1.sqlite3.gz"


class WholeStudio(SimpleTestCase):
    """The commands on a folder of their own, as somebody would type them."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.var = Path(folder.name)
        self.database = self.var / "studio.sqlite3"
        self.environment = os.environ | {
            "COLD_CRADLE_VAR": str(self.var),
            "COLD_CRADLE_DB": str(self.database),
            "COLD_CRADLE_DEMO": "0",
            "DJANGO_SETTINGS_MODULE": "studio.settings",
        }

    def command(self, *words: str) -> subprocess.CompletedProcess[str]:
        line = [sys.executable, "manage.py", *words]
        return subprocess.run(line, cwd=ROOT, env=self.environment, capture_output=True, text=True, check=False)

    def rows(self, query: str) -> list[Any]:
        with closing(sqlite3.connect(self.database)) as standing:
            return standing.execute(query).fetchall()

    def old(self) -> None:
        self.database.write_bytes(gzip.decompress(OLD.read_bytes()))

    def served(self) -> tuple[subprocess.Popen[str], int]:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        line = [sys.executable, "manage.py", "serve", "--port", str(port)]
        pipe = subprocess.PIPE
        server = subprocess.Popen(line, cwd=ROOT, env=self.environment, stdout=pipe, stderr=pipe, text=True)
        self.addCleanup(lambda: (server.kill(), server.communicate()))  # type: ignore[func-returns-value]  # it returns nothing
        return server, port

    def refused(self) -> str:
        server, _ = self.served()
        _, trouble = server.communicate(timeout=60)
        self.assertNotEqual(server.returncode, 0)
        self.assertNotIn("Traceback", trouble)
        return trouble

    def asked(self, port: int, path: str) -> Any:
        until = time.monotonic() + 40
        while True:
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{port}{path}", timeout=10) as answer:
                    return json.loads(answer.read())
            except OSError:
                if time.monotonic() > until:
                    raise
                time.sleep(0.05)

    def test_an_older_database_is_carried_over_on_the_way_up_and_a_copy_kept(self) -> None:
        self.old()
        names = self.rows("SELECT name FROM studio_piece ORDER BY id")
        server, port = self.served()
        self.assertFalse(self.asked(port, "/api/session")["needs_owner"])
        busy = self.command("restore", str(OLD))
        self.assertIn("is being served", busy.stderr)
        server.send_signal(signal.SIGINT)
        server.communicate(timeout=20)
        self.assertEqual(self.rows("SELECT name FROM studio_piece ORDER BY id"), names)
        (copy,) = (self.var / "backups" / "studio").glob("before-*.sqlite3")
        self.database.unlink()
        back = self.command("restore", str(copy))
        self.assertEqual(back.returncode, 0, back.stderr)
        self.assertIn("older release", back.stdout)
        self.assertEqual(self.rows("SELECT name FROM studio_piece ORDER BY id"), names)

    def test_out_and_in_again_with_meshes(self) -> None:
        self.old()
        self.assertEqual(self.command("migrate", "-v", "0").returncode, 0)
        mesh = self.var / "media" / "solids" / "leaf.stl"
        mesh.parent.mkdir(parents=True)
        mesh.write_bytes(b"solid leaf")
        (mesh.parent / "nobodys.stl").write_bytes(b"x")
        with closing(sqlite3.connect(self.database)) as standing:
            studio = standing.execute("SELECT id FROM studio_studio").fetchone()[0]
            standing.execute(
                "INSERT INTO studio_solid (studio_id, created_at, updated_at, version, name, ending, file, found) "
                "VALUES (?, '2026-01-01', '2026-01-01', 1, 'leaf', '.stl', 'solids/leaf.stl', '{}')",
                [studio],
            )
            standing.commit()
        packed = self.var / "all.zip"
        self.assertEqual(self.command("backup", str(packed)).returncode, 0)
        with zipfile.ZipFile(packed) as inside:
            self.assertNotIn("media/solids/nobodys.stl", inside.namelist())
        mesh.unlink()
        with closing(sqlite3.connect(self.database)) as standing:
            standing.execute("UPDATE studio_piece SET name = 'spoilt'")
            standing.commit()
        back = self.command("restore", str(packed))
        self.assertEqual(back.returncode, 0, back.stderr)
        self.assertEqual(mesh.read_bytes(), b"solid leaf")
        self.assertNotIn(("spoilt",), self.rows("SELECT name FROM studio_piece"))
        (aside,) = self.var.glob("before-restore-*/studio.sqlite3")
        with closing(sqlite3.connect(aside)) as spoilt:
            self.assertIn(("spoilt",), spoilt.execute("SELECT name FROM studio_piece").fetchall())

    def test_another_database_beside_it_has_meshes_of_its_own(self) -> None:
        told = []
        for name in ("studio", "demo"):
            self.environment["COLD_CRADLE_DB"] = str(self.var / f"{name}.sqlite3")
            line = "import django; django.setup(); from django.conf import settings; print(settings.MEDIA_ROOT)"
            words = [sys.executable, "-c", line]
            done = subprocess.run(words, cwd=ROOT, env=self.environment, capture_output=True, text=True, check=True)
            told.append(done.stdout.strip())
        self.assertEqual(told, [str(self.var / "media"), str(self.var / "demo-media")])

    def test_what_is_no_backup_is_refused_and_changes_nothing(self) -> None:
        self.old()
        before = self.database.read_bytes()
        lies = self.var / "lies.zip"
        with zipfile.ZipFile(lies, "w") as packed:
            packed.writestr("cold-cradle-backup.json", "{}")
            packed.writestr("studio.sqlite3", before[:4096] + b"\0" * 9000)
            packed.writestr("../outside", "x")
        text = self.var / "text.txt"
        text.write_text("not a backup")
        cut = self.var / "cut.sqlite3"
        cut.write_bytes(before[: len(before) // 2])
        for path in (lies, text, cut, self.var / "nowhere"):
            found = self.command("restore", str(path))
            self.assertNotEqual(found.returncode, 0, path)
            self.assertNotIn("Traceback", found.stderr)
        self.assertEqual(self.database.read_bytes(), before)
        self.assertFalse((self.var.parent / "outside").exists())

    def spoilt(self, *statements: str) -> Path:
        """A copy of what stands in which something was done that no studio does."""
        path = self.var / "spoilt.sqlite3"
        path.write_bytes(self.database.read_bytes())
        with closing(sqlite3.connect(path)) as copy:
            for statement in statements:
                copy.execute(statement)
            copy.commit()
        return path

    def test_a_restore_moves_nothing_before_all_is_checked(self) -> None:
        self.old()
        self.assertEqual(self.command("migrate", "-v", "0").returncode, 0)
        (self.var / "secret-key").write_text("k" * 64)
        before = self.rows("SELECT name FROM studio_piece ORDER BY id")
        later = "INSERT INTO django_migrations (app, name, applied) VALUES ('studio', '0999_later', '2030-01-01')"
        mesh = (
            "INSERT INTO studio_solid (studio_id, created_at, updated_at, version, name, ending, file, found) "
            "SELECT id, '2026-01-01', '2026-01-01', 1, 'x', '.stl', '../secret-key', '{{}}' FROM auth_user LIMIT 1"
        ).replace("{{}}", "{}")
        for words, statements in (
            ("newer release", [later]),
            ("trigger", ["CREATE TRIGGER t AFTER INSERT ON studio_piece BEGIN DELETE FROM studio_kiln; END"]),
            ("view", ["CREATE VIEW studio_v AS SELECT 1"]),
            ("no studio has", ["CREATE TABLE loot (x)"]),
            ("is missing", ["DROP TABLE studio_solid"]),
            ("no whole studio", ["PRAGMA foreign_keys=OFF", "DROP TABLE studio_timer"]),
            ("no place for one", [mesh]),
        ):
            refused = self.command("restore", str(self.spoilt(*statements)))
            self.assertNotEqual(refused.returncode, 0, words)
            self.assertIn(words, refused.stderr)
            self.assertIn("Nothing was changed", refused.stderr)
            self.assertNotIn("Traceback", refused.stderr)
            self.assertEqual(self.rows("SELECT name FROM studio_piece ORDER BY id"), before, words)
            self.assertFalse(list(self.var.glob("before-restore-*")), words)

    def test_a_backup_says_which_meshes_it_misses_and_a_full_disk_is_words(self) -> None:
        self.old()
        self.assertEqual(self.command("migrate", "-v", "0").returncode, 0)
        with closing(sqlite3.connect(self.database)) as standing:
            studio = standing.execute("SELECT id FROM studio_studio").fetchone()[0]
            standing.execute(
                "INSERT INTO studio_solid (studio_id, created_at, updated_at, version, name, ending, file, found) "
                "VALUES (?, '2026-01-01', '2026-01-01', 1, 'leaf', '.stl', 'solids/lost.stl', '{}')",
                [studio],
            )
            standing.commit()
        packed = self.var / "all.zip"
        made = self.command("backup", str(packed))
        self.assertEqual(made.returncode, 0, made.stderr)
        self.assertIn("solids/lost.stl", made.stderr)
        self.assertEqual(packed.stat().st_mode & 0o777, 0o600)
        full = self.command("backup", "/dev/full/all.zip")
        self.assertNotEqual(full.returncode, 0)
        self.assertNotIn("Traceback", full.stderr)
        self.assertIn("could not be written", full.stderr)

    def test_a_newer_or_a_damaged_database_is_refused_in_words(self) -> None:
        self.old()
        with closing(sqlite3.connect(self.database)) as standing:
            standing.execute(
                "INSERT INTO django_migrations (app, name, applied) VALUES ('studio', '0999_later', '2030-01-01')"
            )
            standing.commit()
        self.assertIn("newer release", self.refused())
        raw = bytearray(gzip.decompress(OLD.read_bytes()))
        raw[8192:60_000] = os.urandom(60_000 - 8192)
        self.database.write_bytes(raw)
        self.assertIn("./run restore", self.refused())
        self.database.write_bytes(b"this is no database at all" * 400)
        self.assertIn("./run restore", self.refused())
        self.assertEqual(self.database.read_bytes(), b"this is no database at all" * 400)


class Copies(TestCase):
    def test_one_a_day_and_seven_of_them(self) -> None:
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(store, "copies_folder", return_value=Path(folder)),
        ):
            for day in range(1, 12):
                (Path(folder) / f"daily-202601{day:02d}.sqlite3").write_bytes(b"x")
            made = store.daily_copy()
            self.assertIsNotNone(made)
            self.assertIsNone(store.daily_copy())
            kept = sorted(path.name for path in Path(folder).iterdir())
            self.assertEqual(len(kept), 7)
            self.assertEqual(kept[0], made.name if made else "")
            self.assertEqual(kept[1:3], ["daily-20260106.sqlite3", "daily-20260107.sqlite3"])

    def test_a_clock_that_was_years_ahead_ends_no_daily_copy(self) -> None:
        """Sorted by their names, one from 2031 would outlive all others, and each new one would be the first to go."""
        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(store, "copies_folder", return_value=Path(folder)),
        ):
            (Path(folder) / "daily-20310101.sqlite3").write_bytes(b"older release")
            days = [datetime(2031, 1, 2, tzinfo=UTC) + timedelta(days=n) for n in range(8)]
            days += [datetime(2026, 11, 1, tzinfo=UTC) + timedelta(days=n) for n in range(9)]
            for day in days:
                with mock.patch.object(store, "datetime") as clock:
                    clock.now.return_value = day
                    made = store.daily_copy()
                    assert made is not None, day
                    self.assertTrue(made.exists(), day)
                    self.assertEqual(made.stat().st_mode & 0o777, 0o600)
                    self.assertIsNone(store.daily_copy())
            kept = sorted(path.name for path in Path(folder).iterdir())
            self.assertEqual(len(kept), 7)
            self.assertTrue(all("202611" in name for name in kept), kept)

    def test_a_copy_opens_no_door(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            target = Path(folder) / "copy.sqlite3"
            with closing(sqlite3.connect(Path(folder) / "standing.sqlite3")) as standing:
                standing.executescript(
                    "CREATE TABLE django_session (session_key, session_data); CREATE TABLE auth_user (id);"
                    f"INSERT INTO django_session VALUES ('{'k' * 32}', 'x'); INSERT INTO auth_user VALUES (1);"
                )
            with mock.patch.object(store, "database_path", return_value=Path(folder) / "standing.sqlite3"):
                store.copy_database(target)
            with closing(sqlite3.connect(target)) as copy:
                self.assertEqual(copy.execute("SELECT count(*) FROM django_session").fetchone(), (0,))
                self.assertEqual(copy.execute("SELECT count(*) FROM auth_user").fetchone(), (1,))
            self.assertNotIn(b"k" * 32, target.read_bytes())

    def test_files_are_their_owners_alone_and_a_folder_of_others_is_left_as_it_is(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            shared, var = Path(folder) / "shared", Path(folder) / "var"
            for place in (shared, var, shared / "backups", shared / "backups" / "studio"):
                place.mkdir()
                place.chmod(0o755)
            for path in (shared / "studio.sqlite3", shared / "backups" / "studio" / "daily-00001-20260101.sqlite3"):
                path.write_bytes(b"x")
                path.chmod(0o644)
            with (
                self.settings(VAR=var, MEDIA_ROOT=str(shared / "media")),
                mock.patch.object(store, "database_path", return_value=shared / "studio.sqlite3"),
            ):
                store.keep_to_owner()
            modes = {p.name: p.stat().st_mode & 0o777 for p in (shared, var, *shared.rglob("*"))}
            self.assertEqual((modes["shared"], modes["backups"], modes["var"]), (0o755, 0o755, 0o700))
            self.assertEqual((modes["studio"], modes["studio.sqlite3"]), (0o700, 0o600))
            self.assertEqual(modes["daily-00001-20260101.sqlite3"], 0o600)

    def test_meshes_are_found_where_an_older_release_had_them(self) -> None:
        studio = StudioTest.new_studio("Wren")
        with tempfile.TemporaryDirectory() as folder:
            var = Path(folder)
            (var / "media" / "solids").mkdir(parents=True)
            (var / "media" / "solids" / "leaf.stl").write_bytes(b"leaf")
            for name in ("solids/leaf.stl", "solids/gone.stl", "../secret-key"):
                Solid.objects.create(studio=studio, name="x", ending=".stl", file=name, found={})
            with (
                self.settings(MEDIA_ROOT=str(var / "demo-media")),
                mock.patch.object(store, "database_path", return_value=var / "demo.sqlite3"),
            ):
                self.assertEqual(store.find_meshes_again(), (1, ["solids/gone.stl"]))
                self.assertEqual(store.find_meshes_again(), (0, ["solids/gone.stl"]))
            self.assertEqual((var / "demo-media" / "solids" / "leaf.stl").read_bytes(), b"leaf")
            self.assertTrue((var / "media" / "solids" / "leaf.stl").exists())

    def test_a_mesh_nobody_speaks_of_is_swept_when_it_is_a_day_old(self) -> None:
        studio = StudioTest.new_studio("Wren")
        with tempfile.TemporaryDirectory() as folder, self.settings(MEDIA_ROOT=folder):
            for name in ("spoken.stl", "old.stl", "new.stl"):
                path = Path(folder) / "solids" / name
                path.parent.mkdir(exist_ok=True)
                path.write_bytes(b"x")
                if name != "new.stl":
                    os.utime(path, (time.time() - 90_000,) * 2)
            Solid.objects.create(studio=studio, name="x", ending=".stl", file="solids/spoken.stl", found={})
            self.assertEqual(store.sweep_orphans(), 1)
            self.assertEqual(sorted(p.name for p in Path(folder, "solids").iterdir()), ["new.stl", "spoken.stl"])


class Pruning(StudioTest):
    """All for 90 days, then the last of each day; what stands and undo from there always."""

    def setUp(self) -> None:
        super().setUp()
        newest = mock.patch.object(pruning, "_NEWEST", 0)  # the last fifty have a test of their own
        newest.start()
        self.addCleanup(newest.stop)

    def edited(self, days_ago: float, wall: int) -> None:
        piece = Piece.objects.get(pk=self.piece.pk)
        change = [("stages.0.cradle.wall", f"{wall} mm")]
        change_piece(piece, version=piece.version, changes=change, system="metric", label=f"{wall}")
        made = datetime.now(UTC).replace(hour=12) - timedelta(days=days_ago)
        Revision.objects.filter(pk=Revision.objects.latest("pk").pk).update(created_at=made + timedelta(minutes=wall))

    def labels(self) -> list[str]:
        return list(Revision.objects.filter(piece=self.piece).values_list("label", flat=True))

    def test_old_days_keep_their_last_step_and_undo_still_goes_back(self) -> None:
        Revision.objects.update(created_at=datetime.now(UTC) - timedelta(days=200))
        for days_ago, wall in ((150, 21), (150, 22), (150, 23), (120, 24), (120, 25), (89, 26), (89, 27), (1, 28)):
            self.edited(days_ago, wall)
        now = datetime.now(UTC).replace(hour=12)
        self.assertEqual(pruning.prune(now), 3)
        self.assertEqual(self.labels(), ["imported", "23", "25", "26", "27", "28"])
        self.assertEqual(pruning.prune(now), 0)
        piece = Piece.objects.get(pk=self.piece.pk)
        walls = []
        for _ in range(5):
            piece = Piece.objects.get(pk=piece.pk)
            found = undo_piece(piece, version=piece.version)
            walls.append(found.document["stages"][0]["cradle"]["wall"] if found else None)
        self.assertEqual(walls, ["27 mm", "26 mm", "25 mm", "23 mm", "30 mm"])
        piece = Piece.objects.get(pk=piece.pk)
        found = redo_piece(piece, version=piece.version)
        self.assertEqual(found.document["stages"][0]["cradle"]["wall"] if found else None, "23 mm")

    def test_what_stands_and_the_step_before_it_stay_however_old(self) -> None:
        for wall in (21, 22, 23):
            self.edited(300, wall)
        piece = Piece.objects.get(pk=self.piece.pk)
        undo_piece(piece, version=piece.version)  # 22 stands now; 23 is the last of its day
        Revision.objects.filter(label="imported").update(created_at=datetime.now(UTC) - timedelta(days=310))
        FiringRevision.objects.update(created_at=datetime.now(UTC) - timedelta(days=310))
        pruning.prune(datetime.now(UTC))
        self.assertEqual(self.labels(), ["imported", "21", "22", "23"])
        self.assertEqual(FiringRevision.objects.count(), 1)

    def test_the_last_fifty_stay_whatever_the_clock_says(self) -> None:
        for n in range(60):
            self.edited(120 + n / 1000, 10 + n)
        piece = Piece.objects.get(pk=self.piece.pk)
        with mock.patch.object(pruning, "_NEWEST", 50):
            pruning.prune(timezone.now())
            pruning.prune(timezone.now() + timedelta(days=4000))  # a clock years ahead
            newest = list(piece.revisions.order_by("-pk").values_list("label", flat=True)[:50])
            self.assertEqual(len(newest), 50)
            self.assertLess(piece.revisions.count(), 55)
