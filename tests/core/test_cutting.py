"""Cutting plans: by straight cuts right through, checked against every way there is in small cases."""

from __future__ import annotations

import functools
import itertools
import random
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.cutting import KEEPS_M, CuttingPlan, StockSheet, Wanted, plan_cuts
from coldcradle.layup.guillotine import Cell, CutRectangle, Stock, pack
from tests import examples


def sheet(length: float = 800, width: float = 500, count: int = 1, thick: float = 3) -> StockSheet:
    return StockSheet(
        key=f"{length}x{width}x{thick}",
        name="rack",
        length_m=length / 1e3,
        width_m=width / 1e3,
        thickness_m=thick / 1e3,
        count=count,
    )


def wanted(length: float, width: float, count: int, outline: str = "oblong", **more: bool) -> Wanted:
    return Wanted(
        name="tile",
        outline=outline,  # type: ignore[arg-type]  # one of them
        length_m=length / 1e3,
        width_m=width / 1e3,
        thickness_m=0.003,
        count=count,
        **more,
    )


@functools.cache
def every_way(length: int, width: int, boxes: tuple[tuple[int, int], ...]) -> bool:
    """Whether whole-millimetre boxes come out of a sheet by cuts right through: tries every cut and every share."""
    if not boxes:
        return True
    if len(boxes) == 1:
        a, b = boxes[0]
        return (a <= length and b <= width) or (b <= length and a <= width)
    if sum(a * b for a, b in boxes) > length * width:
        return False
    for many in range(1, len(boxes)):
        for chosen in itertools.combinations(range(len(boxes)), many):
            one = tuple(boxes[i] for i in chosen)
            two = tuple(b for i, b in enumerate(boxes) if i not in chosen)
            for at in range(1, length):
                if every_way(at, width, one) and every_way(length - at, width, two):
                    return True
            for at in range(1, width):
                if every_way(length, at, one) and every_way(length, width - at, two):
                    return True
    return False


def leaves(root: Cell) -> list[Cell]:
    return [cell for cell in root.cells() if cell.parts is None]


class AgainstEveryWay(TestCase):
    def test_it_places_what_can_be_placed(self) -> None:
        """Four boxes on small sheets, both ways round; brute force knows the answer."""
        chance, agreed, possible = random.Random(7), 0, 0
        for _ in range(40):
            size = (chance.randint(6, 10), chance.randint(5, 9))
            boxes = tuple((chance.randint(2, 6), chance.randint(2, 5)) for _ in range(4))
            fits = every_way(*size, boxes)
            found = pack(
                [Stock("s", *map(float, size), 1)],  # type: ignore[arg-type, call-arg]  # as plain values
                [CutRectangle(str(i), *map(float, b), True) for i, b in enumerate(boxes)],  # type: ignore[arg-type, call-arg]  # as plain values
            )
            self.assertFalse(not found.missing and not fits, (size, boxes))
            agreed += (not found.missing) == fits
            possible += fits
        self.assertGreater(possible, 5)
        self.assertGreaterEqual(agreed, 39)  # a heuristic may miss a rare one; it never cuts what cannot be cut


class Laws(TestCase):
    @settings(max_examples=examples(40))
    @given(st.lists(st.tuples(st.integers(40, 400), st.integers(40, 300)), min_size=1, max_size=12), st.integers(1, 3))
    def test_pieces_neither_overlap_nor_leave_the_sheet_and_areas_add_up(
        self, sizes: list[tuple[int, int]], many: int
    ) -> None:
        boxes = [CutRectangle(str(i), a / 1e3, b / 1e3, True) for i, (a, b) in enumerate(sizes)]
        found = pack([Stock("s", 0.8, 0.5, many)], boxes)
        placed = [c.box.key for _, root in found.sheets for c in leaves(root) if c.box]
        self.assertEqual(sorted(placed + [b.key for b in found.missing]), sorted(b.key for b in boxes))
        for _, root in found.sheets:
            self.assertAlmostEqual(sum(c.area_m2 for c in leaves(root)), 0.4)
            for one, two in itertools.combinations(leaves(root), 2):
                apart = (
                    one.x_m + one.length_m <= two.x_m + 1e-9
                    or two.x_m + two.length_m <= one.x_m + 1e-9
                    or one.y_m + one.width_m <= two.y_m + 1e-9
                    or two.y_m + two.width_m <= one.y_m + 1e-9
                )
                self.assertTrue(apart)

    def test_what_keeps_its_stripes_is_not_turned(self) -> None:
        tall = sheet(300, 600)
        self.assertEqual(plan_cuts([tall], [wanted(500, 200, 1)], margin_m=0.0).findings, [])
        along = plan_cuts([tall], [wanted(500, 200, 1, along=True)], margin_m=0.0)
        self.assertEqual([f.rule for f in along.findings], ["glass.cannot-be-cut"])


