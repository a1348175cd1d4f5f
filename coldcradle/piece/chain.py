"""Several firings of one piece: their order, what a later one would undo, which can share a kiln, days and clock."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at, when
from coldcradle.heat.schedule.processes import Process
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["ChainLink", "ChainPlan", "Link", "plan_chain"]

_SOME, _MOST = 0.1, 0.5  # of the heat work that made a feature; more than that takes it back
_LIKE_THICK = 1.35  # thicknesses that may share an anneal differ by no more than this
_SHARE_K = 12.0
_NEAR_K = 30.0
_STIFF_K = 5.0  # stiffer than its family by this much, a glass is fired hot and long first; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """A firing as the chain sees it: its peak, its hold, how long it all takes, for which part, and what it joins."""

    name: str
    process: Process
    part: str
    joins: tuple[str, ...]
    peak_c: float
    hold_s: float
    total_s: float
    thickness_m: float
    is_this: bool
    stiffer_k: float = 0.0


@dataclass(frozen=True, slots=True)
class ChainLink:
    """A firing in its place: when it starts and opens, at how many degrees, and what it does to what is there
    already.
    """

    name: str
    process: str
    process_name: str
    part: str
    peak: DualQuantity
    peak_c: float
    total: DualQuantity
    starts: DualQuantity
    opens: DualQuantity
    is_this: bool
    day: int
    remarks: list[Message]


@dataclass(frozen=True, slots=True)
class ChainPlan:
    """The chain as it is, what is to be said of it, and the fewest firings it takes."""

    links: list[ChainLink]
    findings: list[Message]
    firings: int
    days: DualQuantity


def _work(kind: GlassKind, peak_c: float, hold_s: float) -> float:
    """Heat work of a peak, 1/Pa: the hold, and some minutes' worth of coming and going."""
    return float((hold_s + 600.0) * 10.0 ** -float(Viscosity.of(kind).log10_pa_s(peak_c)))


def _undoes(kind: GlassKind, earlier: Link, later: Link) -> Message | None:
    """What a later firing does to what an earlier one made: by viscosity there, and by heat work against its own."""
    log = float(Viscosity.of(kind).log10_pa_s(later.peak_c))
    ratio = _work(kind, later.peak_c, later.hold_s) / _work(kind, earlier.peak_c, earlier.hold_s)
    if log >= earlier.process.undone_by or (ratio < _SOME and log > earlier.process.undone_by - 0.6):
        return None
    shown: dict[str, DualQuantity | str] = {
        "late": later.name,
        "early": earlier.name,
        "t": show(round(later.peak_c), "temperature"),
        "log": f"{log:.1f}",
        "x": f"{ratio:.0f}" if ratio >= 10 else f"{ratio:.1f}",
    }
    if ratio > _MOST:
        return say(
            "“{late}” takes back what “{early}” made: at {t} the glass is at 10^{log} Pa·s, {x} times the heat work.",
            **shown,
        )
    return say(
        "“{late}” softens what “{early}” made: at {t} the glass is at 10^{log} Pa·s, {x} times the heat work.", **shown
    )


def _parts(link: Link) -> set[str]:
    return {link.part, *link.joins}


def _depends(later: Link, earlier: Link) -> bool:
    return bool(_parts(later) & _parts(earlier))


def _can_share(kind: GlassKind, a: Link, b: Link) -> bool:
    """Windows that overlap in this glass, and thicknesses that may be annealed together."""
    la, ha = a.process.window_c(kind)
    lb, hb = b.process.window_c(kind)
    thick, thin = max(a.thickness_m, b.thickness_m), min(a.thickness_m, b.thickness_m)
    return min(ha, hb) - max(la, lb) >= -_SHARE_K and thick / max(thin, 1e-6) <= _LIKE_THICK


