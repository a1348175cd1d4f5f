"""The cutting plan: which blanks come from which sheets, by which cuts in which order, and what goes to the rack."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput
from coldcradle.layup.guillotine import Cell, CutRectangle, Stock, pack
from coldcradle.layup.inputs import BlankOutline
from coldcradle.quantity.format import DualQuantity, Message, plural, say, show
from coldcradle.report.finding import Finding, finding

__all__ = ["Cut", "CutSheet", "CuttingPlan", "Laid", "OffCut", "StockSheet", "Wanted", "plan_cuts"]

KEEPS_M = 0.030  # an off-cut narrower than this is not kept; common practice, no source
_SMALL_M, _NIPPED = 0.030, 0.05
_NARROW_M = 0.010  # a strip narrower than this does not break off: it is grozed; common practice, no source
_THICK_SHARE = 0.06  # sheets are sold by a thickness that is right to some 5 %
_LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


@dataclass(frozen=True, slots=True, kw_only=True)
class StockSheet:
    """So many sheets alike on the rack; stripes, where there are any, run along the length."""

    key: str
    name: str
    length_m: float
    width_m: float
    thickness_m: float
    count: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """So many blanks alike. `along`: their length lies along the stripes."""

    name: str
    outline: BlankOutline
    length_m: float
    width_m: float
    thickness_m: float
    count: int
    along: bool = False


@dataclass(frozen=True, slots=True)
class Laid:
    """A blank's box on its sheet: left, low, length and width, m, and the outline that is freed from it."""

    name: str
    outline: BlankOutline
    box: tuple[float, float, float, float]
    own: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Cut:
    """One straight cut right through the piece in the hand, or the same again and again off what is left of it.

    `lines` go from (x, y) to (x, y), m; `says` is what to do.
    """

    number: int
    lines: list[tuple[float, float, float, float]]
    says: Message


@dataclass(frozen=True, slots=True)
class OffCut:
    """What is left over and kept: left, low, length and width, m."""

    label: str
    box: tuple[float, float, float, float]
    length: DualQuantity
    width: DualQuantity


@dataclass(frozen=True, slots=True)
class CutSheet:
    """One sheet as it is cut. `key` names the entry of the rack it comes from."""

    key: str
    label: str
    name: str
    size: tuple[float, float]
    length: DualQuantity
    width: DualQuantity
    laid: list[Laid]
    cuts: list[Cut]
    off_cuts: list[OffCut]
    waste: DualQuantity
    then: list[Message]


@dataclass(frozen=True, slots=True)
class CuttingPlan:
    """All sheets of a plan; what does not fit is said in `findings`."""

    answer: Message
    sheets: list[CutSheet]
    margin: DualQuantity
    findings: list[Finding]
    waste_ratio: float


def _box_m(wanted: Wanted, margin_m: float) -> tuple[float, float]:
    """The box a blank is cut as: round and square ones by one size, with the allowance for its edge.

    Small pieces are nipped, not ground: they get next to none.
    """
    width = wanted.width_m if wanted.outline in ("oblong", "oval", "drawn") else wanted.length_m
    least = min(wanted.length_m, width)
    margin = min(margin_m, _NIPPED * least) if least <= _SMALL_M else margin_m
    return wanted.length_m + margin, width + margin


def _piece(cell: Cell, root: Cell, label: str) -> Message:
    if cell is root:
        return Message(f"sheet {label}", f"sheet {label}")
    return say(
        "the piece of {l} by {w}",
        l=show(round(cell.length_m, 4), "length"),
        w=show(round(cell.width_m, 4), "length"),
    )


def _words(cell: Cell, root: Cell, label: str, times: int) -> Message:
    at, piece = show(round(cell.at_m, 4), "length"), _piece(cell, root, label)
    edge = "left" if cell.is_upright else "lower"
    strip = min(cell.at_m, (cell.length_m if cell.is_upright else cell.width_m) - cell.at_m)
    if times > 1:
        told = f"{{at}} from the {edge} edge of {{p}}, {times} times, each off what is left: score, run, break."
    elif strip < _NARROW_M:
        told = f"{{at}} from the {edge} edge of {{p}}: score, and groze the narrow strip away."
    else:
        told = f"{{at}} from the {edge} edge of {{p}}: score, run, break."
    return Message(say(told, at=at, p=piece.metric).metric, say(told, at=at, p=piece.us).us)


