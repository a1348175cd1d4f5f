"""How long a release lasts: common practice, no source; by value on both sides of each edge."""

from __future__ import annotations

from unittest import TestCase

from coldcradle.sums import SUMS, evaluate


class ReleaseSum(TestCase):
    def told(self, **typed: str) -> tuple[str, list[str], float]:
        found = evaluate(SUMS["release"], typed, kinds={})
        assert found.result is not None, found.faults
        rules = [finding.rule for finding in found.result.findings]
        return found.result.answer.metric, rules, found.result.figures[0].value

    def test_a_good_release_has_its_firings_left_and_a_worn_one_none(self) -> None:
        for firings, left in (("0", "1 firing"), ("1", "No firing"), ("2", "No firing")):
            said, rules, _ = self.told(release="boron-nitride", coats="3", firings=firings)
            self.assertIn(left, said)
            self.assertEqual("cradle.release-worn" in rules, firings != "0", firings)

    def test_above_its_rating_no_firing_is_left_and_it_stops(self) -> None:
        self.assertEqual(self.told(release="kiln-wash", peak="850 °C")[1], [])
        said, rules, _ = self.told(release="kiln-wash", peak="851 °C")
        self.assertEqual(rules, ["cradle.release-too-hot"])
        self.assertIn("No firing", said)

    def test_too_few_coats_are_told(self) -> None:
        self.assertEqual(self.told(release="kiln-wash", coats="3")[1], ["cradle.release-thin"])
        self.assertEqual(self.told(release="kiln-wash", coats="4")[1], [])

    def test_what_is_mixed_grows_with_face_and_coats(self) -> None:
        one = self.told(coats="1", across="400 mm")[2]
        self.assertAlmostEqual(one, 0.16 * 0.00012)
        self.assertAlmostEqual(self.told(coats="4", across="400 mm")[2], 4 * one)
        self.assertAlmostEqual(self.told(coats="1", across="200 mm")[2], one / 4)
