"""A thin viscous sheet under its own weight: what it moves like at one moment, on whatever it touches.

Every speed here is at a viscosity of 1 Pa·s, so that times are heat work, W = ∫dt/η. The sheet is a line of nodes
(r, z), revolved round the middle or drawn out straight, with a thickness for each stretch between two nodes. Its motion
makes dissipation less power of gravity least: membrane 2·h·(es² + et² + es·et) and bending (h³/6)·(ks² + kt² + ks·kt)
for each area (Timoshenko, Plates and Shells, by the analogy of elastic and viscous sheets, Poisson's ratio 1/2).
"""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.linalg.lapack import dpbsv

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.deform.profile import Array, Profile

__all__ = ["CONTACTS", "Geometry", "LostSheet", "Moving", "Sheet", "stiffness_of"]

Flags = NDArray[np.bool_]
_BLOCKS, _BAND = 6, 6
_LOW, _HIGH = np.triu_indices(_BAND)

Geometry = Literal["round", "wide", "narrow"]

_STIFF = 1e5  # of a contact, times the stiffest entry: glass enters a form by a hundred-thousandth of its strain
_DRAG = 1e-13  # of the stiffest entry: keeps a sheet that touches nothing from having no speed at all
_DRIFT = 1e-8
_PULLS = -1e-12
_TRIES, _MOST_SOLVES = 14, 400  # an ordinary blank takes 60 to 200
# Trouton's factor halved, and bending: a wide sheet cannot draw in at its sides, a narrow one can.
_MEMBRANE: dict[str, float] = {"round": 2.0, "wide": 2.0, "narrow": 1.5}
_BENDING: dict[str, float] = {"round": 1 / 6, "wide": 1 / 6, "narrow": 1 / 8}


# What the compiled loops are told of how contacts are found; the same as above.
CONTACTS = {
    "stiff": _STIFF,
    "drag": _DRAG,
    "drift": _DRIFT,
    "pulls_off": _PULLS,
    "tries": _TRIES,
    "most_solves": _MOST_SOLVES,
}


def stiffness_of(geometry: Geometry) -> tuple[float, float]:
    """Factors of membrane and of bending of a sheet."""
    return _MEMBRANE[geometry], _BENDING[geometry]


@functools.cache
def _places(many: int) -> NDArray[np.intp]:
    """Where in a flat band matrix each product of two entries of a row lands, for rows (blocks, many, 6)."""
    wide = 2 * many + 2
    column = np.minimum(2 * np.arange(many)[:, None] + _HIGH, wide - 1)
    place = (_BAND - 1 - _HIGH + _LOW) * wide + column
    return np.tile(place.ravel(), _BLOCKS)


def _assembled(rows: Array, weights: Array) -> Array:
    """Σ weight·rowᵀ·row as a band matrix (6, 2n+2); row k of a block begins at the speeds of node k."""
    _, many, _ = rows.shape
    products = (rows * weights[:, :, None])[:, :, _LOW] * rows[:, :, _HIGH]
    wide = 2 * many + 2
    flat = np.bincount(_places(many), products.ravel(), minlength=_BAND * wide)
    return np.asarray(flat.reshape(_BAND, wide), dtype=float)


