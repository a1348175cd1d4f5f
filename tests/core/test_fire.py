"""The firing as it is followed: readings told apart, folded one by one or all at once, placed in their programme."""

from __future__ import annotations

import functools
import itertools
import math
import random
import re
from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.document.piece import read_piece
from coldcradle.errors import ImpossibleInput
from coldcradle.fire.ahead import Ahead, look_ahead
from coldcradle.fire.consequences import consequences
from coldcradle.fire.controller import StandIn, StandInFault
from coldcradle.fire.figures import fire_figures
from coldcradle.fire.formed import formed_so_far
from coldcradle.fire.inputs import Act, ActKind, FiringBaseline
from coldcradle.fire.inside import begin, left_after
from coldcradle.fire.progress import after_act, place_of
from coldcradle.fire.readings import Cleaner, KilnReading
from coldcradle.fire.states import STATES, next_state
from coldcradle.fire.thin import TOLERANCE_K, Thinner
from coldcradle.fire.watch import FiringTracker
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.limits import RUN_BAND
from coldcradle.heat.physics.simulate import simulate
from coldcradle.piece.stage import StageWithInputs
from coldcradle.piece.watching import shown_segments, watched_of
from coldcradle.quantity.format import show
from tests import examples
from tests.core.test_rule_samples import changed
from tests.formulas import check_formula

HOUR = 3600.0


@functools.cache
def watched(process: str = "slump", **entries: Any) -> FiringBaseline:
    changes = {path.replace("__", "."): value for path, value in entries.items()}
    return watched_of(StageWithInputs(read_piece(changed("flat", process, changes)).piece.stages[0]))


def stand_in(process: str = "slump", **more: Any) -> StandIn:
    w = watched(process)
    return StandIn(kiln=w.kiln, segments=shown_segments(w), **more)


@functools.cache
def readings(process: str = "slump", every: int = 2, noise_k: float = 0.3) -> tuple[KilnReading, ...]:
    rng = random.Random(7)
    made = stand_in(process)
    samples = [s for _, s in made.run(made.begin(), watched(process).opens_s + HOUR)]
    return tuple(KilnReading(s.at_s, s.shown_c + rng.gauss(0, noise_k)) for s in samples[::every])


def folded(rows: Any, process: str = "slump") -> FiringTracker:
    watch = FiringTracker(watched(process))
    assert watch.extend(rows)
    return watch


class Cleaning(TestCase):
    def clean(self, *rows: tuple[float, float]) -> tuple[list[tuple[float, float]], Cleaner]:
        cleaner = Cleaner()
        return [p for t, c in rows for p in cleaner.add(KilnReading(t, c))], cleaner

    def test_a_spike_is_left_out_and_counted(self) -> None:
        good, cleaner = self.clean((0, 600), (30, 601), (60, 690), (90, 602), (120, 603))
        self.assertEqual([c for _, c in good], [600, 601, 602, 603])
        self.assertEqual(cleaner.spikes, 1)
        self.assertFalse(cleaner.troubles)

    def test_a_jump_that_stays_is_believed_and_said(self) -> None:
        good, cleaner = self.clean((0, 600), (30, 601), (60, 660), (90, 661))
        self.assertEqual([c for _, c in good], [600, 601, 660, 661])
        self.assertEqual([t.kind for t in cleaner.troubles], ["jump"])

    def test_just_as_quick_as_a_kiln_can_is_no_spike(self) -> None:
        edge = 25 + 0.7 * 30
        self.assertEqual(len(self.clean((0, 600), (30, 600 + edge - 0.1))[0]), 2)
        self.assertEqual(len(self.clean((0, 600), (30, 600 + edge + 0.1))[0]), 1)

    def test_a_gap_is_said_from_a_quarter_of_an_hour_on(self) -> None:
        self.assertFalse(self.clean((0, 600), (900, 610))[1].troubles)
        self.assertEqual([t.kind for t in self.clean((0, 600), (901, 610))[1].troubles], ["gap"])

    def test_a_thermometer_that_dies_is_said_and_comes_back(self) -> None:
        dead = [(60.0 + 60 * i, math.nan if i % 2 else 0.0) for i in range(8)]
        good, cleaner = self.clean((0, 600), *dead)
        self.assertTrue(cleaner.is_dead)
        self.assertEqual(len(good), 1)
        back, again = self.clean((0, 600), *dead, (700, 590), (760, 589))
        self.assertFalse(again.is_dead)
        self.assertEqual([c for _, c in back], [600, 590, 589])
        self.assertIn("came back", again.notes()[0].metric)

    def test_a_doubled_moment_counts_once(self) -> None:
        good, cleaner = self.clean((0, 600), (30, 601), (30, 601), (60, 602))
        self.assertEqual((len(good), cleaner.doubled), (3, 1))

    @settings(max_examples=examples(60))
    @given(st.lists(st.tuples(st.floats(0.1, 4000), st.floats(-300, 2000) | st.just(math.nan)), max_size=60))
    def test_whatever_comes_what_is_handed_on_goes_forward(self, rows: list[tuple[float, float]]) -> None:
        t, cleaner, good = 0.0, Cleaner(), []
        for step, c in rows:
            t += step
            good += cleaner.add(KilnReading(t, c))
        self.assertTrue(all(b[0] > a[0] for a, b in itertools.pairwise(good)))
        self.assertTrue(all(-40 <= c <= 1450 for _, c in good))
        self.assertTrue(all(note.metric for note in cleaner.notes()))


