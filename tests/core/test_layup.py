"""Lay-up: fits and their edges, what moves as it should, and odd sizes that must never break a plan."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.cradle.round import Cap, Cylinder, Frustum, Oval
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Barrel, Box, Wave
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.movement import Movement, move
from coldcradle.layup.families.slump_rules import ring_blank_m
from coldcradle.layup.fit import fit_of
from coldcradle.layup.sketch import sheet_ring
from tests import examples
from tests.core.test_families import of


def room_of(kind: str, across: float, deep: float) -> Stack:
    """A form of a kind, as deep as that kind can be."""
    bowl = min(deep, across / 2)
    return Stack(
        (
            {  # type: ignore[no-untyped-call]  # untyped library
                "cap": lambda: Cap(height_m=bowl, rim_m=across),
                "cylinder": lambda: Cylinder(height_m=deep, bore_m=across),
                "frustum": lambda: Frustum(height_m=deep, bottom_m=across / 2, top_m=across),
                "box": lambda: Box(height_m=deep, length_m=across, width_m=across / 2),
                "oval": lambda: Oval(height_m=bowl, length_m=across, width_m=0.6 * across),
                "barrel": lambda: Barrel(height_m=bowl, length_m=across, width_m=across),
                "wave": lambda: Wave(height_m=deep, length_m=across, width_m=across / 2, rise_m=deep, waves=2),
            }[kind](),
        )
    )


class Fits(TestCase):
    def test_words_on_both_sides_of_their_edges(self) -> None:
        """0 to 3 mm under the rim is right; more than a twentieth under it slides in (common practice, no source)."""
        for off_mm, word in (
            (0.49, "good"),
            (0.6, "think"),
            (-3.0, "good"),
            (-3.1, "think"),
            (-14.9, "think"),
            (-15.1, "stop"),
            (14.9, "think"),
            (15.1, "stop"),
        ):
            found = fit_of(0.3 + off_mm / 1e3, 0.3)
            self.assertEqual(found.word, word, off_mm)

    def test_a_blank_that_stays_on_its_ring_has_the_area_of_what_drops(self) -> None:
        """A bowl as wide as the hole and as deep as the drop: π(a² + d²); below half a ball a tube."""
        self.assertAlmostEqual(ring_blank_m(0.12, 0.06), 2.1 * (math.hypot(0.06, 0.06) + 0.003))
        self.assertGreater(ring_blank_m(0.12, 0.12), ring_blank_m(0.12, 0.06))
        self.assertAlmostEqual(ring_blank_m(0.12, 0.0), 1.05 * 0.126)
        for hole, drop in ((0.12, 0.04), (0.12, 0.06), (0.2, 0.06)):  # and the sheet followed step by step agrees
            for times, stays in ((1.0, True), (0.87, False)):
                half = ring_blank_m(hole, drop) * times / 2
                course = ring_course(room_of("cylinder", hole, drop), foot_m=0.0, foot_width_m=0.0, half_m=half)
                way = move([course], thickness_m=0.006, density_kg_m3=2500.0, stop="middle", stop_m=0.0005).slides
                self.assertEqual(math.isfinite(way.slipped_work), not stays, (hole, drop, times))


class OddSizes(TestCase):
    @settings(max_examples=examples(12))
    @given(
        st.sampled_from(["cap", "cylinder", "frustum", "box", "oval", "barrel", "wave"]),
        st.floats(0.02, 2.0),
        st.floats(0.01, 1.5),
        st.floats(0.001, 0.03),
        st.floats(0.6, 1.4),
    )
    def test_any_blank_on_any_form_is_followed_as_far_as_it_can_be(
        self, kind: str, across: float, deep: float, thick: float, times: float
    ) -> None:
        size = across * times
        courses = slump_courses(
            room_of(kind, across, deep * across), wall_m=0.008, length_m=size, width_m=size, thickness_m=thick
        )
        self.check(move(courses, thickness_m=thick, density_kg_m3=2500.0, stop="lies"))

    @settings(max_examples=examples(6))
    @given(st.floats(0.03, 0.6), st.floats(0.02, 0.6), st.floats(0.001, 0.02), st.floats(1.05, 2.0))
    def test_any_blank_over_any_ring_or_former(self, across: float, deep: float, thick: float, times: float) -> None:
        ring = ring_course(room_of("cylinder", across, deep), foot_m=0.0, foot_width_m=0.0, half_m=across * times / 2)
        self.check(move([ring], thickness_m=thick, density_kg_m3=2500.0, stop="middle", stop_m=0.0005))
        former = former_course(
            room_of("box", across, deep),
            posts_m=0.02,
            lining_m=0.003,
            half_m=across * times / 2,
            width_m=across,
            thickness_m=thick,
        )
        self.check(move([former], thickness_m=thick, density_kg_m3=2500.0, stop="edge", stop_m=0.003, holds=False))

    def check(self, movement: Movement) -> None:
        """Finite, of some thickness, going down and never making glass, whether it gets there or not."""
        for way in (movement.slides, movement.held):
            self.assertTrue(np.isfinite(way.at).all())
            self.assertTrue((way.thickness > 0).all())
            self.assertTrue((np.diff(way.work_per_pa) > 0).all())
        self.assertGreater(movement.needed_work_per_pa, 0)
        for work in (0.0, 1e-9, 1e-5, 1.0):
            likely, low, high = movement.depth_m(work)
            self.assertTrue(math.isfinite(likely))
            self.assertLessEqual(low, high)
            (at, thickness), _ = movement.shapes(work)
            ring = sheet_ring(at, thickness, is_halved=not movement.course.is_whole)
            self.assertTrue(all(math.isfinite(x) and math.isfinite(z) for x, z in ring))

    def test_a_sheet_that_wants_to_leap_without_time_going_by_is_left_where_it_was(self) -> None:
        courses = slump_courses(
            room_of("oval", 0.6875, 0.6875), wall_m=0.008, length_m=0.73358, width_m=0.73358, thickness_m=0.021484375
        )
        movement = move(courses, thickness_m=0.021484375, density_kg_m3=2500.0, stop="lies")
        self.check(movement)
        self.assertTrue(movement.slides.is_lost)


class Families(TestCase):
    def test_four_piles_share_the_weight_on_them(self) -> None:
        """Each pile carries a quarter: four of 100 g under 12 kg end as one of 100 g under 3 kg."""
        four = of("press", glass__charge="400 g", layup__pieces=4, layup__weight="12 kg")
        one = of("press", glass__charge="100 g", layup__weight="3 kg")
        self.assertAlmostEqual(four.figures["moved"].value, one.figures["moved"].value, delta=2e-5)
        self.assertIn("post", one.answers["cradle"].metric)

    def test_what_was_pressed_is_matt_and_what_took_a_texture_has_it(self) -> None:
        self.assertIn("matt on both faces", of("press").gives.metric)
        self.assertEqual(of("texture").outcome.finish, "texture")
        self.assertEqual(of("full").outcome.finish, "gloss")

    def test_small_thick_pieces_draw_round_and_large_or_thin_ones_do_not(self) -> None:
        for size, thick, outline in (
            ("12 mm", "6 mm", "round"),
            ("26 mm", "7 mm", "square"),
            ("24 mm", "5 mm", "square"),
        ):
            found = of("full", layup__length=size, layup__layers=[{"thick": thick}])
            self.assertEqual(found.outcome.outline, outline, (size, thick))
        dot = of("full", layup__length="12 mm", layup__layers=[{"thick": "6 mm"}]).outcome
        self.assertAlmostEqual(dot.length_m, 0.0155, delta=0.0005)

    def test_a_foot_shortens_the_drop(self) -> None:
        plain, footed = of("ring"), of("ring", layup__foot="20 mm", layup__foot_width="60 mm")
        self.assertAlmostEqual(plain.figures["form_depth"].value - footed.figures["form_depth"].value, 0.02)
        touches = [
            (found.marks[0].early_s or 0.0) - next(s.starts_s for s in found.heat.steps if s.key == "cast")
            for found in (plain, footed)
            if found.heat
        ]
        self.assertLess(touches[1], touches[0])

    def test_every_flat_family_is_drawn_from_above_too(self) -> None:
        for process in ("slump", "drape", "press", "full"):
            sketch = of(process).sketch
            assert sketch is not None
            self.assertTrue(sketch.plan, process)
            self.assertIn("glass", {body.matter for body in sketch.plan})

    def test_a_blank_no_wider_than_its_hole_falls_through(self) -> None:
        self.assertIn("falls through the hole", of("ring", layup__length="120 mm").answers["layup"].metric)
        self.assertNotIn("falls through", of("ring", layup__length="160 mm").answers["layup"].metric)

    def test_what_cannot_be_followed_is_said_to_be_unknown_and_not_to_fail(self) -> None:
        """Too steep a wave: nothing is claimed of the glass, neither that it lies in nor that it does not."""
        wave = {
            "shape": "wave",
            "length": "300 mm",
            "width": "150 mm",
            "height": "110 mm",
            "rise": "110 mm",
            "waves": "2",
        }
        size = {"layup__outline": "oblong", "layup__length": "300 mm", "layup__width": "150 mm"}
        found = of("slump", cradle__parts=[wave], **size)
        self.assertIn("could not be followed to its end", found.answers["layup"].metric)
        self.assertNotIn("does not get there", found.answers["layup"].metric)
        self.assertNotIn("layup.stays-open", {f.rule for f in found.findings})

    def test_too_late_is_told_where_nothing_ends_it(self) -> None:
        keys = {m.key for m in of("ring", layup__length="150 mm", cradle__parts__0__height="80 mm").marks}
        self.assertIn("too-late", keys)
        self.assertNotIn("too-late", {m.key for m in of("slump").marks})

    def test_thinner_glass_comes_down_sooner(self) -> None:
        def down(thick: str) -> float:
            return of("bend", layup__layers=[{"thick": thick}]).figures["lies_in_after"].value

        self.assertLess(down("4 mm"), down("6 mm"))
