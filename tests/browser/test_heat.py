"""The heat station whole: steps moved by hand, closer looks, schedules, chains, comparisons; kilns with logs."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from studio.models import Kiln, Piece
from tests.browser.base import BrowserTest
from tests.core.test_kiln_logs import LOGS


class Line(BrowserTest):
    def own(self) -> dict[str, dict[str, str]]:
        return Piece.objects.get().stages.get().firing.inputs.get("segments", {})

    def test_a_step_is_dragged_undone_and_moved_by_keys(self) -> None:
        page = self.at_piece("heat")
        peak = page.get_by_role("button", name="Step 4: Cast, 822 °C")
        box = peak.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y - 8, steps=4)
        expect(page.locator(".ghost")).to_be_visible()
        page.mouse.move(x, y - 14, steps=4)
        page.mouse.up()
        expect(page.locator(".steps")).to_contain_text("Cast ✎")
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()  # kept, no longer only tried
        self.assertTrue(self.own()["cast"]["to"].endswith("°C"))
        self.assertGreater(float(self.own()["cast"]["to"].split()[0]), 830)
        page.keyboard.press("Control+z")
        expect(page.locator(".steps")).not_to_contain_text("✎")
        page.get_by_role("button", name="Step 4: Cast, 822 °C").focus()
        page.keyboard.press("ArrowUp")
        expect(page.get_by_role("button", name="Step 4: Cast, 827 °C")).to_be_focused()
        page.keyboard.press("Shift+ArrowDown")
        expect(page.get_by_role("button", name="Step 4: Cast, 826 °C")).to_be_visible()
        for _ in range(3):  # faster than the server answers: none is lost
            page.keyboard.press("ArrowUp")
        expect(page.get_by_role("button", name="Step 4: Cast, 841 °C")).to_be_visible()
        page.get_by_role("button", name="Step 5: Fall, then soak, end of its hold").focus()
        page.keyboard.press("ArrowRight")
        expect(page.locator(".steps")).to_contain_text("10 h 55 min")

    def test_a_step_is_set_in_words_and_let_go(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="Slow cooling", exact=True).click()
        rate = self.field(page, "heat.segments.anneal.rate")
        rate.fill("40 C/h")
        rate.press("Enter")
        expect(page.locator(".answer").first).to_contain_text("more strain stays in the glass")
        rate.fill("as fast as you like")
        rate.press("Enter")
        expect(page.locator(".editor").get_by_role("alert")).to_be_visible()
        expect(rate).to_have_value("as fast as you like")
        rate.press("Escape")
        page.get_by_role("button", name="Work it out again").click()
        expect(page.locator(".steps")).not_to_contain_text("✎")
        self.assertEqual(self.own(), {})

    def test_looking_closer_by_button_and_by_key(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="Peak", exact=True).click()
        expect(page.get_by_role("button", name="Peak", exact=True)).to_have_attribute("aria-pressed", "true")
        expect(page.get_by_role("button", name="Step 4: Cast, end of its hold")).to_be_visible()
        line = page.get_by_role("group", name="Heat line")
        line.focus()
        page.keyboard.press("0")
        expect(page.get_by_role("button", name="Whole")).to_have_attribute("aria-pressed", "true")
        page.keyboard.press("+")
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("button", name="Whole")).to_have_attribute("aria-pressed", "false")

    def test_why_this_rate_shows_the_strain_through_the_thickness(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="Slow cooling", exact=True).click()
        page.get_by_role("button", name="Why: slow cooling").click()
        drawer = page.get_by_role("dialog")
        expect(drawer).to_contain_text("Through the thickness, when cold")
        expect(drawer.get_by_role("img", name="Stress left in the glass")).to_be_visible()

    def test_the_hours_can_be_read_in_a_table(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="Hours in a table").click()
        rows = page.locator("#heat-panel tbody tr")
        expect(rows.nth(40)).to_be_visible()
        expect(rows.first).to_contain_text("0 min")
        expect(rows.last).to_contain_text("°C")


class Looks(BrowserTest):
    def paste(self, page: Page, text: str) -> None:
        page.get_by_role("button", name="Somebody else’s schedule").click()
        page.locator("textarea").fill(text)
        page.get_by_role("button", name="Judge it").click()

    def test_a_schedule_is_pasted_judged_and_laid_beside_ours(self) -> None:
        page = self.at_piece("heat")
        self.paste(page, "300 F/h to 1380 F hold 2 h\nfull to 896 F hold 2 h\n100 F/h to 640 F")
        expect(page.locator("#heat-panel")).to_contain_text("Read as 3 steps in °F")
        expect(page.locator("#heat-panel")).to_contain_text("Not like this")
        page.get_by_role("link", name="Beside this plan").click()
        expect(page.get_by_role("heading", name="the pasted schedule")).to_be_visible()
        expect(page.locator(".answer")).to_contain_text("shorter")
        page.get_by_role("combobox", name="Second programme").click()
        page.get_by_role("option", name="gentle").click()
        expect(page.locator(".answer")).to_contain_text("longer")
        page.get_by_role("button", name="Back to the piece").click()
        expect(page.get_by_role("group", name="Heat line")).to_be_visible()

    def test_a_schedule_that_cannot_be_read_stays_and_is_told(self) -> None:
        page = self.at_piece("heat")
        self.paste(page, "a bit more 3 or 4 than 5 last time")
        expect(page.locator("#heat-panel")).to_contain_text("Not judged yet: line 1")
        expect(page.locator("textarea")).to_have_value("a bit more 3 or 4 than 5 last time")

    def test_what_is_not_clear_is_put_right_where_it_stands_and_then_judged(self) -> None:
        page = self.at_piece("heat")
        self.paste(page, "150 C/h to 663 C hold 30 min, then 120 an hour to 822, hold 2\nfull to 480 C hold 10 h")
        panel = page.locator("#heat-panel")
        expect(panel).to_contain_text("Read as 3 steps in °C. Not judged yet: line 1")
        expect(panel).to_contain_text("is a hold of 2 meant for 2 h or 2 min?")
        expect(panel.get_by_role("link", name="Beside this plan")).to_have_count(0)
        line = panel.get_by_role("textbox", name="Line 1")
        line.fill("150 C/h to 663 C hold 30 min, then 120 an hour to 822, hold 2 h")
        line.press("Enter")
        line.blur()
        expect(panel).to_contain_text("hold 2 h")
        expect(panel.get_by_role("link", name="Beside this plan")).to_be_visible()
        expect(page.locator("textarea")).to_have_value(
            "150 C/h to 663 C hold 30 min, then 120 an hour to 822, hold 2 h\nfull to 480 C hold 10 h"
        )

    def test_the_handbooks_table_is_a_target_of_its_own(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="by table").click()
        expect(page.get_by_text("By the handbook’s table of thick slabs")).to_be_visible()
        expect(self.bead(page, "soak")).to_contain_text("10 h 40")
        expect(page.locator(".steps")).to_contain_text("2.2 °C/h")

    def test_may_it_be_switched_off(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("button", name="May I switch it off?").click()
        expect(page.locator("#heat-panel")).to_contain_text("not before")
        expect(page.locator("#heat-panel tbody tr")).to_have_count(3)

    def test_ready_by_starts_it_earlier(self) -> None:
        page = self.at_piece("heat")
        page.get_by_role("combobox", name="No date, start at, or be ready by").click()
        page.get_by_role("option", name="ready by").click()
        expect(page.get_by_text("Start it")).to_be_visible()
        expect(self.bead(page, "opens_at")).to_contain_text("Mon 23 Nov")
        expect(page.get_by_role("link", name="Calendar file")).to_have_attribute(
            "href", f"/api/pieces/{self.piece.pk}/heat/calendar?stage=main"
        )


class Kilns(BrowserTest):
    def test_a_log_is_shown_with_its_fit_and_taken_over(self) -> None:
        page = self.open("/kilns")
        sheet = page.locator("article", has_text="Tern")
        sheet.locator("input[type=file]").set_input_files(str(LOGS / "reads-plain-minutes.csv"))
        expect(sheet.get_by_role("img", name="The log, and the fall as fitted")).to_be_visible()
        sheet.get_by_role("button", name="Take these times over").click()
        expect(sheet).to_contain_text("From a log: reads-plain-minutes.csv")
        self.assertTrue(Kiln.objects.get(name="Tern").document["fall"].endswith(" h"))

    def test_a_wrong_file_is_told_and_changes_nothing(self) -> None:
        page = self.open("/kilns")
        sheet = page.locator("article", has_text="Tern")
        sheet.locator("input[type=file]").set_input_files(str(LOGS / "refused-words.csv"))
        expect(sheet.get_by_role("alert")).to_contain_text("expected")

    def test_places_and_the_controller(self) -> None:
        page = self.open("/kilns")
        sheet = page.locator("article", has_text="Tern")
        sheet.get_by_role("button", name="Add a place").click()
        offset = sheet.get_by_role("textbox", name="front: hotter than the middle by")
        offset.fill("-9 C")
        offset.press("Enter")
        expect(sheet.get_by_role("img", name="Floor of Tern from above")).to_contain_text("−9 K")
        offset.fill("cool")
        offset.press("Enter")
        expect(sheet.get_by_role("alert")).to_be_visible()
        self.field(page, "Tern.most_steps").fill("6")
        page.keyboard.press("Enter")
        expect(self.field(page, "Tern.most_steps")).to_have_value("6")
        self.wait_for_kiln("6")

    def test_what_it_is_lined_with_tells_how_it_falls(self) -> None:
        page = self.open("/kilns")
        sheet = page.locator("article", has_text="Tern")
        before = sheet.locator("p").first.inner_text()
        sheet.get_by_role("combobox", name="Lined with").click()
        page.get_by_role("option", name="fibre").click()
        expect(sheet.locator("p").first).not_to_have_text(before)
        hour = self.field(page, "Tern.first_hour")
        hour.fill("150 K")
        hour.press("Enter")
        expect(self.field(page, "Tern.first_hour")).to_have_value("150 K")
        rise = self.field(page, "Tern.rise")
        rise.fill("70 min")
        rise.press("Enter")
        expect(sheet.get_by_role("alert")).to_contain_text("come to rest")
        expect(rise).to_have_value("70 min")

    def wait_for_kiln(self, steps: str) -> None:
        page = self.open("/kilns")
        expect(self.field(page, "Tern.most_steps")).to_have_value(steps)
