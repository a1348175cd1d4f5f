"""May it be switched off? What the kiln's own fall does to this glass, in this room, in a cold one and in a warm one."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.heat.anneal import SURFACE_STRESS_PA
from coldcradle.heat.firing import Firing
from coldcradle.heat.inputs import HeatInput, Load
from coldcradle.heat.inside import evening_s
from coldcradle.heat.kiln import LoadedKiln
from coldcradle.heat.slab import run_slab
from coldcradle.heat.strain import RELAXATION_BAND, run_strain
from coldcradle.words import Said, Shown, say, show

__all__ = ["SUMMER_C", "WINTER_C", "CoastLine", "Coasting", "RoomVerdict", "coast_from", "coasting"]

WINTER_C, SUMMER_C = 12.0, 30.0
_OVER = 1.08


@dataclass(frozen=True, slots=True)
class RoomVerdict:
    """One room: from where the kiln may be switched off, and what switching off right after the soak would leave."""

    name: str
    room: Shown
    falls: Shown
    off_from: Shown
    off_from_c: float
    is_safe: bool
    left: Shown
    says: Said


@dataclass(frozen=True, slots=True)
class CoastLine:
    """A kiln's fall, rate against temperature: (°C, K/h)."""

    name: str
    points: list[tuple[float, float]]


@dataclass(frozen=True, slots=True)
class Coasting:
    """The answer for today's room, the rooms compared, and the curves of fall against what is allowed."""

    answer: Said
    rooms: list[RoomVerdict]
    allowed: list[tuple[float, float]]
    lines: list[CoastLine]


def coast_from(
    kiln: LoadedKiln, *, slow_k_per_h: float, surface_k_per_h: float, soak_c: float, break_k: float
) -> float:
    """The highest temperature, at most that of the soak, from which down the kiln falls no faster than is allowed."""
    through = kiln.coasting_from_c(slow_k_per_h)
    if through >= soak_c:
        return soak_c
    below = min(soak_c - break_k, kiln.coasting_from_c(surface_k_per_h))
    return max(through, below)


def _one(name: str, room_c: float, firing: Firing, load: Load, heat: HeatInput) -> RoomVerdict:
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=room_c)
    soak_c, cooling = firing.soak_c, firing.cooling
    slow, surface = firing.figures["anneal_rate"].value, firing.figures["surface_rate"].value
    off_c = coast_from(kiln, slow_k_per_h=slow, surface_k_per_h=surface, soak_c=soak_c, break_k=cooling.break_k)
    times, temperatures = kiln.path(soak_c, max(room_c + 5, 40.0), None)
    section = firing.soaked.section
    line = list(zip(times.tolist(), temperatures.tolist(), strict=True))
    line.append((line[-1][0] + evening_s(section.slab), line[-1][1]))
    stress = run_strain(run_slab(section.slab, line, start_c=firing.soaked.state_c), is_held=section.is_held)
    left, pull = stress.tension_pa, float(stress.worst_tension_pa.max())
    safe = left <= _OVER * heat.stress_pa and pull <= _OVER * SURFACE_STRESS_PA
    middle = (RELAXATION_BAND[0] + RELAXATION_BAND[1]) / 2
    falls = show(kiln.coasting_rate_k_per_h(soak_c), "rate")
    off = show(soak_c if safe else float(int(off_c // 5 * 5)), "temperature")
    if safe:
        says = say("Off after the soak: it falls at {r}, and {s} stays.", r=falls, s=show(left * middle, "stress"))
    elif off_c <= room_c + 20:
        says = say("Programme the fall to the end: off at once would leave {s}.", s=show(left * middle, "stress"))
    else:
        says = say(
            "Programme the fall to {t}, then off; off at once would leave {s}.", t=off, s=show(left * middle, "stress")
        )
    return RoomVerdict(
        name, show(room_c, "temperature"), falls, off, soak_c if safe else off_c, safe,
        show(left * middle, "stress", left * (RELAXATION_BAND[1] - RELAXATION_BAND[0]) / 2), says,
    )  # fmt: skip


def coasting(firing: Firing, load: Load, heat: HeatInput) -> Coasting:
    """Today's room, a cold one and a warm one; each switched off after the soak and run through the glass."""
    rooms = [_one("this room", heat.room_c, firing, load, heat), _one("winter", WINTER_C, firing, load, heat),
             _one("summer", SUMMER_C, firing, load, heat)]  # fmt: skip
    today = rooms[0]
    slow, surface = firing.figures["anneal_rate"].value, firing.figures["surface_rate"].value
    shown: dict[str, Shown | str] = {"k": heat.kiln.name, "r": today.falls, "a": show(slow, "rate"), "room": today.room}
    if today.is_safe:
        answer = say("**Safe to switch off after the soak:** {k} falls at {r} in a room of {room}; {a} is allowed by the closed form, "
                     "and run through the glass it leaves {s}.", s=today.left, **shown)  # fmt: skip
    elif today.off_from_c <= heat.room_c + 20:
        answer = say(
            "**Do not switch off:** {k} falls at {r} after the soak, and {a} is allowed. Programme the fall to the end.",
            **shown,
        )
    else:
        answer = say(
            "**Switch off from {t} down, not before:** {k} falls at {r} after the soak, and {a} is allowed.",
            t=today.off_from,
            **shown,
        )
    split = firing.soak_c - firing.cooling.break_k
    allowed = [(firing.soak_c, slow), (split, slow), (split, surface), (60.0, surface)]
    lines = []
    for name, room_c in (("winter", WINTER_C), ("this room", heat.room_c), ("summer", SUMMER_C)):
        kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=room_c)
        lines.append(CoastLine(name, [(c, kiln.coasting_rate_k_per_h(c)) for c in (firing.soak_c, 60.0)]))
    return Coasting(answer, rooms, allowed, lines)
