"""May it be switched off? What the kiln's own fall does to this glass, in this room, in a cold one and in a warm
one.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import BREAK_K, MEND_OVER, RUN_BAND, SURFACE_STRESS_PA, is_over, zone_stress_pa
from coldcradle.heat.model.rates import SECOND_TIMES
from coldcradle.heat.physics.simulate import evening_s
from coldcradle.heat.physics.slab import run_slab
from coldcradle.heat.physics.strain import run_strain
from coldcradle.heat.physics.zones import run_zones
from coldcradle.heat.schedule.firing import FiringPlan
from coldcradle.layup.load import Load
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = [
    "SUMMER_C",
    "WINTER_C",
    "Coasting",
    "RoomVerdict",
    "Verdict",
    "coast_from",
    "coasting",
    "verdict_of",
]

WINTER_C, SUMMER_C = 12.0, 30.0


# How near its limit a verdict may be and still be plain: a kiln known from three facts is good to some 15 %, what stays
# in the glass to 30 %.
_NEAR = 0.75
_END_C = 60.0


Verdict = Literal["safe", "close", "no"]


@dataclass(frozen=True, slots=True)
class RoomVerdict:
    """One room: from where the kiln may be switched off, and what switching off right after the soak would leave."""

    name: str
    room: DualQuantity
    falls: DualQuantity
    off_from: DualQuantity
    off_from_c: float
    is_safe: bool
    verdict: Verdict
    left: DualQuantity
    says: Message


def verdict_of(*, left_pa: float, target_pa: float, pull_share: float) -> Verdict:
    """Whether switching off is safe, close to a limit, or too fast: by what stays (Pa) and by the pull on the way, a
    share of what is allowed.
    """
    used = max(left_pa / target_pa, pull_share)
    return "no" if is_over(used, 1.0, MEND_OVER) else "close" if used > _NEAR else "safe"


@dataclass(frozen=True, slots=True)
class Coasting:
    """The answer for today's room, the rooms compared, and the curves of fall against what is allowed."""

    answer: Message
    lined: Message
    rooms: list[RoomVerdict]
    graph: Graph


def coast_from(
    kiln: LoadedKiln, *, slow_k_per_h: float, surface_k_per_h: float, soak_c: float, breaks_c: tuple[float, float]
) -> float:
    """The highest temperature, at most that of the soak, from which down the kiln falls no faster than is allowed."""
    through = kiln.coasting_from_c(slow_k_per_h)
    if through >= soak_c:
        return soak_c
    second = min(breaks_c[0], kiln.coasting_from_c(min(SECOND_TIMES * slow_k_per_h, surface_k_per_h)))
    below = min(breaks_c[1], kiln.coasting_from_c(surface_k_per_h))
    return max(through, second if second > breaks_c[1] else below)