class Thinning(TestCase):
    @settings(max_examples=examples(40))
    @given(st.lists(st.tuples(st.floats(5, 900), st.floats(-20, 20)), min_size=2, max_size=80))
    def test_no_reading_is_further_from_the_line_than_the_tolerance(self, steps: list[tuple[float, float]]) -> None:
        thinner, t, c, rows = Thinner(), 0.0, 500.0, []
        for dt, dc in steps:
            t, c = t + dt, c + dc
            rows.append((t, c))
            thinner.add(t, c)
        line = np.array(thinner.line)
        off = np.abs(np.interp([t for t, _ in rows], line[:, 0], line[:, 1]) - np.array([c for _, c in rows]))
        self.assertLess(float(off.max()), 2.01 * TOLERANCE_K)

    def test_a_straight_ramp_is_two_points(self) -> None:
        thinner = Thinner()
        for i in range(200):
            thinner.add(30.0 * i, 20 + 0.5 * i)
        self.assertEqual(len(thinner.line), 2)


class Folding(TestCase):
    def test_any_prefix_one_by_one_is_the_same_as_all_at_once(self) -> None:
        rows = readings()
        one = FiringTracker(watched())
        stops = {40, 137, 500, len(rows)}
        for i, reading in enumerate(rows, 1):
            one.extend([reading])
            if i in stops:
                a, b = one.state([], reading.at_s), folded(rows[:i]).state([], reading.at_s)
                self.assertEqual(a.measured, b.measured)
                np.testing.assert_array_equal(a.inside.slab_c, b.inside.slab_c)
                np.testing.assert_array_equal(
                    a.inside.strain.stress_pa,
                    b.inside.strain.stress_pa,
                )
                self.assertEqual((a.place, a.formed), (b.place, b.formed))

    def test_looking_does_not_change_what_is_folded(self) -> None:
        rows = readings()
        watch = folded(rows[:300])
        watch.state([], rows[299].at_s)
        watch.state([Act(kind="stop", at_s=rows[299].at_s)], rows[299].at_s)
        watch.extend(rows[300:400])
        again = folded(rows[:400])
        self.assertEqual(watch.thinner.corners, again.thinner.corners)
        self.assertEqual(watch.inside.work_per_pa, again.inside.work_per_pa)

    def test_an_older_reading_asks_for_a_new_fold(self) -> None:
        rows = readings()
        watch = folded(rows[:50])
        self.assertFalse(watch.extend([rows[10]]))

    def test_the_fold_agrees_with_the_whole_run(self) -> None:
        """Temperatures, heat work and what is left, against the same line run through in one piece."""
        for process in ("slump", "cast"):
            w = watched(process)
            watch = folded(readings(process, 2, 0.0), process)
            state = watch.state([], w.opens_s)
            whole = simulate(w.section, state.measured, structure=True)
            at = int(np.searchsorted(whole.heat.times_s, state.inside.at.at_s))
            heart = float(whole.heat.heart_c[min(at, len(whole.heat.times_s) - 1)])
            self.assertAlmostEqual(state.inside.at.heart_c, heart, delta=1.0)
            left = left_after(w, state.inside, [])  # type: ignore[arg-type]
            self.assertAlmostEqual(left / whole.residual_pa, 1.0, delta=0.12)

    def test_loose_glass_keeps_no_strain_before_it_is_one(self) -> None:
        rows = readings("cast")
        early = folded([r for r in rows if r.at_s < 6 * HOUR], "cast").state([], 6 * HOUR)
        self.assertFalse(early.inside.is_one)
        self.assertEqual(early.inside.left_pa, 0.0)
        late = folded(rows, "cast").state([], rows[-1].at_s)
        self.assertTrue(late.inside.is_one)

    def test_without_a_reading_nothing_is_claimed(self) -> None:
        state = FiringTracker(watched()).state([], 0.0)
        self.assertEqual((state.inside, state.formed, state.ahead), (None, None, None))
        self.assertEqual(state.may_open.word, "unknown")