def _fewest(kind: GlassKind, links: Sequence[Link]) -> list[list[int]]:
    """Firings in an order that respects what depends on what, each taking along all that may share it."""
    left, found = list(range(len(links))), []
    while left:
        ready = [i for i in left if not any(_depends(links[i], links[j]) for j in left if j < i)]
        best: list[int] = []
        for first in ready:
            group = [first]
            for other in ready:
                if other != first and all(_can_share(kind, links[other], links[g]) for g in group):
                    group.append(other)
            if len(group) > len(best):
                best = group
        found.append(sorted(best))
        left = [i for i in left if i not in best]
    return found


def _next_start(after: datetime, awake: tuple[float, float]) -> datetime:
    """The next whole quarter of an hour at which somebody is awake, an hour after the lid may be opened."""
    moment = at(after, 3600.0)
    moment += timedelta(minutes=-moment.minute % 15, seconds=-moment.second)
    for _ in range(4 * 24):
        if is_awake(moment, awake):
            return moment
        moment = at(moment, 900.0)
    return moment


def _order_findings(kind: GlassKind, links: Sequence[Link]) -> list[Message]:
    found = []
    for i, later in enumerate(links):
        for earlier in links[:i]:
            if (
                _depends(later, earlier)
                and earlier.part not in later.joins
                and later.peak_c > earlier.peak_c + 5
                and _undoes(kind, earlier, later)
            ):
                found.append(
                    say(
                        "Hottest first: fire “{b}” ({tb}) before “{a}” ({ta}), or keep “{a}” for the end.",
                        a=earlier.name,
                        b=later.name,
                        ta=show(round(earlier.peak_c), "temperature"),
                        tb=show(round(later.peak_c), "temperature"),
                    )
                )
    for i, link in enumerate(links):
        again = [later for later in links[i + 1 :] if link.part and link.part in later.joins]
        low, high = link.process.window_c(kind)
        again = [later for later in again if later.peak_c > low - _NEAR_K]
        if again and link.stiffer_k >= _STIFF_K:
            # it hardly moves when it meets heat again: what it is to become it must become now
            found.append(
                say(
                    "“{a}” is of stiffer glass: fire it hot and long first, {t} and its whole hold, before it goes "
                    "into “{b}”.",
                    a=link.name,
                    b=again[0].name,
                    t=show(round(high + link.stiffer_k), "temperature"),
                )
            )
        elif again and link.peak_c > (low + high) / 2 + 3:
            found.append(
                say(
                    "“{a}” meets heat again in “{b}”: its low end, {t}, is enough for now.",
                    a=link.name,
                    b=again[0].name,
                    t=show(round(low), "temperature"),
                )
            )
    return found


def plan_chain(kind: GlassKind, links: Sequence[Link], *, starts_at: datetime, awake: tuple[float, float]) -> ChainPlan:
    """Put the firings on the clock one after another, the next when somebody is awake to load it, and say what is
    unwise.
    """
    groups = _fewest(kind, links)
    placed: list[ChainLink] = []
    start = starts_at
    begun = starts_at
    for i, link in enumerate(links):
        opens = at(start, link.total_s)
        # parts that are brought together are meant to melt into one another
        touched = [e for e in links[:i] if _depends(link, e) and e.part not in link.joins]
        remarks = [said for earlier in touched if (said := _undoes(kind, earlier, link))]
        placed.append(
            ChainLink(
                link.name,
                link.process.key,
                link.process.name,
                link.part,
                show(round(link.peak_c), "temperature"),
                link.peak_c,
                show(link.total_s, "duration"),
                when(start, 0.0),
                when(opens, 0.0),
                link.is_this,
                (start.date() - begun.date()).days + 1,
                remarks,
            )
        )
        last = opens
        start = _next_start(opens, awake)
    findings = _order_findings(kind, links)
    for group in groups:
        if len(group) > 1:
            names = " and ".join(f"“{links[i].name}”" for i in group)
            findings.append(
                say("{n} can share one firing: their windows overlap and they are alike in thickness.", n=names)
            )
    if len(groups) < len(links):
        findings.append(
            say("The fewest firings this takes: {n} instead of {m}.", n=str(len(groups)), m=str(len(links)))
        )
    span = (last - begun).total_seconds() if links else 0.0
    return ChainPlan(placed, findings, len(groups), show(span, "duration"))
