"""What was kept by the first edition is carried over, and what is kept once stays so."""

from __future__ import annotations

from importlib import import_module
from typing import Any

from django.apps import apps
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import TransactionTestCase

from tests.documents import document


class RackMigration(TransactionTestCase):
    """A database of the first edition, with weights on its racks, moved on and back."""

    def tearDown(self) -> None:
        call_command("migrate", verbosity=0)

    def at(self, name: str) -> Any:
        executor = MigrationExecutor(connection)
        executor.migrate([("studio", name)])
        return executor.loader.project_state([("studio", name)]).apps

    def test_weights_become_jars_and_jars_weights(self) -> None:
        old = self.at("0001_initial")
        owner = old.get_model("auth", "User").objects.create(username="Wren")
        kind = old.get_model("studio", "GlassKind").objects.create(
            owner=owner,
            key="x",
            name="gull grey",
            document={"density": "2500 kg/m³"},
            rack={"coarse": "640 g", "sheet": "2 lb 3 oz"},
        )
        old.get_model("studio", "Piece").objects.create(owner=owner, name="Old piece", summary={"cavity": []})
        new = self.at("0002_stock_and_drawings")
        items = {i.form: i for i in new.get_model("studio", "StockItem").objects.all()}
        self.assertAlmostEqual(items["coarse"].mass_kg, 0.64)
        self.assertAlmostEqual(items["sheet"].mass_kg, 0.9922, places=4)
        self.assertIn("gull grey", items["sheet"].words)
        self.assertIsNone(new.get_model("studio", "Piece").objects.get().summary)
        back = self.at("0001_initial")
        rack = back.get_model("studio", "GlassKind").objects.get(pk=kind.pk).rack
        self.assertEqual(rack["coarse"], "640 g")

    def test_the_tables_are_those_of_the_last_migration(self) -> None:
        call_command("makemigrations", "studio", check=True, dry_run=True, verbosity=0)
        self.assertTrue(apps.get_model("studio", "StockItem"))


class FirstEditionDocuments(TransactionTestCase):
    def test_a_document_without_anything_new_is_planned_as_before(self) -> None:
        """The first edition's entries are enough: no care, no tilt, no count, no mix."""
        from coldcradle.document.piece import read_piece
        from coldcradle.piece.stage import plan_stage

        whole = document()
        piece = read_piece(whole).piece.stages[0]
        self.assertEqual(
            (piece.cradle.count, piece.cradle.tilt, piece.glass.mix, piece.glass.extras), (1, None, None, ())
        )
        found = plan_stage(piece)
        self.assertNotIn("charge_each", found.figures)
        self.assertEqual(len(found.weigh), 1)
        self.assertTrue(import_module("coldcradle.sums").SUMS)
