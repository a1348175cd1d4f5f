"""Sweep over made-up firings: how often the lid was allowed over hot glass, how often an honest firing was refused."""

from __future__ import annotations

import collections
import multiprocessing
import statistics
import sys

from tests.judge.firings import Judged, judge


def main(count: int, first: int = 0) -> int:
    unsafe: list[Judged] = []
    stuck: list[Judged] = []
    words: dict[str, collections.Counter[str]] = collections.defaultdict(collections.Counter)
    rest: list[float] = []
    heart: list[float] = []
    with multiprocessing.Pool() as pool:
        for i, found in enumerate(pool.imap_unordered(judge, range(first, first + count), chunksize=4), 1):
            for fault in found.faults or ("honest",):
                words[fault].update(a.word for a in found.answers)
                words[fault]["unsafe"] += len(found.unsafe)
            unsafe += [found] if found.unsafe else []
            stuck += [found] if found.is_stuck else []
            if not found.faults:
                heart += [abs(a.heart_off_k - found.offset_k) for a in found.answers]
                rest += [
                    abs(a.told_opens_s - a.true_opens_s) / (a.true_opens_s - a.at_s)
                    for a in found.answers
                    if a.told_opens_s is not None and a.at_s < a.true_opens_s - 600
                ]
            if i % 50 == 0:
                print(f"{i} firings, {len(unsafe)} unsafe", file=sys.stderr)
    print(f"{'':24}{'yes':>7}{'no':>7}{'unknown':>9}{'unsafe yes':>12}")
    for fault, counted in sorted(words.items()):
        print(f"{fault:24}{counted['yes']:7}{counted['no']:7}{counted['unknown']:9}{counted['unsafe']:12}")
    for found in unsafe[:20]:
        worst = max(found.unsafe, key=lambda a: a.true_c)
        print(f"unsafe {found.seed} {found.process} {found.faults} {worst.true_c:.0f} °C: {worst.says}")
    for found in stuck[:20]:
        print(f"refused {found.seed} {found.process}: {found.answers[-1].says}")
    print(f"{len(unsafe)} of {count} firings with an unsafe yes, {len(stuck)} honest ones refused for ever")
    if heart:
        print(f"hottest of the glass, honest readings: median {statistics.median(heart):.2f} K out")
        print(f"the lid's hour: median {100 * statistics.median(rest):.1f} % of the rest out")
    return 1 if unsafe or stuck else 0


if __name__ == "__main__":
    sys.exit(main(*(int(a) for a in sys.argv[1:])))
