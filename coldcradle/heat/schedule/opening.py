"""When the lid may be opened: the run of an opened lid, turned round."""

from __future__ import annotations

import functools

import numpy as np

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.physics.shock import open_lid
from coldcradle.heat.physics.simulate import Section1D
from coldcradle.heat.physics.slab import run_slab
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["THERMOMETER_K", "TOUCH_C", "opening_limit_c", "opening_shown", "opening_temperature"]

TOUCH_C = 60.0  # for hands; common practice, no source
THERMOMETER_K = 2.5  # a type K couple of class 2 up to 333 °C, IEC 60584-1 (from memory)
_ABOVE_ROOM_K = 3.0  # what lies so near the room is as cold as it gets
_ENDS_ABOVE_K = 1.5
_FROM_TIMES, _FALLS_TIMES, _FALLS_POINTS = 6.0, 6.0, 49  # run from so hot, for so many times its own time
_THERMOMETER = show(THERMOMETER_K, "difference")
_OPEN_S = 4 * 3600.0
_MOST_K = 300.0
_ROUNDS = 3


@functools.lru_cache(maxsize=512)
def _pulled_pa(kind: GlassProperties, thickness_m: float, above_k: float, room_c: float, both_faces: bool) -> float:
    shock = open_lid(
        kind, thickness_m=thickness_m, glass_c=room_c + above_k, air_c=room_c, for_s=_OPEN_S, is_free=both_faces
    )
    return max(shock.tension_pa, 1.0)


def opening_limit_c(open_c: float, room_c: float) -> float:
    """What a thermometer may show at most, its own doubt allowed for, °C; never out of reach for the room."""
    return max(open_c - THERMOMETER_K, room_c + _ABOVE_ROOM_K)


def opening_temperature(kind: GlassProperties, effective: Figure, *, room_c: float, both_faces: bool = False) -> Figure:
    """The kiln temperature from which the lid may stay open: the run of an opened lid inverted, at most 60 °C, in °C.

    Cold glass is elastic, so the pull is in proportion to the step; only the film changes a little with it, which
    three rounds settle.
    """
    above_k = 60.0
    for _ in range(_ROUNDS):
        trial_k = round(above_k, 1)
        pull_pa = _pulled_pa(kind, round(effective.value, 5), trial_k, room_c, both_faces)
        above_k = min(_MOST_K, max(1.0, trial_k * SURFACE_STRESS_PA / pull_pa))
    # 0.8 of a change in thickness is felt, as the run has it from 12 to 150 mm
    return derive(
        "opening_temperature",
        "Open at",
        "temperature",
        lambda t0, dt, s, run: min(TOUCH_C, t0 + dt * s / run),
        [
            given("room", "T₀", room_c, "temperature"),
            given("opened so far above the room, as a trial", "ΔT", trial_k, "difference"),
            given("passing tension allowed in the surface", "σ", SURFACE_STRESS_PA, "stress"),
            given("pull of that trial", "σ₁", pull_pa, "stress"),
        ],
        words="Cool air on warm glass pulls its skin. An opened lid was run through the thickness; below this "
        "temperature the pull stays within its limit.",
        formula="T = min(60, T₀ + ΔT·σ / σ₁)",
        source=published(
            "slab under a film run step by step; its check is Carslaw & Jaeger, Conduction of Heat in Solids"
        ),
        assumptions=[
            say(
                "glass that counts as {d}, {faces}",
                d=effective.shown,
                faces="both faces in the air" if both_faces else "its lower face on something warm",
            ),
            "radiation to the room and 15 W/m²/K of moving air, the lid left open",
            say("{t} at most, for hands: common practice, no source", t=show(TOUCH_C, "temperature")),
        ],
        extra=[("thickness", 0.8 * above_k * effective.u / effective.value if above_k + room_c < TOUCH_C else 0.0)],
    )


@functools.lru_cache(maxsize=256)
def _behind_k(section: Section1D, kiln: LoadedKiln, limit_c: float) -> float:
    """How far the kiln is below the hottest of the glass when that comes down to a limit, K: a long fall, run through.

    By then the first state is forgotten, so an even one is as good as any.
    """
    room, tau_s = kiln.room_c, kiln.time_constant_s
    times = np.linspace(0.0, _FALLS_TIMES * tau_s, _FALLS_POINTS)
    line = [(float(t), room + (limit_c - room) * _FROM_TIMES * float(np.exp(-t / tau_s))) for t in times]
    run = run_slab(section.slab, line)
    hottest = run.temperatures_c[:, run.glass].max(axis=1)
    at = int(np.flatnonzero(hottest > limit_c)[-1])
    if at + 1 == len(hottest):
        return limit_c - room
    share = (hottest[at] - limit_c) / (hottest[at] - hottest[at + 1])
    return float(limit_c - (run.kiln_c[at] + share * (run.kiln_c[at + 1] - run.kiln_c[at])))


def opening_shown(opening: Figure, section: Section1D, kiln: LoadedKiln) -> Figure:
    """What the kiln has to come down to before the lid is opened, °C: the heart of the glass is behind it."""
    limit_c = opening_limit_c(opening.value, kiln.room_c)
    behind_k = max(0.0, _behind_k(section, kiln, limit_c))
    return derive(
        "opening_shown",
        "Open when the kiln is at",
        "temperature",
        lambda t, dt, room: max(t - dt, room),
        [
            given("what kiln and glass may have, the thermometer's doubt allowed for", "T", limit_c, "temperature"),
            given("the kiln is below the heart of the glass by then", "ΔT", behind_k, "difference"),
            given("as near the room as a kiln comes", "T₀", kiln.room_c + _ENDS_ABOVE_K, "temperature"),
        ],
        words="The glass is the last to cool: the kiln's own fall was run through its thickness until its hottest "
        "place came down.",
        formula="max(T − ΔT, T₀)",
        source=published("conduction, Carslaw & Jaeger; couples of class 2, IEC 60584-1 (from memory)"),
        assumptions=[
            say("opened at {t}, and a thermometer that is out by {k}", t=opening.shown, k=_THERMOMETER),
            "lid shut and power off until then",
        ],
        extra=[("the kiln's pace", 0.15 * behind_k)],
    )
