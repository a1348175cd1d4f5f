"""One firing for several stages: one programme must serve them all, on both sides of every edge."""

from __future__ import annotations

from dataclasses import replace
from typing import Any
from unittest import TestCase

from coldcradle.piece.sharer import Sharer, sharing_findings
from coldcradle.piece.sharing import sharer_of
from coldcradle.piece.stage import plan_stage
from tests.documents import piece

SLUMP = Sharer(name="bowl", peak_c=650.0, window_c=(610.0, 670.0), soak_s=3600.0, slowest_k_per_h=0.0)


def rules(mine: Sharer, **changes: Any) -> set[str]:
    return {f.rule for f in sharing_findings(mine, [replace(SLUMP, name="dish", **changes)])}


class Sharing(TestCase):
    def test_alike_they_share(self) -> None:
        self.assertEqual(rules(SLUMP), set())

    def test_windows_that_do_not_meet_are_a_stop(self) -> None:
        self.assertEqual(rules(SLUMP, peak_c=700.0, window_c=(669.0, 720.0)), {"heat.shares-another-peak"})
        self.assertEqual(rules(SLUMP, peak_c=700.0, window_c=(671.0, 720.0)), {"heat.shares-no-window"})

    def test_a_peak_that_serves_only_one_is_asked_about(self) -> None:
        self.assertEqual(rules(SLUMP, window_c=(650.0, 700.0), peak_c=660.0), set())
        self.assertEqual(rules(SLUMP, window_c=(651.0, 700.0), peak_c=660.0), {"heat.shares-another-peak"})

    def test_the_slowest_anneal_is_everybodys(self) -> None:
        self.assertEqual(rules(SLUMP, soak_s=3900.0), set())
        self.assertEqual(rules(SLUMP, soak_s=4000.0), {"heat.shares-a-slower-anneal"})
        slow = replace(SLUMP, slowest_k_per_h=50.0)
        self.assertEqual(rules(slow, slowest_k_per_h=46.0), set())
        self.assertEqual(rules(slow, slowest_k_per_h=45.0), {"heat.shares-a-slower-anneal"})
        self.assertEqual(rules(SLUMP, slowest_k_per_h=200.0), {"heat.shares-a-slower-anneal"})

    def test_a_planned_stage_says_what_it_asks_for(self) -> None:
        stage = piece()
        asked = sharer_of("prism", stage, plan_stage(stage))
        assert asked is not None
        self.assertEqual((asked.peak_c, asked.soak_s), (822.0, 10 * 3600 + 2400.0))
        self.assertTrue(asked.window_c[0] <= asked.peak_c <= asked.window_c[1])
        self.assertEqual(asked.slowest_k_per_h, 1.7)
        stopped = piece(
            heat__kiln__rise="70 h", heat__kiln__power="1 kW", heat__kiln__fall="2 h", heat__cast_at="900 °C"
        )
        self.assertIsNone(sharer_of("prism", stopped, plan_stage(stopped)))
