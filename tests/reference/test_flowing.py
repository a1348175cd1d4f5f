"""Glass that runs, drains and draws out, against its own equations stepped forward in heat work W = ∫dt/η.

A pool: Huppert's similarity law R = 0.894·(g'·V³·t/3ν)^(1/8) (J. Fluid Mech. 121 (1982) 43) and a squat block under its
own weight (Trouton 1906). A film on a slope: Nusselt's film, as in Landau & Lifshitz, Fluid Mechanics, 17. A thread:
slices that each carry what hangs below them (Trouton). Stepped with `scipy.integrate.solve_ivp` or slice by slice.
"""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.layup.deform.laws import drained_m, parting_work, thread_length, thread_work
from coldcradle.layup.deform.spread import spread_work
from coldcradle.layup.explain.spread import rest_thickness, spread

RHO, G = 2500.0, 9.80665
NINETY = shipped_kinds()["fusing-90-clear"]


def pool_radius(work: float, start_m: float, volume_m3: float, rho: float) -> float:
    """The slower of both ways at every moment, their resistances one after the other, stepped in heat work."""
    weight = rho * G * volume_m3

    def change(_w: float, at: np.ndarray) -> np.ndarray:
        thin = 24 * at**7 / (0.894**8 * weight * volume_m3**2)
        squat = 12 * math.pi * at / weight
        return np.asarray(1 / (thin + squat))

    return float(solve_ivp(change, (0.0, work), [start_m], rtol=1e-9, atol=1e-12).y[0, -1])


class Pools(TestCase):
    def test_a_pool_runs_out_as_its_equation_stepped_forward(self) -> None:
        for across, thick in ((0.1, 0.04), (0.15, 0.025), (0.2, 0.05), (0.05, 0.05)):
            area = math.pi / 4 * across**2
            rest = rest_thickness(NINETY).value
            most = across / 2 * math.sqrt(thick / rest)
            for work in (1e-4, 1e-3, 5e-3):
                with self.subTest(across=across, thick=thick, work=work):
                    size, ends = spread(NINETY, area_m2=area, thickness_m=thick, work_per_pa=work)
                    stepped = min(most, pool_radius(work, across / 2, area * thick, NINETY.density_kg_m3))
                    self.assertAlmostEqual(size.value / (2 * stepped), 1.0, delta=2e-3)
                    self.assertAlmostEqual(ends.value * size.value**2, thick * across**2, delta=1e-6)

    def test_a_thin_pool_alone_is_hupperts(self) -> None:
        """Where it is much wider than high the second resistance hardly counts: R⁸ grows with W."""
        area, thick = math.pi / 4 * 0.3**2, 0.02
        first = spread_work(NINETY, area_m2=area, thickness_m=thick, times=1.1)
        second = spread_work(NINETY, area_m2=area, thickness_m=thick, times=1.2)
        self.assertAlmostEqual(second / first, (1.2**8 - 1) / (1.1**8 - 1), delta=0.15)

    def test_a_pool_at_rest_never_grows(self) -> None:
        rest = rest_thickness(NINETY).value
        area = math.pi / 4 * 0.2**2
        at_rest, _ = spread(NINETY, area_m2=area, thickness_m=0.999 * rest, work_per_pa=1.0)
        above, _ = spread(NINETY, area_m2=area, thickness_m=1.2 * rest, work_per_pa=1.0)
        self.assertAlmostEqual(at_rest.value, 0.2, places=6)
        self.assertAlmostEqual(above.value, 0.2 * math.sqrt(1.2), places=4)
        self.assertEqual(spread_work(NINETY, area_m2=area, thickness_m=rest, times=1.0), math.inf)
        self.assertEqual(spread_work(NINETY, area_m2=area, thickness_m=1.2 * rest, times=1.1), math.inf)
        self.assertTrue(math.isfinite(spread_work(NINETY, area_m2=area, thickness_m=1.22 * rest, times=1.1)))

    def test_work_and_size_are_each_others_inverse(self) -> None:
        area, thick = math.pi / 4 * 0.12**2, 0.04
        for times in (1.02, 1.1, 1.5):
            work = spread_work(NINETY, area_m2=area, thickness_m=thick, times=times)
            size, _ = spread(NINETY, area_m2=area, thickness_m=thick, work_per_pa=work)
            self.assertAlmostEqual(size.value / 0.12, times, delta=1e-3)

    def test_no_glass_is_refused(self) -> None:
        for area, thick in ((0.0, 0.01), (0.01, 0.0), (-0.01, 0.01)):
            with self.assertRaises(ImpossibleInput):
                spread(NINETY, area_m2=area, thickness_m=thick, work_per_pa=1e-3)


