"""The processes of the trade as windows of viscosity, so that any glass gets its own temperatures."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from pathlib import Path
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassKind, shipped_kinds
from coldcradle.glass.viscosity import Viscosity

__all__ = ["PROCESSES", "Entering", "Process", "TradeRow", "process", "trade_rows"]

Entering = Literal["auto", "loose", "frit", "slab", "relief", "pack"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Process:
    """One thing done to glass in a kiln.

    `stiff` and `runny` are log10 Pa·s of the window, `aim` where we go when nothing else is known; `moves` names the
    law by which the glass moves, `is_stopped` that a mould ends it; `enters` how the glass usually goes in; `watch`
    says
    why somebody should look.
    """

    key: str
    name: str
    step: str
    stiff: float
    runny: float
    aim: float
    hold_s: float
    enters: Entering
    moves: str = ""
    watch: str = ""
    undone_by: float = 0.0
    is_stopped: bool = False

    def window_c(self, kind: GlassKind) -> tuple[float, float]:
        """The window in this glass, °C, cooler end first."""
        curve = Viscosity.of(kind)
        return curve.temperature_c(self.stiff), curve.temperature_c(self.runny)


# Windows worked back from the trade's temperatures; common practice, no source. `undone_by`: the viscosity at which a
# later firing starts to take back what this one made, for sharp features stiffer than the window itself.
PROCESSES: dict[str, Process] = {
    p.key: p
    for p in (
        Process(
            key="cast",
            name="cast into a mould",
            step="Cast",
            stiff=4.6,
            runny=4.2,
            aim=4.4,
            hold_s=3600.0,
            enters="auto",
            undone_by=6.6,
        ),
        Process(
            key="frit",
            name="frit in a reusable mould",
            step="Cast",
            stiff=4.8,
            runny=4.4,
            aim=4.5,
            hold_s=900.0,
            enters="frit",
            undone_by=6.2,
        ),
        Process(
            key="melt",
            name="melt into a detailed mould",
            step="Melt in",
            stiff=5.0,
            runny=4.6,
            aim=4.8,
            hold_s=900.0,
            enters="slab",
            watch="softness and colour",
            is_stopped=True,
            undone_by=6.2,
        ),
        Process(
            key="full",
            name="full fuse",
            step="Full fuse",
            stiff=4.8,
            runny=4.5,
            aim=4.5,
            hold_s=900.0,
            enters="loose",
            moves="spread",
            undone_by=5.7,
        ),
        Process(
            key="press",
            name="press between shelves",
            step="Press",
            stiff=4.9,
            runny=4.4,
            aim=4.6,
            hold_s=1200.0,
            enters="pack",
            moves="press",
            undone_by=5.7,
        ),
        Process(
            key="spread",
            name="spread a blank",
            step="Spread",
            stiff=4.9,
            runny=4.4,
            aim=4.6,
            hold_s=1800.0,
            enters="slab",
            moves="spread",
            watch="how far it has run",
            undone_by=5.7,
        ),
        Process(
            key="texture",
            name="take texture from fibre",
            step="Take texture",
            stiff=5.7,
            runny=5.2,
            aim=5.5,
            hold_s=600.0,
            enters="slab",
            undone_by=6.2,
        ),
        Process(
            key="tack",
            name="tack fuse",
            step="Tack fuse",
            stiff=5.7,
            runny=5.1,
            aim=5.4,
            hold_s=600.0,
            enters="loose",
            undone_by=5.9,
        ),
        Process(
            key="hang",
            name="hang and stretch",
            step="Stretch",
            stiff=5.8,
            runny=5.1,
            aim=5.5,
            hold_s=900.0,
            enters="slab",
            moves="hang",
            watch="how far it has come down",
            undone_by=7.0,
        ),
        Process(
            key="polish",
            name="fire polish",
            step="Fire polish",
            stiff=6.3,
            runny=5.6,
            aim=5.9,
            hold_s=600.0,
            enters="slab",
            undone_by=6.2,
        ),
        Process(
            key="stick",
            name="stick freeze-cast powder",
            step="Stick",
            stiff=6.4,
            runny=6.0,
            aim=6.2,
            hold_s=600.0,
            enters="frit",
            undone_by=5.7,
        ),
        Process(
            key="ring",
            name="drop through a ring",
            step="Drop",
            stiff=6.7,
            runny=5.9,
            aim=6.4,
            hold_s=1800.0,
            enters="slab",
            moves="sag",
            watch="how deep it hangs",
            undone_by=7.0,
        ),
        Process(
            key="drape",
            name="drape over a former",
            step="Drape",
            stiff=7.5,
            runny=6.4,
            aim=6.75,
            hold_s=900.0,
            enters="slab",
            moves="arm",
            watch="how far the arms have come down",
            undone_by=7.5,
        ),
        Process(
            key="bend",
            name="bend upright",
            step="Bend",
            stiff=7.5,
            runny=6.4,
            aim=6.75,
            hold_s=900.0,
            enters="slab",
            moves="arm",
            watch="how far it has leaned",
            undone_by=7.5,
        ),
        Process(
            key="slump",
            name="slump into a mould",
            step="Slump",
            stiff=8.0,
            runny=6.7,
            aim=7.2,
            hold_s=1200.0,
            enters="slab",
            moves="sag",
            watch="whether it lies in",
            is_stopped=True,
            undone_by=7.5,
        ),
    )
}


def process(key: str) -> Process:
    """A process by its key. Raises ImpossibleInput for one there is not."""
    if key not in PROCESSES:
        raise ImpossibleInput(f"expected one of {', '.join(PROCESSES)}, got {key}")
    return PROCESSES[key]


@dataclass(frozen=True, slots=True)
class TradeRow:
    """A temperature of the trade and the glass and process it belongs to, beside the window of ours.

    `log_viscosity` is that of this glass at that temperature; `off_k` how far the temperature lies outside the
    window, 0 inside.
    """

    told: str
    says: str
    kind: GlassKind
    process: Process
    trade_c: float
    log_viscosity: float
    window_c: tuple[float, float]
    off_k: float
    note: str


@functools.cache
def trade_rows() -> tuple[TradeRow, ...]:
    """Temperatures people name, each with its glass (common practice, no source), against our windows."""
    with (Path(__file__).parent / "trade.csv").open(encoding="utf-8") as file:
        rows = list(csv.DictReader(file))
    found = []
    for row in rows:
        kind, done = shipped_kinds()[row["kind"]], process(row["process"])
        low, high = done.window_c(kind)
        trade_c = float(row["trade_c"])
        off = trade_c - high if trade_c > high else low - trade_c if trade_c < low else 0.0
        log = float(Viscosity.of(kind).log10_pa_s(trade_c))
        found.append(TradeRow(row["told"], row["says"], kind, done, trade_c, log, (low, high), off, row["note"]))
    return tuple(found)