class Places(TestCase):
    def test_it_follows_the_programme_to_its_end(self) -> None:
        rows = readings()
        w = watched()
        peak = next(i for i, s in enumerate(w.segments) if s.key == "cast")
        arrives = next(t for t, c in w.planned_line if c >= w.segments[peak].to_c - 0.5)
        during = folded([r for r in rows if r.at_s < arrives + 300]).state([], arrives + 300)
        self.assertEqual((during.place.step, during.place.phase), (peak, "hold"))
        self.assertAlmostEqual(during.place.left_s, w.segments[peak].hold_s - 300, delta=240)
        self.assertTrue(folded(rows).state([], rows[-1].at_s).place.is_over)

    def test_what_is_ahead_ends_when_the_plan_said(self) -> None:
        rows = readings()
        w = watched()
        early = folded([r for r in rows if r.at_s < 2 * HOUR]).state([], 2 * HOUR)
        self.assertAlmostEqual(early.ahead.opens_s / w.opens_s, 1.0, delta=0.03)  # type: ignore[operator]  # as plain values

    def test_five_more_minutes_are_five_more_minutes(self) -> None:
        rows = [r for r in readings() if r.at_s < 4.4 * HOUR]
        w, now = watched(), rows[-1].at_s
        plain = folded(rows).state([], now)
        held = folded(rows).state([Act(kind="hold", at_s=now, for_s=300.0)], now)
        more = held.ahead.opens_s - plain.ahead.opens_s  # type: ignore[operator]  # as plain values
        self.assertAlmostEqual(more, 300.0, delta=20.0)
        self.assertGreater(held.ahead.adds_per_pa, plain.ahead.adds_per_pa)
        self.assertEqual(held.steps[w.peak].hold_s, w.segments[w.peak].hold_s + 300.0)

    def test_going_on_skips_what_is_left_of_the_peak_and_stopping_all(self) -> None:
        rows = [r for r in readings() if r.at_s < 4.4 * HOUR]
        now = rows[-1].at_s
        gone = folded(rows).state([Act(kind="skip", at_s=now)], now)
        self.assertEqual(gone.steps[gone.place.step].key, "fall")
        stopped = folded(rows).state([Act(kind="stop", at_s=now)], now)
        self.assertTrue(stopped.place.is_over)
        self.assertLess(max(c for _, c in stopped.ahead.line), rows[-1].shown_c + 5)

    def test_what_was_stopped_can_be_taken_up_again_where_it_was(self) -> None:
        acts = (Act(kind="stop", at_s=3 * HOUR), Act(kind="resume", at_s=3.5 * HOUR))
        made = stand_in(acts=acts)
        samples = [s for _, s in made.run(made.begin(), 8 * HOUR)]
        shown = {s.at_s: s.shown_c for s in samples}
        self.assertLess(shown[3.5 * HOUR], shown[3 * HOUR])
        self.assertAlmostEqual(max(s.shown_c for s in samples), watched().segments[watched().peak].to_c, delta=4.0)
        rows = [KilnReading(s.at_s, s.shown_c) for s in samples]
        stopped = folded([r for r in rows if r.at_s <= 3.4 * HOUR]).state(acts[:1], 3.4 * HOUR)
        self.assertTrue(stopped.place.is_over)
        again = folded([r for r in rows if r.at_s <= 3.6 * HOUR]).state(acts, 3.6 * HOUR)
        self.assertFalse(again.place.is_over)
        self.assertGreater(max(c for _, c in again.ahead.line), 600)

    def test_a_kiln_that_went_on_by_itself_is_seen_to_have(self) -> None:
        w = watched()
        top = w.segments[w.peak].to_c
        line = [(0.0, 20.0), (4 * HOUR, 526.0), (5 * HOUR, top), (5 * HOUR + 300, top), (5.5 * HOUR, top - 60)]
        _, place = place_of(w, line, [])
        self.assertEqual(w.segments[place.step].key, "fall")

    def test_each_button_says_more_than_its_name(self) -> None:
        rows = [r for r in readings() if r.at_s < 4.4 * HOUR]
        state = folded(rows).state([], rows[-1].at_s)
        found = consequences(watched(), state, lambda s: show(s, "duration"))
        self.assertEqual([c.kind for c in found], ["hold", "skip", "stop"])
        self.assertTrue(all((c.is_offered and "Lid at" in c.says.metric) or "lid at" in c.says.metric for c in found))

    def test_what_each_button_says_is_what_would_come_of_it(self) -> None:
        """By value: five minutes at the peak, the heat work of going on, what a stop leaves, and each one's lid."""
        w = watched()
        arrives = next(t for t, c in w.planned_line if c >= w.segments[w.peak].to_c - 0.5)
        rows = [r for r in readings() if r.at_s < arrives + 300]
        state = folded(rows).state([], rows[-1].at_s)
        assert state.inside is not None
        assert state.ahead is not None
        at = state.inside.at
        found = {c.kind: c.says.metric for c in consequences(w, state, lambda s: show(s, "duration"))}
        fluid = 10.0 ** -float(Viscosity.of(w.load.kind).log10_pa_s(at.kiln_c))
        more = float(re.findall(r"(\d+) % of the planned", found["hold"])[0])
        self.assertAlmostEqual(more, 100 * 300.0 * fluid / w.needed_per_pa, delta=0.06 * more + 0.6)

        def after(kind: ActKind, for_s: float = 0.0) -> Ahead:
            act = Act(kind=kind, at_s=at.at_s, for_s=for_s)
            return look_ahead(w, *after_act(state.steps, state.place, act), state.inside)  # type: ignore[arg-type]

        for kind, way in (("hold", after("hold", 300.0)), ("skip", after("skip")), ("stop", after("stop"))):
            self.assertIn(show(way.opens_s or 0.0, "duration").metric.text, found[kind])  # type: ignore[index]  # as read from JSON
        self.assertGreater((after("hold", 300.0).opens_s or 0.0) - (state.ahead.opens_s or 0.0), 200.0)
        share = (state.inside.work_per_pa + after("skip").adds_per_pa) / w.needed_per_pa
        self.assertIn(f"{100 * share:.0f} % of the planned heat work", found["skip"])
        left = left_after(w, state.inside, after("stop").line)
        self.assertIn(f"strain left {show(left, 'stress', RUN_BAND * left).metric.text}", found["stop"])

    def test_where_the_kiln_cannot_go_it_is_said(self) -> None:
        w = watched()
        hot = [*w.segments]
        hot[w.peak] = replace(hot[w.peak], to_c=3000.0)
        _, place = place_of(w, [(0.0, 20.0), (60.0, 21.0)], [])
        ahead = look_ahead(w, hot, place, begin(w, 60.0, 21.0))
        self.assertIsNone(ahead.opens_s)
        self.assertIn("cannot reach", ahead.trouble)


