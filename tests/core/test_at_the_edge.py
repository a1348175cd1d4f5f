"""Verdicts and bounds at their very edges: what lies on one side, what on the other."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from unittest import TestCase

from coldcradle.cradle.release import Coat, check_release, releases
from coldcradle.document.piece import read_piece
from coldcradle.document.reading import read
from coldcradle.entry import inputs, length
from coldcradle.errors import DocumentError
from coldcradle.glass.compatibility import TOLERANCE_PER_K, match
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.inputs import Relief
from coldcradle.layup.model.relief import counted_thickness_m
from coldcradle.piece.cautions import cautions
from coldcradle.piece.stage import compute_stage
from tests.core.test_rule_samples import changed
from tests.documents import document


@inputs
class Cut:
    """Two bounds: one that may be met, one that may not."""

    kerf_m: float = length(called="a kerf", low=0.001, high=0.02)
    blade_m: float = length(called="a blade", low=0.001, high=0.02, above=True)


class Bounds(TestCase):
    def faults(self, **typed: str) -> list[str]:
        try:
            read(Cut, {"kerf": "2 mm", "blade": "2 mm"} | typed, "a cut")
        except DocumentError as error:
            return [fault.path for fault in error.faults]
        return []

    def test_a_bound_is_met_or_not_as_it_is_declared(self) -> None:
        self.assertEqual(self.faults(kerf="1 mm"), [])
        self.assertEqual(self.faults(kerf="0.99 mm"), ["kerf"])
        self.assertEqual(self.faults(blade="1.01 mm"), [])
        self.assertEqual(self.faults(blade="1 mm"), ["blade"])
        self.assertEqual(self.faults(kerf="20 mm", blade="20 mm"), [])
        self.assertEqual(self.faults(kerf="20.1 mm", blade="20.1 mm"), ["kerf", "blade"])

    def test_the_brim_may_be_the_line_and_a_hair_above_it_may_not(self) -> None:
        room = [{"shape": "cylinder", "bore": "80 mm", "height": "60 mm"}]
        for line, is_fine in (("60 mm", True), ("60.1 mm", False), ("0.01 mm", True), ("0.009 mm", False)):
            with self.subTest(line):
                whole = document(cradle__parts=room, cradle__line=line)
                if is_fine:
                    read_piece(whole)
                else:
                    with self.assertRaises(DocumentError) as caught:
                        read_piece(whole)
                    told = [(fault.path, fault.typed) for fault in caught.exception.faults]
                    self.assertEqual(told, [("stages.0.cradle.line", line)])


class Verdicts(TestCase):
    def test_a_release_is_worn_at_its_last_firing_not_before(self) -> None:
        """Common practice, no source: so many firings as its kind lasts."""
        for kind in releases().values():
            if not kind.lasts:
                continue
            new = Coat(kind=kind.key, coats=kind.coats, on=date(2026, 11, 1), rated_c=900.0, firings=0, dry_after_h=1.0)
            for firings, worn in ((kind.lasts - 1, []), (kind.lasts, ["release-worn"])):
                found = [w.key for w in check_release([replace(new, firings=firings)], highest_c=700.0)]
                self.assertEqual(found, worn, (kind.key, firings))

    def test_expansions_may_lie_one_apart_and_no_more(self) -> None:
        """Common practice, no source: what is sold as compatible lies within one of ×10⁻⁷/K."""
        first = shipped_kinds()["fusing-90-clear"]

        def word(apart: float) -> str:
            other = replace(first, name="another batch", expansion_per_k=first.expansion_per_k + apart)
            return match(first, other).verdict

        self.assertEqual(word(TOLERANCE_PER_K), "goes together")
        self.assertEqual(word(1.05 * TOLERANCE_PER_K), "not without a test")

    def test_relief_counts_as_so_much_more_glass(self) -> None:
        """Common practice, no source: 1.5 for soft relief, 2 for sharp."""
        for relief, times in ((Relief.NONE, 1.0), (Relief.SOFT, 1.5), (Relief.SHARP, 2.0)):
            self.assertAlmostEqual(counted_thickness_m(0.006, relief), 0.006 * times)

    def test_whoever_hangs_glass_or_drops_it_is_warned_and_nobody_else(self) -> None:
        told = "can let go"
        for process in PROCESSES.values():
            stage = read_piece(changed("flat", process.key, {})).piece.stages[0]
            found = cautions(stage, compute_stage(stage).laid.load)
            self.assertEqual(any(told in c.text for c in found), process.key in ("hang", "ring"), process.key)
