"""Every view in both themes and on a phone: accessible by axe, no sideways scrolling, one printed sheet."""

from __future__ import annotations

import re
from typing import Any

from django.conf import settings
from playwright.sync_api import Page, expect

from studio.actions.bringing_in import import_piece
from studio.models import Piece, Stage
from tests.browser.base import BrowserTest
from tests.documents import document

STEPS = ("cut", "grind", "drill", "blast", "paint", "glue", "wash")
AXE = settings.ROOT / "web/node_modules/axe-core/axe.min.js"


class Views(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        takes = [{"from": Stage.objects.get(piece=self.piece).key, "count": 1}]
        bench: list[dict[str, Any]] = [{"key": does, "does": does, "takes": takes} for does in STEPS]
        bench[0]["cut"] = {"lines": [{"way": "across"}]}
        Piece.objects.filter(pk=self.piece.pk).update(bench=bench)

    def views(self) -> dict[str, str]:
        at = f"/pieces/{self.piece.pk}"
        return {
            "/pieces": "Lamp-room prism",
            at: "Sizes are read to",
            f"{at}/glass": "Temperatures of this glass",
            f"{at}/heat": "Slow cooling",
            f"{at}/card": "What I saw",
            "/cradles": "The shelf is empty",
            "/glass": "borosilicate",
            "/kilns": "Eider",
            "/sums": "Laying up",
            "/sums/mix": "damp it",
            f"{at}/bench": "Soak the mould",
            **{f"{at}/step/{does}": "It is done" for does in STEPS},
            "/nowhere": "There is nothing here",
        }

    def violations(self, page: Page) -> list[str]:
        # the policy of the page forbids scripts in it, so axe is handed to the debugger instead
        page.evaluate(AXE.read_text("utf-8") + "; null")
        found: dict[str, Any] = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
        return [
            f"{v['id']} ({v['impact']}): {n['target']} {n.get('failureSummary', '')[:160]}"
            for v in found["violations"]
            if v["impact"] in ("serious", "critical")
            for n in v["nodes"][:3]
        ]

    def look(self, storage: dict[str, str], *, width: int = 1280, height: int = 800) -> None:
        for path, words in self.views().items():
            with self.subTest(path):
                page = self.open(path, storage=storage, width=width, height=height)
                expect(page.locator("body")).to_contain_text(words)
                self.assertEqual(self.violations(page), [])
                wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
                self.assertLessEqual(wide, 0, "scrolls sideways")
                page.close()

    def test_light(self) -> None:
        self.look({"chosen-theme": "light"})

    def test_dark(self) -> None:
        self.look({"chosen-theme": "dark"})

    def test_on_a_phone(self) -> None:
        self.look({}, width=390, height=844)

    def test_dialogs_and_the_working(self) -> None:
        page = self.at_piece()
        expect(page.locator(".answer").first).to_be_visible()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("Where the ± comes from")
        self.assertEqual(self.violations(page), [])
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.keyboard.press("n")
        expect(page.get_by_role("dialog", name="New piece")).to_be_visible()
        self.assertEqual(self.violations(page), [])

    def test_the_card_prints_on_one_sheet(self) -> None:
        """Also when there is much to say: a stop, eight parts, inches, and the dark theme on the screen."""
        for change, storage in (
            ({}, {}),
            ({"glass__rack": {"nuggets": "1 g"}, "heat__cast_at": "960 °C"}, {"chosen-theme": "dark", "system": "us"}),
            (
                {"cradle__parts": [{"shape": "cylinder", "bore": f"{40 + n} mm", "height": "15 mm"} for n in range(8)]},
                {},
            ),
        ):
            piece = import_piece(self.studio, document(**change))
            page = self.open(f"/pieces/{piece.pk}/card", storage=storage)
            expect(page.get_by_text("What I saw")).to_be_visible()
            for paper in ("A4", "Letter"):
                pdf = page.pdf(format=paper, print_background=True, prefer_css_page_size=True)
                with self.subTest(paper, change=change):
                    self.assertEqual(len(re.findall(rb"/Type\s*/Page[^s]", pdf)), 1)
            page.close()

    def test_on_a_phone_the_order_is_thread_answer_drawing_station(self) -> None:
        page = self.at_piece(width=390, height=844)
        tops = [
            page.locator(s).first.bounding_box()["y"]  # type: ignore[index]  # as read from JSON
            for s in (".thread", ".answer", ".section", ".p-selectbutton")
        ]
        self.assertEqual(tops, sorted(tops))
        field = self.field(page, "cradle.level.fall").bounding_box()
        assert field is not None
        self.assertGreaterEqual(field["height"], 40)

    def test_at_double_size_everything_is_still_reached(self) -> None:
        page = self.at_piece("heat", width=640, height=400)
        expect(page.locator(".heat-line")).to_be_visible()
        wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
        self.assertLessEqual(wide, 0)
