"""Every family as itself: begun by mouse and by keyboard, in its own words, and a chain of them."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from studio.models import Piece, Stage
from tests.browser.base import BrowserTest

# words that belong to a room that is filled, and to nothing else
CASTING = re.compile(r"casting line|\bcharge\b|cradle holds|reserve|95 % sure|cold heap|plaster|\bbrim\b", re.I)
STATIONS = ("cradle", "glass", "layup", "heat", "card")


class FamiliesTest(BrowserTest):
    def begin(self, family: str, name: str, process: str = "", *, page: Page | None = None) -> Page:
        """A piece begun from nothing; in a window that is open already, or in a new one."""
        if page is None:
            page = self.open("/pieces")
        else:
            page.locator("header").get_by_role("link", name="Pieces").first.click()
        page.get_by_role("button", name="New piece").click()
        page.locator(".families label", has_text=family).click()
        if process:
            page.locator(".processes label", has_text=process).click()
        page.get_by_label("Name", exact=True).fill(name)
        page.get_by_role("combobox", name="Glass").click()
        page.get_by_role("option", name="fusing 90, clear").click()
        page.get_by_role("combobox", name="Kiln").click()
        page.get_by_role("option", name="Eider").click()
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name=name)).to_be_visible()
        return page

    def expect_no_casting_word(self, page: Page, name: str) -> None:
        number = Piece.objects.get(name=name).pk
        for station in STATIONS:
            page.goto(f"{self.live_server_url}/pieces/{number}/{station}")
            expect(page.get_by_role("heading", name=name).first).to_be_visible()
            page.wait_for_load_state("networkidle")
            page.evaluate("document.querySelectorAll('main details').forEach((fold) => (fold.open = true))")
            found = CASTING.search(page.locator("main").inner_text())
            self.assertIsNone(found, f"{station}: {found}")


class Families(FamiliesTest):
    def test_a_330_bowl_from_a_6_mm_blank_by_mouse(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        self.field(page, "layup.length").fill("330 mm")
        page.keyboard.press("Enter")
        expect(self.bead(page, "piece_mass")).to_contain_text("1283")
        expect(page.locator(".answer")).to_contain_text("Lies in by")
        page.locator('[data-dimension="cradle.parts.0.height"]').click()
        page.get_by_label("deep", exact=True).fill("60 mm")
        page.keyboard.press("Enter")
        expect(self.bead(page, "reaches")).to_contain_text("60")
        expect(page.locator(".answer")).to_contain_text("comes in up to 9 mm a side")
        self.expect_no_casting_word(page, "Gull bowl")

    def test_a_strip_over_a_former_is_told_when_it_hits_the_shelf(self) -> None:
        page = self.begin("Drape over a former", "Berth stand", "bend upright")
        page.get_by_role("link", name="Lay-up").click()
        self.field(page, "layup.posts").fill("0")
        page.keyboard.press("Enter")
        self.field(page, "layup.lining").fill("0")
        page.keyboard.press("Enter")
        self.field(page, "layup.length").fill("300 mm")
        page.keyboard.press("Enter")
        expect(page.get_by_text("The arm hits the shelf by 20 mm.")).to_be_visible()
        self.field(page, "layup.posts").fill("35 mm")
        page.keyboard.press("Enter")
        expect(page.locator(".answer")).to_contain_text("clear the shelf by 15")
        self.expect_no_casting_word(page, "Berth stand")

    def test_a_pile_is_pressed(self) -> None:
        page = self.begin("Press between shelves", "Tide token")
        page.get_by_role("link", name="Lay-up").click()
        self.field(page, "glass.charge").fill("100 g")
        page.keyboard.press("Enter")
        expect(self.bead(page, "pressed_size")).to_contain_text("160")
        self.expect_no_casting_word(page, "Tide token")

    def test_a_bottle_is_hung(self) -> None:
        page = self.begin("Hang and stretch", "Ink bottle")
        page.get_by_role("link", name="Lay-up").click()
        expect(page.locator(".answer")).to_contain_text("touches the floor at")
        self.field(page, "layup.length").fill("320 mm")
        page.keyboard.press("Enter")
        expect(page.get_by_text("it stands before it can draw out").first).to_be_visible()
        self.expect_no_casting_word(page, "Ink bottle")

    def test_layers_on_a_shelf(self) -> None:
        page = self.begin("Lay flat", "Chart plate")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("button", name="Lay another layer").click()
        expect(self.field(page, "layup.layers.1.thick")).to_have_value("3 mm")
        expect(self.bead(page, "thickness")).not_to_contain_text("6 mm")
        stripes = page.get_by_label("Stripes along its length")
        expect(stripes).to_have_count(0)
        page.get_by_role("combobox", name="Outline").click()
        page.get_by_role("option", name="oblong").click()
        expect(stripes).to_have_count(2)
        # a box shows what is wanted before it is kept
        with page.expect_response(lambda answer: answer.request.method == "PATCH"):
            stripes.nth(1).press("Space")
        expect(stripes.nth(1)).to_be_checked()
        page.reload()
        expect(stripes.nth(1)).to_be_checked()
        expect(stripes.nth(0)).not_to_be_checked()
        self.assertTrue(Stage.objects.get(piece__name="Chart plate").inputs["layup"]["layers"][1]["along"])
        self.expect_no_casting_word(page, "Chart plate")


class ByKeyboard(FamiliesTest):
    def test_a_slump_is_begun_and_laid_without_a_mouse(self) -> None:
        page = self.open("/pieces")
        expect(page.get_by_text("Lamp-room prism")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_label("Name", exact=True)).to_be_focused()
        page.keyboard.type("Fog dish")
        expect(page.locator(".processes label").first).to_be_visible()
        page.keyboard.press("Shift+Tab")
        page.keyboard.press("Shift+Tab")
        for _ in range(3):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_text("goes down into a form")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Fog dish")).to_be_visible()
        page.keyboard.press("3")
        expect(page.locator(".answer")).to_contain_text("Lies in by")
        for _ in range(60):
            page.keyboard.press("Tab")
            if page.evaluate("document.activeElement.dataset.path") == "layup.length":
                break
        page.keyboard.press("Control+a")
        page.keyboard.type("12 in")
        page.keyboard.press("Enter")
        expect(self.bead(page, "blank")).to_contain_text("305")
        page.keyboard.press("Escape")
        page.evaluate("document.activeElement.blur()")
        page.keyboard.press("Control+z")
        expect(self.bead(page, "blank")).to_contain_text("330")


class Chain(FamiliesTest):
    def then(self, page: Page, family: str) -> None:
        page.get_by_role("button", name="Then …").click()
        page.get_by_role("dialog").locator(".families label", has_text=family).click()
        page.get_by_role("button", name="Add the stage").click()
        expect(page.get_by_role("dialog")).to_have_count(0)

    def test_stages_are_added_walked_along_and_taken_out(self) -> None:
        page = self.begin("Lay flat", "Signal plate")
        self.then(page, "Slump a blank")
        expect(page.locator(".chain .stage")).to_have_count(2)
        expect(page.locator(".chain .stage.here")).to_contain_text("2 Slump")
        expect(page.locator(".travels")).to_contain_text("1 × 600 g")
        page.keyboard.press("[")
        expect(page.locator(".chain .stage.here")).to_contain_text("1 Full fuse")
        page.keyboard.press("]")
        expect(page.locator(".chain .stage.here")).to_contain_text("2 Slump")
        page.get_by_role("button", name="This stage …").click()
        page.get_by_role("menuitem", name="Once more").click()
        expect(page.locator(".chain .stage")).to_have_count(3)
        page.get_by_role("button", name="This stage …").click()
        page.get_by_role("menuitem", name="Take it out").click()
        expect(page.locator(".chain .stage")).to_have_count(2)
        page.keyboard.press("Control+z")
        expect(page.locator(".chain .stage")).to_have_count(3)
        self.assertEqual(Stage.objects.filter(piece__name="Signal plate").count(), 3)

    def test_what_goes_in_and_how_many_is_said_at_lay_up(self) -> None:
        page = self.begin("Lay flat", "Dotted plate")
        self.then(page, "Lay flat")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("button", name="Lay new glass as well").click()
        count = page.get_by_label("Of “Full fuse”")
        count.fill("24")
        count.press("Enter")
        expect(page.locator(".travels")).to_contain_text("24 × 600 g")
        expect(page.get_by_text("24 × from “Full fuse”")).to_have_count(0)  # that stands at Glass
        page.get_by_role("link", name="Glass").nth(1).click()
        expect(page.get_by_text("24 × from “Full fuse”")).to_be_visible()
