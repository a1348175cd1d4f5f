"""The viscous sheet against plate, beam and membrane theory, and against values of an independent program."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.constants import GRAVITY
from coldcradle.cradle.round import Cap, Frustum
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Barrel, Bend, Box, Wave
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.movement import move
from coldcradle.layup.deform.profile import Profile, rounded
from coldcradle.layup.deform.trajectory import Problem, Trajectory, follow
from tests import examples

RHO = 2500.0
PULL = RHO * GRAVITY


def cap(rim_mm: float, depth_mm: float) -> Profile:
    """A spherical cap with a flat rim round it."""
    a, d = rim_mm / 1e3, depth_mm / 1e3
    radius = (a * a + d * d) / (2 * d)
    angles = np.linspace(0, 2 * math.atan(d / a), 60)
    points = [(radius * math.sin(t), radius - radius * math.cos(t) - d) for t in angles]
    return Profile((*points, (1.5 * a, 0.0)))


def slumped(rim_mm: float, depth_mm: float, thick_mm: float, *, is_held: bool) -> Trajectory:
    return follow(
        Problem(
            profile=cap(rim_mm, depth_mm),
            half_m=rim_mm / 1e3,
            thickness_m=thick_mm / 1e3,
            held_m=rim_mm / 1e3 if is_held else None,
        )
    )


def volume(way: Trajectory, k: int, *, is_round: bool) -> float:
    at = way.at[k]
    length = np.hypot(*np.diff(at, axis=0).T)
    round_the_middle = 2 * math.pi * (at[1:, 0] + at[:-1, 0]) / 2 if is_round else 1.0
    return float((way.thickness[k] * length * round_the_middle).sum())


class AgainstAnIndependentProgram(TestCase):
    """Values measured with a program written apart from this one (dense matrices, its own contacts); W in 1/Pa."""

    def test_a_disc_on_the_rim_of_a_cap(self) -> None:
        for rim, depth, thick, slides, held, drawn_to, thinnest in (
            (95, 30, 5, 1.0e-5, 9.7e-5, 91.1, 4.5),
            (165, 50, 6, 5.7e-6, 5.2e-5, 158.6, 5.4),
            (50, 30, 6, 5.1e-5, 1.06e-3, 44.8, 4.5),
            (100, 20, 6, 3.4e-6, 2.5e-5, 98.3, 5.8),
        ):
            free, fixed = (slumped(rim, depth, thick, is_held=h) for h in (False, True))
            with self.subTest(rim=rim):
                self.assertAlmostEqual(free.done_work / slides, 1.0, delta=0.10)
                self.assertAlmostEqual(fixed.done_work / held, 1.0, delta=0.10)
                self.assertAlmostEqual(free.edge_m[0] * 1e3, drawn_to, delta=0.3)
                self.assertAlmostEqual(float(fixed.thickness[-1].min()) * 1e3, thinnest, delta=0.1)

    def test_an_upright_bend(self) -> None:
        """Arm 65 mm, edge of 3 mm. At 60 degrees the two programs differ by a sixth, at 45 and 75 they agree."""
        for thick, at_45, at_60, at_75 in ((4, 1.7e-6, 3.5e-6, 5.7e-6), (6, 3.7e-6, 7.8e-6, 1.2e-5)):
            line = Profile(rounded([(0, 0.1), (0.05, 0.1), (0.05, 0.0), (0.3, 0.0)], 0.003))
            way = follow(
                Problem(profile=line, half_m=0.115, thickness_m=thick / 1e3, geometry="wide", stop="edge", stop_m=0.005)
            )
            tail = way.at[:, -1] - way.at[:, -2]
            angle = np.degrees(np.arctan2(-tail[:, 1], tail[:, 0]))
            for degrees, wanted, off in ((45, at_45, 0.1), (60, at_60, 0.2), (75, at_75, 0.1)):
                found = float(np.interp(degrees, angle, way.work_per_pa))
                self.assertAlmostEqual(found / wanted, 1.0, delta=off, msg=f"{thick} mm to {degrees} degrees")

    def test_a_ring_and_a_blank_that_slips_through(self) -> None:
        """Hole 120 mm, blank 160 mm by 6 mm."""
        line = Profile(rounded([(0, -0.06), (0.06, -0.06), (0.06, 0), (0.2, 0)], 0.003))

        def dropped(held: float | None) -> Trajectory:
            return follow(
                Problem(profile=line, half_m=0.08, thickness_m=0.006, held_m=held, stop="middle", stop_m=-0.0598)
            )

        slid, held = dropped(None), dropped(0.08)
        for way, depth, wanted in ((slid, 0.010, 1.2e-5), (slid, 0.030, 1.0e-4), (held, 0.030, 3.8e-4)):
            self.assertAlmostEqual(float(np.interp(depth, -way.at[:, 0, 1], way.work_per_pa)) / wanted, 1.0, delta=0.1)
        self.assertAlmostEqual(held.done_work / 1.4e-3, 1.0, delta=0.1)
        self.assertAlmostEqual(float(held.thickness[-1].min()) * 1e3, 4.1, delta=0.1)
        self.assertAlmostEqual(slid.slipped_work / 2.0e-4, 1.0, delta=0.2)
        self.assertTrue(math.isnan(held.slipped_work))


class Limits(TestCase):
    """Small sags by elastic plates and beams with E/(1-v²) as 4η and E as 3η (Timoshenko, Plates and Shells)."""

    def rate(self, way: Trajectory, node: int) -> float:
        """Speed of a node as it begins to move, m for each 1/Pa."""
        return float((way.at[0, node, 1] - way.at[1, node, 1]) / way.work_per_pa[1])

    def test_a_disc_on_its_rim(self) -> None:
        """Simply supported disc, Poisson's ratio 1/2: w = (11/64)·ρga⁴·W/h²."""
        way = follow(Problem(profile=cap(100, 50), half_m=0.1, thickness_m=0.02, held_m=0.1, nodes=80))
        self.assertAlmostEqual(self.rate(way, 0) / (11 / 64 * PULL * 0.1**4 / 0.02**2), 1.0, delta=0.02)

    def test_a_strip_on_two_edges(self) -> None:
        """5qL⁴/(384·EI): 5/128 of ρgL⁴/h² for a wide one, 5/96 for a narrow one."""
        for geometry, factor in (("wide", 5 / 128), ("narrow", 5 / 96)):
            way = follow(
                Problem(profile=cap(100, 50), half_m=0.1, thickness_m=0.02, geometry=geometry, held_m=0.1, nodes=80)  # type: ignore[arg-type]  # as plain values
            )
            self.assertAlmostEqual(self.rate(way, 0) / (factor * PULL * 0.2**4 / 0.02**2), 1.0, delta=0.02)

    def test_an_arm_held_at_its_middle(self) -> None:
        """qL⁴/(8·EI): 3/8 of ρgL⁴/h² for a wide one, 1/2 for a narrow one."""
        peak = Profile(((0.0, 0.0), (0.001, 0.0), (0.001, -1.0), (2.0, -1.0)))
        for geometry, factor in (("wide", 3 / 8), ("narrow", 1 / 2)):
            way = follow(
                Problem(profile=peak, half_m=0.1, thickness_m=0.02, geometry=geometry, stop="edge", stop_m=0.95)  # type: ignore[arg-type]  # as plain values
            )
            self.assertAlmostEqual(self.rate(way, -1) / (factor * PULL * 0.1**4 / 0.02**2), 1.0, delta=0.02)

    def test_deep_and_held_it_is_a_membrane(self) -> None:
        """Whatever the thickness, W goes to 7.3·d³/(ρga⁴)."""
        found = [slumped(100, 30, thick, is_held=True).done_work for thick in (1.0, 2.0)]
        self.assertAlmostEqual(found[0] / found[1], 1.0, delta=0.05)
        self.assertAlmostEqual(found[0] / (7.3 * 0.03**3 / (PULL * 0.1**4)), 1.0, delta=0.15)

    def test_more_nodes_tell_the_same(self) -> None:
        coarse, fine = (
            follow(Problem(profile=cap(95, 30), half_m=0.095, thickness_m=0.005, nodes=n)) for n in (40, 80)
        )
        self.assertAlmostEqual(coarse.done_work / fine.done_work, 1.0, delta=0.08)


