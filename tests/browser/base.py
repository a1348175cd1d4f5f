"""The built front end in headless Chromium, against a live server on this machine only."""

from __future__ import annotations

import json
import os
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import Client
from playwright.sync_api import Page, Route, expect

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_kiln, save_rack
from studio.models import GlassKind, Piece
from tests.browser.windows import EMPTY, Windows, windows
from tests.documents import BIG_KILN, KILN, document
from tests.people import person_of, studio_of_one

FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # the browser begins pages of its own ahead, for nobody: more work than ours; the rest is what Playwright leaves out
    "--disable-features=PreloadTopChromeWebUI,ImprovedCookieControls,LazyFrameLoading,GlobalMediaControls,"
    "DestroyProfileOnBrowserClose,MediaRouter,DialMediaRouteProvider,AcceptCHFrame,AutoExpandDetailsElement,"
    "CertificateTransparencyComponentUpdater,AvoidUnnecessaryBeforeUnloadCheckSync,Translate,HttpsUpgrades,"
    "PaintHolding,ThirdPartyStoragePartitioning,LensOverlay,PlzDedicatedWorker",
]
WAIT_MS = 20_000
SERVERS: dict[int, Any] = {}
FOLDS = [
    "blank-added",
    "step-measured",
    "paint-more",
    "cut-0",
    "blank-hot",
    "blank-weighed",
    "cradle-cavities",
    "cradle-more",
    "cradle-parts",
    "faults-more",
    "glass-allowances",
    "glass-figures",
    "glass-marks",
    "heat-by-hand",
    "heat-figures",
    "heat-looks",
    "heat-more",
    "heat-presence",
    "heat-target",
    "kiln-controller",
    "kiln-curves",
    "kiln-log",
    "kiln-size",
    "kiln-zones",
    "kind-marks",
    "load-places",
    "load-shelves",
    "load-steps",
    "load-waiting",
    "log-more",
    "practice-faults",
    "sums",
    "week-days",
    "week-left",
]


class BrowserTest(StaticLiveServerTestCase):
    """One studio with a rack, two kilns and one piece, its owner signed in; all requests and errors are kept."""

    windows: Windows
    # the application serves its own files as it does in earnest, packed and out of memory
    static_handler = staticmethod(lambda application: application)

    @classmethod
    def setUpClass(cls) -> None:
        cls.windows = windows(FLAGS)
        super().setUpClass()
        expect.set_options(timeout=WAIT_MS)

    @classmethod
    def _start_server_thread(cls) -> None:
        """One server for all classes of a process: at the same address, so that the browser keeps what it has read."""
        if not SERVERS.get(os.getpid()):
            super()._start_server_thread()  # type: ignore[misc]  # the stubs leave it out
            # it goes on for the next class, and ends with the process
            cls._class_cleanups.pop()  # type: ignore[attr-defined]  # the stubs leave it out
            SERVERS[os.getpid()] = cls.server_thread
        cls.server_thread = SERVERS[os.getpid()]

    def setUp(self) -> None:
        self.assertTrue(settings.INDEX_HTML.is_file(), "the front end is not built; run ./run test")
        self.studio = studio_of_one("Wren")
        for kiln in (KILN, BIG_KILN):
            save_kiln(self.studio, kiln=None, version=None, document=dict(kiln), system="metric")
        crystal = GlassKind.objects.of(self.studio).get(key="casting-crystal")
        save_rack(crystal, version=1, rack={"nuggets": "1120 g"}, system="metric")
        self.piece = import_piece(self.studio, document())
        self.requests: list[str] = []
        self.errors: list[str] = []

    def open(
        self,
        path: str,
        *,
        width: int = 1280,
        height: int = 800,
        storage: dict[str, str] | None = None,
        is_folded: bool = False,
    ) -> Page:
        """A new window, signed in, at a path, with its folds opened as somebody has left them unless it `is_folded`."""
        context = self.windows.lend(touch=width < 500, at_the_end=self.addCleanup)
        client = Client()
        client.force_login(person_of(self.studio))
        name = settings.SESSION_COOKIE_NAME
        context.add_cookies([{"name": name, "value": client.cookies[name].value, "url": self.live_server_url}])
        page = context.new_page()
        page.set_viewport_size({"width": width, "height": height})
        page.add_init_script(EMPTY)
        if not is_folded:
            page.add_init_script(f"localStorage.folds ??= {json.dumps(json.dumps(FOLDS))}")
        for key, value in (storage or {}).items():
            page.add_init_script(f"localStorage.setItem({key!r}, {value!r})")
        page.set_default_timeout(WAIT_MS)
        page.on("request", lambda request: self.requests.append(request.url))
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.goto(self.live_server_url + path)
        return page

    def tearDown(self) -> None:
        hosts = {urlsplit(url).hostname for url in self.requests if not url.startswith(("data:", "blob:"))}
        self.assertLessEqual(hosts, {urlsplit(self.live_server_url).hostname}, "a request left the machine")
        self.assertEqual(self.errors, [], "errors in the page")

    def at_piece(self, station: str = "", **more: Any) -> Page:
        return self.open(f"/pieces/{self.piece.pk}" + (f"/{station}" if station else ""), **more)

    @staticmethod
    def bead(page: Page, key: str) -> Any:
        return page.locator(f'[data-thread="{key}"] .amount')

    @staticmethod
    def field(page: Page, path: str) -> Any:
        return page.locator(f'input[data-path="{path}"]')

    def stored(self) -> Piece:
        return Piece.objects.get(pk=self.piece.pk)

    @staticmethod
    def cut_off(route: Route) -> None:
        """What the browser sees when the server is stopped."""
        route.abort("connectionrefused")
