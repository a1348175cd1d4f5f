"""Laying everything out on as few shelves as it takes, what is locked left where it is."""

from __future__ import annotations

import math
import random
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from coldcradle.load.footprint import Footprint
from coldcradle.load.room import Level
from coldcradle.load.solid2 import Placed

__all__ = ["Piece", "Put", "arrange"]

_TRIES, _MANY, _NEWEST = 8, 40, 24
_EDGE = 1e-7


@dataclass(frozen=True, slots=True, kw_only=True)
class Piece:
    """One copy to be laid: whose it is, its footprint, how much heat it asks (higher goes to the hotter place)."""

    member: str
    what: Footprint
    asks_c: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Put:
    """A copy on its level."""

    member: str
    level: int
    at: Placed


@dataclass(slots=True)
class _Tray:
    """A level while it is filled: what lies there, as cores and radii."""

    level: Level
    gap_m: float
    cores: list[shapely.Geometry]
    radii: list[float]
    boxes: list[tuple[float, float, float, float]]
    mass_kg: float = 0.0

    def put(self, at: Placed) -> None:
        hx, hy = at.half_m
        self.cores.append(at.core)
        self.radii.append(at.radius_m)
        self.boxes.append((at.x_m - hx, at.y_m - hy, at.x_m + hx, at.y_m + hy))
        self.mass_kg += at.what.mass_kg

    def takes(self, what: Footprint) -> bool:
        bears = self.level.bears_kg
        return what.height_m <= self.level.free_m + 1e-9 and (bears is None or self.mass_kg + what.mass_kg <= bears)

    def spots(self, what: Footprint, turn_deg: float) -> NDArray[np.float64]:
        """Middles at which it touches what lies there, or an edge of the shelf; (n, 2)."""
        hx, hy = Placed(what, 0.0, 0.0, turn_deg).half_m
        left, front, right, back = self.level.box
        if right - left < 2 * hx - _EDGE or back - front < 2 * hy - _EDGE:
            return np.empty((0, 2))
        xs, ys = {left + hx, right - hx}, {front + hy, back - hy}
        for x0, y0, x1, y1 in self.boxes[-_NEWEST:]:
            xs |= {x1 + self.gap_m + hx, x0 - self.gap_m - hx}
            ys |= {y1 + self.gap_m + hy, y0 - self.gap_m - hy}
        found = [np.array([(x, y) for x in xs for y in ys])]
        if what.radius_m is not None:
            found += self._tangent(what.radius_m)
        return np.unique(self.inside(what, np.concatenate(found), turn_deg).round(7), axis=0)

    def inside(self, what: Footprint, at: NDArray[np.float64], turn_deg: float) -> NDArray[np.float64]:
        """Those of the middles at which it does not reach over the level."""
        hx, hy = Placed(what, 0.0, 0.0, turn_deg).half_m
        left, front, right, back = self.level.box
        ok = (
            (at[:, 0] >= left + hx - _EDGE)
            & (at[:, 0] <= right - hx + _EDGE)
            & (at[:, 1] >= front + hy - _EDGE)
            & (at[:, 1] <= back - hy + _EDGE)
        )
        return at[ok]

    def _tangent(self, radius: float) -> list[NDArray[np.float64]]:
        """Where a disc touches two discs, or a disc and a wall."""
        discs = [
            ((x0 + x1) / 2, (y0 + y1) / 2, r + radius + self.gap_m)
            for (x0, y0, x1, y1), r in zip(self.boxes, self.radii, strict=True)
            if r
        ]
        discs = discs[-_NEWEST:]
        left, front, right, back = self.level.box
        found = []
        for i, (x, y, reach) in enumerate(discs):
            for wall in (front + radius, back - radius):
                if abs(wall - y) <= reach:
                    dx = math.sqrt(reach**2 - (wall - y) ** 2)
                    found.append([(x - dx, wall), (x + dx, wall)])
            for wall in (left + radius, right - radius):
                if abs(wall - x) <= reach:
                    dy = math.sqrt(reach**2 - (wall - x) ** 2)
                    found.append([(wall, y - dy), (wall, y + dy)])
            for x2, y2, reach2 in discs[:i]:
                d = math.hypot(x2 - x, y2 - y)
                if not abs(reach - reach2) < d <= reach + reach2:
                    continue
                a = (reach**2 - reach2**2 + d**2) / (2 * d)
                h = math.sqrt(max(0.0, reach**2 - a**2))
                ux, uy = (x2 - x) / d, (y2 - y) / d
                found.append([(x + a * ux - h * uy, y + a * uy + h * ux), (x + a * ux + h * uy, y + a * uy - h * ux)])
        return [np.array(pair) for pair in found]

    def free(self, what: Footprint, at: NDArray[np.float64], turn_deg: float) -> NDArray[np.float64]:
        """Those of the middles at which it lies far enough from all that is there."""
        if not len(at) or not self.cores:
            return at
        if what.radius_m is not None:
            shapes: Any = shapely.points(at)
        else:
            corner = Placed(what, 0.0, 0.0, turn_deg).core
            shape = np.asarray(shapely.get_coordinates(corner))[:4]
            shapes = shapely.polygons(at[:, None, :] + shape[None, :, :])
        gaps = shapely.distance(shapes[:, None], np.array(self.cores)[None, :]) - (what.radius_m or 0.0)
        return np.asarray(at[(gaps - np.array(self.radii) >= self.gap_m - _EDGE).all(axis=1)])