class Films(TestCase):
    def test_a_rim_drains_as_the_mean_of_its_film(self) -> None:
        """A film of n layers that slide over one another, each by the weight of all above it."""
        thick, sine, work, layers = 0.006, 0.4, 2e-3, 400
        step = thick / layers
        heights = (np.arange(layers) + 0.5) * step
        shear = RHO * G * sine * (thick - heights)
        slid = np.cumsum(shear * step) * work
        self.assertAlmostEqual(
            drained_m(thickness_m=thick, slope_sine=sine, work_per_pa=work, density_kg_m3=RHO) / slid.mean(),
            1.0,
            delta=0.01,
        )

    def test_thicker_steeper_longer_drain_more_and_level_glass_does_not(self) -> None:
        def lost(thick: float = 0.006, sine: float = 0.5, work: float = 1e-3) -> float:
            return drained_m(thickness_m=thick, slope_sine=sine, work_per_pa=work, density_kg_m3=RHO)

        self.assertAlmostEqual(lost(thick=0.012) / lost(), 4.0)
        self.assertAlmostEqual(lost(sine=1.0) / lost(), 2.0)
        self.assertAlmostEqual(lost(work=3e-3) / lost(), 3.0)
        self.assertEqual(lost(sine=0.0), 0.0)
        self.assertEqual(lost(work=-1.0), 0.0)


class Threads(TestCase):
    def sliced(self, work: float, length: float, slices: int = 2000) -> float:
        """Its length slice by slice: 1/λ = 1 − ρ·g·L₀·s·W/3 for the slice with the share s of the glass below it."""
        below = (np.arange(slices) + 0.5) / slices
        return float((length / slices / (1 - RHO * G * length * below * work / 3)).sum())

    def test_a_thread_is_as_long_as_its_slices(self) -> None:
        for length in (0.1, 0.25, 0.6):
            part = parting_work(length_m=length, density_kg_m3=RHO)
            for share in (0.05, 0.3, 0.6, 0.9):
                said = thread_length(work_per_pa=share * part, length_m=length, density_kg_m3=RHO)
                self.assertAlmostEqual(said / self.sliced(share * part, length), 1.0, delta=2e-3)

    def test_a_tube_draws_out_as_a_solid_of_its_length(self) -> None:
        """The section cancels: what carries and what weighs are the same glass, hollow or not."""
        slices, length, work, steps = 1000, 0.19, 2e-4, 400
        for outer, wall in ((0.031, 0.003), (0.031, 0.031)):
            first = math.pi * (outer**2 - (outer - wall) ** 2)
            carried = RHO * G * first * length / slices * (np.arange(slices) + 0.5)
            area = np.full(slices, first)
            for _ in range(steps):
                area = area * np.exp(-carried / (3 * area) * work / steps)
            stretched = float((first * length / slices / area).sum())
            said = thread_length(work_per_pa=work, length_m=length, density_kg_m3=RHO)
            self.assertAlmostEqual(stretched / said, 1.0, delta=5e-3)

    def test_it_parts_where_its_neck_does(self) -> None:
        part = parting_work(length_m=0.2, density_kg_m3=RHO)
        self.assertTrue(math.isfinite(thread_length(work_per_pa=0.9999 * part, length_m=0.2, density_kg_m3=RHO)))
        self.assertEqual(thread_length(work_per_pa=part, length_m=0.2, density_kg_m3=RHO), math.inf)

    def test_the_floor_is_always_reached_before_it_parts(self) -> None:
        for times in (1.01, 1.4, 2.0, 5.0):
            touch = thread_work(length_m=0.2, stretched_m=0.2 * times, density_kg_m3=RHO)
            self.assertLess(touch, parting_work(length_m=0.2, density_kg_m3=RHO))
            self.assertAlmostEqual(
                thread_length(work_per_pa=touch, length_m=0.2, density_kg_m3=RHO), 0.2 * times, delta=1e-6
            )
