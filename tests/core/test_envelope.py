"""How hot a kiln may still be: its own fastest fall, gaps, late beginnings, the place in a programme nobody told of."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from coldcradle.fire.envelope import AGREES_K, AGREES_S, Envelope
from coldcradle.fire.evidence import EARLY_S, Looked
from coldcradle.fire.hottest import Hottest
from coldcradle.fire.inputs import Act
from coldcradle.fire.inside import begin
from coldcradle.fire.pace import ROOM_K, Pace
from coldcradle.fire.progress import Place, place_of, should_move_k_per_h
from coldcradle.fire.readings import Cleaner, KilnReading
from coldcradle.heat.physics.slab import run_slab
from tests.core.test_fire import HOUR, watched

W = watched("slump")
PACE = Pace(W.kiln)
ROOM = W.kiln.room_c


def envelope(at_s: float = 12 * HOUR, c: float = 300.0, **more: float) -> Envelope:
    found = Envelope(PACE, W.planned_line, **more)  # type: ignore[arg-type]  # as plain values
    found.begin(at_s, c, is_late=False)
    return found


class Falls(TestCase):
    def test_the_kilns_own_fall_lies_between_the_bounds(self) -> None:
        """Against the kiln's own two exponentials, from a settled kiln."""
        for from_c in (900.0, 510.0, 200.0, 80.0):
            times, own = W.kiln.path(from_c, ROOM + 5, None)
            for t, c in zip(times[1:].tolist(), own[1:].tolist(), strict=True):
                self.assertGreater(PACE.slowest_c(from_c, t), c)
                if t > 1800:  # at first the face gives way, which is allowed for apart
                    self.assertLess(PACE.likely_c(from_c, t), c + 4.0 + 0.04 * (c - ROOM))
                    self.assertLess(PACE.fastest_c(from_c, t), c + 4.0 + 0.04 * (c - ROOM))

    def test_by_how_much(self) -> None:
        """A kiln that falls from 500 to 100 °C in 15 h: 1.5 and 1.2 times its own first hour, and 0.7 of it settled."""
        first = W.kiln.off_rate_k_per_h(500.0)
        for bound, times, room in ((PACE.fastest_c, 1.5, ROOM - ROOM_K), (PACE.likely_c, 1.2, ROOM)):
            fell = 500.0 - bound(500.0, 900.0)
            wanted = (500.0 - room) * -math.expm1(-times * first / 3600 / (500.0 - ROOM) * 900.0)
            self.assertAlmostEqual(fell / wanted, 1.0, delta=0.06)
        slow = 500.0 - PACE.slowest_c(500.0, HOUR)
        self.assertAlmostEqual(slow / W.kiln.coasting_rate_k_per_h(500.0), 0.7, delta=0.04)

    @given(st.floats(30, 1200), st.floats(1, 200_000))
    def test_faster_is_colder_and_none_goes_below_its_room(self, from_c: float, for_s: float) -> None:
        fast, likely, slow = PACE.fastest_c(from_c, for_s), PACE.likely_c(from_c, for_s), PACE.slowest_c(from_c, for_s)
        self.assertLessEqual(fast, likely + 1e-9)
        self.assertLessEqual(likely, slow + 1e-9)
        self.assertGreaterEqual(fast, ROOM - ROOM_K - 1e-9)
        self.assertLessEqual(slow, from_c + 1e-9)

    def test_back_from_where_it_fell_to(self) -> None:
        for from_c, hours in ((500.0, 2.0), (200.0, 5.0), (90.0, 1.0)):
            to_c = PACE.fastest_c(from_c, hours * HOUR)
            self.assertAlmostEqual(PACE.before_c(to_c, hours * HOUR), from_c, delta=0.12 * (from_c - ROOM))

    def test_only_full_power_leaves_a_face_to_give_way(self) -> None:
        rest = W.kiln.kiln.resting_c
        self.assertAlmostEqual(PACE.face_k(500.0), W.kiln.face_share * (rest - 500.0))
        self.assertEqual(PACE.face_k(rest + 1), 0.0)


