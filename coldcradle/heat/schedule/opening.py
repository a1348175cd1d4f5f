"""When the lid may be opened: the run of an opened lid, turned round."""

from __future__ import annotations

import functools

from coldcradle.glass.kinds import GlassKind
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.physics.shock import open_lid
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["TOUCH_C", "opening_temperature"]

TOUCH_C = 60.0  # for hands; common practice, no source
_OPEN_S = 4 * 3600.0
_MOST_K = 300.0
_ROUNDS = 3


@functools.lru_cache(maxsize=512)
def _pulled_pa(kind: GlassKind, thickness_m: float, above_k: float, room_c: float, both_faces: bool) -> float:
    shock = open_lid(
        kind, thickness_m=thickness_m, glass_c=room_c + above_k, air_c=room_c, for_s=_OPEN_S, is_free=both_faces
    )
    return max(shock.tension_pa, 1.0)


def opening_temperature(kind: GlassKind, effective: Figure, *, room_c: float, both_faces: bool = False) -> Figure:
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
