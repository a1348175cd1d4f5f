"""What lies cold decides how it is warmed: every solid piece by itself."""

from __future__ import annotations

from unittest import TestCase

from coldcradle.document.piece import read_piece
from coldcradle.document.starting import starting_cradle, starting_layup
from coldcradle.piece.stage import compute_stage
from tests.core.test_rule_samples import begun
from tests.staged import box, cast, cored, counts_mm, last, load_of, one, stage, warm


class WarmedBodies(TestCase):
    def test_what_was_fused_before_is_solid_whatever_is_done_to_it(self) -> None:
        """40 mm at most 25 °C/h: its own sum says 18. It was warmed at 400 in full, tack and stick."""
        for process in ("full", "tack", "stick", "spread", "polish", "texture", "slump", "drape", "press", "melt"):
            self.assertLessEqual(warm(last(box(150, 40), stage(process, takes=1))), 25.0, process)

    def test_thick_glass_is_warmed_by_what_goes_in_and_not_by_what_it_spreads_to(self) -> None:
        self.assertLessEqual(warm(last(stage("spread", layup__layers=one("40 mm"), layup__length="150 mm"))), 25.0)

    def test_a_sheet_of_its_own_is_solid_and_loose_ones_are_each_a_body(self) -> None:
        self.assertLess(warm(last(stage("full", layup__layers=one("25 mm")))), 60)
        self.assertEqual(warm(last(stage("full", layup__layers=one("3 mm", 4)))), 220.0)
        self.assertEqual(warm(last(stage("full", layup__layers=one("3 mm", 4), heat__target="quick"))), 400.0)
        self.assertLess(warm(last(stage("full", layup__layers=one("20 mm", 2)))), 90)

    def test_parts_count_by_the_step_beside_them(self) -> None:
        """A 25 mm puck on 6 mm was warmed at 400 and soaked an hour; as uneven work it counts as twice its 31 mm."""
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        found = last(puck, stage("tack", takes=1, **sheet))  # type: ignore[arg-type]  # as plain values
        self.assertLessEqual(warm(found), 20.0)
        self.assertAlmostEqual(counts_mm(found), 62.0, delta=0.5)
        again = last(
            puck,
            stage("tack", takes=1, **sheet),  # type: ignore[arg-type]  # as plain values
            stage("slump", key="s2")
            | {
                "takes": [{"from": "s1", "count": 1}],
                "layup": {"wet": "dry"},
            },
        )
        self.assertLessEqual(warm(again), 35.0)
        self.assertIn("31 mm thick and counts as 62 mm for a sharp step or fold", again.answers["heat"].metric)

    def test_parts_are_bodies_of_their_own_beside_the_sheet(self) -> None:
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        cold = load_of(puck, stage("tack", takes=1, layup__layers=one("6 mm"), layup__length="200 mm")).cold
        self.assertEqual([round(body.thickness_m * 1e3) for body in cold], [6, 25])
        self.assertIsNotNone(cold[0].shade)

    def test_a_patch_on_a_sheet_that_spans_its_form_is_warmed_as_on_a_shelf(self) -> None:
        """8 mm on 3 mm over a bowl: before it lies in, no wall under it slows the bare glass beside the patch.

        It was warmed at 77 °C/h, where the same on a shelf asks 38; a physics of its own found 7.6 MPa.
        """
        patch = [{"kind": "partial", "thick": "8 mm", "length": "120 mm", "width": "120 mm", "count": 1}]
        sheet = {"layup__layers": one("3 mm"), "layup__length": "330 mm", "layup__outline": "round"}
        for relief in ("none", "soft"):
            told = {**sheet, "layup__added": patch, "layup__relief": relief}
            spans = [warm(last(stage(process, key="s0", **told))) for process in ("slump", "shine")]  # type: ignore[arg-type]  # plain values
            lies = warm(last(stage("polish", key="s0", **told)))  # type: ignore[arg-type]  # plain values
            for rate in spans:
                self.assertLessEqual(rate, 1.1 * lies)
        bare = stage("slump", key="s0", **sheet)  # type: ignore[arg-type]  # plain values
        self.assertEqual([body.name for body in load_of(bare).cold], ["the sheet"])

    def test_a_hollow_piece_cannot_bow_even_on_posts(self) -> None:
        (vase,) = load_of(cored(80, 60, 100), stage("polish", takes=1, layup__on="posts")).cold
        self.assertTrue(vase.cannot_bow)
        self.assertFalse(vase.is_open)
        self.assertAlmostEqual(vase.counts_m, 0.020)

    def test_an_uneven_piece_is_uneven_wherever_it_goes(self) -> None:
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        tacked = stage("tack", takes=1, **sheet)  # type: ignore[arg-type]  # as plain values
        part = stage("full", key="s2", layup__layers=one("3 mm", 2), layup__length="300 mm", layup__outline="square")
        on_it = last(puck, tacked, part | {"takes": [{"from": "s1", "count": 1}]})
        flat = last(puck, tacked, part)
        self.assertLess(warm(on_it), 30)
        self.assertEqual(warm(flat), 220.0)

    def test_what_somebody_says_of_a_sheet_goes_in_too(self) -> None:
        self.assertLess(warm(last(stage("polish", layup__thick="40 mm"))), 25)

    def test_grains_are_never_the_piece_they_become(self) -> None:
        made = stage("stick", glass__form="coarse", layup__layers=one("5 mm"), layup__enters="frit")
        found = compute_stage(read_piece({**begun("full"), "stages": [made]}).piece.stages[0])
        self.assertAlmostEqual(found.laid.load.cold[0].thickness_m, found.laid.load.thickness_m)
        self.assertFalse(found.laid.load.is_one_body)

    def test_a_foot_counts_cold_and_hot(self) -> None:
        found = last(stage("ring", layup__layers=one("9 mm"), layup__foot="25 mm", layup__foot_width="60 mm"))
        self.assertLessEqual(warm(found), 60.0)
        self.assertAlmostEqual(counts_mm(found), 68.0, delta=0.5)

    def test_over_a_former_the_middle_is_shaded(self) -> None:
        """6 mm is draped at 100 to 165 °C/h (common practice, no source); up to 15 mm began at 400."""
        self.assertTrue(100 <= warm(last(stage("drape", layup__layers=one("6 mm")))) <= 165)
        self.assertLess(warm(last(stage("drape", layup__layers=one("15 mm")))), 80)
        self.assertLess(warm(last(stage("drape", layup__layers=one("25 mm"), cradle__wall="2 mm"))), 50)

    def test_by_hand_too_fast_between_zones_is_a_stop(self) -> None:
        """6 mm over 2 mm of steel: through its thickness 400 °C/h are nothing, between middle and rim some 20 MPa."""
        for rate, stops in (("100 °C/h", False), ("400 °C/h", True)):
            found = last(stage("drape", layup__layers=one("6 mm"), heat__segments={"warm": {"rate": rate}}))
            told = [f for f in found.findings if f.rule == "heat.warms-too-fast"]
            self.assertEqual([f.severity for f in told], ["stop"] if stops else [], rate)

    def test_a_blank_in_a_ceramic_mould_is_warmed_as_ever(self) -> None:
        """110 to 200 °C/h, common practice, no source."""
        self.assertTrue(110 <= warm(last(stage("slump", layup__layers=one("6 mm")))) <= 200)

    def test_the_rim_of_a_drop_lags_on_its_ring(self) -> None:
        """8 mm on 3 mm of steel: 7.7 MPa at 200 °C/h by the closed form."""
        found = last(stage("ring", layup__layers=one("8 mm")))
        self.assertLess(warm(found), 180)
        assert found.heat is not None
        self.assertLessEqual(found.heat.warm_peak_pa, 7e6)

    def test_a_rod_that_stands_is_warmed_sideways(self) -> None:
        rod = cast({"shape": "cylinder", "bore": "20 mm", "height": "200 mm"}, line="200 mm")
        self.assertGreater(warm(last(rod, stage("polish", takes=1))), 100)

    def test_a_block_in_a_filling_or_a_press_is_a_block(self) -> None:
        block = box(60, 60)
        filled = last(block, box(80, 60) | {"key": "s1", "takes": [{"from": "s0", "count": 1}]})
        self.assertLessEqual(warm(filled), 30.0)
        self.assertLessEqual(warm(last(block, stage("press", takes=1))), 10.0)

    def test_a_block_that_nothing_presses_stays_as_high_as_it_was(self) -> None:
        found = last(box(60, 60), stage("press", takes=1, layup__weight="0 kg"))
        self.assertAlmostEqual(found.figures["thickness_said"].value, 0.060, delta=0.001)

    def test_a_reusable_frit_mould_is_no_wet_plaster(self) -> None:
        cradle = starting_cradle("frit")
        self.assertEqual(cradle["material"], "ceramic")
        self.assertEqual(starting_layup("frit", cradle), {"wet": "dry"})
        self.assertEqual(starting_cradle("cast")["material"], "plaster-silica")
