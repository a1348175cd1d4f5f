"""Closed forms of heat against a second solver: the conduction equation on a grid, by `scipy.integrate.solve_ivp`."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from coldcradle.cradle.materials import materials
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.explain.opening import opening_temperature
from coldcradle.heat.explain.rates import surface_rate
from coldcradle.heat.explain.soak import soak_by_physics
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, conductivity_w_m_k, cooling_rate_k_per_h
from coldcradle.heat.physics.shock import open_lid
from coldcradle.heat.physics.slab import film_w_m2_k
from coldcradle.report.figure import PRACTICE, Figure, derive, given
from tests.documents import planned, slab_of

K = conductivity_w_m_k(500.0)
NINETY = shipped_kinds()["fusing-90-clear"]


def length(metres: float) -> Figure:
    return derive(
        "effective_thickness",
        "d",
        "length",
        lambda d: d,
        [given("d", "d", metres, "length")],
        words="",
        formula="",
        source=PRACTICE,
    )


def conduct(
    thickness_m: float, kiln_c: object, times_s: np.ndarray, *, film: float, start_c: float, both: bool, cells: int = 60
) -> np.ndarray:
    """Temperatures (times, cells) of a glass slab under a film on top, insulated or alike below."""
    step = thickness_m / cells
    heat = K / DIFFUSIVITY_M2_S * step
    outer = 1 / (1 / film + step / (2 * K))

    def change(t: float, T: np.ndarray) -> np.ndarray:
        flux = K * np.diff(T) / step
        air = kiln_c(t)  # type: ignore[operator]
        top = outer * (air - T[0])
        bottom = outer * (air - T[-1]) if both else 0.0
        return (np.r_[flux, bottom] - np.r_[-top, flux]) / heat

    found = solve_ivp(
        change, (times_s[0], times_s[-1]), np.full(cells, start_c), method="LSODA", t_eval=times_s, rtol=1e-6
    )
    return np.asarray(found.y.T)


class Soak(TestCase):
    """The soak we ask for is enough: after it, heart and skin agree within 2 K."""

    def test_after_a_fall_of_three_hundred_degrees(self) -> None:
        for millimetres in (12.0, 25.0, 64.0, 100.0):
            plan = planned("fusing-90-clear", **slab_of(f"{millimetres} mm", "300 mm", heat__on="shelf"))
            assert plan.heat is not None
            fall = next(s for s in plan.heat.steps if s.key == "fall")
            line = np.array([(t, c) for t, c in plan.heat.line if fall.starts_s <= t <= fall.arrives_s])
            soak = plan.figures["soak_physics"].value

            def kiln(t: float, line: np.ndarray = line, start: float = fall.starts_s) -> float:
                return float(np.interp(t + start, line[:, 0], line[:, 1]))

            times = np.array([0.0, fall.arrives_s - fall.starts_s, fall.arrives_s - fall.starts_s + soak])
            found = conduct(millimetres / 1e3, kiln, times, film=100.0, start_c=814.0, both=False)
            with self.subTest(millimetres):
                self.assertLess(float(np.ptp(found[2])), 2.0)
                self.assertLess(abs(float(found[2].mean()) - 516.0), 2.5)

    def test_physics_alone_is_shorter_than_the_rule_of_thumb_for_thin_work(self) -> None:
        plan = planned("fusing-90-clear", **slab_of("12 mm"))
        self.assertLess(plan.figures["soak_physics"].value, plan.figures["soak_thumb"].value)

    def test_a_longer_fall_never_shortens_it(self) -> None:
        from coldcradle.piece.stage import compute_stage
        from tests.documents import piece

        load = compute_stage(piece()).heated.load
        soaks = [soak_by_physics(load, drop_k=drop, fall_k_per_h=200.0).value for drop in (0.0, 5.0, 50.0, 500.0)]
        self.assertEqual(soaks, sorted(soaks))
        self.assertGreaterEqual(soaks[0], 5 * 60)


class SteadyCooling(TestCase):
    def test_the_lag_of_a_slab_cooled_from_both_faces(self) -> None:
        """R·d²/(8κ) between heart and face, R·d²/(24κ) between heart and mean, once the ramp is steady."""
        d, rate = 0.05, 20.0
        times = np.array([0.0, 4 * 3600.0])
        found = conduct(d, lambda t: 500.0 - rate / 3600 * t, times, film=1e6, start_c=500.0, both=True, cells=200)[-1]
        lag = rate / 3600 * d * d / (8 * DIFFUSIVITY_M2_S)
        self.assertAlmostEqual(float(found.max() - found.min()) / lag, 1.0, delta=0.01)
        self.assertAlmostEqual(float(found.max() - found.mean()) / (lag / 3), 1.0, delta=0.01)

    def test_free_to_bow_an_insulated_face_changes_nothing(self) -> None:
        """Taking the best straight line out of the lag of a slab cooled from one face leaves the free slab's curve."""
        d, rate = 0.04, 10.0
        times = np.array([0.0, 8 * 3600.0])
        one = conduct(d, lambda t: 500.0 - rate / 3600 * t, times, film=1e6, start_c=500.0, both=False, cells=200)[-1]
        x = (np.arange(200) + 0.5) / 200 * d
        curved = one - np.polyval(np.polyfit(x, one, 1), x)
        heart_to_mean = rate / 3600 * d * d / (24 * DIFFUSIVITY_M2_S)
        self.assertAlmostEqual(float(curved.max()) / heart_to_mean, 1.0, delta=0.02)

    def test_the_rate_for_a_stress_gives_that_stress(self) -> None:
        """σ = E·α/(1-ν) · (heart above mean), Timoshenko & Goodier, Theory of Elasticity."""
        d, stress = 0.03, 0.4e6
        rate = cooling_rate_k_per_h(kind=NINETY, thickness_m=d, stress_pa=stress)
        times = np.array([0.0, 3 * 3600.0])
        found = conduct(d, lambda t: 500.0 - rate / 3600 * t, times, film=1e6, start_c=500.0, both=True, cells=200)[-1]
        modulus = NINETY.youngs_modulus_pa * NINETY.expansion_per_k / (1 - NINETY.poisson)
        self.assertAlmostEqual(modulus * float(found.max() - found.mean()) / stress, 1.0, delta=0.01)

    def test_surface_tension_below_the_range_stays_within_its_limit(self) -> None:
        effective = length(0.05)
        rate = surface_rate(NINETY, effective).value
        times = np.array([0.0, 5 * 3600.0])
        found = conduct(0.05, lambda t: 400.0 - rate / 3600 * t, times, film=1e6, start_c=400.0, both=True, cells=200)[
            -1
        ]
        modulus = NINETY.youngs_modulus_pa * NINETY.expansion_per_k / (1 - NINETY.poisson)
        self.assertAlmostEqual(modulus * float(found.mean() - found.min()) / 2.5e6, 1.0, delta=0.02)


