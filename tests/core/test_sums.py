"""Every sum answers as it stands, and refuses in words whatever else is typed."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import forms, shipped_kinds
from coldcradle.quantity.units import KINDS as UNITS
from coldcradle.sums import SUMS, evaluate
from coldcradle.sums.sum import lines_of
from tests import examples

KINDS = shipped_kinds()


class EverySum(TestCase):
    def test_answers_with_its_defaults_and_shows_its_working(self) -> None:
        for key, one in SUMS.items():
            with self.subTest(key):
                found = evaluate(one, {}, kinds=KINDS)
                self.assertEqual(found.faults, [])
                assert found.result is not None
                self.assertIn("**", found.result.answer.metric)
                self.assertTrue(found.result.figures)
                for figure in found.result.figures:
                    self.assertTrue(math.isfinite(figure.value) and figure.formula and figure.source.text, figure.key)
                for row in found.result.rows:
                    self.assertEqual(len(row.cells), len(found.result.heads))

    def test_asks_for_kinds_of_quantity_that_exist(self) -> None:
        for one in SUMS.values():
            self.assertEqual(len({f.key for f in one.fields}), len(one.fields))
            for f in one.fields:
                self.assertIn(f.kind, {*UNITS, "glass", "form", "choice", "lines"})

    def test_sends_entries_that_a_piece_has(self) -> None:
        from coldcradle.document.piece import read_piece
        from tests.documents import document

        for key, one in SUMS.items():
            found = evaluate(one, {}, kinds=KINDS)
            assert found.result is not None
            for send in found.result.sends:
                whole = document(**{path.replace(".", "__"): value for path, value in send.changes})
                with self.subTest(key):
                    self.assertTrue(read_piece(whole).piece.name)

    @settings(max_examples=examples(150))
    @given(st.sampled_from(sorted(SUMS)), st.data())
    def test_never_breaks_whatever_is_typed(self, key: str, data: st.DataObject) -> None:
        typed = {
            f.key: data.draw(  # type: ignore[attr-defined]  # it is there
                st.one_of(
                    st.text(max_size=30),
                    st.sampled_from(
                        ["", "0", "-3 mm", "1e300 g", "NaN", "12 mm", "5 %", "3 kg", "900 °C", "½ in", "999999"]
                    ),
                    st.sampled_from([*KINDS, *forms(), "yes", "no"]),
                )
            )
            for f in one_of(key)
        }
        found = evaluate(SUMS[key], typed, kinds=KINDS)
        if found.result is None:
            self.assertTrue(all(fault.message for fault in found.faults))
            self.assertTrue(found.faults)
        else:
            self.assertTrue(all(math.isfinite(f.value) for f in found.result.figures))


def one_of(key: str) -> tuple[object, ...]:
    return SUMS[key].fields


class SumsWorked(TestCase):
    """Sums worked out by hand."""

    def answer(self, key: str, **typed: str) -> str:
        found = evaluate(SUMS[key], typed, kinds=KINDS)
        assert found.result is not None, found.faults
        return found.result.answer.metric

    def test_a_narrow_vessel_cuts_the_error(self) -> None:
        """A 60 mm bore instead of 150 mm: the error of the level goes with the square of the width."""
        found = evaluate(SUMS["vessel"], {"bore": "150 mm", "fall": "16 mm"}, kinds=KINDS)
        assert found.result is not None
        self.assertIn("from 50 g to", found.result.findings[0].says.metric)

    def test_thickness_and_weight_are_one_relation(self) -> None:
        self.assertIn("**6.00 mm**", self.answer("thickness", area="100 cm²", mass="150 g"))
        self.assertIn("**150 g**", self.answer("thickness", area="100 cm²", mass="", thickness="6 mm"))
        found = evaluate(SUMS["thickness"], {"mass": "1 g", "thickness": "1 mm"}, kinds=KINDS)
        self.assertIn("leave the other empty", found.faults[0].message)

    def test_a_denser_glass_weighs_more_in_the_same_room(self) -> None:
        self.assertIn("**944 g**", self.answer("swap", mass="800 g"))

    def test_lines_are_read_as_people_write_them(self) -> None:
        self.assertEqual(
            lines_of("door pull 32 g x 4\n\n 12g\nbig one 1 lb 2 oz × 2", "mass")[0], ("door pull", 0.032, 4)
        )
        self.assertEqual([c for _, _, c in lines_of("a 1 g\nb 2 g * 12", "mass")], [1, 12])
        with self.assertRaisesRegex(ImpossibleInput, "line 2, “nonsense”"):
            lines_of("a 1 g\nnonsense", "mass")

    def test_too_little_for_all_is_told_by_share(self) -> None:
        self.assertIn("50 % full", self.answer("share", cavities="a 10 g x 4", batch="20 g"))
        self.assertIn("5 g** left over", self.answer("share", cavities="a 10 g x 4", batch="45 g"))

    def test_unknown_glass_is_unknown(self) -> None:
        from dataclasses import replace

        kinds = {**KINDS, "found": replace(KINDS["float-clear"], key="found", name="found glass", is_unknown=True)}
        found = evaluate(SUMS["match"], {"other": "found"}, kinds=kinds)
        assert found.result is not None
        self.assertIn("Unknown", found.result.answer.metric)

    def test_bare_numbers_take_the_unit_of_the_screen(self) -> None:
        found = evaluate(SUMS["level"], {"across": "10"}, kinds=KINDS, system="us")
        self.assertAlmostEqual(found.entries["across"].value or 0, 0.254)
        self.assertEqual(found.entries["across"].typed, "10 in")
