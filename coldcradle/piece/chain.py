"""Several firings of one piece: their order, what a later one would undo, which can share a kiln, days and clock."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at, when
from coldcradle.heat.schedule.processes import Process
from coldcradle.heat.schedule.undated import has_date
from coldcradle.piece.sharer import Sharer, can_share
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["ChainLink", "ChainPlan", "Link", "Travel", "next_start", "plan_chain"]

_SOME, _MOST = 0.1, 0.5  # of the heat work that made a feature; more than that takes it back
_NEAR_K = 30.0
_LIKE_THICK = 1.35  # thicknesses that may share an anneal differ by no more than this
_STIFF_K = 5.0  # stiffer than its family by this much, a glass is fired hot and long first; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Travel:
    """What goes from one stage into another: so many of what it gave."""

    from_key: str
    from_name: str
    count: int
    words: Message


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """A stage as the chain sees it: its heat, its thickness, what it is made from, and when it is set to start.

    `ancestors` are the keys of all stages it is made from, `joins` of those that it melts into one another. `line` is
    empty and `total_s` 0 where its kiln cannot do it. `bench_s` is how long what it is made from lies on the bench
    before, by the key of its stage, s.
    """

    key: str
    name: str
    process: Process
    kind: GlassProperties
    peak_c: float
    hold_s: float
    total_s: float
    thickness_m: float
    starts_at: datetime
    awake: tuple[float, float]
    ancestors: frozenset[str]
    joins: frozenset[str]
    travels: tuple[Travel, ...]
    kiln: str
    line: tuple[tuple[float, float], ...]
    gives: Message
    state: str
    asks: Sharer | None = None
    stiffer_k: float = 0.0
    bench_s: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class ChainLink:
    """A stage in its place: when it starts and opens, how hot, what goes into it, and what it does to what is there.

    `proposed` is the start that puts it after what it is made from; `line` its real programme, (s, °C).
    """

    key: str
    name: str
    process: str
    process_name: str
    family: str
    kiln: str
    peak: DualQuantity
    peak_c: float
    total: DualQuantity
    starts: DualQuantity
    opens: DualQuantity
    starts_at: str
    proposed: str
    day: int
    travels: list[Travel]
    gives: Message
    state: str
    line: list[tuple[float, float]]
    remarks: list[Message]


@dataclass(frozen=True, slots=True)
class ChainPlan:
    """The chain as it is, what is to be said of it, and the fewest firings it takes."""

    links: list[ChainLink]
    findings: list[Message]
    firings: int
    days: DualQuantity


def _work(kind: GlassProperties, peak_c: float, hold_s: float) -> float:
    """Heat work of a peak, 1/Pa: the hold, and some minutes' worth of coming and going."""
    return float((hold_s + 600.0) * 10.0 ** -float(Viscosity.of(kind).log10_pa_s(peak_c)))


def _undoes(earlier: Link, later: Link) -> Message | None:
    """What a later firing does to what an earlier one made: by viscosity there, and by heat work against its own."""
    kind = earlier.kind
    log = float(Viscosity.of(kind).log10_pa_s(later.peak_c))
    ratio = _work(kind, later.peak_c, later.hold_s) / _work(kind, earlier.peak_c, earlier.hold_s)
    if log >= earlier.process.undone_by or (ratio < _SOME and log > earlier.process.undone_by - 0.6):
        return None
    shown: dict[str, DualQuantity | str] = {
        "late": later.name,
        "early": earlier.name,
        "t": show(round(later.peak_c), "temperature"),
        "x": f"{ratio:.0f}" if ratio >= 10 else f"{ratio:.1f}",
    }
    if ratio > _MOST:
        return say(
            "“{late}” takes back what “{early}” made: at {t} it is soft enough to move again, {x} times the heat work.",
            **shown,
        )
    return say(
        "“{late}” softens what “{early}” made: at {t} it begins to move again, {x} times the heat work.", **shown
    )


def _depends(later: Link, earlier: Link) -> bool:
    return earlier.key in later.ancestors


def _can_share(a: Link, b: Link) -> bool:
    """Alike in thickness, and one programme serves both, as it is judged when they are put into one firing."""
    thick, thin = max(a.thickness_m, b.thickness_m), min(a.thickness_m, b.thickness_m)
    if thick / max(thin, 1e-6) > _LIKE_THICK:
        return False
    return a.asks is not None and b.asks is not None and can_share(a.asks, b.asks)


def _fewest(links: Sequence[Link]) -> list[list[int]]:
    """Firings in an order that respects what depends on what, each taking along all that may share it."""
    left, found = list(range(len(links))), []
    while left:
        ready = [i for i in left if not any(_depends(links[i], links[j]) for j in left if j < i)]
        best: list[int] = []
        for first in ready:
            group = [first]
            for other in ready:
                if other != first and all(_can_share(links[other], links[g]) for g in group):
                    group.append(other)
            if len(group) > len(best):
                best = group
        found.append(sorted(best))
        left = [i for i in left if i not in best]
    return found


