"""A studio as one file: out, in, and out again the same; into an empty one or beside a standing one; never in part."""

from __future__ import annotations

import errno
import io
import json
import tempfile
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, ClassVar
from unittest import mock

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.core.management.base import CommandError
from django.test import Client, TestCase

from studio.actions.people import called, make_studio, remember
from studio.archive import read_archive, write_archive
from studio.archive.tables import HEADER, TABLES, named_rows, rows_of
from studio.demo.load import load_demo
from studio.models import Firing, Kiln, Member, Piece, Reading, Revision, Role, Stage, Studio
from studio.planning import planned
from studio.store import StoreTrouble
from tests.people import PASSWORD, member, person_of, studio_of_one


def header(path: Path) -> dict[str, Any]:
    with zipfile.ZipFile(path) as packed:
        return dict(json.loads(packed.read(HEADER)))


def told_with(parts: dict[str, bytes], **changed: Any) -> bytes:
    """The first page of an archive with something else in it."""
    return json.dumps({**json.loads(parts[HEADER]), **changed}).encode()


def bent(path: Path, change: Any, to: str = "bent.zip") -> Path:
    """The same archive with some of its parts changed, added (None: left out), its digests as they were."""
    target = path.with_name(to)
    with zipfile.ZipFile(path) as old, zipfile.ZipFile(target, "w") as new:
        parts = {name: old.read(name) for name in old.namelist()}
        parts |= change(parts)
        for name, data in parts.items():
            if data is not None:
                new.writestr(name, data)
    return target