class Laws(TestCase):
    @settings(max_examples=examples(7))
    @given(st.floats(60, 200), st.floats(0.15, 0.5), st.floats(3, 9))
    def test_held_is_never_faster_and_no_glass_is_made(self, rim: float, deep: float, thick: float) -> None:
        free, fixed = (slumped(rim, deep * rim, thick, is_held=h) for h in (False, True))
        if math.isfinite(fixed.done_work):
            self.assertGreater(fixed.done_work, free.done_work)
        self.assertLessEqual(free.edge_m[0], rim / 1e3)
        for way in (free, fixed):
            self.assertAlmostEqual(volume(way, -1, is_round=True) / volume(way, 0, is_round=True), 1.0, delta=1e-6)
            self.assertTrue((np.diff(way.work_per_pa) > 0).all())
            self.assertGreater(float(cap(rim, deep * rim).gaps(way.at[-1])[0].min()), -5e-4)

    @settings(max_examples=examples(5))
    @given(st.floats(80, 160), st.floats(0.15, 0.35), st.floats(1.1, 1.4))
    def test_deeper_takes_more_and_wider_less(self, rim: float, deep: float, more: float) -> None:
        plain = slumped(rim, deep * rim, 6, is_held=True).done_work
        self.assertGreater(slumped(rim, deep * rim * more, 6, is_held=True).done_work, plain)
        self.assertLess(slumped(rim * more, deep * rim, 6, is_held=True).done_work, plain)

    def test_a_longer_arm_comes_down_sooner(self) -> None:
        room = Stack((Box(height_m=0.15, length_m=0.1, width_m=0.1),))

        def down(arm: float) -> float:
            course = former_course(room, posts_m=0.0, lining_m=0.0, half_m=0.05 + arm, width_m=0.1, thickness_m=0.006)
            return move(
                [course], thickness_m=0.006, density_kg_m3=RHO, stop="edge", stop_m=0.003, holds=False
            ).law_work_per_pa

        works = [down(arm) for arm in (0.05, 0.07, 0.1)]
        self.assertEqual(works, sorted(works, reverse=True))

    def test_density_only_stretches_the_clock(self) -> None:
        way = slumped(95, 30, 5, is_held=False)
        self.assertAlmostEqual(way.scaled(5000.0).done_work, way.done_work / 2)


