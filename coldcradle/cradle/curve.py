"""The room below every height of a triangle mesh, in one pass over its triangles."""

from __future__ import annotations

import ctypes
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from coldcradle.cradle.shapes import Array
from coldcradle.kernel import KERNEL, pointer

__all__ = ["levels_of", "room_curve"]

_AT_ONCE = 16_384  # triangles whose numbers fit into a processor's own memory
_FLAT = 1e-9  # a triangle whose heights differ by less than this share of the mesh is level


def levels_of(triangles_m: NDArray[np.floating], count: int = 257) -> Array:
    """Heights at which a curve is worth knowing: evenly spaced, and closely on both sides of level faces.

    `triangles_m` (n, 3, 3) in m. A level face makes the area jump; between the two heights put round it nothing is
    lost.
    """
    z = triangles_m[:, :, 2]
    a, b, c = z.T
    lowest, highest = np.minimum(np.minimum(a, b), c), np.maximum(np.maximum(a, b), c)
    low, high = float(lowest.min()), float(highest.max())
    span = high - low
    even = np.linspace(low, high, count)
    flat = highest - lowest <= _FLAT * span
    if not flat.any():
        return np.asarray(even)
    ledges = np.unique(np.round((z[flat].mean(axis=1) - low) / span, 6)) * span + low
    if len(ledges) > count:  # a scan made of steps: evenly spaced heights do as well
        return np.asarray(even)
    close = np.concatenate([ledges - 1e-6 * span, ledges + 1e-6 * span])
    return np.unique(np.clip(np.concatenate([even, close]), low, high))


def _pairs(first: NDArray[np.intp], last: NDArray[np.intp]) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
    """(triangle, level) for every level in [first, last) of each triangle."""
    count = last - first
    triangle = np.repeat(np.arange(len(first)), count)
    start = np.repeat(np.cumsum(count) - count, count)
    return triangle, np.arange(len(triangle)) - start + np.repeat(first, count)


def _accumulate(z: tuple[Array, Array, Array], weights: Sequence[Array], levels: Array) -> list[tuple[Array, Array]]:
    """Σ of weight·(share of each triangle below a level), and its integral over height, at every level and for each
    weight.

    With a ≤ b ≤ c the heights of a triangle's corners, the share below z is (z-a)²/((b-a)(c-a)) up to b and
    1 - (c-z)²/((c-b)(c-a)) from there; above c it is 1 and its integral z - (a+b+c)/3.
    """
    p, q, r = z  # by columns: sorting rows of three takes thrice as long
    least, most = np.minimum(p, q), np.maximum(p, q)
    a, c = np.minimum(least, r), np.maximum(most, r)
    b = np.maximum(least, np.minimum(most, r))
    middle = (p + q + r) / 3
    many = len(levels)
    first = np.searchsorted(levels, a, side="left")
    above = np.searchsorted(levels, c, side="left")  # from here on the whole triangle lies below
    t, k = _pairs(first, above)
    at, ta, tb, tc = levels[k], a[t], b[t], c[t]
    low = at <= tb
    with np.errstate(divide="ignore", invalid="ignore"):
        part = np.where(low, (at - ta) ** 2 / ((tb - ta) * (tc - ta)), (tc - at) ** 2 / ((tc - tb) * (tc - ta)))
    part = np.where(np.isfinite(part), part, 0.0)
    summed = np.where(low, part * (at - ta) / 3, at - middle[t] + part * (tc - at) / 3)
    part = np.where(low, part, 1.0 - part)
    found: list[tuple[Array, Array]] = []
    for weight in weights:
        share: Array = np.cumsum(np.bincount(above, weights=weight, minlength=many + 1))[:many].astype(float)
        moment = np.cumsum(np.bincount(above, weights=weight * middle, minlength=many + 1))[:many]
        integral = share * levels - moment + np.bincount(k, weights=weight[t] * summed, minlength=many)
        found.append((share + np.bincount(k, weights=weight[t] * part, minlength=many), integral))
    return found


def room_curve(triangles_m: NDArray[np.floating], levels_m: Array) -> tuple[Array, Array, Array]:
    """Volume (m³) below each level, horizontal area (m²) at it and area of all faces (m²) below it.

    Each face, looking outwards, carries the column between itself and the level, counted up for faces that look down
    and down for those that look up; so an open top does no harm. Exact for the mesh at every level: the volume is
    a cubic between corners. Triangles (n, 3, 3) in m; levels ascending. Source: divergence theorem, field (0, 0, z).
    """
    points, levels = np.asarray(triangles_m, dtype=float).reshape(-1, 9), np.asarray(levels_m, dtype=float)
    if KERNEL is not None:
        return _curve_compiled(np.ascontiguousarray(points), np.ascontiguousarray(levels))
    total = np.zeros((3, len(levels)))
    for start in range(0, len(points), _AT_ONCE):
        total += _part_of_curve(points[start : start + _AT_ONCE], levels)
    volume, area, touched = total
    return volume, area, touched


def _curve_compiled(points: Array, levels: Array) -> tuple[Array, Array, Array]:
    """The same in `kernel.c`, triangle by triangle."""
    assert KERNEL is not None
    many = len(levels)
    found, work = np.zeros((3, many)), np.zeros((3, many + 1))
    KERNEL.room_levels(ctypes.c_long(len(points)), many, *(pointer(v) for v in (points, levels, work, found)))
    return found[0], found[1], found[2]


def _part_of_curve(points: Array, levels: Array) -> Array:
    """Volume, area and touched area (3, L) of some triangles (n, 9)."""
    # a row for each coordinate of each corner: whole rows are worked on several times as fast as every ninth number
    ax, ay, az, bx, by, bz, cx, cy, cz = np.ascontiguousarray(points.T)
    ux, uy, uz, vx, vy, vz = bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az
    turn = ux * vy - uy * vx  # twice the face's shadow, above 0 for faces that look up
    face = np.sqrt((uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2 + turn**2) / 2
    (area, volume), (touched, _) = _accumulate((az, bz, cz), (-turn / 2, face), levels)
    return np.stack([volume, area, touched])
