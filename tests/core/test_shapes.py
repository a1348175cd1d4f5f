"""Inside shapes: closed forms, laws of filling, and what cannot exist."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from coldcradle.cradle.methods import by_shape
from coldcradle.cradle.outline import outline_of
from coldcradle.cradle.round import Cap, Cylinder, Frustum, Gutter, Oval, Ring
from coldcradle.cradle.section import draw_section
from coldcradle.cradle.shapes import Part
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Barrel, Bend, Box, Prism, Wave
from coldcradle.document.piece import read_piece
from coldcradle.document.starting import SHAPES as STARTS
from coldcradle.errors import DocumentError, ImpossibleInput
from coldcradle.quantity.parse import parse
from tests.documents import document
from tests.formulas import check_formula

size = st.floats(0.005, 0.5)


@st.composite
def parts(draw: st.DrawFn, *, lowest: bool = True) -> Part:
    """One part of any shape that may stand there."""
    a, b, c = draw(size), draw(size), draw(size)
    deep = draw(st.floats(0.1, 1.0))
    lean = math.atan(0.4 * min(a, b) / c) * draw(st.sampled_from([0.0, 0.3, 0.9]))
    foot = min(a, b) - 2 * c * math.tan(lean)
    upper = [
        lambda: Box(
            length_m=a, width_m=b, height_m=c, draft_rad=lean, corner_m=foot / 2 * draw(st.sampled_from([0, 0.5]))
        ),
        lambda: Cylinder(bore_m=a, height_m=c),
        lambda: Frustum(bottom_m=a, top_m=b, height_m=c),
        lambda: Ring(outer_m=a + b, inner_m=a, height_m=c),
        lambda: Prism(outline=outline_of((((0, 0), (a, 0), (a, b), (a / 2, b / 2)),)), height_m=c, scale=0.5 + deep),
    ]
    low = [
        lambda: Cap(rim_m=a, height_m=a / 2 * deep),
        lambda: Oval(length_m=a, width_m=b, height_m=c),
        lambda: Barrel(length_m=a, width_m=b, height_m=b / 2 * deep),
        lambda: Gutter(middle_m=a + b, width_m=a, height_m=a / 2 * deep),
        lambda: Wave(length_m=a, width_m=b, height_m=c, rise_m=c * deep, waves=draw(st.sampled_from([0.5, 1.0, 2.5]))),
        lambda: Bend(length_m=a, width_m=b, height_m=c, rise_m=c * deep),
    ]
    return draw(st.sampled_from(upper + (low if lowest else [])))()  # type: ignore[no-untyped-call]  # untyped library


@st.composite
def stacks(draw: st.DrawFn) -> Stack:
    """Stacks of one to four parts; a bowl only at the bottom."""
    return Stack(tuple(draw(parts(lowest=index == 0)) for index in range(draw(st.integers(1, 4)))))


class ClosedForms(TestCase):
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


class Filling(TestCase):
    """Laws that hold for every cradle."""

    @given(stacks(), st.floats(0, 1), st.floats(0, 1))
    def test_more_depth_never_holds_less(self, stack: Stack, a: float, b: float) -> None:
        low, high = sorted((a * stack.height_m, b * stack.height_m))
        rounding = 1e-14 * float(stack.volume_m3(stack.height_m))
        self.assertLessEqual(float(stack.volume_m3(low)), float(stack.volume_m3(high)) * (1 + 1e-12) + rounding)
        self.assertGreaterEqual(float(stack.volume_m3(low)), -rounding)

    def test_a_hair_of_glass_is_never_less_than_none(self) -> None:
        barrel = Barrel(length_m=0.5, width_m=0.5, height_m=0.25)
        depths = np.geomspace(1e-28, 1e-6, 60)
        volumes = barrel.volume_m3(depths)
        self.assertTrue((volumes >= 0).all())
        # a shallow segment is two thirds of its chord times its depth
        shallow = 0.5 * (2 / 3) * 2 * np.sqrt(2 * 0.25 * depths) * depths
        self.assertLess(float(np.abs(volumes[-12:] / shallow[-12:] - 1).max()), 1e-4)

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
            knee = [getattr(part, "rise_m", part.height_m / 2)]
            found, _ = quad(lambda z, p=part: float(p.area_m2(z)), 0, part.height_m, points=knee, limit=200)
            self.assertAlmostEqual(found / float(part.volume_m3(part.height_m)), 1.0, places=5)

    @given(parts())
    def test_the_section_is_the_shape_that_is_filled(self, part: Part) -> None:
        """Every ring closes between floor and brim, and is as wide at the brim as the shape is."""
        stack = Stack((part,))
        (ring,) = stack.rings_xz()
        heights = [z for _, z in ring]
        self.assertAlmostEqual(min(heights), 0.0)
        self.assertAlmostEqual(max(heights), stack.height_m)
        self.assertAlmostEqual(max(x for x, _ in ring), stack.half_width_m, places=6)
        self.assertAlmostEqual(min(x for x, _ in ring), -stack.half_width_m, places=6)

    @given(parts())
    def test_volume_and_area_stay_what_they_are_above_the_brim(self, part: Part) -> None:
        self.assertAlmostEqual(float(part.volume_m3(part.height_m + 1)), float(part.volume_m3(part.height_m)))
        self.assertAlmostEqual(float(part.volume_m3(-1.0)), 0.0)

    def test_arrays_are_taken_whole(self) -> None:
        stack = Stack((Cap(rim_m=0.12, height_m=0.045), Cylinder(bore_m=0.12, height_m=0.03)))
        levels = np.linspace(0, 0.075, 50)
        self.assertTrue(np.all(np.diff(stack.volume_m3(levels)) > 0))
        self.assertEqual(stack.volume_m3(levels).shape, (50,))

    def test_breadth_is_the_bulkiest_parts(self) -> None:
        stack = Stack((Cylinder(bore_m=0.04, height_m=0.02), Box(length_m=0.2, width_m=0.09, height_m=0.05)))
        self.assertAlmostEqual(stack.breadth_m(0.02), 0.04)
        self.assertAlmostEqual(stack.breadth_m(0.06), 0.09)


class Impossible(TestCase):
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


class SectionsDrawn(TestCase):
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


class Formulas(TestCase):
    def test_every_shape_is_told_by_a_formula_that_gives_its_volume(self) -> None:
        """Worked out from the numbers as printed: each shape at a third, at most and at the whole of its height."""
        boxes = [{"draft": "8°"}, {"corner": "12 mm"}, {"draft": "6°", "corner": "9 mm"}]
        cradles = [(shape, parts, {}) for shape, (parts, _) in STARTS.items()]  # type: ignore[var-annotated]  # of any kind
        cradles += [("box", STARTS["box"][0], more) for more in boxes]
        for shape, part, more in cradles:
            if shape == "prism":
                continue
            height = parse(part["height"], "length")
            for share in (0.33, 0.8, 1.0):
                whole = document(cradle__parts=[part | more], cradle__line=f"{height * share * 1e3:.1f} mm")
                cradle = read_piece(whole).piece.stages[0].cradle
                with self.subTest(shape=shape, more=more, share=share):
                    check_formula(by_shape(cradle.room, line_m=cradle.line_m, reading_m=0.0005))

    def test_stacks_and_cores_are_told_part_by_part(self) -> None:
        parts = [
            {"shape": "box", "length": "120 mm", "width": "90 mm", "height": "20 mm"},
            {"shape": "box", "length": "140 mm", "width": "100 mm", "height": "30 mm"},
        ]
        core = {"shape": "cylinder", "bore": "40 mm", "height": "60 mm", "as": "core"}
        whole = document(cradle__parts=[*parts, core], cradle__line="41 mm")
        cradle = read_piece(whole).piece.stages[0].cradle
        figure = by_shape(cradle.room, line_m=cradle.line_m, reading_m=0.0005)
        self.assertEqual(figure.formula, "V = V₁ + V₂ − V₃")
        check_formula(figure)

    def test_a_core_longer_than_its_room_is_refused_by_either_side(self) -> None:
        room = {"shape": "box", "length": "100 mm", "width": "50 mm", "height": "40 mm"}
        for length, width, fits in (("200 mm", "20 mm", False), ("60 mm", "55 mm", False), ("90 mm", "40 mm", True)):
            core = {"shape": "box", "length": length, "width": width, "height": "30 mm", "as": "core"}
            whole = document(cradle__parts=[room, core], cradle__line="30 mm")
            if fits:
                self.assertGreater(read_piece(whole).piece.stages[0].cradle.room.height_m, 0)
                continue
            with self.assertRaises(DocumentError) as caught:
                read_piece(whole)
            self.assertIn("leaves room round it", str(caught.exception))
        round_room = {"shape": "cylinder", "bore": "100 mm", "height": "40 mm"}
        tile = {
            "shape": "box",
            "length": "80 mm",
            "width": "70 mm",
            "height": "30 mm",
            "as": "core",
        }  # its diagonal is 106 mm
        with self.assertRaises(DocumentError):
            read_piece(document(cradle__parts=[round_room, tile], cradle__line="30 mm"))