@dataclass
class Sheet:
    """Nodes `at` (n+1, 2) in m, and what stays: the volume of each stretch (n,), m³, or m² where it is drawn out.

    `is_halved`: the first node is the middle, and the other half does the same; else it lies free like the last.
    `held` is the node that grips its form.
    """

    at: Array
    volume: Array
    geometry: Geometry
    is_halved: bool
    held: int | None
    density_kg_m3: float
    pulls: Array = field(init=False)  # N/(Pa·s) along each stretch as it last moved; keeps steps steady

    def __post_init__(self) -> None:
        if len(self.at) < 8:
            raise ImpossibleInput(f"expected at least 8 nodes, got {len(self.at)}")
        self.pulls = np.zeros(len(self.volume))

    @property
    def is_round(self) -> bool:
        return self.geometry == "round"

    def lengths(self) -> tuple[Array, Array, Array]:
        """Lengths of the stretches (n,), their directions (n, 2), and their mean distance from the middle (n,)."""
        steps = np.diff(self.at, axis=0)
        length = np.hypot(steps[:, 0], steps[:, 1])
        return length, steps / length[:, None], (self.at[1:, 0] + self.at[:-1, 0]) / 2

    def thickness(self) -> Array:
        """Thickness of each stretch (n,), m: its volume stays while its area grows."""
        length, _, middle = self.lengths()
        return np.asarray(self.volume / (length * (2 * math.pi * middle if self.is_round else 1.0)))

    def weights(self) -> Array:
        """Pull of gravity on every node, r and z by turns (2n+2,), N."""
        loads = np.zeros((len(self.at), 2))
        half = self.density_kg_m3 * GRAVITY * self.volume / 2
        loads[:-1, 1] -= half
        loads[1:, 1] -= half
        return loads.ravel()

    def stiffness(self, step_work: float) -> tuple[Array, Array, Array]:
        """The band matrix (6, 2n+2) of the speeds, and the rows that strain along and across come from (n, 4).

        `step_work` is how far this matrix is to carry, 1/Pa: tension holds against turning on the way.
        """
        length, along, middle = self.lengths()
        many = len(length)
        area = length * (2 * math.pi * middle if self.is_round else 1.0)
        thick = self.volume / area
        per = along / length[:, None]
        turn = np.empty((many, 4))
        turn[:, 0], turn[:, 1], turn[:, 2], turn[:, 3] = per[:, 1], -per[:, 0], -per[:, 1], per[:, 0]
        stretch, hoop = np.concatenate([-per, per], axis=1), np.zeros((many, 4))
        membrane = 2 * _MEMBRANE[self.geometry] * thick * area
        if self.is_round:
            hoop[:, 0] = hoop[:, 2] = 0.5 / middle
        rows, weights = np.zeros((_BLOCKS, many, 6)), np.zeros((_BLOCKS, many))
        rows[0, :, :4], weights[0] = stretch + 0.5 * hoop, membrane
        rows[1, :, :4], weights[1] = hoop, 0.75 * membrane
        rows[2, :, :4], weights[2] = turn, np.maximum(self.pulls, 0.0) * step_work * area
        self._bend(rows, weights, length, along, thick, turn)
        band = _assembled(rows, weights)
        band[5] += _DRAG * band[5].max()
        return band, stretch, hoop

    def _bend(self, rows: Array, weights: Array, length: Array, along: Array, thick: Array, turn: Array) -> None:
        """Fill blocks 3 to 5: curving along, curving across, and at the ends."""
        factor, inner = 2 * _BENDING[self.geometry], self.at[1:-1, 0]
        between, stiff = (length[1:] + length[:-1]) / 2, ((thick[1:] + thick[:-1]) / 2) ** 3
        curved, weight = rows[3, :-1], factor * stiff * between
        curved[:, 2:] += turn[1:]
        curved[:, :4] -= turn[:-1]
        curved /= between[:, None]
        half = length[0] / 2
        if self.is_halved:
            rows[5, 0, :4] = turn[0] / half
            weights[5, 0] = factor * thick[0] ** 3 * (3 * math.pi * half * half if self.is_round else half)
        if self.is_round:
            slope = (along[1:, 0] + along[:-1, 0]) / 4 / inner
            hooped = rows[4, :-1]
            hooped[:, 2:] += turn[1:] * slope[:, None]
            hooped[:, :4] += turn[:-1] * slope[:, None]
            curved += 0.5 * hooped
            weight = weight * 2 * math.pi * inner
            weights[4, :-1] = 0.75 * weight
            last = float(self.at[-1, 0])
            rows[5, -1, :4] = turn[-1] * along[-1, 0] / last
            weights[5, -1] = factor * thick[-1] ** 3 * 0.75 * math.pi * last * length[-1]
        weights[3, :-1] = weight


@dataclass
class _Bent:
    """Where corners of the form press on the stretches of a sheet: which, where along it, how near, the row of each."""

    corner: NDArray[np.intp]
    stretch: NDArray[np.intp]
    gap: Array
    rows: Array


class LostSheet(Exception):
    """A sheet that cannot be followed any further."""