class Plans(TestCase):
    def plan(self, count: int, margin: float = 0.01) -> CuttingPlan:
        return plan_cuts([sheet()], [wanted(350, 350, count, "round")], margin_m=margin)

    def test_350_needs_360_and_two_fit_800_by_500_not_three(self) -> None:
        two, three = self.plan(2), self.plan(3)
        self.assertIn("**2 blanks from 1 sheet** in 3 cuts", two.answer.metric)
        self.assertIn("360 mm from the lower edge of sheet A: score, run, break.", two.sheets[0].cuts[0].says.metric)
        self.assertEqual(two.findings, [])
        self.assertIn("360 mm by 360 mm", three.findings[0].reason.metric)
        self.assertIn("1 of tile", three.findings[0].says.metric)
        self.assertEqual(len(self.plan(2).sheets[0].then), 1)

    def test_off_cuts_go_back_with_a_label_and_slivers_do_not(self) -> None:
        off = {o.label: (o.length.metric.text, o.width.metric.text) for o in self.plan(2).sheets[0].off_cuts}
        self.assertEqual(sorted(off.values()), [("80 mm", "360 mm"), ("800 mm", "140 mm")])
        for sliver, kept in ((KEEPS_M + 0.001, 1), (KEEPS_M - 0.001, 0)):
            found = plan_cuts([sheet(800, 500)], [wanted(800, 500 - sliver * 1e3, 1)], margin_m=0.0)
            self.assertEqual(len(found.sheets[0].off_cuts), kept)

    def test_a_narrow_strip_is_grozed(self) -> None:
        for strip, word in ((9, "groze"), (11, "run, break")):
            found = plan_cuts([sheet(800, 500)], [wanted(800, 500 - strip, 1)], margin_m=0.0)
            self.assertIn(word, found.sheets[0].cuts[0].says.metric)

    def test_cuts_go_right_through_what_is_in_the_hand(self) -> None:
        found = plan_cuts([sheet()], [wanted(150, 100, 9)], margin_m=0.005)
        numbers = [cut.number for cut in found.sheets[0].cuts]
        self.assertEqual(numbers, list(range(1, len(numbers) + 1)))
        whole = found.sheets[0].cuts[0].lines[0]
        self.assertTrue((whole[0], whole[2]) == (0, 0.8) or (whole[1], whole[3]) == (0, 0.5))

    def test_the_same_cut_again_is_told_once_and_small_pieces_get_no_allowance(self) -> None:
        found = plan_cuts([sheet(100, 60)], [wanted(20, 20, 6, "square")], margin_m=0.010)
        (first, *_), laid = found.sheets[0].cuts, found.sheets[0].laid
        self.assertEqual(len(laid), 6)
        self.assertEqual(laid[0].box[2:], (0.021, 0.021))
        self.assertTrue(any("times, each off what is left" in cut.says.metric for cut in found.sheets[0].cuts))
        self.assertGreater(sum(len(cut.lines) for cut in found.sheets[0].cuts), len(found.sheets[0].cuts))
        self.assertEqual(first.number, 1)

    def test_only_sheets_as_thick_serve_and_the_rack_is_told(self) -> None:
        found = plan_cuts([sheet(thick=4)], [wanted(100, 100, 1)], margin_m=0.0)
        self.assertIn("No sheet of 3 mm", found.findings[0].reason.metric)
        self.assertIn("None of it", found.answer.metric)
        self.assertIn("Nothing new", plan_cuts([sheet()], [], margin_m=0.0).answer.metric)

    def test_a_small_sheet_is_taken_before_a_large_one(self) -> None:
        found = plan_cuts([sheet(), sheet(400, 400)], [wanted(350, 350, 1)], margin_m=0.01)
        self.assertEqual(found.sheets[0].key, "400x400x3")

    def test_what_cannot_be_is_refused(self) -> None:
        for margin in (-0.001, 0.3, float("nan")):
            with self.assertRaises(ImpossibleInput):
                plan_cuts([sheet()], [wanted(100, 100, 1)], margin_m=margin)
