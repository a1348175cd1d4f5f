"""Every working of every piece of the demo reproduces what stands over it."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime

from django.test import TestCase

from coldcradle.glass.kinds import shipped_kinds
from coldcradle.quantity.format import show
from coldcradle.quantity.parse import parse
from coldcradle.report.figure import Figure, given
from coldcradle.sums import SUMS, evaluate
from studio.demo.load import load_demo
from studio.models import Piece
from studio.planning import planned
from tests.core.test_firing import fired
from tests.documents import piece
from tests.formulas import Unreproducible, check_formula
from tests.studio.base import StudioTest


class Workings(TestCase):
    def check(self, figures: list[tuple[str, Figure]]) -> None:
        wrong = []
        for where, figure in figures:
            try:
                check_formula(figure)
            except Unreproducible as error:
                wrong.append(f"{where}: {error}")
        self.assertEqual(wrong, [], "\n" + "\n".join(wrong))

    def test_of_every_figure_of_the_demo(self) -> None:
        studio = load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC), with_history=False)
        found = [
            (p.name, f) for p in Piece.objects.of(studio) for s in planned(p).plan.stages for f in s.figures.values()
        ]
        self.assertGreater(len(found), 200)
        self.check(found)

    def test_of_every_sum_as_it_opens(self) -> None:
        found = []
        for key, one in SUMS.items():
            result = evaluate(one, {}, kinds=shipped_kinds()).result
            assert result is not None, key
            found += [(key, f) for f in result.figures]
        self.check(found)

    def test_a_number_that_was_changed_is_noticed(self) -> None:
        """The check itself has teeth: one input a tenth off, or one figure of the answer, does not pass."""
        from coldcradle.piece.stage import plan_stage

        figures = plan_stage(piece()).figures
        for key in ("glass_mass", "anneal_rate", "cast_temperature", "opening_temperature", "thickness"):
            figure = figures[key]
            check_formula(figure)
            first = figure.inputs[0]
            off = given(first.name, first.symbol, first.value * 1.1, first.kind)
            with self.assertRaises(Unreproducible, msg=key):
                check_formula(replace(figure, inputs=(off, *figure.inputs[1:])))
            with self.assertRaises(Unreproducible, msg=key):
                check_formula(replace(figure, shown=show(figure.value * 1.1, figure.kind)))

    def test_of_every_way_of_forming(self) -> None:
        from coldcradle.piece.stage import plan_stage

        found = []
        for process in ("full", "slump", "ring", "drape", "hang", "press", "spread", "polish"):
            for changes in (
                {},
                {"heat__leaves": "held"},
                {"heat__leaves": "block"},
                {"heat__target": "table", "heat__on": "shelf"},
            ):
                way = {"heat__span": "60 mm", "heat__depth": "40 mm", "heat__weight": "12 kg"}
                found += [
                    (process, f) for f in plan_stage(fired(process, thick="9 mm", **way, **changes)).figures.values()
                ]
        self.check(found)
        self.assertEqual(parse("1 h", "duration"), 3600)


class Opened(StudioTest):
    def test_a_plan_comes_without_its_workings_and_they_when_they_are_asked_for(self) -> None:
        shown = self.ask("GET", f"/pieces/{self.piece.pk}")
        worked = self.ask("GET", f"/pieces/{self.piece.pk}/workings?stage=main").json()
        for key, figure in shown.json()["plan"]["figures"].items():
            self.assertNotIn("formula", figure)
            whole = worked["figures"][key]
            self.assertEqual({name: whole[name] for name in figure}, figure)
            self.assertTrue(whole["formula"] and whole["source"]["text"], key)
        self.assertEqual(worked["version"], shown.json()["version"])
        self.assertLess(len(shown.content), 65_000)
