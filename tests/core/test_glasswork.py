"""Mixing, sharing, topping up, damming, standing and hanging."""

from __future__ import annotations

import math
from datetime import date
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.cradle.level import Tilt, run_off, sides
from coldcradle.cradle.release import Coat, check_release
from coldcradle.cradle.round import Frustum
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Box
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.explain.balance import centre_height, hook_load, piece_cost, tipping_angle
from coldcradle.glass.explain.share import left_over
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.glass.mix import Mix, MixPart, check_powder, portions, water_to_damp
from coldcradle.glass.model.share import Cavity, share_batch, top_ups
from coldcradle.layup.deform.spread import dam_boards
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.explain.spread import dam_wall, push_on_wall, rest_thickness, spread
from tests.documents import planned

FUSING = shipped_kinds()["fusing-90-clear"]
OZ = 0.028349523125


def recipe(powder: float = 0.05, weighed: float | None = None) -> Mix:
    parts = tuple(MixPart(form=f, parts=p) for f, p in (("coarse", 2.0), ("medium", 1.0), ("fine", 1.0)))
    return Mix(parts=parts, powder=powder, powder_weighed_kg=weighed)


class Mixing(TestCase):
    """Common practice, no source: frit 2 : 1 : 1 and powder at 5 % of the frit's weight."""

    @given(st.floats(0.01, 5), st.floats(0, 0.5))
    def test_the_portions_are_the_charge(self, charge: float, powder: float) -> None:
        found = portions(recipe(powder), charge_kg=charge)
        self.assertAlmostEqual(sum(p.mass.value for p in found), charge)
        frit = {p.form: p.mass.value for p in found}
        self.assertAlmostEqual(frit["coarse"], 2 * frit["medium"])
        self.assertAlmostEqual(frit.get("powder", 0.0), powder * (charge - frit.get("powder", 0.0)))

    def test_a_slipped_decimal_is_called_one(self) -> None:
        """0.4 oz is 5 % of 8 oz; 4 oz would be 50 %."""
        self.assertIsNone(check_powder(frit_kg=8 * OZ, powder=0.05, weighed_kg=0.4 * OZ))
        for weighed in (4 * OZ, 0.04 * OZ):
            found = check_powder(frit_kg=8 * OZ, powder=0.05, weighed_kg=weighed)
            assert found is not None
            self.assertEqual(found.rule, "glass.slipped-decimal")
        self.assertIn("50 %", check_powder(frit_kg=8 * OZ, powder=0.05, weighed_kg=4 * OZ).says.us)
        other = check_powder(frit_kg=8 * OZ, powder=0.05, weighed_kg=0.7 * OZ)
        assert other is not None
        self.assertEqual(other.rule, "glass.powder-off")

    def test_water_and_what_is_no_mix(self) -> None:
        self.assertAlmostEqual(water_to_damp(frit_kg=0.2).value, 0.006)
        with self.assertRaisesRegex(ImpossibleInput, "at least one part"):
            Mix(parts=(), powder=0.0, powder_weighed_kg=None)

    def test_much_fine_grain_is_said_to_look_like_sand(self) -> None:
        mix = {"parts": [{"form": "fine", "parts": "3"}, {"form": "coarse", "parts": "1"}], "powder": "5 %"}
        found = planned("fusing-90-clear", glass__mix=mix, glass__form="medium", glass__rack={"fine": "2 kg"})
        rules = [f.rule for f in found.findings]
        self.assertIn("glass.sandy", rules)
        self.assertIn("glass.not-enough", rules)
        self.assertIn("coarse", found.answers["glass"].metric)


class Sharing(TestCase):
    @given(st.lists(st.tuples(st.floats(0.001, 1), st.integers(1, 9)), min_size=1, max_size=6), st.floats(0, 5))
    def test_all_are_equally_full_and_nothing_is_lost(self, cavities: list[tuple[float, int]], batch: float) -> None:
        all_of_them = [Cavity(str(i), f, n) for i, (f, n) in enumerate(cavities)]
        found, left = share_batch(all_of_them, batch_kg=batch), left_over(all_of_them, batch_kg=batch)
        used = sum(p.each_kg * p.cavity.count for p in found)
        need = sum(f * n for f, n in cavities)
        self.assertEqual(len({p.share for p in found}), 1)
        self.assertAlmostEqual(used, min(batch, need))
        self.assertAlmostEqual(left.value, abs(batch - need))

    def test_several_cavities_in_a_piece_multiply_the_charge_not_the_thickness(self) -> None:
        one, four = (
            planned(cradle__count=1),
            planned(cradle__count=4, cradle__others=[{"name": "tag", "fill": "10 g", "count": 3}]),
        )
        self.assertAlmostEqual(four.figures["glass_mass"].value, 4 * one.figures["glass_mass"].value + 0.03, places=6)
        self.assertAlmostEqual(four.figures["thickness"].value, one.figures["thickness"].value, places=6)
        self.assertAlmostEqual(four.figures["charge_each"].value, one.figures["charge_mass"].value, places=3)

    def test_a_heap_that_does_not_fit_goes_in_by_turns(self) -> None:
        parts = top_ups(charge_kg=0.9, room_m3=510e-6, cavity_m3=510e-6, density_kg_m3=2500, packing=0.52)
        self.assertAlmostEqual(sum(parts), 0.9)
        self.assertAlmostEqual(parts[0], 510e-6 * 0.52 * 2500)
        # what is melted leaves less room for the next
        self.assertAlmostEqual(parts[1], min(0.9 - parts[0], (510e-6 - parts[0] / 2500) * 0.52 * 2500))
        self.assertEqual(
            top_ups(charge_kg=0.1, room_m3=510e-6, cavity_m3=510e-6, density_kg_m3=2500, packing=0.52), [0.1]
        )
        with self.assertRaisesRegex(ImpossibleInput, "runs over"):
            top_ups(charge_kg=9.0, room_m3=510e-6, cavity_m3=510e-6, density_kg_m3=2500, packing=0.52)


