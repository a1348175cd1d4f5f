"""What a firing leaves in the glass: Maxwell's fluid through the thickness, with the forces in balance.

Equal in both directions of the plane: dσ/dt = M·(dε/dt − α·dT/dt) − σ/τ, with M = E/(1 − ν) and τ = 6η(1 − ν)/E. The
strain ε is one for the whole thickness (held flat), or a plane (free to bow). Viscosity is VFT above the annealing
point and the iso-structural line below it, so nothing has to be said about where glass "sets".
"""

from __future__ import annotations

import functools
import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from coldcradle.glass.kinds import GlassProperties
from coldcradle.glass.viscosity import ANNEALING_LOG, ISO_SLOPE_PER_K, KELVIN, Viscosity
from coldcradle.heat.physics.slab import Slab1D, SlabRun
from coldcradle.heat.physics.structure import SETTLED_K, carry_fictive
from coldcradle.kernel import KERNEL, pointer

__all__ = ["StrainState", "StressRun", "run_strain", "strain_of"]

Array = NDArray[np.float64]

# Expansion of the settled liquid over that of the glass: 2.76 (Carré & Daudeville 1999) to 3.5 (Nielsen and others
# 2010), both from memory and for soda-lime glass; the middle of the two.
_LIQUID_RATIO = 3.1
_LAW = np.array([ISO_SLOPE_PER_K, ANNEALING_LOG, _LIQUID_RATIO - 1, KELVIN])  # as the compiled steps take it


@dataclass(frozen=True, slots=True)
class StrainState:
    """Where a run ended, for another to go on from: stress (N) in Pa, and the parts (6, N) of its structure in °C."""

    stress_pa: Array
    parts_c: Array | None


@dataclass(frozen=True, slots=True)
class StressRun:
    """Stress in Pa, tension positive: `stress_pa` (T, N) through the glass, `depths_m` (N) from its open face.

    `parts_c` is the structure at the end, where structural relaxation was run.
    """

    times_s: Array
    depths_m: Array
    stress_pa: Array
    weights: Array
    bend_per_m: Array
    parts_c: Array | None = None

    @property
    def state(self) -> StrainState:
        return StrainState(np.asarray(self.stress_pa[-1]), self.parts_c)

    @property
    def residual_pa(self) -> Array:
        """What is left at the end of the run, through the thickness (N)."""
        return np.asarray(self.stress_pa[-1])

    @property
    def tension_pa(self) -> float:
        """The greatest tension left at the end."""
        return float(self.residual_pa.max())

    @property
    def worst_tension_pa(self) -> Array:
        """The greatest tension anywhere in the thickness, time by time (T)."""
        return np.asarray(self.stress_pa.max(axis=1))

    @property
    def surface_pa(self) -> Array:
        """The stress in whichever face is pulled more, time by time (T)."""
        return np.maximum(self.stress_pa[:, 0], self.stress_pa[:, -1])

    @property
    def heart_pa(self) -> Array:
        """The greatest tension away from the faces, time by time (T)."""
        return np.asarray(self.stress_pa[:, 1:-1].max(axis=1))


def _columns(run: SlabRun) -> tuple[list[GlassProperties], Array]:
    """The kind of glass at each node, and the share of the thickness (N) each node stands for."""
    return _columns_of(run.slab, tuple(run.depths_m[run.glass].tolist()))


@functools.lru_cache(maxsize=128)
def _columns_of(slab: Slab1D, depths: tuple[float, ...]) -> tuple[list[GlassProperties], Array]:
    kinds: list[GlassProperties] = []
    bounds = np.cumsum([0.0] + [layer.thickness_m for layer in slab.layers])
    at = np.array(depths)
    middle = np.concatenate([at[:1], (at[1:] + at[:-1]) / 2, at[-1:]])
    weights = np.diff(middle)
    for low, high in itertools.pairwise(middle):
        layer = int(np.clip(np.searchsorted(bounds, (low + high) / 2, side="right") - 1, 0, len(slab.layers) - 1))
        kind = slab.layers[layer].kind
        assert kind is not None
        kinds.append(kind)
    return kinds, weights / weights.sum()


def _per_node(kinds: Sequence[GlassProperties], name: str) -> Array:
    return np.array([getattr(kind, name) for kind in kinds])


def _sets_from(temperatures: Array, curves: Sequence[Viscosity]) -> int:
    """The last step at which every node is so hot that it is settled; the first of all where there is none."""
    liquid = (temperatures >= np.array([c.annealing_c + SETTLED_K for c in curves])).all(axis=1)
    return int(np.flatnonzero(liquid)[-1]) if liquid.any() else 0


def run_strain(
    run: SlabRun,
    *,
    is_held: bool = False,
    structure: bool = False,
    start_pa: Array | None = None,
    state: StrainState | None = None,
) -> StressRun:
    """Stress through the glass of a slab run; free of stress at first unless `start_pa` (N) says otherwise, or
    `state`, from which it goes on with its structure too.

    `structure` runs structural relaxation too, from the last time at which all the glass is well above its annealing
    point (from the start, where it never is): before that it has the structure of the temperature it is at. Range: as
    the
    viscosity curve; steps of the slab run are short enough where glass sets. A half slab is taken with its mirror
    image, so it cannot bow.
    Source: Maxwell solid in plane stress; exponential steps as in Timoshenko & Goodier's elastic limit.
    """
    kinds, weights = _columns(run)
    depths = run.depths_m[run.glass]
    begun = state or StrainState(np.zeros(len(depths)) if start_pa is None else np.asarray(start_pa), None)
    return strain_of(
        run.times_s,
        run.temperatures_c[:, run.glass],
        kinds=kinds,
        weights=weights,
        depths_m=depths,
        is_flat=is_held or run.slab.is_half,
        structure=structure,
        begun=begun,
        goes_on=state is not None,
    )


