"""Each station and place in use: what is chosen is planned, what is pressed opens its working."""

from __future__ import annotations

from playwright.sync_api import expect

from studio.models import Piece, StockItem
from tests.browser.base import BrowserTest


class Heat(BrowserTest):
    def test_own_tension_temperature_and_holds(self) -> None:
        page = self.at_piece("heat")
        page.locator('section[aria-label="Strain target"]').get_by_role("button", name="own").click()
        self.field(page, "heat.own_target").fill("100 psi")
        page.keyboard.press("Enter")
        expect(self.field(page, "heat.own_target")).to_have_value("0.69 MPa")
        self.field(page, "heat.peak_at").fill("1400 F")
        page.keyboard.press("Enter")
        expect(page.locator(".steps")).to_contain_text("760 °C")
        expect(page.locator(".steps")).to_contain_text("your choice")
        self.field(page, "heat.peak_at").fill("")
        page.keyboard.press("Enter")
        expect(page.locator(".steps")).to_contain_text("822 °C")
        self.field(page, "heat.bubble_hold").fill("0 min")
        page.keyboard.press("Enter")
        expect(page.locator(".steps")).not_to_contain_text("Let bubbles out")

    def test_a_temperature_beyond_all_is_a_stop_and_the_answer(self) -> None:
        page = self.at_piece("heat")
        self.field(page, "heat.peak_at").fill("960 C")
        page.keyboard.press("Enter")
        expect(page.locator(".answer")).to_contain_text("Not like this.")
        expect(page.get_by_text("■ Stop").first).to_be_visible()
        self.field(page, "heat.peak_at").fill("9000 C")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("expected a peak temperature of at most 1400 °C, got 9000 C")

    def test_another_kiln_and_another_soak(self) -> None:
        page = self.at_piece("heat")
        before = self.bead(page, "opens_at").inner_text()
        page.get_by_role("combobox", name="Kiln").click()
        page.get_by_role("option", name="Eider").click()
        expect(page.get_by_text("Eider falls at", exact=False)).to_have_count(0)
        expect(page.locator('[data-thread="energy"]')).to_have_count(0)
        page.get_by_role("combobox", name="Soak by").click()
        page.get_by_role("option", name="heart and skin agree").click()
        expect(self.bead(page, "soak")).not_to_contain_text("10 h 40")
        self.assertNotEqual(self.bead(page, "opens_at").inner_text(), before)
        page.get_by_role("combobox", name="The glass is").click()
        page.get_by_role("option", name="held flat by the mould").click()
        expect(page.locator(".answer")).to_contain_text("cools like a free slab of")

    def test_a_start_that_has_passed_can_be_now(self) -> None:
        page = self.at_piece("heat")
        start = page.get_by_label("Starts")
        start.fill("2020-01-05T08:00")
        start.press("Enter")
        expect(page.get_by_text("This start has passed.")).to_be_visible()
        expect(page.locator(".heat-line")).to_contain_text("Sun 5")
        page.get_by_role("button", name="Start now").click()
        expect(page.get_by_text("This start has passed.")).to_have_count(0)

    def test_a_step_is_chosen_on_the_line_or_in_the_list_and_opens_its_working(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="Slow cooling", exact=True).click()
        expect(page.locator(".call")).to_contain_text("64 mm of glass counts here")
        page.get_by_role("button", name="Step 4: Cast, 822 °C").click()
        expect(page.locator(".call")).to_contain_text("closes up and runs here")
        page.get_by_role("button", name="Slow cooling", exact=True).click()
        page.get_by_role("button", name="Why: slow cooling").click()
        dialog = page.get_by_role("dialog")
        expect(dialog).to_contain_text("R = 24·(1 − ν)·κ·(0.2/0.45·σ) / (E·α·d²)")
        dialog.get_by_role("button", name="Thickness that counts").click()
        expect(dialog).to_contain_text("Working: Thickness that counts")

    def test_both_schools_and_what_is_left_open_their_working(self) -> None:
        page = self.at_piece("heat")
        for name, words in (
            ("Rule of thumb", "Two hours at the annealing point"),
            ("Until heart and skin agree", "The heart lags behind"),
            ("Left in the glass", "run through the thickness"),
            ("Energy", "loses to the room"),
        ):
            page.get_by_role("button", name=name).first.click()
            expect(page.get_by_role("dialog")).to_contain_text(words)
            page.keyboard.press("Escape")
            expect(page.get_by_role("dialog")).to_have_count(0)