class Spreading(TestCase):
    def test_free_glass_rests_near_a_quarter_inch(self) -> None:
        """Common practice: 6 mm; float on tin 6.9 mm (Pilkington 1969, from memory)."""
        self.assertAlmostEqual(rest_thickness(FUSING).value, 0.0065, delta=0.0006)

    def full_fuse(self) -> float:
        line = [(0.0, 20.0), (14400.0, 804.0), (15300.0, 804.0), (17100.0, 516.0)]
        return heat_work_of(FUSING, line).total_per_pa

    def test_four_layers_run_out_and_two_keep_their_size(self) -> None:
        """Common practice, no source: four 3 mm layers of 150 mm square come out near 175 to 180 mm, rounded."""
        size, thin = spread(FUSING, area_m2=0.0225, thickness_m=0.012, work_per_pa=self.full_fuse())
        self.assertTrue(0.170 < size.value < 0.205, size.value)
        self.assertLess(thin.value, 0.012)
        two, _ = spread(FUSING, area_m2=0.0225, thickness_m=0.006, work_per_pa=self.full_fuse())
        self.assertAlmostEqual(two.value, 2 * math.sqrt(0.0225 / math.pi))

    @given(st.floats(0.008, 0.06), st.floats(1e-4, 10))
    def test_glass_is_neither_made_nor_thinner_than_at_rest(self, thickness: float, work: float) -> None:
        size, thin = spread(FUSING, area_m2=0.01, thickness_m=thickness, work_per_pa=work)
        self.assertAlmostEqual(math.pi / 4 * size.value**2 * thin.value, 0.01 * thickness)
        self.assertGreaterEqual(thin.value, rest_thickness(FUSING).value * (1 - 1e-9))

    def test_heat_work_is_time_over_viscosity(self) -> None:
        done = heat_work_of(FUSING, [(0, 677), (3600, 677)])
        flat = done.total_per_pa
        self.assertAlmostEqual(flat, 3600 / 10**6.6, delta=flat * 1e-6)
        self.assertAlmostEqual(done.second(flat / 2) or 0.0, 1800.0, delta=2)
        self.assertIsNone(done.second(flat * 1.01))
        self.assertEqual(heat_work_of(FUSING, [(0, 677)]).total_per_pa, 0.0)

    def test_a_dam(self) -> None:
        self.assertAlmostEqual(dam_wall(cold_m=0.024, glass_m=0.012).value, 0.034)
        boards = dam_boards(length_m=0.3, width_m=0.2, wall_m=0.034, board_m=0.025, glass_m=0.012)
        self.assertEqual([(b.count, round(b.length_m, 3)) for b in boards], [(2, 0.35), (2, 0.2), (2, 0.3), (2, 0.2)])
        # hydrostatics: half ρ g h² on each metre of wall
        self.assertAlmostEqual(push_on_wall(FUSING, length_m=1.0, glass_m=0.1).value, 3 * 2500 * 0.01 / 2 / 0.3)
        with self.assertRaisesRegex(ImpossibleInput, "board above 0"):
            dam_boards(length_m=0.3, width_m=0.2, wall_m=0.03, board_m=0.0, glass_m=0.01)


