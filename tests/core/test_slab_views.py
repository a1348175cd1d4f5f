"""What a run through the glass is asked for: when all is even, where it pulls, layers of several kinds, laws of
programmes.
"""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.cradle.materials import materials
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.coasting import coast_from
from coldcradle.heat.formed import moved
from coldcradle.heat.model.rates import SECOND_TIMES
from coldcradle.heat.physics.simulate import evening_s, first_within, glass_layer, section_of, settles_at, simulate
from coldcradle.heat.physics.slab import INSULATED, KILN, Face, Slab1D, SlabLayer, film_w_m2_k, run_slab
from coldcradle.heat.physics.strain import run_strain
from coldcradle.heat.present import glass_points, profile_of, ticks
from coldcradle.heat.schedule.attendance import start_of
from coldcradle.piece.stage import compute_stage, plan_stage
from tests import examples
from tests.core.test_firing import fired, step
from tests.core.test_heat import kiln
from tests.documents import BIG_KILN, piece

KINDS = shipped_kinds()
NINETY = KINDS["fusing-90-clear"]
H = 3600.0
FALL = [(0.0, 800.0), (1.5 * H, 516.0), (20 * H, 516.0)]


class Settling(TestCase):
    def test_between_two_samples_a_lag_dies_away_like_an_exponential(self) -> None:
        times = np.array([0.0, 1000.0, 3000.0])
        lag = 50.0 * np.exp(-times / 800.0)
        found = settles_at(times, lag, 2.0, 0.0)
        assert found is not None
        self.assertAlmostEqual(found, 800 * math.log(25), delta=1.0)

    def test_never_and_at_once(self) -> None:
        times = np.array([0.0, 10.0, 20.0])
        self.assertIsNone(settles_at(times, np.array([5.0, 5.0, 5.0]), 2.0, 0.0))
        self.assertEqual(settles_at(times, np.array([1.0, 1.0, 1.0]), 2.0, 4.0), 4.0)

    def test_glass_settles_before_its_mould_and_thick_glass_after_thin(self) -> None:
        wall = SlabLayer(thickness_m=0.05, conductivity_w_m_k=0.3, heat_j_m3_k=1.2e6)
        run = run_slab(Slab1D(layers=(glass_layer(NINETY, 0.03), wall), bottom=INSULATED), FALL)
        glass = first_within(run, 5.0, 1.5 * H, glass_only=True)
        whole = first_within(run, 5.0, 1.5 * H)
        assert glass is not None
        assert whole is not None
        self.assertLess(glass, whole)
        times = [
            first_within(run_slab(Slab1D(layers=(glass_layer(NINETY, d),)), FALL), 2.0, 1.5 * H) or 1e9
            for d in (0.006, 0.012, 0.04)
        ]
        self.assertEqual(times, sorted(times))

    def test_the_tail_that_evens_all_out_is_long_enough(self) -> None:
        for d in (0.004, 0.03, 0.12):
            slab = Slab1D(layers=(glass_layer(NINETY, d),))
            run = run_slab(slab, [(0.0, 60.0), (evening_s(slab), 60.0)], start_c=np.linspace(60, 100, 41))
            self.assertLess(float(run.spread_k[-1]), 0.2, d)


