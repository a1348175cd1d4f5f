"""Laying out a kiln: never an overlap, never over an edge, as many as brute force finds in small cases."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.load.arrange import Piece, Put, arrange
from coldcradle.load.firing import arranged, lay_out_firing
from coldcradle.load.fits import kilns_that_take
from coldcradle.load.footprint import Footprint
from coldcradle.load.inputs import Berth, Shelf
from coldcradle.load.places import place_at
from coldcradle.load.room import Level, levels_of
from coldcradle.load.solid2 import Placed, apart_m, inside_m
from tests.core.loads import firing, member

GAP = 0.015  # between pieces; 25 mm to a wall, 50 mm below an element: common practice, no source


def disc(across: float, high: float = 0.05) -> Footprint:
    return Footprint(rings=(), width_m=across, depth_m=across, height_m=high, mass_kg=1.0, radius_m=across / 2)


def box(wide: float, deep: float, high: float = 0.05) -> Footprint:
    return Footprint(rings=(), width_m=wide, depth_m=deep, height_m=high, mass_kg=1.0)


def level(wide: float, deep: float, number: int = 0, free: float = 0.2, bears: float | None = None) -> Level:
    return Level(number=number, box=(0.0, 0.0, wide, deep), z_m=0.0, free_m=free, bears_kg=bears)


def fits(pieces: list[Footprint], on: list[Level]) -> int:
    done, _ = arrange([Piece(member="a", what=p) for p in pieces], on, gap_m=GAP)
    return len(done)


def brute_force(pieces: list[Footprint], on: Level, step: float) -> int:
    """The most boxes of a grid that go on together, every corner tried; what it finds is there."""
    left, front, right, back = on.box
    best = 0

    def spots(p: Footprint) -> list[Placed]:
        found = []
        for w, d, turn in {(p.width_m, p.depth_m, 0.0), (p.depth_m, p.width_m, 90.0)}:
            for i, j in itertools.product(range(int((right - left) / step) + 1), range(int((back - front) / step) + 1)):
                at = Placed(p, left + w / 2 + i * step, front + d / 2 + j * step, turn)
                if inside_m(at, on.box) >= -1e-9:
                    found.append(at)
        return found

    def go(rest: list[Footprint], put: list[Placed]) -> None:
        nonlocal best
        best = max(best, len(put))
        if not rest or len(put) + len(rest) <= best:
            return
        for at in spots(rest[0]):
            if all(apart_m(at, other) >= GAP - 1e-9 for other in put):
                go(rest[1:], [*put, at])
        go(rest[1:], put)

    go(pieces, [])
    return best


def sound(done: list[Put], levels: list[Level]) -> bool:
    by = {one.number: one for one in levels}
    for a, b in itertools.combinations(done, 2):
        if a.level == b.level and apart_m(a.at, b.at) < GAP - 1e-6:
            return False
    return all(inside_m(put.at, by[put.level].box) >= -1e-6 for put in done)


SHAPES = st.one_of(
    st.floats(0.04, 0.3).map(disc), st.tuples(st.floats(0.04, 0.3), st.floats(0.04, 0.3)).map(lambda wd: box(*wd))
)


class NeverTooNear(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.lists(SHAPES, min_size=1, max_size=9), st.integers(1, 2))
    def test_whatever_is_laid_out(self, what: list[Footprint], many: int) -> None:
        levels = [level(0.6, 0.45, n) for n in range(many)]
        done, left = arrange([Piece(member=str(i), what=w) for i, w in enumerate(what)], levels, gap_m=GAP)
        self.assertEqual(len(done) + len(left), len(what))
        self.assertTrue(sound(done, levels))
        for one in levels:  # half a gap round each and half a gap round the shelf: areas cannot overlap either
            grown = sum(
                (p.at.what.width_m + GAP) * (p.at.what.depth_m + GAP)
                if p.at.what.radius_m is None
                else math.pi * (p.at.what.radius_m + GAP / 2) ** 2
                for p in done
                if p.level == one.number
            )
            self.assertLessEqual(grown, (0.6 + GAP) * (0.45 + GAP) * (1 + 1e-9))

    @settings(max_examples=25, deadline=None)
    @given(st.integers(1, 200), st.floats(0.02, 0.2), st.booleans())
    def test_many_of_one_kind(self, many: int, across: float, is_round: bool) -> None:
        what = disc(across) if is_round else box(across, 1.4 * across)
        done, left = arrange([Piece(member="a", what=what)] * many, [level(0.7, 0.5)], gap_m=GAP)
        self.assertEqual(len(done) + len(left), many)
        self.assertTrue(sound(done[:40], [level(0.7, 0.5)]))


class AsManyAsThereAre(TestCase):
    def test_against_every_corner_of_a_grid(self) -> None:
        shelf = level(0.315, 0.2)  # corners on a grid of 52.5 mm
        cases = [
            [box(0.15, 0.0925)] * 4,
            [box(0.15, 0.2), box(0.15, 0.0925), box(0.15, 0.0925)],
            [box(0.2, 0.15), box(0.1, 0.2), box(0.0925, 0.15)],
            [box(0.315, 0.0925), box(0.15, 0.0925), box(0.15, 0.0925)],
            [box(0.09, 0.2), box(0.21, 0.0925), box(0.0925, 0.21)],
        ]
        for pieces in cases:
            most = brute_force(pieces, shelf, 0.0525)
            self.assertGreaterEqual(fits(pieces, [shelf]), most, pieces)

    def test_plates_in_a_large_and_in_a_small_kiln(self) -> None:
        # 350 mm plates: with 25 mm kept to every wall two go into 900 x 600 mm; right to the walls three
        self.assertEqual(fits([disc(0.35)] * 3, [level(0.85, 0.55)]), 2)
        self.assertEqual(fits([disc(0.35)] * 3, [level(0.9, 0.6)]), 3)
        self.assertEqual(fits([disc(0.35)] * 3, [level(0.55, 0.35)]), 1)

    def test_two_shelves_of_small_moulds(self) -> None:
        small = [disc(0.1)] * 12
        done, left = arrange(
            [Piece(member="a", what=w) for w in small], [level(0.33, 0.33, n) for n in (0, 1)], gap_m=GAP
        )
        self.assertEqual((len(done), len(left), {p.level for p in done}), (12, 0, {0, 1}))
        done, _ = arrange(
            [Piece(member="a", what=w) for w in small[:9]], [level(0.33, 0.33, n) for n in (0, 1)], gap_m=GAP
        )
        self.assertEqual({p.level for p in done}, {0}, "as few shelves as it takes")

    def test_what_asks_for_heat_goes_to_the_hottest_place(self) -> None:
        hot = [(0.3, 0.2, 0.0), (0.5, 0.35, 9.0)]
        pieces = [Piece(member="cool", what=disc(0.1), asks_c=650.0), Piece(member="hot", what=disc(0.1), asks_c=820.0)]
        done, _ = arrange(pieces, [level(0.6, 0.4)], gap_m=GAP, hotness=hot)
        at = {p.member: p.at for p in done}
        self.assertLess(math.hypot(at["hot"].x_m - 0.5, at["hot"].y_m - 0.35), 0.2)

    def test_a_shelf_bears_no_more_than_it_bears(self) -> None:
        on = [level(0.6, 0.4, bears=2.5)]
        self.assertEqual(fits([disc(0.1)] * 4, on), 2)
        self.assertEqual(fits([disc(0.1)] * 4, [level(0.6, 0.4)]), 4)

    def test_a_sheet_that_goes_nowhere_is_left_over(self) -> None:
        self.assertEqual(fits([box(2.5, 1.5, 0.01)], [level(0.85, 0.55)]), 0)


class Faults(TestCase):
    def faults(self, *berths: Berth, shelves: tuple[Shelf, ...] = ()) -> list[list[str]]:
        told = firing(member("slump", "a"), member("slump", "b"), berths=berths, shelves=shelves)
        return [[f.metric for f in item.faults] for item in lay_out_firing(told).items]

    def test_too_near_by_value_at_the_edge(self) -> None:
        wide = 0.346
        x0 = 0.025 + wide / 2
        for gap, is_told in ((0.0149, True), (0.0151, False)):
            found = self.faults(Berth(member="a", x_m=x0, y_m=0.3), Berth(member="b", x_m=x0 + wide + gap, y_m=0.3))
            self.assertEqual(any("near to" in f for f in found[0]), is_told, (gap, found))

    def test_too_near_to_a_wall_by_value_at_the_edge(self) -> None:
        for off, is_told in ((-0.0002, True), (0.0002, False)):
            found = self.faults(Berth(member="a", x_m=0.025 + 0.173 + off, y_m=0.3))
            self.assertEqual(any("wall" in f for f in found[0]), is_told, found)

    def test_one_in_another_is_told_by_how_much(self) -> None:
        found = self.faults(Berth(member="a", x_m=0.3, y_m=0.3), Berth(member="b", x_m=0.4, y_m=0.3))
        self.assertTrue(any("in “b”" in f for f in found[0]), found)
        self.assertTrue(any("in “a”" in f for f in found[1]), found)

    def test_too_high_under_the_next_shelf(self) -> None:
        shelves = (Shelf(posts_m=0.025), Shelf(posts_m=0.05))
        found = self.faults(Berth(member="a", x_m=0.3, y_m=0.3), shelves=shelves)
        self.assertTrue(any("Too high by" in f for f in found[0]), found)
        self.assertFalse(any("Too high" in f for f in self.faults(Berth(member="a", x_m=0.3, y_m=0.3))[0]))

    def test_a_shelf_that_is_not_there_and_a_berth_outside_are_words(self) -> None:
        found = self.faults(Berth(member="a", x_m=-3.0, y_m=9.0), Berth(member="b", shelf=7, x_m=0.3, y_m=0.3))
        self.assertTrue(any("too near to a wall" in f for f in found[0]), found)
        self.assertTrue(any("There is no shelf 8" in f for f in found[1]), found)

    def test_what_finds_no_room_is_said_with_how_many_do(self) -> None:
        layout = lay_out_firing(firing(member("slump", alike=9)))
        self.assertFalse(layout.is_sound)
        self.assertIn("find no room", layout.left[0].metric)

    def test_a_level_too_low_has_no_room(self) -> None:
        kiln = member("slump").stage.heat.kiln
        levels = levels_of(kiln, (Shelf(posts_m=0.4), Shelf(posts_m=0.1)))
        self.assertLess(levels[1].free_m, 0)
        self.assertAlmostEqual(levels_of(kiln, ())[0].free_m, kiln.height_m - 0.05)


class Kilns(TestCase):
    def test_the_door_may_be_narrower_than_the_room(self) -> None:
        kiln = member("slump").stage.heat.kiln
        self.assertEqual(kilns_that_take(disc(0.3), [kiln]), ["Eider"])
        for door, takes in ((0.29, []), (0.31, ["Eider"])):
            self.assertEqual(kilns_that_take(disc(0.3), [replace(kiln, door_width_m=door)]), takes)

    def test_places_are_where_they_are_nearest(self) -> None:
        kiln = member("slump").stage.heat.kiln
        self.assertEqual(place_at(kiln, 0.1, 0.1), "")


class Arranged(TestCase):
    def test_what_is_locked_stays_where_it_is(self) -> None:
        held = Berth(member="a", x_m=0.6, y_m=0.5, is_locked=True)
        berths = arranged(firing(member("slump", "a"), member("drape", "b"), berths=(held,)))
        self.assertIn(held, berths)
        self.assertEqual(len(berths), 2)