class Opening(TestCase):
    def test_it_is_the_run_of_an_opened_lid_turned_round(self) -> None:
        """Opened there the pull is just what is allowed: 50 mm at about 64 °C but for hands, 100 mm at about 44."""
        for metres, about in ((0.075, 51), (0.1, 44), (0.15, 37.5)):
            opens = opening_temperature(NINETY, length(metres), room_c=18.0).value
            self.assertAlmostEqual(opens, about, delta=0.7)
            pull = open_lid(NINETY, thickness_m=metres, glass_c=opens, air_c=18.0, for_s=4 * 3600.0).tension_pa
            self.assertAlmostEqual(pull / 2.5e6, 1.0, delta=0.03)
        self.assertEqual(opening_temperature(NINETY, length(0.05), room_c=18.0).value, 60.0)
        self.assertLess(
            open_lid(NINETY, thickness_m=0.05, glass_c=63.5, air_c=18.0, for_s=4 * 3600.0).tension_pa, 2.52e6
        )

    def test_the_pull_of_room_air_on_a_grid(self) -> None:
        """Warm slab, lid opened on both faces: the peak of surface tension on a grid under the same film."""
        for metres in (0.064, 0.1):
            opens = opening_temperature(NINETY, length(metres), room_c=18.0, both_faces=True).value
            film = film_w_m2_k(18.0, opens) + 5.0
            times = np.linspace(0.0, 4 * 3600.0, 900)
            found = conduct(metres, lambda t: 18.0, times, film=film, start_c=opens, both=True)
            modulus = NINETY.youngs_modulus_pa * NINETY.expansion_per_k / (1 - NINETY.poisson)
            tension = modulus * (found.mean(axis=1) - found[:, 0])
            with self.subTest(metres):
                self.assertAlmostEqual(float(tension.max()) / 2.5e6, 1.0, delta=0.06)

    def test_thin_work_opens_at_what_hands_bear(self) -> None:
        self.assertEqual(opening_temperature(NINETY, length(0.006), room_c=18.0).value, 60.0)


