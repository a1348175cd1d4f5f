"""PieceInput: everything `plan` is told about one piece, in SI, with nothing left to look up."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from datetime import date

from coldcradle.after.inputs import NOT_MEASURED, Measured
from coldcradle.bench.inputs import BenchInput
from coldcradle.cradle.inputs import CradleInput
from coldcradle.entry import duration, inputs, kept, many, one, pick, whole, words
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.inputs import GlassInput
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.schedule.processes import Process, processes
from coldcradle.layup.inputs import LayupInput, Taken
from coldcradle.piece.costs import NOT_SAID, CostInput

__all__ = ["MOST_ALIKE", "MOST_BENCH", "MOST_STAGES", "PieceInput", "StageInput"]

MOST_STAGES, MOST_BENCH, MOST_ALIKE = 12, 24, 200
_KEY = re.compile(r"[a-z0-9-]{1,40}")


def _key(value: object) -> str:
    if not isinstance(value, str) or not _KEY.fullmatch(value):
        raise ImpossibleInput("expected a key of small letters, digits and dashes")
    return str(value)


@inputs
class StageInput:
    """One trip through a kiln. Its process stands in `heat` too, as its window decides there; `measured` is what was
    measured of what came out, which goes on to later stages in the place of what was predicted. Of a series it makes
    so many `copies`, 0 for all; all else it is told is of one. What was parted into rounds is `part_of` a stage.
    `bench_s` is what is done before it, once what it is made from is in the hand: cold work, glue, drying.
    """

    key: str = kept(check=_key, schema={"type": "string", "pattern": "^[a-z0-9-]{1,40}$"}, is_needed=True)
    process: Process = pick(processes)
    name: str = words(default="", most=80)
    takes: tuple[Taken, ...] = many(Taken, called="an earlier stage", most=MOST_STAGES, default=())
    cradle: CradleInput = one(CradleInput, called="a cradle")
    glass: GlassInput = one(GlassInput, called="the glass")
    layup: LayupInput = one(LayupInput, called="the lay-up", default=LayupInput(), is_whole=True)
    heat: HeatInput = one(HeatInput, called="the heat")
    measured: Measured = one(Measured, key="after", called="what came out", default=NOT_MEASURED)
    copies: int = whole(low=0, high=MOST_ALIKE, default=0)
    part_of: str = words(default="", most=40, may_be_empty=True)
    bench_s: float = duration(default="2 h", called="a time on the bench", low=0.0, high=90 * 86400.0)
    costs: CostInput = one(CostInput, called="what it costs", default=NOT_SAID)
    alike: int = 1  # of the whole piece, put in with it

    @property
    def makes(self) -> int:
        """How many alike this stage makes: the whole series, or so many of it."""
        return min(self.copies or self.alike, self.alike)

    def as_read(self) -> StageInput:
        """With the process in its heat, and the casting line of what is filled."""
        if len({taken.key for taken in self.takes}) < len(self.takes):
            raise ImpossibleInput("expected every earlier stage once; raise its count instead", entry="takes")
        try:
            cradle = self.cradle.filled_to(is_filled=self.process.traits.is_filled)
        except ImpossibleInput as error:
            raise ImpossibleInput(str(error), entry=f"cradle.{error.entry}") from None
        heat = replace(self.heat, process=self.process)
        return replace(self, cradle=cradle, heat=heat, name=self.name or self.process.step)


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceInput:
    """A piece as a small graph of stages, each standing after those it takes from, with the steps at the `bench`
    between them; `alike` of it are made.

    `due_on` is when it shall be done, None where nobody has said.
    """

    name: str
    stages: tuple[StageInput, ...]
    bench: tuple[BenchInput, ...] = ()
    alike: int = 1
    due_on: date | None = None
