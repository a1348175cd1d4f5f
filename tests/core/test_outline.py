"""Outlines: measured, read from drawings, traced on photographs, laid over paper."""

from __future__ import annotations

import math
from unittest import TestCase

import shapely
from hypothesis import given
from hypothesis import strategies as st

from coldcradle.cradle.outline import outline_of, outline_traced
from coldcradle.cradle.pattern import PAPERS_M, tile
from coldcradle.cradle.svg import read_svg
from coldcradle.cradle.svg_out import write_svg
from coldcradle.errors import ImpossibleInput

SQUARE = ((0.0, 0.0), (0.1, 0.0), (0.1, 0.1), (0.0, 0.1))


def svg(body: str, head: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {head}>{body}</svg>'.encode()


class OutlineMeasured(TestCase):
    def test_a_square_with_a_square_hole(self) -> None:
        hole = ((0.04, 0.04), (0.06, 0.04), (0.06, 0.06), (0.04, 0.06))
        found = outline_of((SQUARE, hole))
        self.assertAlmostEqual(found.area_m2, 0.01 - 0.0004)
        self.assertAlmostEqual(found.perimeter_m, 0.48)
        self.assertAlmostEqual(found.narrowest_m, 0.04, places=4)  # between the hole and the edge

    def test_the_neck_of_an_hourglass(self) -> None:
        glass = ((0, 0), (0.1, 0), (0.055, 0.05), (0.1, 0.1), (0, 0.1), (0.045, 0.05))
        self.assertAlmostEqual(outline_of((glass,)).narrowest_m, 0.01, delta=0.001)

    def test_the_bulkiest_place_is_the_largest_circle_inside(self) -> None:
        self.assertAlmostEqual(outline_of((((0, 0), (0.3, 0), (0.3, 0.05), (0, 0.05)),)).bulk_m, 0.05, delta=0.0005)

    def test_enlarged_to_150_percent(self) -> None:
        plain = outline_of((SQUARE,))
        self.assertAlmostEqual(plain.scaled(1.5).area_m2, 2.25 * plain.area_m2)
        with self.assertRaisesRegex(ImpossibleInput, "scale above 0"):
            plain.scaled(0.0)

    def test_what_bounds_nothing_is_refused_in_words(self) -> None:
        for rings, words in (
            ((), "three points, got none"),
            ((((0.0, 0.0), (1.0, 1.0)),), "three points, got 2"),
            ((((0, 0), (0.1, 0.1), (0.2, 0.2)),), "lie on one line"),
            ((((0, 0), (0.1, 0.1), (0.1, 0), (0, 0.1)),), "cross itself; this one does near x 50, y 50 mm"),
            ((((0, 0), (math.nan, 0.1), (0.1, 0)),), "not"),
            ((((0, 0), (9.0, 0), (0, 9.0)),), "at most 5 m"),
            ((tuple((math.cos(i / 4e3), math.sin(i / 4e3)) for i in range(25_000)),), "at most 20000 points"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ImpossibleInput, words):
                outline_of(rings)

    def test_a_drawing_of_thousands_of_points_is_thinned_to_look_at(self) -> None:
        ring = tuple(
            (0.1 * math.cos(2 * math.pi * i / 5000), 0.1 * math.sin(2 * math.pi * i / 5000)) for i in range(5000)
        )
        found = outline_of((ring,))
        self.assertAlmostEqual(found.area_m2, math.pi * 0.01, delta=1e-6)
        self.assertLess(len(found.drawn()[0]), 500)


class Traced(TestCase):
    @given(st.floats(0.1, 8), st.floats(0, 6.2), st.floats(-500, 500))
    def test_scale_and_turn_of_the_photograph_do_not_matter(self, zoom: float, turn: float, shift: float) -> None:
        """A 100 by 60 mm card beside a 150 mm rule, seen at any size and angle."""

        def seen(x_mm: float, y_mm: float) -> tuple[float, float]:
            x, y = x_mm * zoom * 10, -y_mm * zoom * 10
            return x * math.cos(turn) - y * math.sin(turn) + shift, x * math.sin(turn) + y * math.cos(turn)

        found = outline_traced(
            [seen(0, 0), seen(100, 0), seen(100, 60), seen(0, 60)], [seen(0, -20), seen(150, -20)], 0.15
        )
        self.assertAlmostEqual(found.area_m2, 0.006, delta=1e-7)

    def test_marks_must_be_two_and_apart(self) -> None:
        points = [(0.0, 0.0), (9.0, 0.0), (9.0, 9.0)]
        for marks, apart, words in (
            ([(0.0, 0.0)], 0.1, "two marks"),
            ([(0.0, 0.0), (3.0, 0.0)], 0.1, "10 pixels"),
            ([(0.0, 0.0), (90.0, 0.0)], 0.0, "above 0"),
        ):
            with self.assertRaisesRegex(ImpossibleInput, words):
                outline_traced(points, marks, apart)


class Drawings(TestCase):
    """SVG 1.1, sections 7 to 9: units, viewBox, transforms, basic shapes and paths."""

    def area_mm2(self, raw: bytes) -> float:
        return read_svg(raw).outlines[0][1].area_m2 * 1e6

    def test_units_and_view_box(self) -> None:
        rect = '<rect width="40" height="20"/>'
        for head, wanted in (
            ('width="100mm" height="100mm" viewBox="0 0 100 100"', 800.0),
            ('width="200mm" height="200mm" viewBox="0 0 100 100"', 3200.0),
            ('width="4in" height="4in" viewBox="0 0 96 96"', 800 * (101.6 / 96) ** 2),
            ('width="96" height="96"', 800 * (25.4 / 96) ** 2),
        ):
            with self.subTest(head):
                self.assertAlmostEqual(self.area_mm2(svg(rect, head)) / wanted, 1.0, places=5)

    def test_a_drawing_without_units_says_so(self) -> None:
        self.assertFalse(read_svg(svg('<rect width="40" height="20"/>', 'width="96" height="96"')).has_units)
        self.assertTrue(read_svg(svg('<rect width="40" height="20"/>')).has_units)

    def test_shapes_paths_and_transforms(self) -> None:
        for body, wanted in (
            ('<circle cx="50" cy="50" r="20"/>', math.pi * 400),
            ('<ellipse cx="9" cy="9" rx="8" ry="4"/>', math.pi * 32),
            ('<polygon points="0,0 30,0 0,40"/>', 600.0),
            ('<path d="M0 0h30v10h-20v20h-10z"/>', 500.0),
            ('<g transform="translate(9 3) rotate(30) scale(2)"><rect width="10" height="5"/></g>', 200.0),
            ('<path d="M10 50 A40 40 0 0 1 90 50 Z"/>', math.pi * 800),
            ('<path d="M0 0 Q 50 100 100 0 Z"/>', 10000 / 3),
            ('<path fill-rule="evenodd" d="M0 0h50v50h-50zM10 10v30h30v-30z"/>', 2500 - 900),
        ):
            with self.subTest(body):
                self.assertAlmostEqual(self.area_mm2(svg(body)) / wanted, 1.0, delta=0.003)

    def test_the_largest_shape_comes_first_with_its_name(self) -> None:
        found = read_svg(svg('<rect id="small" width="4" height="4"/><rect id="leaf" x="20" width="40" height="40"/>'))
        self.assertEqual([name for name, _ in found.outlines], ["leaf", "small"])

    def test_nasty_files_are_refused_in_words(self) -> None:
        bomb = b'<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg>&b;</svg>'
        for raw in (
            b"",
            b"not a drawing",
            b"<svg",
            b"\xff\xfe\x00",
            b"<html/>",
            bomb,
            svg(""),
            svg('<text x="0">hello</text>'),
            svg('<path d="M0 0 L nan 5 L 9 9z"/>'),
            svg('<polygon points="0,0 10,10 10,0 0,10"/>'),
            svg('<line x2="9" y2="9"/>'),
        ):
            with self.subTest(raw[:50]), self.assertRaises(ImpossibleInput):
                read_svg(raw)

    @given(st.binary(max_size=200))
    def test_any_bytes_are_read_or_refused(self, raw: bytes) -> None:
        with self.assertRaises(ImpossibleInput):
            read_svg(raw)

    def test_written_and_read_again_it_is_the_same_size(self) -> None:
        plain = outline_of((SQUARE, ((0.04, 0.04), (0.06, 0.04), (0.05, 0.06)))).scaled(1.37)
        again = read_svg(write_svg(plain, title="A <leaf> & more").encode())
        self.assertTrue(again.has_units)
        self.assertAlmostEqual(again.outlines[0][1].area_m2 / plain.area_m2, 1.0, places=5)
        self.assertAlmostEqual(again.outlines[0][1].width_m, plain.width_m, places=6)


class Patterns(TestCase):
    @given(st.floats(0.02, 1.2), st.floats(0.02, 1.2), st.sampled_from(sorted(PAPERS_M)))
    def test_the_sheets_cover_the_outline_and_overlap(self, wide: float, deep: float, paper: str) -> None:
        outline = outline_of((((0.0, 0.0), (wide, 0.0), (wide, deep), (0.0, deep)),))
        found = tile(outline, paper=paper)
        views = [
            shapely.box(s.left_m, s.low_m, s.left_m + found.window_m[0], s.low_m + found.window_m[1])
            for s in found.sheets
        ]
        self.assertTrue(shapely.union_all(views).buffer(1e-9).covers(outline.polygon))
        self.assertLess(found.window_m[0] + 2 * found.margin_m, found.paper_m[0] + 1e-9)
        self.assertLess(found.window_m[1] + 2 * found.margin_m, found.paper_m[1] + 1e-9)
        self.assertEqual(len(found.sheets), found.columns * found.rows)
        for a, b in zip(found.sheets, found.sheets[1:], strict=False):
            if a.row == b.row:
                self.assertAlmostEqual(b.left_m - a.left_m, found.window_m[0] - found.overlap_m)

    def test_too_large_a_pattern_is_refused(self) -> None:
        large = outline_of((((0.0, 0.0), (4.9, 0.0), (4.9, 4.9), (0.0, 4.9)),))
        with self.assertRaisesRegex(ImpossibleInput, "scale it down"):
            tile(large, paper="A4")
        with self.assertRaisesRegex(ImpossibleInput, "expected one of A4"):
            tile(large, paper="napkin")
