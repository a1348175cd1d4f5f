"""Figures carry their error and where it comes from."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np

from coldcradle.cradle.displacement import Displacement, Drained, Trial, by_displacement, by_drained, by_trial
from coldcradle.cradle.methods import by_shape, combine
from coldcradle.cradle.round import Cap, Frustum
from coldcradle.cradle.stack import Stack
from coldcradle.report.figure import PRACTICE, Figure, derive, given


def product(*inputs: object, **more: object) -> Figure:
    return derive("x", "X", "count", lambda a, b: a * b, inputs, words="", formula="", source=PRACTICE, **more)  # type: ignore[arg-type]


class Propagation(TestCase):
    def test_relative_errors_of_a_product_add_in_squares(self) -> None:
        """GUM, JCGM 100:2008, 5.1.6."""
        figure = product(given("a", "a", 3.0, "count", 0.03), given("b", "b", 5.0, "count", 0.1))
        self.assertAlmostEqual(figure.u / figure.value, math.hypot(0.01, 0.02), places=9)
        self.assertAlmostEqual(sum(s.share for s in figure.shares), 1.0)
        self.assertEqual([s.name for s in figure.shares], ["b", "a"])

    def test_what_the_model_leaves_out_adds_too(self) -> None:
        figure = product(given("a", "a", 3.0, "count"), given("b", "b", 5.0, "count"), extra=[("rest", 0.5)])
        self.assertAlmostEqual(figure.u, 0.5)

    def test_an_error_larger_than_the_value_asks_for_no_root_of_less_than_nothing(self) -> None:
        from coldcradle.report.figure import PRACTICE, derive

        wide = given("thickness", "d", 0.004, "length", 0.02)
        figure = derive("x", "X", "length", math.sqrt, [wide], words="", formula="√d", source=PRACTICE)
        self.assertGreater(figure.u, 0)
        self.assertTrue(math.isfinite(figure.u))

    def test_without_errors_there_is_no_plus_minus(self) -> None:
        figure = product(given("a", "a", 3.0, "count"), given("b", "b", 5.0, "count"))
        self.assertEqual((figure.u, figure.shares, figure.shown.metric.plus_minus), (0.0, (), ""))

    def test_at_the_edge_of_what_can_be_the_slope_is_taken_from_one_side(self) -> None:
        """Half a sphere is the deepest bowl, and a size smaller than its own error is still a size."""
        bowl = Stack((Cap(rim_m=0.03, height_m=0.015),))
        self.assertGreater(by_shape(bowl, line_m=0.015, reading_m=0.0005).u, 0)
        tiny = Stack((Frustum(bottom_m=0.004, top_m=0.004, height_m=0.004),))
        self.assertGreater(by_shape(tiny, line_m=0.004, reading_m=0.05).u, 0)

    def test_first_order_agrees_with_monte_carlo(self) -> None:
        """JCGM 101:2008: the volume of a measured cone, by 20 000 draws."""
        stack = Stack((Frustum(bottom_m=0.06, top_m=0.108, height_m=0.088),))
        figure = by_shape(stack, line_m=0.064, reading_m=0.0008)
        random = np.random.default_rng(4)
        draws = random.normal([0.06, 0.108, 0.088, 0.064], 0.0008, size=(20_000, 4))
        half = draws[:, 0] / 2 + (draws[:, 1] - draws[:, 0]) / 2 * draws[:, 3] / draws[:, 2]
        low = draws[:, 0] / 2
        volumes = math.pi * draws[:, 3] * (low**2 + low * half + half**2) / 3
        self.assertAlmostEqual(figure.u / float(volumes.std()), 1.0, delta=0.03)


class Measuring(TestCase):
    def test_the_level_is_read_twice(self) -> None:
        figure = by_displacement(Displacement(bore_m=0.1, fall_m=0.05, reading_m=0.001), soaked=True)
        area = math.pi / 4 * 0.1**2
        level = math.sqrt(2) * 0.001 * area
        bore = 2 * figure.value * 0.0005 / 0.1
        self.assertAlmostEqual(figure.u, math.hypot(math.hypot(level, bore), 0.003 * figure.value), places=9)

    def test_a_narrow_vessel_errs_less(self) -> None:
        volume = 300e-6
        errors = [
            by_displacement(
                Displacement(bore_m=b, fall_m=volume / (math.pi / 4 * b * b), reading_m=0.0008), soaked=True
            ).u
            for b in (0.15, 0.1, 0.06)
        ]
        self.assertEqual(errors, sorted(errors, reverse=True))

    def test_a_dry_mould_is_far_less_certain_and_says_which_way(self) -> None:
        reading = Displacement(bore_m=0.074, fall_m=0.0724, reading_m=0.0008)
        wet, dry = by_displacement(reading, soaked=True), by_displacement(reading, soaked=False)
        self.assertGreater(dry.u, 3 * wet.u)
        self.assertTrue(any("smaller" in a.metric for a in dry.assumptions))

    def test_drained_water_and_trial_glass(self) -> None:
        water = by_drained(Drained(mass_kg=0.310, temperature_c=16.0, scale_kg=0.001), soaked=True)
        self.assertAlmostEqual(water.value, 0.310 / 998.94, delta=1e-8)
        glass = by_trial(Trial(mass_kg=0.780, density_kg_m3=2500.0, scale_kg=0.001), soaked=True)
        self.assertAlmostEqual(glass.value, 312e-6)

    def test_two_ways_together_are_surer_than_either(self) -> None:
        """Weighted mean of two independent measurements; worked out by hand."""
        a = product(given("a", "a", 300.0, "count", 4.0), given("b", "b", 1.0, "count"))
        b = product(given("a", "a", 310.0, "count", 3.0), given("b", "b", 1.0, "count"))
        both = combine([a, b])
        self.assertAlmostEqual(both.value, (300 / 16 + 310 / 9) / (1 / 16 + 1 / 9))
        self.assertAlmostEqual(both.u, 2.4)

    def test_every_way_names_its_formula_and_source(self) -> None:
        for figure in (
            by_shape(Stack((Frustum(bottom_m=0.06, top_m=0.1, height_m=0.08),)), line_m=0.05, reading_m=0.0005),
            by_drained(Drained(mass_kg=0.310, temperature_c=16.0, scale_kg=0.001), soaked=True),
        ):
            self.assertTrue(figure.formula and figure.words and figure.source.text and figure.assumptions)