def _one(name: str, room_c: float, firing: FiringPlan, load: Load, heat: HeatInput) -> RoomVerdict:
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=room_c)
    soak_c, wish = firing.soak_c, firing.cooling.wish
    off_c = coast_from(
        kiln,
        slow_k_per_h=wish.slow_k_per_h,
        surface_k_per_h=wish.surface_k_per_h,
        soak_c=soak_c,
        breaks_c=wish.breaks_c,
    )
    times, temperatures = kiln.path(soak_c, max(room_c + 5, 40.0), None)
    section = firing.soaked.section
    line = list(zip(times.tolist(), temperatures.tolist(), strict=True))
    line.append((line[-1][0] + evening_s(section.slab), line[-1][1]))
    run = run_slab(section.slab, line, start_c=firing.soaked.state_c)
    stress = run_strain(run, is_held=section.is_held, structure=True)
    left, share = stress.tension_pa, float(stress.worst_tension_pa.max()) / SURFACE_STRESS_PA
    if load.shade is not None:
        zones = run_zones(load.shade, load.kind, line, structure=True, start_c=soak_c)
        left = max(left, zones.left_pa)
        share = max(share, zones.peak(0.0, line[-1][0])[0] / zone_stress_pa(zones.is_step))
    verdict = verdict_of(left_pa=left, target_pa=heat.stress_pa, pull_share=share)
    falls = show(kiln.off_rate_k_per_h(soak_c), "rate")
    stays = show(left, "stress", RUN_BAND * left)
    at_once = verdict != "no"
    off = show(soak_c if at_once else float(int(off_c // 5 * 5)), "temperature")
    if verdict == "safe":
        says = say("Off after the soak: it falls at {r} at first, and {s} stays.", r=falls, s=stays)
    elif verdict == "close":
        says = say(
            "Off after the soak is close to the limit: {s} stays. Watch how far it really falls in the first hour, "
            "or programme the first {k}.",
            s=stays,
            k=show(BREAK_K, "difference"),
        )
    elif off_c <= room_c + 20:
        says = say("Programme the fall to the end: off at once would leave {s}.", s=stays)
    else:
        says = say("Programme the fall to {t}, then off; off at once would leave {s}.", t=off, s=stays)
    return RoomVerdict(
        name,
        show(room_c, "temperature"),
        falls,
        off,
        soak_c if at_once else off_c,
        verdict == "safe",
        verdict,
        stays,
        says,
    )


_LINED = {
    "unknown": "Nobody said what it is lined with: taken as brick, which falls fast at first.",
    "fibre": "Lined with fibre, it falls hardly faster at first than later.",
    "light-brick": "Its brick gives way fast at first: the first ten degrees take less than half the time.",
    "hard-brick": "Its brick gives way fast at first: the first ten degrees take less than half the time.",
}


def _lined(heat: HeatInput) -> Message:
    if heat.kiln.first_hour_k is not None:
        return say(
            "Its first hour after switching off is as you remember it, {k} from about 510 °C.",
            k=show(heat.kiln.first_hour_k, "difference"),
        )
    words = _LINED[heat.kiln.lining]
    return Message(words, words)


def coasting(firing: FiringPlan, load: Load, heat: HeatInput) -> Coasting:
    """Today's room, a cold one and a warm one; each switched off after the soak and run through the glass."""
    rooms = [
        _one("this room", heat.room_c, firing, load, heat),
        _one("winter", WINTER_C, firing, load, heat),
        _one("summer", SUMMER_C, firing, load, heat),
    ]
    today, wish = rooms[0], firing.cooling.wish
    slow, surface = wish.slow_k_per_h, wish.surface_k_per_h
    shown: dict[str, DualQuantity | str] = {
        "k": heat.kiln.name,
        "r": today.falls,
        "a": show(slow, "rate"),
        "room": today.room,
        "s": today.left,
        "want": show(heat.stress_pa, "stress"),
        "t": today.off_from,
    }
    if today.verdict == "safe":
        answer = say(
            "**Safe to switch off after the soak:** {k} falls at {r} at first in a room of {room}; {a} is allowed by "
            "the first guess, "
            "and run through the glass it leaves {s} of the {want} you allow.",
            **shown,
        )
    elif today.verdict == "close":
        answer = say(
            "**Close to the limit:** {k} falls at {r} at first in a room of {room}, and run through the glass it "
            "leaves {s}; {want} is your target. "
            "As well as this kiln is known it may be too fast: programme the first fall, or measure the kiln's.",
            **shown,
        )
    elif today.off_from_c <= heat.room_c + 20:
        answer = say(
            "**Do not switch off:** {k} falls at {r} after the soak, and "
            "{a} is allowed. Programme the fall to the end.",
            **shown,
        )
    else:
        answer = say(
            "**Switch off from {t} down, not before:** {k} falls at {r} after the soak, and {a} is allowed.", **shown
        )
    first_c, second_c = wish.breaks_c
    second = min(wish.second_k_per_h, surface)
    allowed = [
        (firing.soak_c, slow),
        (first_c, slow),
        (first_c, second),
        (second_c, second),
        (second_c, surface),
        (60.0, surface),
    ]
    lines = []
    for name, room_c in (("winter", WINTER_C), ("this room", heat.room_c), ("summer", SUMMER_C)):
        kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=room_c)
        lines.append(GraphLine(name, _falling(kiln, firing.soak_c)))
    most = 1.1 * max(rate for line in lines for _, rate in line.points)
    lines.append(GraphLine("allowed", [(c, min(r, most)) for c, r in allowed]))
    graph = Graph(axis(0.0, firing.soak_c * 1.02, "temperature"), axis(0.0, most, "rate", count=4), lines)
    return Coasting(answer, _lined(heat), rooms, graph)


def _falling(kiln: LoadedKiln, from_c: float) -> list[tuple[float, float]]:
    """Rate against temperature of a kiln switched off after the soak, (°C, K/h)."""
    times, temperatures = kiln.path(max(from_c, _END_C + 20.0), _END_C, None)
    rates = -np.diff(temperatures) / np.maximum(np.diff(times), 1e-3) * 3600
    middle = (temperatures[1:] + temperatures[:-1]) / 2
    ends = [(from_c, float(rates[0])), *zip(middle.tolist(), rates.tolist(), strict=True), (_END_C, float(rates[-1]))]
    return [(round(c, 1), round(r, 2)) for c, r in ends]
