"""The page of a firing and the week, by mouse, by keys alone, and on a phone."""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Page, expect

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_kiln, save_rack
from studio.models import Firing, GlassKind, Piece, Stage
from tests.browser.base import BrowserTest
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN

WIDE = BIG_KILN | {"name": "Wide one", "width": "1200 mm", "posts": ["25 mm", "50 mm"]}


class LoadPages(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        save_kiln(self.studio, kiln=None, version=None, document=dict(WIDE), system="metric")
        self.glass = GlassKind.objects.of(self.studio).get(key="fusing-90-clear")
        save_rack(self.glass, version=1, rack={"sheet": "40 kg"}, system="metric")
        self.bowl, self.shade = self.new("slump", "Bowl"), self.new("drape", "Shade")

    def new(self, process: str, name: str) -> Piece:
        whole = begun(process) | {"name": name}
        whole["stages"][0]["heat"] |= {"kiln": dict(WIDE), "undated": True}
        whole["stages"][0]["glass"]["kind"] = self.glass.document
        return import_piece(self.studio, whole)

    def firing(self, piece: Piece) -> Firing:
        return Stage.objects.select_related("firing").get(piece=piece).firing

    def page(self, **more: Any) -> Page:
        page = self.open(f"/firings/{self.firing(self.bowl).pk}", **more)
        expect(page.get_by_role("heading", name="Firing in Wide one")).to_be_visible()
        return page

    @staticmethod
    def item(page: Page, name: str) -> Any:
        return page.locator(f'g.item[aria-label^="{name}"]')

    def kept(self, piece: Piece) -> dict[str, Any]:
        mine = str(Stage.objects.get(piece=piece).pk)
        return next(b for b in self.firing(piece).load["berths"] if b["member"] == mine)


class Together(LoadPages):
    def test_what_waits_is_put_in_dragged_turned_back_and_taken_out(self) -> None:
        page = self.page()
        page.locator(".rows li", has_text="Shade").get_by_role("button", name="Put it in").click()
        expect(page.locator(".answer")).to_contain_text("Both go together")
        expect(self.item(page, "Shade")).to_be_visible()
        box = self.item(page, "Bowl").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 30, y - 40, steps=4)
        page.mouse.up()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        where = self.kept(self.bowl)
        self.assertTrue(where["x"].endswith("mm"))
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Redo")).to_be_enabled()
        self.assertFalse(self.firing(self.bowl).load.get("berths"))
        page.get_by_role("button", name="Lay out anew").click()
        expect(page.locator("g.item.told")).to_have_count(2)
        member = page.locator("li", has=page.get_by_role("link", name="Shade"))
        member.hover()
        member.get_by_role("button", name="Look at it").click()
        expect(page.locator(".comes-out")).to_contain_text("comes out as")
        expect(page.locator(".comes-out svg")).to_be_visible()
        member.hover()
        member.get_by_role("button", name="Take out").click()
        expect(page.locator(".answer")).to_contain_text("to itself")

    def test_by_keys_alone_it_is_moved_turned_and_locked(self) -> None:
        page = self.page()
        self.item(page, "Bowl").focus()
        page.keyboard.press("ArrowRight")
        expect(page.locator("g.item.told")).to_have_count(1)
        first = float(self.kept(self.bowl)["x"].split()[0])
        self.item(page, "Bowl").focus()
        page.keyboard.press("Shift+ArrowRight")
        expect(page.locator(".picked")).to_contain_text("from the left")
        page.wait_for_function("() => document.querySelectorAll('g.item.told').length === 1")
        self.item(page, "Bowl").focus()
        page.keyboard.press("l")
        expect(page.get_by_role("button", name="Unlock").first).to_be_visible()
        self.assertTrue(self.kept(self.bowl)["locked"])
        self.assertGreaterEqual(float(self.kept(self.bowl)["x"].split()[0]), first)

    def test_by_entries_in_any_unit_and_over_the_wall_is_told(self) -> None:
        page = self.page()
        row = page.locator(".rows li", has_text="Bowl").first
        row.get_by_role("button", name="Move it").click()
        row.get_by_label("From the left").fill("20 in")
        row.get_by_label("From the left").press("Enter")
        expect(page.locator(".picked")).to_contain_text("508 mm from the left")
        row.get_by_label("From the left").fill("-3 mm")
        row.get_by_label("From the left").press("Enter")
        expect(row).to_contain_text("too near to a wall")

    def test_on_a_phone_the_answer_stands_first_and_the_places_in_words(self) -> None:
        page = self.page(width=390, height=844)
        box = page.locator(".answer").bounding_box()
        assert box is not None
        self.assertLess(box["y"] + box["height"], 420)
        expect(page.locator(".rows li", has_text="from the front")).to_have_count(1)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)

    def test_the_sheet_for_the_lid_has_plan_programme_and_checks(self) -> None:
        page = self.page()
        page.get_by_role("link", name="Sheet for the lid").click()
        expect(page.locator(".card svg").first).to_be_visible()
        expect(page.locator(".card")).to_contain_text("Slow cooling")
        expect(page.locator(".checks li").first).to_be_visible()


class TheWeek(LoadPages):
    def test_it_is_planned_taken_and_taken_back(self) -> None:
        page = self.open("/today")
        page.get_by_role("button", name="Plan the week").click()
        expect(page.locator(".week .answer")).to_contain_text("firing", timeout=30_000)
        expect(page.locator(".proposed path").first).to_be_visible()
        page.get_by_role("button", name="Take all of it").click()
        expect(page.locator(".week .rows li")).to_have_count(0)
        self.assertEqual(self.firing(self.bowl).pk, self.firing(self.shade).pk)
        expect(page.get_by_role("link", name=re.compile("Bowl")).first).to_be_visible()
        page.get_by_role("button", name="Take the last back").click()
        expect(page.get_by_role("button", name="Plan the week")).to_be_visible()
        self.assertTrue(self.firing(self.bowl).inputs["undated"])

    def test_how_many_and_by_when_and_what_it_costs(self) -> None:
        page = self.open(f"/pieces/{self.bowl.pk}/glass")
        page.get_by_role("button", name="This stage …").click()
        page.get_by_role("menuitem", name="How many, by when …").click()
        page.get_by_label("How many alike").fill("9")
        page.get_by_label("How many alike").press("Enter")
        expect(page.get_by_label("Moulds of this you have")).to_be_visible()
        page.get_by_label("Done by").fill("2031-12-24")
        page.get_by_label("Done by").press("Enter")
        expect(page.locator("h1")).to_contain_text("by Wed 24 Dec")
        page.get_by_label("So many to a firing").fill("4")
        page.get_by_label("So many to a firing").press("Enter")
        page.get_by_role("button", name="Part it into rounds").click()
        expect(page.locator("[data-stage]")).to_have_count(3)
        page.get_by_role("button", name="This stage …").click()
        page.get_by_role("menuitem", name="What it costs").click()
        expect(page.locator(".answer")).to_contain_text("not known")
        page.get_by_label("An hour is worth").fill("20")
        page.get_by_label("An hour is worth").press("Enter")
        expect(page.locator("table").first).to_contain_text("Not said: hours")