def _turns(what: Footprint) -> tuple[float, ...]:
    return (0.0,) if what.radius_m is not None or abs(what.width_m - what.depth_m) < 1e-6 else (0.0, 90.0)


@dataclass(frozen=True, slots=True)
class _Way:
    """How spots are chosen: by the heat of places (m, m, K), `middle_c` parting who wants it from who does not; and by
    rows from the front, or along the walls.
    """

    hotness: Sequence[tuple[float, float, float]]
    middle_c: float
    by_walls: bool = False

    def key(self, piece: Piece, at: Placed, box: tuple[float, float, float, float]) -> tuple[float, ...]:
        """What is least is taken."""
        hot = -_hot(at.x_m, at.y_m, self.hotness) * (piece.asks_c - self.middle_c)
        half_x, half_y = at.half_m
        if self.by_walls:
            left, front, right, back = box
            aside = min(at.x_m - half_x - left, right - at.x_m - half_x)
            return hot, round(aside + min(at.y_m - half_y - front, back - at.y_m - half_y), 6), at.y_m, at.x_m
        return hot, round(at.y_m + half_y, 6), round(at.x_m, 6)


def _best(tray: _Tray, piece: Piece, way: _Way) -> Placed | None:
    """The best free spot of a level by the way it is chosen, None where there is none."""
    found: list[tuple[tuple[float, ...], Placed]] = []
    hot = np.array([(x, y) for x, y, _ in way.hotness]).reshape(-1, 2)
    for turn in _turns(piece.what):
        spots = np.concatenate([tray.spots(piece.what, turn), tray.inside(piece.what, hot, turn)])
        for x, y in tray.free(piece.what, spots, turn).tolist():
            at = Placed(piece.what, x, y, turn)
            found.append((way.key(piece, at, tray.level.box), at))
    return min(found, key=lambda f: f[0])[1] if found else None


def _hot(x: float, y: float, hotness: Sequence[tuple[float, float, float]]) -> float:
    """How much hotter than the middle the nearest named place is, K."""
    return min(hotness, key=lambda h: math.hypot(x - h[0], y - h[1]))[2] if hotness else 0.0


def _fill(
    pieces: Sequence[Piece],
    levels: Sequence[Level],
    locked: Sequence[Put],
    gap_m: float,
    way: _Way,
) -> tuple[list[Put], list[Piece]]:
    trays = [_Tray(level, gap_m, [], [], []) for level in levels]
    for put in locked:
        if put.level < len(trays):
            trays[put.level].put(put.at)
    done, left = list(locked), []
    full: set[tuple[int, Footprint]] = set()
    for piece in pieces:
        for tray in trays:
            what = (tray.level.number, piece.what)
            if what in full or not tray.takes(piece.what):
                continue
            at = _best(tray, piece, way)
            if at is None:
                full.add(what)
                continue
            tray.put(at)
            done.append(Put(member=piece.member, level=tray.level.number, at=at))
            break
        else:
            left.append(piece)
    return done, left


