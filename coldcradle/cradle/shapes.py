"""What every simple shape of a cradle's inside can tell, and the sizes it is measured by.

Every function of height takes z in metres above the part's own bottom, scalar or array, and clips it to the part.
"""

from __future__ import annotations

import functools
import math
from collections.abc import Mapping
from dataclasses import dataclass, fields
from typing import Any, ClassVar

import numpy as np
from numpy.typing import ArrayLike, NDArray

from coldcradle.entry import Choice
from coldcradle.errors import ImpossibleInput
from coldcradle.quantity.units import Kind

__all__ = ["SIZES", "Array", "Part", "Plan", "Size", "above_nothing", "sizes_of"]

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True, kw_only=True)
class Size:
    """One size of a shape as it is asked for: in words, in the formula, and within what limits (SI)."""

    words: str
    symbol: str
    kind: Kind = "length"
    low: float = 0.0
    high: float = 3.0
    default: str | None = None


# By the name it has in a document; a part's attribute is the same with its unit.
SIZES: Mapping[str, Size] = {
    "length": Size(words="length", symbol="l"),
    "width": Size(words="width", symbol="w"),
    "height": Size(words="height", symbol="H"),
    "bore": Size(words="bore", symbol="b"),
    "bottom": Size(words="bottom width", symbol="d₀"),
    "top": Size(words="top width", symbol="d₁"),
    "rim": Size(words="rim width", symbol="d"),
    "outer": Size(words="outer width", symbol="D"),
    "inner": Size(words="inner width", symbol="d"),
    "middle": Size(words="width from middle to middle", symbol="D"),
    "rise": Size(words="height of the wave", symbol="a"),
    "draft": Size(words="draft of the walls", symbol="δ", kind="angle", high=math.radians(60), default="0°"),
    "corner": Size(words="radius of the corners", symbol="r", high=1.5, default="0 mm"),
    "waves": Size(words="number of waves", symbol="n", kind="count", low=0.25, high=40, default="1"),
    "scale": Size(words="scale of the outline", symbol="s", kind="ratio", low=0.01, high=20, default="100 %"),
}
_UNITS = {"length": "m", "angle": "rad", "count": "", "ratio": ""}


def above_nothing(**lengths: float) -> None:
    """Refuse lengths that no thing has; a keyword's underscores are read as spaces."""
    for name, value in lengths.items():
        if not (math.isfinite(value) and value > 0):
            raise ImpossibleInput(f"expected a {name.replace('_', ' ')} above 0 mm, got {value * 1e3:g} mm")


class Plan(Choice):
    """What a room is from above."""

    ROUND = "round"
    RING = "ring"
    OVAL = "oval"
    RECTANGLE = "rectangle"
    OUTLINE = "outline"

    @property
    def is_round(self) -> bool:
        """Round, with a core in its middle or without."""
        return self in (Plan.ROUND, Plan.RING)


@dataclass(frozen=True, kw_only=True)
class Part:
    """One simple shape of a stack. Lengths in m, areas m², volumes m³; x runs across the section, y into the sheet."""

    shape: ClassVar[str]
    name: ClassVar[str]
    formula: ClassVar[str]
    plan: ClassVar[Plan] = Plan.ROUND
    only_lowest: ClassVar[bool] = False
    height_m: float

    @property
    def volume_formula(self) -> str:
        """The volume up to h in the symbols of its sizes, fit to be worked out."""
        return self.formula

    def half_width_m(self, z: ArrayLike) -> Array:
        """Half the width seen in the section, at height z."""
        raise NotImplementedError

    def narrow_m(self, z: ArrayLike) -> Array:
        """The smaller horizontal size of the room at height z."""
        return 2 * self.half_width_m(z)

    def area_m2(self, z: ArrayLike) -> Array:
        """Horizontal area at height z."""
        return math.pi * self.half_width_m(z) ** 2

    def volume_m3(self, z: ArrayLike) -> Array:
        """Volume from the part's bottom up to z."""
        raise NotImplementedError

    def wall_m2(self, z: float) -> float:
        """Area of the side wall from the bottom up to z."""
        raise NotImplementedError

    @property
    def floor_m2(self) -> float:
        """Area of the flat floor."""
        return float(self.area_m2(0.0))

    def side_xz(self) -> list[tuple[float, float]]:
        """The section's right side from the floor up, as (half width, height)."""
        return [(float(self.half_width_m(z)), z) for z in (0.0, self.height_m)]

    def floor_xz(self) -> list[tuple[float, float]] | None:
        """The whole lower edge from the left brim to the right one, where the two sides differ."""
        return None

    def inside(self, z: ArrayLike) -> Array:
        # one height is asked for again and again: plain floats cost a tenth of arrays without a shape; twice a ufunc
        # costs an eighth of np.clip
        if isinstance(z, float):
            plain: Any = min(max(z, 0.0), self.height_m)
            return plain  # one number stands for an array of one
        return np.asarray(np.minimum(np.maximum(z, 0.0), self.height_m))

    def with_values(self, values: Mapping[str, float]) -> Part:
        """The same part with some attributes changed."""
        kept: dict[str, Any] = {f.name: getattr(self, f.name) for f in fields(self)}
        return type(self)(**{**kept, **values})


@functools.lru_cache
def attribute(size: str) -> str:
    """The attribute of a part that holds a size of a document."""
    unit = _UNITS[SIZES[size].kind]
    return f"{size}_{unit}" if unit else size


def sizes_of(part: type[Part]) -> tuple[str, ...]:
    """The sizes a shape is measured by, as named in a document."""
    return _SIZES_OF.get(part) or _SIZES_OF.setdefault(part, _sizes_of(part))


_SIZES_OF: dict[type[Part], tuple[str, ...]] = {}


def _sizes_of(part: type[Part]) -> tuple[str, ...]:
    names = {attribute(size): size for size in SIZES}
    found = [names[f.name] for f in fields(part) if f.name in names]
    order = list(SIZES)
    return tuple(sorted(found, key=order.index))
