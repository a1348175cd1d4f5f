"""Cooling rates and soaks against closed forms, handbook rates and the habits of the trade."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from scipy.integrate import solve_bvp
from scipy.optimize import brentq

from coldcradle.cradle.materials import materials
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, Slab, cooling_rate_k_per_h, time_constant_s
from tests.documents import KILN, planned, slab_of

# the values the check figures were worked out with: E 72 GPa, nu 0.22, alpha 9e-6
NINETY = shipped_kinds()["fusing-90-clear"]


def rate(mm: float, mpa: float, expansion: float = 9e-6) -> float:
    kind = replace(NINETY, expansion_per_k=expansion)
    return cooling_rate_k_per_h(kind=kind, thickness_m=mm / 1e3, stress_pa=mpa * 1e6)


class ClosedForms(TestCase):
    def test_rates_that_leave_half_a_megapascal(self) -> None:
        """Slab under a parabolic profile (Timoshenko & Goodier, Theory of Elasticity); worked out by hand."""
        known = {6: 650, 12: 163, 19: 65, 25: 37, 38: 16, 50: 9.4, 75: 4.2, 100: 2.3}
        for mm, k_per_h in known.items():
            self.assertAlmostEqual(rate(mm, 0.5) / k_per_h, 1.0, delta=0.025)

    def test_warming_from_one_side(self) -> None:
        """About 195 K/h at 12 mm and 45 at 25 mm for 2.5 MPa: worked out by hand, one face insulated."""
        for mm, k_per_h in ((12, 195), (25, 45)):
            self.assertAlmostEqual(rate(2 * mm, 2.5) / k_per_h, 1.0, delta=0.06)

    def test_the_heart_leads_the_faces_by_r_d_squared_over_eight_kappa(self) -> None:
        """Carslaw & Jaeger, Conduction of Heat in Solids (steady ramp); here by solving the boundary problem."""
        d, ramp = 0.05, 10.0 / 3600
        x = np.linspace(0, d, 41)
        found = solve_bvp(
            lambda x, y: np.vstack([y[1], np.full_like(x, -ramp / DIFFUSIVITY_M2_S)]),
            lambda a, b: np.array([a[0], b[0]]),
            x,
            np.zeros((2, x.size)),
        )
        self.assertAlmostEqual(float(found.sol(d / 2)[0]), ramp * d * d / (8 * DIFFUSIVITY_M2_S), places=6)

    def test_a_mould_wall_under_the_glass_by_a_second_way(self) -> None:
        """The two-layer ramp solved numerically: glass on plaster, both outer faces following the kiln."""
        d, w, ramp = 0.064, 0.030, 2.0 / 3600
        plaster, k = materials()["plaster-silica"], 1.388
        slab = Slab(thickness_m=d, wall_m=w, material=plaster, glass_conductivity_w_m_k=k)
        cells_d, cells_w = 640, 300
        size = np.r_[np.full(cells_d, d / cells_d), np.full(cells_w, w / cells_w)]
        conduct = np.r_[np.full(cells_d, k), np.full(cells_w, plaster.conductivity_w_m_k)]
        heat = np.r_[
            np.full(cells_d, k / DIFFUSIVITY_M2_S),
            np.full(cells_w, plaster.density_kg_m3 * plaster.heat_capacity_j_kg_k),
        ]
        half = size / (2 * conduct)
        link = 1 / np.r_[half[0], half[:-1] + half[1:], half[-1]]
        matrix = np.diag(link[:-1] + link[1:]) - np.diag(link[1:-1], 1) - np.diag(link[1:-1], -1)
        theta = np.linalg.solve(matrix, ramp * heat * size)[:cells_d]
        plane = (int(np.argmax(theta)) + 0.5) * d / cells_d
        self.assertAlmostEqual(plane, slab.hottest_plane_m(), delta=2e-4)
        departure = float(theta.max() - theta.mean())
        equivalent = math.sqrt(24 * DIFFUSIVITY_M2_S / ramp * departure)
        self.assertAlmostEqual(equivalent / slab.equivalent_thickness_m(), 1.0, delta=1e-3)

    def test_no_wall_is_a_free_slab_and_a_perfect_one_doubles_it(self) -> None:
        """A half slab with an insulated face is a full slab of twice the thickness: symmetry."""
        free = Slab(thickness_m=0.05, wall_m=0.0, material=materials()["plaster-silica"], glass_conductivity_w_m_k=1.4)
        self.assertAlmostEqual(free.equivalent_thickness_m(), 0.05)
        wool = replace(materials()["fibre-board"], conductivity_w_m_k=1e-6, density_kg_m3=1e-6)
        shut = Slab(thickness_m=0.05, wall_m=0.1, material=wool, glass_conductivity_w_m_k=1.4)
        self.assertAlmostEqual(shut.equivalent_thickness_m(), 0.10, places=5)

    def test_the_lag_never_lasts_longer_than_we_say(self) -> None:
        """First root of Bi = ζ·tan ζ (Carslaw & Jaeger, 3.11): the exact slowest mode under a film is faster than
        ours.
        """
        d, k, film = 0.064, 1.404, 100.0
        zeta = brentq(lambda z: z * math.tan(z) - film * d / k, 1e-6, math.pi / 2 - 1e-9)
        exact = d * d / (zeta * zeta * DIFFUSIVITY_M2_S)
        ours = time_constant_s(thickness_m=d, breadth_m=9.0, wall_m=0.03, material=materials()["plaster-silica"])
        self.assertLessEqual(exact, ours)
        self.assertGreater(exact, 0.8 * ours)


class Handbook(TestCase):
    def test_initial_rates_of_the_glass_engineering_handbook_lie_in_one_band(self) -> None:
        """Shand, Glass Engineering Handbook, initial cooling rates, °C/min at 3.2/6.3/12.7 mm (from memory).

        Both sides and one side; every one of them leaves between .14 and .24 MPa by our closed form.
        """
        mm = (3.2, 6.3, 12.7)
        table = {
            (33e-7, 1): (39, 12, 3),
            (50e-7, 1): (26, 8, 2),
            (90e-7, 1): (13, 4, 1),
            (33e-7, 2): (12, 3, 0.8),
            (50e-7, 2): (8, 2, 0.5),
            (90e-7, 2): (4, 1, 0.3),
        }
        for (expansion, sides), rates in table.items():
            for thickness, per_min in zip(mm, rates, strict=True):
                stress = per_min * 60 / rate(sides * thickness, 1.0, expansion)
                self.assertTrue(0.13 <= stress <= 0.25, (expansion, sides, thickness, stress))


class Trade(TestCase):
    """Common practice, no source: what a kiln-former would expect to read."""

    def test_usual_rates_are_the_trades(self) -> None:
        """12 mm about 55 °C/h, 25 mm about 15, 50 mm about 3.8."""
        for mm, k_per_h in ((12, 55), (25, 15), (50, 3.8)):
            self.assertAlmostEqual(rate(mm, 0.2) / k_per_h, 1.0, delta=0.25)

    def test_two_hours_for_twelve_millimetres(self) -> None:
        plan = planned("fusing-90-clear", **slab_of("12 mm"))
        self.assertAlmostEqual(plan.figures["soak"].value / 3600, 2.0, delta=0.01)

    def test_a_dammed_square_of_12_mm_takes_about_a_day(self) -> None:
        plan = planned("fusing-90-clear", **slab_of("12 mm", heat__kiln=KILN))
        assert plan.heat is not None
        self.assertTrue(16 <= plan.heat.total_s / 3600 <= 32, plan.heat.total_s / 3600)

    def test_a_block_of_75_by_75_by_60_takes_about_five_days(self) -> None:
        block = {
            "cradle__parts": [{"shape": "box", "length": "75 mm", "width": "75 mm", "height": "90 mm"}],
            "cradle__line": "60 mm",
            "cradle__method": "shape",
        }
        plan = planned("casting-crystal", **block)
        assert plan.heat is not None
        self.assertTrue(3.5 <= plan.heat.total_s / 86400 <= 6, plan.heat.total_s / 86400)

    def test_a_misread_level_in_a_wide_vessel_is_a_handful_of_glass(self) -> None:
        """1.5 mm over 150 mm of bore is 27 mL, about 66 g."""
        volume = math.pi / 4 * 0.15**2 * 0.0015
        self.assertAlmostEqual(volume * 1e6, 27, delta=1)
        self.assertAlmostEqual(volume * 2500 * 1e3, 66, delta=1)
