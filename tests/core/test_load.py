"""One programme for all who lie in a firing: nobody is warmed or cooled faster than it stands, each has its verdict."""

from __future__ import annotations

import itertools
from dataclasses import replace
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import kind_document, shipped_kinds
from coldcradle.heat.inputs import Target
from coldcradle.heat.kiln.kiln import KilnZone
from coldcradle.heat.limits import PASSING_OVER, STRAIN_OVER
from coldcradle.heat.steps import StepKey
from coldcradle.load.firing import alone_of, plan_firing, windows_in
from coldcradle.load.inputs import Berth, FiringInput, Member, Shelf
from coldcradle.load.peak import common_peak
from coldcradle.load.result import FiringPlan
from coldcradle.load.verdict import harm_of
from coldcradle.piece.stage import compute_stage, plan_stage
from tests.core.loads import fired, firing, member, ran

_THICK: dict[str, Any] = {"layup__layers": [{"thick": "6 mm", "count": 4}]}


def at(plan: FiringPlan, key: str) -> tuple[float, float]:
    step = next(s for s in plan.steps if s.key == key)
    return step.to_c, step.hold_s


def words(plan: FiringPlan) -> dict[str, str]:
    return {m.member.key: m.word for m in plan.members}


class Alone(TestCase):
    def test_one_that_lies_alone_has_exactly_the_figures_of_its_own_plan(self) -> None:
        for process in ("slump", "drape", "full", "cast", "hang"):
            one = member(process)
            plan = fired(one)
            mine, own = plan.members[0].result, compute_stage(one.stage, one.incoming)
            self.assertEqual(ran(mine).run.steps, ran(own).run.steps, process)
            self.assertEqual(mine.laid.outcome, own.laid.outcome, process)
            self.assertIsNone(plan.peak)
            self.assertEqual(plan.members[0].share.steps, ())

    def test_steps_set_by_hand_stand(self) -> None:
        one = member("full", heat__segments={"cast": {"to": "790 °C"}})
        self.assertEqual(at(fired(one), StepKey.PEAK)[0], 790.0)


