"""What a firing comes to: one programme, and for each who lies there whether it gets what it needs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.heat.explain.steps import SimulatedSegment
from coldcradle.heat.schedule.segments import Run
from coldcradle.heat.shared import FiringShare
from coldcradle.load.inputs import Member
from coldcradle.load.peak import CommonPeak
from coldcradle.piece.stage import StageResult
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.finding import Finding

__all__ = ["FiringPlan", "MemberPlan", "Verdict"]

Verdict = Literal["good", "short", "over", "unsafe"]


@dataclass(frozen=True, slots=True, kw_only=True)
class MemberPlan:
    """One who lies in the firing, by the programme for all.

    `spare_k` is how far its peak is from too little and from too much, K, below 0 past it; `times` the heat work over
    what it has by its own programme. `own` is that programme in words, `result` what its stations come to by the one
    for all, at the place where it is worst off, `gives` what comes out.
    """

    member: Member
    word: Verdict
    says: Message
    spare_k: tuple[float, float]
    times: float
    place: str
    own: Message
    gives: Message
    own_total_s: float
    total_s: float
    share: FiringShare
    result: StageResult


@dataclass(frozen=True, slots=True, kw_only=True)
class FiringPlan:
    """A firing as it is planned from what lies in it. `steps`, `run` and `peak` are of the middle of the kiln.

    `peak` is None where one stage has the firing to itself: then its own programme stands. `deciders` say who holds
    back each step, by its key. `refusal` says why the kiln cannot do it at all.
    """

    members: tuple[MemberPlan, ...]
    steps: tuple[SimulatedSegment, ...]
    run: Run | None
    peak: CommonPeak | None
    deciders: dict[str, str]
    answer: Message
    ways: tuple[Message, ...]
    findings: tuple[Finding, ...]
    total: DualQuantity
    energy: DualQuantity
    refusal: str = ""

    def share_of(self, key: str) -> FiringShare:
        """What the firing says to a member. Raises KeyError for one that is not in it."""
        return {m.member.key: m.share for m in self.members}[key]
