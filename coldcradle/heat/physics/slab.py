"""Heat through the thickness: layers of glass, mould, paper and air between two faces, through a whole firing.

Finite volumes in one dimension with nodes on the faces of the layers, stepped with SDIRK2 (Alexander 1977), which is
of second order and damps what it cannot follow. Both stages of a step share one tridiagonal factor.
"""

from __future__ import annotations

import functools
import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg.lapack import dpttrf, dpttrs

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.kernel import KERNEL, pointer

__all__ = ["INSULATED", "KILN", "THINNEST_LAYER_M", "Face", "Slab1D", "SlabLayer", "SlabRun", "film_w_m2_k", "run_slab"]

_SIGMA = 5.670374e-8  # Stefan-Boltzmann constant, W/m²/K⁴
_EMISSIVITY, _CONVECTION_W_M2_K = 0.9, 10.0
_GAMMA = 1 - 1 / np.sqrt(2)
_FIRST_S, _STIR_K, _GROWTH = 10.0, 0.6, 1.45
_MOST_POINTS = 20_000
_SAME_MOMENT_S = 1e-3
_DAMPED_STEPS = 4
_TOO_LONG = "this firing is too long to be run through the glass"

Line = Sequence[tuple[float, float]]
Array = NDArray[np.float64]


THINNEST_LAYER_M = 1e-9  # beside a millimetre of glass a thinner one is nothing but trouble for the numbers


@dataclass(frozen=True, slots=True, kw_only=True)
class SlabLayer:
    """One layer, listed from the open face down. `kind` marks glass; anything else is only heat to get through."""

    thickness_m: float
    conductivity_w_m_k: float
    heat_j_m3_k: float
    kind: GlassProperties | None = None

    def __post_init__(self) -> None:
        if not (self.thickness_m > 0 and self.conductivity_w_m_k > 0 and self.heat_j_m3_k > 0):
            raise ImpossibleInput(
                f"expected a layer with thickness, conductivity and heat capacity above 0, got "
                f"{self.thickness_m * 1e3:g} mm"
            )


@dataclass(frozen=True, slots=True, kw_only=True)
class Face:
    """How a face meets its surroundings: the kiln by radiation and convection, a fixed film (W/m²/K), or nothing."""

    sees: str = "kiln"  # kiln, film or nothing
    film_w_m2_k: float = 0.0
    share: float = 1.0  # of the kiln's film: a face over a shelf on posts sees only a part of it


KILN = Face()
INSULATED = Face(sees="nothing")


@dataclass(frozen=True, slots=True, kw_only=True)
class Slab1D:
    """Layers between two faces. `is_half` says that the lower face is a plane of symmetry, not a real one."""

    layers: tuple[SlabLayer, ...]
    top: Face = KILN
    bottom: Face = INSULATED
    nodes: int = 41
    is_half: bool = False


@dataclass(frozen=True, slots=True)
class SlabRun:
    """`times_s` (T), `kiln_c` (T), `temperatures_c` (T, N) at depths `depths_m` (N); `glass` are the nodes of glass."""

    slab: Slab1D
    times_s: Array
    kiln_c: Array
    temperatures_c: Array
    depths_m: Array
    glass: slice

    @property
    def surface_c(self) -> Array:
        return self.temperatures_c[:, self.glass.start]

    @property
    def heart_c(self) -> Array:
        """The node that strays furthest from the open face's temperature, time by time."""
        inside = self.temperatures_c[:, self.glass]
        away = np.abs(inside - inside[:, :1]).argmax(axis=1)
        return np.asarray(inside[np.arange(len(inside)), away])

    @property
    def spread_k(self) -> Array:
        """Greatest difference within the glass, K."""
        inside = self.temperatures_c[:, self.glass]
        return np.asarray(np.ptp(inside, axis=1))

    @property
    def lag_k(self) -> Array:
        """Greatest difference of anything in the slab from the kiln, K."""
        return np.asarray(np.abs(self.temperatures_c - self.kiln_c[:, None]).max(axis=1))


def film_w_m2_k(kiln_c: float, face_c: float) -> float:
    """Radiation of a grey face in a kiln, exact as a secant, and convection: h = εσ(a² + b²)(a + b) + 10, W/m²/K.

    ε = 0.9 and 10 W/m²/K are common practice, no source. Range: -50 to 1500 °C.
    """
    a, b = kiln_c + 273.15, face_c + 273.15
    return _EMISSIVITY * _SIGMA * (a * a + b * b) * (a + b) + _CONVECTION_W_M2_K


