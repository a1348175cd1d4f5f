"""What somebody at the screen waits for, in headless Chromium: the first page, and an edit until it is repainted."""

from __future__ import annotations

import statistics
import sys
import time
import unittest

__all__ = ["bench_browser"]

Figures = dict[str, float]
_SLOWER = (1, 4)


def bench_browser() -> Figures:
    """Median of five fresh windows; p50 and p95 of 30 edits from Enter to the repainted thread, at full speed and with
    the browser's processor slowed four times.
    """
    from tests.browser.base import BrowserTest

    first: list[float] = []
    edits: dict[int, list[float]] = {times: [] for times in _SLOWER}

    class Load(BrowserTest):
        def runTest(self) -> None:  # noqa: N802 - unittest's name
            for _ in range(6):
                began = time.perf_counter()
                page = self.open("/pieces")
                page.get_by_text("Lamp-room prism").wait_for()
                first.append((time.perf_counter() - began) * 1e3)
            for slower in _SLOWER:
                page = self.at_piece()
                page.context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": slower})
                field = self.field(page, "cradle.level.fall")
                field.wait_for()
                for step in range(34):
                    field.fill(f"{60 + step % 15 + 0.1 * (step % 7):.1f} mm")
                    took = page.evaluate(_WATCHED)
                    edits[slower].append(float(took))

    result = unittest.TestResult()
    unittest.TestSuite([Load()]).run(result)
    for _, trouble in result.errors + result.failures:
        print(trouble, file=sys.stderr)
    found: Figures = {}
    if len(first) > 1:
        found["first page in the browser, median ms"] = statistics.median(first[1:])
    for slower, times in edits.items():
        kept = sorted(times[4:])
        if kept:
            name = "Enter to the repainted thread" + (f", processor {slower} times slower" if slower > 1 else "")
            found[f"{name}, p50 ms"] = statistics.median(kept)
            found[f"{name}, p95 ms"] = kept[int(0.95 * len(kept))]
    return found


# Enter in the field one is in, until the thread's words are others and the frame with them has been painted
_WATCHED = """() => new Promise((done) => {
  const thread = document.querySelector('[data-thread]').parentElement
  const before = thread.innerText
  const field = document.querySelector('input[data-path="cradle.level.fall"]')
  const began = performance.now()
  const look = () => {
    if (thread.innerText !== before) requestAnimationFrame(() => setTimeout(() => done(performance.now() - began)))
    else if (performance.now() - began > 5000) done(5000)
    else requestAnimationFrame(look)
  }
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
  field.blur()
  look()
})"""
