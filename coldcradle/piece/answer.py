"""The sentences a plan is read by: the answer of each station, and its state in a word."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from coldcradle.glass.batch import main_kg, needs
from coldcradle.heat.coasting import verdict_of
from coldcradle.quantity.format import DualQuantity, Message, plus_minus, say, show
from coldcradle.report.finding import Finding

if TYPE_CHECKING:  # the plan calls these; they only read what it has worked out
    from coldcradle.piece.plan import StageResult
    from coldcradle.piece.result import HeatPlan

__all__ = ["answers", "compare", "states"]

_AGREE = 2.0  # standard uncertainties
_WHO = {
    "shape": "The sizes give",
    "level": "The fall of the level gives",
    "drained": "The weight of the water gives",
    "trial": "The trial glass gives",
    "model": "The model gives",
    "last": "The last filling gives",
}


def _cradle(worked: StageResult) -> Message:
    volume = worked.volume
    cradle = worked.piece.cradle
    if worked.each is not worked.charge:
        many = cradle.count + sum(other.count for other in cradle.others)
        return say(
            "Filled to the line each takes **{v}, give or take {pm}.** All {n} cavities together take **{m}** of "
            "{kind}.",
            v=volume.shown,
            pm=plus_minus(volume.shown),
            n=str(many),
            m=worked.mass.shown,
            kind=worked.piece.glass.kind.name,
        )
    if not volume.u:
        return say("Filled to the line it takes **{v}**.", v=volume.shown)
    return say(
        "Filled to the line it takes **{v}, give or take {pm}.** In {kind} that is **{m}**.",
        v=volume.shown,
        pm=plus_minus(volume.shown),
        kind=worked.piece.glass.kind.name,
        m=worked.mass.shown,
    )


def _glass(worked: StageResult) -> Message:
    glass, charge = worked.piece.glass, worked.charge
    if glass.mix is not None:
        return _mixed(worked)
    have, need = glass.rack_kg.get(glass.form.key, 0.0), main_kg(worked)
    wanted = charge.shown if need == charge.value else show(need, "mass")
    shown: dict[str, DualQuantity | str] = {"have": show(have, "mass"), "need": wanted, "form": glass.form.name}
    if have <= 0:
        return say("**Weigh out {need}** of {form}. None of it is on the rack.", **shown)
    if have < need:
        room, kind = worked.piece.cradle.room, glass.kind
        scale = worked.volume.value / worked.shaped.value
        # what is there goes into all cavities alike, together with the other glasses
        share = (have + charge.value - need) / charge.value * worked.each.value
        level = room.level_m(
            min(share / (1 + glass.loss) / kind.density_kg_m3 / scale, float(room.volume_m3(room.height_m)))
        )
        return say(
            "**Not enough:** {have} of {form} on the rack, **{need}** needed, {short} short. "
            "What is there would stand {level} deep.",
            short=show(need - have, "mass"),
            level=show(level, "length"),
            **shown,
        )
    if not worked.heap.fits:
        return say(
            "**Enough,** but {need} of {form} heaps too high: put in {now} first and top up the rest.",
            now=show(worked.heap.fits_now_kg, "mass"),
            **shown,
        )
    if have < need + worked.mass.u:
        return say(
            "**Just enough:** {have} of {form} on the rack, {need} needed, give or take {pm}.",
            pm=plus_minus(worked.mass.shown),
            **shown,
        )
    return say("**Enough:** {have} of {form} on the rack, **{need}** needed.", **shown)


def _mixed(worked: StageResult) -> Message:
    """Whether there is enough of every grain of a mix."""
    wanted = needs(worked)
    short = [w for w in wanted if w.short_kg > 0]
    need = show(main_kg(worked), "mass")
    if short:
        worst = max(short, key=lambda w: w.short_kg)
        return say(
            "**Not enough {form}** for the mix: {have} on the rack, **{need}** needed.",
            form=worst.form.name,
            have=show(worst.have_kg, "mass"),
            need=show(worst.need_kg, "mass"),
        )
    if not worked.heap.fits:
        return say(
            "**Enough** of every grain, but it heaps too high: top it up. **{need}** of the mix needed.", need=need
        )
    return say(
        "**Enough** of every grain: **{need}** of the mix, {grains}.",
        need=need,
        grains=", ".join(w.form.name for w in wanted),
    )


def _heat(worked: StageResult, heat: HeatPlan | None, findings: list[Finding]) -> Message:
    if heat is None:
        return say(
            "**{name} cannot do this firing.** {why}.",
            name=worked.piece.heat.kiln.name,
            why=worked.refusal[:1].upper() + worked.refusal[1:],
        )
    stop = next((f for f in findings if f.station == "heat" and f.severity == "stop"), None)
    if stop is not None:
        return Message(
            f"**Not like this.** {stop.says.metric} {stop.reason.metric}",
            f"**Not like this.** {stop.says.us} {stop.reason.us}",
        )
    effective, thick = worked.effective, worked.load.thickness
    if abs(effective.value - thick.value) < 5e-4:
        because = say("because the glass is {d} thick.", d=show(thick.value, "length"))
    else:
        because = say(
            "because the glass is {d} thick and cools like a free slab of {c}.",
            d=show(thick.value, "length"),
            c=show(round(effective.value, 3), "length"),
        )
    shown = {"t": show(heat.total_s, "duration"), "off": heat.coast_from, "open": heat.opens}
    off = _off(worked)
    metric = say("**{t},** " + because.metric + off + " Open the lid **{open}**.", **shown)
    us = say("**{t},** " + because.us + off + " Open the lid **{open}**.", **shown)
    return Message(metric.metric, us.us)


def _off(worked: StageResult) -> str:
    """When it may be switched off; near its limit that is never plainly safe, as kilns and glass are known only
    so well.
    """
    firing = worked.firing
    assert firing is not None
    if firing.coast_from_c < firing.soak_c:
        return " Switch off at **{off}**, not before."
    pull, _, _ = firing.inside.peak(firing.soaked.total_s, firing.run.total_s)
    found = verdict_of(left_pa=firing.inside.residual_pa, target_pa=worked.piece.heat.stress_pa, pull_pa=pull)
    if found == "safe":
        return " Safe to switch off after the soak, at **{off}**."
    return " Off after the soak, at **{off}**, is close to the limit: watch how far it falls in the first hour."


def answers(worked: StageResult, heat: HeatPlan | None, findings: list[Finding]) -> dict[str, Message]:
    """The sentence the artist wanted, by station."""
    return {"cradle": _cradle(worked), "glass": _glass(worked), "heat": _heat(worked, heat, findings)}


def compare(worked: StageResult) -> Message | None:
    """How the ways of measuring agree; None when there is only one."""
    others = [way for way in worked.measured.ways if way.figure is not worked.volume]
    if not others:
        return None
    gaps = {way.method: abs(worked.volume.value - way.figure.value) for way in others}
    far = [way for way in others if gaps[way.method] > _AGREE * math.hypot(worked.volume.u, way.figure.u)]
    told = far or others
    worst = max(told, key=lambda way: gaps[way.method])
    shown: dict[str, DualQuantity | str] = {
        "v": worst.figure.shown,
        "pm": plus_minus(worst.figure.shown),
        "who": _WHO[worst.method],
    }
    if far:
        return say(
            "{who} **{v}**, give or take {pm}: **{gap} apart**, more than both errors explain. Measure again.",
            gap=show(gaps[worst.method], "volume"),
            **shown,
        )
    agree = "the two agree" if len(others) == 1 else f"all {len(others) + 1} ways agree"
    if worked.combined is None:
        return say(f"{{who}} **{{v}}**, give or take {{pm}}: {agree}.", **shown)
    both = worked.combined.shown
    return say(
        f"{{who}} **{{v}}**, give or take {{pm}}: {agree}. Together **{{both}}, give or take {{less}}.**",
        both=both,
        less=plus_minus(both),
        **shown,
    )


def states(worked: StageResult, findings: list[Finding]) -> dict[str, str]:
    """A word for each station: what it has, or what it still lacks."""
    stops = {f.station for f in findings if f.severity == "stop"}
    rules = {f.rule for f in findings}
    glass = "enough"
    if "glass.not-enough" in rules:
        glass = "not enough"
    elif "glass.none-on-rack" in rules:
        glass = "none on the rack"
    elif "glass.heap-too-high" in rules:
        glass = "top up"
    elif "glass" in stops:
        glass = "look again"
    return {
        "cradle": "look again"
        if "cradle" in stops
        else "measured"
        if worked.piece.cradle.measured
        else "not measured yet",
        "glass": glass,
        "heat": "look again" if "heat" in stops else "planned",
    }