def _line(cell: Cell) -> tuple[float, float, float, float]:
    if cell.is_upright:
        return (cell.x_m + cell.at_m, cell.y_m, cell.x_m + cell.at_m, cell.y_m + cell.width_m)
    return (cell.x_m, cell.y_m + cell.at_m, cell.x_m + cell.length_m, cell.y_m + cell.at_m)


def _again(cell: Cell) -> list[Cell]:
    """A cut and those like it off what is left of the same piece."""
    found = [cell]
    while found[-1].parts is not None:
        rest = found[-1].parts[1]
        alike = rest.parts is not None and rest.is_upright == cell.is_upright and abs(rest.at_m - cell.at_m) < 1e-6
        if not alike or found[-1].parts[0].parts is not None:
            break
        found.append(rest)
    return found


def _cuts(root: Cell, label: str) -> list[Cut]:
    found: list[Cut] = []
    told: set[int] = set()
    for cell in root.cells():
        if cell.parts is None or id(cell) in told:
            continue
        same = _again(cell)
        told |= {id(one) for one in same}
        lines = [_line(one) for one in same]
        found.append(Cut(len(found) + 1, lines, _words(cell, root, label, len(same))))
    return found


def _off_cuts(root: Cell, label: str) -> list[OffCut]:
    found: list[OffCut] = []
    for cell in root.cells():
        if cell.parts is None and cell.box is None and min(cell.length_m, cell.width_m) >= KEEPS_M:
            found.append(
                OffCut(
                    f"{label}{len(found) + 1}",
                    (cell.x_m, cell.y_m, cell.length_m, cell.width_m),
                    show(round(cell.length_m, 4), "length"),
                    show(round(cell.width_m, 4), "length"),
                )
            )
    return found


def _freed(laid: Sequence[Laid]) -> list[Message]:
    """What comes after the straight cuts."""
    found = []
    rounds = [one for one in laid if one.outline == "round"]
    if rounds:
        found.append(
            say(
                "Free {n} from {box}: score the circle, then relief cuts out to the edges, and break the corners off.",
                n=plural(len(rounds), "disc"),
                box="its square" if len(rounds) == 1 else "their squares",
            )
        )
    others = [one for one in laid if one.outline in ("oval", "polygon", "drawn")]
    if others:
        found.append(
            say(
                "Free {n} from {box} by its pattern: straight sides first, then curves with relief cuts.",
                n=plural(len(others), "outline"),
                box="its box" if len(others) == 1 else "their boxes",
            )
        )
    return found


