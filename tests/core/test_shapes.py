"""Inside shapes: closed forms, laws of filling, and what cannot exist."""

from __future__ import annotations

import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from coldcradle.cradle.section import draw_section
from coldcradle.cradle.shapes import Box, Cap, Cylinder, Frustum, Stack
from coldcradle.errors import ImpossibleInput

size = st.floats(0.005, 0.5)


@st.composite
def stacks(draw: st.DrawFn) -> Stack:
    """Stacks of one to four parts; a bowl only at the bottom."""
    parts = []
    for index in range(draw(st.integers(1, 4))):
        kind = draw(st.sampled_from(["box", "cylinder", "frustum"] + (["cap"] if index == 0 else [])))
        if kind == "box":
            parts.append(Box(length_m=draw(size), width_m=draw(size), height_m=draw(size)))
        elif kind == "cylinder":
            parts.append(Cylinder(bore_m=draw(size), height_m=draw(size)))
        elif kind == "frustum":
            parts.append(Frustum(bottom_m=draw(size), top_m=draw(size), height_m=draw(size)))
        else:
            rim = draw(size)
            parts.append(Cap(rim_m=rim, height_m=rim / 2 * draw(st.floats(0.1, 1.0))))
    return Stack(tuple(parts))


class ClosedForms(SimpleTestCase):
    """Solid geometry as in any handbook (Bronshtein, Handbook of Mathematics, 3.3)."""

    def test_box(self) -> None:
        self.assertAlmostEqual(
            float(Box(length_m=0.15, width_m=0.1, height_m=0.05).volume_m3(0.012)), 0.15 * 0.1 * 0.012
        )

    def test_cylinder(self) -> None:
        self.assertAlmostEqual(float(Cylinder(bore_m=0.074, height_m=0.2).volume_m3(0.0724)), 311.38e-6, delta=1e-8)

    def test_frustum_either_way_up(self) -> None:
        up = Frustum(bottom_m=0.06, top_m=0.108, height_m=0.088)
        down = Frustum(bottom_m=0.108, top_m=0.06, height_m=0.088)
        whole = math.pi / 12 * 0.088 * (0.06**2 + 0.06 * 0.108 + 0.108**2)
        self.assertAlmostEqual(float(up.volume_m3(0.088)), whole)
        self.assertAlmostEqual(float(down.volume_m3(0.088)), whole)
        self.assertAlmostEqual(float(up.volume_m3(0.03) + down.volume_m3(0.058)), whole)

    def test_half_sphere_and_flat_cap(self) -> None:
        self.assertAlmostEqual(float(Cap(rim_m=0.2, height_m=0.1).volume_m3(0.1)), 2 / 3 * math.pi * 0.1**3)
        flat = Cap(rim_m=0.2, height_m=0.03)
        self.assertAlmostEqual(float(flat.volume_m3(0.03)), math.pi * 0.03 / 6 * (3 * 0.1**2 + 0.03**2))
        self.assertAlmostEqual(float(flat.half_width_m(0.03)), 0.1)

    def test_walls(self) -> None:
        self.assertAlmostEqual(Cap(rim_m=0.2, height_m=0.1).wall_m2(0.1), 2 * math.pi * 0.1**2)
        cone = Frustum(bottom_m=0.06, top_m=0.12, height_m=0.04)
        self.assertAlmostEqual(cone.wall_m2(0.04), math.pi * 0.09 * 0.05)
        stepped = Stack((Cylinder(bore_m=0.1, height_m=0.02), Cylinder(bore_m=0.2, height_m=0.02)))
        floor, ledge = math.pi * 0.05**2, math.pi * (0.1**2 - 0.05**2)
        self.assertAlmostEqual(stepped.wetted_m2(0.04), floor + ledge + math.pi * 0.02 * 0.3)
        self.assertAlmostEqual(stepped.wetted_m2(0.02), floor + math.pi * 0.1 * 0.02)


