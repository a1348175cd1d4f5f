"""PieceInput: everything `plan` is told about one piece, in SI, with nothing left to look up."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.after.inputs import NOT_MEASURED, Measured
from coldcradle.cradle.inputs import CradleInput
from coldcradle.glass.inputs import GlassInput
from coldcradle.heat.inputs import HeatInput
from coldcradle.layup.inputs import LayupInput

__all__ = ["PieceInput", "StageInput", "Taken"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Taken:
    """So many of what an earlier stage gave."""

    key: str
    count: int


@dataclass(frozen=True, slots=True, kw_only=True)
class StageInput:
    """One trip through a kiln. The process stands in `heat`, as its window decides there; `measured` is what was
    measured of what came out, which goes on to later stages in the place of what was predicted.
    """

    key: str
    name: str
    takes: tuple[Taken, ...]
    cradle: CradleInput
    glass: GlassInput
    layup: LayupInput
    heat: HeatInput
    measured: Measured = NOT_MEASURED


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceInput:
    """A piece as a small graph of stages, each standing after those it takes from."""

    name: str
    stages: tuple[StageInput, ...]
