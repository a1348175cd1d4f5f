"""Several of a piece alike: what the series takes of glass, sheets, moulds and kiln, on both sides of the edge."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError
from coldcradle.piece.cutting import wanted_of
from coldcradle.piece.plan import plan, staged_of
from coldcradle.piece.result import StagePlan
from tests.core.test_rule_samples import begun
from tests.documents import document


def made(alike: int, process: str = "slump", **changes: Any) -> StagePlan:
    whole = begun(process) | {"alike": alike}
    for path, value in changes.items():
        station, name = path.split("__")
        whole["stages"][0][station][name] = value
    return plan(read_piece(whole).piece).stages[0]


class Series(TestCase):
    def test_nine_take_nine_times_the_glass_and_one_says_nothing_of_it(self) -> None:
        one, nine = made(1), made(9)
        self.assertNotIn("series_mass", one.figures)
        self.assertAlmostEqual(nine.figures["series_mass"].value, 9 * one.figures["charge_mass"].value)
        self.assertEqual(nine.figures["charge_mass"].value, one.figures["charge_mass"].value)
        self.assertIn("All 9", nine.answers["glass"].metric)
        self.assertEqual([w.key for w in nine.weigh if w.key == "series"], ["series"])

    def test_the_rack_is_short_from_the_one_it_does_not_hold(self) -> None:
        each = made(1).figures["charge_mass"].value
        for kg, is_told in ((3 * each - 1e-3, True), (3 * each + 1e-3, False)):
            rules = {f.rule for f in made(3, glass__rack={"sheet": f"{kg:.6f} kg"}).findings}
            self.assertEqual("glass.series-short" in rules, is_told, kg)

    def test_moulds_that_are_owned_make_rounds_and_unknown_is_not_told(self) -> None:
        for owned, is_told in ((0, False), (2, True), (8, True), (9, False)):
            found = made(9, cradle__owned=owned).findings
            self.assertEqual("cradle.series-in-rounds" in {f.rule for f in found}, is_told, owned)
        rounds = next(f for f in made(9, cradle__owned=2).findings if f.rule == "cradle.series-in-rounds")
        self.assertIn("5 firings", rounds.says.metric)

    def test_blanks_are_cut_for_all(self) -> None:
        counts = []
        for alike in (1, 9):
            piece = read_piece(begun("slump") | {"alike": alike}).piece
            counts.append(sum(w.count for w in wanted_of(staged_of(piece, piece.stages[0].key))))
        self.assertEqual(counts[1], 9 * counts[0])

    def test_a_stage_makes_so_many_of_it(self) -> None:
        whole = begun("slump") | {"alike": 9}
        for copies, makes in ((0, 9), (2, 2), (20, 9)):
            whole["stages"][0]["copies"] = copies
            self.assertEqual(read_piece(whole).piece.stages[0].makes, makes)

    def test_nine_in_the_kiln_slow_it(self) -> None:
        one, nine = made(1).heat, made(9).heat
        assert one is not None
        assert nine is not None
        self.assertGreater(nine.total_s, one.total_s)

    def test_every_family_makes_several(self) -> None:
        for process in ("cast", "frit", "full", "press", "slump", "drape", "hang"):
            self.assertIn("series_mass", made(3, process).figures, process)

    def test_none_and_too_many_are_refused(self) -> None:
        for alike in (0, 201, -1, 1.5, "nine"):
            with self.assertRaises(DocumentError):
                read_piece(document() | {"alike": alike})
        self.assertEqual(read_piece(document() | {"alike": 200}).piece.alike, 200)

    def test_a_day_it_is_due(self) -> None:
        self.assertEqual(str(read_piece(document() | {"due": "2026-12-24"}).piece.due_on), "2026-12-24")
        self.assertIsNone(read_piece(document() | {"due": ""}).piece.due_on)
        for due in ("tomorrow", "2026-13-01", "1999-01-01", 5):
            with self.assertRaises(DocumentError):
                read_piece(document() | {"due": due})
