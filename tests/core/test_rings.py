"""Blanks on rings all round: odd outlines, off the middle, and rings that are waved."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

import numpy as np
from scipy.integrate import quad

from coldcradle.layup.model.rim import crest_reach_m, rim_strain, rims_by_angle_m
from coldcradle.piece.result import StagePlan
from tests.staged import last, one, stage


def dropped(across: str = "260 mm", **layup: Any) -> StagePlan:
    """A disc of 6 mm on a ring with a hole of 160 mm, 60 mm over the shelf."""
    made = stage("ring", key="s0", layup__outline="round", layup__length=across, layup__layers=one("6 mm"))
    made["layup"] |= layup
    made["cradle"]["parts"] = [{"shape": "cylinder", "bore": "160 mm", "height": "60 mm"}]
    return last(made)


def rules(found: StagePlan) -> set[str]:
    return {f.rule for f in found.findings if f.rule in RULES}


RULES = ("layup.falls-through", "layup.misses-the-crests", "layup.wave-folds")


class Rims(TestCase):
    def test_a_ray_meets_the_outline_where_geometry_says(self) -> None:
        hexagon = [(0.1 * math.cos(k * math.pi / 3), 0.1 * math.sin(k * math.pi / 3)) for k in range(6)]
        angles, reach = rims_by_angle_m(hexagon)
        within = (np.mod(angles, math.pi / 3)) - math.pi / 6
        self.assertLess(float(np.abs(reach - 0.1 * math.cos(math.pi / 6) / np.cos(within)).max()), 1e-6)
        moved = [(x + 0.03, y) for x, y in hexagon]
        _, off = rims_by_angle_m(moved)
        self.assertAlmostEqual(float(off.max()), 0.13, places=4)
        away = [(x + 0.3, y) for x, y in hexagon]
        self.assertEqual(float(rims_by_angle_m(away)[1].min()), 0.0)

    def test_a_waved_rim_is_as_long_as_quadrature_says(self) -> None:
        for across, waves, crest in ((0.2, 5, 0.02), (0.16, 3, 0.04), (0.3, 8, 0.005)):
            exact, _ = quad(
                lambda t, a=across, n=waves, c=crest: math.hypot(a / 2, n * c / 2 * math.cos(n * t)), 0, 2 * math.pi
            )
            self.assertAlmostEqual(
                rim_strain(across_m=across, waves=waves, crest_m=crest), exact / (math.pi * across) - 1, places=6
            )
        self.assertEqual(crest_reach_m(hole_m=0.06, crest_m=0.04), 0.05)


class Planned(TestCase):
    def test_an_oblong_that_is_too_narrow_falls_through_whatever_its_length(self) -> None:
        self.assertEqual(rules(dropped("300 mm", outline="oblong", width="150 mm")), {"layup.falls-through"})
        self.assertEqual(rules(dropped("300 mm", outline="oblong", width="260 mm")), set())

    def test_off_the_middle_one_side_falls_through_and_it_is_said_which(self) -> None:
        self.assertEqual(rules(dropped(offset="49 mm")), set())
        self.assertEqual(rules(dropped(offset="51 mm")), {"layup.falls-through"})
        found = dropped("260 mm", outline="square", offset="60 mm")
        (said,) = [f for f in found.findings if f.rule == "layup.falls-through"]
        self.assertIn("At the left it has nothing to lie on", said.reason.metric)

    def test_over_crests_the_rim_must_reach(self) -> None:
        """A hole of 160 mm and crests of 60: 100 mm from its middle and 5 mm to lie on: a disc of 210 mm."""
        for across, expected in (("209 mm", {"layup.misses-the-crests"}), ("211 mm", set())):
            found = dropped(across, waves=1, crest="60 mm")
            self.assertEqual(rules(found) - {"layup.wave-folds"}, expected, across)

    def test_many_high_waves_fold_it(self) -> None:
        strain = {crest: rim_strain(across_m=0.16, waves=5, crest_m=crest / 1e3) for crest in (11, 12)}
        self.assertLess(strain[11], 0.03)
        self.assertGreater(strain[12], 0.03)
        for crest, expected in ((11, set()), (12, {"layup.wave-folds"})):
            self.assertEqual(rules(dropped(waves=5, crest=f"{crest} mm")), expected)


def organic(far_right_mm: float = 164.0, **layup: Any) -> StagePlan:
    """A traced blank on a bowl of 330 mm: round but for how far it reaches to the right, in mm from its middle."""
    turns = [k * math.pi / 36 for k in range(72)]
    reach = [164 - (164 - far_right_mm) * max(0.0, math.cos(t)) ** 8 for t in turns]
    ring = [[r * math.cos(t), r * math.sin(t)] for r, t in zip(reach, turns, strict=True)]
    made = stage("slump", key="s0", layup__outline="drawn", layup__layers=one("6 mm"))
    made["layup"] |= {"drawn": {"made": "traced", "rings": [ring]}} | layup
    made["cradle"]["parts"] = [{"shape": "cap", "rim": "330 mm", "height": "50 mm"}]
    return last(made)


class OddOnForms(TestCase):
    """Both sides of each edge: half a millimetre over the rim; a twentieth of the rim's half short of it."""

    def said(self, found: StagePlan, rule: str) -> str:
        return next((f.says.metric for f in found.findings if f.rule == rule), "")

    def test_where_it_stands_over(self) -> None:
        self.assertEqual(self.said(organic(165.4), "layup.over-the-rim"), "")
        self.assertRegex(self.said(organic(166.5), "layup.over-the-rim"), "^At the right .* 1.5 mm over")

    def test_where_it_stops_short(self) -> None:
        self.assertEqual(self.said(organic(158.0), "layup.slides-in"), "")
        self.assertRegex(self.said(organic(155.0), "layup.slides-in"), "^At the right .* 10 mm short")

    def test_moved_it_is_over_on_one_side_and_short_on_the_other(self) -> None:
        moved = organic(offset="12 mm")
        self.assertIn("At the right", self.said(moved, "layup.over-the-rim"))
        self.assertIn("At the left", self.said(moved, "layup.slides-in"))
        self.assertNotEqual(self.said(moved, "layup.off-the-middle"), "")
        self.assertEqual(self.said(organic(), "layup.off-the-middle"), "")
