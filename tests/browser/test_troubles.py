"""What goes wrong: nonsense, two windows, a stopped server, long lists. Nothing typed is lost."""

from __future__ import annotations

from playwright.sync_api import Route, expect

from studio.demo.load import load_many
from tests.browser.base import BrowserTest


class Typing(BrowserTest):
    def test_nonsense_stays_where_it_was_typed_with_the_reason(self) -> None:
        page = self.at_piece()
        field = self.field(page, "cradle.level.bore")
        for typed, words in (
            ("-3", "expected a vessel bore above 0 mm, got -3"),
            ("abc", "cannot be read as a length"),
            ("1e9 km", "of at most 1000 mm, got 1e9 km"),
            ("", "nothing is written here"),
        ):
            with self.subTest(typed):
                field.fill(typed)
                field.press("Enter")
                expect(page.get_by_role("alert").filter(has_text=words)).to_be_visible()
                expect(field).to_have_value(typed)
        self.assertEqual(self.stored().version, 1)
        field.fill("2.9 in")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        expect(field).to_have_value("73.7 mm")

    def test_escape_brings_the_standing_value_back(self) -> None:
        page = self.at_piece()
        field = self.field(page, "cradle.level.bore")
        field.fill("abc")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_be_visible()
        field.press("Escape")
        expect(field).to_have_value("74 mm")
        expect(page.get_by_role("alert")).to_have_count(0)

    def test_a_refused_text_outlives_a_reload(self) -> None:
        page = self.at_piece()
        self.field(page, "cradle.level.bore").fill("abc")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_be_visible()
        page.reload()
        expect(self.field(page, "cradle.level.bore")).to_have_value("abc")

    def test_inches_and_ounces(self) -> None:
        page = self.at_piece(storage={"system": "us"})
        expect(self.field(page, "cradle.level.bore")).to_have_value("2.91 in")
        self.field(page, "cradle.level.fall").fill("2 7/8")
        page.keyboard.press("Enter")
        expect(self.field(page, "cradle.level.fall")).to_have_value("2 7/8 in")
        expect(self.bead(page, "charge_mass")).to_contain_text("1 lb")
        self.assertEqual(self.stored().stages.get().inputs["cradle"]["level"]["fall"], "2 7/8 in")


class TwoWindows(BrowserTest):
    def test_the_later_one_chooses(self) -> None:
        first, second = self.at_piece(), self.at_piece()
        expect(self.bead(second, "cradle_volume")).to_contain_text("311")
        self.field(first, "cradle.level.fall").fill("80 mm")
        first.keyboard.press("Enter")
        expect(self.bead(first, "cradle_volume")).to_contain_text("344")
        self.field(second, "cradle.level.fall").fill("60 mm")
        second.keyboard.press("Enter")
        dialog = second.get_by_role("dialog")
        expect(dialog).to_contain_text("60 mm")
        expect(dialog).to_contain_text("80 mm")
        self.assertEqual(self.stored().version, 2)
        dialog.get_by_role("button", name="Write mine on top").click()
        expect(self.bead(second, "cradle_volume")).to_contain_text("258")
        self.assertEqual(self.stored().version, 3)

        self.field(first, "cradle.level.fall").fill("90 mm")
        first.keyboard.press("Enter")
        first.get_by_role("button", name="Keep what stands").click()
        expect(self.bead(first, "cradle_volume")).to_contain_text("258")
        expect(self.field(first, "cradle.level.fall")).to_have_value("60 mm")


class AnotherHand(BrowserTest):
    def test_a_field_that_was_only_looked_at_is_nobodys_edit(self) -> None:
        """The value changes elsewhere while the cursor stands in the field: leaving it writes nothing back."""
        page = self.at_piece()
        field = self.field(page, "cradle.level.fall")
        field.focus()
        elsewhere = self.at_piece()
        self.field(elsewhere, "cradle.level.fall").fill("80 mm")
        elsewhere.keyboard.press("Enter")
        expect(self.bead(elsewhere, "cradle_volume")).to_contain_text("344")
        page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        expect(field).to_have_value("80 mm")
        field.press("Tab")
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        self.assertEqual(self.stored().version, 2)

    def test_what_is_being_typed_is_never_changed_under_the_hand(self) -> None:
        page = self.at_piece()
        field = self.field(page, "cradle.level.fall")
        self.field(page, "cradle.level.bore").fill("75 mm")
        page.keyboard.press("Tab")
        field.fill("7")
        expect(self.bead(page, "cradle_volume")).to_contain_text("320")
        expect(field).to_have_value("7")
        field.press("Escape")
        expect(field).to_have_value("72.4 mm")


