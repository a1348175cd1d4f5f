"""What is done between firings in the trade, from *New piece* on: by the mouse, and three of them by keys alone."""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Locator, Page, expect

from studio.actions.shelf import save_kiln, save_rack
from studio.models import GlassKind
from tests.browser.base import BrowserTest
from tests.documents import BIG_KILN


class TradeCases(BrowserTest):
    """`by_keys`: nothing is pressed but by Space and Enter on what has the focus."""

    by_keys = False

    def setUp(self) -> None:
        super().setUp()
        save_kiln(self.studio, kiln=None, version=None, document=dict(BIG_KILN), system="metric")
        glass = GlassKind.objects.of(self.studio).get(key="fusing-90-clear")
        save_rack(glass, version=1, rack={"sheet": "40 kg", "coarse": "9 kg"}, system="metric")

    def press(self, what: Locator, key: str = "Enter") -> None:
        if not self.by_keys:
            what.click()
            return
        what.focus()
        what.press(key)

    def put(self, page: Page, path: str, text: str) -> None:
        field = self.field(page, path)
        self.press(field)
        field.fill(text)
        field.press("Enter")

    def begin(self, family: str, process: str, name: str) -> Page:
        page = self.open("/pieces")
        self.press(page.get_by_role("button", name="New piece").first)
        self.press(page.get_by_role("radio", name=family), "Space")
        self.press(page.get_by_role("radio", name=process, exact=True), "Space")
        page.get_by_label("Name").fill(name)
        self.press(page.get_by_role("button", name="Begin"))
        expect(page.get_by_role("heading", name=name)).to_be_visible()
        return page

    def lay_up(self, page: Page, **told: str) -> None:
        self.press(page.get_by_label("Stations").get_by_role("link", name=re.compile("^Lay-up")))
        for path, text in told.items():
            self.put(page, f"layup.{path.replace('__', '.')}", text)

    def then(self, page: Page, name: str) -> None:
        self.press(page.get_by_role("button", name="Then …"))
        self.press(page.get_by_role("dialog").get_by_role("button", name=name))
        expect(page.get_by_role("dialog")).to_have_count(0)

    def then_fire(self, page: Page, family: str, process: str) -> None:
        self.press(page.get_by_role("button", name="Then …"))
        dialog: Any = page.get_by_role("dialog")
        self.press(dialog.get_by_role("radio", name=family), "Space")
        self.press(dialog.get_by_role("radio", name=process, exact=True), "Space")
        self.press(dialog.get_by_role("button", name="Add the stage"))
        expect(page.get_by_role("dialog")).to_have_count(0)

    def test_a_bar_is_rolled_cut_and_one_half_turned_over(self) -> None:
        page = self.begin("Lay flat", "lean and roll a stack", "Pattern bar")
        self.lay_up(page, length="250 mm", width="60 mm")
        self.put(page, "layup.layers.0.count", "3")
        self.put(page, "layup.roll.prop", "40 mm")
        expect(page.get_by_label("Findings")).to_contain_text("cold strips slide off")
        self.put(page, "layup.roll.prop", "12 mm")
        self.put(page, "layup.roll.step", "8 mm")
        expect(page.locator(".answer")).to_contain_text("rolls over its low edge")
        self.then(page, "cut apart")
        self.press(page.get_by_role("button", name="Cut across"))
        self.press(page.locator(".parts li", has_text="b").get_by_role("button", name="turn over"))
        expect(page.get_by_label("What it gives")).to_contain_text("b turned over")

    def test_a_drain_is_drilled_before_the_slump(self) -> None:
        page = self.begin("Lay flat", "full fuse", "Basin")
        self.lay_up(page, length="300 mm")
        self.put(page, "layup.layers.0.thick", "14 mm")
        self.then(page, "drill")
        self.press(page.get_by_role("button", name="One hole more"))
        wide = page.get_by_label("So wide")
        self.press(wide)
        wide.fill("45 mm")
        wide.press("Enter")
        expect(page.locator(".answer")).to_contain_text("1 hole")
        self.then_fire(page, "Slump a blank", "slump into a mould")
        expect(page.get_by_role("heading", name="Basin")).to_be_visible()
        self.press(page.get_by_label("Stations").get_by_role("link", name=re.compile("^Lay-up")))
        expect(page.locator("main")).to_contain_text(re.compile("hole|drain", re.IGNORECASE))

    def test_the_collar_of_a_drop_is_cut_off(self) -> None:
        page = self.begin("Slump a blank", "drop through a ring", "Drop vase")
        self.then(page, "cut")
        expect(page).to_have_url(re.compile("/step/cut$"))
        expect(page.locator(".answer")).to_contain_text(re.compile("collar|ring|piece"))

    def test_a_disc_is_lifted(self) -> None:
        page = self.begin("Lay flat", "melt level and lift", "Lifted plate")
        self.lay_up(page, length="180 mm")
        self.put(page, "layup.lift.high", "30 mm")
        expect(page.locator(".answer")).to_contain_text("Take and lift it from")

    def test_a_bottle_sinks_flat(self) -> None:
        page = self.begin("Lay flat", "sink a bottle flat", "Flat bottle")
        self.lay_up(page)
        expect(page.locator(".answer")).to_contain_text(re.compile("wall"))


class TradeCasesByKeys(TradeCases):
    by_keys = True
