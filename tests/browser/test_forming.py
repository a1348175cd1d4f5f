"""Forming in the browser: every process begun from nothing, glass watched on its way, blanks moved and cut."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.families import FAMILIES
from studio.models import GlassKind, Piece, StockItem
from tests.browser.test_families import FamiliesTest

FILLED = re.compile(r"cast|frit", re.I)


class EveryProcess(FamiliesTest):
    def test_is_planned_from_nothing(self) -> None:
        """Each of them: begun, laid up, drawn, and given a peak and an hour at which the lid may be opened."""
        page: Page | None = None
        for done in PROCESSES.values():
            name = f"Try {done.key}"
            with self.subTest(done.key):
                many = sum(p.family == done.family for p in PROCESSES.values()) > 1
                page = self.begin(FAMILIES[done.family].name, name, done.name if many else "", page=page)
                self.assertEqual(Piece.objects.get(name=name).stages.get().process, done.key)
                page.get_by_role("link", name="Lay-up").click()
                expect(page.locator("figure svg").first).to_be_visible()
                expect(page.locator(".answer")).not_to_be_empty()
                page.get_by_role("link", name=re.compile("^Heat")).click()
                expect(page.locator(".answer")).to_contain_text("Open the lid")


class Watching(FamiliesTest):
    def test_a_bowl_is_watched_on_its_way_by_keyboard(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        slider = page.get_by_role("slider", name="Move the glass through the firing")
        expect(slider).to_be_visible()
        slider.focus()
        page.keyboard.press("Home")
        expect(page.locator(".motion .now")).to_contain_text("as it goes in")
        for _ in range(18):
            page.keyboard.press("ArrowRight")
        expect(page.locator(".motion .now")).to_contain_text(
            re.compile(r"\d h.* in.*its middle is \d+ mm to \d+ mm down")
        )
        expect(page.locator("path.shade").first).to_be_attached()
        page.get_by_role("button", name="Back to its end").click()
        expect(page.locator("path.shade")).to_have_count(0)
        page.get_by_role("link", name=re.compile("^Heat")).click()
        expect(page.locator(".heat-line .mark text", has_text="lies in")).to_be_visible()

    def test_a_rim_that_is_known_to_slide_asks_for_no_more_time_to_look(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("combobox", name="Its rim").click()
        page.get_by_role("option", name="grips its form").click()
        expect(self.bead(page, "rim_after")).to_contain_text("330")


class Moving(FamiliesTest):
    def over_a_former(self) -> Page:
        page = self.begin("Drape over a former", "Drum shade")
        page.get_by_role("link", name="Lay-up").click()
        expect(self.bead(page, "overhang")).to_contain_text("50")
        return page

    def test_the_blank_is_moved_by_arrows_and_back_to_the_middle(self) -> None:
        page = self.over_a_former()
        page.get_by_role("slider", name="The blank, off the middle").focus()
        for _ in range(4):
            page.keyboard.press("ArrowRight")
        expect(self.bead(page, "overhang")).to_contain_text("54")
        page.keyboard.press("Shift+ArrowLeft")
        expect(self.bead(page, "overhang")).to_contain_text("56")  # now the other arm is the longer one
        page.keyboard.press("Home")
        expect(self.bead(page, "overhang")).to_contain_text("50")

    def test_the_blank_is_dragged_and_snaps_to_the_middle(self) -> None:
        page = self.over_a_former()
        handle = page.get_by_role("slider", name="The blank, off the middle")
        box = handle.bounding_box()
        assert box is not None
        middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)

        def drag(by: float) -> None:
            page.mouse.move(*middle)
            page.mouse.down()
            page.mouse.move(middle[0] + by, middle[1], steps=4)
            page.mouse.up()

        drag(40)
        expect(self.bead(page, "overhang")).not_to_have_text(re.compile(r"^50"))
        stage = Piece.objects.get(name="Drum shade").stages.get()
        self.assertRegex(stage.inputs["layup"]["offset"], r"^\d+(\.\d)? mm$")
        middle = (middle[0] + 40, middle[1])
        drag(-37)
        expect(self.bead(page, "overhang")).to_contain_text("50")

    def test_layers_change_places_by_keys(self) -> None:
        page = self.begin("Lay flat", "Signal plate")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("button", name="Lay another layer").click()
        upper = self.field(page, "layup.layers.1.thick")
        expect(upper).to_have_value("3 mm")
        upper.fill("2 mm")
        upper.press("Enter")
        expect(self.bead(page, "thickness")).to_contain_text("8")
        upper.press("Alt+ArrowUp")
        expect(self.field(page, "layup.layers.0.thick")).to_have_value("2 mm")


class Cutting(FamiliesTest):
    def test_a_blank_is_cut_by_plan_and_its_off_cuts_go_to_the_rack(self) -> None:
        kind = GlassKind.objects.of(self.studio).get(key="fusing-90-clear")
        details = {"thickness": "6 mm", "length": "800 mm", "width": "500 mm"}
        StockItem.objects.create(studio=self.studio, kind=kind, form="sheet", mass_kg=6.0, details=details)
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("link", name="How it is cut").click()
        expect(page.get_by_text("1 blank from 1 sheet")).to_be_visible()
        expect(page.get_by_text("340 mm from the").first).to_be_visible()
        page.get_by_label("Allowance for edges").fill("6 mm")
        page.keyboard.press("Tab")
        expect(page.get_by_text("336 mm from the").first).to_be_visible()
        page.get_by_role("button", name="It is cut").click()
        expect(page.get_by_role("status")).to_contain_text("2 off-cuts are on it")
        self.assertEqual(StockItem.objects.filter(details__note__startswith="off-cut").count(), 2)
        expect(page.get_by_text("Sheet A, 464 mm")).to_be_visible()  # the next one comes out of an off-cut

    def test_a_blank_is_printed_as_a_pattern_at_its_size(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("link", name="Its pattern, 1 : 1").click()
        expect(page.get_by_text("330 mm × 330 mm, on 4 sheets")).to_be_visible()
        page.get_by_role("link", name="Back to the piece").click()
        expect(page.get_by_role("slider", name="Move the glass through the firing")).to_be_visible()

    def test_a_margin_that_cannot_be_is_told_and_kept(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        page.get_by_role("link", name="Lay-up").click()
        page.get_by_role("link", name="How it is cut").click()
        page.get_by_label("Allowance for edges").fill("soon")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert")).to_contain_text("cannot be read as a length")
        expect(page.get_by_label("Allowance for edges")).to_have_value("soon")


class ByKeyboard(FamiliesTest):
    def begin_by_keys(self, family: int, name: str) -> Page:
        """Families are radio buttons: so many arrows to the right of the first."""
        page = self.open("/pieces")
        expect(page.get_by_text("Lamp-room prism")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_label("Name", exact=True)).to_be_focused()
        page.keyboard.type(name)
        expect(page.locator(".processes label").first).to_be_visible()
        expect(page.get_by_label("Name", exact=True)).to_have_value(name)
        page.keyboard.press("Shift+Tab")
        page.keyboard.press("Shift+Tab")
        for _ in range(family):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_text(list(FAMILIES.values())[family].says)).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name=name)).to_be_visible()
        page.keyboard.press("3")
        return page

    def test_a_press_a_drape_and_a_hung_bottle(self) -> None:
        for family, name, told in (
            (2, "Tide token", "washed shelves"),
            (4, "Drum shade", "It is down by"),
            (5, "Ink bottle", "touches the floor at"),
        ):
            with self.subTest(name):
                page = self.begin_by_keys(family, name)
                expect(page.locator(".answer")).to_contain_text(told)
                page.keyboard.press("4")
                expect(page.locator(".answer")).to_contain_text("Open the lid")
                page.close()
