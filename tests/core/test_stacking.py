"""What lies on a blank: how high it stands, what is beside it, and every edge of that by value."""

from __future__ import annotations

import math
from unittest import TestCase

from coldcradle.layup.outcome import Incoming, Outcome, Raised
from coldcradle.layup.stacking import Stacked, outcome_area_m2, stacked


def piece(
    across_mm: float = 100.0,
    thick_mm: float = 6.0,
    *,
    outline: str = "square",
    width_mm: float | None = None,
    raised: Raised | None = None,
    wall_mm: float | None = None,
    area_m2: float | None = None,
) -> Outcome:
    return Outcome(
        outline=outline,  # type: ignore[arg-type]  # one of them
        length_m=across_mm / 1e3,
        width_m=(width_mm or across_mm) / 1e3,
        thickness_m=thick_mm / 1e3,
        weight_kg=0.1,
        pieces=1,
        kind_key="fusing-90-clear",
        relief="none",  # type: ignore[arg-type]  # as plain values
        shaped="flat",
        raised=raised,
        wall_m=None if wall_mm is None else wall_mm / 1e3,
        area_m2=area_m2,
    )


def many(count: int, outcome: Outcome, name: str = "part") -> Incoming:
    return Incoming(key=name, name=name, count=count, outcome=outcome)


def lying(*parts: Incoming, base: Incoming | None = None, pieces: int = 1, across_m: float = 0.2) -> Stacked:
    return stacked(base, parts, pieces=pieces, area_m2=across_m**2, thickness_m=0.006)


class Areas(TestCase):
    def test_each_outline_covers_its_own(self) -> None:
        for outline, wide, expected in (
            ("square", None, 0.01),
            ("oblong", 50.0, 0.005),
            ("round", None, math.pi / 4 * 0.01),
            ("oval", 50.0, math.pi / 4 * 0.005),
            ("polygon", None, math.pi / 4 * 0.01),
        ):
            self.assertAlmostEqual(outcome_area_m2(piece(outline=outline, width_mm=wide)), expected, msg=outline)
        self.assertEqual(outcome_area_m2(piece(outline="drawn", area_m2=0.0031)), 0.0031)


class Heights(TestCase):
    def test_nothing_on_it_stands_nowhere(self) -> None:
        found = lying()
        self.assertEqual((found.height_m, found.raised, found.words), (0.0, None, ()))

    def test_one_part_stands_on_its_sheet_and_is_a_step(self) -> None:
        found = lying(many(1, piece(60, 25)))
        self.assertAlmostEqual(found.height_m, 0.025)
        assert found.raised is not None
        self.assertAlmostEqual(found.raised.base_m, 0.006)
        self.assertAlmostEqual(found.raised.share, 0.06**2 / 0.2**2)
        self.assertAlmostEqual(found.raised.half_m, 0.03)

    def test_small_ones_lie_side_by_side_until_there_is_no_more_room(self) -> None:
        for count, expected in ((1, 0.01), (4, 0.01), (5, 0.02), (8, 0.02), (9, 0.03)):
            self.assertAlmostEqual(lying(many(count, piece(100, 10))).height_m, expected, msg=str(count))

    def test_unlike_ones_beside_one_another_count_by_the_higher(self) -> None:
        beside = lying(many(1, piece(60, 25), "a"), many(1, piece(60, 10), "b"))
        self.assertAlmostEqual(beside.height_m, 0.025)
        crowded = lying(many(1, piece(160, 25), "a"), many(1, piece(160, 10), "b"))
        self.assertAlmostEqual(crowded.height_m, 0.035)

    def test_what_covers_all_of_it_is_even(self) -> None:
        """From nine tenths of the area: below that something stands beside."""
        for across, is_even in ((190, True), (189, False)):
            found = lying(many(2, piece(across, 6)))
            self.assertAlmostEqual(found.height_m, 0.012)
            self.assertEqual(found.raised is None, is_even, across)

    def test_a_plate_wider_than_what_it_lies_on_is_alone_beyond_it(self) -> None:
        """A sheet of 300 over a blank of 200: where nothing is under it, it is 6 mm and the middle 12."""
        found = lying(many(1, piece(300, 6)))
        self.assertAlmostEqual(found.height_m, 0.006)
        assert found.raised is not None
        self.assertAlmostEqual(found.raised.base_m, 0.006)
        self.assertAlmostEqual(found.raised.share, 0.04 / 0.09)
        just = lying(many(1, piece(208, 6)))
        self.assertIsNone(just.raised)
        self.assertIsNotNone(lying(many(1, piece(212, 6))).raised)

    def test_even_glass_below_a_part_is_what_is_beside_it(self) -> None:
        found = lying(many(1, piece(200, 6), "sheet"), many(1, piece(60, 20), "puck"))
        self.assertAlmostEqual(found.height_m, 0.026)
        assert found.raised is not None
        self.assertAlmostEqual(found.raised.base_m, 0.012)

    def test_a_vase_lies_on_it_by_its_wall(self) -> None:
        found = lying(many(1, piece(80, 120, wall_mm=8)))
        self.assertAlmostEqual(found.height_m, 0.008)


class Several(TestCase):
    def test_of_the_blank_itself_all_but_one_lie_on_it(self) -> None:
        for count, expected in ((1, 0.0), (2, 0.006), (3, 0.012)):
            found = lying(base=many(count, piece(200, 6), "plate"))
            self.assertAlmostEqual(found.height_m, expected)
            self.assertIsNone(found.raised)

    def test_pieces_alike_share_what_was_taken(self) -> None:
        found = lying(base=many(6, piece(200, 6), "plate"), pieces=3)
        self.assertAlmostEqual(found.height_m, 0.006)
        self.assertAlmostEqual(lying(many(4, piece(60, 12)), pieces=4).height_m, 0.012)

    def test_what_came_in_uneven_stays_uneven_under_what_is_laid_on_it(self) -> None:
        uneven = piece(200, 31, raised=Raised(base_m=0.006, share=0.09, half_m=0.03))
        alone = lying(base=many(1, uneven, "tacked"))
        self.assertAlmostEqual(alone.height_m, 0.025)
        assert alone.raised is not None
        self.assertAlmostEqual(alone.raised.share, 0.09)
        more = lying(many(1, piece(60, 10)), base=many(1, uneven, "tacked"))
        self.assertAlmostEqual(more.height_m, 0.035)

    def test_new_glass_strewn_over_it_is_even(self) -> None:
        found = stacked(
            many(1, piece(200, 6)), (many(1, piece(50, 8)),), pieces=1, area_m2=0.04, thickness_m=0.006, added_m=0.002
        )
        self.assertAlmostEqual(found.height_m, 0.010)
        assert found.raised is not None
        self.assertAlmostEqual(found.raised.base_m, 0.008)

    def test_what_was_counted_is_told(self) -> None:
        found = lying(many(3, piece(40, 8), "Dots"))
        self.assertEqual([w.metric for w in found.words], ["3 × “Dots”, 8 mm thick"])


class Outcomes(TestCase):
    def test_what_is_hollow_is_its_wall(self) -> None:
        self.assertAlmostEqual(piece(80, 100, wall_mm=8).solid_m, 0.008)
        self.assertTrue(piece(80, 100, wall_mm=8).is_hollow)
        self.assertAlmostEqual(piece(80, 6).solid_m, 0.006)
        self.assertAlmostEqual(piece(80, 6, wall_mm=20).solid_m, 0.006)  # a ring 6 high is no thicker than that
