"""What lies on a blank or in it besides whole sheets: part of a sheet, a bed of grains, stringers, a wire."""

from __future__ import annotations

import math

from coldcradle.entry import Choice, flag, inputs, length, pick, whole, words

__all__ = ["Added", "AddedKind", "places_of", "reach_m", "size_of"]

_USUAL_M = {"partial": 0.003, "bed": 0.002, "stringer": 0.002, "wire": 0.0005}


class AddedKind(Choice):
    """What is added to a blank."""

    PARTIAL = "partial", "part of a sheet"
    BED = "bed", "a bed of grains"
    STRINGER = "stringer", "stringers"
    WIRE = "wire", "a wire"


@inputs
class Added:
    """So many alike. `thick_m` is a sheet's thickness, how high a bed is strewn, how thick a stringer or a wire is; a
    bed without a size covers the blank. Its middle lies `x_m` to the right and `y_m` away from the middle of the blank.
    """

    kind: AddedKind = pick(AddedKind, default=AddedKind.PARTIAL)
    name: str = words(default="", most=60, may_be_empty=True)
    count: int = whole(low=1, high=200, default=1)
    thick_m: float | None = length(key="thick", default=None, called="its thickness", low=1e-5, high=0.1)
    length_m: float | None = length(default=None, called="its length", low=1e-3, high=5.0)
    width_m: float | None = length(default=None, called="its width", low=1e-4, high=5.0)
    x_m: float = length(default="0 mm", called="its place", low=-3.0, high=3.0)
    y_m: float = length(default="0 mm", called="its place", low=-3.0, high=3.0)
    is_between: bool = flag(default=False)

    @property
    def called(self) -> str:
        """Its name, or what it is."""
        return self.name or self.kind.label

    @property
    def high_m(self) -> float:
        """How thick it is as it lies there, m."""
        return self.thick_m or _USUAL_M[self.kind]


def size_of(added: Added, length_m: float, width_m: float) -> tuple[float, float]:
    """How long and how wide one is on a blank of a length and a width, m."""
    match added.kind:
        case AddedKind.STRINGER | AddedKind.WIRE:
            return added.length_m or length_m, added.high_m
        case AddedKind.BED:
            return added.length_m or length_m, added.width_m or added.length_m or width_m
        case _:
            long = added.length_m or length_m / 2
            return long, added.width_m or added.length_m or width_m / 2


def places_of(one: Added, width_m: float) -> list[tuple[float, float]]:
    """Where the middles of so many alike lie, m: side by side across the blank about the place that is told."""
    if one.count == 1:
        return [(one.x_m, one.y_m)]
    pitch = width_m / (one.count + 1)
    first = -pitch * (one.count - 1) / 2
    return [(one.x_m, one.y_m + first + pitch * k) for k in range(one.count)]


def reach_m(one: Added, length_m: float, width_m: float) -> float:
    """How far out it reaches from the middle of the blank, m."""
    long, wide = size_of(one, length_m, width_m)
    return max(math.hypot(abs(x) + long / 2, abs(y) + wide / 2) for x, y in places_of(one, width_m))