class Bounds(TestCase):
    def test_a_fall_is_believed_up_to_its_edge(self) -> None:
        for from_c in (700.0, 300.0, 100.0):
            low = PACE.fastest_c(from_c, HOUR / 4)
            tolerance = 4.0 + 0.04 * (low - ROOM)
            for over, doubted in ((-0.1, False), (0.1, True)):
                found = envelope(c=from_c)
                found.add(12 * HOUR + HOUR / 4, low - tolerance - over)
                self.assertEqual(found.is_doubted, doubted, (from_c, over))

    def test_many_small_steps_too_fast_are_one_that_is(self) -> None:
        found = envelope(c=300.0)
        for n in range(1, 60):
            found.add(12 * HOUR + 30.0 * n, 300.0 - 3.0 * n)  # 360 K/h, each step within its tolerance
        self.assertTrue(found.is_doubted)
        self.assertGreater(found.upper_c, 250.0)

    def test_what_comes_back_is_believed_again(self) -> None:
        found = envelope(c=800.0)
        found.add(12 * HOUR + 30, 20.0)
        self.assertTrue(found.is_doubted)
        found.add(12 * HOUR + 60, 796.0)
        self.assertFalse(found.is_doubted)

    def test_a_thermometer_that_sees_the_kiln_heat_is_believed_again(self) -> None:
        for rise, doubted in ((99.0, True), (101.0, False)):
            found = envelope(c=800.0)
            found.add(12 * HOUR + 30, 300.0)
            found.add(12 * HOUR + 1800, 300.0 + rise)
            self.assertEqual(found.is_doubted, doubted)

    def test_a_second_thermometer_agrees_within_ten_kelvin_and_twenty_minutes(self) -> None:
        for apart, after_s, agrees in (
            (AGREES_K, AGREES_S, True),
            (AGREES_K + 0.1, 60.0, False),
            (-AGREES_K, 60.0, True),
            (0.0, AGREES_S + 1, False),
        ):
            found = envelope(c=800.0)
            found.add(12 * HOUR + 30, 40.0)
            found.hear(12 * HOUR + 30 + after_s, 40.0 + apart)
            self.assertEqual(found.is_doubted, not agrees, (apart, after_s))
            if agrees:
                self.assertEqual(found.upper_c, max(40.0, 40.0 + apart))

    def test_a_gap_is_filled_with_the_hottest_that_can_have_been(self) -> None:
        found = envelope(20 * HOUR, 300.0)
        line = [(20 * HOUR, 300.0), *found.add(26 * HOUR, 120.0)]
        self.assertFalse(found.is_doubted)
        end = line[-1][1]
        straight = [300.0 + (end - 300.0) * (t - 20 * HOUR) / (6 * HOUR) for t, _ in line]
        self.assertTrue(all(c >= s - 1e-6 for (_, c), s in zip(line, straight, strict=True)))
        self.assertGreater(max(c - s for (_, c), s in zip(line, straight, strict=True)), 20.0)
        for (t0, c0), (t1, c1) in itertools.pairwise(line):
            self.assertGreaterEqual(c1, PACE.fastest_c(c0, t1 - t0) - 0.08 * (c0 - ROOM))

    def test_a_late_first_reading_begins_from_the_plan(self) -> None:
        planned = Envelope(PACE, W.planned_line).planned_c(20 * HOUR)
        for read, doubted in ((planned - 0.1 * (planned - ROOM), False), (planned - 0.3 * (planned - ROOM) - 5, True)):
            found = Envelope(PACE, W.planned_line)
            found.begin(20 * HOUR, read, is_late=True)
            self.assertEqual(found.is_doubted, doubted)
            self.assertGreaterEqual(found.upper_c, planned)

    def test_a_plan_that_was_left_tells_nothing_afterwards(self) -> None:
        stopped = Envelope(PACE, W.planned_line, 2 * HOUR)
        at_stop = stopped.planned_c(2 * HOUR)
        self.assertLess(stopped.planned_c(5 * HOUR), at_stop)
        self.assertEqual(stopped.planned_to(5 * HOUR)[-1], (5 * HOUR, stopped.planned_c(5 * HOUR)))
        self.assertGreater(Envelope(PACE, W.planned_line).planned_c(5 * HOUR), at_stop)


