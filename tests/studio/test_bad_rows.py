"""What is the matter with one piece, or one shelf, never closes a place."""

from __future__ import annotations

from studio.actions.pieces import import_piece
from studio.models import Piece, StockItem
from tests.documents import document
from tests.studio.base import StudioTest


class OneBadRow(StudioTest):
    def test_a_piece_that_cannot_be_planned_says_so_in_its_own_row(self) -> None:
        import_piece(self.owner, document())
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
            StockItem.objects.create(owner=self.owner, kind=kind, form="nuggets", mass_kg=3000.0)
        Piece.objects.update(summary=None)
        self.assertEqual(self.ask("GET", "/pieces").status_code, 200)
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}").status_code, 200)
