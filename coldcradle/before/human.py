"""Checks that only somebody at the bench can tick. All of them are common practice, no source."""

from __future__ import annotations

from collections.abc import Callable

from coldcradle.before.check import CheckResult, CheckRule, judged
from coldcradle.before.inputs import CheckContext
from coldcradle.quantity.format import show

__all__ = ["HUMAN"]

_BEND_CLEAR_M = 0.005


def _ask(
    when: Callable[[CheckContext], bool], says: str, todo: str = ""
) -> Callable[[CheckContext], CheckResult | None]:
    """Asked where `when` says that it applies."""
    return lambda s: judged("open", says, todo) if when(s) else None


def _always(s: CheckContext) -> bool:
    return True


def _mould_state(s: CheckContext) -> CheckResult | None:
    if not s.cradle.material.holds_water:
        return None
    word = {"wet": "wet, as planned", "damp": "damp, as planned", "dry": "dry all through"}[s.layup.wet]
    return judged("open", f"The mould is {word}.", "A soaked mould that is planned as dry bursts with steam.")


def _posts(s: CheckContext) -> CheckResult | None:
    if not s.does.has_former or s.layup.posts_m <= 0:
        return None
    return judged("open", "The former stands on posts of {p}, and stands firm.", p=show(s.layup.posts_m, "length"))


def _bend_line(s: CheckContext) -> CheckResult | None:
    if not s.does.bends_up:
        return None
    return judged(
        "open",
        "Nothing raised lies below the bend line, nor within {d} above it.",
        "Draw the line. Relief that bends splits or keeps the arm from closing.",
        d=show(_BEND_CLEAR_M, "length"),
    )


HUMAN: tuple[CheckRule, ...] = (
    CheckRule(
        rule="before.release-fresh",
        topic="release",
        by="human",
        grave=True,
        timer="coat",
        judge=_ask(
            lambda s: not s.does.hangs and not (s.does.is_filled and s.cradle.material.single_use),
            "Release is on every face the glass touches or may run to, fresh and dry.",
            "Glass welds to what is not coated. Brush off what flakes; respirator, wet clean-up.",
        ),
    ),
    CheckRule(
        rule="before.press-washed",
        topic="release",
        by="human",
        grave=True,
        judge=_ask(
            lambda s: s.does.is_pressed, "Thick fresh wash is on both faces that press.", "Both shelves, and dry."
        ),
    ),
    CheckRule(
        rule="before.press-posts",
        topic="layup",
        by="human",
        grave=True,
        judge=_ask(
            lambda s: s.does.is_pressed,
            "Plenty of posts stand under the lower shelf, close together.",
            "A weighted shelf that cracks lets glass run.",
        ),
    ),
    CheckRule(rule="before.mould-state", topic="mould", by="human", timer="plaster", judge=_mould_state),
    CheckRule(
        rule="before.vents-open",
        topic="mould",
        by="human",
        judge=_ask(
            lambda s: s.does.has_form and not s.does.drops_through,
            "The vent holes of the mould are open.",
            "Air that cannot leave holds the sheet up.",
        ),
    ),
    CheckRule(
        rule="before.vent-plug",
        topic="kiln",
        by="human",
        judge=_ask(
            lambda s: (s.cradle.material.holds_water and s.layup.wet != "dry") or s.layup.lining_m > 0,
            "The vent plug is out until about 200 °C.",
            "Steam and the smoke of paper go out there.",
        ),
    ),
    CheckRule(
        rule="before.shelf-level",
        topic="mould",
        by="human",
        judge=_ask(
            lambda s: s.cradle.tilt is None,
            "Shelf and cradle are level.",
            "A spirit level, both ways; shim with paper.",
        ),
    ),
    CheckRule(rule="before.posts-firm", topic="mould", by="human", judge=_posts),
    CheckRule(
        rule="before.glue-dry",
        topic="layup",
        by="human",
        timer="glue",
        judge=_ask(
            lambda s: s.has_parts, "What is glued is dry, and no glue stands wet.", "Forty minutes, the least drop."
        ),
    ),
    CheckRule(
        rule="before.frozen-laid",
        topic="layup",
        by="human",
        grave=True,
        timer="freezer",
        judge=_ask(
            lambda s: s.is_frozen,
            "Frozen parts lay on the washed shelf before they thawed.",
            "Half an hour in the freezer is usual, ninety minutes is too long.",
        ),
    ),
    CheckRule(
        rule="before.opal-powder",
        topic="glass",
        by="human",
        judge=_ask(lambda s: s.is_frozen, "The powder is opal.", "Transparent powder goes muddy."),
    ),
    CheckRule(
        rule="before.dots-round",
        topic="layup",
        by="human",
        judge=_ask(lambda s: s.has_parts, "Dots and parts were looked at: round, whole and clean."),
    ),
    CheckRule(
        rule="before.colour-clear",
        topic="layup",
        by="human",
        judge=_ask(
            lambda s: s.does.is_reused,
            "Colour lies 3 mm clear of the walls, with a clear cap on top.",
            "What touches the wall drags release in and goes cloudy.",
        ),
    ),
    CheckRule(
        rule="before.coated-face",
        topic="glass",
        by="human",
        judge=_ask(
            lambda s: s.does.lies_free or s.does.is_blank,
            "Which face is up is written down, if one is coated or textured.",
        ),
    ),
    CheckRule(
        rule="before.tested-glass",
        topic="glass",
        by="human",
        judge=_ask(lambda s: bool(s.takes) or bool(s.glass.extras), "Only glass tested to fit is in it."),
    ),
    CheckRule(
        rule="before.blank-centred",
        topic="layup",
        by="human",
        judge=_ask(
            lambda s: s.is_blank,
            "The blank lies centred, its edge as planned against the rim.",
            "What hangs over on one side goes down crooked.",
        ),
    ),
    CheckRule(rule="before.bend-line", topic="layup", by="human", grave=True, judge=_bend_line),
    CheckRule(
        rule="before.wire-tight",
        topic="layup",
        by="human",
        grave=True,
        judge=_ask(
            lambda s: s.does.hangs,
            "The wire is tight, and hung things cannot meet when they are stretched.",
            "Nothing under them that must not burn.",
        ),
    ),
    CheckRule(
        rule="before.thermometer-free",
        topic="kiln",
        by="human",
        judge=_ask(_always, "The thermocouple is free: nothing touches it or hides it."),
    ),
    CheckRule(
        rule="before.dust-wet",
        topic="you",
        by="human",
        judge=_ask(
            lambda s: s.does.is_filled or s.is_frozen,
            "Dust was wiped up wet, with a respirator on.",
            "Powder, plaster and dry fibre hurt lungs.",
        ),
    ),
    CheckRule(
        rule="before.hot-hands",
        topic="kiln",
        by="human",
        grave=True,
        judge=_ask(
            lambda s: bool(s.layup.hot) or s.does.lifts,
            "Suit, gloves and tools lie ready, a second person is there, and the power switch is known to both.",
            "Nobody opens a hot kiln alone. Rehearse it cold, with a watch.",
        ),
    ),
    CheckRule(
        rule="before.photographed",
        topic="you",
        by="human",
        judge=_ask(_always, "The lay-up is photographed and measured.", "Nobody can do it afterwards."),
    ),
)
