"""Heat through layers by implicit steps on even cells, written apart from the core's."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import solve_banded

__all__ = ["Cells", "film", "glass_cells", "march"]

Array = NDArray[np.float64]

# W/m²/K of radiation (grey, 0.85) and still air, by temperature; common practice, no source
_FILM_C, _FILM = np.array([20.0, 150.0, 350.0, 500.0, 700.0, 850.0]), np.array([12.0, 20.0, 40.0, 75.0, 130.0, 190.0])
GLASS_RHO_C = 2500.0 * 1050.0  # J/m³/K, from memory
GLASS_K = 1.18  # W/m/K, so that the diffusivity is 4.5e-7


def film(temperature_c: float) -> float:
    return float(np.interp(temperature_c, _FILM_C, _FILM))


@dataclass(frozen=True)
class Cells:
    """Cells from the open face down: thickness, conductivity, heat per volume, whether glass; which faces are open."""

    step_m: Array
    k: Array
    heat: Array
    is_glass: Array
    top_open: bool = True
    bottom_open: bool = False


def glass_cells(
    thickness_m: float,
    *,
    over_m: float = 0.0,
    under: tuple[float, float, float] | None = None,
    bottom_open: bool = False,
    many: int = 24,
) -> Cells:
    """`over_m` of other glass, the glass itself, and `under` it a layer (thickness, conductivity, heat per volume)."""
    parts: list[tuple[float, float, float, bool, int]] = []
    if over_m > 0:
        parts.append((over_m, GLASS_K, GLASS_RHO_C, False, many))
    parts.append((thickness_m, GLASS_K, GLASS_RHO_C, True, many))
    if under is not None and under[0] > 0:
        parts.append((*under, False, 8))
    step = np.concatenate([np.full(n, d / n) for d, _, _, _, n in parts])
    k = np.concatenate([np.full(n, k) for _, k, _, _, n in parts])
    heat = np.concatenate([np.full(n, c) for _, _, c, _, n in parts])
    is_glass = np.concatenate([np.full(n, g) for _, _, _, g, n in parts])
    return Cells(step, k, heat, is_glass, True, bottom_open)


def march(cells: Cells, line: list[tuple[float, float]], *, steps: int = 500) -> tuple[Array, Array]:
    """Times (T) and temperatures of the glass (T, n) through a kiln line of (s, °C), even at first."""
    at_s, at_c = np.array(line, dtype=float).T
    times = np.unique(np.concatenate([np.linspace(at_s[0], at_s[-1], steps), at_s]))
    kiln = np.interp(times, at_s, at_c)
    n = len(cells.step_m)
    state = np.full(n, kiln[0])
    found = [state[cells.is_glass]]
    half = cells.step_m / cells.k / 2
    link = 1 / (half[:-1] + half[1:])
    capacity = cells.heat * cells.step_m
    for i in range(1, len(times)):
        dt = times[i] - times[i - 1]
        diagonal = capacity / dt
        right = diagonal * state
        diagonal = diagonal.copy()
        diagonal[:-1] += link
        diagonal[1:] += link
        for is_open, at in ((cells.top_open, 0), (cells.bottom_open, n - 1)):
            if is_open:
                through = 1 / (half[at] + 1 / film((kiln[i] + state[at]) / 2))
                diagonal[at] += through
                right[at] += through * kiln[i]
        bands = np.zeros((3, n))
        bands[0, 1:], bands[1], bands[2, :-1] = -link, diagonal, -link
        state = solve_banded((1, 1), bands, right)
        found.append(state[cells.is_glass])
    return times, np.array(found)
