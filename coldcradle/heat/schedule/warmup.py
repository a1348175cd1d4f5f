"""How glass gets warm: loose pieces, frit, a solid slab, a blank with relief, a pack under shelves; and wet moulds."""

from __future__ import annotations

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.limits import LOOSE_K_PER_H, QUICK_LOOSE_K_PER_H
from coldcradle.heat.model.closed import ClosedForms
from coldcradle.heat.schedule.segments import LimitedBy, PlannedSegment, round_rate
from coldcradle.heat.schedule.warming import body_limit_k_per_h, decisive
from coldcradle.heat.steps import StepKey
from coldcradle.layup.load import Load
from coldcradle.quantity.reason import Reason, because

__all__ = ["PACK_RATE_K_PER_H", "top_rate_k_per_h", "warm_up"]

_DRY_C = 105.0
_SET_C = 560.0  # where plaster gives up the last of its bound water; common practice, no source
_TOP_RATE_K_PER_H = 150.0
PACK_RATE_K_PER_H = 100.0  # kiln shelves as plates of a press keep up with this; common practice, no source


def top_rate_k_per_h(load: Load, heat: HeatInput) -> float:
    """From where the glass is soft to the peak: twice what the mould likes, 150 K/h at most."""
    rate = min(_TOP_RATE_K_PER_H, 2 * load.material.warm_up_k_per_h) if load.support == "cradle" else _TOP_RATE_K_PER_H
    return min(rate, PACK_RATE_K_PER_H) if load.entering == "pack" else rate


def _limit(load: Load, heat: HeatInput, first: ClosedForms) -> tuple[float, LimitedBy, Reason, str]:
    """The rate for cold glass, what limits it, why, and the figure behind it."""
    body = decisive(load)
    glass_k_per_h = body_limit_k_per_h(body, load.kind) if body is not None else first.chunk_k_per_h
    free = QUICK_LOOSE_K_PER_H if heat.target == "quick" else LOOSE_K_PER_H
    mould = load.material.warm_up_k_per_h if load.support == "cradle" else free
    key = "chunk_rate" if body is None or body.is_loose else "slab_rate"
    if load.entering == "pack" and min(glass_k_per_h, mould) > PACK_RATE_K_PER_H:
        return (
            PACK_RATE_K_PER_H,
            "shelves",
            because("shelves", rate=(PACK_RATE_K_PER_H, "rate")),
            "chunk_rate",
        )
    if body is not None and glass_k_per_h < mould:
        if first.zone_k_per_h is not None and first.zone_k_per_h <= glass_k_per_h * 1.01 and body.shade is not None:
            return glass_k_per_h, "glass", because("zones", parts=body.shade.why), "zone_rate"
        why = (
            because("loose", form=body.name)
            if body.is_loose
            else because("solid", d=(body.thickness_m, "length"), w=body.name)
        )
        return glass_k_per_h, "glass", why, key
    why = because("mould", mould=load.material.name.capitalize(), rate=(mould, "rate"))
    if load.support != "cradle":
        return (
            mould,
            "choice",
            because("practice", rate=(mould, "rate")),
            key,
        )
    return mould, "cradle", why, key


def warm_up(
    load: Load, heat: HeatInput, first: ClosedForms, *, peak_c: float, slower: float = 1.0
) -> list[PlannedSegment]:
    """The steps up to where the process begins: dry, warm, let bubbles out; each only where it is of use.

    `slower` is what the run through the glass has taken off the rate.
    """
    value, limit, why, figure = _limit(load, heat, first)
    rate = round_rate(value * slower)
    if slower < 1:
        limit, why = (
            "glass",
            because("lowered", ap=(load.kind.strain_c, "temperature")),
        )
    settle_c = min(float(round(first.bubble_c)), peak_c)
    wet = load.material.holds_water and load.support == "cradle"
    solid = load.is_solid and not any(body.is_loose for body in load.cold)
    steps: list[PlannedSegment] = []
    if wet and load.wet.share > 0:
        hold = max(300.0, -(-first.drying_s // 300) * 300.0)
        steps.append(
            PlannedSegment(
                key=StepKey.DRY,
                name="Dry the mould",
                rate_k_per_h=rate,
                to_c=_DRY_C,
                hold_s=hold,
                limited_by="cradle",
                figures=("drying_hold",),
                why=because("dry", wall=(load.wall_m, "length")),
            )
        )
    if wet:
        set_c = min(_SET_C, settle_c - 10)
        steps.append(
            PlannedSegment(
                key=StepKey.WARM,
                name="Warm up",
                rate_k_per_h=rate,
                to_c=set_c,
                hold_s=3600.0,
                limited_by=limit,
                figures=(figure,),
                why=why,
            )
        )
    elif solid:
        # past its annealing point glass gives way instead of snapping
        soft_c = min(float(round(load.kind.annealing_c + 10)), peak_c - 5)
        steps.append(
            PlannedSegment(
                key=StepKey.WARM,
                name="Warm up",
                rate_k_per_h=rate,
                to_c=soft_c,
                hold_s=0.0,
                limited_by=limit,
                figures=(figure,),
                why=why,
            )
        )
    if solid or settle_c >= peak_c - 10:
        if not steps:
            steps.append(
                PlannedSegment(
                    key=StepKey.WARM,
                    name="Warm up",
                    rate_k_per_h=rate,
                    to_c=min(load.kind.annealing_c, peak_c - 5),
                    hold_s=0.0,
                    limited_by=limit,
                    figures=(figure,),
                    why=why,
                )
            )
        return steps
    hold = heat.bubble_hold_s if not heat.process.traits.sinters else 0.0  # powder would sag
    if hold > 0 or not wet:
        steps.append(
            PlannedSegment(
                key=StepKey.BUBBLES,
                name="Let bubbles out" if hold else "Warm up",
                rate_k_per_h=rate,
                to_c=settle_c,
                hold_s=hold,
                limited_by=limit,
                figures=("bubble_temperature", figure),
                why=because("settle") if hold else why,
            )
        )
    return steps
