"""What is unwise about a firing as it is loaded."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from coldcradle.heat.schedule.segments import Run
from coldcradle.heat.shared import SharedStep
from coldcradle.heat.steps import StepKey
from coldcradle.load.peak import CommonPeak
from coldcradle.load.result import MemberPlan
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["firing_findings"]

_LONGER = 1.5  # times as long as it would be without the slowest; common practice, no source


def firing_findings(
    members: Sequence[MemberPlan], run: Run | None, peak: CommonPeak | None, steps: Sequence[SharedStep]
) -> Iterator[Finding]:
    """What is unwise, the gravest first."""
    if run is None:
        return
    for member in members:
        if member.word == "unsafe":
            yield finding(
                "load.does-harm", "stop", "“{who}”: {why}", "{why}", who=member.member.name, why=member.says.metric
            )
    off = [m for m in members if m.word in ("short", "over")]
    if peak is not None and off:
        yield finding(
            "load.no-common-peak",
            "stop",
            "No peak serves all; at {t} {n} of {all} do not get what they need.",
            "It is as near as can be to all of them. See each, and the ways out.",
            t=show(round(peak.peak_c), "temperature"),
            n=str(len(off)),
            all=str(len(members)),
        )
    yield from _held_back(members, run)
    rest = next((s for s in steps if s.key == StepKey.REST), None)
    if rest is not None:
        yield finding(
            "load.two-soaks",
            "think",
            "Two glasses that anneal apart: a second soak at {t} for “{who}”.",
            "They may lie in one kiln. They may not touch: melted together they crack.",
            t=show(round(rest.to_c), "temperature"),
            who=rest.by,
        )


def _held_back(members: Sequence[MemberPlan], run: Run) -> Iterator[Finding]:
    """One that makes it much longer for all others."""
    if len(members) < 2:
        return
    slowest = max(members, key=lambda m: m.own_total_s)
    rest_s = max(m.own_total_s for m in members if m is not slowest)
    if run.total_s > _LONGER * rest_s:
        yield finding(
            "load.held-back",
            "think",
            "“{who}” makes it {all} long; without it {less}.",
            "Thick glass needs the time, thin glass does not. Part them, unless the kiln is free anyhow.",
            who=slowest.member.name,
            all=show(run.total_s, "duration"),
            less=show(rest_s, "duration"),
        )
