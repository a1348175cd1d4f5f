"""Five errands as somebody does them who has read nothing: by mouse, in twelve acts beyond typing."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

from django.utils import timezone
from playwright.sync_api import Page, expect

from studio.actions.firing_life import begin, tick
from studio.checking import listed_checks, standing_in_the_way
from studio.models import Firing
from tests.browser.base import BrowserTest

MOST = 12


class Errands(BrowserTest):
    """Every press counts; what is typed does not."""

    def setUp(self) -> None:
        super().setUp()
        self.acts = 0

    def press(self, what: Any) -> None:
        what.click()
        self.acts += 1

    def put(self, what: Any, text: str) -> None:
        """Into a field that was pressed, and Enter."""
        self.press(what)
        what.fill(text)
        what.press("Enter")

    def choose(self, page: Page, field: str, option: str | re.Pattern[str]) -> None:
        self.press(page.get_by_role("combobox", name=field).first)
        self.press(page.get_by_role("option", name=option).first)

    def begin(self, family: str, name: str, *, process: str = "") -> Page:
        page = self.open("/pieces", is_folded=True)
        self.press(page.get_by_role("button", name="New piece").first)
        self.press(page.get_by_role("radio", name=family))
        if process:
            self.press(page.get_by_role("radio", name=process, exact=True))
        page.get_by_label("Name").fill(name)
        self.press(page.get_by_role("button", name="Begin"))
        expect(page.get_by_role("heading", name=name)).to_be_visible()
        return page

    def done(self) -> None:
        self.assertLessEqual(self.acts, MOST)

    def test_a_bowl_from_a_mould_in_the_hand(self) -> None:
        page = self.begin("Slump a blank", "Gull bowl")
        expect(page.locator(".lead")).to_contain_text("Next: how wide")
        self.put(page.locator(".row.asked input"), "13 in")
        self.put(self.field(page, "cradle.parts.0.height"), "2 in")
        self.press(page.get_by_role("link", name=re.compile("^Heat")))
        expect(page.locator(".answer")).to_contain_text(re.compile(r"\d+ h.* in\."))
        self.choose(page, "No date, start at, or be ready by", "starts")
        expect(page.locator(".answer")).to_contain_text(re.compile(r"Open the lid .*\d\d:\d\d"))
        self.done()

    def test_a_casting_from_what_is_there(self) -> None:
        page = self.begin("Fill a mould or dam", "Hearts")
        self.put(page.locator(".row.asked input"), "80 mm")
        self.press(page.get_by_label("Stations").get_by_role("link", name=re.compile("^Glass")))
        self.put(self.field(page, "glass.charge"), "8 oz")
        expect(self.bead(page, "charge_mass")).to_contain_text(re.compile("227"))
        self.press(page.get_by_role("link", name=re.compile("^Heat")))
        expect(page.locator(".answer")).to_contain_text("because")
        self.done()

    def test_a_bottle_is_hung(self) -> None:
        page = self.begin("Hang and stretch", "Ink bottle")
        self.put(page.locator(".row.asked input"), "220 mm")
        self.press(page.get_by_role("link", name=re.compile("^Lay-up")))
        self.choose(page, "It is", "a bottle with a neck")
        self.put(self.field(page, "layup.wall"), "3 mm")
        self.press(page.get_by_role("link", name=re.compile("^Heat")))
        expect(page.locator(".answer")).to_contain_text("because")
        self.done()

    def test_a_pasted_schedule_is_judged(self) -> None:
        page = self.at_piece("heat", is_folded=True)
        self.press(page.locator("summary", has_text=re.compile("schedule", re.IGNORECASE)))
        self.press(page.get_by_role("button", name="Somebody else’s schedule"))
        text = page.get_by_role("textbox", name=re.compile("As it was written"))
        self.press(text)
        text.fill("100 C/h to 560 hold 1h\n120 to 822 hold 2h\n9999 to 480 hold 4h\n5 to 370\n20 to 60")
        self.press(page.get_by_role("button", name="Judge it"))
        expect(page.locator("#heat-panel")).to_contain_text(re.compile("tension|pull|strain|soak", re.IGNORECASE))
        self.done()

    def begun(self) -> Firing:
        """Checked, and begun at the practice kiln three hours ago."""
        firing = Firing.objects.get(stages__piece=self.piece)
        now = timezone.now()
        for one in standing_in_the_way(listed_checks(firing)):
            is_human = one.check.by == "human"
            tick(firing, one.stage, one.check.rule, is_done=is_human, reason="" if is_human else "tried", when=now)
        return begin(firing, key="begun-for-errand", is_simulated=True, at=now - timedelta(hours=3), now=now)

    def test_a_kiln_is_looked_into_by_phone_and_held_five_minutes_more(self) -> None:
        firing = self.begun()
        page = self.open(f"/pieces/{self.piece.pk}/fire", width=390, height=844, is_folded=True)
        hold = page.locator('[data-act="hold"]')
        expect(hold).to_be_visible()
        box = hold.bounding_box()
        assert box is not None
        self.assertLess(box["y"] + box["height"], 844)  # on the first screen
        self.press(page.get_by_role("button", name="not yet"))
        self.press(hold)
        expect(page.get_by_text("Hold 5 min more").first).to_be_visible()
        page.wait_for_timeout(500)
        self.assertLessEqual({"looked", "hold"}, set(firing.events.values_list("kind", flat=True)))
        self.done()
