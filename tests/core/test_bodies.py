"""A firing has two bodies: what lies cold decides how it is warmed, what comes out how it is annealed."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import trimesh
from django.test import SimpleTestCase

from coldcradle.cradle.materials import materials
from coldcradle.cradle.mesh_room import room_of
from coldcradle.cradle.solid import Solid
from coldcradle.cradle.walls import goes_round, local_wall_m
from coldcradle.document.cradle import solid_document
from coldcradle.document.piece import read_piece
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.physics.zones import evened, lag_s, run_zones
from coldcradle.layup.bodies import Shade, Zone
from coldcradle.layup.load import Load
from coldcradle.piece.plan import plan, staged_of
from coldcradle.piece.result import StagePlan
from coldcradle.piece.stage import compute_stage
from coldcradle.quantity.format import say
from studio.starters import starting_cradle, starting_layup
from tests.core.test_rule_samples import begun
from tests.formulas import check_formula

NINETY = shipped_kinds()["fusing-90-clear"]


def stage(process: str, *, takes: int = 0, key: str = "s1", **changes: Any) -> dict[str, Any]:
    """A stage as it begins; `takes` so many of s0, with nothing new laid unless `layup__layers` says so."""
    made = begun(process)["stages"][0] | {"key": key, "name": key}
    made["glass"] = {**made["glass"], "rack": {"sheet": "90 kg", "coarse": "90 kg"}}
    if takes:
        made["takes"] = [{"from": "s0", "count": takes}]
        made["layup"] = {k: v for k, v in made["layup"].items() if k not in ("layers", "length", "width", "outline")}
    for path, value in changes.items():
        station, name = path.split("__")
        made[station] = {**made[station], name: value}
    return made


def cast(*parts: dict[str, Any], line: str, **changes: Any) -> dict[str, Any]:
    room = {"parts": list(parts), "line": line, "method": "shape", "material": "plaster-silica", "wall": "30 mm"}
    made = stage("cast", key="s0", glass__form="coarse", **changes)
    return made | {"cradle": {**made["cradle"], **room}}


def box(side: int, deep: int) -> dict[str, Any]:
    return cast(
        {"shape": "box", "length": f"{side} mm", "width": f"{side} mm", "height": f"{deep} mm"}, line=f"{deep} mm"
    )


def cored(bore: int, core: int, deep: int) -> dict[str, Any]:
    return cast(
        {"shape": "cylinder", "bore": f"{bore} mm", "height": f"{deep} mm"},
        {"shape": "cylinder", "bore": f"{core} mm", "height": f"{deep} mm", "as": "core", "from": "0 mm"},
        line=f"{deep} mm",
    )


def last(*stages: dict[str, Any]) -> StagePlan:
    return plan(read_piece({**begun("full"), "stages": list(stages)}).piece).stages[-1]


def load_of(*stages: dict[str, Any]) -> Load:
    piece = read_piece({**begun("full"), "stages": list(stages)}).piece
    staged = staged_of(piece, piece.stages[-1].key)
    return compute_stage(staged.stage, staged.incoming).laid.load


def warm(found: StagePlan) -> float:
    assert found.heat is not None
    return next(s.rate_k_per_h for s in found.heat.steps if s.key in ("warm", "bubbles"))  # type: ignore[return-value]


def counts_mm(found: StagePlan) -> float:
    return found.figures["effective_thickness"].value * 1e3


def one(thick: str, many: int = 1) -> list[dict[str, Any]]:
    return [{"thick": thick, "count": many}]


class Warming(SimpleTestCase):
    def test_what_was_fused_before_is_solid_whatever_is_done_to_it(self) -> None:
        """40 mm at most 25 °C/h: its own sum says 18. It was warmed at 400 in full, tack and stick."""
        for process in ("full", "tack", "stick", "spread", "polish", "texture", "slump", "drape", "press", "melt"):
            self.assertLessEqual(warm(last(box(150, 40), stage(process, takes=1))), 25.0, process)

    def test_thick_glass_is_warmed_by_what_goes_in_and_not_by_what_it_spreads_to(self) -> None:
        self.assertLessEqual(warm(last(stage("spread", layup__layers=one("40 mm"), layup__length="150 mm"))), 25.0)

    def test_a_sheet_of_its_own_is_solid_and_loose_ones_are_each_a_body(self) -> None:
        self.assertLess(warm(last(stage("full", layup__layers=one("25 mm")))), 60)
        self.assertEqual(warm(last(stage("full", layup__layers=one("3 mm", 4)))), 220.0)
        self.assertEqual(warm(last(stage("full", layup__layers=one("3 mm", 4), heat__target="quick"))), 400.0)
        self.assertLess(warm(last(stage("full", layup__layers=one("20 mm", 2)))), 90)

    def test_parts_count_by_the_step_beside_them(self) -> None:
        """A 25 mm puck on 6 mm was warmed at 400 and soaked an hour; as uneven work it counts as twice its 31 mm."""
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        found = last(puck, stage("tack", takes=1, **sheet))
        self.assertLessEqual(warm(found), 20.0)
        self.assertAlmostEqual(counts_mm(found), 62.0, delta=0.5)
        again = last(
            puck,
            stage("tack", takes=1, **sheet),
            stage("slump", key="s2")
            | {
                "takes": [{"from": "s1", "count": 1}],
                "layup": {"wet": "dry"},
            },
        )
        self.assertLessEqual(warm(again), 35.0)

    def test_parts_are_bodies_of_their_own_beside_the_sheet(self) -> None:
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        cold = load_of(puck, stage("tack", takes=1, layup__layers=one("6 mm"), layup__length="200 mm")).cold
        self.assertEqual([round(body.thickness_m * 1e3) for body in cold], [6, 25])
        self.assertIsNotNone(cold[0].shade)

    def test_a_hollow_piece_cannot_bow_even_on_posts(self) -> None:
        (vase,) = load_of(cored(80, 60, 100), stage("polish", takes=1, layup__on="posts")).cold
        self.assertTrue(vase.cannot_bow)
        self.assertFalse(vase.is_open)
        self.assertAlmostEqual(vase.counts_m, 0.020)

    def test_an_uneven_piece_is_uneven_wherever_it_goes(self) -> None:
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        tacked = stage("tack", takes=1, **sheet)
        part = stage("full", key="s2", layup__layers=one("3 mm", 2), layup__length="300 mm", layup__outline="square")
        on_it = last(puck, tacked, part | {"takes": [{"from": "s1", "count": 1}]})
        flat = last(puck, tacked, part)
        self.assertLess(warm(on_it), 30)
        self.assertEqual(warm(flat), 220.0)

    def test_what_somebody_says_of_a_sheet_goes_in_too(self) -> None:
        self.assertLess(warm(last(stage("polish", layup__thick="40 mm"))), 25)

    def test_grains_are_never_the_piece_they_become(self) -> None:
        made = stage("stick", glass__form="coarse", layup__layers=one("5 mm"), layup__enters="frit")
        found = compute_stage(read_piece({**begun("full"), "stages": [made]}).piece.stages[0])
        self.assertAlmostEqual(found.laid.load.cold[0].thickness_m, found.laid.load.thickness.value)
        self.assertFalse(found.laid.load.is_one_body)

    def test_a_foot_counts_cold_and_hot(self) -> None:
        found = last(stage("ring", layup__layers=one("9 mm"), layup__foot="25 mm", layup__foot_width="60 mm"))
        self.assertLessEqual(warm(found), 60.0)
        self.assertAlmostEqual(counts_mm(found), 68.0, delta=0.5)

    def test_over_a_former_the_middle_is_shaded(self) -> None:
        """6 mm is draped at 100 to 165 °C/h (common practice, no source); up to 15 mm began at 400."""
        self.assertTrue(100 <= warm(last(stage("drape", layup__layers=one("6 mm")))) <= 165)
        self.assertLess(warm(last(stage("drape", layup__layers=one("15 mm")))), 80)
        self.assertLess(warm(last(stage("drape", layup__layers=one("25 mm"), cradle__wall="2 mm"))), 50)

    def test_a_blank_in_a_ceramic_mould_is_warmed_as_ever(self) -> None:
        """110 to 200 °C/h, common practice, no source."""
        self.assertTrue(110 <= warm(last(stage("slump", layup__layers=one("6 mm")))) <= 200)

    def test_the_rim_of_a_drop_lags_on_its_ring(self) -> None:
        """8 mm on 3 mm of steel: 7.7 MPa at 200 °C/h by the closed form."""
        found = last(stage("ring", layup__layers=one("8 mm")))
        self.assertLess(warm(found), 180)
        assert found.heat is not None
        self.assertLessEqual(found.heat.warm_peak_pa, 7e6)

    def test_a_rod_that_stands_is_warmed_sideways(self) -> None:
        rod = cast({"shape": "cylinder", "bore": "20 mm", "height": "200 mm"}, line="200 mm")
        self.assertGreater(warm(last(rod, stage("polish", takes=1))), 100)

    def test_a_block_in_a_filling_or_a_press_is_a_block(self) -> None:
        block = box(60, 60)
        filled = last(block, box(80, 60) | {"key": "s1", "takes": [{"from": "s0", "count": 1}]})
        self.assertLessEqual(warm(filled), 30.0)
        self.assertLessEqual(warm(last(block, stage("press", takes=1))), 10.0)

    def test_a_reusable_frit_mould_is_no_wet_plaster(self) -> None:
        cradle = starting_cradle("frit")
        self.assertEqual(cradle["material"], "ceramic")
        self.assertEqual(starting_layup("frit", cradle), {"wet": "dry"})
        self.assertEqual(starting_cradle("cast")["material"], "plaster-silica")


class Annealing(SimpleTestCase):
    def test_a_weight_that_was_typed_is_a_thickness(self) -> None:
        """3 kg on 200 mm square is 30 mm, and was counted as 6."""
        for form in ("sheet", "coarse"):
            shelf = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
            found = last(stage("tack", glass__charge="3 kg", glass__form=form, **shelf))
            self.assertAlmostEqual(counts_mm(found), 30.0, delta=0.5)

    def test_what_melts_counts_as_deep_as_it_pools(self) -> None:
        room = [{"shape": "box", "length": "150 mm", "width": "60 mm", "height": "40 mm"}]
        sheet = {"layup__layers": one("12 mm"), "layup__length": "180 mm", "layup__width": "130 mm"}
        found = last(stage("melt", cradle__parts=room, layup__outline="oblong", **sheet))
        self.assertAlmostEqual(counts_mm(found), 0.18 * 0.13 * 0.012 / (0.15 * 0.06) * 1e3, delta=0.1)

    def test_what_folds_round_a_former_counts_half_as_much_again(self) -> None:
        """Soft folds are uneven work, 1.5 times (common practice, no source); a strip has none."""
        box = [{"shape": "box", "length": "100 mm", "width": "100 mm", "height": "100 mm", "draft": "0°"}]
        for parts, outline, wide, expected in (
            (None, "round", "150 mm", 9.0),
            (box, "square", "150 mm", 9.0),
            (box, "oblong", "100 mm", 6.0),
        ):
            found = stage("drape", layup__layers=one("6 mm"), layup__outline=outline, layup__length="150 mm")
            found["layup"]["width"] = wide
            if parts:
                found["cradle"]["parts"] = parts
            self.assertAlmostEqual(counts_mm(last(found)), expected, delta=0.01, msg=outline)

    def test_several_that_are_taken_all_count(self) -> None:
        plate = stage("full", key="s0", layup__layers=one("6 mm", 2), layup__length="200 mm", layup__outline="round")
        single = last(plate)
        found = last(plate, stage("tack", takes=3))
        self.assertAlmostEqual(found.outcome.weight_kg, 3 * single.outcome.weight_kg, places=6)
        self.assertAlmostEqual(counts_mm(found), 3e3 * single.outcome.thickness_m, delta=0.1)
        beside = last(
            plate,
            stage(
                "polish",
                takes=2,
                cradle__parts=[
                    {
                        "shape": "box",
                        "length": "600 mm",
                        "width": "600 mm",
                        "height": "15 mm",
                        "draft": "0°",
                        "corner": "0 mm",
                    }
                ],
            ),
        )
        self.assertEqual(beside.outcome.pieces, 2)
        self.assertAlmostEqual(beside.outcome.weight_kg, single.outcome.weight_kg, places=6)

    def test_a_filling_weighs_out_less_by_what_it_takes_in(self) -> None:
        block, room = box(60, 60), box(80, 60) | {"key": "s1"}
        alone = last(room | {"key": "s0"})
        filled = last(block, room | {"takes": [{"from": "s0", "count": 1}]})
        came = last(block).outcome.weight_kg
        self.assertAlmostEqual(filled.figures["charge_mass"].value, alone.figures["charge_mass"].value - came, places=6)
        self.assertAlmostEqual(filled.outcome.weight_kg, alone.outcome.weight_kg, places=6)

    def test_a_pool_that_hardly_forms_is_annealed_as_it_stands(self) -> None:
        for process in ("full", "spread"):
            found = last(stage(process, layup__layers=one("50 mm"), layup__length="150 mm", layup__outline="square"))
            self.assertGreater(counts_mm(found), 1.5e3 * found.outcome.thickness_m, process)

    def test_work_on_the_face_does_not_wait_for_the_heart(self) -> None:
        """40 mm was held 80 min at 713 °C to be polished, and ran to 27 mm."""
        found = last(box(150, 40), stage("polish", takes=1))
        self.assertLessEqual(found.figures["cast_hold"].value, 600)
        self.assertNotIn("layup.runs-too-far", {f.rule for f in found.findings})
        held = last(box(150, 40), stage("polish", takes=1, heat__peak_hold="80 min", heat__peak_at="713 °C"))
        stop = next(f for f in held.findings if f.rule == "layup.runs-too-far")
        self.assertEqual(stop.severity, "stop")

    def test_two_zones_say_about_what_the_rule_of_the_trade_leaves(self) -> None:
        """Uneven work counts as 1.5 to 2 times its thickest (common practice, no source): 0.45 MPa are wished."""
        for high, base in ((6, 6), (12, 6), (25, 6), (25, 12)):
            puck = cast({"shape": "cylinder", "bore": "60 mm", "height": f"{high} mm"}, line=f"{high} mm")
            sheet = {"layup__layers": one(f"{base} mm"), "layup__length": "200 mm", "layup__outline": "square"}
            found = last(puck, stage("tack", takes=1, **sheet))
            self.assertTrue(0.2e6 <= found.figures["zone_strain"].value <= 0.65e6, (high, base))
        self.assertNotIn("zone_strain", last(stage("tack")).figures)


class Workings(SimpleTestCase):
    def test_every_figure_of_both_bodies_comes_out_of_what_is_printed(self) -> None:
        puck = cast({"shape": "cylinder", "bore": "60 mm", "height": "25 mm"}, line="25 mm")
        sheet = {"layup__layers": one("6 mm"), "layup__length": "200 mm", "layup__outline": "square"}
        trough = [{"shape": "barrel", "length": "160 mm", "width": "80 mm", "height": "35 mm"}]
        for stages in (
            [puck, stage("tack", takes=1, **sheet)],
            [puck, stage("full", takes=1, **sheet)],
            [stage("drape")],
            [stage("ring", layup__foot="20 mm", layup__foot_width="60 mm")],
            [cored(100, 60, 80), stage("polish", takes=1)],
            [box(150, 40), stage("polish", takes=1)],
            [box(60, 60), stage("press", takes=1)],
            [box(60, 60), box(80, 60) | {"key": "s1", "takes": [{"from": "s0", "count": 1}]}],
            [stage("melt", layup__layers=one("12 mm"))],
            [stage("slump", cradle__material="plaster-silica", cradle__wall="35 mm")],
            [
                stage(
                    "slump", cradle__parts=trough, layup__outline="oblong", layup__length="160 mm", layup__width="80 mm"
                )
            ],
            [stage("tack", glass__charge="2 kg", layup__length="200 mm")],
            [stage("stick", glass__form="powder", layup__enters="frit")],
        ):
            for figure in last(*stages).figures.values():
                with self.subTest(stage=stages[-1]["process"], figure=figure.key):
                    check_formula(figure)


class Closed(SimpleTestCase):
    def test_a_wall_round_a_core_counts_twice_whatever_is_chosen(self) -> None:
        for leaves in ("bow", "held", "block", "free"):
            found = last(cored(100, 60, 80) | {"heat": {**stage("cast")["heat"], "restraint": leaves}})
            self.assertAlmostEqual(counts_mm(found), 40.0, delta=0.1, msg=leaves)
            assert found.heat is not None
            slow = next(s.rate_k_per_h for s in found.heat.steps if s.key == "anneal")
            self.assertLess(slow or 0, 8)  # it was 23

    def test_channels_that_go_round_are_closed_without_a_core(self) -> None:
        ring = {"shape": "ring", "outer": "240 mm", "inner": "120 mm", "height": "20 mm"}
        self.assertGreater(counts_mm(last(cast(ring, line="20 mm"))), 35)

    def test_what_is_taken_on_keeps_its_wall(self) -> None:
        """A vase of 10 mm, 100 high, polished: it was counted as 100 mm, two weeks."""
        found = last(cored(80, 60, 100), stage("polish", takes=1))
        assert found.heat is not None
        self.assertAlmostEqual(counts_mm(found), 20.0, delta=0.1)
        self.assertLess(found.heat.total_s / 3600, 60)
        self.assertAlmostEqual(counts_mm(last(cored(110, 60, 30), stage("polish", takes=1))), 50.0, delta=0.1)
        on_posts = last(cored(80, 60, 100), stage("polish", takes=1, layup__on="posts"))
        self.assertAlmostEqual(counts_mm(on_posts), 20.0, delta=0.1)

    def test_a_bowl_in_thick_plaster_cannot_bow(self) -> None:
        """Held in 35 mm of plaster 6 mm keeps 1.5 MPa where free it keeps 0.1; in 9 mm of ceramic it is tolerable."""
        thick = last(stage("slump", cradle__material="plaster-silica", cradle__wall="35 mm"))
        thin = last(stage("slump", cradle__material="ceramic", cradle__wall="9 mm"))
        rates = [
            next(s.rate_k_per_h for s in found.heat.steps if s.key == "anneal") for found in (thick, thin) if found.heat
        ]
        self.assertLess(rates[0] or 0, 30)
        self.assertGreater(rates[1] or 0, 50)

    def test_standing_rods_are_soaked_by_the_thickness_that_counts(self) -> None:
        """20 mm across and 200 high: 33 h by the rule of thumb of its height."""
        rod = cast({"shape": "cylinder", "bore": "20 mm", "height": "200 mm"}, line="200 mm")
        self.assertLess(last(rod).figures["soak_thumb"].value / 3600, 4)


def mesh(points: list[list[float]]) -> Solid:
    turned = trimesh.creation.revolve(np.array(points), sections=64)
    *_, (_, _, solid, _, _) = room_of(turned, name="vase", role="cavity", unit="mm", up="z")
    assert solid is not None
    return solid


class Meshes(SimpleTestCase):
    VASE = ([0, 0], [40, 0], [40, 80], [32, 80], [32, 8], [0, 8], [0, 0])

    def test_a_vase_counts_by_its_wall_and_takes_about_two_days(self) -> None:
        vase = mesh([list(p) for p in self.VASE])
        self.assertTrue(goes_round(vase))
        self.assertTrue(0.008 <= local_wall_m(vase, 0.08) <= 0.0105, local_wall_m(vase, 0.08))
        made = stage("cast", key="s0", glass__form="coarse", cradle__solid=solid_document(vase))
        made["cradle"] |= {"line": "80 mm", "method": "shape"}
        found = last(made)
        assert found.heat is not None
        self.assertTrue(40 <= found.heat.total_s / 3600 <= 56, found.heat.total_s / 3600)

    def test_a_mesh_kept_before_walls_were_measured_is_told_by_its_section(self) -> None:
        vase = mesh([list(p) for p in self.VASE])
        old = solid_document(vase)
        del old["wall_m"], old["goes_round"]
        made = stage("cast", key="s0", cradle__solid=old)
        read = read_piece({**begun("full"), "stages": [made]}).piece.stages[0].cradle.room
        self.assertTrue(goes_round(read))
        self.assertLess(local_wall_m(read, 0.08), 0.0105)

    def test_a_plain_block_is_neither_hollow_nor_thin(self) -> None:
        block = mesh([[0, 0], [40, 0], [40, 80], [0, 80], [0, 0]])
        self.assertFalse(goes_round(block))
        self.assertGreater(local_wall_m(block, 0.08), 0.075)


class Zones(SimpleTestCase):
    """Disc with a colder middle, Timoshenko & Goodier, Theory of Elasticity; films as common practice has them."""

    def shade(self, mm: float, steel_mm: float, share: float = 0.4) -> Shade:
        steel = materials()["stainless"]
        return Shade(
            inner=Zone(glass_m=mm / 1e3, under=steel, under_m=steel_mm / 1e3),
            outer=Zone(glass_m=mm / 1e3, faces=2),
            inner_share=share,
            half_m=0.2,
            words=say("over steel"),
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

    def test_alike_zones_do_nothing_to_one_another(self) -> None:
        same = Shade(inner=Zone(glass_m=0.006), outer=Zone(glass_m=0.006), inner_share=0.3, half_m=0.1, words=say(""))
        run = run_zones(same, NINETY, [(0.0, 20.0), (3600.0, 320.0)])
        self.assertLess(float(np.abs(run.between_pa).max()), 1.0)

    def test_heat_runs_sideways_through_what_is_narrow(self) -> None:
        """1 − x·K₁(x): 0.398 at x = 1 and 0.72 at 2 (Abramowitz & Stegun, table 9.8)."""
        reach = math.sqrt((0.741 + 8.58e-4 * 423.15) * 0.003 / 25.45)
        for x, left in ((1.0, 0.398), (2.0, 0.720)):
            shade = Shade(
                inner=Zone(glass_m=0.012), outer=Zone(glass_m=0.006), inner_share=0.1, half_m=x * reach, words=say("")
            )
            self.assertAlmostEqual(evened(shade), left, delta=0.01)
