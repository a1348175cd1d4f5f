"""Bottles as pieces: laid as hollow, weighed by their profile, told when they stand and when they are puddles."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.hung import HungBottle
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.piece.result import StagePlan
from tests.staged import last, stage, worked


def hung(**layup: Any) -> dict[str, Any]:
    """A bottle of 300 by 70 mm on a hook 340 mm over the floor."""
    made = stage("hang", key="s0", layup__length="300 mm", layup__width="70 mm")
    made["cradle"]["parts"][0]["height"] = "340 mm"
    made["layup"] |= {"wall": "3 mm", "bottle": {"shape": "bottle"}, **layup}
    return made


def hot(peak_c: float, hold: str = "10 min") -> StagePlan:
    made = hung()
    made["heat"] |= {"peak_at": f"{peak_c:.1f} °C", "peak_hold": hold}
    return last(made)


class Planned(TestCase):
    def test_it_weighs_what_its_profile_holds_and_what_is_weighed_stays(self) -> None:
        self.assertAlmostEqual(last(hung()).outcome.weight_kg, 0.420, delta=0.002)
        weighed = hung()
        weighed["glass"]["charge"] = "450 g"
        self.assertAlmostEqual(last(weighed).outcome.weight_kg, 0.450)
        self.assertAlmostEqual(
            last(hung(bottle={"shape": "bottle", "base": "20 mm"})).outcome.weight_kg, 0.537, delta=0.01
        )

    def test_it_stays_hollow_and_its_base_counts(self) -> None:
        found = last(hung())
        self.assertTrue(found.outcome.is_hollow)
        self.assertAlmostEqual(found.figures["effective_thickness"].value, 2 * 0.005)  # one face sees the kiln
        thin = last(hung(bottle={"shape": "bottle", "base": "1 mm"}))
        self.assertAlmostEqual(thin.figures["effective_thickness"].value, 2 * 0.003)

    def test_the_programme_follows_the_profile_and_not_an_even_tube(self) -> None:
        found = worked(hung()).laid.load.hung
        self.assertIsInstance(found, HungBottle)
        bottle, tube = last(hung()), last(hung(bottle=None))
        self.assertNotEqual(bottle.figures["touches_after"].value, tube.figures["touches_after"].value)
        self.assertIsNone(worked(hung(bottle=None)).laid.load.hung)

    def test_touch_and_flat_are_told_with_the_thinnest_wall_and_what_the_wire_bears(self) -> None:
        found = last(hung())
        self.assertIn("touches the floor", found.answers["layup"].metric)
        self.assertIn("sits flat", found.answers["layup"].metric)
        self.assertTrue(0.002 < found.figures["thinnest"].value < 0.003)
        self.assertAlmostEqual(found.figures["hook_load"].value, 5 * 0.420, delta=0.02)

    def test_soft_then_a_puddle_and_cooler_neither(self) -> None:
        """By value: from the work of its collapse on it is soft, from three times that a puddle."""
        made = worked(hung())
        bottle = made.laid.load.hung
        assert isinstance(bottle, HungBottle)
        falls, kind = bottle.falls_work(0.34), made.laid.load.kind
        found: list[tuple[float, set[str]]] = []
        for peak in range(700, 860, 10):
            plan = hot(peak)
            assert plan.heat is not None
            work = heat_work_of(kind, list(plan.heat.line)).total_per_pa
            rules = {f.rule for f in plan.findings if "bottle" in f.rule}
            found.append((work / falls, rules))
        for share, rules in found:
            with self.subTest(share=share):
                if not (0.9 < share < 1.1 or 2.7 < share < 3.3):
                    expected = (
                        {"layup.bottle-is-a-puddle"} if share > 3 else {"layup.bottle-is-soft"} if share > 1 else set()
                    )
                    self.assertEqual(rules, expected)
        self.assertLess(found[0][0], 1)
        self.assertGreater(found[-1][0], 3)

    def test_longer_than_its_hook_is_high_is_words(self) -> None:
        self.assertIn("layup.stands-already", {f.rule for f in last(hung(length="345 mm")).findings})
        self.assertNotIn("layup.stands-already", {f.rule for f in last(hung()).findings})

    def test_a_wall_that_leaves_no_room_is_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "narrowest width of 28 mm"):
            last(hung(wall="15 mm"))
