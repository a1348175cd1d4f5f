"""From volume to glass, heap and temperatures."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import forms, shipped_kinds
from coldcradle.glass.landmarks import landmarks
from coldcradle.glass.viscosity import Viscosity
from tests.documents import planned


class Kinds(TestCase):
    def test_six_kinds_ship_each_with_a_source(self) -> None:
        self.assertEqual(len(shipped_kinds()), 6)
        self.assertTrue(all(kind.source for kind in shipped_kinds().values()))
        self.assertTrue(all(form.source for form in forms().values()))

    def test_points_out_of_order_are_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "below softening point, got 493, 700, 677"):
            replace(shipped_kinds()["fusing-90-clear"], annealing_c=700.0)

    @given(st.sampled_from(sorted(shipped_kinds())), st.floats(100, 1200), st.floats(0.1, 200))
    def test_hotter_is_always_runnier(self, key: str, temperature: float, step: float) -> None:
        curve = Viscosity.of(shipped_kinds()[key])
        self.assertLess(float(curve.log10_pa_s(temperature + step)), float(curve.log10_pa_s(temperature)))

    @given(st.sampled_from(sorted(shipped_kinds())), st.floats(3.0, 14.0))
    def test_temperature_and_viscosity_are_each_others_inverse(self, key: str, log: float) -> None:
        curve = Viscosity.of(shipped_kinds()[key])
        self.assertAlmostEqual(float(curve.log10_pa_s(curve.temperature_c(log))), log, places=9)

    def test_absurd_viscosities_are_refused(self) -> None:
        with self.assertRaises(ImpossibleInput):
            Viscosity.of(shipped_kinds()["float-clear"]).temperature_c(-5.0)

    def test_landmarks_rise_from_strain_to_casting(self) -> None:
        for kind in shipped_kinds().values():
            marks = landmarks(kind)
            self.assertEqual([m.key for m in marks][:2], ["strain", "annealing"])
            self.assertEqual(marks[-1].key, "cast")


class Charge(TestCase):
    def test_weight_follows_density(self) -> None:
        trial = {"mass": "812 g", "density": "2500 kg/m³", "scale": "1 g"}
        swapped = planned("casting-crystal", cradle__method="trial", cradle__trial=trial)
        self.assertAlmostEqual(swapped.figures["glass_mass"].value, 0.812 * 2550 / 2500)
        light, heavy = planned("fusing-90-clear"), planned("lead-crystal")
        ratio = heavy.figures["glass_mass"].value / light.figures["glass_mass"].value
        self.assertAlmostEqual(ratio, 2950 / 2500)

    def test_the_errors_of_volume_and_density_reach_the_weight(self) -> None:
        plan = planned()
        volume, mass = plan.figures["cradle_volume"], plan.figures["glass_mass"]
        self.assertAlmostEqual((mass.u / mass.value) ** 2, (volume.u / volume.value) ** 2 + 0.01**2, places=6)

    def test_enough_just_enough_and_not_enough(self) -> None:
        for rack, words, state in (
            ("1120 g", "**Enough:**", "enough"),
            ("815 g", "**Just enough:**", "enough"),
            ("640 g", "**Not enough:**", "not enough"),
        ):
            plan = planned(glass__rack={"nuggets": rack})
            self.assertIn(words, plan.answers["glass"].metric)
            self.assertEqual(plan.states["glass"], state)
        self.assertIn("would stand", plan.answers["glass"].metric)

    def test_the_chance_that_it_is_enough_and_what_makes_it_sure(self) -> None:
        """A normal error: half a chance with just the weight needed, 95 % with 1.645 errors more (any table of Φ)."""
        plan = planned()
        mass, sure = plan.figures["glass_mass"], plan.figures["charge_sure"]
        self.assertAlmostEqual(sure.value, (mass.value + 1.644854 * mass.u) * 1.02, places=6)
        for rack_kg, chance in ((mass.value * 1.02, 0.5), (sure.value, 0.95), (0.9 * mass.value, 0.0)):
            found = planned(glass__rack={"nuggets": f"{rack_kg * 1e3:.6f} g"}).figures["enough_chance"]
            self.assertAlmostEqual(found.value, chance, delta=2e-3)
        self.assertNotIn("enough_chance", planned(glass__rack={}).figures)

    def test_an_empty_rack_offers_what_lies_there_in_another_form(self) -> None:
        plan = planned(glass__rack={"billet": "2 kg"})
        found = next(f for f in plan.findings if f.rule == "glass.none-on-rack")
        self.assertIn("billet", found.reason.metric)

    def test_loose_pieces_take_more_room_than_sheet(self) -> None:
        loose, sheet = planned(glass__form="coarse"), planned(glass__form="sheet")
        self.assertGreater(loose.figures["bulk_volume"].value, 1.8 * sheet.figures["bulk_volume"].value)
        # sheet does not heap: its room ends at the brim
        self.assertGreater(loose.figures["heap_room"].value, sheet.figures["heap_room"].value)

    def test_a_heap_that_does_not_fit_says_how_much_to_put_in_first(self) -> None:
        plan = planned(
            cradle__parts=[{"shape": "cylinder", "bore": "80 mm", "height": "65 mm"}],
            cradle__method="shape",
            glass__form="powder",
            glass__rack={"powder": "3 kg"},
        )
        self.assertIn("glass.heap-too-high", [f.rule for f in plan.findings])
        self.assertEqual(plan.states["glass"], "top up")
        self.assertIn("put in", plan.answers["glass"].metric)

    def test_an_own_weight_moves_the_level_and_may_run_over(self) -> None:
        short = planned(glass__charge="500 g")
        self.assertLess(short.figures["thickness"].value, 0.055)
        self.assertIn("glass.below-line", [f.rule for f in short.findings])
        over = planned(glass__charge="1500 g")
        self.assertIn("glass.runs-over", [f.rule for f in over.findings])
        self.assertAlmostEqual(over.figures["thickness"].value, 0.088)
        above = planned(glass__charge="1000 g")
        self.assertIn("glass.above-line", [f.rule for f in above.findings])

    def test_lead_is_not_for_food(self) -> None:
        self.assertIn("glass.not-for-food", [f.rule for f in planned("lead-crystal").findings])