class Layers(TestCase):
    def test_release_paper_and_a_shelf_slow_the_lower_face(self) -> None:
        bare = Slab1D(layers=(glass_layer(NINETY, 0.012),), bottom=KILN)
        paper = SlabLayer(thickness_m=0.001, conductivity_w_m_k=0.08, heat_j_m3_k=2e5)
        shelf = SlabLayer(thickness_m=0.018, conductivity_w_m_k=1.5, heat_j_m3_k=2.1e6)
        lined = Slab1D(layers=(glass_layer(NINETY, 0.012), paper, shelf), bottom=replace(KILN, share=0.5))
        for slab in (bare, lined):
            self.assertAlmostEqual(float(run_slab(slab, FALL).temperatures_c[-1].max()), 516.0, delta=0.5)
        self.assertLess(float(run_slab(bare, FALL).spread_k.max()), float(run_slab(lined, FALL).spread_k.max()))
        self.assertEqual(len(lined.layers), 3)

    def test_the_glass_is_found_among_its_layers(self) -> None:
        wall = SlabLayer(thickness_m=0.03, conductivity_w_m_k=0.4, heat_j_m3_k=1.2e6)
        run = run_slab(Slab1D(layers=(wall, glass_layer(NINETY, 0.02), wall), bottom=KILN), FALL)
        depths = run.depths_m[run.glass]
        self.assertAlmostEqual(float(depths[0]), 0.03, places=9)
        self.assertAlmostEqual(float(depths[-1]), 0.05, places=9)

    def test_glass_of_two_kinds_bows_towards_the_one_that_shrinks_more(self) -> None:
        more = replace(NINETY, key="more", expansion_per_k=9.6e-6)
        slab = Slab1D(layers=(glass_layer(more, 0.003), glass_layer(NINETY, 0.003)))
        line = [(0.0, 516.0), (2 * H, 516.0), (20 * H, 25.0), (30 * H, 25.0)]
        bowed = run_strain(run_slab(slab, line))
        flat = run_strain(run_slab(slab, line), is_held=True)
        self.assertGreater(abs(float(bowed.bend_per_m[-1])), 0.05)
        self.assertEqual(float(np.abs(flat.bend_per_m).max()), 0.0)
        self.assertLess(float(np.abs(bowed.residual_pa).mean()), 0.7 * float(np.abs(flat.residual_pa).mean()))
        self.assertGreater(float(flat.residual_pa[3]), 0)  # what shrinks more is pulled
        same = run_strain(run_slab(Slab1D(layers=(glass_layer(NINETY, 0.003), glass_layer(NINETY, 0.003))), line))
        self.assertLess(same.tension_pa, bowed.tension_pa / 20)

    def test_the_film_grows_with_temperature_and_is_the_same_both_ways(self) -> None:
        films = [film_w_m2_k(t, t) for t in (20.0, 300.0, 500.0, 800.0)]
        self.assertEqual(films, sorted(films))
        self.assertAlmostEqual(film_w_m2_k(500.0, 480.0), film_w_m2_k(480.0, 500.0))
        self.assertTrue(90 <= films[2] <= 115)

    def test_a_film_of_its_own_and_no_face_at_all(self) -> None:
        shut = run_slab(Slab1D(layers=(glass_layer(NINETY, 0.02),), top=Face(sees="nothing")), FALL)
        self.assertLess(float(np.ptp(shut.temperatures_c)), 1e-6)


class Sections(TestCase):
    def test_which_slab_stands_for_a_piece(self) -> None:
        load = compute_stage(piece()).heated.load
        words = {
            (restraint, support): section_of(load, restraint, support, 0.03)  # type: ignore[arg-type]
            for restraint in ("bow", "held", "block", "free")
            for support in ("cradle", "shelf", "posts")
        }
        self.assertTrue(words["block", "cradle"].slab.is_half)
        self.assertAlmostEqual(words["block", "cradle"].slab.layers[0].thickness_m, 0.015)
        self.assertTrue(words["bow", "posts"].slab.is_half)
        self.assertEqual(words["bow", "shelf"].slab.bottom.sees, "nothing")
        self.assertTrue(words["held", "shelf"].is_held)
        self.assertEqual(len(words["bow", "cradle"].slab.layers), 2)
        narrow = section_of(replace(load, breadth_m=0.02), "held", "cradle", 0.02)  # type: ignore[arg-type]  # as plain values
        self.assertIn("sideways", narrow.words)
        bare = section_of(replace(load, wall_m=0.0), "bow", "cradle", 0.06)  # type: ignore[arg-type]  # as plain values
        self.assertIn("shelf", bare.words)

    def test_a_peak_of_pull_has_a_time_and_a_place(self) -> None:
        section = section_of(replace(compute_stage(piece()).heated.load, breadth_m=1.0), "held", "shelf", 0.03)  # type: ignore[arg-type]  # as plain values
        inside = simulate(section, [(0.0, 20.0), (2 * H, 500.0), (40 * H, 500.0), (44 * H, 30.0)])
        warm, at_s, _ = inside.peak(0.0, 2 * H)
        self.assertGreater(warm, 1e6)
        self.assertTrue(0 < at_s <= 2 * H)
        self.assertEqual(inside.peak(50 * H, 50.1 * H)[0] >= 0, True)
        late = simulate(section, [(0.0, 20.0), (2 * H, 500.0), (40 * H, 500.0), (44 * H, 30.0)], solid_from_s=20 * H)
        self.assertEqual(late.peak(0.0, 2 * H), (0.0, 0.0, True))


