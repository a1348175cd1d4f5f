"""The stations of a piece, in working order, declared once."""

from __future__ import annotations

from dataclasses import dataclass

__all__ = ["STATIONS", "Station"]


@dataclass(frozen=True, slots=True)
class Station:
    """A place in the work: `key` in code and URLs, `name` on the screen."""

    key: str
    name: str


STATIONS = (
    Station("cradle", "Cradle"),
    Station("glass", "Glass"),
    Station("layup", "Lay-up"),
    Station("heat", "Heat"),
    Station("before", "Before"),
    Station("fire", "Fire"),
    Station("after", "After"),
)
