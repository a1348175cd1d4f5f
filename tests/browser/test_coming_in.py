"""Coming in by the page itself, with the token it was given: made one's own, left, and come back to."""

from __future__ import annotations

from django.contrib.auth import get_user_model
from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTest
from tests.browser.windows import EMPTY

GOOD = "a long enough one"


class ComingIn(BrowserTest):
    def setUp(self) -> None:
        self.requests: list[str] = []
        self.errors: list[str] = []

    def stranger(self, path: str) -> Page:
        page = self.windows.lend(touch=False, at_the_end=self.addCleanup).new_page()
        page.add_init_script(EMPTY)
        page.on("request", lambda request: self.requests.append(request.url))
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.goto(self.live_server_url + path)
        return page

    def test_a_studio_is_made_ones_own_left_and_come_back_to(self) -> None:
        page = self.stranger("/")
        expect(page.get_by_text("Make this studio yours")).to_be_visible()
        page.get_by_label("You are called").fill("Wren")
        page.get_by_label("Password", exact=True).fill(GOOD)
        page.get_by_label("The same password again").fill(GOOD)
        page.get_by_role("button", name="Begin").press("Enter")
        expect(page.get_by_role("heading", name="How do you measure?")).to_be_visible()
        self.assertEqual(get_user_model().objects.get().get_username(), "wren")
        other = self.stranger("/sign-in")
        other.get_by_label("Name").fill("Wren")
        other.get_by_label("Password").fill("not that one")
        other.get_by_role("button", name="Sign in").click()
        expect(other.get_by_role("alert")).to_contain_text("do not belong together")
        self.assertEqual(other.get_by_label("Name").input_value(), "Wren")
        other.get_by_label("Password").fill(GOOD)
        other.get_by_role("button", name="Sign in").click()
        expect(other.get_by_role("heading", name="Today")).to_be_visible()
