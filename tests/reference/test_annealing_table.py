"""A published table of annealing for thick slabs, run through the glass with structural relaxation (the table:
from memory).
"""

from __future__ import annotations

from unittest import TestCase

from coldcradle.glass.kinds import shipped_kinds
from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.assess import left_remark
from coldcradle.heat.limits import HANDBOOK_LEAVES_PA, RUN_BAND, TARGETS_PA
from coldcradle.heat.model.rates import HANDBOOK_THIRD, SECOND_TIMES, handbook_rate_k_per_h
from coldcradle.heat.model.soak import thumb_soak_s
from coldcradle.heat.physics.conduction import free_to_bow_m
from coldcradle.heat.physics.shock import free_section
from coldcradle.heat.physics.simulate import evening_s
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.physics.strain import run_strain
from coldcradle.heat.physics.structure import MEAN_TIME_S
from coldcradle.heat.schedule.bare_anneal import bare_anneal, by_handbook
from coldcradle.piece.stage import plan_stage
from tests.core.test_firing import fired
from tests.documents import BIG_KILN

NINETY = shipped_kinds()["fusing-90-clear"]
STRONG = BIG_KILN | {"power": "30 kW", "highest": "1000 °C"}

# mm: hours of soak; °C/h over the first 55 K below the annealing point, the next 55, and the rest
TABLE = {
    12: (2, 55, 99, 330),
    19: (3, 25, 45, 150),
    25: (4, 15, 27, 90),
    38: (6, 6.7, 12, 40),
    50: (8, 3.8, 6.8, 22),
    62: (10, 2.4, 4.3, 14.4),
    75: (12, 1.7, 3.1, 10),
    100: (16, 0.94, 1.7, 5.6),
    150: (24, 0.42, 0.76, 2.5),
}


def left_by_table(mm: int, *, structure: bool) -> float:
    soak_h, *rates = TABLE[mm]
    section = free_section(NINETY, mm / 1e3, both_faces=True)
    at_c = NINETY.annealing_c
    line = [(0.0, at_c), (soak_h * 3600.0, at_c)]
    for to_c, rate in zip((at_c - 55, at_c - 110, 60.0), rates, strict=True):
        line.append((line[-1][0] + (line[-1][1] - to_c) / rate * 3600, to_c))
    line.append((line[-1][0] + evening_s(section.slab), 60.0))
    return run_strain(run_slab(section.slab, line), structure=structure).tension_pa


class Table(TestCase):
    def test_it_is_a_design_of_equal_strain(self) -> None:
        """An independent run has .42 to .54 MPa from 19 mm up; ours lies within its band of that, and hardly climbs."""
        left = {mm: left_by_table(mm, structure=True) / 1e6 for mm in TABLE if mm >= 19}
        for mm, mpa in left.items():
            self.assertTrue(0.42 * (1 - RUN_BAND) <= mpa <= 0.54 * (1 + RUN_BAND), (mm, mpa))
        self.assertLess(max(left.values()) / min(left.values()), 1.4)
        low, high = HANDBOOK_LEAVES_PA
        for mm in (25, 38, 50, 62, 75, 100):
            self.assertTrue(low <= left[mm] * 1e6 <= high, (mm, left[mm]))
        self.assertAlmostEqual(left[100] * 1e6, TARGETS_PA["usual"], delta=0.025e6)

    def test_the_plain_maxwell_run_would_call_thick_slabs_by_the_table_badly_annealed(self) -> None:
        self.assertGreater(left_by_table(150, structure=False) / left_by_table(25, structure=False), 2.0)

    def test_our_formula_meets_the_table(self) -> None:
        for mm, (soak_h, first, second, third) in TABLE.items():
            rate = handbook_rate_k_per_h(mm / 1e3)
            self.assertAlmostEqual(rate / first, 1.0, delta=0.2, msg=str(mm))
            self.assertAlmostEqual(SECOND_TIMES * rate / second, 1.0, delta=0.2)
            self.assertAlmostEqual(HANDBOOK_THIRD * rate / third, 1.0, delta=0.2)
            self.assertAlmostEqual(thumb_soak_s(mm / 1e3) / 3600, soak_h, delta=1.05)

    def test_the_judge_calls_the_table_itself_good_at_every_thickness(self) -> None:
        for mm in TABLE:
            remark = left_remark(left_by_table(mm, structure=True), TARGETS_PA["usual"])
            self.assertEqual(remark.word, "good", mm)

    def test_structure_takes_five_to_nine_times_as_long_as_stress(self) -> None:
        """Rekhson, Scherer (from memory), at the annealing point: against η/G and against 6η(1 - ν)/E."""
        eta, e, nu = 10**ANNEALING_LOG, NINETY.youngs_modulus_pa, NINETY.poisson
        self.assertTrue(4.4 <= MEAN_TIME_S / (6 * eta * (1 - nu) / e) <= 9)
        self.assertTrue(5 <= MEAN_TIME_S / (eta * 2 * (1 + nu) / e) <= 9)


