"""A new piece from measuring to the print card, by mouse and by keyboard alone."""

from __future__ import annotations

import json

from playwright.sync_api import expect

from studio.models import Cradle, Piece, StockItem
from tests.browser.base import BrowserTest


class ByMouse(BrowserTest):
    def test_a_new_piece_from_cradle_to_card(self) -> None:
        page = self.open("/pieces")
        page.get_by_role("button", name="New piece").click()
        page.get_by_label("Name").fill("Tide token")
        page.get_by_role("combobox", name="Mould or dam").click()
        page.get_by_role("option", name="a new one: cone").click()
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Tide token")).to_be_visible()
        expect(page.get_by_text("These are starting sizes.")).to_be_visible()

        page.locator('[data-dimension="parts.0.top"]').click()
        page.get_by_label("top width", exact=True).fill("4 in")
        page.keyboard.press("Enter")
        expect(page.locator('[data-dimension="parts.0.top"]')).to_have_text("101.6 mm")
        expect(page.get_by_text("These are starting sizes.")).to_have_count(0)
        expect(page.locator(".was", has_text="top width").first).to_be_visible()

        page.get_by_role("link", name="Go on to the glass").click()
        expect(page.locator(".answer")).to_contain_text("Enough")
        page.get_by_role("link", name="Go on to the lay-up").click()
        expect(page.locator(".answer")).to_contain_text("Melted it stands")
        page.get_by_role("link", name="Go on to the heat").click()
        expect(page.locator(".answer")).to_contain_text("Switch off at")
        page.get_by_role("button", name="Step 5: Fall, then soak").first.click()
        expect(page.locator(".call")).to_contain_text("annealing point")
        page.get_by_role("button", name="gentle").click()
        expect(page.locator(".was", has_text="strain target").first).to_be_visible()
        piece = Piece.objects.get(name="Tide token")
        self.assertEqual(piece.stages.get().inputs["heat"]["target"], "gentle")

        page.get_by_role("link", name="Print card").click()
        expect(page.get_by_role("heading", name="Tide token")).to_be_visible()
        expect(page.locator(".steps tbody tr")).to_have_count(9)

    def test_the_other_ways_of_measuring(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Water weight").click()
        self.field(page, "cradle.drained.mass").fill("11 oz")
        page.keyboard.press("Tab")
        expect(self.bead(page, "cradle_volume")).to_contain_text("312")
        page.get_by_role("button", name="no", exact=True).click()
        expect(page.get_by_text("The mould was dry")).to_be_visible()
        page.get_by_role("button", name="Sizes").click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("307")

    def test_shapes_are_changed_stacked_and_taken_off(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Set a part on top").click()
        expect(page.locator('[data-dimension="parts.1.bore"]')).to_be_visible()
        page.get_by_role("button", name="Take the top part off").click()
        expect(page.locator('[data-dimension="parts.1.bore"]')).to_have_count(0)
        page.get_by_role("combobox", name="Shape").click()
        page.get_by_role("option", name="Box").click()
        expect(page.locator('[data-dimension="parts.0.length"]')).to_be_visible()

    def test_a_cradle_is_shelved_and_begins_the_next_piece(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Keep it on the shelf").click()
        expect(page.get_by_text("Plaster cone is on the shelf.")).to_be_visible()
        page.get_by_role("link", name="Cradles").click()
        expect(page.get_by_text("311 mL")).to_be_visible()
        page.locator("li", has_text="Plaster cone").hover()  # what can be done with a row shows where somebody is at it
        page.get_by_role("button", name="Put away Plaster cone").click()
        expect(page.get_by_text("The shelf is empty.")).to_be_visible()
        self.assertTrue(Cradle.objects.get().is_archived)

    def test_the_rack_is_weighed_from_the_piece(self) -> None:
        page = self.at_piece("glass")
        expect(page.locator(".answer")).to_contain_text("Enough")
        self.field(page, "glass.rack").fill("1 lb")
        page.keyboard.press("Tab")
        expect(page.locator(".answer")).to_contain_text("Not enough")
        self.assertAlmostEqual(StockItem.objects.get(studio=self.studio).mass_kg, 0.45359237)

    def test_a_copy_goes_out_and_comes_in_and_a_wrong_file_does_not(self) -> None:
        page = self.at_piece()
        with page.expect_download() as caught:
            page.get_by_role("link", name="Save a copy").click()
        path = caught.value.path()
        self.assertEqual(json.loads(path.read_text("utf-8"))["name"], "Lamp-room prism")
        page.get_by_role("link", name="Pieces").click()
        chooser = page.locator("[data-import] input")
        chooser.set_input_files({"name": "photo.json", "mimeType": "image/png", "buffer": b"\x89PNG\r\n"})
        expect(page.get_by_role("alert")).to_contain_text("photo.json was not brought in")
        bent = path.read_text("utf-8").replace('"30 mm"', '"-30 mm"').encode()
        chooser.set_input_files({"name": "bent.json", "mimeType": "application/json", "buffer": bent})
        expect(page.get_by_role("alert")).to_contain_text("expected a wall of at least 0 mm, got -30 mm")
        self.assertEqual(Piece.objects.count(), 1)
        chooser.set_input_files({"name": "good.json", "mimeType": "application/json", "buffer": path.read_bytes()})
        expect(page.get_by_role("heading", name="Lamp-room prism")).to_be_visible()
        self.assertEqual(Piece.objects.count(), 2)

    def test_a_kiln_is_told_of_and_its_faults_stand_beside_their_fields(self) -> None:
        page = self.open("/kilns")
        page.get_by_role("button", name="New kiln").click()
        for label, typed in (
            ("Name", "Petrel"),
            ("Full power", "3 kW"),
            ("Empty to 800 °C", "4 h"),
            ("500 °C to 100 °C", "8 h"),
            ("Room at the time", "64 F"),
            ("Made for at most", "abc"),
            ("Inside width", "16 in"),
            ("Inside depth", "16 in"),
            ("Inside height", "12 in"),
        ):
            page.locator(".new-kiln").get_by_label(label).fill(typed)
        page.get_by_role("button", name="Keep this kiln").click()
        expect(page.locator(".new-kiln .fault")).to_contain_text("cannot be read as a temperature")
        page.locator(".new-kiln").get_by_label("Made for at most").fill("1700 F")
        page.get_by_role("button", name="Keep this kiln").click()
        expect(page.get_by_role("heading", name="Petrel")).to_be_visible()
        self.field(page, "Petrel.fall").fill("-2 h")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert")).to_contain_text("expected a time from 500 to 100 °C")


class ByKeyboard(BrowserTest):
    def test_a_new_piece_without_a_mouse(self) -> None:
        page = self.open("/pieces")
        expect(page.get_by_text("Lamp-room prism")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_label("Name")).to_be_focused()
        page.keyboard.type("Door pull")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Door pull")).to_be_visible()
        for _ in range(60):
            page.keyboard.press("Tab")
            if page.evaluate("document.activeElement.dataset.path") == "cradle.parts.0.bore":
                break
        page.keyboard.press("Control+a")
        page.keyboard.type("3 1/4 in")
        page.keyboard.press("Tab")
        expect(self.bead(page, "cradle_volume")).to_contain_text("214")
        page.keyboard.press("Escape")
        page.evaluate("document.activeElement.blur()")
        page.keyboard.press("4")
        expect(page.locator(".heat-line")).to_be_visible()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("Working: Firing")
        page.keyboard.press("Escape")
        page.keyboard.press("p")
        expect(page.get_by_role("button", name="Back to the piece")).to_be_visible()

    def test_every_shortcut_and_none_while_typing(self) -> None:
        page = self.at_piece()
        expect(self.bead(page, "cradle_volume")).to_contain_text("311")
        page.keyboard.press("u")
        expect(self.bead(page, "cradle_volume")).to_contain_text("fl oz")
        page.keyboard.press("u")
        page.keyboard.press("2")
        expect(page.get_by_role("link", name="Glass enough")).to_have_attribute("aria-current", "step")
        page.keyboard.press("1")
        self.field(page, "cradle.level.fall").fill("80 mm")
        page.keyboard.press("u")
        expect(self.field(page, "cradle.level.fall")).to_have_value("80 mmu")
        page.keyboard.press("Backspace")
        page.keyboard.press("Enter")
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        page.evaluate("document.activeElement.blur()")
        page.keyboard.press("Control+z")
        expect(self.bead(page, "cradle_volume")).to_contain_text("311")
        page.keyboard.press("Control+Shift+z")
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        page.locator('[data-thread="charge_mass"]').focus()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("Working: Weigh out")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.keyboard.press("/")
        expect(page.get_by_placeholder("Find a piece")).to_be_focused()

    def test_a_number_on_the_drawing_is_typed_in_place(self) -> None:
        page = self.at_piece()
        line = page.locator('[data-dimension="line"]')
        line.focus()
        page.keyboard.press("Enter")
        page.keyboard.type("2 in")
        page.keyboard.press("Enter")
        expect(line).to_have_text("50.8 mm")
        expect(line).to_be_focused()
        page.keyboard.press("Enter")
        page.keyboard.type("9 m")
        page.keyboard.press("Escape")
        expect(line).to_have_text("50.8 mm")
