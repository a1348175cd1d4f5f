"""What cradles are made of, as far as a firing needs to know."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from pathlib import Path

__all__ = ["Material", "materials"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Material:
    """A mould material. All values are rough: materials of one name differ by a third."""

    key: str
    name: str
    conductivity_w_m_k: float
    density_kg_m3: float
    heat_capacity_j_kg_k: float
    rated_c: float
    holds_water: bool
    warm_up_k_per_h: float
    single_use: bool
    drying_h: float
    source: str

    @property
    def diffusivity_m2_s(self) -> float:
        """Thermal diffusivity k/(ρc), m²/s."""
        return self.conductivity_w_m_k / (self.density_kg_m3 * self.heat_capacity_j_kg_k)


@functools.cache
def materials() -> dict[str, Material]:
    """The shipped materials by key."""
    with (Path(__file__).parent / "materials.csv").open(encoding="utf-8") as file:
        rows = list(csv.DictReader(file))
    return {
        row["key"]: Material(
            key=row["key"],
            name=row["name"],
            conductivity_w_m_k=float(row["conductivity_w_m_k"]),
            density_kg_m3=float(row["density_kg_m3"]),
            heat_capacity_j_kg_k=float(row["heat_capacity_j_kg_k"]),
            rated_c=float(row["rated_c"]),
            holds_water=row["holds_water"] == "yes",
            warm_up_k_per_h=float(row["warm_up_k_per_h"]),
            single_use=row["single_use"] == "yes",
            drying_h=float(row["drying_h"]),
            source=row["source"],
        )
        for row in rows
    }
