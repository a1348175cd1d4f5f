"""What lies on a blank or in it: weighed, as high as it melts, drawn where it lies, and what is unwise about it."""

from __future__ import annotations

import math
from typing import Any, ClassVar
from unittest import TestCase

from coldcradle.piece.result import StagePlan
from tests.staged import counts_mm, last, load_of, one, stage, warm


def plate(*added: dict[str, Any], **more: Any) -> StagePlan:
    """A plate of 200 mm square from one sheet of 6 mm, tack fused, with this on it."""
    made = stage("tack", key="s0", layup__outline="square", layup__length="200 mm", layup__layers=one("6 mm"), **more)
    made["layup"] = {**made["layup"], "added": list(added)}
    return last(made)


def rules(found: StagePlan) -> set[str]:
    return {f.rule for f in found.findings}


class Counted(TestCase):
    def test_nothing_added_changes_nothing(self) -> None:
        self.assertAlmostEqual(plate().outcome.weight_kg, 2500 * 0.04 * 0.006, places=4)

    def test_each_weighs_what_it_is(self) -> None:
        alone = plate().outcome.weight_kg
        for added, more_kg in (
            ({"kind": "partial", "thick": "3 mm", "length": "100 mm", "width": "50 mm"}, 2500 * 0.005 * 0.003),
            ({"kind": "bed", "thick": "2 mm"}, 2500 * 0.04 * 0.002 * 0.55),
            ({"kind": "stringer", "thick": "2 mm", "count": 5}, 5 * 2500 * math.pi / 4 * 0.002**2 * 0.2),
            ({"kind": "wire", "thick": "0.5 mm", "length": "0.1 m"}, 8900 * math.pi / 4 * 0.0005**2 * 0.1),
        ):
            with self.subTest(added=added):
                self.assertAlmostEqual(plate(added).outcome.weight_kg - alone, more_kg, places=6)

    def test_part_of_a_sheet_raises_the_stack_and_a_bed_raises_all_of_it(self) -> None:
        half = plate({"kind": "partial", "thick": "3 mm"})
        self.assertAlmostEqual(half.outcome.thickness_m, 0.009, places=4)
        assert half.outcome.raised is not None
        self.assertAlmostEqual(half.outcome.raised.base_m, 0.006, places=4)
        bed = plate({"kind": "bed", "thick": "4 mm"})
        self.assertAlmostEqual(bed.outcome.thickness_m, 0.006 + 0.55 * 0.004, places=4)
        self.assertGreater(
            half.figures["effective_thickness"].value, plate().figures["effective_thickness"].value + 0.002
        )

    def test_it_stands_on_the_list_and_on_the_plan_where_it_lies(self) -> None:
        found = plate({"kind": "stringer", "name": "grey lines", "count": 3, "x": "10 mm"})
        self.assertIn("3 × grey lines", [w.name for w in found.weigh])
        assert found.sketch is not None
        (drawn,) = [b for b in found.sketch.plan if b.name == "grey lines"]
        middles = [sum(y for _, y in ring) / 4 for ring in drawn.rings]
        self.assertEqual([round(y * 1e3) for y in middles], [-50, 0, 50])
        self.assertAlmostEqual(sum(x for x, _ in drawn.rings[0]) / 4, 0.01)

    def test_it_goes_with_every_piece_alike(self) -> None:
        several = plate({"kind": "partial", "thick": "3 mm"}, layup__pieces=4)
        self.assertAlmostEqual(several.outcome.weight_kg, plate({"kind": "partial", "thick": "3 mm"}).outcome.weight_kg)


