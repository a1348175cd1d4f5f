"""What a process means family by family: weight, size, thickness and fit of what is not filled."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.document.piece import read_piece
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.laws import parting_work, thread_length, thread_work
from coldcradle.layup.families import FAMILIES
from coldcradle.piece.inputs import PieceInput
from coldcradle.piece.plan import plan
from coldcradle.piece.result import StagePlan
from tests import examples
from tests.core.test_rule_samples import begun, changed
from tests.documents import BIG_KILN

G = 9.80665


BARE = {"layup__posts": "0 mm", "layup__lining": "0 mm", "cradle__parts__0__height": "100 mm"}


def of(process: str, **changes: Any) -> StagePlan:
    dotted = {path.replace("__", "."): value for path, value in changes.items()}
    return plan(read_piece(changed("flat", process, dotted)).piece).stages[0]


def chain(*stages: tuple[str, dict[str, Any]]) -> PieceInput:
    """Stages of processes one after another, each taking the one before; entries of the lay-up given."""
    whole = begun(stages[0][0])
    made = []
    for i, (process, layup) in enumerate(stages):
        stage = begun(process)["stages"][0] | {"key": f"s{i}", "name": f"Stage {i}"}
        takes = layup.pop("takes", [{"from": f"s{i - 1}", "count": 1}] if i else [])
        if takes:
            stage["takes"] = takes
            stage["layup"] = {k: v for k, v in stage["layup"].items() if k not in ("layers", "length", "width")}
        stage["layup"] = stage["layup"] | layup
        made.append(stage)
    return read_piece({**whole, "stages": made}).piece


class Blanks(TestCase):
    def test_slumped_and_polished_in_one_it_shines_and_its_underside_takes_marks(self) -> None:
        """Common practice, no source: some 700 to 715 °C in fusing glass, and a form that is washed well."""
        shone, plain = of("shine"), of("slump")
        hot, cool = (next(s.to_c for s in p.heat.steps if s.key == "cast") for p in (shone, plain) if p.heat)
        self.assertTrue(695 <= hot <= 720, hot)
        self.assertGreater(hot, cool + 30)
        self.assertIn("layup.takes-marks", [f.rule for f in shone.findings])
        self.assertNotIn("layup.takes-marks", [f.rule for f in plain.findings])
        self.assertTrue(shone.traits.lies_in)

    def test_a_disc_of_330_by_6_weighs_what_it_must(self) -> None:
        """π/4·0.33²·0.006·2500 = 1283 g, by hand."""
        figure = of("slump", layup__length="330 mm").figures["piece_mass"]
        self.assertAlmostEqual(figure.value, math.pi / 4 * 0.33**2 * 0.006 * 2500, delta=0.001)
        self.assertGreater(figure.u, 0.01)

    def test_layers_and_outlines_add_up(self) -> None:
        plain = of("full", layup__outline="oblong", layup__length="200 mm", layup__width="100 mm")
        layers = [{"thick": "2 mm", "count": 1}, {"thick": "3 mm", "count": 2}]
        thicker = of(
            "full", layup__outline="oblong", layup__length="200 mm", layup__width="100 mm", layup__layers=layers
        )
        self.assertAlmostEqual(plain.figures["piece_mass"].value, 0.2 * 0.1 * 0.006 * 2500, delta=1e-6)
        self.assertAlmostEqual(thicker.figures["blank_thickness"].value, 0.008)

    def test_what_was_weighed_counts(self) -> None:
        self.assertAlmostEqual(of("slump", glass__charge="1240 g").figures["piece_mass"].value, 1.24)

    @settings(max_examples=examples(25))
    @given(st.floats(20, 900), st.floats(1, 40), st.integers(1, 30))
    def test_twice_as_many_weigh_twice_as_much_together_and_alike_each(self, mm: float, thick: float, n: int) -> None:
        one = of("full", layup__length=f"{mm} mm", layup__layers=[{"thick": f"{thick} mm"}])
        many = of("full", layup__length=f"{mm} mm", layup__layers=[{"thick": f"{thick} mm"}], layup__pieces=n)
        self.assertAlmostEqual(many.figures["charge_mass"].value / one.figures["charge_mass"].value, n, places=6)
        self.assertAlmostEqual(many.figures["piece_mass"].value, one.figures["piece_mass"].value, places=9)


class Slumping(TestCase):
    def test_a_blank_on_its_rim_says_when_it_lies_in_and_when_to_look(self) -> None:
        found = of("slump")
        self.assertRegex(found.answers["layup"].metric, r"Lies in by .* at 650 °C; look in from .* up to 6 mm a side")
        first, done = found.marks
        self.assertLess(first.early_s or 0, done.early_s or 0)
        self.assertLess(done.early_s or 0, done.late_s or 0)
        self.assertTrue(0.0053 <= found.figures["thinnest"].value <= 0.006)

    def test_the_first_look_is_when_it_can_first_lie_in(self) -> None:
        found = of("slump")
        assert found.heat
        done = next(m for m in found.marks if m.key == "done")
        self.assertAlmostEqual(found.heat.visits[0].at_s, done.early_s or 0.0, delta=1.0)

    def test_a_rim_that_grips_stays_where_it_was_and_one_that_slides_does_not(self) -> None:
        slides, held = (of("slump", layup__grip=g).figures["rim_after"].value for g in ("slides", "held"))
        self.assertAlmostEqual(held, 0.33)
        self.assertAlmostEqual(slides, 2 * 0.1586, delta=0.001)

    def test_a_shorter_firing_leaves_it_open_and_says_so(self) -> None:
        found = of("slump", heat__peak_at="600 °C", heat__peak_hold="1 min")
        self.assertIn("Never in this programme", found.answers["layup"].metric)
        self.assertIn("layup.stays-open", {f.rule for f in found.findings})

    def test_a_small_deep_bowl_is_held_longer_or_hotter_than_a_wide_shallow_one(self) -> None:
        small = of("slump", cradle__parts__0__rim="100 mm", layup__length="100 mm", cradle__parts__0__height="30 mm")
        wide = of("slump", cradle__parts__0__height="30 mm")
        (hot, long), (cool, short) = (
            (p.figures["cast_temperature"].value, p.figures["cast_hold"].value) for p in (small, wide)
        )
        self.assertGreater(hot, cool)
        self.assertGreater(long, short)

    def test_a_deeper_form_draws_it_in_further(self) -> None:
        rims = [of("slump", cradle__parts__0__height=f"{h} mm").figures["rim_after"].value for h in (20, 50, 90)]
        self.assertEqual(sorted(rims, reverse=True), rims)

    def test_a_330_bowl_of_fusing_glass_is_fired_where_people_fire_it(self) -> None:
        """640 to 665 °C (common practice, no source)."""
        self.assertTrue(640 <= of("slump").figures["cast_temperature"].value <= 665)


class Draping(TestCase):
    def test_an_overhang_of_65_on_a_former_of_100_clears_by_35(self) -> None:
        found = of("drape", layup__length="230 mm", **BARE)
        self.assertAlmostEqual(found.figures["overhang"].value, 0.065)
        self.assertAlmostEqual(found.figures["clearance"].value, 0.035)
        self.assertIn("clear the shelf by 35", found.answers["layup"].metric.replace("**", ""))

    def test_120_on_100_is_stopped_and_says_how_much_to_raise_it(self) -> None:
        kiln = {**BIG_KILN, "posts": ["25 mm", "50 mm"]}
        found = of("drape", layup__length="340 mm", **BARE, heat__kiln=kiln)
        stop = next(f for f in found.findings if f.rule == "layup.hits-the-shelf")
        self.assertIn("by 20 mm", stop.says.metric)
        self.assertIn("at least 35 mm", stop.reason.metric)
        self.assertIn("Your 50 mm posts do", stop.reason.metric)
        raised = of("drape", layup__length="340 mm", layup__posts="35 mm", layup__lining="0 mm")
        self.assertNotIn("layup.hits-the-shelf", [f.rule for f in raised.findings])

    def test_it_says_when_the_arms_are_down_and_where_the_bend_line_is(self) -> None:
        found = of("bend")
        self.assertRegex(found.answers["layup"].metric, r"It is down by .*; look in from")
        self.assertAlmostEqual(found.figures["bend_line"].value - found.figures["overhang"].value, 0.005)
        self.assertLess(found.figures["lean"].value, math.radians(15))

    def test_off_the_middle_one_arm_is_longer(self) -> None:
        self.assertAlmostEqual(
            of("drape", layup__offset="10 mm").figures["overhang"].value - of("drape").figures["overhang"].value,
            0.01,
        )


class Pressing(TestCase):
    def test_a_pile_of_100_g_comes_out_two_millimetres_thick_and_as_wide_as_its_volume(self) -> None:
        """Common practice, no source: 100 g between shelves ends at about 2 mm; the size is volume over thickness."""
        found = of("press", glass__charge="100 g")
        self.assertAlmostEqual(
            found.figures["pressed_size"].value, 2 * math.sqrt(0.1 / 2500 / 0.002 / math.pi), places=4
        )
        self.assertTrue(0.0012 <= found.figures["moved"].value <= 0.003)

    def test_piles_share_the_glass(self) -> None:
        self.assertAlmostEqual(of("press", glass__charge="400 g", layup__pieces=4).figures["pile"].value, 0.1)


class Hanging(TestCase):
    def test_a_thread_is_doubled_at_the_known_work_and_parts_at_its_own(self) -> None:
        """ρgL₀W = 2.39 doubles it, and W = 3/(ρgL₀) parts it: the exact thread under its own weight (Trouton 1906)."""
        one = 1 / (2500 * G * 0.2)
        self.assertAlmostEqual(
            thread_length(work_per_pa=2.39 * one, length_m=0.2, density_kg_m3=2500), 0.4, delta=0.001
        )
        self.assertEqual(thread_length(work_per_pa=3.0001 * one, length_m=0.2, density_kg_m3=2500), math.inf)
        self.assertAlmostEqual(parting_work(length_m=0.2, density_kg_m3=2500), 3 * one)

    @given(st.floats(0.02, 1.5), st.floats(1.01, 8.0))
    def test_forth_and_back(self, length: float, times: float) -> None:
        work = thread_work(length_m=length, stretched_m=length * times, density_kg_m3=2500)
        self.assertAlmostEqual(
            thread_length(work_per_pa=work, length_m=length, density_kg_m3=2500) / length, times, delta=1e-3 * times
        )

    def test_no_shorter_than_it_was(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "expected a length above 200 mm"):
            thread_work(length_m=0.2, stretched_m=0.2, density_kg_m3=2500)

    def test_it_touches_before_it_would_part(self) -> None:
        found = of("hang")
        self.assertLess(found.figures["touches_after"].value, found.figures["parts_after"].value)


class FamiliesLaidUp(TestCase):
    def test_two_layers_keep_their_size_and_four_run_out(self) -> None:
        """Common practice, no source: four 3 mm layers, 150 mm square, come to 175 to 180 mm; two keep theirs."""
        two = of("full", layup__length="150 mm", layup__layers=[{"thick": "3 mm", "count": 2}])
        four = of("full", layup__length="150 mm", layup__layers=[{"thick": "3 mm", "count": 4}])
        self.assertAlmostEqual(two.figures["grows_to"].value, 0.15, delta=0.003)
        self.assertTrue(0.165 <= four.figures["grows_to"].value <= 0.19, four.figures["grows_to"].value)
        self.assertAlmostEqual(
            four.outcome.thickness_m * four.outcome.length_m**2, 0.012 * 0.15**2, delta=0.02 * 0.012 * 0.15**2
        )

    def test_inside_a_dam_nothing_spreads(self) -> None:
        dam = {
            "shape": "box",
            "length": "150 mm",
            "width": "150 mm",
            "height": "14 mm",
            "draft": "0°",
            "corner": "0 mm",
        }
        layers = [{"thick": "3 mm", "count": 4}]
        held = of("full", cradle__parts=[dam], layup__length="150 mm", layup__layers=layers)
        self.assertAlmostEqual(held.figures["grows_to"].value, 0.15)
        self.assertAlmostEqual(held.outcome.thickness_m, 0.012)


class Chains(TestCase):
    def test_what_was_formed_is_not_said_to_keep_its_form_where_it_lies_free(self) -> None:
        """The chain says that a polish takes a slump back: the lay-up must not deny it."""
        for first, is_formed in (("slump", True), ("drape", True), ("full", False)):
            said = plan(chain((first, {}), ("polish", {}))).stages[-1].answers["layup"].metric
            self.assertEqual("stands with the chain" in said, is_formed, first)
            self.assertEqual("keeps its outline" in said, not is_formed, first)

    def test_weight_is_carried_from_stage_to_stage(self) -> None:
        dots = {"outline": "square", "length": "12 mm", "layers": [{"thick": "6 mm"}], "pieces": 24}
        plate = {
            "outline": "square",
            "length": "190 mm",
            "layers": [{"thick": "5 mm"}],
            "takes": [{"from": "s0", "count": 24}],
        }
        found = plan(chain(("full", dots), ("full", plate), ("slump", {}), ("polish", {})))
        dot, whole, slumped, polished = (s.outcome for s in found.stages)
        self.assertAlmostEqual(dot.weight_kg, 0.012**2 * 0.006 * 2500, places=6)
        self.assertAlmostEqual(whole.weight_kg, 0.19**2 * 0.005 * 2500 + 24 * dot.weight_kg, places=6)
        self.assertAlmostEqual(slumped.weight_kg, whole.weight_kg, places=9)
        self.assertAlmostEqual(polished.weight_kg, whole.weight_kg, places=9)
        self.assertEqual([t.count for t in found.chain.links[1].travels], [24])
        self.assertEqual(found.chain.links[3].name, "Stage 3")

    def test_an_edit_of_one_stage_plans_only_it_and_what_is_made_from_it(self) -> None:
        from coldcradle.piece.plan import _planned

        stages = [("full", {}), ("slump", {}), ("polish", {})]  # type: ignore[var-annotated]  # of any kind
        plan(chain(*stages))
        before = _planned.cache_info().misses
        plan(chain(*stages))
        self.assertEqual(_planned.cache_info().misses, before)
        plan(chain(("full", {}), ("slump", {}), ("polish", {"relief": "soft"})))
        self.assertEqual(_planned.cache_info().misses, before + 1)
        plan(chain(("full", {"length": "210 mm"}), ("slump", {}), ("polish", {})))
        self.assertEqual(_planned.cache_info().misses, before + 4)

    def test_every_process_has_a_family_and_every_family_a_process(self) -> None:
        from coldcradle.heat.schedule.processes import PROCESSES

        self.assertEqual({p.family for p in PROCESSES.values()}, set(FAMILIES))
