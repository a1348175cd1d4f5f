"""Steps at the bench by mouse, by keys alone and on a phone; the card tells all of it in order."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_kiln, save_rack
from studio.models import BenchRecord, GlassKind, Piece
from tests.browser.base import BrowserTest
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN
from tests.staged import one, stage


class BenchPages(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        save_kiln(self.studio, kiln=None, version=None, document=dict(BIG_KILN), system="metric")
        glass = GlassKind.objects.of(self.studio).get(key="fusing-90-clear")
        save_rack(glass, version=1, rack={"sheet": "40 kg"}, system="metric")
        bar = stage("polish", key="s0", layup__outline="oblong", layup__length="200 mm", layup__width="80 mm")
        bar["layup"]["layers"] = one("10 mm")
        whole = {**begun("full"), "name": "Bar", "stages": [bar, stage("tack", takes=1, key="s1")]}
        for told in whole["stages"]:
            told["heat"] |= {"kiln": dict(BIG_KILN), "undated": True}
            told["glass"]["kind"] = glass.document
        self.bar: Piece = import_piece(self.studio, whole)

    def kept(self) -> Piece:
        return Piece.objects.get(pk=self.bar.pk)

    def then(self, page: Page, name: str) -> None:
        page.get_by_role("button", name="Then …").click()
        page.get_by_role("dialog").get_by_role("button", name=name).click()
        expect(page.get_by_role("dialog")).to_have_count(0)

    def test_a_bar_is_cut_in_two_one_half_turned_over_and_dragged_elsewhere(self) -> None:
        page = self.open(f"/pieces/{self.bar.pk}/cradle")
        self.then(page, "cut apart")
        expect(page).to_have_url(re.compile(rf"/pieces/{self.bar.pk}/step/cut$"))
        expect(page.get_by_label("Findings")).to_contain_text("No cut is told yet")
        page.get_by_role("button", name="Cut across").click()
        expect(page.locator(".answer")).to_contain_text("2 pieces out of one")
        expect(page.get_by_label("What it gives")).to_contain_text("2 of them, each 99 mm by 80 mm")
        page.locator(".parts li", has_text="b").get_by_role("button", name="turn over").click()
        expect(page.get_by_label("What it gives")).to_contain_text("b turned over")
        cut = page.get_by_role("button", name="Cut 1, moved by the arrows")
        box = cut.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + box["width"] / 2 - 60, box["y"] + box["height"] / 2, steps=4)
        page.mouse.up()
        expect(page.get_by_label("What it gives").locator("li")).to_have_count(2)
        page.keyboard.press("Control+z")
        expect(page.get_by_label("What it gives").locator("li")).to_have_count(1)
        self.assertEqual(self.kept().bench[0]["cut"]["parts"], [{"letter": "b", "is_mirrored": True}])

    def test_by_keys_alone_a_hole_is_drilled_moved_and_told_to_be_done(self) -> None:
        page = self.open(f"/pieces/{self.bar.pk}/cradle")
        page.get_by_role("button", name="Then …").focus()
        page.keyboard.press("Enter")
        page.get_by_role("dialog").get_by_role("button", name="drill").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.get_by_role("button", name="One hole more").focus()
        page.keyboard.press("Enter")
        hole = page.get_by_role("button", name="Hole 1, moved by the arrows")
        expect(hole).to_be_visible()
        hole.focus()
        page.keyboard.press("Shift+ArrowLeft")
        expect(page.get_by_label("Right of the middle")).to_have_value(re.compile("10 mm"))
        wide = page.get_by_label("So wide")
        wide.focus()
        wide.fill("400 mm")
        page.keyboard.press("Enter")
        expect(page.get_by_label("Findings")).to_contain_text("breaks out of the glass")
        done = page.get_by_role("button", name="It is done")
        done.focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="It is not done yet")).to_be_visible()
        self.assertTrue(BenchRecord.objects.get().done_at)

    def test_a_place_that_is_none_keeps_what_was_typed(self) -> None:
        page = self.open(f"/pieces/{self.bar.pk}/cradle")
        self.then(page, "grind and polish")
        off = page.get_by_label("Off it")
        off.fill("-3")
        off.press("Enter")
        expect(page.locator(".fault").first).to_contain_text("got -3")
        expect(off).to_have_value("-3")
        page.reload()
        expect(page.get_by_label("Off it")).to_have_value("-3")

    def test_halves_are_joined_where_they_are_taken_in_and_the_card_tells_all_in_order(self) -> None:
        bench = [{"key": "saw", "does": "cut", "takes": [{"from": "s0", "count": 1}], "cut": {"lines": [{}]}}]
        Piece.objects.filter(pk=self.bar.pk).update(bench=bench)
        page = self.open(f"/pieces/{self.bar.pk}/layup?stage=s1")
        page.get_by_role("combobox", name="Take in").click()
        page.get_by_role("option", name="Cut apart").click()
        count = page.get_by_label("Of “Cut apart”")
        expect(count).to_have_value("1")
        count.fill("2")
        count.press("Enter")
        page.get_by_role("combobox", name="They lie").click()
        page.get_by_role("option", name="end to end").click()
        expect(page.locator(".chain")).to_contain_text("2 × 198 g")
        card = self.open(f"/pieces/{self.bar.pk}/card")
        order = card.get_by_role("region", name="In order").locator("li")
        expect(order).to_have_count(3)
        expect(order.nth(1)).to_contain_text("2 pieces out of one")
        expect(order.nth(1)).to_contain_text("Wet saw")

    def test_on_a_phone_nothing_scrolls_sideways(self) -> None:
        bench = [
            {"key": does, "does": does, "takes": [{"from": "s0", "count": 1}]}
            for does in ("cut", "grind", "drill", "blast", "paint", "glue", "wash")
        ]
        Piece.objects.filter(pk=self.bar.pk).update(bench=bench)
        page = self.open(f"/pieces/{self.bar.pk}/step/cut", width=390)
        for does in ("cut", "grind", "drill", "blast", "paint", "glue", "wash"):
            page.goto(f"{self.live_server_url}/pieces/{self.bar.pk}/step/{does}")
            expect(page.get_by_role("heading", name="Done")).to_be_visible()
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390, does)
