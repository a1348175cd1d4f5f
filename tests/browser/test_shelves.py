"""The rack, kinds of glass, cradles on the shelf, and the sums."""

from __future__ import annotations

from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import expect

from studio.actions.bringing_in import import_piece
from studio.models import Cradle, GlassKind, StockItem
from tests.browser.base import BrowserTest
from tests.documents import document


class Rack(BrowserTest):
    def test_weighed_in_found_copied_and_put_away(self) -> None:
        page = self.open("/glass")
        page.get_by_role("button", name="Weigh something in").click()
        expect(page.get_by_label("Where it is")).to_be_visible()
        page.get_by_label("Where it is").fill("bay 9, blue bucket")
        page.keyboard.press("Enter")
        expect(page.get_by_text("bay 9, blue bucket").first).to_be_visible()
        page.get_by_label("Find on the rack").fill("blue")
        expect(page.get_by_text("1 of 2, together")).to_be_visible()
        page.locator("li .acts").get_by_role("button", name="Copy").first.click()
        expect(page.get_by_text("2 of 3, together")).to_be_visible()
        page.locator("li .acts").get_by_role("button", name="Put away").first.click()
        expect(page.get_by_text("1 of 2, together")).to_be_visible()

    def test_a_table_is_read_all_or_nothing(self) -> None:
        page = self.open("/glass")
        with TemporaryDirectory() as folder:
            bad, good = Path(folder, "bad.csv"), Path(folder, "good.csv")
            good.write_text('kind,form,weight\n"float, clear",sheet,5 kg\n"float, clear",billet,2 lb\n')
            bad.write_text("kind,form,weight\nmoon glass,sheet,5 kg\n")
            picker = page.locator('input[accept=".csv,text/csv"]')
            picker.set_input_files(bad)
            expect(page.get_by_text("line 2: there is no glass called “moon glass”")).to_be_visible()
            expect(page.get_by_text("Nothing was added.")).to_be_visible()
            picker.set_input_files(good)
            expect(page.get_by_text("2 lines were added to the rack.")).to_be_visible()
        self.assertEqual(StockItem.objects.count(), 3)

    def test_a_kind_of_ones_own(self) -> None:
        page = self.open("/glass")
        page.get_by_role("button", name="New kind of glass").click()
        form = page.get_by_role("form", name="New kind of glass")
        form.get_by_label("Name").fill("gull grey")
        for name, typed in (("density", "2.5 g/cm3"), ("strain", "500"), ("annealing", "900"), ("softening", "720")):
            self.field(page, f"new.{name}").fill(typed)
        form.get_by_role("button", name="Keep this glass").click()
        expect(form.get_by_role("alert").first).to_contain_text("expected strain point below annealing point")
        self.field(page, "new.annealing").fill("540")
        form.get_by_role("button", name="Keep this glass").click()
        expect(page.get_by_role("heading", name="gull grey")).to_be_visible()
        expect(page.get_by_text("expansion unknown, which is not the same as fine")).to_be_visible()
        self.assertTrue(GlassKind.objects.filter(name="gull grey").exists())


class SetAside(BrowserTest):
    def test_glass_is_set_aside_used_and_given_back_by_undo(self) -> None:
        page = self.at_piece("glass")
        page.get_by_role("button", name="Set the glass aside").click()
        expect(page.get_by_text("Set aside for this piece:")).to_be_visible()
        page.get_by_role("button", name="It is in the kiln: take it off the rack").click()
        expect(page.get_by_text("Used, off the rack:")).to_be_visible()
        self.assertLess(StockItem.objects.get().mass_kg, 0.4)
        page.locator("h1").first.click()
        page.keyboard.press("Escape")
        page.keyboard.press("Control+z")
        expect(page.get_by_text("Set aside for this piece:")).to_be_visible()
        self.assertAlmostEqual(StockItem.objects.get().mass_kg, 1.12)

    def test_a_mix_and_a_slipped_decimal(self) -> None:
        page = self.at_piece("glass")
        page.get_by_role("button", name="Mix several grains").click()
        expect(page.locator(".answer")).to_contain_text("for the mix")
        weighed = self.field(page, "glass.mix.powder_weighed")
        weighed.fill("385 g")
        weighed.press("Enter")
        expect(page.get_by_text("A decimal point seems to have slipped")).to_be_visible()
        page.get_by_role("button", name="One form alone").click()
        expect(page.locator(".answer")).to_contain_text("nuggets on the rack")

    def test_another_glass_that_does_not_go_together(self) -> None:
        page = self.at_piece("glass")
        page.get_by_role("button", name="Put another glass in").click()
        expect(page.get_by_text("differ by").first).to_be_visible()
        page.get_by_role("button", name="Take the last one out").click()
        expect(page.get_by_text("differ by")).to_have_count(0)


