"""The compiled loops against their twins in Python: the same numbers, whatever slab, line and glass."""

from __future__ import annotations

import gc
import weakref
from typing import Any
from unittest import TestCase, mock, skipIf

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.cradle import curve
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.physics import slab as slabs
from coldcradle.heat.physics import strain as strains
from coldcradle.heat.physics import structure
from coldcradle.heat.physics.simulate import glass_layer
from coldcradle.heat.physics.slab import INSULATED, KILN, Face, Slab1D, SlabLayer
from coldcradle.kernel import KERNEL, build, pointer
from coldcradle.layup.deform import moving, trajectory
from coldcradle.layup.deform.profile import Profile, rounded
from coldcradle.layup.deform.trajectory import Problem

WALL = SlabLayer(thickness_m=0.03, conductivity_w_m_k=0.5, heat_j_m3_k=9e5)
LINE = [(0.0, 20.0), (9000.0, 850.0), (12_000.0, 850.0), (15_000.0, 520.0), (30_000.0, 510.0), (90_000.0, 40.0)]
kinds = sorted(shipped_kinds())


@skipIf(KERNEL is None, "the machine has no C compiler: the loops in Python are the only ones")
class Twins(TestCase):
    def close(self, found: np.ndarray, wanted: np.ndarray, scale: float) -> None:
        self.assertLess(float(np.abs(found - wanted).max()), 1e-9 * scale)

    @settings(deadline=None)
    @given(
        st.sampled_from(kinds),
        st.floats(0.001, 0.2),
        st.sampled_from([KILN, INSULATED, Face(sees="film", film_w_m2_k=7.0), Face(share=0.4)]),
        st.booleans(),
    )
    def test_heat_and_stress(self, key: str, thick: float, bottom: Face, jumps: bool) -> None:
        layers = (glass_layer(shipped_kinds()[key], thick), WALL)
        slab = Slab1D(layers=layers, bottom=bottom)
        start = 300.0 if jumps else None
        quick = slabs.run_slab(slab, LINE, start_c=start)
        slabs.KERNEL, kept = None, slabs.KERNEL  # type: ignore[attr-defined]  # it is there
        try:
            slow = slabs.run_slab(slab, LINE, start_c=start)
        finally:
            slabs.KERNEL = kept  # type: ignore[attr-defined]  # it is there
        self.close(quick.temperatures_c, slow.temperatures_c, 1000.0)
        for is_held in (True, False):
            found = strains.run_strain(quick, is_held=is_held, structure=True)
            strains.KERNEL, kept = None, strains.KERNEL  # type: ignore[attr-defined]  # it is there
            structure.KERNEL = None  # type: ignore[attr-defined]  # it is there
            try:
                wanted = strains.run_strain(quick, is_held=is_held, structure=True)
            finally:
                strains.KERNEL = structure.KERNEL = kept  # type: ignore[attr-defined]  # it is there
            self.close(found.stress_pa, wanted.stress_pa, max(1e5, float(np.abs(wanted.stress_pa).max())))
            self.close(found.bend_per_m, wanted.bend_per_m, 1.0)

    def test_an_array_made_in_passing_is_there_until_it_was_read(self) -> None:
        """Handed over by its bare address it was freed, and now and then a stress came out of other numbers."""
        made = np.arange(5.0)
        lives, handed = weakref.ref(made), pointer(made)
        del made
        gc.collect()
        self.assertIsNotNone(lives())
        self.assertTrue(handed.value)
        del handed
        gc.collect()
        self.assertIsNone(lives())

    def test_two_glasses_settle_each_by_its_own_curve(self) -> None:
        curves = [Viscosity.of(shipped_kinds()[key]) for key in kinds[:2]]
        times = np.linspace(0, 40_000, 160)
        line = np.interp(times, [0, 10_000, 40_000], [650.0, 520.0, 60.0])
        temperatures = np.column_stack([line, line - 3.0])
        quick = structure.carry_fictive(times, temperatures, curves)
        structure.KERNEL, kept = None, structure.KERNEL  # type: ignore[attr-defined]  # it is there
        try:
            slow = structure.carry_fictive(times, temperatures, curves)
        finally:
            structure.KERNEL = kept  # type: ignore[attr-defined]  # it is there
        for a, b in zip(quick, slow, strict=True):
            self.close(a, b, 1000.0)

    def test_a_sheet_on_its_way(self) -> None:
        """Alike on both sides or not, held or sliding, over an edge, with a hole, and where it cannot be followed."""
        bowl = Profile(rounded(((0.0, 0.0), (0.06, 0.0), (0.15, 0.06), (0.17, 0.06), (0.17, -0.2)), 0.004))
        shelf = Profile(rounded(((0.0, 0.1), (0.06, 0.1), (0.062, 0.0), (0.3, 0.0)), 0.004))
        skew = Profile(((-0.2, 0.1), (-0.1, 0.02), (0.0, 0.0), (0.15, 0.05), (0.2, 0.1)))
        blank: dict[str, Any] = {"half_m": 0.165, "thickness_m": 0.006}
        over: dict[str, Any] = {"half_m": 0.1, "thickness_m": 0.006, "stop": "edge", "stop_m": 0.01}
        for problem, within_m in (
            (Problem(profile=bowl, **blank), 1e-9),
            (Problem(profile=bowl, held_m=0.155, **blank), 1e-9),
            (Problem(profile=bowl, geometry="narrow", **blank), 1e-9),
            (Problem(profile=bowl, inner_m=0.02, **blank), 1e-9),
            (Problem(profile=shelf, **over), 1e-9),
            (Problem(profile=shelf, geometry="wide", **over), 1e-9),
            # next to nothing keeps it from drifting sideways, so that the last figure of a solution is seen
            (Problem(profile=skew, geometry="wide", is_whole=True, half_m=0.15, thickness_m=0.006), 2e-5),
        ):
            with self.subTest(problem=problem):
                trajectory.follow.cache_clear()
                quick = trajectory.follow(problem)
                moving.KERNEL, kept = None, moving.KERNEL  # type: ignore[attr-defined]  # it is there
                try:
                    trajectory.follow.cache_clear()
                    slow = trajectory.follow(problem)
                finally:
                    moving.KERNEL = kept  # type: ignore[attr-defined]  # it is there
                    trajectory.follow.cache_clear()
                self.assertEqual((quick.ending, quick.at.shape), (slow.ending, slow.at.shape))
                self.assertLess(float(np.abs(quick.at - slow.at).max()), within_m)
                self.assertLess(float(np.abs(quick.thickness - slow.thickness).max()), within_m)
                done = quick.done_work, quick.touches_work, quick.bottom_work
                for found, wanted in zip(done, (slow.done_work, slow.touches_work, slow.bottom_work), strict=True):
                    np.testing.assert_allclose(found, wanted, rtol=1e-4, equal_nan=True)

    @given(st.integers(0, 2**32 - 1), st.booleans())
    def test_the_room_under_every_height(self, seed: int, is_stepped: bool) -> None:
        rng = np.random.default_rng(seed)
        triangles = rng.normal(size=(60, 3, 3))
        if is_stepped:  # level faces, and corners that lie on a level
            triangles[:, :, 2] = triangles[:, :, 2].round()
        levels = np.linspace(triangles[:, :, 2].min(), triangles[:, :, 2].max(), 25)
        quick = curve.room_curve(triangles, levels)
        with mock.patch.object(curve, "KERNEL", None):
            slow = curve.room_curve(triangles, levels)
        for a, b in zip(quick, slow, strict=True):
            self.close(a, b, 100.0)

    def test_what_is_compiled_already_is_not_compiled_again(self) -> None:
        self.assertTrue(build())
