"""A whole life: planned, checked and fired on the phone, ended and explained on the desk, and found in the notebook."""

from __future__ import annotations

import json
import re
import uuid
from datetime import timedelta
from typing import Any

from django.test import Client
from playwright.sync_api import Page, expect

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_rack
from studio.models import Firing, FiringEvent, GlassKind, Observation, Reading, Stage
from tests.browser.base import BrowserTest
from tests.core.test_rule_samples import changed
from tests.documents import KILN
from tests.people import member, person_of

LONG_MS = 60_000
SMALL = {
    "cradle.measured": True,
    "cradle.parts.0.rim": "200 mm",
    "cradle.parts.0.height": "30 mm",
    "layup.length": "200 mm",
    "layup.posts": "25 mm",
    "heat.kiln": dict(KILN),
    "heat.peak_at": "612 °C",
    "heat.peak_hold": "10 min",
}


class FiringLife(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        kind = GlassKind.objects.of(self.studio).get(key="fusing-90-clear")
        save_rack(kind, version=kind.version, rack={"sheet": "9 kg"}, system="metric")
        whole = changed("flat", "slump", SMALL)
        whole["name"] = "Pilot dish"
        self.dish = import_piece(self.studio, whole)

    def at(self, station: str, **more: Any) -> Page:
        return self.open(f"/pieces/{self.dish.pk}/{station}", **more)

    def tick_everything(self, page: Page) -> None:
        expect(page.locator("[data-rule]").first).to_be_visible()
        for box in page.locator("[data-rule] input[type=checkbox]").all():
            if not box.is_checked():
                box.click()  # not check(): it may stand unticked for a moment, until the studio has heard of it
                expect(box).to_be_checked()
        expect(page.get_by_text("Everything stands well.")).to_be_visible()

    def test_from_the_plan_to_the_next_one_side_by_side(self) -> None:
        phone = self.at("before", width=390, height=844)
        self.tick_everything(phone)
        phone.get_by_role("link", name="Begin it at Fire").click()
        phone.get_by_role("button", name="Start the practice kiln").click()
        expect(phone.get_by_role("button", name="Hold 5 min more")).to_be_visible()
        phone.get_by_role("button", name="On to the look-in").click()
        expect(phone.get_by_text("held at")).to_be_visible(timeout=LONG_MS)
        self.assertIn("Lid at", phone.locator('[data-act="hold"]').inner_text())
        phone.get_by_role("button", name="not yet").click()
        phone.locator('[data-act="hold"]').click()
        expect(phone.locator(".side").get_by_text("Held longer")).to_be_visible()
        self.assertLessEqual(phone.evaluate("document.documentElement.scrollWidth"), 391)
        phone.close()

        desk = self.at("fire")
        expect(desk.locator(".side").get_by_text("Looked in: not yet")).to_be_visible()
        self.assertEqual(FiringEvent.objects.filter(firing__stages__piece=self.dish, kind="hold").count(), 1)
        desk.get_by_role("button", name="3600 ×").click()
        expect(desk.locator("[data-may-open]")).to_contain_text("Yes", timeout=LONG_MS)
        desk.get_by_role("button", name="I have opened the lid").click()
        desk.get_by_role("link", name="What came out: to After").click()
        self.explain(desk)
        self.beside(desk)

    def explain(self, desk: Page) -> None:
        depth = desk.get_by_label("Depth inside, place 1")
        depth.fill("14 mm")
        depth.press("Enter")
        expect(desk.locator('[data-measure="depth"] .word')).to_have_text(re.compile("within|less"))
        desk.locator('[data-fault="not-down"]').click()
        expect(desk.locator("[data-cause]").first).to_contain_text("heat")
        expect(desk.locator("p.by")).to_have_count(0)  # one's own goes without saying
        Observation.objects.filter(stage__piece=self.dish).update(by=member(self.studio, "Knot"))
        desk.reload()
        expect(desk.locator("p.by")).to_have_text("Measured and looked at by Knot")
        said = desk.locator("[data-lever] .said")
        expect(said).to_be_visible()
        desk.get_by_role("button", name="Make the next stage with it").click()
        expect(desk).to_have_url(re.compile("/heat.*stage="))
        stages = list(Stage.objects.filter(piece=self.dish).order_by("order"))
        self.assertEqual(len(stages), 2)
        first, second = (s.inputs["heat"] for s in stages)
        self.assertNotEqual((first["peak_at"], first.get("peak_hold")), (second["peak_at"], second.get("peak_hold")))

    def beside(self, desk: Page) -> None:
        second = Stage.objects.filter(piece=self.dish).order_by("order").last()
        assert second is not None
        client = Client()
        client.force_login(person_of(self.studio))
        base = f"/api/firings/{second.firing_id}"
        for line in client.get(f"{base}/before").json()["lines"]:
            body = {"stage_id": second.pk, "rule": line["check"]["rule"], "is_done": True, "reason": "as before"}
            client.post(f"{base}/checks", json.dumps(body), content_type="application/json")
        body = {"key": uuid.uuid4().hex, "is_simulated": True}
        self.assertEqual(
            client.post(f"{base}/start", json.dumps(body), content_type="application/json").status_code, 200
        )
        desk.get_by_role("link", name="Notebook").click()
        expect(desk.get_by_role("button", name="choose", exact=True)).to_have_count(2)
        for _ in range(2):
            desk.get_by_role("button", name="choose", exact=True).first.click()
        desk.get_by_role("button", name="Lay the two side by side").click()
        expect(desk.locator("article.page")).to_have_count(2)
        expect(desk.locator("tr.marked").first).to_be_visible()

    def test_what_is_done_offline_is_kept_and_sent_once_when_the_studio_is_heard(self) -> None:
        page = self.at("before")
        self.tick_everything(page)
        page.get_by_role("link", name="Begin it at Fire").click()
        page.get_by_role("button", name="Start the practice kiln").click()
        expect(page.get_by_role("button", name="right", exact=True)).to_be_visible()
        page.route("**/api/firings/**", self.cut_off)
        page.get_by_role("button", name="right", exact=True).click()
        expect(page.get_by_text("Not sent yet: Looked in: right.")).to_be_visible()
        page.reload()
        page.unroute("**/api/firings/**")
        expect(page.locator(".side").get_by_text("Looked in: right")).to_be_visible(timeout=LONG_MS)
        expect(page.get_by_text("Not sent yet")).to_have_count(0, timeout=LONG_MS)
        self.assertEqual(FiringEvent.objects.filter(firing__stages__piece=self.dish, kind="looked").count(), 1)

    def test_by_keyboard_alone_a_real_kiln_is_followed_by_typed_readings(self) -> None:
        page = self.at("before")
        self.tick_everything(page)
        page.keyboard.press("Escape")
        page.locator("body").click(position={"x": 5, "y": 5})
        page.keyboard.press("6")
        button = page.get_by_role("button", name="It began just now")
        button.focus()
        page.keyboard.press("Enter")
        field = self.field(page, "reading")
        expect(field).to_be_visible()
        field.fill("hot")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("hot")
        self.assertEqual(field.input_value(), "hot")
        field.fill("68 F")
        field.press("Enter")
        expect(page.get_by_text("Warm up").first).to_be_visible()
        expect(page.locator(".numbers")).to_contain_text("20 °C")
        log = "elapsed s,temperature C\n" + "\n".join(f"{60 * i},{20 + 2 * i}" for i in range(1, 40))
        page.get_by_label("A log as text").fill(log)
        page.get_by_role("button", name="Bring it in", exact=True).press("Enter")
        asks = page.get_by_role("alert")
        expect(asks).to_contain_text("past now")  # it has only just begun
        page.get_by_role("button", name="Leave it out").press("Enter")
        expect(asks).to_have_count(0)
        self.assertEqual(Reading.objects.count(), 1)
        firing = Firing.objects.exclude(started_at=None).get()
        Firing.objects.filter(pk=firing.pk).update(started_at=firing.started_at - timedelta(hours=1))
        page.get_by_role("button", name="Bring it in", exact=True).press("Enter")
        expect(page.get_by_text("39 new.")).to_be_visible()
        page.get_by_role("button", name="take this log back").press("Enter")
        expect(page.get_by_role("button", name="take this log back")).to_have_count(0)
        self.assertEqual(Reading.objects.count(), 1)
        field.fill("21 C")
        page.get_by_label("by a second thermometer").press(" ")
        field.press("Enter")
        expect(page.get_by_text("21 C written down, by a second thermometer.")).to_be_visible()
        self.assertEqual(Reading.objects.filter(source="second").count(), 1)
        page.get_by_role("button", name="take this reading back").press("Enter")
        expect(page.get_by_text("Taken back.")).to_be_visible()
        self.assertEqual(Reading.objects.filter(source="second").count(), 0)

    def test_stopping_asks_once_more_and_something_grave_is_passed_only_in_words(self) -> None:
        page = self.at("fire")
        page.get_by_role("button", name="Start the practice kiln").click()
        expect(page.get_by_text("Something stands in the way.")).to_be_visible()
        page.get_by_role("button", name="To Before").click()
        row = page.locator('[data-rule="before.release-fresh"]')
        row.get_by_label("Fired all the same, because").fill("bare plate glass, nothing touches")
        row.get_by_label("Fired all the same, because").press("Enter")
        expect(page.get_by_text("Nothing stands in the way")).to_be_visible()
        page.get_by_role("link", name="Begin it at Fire").click()
        page.get_by_role("button", name="Start the practice kiln").click()
        stop = page.locator('[data-act="stop"]')
        stop.click()
        self.assertFalse(FiringEvent.objects.filter(kind="stop").exists())
        expect(stop).to_contain_text("press once more")
        stop.click()
        expect(page.get_by_role("button", name="Take the programme up again")).to_be_visible()
        self.assertEqual(FiringEvent.objects.filter(kind="stop").count(), 1)

    def test_a_figure_of_the_firing_opens_its_working_by_a_key(self) -> None:
        page = self.at("before")
        self.tick_everything(page)
        page.get_by_role("link", name="Begin it at Fire").click()
        page.get_by_role("button", name="Start the practice kiln").click()
        figure = page.locator('[data-figure="fire_left"]')
        expect(figure).to_contain_text("MPa")
        figure.focus()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("Working: Strain left")
        page.keyboard.press("Escape")
        page.keyboard.press("5")
        expect(page.get_by_text("This firing has begun")).to_be_visible()

    def test_a_tick_that_could_not_be_kept_is_not_shown_as_one(self) -> None:
        page = self.at("before")
        box = page.locator('[data-rule="before.vents-open"] input[type=checkbox]')
        expect(box).to_be_visible()
        page.route("**/api/firings/**", self.cut_off)
        box.click()
        expect(page.get_by_text("Not kept:")).to_be_visible()
        expect(box).not_to_be_checked()
        page.unroute("**/api/firings/**")
        box.click()
        expect(page.locator('[data-rule="before.vents-open"]')).to_contain_text("ticked")