class Patched(TestCase):
    """A patch of 8 mm over a sheet of 3 that hangs open below, beside what its cradle shades of it."""

    PATCH: ClassVar = {"kind": "partial", "thick": "8 mm", "length": "60 mm"}

    def test_what_lies_on_it_slows_the_warming_on_a_ring_and_over_a_former(self) -> None:
        sheet = [{"thick": "3 mm", "count": 1}]
        for process in ("ring", "drape"):
            bare = stage(process, key="s0", layup__layers=sheet)
            patched = stage(process, key="s0", layup__layers=sheet, layup__added=[self.PATCH])
            self.assertLess(warm(last(patched)), warm(last(bare)) / 1.5, process)
            shaded, stepped = (body.shade for body in load_of(patched).cold[:2])
            assert shaded is not None
            assert stepped is not None
            self.assertFalse(shaded.is_step)
            self.assertTrue(stepped.is_step)
            self.assertEqual((stepped.outer.faces, stepped.outer.under, stepped.outer.over_m), (2, None, 0.0))
            self.assertAlmostEqual(stepped.inner.over_m, 0.008)
            self.assertEqual(sum(body.shade is not None for body in load_of(bare).cold), 1)

    def test_it_is_new_glass_that_the_rack_must_hold(self) -> None:
        """A sheet of 600 g with a patch of 72 g: enough at 673 g, and not at 671."""
        patch = {"kind": "partial", "thick": "8 mm", "length": "60 mm"}
        wire = {"kind": "wire", "thick": "1 mm", "length": "200 mm"}
        bare, patched, wired = (plate(*added).figures["charge_mass"].value for added in ((), (patch,), (wire,)))
        self.assertAlmostEqual(patched - bare, 0.008 * 0.06**2 * 2500, places=6)
        self.assertAlmostEqual(wired, bare, places=9)
        for rack_kg, is_enough in ((patched + 0.001, True), (patched - 0.001, False), (bare + 0.001, False)):
            found = plate(patch, glass__rack={"sheet": f"{rack_kg:.4f} kg"})
            self.assertEqual("Enough" in found.answers["glass"].metric, is_enough, rack_kg)
            self.assertEqual("glass.too-little-to-cut" in rules(found), not is_enough, rack_kg)

    def test_and_where_nothing_else_is_new(self) -> None:
        before = stage("tack", key="s0", layup__outline="square", layup__length="200 mm", layup__layers=one("6 mm"))
        again = stage("tack", takes=1, layup__added=[{"kind": "partial", "thick": "8 mm", "length": "60 mm"}])
        found = last(before, again)
        self.assertAlmostEqual(found.figures["charge_mass"].value, 0.072, places=6)
        self.assertNotIn("Nothing new", found.answers["glass"].metric)
        self.assertAlmostEqual(found.outcome.weight_kg, last(before).outcome.weight_kg + 0.072, places=6)

    def test_on_a_new_bottle_it_weighs_and_counts(self) -> None:
        hung = {"layup__outline": "oblong", "layup__length": "190 mm", "layup__width": "62 mm", "layup__wall": "4 mm"}
        patch = {"kind": "partial", "thick": "20 mm", "length": "40 mm"}
        bare, patched = (last(stage("hang", key="s0", **hung, layup__added=added)) for added in ([], [patch]))  # type: ignore[arg-type]  # as plain values
        self.assertAlmostEqual(patched.outcome.weight_kg - bare.outcome.weight_kg, 0.02 * 0.04**2 * 2500, places=6)
        self.assertAlmostEqual(patched.outcome.solid_m - bare.outcome.solid_m, 0.020, places=6)
        self.assertGreater(counts_mm(patched), 2 * 24 - 0.1)
        self.assertLess(warm(patched), warm(bare) / 3)

    def test_and_on_a_hollow_thing_that_cannot_bow(self) -> None:
        hung = {"layup__outline": "oblong", "layup__length": "190 mm", "layup__width": "62 mm", "layup__wall": "4 mm"}
        bottle = stage("hang", key="s0", **hung)  # type: ignore[arg-type]  # as plain values
        bare, patched = (stage("polish", takes=1, layup__added=added) for added in ([], [self.PATCH]))
        self.assertIsNone(load_of(bottle, bare).cold[0].shade)
        shade = load_of(bottle, patched).cold[0].shade
        self.assertTrue(shade is not None and shade.is_step)
        self.assertLess(warm(last(bottle, patched)), warm(last(bottle, bare)))


class Rules(TestCase):
    def test_a_thick_wire_and_what_overhangs(self) -> None:
        for added, rule, expected in (
            ({"kind": "wire", "thick": "1.1 mm", "length": "50 mm"}, "layup.thick-wire", True),
            ({"kind": "wire", "thick": "1 mm", "length": "50 mm"}, "layup.thick-wire", False),
            ({"kind": "stringer", "length": "290 mm"}, "layup.added-overhangs", True),
            ({"kind": "stringer", "length": "280 mm"}, "layup.added-overhangs", False),
        ):
            self.assertEqual(rule in rules(plate(added)), expected, added)

    def test_coated_faces(self) -> None:
        def layers(lower: str, upper: str) -> set[str]:
            sheets = [{"thick": "3 mm", "count": 1, "coated": c} for c in (lower, upper)]
            made = stage("full", key="s0", layup__outline="square", layup__length="200 mm", layup__layers=sheets)
            return {r for r in rules(last(made)) if "coat" in r}

        self.assertEqual(layers("none", "none"), set())
        self.assertEqual(layers("top", "under"), {"layup.coated-faces-meet"})
        self.assertEqual(layers("top", "top"), set())
        self.assertEqual(layers("under", "none"), {"layup.coating-lies-under"})
        self.assertEqual(layers("none", "both"), {"layup.coated-on-both"})