def strain_of(
    times_s: Array,
    temperatures: Array,
    *,
    kinds: Sequence[GlassProperties],
    weights: Array,
    depths_m: Array,
    is_flat: bool,
    structure: bool,
    begun: StrainState,
    goes_on: bool = False,
) -> StressRun:
    """The same for any columns of glass (T, N) that share their forces by `weights` (N): layers of a thickness, or
    zones of a plate. `begun` is what they carry at first; `goes_on`: with the structure of an earlier run.
    """
    curves = [Viscosity.of(kind) for kind in kinds]
    begins, fictive, parts = len(times_s) - 1, None, None
    if structure:
        begins = 0 if goes_on else _sets_from(temperatures, curves)
        fictive, parts = carry_fictive(times_s[begins:], temperatures[begins:], curves, begun.parts_c)
    column = _Column(
        dt_s=np.diff(times_s),
        temperatures_c=temperatures,
        begins=begins,
        fictive_c=fictive,
        curves=curves,
        modulus_pa=_per_node(kinds, "youngs_modulus_pa") / (1 - _per_node(kinds, "poisson")),
        alpha_per_k=_per_node(kinds, "expansion_per_k"),
        weights=weights,
        z_m=depths_m - float(weights @ depths_m),
        is_flat=is_flat,
    )
    stress = np.empty_like(temperatures)
    stress[0] = begun.stress_pa
    bend = np.zeros(len(times_s))
    carry = _carry_compiled if KERNEL is not None else _carry_plain
    carry(column, stress, bend)
    return StressRun(times_s, depths_m - depths_m[0], stress, weights, bend, parts)


class _Column(NamedTuple):
    """Nodes of glass that share their forces: steps (T), temperatures (T + 1, N), from step `begins` on the fictive
    temperatures too (T + 1 - begins, N); of each node its curve, modulus in a plane, expansion, weight and arm (N).
    """

    dt_s: Array
    temperatures_c: Array
    begins: int
    fictive_c: Array | None
    curves: Sequence[Viscosity]
    modulus_pa: Array
    alpha_per_k: Array
    weights: Array
    z_m: Array
    is_flat: bool


def _moves(column: _Column) -> tuple[Array, Array, Array]:
    """What each step keeps of the stress, what it pushes, and what it lends to a stretch, each (T, N)."""
    curves, temperatures, begins, alpha = column.curves, column.temperatures_c, column.begins, column.alpha_per_k
    middle = (temperatures[1:] + temperatures[:-1]) / 2
    drive = -alpha * np.diff(temperatures, axis=0)
    is_one = len(set(curves)) == 1
    if is_one:
        log_eta = curves[0].log10_pa_s(middle)
    else:
        log_eta = np.column_stack([curve.log10_pa_s(middle[:, i]) for i, curve in enumerate(curves)])
    if column.fictive_c is not None:
        fictive = column.fictive_c
        between = (fictive[1:] + fictive[:-1]) / 2
        if is_one:
            log_eta[begins:] = curves[0].log10_off_balance(middle[begins:], between)
        else:
            for i, curve in enumerate(curves):
                log_eta[begins:, i] = curve.log10_off_balance(middle[begins:, i], between[:, i])
        drive[begins:] -= (_LIQUID_RATIO - 1) * alpha * np.diff(fictive, axis=0)
    tau = 6 * 10.0 ** np.clip(log_eta, 0.0, 40.0) / column.modulus_pa
    spent = column.dt_s[:, None] / tau
    lent = np.where(spent > 1e-6, -np.expm1(-spent) / np.maximum(spent, 1e-300), 1.0) * column.modulus_pa
    return np.exp(-spent), lent * drive, lent


def _carry_plain(column: _Column, stress: Array, bend: Array) -> None:
    """Fill `stress` (T + 1, N) and `bend` (T + 1) after their first."""
    weights, z, is_flat = column.weights, column.z_m, column.is_flat
    kept, pushed, lent = _moves(column)
    m0, m1, m2 = lent @ weights, lent @ (weights * z), lent @ (weights * z * z)
    sums = np.vstack([weights, weights * z])
    sigma = stress[0]
    terms = zip(m0.tolist(), m1.tolist(), m2.tolist(), (m0 * m2 - m1 * m1).tolist(), strict=True)
    for i, (a, b, c, determinant) in enumerate(terms):
        own = kept[i] * sigma + pushed[i]
        force, moment = (sums @ own).tolist()
        if is_flat or determinant <= 0:
            sigma = own + lent[i] * (-force / a)
            bend[i + 1] = bend[i]
        else:
            stretch = (b * moment - c * force) / determinant
            curve = (b * force - a * moment) / determinant
            sigma = own + lent[i] * (stretch + curve * z)
            bend[i + 1] = bend[i] + curve
        stress[i + 1] = sigma


def _carry_compiled(column: _Column, stress: Array, bend: Array) -> None:
    """The same in `kernel.c`."""
    assert KERNEL is not None
    curves = np.array([(c.a, c.b_k, c.t0_c, c.annealing_c, c.activation_k) for c in column.curves]).T
    arrays = (
        np.ascontiguousarray(column.dt_s),
        np.ascontiguousarray(column.temperatures_c),
        stress if column.fictive_c is None else np.ascontiguousarray(column.fictive_c),
        np.array([*curves, column.modulus_pa, column.alpha_per_k]),
        _LAW,
        column.weights,
        column.z_m,
        stress,
        bend,
        np.empty(len(column.curves)),
    )
    many, steps = stress.shape[1], len(stress) - 1
    KERNEL.strain_steps(many, steps, int(column.is_flat), column.begins, *(pointer(values) for values in arrays))