class Archive(TestCase):
    studio: ClassVar[Studio]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.studio = load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC))

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.out = self.folder / "out.zip"

    def brought(self, path: Path, studio: Studio) -> Studio:
        *_, last = read_archive(path, studio)
        assert last.studio is not None
        return last.studio

    def counted(self, studio: Studio) -> dict[str, int]:
        return {model.__name__: rows_of(studio, model, way).count() for model, way in TABLES}

    def test_out_and_in_and_out_again_is_the_same_to_the_byte(self) -> None:
        self.assertEqual(write_archive(self.studio, self.out), [])
        into = self.brought(self.out, studio_of_one("Harbour"))
        again = self.folder / "again.zip"
        write_archive(into, again)
        first, second = header(self.out)["sha256"], header(again)["sha256"]
        self.assertEqual(set(first), set(second))
        self.assertEqual({k for k in first if first[k] != second[k]}, set())
        self.assertGreater(len(first), 30)
        self.assertEqual(self.counted(into), self.counted(self.studio))
        self.assertGreater(Reading.objects.filter(firing__studio=into).count(), 100)

    def test_who_did_what_comes_along_as_a_name_that_opens_nothing(self) -> None:
        write_archive(self.studio, self.out)
        into = self.brought(self.out, studio_of_one("Harbour"))
        names = {called(one.by) for one in Reading.objects.filter(firing__studio=into).select_related("by")}
        self.assertEqual(names, {"Maren"})
        (maren,) = get_user_model().objects.filter(is_active=False, first_name="Maren")
        self.assertFalse(maren.has_usable_password())
        self.assertFalse(Member.objects.filter(person=maren).exists())
        self.assertEqual([called(m.person) for m in into.members.all()], ["Harbour"])
        whose = Client()
        self.assertFalse(whose.login(username=maren.get_username(), password=""))

    def test_a_name_of_elsewhere_keeps_nobody_from_signing_in(self) -> None:
        person = get_user_model().objects.create_user("ann", first_name="Ann", password=PASSWORD)
        make_studio(person, "Ann")
        remember("Ann")
        with self.assertRaises(CommandError):
            call_command("owner", "ann-2")
        told = {"name": "Ann", "password": PASSWORD}
        answer = Client().post("/api/session", json.dumps(told), content_type="application/json")
        self.assertEqual(answer.json()["sign_in"], "ann")

    def test_people_beyond_any_studio_or_without_names_are_refused(self) -> None:
        write_archive(self.studio, self.out)
        for people, words in (
            ([{"sign_in": "x", "name": "x"}] * 1001, "more people than any studio"),
            ([{"sign_in": "x"}], "cannot be brought in"),
            (["Maren"], "cannot be brought in"),
            ("Maren", "cannot be brought in"),
        ):
            other = bent(self.out, lambda parts, people=people: {HEADER: told_with(parts, people=people)})
            with self.subTest(words=words), self.assertRaisesRegex(StoreTrouble, words):
                list(read_archive(other, self.studio))
            self.assertFalse(get_user_model().objects.filter(is_active=False).exists())

    def test_every_piece_is_planned_as_it_was_and_its_history_goes_back(self) -> None:
        write_archive(self.studio, self.out)
        into = self.brought(self.out, studio_of_one("Harbour"))
        pairs = zip(Piece.objects.of(self.studio).order_by("pk"), Piece.objects.of(into).order_by("pk"), strict=True)
        for old, new in pairs:
            self.assertNotEqual(old.pk, new.pk)
            before, after = planned(old), planned(new)
            self.assertEqual(
                [s.figures["effective_thickness"].value for s in before.plan.stages if s.heat],
                [s.figures["effective_thickness"].value for s in after.plan.stages if s.heat],
            )
            self.assertEqual(old.created_at, new.created_at)
            assert new.head is not None
            self.assertEqual(new.head.piece_id, new.pk)

    def test_no_row_of_one_studio_names_a_row_of_the_other(self) -> None:
        write_archive(self.studio, self.out)
        into = self.brought(self.out, studio_of_one("Harbour"))
        mine = {s.pk for s in Stage.objects.filter(piece__studio=into)}
        for stage in Stage.objects.filter(piece__studio=into).select_related("firing", "glass_kind"):
            self.assertEqual((stage.firing.studio_id, stage.glass_kind.studio_id), (into.pk, into.pk))
        kilns = {k.pk for k in Kiln.objects.of(into)}
        for firing in Firing.objects.of(into).select_related("head"):
            self.assertLessEqual({int(b["member"]) for b in firing.load.get("berths", [])}, mine)
            self.assertIn(firing.head.snapshot["kiln_id"], kilns)
            frozen = firing.frozen["stages"] if firing.frozen else []
            self.assertLessEqual({s["stage_id"] for s in frozen}, mine)
        firings = {f.pk for f in Firing.objects.of(into)}
        for row in Revision.objects.filter(piece__studio=into):
            self.assertLessEqual({s["firing_id"] for s in row.snapshot["stages"]}, firings)

    def test_a_standing_studio_is_kept_beside_what_was_brought_in(self) -> None:
        write_archive(self.studio, self.out)
        before = self.counted(self.studio)
        member(self.studio, "Dunlin", Role.GUEST)
        into = self.brought(self.out, self.studio)
        self.assertNotEqual(into.pk, self.studio.pk)
        self.assertEqual(self.counted(self.studio), before)
        roles = Member.objects.filter(studio=into).values_list("person__username", "role")
        people = {("Gannet Row", "owner"), ("Maren", "maker"), ("Knot", "guest"), ("Dunlin", "guest")}
        self.assertEqual(set(roles), people)
        self.assertFalse(get_user_model().objects.filter(is_active=False).exists())
        self.assertEqual(self.counted(into), before)

    def test_what_is_not_whole_changes_nothing(self) -> None:
        write_archive(self.studio, self.out)
        told = header(self.out)
        cut = self.folder / "cut.zip"
        cut.write_bytes(self.out.read_bytes()[:-2000])
        text = self.folder / "text.zip"
        text.write_text("no archive")
        newer = bent(self.out, lambda _: {HEADER: json.dumps(told | {"format": 2})}, "newer.zip")
        changed = bent(self.out, lambda p: {"tables/kiln.json": p["tables/kiln.json"].replace(b"Eider", b"Elder")})
        less = bent(self.out, lambda _: {"tables/stage.json": None}, "less.zip")
        key = bent(self.out, lambda _: {"../secret-key": b"x"}, "key.zip")
        deep = bent(self.out, lambda _: {HEADER: b"[" * 100_000}, "deep.zip")
        scratched, raw = self.folder / "scratched.zip", bytearray(self.out.read_bytes())
        with zipfile.ZipFile(self.out) as packed:
            at = packed.getinfo("tables/revision.json").header_offset + 120
        raw[at : at + 40] = bytes(40)
        scratched.write_bytes(raw)
        for path, words in (
            (cut, "cut short"),
            (text, "no archive"),
            (newer, "newer release"),
            (changed, "not what was written"),
            (less, "parts are missing"),
            (key, "is in it"),
            (deep, "no archive"),
            (scratched, "damaged"),
        ):
            studio = studio_of_one(path.name)
            kept = self.counted(studio)
            with self.assertRaisesRegex(StoreTrouble, words):
                list(read_archive(path, studio))
            self.assertEqual(self.counted(studio), kept)
        self.assertEqual(Studio.objects.filter(name=self.studio.name).count(), 1)

    def test_a_disk_that_fills_in_the_middle_leaves_nothing_behind(self) -> None:
        write_archive(self.studio, self.out)
        other, meshes = studio_of_one("Harbour"), Path(settings.MEDIA_ROOT) / "solids"
        before = set(meshes.glob("*"))
        full = OSError(errno.ENOSPC, "No space left on device")
        client = Client()
        client.force_login(person_of(other))
        with mock.patch.object(Path, "write_bytes", side_effect=full):
            sent = client.post("/api/studio/archive", {"file": io.BytesIO(self.out.read_bytes())})
            *_, last = [json.loads(line) for line in b"".join(sent.streaming_content).splitlines()]  # type: ignore[attr-defined]
        self.assertIn("The disk of the studio is full", last["trouble"])
        self.assertEqual(Piece.objects.of(other).count(), 0)
        self.assertEqual(set(meshes.glob("*")), before)

    def test_rows_that_name_nothing_are_refused_whole(self) -> None:
        write_archive(self.studio, self.out)
        told = header(self.out)

        def astray(parts: dict[str, bytes]) -> dict[str, Any]:
            rows = json.loads(parts["tables/stage.json"])
            rows[-1]["firing"] = 9999
            data = json.dumps(rows).encode()
            import hashlib

            digests = told["sha256"] | {"tables/stage.json": hashlib.sha256(data).hexdigest()}
            return {"tables/stage.json": data, HEADER: json.dumps(told | {"sha256": digests})}

        studio = studio_of_one("Harbour")
        with self.assertRaisesRegex(StoreTrouble, "Nothing was changed"):
            list(read_archive(bent(self.out, astray), studio))
        self.assertEqual(Piece.objects.of(studio).count(), 0)
        self.assertEqual(Studio.objects.count(), 2)

    def test_from_the_page_by_its_owner_alone(self) -> None:
        client = Client()
        client.force_login(person_of(self.studio))
        got = client.get("/api/studio/archive")
        packed = b"".join(got.streaming_content)  # type: ignore[attr-defined]  # it is a file
        self.assertEqual(got.status_code, 200)
        other = studio_of_one("Harbour")
        client.force_login(person_of(other))
        sent = client.post("/api/studio/archive", {"file": io.BytesIO(packed)})
        lines = [json.loads(line) for line in b"".join(sent.streaming_content).splitlines()]  # type: ignore[attr-defined]
        self.assertEqual((lines[-1]["studio"], lines[-1]["trouble"]), (other.pk, ""))
        self.assertGreater(len(lines), 15)
        self.assertEqual(Piece.objects.of(other).count(), Piece.objects.of(self.studio).count())
        broken = client.post("/api/studio/archive", {"file": io.BytesIO(packed[:5000])})
        *_, last = [json.loads(line) for line in b"".join(broken.streaming_content).splitlines()]  # type: ignore[attr-defined]
        self.assertIn("cut short", last["trouble"])
        client.force_login(member(other, "Dunlin"))
        self.assertEqual(client.get("/api/studio/archive").status_code, 403)
        self.assertEqual(client.post("/api/studio/archive", {"file": io.BytesIO(packed)}).status_code, 403)


class Numbers(TestCase):
    def test_rows_named_inside_are_numbered_anew_and_nothing_else(self) -> None:
        told = {
            "kiln_id": 3,
            "count": 3,
            "load": {"berths": [{"member": "4", "x": "3 mm"}]},
            "stages": [{"item_id": 9}],
        }
        found = named_rows(told, lambda table, number: {"kiln": 30, "stage": 40}.get(table))
        self.assertEqual(
            found,
            {
                "kiln_id": 30,
                "count": 3,
                "load": {"berths": [{"member": "40", "x": "3 mm"}]},
                "stages": [{"item_id": None}],
            },
        )
