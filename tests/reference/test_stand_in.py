"""The stand-in for a controller against an energy balance and a solver, and against the programme it is given.

Its two bodies are a linear system, so that scipy's solve_ivp (Shampine & Reichelt 1997) tells the same curve; the
energy balance is the first law.
"""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from coldcradle.fire.controller import PERIOD_S, StandIn
from coldcradle.heat.schedule.segments import PlannedSegment
from coldcradle.quantity.reason import NONE
from tests.core.test_fire import HOUR, stand_in, watched


def step(to_c: float, rate: float | None, hold_s: float, key: str = "cast") -> PlannedSegment:
    return PlannedSegment(
        key=key, name=key, rate_k_per_h=rate, to_c=to_c, hold_s=hold_s, limited_by="choice", why=NONE, figures=()
    )


class Reference(TestCase):
    def test_its_curve_is_that_of_a_solver_at_the_same_powers(self) -> None:
        made = stand_in()
        samples = [s for _, s in made.run(made.begin(), 8 * HOUR)]
        kiln = made.kiln
        powers = np.array([s.power for s in samples]) * kiln.kiln.power_w
        ohm, share = 1 / kiln.conductance_w_per_k, kiln.face_share

        def slope(t: float, y: np.ndarray) -> list[float]:
            power = powers[min(int(t // PERIOD_S), len(powers) - 1)]
            return [
                (power * ohm * (1 - share) - y[0]) / kiln.time_constant_s,
                (power * ohm * share - y[1]) / kiln.face_s,
            ]

        found = solve_ivp(slope, (0, 8 * HOUR), [0.0, 0.0], max_step=PERIOD_S / 2, rtol=1e-7, atol=1e-7)
        ours = np.array([s.shown_c for s in samples])
        theirs = np.interp([s.at_s for s in samples], found.t, kiln.room_c + found.y.sum(axis=0))
        self.assertLess(float(np.abs(ours - theirs).max()), 0.6)

    def test_what_goes_in_is_what_is_stored_and_lost(self) -> None:
        """∫P dt = stored heat + losses; each body stores τ/R times its own share's temperature."""
        made = stand_in()
        run = list(made.run(made.begin(), 6 * HOUR))
        kiln, share = made.kiln, made.kiln.face_share
        ohm = 1 / kiln.conductance_w_per_k
        energy = sum(s.power for _, s in run) * kiln.kiln.power_w * PERIOD_S
        wall = np.array([state.wall_k for state, _ in run])
        face = np.array([state.face_k for state, _ in run])
        stored = wall[-1] * kiln.time_constant_s / ohm + face[-1] * kiln.face_s / ohm
        lost = float((wall + face).sum()) * PERIOD_S / ohm
        self.assertAlmostEqual((stored + lost) / energy, 1.0, delta=0.01)
        self.assertGreater(share, 0.0)

    def test_left_alone_it_falls_as_the_kilns_own_two_exponentials_do(self) -> None:
        kiln = watched().kiln
        made = StandIn(kiln=kiln, segments=(step(600.0, 200.0, 30 * HOUR), step(100.0, None, 0.0, "coast")))
        samples = [s for _, s in made.run(made.begin(), 60 * HOUR)]
        off = next(i for i, s in enumerate(samples) if s.at_s > 32 * HOUR and s.power == 0.0)
        times, temps = kiln.path(600.0, 120.0, None)
        ours = np.interp(
            times, [s.at_s - samples[off].at_s + PERIOD_S for s in samples[off:]], [s.shown_c for s in samples[off:]]
        )
        self.assertLess(float(np.abs(ours - temps).max()), 6.0)

    def test_it_holds_within_a_kelvin_and_follows_a_rate_it_can_do_within_two(self) -> None:
        kiln = watched().kiln
        made = StandIn(kiln=kiln, segments=(step(500.0, 60.0, 2 * HOUR), step(350.0, 15.0, HOUR, "fall")))
        samples = [s for _, s in made.run(made.begin(), 22 * HOUR)]
        top = (500.0 - kiln.room_c) / 60.0 * HOUR
        hold = [s.shown_c for s in samples if top + 600 < s.at_s < top + 1.8 * HOUR]
        self.assertLess(max(abs(c - 500.0) for c in hold), 1.0)
        rising = [s for s in samples if HOUR < s.at_s < top - 600]
        self.assertLess(max(abs(s.shown_c - (kiln.room_c + 60.0 * s.at_s / HOUR)) for s in rising), 2.0)
        falling = [s for s in samples if s.set_c < 499 and s.set_c > 351]
        self.assertLess(max(abs(s.shown_c - s.set_c) for s in falling), 2.0)

    def test_it_cannot_be_hotter_than_full_power_holds(self) -> None:
        kiln = watched().kiln
        made = StandIn(kiln=kiln, segments=(step(2000.0, None, 0.0),))
        samples = [s for _, s in made.run(made.begin(), 60 * HOUR)]
        rest = kiln.room_c + kiln.kiln.power_w / kiln.conductance_w_per_k
        self.assertLess(max(s.shown_c for s in samples), rest + 0.1)
        self.assertTrue(all(0.0 <= s.power <= 1.0 + 1e-9 for s in samples))