class Filling(SimpleTestCase):
    """Laws that hold for every cradle."""

    @given(stacks(), st.floats(0, 1), st.floats(0, 1))
    def test_more_depth_never_holds_less(self, stack: Stack, a: float, b: float) -> None:
        low, high = sorted((a * stack.height_m, b * stack.height_m))
        self.assertLessEqual(float(stack.volume_m3(low)), float(stack.volume_m3(high)) * (1 + 1e-12))

    @given(stacks())
    def test_a_stack_holds_what_its_parts_hold(self, stack: Stack) -> None:
        parts = sum(float(part.volume_m3(part.height_m)) for part in stack.parts)
        self.assertAlmostEqual(float(stack.volume_m3(stack.height_m)), parts)
        self.assertAlmostEqual(float(stack.volume_m3(stack.height_m + 1.0)), parts)

    @given(stacks(), st.floats(0.001, 1))
    def test_the_level_of_a_volume_is_where_that_volume_stands(self, stack: Stack, share: float) -> None:
        volume = share * float(stack.volume_m3(stack.height_m))
        self.assertAlmostEqual(float(stack.volume_m3(stack.level_m(volume))) / volume, 1.0, places=6)

    @given(stacks())
    def test_volume_is_the_integral_of_area(self, stack: Stack) -> None:
        for part in stack.parts:
            found, _ = quad(lambda z, p=part: float(p.area_m2(z)), 0, part.height_m)
            self.assertAlmostEqual(found / float(part.volume_m3(part.height_m)), 1.0, places=6)

    @given(stacks(), st.floats(0.05, 1))
    def test_the_profile_is_the_shape_that_is_filled(self, stack: Stack, share: float) -> None:
        level = share * stack.height_m
        profile = stack.profile_m(level)
        self.assertAlmostEqual(profile[-1][1], level)
        for half_width, height in profile[1:-1]:
            part, inside = stack.part_at(height)
            widths = [float(part.half_width_m(inside))]
            widths += [float(p.half_width_m(0.0)) for p, base in zip(stack.parts, stack.bases_m, strict=True)
                       if abs(base - height) < 1e-12]  # fmt: skip
            self.assertTrue(any(abs(half_width - w) < 1e-9 for w in widths))

    def test_arrays_are_taken_whole(self) -> None:
        stack = Stack((Cap(rim_m=0.12, height_m=0.045), Cylinder(bore_m=0.12, height_m=0.03)))
        levels = np.linspace(0, 0.075, 50)
        self.assertTrue(np.all(np.diff(stack.volume_m3(levels)) > 0))
        self.assertEqual(stack.volume_m3(levels).shape, (50,))

    def test_breadth_is_the_bulkiest_parts(self) -> None:
        stack = Stack((Cylinder(bore_m=0.04, height_m=0.02), Box(length_m=0.2, width_m=0.09, height_m=0.05)))
        self.assertAlmostEqual(stack.breadth_m(0.02), 0.04)
        self.assertAlmostEqual(stack.breadth_m(0.06), 0.09)


class Impossible(SimpleTestCase):
    def test_nothing_has_no_size_or_a_negative_one(self) -> None:
        for bad in (0.0, -0.003, math.nan, math.inf):
            with self.subTest(bad), self.assertRaisesRegex(ImpossibleInput, "above 0 mm"):
                Cylinder(bore_m=bad, height_m=0.1)

    def test_a_bowl_is_no_deeper_than_half_its_rim_and_lies_lowest(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "half its rim"):
            Cap(rim_m=0.1, height_m=0.06)
        with self.assertRaisesRegex(ImpossibleInput, "bottom of the stack"):
            Stack((Cylinder(bore_m=0.1, height_m=0.1), Cap(rim_m=0.1, height_m=0.05)))
        with self.assertRaisesRegex(ImpossibleInput, "at least one shape"):
            Stack(())

    def test_a_volume_above_the_brim_has_no_level(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "between 0 and 785 mL"):
            Stack((Cylinder(bore_m=0.1, height_m=0.1),)).level_m(1e-3)


class Drawing(SimpleTestCase):
    def test_every_size_is_on_the_drawing_once_and_leads_to_its_entry(self) -> None:
        stack = Stack((Cap(rim_m=0.12, height_m=0.045), Frustum(bottom_m=0.12, top_m=0.15, height_m=0.03)))
        section = draw_section(stack, line_m=0.06, glass_m=0.06, heap_m=0.09, wall_m=0.02)
        paths = [d.path for d in section.dimensions if d.path]
        self.assertEqual(len(paths), len(set(paths)))
        self.assertEqual(
            set(paths),
            {"line", "parts.0.rim", "parts.0.height", "parts.1.bottom", "parts.1.top", "parts.1.height"},
        )
        self.assertAlmostEqual(section.outer_half_m, 0.095)

    def test_without_a_reserve_none_is_drawn(self) -> None:
        stack = Stack((Cylinder(bore_m=0.1, height_m=0.1),))
        full = draw_section(stack, line_m=0.1, glass_m=0.1, heap_m=0.1, wall_m=0.02)
        self.assertNotIn("reserve", [d.name for d in full.dimensions])
