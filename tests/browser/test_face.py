"""What the face does for whoever sits before it: little to fetch, words that are told, a hand that leads."""

from __future__ import annotations

import gzip
import re
from pathlib import Path
from urllib.parse import urlsplit

from django.conf import settings
from playwright.sync_api import Page, expect

from studio.models import Firing, Piece
from tests.browser.base import BrowserTest

DIST = Path(settings.ROOT) / "web" / "dist"
# what is fetched only when there is nothing else to do counts for no page
NO_IDLE = "window.requestIdleCallback = () => 0"


class Weight(BrowserTest):
    def fetched(self, path: str, seen: str) -> tuple[int, float]:
        """How many requests a page takes, and KiB of scripts and styles as they travel."""
        page = self.open("/api/session")
        page.add_init_script(NO_IDLE)
        self.requests.clear()
        page.goto(self.live_server_url + path)
        expect(page.locator("main")).to_contain_text(seen)
        page.wait_for_timeout(300)
        asked = [urlsplit(url).path for url in self.requests if not url.startswith(("data:", "blob:"))]
        files = {name for name in asked if name.endswith((".js", ".css"))}
        self.told = sorted(files)
        packed = sum(len(gzip.compress((DIST / name.removeprefix("/static/")).read_bytes())) for name in files)
        page.close()
        return len(asked), packed / 1024

    def test_the_first_page_and_a_piece_are_light(self) -> None:
        asked, packed = self.fetched("/pieces", "Lamp-room prism")
        self.assertLessEqual(asked, 25, self.requests)
        self.assertLessEqual(packed, 110, self.told)
        for station in ("cradle", "glass", "layup", "heat", "before", "fire", "after"):
            with self.subTest(station):
                asked, packed = self.fetched(f"/pieces/{self.piece.pk}/{station}", "Lamp-room prism")
                self.assertLessEqual(asked, 25, self.requests)
                self.assertLessEqual(packed, 180, self.told)


class Told(BrowserTest):
    def test_a_dotted_word_tells_its_meaning_by_touch_and_all_by_a_key(self) -> None:
        page = self.at_piece("heat")
        expect(page.locator("article.piece")).to_contain_text("because")
        word = page.locator("abbr[data-says]").first
        word.click()
        told = page.get_by_role("complementary", name="What words mean")
        expect(told).to_contain_text(word.get_attribute("data-says") or "nothing")
        page.keyboard.press("Escape")
        expect(told).to_have_count(0)
        page.locator("h1").click()
        page.keyboard.press("Escape")
        page.keyboard.press("m")
        expect(told.locator("dt")).not_to_have_count(0)
        told.get_by_role("link", name="All words").click()
        expect(page.get_by_role("heading", name="Words")).to_be_visible()
        page.get_by_role("searchbox", name="Find").fill("respirator")
        expect(page.locator("dt")).to_have_text(["powder"])

    def test_a_graph_is_read_by_keys(self) -> None:
        page = self.open("/kit")
        graph = page.get_by_role("figure", name=re.compile("Planned and measured"))
        graph.focus()
        for _ in range(12):
            page.keyboard.press("ArrowRight")
        expect(graph.locator(".read")).to_have_text(re.compile(r"^3\.\d h: planned \d{3}, measured \d{3} °C$"))
        page.keyboard.press("Escape")
        expect(graph.locator(".read")).to_have_text("")