class Shelf(BrowserTest):
    def test_release_condition_and_drying_are_written_down(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Keep it on the shelf").click()
        page.get_by_role("button", name="fitted", exact=True).click()
        expect(page.get_by_text("Written down with this cradle.")).to_be_visible()
        page.get_by_role("link", name="Release, fillings, photograph").click()
        expect(page.get_by_text("Glass welds to what is not coated.")).to_be_visible()
        page.get_by_role("button", name="Write it down").click()
        expect(page.get_by_text("kiln wash, 4 coats")).to_be_visible()
        page.get_by_label("Condition").fill("hairline at the rim")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Start the clock now").click()
        expect(page.get_by_text("Dries for")).to_be_visible()
        expect(page.get_by_label("Condition")).to_have_value("hairline at the rim")
        page.get_by_label("Stands up to").fill("very hot")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("cannot be read as a temperature")
        care = Cradle.objects.get().care
        self.assertEqual(
            (care["condition"], care["release"][0]["coats"], care["fills"][0]["how"]),
            ("hairline at the rim", 4, "fitted"),
        )

    def test_the_last_filling_becomes_a_way_of_measuring(self) -> None:
        self.piece = import_piece(self.studio, document(glass__charge="700 g"))
        page = self.at_piece()
        page.get_by_role("button", name="Keep it on the shelf").click()
        page.get_by_role("button", name="fitted", exact=True).click()
        expect(page.get_by_text("Written down with this cradle.")).to_be_visible()
        page.get_by_role("button", name="Last filling").click()
        expect(self.field(page, "cradle.last.mass")).to_have_value("686 g")


class Sums(BrowserTest):
    def test_a_sum_stands_in_its_address_and_goes_into_a_piece(self) -> None:
        page = self.open("/sums")
        page.get_by_role("link", name="Thickness and weight").click()
        expect(page.locator(".answer")).to_contain_text("6.04 mm")
        self.field(page, "mass").fill("1 lb")
        page.keyboard.press("Enter")
        expect(page.locator(".answer")).to_contain_text("8.06 mm")
        self.assertIn("mass=1+lb", page.url.replace("%20", "+"))
        page.reload()
        expect(page.locator(".answer")).to_contain_text("8.06 mm")
        self.field(page, "area").fill("-3")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("above 0 cm², got -3")
        page.goto(self.live_server_url + "/sums/swap?mass=500%20g")
        page.get_by_role("combobox", name="Piece").click()
        page.get_by_role("option", name="Lamp-room prism").click()
        page.get_by_role("button", name="Send the weight of glass into the piece").click()
        expect(self.field(page, "glass.charge")).to_have_value("590 g")

    def test_opened_from_a_piece_it_knows_the_piece(self) -> None:
        page = self.at_piece("glass")
        page.get_by_role("link", name="will it topple").click()
        expect(page.get_by_role("heading", name="Will it topple")).to_be_visible()
        expect(self.field(page, "centre")).not_to_have_value("40 mm")
        page.get_by_role("button", name="Tips over at").click()
        expect(page.get_by_role("dialog")).to_contain_text("atan")

    def test_cavities_are_written_as_lines(self) -> None:
        page = self.open("/sums/share")
        page.get_by_label("Cavities, one a line").fill("pull 30 g x 4")
        page.keyboard.press("Tab")
        expect(page.locator(".answer")).to_contain_text("120 g")
        page.get_by_label("Cavities, one a line").fill("nonsense")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert")).to_contain_text("line 1, “nonsense”")
