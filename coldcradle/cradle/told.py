"""The shapes of a cradle as they stand in a document: parts on one another, cores, the room of a mesh."""

from __future__ import annotations

import functools
import math
from collections.abc import Mapping
from typing import Any

from coldcradle.cradle.outline import MOST_POINTS, OutlineDocument
from coldcradle.cradle.shapes import SIZES, Part, Size, attribute, sizes_of
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import PARTS, Core, Stack
from coldcradle.entry import Choice, flag, inputs, kept, words
from coldcradle.entry.specs import ObjectSpec, One, Pick, Quantity, Spec, Tagged
from coldcradle.errors import ImpossibleInput

__all__ = ["PART", "SolidDocument", "solid_document", "stack_of"]

_MOST_ROWS = 2000


class Role(Choice):
    """Whether a shape stands on the one before it, or in the room as a core."""

    ON = "on"
    CORE = "core"


def _size(name: str, size: Size) -> Quantity:
    return Quantity(
        key=name,
        kind=size.kind,
        called=f"a {size.words}" if size.kind != "count" else size.words,
        low=size.low,
        high=size.high,
        above=size.default is None,
        is_needed=size.default is None,
        typed=size.default or "",
    )


_FOOT = Quantity(
    key="from", kind="length", called="a height of the foot", low=0.0, high=3.0, typed="0 mm", is_needed=False
)


def _shape(kind: type[Part]) -> ObjectSpec:
    specs: dict[str, Spec] = {attribute(name): _size(name, SIZES[name]) for name in sizes_of(kind)}
    if kind.shape == "prism":
        specs["outline"] = One(key="outline", of=OutlineDocument, called="an outline")
    specs |= {"role": Pick(key="as", of=Role, default=Role.ON, is_needed=False), "base_m": _FOOT}

    def make(role: Role, base_m: float, **sizes: Any) -> tuple[Part, float | None]:
        try:
            return kind(**sizes), base_m if role is Role.CORE else None
        except ImpossibleInput as error:
            raise ImpossibleInput(str(error), entry="height") from None

    return ObjectSpec(kind.__name__, specs, make, f"A part of a mould: {kind.name.lower()}.")


@functools.cache
def _shapes() -> Mapping[str, ObjectSpec]:
    return {key: _shape(kind) for key, kind in PARTS.items()}


PART = Tagged("shape", _shapes)


def stack_of(found: list[tuple[Part, float | None]]) -> Stack:
    """Shapes set on one another, the lowest first; cores come last."""
    parts = tuple(part for part, base_m in found if base_m is None)
    cores = tuple(Core(part, base_m) for part, base_m in found if base_m is not None)
    if any(base_m is None for _, base_m in found[len(parts) :]):
        raise ImpossibleInput("expected cores after the shapes that are set on one another")
    return Stack(parts, cores)


def _row(value: object) -> tuple[float, ...]:
    if isinstance(value, list) and len(value) <= _MOST_ROWS:
        try:
            return tuple(float(v) for v in value)
        except (TypeError, ValueError, OverflowError):
            pass
    raise ImpossibleInput("expected a list of numbers")


def _rings(value: object) -> tuple[tuple[tuple[float, float], ...], ...]:
    try:
        if not isinstance(value, list) or sum(len(ring) for ring in value) > MOST_POINTS:
            raise TypeError
        rings = tuple(tuple((float(x), float(y)) for x, y in ring) for ring in value)
    except (TypeError, ValueError, OverflowError):
        raise ImpossibleInput("expected rings of points [x, y]") from None
    if not all(math.isfinite(v) and abs(v) < 10 for ring in rings for point in ring for v in point):
        raise ImpossibleInput("expected points within 10 m; one of them is not")
    return rings


_NUMBERS = {"type": "array", "maxItems": _MOST_ROWS, "items": {"type": "number"}}
_RINGS = {"type": "array", "items": {"type": "array", "items": _NUMBERS}}


@inputs
class SolidDocument:
    """A room known by its curve, in SI numbers as the core wrote them."""

    name: str = words(most=80)
    z_m: tuple[float, ...] = kept(key="z_m", check=_row, schema=_NUMBERS, is_needed=True)
    volume_rows_m3: tuple[float, ...] = kept(key="volume_m3", check=_row, schema=_NUMBERS, is_needed=True)
    area_rows_m2: tuple[float, ...] = kept(key="area_m2", check=_row, schema=_NUMBERS, is_needed=True)
    wetted_rows_m2: tuple[float, ...] = kept(key="wetted_m2", check=_row, schema=_NUMBERS, is_needed=True)
    narrow_rows_m: tuple[float, ...] = kept(key="narrow_m", check=_row, schema=_NUMBERS, is_needed=True)
    rings: tuple[Any, ...] = kept(check=_rings, schema=_RINGS, is_needed=True)
    plan_rings: tuple[Any, ...] = kept(check=_rings, schema=_RINGS, is_needed=True)
    size_m: tuple[float, ...] = kept(key="size_m", check=_row, schema=_NUMBERS, is_needed=True)
    wall_m: tuple[float, ...] = kept(key="wall_m", default=(), check=_row, schema=_NUMBERS)
    goes_round: bool = flag(default=False)
    solid_id: object = kept(default=None, schema={"type": ["integer", "null"]})

    def as_read(self) -> SolidRoom:
        """The room, refused where it is none."""
        try:
            if len(self.size_m) != 2:
                raise ImpossibleInput("expected two sizes: across, and into the sheet")
            return SolidRoom(
                name=self.name,
                z_m=self.z_m,
                volume_rows_m3=self.volume_rows_m3,
                area_rows_m2=self.area_rows_m2,
                wetted_rows_m2=self.wetted_rows_m2,
                narrow_rows_m=self.narrow_rows_m,
                rings=self.rings,
                plan_rings=self.plan_rings,
                across_m=self.size_m[0],
                into_m=self.size_m[1],
                wall_m=self.wall_m[0] if self.wall_m else 0.0,
                goes_round=self.goes_round,
            )
        except ImpossibleInput as error:
            raise ImpossibleInput(str(error), entry="z_m") from None


def solid_document(solid: SolidRoom) -> dict[str, Any]:
    """A room known by its curve, as it stands in a document."""
    return {
        "name": solid.name,
        "z_m": list(solid.z_m),
        "volume_m3": list(solid.volume_rows_m3),
        "area_m2": list(solid.area_rows_m2),
        "wetted_m2": list(solid.wetted_rows_m2),
        "narrow_m": list(solid.narrow_rows_m),
        "rings": [[list(p) for p in ring] for ring in solid.rings],
        "plan_rings": [[list(p) for p in ring] for ring in solid.plan_rings],
        "size_m": [solid.across_m, solid.into_m],
        **({"wall_m": [solid.wall_m], "goes_round": solid.goes_round} if solid.wall_m > 0 else {}),
    }