class HowItStands(TestCase):
    def test_centres_of_gravity_of_the_handbook(self) -> None:
        """Bronshtein, Handbook of Mathematics, 3.3: prism h/2, cone frustum h/4·(R² + 2Rr + 3r²)/(R² + Rr + r²)."""
        box = Stack((Box(length_m=0.1, width_m=0.1, height_m=0.06),))
        self.assertAlmostEqual(centre_height(box, level_m=0.05, turned=False).value, 0.025, places=6)
        cone = Stack((Frustum(bottom_m=0.06, top_m=0.1, height_m=0.08),))
        R, r, h = 0.03, 0.05, 0.08
        wanted = h / 4 * (R * R + 2 * R * r + 3 * r * r) / (R * R + R * r + r * r)
        self.assertAlmostEqual(centre_height(cone, level_m=h, turned=False).value, wanted, places=6)
        self.assertAlmostEqual(centre_height(cone, level_m=h, turned=True).value, h - wanted, places=6)

    def test_a_cube_tips_at_45_degrees(self) -> None:
        self.assertAlmostEqual(tipping_angle(foot_m=0.1, centre_m=0.05).value, math.pi / 4)
        self.assertLess(tipping_angle(foot_m=0.1, centre_m=0.05, off_centre_m=0.06).value, 0)
        with self.assertRaisesRegex(ImpossibleInput, "foot and a height above 0"):
            tipping_angle(foot_m=0.0, centre_m=0.05)

    def test_hooks_and_cost(self) -> None:
        self.assertAlmostEqual(hook_load(mass_kg=1.2, hooks=2).value, 3.0)
        with self.assertRaisesRegex(ImpossibleInput, "at least one hook"):
            hook_load(mass_kg=1.2, hooks=0)
        self.assertAlmostEqual(piece_cost(charge_kg=0.8, price_per_kg=20, energy_kwh=10, price_per_kwh=0.3).value, 19.0)


class Leaning(TestCase):
    def test_the_fill_line_runs_off_in_proportion(self) -> None:
        tilt = Tilt(rise_m=0.002, over_m=0.4)
        self.assertAlmostEqual(run_off(tilt, across_m=0.2).value, 0.001)
        thin, thick, spill = sides(tilt, across_m=0.2, depth_m=0.006, brim_m=0.0062)
        self.assertAlmostEqual(thick.value - thin.value, 0.001)
        self.assertAlmostEqual(spill, 0.0003)

    def test_a_lean_that_cannot_be_is_refused(self) -> None:
        for rise, over in ((-0.001, 0.3), (0.4, 0.3), (0.001, 0.0), (math.nan, 0.3)):
            with self.assertRaises(ImpossibleInput):
                Tilt(rise_m=rise, over_m=over)

    def test_a_leaning_cradle_is_told_and_errs_more(self) -> None:
        level = planned(cradle__method="level")
        lean = planned(cradle__method="level", cradle__tilt={"rise": "8 mm", "over": "200 mm"})
        self.assertGreater(lean.figures["cradle_volume"].u, level.figures["cradle_volume"].u)
        self.assertIn("a cradle that leans", [s.name for s in lean.figures["cradle_volume"].shares])
        spilling = planned(
            cradle__line="87 mm", cradle__method="shape", cradle__tilt={"rise": "8 mm", "over": "200 mm"}
        )
        self.assertIn("cradle.spills", [f.rule for f in spilling.findings])


class CareOfCradles(TestCase):
    def coat(self, **more: object) -> Coat:
        base = {
            "kind": "kiln-wash",
            "coats": 4,
            "on": date(2026, 11, 1),
            "rated_c": 850.0,
            "firings": 0,
            "dry_after_h": 4.0,
        }
        return Coat(**{**base, **more})  # type: ignore[arg-type]  # each test changes one field

    def test_a_log_is_judged_by_its_last_coat(self) -> None:
        def keys(*log: Coat, at: float = 800.0) -> list[str]:
            return [w.key for w in check_release(log, highest_c=at)]

        self.assertEqual(keys(), ["no-release"])
        self.assertEqual(keys(self.coat()), [])
        self.assertEqual(keys(self.coat(firings=1)), ["release-worn"])
        self.assertEqual(keys(self.coat(coats=2)), ["release-thin"])
        self.assertEqual(keys(self.coat(), at=900.0), ["release-too-hot"])
        self.assertEqual(keys(self.coat(firings=3), self.coat(on=date(2026, 11, 9))), [])

    def test_a_low_release_stops_a_full_fuse(self) -> None:
        """Common practice: some releases are only good to about 700 °C, and a full fuse welds glass to the mould."""
        care = {"release": [{"kind": "low-wash", "coats": 3, "on": "2026-11-01"}]}
        found = planned(cradle__material="ceramic", cradle__care=care)
        stop = next(f for f in found.findings if f.rule == "cradle.release-too-hot")
        self.assertEqual(stop.severity, "stop")
        self.assertIn("700 °C", stop.says.metric)

    def test_a_mould_for_one_use_and_a_mould_for_the_freezer(self) -> None:
        used = planned(cradle__care={"firings": 1, "single_use": True})
        self.assertIn("cradle.used-once", [f.rule for f in used.findings])
        rubber = planned(cradle__material="silicone")
        self.assertIn("cradle.not-for-the-kiln", [f.rule for f in rubber.findings])
        own = planned(cradle__material="stainless", cradle__care={"rated": "600 °C"})
        self.assertIn("heat.above-mould-rating", [f.rule for f in own.findings])
