"""What can hurt someone at the bench, and what is looked at."""

from __future__ import annotations

import csv
import functools
from pathlib import Path

from coldcradle.bench.inputs import BenchWork
from coldcradle.bench.result import BenchCheck
from coldcradle.report.finding import Caution

__all__ = ["cautions_at", "checks_at"]


@functools.cache
def _rows() -> tuple[dict[str, str], ...]:
    with (Path(__file__).parent / "cares.csv").open(encoding="utf-8") as file:
        return tuple(csv.DictReader(file))


def cautions_at(does: BenchWork) -> tuple[Caution, ...]:
    """What can hurt someone while it is done; common practice, no source."""
    return tuple(Caution("bench", "", r["text"]) for r in _rows() if r["does"] == does and r["kind"] == "caution")


def checks_at(does: BenchWork) -> tuple[BenchCheck, ...]:
    """What is looked at; common practice, no source."""
    return tuple(BenchCheck(r["key"], r["text"]) for r in _rows() if r["does"] == does and r["kind"] == "check")