class Together(TestCase):
    def test_two_alike_keep_the_peak_each_would_have_alone(self) -> None:
        plan = fired(member("slump", "a"), member("slump", "b"))
        own = fired(member("slump", "a"))
        self.assertEqual(at(plan, StepKey.PEAK), at(own, StepKey.PEAK))
        self.assertEqual(words(plan), {"a": "good", "b": "good"})

    def test_a_slump_and_a_drape_of_six_millimetres_go_together_between_them(self) -> None:
        # common practice, no source: drape wants more than slump, and two 6 mm ones go together near 668 to 681 °C
        plan = fired(member("slump"), member("drape"))
        self.assertEqual(words(plan), {"slump": "good", "drape": "good"})
        peak_c, _ = at(plan, StepKey.PEAK)
        alone = {p: at(fired(member(p)), StepKey.PEAK)[0] for p in ("slump", "drape")}
        self.assertTrue(alone["slump"] < peak_c < alone["drape"], (alone, peak_c))
        assert plan.peak is not None
        assert plan.peak.between_c is not None
        low, high = plan.peak.between_c
        self.assertTrue(low <= 668 and high >= 681, (low, high))
        by = {m.member.key: m.times for m in plan.members}
        self.assertGreater(by["slump"], 1.0)  # it gets more than it asks
        self.assertLess(by["drape"], 1.0)  # and the other less

    def test_a_tack_beside_a_full_fuse_is_told_apart_with_figures_and_a_way_out(self) -> None:
        plan = fired(member("tack"), member("full"))
        self.assertEqual(words(plan), {"tack": "over", "full": "short"})
        self.assertIn("load.no-common-peak", {f.rule for f in plan.findings})
        self.assertTrue(any("Part them" in way.metric for way in plan.ways))
        assert plan.peak is not None
        self.assertIsNone(plan.peak.between_c)

    def test_the_verdict_turns_at_the_edge_of_the_window(self) -> None:
        peak = fired(member("full", "a"), member("full", "b")).peak
        assert peak is not None
        assert peak.between_c is not None
        low, high = peak.between_c
        for peak_c, word in ((low - 3, "short"), (low + 2, "good"), (high - 2, "good"), (high + 3, "over")):
            hand: dict[str, Any] = {"heat__segments": {"cast": {"to": f"{peak_c} °C"}}}
            self.assertEqual(words(fired(member("full", "a", **hand), member("full", "b", **hand)))["a"], word, peak_c)

    def test_a_programme_by_hand_that_suits_nobody_is_offered_back(self) -> None:
        hand: dict[str, Any] = {"heat__segments": {"cast": {"to": "700 °C"}}}
        plan = fired(member("full", "a", **hand), member("full", "b", **hand))
        self.assertEqual(set(words(plan).values()), {"short"})
        self.assertTrue(any("Take the steps back" in way.metric for way in plan.ways), plan.ways)

    def test_every_step_is_as_slow_and_as_long_as_any_of_them_needs_and_says_who(self) -> None:
        plan = fired(member("slump"), member("full", "thick", **_THICK))
        steps = {s.key: s for s in plan.steps}
        for one in (member("slump"), member("full", "thick", **_THICK)):
            own = {s.key: s for s in ran(alone_of(one)).run.steps}
            self.assertGreaterEqual(steps[StepKey.FALL].hold_s, own[StepKey.FALL].hold_s)
            if StepKey.ANNEAL in own:
                self.assertLessEqual(steps[StepKey.ANNEAL].rate_k_per_h or 0.0, own[StepKey.ANNEAL].rate_k_per_h or 0.0)
        self.assertEqual(plan.deciders[StepKey.ANNEAL], "thick")
        self.assertIn("thick", steps[StepKey.ANNEAL].why.metric)

    def test_nobody_is_pulled_harder_or_left_with_more_than_is_allowed(self) -> None:
        for pair in (("slump", "drape"), ("full", "cast"), ("polish", "ring"), ("hang", "slump")):
            for one in fired(*(member(p) for p in pair)).members:
                run, heat = one.result.heated.firing, one.result.heated.heat
                assert run is not None
                worst = run.warming.worst
                self.assertTrue(worst is None or worst.share <= PASSING_OVER, pair)
                self.assertLessEqual(run.left_pa, STRAIN_OVER * heat.stress_pa, pair)
                self.assertLessEqual(run.soaked.settled_s or 0.0, run.soaked.steps[-1].hold_s, pair)

    def test_two_glasses_that_anneal_apart_have_two_soaks(self) -> None:
        def of(kind: str) -> Member:
            return member("full", kind, glass__kind=kind_document(shipped_kinds()[kind]))

        plan = fired(of("float-clear"), of("fusing-90-clear"))
        soaks = [s.to_c for s in plan.steps if s.key in (StepKey.FALL, StepKey.REST)]
        self.assertEqual(len(soaks), 2)
        self.assertGreater(soaks[0], soaks[1] + 20)
        self.assertIn("load.two-soaks", {f.rule for f in plan.findings})
        apart = fired(of("fusing-90-clear"), replace(of("fusing-90-clear"), key="b"))
        self.assertNotIn("load.two-soaks", {f.rule for f in apart.findings})

    def test_thin_tokens_and_a_thick_block_are_told_to_part(self) -> None:
        block = member("cast", "block", layup__thick="64 mm")
        plan = fired(member("press", "tokens"), block)
        held = next(f for f in plan.findings if f.rule == "load.held-back")
        self.assertIn("block", held.says.metric)
        self.assertNotIn("load.held-back", {f.rule for f in fired(member("slump"), member("drape")).findings})

    def test_all_that_lies_in_it_slows_the_kiln(self) -> None:
        alone, beside = fired(member("slump")), fired(member("slump"), member("slump", "b"))
        nine = fired(member("slump", alike=9))
        lasts = [plan.run.total_s for plan in (alone, beside, nine) if plan.run is not None]
        self.assertEqual(len(lasts), 3)
        self.assertTrue(lasts[0] < lasts[1] < lasts[2], lasts)
        self.assertIsNone(nine.peak)

    def test_shelves_and_what_presses_slow_it_for_all(self) -> None:
        plain = fired(member("slump"), member("press"))
        shelved = fired(member("slump"), member("press"), shelves=(Shelf(posts_m=0.025, thickness_m=0.025),))
        for one, other in zip(plain.members, shelved.members, strict=True):
            self.assertGreater(other.total_s, one.total_s)
        # all in one kiln: each is run with the same mass in it, counted once
        masses = {round(m.result.heated.load.heat_capacity_j_per_k) for m in plain.members}
        assert plain.run is not None
        self.assertEqual(masses, {round(plain.run.kiln.heat_capacity_j_per_k - self.empty(plain))})

    @staticmethod
    def empty(plan: FiringPlan) -> float:
        kiln = plan.members[0].member.stage.heat.kiln
        return kiln.loaded(load_j_per_k=0.0, room_c=18.0).heat_capacity_j_per_k

    def test_a_firing_with_nothing_in_it_and_one_twice_are_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "something in it"):
            FiringInput(members=())
        with self.assertRaisesRegex(ImpossibleInput, "once"):
            firing(member("slump"), member("slump"))

    def test_its_own_page_says_the_same(self) -> None:
        plan = fired(member("slump"), member("drape"))
        for one in plan.members:
            stage = replace(one.member.stage, heat=replace(one.member.stage.heat, share=one.share))
            page = plan_stage(stage, one.member.incoming)
            assert page.heat is not None
            self.assertEqual(
                [(s.key, s.to_c, s.hold_s) for s in page.heat.steps], [(s.key, s.to_c, s.hold_s) for s in plan.steps]
            )
            self.assertEqual(page.outcome, one.result.laid.outcome)


