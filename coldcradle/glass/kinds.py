"""Kinds of glass, and the forms glass comes in."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass, replace
from pathlib import Path

from coldcradle.errors import ImpossibleInput

__all__ = ["Form", "GlassKind", "forms", "shipped_kinds", "stiffened"]

_DATA = Path(__file__).parent / "data"


@dataclass(frozen=True, slots=True, kw_only=True)
class GlassKind:
    """What one kind of glass is, at room temperature unless said. Raises ImpossibleInput when its points are out of
    order.

    `family` names the glasses it is made to be fused with, "" where nobody has said; `is_tested`: its maker tests that.
    """

    key: str
    name: str
    density_kg_m3: float
    expansion_per_k: float
    strain_c: float
    annealing_c: float
    softening_c: float
    youngs_modulus_pa: float
    poisson: float
    lead: bool
    source: str
    is_unknown: bool = False
    family: str = ""
    is_tested: bool = False

    def __post_init__(self) -> None:
        if not self.strain_c < self.annealing_c < self.softening_c:
            raise ImpossibleInput(
                "expected strain point below annealing point below softening point, got "
                f"{self.strain_c:g}, {self.annealing_c:g}, {self.softening_c:g} °C"
            )


def stiffened(kind: GlassKind, by_k: float) -> GlassKind:
    """The same glass, its points higher by so many K: a colour that is stiffer than its family."""
    return replace(
        kind, strain_c=kind.strain_c + by_k, annealing_c=kind.annealing_c + by_k, softening_c=kind.softening_c + by_k
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Form:
    """How glass lies on the rack: the share of space it fills, its piece size, and how runny it must get to close
    up.
    """

    key: str
    name: str
    packing: float
    chunk_m: float
    heaps: bool
    cast_log_viscosity: float
    source: str


def _rows(name: str) -> list[dict[str, str]]:
    with (_DATA / name).open(encoding="utf-8") as file:
        return list(csv.DictReader(file))


@functools.cache
def shipped_kinds() -> dict[str, GlassKind]:
    """The six generic kinds that come with the application."""
    return {
        row["key"]: GlassKind(
            key=row["key"],
            name=row["name"],
            density_kg_m3=float(row["density_kg_m3"]),
            expansion_per_k=float(row["expansion_per_k"]),
            strain_c=float(row["strain_c"]),
            annealing_c=float(row["annealing_c"]),
            softening_c=float(row["softening_c"]),
            youngs_modulus_pa=float(row["youngs_modulus_pa"]),
            poisson=float(row["poisson"]),
            lead=row["lead"] == "yes",
            source=row["source"],
            family=row["family"],
            is_tested=row["tested"] == "yes",
        )
        for row in _rows("kinds.csv")
    }


@functools.cache
def forms() -> dict[str, Form]:
    """The forms of glass by key, finest first."""
    return {
        row["key"]: Form(
            key=row["key"],
            name=row["name"],
            packing=float(row["packing"]),
            chunk_m=float(row["chunk_m"]),
            heaps=row["heaps"] == "yes",
            cast_log_viscosity=float(row["cast_log_viscosity"]),
            source=row["source"],
        )
        for row in _rows("forms.csv")
    }
