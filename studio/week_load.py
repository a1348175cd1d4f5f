"""What may be asked of firings that wait: which kiln takes them, which go together, how long that takes."""

from __future__ import annotations

import functools
import math
from dataclasses import replace

from coldcradle.errors import ColdCradleError
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.load.firing import alone_of, lay_out_firing, look_ins_s, windows_in
from coldcradle.load.inputs import FiringInput, Member
from coldcradle.load.peak import common_peak
from coldcradle.quantity.format import Message, say

__all__ = ["WeekLoad"]

_SLOWER = 0.05  # of its time that a firing takes longer for each more that lies in it, about
_TOO_SLOW = 1.5  # times as long as the quickest in it: then they are parted, as the page of a firing says


class WeekLoad:
    """All firings that wait, with what may be asked of any of them together, answered once."""

    def __init__(self, members: dict[str, tuple[Member, ...]], kilns: dict[str, KilnModel]) -> None:
        self._members, self._kilns = members, kilns
        self.may_share = functools.cache(self._may_share)
        self.alone_s = functools.cache(self._alone_s)

    def _in(self, keys: frozenset[str], kiln: str) -> FiringInput:
        found = []
        for key in sorted(keys):
            for member in self._members[key]:
                heat = replace(member.stage.heat, kiln=self._kilns[kiln], kiln_zone="")
                found.append(replace(member, stage=replace(member.stage, heat=heat)))
        return FiringInput(members=tuple(found))

    def _alone_s(self, key: str, kiln: str) -> float:
        """How long a firing lasts in a kiln, s; infinite where it cannot be done there or does not fit."""
        told = self._in(frozenset({key}), kiln)
        longest = 0.0
        try:
            for member in told.members:
                result = alone_of(member).heated
                if result.firing is None or max(c for _, c in result.firing.run.line) > self._kilns[kiln].highest_c:
                    return math.inf
                longest = max(longest, result.firing.run.total_s)
            return math.inf if lay_out_firing(told).left else longest
        except ColdCradleError:
            return math.inf

    def kilns_for(self, key: str) -> tuple[str, ...]:
        """The kilns that a firing fits into and that can do it."""
        return tuple(kiln for kiln in self._kilns if math.isfinite(self.alone_s(key, kiln)))

    def why_nowhere(self, key: str) -> Message:
        """Why no kiln takes a firing: what finds no room in the one it is planned for, or what that cannot do."""
        told = FiringInput(members=self._members[key])
        try:
            left = lay_out_firing(told).left
        except ColdCradleError as error:
            return say("{why}", why=str(error))
        if left:
            return say("{why} Part it into rounds, or change the kiln.", why=left[0])
        return say("No kiln gets that hot, or can do it at all.")

    def _may_share(self, keys: frozenset[str], kiln: str) -> bool:
        if len(keys) == 1:
            return math.isfinite(self.alone_s(next(iter(keys)), kiln))
        alone = [self.alone_s(key, kiln) for key in keys]
        if max(alone) > _TOO_SLOW * min(alone):  # thick glass does not hold back thin
            return False
        told = self._in(keys, kiln)
        try:
            worst = common_peak([window for _, _, window in windows_in(told)]).worst
            return worst <= 1.0 and not lay_out_firing(told).left
        except ColdCradleError:
            return False

    def lasts_s(self, keys: frozenset[str], kiln: str) -> float:
        """About how long they take together: the slowest of them, and a little for each more, s."""
        many = sum(len(self._members[key]) for key in keys)
        return max(self.alone_s(key, kiln) for key in keys) * (1 + _SLOWER * (many - 1))

    def visits_s(self, key: str) -> tuple[float, ...]:
        """When somebody must be there, s from the start, by their own programmes."""
        return tuple(visit for member in self._members[key] for visit in look_ins_s(member))