class Opening(TestCase):
    def test_not_before_the_heart_is_cool_and_not_when_nothing_was_heard(self) -> None:
        w, rows = watched("cast"), readings("cast")
        limit = w.open_c
        cool = next(i for i in range(len(rows) - 1, 0, -1) if rows[i].shown_c > limit + 8)
        before = folded(rows[: cool + 1], "cast").state([], rows[cool].at_s)
        self.assertEqual(before.may_open.word, "no")
        after = folded(rows, "cast").state([], rows[-1].at_s + 60)
        self.assertIn(after.may_open.word, ("yes", "no"))
        long_ago = folded(rows, "cast").state([], rows[-1].at_s + 1801)
        self.assertEqual(long_ago.may_open.word, "unknown")


class States(TestCase):
    def test_every_state_that_can_be_reached_can_be_left(self) -> None:
        reached, front = {"planned"}, ["planned"]
        while front:
            for to in STATES[front.pop()].values():  # type: ignore[index]
                if to not in reached:
                    reached.add(to)
                    front.append(to)
        self.assertEqual(reached, set(STATES))
        self.assertTrue(all(STATES[state] for state in reached))  # type: ignore[index]

    def test_what_leads_nowhere_is_refused_in_words(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "started; this one is running"):
            next_state("running", "start")


