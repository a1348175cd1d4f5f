"""Two zones of one plate, against the closed forms."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np

from coldcradle.cradle.materials import materials
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.physics.zones import evened, lag_s, run_zones
from coldcradle.heat.schedule.warming import body_limit_k_per_h
from coldcradle.layup.bodies import ColdBody, SectionZone, Shade
from coldcradle.quantity.reason import because

NINETY = shipped_kinds()["fusing-90-clear"]


class Zones(TestCase):
    """Disc with a colder middle, Timoshenko & Goodier, Theory of Elasticity; films as common practice has them."""

    def shade(self, mm: float, steel_mm: float, share: float = 0.4) -> Shade:
        steel = materials()["stainless"]
        return Shade(
            inner=SectionZone(glass_m=mm / 1e3, under=steel, under_m=steel_mm / 1e3),
            outer=SectionZone(glass_m=mm / 1e3, faces=2),
            inner_share=share,
            half_m=0.2,
            why=because("on-the-ring"),
        )

    def test_six_millimetres_over_thin_steel_at_400_crack(self) -> None:
        """About 13 MPa, and 5 at 150 K/h with the film of 150 °C: worked out by hand from the closed form."""
        shade = self.shade(6, 1.5)
        pull, _, in_middle = run_zones(shade, NINETY, [(0.0, 20.0), (500 / 400 * 3600, 520.0)]).peak(0.0, 1e9)
        self.assertAlmostEqual(pull / 1e6, 13.0, delta=1.5)
        self.assertTrue(in_middle)
        behind = lag_s(shade.inner, NINETY) - lag_s(shade.outer, NINETY)
        closed = NINETY.youngs_modulus_pa * NINETY.expansion_per_k * 150 / 3600 * behind / 2 * 0.6
        self.assertAlmostEqual(closed / 1e6, 5.0, delta=0.6)

    def test_a_steady_ramp_pulls_as_the_disc_says(self) -> None:
        """E·α·ΔT/2·(1 − φ) in the middle, while the glass is cold."""
        run = run_zones(self.shade(6, 1.5), NINETY, [(0.0, 20.0), (4 * 3600, 220.0)])
        i = len(run.times_s) - 1
        behind = run.outer_c[i] - run.inner_c[i]
        said = NINETY.youngs_modulus_pa * NINETY.expansion_per_k * behind / 2 * 0.6
        self.assertAlmostEqual(run.between_pa[i] / said, 1.0, delta=0.01)

    def test_a_middle_that_leads_pulls_the_rim_along_itself(self) -> None:
        """E·α·ΔT/2·(1 + φ) in the rim where they meet, on the way up with the rim behind."""
        shade = replace(self.shade(6, 1.5), inner=SectionZone(glass_m=0.006, faces=2), outer=SectionZone(glass_m=0.012))
        run = run_zones(shade, NINETY, [(0.0, 20.0), (4 * 3600, 220.0)])
        i = len(run.times_s) - 1
        ahead = (run.inner_c[i] - run.outer_c[i]) * NINETY.expansion_per_k * NINETY.youngs_modulus_pa
        self.assertGreater(ahead, 0)
        self.assertAlmostEqual(run.between_pa[i] / (-ahead / 2 * 0.6), 1.0, delta=0.01)
        pull, _, in_middle = run.peak(0.0, 1e9)
        self.assertFalse(in_middle)
        self.assertGreaterEqual(pull, ahead / 2 * 1.4)

    def test_a_shaded_body_stands_no_more_than_its_zones(self) -> None:
        """At the rate it stands, the closed form of the disc gives what is allowed; unshaded 6 mm stands far more."""
        shade = self.shade(6, 1.5)
        plain = ColdBody(name="6 mm", thickness_m=0.006, breadth_m=0.4, widest_m=0.4, support="posts")  # type: ignore[arg-type]  # as plain values
        rate = body_limit_k_per_h(replace(plain, shade=shade), NINETY)
        behind = (lag_s(shade.inner, NINETY) - lag_s(shade.outer, NINETY)) * evened(shade)
        pull = NINETY.youngs_modulus_pa * NINETY.expansion_per_k * rate / 3600 * behind / 2 * 0.6
        self.assertAlmostEqual(pull / 6.8e6, 1.0, delta=0.001)
        self.assertGreater(body_limit_k_per_h(plain, NINETY), 5 * rate)

    def test_alike_zones_do_nothing_to_one_another(self) -> None:
        same = Shade(
            inner=SectionZone(glass_m=0.006),
            outer=SectionZone(glass_m=0.006),
            inner_share=0.3,
            half_m=0.1,
            why=because("on-the-ring"),
        )
        run = run_zones(same, NINETY, [(0.0, 20.0), (3600.0, 320.0)])
        self.assertLess(float(np.abs(run.between_pa).max()), 1.0)

    def test_heat_runs_sideways_through_what_is_narrow(self) -> None:
        """1 − x·K₁(x): 0.398 at x = 1 and 0.72 at 2 (Abramowitz & Stegun, table 9.8)."""
        reach = math.sqrt((0.741 + 8.58e-4 * 423.15) * 0.003 / 25.45)
        for x, left in ((1.0, 0.398), (2.0, 0.720)):
            shade = Shade(
                inner=SectionZone(glass_m=0.012),
                outer=SectionZone(glass_m=0.006),
                inner_share=0.1,
                half_m=x * reach,
                why=because("on-the-ring"),
            )
            self.assertAlmostEqual(evened(shade), left, delta=0.01)