class Glass(TestCase):
    def test_it_is_run_along_the_hottest_line_as_in_one_piece(self) -> None:
        state = begin(W, 0.0, 300.0)
        line = [(600.0 * n, 300.0 - 0.4 * n * n) for n in range(1, 20)]
        found = Hottest(W, 0.0, 300.0, state.slab_c)
        found.follow(line)
        whole = run_slab(W.section.slab, [(0.0, 300.0), *line])
        self.assertAlmostEqual(found.glass_c, float(whole.temperatures_c[-1][whole.glass].max()), delta=1.5)
        self.assertGreater(found.glass_c, line[-1][1])


class LookedAt(TestCase):
    def looked(self, rows: list[tuple[float, float]]) -> Looked:
        found = Looked(envelope(), ROOM)
        for t, c in rows:
            found.add(t, c)
        return found

    def test_rising_counts_over_a_quarter_of_an_hour_or_from_the_reading_before(self) -> None:
        self.assertEqual(self.looked([(0, 50), (400, 45), (800, 49)]).rises_k, 4.0)
        self.assertEqual(self.looked([(0, 30), (400, 45), (1400, 49)]).rises_k, 4.0)
        self.assertEqual(self.looked([(0, 30), (7200, 38)]).rises_k, 8.0)
        self.assertEqual(self.looked([(0, 60), (400, 55), (800, 50)]).rises_k, 0.0)

    def test_stuck_is_the_same_for_long_while_it_should_have_moved(self) -> None:
        same = self.looked([(60.0 * n, 300.0) for n in range(31)])
        self.assertEqual(same.still_s(8.1), 1800.0)
        self.assertEqual(same.still_s(7.9), 0.0)
        self.assertEqual(self.looked([(60.0 * n, 300.0 + n % 2) for n in range(31)]).still_s(100.0), 0.0)

    def test_where_it_should_move(self) -> None:
        steps = W.segments
        self.assertEqual(should_move_k_per_h(W, steps, Place(W.peak, "hold", 60.0, 0.0), 800.0), 0.0)
        over = Place(len(steps) - 1, "over", 0.0, 0.0)
        self.assertAlmostEqual(should_move_k_per_h(W, steps, over, 200.0), W.kiln.coasting_rate_k_per_h(200.0))
        self.assertEqual(should_move_k_per_h(W, steps, over, ROOM + 12.4), 0.0)
        self.assertGreater(should_move_k_per_h(W, steps, over, ROOM + 12.6), 0.0)
        up = Place(0, "way", 0.0, 0.0)
        self.assertAlmostEqual(should_move_k_per_h(W, steps, up, 100.0), steps[0].rate_k_per_h or 0.0, delta=300.0)

    def test_colder_than_the_room_can_be(self) -> None:
        self.assertFalse(self.looked([(0, ROOM - 12.4)]).is_below_room)
        self.assertTrue(self.looked([(0, ROOM - 12.6)]).is_below_room)

    def test_a_peak_that_nobody_read(self) -> None:
        top = max(c for _, c in W.planned_line)
        allowed = max(60.0, 0.12 * top)
        after = 10 * HOUR
        self.assertIsNone(self.looked([(0, 20), (after, top - allowed + 0.1)]).missed_peak_c(after))
        self.assertEqual(self.looked([(0, 20), (after, top - allowed - 0.1)]).missed_peak_c(after), top)
        self.assertIsNone(self.looked([(0, 20), (600, 40)]).missed_peak_c(600))

    def test_the_unit_by_the_room_and_by_the_peak(self) -> None:
        top = max(c for _, c in W.planned_line)
        as_f = [(0, (ROOM - 32) / 1.8), (9 * HOUR, (top - 32) / 1.8)]
        self.assertEqual(self.looked(as_f).unit(top, top), "celsius-read-as-fahrenheit")
        as_c = [(0, ROOM * 1.8 + 32), (9 * HOUR, top * 1.8 + 32)]
        self.assertEqual(self.looked(as_c).unit(None, top), "fahrenheit-read-as-celsius")
        late = [(EARLY_S + 1, ROOM * 1.8 + 32), (9 * HOUR, top)]
        self.assertEqual(self.looked(late).unit(None, top), "")
        self.assertEqual(self.looked([(0, ROOM), (9 * HOUR, top)]).unit(None, top), "")
        warm = [(0, ROOM * 1.8 + 32), (9 * HOUR, top)]  # still warm from the firing before
        self.assertEqual(self.looked(warm).unit(None, top), "")


