"""The database is never held while something is computed, and whoever computed on what is gone computes anew."""

from __future__ import annotations

import json
import sqlite3
import threading
from contextlib import closing
from typing import Any
from unittest import mock

from django.db import OperationalError, connection, transaction
from django.test import Client, TestCase, TransactionTestCase

from coldcradle.document.starting import starting_cradle, starting_layup
from studio import keeping, planning
from studio.actions.bringing_in import import_piece
from studio.actions.edits import change_piece
from studio.actions.history import undo_piece
from studio.actions.stages import add_stage
from studio.errors import Stale
from studio.keeping import Busy, memoized
from studio.keeping import keeping as kept
from studio.models import Kiln, Piece, Stage
from tests.documents import document
from tests.people import person_of
from tests.studio.base import AT, StudioTest

WALL = [("stages.0.cradle.wall", "25 mm")]


class Elsewhere(TransactionTestCase):
    """Planning goes on while another connection writes; it must be able to."""

    def setUp(self) -> None:
        self.studio = StudioTest.new_studio("Wren")
        self.piece = import_piece(self.studio, document())
        self.plan = planning._plan_document
        self.planned = 0

    def meanwhile(self, write: Any) -> Any:
        """Planning, during which something is written by another connection that waits for nobody."""

        def plan(*words: Any) -> Any:
            self.planned += 1
            with closing(sqlite3.connect(connection.settings_dict["NAME"], timeout=0)) as other:
                write(other)
                other.commit()
            return self.plan(*words)

        return mock.patch.object(planning, "_plan_document", plan)

    def test_an_edit_an_undo_and_a_further_stage_are_planned_while_others_write(self) -> None:
        def write(other: sqlite3.Connection) -> None:
            other.execute("UPDATE auth_user SET first_name = first_name || 'x'")

        with self.meanwhile(write):
            change_piece(self.piece, version=1, changes=WALL, system="metric", label="wall")
            undo_piece(self.piece, version=2)
            cradle = starting_cradle("slump", "")
            layup = starting_layup("slump", cradle, is_taking=True)
            how = {"process": "slump", "name": "", "cradle": cradle, "layup": layup}
            add_stage(self.piece, version=3, after="main", **how)  # type: ignore[arg-type]  # as plain values
        self.assertGreaterEqual(self.planned, 3)
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).version, 4)
        self.assertEqual(Stage.objects.filter(piece=self.piece).count(), 2)

    def test_a_kiln_changed_meanwhile_is_planned_with_as_it_is_then(self) -> None:
        once = iter([True])

        def write(other: sqlite3.Connection) -> None:
            if next(once, False):
                kiln = Kiln.objects.of(self.studio).get().document | {"room": "31 °C"}
                other.execute("UPDATE studio_kiln SET document = ?", [json.dumps(kiln)])

        with self.meanwhile(write):
            found = change_piece(self.piece, version=1, changes=WALL, system="metric", label="wall")
        self.assertEqual(self.planned, 2)
        self.assertEqual(found.document["stages"][0]["heat"]["kiln"]["room"], "31 °C")
        self.assertEqual(found.document["stages"][0]["cradle"]["wall"], "25 mm")

    def test_the_piece_changed_meanwhile_is_stale_and_nothing_is_kept(self) -> None:
        def write(other: sqlite3.Connection) -> None:
            other.execute("UPDATE studio_piece SET version = version + 1")

        with self.meanwhile(write), self.assertRaises(Stale):
            change_piece(self.piece, version=1, changes=WALL, system="metric", label="wall")
        self.assertEqual(Stage.objects.get(piece=self.piece).inputs["cradle"]["wall"], "30 mm")

    def test_somebody_who_never_stops_writing_is_not_waited_for_for_ever(self) -> None:
        def write(other: sqlite3.Connection) -> None:
            room = f"{20 + self.planned / 10:g} °C"
            kiln = Kiln.objects.of(self.studio).get().document | {"room": room}
            other.execute("UPDATE studio_kiln SET document = ?", [json.dumps(kiln)])

        with self.meanwhile(write), self.assertRaises(Busy):
            change_piece(self.piece, version=1, changes=WALL, system="metric", label="wall")
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).version, 1)

    def test_many_hands_on_many_pieces_all_get_through(self) -> None:
        pieces = [import_piece(self.studio, document()) for _ in range(5)]
        answers: list[int] = []

        def edit(piece: Piece) -> None:
            client = Client()
            client.force_login(person_of(self.studio))
            for version in (1, 2, 3):
                body = {"version": version, "changes": [{"path": AT + "cradle.wall", "value": f"{20 + version} mm"}]}
                got = client.patch(f"/api/pieces/{piece.pk}", json.dumps(body), content_type="application/json")
                answers.append(got.status_code)
            connection.close()

        hands = [threading.Thread(target=edit, args=(piece,)) for piece in pieces]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join()
        self.assertEqual(answers, [200] * 15)
        self.assertEqual([p.version for p in Piece.objects.filter(pk__in=[p.pk for p in pieces])], [4] * 5)


