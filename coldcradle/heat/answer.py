"""The sentence of a firing: how long, why, when it may be switched off and opened."""

from __future__ import annotations

from coldcradle.heat.coasting import verdict_of
from coldcradle.heat.explain.words import CAUSES
from coldcradle.heat.model.cause import decides, time_by_cause_s
from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.layup.explain.relief import relief_words
from coldcradle.layup.inputs import Relief
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.finding import Finding

__all__ = ["heat_answer"]

_HOUR_S, _LONG_S = 3600.0, 5 * 3600.0


def heat_answer(worked: HeatResult, heat: HeatPlan | None, findings: list[Finding]) -> Message:
    """The sentence of the heat: what is fired how hot and how long, or why it cannot be."""
    if heat is None:
        return say(
            "**{name} cannot do this firing.** {why}.",
            name=worked.heat.kiln.name,
            why=worked.refusal[:1].upper() + worked.refusal[1:],
        )
    stop = next((f for f in findings if f.station == "heat" and f.severity == "stop"), None)
    if stop is not None:
        return Message(
            f"**Not like this.** {stop.says.metric} {stop.reason.metric}",
            f"**Not like this.** {stop.says.us} {stop.reason.us}",
        )
    shown = {"t": show(heat.total_s, "duration"), "off": heat.coast_from, "open": heat.opens}
    return say("**{t},** because {why}." + _off(worked) + " Open the lid **{open}**.", why=_because(worked), **shown)


def _because(worked: HeatResult) -> Message:
    """What the time goes into, by what would shorten it most."""
    firing = worked.firing
    assert firing is not None
    spent, causes = time_by_cause_s(firing.run.steps), decides(firing.run)
    told = [
        say(
            CAUSES[cause],
            kiln=worked.heat.kiln.name,
            glass=_thick(worked, in_full=cause is causes[0]),
            x=show(round(spent[cause] / _HOUR_S) * _HOUR_S if spent[cause] > _LONG_S else spent[cause], "duration"),
        )
        for cause in causes
    ]
    return told[0] if len(told) == 1 else say("{one} and {other}", one=told[0], other=told[1])


def _thick(worked: HeatResult, *, in_full: bool) -> Message:
    """How thick the glass is, as heat counts it; `in_full` with what it cools like."""
    effective_m, thick = worked.effective_m, worked.load.thick
    differs = abs(effective_m - thick.counted_m) >= 5e-4
    cools = " and cools like a free slab of {slab}" if in_full and differs else ""
    slab = show(round(effective_m, 3), "length")
    if thick.relief is Relief.NONE:
        return say("the glass is {d} thick" + cools, d=show(thick.counted_m, "length"), slab=slab)
    return say(
        "the glass is {d} thick and counts as {c} for {why}" + cools,
        d=show(thick.thickest_m, "length", thick.counted_u_m / thick.relief.times),
        c=show(round(thick.counted_m, 4), "length"),
        why=relief_words(thick.relief, is_stepped=thick.is_stepped),
        slab=slab,
    )


def _off(worked: HeatResult) -> str:
    """When it may be switched off; near its limit that is never plainly safe, as kilns and glass are known only
    so well.
    """
    firing = worked.firing
    assert firing is not None
    if firing.coast_from_c < firing.soak_c:
        return " Switch off at **{off}**, not before."
    pull, _, _, allowed = firing.cooling_peak(firing.soaked.total_s)
    found = verdict_of(left_pa=firing.left_pa, target_pa=worked.heat.stress_pa, pull_share=pull / allowed)
    if found == "safe":
        return " Safe to switch off after the soak, at **{off}**."
    return " Off after the soak, at **{off}**, is close to the limit: watch how far it falls in the first hour."
