"""Nothing that was answered has changed: figures, errors, findings, workings, thread, cards, calendar, tables.

What is meant to change is written anew with COLD_CRADLE_GOLDEN=write, and the difference told in the commit.
"""

from __future__ import annotations

import json
from datetime import UTC, datetime
from pathlib import Path
from typing import Any
from unittest import mock

from django.db import connection
from django.test import SimpleTestCase, TestCase, override_settings

from studio.demo.load import load_demo
from studio.demo.plain import made_whole
from tests.documents import document
from tests.golden.answers import all_answers, bring_in, demo_documents
from tests.golden.kept import compared
from tests.golden.refused import refusals
from tests.people import person_of

NOW = datetime(2026, 11, 24, 9, 30, tzinfo=UTC)
DATA = Path(__file__).parents[1] / "data"


class Answers(TestCase):
    maxDiff = None

    @override_settings(DEMO=True)
    def test_every_answer_of_the_demo_and_of_each_release_is_what_it_was(self) -> None:
        with connection.cursor() as cursor:  # so that the numbers of rows begin at one, whatever ran before
            cursor.execute("DELETE FROM sqlite_sequence")
        with mock.patch("django.utils.timezone.now", return_value=NOW):
            studio = load_demo(NOW, is_all_dated=True)
            shipped = sorted((DATA / "version1").glob("*.json"))
            bring_in(studio, [json.loads(path.read_text("utf-8")) for path in shipped])
            self.client.force_login(person_of(studio))
            changed = compared("answers", all_answers(self.client, studio))
        self.assertEqual(len(changed), 0, "places differ:\n" + "\n".join(changed[:40]))


class Refusals(SimpleTestCase):
    def test_every_refusal_of_a_bent_document_is_what_it_was(self) -> None:
        def short(number: int) -> dict[str, Any]:
            whole: dict[str, Any] = made_whole(demo_documents()[number], NOW)
            return whole

        told = {"cast": refusals(document()), "parts": refusals(short(3)), "slump": refusals(short(7))}
        changed = compared("refusals", told)
        self.assertEqual(len(changed), 0, "places differ:\n" + "\n".join(changed[:40]))
