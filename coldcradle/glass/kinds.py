"""Kinds of glass, and the forms glass comes in."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass, fields, replace
from pathlib import Path
from typing import Any

from coldcradle.entry import count, density, expansion, flag, inputs, stress, temperature, words
from coldcradle.errors import ImpossibleInput

__all__ = ["Form", "GlassProperties", "KindDocument", "forms", "kind_document", "shipped_kinds", "stiffened"]

_COMMON_EXPANSION = 9e-6  # stands in for one that is not known; what is said of it says so
_DATA = Path(__file__).parent / "data"


@dataclass(frozen=True, slots=True, kw_only=True)
class GlassProperties:
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
                f"{self.strain_c:g}, {self.annealing_c:g}, {self.softening_c:g} °C",
                entry="annealing",
            )


@inputs
class KindDocument:
    """A kind of glass as it is told: three fixed points and a density are enough; an expansion left empty is
    unknown. Older documents say nothing of families.
    """

    key: str = words(most=60)
    name: str = words(most=80)
    density_kg_m3: float = density(called="a density", low=1500.0, high=7000.0)
    expansion_per_k: float | None = expansion(default=None, called="an expansion", low=1e-7, high=3e-5)
    strain_c: float = temperature(called="a strain point", low=200.0, high=1100.0)
    annealing_c: float = temperature(called="an annealing point", low=200.0, high=1200.0)
    softening_c: float = temperature(called="a softening point", low=250.0, high=1700.0)
    youngs_modulus_pa: float = stress(key="stiffness", default="72 GPa", called="a stiffness", low=1e10, high=3e11)
    poisson: float = count(default="0.22", called="a Poisson ratio", low=0.05, high=0.45)
    family: str | None = words(default=None, most=60, may_be_empty=True)
    is_tested: bool | None = flag(key="tested", default=None)
    lead: bool = flag(default=False)
    source: str = words(default="your own figures", most=200)

    def as_read(self) -> GlassProperties:
        """The kind, with what its key tells where nothing else does."""
        shipped = shipped_kinds().get(self.key)
        told = {f.name: getattr(self, f.name) for f in fields(self)}
        told["is_unknown"] = self.expansion_per_k is None
        told["expansion_per_k"] = _COMMON_EXPANSION if self.expansion_per_k is None else self.expansion_per_k
        told["family"] = (shipped.family if shipped else "") if self.family is None else self.family
        told["is_tested"] = bool(shipped and shipped.is_tested) if self.is_tested is None else self.is_tested
        return GlassProperties(**told)


def stiffened(kind: GlassProperties, by_k: float) -> GlassProperties:
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
def shipped_kinds() -> dict[str, GlassProperties]:
    """The six generic kinds that come with the application."""
    return {
        row["key"]: GlassProperties(
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


def kind_document(kind: GlassProperties) -> dict[str, Any]:
    """A shipped kind as it would be typed."""
    return {
        "key": kind.key,
        "name": kind.name,
        "density": f"{kind.density_kg_m3:g} kg/m³",
        "expansion": f"{kind.expansion_per_k * 1e6:.1f}e-6 /K",
        "strain": f"{kind.strain_c:g} °C",
        "annealing": f"{kind.annealing_c:g} °C",
        "softening": f"{kind.softening_c:g} °C",
        "stiffness": f"{kind.youngs_modulus_pa / 1e9:g} GPa",
        "poisson": f"{kind.poisson:g}",
        "lead": kind.lead,
        "source": kind.source,
        "family": kind.family,
        "tested": kind.is_tested,
    }
