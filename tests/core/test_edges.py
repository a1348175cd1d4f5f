"""Thresholds that are no rules of a plan, each on both sides of its edge; and the glue between kiln, load and chain."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from unittest import TestCase

from coldcradle.glass.compatibility import check_pair, match
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.assess import left_remark
from coldcradle.heat.coasting import SUMMER_C, WINTER_C, coasting, verdict_of
from coldcradle.heat.kiln.controller import tell_controller
from coldcradle.heat.kiln.kiln import Controller
from coldcradle.heat.limits import TARGETS_PA, is_over
from coldcradle.heat.schedule.segments import PlannedSegment, run_programme
from coldcradle.heat.schedule.warmup import top_rate_k_per_h
from coldcradle.piece.chain import plan_chain
from coldcradle.piece.compare import assess_schedule
from coldcradle.piece.plan import plan
from coldcradle.piece.sharer import can_share
from coldcradle.piece.stage import StageWithInputs, compute_stage, plan_stage
from coldcradle.quantity.reason import NONE
from tests.core.test_chains import chained, link, links_of, said
from tests.core.test_firing import fired, written
from tests.core.test_heat import kiln
from tests.documents import piece, planned

KINDS = shipped_kinds()
NINETY = KINDS["fusing-90-clear"]


class Strain(TestCase):
    def test_a_tolerance_is_a_factor(self) -> None:
        self.assertEqual([is_over(v, 2.0, 1.08) for v in (2.15, 2.17)], [False, True])

    def test_what_is_left_is_good_within_8_percent_and_no_plan_beyond_a_tenth(self) -> None:
        usual, quick = TARGETS_PA["usual"], TARGETS_PA["quick"]
        for wish in (usual, quick):
            words = [left_remark(x * wish, wish).word for x in (1.07, 1.09, 1.11, 2.0)]
            self.assertEqual(words, ["good", "think", "stop", "stop"])

    def test_a_verdict_near_its_edge_is_never_plain(self) -> None:
        wish = 0.45e6
        for share, verdict in ((0.74, "safe"), (0.76, "close"), (1.07, "close"), (1.09, "no")):
            self.assertEqual(verdict_of(left_pa=share * wish, target_pa=wish, pull_share=0.0), verdict)
            self.assertEqual(verdict_of(left_pa=0.0, target_pa=wish, pull_share=share), verdict)

    def test_the_cold_and_the_warm_room_are_winters_and_summers(self) -> None:
        self.assertEqual((WINTER_C, SUMMER_C), (12.0, 30.0))
        worked = compute_stage(fired("full", thick="12 mm"))
        assert worked.heated.firing is not None
        rooms = coasting(worked.heated.firing, worked.heated.load, worked.heated.heat).rooms
        self.assertEqual([r.room.metric.text for r in rooms], ["18 °C", "12 °C", "30 °C"])


class Glasses(TestCase):
    def pair(self, **changes: object) -> str:
        return match(NINETY, replace(NINETY, key="other", name="other", **changes)).verdict  # type: ignore[arg-type]

    def test_a_like_expansion_alone_is_never_good(self) -> None:
        """Fusing 90 and 24 % lead crystal both say 9.0e-6; together they crack (common practice, no source)."""
        found = check_pair(NINETY, KINDS["lead-crystal"])
        assert found is not None
        self.assertEqual(found.rule, "glass.not-tested")
        self.assertIn("crossed polarisers", found.reason.metric)
        self.assertEqual(self.pair(), "goes together")
        for changes in ({"family": ""}, {"family": "float"}, {"is_tested": False}, {"is_unknown": True}):
            self.assertEqual(self.pair(**changes), "not without a test", changes)
        self.assertIsNone(check_pair(KINDS["float-clear"], KINDS["float-clear"]))

    def test_points_15_k_apart_and_expansions_one_apart(self) -> None:
        self.assertEqual(
            [self.pair(softening_c=677 + k) for k in (14.9, 15.1)], ["goes together", "not without a test"]
        )
        self.assertEqual(
            [self.pair(annealing_c=516 + k) for k in (14.9, 15.1)], ["goes together", "not without a test"]
        )
        self.assertEqual(
            [self.pair(expansion_per_k=9e-6 + x) for x in (0.99e-7, 1.01e-7)], ["goes together", "not without a test"]
        )

    def test_the_gravest_gap_of_expansions_stops(self) -> None:
        verdicts = [self.pair(expansion_per_k=9e-6 + x * 1e-7) for x in (2, 3, 4, 5, 6)]
        self.assertEqual(verdicts[0], "not without a test")
        self.assertEqual(verdicts[-1], "will crack")
        self.assertEqual(verdicts, sorted(verdicts))


class Chains(TestCase):
    def test_alike_in_thickness_means_within_1_35(self) -> None:
        for thick, firings in ((0.00812, 2), (0.00808, 1)):
            found = chained(link("a", "full", 805, "x", thick=0.006), link("b", "full", 805, "y", thick=thick))
            self.assertEqual(found.firings, firings, thick)

    def test_what_joining_would_refuse_is_not_said_to_share(self) -> None:
        for low, firings in (
            (804.0, 1),
            (806.0, 2),
        ):  # where b's window begins; a's ends at 805
            first, second = links_of([link("a", "full", 805, "x"), link("b", "full", 810, "y")])
            assert first.asks
            assert second.asks
            first = replace(first, asks=replace(first.asks, window_c=(780.0, 805.0)))
            second = replace(second, asks=replace(second.asks, window_c=(low, 830.0)))
            assert first.asks
            assert second.asks
            self.assertEqual(plan_chain([first, second]).firings, firings, low)
            self.assertEqual(can_share(first.asks, second.asks), firings == 1)

    def test_the_next_firing_starts_an_hour_after_the_lid_may_be_opened(self) -> None:
        found = chained(link("a", "full", 805, hours=2), link("b", "slump", 660, hours=2))
        self.assertEqual(found.links[0].opens.metric.text[-5:], "10:00")
        self.assertEqual(found.links[1].starts.metric.text[-5:], "11:00")

    def test_a_stiff_glass_is_fired_hot_and_long_first(self) -> None:
        later = link("plate", "full", 800, "plate", joins=("dots",))
        for stiffer, hot in ((4.0, False), (12.0, True)):
            dots = link("dots", "full", 815, "dots", stiffer_k=stiffer)
            text = said(chained(dots, later))
            self.assertEqual("hot and long first" in text, hot, text)
            self.assertEqual("is enough for now" in text, not hot, text)

    def test_a_stiffer_part_gets_a_hotter_plan(self) -> None:
        dots = {"name": "Dots", "process": "full", "part": "dots", "before": True}
        plain, stiff = (
            plan(written("slump", heat__chain=[dots | more])).chain.links[0].peak_c
            for more in ({}, {"stiffer": "15 K"})
        )
        self.assertAlmostEqual(stiff - plain, 15, delta=1.1)


class Kilns(TestCase):
    def test_shelves_and_weights_count_in_the_pace_of_the_kiln(self) -> None:
        light, shelved = compute_stage(piece()), compute_stage(piece(heat__shelves="20 kg"))
        gain = shelved.heated.load.heat_capacity_j_per_k - light.heated.load.heat_capacity_j_per_k
        self.assertAlmostEqual(gain, 20 * 1000.0, delta=1.0)
        assert light.heated.firing
        assert shelved.heated.firing
        self.assertGreater(shelved.heated.firing.run.total_s, light.heated.firing.run.total_s)
        pressed = compute_stage(fired("press", heat__weight="12 kg", heat__on="shelf"))
        self.assertAlmostEqual(pressed.heated.load.furniture_kg, 12.0)

    def test_from_soft_to_the_peak_twice_what_the_mould_likes(self) -> None:
        worked = compute_stage(piece())
        likes = worked.heated.load.material.warm_up_k_per_h
        self.assertAlmostEqual(top_rate_k_per_h(worked.heated.load, worked.heated.heat), min(150.0, 2 * likes))
        schedule = "{} C/h to 663 C hold 1 h\n150 C/h to 822 C hold 2 h\nfull to 480 C hold 10 h\n2 C/h to 425 C"
        for times, warned in ((1.15, False), (1.25, True)):
            found = assess_schedule(
                StageWithInputs(piece(heat__schedule=schedule.format(round(likes * times, 1)), heat__wet="dry"))
            ).programme
            assert found is not None
            self.assertEqual(any(r.key == "mould" for r in found.remarks), warned, times)

    def test_a_hold_costs_a_controllers_step_four_times_its_length(self) -> None:
        """Of two steps that could go, the one whose merging costs less does; a hold counts four times."""
        steps = [
            PlannedSegment(
                key=f"s{i}", name=f"s{i}", rate_k_per_h=r, to_c=c, hold_s=h, limited_by="glass", why=NONE, figures=()
            )
            for i, (r, c, h) in enumerate(((100.0, 300.0, 600.0), (100.0, 500.0, 0.0), (50.0, 600.0, 0.0)))
        ]
        loaded = kiln().loaded(load_j_per_k=0.0, room_c=20.0)
        run = run_programme(steps, loaded)
        # giving up s0 costs 4 x 600 s of hold; giving up s1 costs 200 K at 50 instead of 100 K/h: 7200 s
        told = tell_controller(run.steps, kiln(controller=Controller(steps=2)), start_c=20.0)  # type: ignore[arg-type]  # as plain values
        self.assertEqual([s.name for s in told.steps], ["s1", "s2"])
        longer = [replace(steps[0], hold_s=2400.0), *steps[1:]]
        told = tell_controller(run_programme(longer, loaded).steps, kiln(controller=Controller(steps=2)), start_c=20.0)  # type: ignore[arg-type]  # as plain values
        self.assertEqual([s.name for s in told.steps], ["s0", "s2"])

    def test_a_kiln_that_cannot_be_is_refused_in_words(self) -> None:
        from coldcradle.document.reading import read
        from coldcradle.errors import DocumentError
        from coldcradle.heat.kiln.kiln import KilnModel
        from tests.documents import BIG_KILN

        self.assertEqual(read(KilnModel, BIG_KILN | {"rise": "4 h"}, "a kiln").value.rise_to_800_s, 4 * 3600)
        with self.assertRaisesRegex(DocumentError, "rise: .* come to rest"):
            read(KilnModel, BIG_KILN | {"rise": "2 h"}, "a kiln")
        with self.assertRaises(DocumentError):
            piece(heat__kiln=BIG_KILN | {"rise": "2 h"})

    def test_what_was_typed_in_fahrenheit_is_shown_again_as_typed(self) -> None:
        for typed in ("1500F", "1465 °F", "1333F"):
            found = plan_stage(fired("full", heat__cast_at=typed)).heat
            assert found is not None
            step = next(s for s in found.steps if s.key == "cast")
            self.assertEqual(step.to.us.value, typed[:4])
            self.assertEqual(
                next(t.to for t in found.told.steps if t.name == "Full fuse"), str(round((float(typed[:4]) - 32) / 1.8))
            )

    def test_a_quarter_of_an_hour_is_the_least_a_start_is_moved_by(self) -> None:
        found = plan_stage(fired("ring", heat__starts_at="2026-11-23T21:00"))
        assert found.heat is not None
        assert found.heat.visit_help is not None
        self.assertRegex(found.heat.visit_help.metric, r"\d\d:(00|15|30|45) instead")
        self.assertEqual(timedelta(minutes=15).total_seconds(), 900)


class ThinWall(TestCase):
    def test_a_wall_thinner_than_an_atom_is_planned_like_a_very_thin_one(self) -> None:
        film, none = planned(cradle__wall="1e-6 mm"), planned(cradle__wall="1e-16 mm")
        assert film.heat is not None
        assert none.heat is not None
        self.assertAlmostEqual(none.heat.total_s / film.heat.total_s, 1, places=4)
        left = [p.figures["residual_stress"].value for p in (film, none)]
        self.assertAlmostEqual(left[1] / left[0], 1, places=4)