class Harm(TestCase):
    """What may not be done to glass, mould and kiln is told by value at its edge."""

    def setUp(self) -> None:
        self.result = fired(member("slump"), member("drape")).members[1].result
        self.heated = self.result.heated

    def harm(self, **changes: Any) -> str:
        found = harm_of(replace(self.result, heated=replace(self.heated, **changes)))
        return found.metric if found is not None else ""

    def test_as_planned_it_does_none(self) -> None:
        self.assertEqual(self.harm(), "")

    def test_a_mould_is_not_fired_above_its_rating(self) -> None:
        highest = max(c for _, c in ran(self.result).run.line)
        for rated_c, is_told in ((highest, False), (highest - 0.1, True)):
            load = replace(self.heated.load, rated_c=rated_c)
            self.assertEqual("stands" in self.harm(load=load), is_told, rated_c)

    def test_no_more_strain_is_left_than_was_wished(self) -> None:
        left = ran(self.result).left_pa
        for wish, is_told in ((left / STRAIN_OVER * 1.001, False), (left / STRAIN_OVER * 0.999, True)):
            heat = replace(self.heated.heat, target=Target.OWN, own_stress_pa=wish)
            self.assertEqual("was wished" in self.harm(heat=heat), is_told, wish)

    def test_no_cold_piece_is_pulled_harder_than_is_allowed(self) -> None:
        programme = ran(self.result)
        worst = programme.warming.worst
        assert worst is not None
        for times, is_told in ((1.001, False), (0.999, True)):
            allowed = replace(worst, allowed_pa=worst.pull_pa / PASSING_OVER * times)
            firing = replace(programme, warming=replace(programme.warming, runs=(allowed,)))
            self.assertEqual("Warming pulls" in self.harm(firing=firing), is_told, times)

    def test_no_hot_piece_is_pulled_harder_on_the_way_down_than_is_allowed(self) -> None:
        programme = replace(ran(self.result), zones=None)
        pull = programme.cooling_peak(programme.soaked.total_s)[0]
        for times, is_told in ((1.001, False), (0.999, True)):
            with patch("coldcradle.heat.schedule.firing.SURFACE_STRESS_PA", pull / PASSING_OVER * times):
                self.assertEqual("Cooling pulls" in self.harm(firing=programme), is_told, times)

    def test_a_firing_that_cannot_be_done_is_never_without_harm(self) -> None:
        self.assertIn("cannot", self.harm(firing=None, refusal="the kiln cannot"))