class StandIns(TestCase):
    def test_going_on_is_the_same_as_beginning_anew(self) -> None:
        made = stand_in(acts=(Act(kind="hold", at_s=4.3 * HOUR, for_s=600.0),))
        whole = list(made.run(made.begin(), 8 * HOUR))
        half = list(made.run(made.begin(), 4 * HOUR))
        rest = list(made.run(half[-1][0], 8 * HOUR))
        self.assertEqual([s for _, s in whole], [s for _, s in half + rest])

    def test_each_fault_does_what_it_says(self) -> None:
        def shown(*faults: StandInFault) -> np.ndarray:
            made = stand_in(faults=faults)
            return np.array([s.shown_c for _, s in made.run(made.begin(), 6 * HOUR)])

        plain = shown()
        cut = shown(StandInFault(kind="power-cut", from_s=2 * HOUR, to_s=3 * HOUR))
        self.assertLess(cut[350], plain[350] - 100)
        weak = shown(StandInFault(kind="failed-element", from_s=0.0))
        self.assertLessEqual(weak[480], plain[480] + 1)
        gone = shown(StandInFault(kind="broken-thermometer", from_s=HOUR))
        self.assertTrue(np.isnan(gone[130]))
        door = shown(StandInFault(kind="open-door", from_s=5 * HOUR, to_s=5.5 * HOUR))
        self.assertLess(door[659], plain[659])
        drift = stand_in(faults=(StandInFault(kind="drift", from_s=0.0),))
        last = list(drift.run(drift.begin(), 4.5 * HOUR))[-1][0]
        self.assertAlmostEqual(last.error_k, 3 * 4.5, delta=0.2)


class FormedSoFar(TestCase):
    def test_one_measure_of_what_was_planned(self) -> None:
        """94 % of what was planned stood beside "ends with 263 % of the planned heat work": law and plan were mixed."""
        for process in ("slump", "drape", "full"):
            w = watched(process)
            whole = formed_so_far(w, list(w.planned_line), w.needed_per_pa, 600.0)
            self.assertAlmostEqual(whole.share, 1.0, places=6, msg=process)


class Workings(TestCase):
    def test_every_figure_comes_out_of_what_is_printed(self) -> None:
        for process in ("slump", "cast", "full"):
            rows = [r for r in readings(process) if r.at_s < 5 * HOUR]
            state = folded(rows, process).state([], rows[-1].at_s)
            found = {f.key: f for f in fire_figures(watched(process), state, 0.31e6)}
            self.assertEqual(set(found), {"fire_glass", "fire_work", "fire_left", "fire_opens"})
            for figure in found.values():
                check_formula(figure)
                self.assertTrue(figure.source.text)
            self.assertAlmostEqual(found["fire_left"].u, RUN_BAND * 0.31e6, delta=1.0)
            self.assertGreater(found["fire_opens"].u, 0)

    def test_none_before_the_first_reading(self) -> None:
        self.assertEqual(fire_figures(watched(), FiringTracker(watched()).state([], 0.0), None), [])
