"""Every check before the lid closes, on both sides of its edge; and that only what applies is shown."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from coldcradle.before.check import TOPICS, CheckLine
from coldcradle.before.checks import RULES
from coldcradle.document.piece import read_piece
from coldcradle.piece.stage import compute_stage, plan_stage
from coldcradle.piece.standing import checks_of
from tests.check_samples import SAMPLES
from tests.core.test_rule_samples import changed

# what needs more than one stage, or is always asked: each has its own test below
ELSEWHERE = {
    "before.one-family",
    "before.glue-dry",
    "before.dots-round",
    "before.tested-glass",
    "before.thermometer-free",
    "before.photographed",
}


def checks(process: str, changes: dict[str, Any] | None = None) -> dict[str, CheckLine]:
    stage = read_piece(changed("flat", process, changes or {})).piece.stages[0]
    return {c.rule: c for c in checks_of(compute_stage(stage), plan_stage(stage))}


class CheckSamples(TestCase):
    def test_every_check_on_both_sides_of_its_edge(self) -> None:
        for sample in SAMPLES:
            with self.subTest(sample.rule):
                good = checks(sample.process, sample.good).get(sample.rule)
                failing = checks(sample.failing_process or sample.process, sample.failing).get(sample.rule)
                self.assertEqual(good.word if good else "", sample.good_word)
                self.assertEqual(failing.word if failing else "", sample.failing_word)

    def test_no_check_is_without_samples_and_ids_are_unique(self) -> None:
        rules = [rule.rule for rule in RULES]
        self.assertEqual(len(rules), len(set(rules)))
        self.assertEqual(set(rules) - {s.rule for s in SAMPLES}, ELSEWHERE)
        self.assertEqual({rule.topic for rule in RULES}, set(TOPICS))

    def test_only_what_applies_is_shown_in_the_order_of_the_bench(self) -> None:
        slump, press = checks("slump"), checks("press")
        self.assertNotIn("before.press-washed", slump)
        self.assertNotIn("before.blank-centred", press)
        order = [list(TOPICS).index(c.topic) for c in slump.values()]
        self.assertEqual(order, sorted(order))
        self.assertIn("before.thermometer-free", press)
        self.assertIn("before.photographed", slump)

    def test_a_stop_is_grave_and_so_is_what_a_person_must_not_forget(self) -> None:
        self.assertTrue(checks("press", {"layup.lining": "1 mm"})["before.press-paper"].grave)
        self.assertFalse(checks("press")["before.press-paper"].grave)
        self.assertTrue(checks("press")["before.press-washed"].grave)
        self.assertFalse(checks("slump")["before.vents-open"].grave)

    def test_parts_on_a_plate_are_asked_about(self) -> None:
        whole = changed("flat", "full", {})
        dots, plate = whole["stages"][0], changed("flat", "tack", {})["stages"][0]
        dots["key"], plate["key"], plate["takes"] = "dots", "plate", [{"from": "dots", "count": 4}]
        piece = read_piece({**whole, "stages": [dots, plate]}).piece
        from coldcradle.piece.plan import staged_of

        staged = staged_of(piece, "plate")
        found = {
            c.rule
            for c in checks_of(compute_stage(staged.stage, staged.incoming), plan_stage(staged.stage, staged.incoming))
        }
        self.assertLessEqual({"before.glue-dry", "before.dots-round", "before.tested-glass"}, found)
        self.assertNotIn("before.glue-dry", checks("tack"))
