"""Sabotage by list: each line breaks one verdict, rule or declaration, and some test has to notice.

`./run mutate [SHARE]` tries all of them, or every so many; what survives is printed, and fails. What is listed is ours
to keep: a line whose old text is gone is told, so that the list cannot rot.
"""

from __future__ import annotations

import multiprocessing
import random
import shutil
import subprocess
import sys
import tempfile
import time
from dataclasses import dataclass
from datetime import date
from pathlib import Path

_ROOT = Path(__file__).parents[1]
_PARTS = ("coldcradle", "studio", "tests")
_LONGEST_S = 240.0


@dataclass(frozen=True)
class Sabotage:
    """One text in one file put in the place of another, and the tests that stand nearest."""

    file: str
    old: str
    new: str
    tests: tuple[str, ...]


def _core(file: str, old: str, new: str, *tests: str) -> Sabotage:
    return Sabotage(f"coldcradle/{file}", old, new, tuple(f"tests.core.{t}" for t in tests))


SABOTAGES = (
    _core("layup/model/relief.py", "thickness_m > STEEP", "thickness_m < STEEP", "test_cold_bodies"),
    _core("heat/model/cause.py", "cause: -saved[cause]", "cause: saved[cause]", "test_causes"),
    _core("fire/opening.py", "heard_s > stale_s(", "heard_s > 99 * stale_s(", "test_opening"),
    _core("fire/opening.py", "if hottest <= limit_c:", "if hottest <= limit_c + 5:", "test_opening"),
    _core("fire/opening.py", "    if to_c is not None:", "    if to_c is None:", "test_opening"),
    _core("fire/opening.py", "max(at.heart_c, at.skin_c, at.kiln_c)", "at.kiln_c", "test_opening"),
    _core("fire/opening.py", "if seen.is_below_room:", "if False:", "test_opening"),
    _core("fire/opening.py", "seen.rises_k > RISES_K", "seen.rises_k > 9 * RISES_K", "test_opening"),
    _core("heat/limits.py", "value > tolerance * limit", "value >= tolerance * limit", "test_verdicts"),
    _core("heat/limits.py", "MEND_OVER = 1.08", "MEND_OVER = 1.18", "test_verdicts"),
    _core("heat/limits.py", "STRAIN_OVER = 1.1 ", "STRAIN_OVER = 1.3 ", "test_verdicts"),
    _core("heat/limits.py", '"usual": 0.45e6', '"usual": 0.6e6', "test_verdicts", "test_firing"),
    _core(
        "glass/compatibility.py", "gap > TOLERANCE_PER_K * (1 + 1e-9)", "gap > 2 * TOLERANCE_PER_K", "test_at_the_edge"
    ),
    _core("cradle/release.py", "highest_c > last.rated_c", "highest_c > last.rated_c + 50", "test_glasswork"),
    _core("cradle/release.py", "last.firings >= kind.lasts", "last.firings > kind.lasts", "test_at_the_edge"),
    _core("cradle/release.py", "last.coats < kind.coats", "last.coats < 0", "test_glasswork"),
    _core("layup/fit.py", "if over > OVER_M:", "if over > 3 * OVER_M:", "test_layup", "test_rule_samples"),
    _core("layup/inputs.py", "Relief.SHARP: 2.0", "Relief.SHARP: 1.4", "test_at_the_edge"),
    _core("layup/inputs.py", "Wet.DAMP: 0.5", "Wet.DAMP: 0.9", "test_heat", "test_firing", "test_cold_bodies"),
    _core("after/measures.py", "abs(apart) <= 2.0", "abs(apart) <= 4.0", "test_after"),
    _core("after/next_step.py", "found & _CRACKS:", "not found:", "test_after"),
    _core("document/reading.py", 'case "extra_forbidden":', 'case "nothing like it":', "test_declared", "test_sayings"),
    _core("document/shape.py", 'extra="forbid"', 'extra="ignore"', "test_declared", "test_document"),
    _core("document/piece.py", "*_line_faults(whole)", "*()", "test_document"),
    _core("entry/specs.py", "low_included=not self.above", "low_included=True", "test_at_the_edge"),
    _core("cradle/inputs.py", "(1 + 1e-9)", "(1 + 1e-1)", "test_at_the_edge"),
    _core("heat/kiln/kiln.py", "self.resting_c > HIGHEST_REST_C", "False", "test_edges", "test_declared"),
    _core("heat/schedule/processes.csv", "is_filled is_reused,", "is_filled,", "test_checks"),
    _core("heat/schedule/processes.csv", "has_form drops_through,", "has_form,", "test_checks", "test_families"),
    _core("layup/traits.py", "self.hangs or self.drops_through", "self.hangs", "test_at_the_edge"),
    _core("before/computed.py", "s.layup.lining_m <= 0", "s.layup.lining_m < 0", "test_checks"),
    _core("quantity/parse.py", "value == low and not low_included", "False", "test_at_the_edge"),
)


def _survives(one: Sabotage) -> str:
    """Empty where a test noticed, else what was not."""
    source = (_ROOT / one.file).read_text("utf-8")
    if one.old not in source:
        return f"GONE      {one.file}: {one.old}"
    with tempfile.TemporaryDirectory() as folder:
        for part in _PARTS:
            shutil.copytree(_ROOT / part, Path(folder, part), ignore=shutil.ignore_patterns("__pycache__"))
        Path(folder, one.file).write_text(source.replace(one.old, one.new, 1), "utf-8")
        for label in one.tests:
            told = [sys.executable, "-m", "unittest", "-q", "-f", label]
            try:
                if subprocess.run(told, cwd=folder, capture_output=True, timeout=_LONGEST_S, check=False).returncode:
                    return ""
            except subprocess.TimeoutExpired:
                return ""
    return f"SURVIVED  {one.file}: {one.old} -> {one.new} ({', '.join(one.tests)})"


def main(share: int) -> int:
    """Try all, or one in `share` of them by the day."""
    chosen = list(SABOTAGES)
    if share > 1:
        chosen = random.Random(date.today().toordinal()).sample(chosen, max(1, len(chosen) // share))  # noqa: DTZ011  # any day
    began = time.monotonic()
    with multiprocessing.Pool() as pool:
        found = [line for line in pool.imap_unordered(_survives, chosen) if line]
    print(*sorted(found), sep="\n")
    print(f"{len(chosen)} sabotages, {len(found)} not noticed, in {time.monotonic() - began:.0f} s")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 1))
