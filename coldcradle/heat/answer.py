"""The sentence of a firing: how long, why, when it may be switched off and opened."""

from __future__ import annotations

from coldcradle.heat.coasting import verdict_of
from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.layup.explain.relief import relief_words
from coldcradle.layup.inputs import Relief
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.finding import Finding

__all__ = ["heat_answer"]


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
    effective_m, thick = worked.effective_m, worked.load.thick
    is_slab = abs(effective_m - thick.counted_m) >= 5e-4
    if thick.relief is not Relief.NONE:
        because = say(
            "because the glass is {d} thick and counts as {c}: {why}"
            + (", which cools like a free slab of {slab}." if is_slab else "."),
            d=show(thick.thickest_m, "length", thick.counted_u_m / thick.relief.times),
            c=show(round(thick.counted_m, 4), "length"),
            why=relief_words(thick.relief, is_stepped=thick.is_stepped),
            slab=show(round(effective_m, 3), "length"),
        )
    elif not is_slab:
        because = say("because the glass is {d} thick.", d=show(thick.counted_m, "length"))
    else:
        because = say(
            "because the glass is {d} thick and cools like a free slab of {c}.",
            d=show(thick.counted_m, "length"),
            c=show(round(effective_m, 3), "length"),
        )
    shown = {"t": show(heat.total_s, "duration"), "off": heat.coast_from, "open": heat.opens}
    off = _off(worked)
    metric = say("**{t},** " + because.metric + off + " Open the lid **{open}**.", **shown)
    us = say("**{t},** " + because.us + off + " Open the lid **{open}**.", **shown)
    return Message(metric.metric, us.us)


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
