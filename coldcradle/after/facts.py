"""What a firing's own figures say, each with its sentence: the grounds on which causes are raised."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from coldcradle.after.evidence import Evidence
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.limits import MEND_OVER, SURFACE_STRESS_PA, is_over
from coldcradle.quantity.format import Message, say, show

__all__ = ["Fact", "facts_of"]

_SHORT, _LONG = 0.8, 3.0
_OFF_K, _ZONE_K, _OPEN_K = 6.0, 4.0, 10.0
_CHARGE = 0.03
_SOFT_LOGS = (5.2, 7.6)  # where glass goes dull, if it stands there
_SLOW_S, _SOAK_S = 2 * 3600.0, 900.0


@dataclass(frozen=True, slots=True)
class Fact:
    """Something that is so, and the sentence that says it."""

    key: str
    says: Message


def _heat(e: Evidence) -> dict[str, Message | None]:
    ratio = e.work_per_pa / e.needed_per_pa if e.needed_per_pa > 0 else 1.0
    peak = e.hottest_c - e.planned_peak_c
    times = f"{ratio:.1f} times" if ratio >= 1 else f"{100 * ratio:.0f} % of"
    shown = {"got": show(round(e.hottest_c), "temperature"), "was": show(round(e.planned_peak_c), "temperature")}
    return {
        "short-work": say(f"It got {times} the heat work it needed.") if ratio < _SHORT else None,
        "long-work": say(f"It got {times} the heat work it needed.") if ratio > _LONG else None,
        "peak-low": say("It got to {got}; {was} was planned.", **shown) if peak < -_OFF_K else None,
        "peak-high": say("It got to {got}; {was} was planned.", **shown) if peak > _OFF_K else None,
        "cool-zone": say("Its place is {k} cooler than the middle.", k=show(-e.zone_k, "difference"))
        if e.zone_k <= -_ZONE_K
        else None,
        "hot-zone": say("Its place is {k} hotter than the middle.", k=show(e.zone_k, "difference"))
        if e.zone_k >= _ZONE_K
        else None,
        "sensor-trouble": e.sensor_says,
        "power-lost": say("The power was lost.") if e.power_lost else None,
    }


def _strain(e: Evidence) -> dict[str, Message | None]:
    left, planned = show(e.left_pa, "stress"), show(e.planned_left_pa, "stress")
    limit = show(SURFACE_STRESS_PA, "stress")
    strained = is_over(e.left_pa, max(e.target_pa, e.planned_left_pa), 1.3)
    fell = say(
        "Strain left is {left} instead of {planned}: it fell at {r} through its annealing range.",
        left=left,
        planned=planned,
        r=show(e.fall_k_per_h, "rate"),
    )
    warm, cool = e.warm_pull, e.cool_pull
    return {
        "strained": fell if strained else None,
        "power-strained": say("The power was lost on the way down.") if strained and e.power_lost else None,
        "fast-warm": say(
            "Warming pulled it by {p} after {h}; {lim} is allowed.",
            p=show(warm[0], "stress"),
            h=show(warm[1], "duration"),
            lim=show(e.warm_allowed_pa, "stress"),
        )
        if is_over(warm[0], e.warm_allowed_pa, MEND_OVER)
        else None,
        "fast-cool": say(
            "Cooling pulled it by {p} after {h}; {lim} is allowed.",
            p=show(cool[0], "stress"),
            h=show(cool[1], "duration"),
            lim=limit,
        )
        if is_over(cool[0], SURFACE_STRESS_PA, MEND_OVER)
        else None,
        "opened-hot": say(
            "The lid was opened at {t}; {lim} is the limit.",
            t=show(round(e.opened_c), "temperature"),
            lim=show(round(e.open_c), "temperature"),
        )
        if e.opened_c is not None and e.opened_c > e.open_c + _OPEN_K
        else None,
        "held": say("It cooled inside or round something that does not give way.") if e.is_held else None,
    }


def _glass(e: Evidence) -> dict[str, Message | None]:
    charge = e.charge_ratio
    short = charge is not None and charge < 1 - _CHARGE
    over = charge is not None and charge > 1 + _CHARGE
    told = say(f"It weighs {100 * abs((charge or 1.0) - 1):.0f} % {'less' if short else 'more'} than was predicted.")
    low, high = (Viscosity.of(e.kind).temperature_c(log) for log in (_SOFT_LOGS[1], _SOFT_LOGS[0]))
    soft = _seconds_between(e, low, high)
    soak = _seconds_between(e, low - 20.0, low + 45.0)
    wants_soak = e.does.is_filled or e.does.lies_free
    range_ = {"a": show(round(low), "temperature"), "b": show(round(high), "temperature")}
    return {
        "low-charge": told if short else None,
        "high-charge": told if over else None,
        "fine-grain": say("It was made of fine grain.") if e.is_fine else None,
        "several-glasses": say("There is more than one glass in it.") if e.has_several else None,
        "mismatch": e.mismatch_says,
        "no-bubble-soak": say("It stood {h} where bubbles close.", h=show(soak, "duration"))
        if wants_soak and soak < _SOAK_S
        else None,
        "slow-soft": say("It stood {h} between {a} and {b}, where glass goes dull.", h=show(soft, "duration"), **range_)
        if soft > _SLOW_S
        else None,
        "free-edge": say("Nothing holds its edge: free glass seeks about 6 mm.") if e.has_free_edge else None,
        "spalling-steel": say("What shaped it is of mild steel, which scales when it is hot.")
        if e.is_spalling
        else None,
        "release-doubtful": e.release_says if e.release_word == "think" else None,
        "release-hot": e.release_says if e.release_word == "stop" else None,
        "tilted": e.tilt_says,
        "off-middle": say("It was laid {d} off the middle.", d=show(e.offset_m, "length"))
        if abs(e.offset_m) > 0.002
        else None,
    }


def _seconds_between(e: Evidence, low_c: float, high_c: float) -> float:
    return sum(b[0] - a[0] for a, b in zip(e.line, e.line[1:], strict=False) if low_c <= (a[1] + b[1]) / 2 <= high_c)


_UNTICKED = {
    "before.vents-open": "unticked-vents",
    "before.release-fresh": "unticked-release",
    "before.colour-clear": "unticked-colour",
    "before.shelf-level": "unticked-level",
    "before.blank-centred": "unticked-centred",
    "before.mould-state": "unticked-mould",
    "before.glue-dry": "unticked-glue",
}


def _unticked(e: Evidence) -> dict[str, Message | None]:
    return {
        key: say("“{x}” was not ticked before the lid closed.", x=e.unticked[rule])
        for rule, key in _UNTICKED.items()
        if rule in e.unticked
    }


_PARTS: tuple[Callable[[Evidence], Mapping[str, Message | None]], ...] = (_heat, _strain, _glass, _unticked)


def facts_of(evidence: Evidence) -> dict[str, Fact]:
    """Everything that is so of this firing, by key."""
    return {key: Fact(key, says) for part in _PARTS for key, says in part(evidence).items() if says is not None}