class Glass(BrowserTest):
    def test_another_glass_another_form_another_weight(self) -> None:
        page = self.at_piece("glass")
        page.get_by_role("combobox", name="Glass").click()
        page.get_by_role("option", name="lead crystal").click()
        expect(page.get_by_text("This glass holds lead: not for food or drink.")).to_be_visible()
        expect(page.locator(".answer")).to_contain_text("None of it is on the rack")
        page.get_by_role("combobox", name="Form").click()
        page.get_by_role("option", name="powder").click()
        expect(page.get_by_text("Glass powder: respirator")).to_be_visible()
        self.field(page, "glass.charge").fill("1 lb")
        page.keyboard.press("Enter")
        expect(self.bead(page, "charge_mass")).to_contain_text("454")
        expect(page.get_by_text("short of the line")).to_be_visible()

    def test_the_rack_is_weighed_in_its_own_place(self) -> None:
        page = self.open("/glass")
        page.get_by_role("button", name="casting crystal, lead-free, nuggets").first.click()
        item = StockItem.objects.get(studio=self.studio)
        field = self.field(page, f"stock.{item.pk}.weight")
        field.fill("3 lb 4 oz")
        field.press("Enter")
        expect(field).to_have_value("1474 g")
        field.fill("-1 g")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("at least 0 g, got -1 g")
        field.press("Escape")
        expect(field).to_have_value("1474 g")
        jar, full = self.field(page, f"stock.{item.pk}.jar"), self.field(page, f"stock.{item.pk}.gross")
        jar.fill("310 g")
        jar.press("Enter")
        expect(jar).to_have_value("310 g")
        full.fill("810 g")
        full.press("Enter")
        expect(field).to_have_value("500 g")
        item.refresh_from_db()
        self.assertAlmostEqual(item.mass_kg, 0.5)


class Pieces(BrowserTest):
    def test_a_piece_is_renamed_put_away_and_put_back(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Lamp-room prism").click()
        page.get_by_label("Name of the piece").fill("  ")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("expected some words")
        page.get_by_role("button", name="Lamp-room prism").click()
        page.get_by_label("Name of the piece").fill("Lamp-room prism, second")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Lamp-room prism, second")).to_be_visible()
        page.get_by_role("button", name="Put away").click()
        expect(page.get_by_text("No pieces yet.")).to_be_visible()
        page.get_by_role("button", name="Show what is put away").click()
        page.get_by_role("link", name="Lamp-room prism, second").click()
        page.get_by_role("button", name="Put back").click()
        expect(page.get_by_role("link", name="Lamp-room prism, second")).to_be_visible()
        self.assertFalse(Piece.objects.get().is_put_away)

    def test_without_a_kiln_the_first_step_is_named(self) -> None:
        self.piece.delete()
        self.owner_without_kilns()
        page = self.open("/pieces")
        page.get_by_role("button", name="New piece").first.click()
        page.get_by_role("link", name="Tell us about yours first").click()
        expect(page.get_by_text("No kiln yet.")).to_be_visible()

    def owner_without_kilns(self) -> None:
        from studio.models import Firing, Kiln

        Firing.objects.all().delete()
        Kiln.objects.all().delete()

    def test_undo_and_redo_by_their_buttons_say_what_they_undo(self) -> None:
        page = self.at_piece()
        undo, redo = page.get_by_role("button", name="Undo"), page.get_by_role("button", name="Redo")
        expect(undo).to_be_disabled()
        self.field(page, "cradle.wall").fill("1 in")
        page.keyboard.press("Enter")
        expect(undo).to_have_attribute("title", "Undo: wall")
        undo.click()
        expect(self.field(page, "cradle.wall")).to_have_value("30 mm")
        expect(redo).to_have_attribute("title", "Redo: wall")
        redo.click()
        expect(self.field(page, "cradle.wall")).to_have_value("25.4 mm")

    def test_a_shape_that_does_not_go_says_why_and_changes_nothing(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Set a part on top").click()
        self.field(page, "cradle.line").fill("120 mm")
        page.keyboard.press("Enter")
        expect(self.bead(page, "thickness")).to_contain_text("120")
        page.get_by_role("button", name="Take the top part off").click()
        expect(page.get_by_role("alert")).to_contain_text(
            "Not changed: expected a casting line no higher than the brim"
        )
        expect(page.locator('[data-dimension="parts.1.bore"]')).to_be_visible()