class Places(TestCase):
    ZONES = (
        KilnZone(name="front", offset_k=-12.0, at=(0.5, 0.1)),
        KilnZone(name="back", offset_k=8.0, at=(0.5, 0.9)),
    )

    def zoned(self, process: str, name: str) -> Member:
        one = member(process, name)
        heat = one.stage.heat
        kiln = replace(heat.kiln, zones=self.ZONES)
        return replace(one, stage=replace(one.stage, heat=replace(heat, kiln=kiln)))

    def test_what_stands_cooler_gets_less_by_its_own_place(self) -> None:
        berths = (Berth(member="a", x_m=0.45, y_m=0.1), Berth(member="b", x_m=0.45, y_m=0.8))
        plan = fired(self.zoned("full", "a"), self.zoned("full", "b"), berths=berths)
        by = {m.member.key: m for m in plan.members}
        self.assertEqual((by["a"].place, by["b"].place), ("front", "back"))
        self.assertLess(by["a"].times, by["b"].times)
        top = {k: next(s.to_c for s in ran(m.result).run.steps if s.key == StepKey.PEAK) for k, m in by.items()}
        self.assertAlmostEqual(top["b"] - top["a"], 20.0)
        # both lie in the kiln at one time: their steps end together, but for what full power does to the hotter one
        ends = [ran(m.result).run.steps[0].ends_s for m in plan.members]
        self.assertLess(abs(ends[0] - ends[1]), 600.0)

    def test_the_change_of_two_places_is_said_where_it_helps(self) -> None:
        wrong = (Berth(member="slump", x_m=0.45, y_m=0.8), Berth(member="ring", x_m=0.45, y_m=0.1))
        plan = fired(self.zoned("slump", "slump"), self.zoned("ring", "ring"), berths=wrong)
        self.assertTrue(any("Change the places" in way.metric for way in plan.ways), [w.metric for w in plan.ways])
        right = (Berth(member="slump", x_m=0.45, y_m=0.1), Berth(member="ring", x_m=0.45, y_m=0.8))
        better = fired(self.zoned("slump", "slump"), self.zoned("ring", "ring"), berths=right)
        assert plan.peak is not None
        assert better.peak is not None
        self.assertLess(better.peak.worst, plan.peak.worst)
        self.assertFalse(any("Change the places" in way.metric for way in better.ways))


class OneLess(TestCase):
    def test_taking_one_out_never_makes_it_worse_for_the_one_who_is_worst_off(self) -> None:
        everybody = [member(p) for p in ("slump", "drape", "ring", "polish", "tack", "full")]
        windows = {name: window for name, _, window in windows_in(firing(*everybody))}
        for many in (3, 4, 6):
            for some in itertools.combinations(windows, many):
                worst = common_peak([windows[name] for name in some]).worst
                for gone in some:
                    rest = common_peak([windows[name] for name in some if name != gone]).worst
                    self.assertLessEqual(rest, worst + 0.02, (some, gone))

    def test_what_goes_together_still_does_with_one_fewer(self) -> None:
        three = [member("slump"), member("drape"), member("slump", "b")]
        self.assertEqual(set(words(plan_firing(firing(*three))).values()), {"good"})
        for gone in range(3):
            rest = [m for i, m in enumerate(three) if i != gone]
            self.assertEqual(set(words(plan_firing(firing(*rest))).values()), {"good"})
