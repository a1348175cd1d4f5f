"""Laying an outline over sheets of paper at exactly 1 : 1, with marks to join them by."""

from __future__ import annotations

import math
from dataclasses import dataclass

import shapely

from coldcradle.cradle.outline import Outline
from coldcradle.errors import ImpossibleInput

__all__ = ["PAPERS_M", "Pattern", "PatternPage", "tile"]

PAPERS_M = {"A4": (0.210, 0.297), "Letter": (0.2159, 0.2794)}  # ISO 216; ANSI Y14.1
_MARGIN_M = 0.012  # what printers leave white
_OVERLAP_M = 0.010
_MOST_SHEETS = 60


@dataclass(frozen=True, slots=True)
class PatternPage:
    """One sheet of paper: its place in the grid, and the window it shows, lower left corner in m of the outline."""

    column: int
    row: int
    left_m: float
    low_m: float
    is_blank: bool


@dataclass(frozen=True, slots=True)
class Pattern:
    """An outline over sheets. Each window is `window_m` wide and high; neighbours overlap by `overlap_m`."""

    paper_m: tuple[float, float]
    margin_m: float
    window_m: tuple[float, float]
    overlap_m: float
    columns: int
    rows: int
    sheets: tuple[PatternPage, ...]
    outline: Outline


def tile(outline: Outline, *, paper: str) -> Pattern:
    """Cover an outline with sheets of paper, upright or lying, whichever needs fewer. Raises ImpossibleInput."""
    if paper not in PAPERS_M:
        raise ImpossibleInput(f"expected one of {', '.join(PAPERS_M)}, got {paper}")
    tall = _tile(outline, PAPERS_M[paper])
    wide = _tile(outline, (PAPERS_M[paper][1], PAPERS_M[paper][0]))
    best = tall if len(tall.sheets) <= len(wide.sheets) else wide
    if len(best.sheets) > _MOST_SHEETS:
        raise ImpossibleInput(
            f"expected a pattern of at most {_MOST_SHEETS} sheets, got {len(best.sheets)}; scale it down"
        )
    return best


def _tile(outline: Outline, paper_m: tuple[float, float]) -> Pattern:
    window = (paper_m[0] - 2 * _MARGIN_M, paper_m[1] - 2 * _MARGIN_M - 0.008)  # a line of text at the foot
    left, low, right, high = outline.box_m
    step = (window[0] - _OVERLAP_M, window[1] - _OVERLAP_M)
    columns = max(1, math.ceil((right - left - _OVERLAP_M) / step[0]))
    rows = max(1, math.ceil((high - low - _OVERLAP_M) / step[1]))
    if columns * rows > 4 * _MOST_SHEETS:
        raise ImpossibleInput(
            f"expected a pattern of at most {_MOST_SHEETS} sheets, got {columns * rows}; scale it down"
        )
    spare = ((columns * step[0] + _OVERLAP_M - (right - left)) / 2, (rows * step[1] + _OVERLAP_M - (high - low)) / 2)
    edge = outline.polygon.boundary
    sheets = []
    for row in range(rows):
        for column in range(columns):
            x = left - spare[0] + column * step[0]
            y = high + spare[1] - window[1] - row * step[1]
            view = shapely.box(x, y, x + window[0], y + window[1])
            sheets.append(PatternPage(column, row, x, y, not edge.intersects(view)))
    return Pattern(paper_m, _MARGIN_M, window, _OVERLAP_M, columns, rows, tuple(sheets), outline)
