"""The sentence of a firing: whether they go together, how hot and how long, and who has the least to spare."""

from __future__ import annotations

from collections.abc import Sequence

from coldcradle.heat.schedule.segments import Run
from coldcradle.heat.steps import StepKey
from coldcradle.load.peak import CommonPeak
from coldcradle.load.result import MemberPlan
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["firing_answer"]

_NUMBERS = {2: "Both", 3: "All three", 4: "All four", 5: "All five", 6: "All six"}


def firing_answer(members: Sequence[MemberPlan], run: Run | None, peak: CommonPeak | None, refusal: str) -> Message:
    """The answer of a firing, with at most three figures."""
    if run is None:
        return say("**This kiln cannot do it.** {why}.", why=refusal[:1].upper() + refusal[1:])
    top = next(s for s in run.steps if s.key == StepKey.PEAK)
    shown: dict[str, DualQuantity | str] = {
        "t": show(round(top.to_c), "temperature"),
        "h": show(top.hold_s, "duration"),
        "all": show(run.total_s, "duration"),
        "name": members[0].member.name,
    }
    harmed = next((m for m in members if m.word == "unsafe"), None)
    if harmed is not None:
        return say("**Not like this:** “{who}”. {why}", who=harmed.member.name, why=harmed.says)
    if len(members) == 1 and (peak is None or peak.worst <= 1.0):
        return say("**{t} for {h}**, {all} in all. “{name}” has the kiln to itself.", **shown)
    off = [m for m in members if m.word in ("short", "over")]
    if off:
        worst = min(off, key=lambda m: min(m.spare_k))
        shown |= {"who": worst.member.name, "k": show(round(abs(min(worst.spare_k))), "difference")}
        how = "too cool" if worst.word == "short" else "too hot"
        return say("**Not all together.** At {t} for {h} it is {k} " + how + " for “{who}”.", **shown)
    worst = min(members, key=lambda m: min(m.spare_k))
    shown |= {"who": worst.member.name, "k": show(round(max(0.0, min(worst.spare_k))), "difference")}
    how = "too little" if worst.spare_k[0] < worst.spare_k[1] else "too much"
    many = _NUMBERS.get(len(members), f"All {len(members)}")
    return say(f"**{many} go together at {{t}}** for {{h}}; “{{who}}” is {{k}} from {how}. {{all}} in all.", **shown)
