"""A shared firing against the outside: its energy by integrating the kiln's heat balance, heat work by quadrature.

Sources: heat balance of one lumped body, C dT/dt = P - UA (T - T_room) (any textbook of heat transfer; here solved by
scipy.integrate); Vogel-Fulcher-Tammann through the points of ASTM C336 and C338 (log10 Pa s 13.5, 12, 6.6).
Room kept on shelves (15, 25, 50 mm) and what goes with what: common practice, no source.
"""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from scipy.integrate import quad, solve_ivp

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.schedule.segments import Run
from coldcradle.heat.steps import StepKey
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.load.firing import windows_in
from tests.core.loads import fired, firing, member


class Energy(TestCase):
    @staticmethod
    def drawn_j(run: Run) -> float:
        """What the elements give so that the kiln is on its line, never less than nothing, until it is off."""
        kiln = run.kiln
        times, shown = np.array([t for t, _ in run.line]), np.array([c for _, c in run.line])
        off_s = next(s.starts_s for s in run.steps if s.key == StepKey.COAST)

        def power(t: float) -> float:
            c = float(np.interp(t, times, shown))
            slope = float(np.interp(t + 5, times, shown) - np.interp(t - 5, times, shown)) / 10
            return max(0.0, kiln.heat_capacity_j_per_k * slope + kiln.conductance_w_per_k * (c - kiln.room_c))

        found = solve_ivp(lambda t, _: [power(t)], (0.0, off_s), [0.0], max_step=60.0, rtol=1e-4)
        return float(found.y[0, -1])

    def test_what_it_takes_is_what_the_balance_of_the_kiln_takes(self) -> None:
        for pair in (("slump", "drape"), ("full", "cast"), ("press", "full")):
            run = fired(*(member(p) for p in pair)).run
            assert run is not None
            self.assertLess(abs(run.energy_j / self.drawn_j(run) - 1), 0.03, pair)

    def test_two_in_one_firing_take_less_than_two_firings(self) -> None:
        both = fired(member("slump"), member("drape")).run
        alone = [fired(member(p)).run for p in ("slump", "drape")]
        assert both is not None
        self.assertLess(both.energy_j, sum(run.energy_j for run in alone if run is not None))


class HeatWork(TestCase):
    @staticmethod
    def log10_pa_s(annealing_c: float, softening_c: float, at_c: float) -> float:
        """Through the annealing and softening points, A held at -2.6: (12 + 2.6)(Ta - T0) = (6.6 + 2.6)(Ts - T0)."""
        t0, b = np.linalg.solve([[14.6, 1.0], [9.2, 1.0]], [14.6 * annealing_c, 9.2 * softening_c])
        return float(-2.6 + b / (at_c - t0))

    def worked(self, kind: GlassProperties, line: list[tuple[float, float]]) -> float:
        """∫dt/η over what is hotter than the annealing point, by quadrature."""
        times, shown = np.array([t for t, _ in line]), np.array([c for _, c in line])
        hot = times[shown > kind.annealing_c]

        def fluid(t: float) -> float:
            return 10 ** -self.log10_pa_s(kind.annealing_c, kind.softening_c, float(np.interp(t, times, shown)))

        return float(
            quad(fluid, hot[0], hot[-1], limit=400, epsabs=1e-9, points=times[(times > hot[0]) & (times < hot[-1])])[0]
        )

    def test_every_member_is_inside_its_window_by_a_work_worked_out_by_itself(self) -> None:
        plan = fired(member("slump"), member("drape"))
        windows = {name: window for name, _, window in windows_in(firing(member("slump"), member("drape")))}
        for one in plan.members:
            heated = one.result.heated
            assert heated.firing is not None
            kind, line = heated.load.kind, heated.firing.run.line
            work = self.worked(kind, line)
            ours = heat_work_of(kind, line).total_per_pa
            self.assertLess(abs(ours / work - 1), 0.05, one.member.name)
            window = windows[one.member.name]
            self.assertTrue(window.least_per_pa <= work <= window.most_per_pa, one.member.name)
            self.assertEqual(one.word, "good")