class Moments(TestCase):
    def test_readings_within_a_thousandth_of_a_second_are_one(self) -> None:
        cleaner = Cleaner(PACE)
        self.assertEqual(len(cleaner.add(KilnReading(100.0, 500.0))), 1)
        self.assertEqual(cleaner.add(KilnReading(float(np.nextafter(100.0, 200.0)), 480.0)), [])
        self.assertEqual(cleaner.add(KilnReading(100.0009, 480.0)), [])
        self.assertEqual(cleaner.doubled, 2)
        self.assertEqual(len(cleaner.add(KilnReading(100.0011, 500.0))), 1)

    def test_points_a_float_step_apart_do_not_hang_the_run(self) -> None:
        at = 28_821.878472456647
        line = [(0.0, 500.0), (at, 516.0), (float(np.nextafter(at, 1e9)), 400.0), (at + 600, 410.0)]
        self.assertLess(len(run_slab(W.section.slab, line).times_s), 2000)

    def test_one_nonsense_reading_drops_itself(self) -> None:
        cleaner = Cleaner(PACE)
        good = [
            p
            for n, c in enumerate((500, 9999, 501, -999, 502, math.nan, 503))
            for p in cleaner.add(KilnReading(30.0 * n, c))
        ]
        self.assertEqual([c for _, c in good], [500, 501, 502, 503])

    def test_a_long_fall_is_bound_by_the_kilns_own(self) -> None:
        for pace, believed in ((None, 1), (PACE, 0)):
            cleaner = Cleaner(pace)
            cleaner.add(KilnReading(0.0, 160.0))
            self.assertEqual(len(cleaner.add(KilnReading(HOUR, 0.0))), believed)
            self.assertEqual(len(cleaner.add(KilnReading(2 * HOUR, 140.0))), 1)


class PlacesNobodyTold(TestCase):
    def by_the_hour(self, line: list[tuple[float, float]]) -> Place:
        return place_of(W, line, [])[1]

    def test_a_short_hold_between_two_readings_is_gone_by(self) -> None:
        top, peak = W.segments[W.peak].to_c, W.peak
        line = [(0.0, ROOM), (4 * HOUR, 526.0), (5 * HOUR, top - 60), (9 * HOUR, top - 130)]
        self.assertGreater(self.by_the_hour(line).step, peak)
        soon = [*line[:3], (5 * HOUR + 1000, top - 130)]  # no time for way, hold and fall
        found = self.by_the_hour(soon)
        self.assertEqual((found.step, found.phase, found.is_untold), (peak, "over", True))

    def test_an_untold_stop_is_seen_by_a_long_fall_and_said(self) -> None:
        way = [(0.0, ROOM), (2 * HOUR, 300.0)]
        for fall, minutes, phase in ((49.0, 20.0, "way"), (51.0, 20.0, "over"), (51.0, 14.0, "way")):
            found = self.by_the_hour([*way, (2 * HOUR + 60 * minutes, 300.0 - fall)])
            self.assertEqual((found.phase, found.is_untold), (phase, phase == "over"), (fall, minutes))
        off = [*way, (3 * HOUR, 200.0), (4 * HOUR, 150.0)]
        self.assertEqual(self.by_the_hour([*off, (4.2 * HOUR, 159.0)]).phase, "over")
        again = self.by_the_hour([*off, (4.2 * HOUR, 161.0)])
        self.assertEqual((again.phase, again.is_untold), ("way", False))

    def test_a_hold_is_left_by_a_fall_though_the_next_step_rises(self) -> None:
        steps = tuple(replace(s, hold_s=HOUR) if i == 0 else s for i, s in enumerate(W.segments))
        w = replace(W, segments=steps)
        at = steps[0].to_c
        line = [(0.0, ROOM), (4 * HOUR, at), (4.2 * HOUR, at), (4.6 * HOUR, at - 51.0)]
        self.assertTrue(place_of(w, line, [])[1].is_untold)
        line[-1] = (4.6 * HOUR, at - 49.0)
        self.assertFalse(place_of(w, line, [])[1].is_untold)

    def test_a_told_stop_stays_one(self) -> None:
        line = [(0.0, ROOM), (2 * HOUR, 300.0), (3 * HOUR, 200.0), (4 * HOUR, 230.0)]
        found = place_of(W, line, [Act(kind="stop", at_s=2 * HOUR)])[1]
        self.assertEqual((found.phase, found.is_untold), ("over", False))
