"""Fixed documents against the judge's own physics, and the judge against closed forms."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np

from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.limits import RUN_BAND
from coldcradle.heat.physics.simulate import Section1D, glass_layer
from coldcradle.heat.physics.slab import Slab1D
from coldcradle.heat.schedule.bare_anneal import by_handbook
from tests.judge.slab import GLASS_K, GLASS_RHO_C, glass_cells, march
from tests.judge.stress import elastic_pull_pa, residual_pa, zone_pull_pa

KINDS = shipped_kinds()
NINETY = KINDS["fusing-90-clear"]
KAPPA = GLASS_K / GLASS_RHO_C


class Judge(TestCase):
    def test_a_steady_ramp_is_a_parabola(self) -> None:
        """R·d²/8κ between heart and faces, E·α·R·d²/(24·(1 − ν)·κ) of pull in the heart (Timoshenko & Goodier)."""
        rate, thick = 100 / 3600, 0.012
        _, inside = march(glass_cells(thick, bottom_open=True, many=48), [(0.0, 20.0), (3 * 3600, 320.0)], steps=1500)
        last = inside[-1]
        self.assertAlmostEqual((last.max() - last.min()) / (rate * thick**2 / 8 / KAPPA), 1.0, delta=0.05)
        pull = elastic_pull_pa(inside[-1:], NINETY, is_held=False, below_c=1000)
        per_k = NINETY.youngs_modulus_pa * NINETY.expansion_per_k / (1 - NINETY.poisson)
        self.assertAlmostEqual(pull / (per_k * rate * thick**2 / 24 / KAPPA), 1.0, delta=0.05)

    def test_a_disc_with_a_colder_middle(self) -> None:
        """E·α·ΔT/2·(1 − φ) in the middle, (1 + φ) along the rim."""
        per_k = NINETY.youngs_modulus_pa * NINETY.expansion_per_k / 2
        cold, hot = np.array([100.0]), np.array([110.0])
        self.assertAlmostEqual(zone_pull_pa(cold, hot, NINETY, 0.4, 500) / (per_k * 10 * 0.6), 1.0)
        self.assertAlmostEqual(zone_pull_pa(hot, cold, NINETY, 0.4, 500) / (per_k * 10 * 1.4), 1.0)
        self.assertEqual(zone_pull_pa(hot, cold, NINETY, 0.4, 50), 0.0)


class Structure(TestCase):
    def test_what_stays_agrees_with_an_independent_structural_run(self) -> None:
        """Tool, Narayanaswamy and Moynihan with x = 0.5 and a liquid ratio of 3.15 (from memory), on the handbook's
        line: within 12 % of ours, and within our band over x = 0.4 to 0.6 and 2.8 to 3.5."""
        for key in ("fusing-90-clear", "float-clear", "borosilicate"):
            kind = KINDS[key]
            for mm in (6, 50):
                thick = mm / 1e3
                section = Section1D(Slab1D(layers=(glass_layer(kind, thick / 2),), is_half=True), False, "")
                ours = by_handbook(kind, section, thickness_m=thick, effective_m=thick).left_pa
                rate, top = 9.4e-3 / thick**2, kind.annealing_c
                line = [(0.0, top + 60), (7200.0, top + 60), (9000.0, top), (9000.0 + 7200 * mm / 12, top)]
                for to_c, r in ((top - 55, rate), (top - 110, 1.8 * rate), (60.0, 6 * rate)):
                    line.append((line[-1][0] + (line[-1][1] - to_c) / r * 3600, to_c))
                line.append((line[-1][0] + 20 * thick**2 / KAPPA + 4e6 * thick, 60.0))
                times, inside = march(glass_cells(thick, bottom_open=True), line, steps=900)
                theirs = residual_pa(times, inside, kind, is_held=False)
                self.assertAlmostEqual(theirs / ours, 1.0, delta=0.12, msg=f"{key} {mm} mm")
                for x, ratio in ((0.4, 2.8), (0.6, 3.5), (0.4, 3.5), (0.6, 2.8)):
                    far = residual_pa(times, inside, kind, is_held=False, x=x, ratio=ratio)
                    self.assertLess(abs(math.log(far / ours)), RUN_BAND + 0.05, (key, mm, x, ratio))