class Drawn(TestCase):
    def test_points_are_in_order_and_few(self) -> None:
        found = compute_stage(fired("cast", thick="40 mm"))
        assert found.heated.firing is not None
        firing = found.heated.firing
        points = glass_points(firing.inside, firing.warming, firing.zones, firing.run.total_s)
        self.assertLess(len(points), 230)
        self.assertTrue(all(a.at_s <= b.at_s for a, b in itertools.pairwise(points)))
        profile = profile_of(found.heated.firing.inside)
        self.assertTrue(all(a[0] < b[0] for a, b in itertools.pairwise(profile)))

    def test_ticks_are_round_in_both_systems(self) -> None:
        self.assertEqual([t.text for t in ticks(300.0, "degC", 100)], ["0", "100", "200", "300"])
        self.assertEqual([t.text for t in ticks(300.0, "degF", 200)], ["200", "400"])
        self.assertAlmostEqual(ticks(300.0, "degF", 200)[0].at_c, 93.3, delta=0.1)

    def test_a_start_is_a_start_and_ready_by_is_an_end(self) -> None:
        heat = piece().heat
        self.assertEqual(start_of(heat, 90_000.0), heat.starts_at)
        back = start_of(replace(heat, is_ready_by=True), 90_000.0)
        self.assertEqual((heat.starts_at - back).total_seconds(), 90_000.0)

    def test_each_law_of_movement_tells_how_far(self) -> None:
        for process, changes, low, high in (
            ("slump", {"side": "300 mm", "heat__span": "300 mm", "heat__depth": "50 mm"}, 0.045, 0.055),
            ("drape", {"heat__span": "60 mm", "heat__depth": "55 mm"}, 0.003, 0.2),
            ("hang", {"heat__span": "30 mm", "heat__depth": "30 mm"}, 0.045, 0.08),
            ("press", {"heat__weight": "12 kg", "glass__charge": "100 g"}, 0.0012, 0.003),
            ("spread", {"heat__thick": "20 mm"}, 0.1, 1.0),
        ):
            found = plan_stage(fired(process, thick="6 mm", **changes))
            key = "spread_size" if process == "spread" else "moved"
            with self.subTest(process):
                self.assertTrue(low <= found.figures[key].value <= high, found.figures[key].value)
                self.assertGreaterEqual(found.figures[key].u, 0)
        worked = compute_stage(fired("polish"))
        assert worked.heated.firing is not None
        self.assertIsNone(moved(worked.heated.load, worked.heated.heat, worked.heated.firing.run.line))