class Plans(TestCase):
    def test_whole_firings_take_about_as_long_as_the_table_and_its_warm_up(self) -> None:
        """Hours for the usual target in fusing 90: 73, 127, 200 and under 440 by an independent program; ours warm
        loose sheet and not a solid slab, which is up to a day shorter."""
        for mm, hours in ((50, 73), (75, 127), (100, 200), (150, 420)):
            found = plan_stage(fired("cast", thick=f"{mm} mm", side="700 mm", heat__kiln=STRONG, heat__wet="dry"))
            assert found.heat is not None
            self.assertAlmostEqual(found.heat.total_s / 3600 / hours, 1.0, delta=0.15, msg=str(mm))
            self.assertLess(found.figures["residual_stress"].value, 1.09 * TARGETS_PA["usual"])

    def test_the_table_can_be_chosen_and_is_not_mended(self) -> None:
        for mm in (25, 75):
            found = plan_stage(fired("cast", thick=f"{mm} mm", side="400 mm", heat__kiln=STRONG, heat__target="table"))
            assert found.heat is not None
            slow = next(s for s in found.heat.steps if s.key == "anneal")
            self.assertAlmostEqual(slow.rate_k_per_h / handbook_rate_k_per_h(mm / 1e3), 1.0, delta=0.08)  # type: ignore[operator]
            self.assertAlmostEqual(slow.to_c, 516 - 55, delta=1)
            self.assertAlmostEqual(found.figures["soak"].value, thumb_soak_s(mm / 1e3), delta=300)

    def test_five_days_for_a_panel_of_100_mm_lie_beyond_quick_and_that_is_said(self) -> None:
        """The five days that are told of such a panel (common practice, no source) leave 1.1 to 1.7 MPa; they end
        with a cool kiln, half a day before the heart is cool too."""
        panel = {"thick": "100 mm", "side": "700 mm", "heat__kiln": STRONG, "heat__target": "own"}
        found = plan_stage(fired("cast", heat__own_target="1.5 MPa", **panel))
        assert found.heat is not None
        cool_s = next(t for t, c in found.heat.line if t > found.heat.steps[-2].ends_s and c <= 60.0)
        self.assertAlmostEqual(cool_s / 86400, 5.0, delta=0.5)
        said = next(f for f in found.findings if f.rule == "heat.beyond-quick")
        self.assertIn("five days", said.reason.metric)
        within = plan_stage(fired("cast", heat__own_target="1 MPa", **panel))
        self.assertNotIn("heat.beyond-quick", {f.rule for f in within.findings})
        self.assertIn("five days", left_remark(1.3e6, 0.45e6).says.metric)
        self.assertNotIn("five days", left_remark(0.9e6, 0.45e6).says.metric)


class Bare(TestCase):
    def test_without_a_kiln_it_is_mended_to_the_wish(self) -> None:
        for mm in (12, 50, 100):
            section = free_section(NINETY, mm / 1e3, both_faces=False)
            for wish in TARGETS_PA.values():
                found = bare_anneal(NINETY, section, thickness_m=mm / 1e3, effective_m=mm / 1e3, stress_pa=wish)
                self.assertLess(found.left_pa, 1.081 * wish)
                self.assertGreater(found.left_pa, 0.4 * wish)
            table = by_handbook(NINETY, section, thickness_m=mm / 1e3, effective_m=mm / 1e3)
            usual = bare_anneal(NINETY, section, thickness_m=mm / 1e3, effective_m=mm / 1e3, stress_pa=0.45e6)
            self.assertAlmostEqual(table.total_s / usual.total_s, 1.0, delta=0.08)


class Bowing(TestCase):
    def test_how_wide_glass_lifts_its_own_edges(self) -> None:
        """Twice l = √(2·D·k/q): l = .31, .44 and .56 m at 6, 12 and 19 mm by an independent program."""
        for mm, edge in ((6, 0.31), (12, 0.44), (19, 0.56)):
            self.assertAlmostEqual(free_to_bow_m(kind=NINETY, thickness_m=mm / 1e3) / 2, edge, delta=0.006)

    def test_wider_glass_counts_as_held_flat_and_says_why(self) -> None:
        """6 mm on a shelf: 600 mm bows, 650 mm does not, and is cooled four times slower."""
        edge = [
            plan_stage(
                fired(
                    "slump",
                    thick="6 mm",
                    side=side,
                    heat__on="shelf",
                    heat__kiln=STRONG | {"width": "2 m", "depth": "2 m"},
                )
            )
            for side in ("600 mm", "650 mm")
        ]
        free, wide = edge
        self.assertAlmostEqual(wide.figures["effective_thickness"].value, 0.012, delta=1e-6)
        self.assertAlmostEqual(free.figures["effective_thickness"].value, 0.006, delta=1e-6)
        self.assertAlmostEqual(free.figures["anneal_rate"].value / wide.figures["anneal_rate"].value, 4.0, delta=0.01)
        said = " ".join(a.metric for a in wide.figures["effective_thickness"].assumptions)
        self.assertIn("its own weight holds it flat", said)
        posts = plan_stage(fired("slump", thick="6 mm", side="900 mm", heat__on="posts", heat__kiln=STRONG))
        self.assertAlmostEqual(posts.figures["effective_thickness"].value, 0.006, delta=1e-6)
