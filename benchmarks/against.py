"""`./run bench against COMMIT`: the same work in this checkout and in an older one, in rounds taken in turn.

What a machine does meanwhile hits both alike, so the ratios count and not the times.
"""

from __future__ import annotations

import json
import os
import shutil
import statistics
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from benchmarks.yardstick import Yardstick

__all__ = ["bench_against"]

ROOT = Path(__file__).parent.parent
_ROUNDS, _WARM = 7, 3
# how often in a round: the long ones less often
_TIMES = {"notebook": 4, "notebook.csv": 2, "Today": 6, "edit of the first of 12 stages": 4, "live": 6, "ahead": 6}
_USUAL = 16


class _Checkout:
    """A worker that runs over one checkout, asked over its standard input."""

    def __init__(self, root: Path) -> None:
        env = os.environ | {"PYTHONPATH": str(root), "COLD_CRADLE_VAR": str(root / "var")}
        command = [sys.executable, str(Path(__file__).with_name("worker.py"))]
        self.process = subprocess.Popen(
            command, cwd=root, env=env, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True
        )
        self.tasks: list[str] = self._read()

    def _read(self) -> Any:
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        if not line:
            raise SystemExit("A checkout could not do its work; what it said stands above.")
        return json.loads(line)

    def do(self, task: str, times: int, seed: int) -> list[float]:
        """CPU times of one task, ms."""
        assert self.process.stdin is not None
        self.process.stdin.write(json.dumps({"do": task, "times": times, "seed": seed}) + "\n")
        self.process.stdin.flush()
        return [float(ms) for ms in self._read()]


@contextmanager
def _checked_out(commit: str) -> Iterator[Path]:
    """A folder with an older state of this project, with the kernel built where that state has one."""
    with tempfile.TemporaryDirectory() as folder:
        root = Path(folder) / "older"
        git = ["git", "-C", str(ROOT), "worktree"]
        subprocess.run([*git, "add", "--detach", "-q", str(root), commit], check=True)
        try:
            (root / "var").mkdir(exist_ok=True)
            # pages are not what is measured, but the studio wants to know them
            if (ROOT / "web" / "dist").is_dir():
                shutil.copytree(ROOT / "web" / "dist", root / "web" / "dist", dirs_exist_ok=True)
            for module in ("coldcradle.kernel", "coldcradle.heat.physics.kernel"):  # older states have it there
                if (root / f"{module.replace('.', '/')}.py").exists():
                    subprocess.run([sys.executable, "-m", module], cwd=root, check=True, stdout=subprocess.DEVNULL)
            yield root
        finally:
            subprocess.run([*git, "remove", "--force", str(root)], check=False)


def _p95(times: list[float]) -> float:
    return sorted(times)[min(len(times) - 1, int(0.95 * len(times)))]


def _row(name: str, old: list[list[float]], new: list[list[float]], unit: float) -> str:
    """One line: both in ms and in the first part of the yardstick, their ratio and how it spread over the rounds."""
    ratios = sorted(statistics.median(n) / statistics.median(o) for o, n in zip(old, new, strict=True))
    before, now = [t for r in old for t in r], [t for r in new for t in r]
    mid_before, mid_now = statistics.median(before), statistics.median(now)
    return (
        f"{name:34}{mid_before:9.2f}{_p95(before):9.2f}{mid_now:9.2f}{_p95(now):9.2f}"
        f"{mid_before / unit:9.2f}{mid_now / unit:8.2f}{_p95(now) / unit:8.2f}"
        f"{statistics.median(ratios):8.2f}{ratios[0]:7.2f}{ratios[-1]:7.2f}"
    )


def bench_against(commit: str, only: list[str]) -> None:
    """Print each task's CPU time in both checkouts, in the yardstick, and the ratio new to old."""
    from tests.documents import document

    stick = Yardstick(document())
    with _checked_out(commit) as root:
        older, newer = _Checkout(root), _Checkout(ROOT)
        wanted = [t for t in newer.tasks if t in older.tasks and (not only or any(o in t for o in only))]
        found: dict[str, tuple[list[list[float]], list[list[float]]]] = {t: ([], []) for t in wanted}
        parts = []
        for round_ in range(-1, _ROUNDS):
            for task in wanted:
                times = _WARM if round_ < 0 else _TIMES.get(task, _USUAL)
                turn = [(older, 0), (newer, 1)]
                for checkout, at in turn if round_ % 2 else turn[::-1]:
                    took = checkout.do(task, times, seed=1000 + round_)
                    if round_ >= 0:
                        found[task][at].append(took)
                parts.append(stick.parts_ms())
        for checkout in (older, newer):
            checkout.process.kill()
    medians = [statistics.median(p[i] for p in parts) for i in range(3)]
    spread = [[min(p[i] for p in parts), max(p[i] for p in parts)] for i in range(3)]
    print(f"load of the machine: {os.getloadavg()[0]:.1f}; rounds in turn: {_ROUNDS}; all times are CPU, in ms")
    for name, middle, (low, high) in zip(
        ("100 JSON round trips", "60 solves", "8 durable rows"), medians, spread, strict=True
    ):
        print(f"yardstick: {name:24}{middle:8.2f}  from {low:.2f} to {high:.2f}")
    head = ("old p50", "old p95", "new p50", "new p95", "old/JSON", "new", "p95", "new/old", "least", "most")
    print(f"{'':34}" + "".join(f"{h:>{w}}" for h, w in zip(head, (9, 9, 9, 9, 9, 8, 8, 8, 7, 7), strict=True)))
    for task in wanted:
        print(_row(task, *found[task], medians[0]))
