"""What comes out has the size that its glass fills: in a bowl, off a former, between shelves, process by process."""

from __future__ import annotations

import math
from unittest import TestCase

from coldcradle.cradle.filled import filled_span_m
from coldcradle.cradle.round import Cap, Frustum
from coldcradle.cradle.stack import Stack
from coldcradle.cradle.straight import Barrel, Box
from coldcradle.document.piece import read_piece
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.solids import below
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import motion_of
from tests.core.test_families import of
from tests.core.test_rule_samples import changed

RHO = 2500.0


def cap_m3(radius_m: float, deep_m: float) -> float:
    """Volume of a spherical cap; any handbook of mensuration."""
    return math.pi * deep_m**2 * (3 * radius_m - deep_m) / 3


class Filled(TestCase):
    def test_a_bowl_is_as_wide_as_the_chord_where_it_is_filled(self) -> None:
        bowl = Stack((Cap(height_m=0.05, rim_m=0.33),))
        radius = (0.165**2 + 0.05**2) / (2 * 0.05)
        for level in (0.01, 0.0238, 0.04):
            chord = 2 * math.sqrt(2 * radius * level - level**2)
            for side in filled_span_m(bowl, level):
                self.assertAlmostEqual(side, chord, delta=0.003)
        self.assertEqual(filled_span_m(bowl, 0.05), (0.33, 0.33))
        self.assertEqual(filled_span_m(bowl, 0.08), (0.33, 0.33))

    def test_a_cone_by_similar_triangles_and_a_jar_that_narrows_by_its_widest(self) -> None:
        opens = Stack((Frustum(height_m=0.1, top_m=0.2, bottom_m=0.1),))
        closes = Stack((Frustum(height_m=0.1, top_m=0.1, bottom_m=0.2),))
        self.assertAlmostEqual(filled_span_m(opens, 0.05)[0], 0.15)
        self.assertAlmostEqual(filled_span_m(closes, 0.05)[0], 0.2)

    def test_a_trough_keeps_its_length_and_a_box_both(self) -> None:
        trough = Stack((Barrel(height_m=0.04, length_m=0.3, width_m=0.1),))
        across, into = filled_span_m(trough, 0.01)
        self.assertLess(across, 0.08)
        self.assertEqual(into, 0.3)
        self.assertEqual(filled_span_m(Stack((Box(height_m=0.05, length_m=0.3, width_m=0.1),)), 0.01), (0.3, 0.1))
        leans = Stack((Box(height_m=0.05, length_m=0.3, width_m=0.1, draft_rad=math.radians(10)),))
        less = 2 * 0.03 * math.tan(math.radians(10))
        for side, top in zip(filled_span_m(leans, 0.02), (0.3, 0.1), strict=True):
            self.assertAlmostEqual(side, top - less)

    def test_of_a_box_on_a_smaller_one_only_what_is_filled_counts(self) -> None:
        lower, upper = (
            Box(height_m=0.03, length_m=0.06, width_m=0.04),
            Box(height_m=0.03, length_m=0.1, width_m=0.09),
        )
        self.assertEqual(filled_span_m(Stack((lower, upper)), 0.02), (0.06, 0.04))
        self.assertEqual(filled_span_m(Stack((lower, upper)), 0.04), (0.1, 0.09))
        self.assertEqual(filled_span_m(Stack((upper, lower)), 0.05), (0.1, 0.09))

    def test_what_lies_below_a_level_has_the_area_of_its_segment(self) -> None:
        """A = r²·acos((r - h)/r) - (r - h)·√(2rh - h²): circular segment, any handbook."""
        trough = Stack((Barrel(height_m=0.05, length_m=0.3, width_m=0.1),))
        (ring,) = below(trough.rings_xz(), 0.02)
        x, z = zip(*ring, strict=True)
        area = abs(sum(x[i - 1] * z[i] - x[i] * z[i - 1] for i in range(len(ring)))) / 2
        r, h = 0.05, 0.02
        self.assertAlmostEqual(
            area, r * r * math.acos((r - h) / r) - (r - h) * math.sqrt(2 * r * h - h * h), delta=2e-5
        )
        self.assertEqual(max(z), 0.02)


