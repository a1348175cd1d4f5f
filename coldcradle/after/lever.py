"""One lever for next time: hotter or longer or something in the lay-up, never several at once, with its reason."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from coldcradle.fire.inputs import FiringBaseline
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.model.peak import peak_temperature_c
from coldcradle.heat.schedule.warmup import top_rate_k_per_h
from coldcradle.quantity.format import Message, say, show

__all__ = ["Lever", "heat_times", "lever_of"]

_MOST_TIMES, _LEAST_TIMES = 6.0, 1 / 6
_UNMEASURED_TIMES = 1.8
_MOST_K, _LEAST_K, _STEP_K, _STEP_S = 10.0, 5.0, 1.0, 300.0
_LONGEST_HOLD = 3.0  # times what is usual: longer holds spoil other things first

_PLAIN: dict[str, str] = {
    "rim-held": "Tell lay-up that the rim is held: it then plans for the slower way.",
    "vents": "Open the vent holes of the mould, or drill one where the dome stood.",
    "place": "Stand it in the middle, or tell Heat the place it stands in.",
    "check-thermometer": "Check the thermometer with a cone before anything else is changed.",
    "more-glass": "Weigh out more: what it is short of its fill.",
    "less-glass": "Weigh out less: what it has beyond its fill.",
    "layers": "Change its layers: about 6 mm keeps its outline, less draws in, more runs out.",
    "release": "Take off what is left of the release and coat anew, to its full number of coats.",
    "cap": "Keep colour 3 mm from the wall and cap it with clear.",
    "coarser": "Use coarser grain: fewer and larger bubbles.",
    "drying": "Dry the mould longer, with the vent out.",
    "same-again": "Nothing in the plan: fire it the same, when the power is sure.",
    "open-later": "Leave the lid shut until Fire says yes.",
    "one-glass": "Use one glass, or test strips of both first.",
    "free-it": "Line or wash what held it, or give it taper.",
    "level": "Level the shelf with a spirit level, both ways.",
    "centre": "Centre the blank and mark its place.",
    "faster": "Go through the dull range faster and clean the glass well.",
    "foot": "Grind a flat or stick three small feet on.",
    "glue": "Less glue, and forty minutes to dry.",
    "stainless": "Only stainless steel over and under glass; brush what scales and leave it out.",
    "edges": "Grind or round the edges before it is fired.",
}


@dataclass(frozen=True, slots=True)
class Lever:
    """What to change, why, and the entries of a stage it changes, by dotted path, as they would be typed.

    Nothing stands in `changes` where it is done at the bench and not in the plan.
    """

    key: str
    says: Message
    why: Message
    changes: Mapping[str, str]


def heat_times(watched: FiringBaseline, *, work_per_pa: float, depth_m: float | None, too_far: bool) -> float:
    """How many times the heat work it got it should get: by the depth that was measured, on the way its sheet goes."""
    movement = watched.load.movement
    if movement is None or depth_m is None or not movement.is_reached or movement.course.is_arm:
        return 1 / _UNMEASURED_TIMES if too_far else _UNMEASURED_TIMES
    whole = movement.law_work_per_pa
    low, high = 1e-9 * whole, whole
    for _ in range(60):  # the heat work that the likely way takes to the depth that was measured
        middle = math.sqrt(low * high)
        low, high = (middle, high) if movement.depth_m(middle)[0] < depth_m else (low, middle)
    times = whole / math.sqrt(low * high)
    return min(max(times, _LEAST_TIMES), _MOST_TIMES)


def _own_plan_c(watched: FiringBaseline) -> float:
    """The peak that is worked out for this stage where nobody sets one, °C."""
    free = replace(watched.heat, cast_c=None, cast_hold_s=None)
    rate = top_rate_k_per_h(watched.load, free)
    return float(round(peak_temperature_c(watched.load, free, rate_k_per_h=rate)))


def _heat_lever(watched: FiringBaseline, times: float, why: Message) -> Lever:
    """Longer while that is reasonable, hotter where it is not; cooler where it got too much."""
    peak, kind = watched.segments[watched.peak], watched.load.kind
    curve = Viscosity.of(kind)
    log = float(curve.log10_pa_s(peak.to_c))
    own_s = watched.needed_per_pa * 10.0**log
    longer_s = math.ceil((times - 1) * min(own_s, peak.hold_s + 600.0) / _STEP_S) * _STEP_S
    most_s = _LONGEST_HOLD * watched.heat.process.hold_s
    is_cold = times > 1 and peak.to_c < _own_plan_c(watched) - _STEP_K
    if times > 1 and longer_s > 0 and not is_cold and peak.hold_s + longer_s <= most_s:
        hold = show(peak.hold_s + longer_s, "duration")
        minutes = round((peak.hold_s + longer_s) / 60)
        return Lever(
            "longer",
            say(
                "Hold {more} longer at {t}: {hold} in all.",
                more=show(longer_s, "duration"),
                t=show(peak.to_c, "temperature"),
                hold=hold,
            ),
            why,
            {"heat.peak_hold": f"{minutes} min"},
        )
    by = abs(curve.temperature_c(log - math.log10(times)) - peak.to_c)
    by = min(max(round(by / _STEP_K) * _STEP_K, _LEAST_K), _MOST_K)
    to_c = peak.to_c + math.copysign(by, times - 1)
    way = "hotter" if times > 1 else "cooler"
    if times > 1 and to_c < (own_c := _own_plan_c(watched)):  # never short of what is planned for it anyhow
        to_c, by = own_c, own_c - peak.to_c
    return Lever(
        way,
        say("{k} " + way + ", the same hold: {t}.", k=show(by, "difference"), t=show(round(to_c), "temperature")),
        why,
        {"heat.peak_at": f"{round(to_c)} °C"},
    )


def lever_of(key: str, watched: FiringBaseline, *, work_per_pa: float, depth_m: float | None, why: Message) -> Lever:
    """The lever a cause asks for, worked out for this stage."""
    if key in ("more-heat", "less-heat"):
        times = heat_times(watched, work_per_pa=work_per_pa, depth_m=depth_m, too_far=key == "less-heat")
        if key == "less-heat":
            times = min(times, 1 / _UNMEASURED_TIMES)
        return _heat_lever(watched, times, why)
    if key == "slower-cooling":
        target = "gentle" if watched.heat.target in ("usual", "table") else "usual"
        return Lever(
            key,
            say("Cool to a gentler target: “{t}”. The soak and the fall follow.", t=target),
            why,
            {"heat.target": target},
        )
    if key == "slower-warming":
        return Lever(key, say("Warm it half as fast until it is past its annealing range."), why, {})
    if key == "bubble-soak":
        return Lever(key, say("Hold an hour where bubbles close, before it is hot."), why, {"heat.bubble_hold": "1 h"})
    if key == "rim-held":
        return Lever(key, say(_PLAIN[key]), why, {"layup.grip": "held"})
    return Lever(key, say(_PLAIN[key]), why, {})
