"""Hot work by hand: moments, walls and warnings, and nothing computed beyond."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from coldcradle.glass.viscosity import Viscosity
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import StageWithInputs
from coldcradle.piece.standing import remembered_checks
from tests.staged import last, one, stage, worked


def told(*hot: dict[str, Any], peak: str = "780 °C") -> dict[str, Any]:
    """A square of 6 mm that is tacked at a peak and worked by hand."""
    made = stage("tack", key="s0", layup__outline="square", layup__length="200 mm", layup__layers=one("6 mm"))
    made["layup"] = {**made["layup"], "hot": list(hot)}
    made["heat"] |= {"peak_at": peak}
    return made


def rules(found: StagePlan) -> set[str]:
    return {f.rule for f in found.findings if f.rule in ("layup.by-hand", "layup.lid-open-long", "layup.not-for-tools")}


class ByHand(TestCase):
    def test_nothing_by_hand_is_nothing(self) -> None:
        found = last(told())
        self.assertEqual((rules(found), [m for m in found.marks if m.key.startswith("hot")]), (set(), []))
        self.assertFalse(any("by hand" in c.text for c in found.cautions))

    def test_folds_count_by_how_many_walls_lie_together(self) -> None:
        alone = last(told()).figures["effective_thickness"].value
        for walls in (1, 2, 3):
            found = last(told({"does": "fold", "walls": walls}, {"does": "pull", "walls": 1}))
            self.assertAlmostEqual(found.figures["effective_thickness"].value, walls * alone)

    def test_each_move_has_its_moment_while_it_is_soft(self) -> None:
        found = last(told({"does": "fold"}, {"does": "roll"}))
        marks = [m for m in found.marks if m.key.startswith("hot")]
        self.assertEqual([m.name for m in marks], ["fold it over", "roll it up"])
        assert found.heat is not None
        peak_s = max(found.heat.line, key=lambda p: p[1])[0]
        for mark in marks:
            assert mark.early_s is not None
            assert mark.late_s is not None
            self.assertTrue(mark.early_s <= peak_s <= mark.late_s)

    def test_it_says_that_hands_are_not_computed_and_warns_them(self) -> None:
        found = last(told({}))
        self.assertEqual(rules(found), {"layup.by-hand"})
        self.assertTrue(any("a second person" in c.text for c in found.cautions))
        staged = worked(told({})).stage
        checks = {line.rule for line in remembered_checks(StageWithInputs(staged))}
        self.assertIn("before.hot-hands", checks)
        self.assertNotIn(
            "before.hot-hands", {line.rule for line in remembered_checks(StageWithInputs(worked(told()).stage))}
        )

    def test_a_lid_open_long_and_a_heat_that_is_not_for_tools(self) -> None:
        self.assertIn("layup.lid-open-long", rules(last(told({"lasts": "31 s"}))))
        self.assertNotIn("layup.lid-open-long", rules(last(told({"lasts": "30 s"}))))
        curve = Viscosity.of(worked(told()).stage.glass.kind)
        stiff, runny = curve.temperature_c(6.2), curve.temperature_c(4.4)
        for peak, expected in ((stiff - 2, True), (stiff + 2, False), (runny - 2, False), (runny + 2, True)):
            self.assertEqual("layup.not-for-tools" in rules(last(told({}, peak=f"{peak:.1f} °C"))), expected, peak)
