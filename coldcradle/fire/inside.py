"""The glass from inside while it is fired: temperatures, strain and heat work, carried on from corner to corner."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from coldcradle.fire.inputs import FiringBaseline
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.physics.simulate import evening_s
from coldcradle.heat.physics.slab import SlabRun, run_slab
from coldcradle.heat.physics.strain import StrainState, run_strain
from coldcradle.heat.physics.structure import SETTLED_K

__all__ = ["GlassState", "TrackerState", "advance", "begin", "begin_as_planned", "left_after"]

Array = NDArray[np.float64]
_WORK_STEP_K, _WORK_STEPS = 4.0, 8
_MOMENT_S = 0.01  # points nearer than this are one


@dataclass(frozen=True, slots=True)
class GlassState:
    """The glass at one moment: s, kiln, skin and heart in °C, the greatest pull in a face and in the heart in Pa."""

    at_s: float
    kiln_c: float
    skin_c: float
    heart_c: float
    face_pa: float
    heart_pa: float


@dataclass(frozen=True, slots=True)
class TrackerState:
    """All that has to be kept to go on: `slab_c` (N), the strain, and the heat work done so far (1/Pa).

    `pulls` are the greatest passing pulls so far, before and after it was hottest: (Pa, s, whether in a face).
    """

    at: GlassState
    slab_c: Array
    strain: StrainState
    slope_k_per_s: float
    is_one: bool
    work_per_pa: float
    hottest_c: float
    hottest_s: float
    warm_pull: tuple[float, float, bool]
    cool_pull: tuple[float, float, bool]

    @property
    def left_pa(self) -> float:
        """The greatest tension in it now."""
        return max(0.0, float(self.strain.stress_pa.max()))


def begin(watched: FiringBaseline, at_s: float, kiln_c: float) -> TrackerState:
    """Cold and even glass, at the first reading."""
    run = run_slab(watched.section.slab, [(at_s, kiln_c), (at_s + 1.0, kiln_c)])
    nodes = len(run.depths_m[run.glass])
    nothing = (0.0, at_s, True)
    return TrackerState(
        at=GlassState(at_s, kiln_c, kiln_c, kiln_c, 0.0, 0.0),
        slab_c=np.full(run.temperatures_c.shape[1], kiln_c),
        strain=StrainState(np.zeros(nodes), None),
        slope_k_per_s=0.0,
        is_one=watched.is_whole,
        work_per_pa=0.0,
        hottest_c=kiln_c,
        hottest_s=at_s,
        warm_pull=nothing,
        cool_pull=nothing,
    )


def begin_as_planned(watched: FiringBaseline, line: Sequence[tuple[float, float]]) -> TrackerState:
    """Glass that nobody read until the last point of a line (s, °C): it went as the line says."""
    state = begin(watched, *line[0])
    for point in line[1:]:
        if point[0] > state.at.at_s + _MOMENT_S:
            state, _ = advance(watched, state, point)
    return state


def _work(watched: FiringBaseline, a: tuple[float, float], b: tuple[float, float]) -> float:
    """Heat work along one straight line, 1/Pa."""
    steps = max(_WORK_STEPS, math.ceil(abs(b[1] - a[1]) / _WORK_STEP_K))
    fluid = 10.0 ** -Viscosity.of(watched.load.kind).log10_pa_s(np.linspace(a[1], b[1], steps + 1))
    return float(np.trapezoid(fluid, dx=(b[0] - a[0]) / steps))


def _pull(run: SlabRun, stress: Array, from_i: int) -> tuple[float, float, bool]:
    worst = stress[from_i:].max(axis=1)
    i = int(worst.argmax()) + from_i
    in_face = bool(max(stress[i, 0], stress[i, -1]) >= stress[i, 1:-1].max())
    return max(0.0, float(stress[i].max())), float(run.times_s[i]), in_face


def _soft_from(watched: FiringBaseline, run: SlabRun) -> int | None:
    """The first step at which loose pieces have become one; None where they never do."""
    liquid = Viscosity.of(watched.load.kind).annealing_c + SETTLED_K
    soft = np.flatnonzero((run.temperatures_c[:, run.glass] >= liquid).all(axis=1))
    return int(soft[0]) if len(soft) else None


def _from(run: SlabRun, at: int) -> SlabRun:
    """The later part of a run."""
    return SlabRun(run.slab, run.times_s[at:], run.kiln_c[at:], run.temperatures_c[at:], run.depths_m, run.glass)


def advance(
    watched: FiringBaseline, state: TrackerState, to: tuple[float, float]
) -> tuple[TrackerState, list[GlassState]]:
    """The glass after one straight line of the kiln, and what was seen of it on the way."""
    a, b = (state.at.at_s, state.at.kiln_c), to
    run = run_slab(
        watched.section.slab, [a, b], start_c=state.slab_c, goes_on=True, from_slope_k_per_s=state.slope_k_per_s
    )
    inside = run.temperatures_c[:, run.glass]
    begins = 0 if state.is_one else _soft_from(watched, run)
    is_one = begins is not None
    stress = np.zeros_like(inside)
    strain = state.strain
    if begins is not None and begins < len(run.times_s) - 1:
        # in one kind of glass the faces' slow creep at room heat is nothing, so all is run with structure
        found = run_strain(_from(run, begins), is_held=watched.section.is_held, structure=True, state=strain)
        stress[begins:], strain = found.stress_pa, found.state
    hottest = int(run.kiln_c.argmax())
    is_hotter = float(run.kiln_c[hottest]) > state.hottest_c
    pull = _pull(run, stress, 0)
    warm, cool = state.warm_pull, state.cool_pull
    if is_hotter:
        warm, cool = max(warm, cool, pull), (0.0, b[0], True)
    else:
        cool = max(cool, pull)
    seen = [
        GlassState(
            float(run.times_s[i]),
            float(run.kiln_c[i]),
            float(run.surface_c[i]),
            float(run.heart_c[i]),
            float(max(stress[i, 0], stress[i, -1])),
            float(stress[i, 1:-1].max()),
        )
        for i in (len(run.times_s) // 2, -1)
    ]
    return (
        replace(
            state,
            at=seen[-1],
            slab_c=run.temperatures_c[-1],
            strain=strain,
            slope_k_per_s=(b[1] - a[1]) / (b[0] - a[0]),
            is_one=is_one,
            work_per_pa=state.work_per_pa + _work(watched, a, b),
            hottest_c=max(state.hottest_c, float(run.kiln_c[hottest])),
            hottest_s=float(run.times_s[hottest]) if is_hotter else state.hottest_s,
            warm_pull=warm,
            cool_pull=cool,
        ),
        seen,
    )


def left_after(watched: FiringBaseline, state: TrackerState, line: Sequence[tuple[float, float]]) -> float:
    """The tension left (Pa) once the kiln has gone on along a line and all is even.

    In one run through all corners, which gives what `advance` gives from one to the next.
    """
    points = [(state.at.at_s, state.at.kiln_c)]
    points += [p for p in line if p[0] > state.at.at_s + _MOMENT_S]
    end_s, end_c = points[-1]
    points.append((end_s + evening_s(watched.section.slab), end_c))
    run = run_slab(
        watched.section.slab, points, start_c=state.slab_c, goes_on=True, from_slope_k_per_s=state.slope_k_per_s
    )
    begins = 0 if state.is_one else _soft_from(watched, run)
    if begins is None:
        return state.left_pa
    found = run_strain(_from(run, begins), is_held=watched.section.is_held, structure=True, state=state.strain)
    return max(0.0, float(found.state.stress_pa.max()))
