"""A firing seen from inside the glass: temperatures and stress through the thickness, hour by hour."""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.inputs import Restraint
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, conductivity_w_m_k
from coldcradle.heat.physics.slab import INSULATED, KILN, THINNEST_LAYER_M, Line, Slab1D, SlabLayer, SlabRun, run_slab
from coldcradle.heat.physics.strain import StressRun, run_strain
from coldcradle.layup.inputs import Support
from coldcradle.layup.load import Load

__all__ = [
    "Section1D",
    "SimulatedRun",
    "evening_s",
    "first_within",
    "glass_layer",
    "joined",
    "open_above",
    "section_of",
    "settles_at",
    "simulate",
    "strained",
    "until",
]

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Section1D:
    """The slab that stands for a piece, whether it is held flat, and in words what was taken for it."""

    slab: Slab1D
    is_held: bool
    words: str


@dataclass(frozen=True, slots=True)
class SimulatedRun:
    """A run and the stress in it. `solid_from` is the first step at which the glass is one piece."""

    heat: SlabRun
    stress: StressRun
    solid_from: int

    @property
    def residual_pa(self) -> float:
        return self.stress.tension_pa

    def peak(self, from_s: float, to_s: float) -> tuple[float, float, bool]:
        """Greatest passing tension between two times (Pa), when (s), and whether it is in a face."""
        times = self.heat.times_s
        chosen = (times >= from_s) & (times <= to_s) & (np.arange(len(times)) >= self.solid_from)
        if not chosen.any():
            return 0.0, from_s, True
        worst = np.where(chosen, self.stress.worst_tension_pa, -np.inf)
        i = int(worst.argmax())
        return max(0.0, float(worst[i])), float(times[i]), bool(self.stress.surface_pa[i] >= self.stress.heart_pa[i])


def first_within(run: SlabRun, lag_k: float, after_s: float, *, glass_only: bool = False) -> float | None:
    """The first time after which nothing in the slab is more than `lag_k` from the kiln, until the run ends."""
    inside = run.temperatures_c[:, run.glass] if glass_only else run.temperatures_c
    lag = np.abs(inside - run.kiln_c[:, None]).max(axis=1)
    return settles_at(run.times_s, lag, lag_k, after_s)


def settles_at(times: Array, lag: Array, limit: float, after_s: float) -> float | None:
    """The time from which a lag stays below a limit, between its samples too; None when it never does."""
    late = np.flatnonzero((times >= after_s) & (lag > limit))
    if not len(late):
        return after_s
    last = int(late[-1])
    if last + 1 >= len(times):
        return None
    # between the two steps the lag dies away like an exponential
    a, b = math.log(max(lag[last], 1e-9)), math.log(max(lag[last + 1], 1e-9))
    share = (a - math.log(limit)) / (a - b) if a > b else 1.0
    return float(times[last] + share * (times[last + 1] - times[last]))


def glass_layer(kind: GlassProperties, thickness_m: float) -> SlabLayer:
    """Glass with the diffusivity of the closed forms and the conductivity it has at its annealing point."""
    k = conductivity_w_m_k(kind.annealing_c)
    return SlabLayer(thickness_m=thickness_m, conductivity_w_m_k=k, heat_j_m3_k=k / DIFFUSIVITY_M2_S, kind=kind)


def section_of(load: Load, restraint: Restraint, support: Support, effective_m: float) -> Section1D:
    """The one-dimensional slab that stands for a piece on its cradle; where heat leaves sideways sooner, that way."""
    thick, material, wall = load.thickness_m, load.material, _wall_layer(load)
    if load.is_core_shut:
        return _round_a_core(load, wall, effective_m)
    if restraint == "block":
        return Section1D(
            Slab1D(layers=(glass_layer(load.kind, effective_m / 2),), is_half=True),
            False,
            "a free slab of the thickness that counts",
        )
    if load.breadth_m < thick * 0.9999 and (support != "cradle" or wall is None):
        half = Slab1D(layers=(glass_layer(load.kind, load.breadth_m / 2),), is_half=True)
        return Section1D(half, False, "sideways, which is the shorter way")
    if restraint == "free" or support == "posts":
        return Section1D(
            Slab1D(layers=(glass_layer(load.kind, thick / 2),), is_half=True), False, "both faces see the kiln"
        )
    if support == "shelf" or wall is None:
        return Section1D(
            Slab1D(layers=(glass_layer(load.kind, thick),), bottom=INSULATED),
            restraint == "held",
            "nothing leaves through the shelf",
        )
    if load.breadth_m < thick * 1.0001:
        half = Slab1D(layers=(wall, glass_layer(load.kind, load.breadth_m / 2)), is_half=True)
        return Section1D(half, True, f"sideways through {material.name}, which is the shorter way")
    layers = Slab1D(layers=(glass_layer(load.kind, thick), wall), bottom=KILN)
    return Section1D(layers, restraint == "held", f"open above, {material.name} below")