def next_start(after: datetime, awake: tuple[float, float]) -> datetime:
    """The next whole quarter of an hour at which somebody is awake, an hour after the lid may be opened."""
    moment = at(after, 3600.0)
    moment += timedelta(minutes=-moment.minute % 15, seconds=-moment.second)
    for _ in range(4 * 24):
        if is_awake(moment, awake):
            return moment
        moment = at(moment, 900.0)
    return moment


def _order_findings(links: Sequence[Link]) -> list[Message]:
    found = []
    for i, later in enumerate(links):
        for earlier in links[:i]:
            if (
                _depends(later, earlier)
                and earlier.key not in later.joins
                and later.peak_c > earlier.peak_c + 5
                and _undoes(earlier, later)
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
        again = [later for later in links[i + 1 :] if link.key in later.joins]
        low, high = link.process.window_c(link.kind)
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


def _clock_findings(links: Sequence[Link]) -> list[Message]:
    """A stage that is set to start before what it is made from may be opened."""
    found = []
    for i, link in enumerate(links):
        for earlier in links[:i]:
            opens = at(earlier.starts_at, earlier.total_s)
            ready = at(opens, link.bench_s.get(earlier.key, 0.0))
            are_set = has_date(link.starts_at) and has_date(opens)
            if are_set and _depends(link, earlier) and link.starts_at < opens:
                found.append(
                    say(
                        "“{b}” is set to start {t}, but “{a}” may be opened only {o}.",
                        a=earlier.name,
                        b=link.name,
                        t=when(link.starts_at, 0.0),
                        o=when(opens, 0.0),
                    )
                )
            elif are_set and _depends(link, earlier) and link.starts_at < ready:
                found.append(
                    say(
                        "“{b}” is set to start {t}, but what comes out of “{a}” is on the bench until {o}.",
                        a=earlier.name,
                        b=link.name,
                        t=when(link.starts_at, 0.0),
                        o=when(ready, 0.0),
                    )
                )
    return found


def _place(link: Link, earlier: Sequence[Link], begun: datetime, proposed: datetime) -> ChainLink:
    # parts that are brought together are meant to melt into one another
    touched = [e for e in earlier if _depends(link, e) and e.key not in link.joins]
    return ChainLink(
        key=link.key,
        name=link.name,
        process=link.process.key,
        process_name=link.process.name,
        family=link.process.family,
        kiln=link.kiln,
        peak=show(round(link.peak_c), "temperature"),
        peak_c=link.peak_c,
        total=show(link.total_s, "duration"),
        starts=when(link.starts_at, 0.0),
        opens=when(link.starts_at, link.total_s),
        starts_at=link.starts_at.isoformat(timespec="minutes"),
        proposed=proposed.isoformat(timespec="minutes"),
        day=(link.starts_at.date() - begun.date()).days + 1,
        travels=list(link.travels),
        gives=link.gives,
        state=link.state,
        line=_thinned(link.line),
        remarks=[said for e in touched if (said := _undoes(e, link))],
    )


def _thinned(line: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """A programme as its silhouette: some forty points."""
    every = max(1, len(line) // 40)
    return [(round(t), round(c, 1)) for t, c in (*line[::every], *line[-1:])]


def _proposals(links: Sequence[Link]) -> list[datetime]:
    """Starts one after another, each when what it is made from is open and somebody is awake to load it."""
    opens: dict[str, datetime] = {}
    starts = []
    for link in links:
        before = [at(opens[key], link.bench_s.get(key, 0.0)) for key in link.ancestors if key in opens]
        start = link.starts_at if not before else max(link.starts_at, next_start(max(before), link.awake))
        opens[link.key] = at(start, link.total_s)
        starts.append(start)
    return starts


def plan_chain(links: Sequence[Link]) -> ChainPlan:
    """The stages of a piece on the clock, in the order of what takes what, and what is unwise about it."""
    begun = min(link.starts_at for link in links)
    proposals = _proposals(links)
    placed = [_place(link, links[:i], begun, proposals[i]) for i, link in enumerate(links)]
    findings = [*_clock_findings(links), *_order_findings(links)]
    groups = _fewest(links)
    for group in groups:
        if len(group) > 1:
            names = " and ".join(f"“{links[i].name}”" for i in group)
            findings.append(say("{n} can share one firing: one programme serves them all.", n=names))
    if len(groups) < len(links):
        findings.append(
            say("The fewest firings this takes: {n} instead of {m}.", n=str(len(groups)), m=str(len(links)))
        )
    last = max(at(link.starts_at, link.total_s) for link in links)
    return ChainPlan(placed, findings, len(groups), show((last - begun).total_seconds(), "duration"))
