"""How soft glass moves, against the differential equations the closed forms come from, and against the trade."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from coldcradle.constants import GRAVITY
from coldcradle.cradle.round import Cap, Cylinder
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Box
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.model.peak import coming_and_going_s
from coldcradle.heat.physics.shock import free_section, open_lid, steepest_step_k, warming_rate_by_run
from coldcradle.heat.schedule.processes import PROCESSES, trade_rows
from coldcradle.layup.deform import laws
from coldcradle.layup.deform.forms import former_course, ring_course, slump_courses
from coldcradle.layup.deform.movement import move
from coldcradle.piece.stage import compute_stage
from tests import examples
from tests.documents import piece, slab_of

NINETY = shipped_kinds()["fusing-90-clear"]
FLOAT = shipped_kinds()["float-clear"]


class Pressing(TestCase):
    def test_gents_equation_step_by_step(self) -> None:
        """dh/dt = -2πF·h⁵/(3Vη(2πh³ + V)): Gent 1960, ASTM C1351M."""
        volume, force, work = 4e-5, 120.0, 0.02
        found = solve_ivp(
            lambda w, h: -2 * math.pi * force * h**5 / (3 * volume * (2 * math.pi * h**3 + volume)),
            (0, work),
            [0.012],
            rtol=1e-9,
            atol=1e-12,
            method="LSODA",
        )
        ours = laws.press_thickness(work_per_pa=work, from_m=0.012, volume_m3=volume, force_n=force)
        self.assertAlmostEqual(ours / float(found.y[0, -1]), 1.0, delta=1e-4)

    def test_the_thin_limit(self) -> None:
        """1/h⁴ - 1/h₀⁴ = 8πFW/(3V²): Stefan; Dienes and Klemm 1946."""
        volume, force = 4e-5, 120.0
        work = laws.press_work(from_m=0.003, to_m=0.001, volume_m3=volume, force_n=force)
        thin = (0.001**-4 - 0.003**-4) * 3 * volume**2 / (8 * math.pi * force)
        self.assertAlmostEqual(work / thin, 1.0, delta=0.01)

    def test_pressed_work_ends_near_two_millimetres(self) -> None:
        """Common practice, no source: 100 g between weighted shelves at a full fuse for a while. Ten times the weight
        or
        the time takes it only to some 56 % of that: the h⁻⁴ is why."""
        work = 1800 * 10.0 ** -float(Viscosity.of(NINETY).log10_pa_s(804))
        ends = [
            laws.press_thickness(work_per_pa=work, from_m=0.012, volume_m3=0.1 / 2500, force_n=kg * GRAVITY)
            for kg in (6, 12, 60)
        ]
        self.assertTrue(0.0015 <= ends[1] <= 0.0029, ends)
        self.assertAlmostEqual(ends[2] / ends[0], 10**-0.25, delta=0.02)

    @settings(max_examples=examples(40))
    @given(st.floats(1e-6, 1.0), st.floats(1.5, 50))
    def test_more_heat_work_is_never_thicker(self, work: float, more: float) -> None:
        def end(w: float) -> float:
            return laws.press_thickness(work_per_pa=w, from_m=0.012, volume_m3=4e-5, force_n=100.0)

        self.assertLessEqual(end(work * more), end(work) * (1 + 1e-9))
        self.assertEqual(end(0.0), 0.012)


class Refusals(TestCase):
    def test_what_cannot_be_is_refused(self) -> None:
        for bad in (
            lambda: laws.press_work(from_m=0.001, to_m=0.002, volume_m3=1e-5, force_n=10.0),
            lambda: laws.thread_work(length_m=0.3, stretched_m=0.2, density_kg_m3=2500),
            lambda: laws.parting_work(length_m=math.nan, density_kg_m3=2500),
        ):
            with self.assertRaises(ImpossibleInput):
                bad()  # type: ignore[no-untyped-call]  # untyped library


class TradeTemperatures(TestCase):
    """Common practice, no source: temperatures people name, each with the glass it belongs to."""

    def test_they_lie_in_our_windows_or_the_table_says_why_not(self) -> None:
        off = {row.told: round(row.off_k) for row in trade_rows()}
        self.assertEqual(
            set(off),
            {
                "620 °C",
                "640 to 665 °C",
                "670 °C",
                "690 to 720 °C",
                "695 °C",
                "700 to 715 °C",
                "780 °C",
                "780 to 800 °C",
                "800 °C in 2.5 h",
                "804 °C",
                "843 °C",
            },
        )
        for row in trade_rows():
            if row.told == "620 °C":
                self.assertTrue(30 <= row.off_k <= 50)  # a wide sheet, held: 10^9.1
                self.assertIn("wide sheet", row.note)
            else:
                self.assertLessEqual(row.off_k, 3.0, row.told)

    def test_their_viscosities(self) -> None:
        known = {
            "620 °C": 9.1,
            "670 °C": 6.75,
            "695 °C": 6.2,
            "780 °C": 5.65,
            "800 °C in 2.5 h": 5.35,
            "843 °C": 4.8,
            "804 °C": 4.5,
        }
        for row in trade_rows():
            if row.told in known:
                self.assertAlmostEqual(row.log_viscosity, known[row.told], delta=0.06)

    def test_the_one_constant_of_each_process_comes_from_its_trade_temperature(self) -> None:
        """Heat work that people give (their temperature, our usual hold, up at 150 °C an hour) over what the law needs.

        330 mm bowl 50 mm deep; a ring of 120 mm, 55 mm down, its edge held; an arm of 65 mm; all of 6 mm.
        """
        bowl = Stack((Cap(height_m=0.05, rim_m=0.33),))
        hole, former = (
            Stack((Cylinder(height_m=0.055, bore_m=0.12),)),
            Stack((Box(height_m=0.1, length_m=0.1, width_m=0.1),)),
        )
        laws_of = {
            "slump": (
                slump_courses(bowl, wall_m=0.008, length_m=0.33, width_m=0.33, thickness_m=0.006),
                "lies",
                0.001,
                True,
            ),
            "ring": ([ring_course(hole, foot_m=0.0, foot_width_m=0.0, half_m=0.08)], "middle", 0.0005, True),
            "bend": (
                [former_course(former, posts_m=0.0, lining_m=0.0, half_m=0.115, width_m=0.1, thickness_m=0.006)],
                "edge",
                0.005,
                False,
            ),
        }
        told = {"slump": "640 to 665 °C", "ring": "690 to 720 °C", "bend": "670 °C"}
        rows = {row.told: row for row in trade_rows()}
        for key, (courses, stop, stop_m, holds) in laws_of.items():
            row, done = rows[told[key]], PROCESSES[key]
            curve = Viscosity.of(row.kind)
            added = coming_and_going_s(curve, row.log_viscosity, 150.0)
            people = (done.hold_s + added) / 10**row.log_viscosity
            way = move(courses, thickness_m=0.006, density_kg_m3=2500.0, stop=stop, stop_m=stop_m, holds=holds)
            with self.subTest(key):
                self.assertAlmostEqual(people / way.law_work_per_pa / done.margin, 1.0, delta=0.15)
        self.assertEqual(PROCESSES["drape"].margin, PROCESSES["bend"].margin)

    def test_a_fibre_at_its_softening_point_stretches_about_as_fast_as_the_standard_says(self) -> None:
        """ASTM C338: 235 mm of 0.65 mm fibre, its upper 100 mm heated, grows by 1 mm a minute at 10^6.6 Pa·s.

        The law of the thread less its surface's pull; the furnace is not even over those 100 mm, hence a factor of 2.5.
        """
        heated, hangs, radius, tension = 0.100, 0.185, 0.000325, 0.30
        pull_pa = 2500 * GRAVITY * hangs - tension / radius
        rate_mm_per_min = pull_pa * heated / (3 * 10**6.6) * 60e3
        self.assertTrue(1 / 2.5 <= rate_mm_per_min <= 2.5, rate_mm_per_min)

    def test_every_glass_gets_its_own_temperatures(self) -> None:
        kinds = shipped_kinds()
        for done in PROCESSES.values():
            mids = {key: sum(done.window_c(kind)) / 2 for key, kind in kinds.items()}
            self.assertGreater(mids["borosilicate"], mids["float-clear"])
            self.assertGreater(mids["float-clear"], mids["fusing-90-clear"])
            low, high = done.window_c(NINETY)
            self.assertLess(low, high)
            self.assertTrue(done.runny <= done.aim <= done.stiff)


class Warmed(TestCase):
    def test_ice_water_comes_near_the_textbooks_bound_and_never_past_it(self) -> None:
        """σ = E·α·ΔT/(1-ν) for a face that changes at once (Kingery 1955); a film falls short of it, the less the
        stronger.
        """
        for step_k in (40.0, 100.0):
            bound = NINETY.youngs_modulus_pa * NINETY.expansion_per_k * step_k / (1 - NINETY.poisson)
            shares = [
                open_lid(
                    NINETY, thickness_m=0.012, glass_c=step_k, air_c=0.0, for_s=60.0, film_w_m2k=film, is_free=True
                ).tension_pa
                / bound
                for film in (50.0, 1000.0, 10_000.0, 500_000.0)
            ]
            self.assertEqual(shares, sorted(shares))
            self.assertLessEqual(shares[-1], 1.0)
            self.assertGreater(shares[-1], 0.9)
        self.assertAlmostEqual(steepest_step_k(NINETY, stress_pa=7e6), 8.4, delta=0.1)

    def test_air_is_gentle_and_thick_glass_is_not(self) -> None:
        thin, thick = (
            open_lid(NINETY, thickness_m=d, glass_c=120.0, air_c=20.0, for_s=1800.0).tension_pa for d in (0.006, 0.06)
        )
        self.assertLess(thin, thick)
        self.assertGreater(thick, 1e6)

    def test_warming_by_the_run_is_what_the_check_values_say(self) -> None:
        """About 195 K/h at 12 mm and 45 at 25 mm, one face insulated, 2.5 MPa (worked out, closed form).

        Run with the kiln's own film it is up to a quarter less at 12 mm: the film grows with temperature, and the face
        catches up with the kiln. Thick glass never gets steady on the way and may be warmed faster.
        """
        for mm, closed in ((12, 195.0), (25, 45.0)):
            section = free_section(NINETY, mm / 1e3, both_faces=False, is_held=True)
            found = warming_rate_by_run(section, NINETY, from_c=20.0, stress_pa=2.5e6)
            self.assertTrue(0.75 <= found / closed <= 1.4, (mm, found))

    def test_the_lid_is_opened_on_the_safe_side(self) -> None:
        """Run for eight hours under an open lid, by radiation and draught, the pull stays within the 2.5 MPa allowed,
        from
        thin to thick, also where the plan counts the glass as thicker."""
        for mm in (6, 25, 60, 140):
            for kind in ("fusing-90-clear", "lead-crystal"):
                worked = compute_stage(
                    piece(kind, **slab_of(f"{mm} mm", "300 mm", heat__on="shelf", heat__leaves="held"))
                )
                assert worked.heated.firing is not None
                opens_c = worked.heated.firing.first.opening_c
                shock = open_lid(
                    worked.heated.load.kind, thickness_m=mm / 1e3, glass_c=opens_c, air_c=18.0, for_s=8 * 3600.0
                )
                self.assertTrue(0.1e6 < shock.tension_pa < 2.55e6, (mm, kind, shock.tension_pa))

    def test_no_time_and_no_thickness_are_refused(self) -> None:
        for thick, seconds in ((0.0, 10.0), (0.01, 0.0)):
            with self.assertRaises(ImpossibleInput):
                open_lid(NINETY, thickness_m=thick, glass_c=100.0, air_c=20.0, for_s=seconds)
