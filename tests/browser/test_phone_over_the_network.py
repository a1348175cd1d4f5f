"""The whole of a firing on a phone, over another address of the machine that serves it."""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import TestCase, skipUnless

from playwright.sync_api import Page, expect

from benchmarks.served import ROOT, Client, free_port
from tests.browser.base import FLAGS
from tests.browser.test_firing_life import SMALL
from tests.browser.windows import EMPTY, windows
from tests.core.test_rule_samples import changed
from tests.people import PASSWORD

_THERE = "127.0.0.2"  # an address of this machine beside 127.0.0.1, as that of its network is
_LONG_MS = 60_000


@skipUnless(sys.platform == "linux", "other systems have one loopback address, and no second one to be reached by")
class PhoneOverTheNetwork(TestCase):
    port: int

    def setUp(self) -> None:
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.port = free_port()
        env = os.environ | {
            "COLD_CRADLE_DB": str(Path(folder) / "studio.sqlite3"),
            "COLD_CRADLE_VAR": folder,
            "COLD_CRADLE_DEMO": "0",
            "DJANGO_SETTINGS_MODULE": "studio.settings",
        }
        command = [sys.executable, "manage.py", "serve", "--port", str(self.port), "--lan", "--address", _THERE]
        quiet = subprocess.DEVNULL
        server = subprocess.Popen(command, cwd=ROOT, env=env, stdout=quiet, stderr=quiet)
        self.addCleanup(server.wait)
        self.addCleanup(server.terminate)
        at_home = Client(self.port)
        at_home.open(within_s=60)
        at_home.ask("GET", "/session")
        at_home.ask("POST", "/session/owner", {"name": "Ann of the Row", "password": PASSWORD})
        dish = changed("flat", "slump", SMALL) | {"name": "Pilot dish"}
        for stage in dish["stages"]:
            stage["glass"]["rack"] = {"sheet": "9 kg"}
        self.piece = int(at_home.ask("POST", "/pieces/import", dish)["id"])

    def phone(self) -> Page:
        page = windows(FLAGS).lend(touch=True, at_the_end=self.addCleanup).new_page()
        page.set_viewport_size({"width": 390, "height": 844})
        page.add_init_script(EMPTY)
        page.set_default_timeout(_LONG_MS)
        return page

    def test_from_the_sign_in_to_what_came_out(self) -> None:
        page, home = self.phone(), f"http://{_THERE}:{self.port}"
        page.goto(f"{home}/sign-in")
        page.get_by_label("Name").fill("Ann of the Row")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        expect(page).to_have_url(re.compile("/today$"))
        page.goto(f"{home}/pieces/{self.piece}/before")
        expect(page.locator("[data-rule]").first).to_be_visible()
        for box in page.locator("[data-rule] input[type=checkbox]").all():
            if not box.is_checked():
                box.click()
                expect(box).to_be_checked()
        expect(page.get_by_text("Everything stands well.")).to_be_visible()
        page.get_by_role("link", name="Begin it at Fire").click()
        page.get_by_role("button", name="Start the practice kiln").click()
        page.get_by_role("button", name="On to the look-in").click()
        expect(page.get_by_text("held at")).to_be_visible(timeout=_LONG_MS)
        page.get_by_role("button", name="not yet").click()
        page.locator('[data-act="hold"]').click()
        expect(page.locator(".side").get_by_text("Held longer")).to_be_visible()
        page.get_by_role("button", name="3600 ×").click()
        expect(page.locator("[data-may-open]")).to_contain_text("Yes", timeout=_LONG_MS)
        page.get_by_role("button", name="I have opened the lid").click()
        page.get_by_role("link", name="What came out: to After").click()
        depth = page.get_by_label("Depth inside, place 1")
        depth.fill("14 mm")
        depth.press("Enter")
        expect(page.locator('[data-measure="depth"] .word')).to_have_text(re.compile("within|less"))
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 391)
