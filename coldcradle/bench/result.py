"""What a step at the bench comes to: what it gives, what went where, how long it takes, before and after."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.layup.outcome import Outcome
from coldcradle.layup.sketch import Sketch
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Caution, Finding

__all__ = ["BenchCheck", "BenchLine", "BenchMark", "BenchPart", "BenchPlan", "Ledger"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Ledger:
    """Where the glass of one went, kg: into the pieces, the off-cuts, the kerf and holes, the slurry; `added_kg` is
    what is no glass of it. What went in and what was added is what comes out and what was taken away.
    """

    in_kg: float
    out_kg: float
    off_cut_kg: float = 0.0
    kerf_kg: float = 0.0
    ground_kg: float = 0.0
    added_kg: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchPart:
    """Pieces alike that it gives, under the key by which later stages take them."""

    key: str
    name: str
    outcome: Outcome
    gives: Message
    letters: tuple[str, ...] = ()
    is_off_cut: bool = False


@dataclass(frozen=True, slots=True)
class BenchLine:
    """One line of what is to be done: a grit, a cut, a hole."""

    name: str
    shown: DualQuantity
    more: Message | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchMark:
    """A cut or a hole on the plan, m about the middle: `entry` is its place in the document, `way` how it may be moved:
    across (left and right), along (near and far), round (wider) or free. `at_m` is what its entry tells; a circle or a
    hole is `wide_m`, and a straight cut goes from one end to the other.
    """

    entry: str
    way: str
    x0_m: float
    y0_m: float
    x1_m: float
    y1_m: float
    wide_m: float
    at_m: float


@dataclass(frozen=True, slots=True)
class BenchCheck:
    """What is looked at before or after: a key that stays, and one sentence."""

    key: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchPlan:
    """All that follows from one step. `parts` are what it gives, off-cuts last; `time_s` how long it takes at the
    bench, `waits_s` how long it then dries or cures by itself.
    """

    key: str
    does: str
    does_name: str
    name: str
    tool: str
    answer: Message
    figures: dict[str, Figure]
    lines: tuple[BenchLine, ...]
    findings: tuple[Finding, ...]
    cautions: tuple[Caution, ...]
    checks: tuple[BenchCheck, ...]
    parts: tuple[BenchPart, ...]
    ledger: Ledger
    time_s: float
    waits_s: float
    takes: Message
    before: Sketch
    after: Sketch
    marks: tuple[BenchMark, ...] = ()
