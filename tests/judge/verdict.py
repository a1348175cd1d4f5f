"""What a plan would do to its glass, by bodies read from the document itself and the physics of this package.

Bodies follow the words of the document, not the core's: what was taken is solid and lies on one another, new sheets are
as thick as they are called, a weight over an area is a thickness, a form fills from its bottom.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from coldcradle.glass.kinds import GlassProperties, shipped_kinds
from coldcradle.piece.result import StagePlan
from tests.judge.slab import GLASS_K, GLASS_RHO_C, film, glass_cells, march
from tests.judge.stress import elastic_pull_pa, residual_pa, zone_pull_pa

__all__ = ["Judged", "judge_stage"]

_STRENGTH_PA, _TIMES_THE_WISH = 7e6, 2.5
_WISH_PA = {"gentle": 0.2e6, "usual": 0.45e6, "quick": 1.0e6}
_FILM_DOUBT = 1.1  # the film of a cold kiln is known to a tenth, and what zones do to one another goes with it
_STEEL, _CERAMIC, _PLASTER = (20.0, 7900 * 480.0), (1.0, 1.9e6), (0.4, 1.08e6)
_USUAL_WALL = "3 mm"  # of a bottle that nobody measured
_MADE = {"stainless": _STEEL, "mild-steel": _STEEL, "ceramic": _CERAMIC, "plaster-silica": _PLASTER}


@dataclass(frozen=True)
class Judged:
    """The greatest pull of cold glass and what stays, Pa, with what was judged in words; whether that is dangerous."""

    pull_pa: float
    left_pa: float
    wish_pa: float
    words: str

    @property
    def is_dangerous(self) -> bool:
        return self.pull_pa > _STRENGTH_PA or self.left_pa > _TIMES_THE_WISH * self.wish_pa


def _m(text: str) -> float:
    number, unit = text.split()
    return float(number) * {"mm": 1e-3, "kg": 1.0, "g": 1e-3}[unit]


@dataclass(frozen=True)
class _Taken:
    solid_m: float
    across_m: float
    area_m2: float
    kg: float
    count: int
    is_closed: bool
    base_m: float


def _taken(stage: Mapping[str, Any], plans: Mapping[str, StagePlan]) -> list[_Taken]:
    found = []
    for take in stage.get("takes", []):
        out = plans[take["from"]].outcome
        area = out.length_m * out.width_m * (math.pi / 4 if out.outline == "round" else 1)
        solid = out.thickness_m if out.wall_m is None else min(out.wall_m, out.thickness_m)
        base = out.raised.base_m if out.raised is not None else solid
        found.append(
            _Taken(
                solid,
                min(out.length_m, out.width_m),
                area,
                out.weight_kg,
                take["count"],
                out.wall_m is not None,
                base,
            )
        )
    return found


def _is_tube(stage: Mapping[str, Any]) -> bool:
    """Whether a new bottle or tube hangs or lies: its wall is closed, and its inside sees little of the kiln."""
    if stage.get("takes"):
        return False
    return stage["process"] == "sink" or (stage["process"] == "hang" and bool(stage["layup"].get("wall")))


def _sheet(stage: Mapping[str, Any], plan: StagePlan) -> tuple[float, float, bool]:
    """What is newly laid, m, the area it covers, m², and whether it is one solid sheet."""
    layers = stage["layup"].get("layers") or []
    thick = sum(_m(layer["thick"]) * layer["count"] for layer in layers)
    if _is_tube(stage):
        return _m(stage["layup"].get("wall", _USUAL_WALL)), 0.0, True
    if stage["glass"].get("charge") and stage["glass"]["form"] == "coarse" and stage["process"] != "press":
        return 0.0, 0.0, False  # grains
    whole_kg = plan.figures["charge_mass"].value - sum(one.kg * one.count for one in _patches(stage))
    area = whole_kg / max(thick, 1e-6) / 2500 if thick else 0.0
    return thick, area, sum(layer["count"] for layer in layers) == 1


def _patches(stage: Mapping[str, Any]) -> list[_Taken]:
    """Parts of sheets that lie on the blank, as if they had been taken: solid, and loose on it."""
    found = []
    for one in stage["layup"].get("added", ()):
        thick, long, wide = _m(one["thick"]), _m(one["length"]), _m(one["width"])
        kg = thick * long * wide * 2500
        found.append(_Taken(thick, min(long, wide), long * wide, kg, one["count"], False, thick))
    return found


def _narrowest(layup: Mapping[str, Any]) -> float:
    """The shorter way across what is newly laid, m: a tower warms sideways. Wide where nothing is said."""
    if not layup.get("length"):
        return 1.0
    long = _m(layup["length"])
    return min(long, _m(layup["width"])) if layup.get("outline") == "oblong" and layup.get("width") else long


def _wall(stage: Mapping[str, Any]) -> tuple[float, float, float] | None:
    cradle = stage["cradle"]
    made = _MADE.get(cradle.get("material", ""))
    return (_m(cradle["wall"]), *made) if made else None


def _cold_pull(
    kind: GlassProperties,
    line: list[tuple[float, float]],
    thick_m: float,
    *,
    both: bool = False,
    held: bool = False,
    across_m: float = 1.0,
) -> float:
    if across_m < thick_m:
        thick_m, both, held = across_m, True, False
    _, inside = march(glass_cells(thick_m, bottom_open=both), line)
    return elastic_pull_pa(inside, kind, is_held=held, below_c=kind.strain_c - 15)


def _zones(
    kind: GlassProperties,
    line: list[tuple[float, float]],
    inner: dict[str, Any],
    outer: dict[str, Any],
    share: float,
    half_m: float,
) -> float:
    """Two zones of a plate; heat that runs sideways through the thinner one evens out what is narrow."""
    thin = min(inner["thickness_m"], outer["thickness_m"])
    faces = 2 if outer.get("bottom_open") or inner.get("bottom_open") else 1
    reach = math.sqrt(GLASS_K * thin / (film(150.0) * faces))
    narrow = 1 - math.exp(-0.5 * (half_m / reach) ** 1.4) if half_m < 3 * reach else 1.0
    (_, a), (_, b) = march(glass_cells(**inner), line), march(glass_cells(**outer), line)
    middle, rim = a.mean(axis=1), b.mean(axis=1)
    return zone_pull_pa(rim + narrow * (middle - rim), rim, kind, share, kind.strain_c - 15) / _FILM_DOUBT


def _warming(stage: Mapping[str, Any], plan: StagePlan, taken: list[_Taken], kind: GlassProperties) -> float:
    assert plan.heat is not None
    peak = next(s for s in plan.heat.steps if s.key == "cast")
    line = [(t, c) for t, c in plan.heat.line if t <= peak.arrives_s + 1]
    process, layup = stage["process"], stage["layup"]
    patches = _patches(stage)
    pulls = [
        _cold_pull(kind, line, t.solid_m, held=t.is_closed or process == "press", across_m=t.across_m)
        for t in (*taken, *patches)
    ]
    sheet, area, is_one = _sheet(stage, plan)
    base = taken[0].base_m if taken and not sheet else sheet
    if process in ("cast", "frit"):
        base = 0.0
    if sheet and is_one and process not in ("press", "cast", "frit"):
        tube = _is_tube(stage)
        both = process in ("drape", "bend", "hang") and not tube
        pulls.append(_cold_pull(kind, line, sheet, both=both, held=tube, across_m=_narrowest(layup)))
    if process in ("drape", "bend") and base:
        former = plan.sketch and stage["cradle"]["parts"][0]
        top = _m(former.get("bore", former.get("length", "100 mm")))
        across = plan.figures["blank"].value
        wall = _wall(stage)
        if wall and across > top:
            under = wall if stage["cradle"]["material"] == "stainless" else (wall[0] / 2, *wall[1:])
            share = min(0.9, (top / across) ** 2)
            pulls.append(
                _zones(
                    kind,
                    line,
                    {"thickness_m": base, "under": under},
                    {"thickness_m": base, "bottom_open": True},
                    share,
                    top / 2,
                )
            )
    if process == "ring" and layup.get("foot"):
        pulls.append(_cold_pull(kind, line, _m(layup["foot"]), across_m=0.06))
    small = taken[0 if sheet else 1 :] + patches
    if small and base and process not in ("cast", "frit", "press", "melt"):
        area = area or (taken[0].area_m2 if taken else 0.0)
        part = max(small, key=lambda t: t.solid_m)
        share = min(0.9, sum(t.area_m2 * t.count for t in small) / max(area, 1e-6))
        if part.area_m2 < 0.8 * area:
            lower = {"thickness_m": base, "bottom_open": process == "ring"}
            pulls.append(_zones(kind, line, {**lower, "over_m": part.solid_m}, lower, share, part.across_m / 2))
    return max(pulls, default=0.0)


def _hot(stage: Mapping[str, Any], plan: StagePlan, taken: list[_Taken]) -> tuple[float, float, bool, float]:
    """Thickest of what comes out, the narrowest way across, whether it is closed round, and what is beside it, m."""
    process, out = stage["process"], plan.outcome
    across = min(out.length_m, out.width_m)
    if process in ("cast", "frit"):
        part = stage["cradle"]["parts"][0]
        depth = out.thickness_m
        if part["shape"] == "ring":
            return depth, (_m(part["outer"]) - _m(part["inner"])) / 2, True, depth
        if part["shape"] == "gutter":
            return depth, _m(part["width"]), True, depth
        if len(stage["cradle"]["parts"]) > 1:
            return depth, (_m(part["bore"]) - _m(stage["cradle"]["parts"][1]["bore"])) / 2, True, depth
        return depth, across, False, depth
    if process in ("full", "spread", "press", "lift", "roll"):  # level before anything else is done to it
        return (
            out.weight_kg / (out.length_m * out.width_m * (0.785 if out.outline == "round" else 1)) / 2500,
            across,
            False,
            0,
        )
    if process == "melt":
        part = stage["cradle"]["parts"][0]
        volume = out.weight_kg / 2500
        if part["shape"] == "cap":
            rim, deep = _m(part["rim"]) / 2, _m(part["height"])
            sphere = (rim * rim + deep * deep) / (2 * deep)
            levels = np.linspace(1e-4, deep, 400)
            return float(np.interp(volume, math.pi * levels**2 * (3 * sphere - levels) / 3, levels)), 1.0, False, 0
        return out.thickness_m, across, False, 0
    sheet, _, _ = _sheet(stage, plan)
    across = min(across, taken[0].across_m) if taken and not sheet else across
    base = sheet or (taken[0].base_m if taken else 0.006)
    top = base
    beside = process in ("polish", "texture", "slump", "shine", "sink", "ring", "drape", "bend", "hang")
    for i, t in enumerate(taken):
        if not sheet and i == 0:
            top = t.solid_m * (1 if beside else t.count)
            continue
        top += t.solid_m
    top += max((one.solid_m for one in _patches(stage)), default=0.0)
    if stage["layup"].get("foot") and process == "ring":
        top += _m(stage["layup"]["foot"])
    if stage["glass"].get("charge") and not taken:
        width = out.length_m * out.width_m * (0.785 if out.outline == "round" else 1)
        top = base = _m(stage["glass"]["charge"]) / 2500 / width
    return top, across, _is_tube(stage) or bool(taken and taken[0].is_closed and not sheet), base


def judge_stage(stage: Mapping[str, Any], plan: StagePlan, plans: Mapping[str, StagePlan]) -> Judged:
    """A planned stage against this package's own physics."""
    assert plan.heat is not None
    kind = shipped_kinds()[stage["glass"]["kind"]["key"]]
    taken = _taken(stage, plans)
    pull = _warming(stage, plan, taken, kind)
    thick, across, is_closed, beside = _hot(stage, plan, taken)
    soak = next(s for s in plan.heat.steps if s.key == "fall")
    line = [(soak.arrives_s - 1800.0, kind.annealing_c + 50), (soak.arrives_s, soak.to_c)]
    line += [(t, c) for t, c in plan.heat.line if t > soak.arrives_s + 1]
    counts = thick
    both, held = True, False
    if across < thick:
        counts = across
    if is_closed:  # a wall round a core, or open above in its mould: held, one face shut
        counts, both, held = min(thick, across), False, True
    in_mould = stage["process"] in ("cast", "frit", "slump", "shine", "ring", "melt")
    wall = _wall(stage) if is_closed and in_mould else None
    sideways = is_closed and across < thick
    end_s, end_c = line[-1]
    line.append((end_s + 30 * counts**2 / 4.5e-7 + 6e6 * counts, end_c))
    cells = glass_cells(counts, bottom_open=both or wall is not None, under=wall)
    if sideways and wall is not None:  # out through the mould, nothing into the core
        cells = replace(cells, top_open=False)
    times, inside = march(cells, line, steps=700)
    left = residual_pa(times, inside, kind, is_held=held)
    cold = [i for i, row in enumerate(inside) if row.max() < kind.strain_c - 60]
    pull = max(pull, elastic_pull_pa(inside[cold], kind, is_held=held, below_c=2000.0) if cold else 0.0)
    wish = _WISH_PA[stage["heat"]["target"]]
    return Judged(
        pull, left, wish, f"{stage['process']} {thick * 1e3:.0f} mm, {across * 1e3:.0f} across, beside {beside:.3f}"
    )


def heat_of_glass() -> float:
    """J/m³/K, for whoever checks this package."""
    return GLASS_RHO_C
