"""The ways out when no programme serves all: part them, change places, take one at another peak; each with figures."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import combinations

from coldcradle.load.needs import Window
from coldcradle.load.peak import CommonPeak, common_peak
from coldcradle.load.result import MemberPlan
from coldcradle.quantity.format import Message, say, show

__all__ = ["groups_that_go", "ways_out"]

Named = tuple[str, str, Window]  # the name of a member, its place, and what it asks there
_MOST_SWAPS = 60


def _words(peak: CommonPeak) -> Message:
    return say("{t} for {h}", t=show(round(peak.peak_c), "temperature"), h=show(peak.hold_s, "duration"))


def groups_that_go(windows: Sequence[Named]) -> list[tuple[list[str], CommonPeak]]:
    """Members in as few groups as go together, the coolest first: what lies next to one another in its own peak."""
    groups: list[list[Named]] = []
    for one in sorted(_by_member(windows), key=lambda some: min(w.own_c for _, _, w in some)):
        if groups and common_peak([w for _, _, w in [*groups[-1], *one]]).worst <= 1.0:
            groups[-1] += one
        else:
            groups.append(list(one))
    return [(list(dict.fromkeys(n for n, _, _ in group)), common_peak([w for _, _, w in group])) for group in groups]


def _by_member(windows: Sequence[Named]) -> list[list[Named]]:
    found: dict[str, list[Named]] = {}
    for one in windows:
        found.setdefault(one[0], []).append(one)
    return list(found.values())


def _parted(windows: Sequence[Named]) -> Message | None:
    groups = groups_that_go(windows)
    if len(groups) < 2:
        return None
    told = [say("{who} at {p}", who=_names(names), p=_words(peak)) for names, peak in groups]
    lines = Message("; ".join(t.metric for t in told), "; ".join(t.us for t in told))
    return say("**Part them** into {n} firings: {lines}.", n=str(len(groups)), lines=lines)


def _names(names: Sequence[str]) -> str:
    quoted = [f"“{name}”" for name in names]
    return quoted[0] if len(quoted) == 1 else ", ".join(quoted[:-1]) + " and " + quoted[-1]


def _at(window: Window, offset_k: float) -> Window:
    """What it asks at a place that is so much hotter than the middle."""
    return replace(window, offset_k=offset_k, own_c=window.own_c + window.offset_k - offset_k)


def _swapped(windows: Sequence[Named], worst: float) -> Message | None:
    """The change of two places that helps most."""
    best: tuple[CommonPeak, str, str] | None = None
    pairs = [(i, j) for i, j in combinations(range(len(windows)), 2) if windows[i][1] != windows[j][1]]
    for i, j in pairs[:_MOST_SWAPS]:
        moved = [w for _, _, w in windows]
        moved[i], moved[j] = _at(moved[i], windows[j][2].offset_k), _at(moved[j], windows[i][2].offset_k)
        peak = common_peak(moved)
        if peak.worst < (best[0].worst if best else 0.97 * worst):
            best = peak, windows[i][0], windows[j][0]
    if best is None:
        return None
    peak, one, other = best
    told = "all go together then" if peak.worst <= 1.0 else "that helps, but does not serve all"
    return say("**Change the places** of “{a}” and “{b}”: at {p} {told}.", a=one, b=other, p=_words(peak), told=told)


def _without(windows: Sequence[Named]) -> Message | None:
    """The one that goes better alone, and what the others do without it."""
    by_member = _by_member(windows)
    if len(by_member) < 3:
        return None
    best: tuple[float, str, CommonPeak, Window] | None = None
    for one in by_member:
        peak = common_peak([w for n, _, w in windows if n != one[0][0]])
        if best is None or peak.worst < best[0]:
            best = peak.worst, one[0][0], peak, one[0][2]
    if best is None or best[0] > 1.0:
        return None
    _, name, peak, own = best
    alone = say("{t} for {h}", t=show(round(own.own_c), "temperature"), h=show(own.own_hold_s, "duration"))
    return say("**Take “{a}” by itself**, {own}: the others go together at {p}.", a=name, own=alone, p=_words(peak))


def ways_out(windows: Sequence[Named], members: Sequence[MemberPlan], *, told_c: float) -> tuple[Message, ...]:
    """What can be done where somebody is short or gets too much; nothing where all are served."""
    if all(member.word in ("good", "unsafe") for member in members):
        return ()
    worst = common_peak([w for _, _, w in windows])
    found = [_parted(windows), _swapped(windows, worst.worst), _without(windows)]
    if worst.worst <= 1.0:  # a peak set by hand suits nobody, and there is one that would
        found = [say("**Take the steps back** that were set by hand: {p} serves all.", p=_words(worst))]
    return tuple(way for way in found if way is not None)
