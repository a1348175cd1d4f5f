"""A disc that is lifted: the least area between foot and ring, when it is soft enough, and what is unwise."""

from __future__ import annotations

import itertools
import math
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.lift import drawn_thickness_m, lifted_shape, stays_work
from coldcradle.piece.result import StagePlan
from tests.staged import last, one, stage


def least_area_m2(foot_m: float, rim_m: float, lift_m: float) -> float:
    """The least area by moving sixty rings: an independent way to it."""
    z = np.linspace(0, lift_m, 60)

    def area(middle: Any) -> float:
        r = np.concatenate([[foot_m], middle, [rim_m]])
        return float(math.pi * ((r[1:] + r[:-1]) * np.hypot(np.diff(r), np.diff(z))).sum())

    start = np.linspace(foot_m, rim_m, 60)[1:-1]
    found = minimize(area, start, method="L-BFGS-B", bounds=[(1e-6, None)] * 58, options={"maxfun": 10**6})
    return float(found.fun)


class Area(TestCase):
    def test_it_is_the_least_there_is(self) -> None:
        """Against the minimum over the radii of sixty rings (scipy), with the waist beyond the foot and between."""
        for foot, rim, lift in ((0.03, 0.09, 0.01), (0.03, 0.09, 0.06), (0.06, 0.09, 0.05), (0.085, 0.09, 0.05)):
            found = lifted_shape(foot_m=foot, rim_m=rim, lift_m=lift)
            self.assertTrue(found.is_film)
            self.assertAlmostEqual(found.area_m2 / least_area_m2(foot, rim, lift), 1.0, delta=0.001)

    def test_two_equal_rings_part_at_the_height_of_the_textbook(self) -> None:
        """Between equal rings of radius a no catenoid is higher than 1.3255·a (Plateau; every text, from memory)."""
        almost = {"foot_m": 0.0999999, "rim_m": 0.1}
        self.assertTrue(lifted_shape(**almost, lift_m=0.1320).is_film)
        self.assertFalse(lifted_shape(**almost, lift_m=0.1330).is_film)

    @settings(max_examples=60, deadline=None)
    @given(foot=st.floats(0.01, 0.08), lift=st.floats(0.0, 0.1))
    def test_its_line_goes_from_foot_to_rim_and_it_is_never_less_than_flat(self, foot: float, lift: float) -> None:
        found = lifted_shape(foot_m=foot, rim_m=0.09, lift_m=lift)
        self.assertGreaterEqual(found.area_m2, found.flat_m2 * (1 - 1e-9))
        self.assertAlmostEqual(float(found.line_m[0, 0]), foot, places=6)
        self.assertAlmostEqual(float(found.line_m[-1, 0]), 0.09, places=6)
        self.assertAlmostEqual(float(found.line_m[-1, 1]), lift, delta=2e-6)
        thick = drawn_thickness_m(before_m=0.008, flat_m2=found.flat_m2, drawn_m2=found.area_m2)
        self.assertAlmostEqual(thick * found.area_m2, 0.008 * found.flat_m2)

    def test_higher_is_thinner(self) -> None:
        areas = [lifted_shape(foot_m=0.03, rim_m=0.09, lift_m=h).area_m2 for h in (0.0, 0.02, 0.04, 0.06)]
        self.assertTrue(all(a < b for a, b in itertools.pairwise(areas)))

    def test_a_wide_span_sags_sooner(self) -> None:
        near, wide = (stays_work(span_m=s, sag_m=0.002, density_kg_m3=2500) for s in (0.05, 0.1))
        self.assertAlmostEqual(near / wide, 16)

    def test_what_cannot_be_is_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "foot narrower than the ring, got 180 mm in 180 mm"):
            lifted_shape(foot_m=0.09, rim_m=0.09, lift_m=0.01)
        with self.assertRaisesRegex(ImpossibleInput, "lift above 0 mm, got -1 mm"):
            lifted_shape(foot_m=0.03, rim_m=0.09, lift_m=-0.001)


def plate(across: str = "180 mm", thick: str = "10 mm", peak: str = "", **layup: Any) -> StagePlan:
    made = stage("lift", key="s0", layup__outline="round", layup__length=across, layup__layers=one(thick))
    made["layup"] |= {"foot": "15 mm", "foot_width": "60 mm", "lift": {"high": "40 mm", "ring": "150 mm"}, **layup}
    made["heat"] |= {"peak_at": peak}
    return last(made)


def rules(found: StagePlan) -> set[str]:
    return {f.rule for f in found.findings if "lift" in f.rule or "ring" in f.rule or "again" in f.rule}


class Planned(TestCase):
    def test_three_moments_in_their_order(self) -> None:
        found = plate()
        marks = {m.key: m for m in found.marks}
        lift, keeps = marks["lift"], marks["keeps"]
        assert lift.early_s
        assert lift.late_s
        assert keeps.early_s
        assert found.heat is not None
        peak_s = max(found.heat.line, key=lambda p: p[1])[0]
        self.assertTrue(peak_s <= lift.early_s < lift.late_s <= keeps.early_s)
        self.assertIn("Take and lift it from", found.answers["layup"].metric)

    def test_it_is_thinner_where_it_is_drawn_and_anneals_by_its_foot_with_both_faces_free(self) -> None:
        found, flat = plate(), plate(lift={"high": "0 mm", "ring": "150 mm"})
        assert found.outcome.thinnest_m
        assert flat.outcome.thinnest_m
        self.assertLess(found.outcome.thinnest_m, 0.85 * flat.outcome.thinnest_m)
        self.assertGreater(found.outcome.thickness_m, 0.015 + found.outcome.thinnest_m)
        self.assertLess(
            plate(foot="0 mm").figures["effective_thickness"].value, found.figures["effective_thickness"].value
        )

    def test_hot_hands_are_warned(self) -> None:
        self.assertTrue(any("people trained to it" in c.text for c in plate().cautions))

    def test_each_rule_on_both_sides(self) -> None:
        self.assertEqual(rules(plate()), set())
        size = plate().outcome.length_m  # as it has run
        for lap_mm, expected in ((7.5, {"layup.disc-misses-the-ring"}), (8.5, set())):
            ring = f"{(size * 1e3 - 2 * lap_mm):.2f} mm"
            self.assertEqual(rules(plate(lift={"high": "40 mm", "ring": ring})), expected, lap_mm)
        self.assertIn("layup.lift-too-high", rules(plate(lift={"high": "95 mm", "ring": "150 mm"})))
        wide = {"high": "20 mm", "ring": "240 mm"}
        self.assertIn("layup.not-heated-again", rules(plate("290 mm", "6 mm", lift=wide)))
        self.assertNotIn("layup.not-heated-again", rules(plate("290 mm", "15 mm", lift=wide)))
        self.assertIn("layup.too-stiff-to-lift", rules(plate(peak="738 °C")))
        self.assertNotIn("layup.too-stiff-to-lift", rules(plate(peak="748 °C")))