class Led(BrowserTest):
    def begin(self) -> Page:
        page = self.open("/pieces")
        page.get_by_role("button", name="New piece").first.click()
        page.get_by_label("Name").fill("Gull dish")
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Gull dish")).to_be_visible()
        return page

    def test_a_new_piece_asks_one_thing_after_another_and_then_never_again(self) -> None:
        page = self.begin()
        lead = page.locator(".lead")
        expect(lead).to_contain_text("Next: how")
        asked = page.locator(".row.asked input")
        expect(asked).to_have_count(1)
        asked.fill("120 mm")
        asked.press("Enter")
        expect(lead).to_contain_text("how much of this glass is on the rack?")
        lead.get_by_role("link").click()
        expect(asked).to_have_count(1)
        asked.fill("9 kg")
        asked.press("Enter")
        expect(lead).to_contain_text("when shall it start?")
        lead.get_by_role("link").click()
        expect(page.locator(".answer")).to_contain_text(" in.")
        expect(page.get_by_role("button", name="Start when the kiln is free")).to_be_visible()
        expect(page.locator("article.piece")).not_to_contain_text(re.compile(r"\d\d:\d\d"))
        calendar = page.get_by_role("link", name="Calendar file")
        expect(calendar).to_have_count(0)  # none has a place for it
        page.get_by_role("combobox", name="No date, start at, or be ready by").click()
        page.get_by_role("option", name="starts").click()
        expect(page.locator(".answer")).to_contain_text(re.compile(r"\d\d:\d\d"))
        expect(lead).to_have_count(0)
        expect(calendar).to_have_count(1)
        page.reload()
        expect(page.locator(".answer")).to_contain_text(re.compile(r"\d\d:\d\d"))
        expect(lead).to_have_count(0)
        self.assertFalse(Firing.objects.get(stages__piece__name="Gull dish").inputs.get("undated"))

    def test_who_knows_the_way_is_led_no_more(self) -> None:
        page = self.begin()
        page.get_by_role("button", name="I know the way").click()
        expect(page.locator(".lead")).to_have_count(0)
        page.reload()
        expect(page.get_by_role("heading", name="Gull dish")).to_be_visible()
        expect(page.locator(".lead")).to_have_count(0)

    def test_undo_says_what_it_takes_back(self) -> None:
        page = self.at_piece()
        field = self.field(page, "cradle.line")
        field.fill("50 mm")
        field.press("Enter")
        undo = page.get_by_role("button", name=re.compile(r"^Undo\s*: "))
        expect(undo).to_be_visible()
        undo.click()
        expect(page.get_by_role("button", name=re.compile(r"^Redo\s*: "))).to_be_visible()
        expect(self.field(page, "cradle.line")).to_have_value("64 mm")


class Sizes(BrowserTest):
    def fits(self, page: Page) -> None:
        wide = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(wide[0], wide[1])

    def test_nothing_is_cut_off_at_twice_the_size_nor_with_big_text(self) -> None:
        at = f"/pieces/{self.piece.pk}"
        for path in (
            "/today",
            "/pieces",
            "/glass",
            "/kilns",
            "/sums/mix",
            at,
            f"{at}/heat",
            f"{at}/fire",
            f"{at}/after",
        ):
            for width, height, big in ((640, 400, ""), (1280, 800, "yes"), (390, 844, "yes")):
                page = self.open(path, width=width, height=height, storage={"big": big} if big else None)
                expect(page.locator("h1").first).to_be_visible()
                page.wait_for_timeout(200)
                with self.subTest(path, width=width, big=big):
                    self.fits(page)
                page.close()

    def test_big_text_is_kept(self) -> None:
        page = self.open("/pieces")
        page.get_by_role("button", name="Bigger").click()
        size = "getComputedStyle(document.documentElement).fontSize"
        self.assertEqual(page.evaluate(size), "20px")
        page.reload()
        expect(page.get_by_role("button", name="Smaller")).to_be_visible()
        self.assertEqual(page.evaluate(size), "20px")


class Turned(BrowserTest):
    def test_what_comes_out_is_fetched_when_it_is_opened_and_saved_as_it_is(self) -> None:
        page = self.at_piece("after", is_folded=True)
        expect(page.locator("article.piece")).to_contain_text("Nothing has come out yet")
        page.wait_for_timeout(300)
        self.assertFalse([url for url in self.requests if "/layup/shape" in url])
        page.locator("summary", has_text="Turn what comes out").press("Enter")
        expect(page.locator("canvas, .margin-note").first).to_be_visible()
        with page.expect_download() as saved:
            page.get_by_role("link", name="STL").click()
        self.assertEqual(saved.value.suggested_filename, "lamp-room-prism.stl")
        self.assertGreater(Path(saved.value.path()).stat().st_size, 1000)
        self.assertTrue(Piece.objects.filter(pk=self.piece.pk).exists())
