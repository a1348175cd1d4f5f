"""What times are told in: small works of known kinds, done in turn beside whatever is measured.

Seconds vary from machine to machine and from minute to minute. A yardstick helps only when its parts scale like the
work beside it: parsing text, small numpy, and a row that is kept for good.
"""

from __future__ import annotations

import json
import sqlite3
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np

__all__ = ["Yardstick"]

_ROUND_TRIPS, _SOLVES, _ROWS = 100, 60, 8


def _cpu_ms(work: Callable[[], object]) -> float:
    began = time.process_time()
    work()
    return (time.process_time() - began) * 1e3


class Yardstick:
    """Three works of some milliseconds each; a time is told in the sum of the three, or in the first alone."""

    def __init__(self, document: dict[str, object]) -> None:
        self._text = json.dumps(document)
        self._folder = tempfile.TemporaryDirectory()
        self._store = sqlite3.connect(Path(self._folder.name) / "rows.sqlite3", isolation_level=None)
        for order in (
            "PRAGMA journal_mode=WAL",
            "PRAGMA synchronous=FULL",
            "CREATE TABLE kept (at INTEGER, words TEXT)",
        ):
            self._store.execute(order)
        nodes = 48
        self._matrix = np.eye(nodes) * 4 + np.diag(np.ones(nodes - 1), 1) + np.diag(np.ones(nodes - 1), -1)
        self._load = np.linspace(0.0, 1.0, nodes)

    def json_ms(self) -> float:
        """CPU time of a hundred round trips of one document through JSON."""
        return _cpu_ms(lambda: [json.dumps(json.loads(self._text)) for _ in range(_ROUND_TRIPS)])

    def solve_ms(self) -> float:
        """CPU time of sixty solutions of 48 equations, with what a step of a time loop does around each."""

        def solve() -> None:
            found: Any = self._load
            for _ in range(_SOLVES):
                found = np.linalg.solve(self._matrix, found + self._load) * 0.5 + np.exp(-found)

        return _cpu_ms(solve)

    def rows_ms(self) -> float:
        """CPU time of eight rows kept one after another, each durable before the next."""

        def keep() -> None:
            for at in range(_ROWS):
                self._store.execute("INSERT INTO kept VALUES (?, ?)", (at, self._text))

        return _cpu_ms(keep)

    def parts_ms(self) -> tuple[float, float, float]:
        """All three, one after another."""
        return self.json_ms(), self.solve_ms(), self.rows_ms()
