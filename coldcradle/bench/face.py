"""The one face of every step at the bench: what it is asked, and what it found."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from coldcradle.bench.inputs import BenchInput
from coldcradle.bench.model.formulas import bench_time_s
from coldcradle.bench.model.shape import hole_shape
from coldcradle.bench.result import BenchLine, BenchMark, Ledger
from coldcradle.layup.outcome import Incoming, Outcome
from coldcradle.layup.sketch import Body
from coldcradle.layup.stacking import outcome_area_m2
from coldcradle.quantity.format import Message, say
from coldcradle.report.figure import PRACTICE, Figure, Given, derive, given
from coldcradle.report.finding import Finding

__all__ = ["BenchRequest", "BenchResult", "GivenPart", "bench_time", "mass_of", "net_area_m2"]

_USUAL_KG_M3 = 2500.0
_SETUP_S = 600.0  # to lay out, wet and clean up; common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchRequest:
    """All that a step is told: what is done and what it takes in, the first of it the one that is worked on; densities
    of glasses by key, kg/m³. It is done for each of so many pieces `alike`.
    """

    step: BenchInput
    incoming: tuple[Incoming, ...]
    densities: Mapping[str, float] = field(default_factory=dict)
    alike: int = 1

    @property
    def piece(self) -> Outcome:
        """The one that is worked on."""
        return self.incoming[0].outcome

    @property
    def count(self) -> int:
        """So many of it."""
        return self.incoming[0].count

    @property
    def density_kg_m3(self) -> float:
        """Of its glass, kg/m³; that of window glass where nobody told."""
        return self.densities.get(self.piece.kind_key, _USUAL_KG_M3)


@dataclass(frozen=True, slots=True, kw_only=True)
class GivenPart:
    """So many alike that come out, with the letters of those that are told apart."""

    outcome: Outcome
    letters: tuple[str, ...] = ()
    is_off_cut: bool = False
    words: Message | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchResult:
    """What a step found; `plan` is drawn from above, with `marks` that may be moved there."""

    answer: Message
    parts: tuple[GivenPart, ...]
    ledger: Ledger
    time: Figure
    waits_s: float = 0.0
    figures: tuple[Figure, ...] = ()
    lines: tuple[BenchLine, ...] = ()
    findings: tuple[Finding, ...] = ()
    plan: tuple[Body, ...] = ()
    marks: tuple[BenchMark, ...] = ()


def net_area_m2(piece: Outcome) -> float:
    """What a piece covers without its holes, m²."""
    return max(1e-9, outcome_area_m2(piece) - hole_shape(piece.worked.holes).area)


def mass_of(request: BenchRequest, volume_m3: float) -> float:
    """Glass of a volume, kg; never more than there is."""
    return min(volume_m3 * request.density_kg_m3, request.piece.weight_kg)


def bench_time(request: BenchRequest, inputs: Sequence[Given], *, words: str, formula: str = "n·t + t₀") -> Figure:
    """How long it takes at the bench, for all of them: what somebody said, or by the rule, good to a factor of two."""
    said = request.step.takes_s
    if said is not None:
        return derive(
            "bench_time",
            "At the bench",
            "duration",
            lambda t: t,
            [given("as you said", "t", said, "duration")],
            words="The time you gave.",
            formula="t",
            source=PRACTICE,
        )
    each, many = sum(i.value for i in inputs), request.count * request.alike
    return derive(
        "bench_time",
        "At the bench",
        "duration",
        lambda n, t0, *ts: bench_time_s(pieces=n, setup_s=t0, each_s=sum(ts)),
        [
            given("so many", "n", float(many), "count"),
            given("set up, clean up", "t₀", _SETUP_S, "duration"),
            *inputs,
        ],
        words=words,
        formula=formula,
        source=PRACTICE,
        assumptions=[say("a practised hand; yours may take half or twice as long")],
        extra=[("whose hand it is", 0.5 * many * each)],
    )
