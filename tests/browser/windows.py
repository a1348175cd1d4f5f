"""One headless Chromium for all browser tests of a process, whose windows are lent and given back empty.

A new window in every test reads and compiles all scripts anew, which is half of such a test's time; one that was lent
before has them at hand, as a person's own browser has on the second day.
"""

from __future__ import annotations

import os
import shutil
from collections.abc import Callable, Sequence
from typing import Any

from playwright.sync_api import Browser, BrowserContext, sync_playwright

__all__ = ["EMPTY", "Windows", "windows"]

# What an earlier test left in the browser's storage goes once, when its page is first opened.
EMPTY = "if (!sessionStorage.getItem('lent')) { localStorage.clear(); sessionStorage.setItem('lent', '1') }"

_OF_PROCESS: dict[int, Windows] = {}  # a worker of the tests is forked, and must not share its parent's browser


def _browser() -> str:
    """Debian's browser, without its own windows where that is to be had."""
    found = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    assert found is not None, "no browser is installed; run ./run test"
    return found


class Windows:
    """Browser windows that are kept between tests; nothing a test leaves in one is there for the next."""

    def __init__(self, flags: Sequence[str]) -> None:
        # Playwright's synchronous API runs an event loop, which Django takes for asynchronous code
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        self._runner = sync_playwright().start()
        self.browser: Browser = self._runner.chromium.launch(executable_path=_browser(), args=list(flags))
        self._kept: dict[bool, list[BrowserContext]] = {True: [], False: []}

    def lend(self, *, touch: bool, at_the_end: Callable[..., Any]) -> BrowserContext:
        """A window that nobody looks at, with or without touch; `at_the_end` is told what to call after the test."""
        kept = self._kept[touch]
        context = next((context for context in kept if not context.pages), None)
        if context is None:
            context = self._opened(touch=touch)
            kept.append(context)
        context.clear_cookies()
        at_the_end(self._take_back, context)
        return context

    def _opened(self, *, touch: bool) -> BrowserContext:
        return self.browser.new_context(
            viewport={"width": 1280, "height": 800},
            reduced_motion="reduce",
            timezone_id="Europe/London",
            locale="en-GB",
            accept_downloads=True,
            has_touch=touch,
        )

    @staticmethod
    def _take_back(context: BrowserContext) -> None:
        for page in context.pages:
            page.unroute_all(behavior="ignoreErrors")
            page.close()


def windows(flags: Sequence[str]) -> Windows:
    """The browser of this process, started when first asked for; it ends with the process."""
    here = os.getpid()
    if here not in _OF_PROCESS:
        _OF_PROCESS[here] = Windows(flags)
    return _OF_PROCESS[here]