@functools.lru_cache(maxsize=128)
def _mesh(slab: Slab1D) -> tuple[Array, Array, Array, list[int]]:
    """Depths (N), heat per node (N), conductance per interval (N-1), first node of each layer and the last one."""
    total = sum(layer.thickness_m / np.sqrt(layer.conductivity_w_m_k / layer.heat_j_m3_k) for layer in slab.layers)
    left = slab.nodes - 1
    depths, heats, links, starts = [0.0], [0.0], [], [0]
    for layer in slab.layers:
        share = layer.thickness_m / np.sqrt(layer.conductivity_w_m_k / layer.heat_j_m3_k) / total
        least = 8 if layer.kind is not None else 1
        count = max(least, round(left * float(share)))
        step = layer.thickness_m / count
        half = layer.heat_j_m3_k * step / 2
        for _ in range(count):
            heats[-1] += half
            heats.append(half)
            links.append(layer.conductivity_w_m_k / step)
            depths.append(depths[-1] + step)
        starts.append(len(depths) - 1)
    return np.array(depths), np.array(heats), np.array(links), starts


def _grid(line: Line, watch_c: tuple[float, float], slow_s: float, before: float) -> Array:
    """Times to step through: short after each corner, longer along straight parts, finer where glass sets."""
    if KERNEL is None:
        return _grid_plain(line, watch_c, slow_s, before)
    at_s, at_c = np.array(line).T.copy()
    law = np.array([*watch_c, slow_s, _FIRST_S, _STIR_K, _GROWTH, before])
    times = np.empty(_MOST_POINTS)
    count = KERNEL.grid_times(len(at_s), pointer(at_s), pointer(at_c), pointer(law), _MOST_POINTS, pointer(times))
    if count < 0:
        raise ImpossibleInput(_TOO_LONG)
    return times[:count].copy()


def _grid_plain(line: Line, watch_c: tuple[float, float], slow_s: float, before: float) -> Array:
    low, high = watch_c
    times = [line[0][0]]
    for (t0, c0), (t1, c1) in itertools.pairwise(line):
        length = t1 - t0
        slope = (c1 - c0) / length
        rate, turn = abs(slope), abs(slope - before)
        before = slope
        watched = min(c0, c1) < high and max(c0, c1) > low
        longest = (5.0 if watched else 25.0) / rate if rate > 0 else length / 8
        # a corner stirs the faces in proportion to its turn: the sharper, the shorter the first step
        step = min(max(_FIRST_S, _STIR_K / max(turn, 1e-9)), longest)
        t = t0
        while t1 - t > step * 1.01:
            t += step
            times.append(t)
            if len(times) > _MOST_POINTS:
                raise ImpossibleInput(_TOO_LONG)
            # once all that the corner stirred has died away, only the bend of the film and of viscosity counts
            step = min(step * _GROWTH, longest, slow_s if t - t0 < 30 * slow_s else longest)
        times.append(t1)
        if len(times) > _MOST_POINTS:
            raise ImpossibleInput(_TOO_LONG)
    return np.array(times)


def _settled(line: Line) -> list[tuple[float, float]]:
    """The line with its points in order and those of one moment merged into the last of them.

    Two points a float step apart would be a slope without bound, and a step through them without length.
    """
    merged: list[tuple[float, float]] = []
    for t, c in line:
        if not (math.isfinite(t) and math.isfinite(c)):
            raise ImpossibleInput(f"expected times and temperatures that are numbers, got {t:g} s, {c:g} °C")
        if merged and t < merged[-1][0]:
            raise ImpossibleInput(f"expected times in order, got {t:g} s after {merged[-1][0]:g} s")
        if merged and t - merged[-1][0] < _SAME_MOMENT_S:
            merged[-1] = (merged[-1][0], c)
        else:
            merged.append((t, c))
    if len(merged) < 2:
        raise ImpossibleInput("expected a firing of at least two different times")
    return merged


