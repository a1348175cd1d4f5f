"""Which stages of one piece may have one programme, on both sides of every edge."""

from __future__ import annotations

from dataclasses import replace
from typing import Any
from unittest import TestCase

from coldcradle.piece.sharer import Sharer, can_share
from coldcradle.piece.sharing import sharer_of
from coldcradle.piece.stage import plan_stage
from tests.documents import piece

SLUMP = Sharer(name="bowl", peak_c=650.0, window_c=(610.0, 670.0), soak_s=3600.0, slowest_k_per_h=0.0)


def shares(mine: Sharer, **changes: Any) -> bool:
    return can_share(mine, replace(SLUMP, name="dish", **changes))


class Sharing(TestCase):
    def test_alike_they_share(self) -> None:
        self.assertTrue(shares(SLUMP))

    def test_a_peak_that_serves_only_one_does_not(self) -> None:
        self.assertTrue(shares(SLUMP, window_c=(650.0, 700.0), peak_c=660.0))
        self.assertFalse(shares(SLUMP, window_c=(651.0, 700.0), peak_c=675.0))

    def test_the_slowest_anneal_is_everybodys(self) -> None:
        # either may give the programme: what one lacks the other may have
        short = replace(SLUMP, soak_s=3000.0, slowest_k_per_h=50.0)
        self.assertTrue(shares(short, soak_s=3300.0, slowest_k_per_h=50.0))
        self.assertFalse(shares(short, soak_s=3301.0, slowest_k_per_h=56.0))
        self.assertTrue(shares(short, soak_s=3301.0, slowest_k_per_h=55.0))

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
