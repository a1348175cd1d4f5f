"""What is unwise about a blank over a former: its drop, its balance, its folds, and what the former is made of."""

from __future__ import annotations

import math
from collections.abc import Iterator

from coldcradle.layup.blank import Blank
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.families.face import LayupRequest
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding, finding

__all__ = ["arch_findings", "drop_findings", "has_folds"]

_ABOVE_SHELF_M = 0.010  # an arm's end stays so far above the shelf; common practice, no source
_STRETCH = 1.04  # an arm is some 4 % longer once it has come down, by the sheet followed step by step
_STEP_M = 0.005
_ARCH_M = 0.0015
_FOLDS = 0.03  # a rim made shorter by more than this folds; common practice, no source


def _raise_m(laying: LayupRequest, overhang: Figure) -> float:
    """How much higher the former must stand, in whole 5 mm; 0 or less where it stands high enough."""
    layup = laying.layup
    have = laying.cradle.room.height_m + layup.posts_m + layup.lining_m
    need = overhang.value * _STRETCH + _ABOVE_SHELF_M - have
    return math.ceil(need / _STEP_M - 1e-9) * _STEP_M


def _posts(laying: LayupRequest, raise_m: float) -> tuple[str, dict[str, object]]:
    """Which of one's own posts do it, in words."""
    need = raise_m + laying.layup.posts_m
    fits = [p for p in laying.posts_m if p >= need - 1e-9]
    if fits:
        return " Your {own} posts do.", {"own": show(min(fits), "length")}
    if laying.posts_m:
        return " None of your posts is that high.", {}
    return "", {}


def _drop(laying: LayupRequest, overhang: Figure, clear: Figure) -> Iterator[Finding]:
    least = _raise_m(laying, overhang)
    told, own = _posts(laying, least)
    if clear.value < 0:
        yield finding(
            "layup.hits-the-shelf",
            "stop",
            "The arm hits the shelf by {d}.",
            "Raise the former at least {r}, or cut the blank shorter." + told,
            d=show(-clear.value, "length"),
            r=show(least, "length"),
            **own,  # type: ignore[arg-type]  # one quantity in words
        )
    elif clear.value < _ABOVE_SHELF_M:
        yield finding(
            "layup.near-the-shelf",
            "think",
            "The arm ends only {d} above the shelf.",
            "Glass stretches a little as it comes down. Raise the former at least {r}." + told,
            d=clear.shown,
            r=show(least, "length"),
            **own,  # type: ignore[arg-type]  # one quantity in words
        )


def _balance(laying: LayupRequest, blank: Blank, overhang: Figure, top_m: float) -> Iterator[Finding]:
    into = laying.cradle.room.span_m[1]
    if laying.traits.bends_up and blank.width_m > into + 1e-4:
        yield finding(
            "layup.wider-than-former",
            "stop",
            "The glass is {b} wide, its former {w}.",
            "What is wider than the former bends down at the sides too.",
            b=show(blank.width_m, "length"),
            w=show(into, "length"),
        )
    off = abs(laying.layup.offset_m)
    if off >= top_m / 2:
        yield finding(
            "layup.falls-off",
            "stop",
            "Its middle lies beside the former: it tips over at once.",
            "Move it back until its middle is well over the former.",
        )
    elif overhang.value > 0 and top_m < 2 * overhang.value:
        yield finding(
            "layup.may-tip",
            "note",
            "The former is narrower than both arms: the blank may tip before it softens.",
            "Lay it exactly in the middle, or hold it with a weight until it bends.",
        )


def _is_round(laying: LayupRequest) -> bool:
    return laying.cradle.room.plan.is_round


def has_folds(laying: LayupRequest, blank: Blank, top_m: float) -> bool:
    """Whether what hangs over has more glass than room: a round rim made shorter, or corners beside corners."""
    if laying.traits.bends_up or blank.length_m <= top_m:
        return False
    if _is_round(laying):
        return 1 - top_m / blank.length_m > _FOLDS
    return blank.outline != "oblong" or blank.width_m > laying.cradle.room.span_m[1] + 2 * blank.thickness.value


def _folds(laying: LayupRequest, blank: Blank, top_m: float) -> Iterator[Finding]:
    if not has_folds(laying, blank, top_m):
        return
    if _is_round(laying):
        yield finding(
            "layup.folds",
            "note",
            "Its edge must become {p} shorter round the former: it folds.",
            "Four or more soft folds, deeper with longer arms; where they fall is settled by how it is laid and by "
            "the kiln's hot places.",
            p=f"{100 * (1 - top_m / blank.length_m):.0f} %",
        )
        return
    yield finding(
        "layup.corner-folds",
        "note",
        "Its corners have more glass than the former's corners have room: each makes a fold.",
        "Cut the corners off, or let the folds be part of it.",
    )


def _steel(laying: LayupRequest) -> Iterator[Finding]:
    key = laying.cradle.material.key
    if key == "mild-steel":
        yield finding(
            "layup.spalls",
            "think",
            "The former is not of stainless steel: it spalls, and scale falls onto glass and shelf.",
            "Only stainless steel goes under glass.",
        )
    if key in ("mild-steel", "stainless") and laying.layup.lining_m <= 0:
        yield finding(
            "layup.bare-steel",
            "think",
            "Nothing lies between steel and glass.",
            "Line it with fibre paper, or wash it thickly: steel shrinks more than glass and leaves it, but soft glass "
            "sticks to bare steel.",
        )


def arch_findings(movement: Movement, work_per_pa: float) -> list[Finding]:
    """Arms that are heavier than the top between them lift its middle as they come down."""
    at, _ = movement.slides.shape(work_per_pa)
    rise = float(at[:, 1].max() - movement.slides.at[0, 0, 1])
    if rise < _ARCH_M:
        return []
    return [
        finding(
            "layup.top-arches",
            "note",
            "As the arms come down they lift the top off the former by about {d}.",
            "Lay a flat weight, washed, on the top until they are down: the bend comes out crisper too.",
            d=show(round(rise, 3), "length"),
        )
    ]


def drop_findings(laying: LayupRequest, blank: Blank, overhang: Figure, clear: Figure, top_m: float) -> list[Finding]:
    """Everything that is unwise before an arm comes down."""
    if overhang.value <= 0:
        return [
            finding(
                "layup.nothing-hangs",
                "stop",
                "The blank of {b} does not reach over the former of {w}.",
                "Nothing hangs over, so nothing comes down. Cut it longer, or take a smaller former.",
                b=show(blank.length_m, "length"),
                w=show(top_m, "length"),
            )
        ]
    return [
        *_drop(laying, overhang, clear),
        *_balance(laying, blank, overhang, top_m),
        *_folds(laying, blank, top_m),
        *_steel(laying),
    ]
