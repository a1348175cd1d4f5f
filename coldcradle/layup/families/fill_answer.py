"""The sentences of a cradle that is filled."""

from __future__ import annotations

from coldcradle.glass.batch import main_kg, needs
from coldcradle.glass.result import FillResult
from coldcradle.layup.load import Load
from coldcradle.quantity.format import DualQuantity, Message, plus_minus, say, show

__all__ = ["cradle_answer", "glass_answer", "layup_answer"]


def cradle_answer(charged: FillResult) -> Message:
    """The sentence of the cradle: what it holds, and how that is known."""
    volume = charged.volume
    cradle = charged.cradle
    if charged.each is not charged.charge:
        many = cradle.count + sum(other.count for other in cradle.others)
        return say(
            "Filled to the line each takes **{v}, give or take {pm}.** All {n} cavities together take **{m}** of "
            "{kind}.",
            v=volume.shown,
            pm=plus_minus(volume.shown),
            n=str(many),
            m=charged.mass.shown,
            kind=charged.glass.kind.name,
        )
    if not volume.u:
        return say("Filled to the line it takes **{v}**.", v=volume.shown)
    return say(
        "Filled to the line it takes **{v}, give or take {pm}.** In {kind} that is **{m}**.",
        v=volume.shown,
        pm=plus_minus(volume.shown),
        kind=charged.glass.kind.name,
        m=charged.mass.shown,
    )


def glass_answer(charged: FillResult) -> Message:
    """The sentence of the glass: what is weighed out, and whether the rack has it."""
    glass, charge = charged.glass, charged.charge
    have, need = glass.rack_kg.get(glass.form.key, 0.0), main_kg(charged)
    if charged.taken_kg > 0 and need <= 0:
        return say("**Nothing new is needed:** {all} come from the stages before.", all=show(charged.taken_kg, "mass"))
    if glass.mix is not None:
        return _mixed(charged)
    wanted = charged.fresh.shown if need == charged.fresh.value else show(need, "mass")
    shown: dict[str, DualQuantity | str] = {"have": show(have, "mass"), "need": wanted, "form": glass.form.name}
    if have <= 0:
        return say("**Weigh out {need}** of {form}. None of it is on the rack.", **shown)
    if have < need:
        room, kind = charged.cradle.room, glass.kind
        scale = charged.volume.value / charged.shaped.value
        # what is there goes into all cavities alike, together with the other glasses
        share = (have + charge.value - need) / charge.value * charged.each.value
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
    if not charged.heap.fits:
        return say(
            "**Enough,** but {need} of {form} heaps too high: put in {now} first and top up the rest.",
            now=show(charged.heap.fits_now_kg, "mass"),
            **shown,
        )
    if have < need + charged.mass.u:
        return say(
            "**Just enough:** {have} of {form} on the rack, {need} needed, give or take {pm}.",
            pm=plus_minus(charged.mass.shown),
            **shown,
        )
    return say("**Enough:** {have} of {form} on the rack, **{need}** needed.", **shown)


def _mixed(charged: FillResult) -> Message:
    """Whether there is enough of every grain of a mix."""
    wanted = needs(charged)
    short = [w for w in wanted if w.short_kg > 0]
    need = show(main_kg(charged), "mass")
    if short:
        worst = max(short, key=lambda w: w.short_kg)
        return say(
            "**Not enough {form}** for the mix: {have} on the rack, **{need}** needed.",
            form=worst.form.name,
            have=show(worst.have_kg, "mass"),
            need=show(worst.need_kg, "mass"),
        )
    if not charged.heap.fits:
        return say(
            "**Enough** of every grain, but it heaps too high: top it up. **{need}** of the mix needed.", need=need
        )
    return say(
        "**Enough** of every grain: **{need}** of the mix, {grains}.",
        need=need,
        grains=", ".join(w.form.name for w in wanted),
    )


def layup_answer(charged: FillResult, load: Load) -> Message:
    """How it lies cold, and how deep it stands once melted."""
    shown: dict[str, DualQuantity | str] = {
        "form": charged.glass.form.name,
        "bulk": charged.bulk.shown,
        "d": charged.thickness.shown,
        "now": show(charged.heap.fits_now_kg, "mass"),
    }
    if not charged.heap.fits:
        return say("**{now}** of {form} go in cold; the rest is topped up. Melted it stands **{d}** deep.", **shown)
    return say("{bulk} of {form} go in cold and fit. Melted it stands **{d}** deep.", **shown)
