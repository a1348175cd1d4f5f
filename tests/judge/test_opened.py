"""A few of the made-up firings on every run; `./run fuzz firings N` tries N of them."""

from __future__ import annotations

import os
from unittest import TestCase

from tests.judge.firings import FAULTS, judge, made_up

MANY = int(os.environ.get("COLD_CRADLE_FIRINGS", "24"))


class Opened(TestCase):
    def test_no_yes_over_hot_glass_and_no_refusal_for_ever(self) -> None:
        for seed in range(5000, 5000 + MANY):
            found = judge(seed)
            self.assertEqual(found.unsafe, [], f"firing {seed}: {found.faults}")
            self.assertFalse(found.is_stuck, f"firing {seed}: {found.answers[-1].says}")

    def test_every_fault_comes_up(self) -> None:
        seen = {fault for seed in range(400) for fault in made_up(seed)[2]}
        self.assertEqual(seen, set(FAULTS))
