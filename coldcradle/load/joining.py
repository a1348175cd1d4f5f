"""What waits and could go in as well: whether one heat does for it too, whether there is room, what it costs."""

from __future__ import annotations

from dataclasses import dataclass, replace

from coldcradle.errors import ColdCradleError
from coldcradle.load.firing import alone_of, lay_out_firing, windows_in
from coldcradle.load.inputs import FiringInput, Member
from coldcradle.load.peak import common_peak
from coldcradle.quantity.format import Message, say, show

__all__ = ["Joining", "would_join"]

_LONGER = 1.1


@dataclass(frozen=True, slots=True, kw_only=True)
class Joining:
    """Whether a stage could join: `fits` heat and room, `rank` lower is better, and why in words."""

    fits: bool
    rank: float
    says: Message


def _total_s(member: Member) -> float:
    firing = alone_of(member).heated.firing
    return firing.run.total_s if firing is not None else 0.0


def would_join(firing: FiringInput, member: Member) -> Joining:
    """What it would be to put one more into a firing, by the windows of all and the room on the shelves.

    The kiln of the firing is what counts, whatever the stage itself is planned for.
    """
    heat = firing.members[0].stage.heat
    moved = replace(member, stage=replace(member.stage, heat=replace(member.stage.heat, kiln=heat.kiln, kiln_zone="")))
    together = replace(firing, members=(*firing.members, moved))
    try:
        peak = common_peak([window for _, _, window in windows_in(together)])
        layout = lay_out_firing(together)
    except ColdCradleError as error:
        return Joining(fits=False, rank=9.0, says=say("{why}", why=str(error)))
    if layout.left:
        return Joining(fits=False, rank=4.0 + peak.worst, says=layout.left[-1])
    if peak.worst > 1.0:
        own = alone_of(moved).heated.firing
        own_c = own.soaked.peak.peak_c if own is not None else 0.0
        told = "It wants {t}; no peak serves it and what lies in it."
        return Joining(fits=False, rank=2.0 + peak.worst, says=say(told, t=show(round(own_c), "temperature")))
    before, own_s = max(_total_s(m) for m in firing.members), _total_s(moved)
    if own_s > _LONGER * before:
        told = "Goes with it at {t}, but makes it {d} longer."
        says = say(told, t=show(round(peak.peak_c), "temperature"), d=show(own_s - before, "duration"))
        return Joining(fits=True, rank=peak.worst + own_s / before - 1.0, says=says)
    return Joining(
        fits=True, rank=peak.worst, says=say("Goes with it at {t}.", t=show(round(peak.peak_c), "temperature"))
    )
