"""What is the matter with one piece, or one shelf, never closes a place."""

from __future__ import annotations

from unittest import mock

from studio.actions.bringing_in import import_piece
from studio.models import Piece, StockItem
from tests.documents import document
from tests.studio.base import StudioTest


class OneBadRow(StudioTest):
    def test_a_piece_that_cannot_be_planned_says_so_in_its_own_row(self) -> None:
        import_piece(self.studio, document())
        stage = self.piece.stages.get()
        stage.inputs["cradle"]["line"] = "-5 mm"
        stage.save()
        Piece.objects.update(summary=None)
        for path in ("/pieces", "/today"):
            self.assertEqual(self.ask("GET", path).status_code, 200, path)
        rows = {row["id"]: row for row in self.ask("GET", "/pieces").json()["rows"]}
        self.assertEqual(len(rows), 2)
        self.assertEqual(rows[self.piece.pk]["process"], "cannot be planned")
        self.assertIn("-5 mm", rows[self.piece.pk]["waits_word"])
        self.assertTrue(all(row["thread"] for pk, row in rows.items() if pk != self.piece.pk))

    def test_a_rack_of_many_tonnes_in_several_jars_closes_nothing(self) -> None:
        kind = self.piece.stages.get().glass_kind
        for _ in range(2):
            StockItem.objects.create(studio=self.studio, kind=kind, form="nuggets", mass_kg=3000.0)
        Piece.objects.update(summary=None)
        self.assertEqual(self.ask("GET", "/pieces").status_code, 200)
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}").status_code, 200)

    def test_a_page_of_many_to_be_worked_out_anew_answers_in_a_moment_and_again(self) -> None:
        for _ in range(3):
            import_piece(self.studio, document())
        Piece.objects.update(summary=None)
        with mock.patch("studio.api.pieces._MOMENT_S", -1.0):
            first = self.ask("GET", "/pieces").json()
        self.assertEqual((first["pending"], len(first["rows"])), (4, 4))
        self.assertEqual({row["process"] for row in first["rows"]}, {"being worked out anew"})
        later = self.ask("GET", "/pieces").json()
        self.assertEqual(later["pending"], 0)
        self.assertTrue(all(row["thread"] for row in later["rows"]))

    def test_a_long_list_is_read_along_its_index(self) -> None:
        rows = Piece.objects.of(self.studio).filter(is_put_away=False)
        self.assertIn("newest_of_a_studio", rows[:40].explain())
        self.assertNotIn("TEMP B-TREE", rows[:40].explain())
