"""What a firing leaves by its readings, against the slab and strain run through in one piece and the closed form.

The closed form is that of a slab cooled at a steady rate (Timoshenko & Goodier, Theory of Elasticity): the tension of
the mid-plane is E·α·R·d²/(24(1 − ν)κ), which structural relaxation multiplies by 1.4 to 2.2 (Carré & Daudeville 1999;
Nielsen and others 2010; from memory).
"""

from __future__ import annotations

import random
from unittest import TestCase

import numpy as np

from coldcradle.fire.inside import left_after
from coldcradle.fire.readings import KilnReading
from coldcradle.fire.watch import FiringTracker
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S
from coldcradle.heat.physics.simulate import simulate
from tests.core.test_fire import watched

HOUR = 3600.0


def line_of(rate_k_per_h: float) -> list[tuple[float, float]]:
    """Hot, soaked well at the annealing point, then down at one rate."""
    anneal = watched("cast").load.kind.annealing_c
    points = [(0.0, 20.0), (8 * HOUR, 810.0), (10 * HOUR, 810.0), (12 * HOUR, anneal + 5), (24 * HOUR, anneal + 5)]
    return [*points, (24 * HOUR + (anneal - 75) / rate_k_per_h * HOUR, 80.0)]


def left_by_readings(rate_k_per_h: float, *, noise_k: float = 0.0, every_s: float = 60.0) -> float:
    line = line_of(rate_k_per_h)
    rng = random.Random(3)
    times = np.arange(0.0, line[-1][0], every_s)
    shown = np.interp(times, [t for t, _ in line], [c for _, c in line])
    watch = FiringTracker(watched("cast"))
    shift = watched("cast").shift_k
    watch.extend(
        KilnReading(float(t), float(c) + shift + rng.gauss(0, noise_k)) for t, c in zip(times, shown, strict=True)
    )
    found = watch.now_inside()
    assert found is not None
    return left_after(watched("cast"), found[0], [])


class Reference(TestCase):
    def test_readings_leave_what_the_line_they_lie_on_leaves(self) -> None:
        for rate in (15.0, 60.0, 150.0):
            whole = simulate(watched("cast").section, line_of(rate), structure=True).residual_pa
            self.assertAlmostEqual(left_by_readings(rate) / whole, 1.0, delta=0.08, msg=str(rate))

    def test_noise_of_half_a_kelvin_changes_it_little(self) -> None:
        whole = simulate(watched("cast").section, line_of(60.0), structure=True).residual_pa
        self.assertAlmostEqual(left_by_readings(60.0, noise_k=0.5) / whole, 1.0, delta=0.12)

    def test_it_lies_where_the_closed_form_and_relaxation_put_it(self) -> None:
        w = watched("cast")
        kind, thick = w.load.kind, sum(x.thickness_m for x in w.section.slab.layers if x.kind is not None)
        rate = 15.0
        # the lower face gives heat to a mould: between a slab cooled from both faces and one from the open face alone
        both = kind.youngs_modulus_pa * kind.expansion_per_k * rate / HOUR * thick**2
        both /= 24 * (1 - kind.poisson) * DIFFUSIVITY_M2_S
        self.assertGreater(left_by_readings(rate), 1.2 * both)
        self.assertLess(left_by_readings(rate), 2.4 * 4 * both)

    def test_the_quicker_it_fell_the_more_it_keeps(self) -> None:
        found = [left_by_readings(rate) for rate in (10.0, 40.0, 120.0)]
        self.assertEqual(found, sorted(found))