def _lattice(what: Footprint, level: Level, gap_m: float) -> list[Placed]:
    """As many of one thing as stand on a level in even rows, or discs in rows between one another."""
    left, front, right, back = level.box
    wide, deep = right - left, back - front
    found: list[list[Placed]] = []
    for turn in _turns(what):
        hx, hy = Placed(what, 0.0, 0.0, turn).half_m
        across = max(0, math.floor((wide + gap_m + _EDGE) / (2 * hx + gap_m)))
        down = max(0, math.floor((deep + gap_m + _EDGE) / (2 * hy + gap_m)))
        xs = [left + hx + i * (2 * hx + gap_m) for i in range(across)]
        ys = [front + hy + i * (2 * hy + gap_m) for i in range(down)]
        found.append([Placed(what, x, y, turn) for y in ys for x in xs])
    if what.radius_m is not None and wide >= 2 * what.radius_m:
        pitch, r = 2 * what.radius_m + gap_m, what.radius_m
        rows = max(0, math.floor((deep - 2 * r) / (pitch * math.sqrt(0.75)) + _EDGE) + 1) if deep >= 2 * r else 0
        between = []
        for row in range(rows):
            first = left + r + (row % 2) * pitch / 2
            many = max(0, math.floor((right - r - first + _EDGE) / pitch) + 1)
            y = front + r + row * pitch * math.sqrt(0.75)
            between += [Placed(what, first + i * pitch, y) for i in range(many)]
        found.append(between)
    return max(found, key=len, default=[])


def _in_rows(pieces: Sequence[Piece], levels: Sequence[Level], gap_m: float) -> tuple[list[Put], list[Piece]]:
    """Many of one kind, level by level in rows."""
    left, done = list(pieces), []
    for level in levels:
        what = left[0].what if left else None
        if what is None or what.height_m > level.free_m + 1e-9:
            continue
        most = len(left) if level.bears_kg is None else math.floor(level.bears_kg / max(what.mass_kg, 1e-9))
        spots = _lattice(what, level, gap_m)[: min(len(left), most)]
        done += [Put(member=piece.member, level=level.number, at=at) for piece, at in zip(left, spots, strict=False)]
        left = left[len(spots) :]
    return done, left


def _rank(done: Sequence[Put], left: Sequence[Piece]) -> tuple[float, ...]:
    """Fewer left over, then fewer shelves, then nearer to the front."""
    used = len({put.level for put in done})
    reach = sum(put.at.y_m + put.at.half_m[1] for put in done)
    return float(len(left)), sum(piece.what.area_m2 for piece in left), float(used), round(reach, 6)


def arrange(
    pieces: Sequence[Piece],
    levels: Sequence[Level],
    *,
    gap_m: float,
    locked: Sequence[Put] = (),
    hotness: Sequence[tuple[float, float, float]] = (),
) -> tuple[list[Put], list[Piece]]:
    """Every copy on a level, and those for which there was no room.

    Each is put where it touches an edge or what lies there already; several orders are tried, the same ones each time,
    and the best is kept: fewest left over, then fewest shelves. Not always the best there is: against brute force see
    the tests. `hotness` are places (m, m, K hotter than the middle).
    """
    middle_c = sum(piece.asks_c for piece in pieces) / max(1, len(pieces))
    rows, walls = _Way(hotness, middle_c), _Way(hotness, middle_c, by_walls=True)
    largest = sorted(pieces, key=lambda p: (-p.asks_c if hotness else 0.0, -max(p.what.width_m, p.what.depth_m)))
    orders = [largest, sorted(pieces, key=lambda p: -p.what.area_m2), sorted(pieces, key=lambda p: p.what.area_m2)]
    is_one_kind = len({(piece.what, piece.asks_c if hotness else 0.0) for piece in pieces}) == 1
    if is_one_kind and len(pieces) > _MANY and not locked:
        return _in_rows(pieces, levels, gap_m)
    chance = random.Random(20)
    tries = _TRIES if len(pieces) <= _MANY and not is_one_kind else 0
    for _ in range(tries):
        order = list(pieces)
        chance.shuffle(order)
        orders.append(order)
    best = _fill(orders[0], levels, locked, gap_m, rows)
    if is_one_kind and not locked:
        best = min(best, _in_rows(pieces, levels, gap_m), key=lambda found: _rank(*found))
    others = [(orders[0], walls), *([] if is_one_kind else [(o, w) for o in orders[1:] for w in (rows, walls)])]
    for order, way in others:
        if not best[1] and len({put.level for put in best[0]}) == 1:
            break
        other = _fill(order, levels, locked, gap_m, way)
        if _rank(*other) < _rank(*best):
            best = other
    return best
