"""Heat through a slab against series solutions, a second solver, and balances."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

from coldcradle.cradle.materials import materials
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S
from coldcradle.heat.physics.slab import INSULATED, KILN, Face, Slab1D, SlabLayer, _mesh, film_w_m2_k, run_slab
from tests import examples

NINETY = shipped_kinds()["fusing-90-clear"]
K = 1.4
H = 3600.0
DAYS_FIVE = [
    (0.0, 20.0),
    (5 * H, 520.0),
    (6 * H, 520.0),
    (8 * H, 820.0),
    (11 * H, 820.0),
    (13 * H, 516.0),
    (31 * H, 516.0),
    (78.8 * H, 406.0),
    (108.8 * H, 60.0),
]


def glass(thickness_m: float) -> SlabLayer:
    return SlabLayer(thickness_m=thickness_m, conductivity_w_m_k=K, heat_j_m3_k=K / DIFFUSIVITY_M2_S, kind=NINETY)


def plaster(thickness_m: float) -> SlabLayer:
    m = materials()["plaster-silica"]
    return SlabLayer(
        thickness_m=thickness_m,
        conductivity_w_m_k=m.conductivity_w_m_k,
        heat_j_m3_k=m.density_kg_m3 * m.heat_capacity_j_kg_k,
    )


def fine(
    slab: Slab1D, line: list[tuple[float, float]], times: np.ndarray, nodes: int = 161, method: str = "LSODA"
) -> tuple[np.ndarray, np.ndarray]:
    """The same slab by scipy's solve_ivp on a fine mesh, its film following the temperature at every instant."""
    slab = replace(slab, nodes=nodes)
    depths, heats, links, _ = _mesh(slab)
    at_t, at_c = np.array([t for t, _ in line]), np.array([c for _, c in line])

    def change(t: float, T: np.ndarray) -> np.ndarray:
        kiln = float(np.interp(t, at_t, at_c))
        flow = links * np.diff(T)
        into = np.zeros_like(T)
        into[:-1] += flow
        into[1:] -= flow
        into[0] += film_w_m2_k(kiln, T[0]) * (kiln - T[0])
        if slab.bottom.sees == "kiln":
            into[-1] += film_w_m2_k(kiln, T[-1]) * (kiln - T[-1])
        return into / heats

    more = {"lband": 1, "uband": 1} if method == "LSODA" else {}
    state = np.full(len(depths), at_c[0])
    found = [state]
    for a, b in itertools.pairwise(at_t):  # corner by corner, so that none is stepped over
        inside = times[(times > a) & (times <= b)]
        part = solve_ivp(  # type: ignore[call-overload]  # the stubs know fewer ways
            change,
            (a, b),
            state,
            method=method,
            t_eval=np.union1d(inside, [b]),
            rtol=1e-7,
            atol=1e-5,
            **more,
        )
        state = part.y[:, -1]
        found += list(part.y.T[: len(inside)])
    return depths, np.array(found)


class Series(TestCase):
    """Carslaw & Jaeger, Conduction of Heat in Solids, chapter 3."""

    def test_a_slab_between_films_at_biot_one(self) -> None:
        """Bi = 1, Fo = 1: the heart keeps .53386 of the difference (first root of ζ·tan ζ = Bi, and five more)."""
        half = 0.02
        slab = Slab1D(layers=(glass(half),), top=INSULATED, bottom=Face(sees="film", film_w_m2_k=K / half))
        end = half**2 / DIFFUSIVITY_M2_S
        run = run_slab(slab, [(t, 0.0) for t in np.linspace(0, end, 200)], start_c=100.0)
        self.assertAlmostEqual(float(run.temperatures_c[-1, 0]) / 100, 0.53386, delta=3e-4)
        roots = [
            brentq(lambda z: z * math.tan(z) - 1, n * math.pi + 1e-9, n * math.pi + math.pi / 2 - 1e-9)
            for n in range(6)
        ]
        exact = sum(4 * math.sin(z) / (2 * z + math.sin(2 * z)) * math.exp(-z * z) for z in roots)
        self.assertAlmostEqual(exact, 0.53386, delta=1e-5)

    def test_faces_that_jump(self) -> None:
        """Both faces set to 0 at once: at Fo = .2 the heart keeps .7723 of it."""
        half = 0.02
        slab = Slab1D(layers=(glass(half),), top=INSULATED, bottom=Face(sees="film", film_w_m2_k=1e7))
        end = 0.2 * half**2 / DIFFUSIVITY_M2_S
        run = run_slab(slab, [(t, 0.0) for t in np.linspace(0, end, 200)], start_c=1.0)
        self.assertAlmostEqual(float(run.temperatures_c[-1, 0]), 0.7723, delta=1e-3)

    def test_a_steady_ramp_leads_by_r_d_squared_over_eight_kappa(self) -> None:
        d, rate = 0.05, 30.0
        slab = Slab1D(layers=(glass(d / 2),), top=Face(sees="film", film_w_m2_k=1e7), is_half=True)
        run = run_slab(slab, [(0.0, 500.0), (10 * H, 500.0 - 10 * rate)])
        self.assertAlmostEqual(float(run.spread_k[-1]) / (rate / H * d * d / (8 * DIFFUSIVITY_M2_S)), 1.0, delta=2e-3)