class MeltedIn(TestCase):
    def test_a_disc_melted_into_a_bowl_is_a_lens_and_no_bowl(self) -> None:
        """It is as deep as the cap of its volume, as wide as that cap's chord, and is drawn so."""
        found = of("melt")
        made = found.outcome
        radius = (0.165**2 + 0.05**2) / (2 * 0.05)
        self.assertAlmostEqual(cap_m3(radius, made.thickness_m) * RHO / made.weight_kg, 1.0, delta=0.02)
        chord = 2 * math.sqrt(2 * radius * made.thickness_m - made.thickness_m**2)
        self.assertAlmostEqual(made.length_m, chord, delta=0.003)
        self.assertEqual(made.length_m, made.width_m)
        assert found.sketch is not None
        (after,) = [body for body in found.sketch.bodies if body.matter == "after"]
        top = max(z for ring in after.rings for _, z in ring)
        self.assertAlmostEqual(top, made.thickness_m, delta=0.0005)
        self.assertNotIn("ghost", [body.matter for body in found.sketch.bodies])
        keys = [bead.key for bead in found.thread]
        self.assertIn("pool_across", keys)
        self.assertNotIn("rim_after", keys)
        self.assertEqual({"rim_after", "form_depth", "thinnest"} & set(found.figures), set())

    def test_it_shall_take_the_marks_of_its_form(self) -> None:
        found = of("melt")
        self.assertNotIn("layup.takes-marks", [f.rule for f in found.findings])
        self.assertNotIn("The rim comes in", found.answers["layup"].metric)
        self.assertIn("The rim comes in", of("slump").answers["layup"].metric)

    def test_on_the_slider_it_is_a_sheet_first_and_a_pool_in_the_end(self) -> None:
        piece = read_piece(changed("flat", "melt", {})).piece
        moving = motion_of(staged_of(piece, piece.stages[0].key))
        assert moving is not None
        first, last = moving.frames[0].shape, moving.frames[-1].shape
        self.assertTrue(first.line)
        self.assertIn("melts level", last.words.metric)
        (pool,) = last.bodies
        deep_m = of("melt").outcome.thickness_m
        self.assertAlmostEqual(max(z for ring in pool.rings for _, z in ring), deep_m, delta=0.0005)

    def test_more_glass_than_the_form_holds_stands_over_its_brim(self) -> None:
        found = of("melt", layup__layers=[{"thick": "6 mm", "count": 6}])
        self.assertGreater(found.outcome.thickness_m, 0.05)
        self.assertAlmostEqual(found.outcome.length_m, 0.33, delta=1e-6)
        assert found.sketch is not None
        (after,) = [body for body in found.sketch.bodies if body.matter == "after"]
        self.assertAlmostEqual(max(z for ring in after.rings for _, z in ring), found.outcome.thickness_m, delta=0.0005)

    def test_too_cool_to_reach_its_form_it_is_drawn_as_the_sheet_it_still_is(self) -> None:
        found = of("melt", heat__peak_at="560 C", heat__peak_hold="5 min")
        assert found.sketch is not None
        self.assertIn("ghost", [body.matter for body in found.sketch.bodies])


class OffTheFormer(TestCase):
    def test_on_a_round_former_the_arms_come_in_all_round(self) -> None:
        for outline in (BlankOutline.ROUND, BlankOutline.SQUARE):
            made = of("drape", layup__outline=outline).outcome
            self.assertEqual(made.outline, outline)
            self.assertAlmostEqual(made.length_m, made.width_m)
            self.assertTrue(0.112 <= made.length_m <= 0.135, made.length_m)

    def test_a_bent_strip_keeps_its_width_and_a_short_blank_its_length(self) -> None:
        bent = of("bend").outcome
        self.assertAlmostEqual(bent.width_m, 0.08)
        self.assertLess(bent.length_m, 0.1)
        short = of("drape", layup__length="80 mm").outcome
        self.assertAlmostEqual(short.length_m, 0.08)

    def test_on_a_cone_it_stands_out_and_too_cool_it_stays_wide(self) -> None:
        cone = [{"shape": "frustum", "top": "60 mm", "bottom": "200 mm", "height": "80 mm"}]
        self.assertGreater(of("drape", cradle__parts=cone).outcome.length_m, 0.15)
        cool = of("drape", heat__peak_at="570 C", heat__peak_hold="5 min").outcome
        self.assertGreater(cool.length_m, of("drape").outcome.length_m + 0.02)


class Balance(TestCase):
    def test_pressed_its_size_and_its_thickness_hold_its_glass(self) -> None:
        """m = ρ·d·π·D²/4 of what the thread itself says."""
        found = of("press")
        values = {bead.key: found.figures[bead.figure].value for bead in found.thread}
        held = RHO * values["pressed_to"] * math.pi * values["pressed_size"] ** 2 / 4
        self.assertAlmostEqual(held / found.outcome.weight_kg, 1.0, delta=0.02)
        self.assertAlmostEqual(values["pressed_to"], found.outcome.thickness_m)
        self.assertGreaterEqual(values["thickness"], values["pressed_to"])

    def test_no_process_gives_more_glass_than_its_sizes_hold_nor_hardly_any(self) -> None:
        """Between the box it lies in and a cone in that box (π/12)."""
        for process in PROCESSES:
            made = of(process).outcome
            if made.is_hollow or made.shaped not in ("flat", "cast", "pressed"):
                continue
            with self.subTest(process):
                share = made.weight_kg / (RHO * made.length_m * made.width_m * made.thickness_m)
                self.assertTrue(math.pi / 12 < share < 1.06, share)
