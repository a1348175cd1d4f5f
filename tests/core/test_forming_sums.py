"""The sums of forming, each beside what a kiln-former would expect to read, and both sides of what they warn of."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.layup.deform.drop import ANGLE_RAD, TENSION_N_M, round_drop
from coldcradle.layup.together import WorkNeed, common_work
from coldcradle.quantity.parse import parse
from coldcradle.sums import SUMS, evaluate
from coldcradle.sums.sum import Result
from tests import examples

KINDS = shipped_kinds()


def summed(key: str, **typed: str) -> Result:
    found = evaluate(SUMS[key], typed, kinds=KINDS)
    assert found.result is not None, found.faults
    return found.result


def refused(key: str, **typed: str) -> str:
    found = evaluate(SUMS[key], typed, kinds=KINDS)
    assert found.result is None
    return found.faults[0].message


def rules(key: str, **typed: str) -> set[str]:
    return {f.rule for f in summed(key, **typed).findings}


class TradeCases(TestCase):
    """Common practice, no source: what people use for the same."""

    def test_temperatures(self) -> None:
        for key, low, high in (("slump", 640, 665), ("ring", 690, 720), ("drape", 660, 685)):
            found = next(f for f in summed(key).figures if f.key == "forming_temperature")
            self.assertTrue(low <= found.value <= high, (key, found.value))

    def test_65_over_100_clears_by_35_and_120_wants_35_more(self) -> None:
        self.assertIn("clears the shelf by **35 mm**", summed("drape").answer.metric)
        stopped = summed("drape", arm="120 mm")
        self.assertIn("hits the shelf by 20 mm", stopped.answer.metric)
        self.assertIn("at least 35 mm", stopped.findings[0].says.metric)
        self.assertIn("layup.near-the-shelf", rules("drape", arm="91 mm"))
        self.assertNotIn("layup.near-the-shelf", rules("drape", arm="89 mm"))

    def test_a_ring_wants_a_margin(self) -> None:
        self.assertIn("layup.slips-through", rules("ring", blank="150 mm"))
        self.assertNotIn("layup.slips-through", rules("ring", blank="190 mm"))

    def test_a_blank_for_a_330_form_weighs_1283_g(self) -> None:
        self.assertIn("1283 g", summed("blank").answer.metric)

    def test_freezing_and_glue(self) -> None:
        """Tiny 20 to 30 min, else half an hour to an hour, never past 90 min; 695 °C sticks it."""
        self.assertIn("20 min to 30 min", summed("freeze", section="6 mm").answer.metric)
        self.assertIn("1 h to 1 h 30 min", summed("freeze", section="25 mm").answer.metric)
        self.assertRegex(summed("freeze").answer.metric, r"stick at \*\*69\d °C")
        self.assertIn("layup.limb-too-thin", rules("freeze", limb="33 mm", thin="4 mm"))
        self.assertNotIn("layup.limb-too-thin", rules("freeze", limb="31 mm", thin="4 mm"))
        self.assertIn("layup.goes-muddy", rules("freeze", powder="transparent"))
        self.assertIn("30 mm", refused("freeze", section="40 mm"))
        self.assertEqual(rules("glue"), {"layup.wet-glue"})


class Drops(TestCase):
    def test_a_small_drop_is_a_part_of_a_ball(self) -> None:
        """V = πR³(2 − 3·cos θ + cos³θ)/3 where weight does not count (geometry of a spherical cap)."""
        volume = 1e-10
        cosine = math.cos(ANGLE_RAD)
        radius = (3 * volume / (math.pi * (2 - 3 * cosine + cosine**3))) ** (1 / 3)
        self.assertAlmostEqual(round_drop(volume, 2500.0).diameter_m / (2 * radius), 1.0, delta=0.01)

    def test_a_large_one_rests_as_a_puddle(self) -> None:
        """h = 2·√(γ/(ρg))·sin(θ/2): de Gennes, Brochard-Wyart and Quéré."""
        height = 2 * math.sqrt(TENSION_N_M / (2500 * GRAVITY)) * math.sin(ANGLE_RAD / 2)
        self.assertAlmostEqual(round_drop(4e-5, 2500.0).height_m / height, 1.0, delta=0.04)

    @settings(max_examples=examples(8))
    @given(st.floats(1e-9, 2e-5), st.floats(1.1, 2.0))
    def test_more_glass_is_wider_and_never_lower(self, volume: float, more: float) -> None:
        one, two = round_drop(volume, 2500.0), round_drop(min(5e-5, volume * more), 2500.0)
        self.assertGreater(two.diameter_m, one.diameter_m)

    def test_volume_is_kept(self) -> None:
        drop = round_drop(1e-6, 2500.0)
        r, z = zip(*drop.outline, strict=True)
        volume = sum(
            math.pi * (a * a + a * b + b * b) / 3 * (p - q)
            for a, b, p, q in zip(r[:-1], r[1:], z[:-1], z[1:], strict=True)
        )
        self.assertAlmostEqual(volume / 1e-6, 1.0, delta=0.02)

    def test_dots_take_long_and_stiff_white_longer(self) -> None:
        plain = summed("dots", hold="1 h")
        self.assertEqual(plain.findings, [])
        self.assertIn("layup.not-round-yet", rules("dots", hold="1 h", stiffer="20 °C", side="12 mm"))
        self.assertIn("stop", {f.severity for f in summed("dots", hold="2 min").findings})
        with self.assertRaises(ImpossibleInput):
            round_drop(0.0, 2500.0)


class Together(TestCase):
    def test_a_common_heat_where_there_is_one(self) -> None:
        self.assertEqual(common_work([WorkNeed("a", 1.0), WorkNeed("b", 3.0)]).work_per_pa, 3.0)
        apart = common_work([WorkNeed("a", 1.0, 2.0), WorkNeed("b", 8.0)])
        self.assertIsNone(apart.work_per_pa)
        self.assertEqual(apart.short, (("b", 0.5),))
        self.assertEqual(apart.over, (("a", 2.0),))
        with self.assertRaises(ImpossibleInput):
            common_work([WorkNeed("a", 2.0, 1.0)])

    def test_a_slump_and_a_drape_go_together_and_a_hung_bottle_does_not(self) -> None:
        self.assertIn("Together at", summed("together").answer.metric)
        apart = summed("together", two="hang", two_size="190 mm", two_deep="70 mm", one_size="80 mm", one_deep="30 mm")
        self.assertEqual({f.rule for f in apart.findings}, {"layup.not-together"})
        self.assertIn("Not together", apart.answer.metric)


class StandingSums(TestCase):
    def test_a_round_bottom_stands_on_a_small_circle_and_feet_steady_it(self) -> None:
        """2·√(2·R·g): a sphere and a tenth of a millimetre."""
        found = summed("wobble")
        radius = (0.16**2 + 0.05**2) / (2 * 0.05)
        self.assertAlmostEqual(found.figures[0].value, 2 * math.sqrt(2 * radius * 1e-4 - 1e-8))
        self.assertIn("192 mm", found.answer.metric)
        self.assertEqual(rules("wobble"), {"layup.wobbles"})
        self.assertIn("half its span", refused("wobble", depth="170 mm"))

    def test_a_hole_over_a_cone_opens_and_its_washer_covers_it(self) -> None:
        found = summed("hole")
        after, washer = (f.value for f in found.figures)
        self.assertGreater(after, 0.016)
        self.assertAlmostEqual(washer - after, 0.012)
        self.assertIn("smaller than its disc", refused("hole", hole="250 mm"))
        self.assertIn("wider than the hole", refused("hole", foot="10 mm"))

    def test_a_base_goes_over_sooner_under_a_taller_panel(self) -> None:
        """A base of 100 by 100 by 18 mm weighs 450 g; statics by hand."""
        found = summed("base")
        self.assertIn("450 g", found.answer.metric)
        centre = (0.45 * 0.009 + 0.3 * (0.018 + 0.095)) / 0.75
        self.assertAlmostEqual(found.figures[0].value, centre, places=5)
        self.assertAlmostEqual(found.figures[1].value, math.atan(0.05 / centre), places=4)
        self.assertIn("layup.base-topples", rules("base", panel_high="900 mm", panel="2 kg"))
        self.assertNotIn("layup.base-topples", rules("base"))
        bridge = next(f for f in summed("base", bridge="80 mm").figures if f.key == "carries")
        self.assertAlmostEqual(bridge.value, 2 * 7e6 * 0.1 * 0.018**2 / (3 * 0.08 * 9.80665), delta=0.5)


class Rings(TestCase):
    def test_rings_of_colour_weigh_what_their_areas_weigh(self) -> None:
        rows = {r.name: r.cells[2].metric.text for r in summed("frit-ring").rows}
        by_hand = math.pi / 4 * (0.12**2 - 0.06**2) * 0.010 * 2500
        self.assertAlmostEqual(parse(rows["blue"], "mass"), by_hand, delta=0.002)

    def test_a_large_thin_disc_is_not_heated_again(self) -> None:
        big = {"rings": "clear 255 mm", "thick": "7 mm"}
        self.assertIn("layup.frit-disc-cracks", rules("frit-ring", **big))
        self.assertNotIn("layup.frit-disc-cracks", rules("frit-ring", **{**big, "rings": "clear 245 mm"}))
        self.assertNotIn("layup.frit-disc-cracks", rules("frit-ring", **{**big, "thick": "9 mm"}))
        self.assertIn("smaller than the disc", refused("frit-ring", hole="200 mm"))
        self.assertIn("ring of colour", refused("frit-ring", rings=""))
        self.assertIn("above its foot", refused("frit-ring", foot="230 mm"))

    def test_hung_glass_touches_before_it_parts(self) -> None:
        touch, parts = (f.value for f in summed("stretch").figures)
        self.assertLess(touch, parts)
        self.assertIn("layup.parts-soon", rules("stretch"))
        self.assertIn("layup.unusual-stretch", rules("stretch", top="630 °C"))
        self.assertNotIn("layup.unusual-stretch", rules("stretch", top="705 °C"))


class Shapes(TestCase):
    def test_an_area_is_a_shape_and_its_sizes_or_itself(self) -> None:
        for typed, grams in (
            ({"shape": "square", "across": "100 mm"}, 150),
            ({"shape": "round", "across": "100 mm"}, 117.8),
            ({"shape": "oblong", "across": "100 mm", "into": "50 mm"}, 75),
            ({"area": "200 cm²"}, 300),
        ):
            found = summed("thickness", mass="", thickness="6 mm", **typed).figures[0]
            self.assertAlmostEqual(found.value * 1e3, grams, delta=0.1)
        self.assertIn("shorter side", refused("thickness", shape="oblong"))
        self.assertIn("expected an area", refused("thickness", shape="area"))

    def test_what_can_be_drawn_is_drawn(self) -> None:
        for key in (
            "slump",
            "ring",
            "drape",
            "stretch",
            "dots",
            "wobble",
            "hole",
            "base",
            "frit-ring",
            "spread",
            "press",
            "dam",
        ):
            sketch = summed(key).sketch
            assert sketch is not None, key
            left, low, right, high = sketch.box
            self.assertTrue(left < right, key)
            self.assertTrue(low < high, key)