class Laws(TestCase):
    @settings(max_examples=examples(10))
    @given(st.floats(6, 80), st.floats(1.1, 1.9), st.sampled_from(["bow", "held"]))
    def test_thicker_is_never_cooled_faster_even_after_mending(self, mm: float, more: float, leaves: str) -> None:
        """The first slow rate, and the whole time, for a slab on a shelf in a big kiln."""
        thin, thick = (
            plan_stage(
                fired(
                    "cast", thick=f"{t} mm", side="400 mm", heat__on="shelf", heat__leaves=leaves, heat__kiln=BIG_KILN
                )
            ).heat
            for t in (mm, mm * more)
        )
        assert thin is not None
        assert thick is not None
        rates = [
            min((s.rate_k_per_h or 1e9) for s in heat.steps if s.key in ("anneal", "coast")) for heat in (thin, thick)
        ]
        self.assertLessEqual(rates[1], rates[0])
        self.assertGreaterEqual(thick.total_s, thin.total_s)

    @settings(max_examples=examples(8))
    @given(st.floats(8, 60))
    def test_more_insulation_below_is_never_faster(self, mm: float) -> None:
        def slow(material: str, wall: str) -> float:
            heat = plan_stage(
                fired(
                    "cast",
                    thick=f"{mm} mm",
                    side="500 mm",
                    heat__leaves="held",
                    cradle__material=material,
                    cradle__wall=wall,
                    heat__kiln=BIG_KILN,
                )
            ).heat
            assert heat is not None
            return next((s.rate_k_per_h for s in heat.steps if s.key == "anneal" and s.rate_k_per_h), 1e9)

        rates = [
            slow("stainless", "3 mm"),
            slow("ceramic", "12 mm"),
            slow("fibre-board", "12 mm"),
            slow("fibre-board", "50 mm"),
        ]
        for quicker, slower in itertools.pairwise(rates):
            self.assertLessEqual(slower, quicker * 1.15)  # what the run allows over its target

    @settings(max_examples=examples(30))
    @given(st.floats(1, 400), st.floats(1, 400), st.floats(-10, 40))
    def test_where_it_may_be_switched_off_the_kiln_falls_no_faster_than_is_allowed(
        self, slow: float, surface: float, room: float
    ) -> None:
        loaded = kiln().loaded(load_j_per_k=3000.0, room_c=room)
        found = coast_from(
            loaded, slow_k_per_h=slow, surface_k_per_h=max(slow, surface), soak_c=516.0, breaks_c=(461.0, 406.0)
        )
        self.assertLessEqual(found, 516.0)
        surface = max(slow, surface)
        allowed = (
            slow if found > 461.0 + 1e-6 else min(SECOND_TIMES * slow, surface) if found > 406.0 + 1e-6 else surface
        )
        self.assertLessEqual(loaded.coasting_rate_k_per_h(found), allowed * (1 + 1e-6))

    def test_a_lighter_kiln_and_a_colder_room_want_more_of_the_fall_programmed(self) -> None:
        def off(fall_h: float, room: float) -> float:
            loaded = kiln(fall_500_to_100_s=fall_h * H).loaded(load_j_per_k=0.0, room_c=room)
            return coast_from(loaded, slow_k_per_h=15.0, surface_k_per_h=90.0, soak_c=516.0, breaks_c=(461.0, 406.0))

        self.assertLess(off(5, 18), off(12, 18))
        self.assertLess(off(7, 5), off(7, 30))

    def test_scaling_by_one_over_the_thickness_squared_survives_the_run(self) -> None:
        rates = []
        for mm in ("20 mm", "40 mm"):
            heat = plan_stage(fired("cast", thick=mm, side="400 mm", heat__on="shelf", heat__kiln=BIG_KILN)).heat
            assert heat is not None
            rates.append(step(heat, "anneal").rate_k_per_h)
        self.assertAlmostEqual(rates[0] / rates[1], 4.0, delta=0.35)

    def test_every_material_can_hold_every_firing_or_says_what_is_wrong(self) -> None:
        for key, material in materials().items():
            found = plan_stage(fired("full", cradle__material=key, cradle__wall="10 mm"))
            rules = {f.rule for f in found.findings}
            if material.rated_c < 800:
                self.assertIn("heat.above-mould-rating", rules, key)
            self.assertIsNotNone(found.heat)


class Joined(TestCase):
    def test_a_firing_put_together_from_its_parts_is_the_firing_run_whole(self) -> None:
        """The plan keeps the runs it was mended by; run again from the start they give the same heat and the same
        strain.
        """
        for whole in (fired("cast", thick="40 mm"), fired("polish", thick="12 mm", heat__on="shelf"), piece()):
            found = compute_stage(whole)
            assert found.heated.firing is not None
            firing, load = found.heated.firing, found.heated.load
            solid_s = (
                0.0
                if found.heated.load.entering == "slab"
                else next(s.ends_s for s in firing.run.steps if s.key == "cast")
            )
            again = simulate(firing.soaked.section, firing.run.line, solid_from_s=solid_s, structure=True)
            self.assertAlmostEqual(firing.inside.residual_pa / again.residual_pa, 1.0, delta=0.05)
            at = np.linspace(0, firing.run.total_s, 400)
            for kept, anew in (
                (firing.inside.heat.surface_c, again.heat.surface_c),
                (firing.inside.heat.heart_c, again.heat.heart_c),
            ):
                apart = np.interp(at, firing.inside.heat.times_s, kept) - np.interp(at, again.heat.times_s, anew)
                self.assertLess(float(np.percentile(np.abs(apart), 95)), 1.5)
            self.assertTrue(np.all(np.diff(firing.inside.heat.times_s) > 0))
            self.assertEqual(load.kind.key, whole.glass.kind.key)