class KilnEquation(TestCase):
    KILN = KilnModel(
        name="Tern",
        power_w=2400.0,
        rise_to_800_s=3.5 * 3600,
        fall_500_to_100_s=7 * 3600,
        room_c=18.0,
        highest_c=950.0,
        width_m=0.4,
        depth_m=0.4,
        height_m=0.3,
        first_hour_k=1.0,
    )

    def test_full_power_and_coasting_by_a_second_solver(self) -> None:
        loaded = self.KILN.loaded(load_j_per_k=4000.0, room_c=12.0)
        for start, end, power in ((12.0, 760.0, 2400.0), (760.0, 60.0, 0.0)):
            times, temperatures = loaded.path(start, end, None)

            def change(t: float, T: np.ndarray, power: float = power) -> np.ndarray:
                return (power - loaded.conductance_w_per_k * (T - 12.0)) / loaded.heat_capacity_j_per_k

            found = solve_ivp(change, (0.0, float(times[-1])), [start], t_eval=times, rtol=1e-8)
            self.assertLess(float(np.abs(found.y[0] - temperatures).max()), 4.0)

    def test_energy_balances_over_a_firing(self) -> None:
        """What went in is what was lost to the room: at the end all is as cold as before."""
        loaded = self.KILN.loaded(load_j_per_k=4000.0, room_c=12.0)
        rise, hold = loaded.path(12.0, 700.0, 150.0), 3600.0
        put_in = loaded.energy_j(*rise) + loaded.energy_j(np.array([0.0, hold]), np.array([700.0, 700.0]))
        fall_times = np.linspace(0.0, loaded.time_constant_s * math.log(688.0 / 0.5), 400)  # one body: exact
        fall = 12.0 + 688.0 * np.exp(-fall_times / loaded.time_constant_s)
        lost = sum(
            loaded.conductance_w_per_k * float((((c[1:] + c[:-1]) / 2 - 12.0) * np.diff(t)).sum())
            for t, c in (rise, (np.array([0.0, hold]), np.array([700.0, 700.0])), (fall_times, fall))
        )
        self.assertAlmostEqual(put_in / lost, 1.0, delta=0.02)

    def test_a_mould_of_plaster_weighs_on_the_kiln(self) -> None:
        plaster = materials()["plaster-silica"]
        heavy = self.KILN.loaded(load_j_per_k=20 * plaster.heat_capacity_j_kg_k, room_c=12.0)
        light = self.KILN.loaded(load_j_per_k=0.0, room_c=12.0)
        self.assertGreater(heavy.time_constant_s, light.time_constant_s * 1.7)
        self.assertTrue(math.isclose(heavy.conductance_w_per_k, light.conductance_w_per_k))
