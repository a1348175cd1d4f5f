"""A stack of strips that leans on a prop and rolls into a bar: volume, order, size, and what is unwise."""

from __future__ import annotations

import math
import re
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.layup.families.lay_roll import LEANS_RAD, SLIDES_RAD, STEEP_RAD, lean_rad, run_out_m
from coldcradle.piece.result import StagePlan
from tests.staged import last, stage

_STRIPS = [{"thick": "3 mm", "count": 2, "name": name} for name in ("clear", "amber", "slate")]


def bar(prop: str = "12 mm", step: str = "6 mm", room: str = "", **layup: Any) -> StagePlan:
    made = stage("roll", key="s0")
    made["layup"] |= {"length": "250 mm", "width": "60 mm", "layers": _STRIPS, "roll": {"prop": prop, "step": step}}
    made["layup"] |= layup
    if room:
        deep, wide = ("20 mm", room) if room != "low" else ("4 mm", "70 mm")
        part = {"shape": "box", "length": "260 mm", "width": wide, "height": deep}
        made["cradle"] = {**made["cradle"], "parts": [part], "line": deep}
    return last(made)


def rules(found: StagePlan) -> set[str]:
    ours = ("layup.stack", "layup.steps", "layup.off")
    return {f.rule for f in found.findings if f.rule.startswith(ours)}


def bands_mm(found: StagePlan) -> list[tuple[str, float]]:
    told = found.answers["layup"].metric.split("not computed")[0]
    return [(n, float(b)) for n, b in re.findall(r"(\w+) ([\d.]+) mm", told)]


class Rolled(TestCase):
    def test_each_strip_is_narrower_by_the_step_and_all_of_it_is_weighed(self) -> None:
        """60 to 30 mm in steps of 6, 3 mm thick, 250 mm long, 2 500 kg/m³: 506 g by hand."""
        found = bar()
        by_hand = sum((60 - 6 * k) * 3 * 250 for k in range(6)) * 1e-9 * 2500
        self.assertAlmostEqual(found.outcome.weight_kg, by_hand, delta=1e-6)
        without = bar(step="0 mm")
        self.assertAlmostEqual(without.outcome.weight_kg, 60 * 18 * 250 * 1e-9 * 2500, delta=1e-6)

    def test_what_lay_on_top_comes_first_and_each_is_as_broad_as_its_volume(self) -> None:
        found = bar()
        bands = bands_mm(found)
        self.assertEqual([name for name, _ in bands], ["slate", "amber", "clear"])
        self.assertAlmostEqual(sum(b for _, b in bands), found.outcome.width_m * 1e3, delta=0.2)
        self.assertAlmostEqual(bands[0][1] / bands[2][1], (36 + 30) / (60 + 54), delta=0.01)
        self.assertIn("not computed", found.answers["layup"].metric)

    def test_the_bar_keeps_its_volume_and_runs_out_as_far_on_every_side(self) -> None:
        out = bar().outcome
        volume = out.length_m * out.width_m * out.thickness_m
        self.assertAlmostEqual(volume / (out.weight_kg / 2500), 1, delta=0.01)
        self.assertAlmostEqual(out.length_m - 0.25, out.width_m - 0.06, delta=1e-9)

    @settings(max_examples=50, deadline=None)
    @given(st.floats(0.01, 1.0), st.floats(0.01, 1.0), st.floats(0.7, 3.0))
    def test_run_out_keeps_the_area_that_was_asked(self, long: float, wide: float, times: float) -> None:
        after = run_out_m(length_m=long, width_m=wide, times=times)
        grown = (wide + after - long) * after
        if after > long * 0.5:
            self.assertAlmostEqual(grown / (long * wide * times**2), 1, delta=1e-9)

    def test_walls_that_are_near_and_high_hold_it(self) -> None:
        free, held, low = bar(room="200 mm"), bar(room="70 mm"), bar(room="low")
        self.assertAlmostEqual(held.outcome.width_m, 0.07)
        self.assertAlmostEqual(held.outcome.thickness_m, held.outcome.weight_kg / 2500 / (0.26 * 0.07), delta=1e-5)
        self.assertGreater(held.outcome.thickness_m, free.outcome.thickness_m)
        self.assertGreater(held.figures["effective_thickness"].value, 0.99 * free.figures["effective_thickness"].value)
        self.assertNotIn("layup.off-the-shelf", rules(held))
        self.assertIn("layup.off-the-shelf", rules(low))

    def test_what_came_before_may_be_rolled_again(self) -> None:
        first = stage("full", key="s0", layup__outline="oblong", layup__length="200 mm", layup__width="50 mm")
        found = last(first, stage("roll", takes=1, layup__roll={"prop": "10 mm"}))
        self.assertIn("leans", found.answers["layup"].metric)
        self.assertGreater(found.outcome.weight_kg, 0.1)

    def test_it_begins_with_a_bar_on_any_shelf(self) -> None:
        found = last(stage("roll", key="s0"))
        self.assertEqual(found.outcome.outline, "oblong")
        self.assertNotIn("stop", {f.severity for f in found.findings})


class Unwise(TestCase):
    def test_each_rule_on_both_sides(self) -> None:
        self.assertEqual(rules(bar()), set())
        for edge, below, above in (
            (LEANS_RAD, {"layup.stack-lies-flat"}, set()),
            (SLIDES_RAD, set(), {"layup.stack-slides"}),
            (STEEP_RAD, {"layup.stack-slides"}, {"layup.stack-falls-over"}),
        ):
            for times, expected in ((0.99, below), (1.01, above)):
                prop = f"{60 * math.sin(edge * times):.4f} mm"
                self.assertEqual(rules(bar(prop)), expected, (math.degrees(edge), times))
        self.assertEqual(rules(bar(step="11.9 mm")), set())
        self.assertEqual(rules(bar(step="12 mm")), {"layup.steps-leave-nothing"})

    def test_a_prop_higher_than_the_strip_is_wide_stands_it_upright(self) -> None:
        self.assertAlmostEqual(lean_rad(prop_m=0.1, width_m=0.06), math.pi / 2)
        self.assertIn("layup.stack-falls-over", rules(bar("100 mm")))

    def test_no_prop_is_said(self) -> None:
        self.assertIn("layup.stack-lies-flat", rules(bar("0 mm")))
