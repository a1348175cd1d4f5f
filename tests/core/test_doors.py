"""The same answer from every door: one room by formula, by mesh, by slices and by poured water."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.cradle.displacement import Displacement, Drained, Trial, by_displacement, by_drained, by_trial
from coldcradle.cradle.mesh_room import room_of
from coldcradle.cradle.methods import LastFill, Model, by_last, by_model, by_shape, combine
from coldcradle.cradle.round import Cylinder, Frustum
from coldcradle.cradle.stack import Core, Stack
from coldcradle.cradle.straight import Box
from coldcradle.cradle.water import water_density_kg_m3
from tests import examples

size = st.floats(0.02, 0.3)


class EveryDoor(TestCase):
    @settings(max_examples=examples(25))
    @given(size, size, st.floats(0.02, 0.15), st.floats(0.2, 1.0))
    def test_a_cone_by_formula_mesh_slices_and_water(
        self, low: float, high: float, height: float, share: float
    ) -> None:
        line = share * height
        stack = Stack((Frustum(bottom_m=low, top_m=high, height_m=height),))
        formula = by_shape(stack, line_m=line, reading_m=0.0005)

        sections = 256
        profile = [[0, 0], [low * 500, 0], [high * 500, height * 1e3], [0, height * 1e3]]
        mesh = trimesh.creation.revolve(profile, sections=sections)
        *_, last = room_of(mesh, name="cone", role="cavity", unit="mm", up="z")
        assert last[2] is not None
        facets = sections / (2 * math.pi) * math.sin(2 * math.pi / sections)
        by_mesh = by_shape(last[2], line_m=line, reading_m=0.0005)
        self.assertAlmostEqual(by_mesh.value / formula.value / facets, 1.0, delta=1e-5)

        heights = np.linspace(0, line, 2001)
        discs = [
            Cylinder(bore_m=low + (high - low) * float(z) / height, height_m=line / 2000)
            for z in (heights[1:] + heights[:-1]) / 2
        ]
        slices = sum(float(disc.volume_m3(disc.height_m)) for disc in discs)
        self.assertAlmostEqual(slices / formula.value, 1.0, delta=1e-4)

        # water poured from a 60 mm vessel whose level is read with an error of its own
        random = np.random.default_rng(int(low * 1e9))
        area = math.pi / 4 * 0.06**2
        falls = tuple(float(v) for v in formula.value / area + random.normal(0, math.sqrt(2) * 0.0008, 3))
        poured = by_displacement(
            Displacement(bore_m=0.06, fall_m=falls[0], again_m=falls[1:], reading_m=0.0008), soaked=True
        )
        self.assertLess(abs(poured.value - formula.value), 5 * poured.u)

        water = water_density_kg_m3(temperature_c=16.0)
        drained = by_drained(Drained(mass_kg=formula.value * water, temperature_c=16.0, scale_kg=0.001), soaked=True)
        glass = by_trial(Trial(mass_kg=formula.value * 2500, density_kg_m3=2500, scale_kg=0.001), soaked=True)
        wax = by_model(Model(mass_kg=formula.value * 950, density_kg_m3=950, dipped_kg=None, scale_kg=0.001))
        dipped = by_model(
            Model(mass_kg=1.0, density_kg_m3=950, dipped_kg=formula.value * water, scale_kg=0.001), water_c=16.0
        )
        before = by_last(LastFill(mass_kg=formula.value * 2500, density_kg_m3=2500, scale_kg=0.001))
        for door in (drained, glass, wax, dipped, before):
            self.assertAlmostEqual(door.value / formula.value, 1.0, places=9)
            self.assertGreater(door.u, 0)
        together = combine([formula, drained, glass, wax, dipped, before])
        self.assertLess(together.u, min(f.u for f in (formula, drained, glass, wax, dipped, before)))

    def test_a_block_with_a_core_by_formula_and_by_difference(self) -> None:
        outer = Box(length_m=0.12, width_m=0.08, height_m=0.05)
        peg = Frustum(bottom_m=0.03, top_m=0.02, height_m=0.07)
        whole = Stack((outer,), (Core(peg, 0.0),))
        for z in (0.01, 0.03, 0.05):
            self.assertAlmostEqual(float(whole.volume_m3(z)), float(outer.volume_m3(z)) - float(peg.volume_m3(z)))
        self.assertAlmostEqual(whole.narrow_m(0.0), (0.08 - 0.03) / 2)
        floor = 0.12 * 0.08 - math.pi / 4 * 0.03**2
        self.assertAlmostEqual(whole.wetted_m2(0.05), floor + 2 * 0.2 * 0.05 + peg.wall_m2(0.05))


class Repeats(TestCase):
    def test_many_readings_err_less_unless_they_scatter(self) -> None:
        """GUM 4.2.3: the mean of n readings errs by their scatter over √n."""

        def u(*falls: float) -> float:
            return by_displacement(
                Displacement(bore_m=0.06, fall_m=falls[0], again_m=falls[1:], reading_m=0.0008), soaked=True
            ).u

        self.assertLess(u(0.1, 0.1, 0.1, 0.1), u(0.1))
        self.assertGreater(u(0.09, 0.11, 0.1), u(0.1, 0.1, 0.1))
        figure = by_displacement(Displacement(bore_m=0.06, fall_m=0.1, again_m=(0.102,), reading_m=0.0008), soaked=True)
        self.assertTrue(any("2 readings, scattered by 1.41 mm" in a.metric for a in figure.assumptions))
        self.assertAlmostEqual(figure.value, math.pi / 4 * 0.06**2 * 0.101)

    def test_errors_of_a_model_by_monte_carlo(self) -> None:
        """JCGM 101:2008: weight over density, 40 000 draws."""
        figure = by_model(Model(mass_kg=0.12, density_kg_m3=950, dipped_kg=None, scale_kg=0.002))
        random = np.random.default_rng(2)
        drawn = random.normal(0.12, 0.002, 40_000) / random.normal(950, 19, 40_000)
        self.assertAlmostEqual(figure.u / float(drawn.std()), 1.0, delta=0.02)
