"""`python -m tests.judge.sweep N`: N made-up documents against the law of the house and a physics of its own."""

from __future__ import annotations

import multiprocessing
import os
import sys

__all__ = ["main"]

Row = tuple[int, str, str, str]


def _one(seed: int) -> tuple[int, list[Row]]:
    """Stages that were planned, and those of them that are dangerous or break the law without a stop."""
    from tests.judge.documents import random_document
    from tests.judge.test_law import broken, planned
    from tests.judge.verdict import judge_stage

    document = random_document(seed)
    found = planned(document)
    if found is None:
        return 0, []
    rows: list[Row] = [(seed, "", "law", said) for said in broken(document)]
    by_key = {stage.key: stage for stage in found.stages}
    for stage in document["stages"]:
        told = by_key[stage["key"]]
        if told.heat is None or any(f.severity == "stop" for f in told.findings):
            continue
        judged = judge_stage(stage, told, by_key)
        if judged.is_dangerous:
            words = f"{judged.words}: pull {judged.pull_pa / 1e6:.1f}, left {judged.left_pa / 1e6:.2f} MPa"
            rows.append((seed, stage["key"], "judge", words))
    return len(found.stages), rows


def main(many: int, first: int = 0) -> int:
    """Print what was found; 1 where anything was."""
    with multiprocessing.Pool(os.cpu_count()) as pool:
        results = pool.map(_one, range(first, first + many), chunksize=4)
    rows = [row for _, found in results for row in found]
    print(f"{many} documents, {sum(n for n, _ in results)} stages, {len(rows)} dangerous or unlawful without a stop")
    for row in rows:
        print(*row)
    return 1 if rows else 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]), int(sys.argv[2]) if len(sys.argv) > 2 else 0))