class Moving:
    """A sheet on a form: finds its speeds, node by node, so that nothing enters the form and nothing is glued to it."""

    def __init__(self, sheet: Sheet, profile: Profile, reach_m: float) -> None:
        self.sheet, self.profile, self.reach_m = sheet, profile, reach_m
        self.loads = sheet.weights()
        self.touching = np.zeros(len(sheet.at), dtype=bool)
        self.bent_over: frozenset[int] = frozenset()
        self.solves = 0
        self._strains: list[Array] = []
        self.gap, self.outward = profile.gaps(sheet.at)

    def _bends(self) -> _Bent:
        sheet = self.sheet
        length, along, _ = sheet.lengths()
        away = self.profile.corners[:, None, :] - sheet.at[None, :-1, :]
        share = (away * along).sum(axis=2) / length
        gap = away[:, :, 0] * along[:, 1] - away[:, :, 1] * along[:, 0]
        corner, stretch = np.nonzero((share >= 0) & (share <= 1) & (np.abs(gap) < 2 * self.reach_m))
        part = share[corner, stretch][:, None]
        outward = np.stack([-along[stretch, 1], along[stretch, 0]], axis=1)
        rows = np.concatenate([(1 - part) * outward, part * outward], axis=1)
        return _Bent(corner, stretch, gap[corner, stretch], rows)

    def speeds(self, step_work: float) -> Array:
        """Speed of every node (n+1, 2) in m for each 1/Pa over a step of so much heat work.

        A step of 0 is the first: what touches stays, and nothing else is near.
        """
        sheet = self.sheet
        band, *self._strains = sheet.stiffness(step_work)
        big = _STIFF * float(band[5].max())
        if sheet.is_halved:
            band[5, 0] += big
        elif not sheet.is_round:  # nothing else keeps a whole sheet from drifting sideways
            band[5, 2 * (len(sheet.at) // 2)] += _DRIFT * big
        if sheet.held is not None:
            band[5, 2 * sheet.held : 2 * sheet.held + 2] += big
        gap, outward = self.gap, self.outward
        bends = self._bends()
        is_first = step_work <= 0
        wish = np.zeros_like(gap) if is_first else -gap / step_work
        bent_wish = np.zeros_like(bends.gap) if is_first else -bends.gap / step_work
        on = (self.touching | (gap < 1e-7)) & (gap < 3 * self.reach_m)
        bent = np.array([c in self.bent_over for c in bends.corner], dtype=bool) | (bends.gap < 1e-7)
        for _ in range(_TRIES):
            speed = self._solved(band, big, outward, on, wish, bends, bent, bent_wish)
            leaving = (speed * outward).sum(axis=1)
            pairs = speed[bends.stretch], speed[bends.stretch + 1]
            bent_leaving = (np.concatenate(pairs, axis=1) * bends.rows).sum(axis=1)
            keeps = on & (-big * (leaving - wish) >= _PULLS)
            comes = ~on & (gap < 1e-7 if is_first else gap < 0.5) & (leaving < wish - 1e-15)
            stays = np.where(bent, -big * (bent_leaving - bent_wish) >= _PULLS, bent_leaving < bent_wish - 1e-15)
            if is_first:
                stays &= bends.gap < 1e-7
            if not comes.any() and (keeps == on).all() and (stays == bent).all():
                break
            on, bent = keeps | comes, stays
        self.touching, self.bent_over = on, frozenset(int(c) for c in bends.corner[bent])
        return speed

    def _solved(
        self,
        band: Array,
        big: float,
        outward: Array,
        on: Flags,
        wish: Array,
        bends: _Bent,
        bent: Flags,
        bent_wish: Array,
    ) -> Array:
        self.solves += 1
        if self.solves > _MOST_SOLVES:
            raise LostSheet("its contacts do not settle")
        matrix, loads = band.copy(), self.loads.copy()
        at = np.flatnonzero(on)
        nr, nz, push = outward[at, 0], outward[at, 1], big * wish[at]
        matrix[5, 2 * at] += big * nr * nr
        matrix[5, 2 * at + 1] += big * nz * nz
        matrix[4, 2 * at + 1] += big * nr * nz
        loads[2 * at] += push * nr
        loads[2 * at + 1] += push * nz
        for k in np.flatnonzero(bent):
            start, row = 2 * int(bends.stretch[k]), bends.rows[k]
            for a in range(4):
                for b in range(a, 4):
                    matrix[5 - b + a, start + b] += big * row[a] * row[b]
            loads[start : start + 4] += big * bent_wish[k] * row
        _, speed, failed = dpbsv(matrix, loads, overwrite_ab=1, overwrite_b=1)
        if failed or not np.isfinite(speed).all():
            raise LostSheet("the sheet has folded onto itself")
        return np.asarray(speed).reshape(-1, 2)

    def carry(self, speed: Array, step_work: float) -> None:
        """Move the sheet by its speeds for so much heat work, and note how hard each stretch pulls."""
        sheet = self.sheet
        stretch, hoop = self._strains
        ends = np.concatenate([speed[:-1], speed[1:]], axis=1)
        along, across = (ends * stretch).sum(axis=1), (ends * hoop).sum(axis=1)
        sheet.pulls = (2 * _MEMBRANE[sheet.geometry] * along + 2 * across) * sheet.thickness()
        sheet.at = sheet.at + speed * step_work
        if sheet.is_halved:
            sheet.at[0, 0] = 0.0
        self.gap, self.outward = self.profile.gaps(sheet.at)
