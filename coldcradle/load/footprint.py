"""What a stage takes of a shelf through the whole firing: its outline from above, how high it stands, its weight."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from coldcradle.layup.families.plans import room_ring
from coldcradle.layup.sketch import Points
from coldcradle.piece.stage import StageResult

__all__ = ["Footprint", "footprint_of"]

_ROUND = 0.02  # a ring this near to its circle is one
_GAP_M = 0.010  # between pieces of one berth; common practice, no source
_NOT_OURS = ("shelf", "ghost")


@dataclass(frozen=True, slots=True, kw_only=True)
class Footprint:
    """The outside of what stands on a shelf at any moment of the firing, its middle at (0, 0), unturned.

    `rings` are drawn; `width_m` across and `depth_m` back are the box that must stay free, a disc of `radius_m` where
    it is round. `height_m` above its shelf, `mass_kg` with its mould.
    """

    rings: tuple[Points, ...] = field(compare=False)
    width_m: float
    depth_m: float
    height_m: float
    mass_kg: float
    radius_m: float | None = None

    @property
    def area_m2(self) -> float:
        """What must stay free of the shelf, m²."""
        return self.width_m * self.depth_m if self.radius_m is None else math.pi * self.radius_m**2


def _grown(ring: Points, by_m: float) -> Points:
    """A ring pushed outwards from its middle by a wall."""
    at = np.asarray(ring, dtype=float)
    middle = (at.max(axis=0) + at.min(axis=0)) / 2
    half = np.maximum((at.max(axis=0) - at.min(axis=0)) / 2, 1e-6)
    return [(float(x), float(y)) for x, y in middle + (at - middle) * (half + by_m) / half]


def _standing(result: StageResult) -> list[Points]:
    """Rings from above of all that one piece needs: what shapes it with its wall, the glass before and after."""
    laid, cradle = result.laid, result.stage.cradle
    if laid.sketch is None:
        return [_grown(room_ring(cradle.room), cradle.wall_m)]
    plan = [(b.matter, ring) for b in laid.sketch.plan for ring in b.rings[:1] if b.matter not in _NOT_OURS]
    lies_in = result.stage.heat.process.traits.has_form
    rings = [_grown(r, cradle.wall_m) if lies_in and m not in ("glass", "after") else r for m, r in plan]
    across = [x for b in laid.sketch.bodies if b.matter not in _NOT_OURS for ring in b.rings for x, _ in ring]
    if not rings:
        half = max(result.laid.load.outer_width_m / 2, max((abs(x) for x in across), default=0.0))
        return [[(-half, -half), (half, -half), (half, half), (-half, half)]]
    reach = max((abs(x) for x in across), default=0.0)
    deep = max(abs(y) for ring in rings for _, y in ring)
    widest = max(abs(x) for ring in rings for x, _ in ring)
    is_turned = all(_is_round(ring) for ring in rings)
    if reach > widest * (1 + _ROUND) and not is_turned:  # what comes down lies wider than it is drawn from above
        rings.append([(-reach, -deep), (reach, -deep), (reach, deep), (-reach, deep)])
    return rings


def _is_round(ring: Points) -> bool:
    at = np.asarray(ring, dtype=float)
    if len(at) < 24:
        return False
    out = np.hypot(*(at - (at.max(axis=0) + at.min(axis=0)) / 2).T)
    return bool(out.min() > (1 - _ROUND) * out.max())


def footprint_of(result: StageResult) -> Footprint:
    """The footprint of one copy of a stage; several pieces in it lie in rows, 10 mm apart."""
    rings = _standing(result)
    load, outcome = result.laid.load, result.laid.outcome
    at = np.concatenate([np.asarray(ring, dtype=float) for ring in rings])
    low, high = at.min(axis=0), at.max(axis=0)
    wide, deep = (float(x) for x in high - low)
    middle = (high + low) / 2
    rings = [[(float(x - middle[0]), float(y - middle[1])) for x, y in ring] for ring in rings]
    is_round = all(_is_round(ring) for ring in rings) and abs(wide - deep) <= _ROUND * wide
    many = max(1, outcome.pieces)
    if many > 1:
        across = math.ceil(math.sqrt(many * deep / max(wide, 1e-6)))
        down = math.ceil(many / across)
        step_x, step_y = wide + _GAP_M, deep + _GAP_M
        spots = [
            ((i % across - (across - 1) / 2) * step_x, (i // across - (down - 1) / 2) * step_y) for i in range(many)
        ]
        rings = [[(x + dx, y + dy) for x, y in ring] for dx, dy in spots for ring in rings]
        wide, deep = across * step_x - _GAP_M, down * step_y - _GAP_M
    return Footprint(
        rings=tuple(rings),
        width_m=wide,
        depth_m=deep,
        height_m=max(load.outer_height_m, load.top_m + load.wall_m),
        mass_kg=load.glass_kg + load.mould_kg + load.press_kg,
        radius_m=max(wide, deep) / 2 if is_round and many == 1 else None,
    )
