"""When the lid may be opened, in words."""

from __future__ import annotations

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.model.opening import (
    ENDS_ABOVE_K,
    THERMOMETER_K,
    TOUCH_C,
    behind_k,
    opening_c,
    opening_limit_c,
    opening_shown_c,
    opening_trial,
)
from coldcradle.heat.physics.simulate import Section1D
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["opening_shown", "opening_temperature"]

_THERMOMETER = show(THERMOMETER_K, "difference")


def opening_temperature(kind: GlassProperties, effective: Figure, *, room_c: float, both_faces: bool = False) -> Figure:
    """The kiln temperature from which the lid may stay open: the run of an opened lid inverted, 60 °C at most."""
    trial = opening_trial(kind=kind, thickness_m=effective.value, room_c=room_c, both_faces=both_faces)
    trial_k, pull_pa, above_k = trial.trial_k, trial.pull_pa, trial.above_k
    # 0.8 of a change in thickness is felt, as the run has it from 12 to 150 mm
    return derive(
        "opening_temperature",
        "Open at",
        "temperature",
        lambda t0, dt, s, run: opening_c(room_c=t0, trial_k=dt, allowed_pa=s, pull_pa=run),
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


def opening_shown(opening: Figure, section: Section1D, kiln: LoadedKiln) -> Figure:
    """What the kiln has to come down to before the lid is opened, °C: the heart of the glass is behind it."""
    limit_c = opening_limit_c(opening.value, kiln.room_c)
    behind = max(0.0, behind_k(section, kiln, limit_c))
    return derive(
        "opening_shown",
        "Open when the kiln is at",
        "temperature",
        lambda t, dt, room: opening_shown_c(limit_c=t, lags_k=dt, nearest_c=room),
        [
            given("what kiln and glass may have, the thermometer's doubt allowed for", "T", limit_c, "temperature"),
            given("the kiln is below the heart of the glass by then", "ΔT", behind, "difference"),
            given("as near the room as a kiln comes", "T₀", kiln.room_c + ENDS_ABOVE_K, "temperature"),
        ],
        words="The glass is the last to cool: the kiln's own fall was run through its thickness until its hottest "
        "place came down.",
        formula="max(T − ΔT, T₀)",
        source=published("conduction, Carslaw & Jaeger; couples of class 2, IEC 60584-1 (from memory)"),
        assumptions=[
            say("opened at {t}, and a thermometer that is out by {k}", t=opening.shown, k=_THERMOMETER),
            "lid shut and power off until then",
        ],
        extra=[("the kiln's pace", 0.15 * behind)],
    )
