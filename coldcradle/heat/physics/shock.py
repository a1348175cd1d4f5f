"""Sudden cold and sudden heat: opening the lid, a peek, and how fast a cold slab may be warmed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.physics.simulate import Section1D, glass_layer
from coldcradle.heat.physics.slab import INSULATED, KILN, Face, Slab1D, film_w_m2_k, run_slab
from coldcradle.heat.physics.strain import run_strain

__all__ = ["Shock", "free_section", "open_lid", "steepest_step_k", "warming_rate_by_run"]

_DRAUGHT_W_M2_K = 15.0  # moving air on top of radiation, with the lid open; common practice, no source


@dataclass(frozen=True, slots=True)
class Shock:
    """What an open lid does: the greatest pull (Pa), when (s), whether in the face, and how far the face cools (K)."""

    tension_pa: float
    at_s: float
    in_face: bool
    face_falls_k: float
    times_s: NDArray[np.float64]
    face_c: NDArray[np.float64]


def steepest_step_k(kind: GlassProperties, *, stress_pa: float) -> float:
    """The sudden change of a face's temperature that brings a stress, the heart not yet moved: ΔT = σ(1 − ν)/(E·α).

    The bound of every textbook on thermal shock (Kingery 1955): no film is faster than this.
    """
    return stress_pa * (1 - kind.poisson) / (kind.youngs_modulus_pa * kind.expansion_per_k)


def open_lid(
    kind: GlassProperties,
    *,
    thickness_m: float,
    glass_c: float,
    air_c: float,
    for_s: float,
    film_w_m2k: float | None = None,
    is_free: bool = False,
) -> Shock:
    """Glass of even temperature under an open lid, into the room's air, by radiation and draught; shut again after
    `for_s`.

    `film_w_m2` sets the film in W/m²/K instead, `is_free` cools both faces. Range: as the slab run.
    """
    if for_s <= 0 or thickness_m <= 0:
        raise ImpossibleInput(f"expected a thickness and a time above 0, got {thickness_m * 1e3:g} mm and {for_s:g} s")
    film = film_w_m2k if film_w_m2k is not None else film_w_m2_k(air_c, glass_c) - 10.0 + _DRAUGHT_W_M2_K
    half = thickness_m / 2 if is_free else thickness_m
    slab = Slab1D(
        layers=(glass_layer(kind, half),), top=Face(sees="film", film_w_m2_k=film), bottom=INSULATED, is_half=is_free
    )
    run = run_slab(slab, _fine(air_c, for_s), start_c=glass_c)
    stress = run_strain(run)
    worst = stress.worst_tension_pa
    i = int(worst.argmax())
    return Shock(
        max(0.0, float(worst[i])),
        float(run.times_s[i]),
        bool(stress.surface_pa[i] >= stress.heart_pa[i]),
        float(glass_c - run.surface_c[-1]),
        run.times_s,
        run.surface_c,
    )


def _fine(air_c: float, for_s: float) -> list[tuple[float, float]]:
    """A jump to the air's temperature, with points close together at first, where everything happens."""
    times = [0.0, *np.geomspace(min(0.05, for_s / 50), for_s, 60)]
    return [(float(t), air_c) for t in times]


def warming_rate_by_run(section: Section1D, kind: GlassProperties, *, from_c: float, stress_pa: float) -> float:
    """The first rate (K/h) at which warming to the annealing point pulls that much anywhere, by running it.

    Bisection in log rate between 1 and 3000 K/h; the least crossing is taken, since a faster rate may end sooner.
    """

    def pull(rate: float) -> float:
        top = kind.strain_c
        line = [(0.0, from_c), ((top - from_c) / rate * 3600, top)]
        return float(run_strain(run_slab(section.slab, line), is_held=section.is_held).worst_tension_pa.max())

    rates = np.geomspace(1.0, 3000.0, 24)
    low = 1.0
    for rate in rates:
        if pull(float(rate)) > stress_pa:
            high = float(rate)
            break
        low = float(rate)
    else:
        return low
    for _ in range(12):
        middle = (low * high) ** 0.5
        low, high = (middle, high) if pull(middle) <= stress_pa else (low, middle)
    return low


def free_section(kind: GlassProperties, thickness_m: float, *, both_faces: bool, is_held: bool = False) -> Section1D:
    """A bare slab in the kiln, for sums that know no cradle."""
    if both_faces:
        return Section1D(
            Slab1D(layers=(glass_layer(kind, thickness_m / 2),), top=KILN, is_half=True),
            False,
            "both faces see the kiln",
        )
    return Section1D(Slab1D(layers=(glass_layer(kind, thickness_m),)), is_held, "nothing leaves through the shelf")