class SecondSolver(TestCase):
    def test_five_days_of_a_hundred_millimetres_within_half_a_kelvin(self) -> None:
        slab = Slab1D(layers=(glass(0.1),))
        run = run_slab(slab, DAYS_FIVE)
        depths, exact = fine(slab, DAYS_FIVE, run.times_s)
        self.assertEqual(len(exact), len(run.times_s))
        ours = np.array([np.interp(depths, run.depths_m, row) for row in run.temperatures_c])
        self.assertLess(float(np.abs(ours - exact).max()), 0.5)

    def test_glass_on_a_plaster_wall_within_half_a_kelvin(self) -> None:
        slab = Slab1D(layers=(glass(0.06), plaster(0.03)), bottom=KILN)
        run = run_slab(slab, DAYS_FIVE)
        depths, exact = fine(slab, DAYS_FIVE, run.times_s, nodes=241)
        ours = np.array([np.interp(depths, run.depths_m, row) for row in run.temperatures_c])
        self.assertLess(float(np.abs(ours - exact)[:, depths <= 0.06].max()), 0.5)


class Symmetry(TestCase):
    def test_a_half_slab_is_a_whole_one(self) -> None:
        whole = run_slab(Slab1D(layers=(glass(0.05),), bottom=KILN, nodes=81), DAYS_FIVE)
        half = run_slab(Slab1D(layers=(glass(0.025),), is_half=True, nodes=41), DAYS_FIVE)
        at = np.linspace(0, DAYS_FIVE[-1][0], 300)
        heart = np.interp(at, whole.times_s, whole.temperatures_c[:, 40]) - np.interp(
            at, half.times_s, half.temperatures_c[:, -1]
        )
        self.assertLess(float(np.abs(heart).max()), 0.3)  # each with steps of its own

    @settings(max_examples=examples(15))
    @given(st.floats(0.004, 0.12), st.floats(20, 500))
    def test_heat_that_went_in_is_heat_that_is_in(self, thickness: float, rate: float) -> None:
        """Between two equal ends all that was taken up is given back: the mean follows the kiln in the long run."""
        line = [(0.0, 20.0), (400 / rate * H, 420.0), (400 / rate * H + 40 * H + 4e6 * thickness, 420.0)]
        run = run_slab(Slab1D(layers=(glass(thickness),)), line)
        self.assertLess(abs(float(run.temperatures_c[-1].mean()) - 420.0), 0.1)
        self.assertLessEqual(float(run.temperatures_c.max()), 420.0 + 0.05)
        self.assertGreaterEqual(float(run.temperatures_c.min()), 20.0 - 0.05)

    def test_the_lag_of_thick_glass_outlasts_that_of_thin(self) -> None:
        lags = [float(run_slab(Slab1D(layers=(glass(d),)), DAYS_FIVE[:6]).lag_k[-1]) for d in (0.006, 0.012, 0.05, 0.1)]
        self.assertEqual(lags, sorted(lags))


class Refusals(TestCase):
    def test_times_that_run_backwards_and_numbers_that_are_none(self) -> None:
        slab = Slab1D(layers=(glass(0.01),))
        for line in (
            [(0.0, 20.0), (-1.0, 30.0)],
            [(0.0, 20.0)],
            [(0.0, math.nan), (10.0, 20.0)],
            [(0.0, 20.0), (0.0, 30.0)],
        ):
            with self.assertRaises(ImpossibleInput):
                run_slab(slab, line)
        with self.assertRaises(ImpossibleInput):
            glass(0.0)
        with self.assertRaisesRegex(ImpossibleInput, "at least one layer of glass"):
            run_slab(Slab1D(layers=(plaster(0.02),)), DAYS_FIVE)

    def test_points_of_one_time_are_merged(self) -> None:
        twice = run_slab(Slab1D(layers=(glass(0.01),)), [(0.0, 20.0), (H, 100.0), (H, 100.0), (2 * H, 100.0)])
        once = run_slab(Slab1D(layers=(glass(0.01),)), [(0.0, 20.0), (H, 100.0), (2 * H, 100.0)])
        np.testing.assert_allclose(twice.temperatures_c, once.temperatures_c)