class Rounds(TestCase):
    def test_what_is_asked_for_twice_is_worked_out_once_and_outside(self) -> None:
        where: list[bool] = []

        @kept
        def action() -> int:
            return sum(memoized(n, lambda n=n: where.append(keeping._ledger.get() is None) or n) for n in (1, 2, 1))  # type: ignore[func-returns-value, misc]  # it returns nothing

        self.assertEqual(action(), 4)
        self.assertEqual(where, [True, True])

    def test_what_was_written_in_a_round_that_did_not_count_is_taken_back(self) -> None:
        studio = StudioTest.new_studio("Wren")

        @kept
        def action() -> None:
            Kiln.objects.create(studio=studio, name="Twice", document={})
            memoized("x", lambda: self.assertFalse(Kiln.objects.filter(name="Twice").exists()))

        action()
        self.assertEqual(Kiln.objects.filter(name="Twice").count(), 1)

    def test_a_part_of_another_action_is_kept_with_it_or_not_at_all(self) -> None:
        studio = StudioTest.new_studio("Wren")

        @kept
        def part() -> None:
            Kiln.objects.create(studio=studio, name="Part", document={})

        @kept
        def whole() -> None:
            part()
            raise ValueError

        with self.assertRaises(ValueError):
            whole()
        self.assertFalse(Kiln.objects.filter(name="Part").exists())


class Store(StudioTest):
    """A store that fails says so in words, and what was not kept."""

    def test_each_trouble_has_its_status_and_its_words(self) -> None:
        for said, status, words in (
            ("database is locked", 503, "sent again"),
            ("database or disk is full", 507, "disk of the studio is full"),
            ("attempt to write a readonly database", 507, "may not be written"),
            ("database disk image is malformed", 503, "./run restore"),
            ("disk I/O error", 503, "Nothing was kept"),
        ):
            with mock.patch("studio.actions.edits._swap", side_effect=OperationalError(said)):
                answer = self.change({AT + "cradle.wall": "25 mm"})
            self.assertEqual(answer.status_code, status, said)
            self.assertIn(words, answer.json()["message"])
            self.assertEqual("Retry-After" in answer.headers, status == 503)
        self.assertEqual(Stage.objects.get(piece=self.piece).inputs["cradle"]["wall"], "30 mm")

    def test_a_disk_full_of_a_mesh_or_at_sign_in_is_no_bare_error(self) -> None:
        self.client.logout()
        self.client.raise_request_exception = False
        with mock.patch("studio.api.session.login", side_effect=OperationalError("database or disk is full")):
            body = {"name": "Wren", "password": "a long enough one"}
            answer = self.ask("POST", "/session", body)
        self.assertEqual((answer.status_code, "disk" in answer.json()["message"]), (507, True))
        with mock.patch(
            "studio.sessions.SessionStore.load",
            side_effect=OperationalError("database disk image is malformed"),
        ):
            self.client.cookies["sessionid"] = "x" * 32
            answer = self.client.get("/api/pieces")
            self.assertEqual(answer.status_code, 503)
            self.assertIn("./run restore", answer.json()["message"])

    def test_other_errors_of_the_store_stay_errors(self) -> None:
        with (
            mock.patch("studio.actions.edits._swap", side_effect=OperationalError("no such column: x")),
            self.assertRaises(OperationalError),
            transaction.atomic(),
        ):
            self.change({AT + "cradle.wall": "25 mm"})
