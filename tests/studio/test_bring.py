"""An archive brought in at the machine itself, by the command."""

from __future__ import annotations

import io
import tempfile
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, ClassVar
from unittest import mock

from django.core.management import call_command
from django.core.management.base import CommandError
from django.test import TestCase

from studio.archive import write_archive
from studio.demo.load import load_demo
from studio.models import Member, Piece, Role, Studio
from tests.people import member, person_of, studio_of_one


class Bring(TestCase):
    studio: ClassVar[Studio]
    pieces: ClassVar[int]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.studio = load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC), with_history=False)
        cls.pieces = Piece.objects.of(cls.studio).count()

    def setUp(self) -> None:
        self.file = Path(self.enterContext(tempfile.TemporaryDirectory())) / "studio.zip"
        self.enterContext(mock.patch("studio.management.commands.bring.bring_up_to_date"))

    def bring(self, **told: Any) -> str:
        out = io.StringIO()
        call_command("bring", str(self.file), stdout=out, **told)
        return out.getvalue()

    def refused(self, **told: Any) -> str:
        with self.assertRaises(CommandError) as caught:
            self.bring(**told)
        return str(caught.exception)

    def test_beside_what_stands_and_told_step_by_step(self) -> None:
        write_archive(self.studio, self.file)
        said = self.bring()
        self.assertIn(f"pieces, {self.pieces}", said)
        self.assertIn("It is here: “Gannet Row”", said)
        made = Studio.objects.exclude(pk=self.studio.pk).get()
        self.assertEqual(Piece.objects.of(made).count(), self.pieces)
        self.assertEqual(Piece.objects.of(self.studio).count(), self.pieces)

    def test_into_an_empty_studio_of_whoever_is_named(self) -> None:
        write_archive(self.studio, self.file)
        harbour = studio_of_one("Harbour")
        self.assertIn("--owner NAME, one of: Gannet Row, Harbour", self.refused())
        self.assertIn("--owner NAME", self.refused(owner="Maren"))  # of the studio, and no owner of it
        self.bring(owner="Harbour")
        self.assertEqual(Piece.objects.of(harbour).count(), self.pieces)
        self.assertEqual(Studio.objects.count(), 2)

    def test_two_owners_of_one_studio_are_two(self) -> None:
        member(self.studio, "Dunlin", Role.OWNER)
        write_archive(self.studio, self.file)
        self.assertIn("Dunlin", self.refused())
        self.assertIn("It is here", self.bring(owner=person_of(self.studio).get_username()))

    def test_what_is_none_is_said(self) -> None:
        self.assertIn("There is no file", self.refused())
        self.file.write_text("no archive")
        self.assertIn("no archive of a studio", self.refused())
        Member.objects.all().delete()
        self.assertIn("Nobody owns a studio here yet", self.refused())
        self.assertEqual(Studio.objects.count(), 1)

    def test_a_full_disk_is_said(self) -> None:
        write_archive(self.studio, self.file)
        with mock.patch("studio.management.commands.bring.read_archive", side_effect=OSError(28, "full")):
            self.assertIn("full", self.refused().lower())