class EveryForm(TestCase):
    """Whatever the cradle station knows can be slumped into, and the glass comes to lie on it."""

    def test_each_shape_ends_on_its_form(self) -> None:
        for room, length, width in (
            (Stack((Cap(height_m=0.05, rim_m=0.33),)), 0.33, 0.33),
            (Stack((Cap(height_m=0.05, rim_m=0.33),)), 0.31, 0.31),
            (Stack((Cap(height_m=0.05, rim_m=0.33),)), 0.34, 0.34),
            (Stack((Frustum(height_m=0.04, bottom_m=0.1, top_m=0.25),)), 0.25, 0.25),
            (Stack((Barrel(height_m=0.03, length_m=0.3, width_m=0.15),)), 0.15, 0.3),
            (Stack((Wave(height_m=0.03, length_m=0.3, width_m=0.15, rise_m=0.03, waves=2),)), 0.3, 0.15),
            (Stack((Bend(height_m=0.04, length_m=0.3, width_m=0.15, rise_m=0.04),)), 0.3, 0.15),
        ):
            courses = slump_courses(room, wall_m=0.008, length_m=length, width_m=width, thickness_m=0.006)
            movement = move(courses, thickness_m=0.006, density_kg_m3=RHO, stop="lies")
            with self.subTest(room.parts[0].shape, blank=length):
                early, late = movement.span("done")
                self.assertTrue(0 < early <= late < 1e-2, (early, late))
                self.assertLess(max(movement.off_m(late)), 0.0012)

    def test_a_foot_under_a_ring_ends_the_drop_sooner(self) -> None:
        from coldcradle.cradle.round import Cylinder

        room = Stack((Cylinder(height_m=0.06, bore_m=0.12),))

        def dropped(foot: float) -> float:
            course = ring_course(room, foot_m=foot, foot_width_m=0.06, half_m=0.09)
            return move(
                [course], thickness_m=0.006, density_kg_m3=RHO, stop="middle", stop_m=foot + 0.0005
            ).law_work_per_pa

        self.assertLess(dropped(0.03), dropped(0.0) / 2)

    def test_what_cannot_be_is_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "above 0"):
            follow(Problem(profile=cap(95, 30), half_m=0.0, thickness_m=0.005))
        with self.assertRaisesRegex(ImpossibleInput, "two different points"):
            Profile(((0.0, 0.0), (0.0, 0.0)))


class Profiles(TestCase):
    def test_gaps_tell_how_far_and_which_way(self) -> None:
        line = Profile(((0.0, 0.0), (1.0, 0.0), (1.0, 1.0)))  # a floor and a wall on its right
        gap, way = line.gaps(np.array([[0.5, 0.2], [0.9, 0.5], [0.5, -0.1]]))
        self.assertTrue(np.allclose(gap, [0.2, 0.1, -0.1]))
        self.assertTrue(np.allclose(way, [[0, 1], [-1, 0], [0, 1]]))

    def test_corners_are_rounded_outside_and_in(self) -> None:
        corner = [(0.0, 1.0), (1.0, 1.0), (1.0, 0.0)]
        round_out = np.array(rounded(corner, 0.1))
        self.assertTrue(np.allclose(np.hypot(*(round_out[1:-1] - [0.9, 0.9]).T), 0.1))
        self.assertEqual(rounded(corner, 0.1, is_inner=True), tuple(corner))
        inner = np.array(rounded([(0.0, 0.0), (1.0, 0.0), (1.0, 1.0)], 0.1, is_inner=True))
        self.assertTrue(np.allclose(np.hypot(*(inner[1:-1] - [0.9, 0.1]).T), 0.1))
