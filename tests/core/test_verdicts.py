"""Every verdict of safety by value at its edge: what pulls, what stays, how fast loose glass is warmed, what runs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np

from coldcradle.heat.limits import (
    MEND_OVER,
    PASSING_OVER,
    SHADED_STRESS_PA,
    STEPPED_STRESS_PA,
    STRAIN_OVER,
    SURFACE_STRESS_PA,
    TARGETS_PA,
    is_over,
    strain_verdict,
    zone_stress_pa,
)
from coldcradle.heat.physics.zones import ZonedRun
from coldcradle.heat.schedule.firing import FiringPlan, cooling_peak, left_pa
from coldcradle.piece.result import StagePlan
from tests.staged import box, cored, last, one, stage, worked


def fired(*stages: dict[str, Any]) -> FiringPlan:
    found = worked(*stages).heated.firing
    assert found is not None
    return found


def stops(found: StagePlan) -> set[str]:
    return {f.rule for f in found.findings if f.severity == "stop"}


def edge(is_stop: Callable[[float], bool], low: float, high: float) -> float:
    """The value from which it is a stop: low is none, high is one."""
    for _ in range(9):
        middle = (low + high) / 2
        low, high = (low, middle) if is_stop(middle) else (middle, high)
    return (low + high) / 2


class Limits(TestCase):
    def test_they_stand_in_their_order(self) -> None:
        """A skin at its heart, a step, a shaded plate, the design strength: each bears more than the one before."""
        self.assertTrue(SURFACE_STRESS_PA < STEPPED_STRESS_PA < SHADED_STRESS_PA < 7e6)
        self.assertTrue(1 < PASSING_OVER < MEND_OVER < STRAIN_OVER < 1.2)
        self.assertEqual((zone_stress_pa(True), zone_stress_pa(False)), (4.5e6, 6.8e6))

    def test_over_is_above_and_not_at(self) -> None:
        self.assertFalse(is_over(1.03e6, 1e6, 1.03))
        self.assertTrue(is_over(1.0301e6, 1e6, 1.03))

    def test_what_stays_is_good_then_doubtful_then_a_stop(self) -> None:
        for left, word in ((0.45, "good"), (0.4859, "good"), (0.487, "think"), (0.4949, "think"), (0.4951, "stop")):
            self.assertEqual(strain_verdict(left * 1e6, TARGETS_PA["usual"]), word, left)


class Zones(TestCase):
    def zones(self, pull_pa: float, *, is_step: bool, stays_pa: float = 0.3e6) -> ZonedRun:
        times = np.array([0.0, 3600.0, 7200.0])
        flat = np.full(3, 100.0)
        return ZonedRun(times, flat, flat, np.array([0.0, 1.0, 0.0]), np.array([0.0, pull_pa, stays_pa]), is_step)

    def test_on_cooling_a_step_bears_less_than_a_shaded_plate(self) -> None:
        inside = fired(stage("full")).inside
        for is_step, allowed in ((True, 4.5e6), (False, 6.8e6)):
            found = cooling_peak(inside, self.zones(4e6, is_step=is_step), 0.0, 7200.0)
            self.assertEqual(found, (4e6, 3600.0, "middle", allowed))

    def test_the_worse_of_both_is_told(self) -> None:
        firing = fired(box(150, 40))
        inside, end_s = firing.inside, firing.run.total_s
        weak = self.zones(1.0, is_step=True, stays_pa=1.0)
        self.assertEqual(cooling_peak(inside, weak, 0.0, end_s)[3], SURFACE_STRESS_PA)
        self.assertEqual(cooling_peak(inside, None, 0.0, end_s)[:2], cooling_peak(inside, weak, 0.0, end_s)[:2])
        self.assertEqual(left_pa(inside, weak), inside.residual_pa)
        self.assertEqual(left_pa(inside, self.zones(1.0, is_step=True, stays_pa=9e6)), 9e6)

    def test_out_of_the_time_asked_nothing_is_told(self) -> None:
        zones = self.zones(5e6, is_step=True)
        self.assertEqual(zones.peak(7000.0, 8000.0)[0], 0.3e6)
        self.assertEqual(zones.peak(9000.0, 9999.0), (0.0, 9000.0, True))
        self.assertEqual(zones.later(600.0).peak(0.0, 1e9)[1], 4200.0)

    def test_a_part_on_a_sheet_is_warmed_against_the_step(self) -> None:
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        run = fired(box(60, 25), stage("tack", takes=1, **sheet)).warming.worst  # type: ignore[arg-type]  # as plain values
        assert run is not None
        assert run.zones is not None
        self.assertTrue(run.zones.is_step)
        self.assertEqual(run.allowed_pa, 4.5e6)
        draped = fired(stage("drape")).warming.worst
        assert draped is not None
        self.assertEqual(draped.allowed_pa, 6.8e6)


class ByHand(TestCase):
    """The rate, hold or peak at which a step by hand becomes a stop, and what our own run says there."""

    def pull_at(self, process: str, rate: float, **more: Any) -> tuple[float, bool]:
        made = stage(process, heat__segments={"warm": {"rate": f"{rate:.2f} °C/h"}}, **more)
        run = fired(made).warming.worst
        assert run is not None
        return run.share, "heat.warms-too-fast" in stops(last(made))

    def test_a_thick_sheet_is_stopped_where_its_heart_is_pulled_too_hard(self) -> None:
        thick = {"layup__layers": one("25 mm")}
        rate = edge(lambda r: self.pull_at("full", r, **thick)[1], 20.0, 600.0)
        self.assertAlmostEqual(self.pull_at("full", rate, **thick)[0], PASSING_OVER, delta=0.03)

    def test_a_drape_is_stopped_where_its_middle_is(self) -> None:
        """6 mm over 2 mm of steel: practice is 100 to 165 °C/h, no source; the edge lies there."""
        sheet = {"layup__layers": one("6 mm")}
        rate = edge(lambda r: self.pull_at("drape", r, **sheet)[1], 40.0, 400.0)
        self.assertTrue(100 <= rate <= 165, rate)
        self.assertAlmostEqual(self.pull_at("drape", rate, **sheet)[0], PASSING_OVER, delta=0.02)

    def loose_stops(self, rate: float) -> bool:
        """Three loose sheets of 15 mm, warmed by hand."""
        made = stage("full", heat__segments={"bubbles": {"rate": f"{rate:.2f} °C/h"}}, layup__layers=one("15 mm", 3))
        return "heat.warms-too-fast" in stops(last(made))

    def test_loose_sheets_are_stopped_above_what_loose_pieces_stand(self) -> None:
        """One face on something cold, 24·(1 − ν)·κ·σ/(E·α·(2·d)²), whatever the kiln does once it is hot."""
        stands = fired(stage("full", layup__layers=one("15 mm", 3))).first.chunk_k_per_h
        self.assertAlmostEqual(edge(self.loose_stops, 60.0, 300.0) / (PASSING_OVER * stands), 1.0, delta=0.01)

    def test_a_cooling_by_hand_is_stopped_where_it_leaves_too_much(self) -> None:
        def left(rate: float) -> tuple[float, bool]:
            made = box(150, 40) | {
                "heat": {**stage("cast")["heat"], "segments": {"anneal": {"rate": f"{rate:.2f} °C/h"}}}
            }
            return fired(made).left_pa, "heat.strain-left" in stops(last(made))

        rate = edge(lambda r: left(r)[1], 2.0, 60.0)
        self.assertAlmostEqual(left(rate)[0] / (STRAIN_OVER * TARGETS_PA["usual"]), 1.0, delta=0.03)

    def test_a_closed_wall_is_stopped_at_a_slower_rate_than_an_open_block_of_it(self) -> None:
        def edge_of(made: dict[str, Any]) -> float:
            def is_stop(rate: float) -> bool:
                heat = {**made["heat"], "segments": {"anneal": {"rate": f"{rate:.2f} °C/h"}}}
                return "heat.strain-left" in stops(last(made | {"heat": heat}))

            return edge(is_stop, 1.0, 120.0)

        self.assertLess(edge_of(cored(100, 60, 80)), 0.6 * edge_of(box(150, 20)))

    def test_a_polish_that_is_held_too_long_is_stopped_where_all_of_it_runs(self) -> None:
        def is_stop(minutes: float) -> bool:
            held = stage("polish", takes=1, heat__peak_hold=f"{minutes:.1f} min", heat__peak_at="701 °C")
            return "layup.runs-too-far" in stops(last(box(150, 40), held))

        own = next(s.hold_s for s in fired(box(150, 40), stage("polish", takes=1)).run.steps if s.key == "cast") / 60
        minutes = edge(is_stop, 1.0, 200.0)
        self.assertTrue(own <= minutes <= 4 * own, (own, minutes))

    def test_a_table_is_followed_as_it_stands_and_what_it_leaves_is_said(self) -> None:
        found = last(box(150, 100) | {"heat": {**stage("cast")["heat"], "target": "table"}})
        told = [f for f in found.findings if f.rule == "heat.strain-left"]
        self.assertTrue(all(f.severity == "think" for f in told))


class Unplanned(TestCase):
    def test_a_plan_of_its_own_never_stops_itself_over_pull_or_strain(self) -> None:
        """Every process, thin to thick, as it is planned: the edges are met from the inside."""
        for process in ("full", "tack", "polish", "slump", "ring", "drape", "bend", "hang", "melt"):
            for thick in ("3 mm", "10 mm", "25 mm"):
                firing = fired(stage(process, layup__layers=one(thick)))
                worst = firing.warming.worst
                with self.subTest(process=process, thick=thick):
                    if worst is not None:
                        self.assertLessEqual(worst.share, PASSING_OVER)
                    self.assertLessEqual(firing.left_pa, STRAIN_OVER * TARGETS_PA["usual"])

    def test_what_is_asked_for_by_target_is_what_stays(self) -> None:
        for target, wish in TARGETS_PA.items():
            firing = fired(box(150, 40) | {"heat": {**stage("cast")["heat"], "target": target}})
            self.assertLessEqual(firing.left_pa, MEND_OVER * wish * 1.001, target)
            self.assertGreater(firing.left_pa, 0.6 * wish, target)

    def test_a_gentler_wish_is_never_warmed_or_cooled_faster(self) -> None:
        lengths = [
            fired(box(150, 40) | {"heat": {**stage("cast")["heat"], "target": target}}).run.total_s
            for target in ("quick", "usual", "gentle")
        ]
        self.assertEqual(sorted(lengths), lengths)

    def test_a_part_replaced_by_a_thicker_one_is_never_warmed_faster(self) -> None:
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        rates = []
        for thick in (6, 10, 16, 25):
            run = fired(box(60, thick), stage("tack", takes=1, **sheet)).run  # type: ignore[arg-type]  # as plain values
            rates.append(next(s.rate_k_per_h for s in run.steps if s.key == "warm") or 0.0)
        self.assertEqual(sorted(rates, reverse=True), rates)

    def test_one_run_changed_in_one_number_is_told_apart(self) -> None:
        """Where nothing is remembered wrongly: a run a tenth harder has a share a tenth larger."""
        run = fired(stage("drape")).warming.worst
        assert run is not None
        self.assertAlmostEqual(replace(run, pull_pa=1.1 * run.pull_pa).share / run.share, 1.1)