def _sheet(number: int, stock: StockSheet, root: Cell, wanted: dict[str, Wanted]) -> CutSheet:
    label = _LETTERS[number % 26] * (1 + number // 26)
    laid = []
    for cell in root.cells():
        if cell.box is not None:
            want = wanted[cell.box.key]
            own = (want.length_m, want.width_m if want.outline in ("oblong", "oval", "drawn") else want.length_m)
            laid.append(
                Laid(
                    want.name,
                    want.outline,
                    (cell.x_m, cell.y_m, cell.length_m, cell.width_m),
                    own[::-1] if cell.is_turned else own,
                )
            )
    off = _off_cuts(root, label)
    area = stock.length_m * stock.width_m
    kept = sum(o.box[2] * o.box[3] for o in off) + sum(_own_area(one) for one in laid)
    return CutSheet(
        stock.key,
        label,
        stock.name,
        (stock.length_m, stock.width_m),
        show(stock.length_m, "length"),
        show(stock.width_m, "length"),
        laid,
        _cuts(root, label),
        off,
        show(round(max(0.0, 1 - kept / area), 2), "ratio"),
        _freed(laid),
    )


def _own_area(laid: Laid) -> float:
    return laid.own[0] * laid.own[1] * (math.pi / 4 if laid.outline in ("round", "oval") else 1.0)


def plan_cuts(sheets: Sequence[StockSheet], wanted: Sequence[Wanted], *, margin_m: float) -> CuttingPlan:
    """A plan by straight cuts right through. `margin_m` is added to both sizes of every blank, for its edge.

    Only sheets as thick as a blank serve it. Raises ImpossibleInput for a margin or a size that cannot be.
    """
    if not 0 <= margin_m <= 0.2:
        raise ImpossibleInput(f"expected a margin of 0 to 200 mm, got {margin_m * 1e3:g} mm")
    by_key = {str(i): want for i, want in enumerate(wanted)}
    done: list[CutSheet] = []
    missing: dict[str, int] = {}
    used_m2 = laid_m2 = 0.0
    for thick in sorted({w.thickness_m for w in wanted}):
        fitting = [s for s in sheets if abs(s.thickness_m - thick) <= _THICK_SHARE * thick and s.count > 0]
        boxes = []
        for key, want in by_key.items():
            if want.thickness_m != thick:
                continue
            a, b = _box_m(want, margin_m)
            if not (a > 0 and b > 0 and math.isfinite(a * b)):
                raise ImpossibleInput(f"expected a blank above 0 mm, got {a * 1e3:g} by {b * 1e3:g} mm")
            boxes += [CutRectangle(key, a, b, not want.along)] * want.count
        found = pack([Stock(s.key, s.length_m, s.width_m, s.count) for s in fitting], boxes)
        stocks = {s.key: s for s in fitting}
        for stock, root in found.sheets:
            done.append(_sheet(len(done), stocks[stock.key], root, by_key))
            used_m2 += stock.length_m * stock.width_m
            laid_m2 += sum(_own_area(one) for one in done[-1].laid)
        for box in found.missing:
            missing[box.key] = missing.get(box.key, 0) + 1
    kept_m2 = sum(o.box[2] * o.box[3] for one in done for o in one.off_cuts)
    waste = 0.0 if used_m2 <= 0 else max(0.0, 1 - (laid_m2 + kept_m2) / used_m2)
    findings = [_no_room(by_key[key], many, margin_m, sheets) for key, many in missing.items()]
    return CuttingPlan(_answer(wanted, done, missing, waste), done, show(margin_m, "length"), findings, waste)


def _answer(wanted: Sequence[Wanted], done: Sequence[CutSheet], missing: dict[str, int], waste: float) -> Message:
    if not wanted:
        return say("**Nothing new is cut:** all of it comes from the stages before.")
    all_of = sum(w.count for w in wanted)
    short = sum(missing.values())
    if short == all_of:
        return say("**None of it can be cut** from the sheets on the rack.")
    cuts = sum(len(cut.lines) for s in done for cut in s.cuts)
    told = "**{n} from {s}** in {c}; {w} is lost."
    shown: dict[str, DualQuantity | str] = {
        "n": f"{all_of - short} of {plural(all_of, 'blank')}" if short else plural(all_of, "blank"),
        "s": plural(len(done), "sheet"),
        "c": plural(cuts, "cut"),
        "w": show(round(waste, 2), "ratio"),
    }
    return say(told + (" **The rest does not fit.**" if short else ""), **shown)


def _no_room(want: Wanted, many: int, margin_m: float, sheets: Sequence[StockSheet]) -> Finding:
    a, b = _box_m(want, margin_m)
    as_thick = any(abs(s.thickness_m - want.thickness_m) <= _THICK_SHARE * want.thickness_m for s in sheets)
    return finding(
        "glass.cannot-be-cut",
        "stop",
        "{n} of {name} cannot be cut.",
        "Each needs {a} by {b} with the allowance for its edge."
        if as_thick
        else "No sheet of {d} is on the rack with its size written down; each needs {a} by {b}.",
        n=str(many),
        name=want.name,
        a=show(round(a, 4), "length"),
        b=show(round(b, 4), "length"),
        d=show(want.thickness_m, "length"),
    )