def run_slab(
    slab: Slab1D,
    line: Line,
    *,
    start_c: Array | float | None = None,
    goes_on: bool = False,
    from_slope_k_per_s: float = 0.0,
) -> SlabRun:
    """Run the slab through a kiln line of (s, °C), straight between points. Starts at the line's first temperature.

    41 nodes stay within 0.5 K of a fine solution. Range: rates up to about 2000 K/h, slabs 1 mm to 0.5 m. `start_c`
    gives another first temperature, for all or for each node; it is a jump, unless the run `goes_on` from another one
    that ended at a slope. Raises ImpossibleInput for times out of order.
    """
    points = _settled(line)
    depths, heats, links, starts = _mesh(slab)
    glass_layers = [i for i, layer in enumerate(slab.layers) if layer.kind is not None]
    if not glass_layers:
        raise ImpossibleInput("expected at least one layer of glass")
    kinds = [slab.layers[i].kind for i in glass_layers]
    watch = (min(k.strain_c for k in kinds if k) - 90.0, max(k.annealing_c for k in kinds if k) + 30.0)
    resistance = sum(1 / link for link in links)
    slow_s = max(_FIRST_S * 2, float(heats.sum()) * (resistance / 2 + 0.01) / 4)
    times = _grid(points, watch, slow_s, from_slope_k_per_s)
    at_t, at_c = np.array([t for t, _ in points]), np.array([c for _, c in points])
    kiln = np.interp(times, at_t, at_c)

    n = len(depths)
    state = np.full(n, kiln[0]) if start_c is None else np.array(np.broadcast_to(start_c, n), dtype=float)
    found = np.empty((len(times), n))
    found[0] = state
    base = np.zeros(n)
    base[:-1] += links
    base[1:] += links
    steps = np.diff(times)
    mid = np.interp(times[:-1] + _GAMMA * steps, at_t, at_c)
    gentle = 0 if start_c is None or goes_on else _DAMPED_STEPS
    run = _run_compiled if KERNEL is not None else _run_plain
    run(slab, (heats, base, -links), (steps, kiln[1:].copy(), mid), gentle, found)
    glass = slice(starts[glass_layers[0]], starts[glass_layers[-1] + 1] + 1)
    return SlabRun(slab, times, kiln, found, depths, glass)


def _run_plain(
    slab: Slab1D, mesh: tuple[Array, Array, Array], path: tuple[Array, Array, Array], gentle: int, found: Array
) -> None:
    """Fill `found` (T + 1, N) below its first row. `mesh`: heat and diagonal (N), off-diagonal (N - 1); `path`: length
    of each step, kiln at its end and at its inner stage (T).
    """
    heats, base, off = mesh
    # plain floats: arithmetic on numpy's own scalars would cost more than the solves
    gamma, back = float(_GAMMA), float((1 - _GAMMA) / _GAMMA)
    state = found[0]
    for i, (dt, ahead, between) in enumerate(zip(*(values.tolist() for values in path), strict=True)):
        weight = heats / (dt if i < gentle else gamma * dt)
        diagonal = base + weight
        h_top = _film(slab.top, ahead, state.item(0))
        h_bottom = _film(slab.bottom, ahead, state.item(-1))
        diagonal[0] += h_top
        diagonal[-1] += h_bottom
        d, e, _ = dpttrf(diagonal, off, overwrite_d=1)
        if i >= gentle:  # right after a jump: backward Euler alone, which never overshoots
            right = weight * state
            right[0] += h_top * between
            right[-1] += h_bottom * between
            first, _ = dpttrs(d, e, right, overwrite_b=1)
            state = state + back * (first - state)
        right = weight * state
        right[0] += h_top * ahead
        right[-1] += h_bottom * ahead
        state, _ = dpttrs(d, e, right)
        found[i + 1] = state


_SEES = {"nothing": 0.0, "film": 1.0, "kiln": 2.0}


def _run_compiled(
    slab: Slab1D, mesh: tuple[Array, Array, Array], path: tuple[Array, Array, Array], gentle: int, found: Array
) -> None:
    """The same in `kernel.c`."""
    assert KERNEL is not None
    law = np.array([_EMISSIVITY, _CONVECTION_W_M2_K, _GAMMA, (1 - _GAMMA) / _GAMMA])
    faces = np.array([v for f in (slab.top, slab.bottom) for v in (_SEES[f.sees], f.film_w_m2_k, f.share)])
    work = np.empty(4 * found.shape[1])
    KERNEL.slab_steps(
        found.shape[1], len(path[0]), gentle, *(pointer(values) for values in (*mesh, *path, faces, law, found, work))
    )


def _film(face: Face, kiln_c: float, face_c: float) -> float:
    if face.sees == "nothing":
        return 0.0
    if face.sees == "film":
        return face.film_w_m2_k
    return face.share * film_w_m2_k(kiln_c, face_c)