def _wall_layer(load: Load) -> SlabLayer | None:
    if load.wall_m <= 0:
        return None
    made = load.material
    heat = made.density_kg_m3 * made.heat_capacity_j_kg_k
    thick = max(load.wall_m, THINNEST_LAYER_M)
    return SlabLayer(thickness_m=thick, conductivity_w_m_k=made.conductivity_w_m_k, heat_j_m3_k=heat)


def open_above(load: Load) -> Section1D:
    """What is closed in itself, by the way up through its thickness."""
    glass, wall = glass_layer(load.kind, load.thickness_m), _wall_layer(load)
    slab = Slab1D(layers=(glass,)) if wall is None else Slab1D(layers=(glass, wall), bottom=KILN)
    return Section1D(slab, True, "open above; closed in itself, it cannot bow")


def _round_a_core(load: Load, wall: SlabLayer | None, effective_m: float) -> Section1D:
    """A wall closed round a core or a hollow: nothing leaves inwards, and it cannot bow."""
    if effective_m < 2 * load.breadth_m * (1 - 1e-6):
        return open_above(load)
    through = glass_layer(load.kind, load.breadth_m)
    layers = (wall, through) if wall is not None else (through,)
    return Section1D(Slab1D(layers=layers, bottom=INSULATED), True, "outwards only: nothing leaves inwards")


def strained(heat: SlabRun, *, is_held: bool, solid_from_s: float = 0.0, structure: bool = False) -> SimulatedRun:
    """A run with the stress in it; none is told while the pieces are loose."""
    start = int(np.searchsorted(heat.times_s, solid_from_s))
    if not start:
        return SimulatedRun(heat, run_strain(heat, is_held=is_held, structure=structure), 0)
    late = SlabRun(
        heat.slab, heat.times_s[start:], heat.kiln_c[start:], heat.temperatures_c[start:], heat.depths_m, heat.glass
    )
    after = run_strain(late, is_held=is_held, structure=structure)
    whole = np.zeros((len(heat.times_s), after.stress_pa.shape[1]))
    whole[start:] = after.stress_pa
    bend = np.concatenate([np.zeros(start), after.bend_per_m])
    return SimulatedRun(heat, StressRun(heat.times_s, after.depths_m, whole, after.weights, bend), start)


def until(run: SlabRun, end_s: float) -> SlabRun:
    """The same run, broken off at a time; its last temperatures lie between those before and after."""
    at = int(np.searchsorted(run.times_s, end_s).clip(1, len(run.times_s) - 1))
    share = float(np.clip((end_s - run.times_s[at - 1]) / (run.times_s[at] - run.times_s[at - 1]), 0.0, 1.0))

    def ended(values: Array) -> Array:
        last = values[at - 1] + share * (values[at] - values[at - 1])
        return np.concatenate([values[:at], last[None]])

    return SlabRun(run.slab, ended(run.times_s), ended(run.kiln_c), ended(run.temperatures_c), run.depths_m, run.glass)


def joined(first: SimulatedRun, then: SimulatedRun) -> SimulatedRun:
    """Two parts of one firing put together; the second is timed from its own start, and starts as the first ends."""
    a, b, shift = first.heat, then.heat, first.heat.times_s[-1]
    times = np.concatenate([a.times_s, b.times_s[1:] + shift])
    heat = SlabRun(
        a.slab,
        times,
        np.concatenate([a.kiln_c, b.kiln_c[1:]]),
        np.vstack([a.temperatures_c, b.temperatures_c[1:]]),
        a.depths_m,
        a.glass,
    )
    stress = StressRun(
        times,
        first.stress.depths_m,
        np.vstack([first.stress.stress_pa, then.stress.stress_pa[1:]]),
        first.stress.weights,
        np.concatenate([first.stress.bend_per_m, first.stress.bend_per_m[-1] + then.stress.bend_per_m[1:]]),
    )
    return SimulatedRun(heat, stress, first.solid_from)


@functools.lru_cache(maxsize=64)
def _run(
    section: Section1D, line: tuple[tuple[float, float], ...], solid_from_s: float, structure: bool
) -> SimulatedRun:
    heat = run_slab(section.slab, line)
    return strained(heat, is_held=section.is_held, solid_from_s=solid_from_s, structure=structure)


def simulate(section: Section1D, line: Line, *, solid_from_s: float = 0.0, structure: bool = False) -> SimulatedRun:
    """Run a kiln line through the slab. `solid_from_s`: when loose pieces have become one; no stress is told before.

    The line is carried on at its last temperature until all is even, so that what is left at the end is what stays.
    """
    end_s, end_c = line[-1]
    tail = (end_s + evening_s(section.slab), end_c)
    return _run(section, (*((float(t), float(c)) for t, c in line), tail), solid_from_s, structure)


def evening_s(slab: Slab1D) -> float:
    """Long enough for any difference in the slab to die away below a hundredth."""
    heat = sum(layer.heat_j_m3_k * layer.thickness_m for layer in slab.layers)
    resistance = sum(layer.thickness_m / layer.conductivity_w_m_k for layer in slab.layers) + 1 / 15.0
    return 8 * heat * resistance
