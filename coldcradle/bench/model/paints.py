"""Paints by their window; common practice, no source: the maker's sheet comes first."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from pathlib import Path

__all__ = ["Paint", "paints"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Paint:
    """A paint: what it is called, where it matures, °C, whether something burns off before, a word on it."""

    key: str
    name: str
    from_c: float
    to_c: float
    burns_off: bool
    note: str


@functools.cache
def paints() -> dict[str, Paint]:
    """Every paint by its key."""
    with (Path(__file__).parent / "paints.csv").open(encoding="utf-8") as file:
        return {
            row["key"]: Paint(
                key=row["key"],
                name=row["name"],
                from_c=float(row["from_c"]),
                to_c=float(row["to_c"]),
                burns_off=row["burns_off"] == "yes",
                note=row["note"],
            )
            for row in csv.DictReader(file)
        }
