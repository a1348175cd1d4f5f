"""Boxes cut from sheets by straight cuts that go right through, as glass can be cut: score, run, break.

A heuristic: many orders and rules are tried and the best of them kept; small cases are checked against every way there
is. The one library known for cuts of this kind was last released in 2021, which is why this is our own.
"""

from __future__ import annotations

import itertools
import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field

__all__ = ["Cell", "CutRectangle", "Packing", "Stock", "pack"]

_TRIES, _MOST = 48, 400
_ROUND_M = 1e-7


@dataclass(frozen=True, slots=True)
class CutRectangle:
    """A rectangle wanted, m; `turns`: it may lie either way."""

    key: str
    length_m: float
    width_m: float
    turns: bool


@dataclass(frozen=True, slots=True)
class Stock:
    """So many sheets alike, m."""

    key: str
    length_m: float
    width_m: float
    count: int


@dataclass(slots=True)
class Cell:
    """A piece in the hand: where it lies on its sheet, m, and what becomes of it: a box, or two pieces by a cut.

    `is_upright`: the cut runs across the length, at `at_m` from its left; else along it, at `at_m` from below.
    """

    x_m: float
    y_m: float
    length_m: float
    width_m: float
    box: CutRectangle | None = None
    is_turned: bool = False
    is_upright: bool = True
    at_m: float = 0.0
    parts: tuple[Cell, Cell] | None = None

    @property
    def area_m2(self) -> float:
        return self.length_m * self.width_m

    def cells(self) -> Iterator[Cell]:
        """Itself and all that it is cut into, in the order of the cuts."""
        yield self
        for part in self.parts or ():
            yield from part.cells()

    def split(self, at_m: float, *, is_upright: bool) -> tuple[Cell, Cell]:
        """Cut it in two."""
        self.is_upright, self.at_m = is_upright, at_m
        if is_upright:
            first = Cell(self.x_m, self.y_m, at_m, self.width_m)
            second = Cell(self.x_m + at_m, self.y_m, self.length_m - at_m, self.width_m)
        else:
            first = Cell(self.x_m, self.y_m, self.length_m, at_m)
            second = Cell(self.x_m, self.y_m + at_m, self.length_m, self.width_m - at_m)
        self.parts = (first, second)
        return self.parts


@dataclass(slots=True)
class Packing:
    """Which sheets are cut into what, and the boxes for which there was no room."""

    sheets: list[tuple[Stock, Cell]] = field(default_factory=list)
    missing: list[CutRectangle] = field(default_factory=list)

    def _rank(self) -> tuple[float, float, float]:
        used = sum(stock.length_m * stock.width_m for stock, _ in self.sheets)
        left = [c.area_m2 for _, root in self.sheets for c in root.cells() if c.parts is None and c.box is None]
        return sum(b.length_m * b.width_m for b in self.missing), used, -max(left, default=0.0)


Rule = Callable[[Cell, float, float], float]
_RULES: tuple[Rule, ...] = (
    lambda c, a, b: min(c.length_m - a, c.width_m - b),
    lambda c, a, b: c.area_m2 - a * b,
    lambda c, a, b: max(c.length_m - a, c.width_m - b),
)


def _fits(cell: Cell, a: float, b: float) -> bool:
    return a <= cell.length_m + _ROUND_M and b <= cell.width_m + _ROUND_M


def _ways(box: CutRectangle) -> list[tuple[float, float, bool]]:
    straight = (box.length_m, box.width_m, False)
    is_square = abs(box.length_m - box.width_m) < _ROUND_M
    return [straight] if is_square or not box.turns else [straight, (box.width_m, box.length_m, True)]


def _cut_out(cell: Cell, a: float, b: float, box: CutRectangle, is_turned: bool, is_upright: bool) -> list[Cell]:
    """Cut a box from the lower left of a piece, by one cut or two; what is left over of it."""
    left = []
    here = cell
    order = [(a, True), (b, False)] if is_upright else [(b, False), (a, True)]
    for size, upright in order:
        whole = here.length_m if upright else here.width_m
        if whole - size > _ROUND_M:
            here, rest = here.split(size, is_upright=upright)
            left.append(rest)
    here.box, here.is_turned = box, is_turned
    return left


def _tried(stocks: Sequence[Stock], boxes: Sequence[CutRectangle], rule: Rule, first: str) -> Packing:
    packing = Packing()
    free: list[Cell] = []
    left = {s.key: s.count for s in stocks}
    for box in boxes:
        places = [(rule(c, a, b), i, a, b, t) for i, c in enumerate(free) for a, b, t in _ways(box) if _fits(c, a, b)]
        if places:
            _, i, a, b, turned = min(places, key=lambda p: (p[0], p[1], p[4]))
            cell = free.pop(i)
        else:
            opened = None
            for stock in stocks:
                blank = Cell(0.0, 0.0, stock.length_m, stock.width_m)
                fitting = [(rule(blank, a, b), a, b, t) for a, b, t in _ways(box) if _fits(blank, a, b)]
                if left[stock.key] > 0 and fitting:
                    opened = (stock, blank, min(fitting, key=lambda p: (p[0], p[3])))
                    break
            if opened is None:
                packing.missing.append(box)
                continue
            stock, cell, (_, a, b, turned) = opened
            left[stock.key] -= 1
            packing.sheets.append((stock, cell))
        over, beside = cell.length_m - a, cell.width_m - b
        upright = {"long": over >= beside, "short": over < beside, "up": True, "flat": False}[first]
        free += _cut_out(cell, a, b, box, turned, upright)
    return packing


def pack(stocks: Sequence[Stock], boxes: Sequence[CutRectangle]) -> Packing:
    """Cut boxes from sheets: as few as there must be, and the largest off-cut in one piece.

    The first `_MOST` boxes are placed, the rest told as missing.
    """
    wanted, rest = list(boxes[:_MOST]), list(boxes[_MOST:])
    smallest_first = sorted(stocks, key=lambda s: s.length_m * s.width_m)
    largest_first = smallest_first[::-1]
    orders: list[Callable[[CutRectangle], tuple[float, ...]]] = [
        lambda b: (-b.length_m * b.width_m, -b.length_m),
        lambda b: (-max(b.length_m, b.width_m), -min(b.length_m, b.width_m)),
        lambda b: (-min(b.length_m, b.width_m), -max(b.length_m, b.width_m)),
        lambda b: (-b.width_m, -b.length_m),
    ]
    best: Packing | None = None
    for order, rule, first, sheets in itertools.product(
        orders, _RULES, ("long", "short", "up", "flat"), (smallest_first, largest_first)
    ):
        found = _tried(sheets, sorted(wanted, key=order), rule, first)
        if best is None or found._rank() < best._rank():
            best = found
    chance = random.Random(len(wanted))  # the same plan for the same wish
    for _ in range(_TRIES if len(wanted) <= 40 else 0):
        mixed = chance.sample(wanted, len(wanted))
        first = chance.choice(("long", "short", "up", "flat"))
        found = _tried(chance.choice((smallest_first, largest_first)), mixed, chance.choice(_RULES), first)
        if best is None or found._rank() < best._rank():
            best = found
    assert best is not None
    best.missing += rest
    return best
