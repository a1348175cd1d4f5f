"""The processes of the trade as windows of viscosity, so that any glass gets its own temperatures."""

from __future__ import annotations

import csv
import functools
from dataclasses import dataclass
from pathlib import Path

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties, shipped_kinds
from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.inputs import Entering
from coldcradle.layup.traits import Law, Traits

__all__ = ["PROCESSES", "Process", "TradeRow", "process", "trade_rows"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Process:
    """One thing done to glass in a kiln.

    `stiff` and `runny` are log10 Pa·s of the window, `aim` where we go when nothing else is known; `moves` is the
    law by which the glass moves, `is_stopped` that a mould ends it; `starts` names what a new stage stands in or on;
    `enters` how new loose glass usually goes in;
    `watch` says why somebody should look. `bears` is how many times its size glass may grow in work for its face
    alone, which does not wait for its heart, None elsewhere; `is_stacked`: several of one thing lie on one another.
    `margin` is how many times the heat work of the law people give: the one number fitted to the trade's temperatures
    in `trade.csv`.
    """

    key: str
    family: str
    name: str
    step: str
    stiff: float
    runny: float
    aim: float
    hold_s: float
    enters: Entering
    moves: Law
    watch: str
    undone_by: float
    is_stopped: bool
    margin: float
    bears: float | None
    is_stacked: bool
    traits: Traits
    starts: str

    def entering(self, enters: Entering) -> Entering:
        """How the glass goes in, when it is not said: as usual for the process."""
        return self.enters if enters == "auto" else enters

    def window_c(self, kind: GlassProperties) -> tuple[float, float]:
        """The window in this glass, °C, cooler end first."""
        curve = Viscosity.of(kind)
        return curve.temperature_c(self.stiff), curve.temperature_c(self.runny)


@functools.cache
def processes() -> dict[str, Process]:
    """Every process by its key, the hottest first.

    Windows are worked back from the trade's temperatures; common practice, no source. `undone_by` is the viscosity at
    which a later firing starts to take back what this one made, for sharp features stiffer than the window itself.
    """
    with (Path(__file__).parent / "processes.csv").open(encoding="utf-8") as file:
        rows = list(csv.DictReader(file))
    return {
        row["key"]: Process(
            key=row["key"],
            family=row["family"],
            name=row["name"],
            step=row["step"],
            stiff=float(row["stiff"]),
            runny=float(row["runny"]),
            aim=float(row["aim"]),
            hold_s=float(row["hold_s"]),
            enters=Entering(row["enters"]),
            moves=Law(row["moves"]),
            watch=row["watch"],
            undone_by=float(row["undone_by"]),
            is_stopped=row["is_stopped"] == "yes",
            margin=float(row["margin"]),
            bears=float(row["bears"]) if row["bears"] else None,
            is_stacked=row["several"] == "stacked",
            traits=Traits.of(row["traits"]),
            starts=row["starts"],
        )
        for row in rows
    }


PROCESSES = processes()


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
    kind: GlassProperties
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