class OlderAnswers(BrowserTest):
    def test_what_was_read_before_an_edit_does_not_come_after_it(self) -> None:
        """A window comes back to the front while an edit is on its way, and what it then reads arrives last."""
        page = self.at_piece()
        expect(self.bead(page, "cradle_volume")).to_contain_text("311")
        held: list[Route] = []
        older = page.request.get(f"{self.live_server_url}/api/pieces/{self.piece.pk}?stage=")

        def hold(route: Route) -> None:
            if route.request.method == "GET" and not held:
                held.append(route)
                return
            if route.request.method == "PATCH" and not held:
                page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")
            route.continue_()

        page.route(f"**/api/pieces/{self.piece.pk}?*", hold)
        page.route(f"**/api/pieces/{self.piece.pk}", hold)
        self.field(page, "cradle.level.fall").fill("80 mm")
        page.keyboard.press("Enter")
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        self.assertTrue(held, "nothing was read while the edit was on its way")
        held[0].fulfill(response=older)
        page.wait_for_load_state("networkidle")
        self.field(page, "cradle.level.fall").fill("90 mm")
        page.keyboard.press("Enter")
        expect(self.bead(page, "cradle_volume")).not_to_contain_text("344")
        expect(self.field(page, "cradle.level.fall")).to_have_value("90 mm")
        self.assertEqual(self.stored().version, 3)


class StoppedServer(BrowserTest):
    def test_what_is_typed_is_kept_and_sent_again(self) -> None:
        page = self.at_piece()
        expect(self.bead(page, "cradle_volume")).to_contain_text("311")
        page.route("**/api/**", self.cut_off)
        self.field(page, "cradle.level.fall").fill("80 mm")
        page.keyboard.press("Enter")
        expect(page.get_by_text("The studio cannot be reached.")).to_be_visible()
        expect(self.field(page, "cradle.level.fall")).to_have_value("80 mm")
        page.unroute("**/api/**")
        page.reload()
        expect(self.field(page, "cradle.level.fall")).to_have_value("80 mm")
        page.get_by_role("button", name="Send it again").click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("344")
        self.assertEqual(self.stored().stages.get().inputs["cradle"]["level"]["fall"], "80 mm")
        expect(page.get_by_role("button", name="Send it again")).to_have_count(0)

    def test_a_bare_number_keeps_its_unit_until_it_is_sent(self) -> None:
        page = self.at_piece(storage={"system": "us"})
        expect(self.bead(page, "cradle_volume")).to_contain_text("10.5")
        page.route("**/api/**", self.cut_off)
        self.field(page, "cradle.level.fall").fill("3")
        page.keyboard.press("Enter")
        expect(page.get_by_text("The studio cannot be reached.")).to_be_visible()
        page.unroute("**/api/**")
        page.get_by_title("Change units").click()
        page.get_by_role("button", name="Send it again").click()
        expect(self.field(page, "cradle.level.fall")).to_have_value("76.2 mm")

    def test_a_place_that_cannot_be_fetched_offers_another_try(self) -> None:
        page = self.open("/kilns")
        expect(page.get_by_role("heading", name="Tern")).to_be_visible()
        page.route("**/api/cradles?*", self.cut_off)
        page.get_by_role("link", name="Cradles").click()
        expect(page.get_by_role("button", name="Try again")).to_be_visible()
        page.unroute("**/api/cradles?*")
        page.get_by_role("button", name="Try again").click()
        expect(page.get_by_text("The shelf is empty.")).to_be_visible()

    def test_a_piece_that_is_not_there_is_said_so(self) -> None:
        page = self.open("/pieces/999999")
        expect(page.get_by_role("alert")).to_contain_text("There is no piece with this number.")
        page.goto(self.live_server_url + "/some/where")
        expect(page.get_by_role("heading", name="There is nothing here")).to_be_visible()


class ManyPieces(BrowserTest):
    def test_five_hundred_are_paged_and_searched(self) -> None:
        load_many(self.studio, 500)
        page = self.open("/pieces")
        expect(page.get_by_text("1 to 40 of 501")).to_be_visible()
        page.get_by_role("button", name="Older").click()
        expect(page.get_by_text("41 to 80 of 501")).to_be_visible()
        page.get_by_placeholder("Find a piece").fill("tile 499")
        expect(page.locator(".rows > li")).to_have_count(1)
        page.get_by_placeholder("Find a piece").fill("no such thing")
        expect(page.get_by_text("No piece has “no such thing” in its name.")).to_be_visible()


class SigningIn(BrowserTest):
    def test_a_stranger_is_asked_and_let_in(self) -> None:
        page = self.open("/pieces")
        page.get_by_role("button", name="Sign out").click()
        expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
        page.get_by_label("Name").fill("Wren")
        page.get_by_label("Password").fill("wrong")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("do not belong together")
        page.get_by_label("Password").fill("a long enough one")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Today")).to_be_visible()

    def test_the_first_visit_says_what_to_do(self) -> None:
        self.piece.delete()
        page = self.open("/pieces")
        expect(page.get_by_text("No pieces yet.")).to_be_visible()
